using System.Collections.Immutable;
using Spolium.Core.Journal;
using Spolium.Core.Methods;

namespace Spolium.Core.Learning;

/// <summary>A figure of practice: what the book says, what the shop's own batches say, and each of them.</summary>
/// <param name="Own">Null while no batch that counts has shown it.</param>
public sealed record PracticeFigure(Prior Prior, Triple? Own, IReadOnlyList<(BatchPractice Batch, PracticeSeen Seen)> Shown)
{
    /// <summary>Kind of scrap whose batches alone it is of; null for all.</summary>
    public string? OfKind { get; init; }
}

/// <summary>Learning from closed batches: the priors that cards of methods name, as the shop's own hands move them.</summary>
public static class LearnedPractice
{
    /// <summary>Priors that batches teach, each with what shows it and the methods that do, in the order of the work.</summary>
    public static readonly IReadOnlyList<(Lesson Lesson, IReadOnlyList<string> Methods)> Lessons =
    [
        .. MethodCatalogue
            .All.SelectMany(m => m.Card.Lessons.Select(l => (Lesson: l, m.Id)))
            .Concat(Paces.Lessons.Select(p => (p.Lesson, Id: p.Method)))
            .GroupBy(x => x.Lesson, x => x.Id)
            .Select(g => (g.Key, (IReadOnlyList<string>)[.. g])),
    ];

    private static readonly double Weight = Constants.Get("practice-weight").Likely;

    // What batches up to a moment teach changes only when one closes, is restated or left out.
    private static Recent<(ImmutableList<BatchPractice>, int UpTo, int Later, string Kind), Practice> Known(State state) =>
        state.Memory.Of<(ImmutableList<BatchPractice>, int, int, string), Practice>("practice", Kept);

    private const int Kept = 16;

    /// <summary>What was known by practice at a moment. A batch goes by what was known when it began, so that its plan does not move while
    /// it is worked.</summary>
    /// <param name="kind">Kind of scrap that is to be worked: where so many batches of it showed a figure, they alone count for it.</param>
    public static Practice AsOf(State state, DateTimeOffset moment, string? kind = null)
    {
        var upTo = state.Practice.TakeWhile(p => p.ClosedAt < moment).Count();
        if (upTo == 0)
            return Practice.None;
        // What became known of a batch only later (its tub was worked up) was not known yet.
        bool WasKnown(PracticeSeen s) => s.Since is null || s.Since < moment;
        var later = state.Practice.Take(upTo).Sum(p => p.Seen.Count(s => !WasKnown(s)));
        return Known(state)
            .Get((state.Practice, upTo, later, kind ?? ""), n =>
                Reckon([.. n.Item1.Take(n.UpTo).Select(p => p with { Seen = p.Seen.RemoveAll(s => !WasKnown(s)) })], kind)
            );
    }

    /// <summary>What was known at a moment, as a batch that starts then takes it.</summary>
    public static IReadOnlyList<PriorTaken> Taken(State state, DateTimeOffset moment, string? kind = null) =>
        [
            .. AsOf(state, moment, kind)
                .ByPrior.OrderBy(p => p.Key, StringComparer.Ordinal)
                .Select(p => new PriorTaken(
                    p.Key,
                    p.Value.Triple.Low,
                    p.Value.Triple.Likely,
                    p.Value.Triple.High,
                    p.Value.Batches,
                    p.Value.Source
                )),
        ];

    /// <summary>What is known now.</summary>
    public static Practice Now(State state, string? kind = null) => AsOf(state, DateTimeOffset.MaxValue, kind);

    private static Practice Reckon(IReadOnlyList<BatchPractice> batches, string? kind) =>
        new(
            All(batches, kind)
                .Where(f => f.Own is not null)
                .ToDictionary(
                    f => f.Prior.Id,
                    f =>
                    {
                        var counted = f.Shown.Count(s => s.Batch.LeftOut is null);
                        return new Practised(
                            f.Own!.Value,
                            counted,
                            (counted == 1 ? "from one of your batches" : $"from {counted} of your batches")
                                + (f.OfKind is null ? "" : $" of {f.OfKind}")
                        );
                    }
                )
        );

    /// <summary>Batches of one kind of scrap that must have shown a figure before they speak for it alone.</summary>
    public static readonly int OfAKind = (int)Constants.Get("practice-of-a-kind").Likely;

    /// <summary>Every figure that batches teach, with the batches that showed it.</summary>
    public static IReadOnlyList<PracticeFigure> All(IReadOnlyList<BatchPractice> batches, string? kind = null) =>
        [
            .. Lessons
                .Select(l => l.Lesson.Prior)
                .Distinct()
                .Select(id =>
                {
                    var prior = Priors.ById[id];
                    var shown = batches.SelectMany(b => b.Seen.Where(s => s.Prior == id).Select(s => (Batch: b, Seen: s))).ToList();
                    var alike = shown.Where(s => kind is not null && s.Batch.Kind == kind).ToList();
                    var ofKind = alike.Where(s => s.Batch.LeftOut is null).Select(s => s.Batch.BatchId).Distinct().Count() >= OfAKind;
                    if (ofKind)
                        shown = alike;
                    var sights = Facts(prior, shown.Where(s => s.Batch.LeftOut is null)).ToList();
                    return new PracticeFigure(prior, sights.Count == 0 ? null : Conjugate.Moved(prior, sights, Weight), shown)
                    {
                        OfKind = ofKind ? kind : null,
                    };
                }),
        ];

    // One sight for one fact: of a holding that was tested and then worked up the surer, of a tub that several batches fed its one yield.
    private static IEnumerable<Sight> Facts(Prior prior, IEnumerable<(BatchPractice Batch, PracticeSeen Seen)> shown)
    {
        var facts = shown
            .GroupBy(s => (s.Batch.BatchId, s.Seen.StepId))
            .Select(g => g.MinBy(s => SightOf(prior, s.Seen).Sigma).Seen)
            .ToList();
        foreach (var seen in facts.Where(s => !s.Together))
            yield return SightOf(prior, seen);
        foreach (var tub in facts.Where(s => s.Together).GroupBy(s => (s.Since, s.Says)))
            yield return new(tub.Average(s => SightOf(prior, s).Value), tub.Average(s => SightOf(prior, s).Sigma), Together: true);
    }

    /// <summary>What a batch showed that lies far off what is known by now, in words. Hours are never asked about: a day at the bench may
    /// be long.</summary>
    public static IReadOnlyList<string> FarOff(State state, IEnumerable<PracticeSeen> seen) =>
        [
            .. seen.Where(s => !s.Together && !Paces.IsPace(s.Prior))
                .Select(s => (Seen: s, Prior: Priors.ById[s.Prior]))
                .Select(x => (x.Seen, x.Prior, Usual: Now(state).ByPrior.GetValueOrDefault(x.Prior.Id)?.Triple ?? x.Prior.Triple))
                .Where(x => Math.Abs(Conjugate.Off(x.Prior, x.Usual, SightOf(x.Prior, x.Seen))) > Conjugate.FarOff)
                .Select(x =>
                    $"{x.Prior.Label}: {FigureText.Rough(x.Seen.Value, 3)} is far off what is usual, {FigureText.Rough(x.Usual.Low, 3)} to "
                    + $"{FigureText.Rough(x.Usual.High, 3)} ({x.Seen.Says})"
                ),
        ];

    private static Sight SightOf(Prior prior, PracticeSeen seen) =>
        new(Conjugate.To(prior, seen.Value), (seen.High - seen.Low) / (2 * Draws.Z95) * Conjugate.Slope(prior, seen.Value), seen.Together);
}
