using System.Runtime.CompilerServices;
using Spolium.Core.Accounts.Flows;
using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>
/// A batch reconciled: what went where, how sure that is, which readings disagree, and what would put them right. A view of the
/// journal: nothing of it is written until somebody accepts a proposal.
/// </summary>
/// <param name="Fit">With all readings.</param>
/// <param name="Rest">Without the readings that serial elimination left out: what can still be believed. The same as Fit where the batch adds up.</param>
public sealed record BatchBook(BatchFlows Flows, Reconciliation Fit, Reconciliation Rest, IReadOnlyList<SlipProposal> Proposals, IReadOnlyList<Eliminated> Eliminated)
{
    // A batch is immutable and its book a pure function of it and of the tares: one reckoning serves everyone who asks.
    private static readonly ConditionalWeakTable<BatchState, Known> Books = [];

    private sealed record Known(object Vessels, BatchBook Book);

    /// <summary>False when readings disagree by more than their uncertainties allow in 95 of 100 batches.</summary>
    public bool AddsUp => Fit.Passes;

    public static BatchBook Of(State state, BatchState batch)
    {
        if (Books.TryGetValue(batch, out var known) && ReferenceEquals(known.Vessels, state.Vessels))
            return known.Book;
        var first = BatchFlows.Of(state, batch);
        // Losses are shares of what really went through: known better once the whole batch has been reconciled.
        var through = Reconciliation.Of(first.Graph);
        double? Through(string step, string element)
        {
            var into = first.Places.Where(p => p.To == step).Select(p => through.Flow(p.Arc, element).Grams).ToList();
            return into.Count > 0 && into.All(g => g is not null) ? into.Sum() : null;
        }
        var flows = BatchFlows.Of(state, batch, Through);
        var fit = Reconciliation.Of(flows.Graph);
        var eliminated = SlipSearch.Eliminate(flows.Graph);
        // Readings that somebody vouches for all count: what they disagree by is shared out, none is left out.
        var rest = eliminated.Count == 0 || batch.Stands is not null ? fit : Reconciliation.Of(flows.Graph with { Readings = [.. flows.Graph.Readings.Where((_, k) => eliminated.All(e => e.Reading != k))] });
        var book = new BatchBook(flows, fit, rest, SlipSearch.Of(flows.Graph, fit), eliminated);
        Books.AddOrUpdate(batch, new(state.Vessels, book));
        return book;
    }
}
