using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Methods;

namespace Spolium.Core.Reconciling;

/// <summary>
/// A batch reconciled: what went where, how sure that is, which readings disagree, and what would put them right. A view of the
/// journal: nothing of it is written until somebody accepts a proposal.
/// </summary>
/// <param name="Fit">With all readings.</param>
/// <param name="Rest">
/// What can be told of the flows, with readings as rough as they look (<see cref="Roughness"/>): without those that were left out, or,
/// where somebody vouches for all of them, with the loss that explains them.
/// </param>
/// <param name="LeftOut">
/// Readings that count for nothing: those of a slip that is likelier than all else, else of serial elimination.
/// </param>
/// <param name="LossFirst">That loss is likelier than every slip.</param>
/// <param name="Lost">The step that something was lost from if all readings are right; null where they agree, or no loss explains
/// them.</param>
public sealed record ReconciledBatch(
    BatchFlows Flows,
    Reconciliation Fit,
    Reconciliation Rest,
    IReadOnlyList<SlipProposal> Proposals,
    IReadOnlyList<Eliminated> Eliminated,
    IReadOnlyList<int> LeftOut,
    Leak? Lost,
    bool LossFirst
)
{
    // A batch is immutable and its book a pure function of it and of the tares: one reckoning serves everyone who asks.
    private static Recent<BatchState, Known> Books(State state) =>
        state.Memory.Of<BatchState, Known>("books", Kept, ReferenceEqualityComparer.Instance);

    private const int Kept = 64;

    private const double TraceG = 5e-5;

    private sealed record Known(object Vessels, ReconciledBatch Book);

    /// <summary>False when readings disagree by more than their uncertainties allow in 95 of 100 batches.</summary>
    public bool AddsUp => Fit.Passes;

    public static ReconciledBatch Of(State state, BatchState batch)
    {
        if (Books(state).TryGet(batch, out var known) && ReferenceEquals(known.Vessels, state.Vessels))
            return known.Book;
        var (flows, fit) = Flowing(state, batch);
        var eliminated = SlipSearch.Eliminate(flows.Graph);
        var weighed = SlipSearch.Weighed(flows.Graph, fit);
        var lost =
            fit.Passes ? null
            : weighed.Losses is [var likeliest, ..] ? likeliest.Leak
            : Leak.Find(flows.Graph, fit);
        // Readings that somebody vouches for all count: none is left out, and what they disagree by was lost at one of the steps.
        var explained = batch.Stands is not null;
        if (explained && lost is not null)
            flows = flows with
            {
                Places =
                [
                    .. flows.Places,
                    new(
                        Leak.ArcId,
                        Account.Unaccounted("batch/" + batch.Id),
                        $"lost at “{MethodCatalogue.Of(batch.Route.Steps.First(s => s.Id == lost.Node).Method).Verb}”",
                        lost.Node,
                        null,
                        false
                    ),
                ],
            };
        IReadOnlyList<int> leftOut =
            explained || fit.Passes ? []
            : weighed is { LossFirst: false, Slips: [{ Share: > 0.5 } likely, ..] } ? [.. likely.All.Select(p => p.Reading)]
            : [.. eliminated.Select(e => e.Reading)];
        var believed =
            explained && lost is not null ? lost.Graph
            : leftOut.Count == 0 ? flows.Graph
            : flows.Graph with { Readings = [.. flows.Graph.Readings.Where((_, k) => !leftOut.Contains(k))] };
        var rest = Roughness.Told(believed, leftOut.Count == 0 && !explained ? fit : Reconciliation.Of(believed));
        var book = new ReconciledBatch(flows, fit, rest, weighed.Slips, eliminated, leftOut, lost, weighed.LossFirst);
        Books(state).Put(batch, new(state.Vessels, book));
        return book;
    }

    /// <summary>Grams of an element in one place; null where no reading tells them.</summary>
    public Working? Grams(Draws draws, FlowPlace place, string element)
    {
        var flow = Rest.Flow(place.Arc, element);
        if (flow.Grams is not { } grams)
            return null;
        var (sigma, label) = (flow.Sigma ?? 0, $"{Elements.Of(element).Name} in {place.Name}");
        // What no balance of the shop could show is none, and says up to what.
        return grams + Draws.Z95 * sigma < TraceG
            ? Working.Given(
                0,
                Dimension.Mass,
                label,
                $"none by the readings; a trace up to {FigureText.Number((grams + Draws.Z95 * sigma) * 1000, 4)} mg cannot be told"
            )
            : Working.Given(
                Amount.Greatest(draws.Reading($"reconciled {place.Arc} {element}", Math.Max(0, grams), sigma), Amount.Zero),
                Dimension.Mass,
                label,
                $"reconciled from {Rest.Readings.Count} readings of the batch, standard uncertainty "
                    + $"{FigureText.Number(sigma, sigma < 0.001 ? 6 : 4)} g; how: docs/reconciliation.md"
            );
    }

    /// <summary>Whether the readings of a batch agree, without a search for what may be wrong.</summary>
    public static bool Agrees(State state, BatchState batch) =>
        Books(state).TryGet(batch, out var known) && ReferenceEquals(known.Vessels, state.Vessels)
            ? known.Book.AddsUp
            : Flowing(state, batch).Fit.Passes;

    /// <summary>The graph of a batch and its first fit, with no search for what may be wrong.</summary>
    internal static (BatchFlows Flows, Reconciliation Fit) Flowing(State state, BatchState batch)
    {
        var first = BatchFlows.Of(state, batch);
        // Losses are shares of what really went through: known better once the whole batch has been reconciled.
        var through = Reconciliation.Of(first.Graph);
        double? Through(string step, string element)
        {
            var into = first.Places.Where(p => p.To == step).Select(p => through.Flow(p.Arc, element).Grams).ToList();
            return into.Count > 0 && into.All(g => g is not null) ? into.Sum() : null;
        }
        var flows = BatchFlows.Of(state, batch, Through);
        return (flows, Reconciliation.Of(flows.Graph));
    }
}
