using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;

namespace Spolium.Core.Bench;

/// <summary>A mean and its standard uncertainty.</summary>
public readonly record struct Measured(double Value, double Sigma)
{
    public static Measured Of(Working w) => new(w.Likely, w.Amount.Sigma);
}

/// <summary>The metal that a closed batch was for, g.</summary>
/// <param name="Feed">As believed.</param>
/// <param name="FeedAtLeast">The same, never below what came out and stands in holdings: what a recovery is against.</param>
/// <param name="Unaccounted">Feed less all that is known of.</param>
/// <param name="Missing">The part of it that no guess of the feed explains.</param>
public sealed record MetalSummary(string Element, Measured Feed, Measured FeedAtLeast, Measured Product, Measured Unaccounted, double Missing);

/// <summary>Metal that did not come out, by step and cause, g.</summary>
public sealed record LossSummary(string Element, string StepId, string Method, string Cause, string Account, Measured Grams);

/// <summary>What a weighed step brought of what went into it, g of the metal.</summary>
public sealed record StepSummary(string StepId, string Method, string Element, double In, double Main);

/// <summary>A substance that was poured, g from the bottles; what the steps were begun with as planned.</summary>
/// <param name="Kr">Null where a bottle had no price.</param>
public sealed record ReagentSummary(string Formula, string Name, double Grams, double Planned, double? Kr);

/// <summary>Money of a closed batch, kr, at the prices of its day; null where there was no list.</summary>
public sealed record MoneySummary(double Costs, Measured LeftOver, Measured Margin);

/// <summary>What the books keep of a closed batch: reckoned once from journal and book when it closes, and anew when it is restated.</summary>
/// <param name="AddsUp">Its readings agree.</param>
public sealed record BatchSummary(bool AddsUp, IReadOnlyList<MetalSummary> Metals, IReadOnlyList<LossSummary> Losses, IReadOnlyList<StepSummary> Steps, IReadOnlyList<ReagentSummary> Reagents, MoneySummary? Money, IReadOnlyList<string> People)
{
    public static BatchSummary Of(Ledger ledger, BatchState batch)
    {
        var elements = batch.Product?.Holds.Select(h => h.Element).Where(e => batch.Believed.Any(b => b.Element == e)).ToList() ?? [];
        var balances = elements.Select(e => BatchBalance.Of(ledger, batch, e)).ToList();
        var people = ledger.State.Entries.Naming(Entry.BatchStream(batch.Id)).Select(e => e.By).Distinct().Order(StringComparer.Ordinal).ToList();
        return new(BatchBook.Agrees(ledger.State, batch), [.. balances.Select(MetalOf)], [.. balances.SelectMany(b => LossesOf(batch, b))], [.. elements.SelectMany(e => StepsOf(batch, e))], ReagentsOf(ledger.State, batch), MoneyOf(ledger.State, batch), people);
    }

    private static MetalSummary MetalOf(BatchBalance b) => new(b.Element, Measured.Of(b.Feed), Measured.Of(Working.Greatest(b.Feed, b.AtLeast)), Measured.Of(Working.Sum(new[] { b.Product, b.Back }.OfType<Working>(), Dimension.Mass)), Measured.Of(b.Unaccounted), b.Missing.Likely);

    private static IEnumerable<LossSummary> LossesOf(BatchState batch, BatchBalance balance)
    {
        string MethodOf(string stepId) => batch.Route.Steps.FirstOrDefault(s => s.Id == stepId)?.Method ?? "";
        foreach (var h in balance.Holdings.Where(h => h is { Standing: true, Main: false }))
            yield return new(balance.Element, h.StepId, MethodOf(h.StepId), HoldingKind.OfOutput(h.Output), Account.Holding(batch.Id, Route.Holding(h.StepId, h.Output)), Measured.Of(h.Grams));
        yield return new(balance.Element, "", "", HoldingKind.Unaccounted, Account.Unaccounted("batch/" + batch.Id), new(balance.Missing.Likely, balance.Unaccounted.Amount.Sigma));
    }

    // Only where the main holding was weighed: what a method reckoned says nothing of how the step went.
    private static IEnumerable<StepSummary> StepsOf(BatchState batch, string element)
    {
        double Held(string holding) => holding == Route.Feed ? batch.Believed.First(b => b.Element == element).Grams
            : batch.Steps.Values.SelectMany(s => s.Outputs.Select(o => (Holding: Route.Holding(s.Id, o.Output), o.Holds))).FirstOrDefault(o => o.Holding == holding).Holds?.FirstOrDefault(h => h.Element == element)?.Grams ?? 0;
        foreach (var step in batch.Route.Steps.Where(s => batch.Step(s.Id).Closed))
        {
            var main = batch.Step(step.Id).Outputs.FirstOrDefault(o => o.Main);
            if (main is null || main.Basis != Basis.Weighed || step.Takes.Sum(Held) is not (> 0 and var into))
                continue;
            var isProduct = batch.Product is { } p && p.StepId == step.Id && p.Output == main.Output;
            var grams = (isProduct ? batch.Product!.Holds : [.. main.Holds]).FirstOrDefault(h => h.Element == element)?.Grams ?? 0;
            yield return new(step.Id, step.Method, element, into, grams);
        }
    }

    private static List<ReagentSummary> ReagentsOf(State state, BatchState batch)
    {
        string FormulaOf(string bottle) => state.Shelf.TryGetValue(bottle, out var b) ? b.Formula : batch.Bottles.FirstOrDefault(x => x.Id == bottle)?.Formula ?? bottle;
        var planned = batch.Steps.Values.SelectMany(s => s.Frozen?.Doses ?? []).GroupBy(d => FormulaOf(d.BottleId)).ToDictionary(g => g.Key, g => g.Sum(d => d.Grams.Likely));
        return [.. ShelfAtWork.Use(state, batch).Bottles.GroupBy(u => FormulaOf(u.BottleId)).OrderBy(g => g.Key, StringComparer.Ordinal).Select(g => new ReagentSummary(
            g.Key, ReagentForm.All.FirstOrDefault(f => f.Formula == g.Key)?.Name ?? g.Key, g.Sum(u => u.Grams.Likely), planned.GetValueOrDefault(g.Key), g.Any(u => u.Cost is null) ? null : g.Sum(u => u.Cost!.Likely)))];
    }

    private static MoneySummary? MoneyOf(State state, BatchState batch) =>
        BatchWorth.Of(state, batch, batch.ClosedAt ?? batch.StartedAt) is { } worth
            ? new(-worth.Worth.Lines.Where(l => l.Kr.Likely < 0).Sum(l => l.Kr.Likely), Measured.Of(worth.Worth.LeftOver), Measured.Of(worth.Worth.Margin)) : null;
}
