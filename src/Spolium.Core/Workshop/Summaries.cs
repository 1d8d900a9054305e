using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>
/// What the books keep of a closed batch: reckoned when it closes and when it is restated, written with the entry that does it, and only
/// read from then on. Prices, notes, tares and assays that come later move nothing in it.
/// </summary>
public static class Summaries
{
    /// <summary>Of a closed batch, from what was written up to its closing.</summary>
    public static BatchSummary Of(Ledger ledger, BatchState batch)
    {
        var plan = BatchAtWork.Plan(ledger.State, batch);
        var (metals, losses) = Metals(ledger, batch);
        var people = BatchWorth.Written(ledger.State, batch).Select(e => e.By).Distinct().Order(StringComparer.Ordinal).ToList();
        return new(
            BatchWorth.ElementOf(plan),
            ReconciledBatch.Agrees(ledger.State, batch),
            metals,
            losses,
            [.. ElementsOf(batch).SelectMany(e => StepsOf(batch, e))],
            ReagentsOf(ledger.State, batch),
            batch.Lost is null ? SheetOf(ledger.State, batch, plan) : null,
            people
        );
    }

    /// <summary>Leavings of a closed batch were worked up: its balance is read anew, and its sheet takes what came back for what lay there.
    /// Nothing is planned.</summary>
    /// <param name="batch">As it stands with what came back.</param>
    /// <param name="worked">Its holdings that were worked up.</param>
    public static BatchSummary Shared(Ledger then, BatchState batch, BatchSummary was, IReadOnlySet<string> worked)
    {
        var (metals, losses) = Metals(then, batch);
        return was with
        {
            AddsUp = ReconciledBatch.Agrees(then.State, batch),
            Metals = metals,
            Losses = losses,
            Money =
                was.Money is { } money && then.State.Entries.Find(money.Prices)?.Body is PricesKept { List: var prices }
                    ? SharedMoney.Of(money, batch, prices, worked)
                    : was.Money,
        };
    }

    /// <summary>Closed batches whose closing kept no summary, reckoned now: the entry that a journal of an earlier version is given once;
    /// null where none is.</summary>
    /// <param name="batches">Ids of closed batches.</param>
    public static SummariesKept? Missing(Ledger ledger, IEnumerable<string> batches, string codeVersion)
    {
        var closed = batches
            .Select(id => ledger.State.Batches[id])
            .Where(b => b is { ClosedAt: not null, Summary: null } && IsKnown(b))
            .OrderBy(b => b.Id, StringComparer.Ordinal)
            .ToList();
        return closed.Count == 0
            ? null
            : new([.. closed.AsParallel().AsOrdered().Select(b => new KeptSummary(b.Id, Of(ledger, b)))], codeVersion);
    }

    /// <summary>Every method of its way is known to this version.</summary>
    public static bool IsKnown(BatchState batch) => batch.Route.Steps.All(s => Methods.MethodCatalogue.Find(s.Method) is not null);

    /// <summary>Metals that the books follow of a batch: those of its products; of one that was lost what it was for.</summary>
    internal static List<string> ElementsOf(BatchState batch) =>
        batch.Lost is not null && batch.Products.IsEmpty
            ? [.. batch.Believed.Where(b => b.High > 0 && ElementAtWork.Nobles.Contains(b.Element)).Select(b => b.Element)]
            :
            [
                .. batch
                    .Products.SelectMany(p => p.Holds.Select(h => h.Element))
                    .Distinct()
                    .Where(e => batch.Believed.Any(b => b.Element == e)),
            ];

    private static (IReadOnlyList<MetalSummary> Metals, IReadOnlyList<LossSummary> Losses) Metals(Ledger ledger, BatchState batch)
    {
        var balances = ElementsOf(batch).Select(e => BatchBalance.Of(ledger, batch, e)).ToList();
        return ([.. balances.Select(MetalOf)], [.. balances.SelectMany(b => LossesOf(batch, b))]);
    }

    private static MetalSummary MetalOf(BatchBalance b) =>
        new(
            b.Element,
            Measured.Of(b.Feed),
            Measured.Of(Working.Greatest(b.Feed, b.AtLeast)),
            Measured.Of(Working.Sum(new[] { b.Product, b.Back }.OfType<Working>(), Dimension.Mass)),
            Measured.Of(b.Unaccounted),
            b.Missing.Likely
        );

    private static IEnumerable<LossSummary> LossesOf(BatchState batch, BatchBalance balance)
    {
        string MethodOf(string stepId) => batch.Route.Steps.FirstOrDefault(s => s.Id == stepId)?.Method ?? "";
        foreach (var h in balance.Holdings.Where(h => h is { Standing: true, Main: false }))
            yield return new(
                balance.Element,
                h.StepId,
                MethodOf(h.StepId),
                HoldingKind.OfOutput(h.Output),
                Account.Holding(batch.Id, Route.Holding(h.StepId, h.Output)),
                Measured.Of(h.Grams)
            );
        yield return new(
            balance.Element,
            "",
            "",
            HoldingKind.Unaccounted,
            Account.Unaccounted("batch/" + batch.Id),
            new(balance.Missing.Likely, balance.Unaccounted.Amount.Sigma)
        );
    }

    // Only where the main holding was weighed: what a method reckoned says nothing of how the step went.
    private static IEnumerable<StepSummary> StepsOf(BatchState batch, string element)
    {
        double Held(string holding) =>
            holding == Route.Feed
                ? batch.Believed.Find(b => b.Element == element)?.Grams ?? 0
                : batch
                    .Steps.Values.SelectMany(s => s.Outputs.Select(o => (Holding: Route.Holding(s.Id, o.Output), o.Holds)))
                    .FirstOrDefault(o => o.Holding == holding)
                    .Holds?.FirstOrDefault(h => h.Element == element)
                    ?.Grams
                    ?? 0;
        foreach (var step in batch.Route.Steps.Where(s => batch.Step(s.Id).Closed))
        {
            var main = batch.Step(step.Id).Outputs.FirstOrDefault(o => o.Main);
            if (main is null || main.Basis != Basis.Weighed || step.Takes.Sum(Held) is not (> 0 and var into))
                continue;
            var grams = (batch.ProductAt(step.Id, main.Output)?.Holds ?? [.. main.Holds]).FirstOrDefault(h => h.Element == element)?.Grams
                ?? 0;
            yield return new(step.Id, step.Method, element, into, grams);
        }
    }

    // Sums in the order of the steps and bottles, so that they come out the same to the last digit.
    private static List<ReagentSummary> ReagentsOf(State state, BatchState batch)
    {
        string FormulaOf(string bottle) =>
            state.Shelf.TryGetValue(bottle, out var b) ? b.Formula : batch.Bottles.FirstOrDefault(x => x.Id == bottle)?.Formula ?? bottle;
        var planned = batch
            .Steps.Values.OrderBy(s => s.Id, StringComparer.Ordinal)
            .SelectMany(s => s.Plan?.Doses ?? [])
            .GroupBy(d => FormulaOf(d.BottleId))
            .ToDictionary(g => g.Key, g => g.Sum(d => d.Grams.Likely));
        return
        [
            .. ShelfAtWork
                .Use(state, batch)
                .Bottles.GroupBy(u => FormulaOf(u.BottleId))
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .Select(g => new ReagentSummary(
                    g.Key,
                    ReagentForm.NameOf(g.Key),
                    g.Sum(u => u.Grams.Likely),
                    planned.GetValueOrDefault(g.Key),
                    g.Any(u => u.Cost is null) ? null : g.Sum(u => u.Cost!.Likely)
                )),
        ];
    }

    // A batch that was restated goes by the prices that its sheet was made with, whatever lists came since.
    private static MoneySummary? SheetOf(State state, BatchState batch, BatchPlan plan)
    {
        var prices =
            batch.Summary is null ? BatchWorth.PricesAt(state, batch.ClosedAt ?? batch.StartedAt)
            : batch.Summary.Money is { } was
                ? state.Prices.FirstOrDefault(p => p.EntryId == was.Prices) ?? BatchWorth.PricesAt(state, batch.ClosedAt ?? batch.StartedAt)
            : null;
        if (prices is null)
            return null;
        var terms = BatchWorth.Terms(state, batch, prices.List);
        var worth = BatchWorth.Of(state, batch, plan, terms);
        var back = Working.Sum(
            worth.Lines.Where(l => l.Id.StartsWith("back-", StringComparison.Ordinal)).Select(l => l.Kr),
            Dimension.Money
        );
        var (left, margin) = (worth.LeftOver - back, worth.Margin - back);
        var parts = Worth.HeldParts(plan, BatchWorth.ElementOf(plan), terms).ToList();
        var amounts = parts.Select(p => p.Kr.Amount).ToList();
        // How its grams and hours were reckoned stands with the steps, frozen when they began: the sheet tells what is made of them.
        var kept = new WorkingsKept();
        foreach (
            var known in plan
                .Steps.Select(s => s.Plan)
                .SelectMany(p =>
                    p.Doses.Select(d => d.Grams)
                        .Concat(p.Outputs.SelectMany(o => o.Charge.Moles.Select(m => m.Value).Append(o.Charge.Mass().Named(o.Name))))
                        .Append(p.Attended)
                        .Append(p.Unattended)
                )
        )
            kept.Add(known);
        Figure Kept(Working w) => Figure.Of(w, kept);
        return new(
            prices.EntryId,
            prices.List.Title,
            -worth.Lines.Where(l => l.Kr.Likely < 0).Sum(l => l.Kr.Likely),
            Measured.Of(worth.LeftOver),
            Measured.Of(worth.Margin),
            [.. worth.Lines.Select(l => new SheetLine(l.Id, Kept(l.Kr)))],
            Kept(worth.LeftOver),
            Kept(worth.AsItIs),
            Kept(worth.Margin),
            new(
                Measured.Of(left),
                Measured.Of(margin),
                [.. parts.Select(p => new HeldPart(p.Holding, p.Element, p.Kr.Likely))],
                [
                    .. amounts.Select(a =>
                        (IReadOnlyList<double>)
                            [
                                .. amounts.Select(b => Amount.Covariance(a, b)),
                                Amount.Covariance(a, left.Amount),
                                Amount.Covariance(a, margin.Amount),
                            ]
                    ),
                ]
            ),
            worth.NotPriced
        );
    }
}
