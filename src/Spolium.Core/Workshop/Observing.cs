using System.Collections.Immutable;
using Spolium.Core.Journal;
using Spolium.Core.Learning;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;

namespace Spolium.Core.Workshop;

/// <summary>
/// What a batch shows of practice when it closes: reckoned once, and written with its closing. A batch whose readings disagree shows
/// nothing until it is put right.
/// </summary>
public static class Observing
{
    /// <summary>Draws for the plans of a batch: by what practice had taught when it began.</summary>
    public static Draws DrawsOf(State state, BatchState batch) =>
        new(batch.Id, practice: batch.GoesBy ?? LearnedPractice.AsOf(state, batch.StartedAt));

    /// <summary>Draws for a plan that is made now.</summary>
    public static Draws DrawsNow(State state, string owner, bool likelyOnly = false) => new(owner, likelyOnly, LearnedPractice.Now(state));

    /// <summary>Draws for a plan of a lot: by what its kind of scrap taught, where enough of it was worked.</summary>
    public static Draws DrawsNow(State state, LotState lot, bool likelyOnly = false) =>
        new(lot.Id, likelyOnly, LearnedPractice.Now(state, lot.Material));

    public static IReadOnlyList<PracticeSeen> Of(Ledger ledger, BatchState batch) =>
        ReconciledBatch.Agrees(ledger.State, batch)
            ?
            [
                .. batch.Route.Steps.Where(s => batch.Step(s.Id).Closed).SelectMany(s => Doses(ledger.State, batch, s)),
                .. Fineness(batch),
                .. Foils(ledger, batch),
                .. Tests(ledger.State, batch),
                .. Weighings(ledger.State, batch),
                .. Melts(ledger.State, batch),
                .. Together(ledger.State, batch),
                .. ObservingHours.Of(ledger.State, batch),
            ]
            : [];

    // F of the dose = F as it was believed × poured / planned with it: what else the plan rests on (the content) makes this sight of it
    // unsure.
    private static IEnumerable<PracticeSeen> Doses(State state, BatchState batch, RouteStep step)
    {
        var done = batch.Step(step.Id);
        if (done.GivenUp || done.Pours.Count == 0)
            return [];
        var bare = done with
        {
            Pours = [],
            Signs = ImmutableDictionary<string, DateTimeOffset>.Empty,
            Weighed = ImmutableDictionary<string, TypedNumber>.Empty,
            ClosedAt = null,
        };
        var planned = BatchAtWork.Step(state, batch with { Steps = batch.Steps.SetItem(step.Id, bare) }, step.Id).Plan;
        if (planned.Refused || planned.EndSigns.Any(s => !done.Signs.ContainsKey(s.Id)))
            return [];
        return planned
            .Doses.Where(d => d.ShortShare is null && d.Grams.Likely > 0)
            .Select(dose => FactorIn(step.Method, dose) is { } factor ? Factor(batch, step.Id, dose, factor, done) : null)
            .OfType<PracticeSeen>();
    }

    private static PracticeSeen? Factor(BatchState batch, string stepId, Dose dose, Working factor, StepState done)
    {
        var pours = done.Pours.Where(p => p.DoseId == dose.Id).ToList();
        if (pours.Count == 0)
            return null;
        // The last portion stayed quiet: need lay between all but it and all.
        var (sum, last) = (pours.Sum(p => p.Grams), pours.Count > 1 ? pours[^1].Grams : 0);
        var poured = Working.Given(
            new Draws(batch.Id).Reading($"practice {stepId}/{dose.Id}", sum - last / 2, last / Math.Sqrt(12)),
            Dimension.Mass,
            "poured until the signs were seen",
            $"{pours.Count} portions"
        );
        return Seen(factor.Prior!, stepId, factor * poured / dose.Grams, $"{dose.Title}: {FigureText.Number(sum, 1)} g poured");
    }

    // A method that is gone teaches nothing more.
    private static IReadOnlyList<Lesson> LessonsOf(string method) => MethodCatalogue.Find(method)?.Card.Lessons ?? [];

    // The factor of practice that a dose was reckoned with. Those of earlier steps stand in its working too: only the dose's own counts.
    private static Working? FactorIn(string method, Dose dose)
    {
        var taught = LessonsOf(method).Where(l => l.Seen == Core.Methods.Seen.Dose && l.Of == dose.Id).Select(l => l.Prior).ToHashSet();
        var (seen, next) = (
            new HashSet<Working>(ReferenceEqualityComparer.Instance),
            new Stack<Working>(taught.Count == 0 ? [] : [dose.Grams])
        );
        while (next.TryPop(out var node))
        {
            if (node.Prior is { } prior && taught.Contains(prior))
                return node;
            foreach (var part in node.Parts.Where(seen.Add))
                next.Push(part);
        }
        return null;
    }

    private static IEnumerable<PracticeSeen> Fineness(BatchState batch)
    {
        if (batch.Product is { Fineness: { } f } p)
            yield return Seen(
                BarFineness.PriorOf(p.Holds[0].Element),
                p.StepId,
                Working.Given(new Draws(batch.Id).Reading("assay " + p.EntryId, f.Value, f.Sigma), Dimension.None, "fineness", f.Text),
                $"assayed {f.Text}"
            )!;
    }

    // Foils that were weighed, and what came of them: bar and later leavings. The rest was base metal.
    private static IEnumerable<PracticeSeen> Foils(Ledger ledger, BatchState batch)
    {
        var step = batch.Route.Steps.FirstOrDefault(s => batch.Step(s.Id).Weighed.ContainsKey("foils"));
        if (
            step is null
            || batch.Product is not { Fineness: not null } product
            || batch.Believed.All(b => b.Element != product.Holds[0].Element)
        )
            yield break;
        var balance = BatchBalance.Of(ledger, batch, product.Holds[0].Element);
        var later = batch.Route.Steps.SkipWhile(s => s.Id != step.Id).Skip(1).Select(s => s.Id).ToHashSet();
        var came = Working.Sum(
            balance.Holdings.Where(h => h.Standing && !h.Main && later.Contains(h.StepId)).Select(h => h.Grams).Append(balance.Product!),
            Dimension.Mass
        );
        var mass = batch.Step(step.Id).Weighed["foils"];
        var foils = Working.Given(
            new Draws(batch.Id).Reading("foils " + mass.Text, mass.Value, mass.Sigma),
            Dimension.Mass,
            "foils",
            mass.Text
        );
        if (
            Seen(
                "base-on-foils",
                step.Id,
                Working.Exact(1) - came / foils,
                $"foils {mass.Text}, of them came {FigureText.Number(came.Likely, 2)} g"
            ) is
            { } seen
        )
            yield return seen;
    }

    // What stands in a leaving by a share that is practice: the share as believed × what was found over what was booked.
    private static IEnumerable<(Lesson Lesson, RouteStep Step, double Believed, string Element)> Leavings(
        State state,
        BatchState batch,
        Seen seen
    )
    {
        var draws = DrawsOf(state, batch);
        var element = batch.Product?.Holds[0].Element;
        return element is null
            ? []
            : batch
                .Route.Steps.Where(s => batch.Step(s.Id).Closed)
                .SelectMany(s => LessonsOf(s.Method).Where(l => l.Seen == seen).Select(l => (l, s, draws.Prior(l.Prior).Likely, element)));
    }

    /// <summary>What workings up of tubs and pots show of the batches that fed them: of all together, so that each shows the
    /// same.</summary>
    public static IEnumerable<PracticeSeen> Together(State state, BatchState batch)
    {
        foreach (var (lesson, step, believed, element) in Leavings(state, batch, Core.Methods.Seen.Pool))
        {
            var pooled = batch.Pooled.GetValueOrDefault(Route.Holding(step.Id, lesson.Of));
            if (
                pooled?.Back.FirstOrDefault(s => s.Element == element) is not { BookedG: > 0, Grams: > 0 } share
                || state.Entries.Find(pooled.BackEntryId ?? "")?.Body is not PoolWorkedUp worked
            )
                continue;
            // The split between the batches is the book's own: what was found is as sure as the weighing of all.
            var came = worked.Yields.First(y => y.Holds.Element == element).Holds;
            var found = Working.Given(
                new Draws(batch.Id).Reading($"found {step.Id}/{lesson.Of}", share.Grams, share.Grams * came.Sigma / came.Grams),
                Dimension.Mass,
                $"found in {pooled.PoolCode}",
                "shared back"
            );
            var booked = worked.Shares.Where(s => s.Element == element).Sum(s => s.BookedG);
            if (
                Seen(
                    lesson.Prior,
                    step.Id,
                    found * believed / Working.Exact(share.BookedG, null, Dimension.Mass),
                    $"{pooled.PoolCode} gave {FigureText.Number(came.Grams / booked * 100, 0)} % of what the book had in it"
                ) is
                { } seen
            )
                yield return seen with
                {
                    Together = true,
                };
        }
    }

    // A liquor that was held against standards.
    private static IEnumerable<PracticeSeen> Tests(State state, BatchState batch)
    {
        foreach (var (lesson, step, _, element) in Leavings(state, batch, Core.Methods.Seen.Test))
        {
            var done = batch.Step(step.Id);
            var through = done.Outputs.Sum(o => o.Holds.Where(h => h.Element == element).Sum(h => h.Grams));
            if (
                done.Tests.LastOrDefault(t => t.Output == lesson.Of && t.Element == element) is { } test
                && through > 0
                && Seen(
                    lesson.Prior,
                    step.Id,
                    test.Grams($"tested {step.Id}/{test.Output}/{test.Element}", new(batch.Id))
                        / Working.Exact(through, null, Dimension.Mass),
                    $"between {test.Low.Text} and {test.High.Text} in {test.Volume.Text}"
                )
                    is { } seen
            )
                yield return seen;
        }
    }

    // What was left when it was weighed tells what had gone.
    private static IEnumerable<PracticeSeen> Weighings(State state, BatchState batch)
    {
        foreach (var (lesson, step, _, _) in Leavings(state, batch, Core.Methods.Seen.Weighed))
            if (
                batch.Step(step.Id).Weighed.TryGetValue(lesson.Of, out var weighed)
                && BatchAtWork.Step(state, batch, step.Id).Plan.Figures.FirstOrDefault(f => f.Label == Priors.ById[lesson.Prior].Label)
                    is { } figure
                && Seen(lesson.Prior, step.Id, figure, $"{lesson.Of} weighed {weighed.Text}") is { } seen
            )
                yield return seen;
    }

    // Dry powder was weighed, and the bar that came of it: what is short of the bar that the powder would give if none were lost in the
    // melt.
    private static IEnumerable<PracticeSeen> Melts(State state, BatchState batch)
    {
        foreach (var (lesson, step, _, _) in Leavings(state, batch, Core.Methods.Seen.Melted))
        {
            var done = batch.Step(step.Id);
            var takes = step.Takes.Select(t => t.Split('/', 2)).Where(t => t.Length == 2).ToList();
            if (
                batch.ProductAt(step.Id, lesson.Of) is not { } product
                || takes.Count == 0
                || !takes.All(t => batch.Step(t[0]).Weighed.ContainsKey(t[1]))
            )
                continue;
            var before = batch with { Steps = batch.Steps.SetItem(step.Id, done with { Weighed = done.Weighed.Remove(lesson.Of) }) };
            if (BatchAtWork.Step(state, before, step.Id).Plan.Outputs.FirstOrDefault(o => o.Id == lesson.Of) is not { } bar)
                continue;
            // The loss that it was planned with is taken out again, world by world.
            var draws = DrawsOf(state, batch);
            var whole = bar.Charge.Mass() / (Working.Exact(1) - draws.Prior(lesson.Prior));
            var weighed = Working.Given(
                new Draws(batch.Id).Reading("melted " + product.EntryId, product.Mass.Value, product.Mass.Sigma),
                Dimension.Mass,
                "bar",
                product.Mass.Text
            );
            var powder = string.Join(" and ", takes.Select(t => batch.Step(t[0]).Weighed[t[1]].Text));
            if (Seen(lesson.Prior, step.Id, Working.Exact(1) - weighed / whole, $"{powder} of powder gave {product.Mass.Text}") is { } seen)
                yield return seen;
        }
    }

    // A figure that lies outside of what it can be shows nothing.
    private static PracticeSeen? Seen(string prior, string stepId, Working value, string says)
    {
        var range = value.Range;
        // Nothing of what is learned here can be below nothing.
        return value.Likely > 0 && range.High > range.Low
            ? new(prior, stepId, value.Likely, Math.Clamp(range.Low, 0, value.Likely), Math.Max(range.High, value.Likely), says)
            : null;
    }
}
