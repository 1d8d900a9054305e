using Spolium.Core.Learning;
using Spolium.Core.Methods;
using Spolium.Data;
using static Spolium.Server.Books.BooksWords;

namespace Spolium.Server.Books;

/// <summary>Control charts of the books: the whole batch, what is unaccounted, and every step that was weighed.</summary>
internal static class BooksCharts
{
    public const string Whole = "whole";
    private const string Unaccounted = "unaccounted";
    private const string Excess = "excess:";

    public static ChartView Of(Data.Books books, BooksFilter filter, State state, string of, int most)
    {
        var name = NameOf(filter.Metal);
        List<BooksWord> others =
        [
            new(Whole, "recovery of the whole batch"),
            new(Unaccounted, "unaccounted, of the feed"),
            .. books.WeighedMethods().Select(m => new BooksWord(m.Method, MethodWords(m.Method))),
            .. Excesses(state).Select(f => new BooksWord(Excess + f.Prior.Id, f.Prior.Label)),
        ];
        if (of.StartsWith(Excess, StringComparison.Ordinal))
        {
            var counted = books.ByBatch(int.MaxValue).Select(b => b.BatchId).ToHashSet();
            var figure = Excesses(state).FirstOrDefault(f => Excess + f.Prior.Id == of);
            return Draw(
                of,
                figure is null ? of : figure.Prior.Label[..1].ToUpperInvariant() + figure.Prior.Label[1..],
                "what was poured until its signs were seen, over what the equation wants",
                others,
                [
                    .. (figure?.Shown ?? [])
                        .Where(s => counted.Contains(s.Batch.BatchId))
                        .TakeLast(most)
                        .Select(s => (s.Batch.BatchId, s.Batch.Code, s.Batch.ClosedAt.UtcTicks, true, s.Seen.Value)),
                ],
                "×"
            );
        }
        if (of is Whole or Unaccounted)
        {
            var batches = books.ByBatch(most).Reverse().ToList();
            return Draw(
                of,
                of == Whole ? $"Recovery of {name}, batch by batch" : $"{name[..1].ToUpperInvariant()}{name[1..]} unaccounted, of the feed",
                of == Whole
                    ? "product over feed; the feed mostly as believed"
                    : "feed less all that is known of; below nothing where more came out than was believed",
                others,
                [
                    .. batches.Select(b =>
                        (
                            b.BatchId,
                            b.Code,
                            b.ClosedTicks,
                            b.AddsUp,
                            of == Whole
                                ? OverBatches.Recovery(b.Metal.ProductG, b.Metal.AtLeastG)
                                : 100 * b.Metal.UnaccountedG / b.Metal.FeedG
                        )
                    ),
                ],
                atMost: of == Whole ? 100 : null
            );
        }
        return Draw(
            of,
            $"{MethodWords(of)}: {name} that came through",
            "the weighed holding over what went in by the book; above 100 % where the book had too little",
            others,
            [.. books.StepsOf(of, most).Select(s => (s.BatchId, s.Code, s.ClosedTicks, s.AddsUp, 100 * s.MainG / s.InG))]
        );
    }

    // Factors on the equation that doses ended by a sign have shown.
    private static IEnumerable<PracticeFigure> Excesses(State state) =>
        LearnedPractice
            .All(state.Practice)
            .Where(f => f.Shown.Count > 0 && LearnedPractice.Lessons.Any(l => l.Lesson.Prior == f.Prior.Id && l.Lesson.Seen == Seen.Dose));

    // Three sigma may reach beyond what can be: the line stands at the most that can.
    private static ChartView Draw(
        string of,
        string title,
        string says,
        IReadOnlyList<BooksWord> others,
        IReadOnlyList<(string Id, string Code, long Closed, bool AddsUp, double Value)> points,
        string unit = "%",
        double? atMost = null
    )
    {
        var chart = ControlChart.Of(
            [.. points.Select(p => p.Value)],
            Enumerable.Range(0, points.Count).Where(i => !points[i].AddsUp).ToHashSet()
        );
        var marked = chart.Signals.SelectMany(s => s.Points).ToHashSet();
        var why =
            chart.Sigma is not null ? null
            : points.Count == 0 ? "no closed batch shows it"
            : $"{points.Count} {(points.Count == 1 ? "batch says" : "batches say")} too little of the spread: limits come with the eighth";
        return new(
            of,
            title,
            says,
            unit,
            others,
            [
                .. points.Select(
                    (p, i) => new ChartPoint(p.Id, p.Code, new(p.Closed, TimeSpan.Zero), p.Value, marked.Contains(i), !p.AddsUp)
                ),
            ],
            chart.Centre,
            chart.Lower,
            chart.Upper is { } upper ? Math.Min(upper, atMost ?? upper) : null,
            why,
            [
                .. chart.Signals.Select(s => new ChartSignalView(
                    s.Rule,
                    ControlChart.Rules.First(r => r.Id == s.Rule).Words,
                    [.. s.Points.Select(i => points[i].Code)]
                )),
            ],
            [.. ControlChart.Rules.Select(r => r.Words)]
        );
    }
}
