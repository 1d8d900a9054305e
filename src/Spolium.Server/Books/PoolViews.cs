using Spolium.Core.Chemistry;
using Spolium.Core.Learning;

namespace Spolium.Server.Books;

/// <summary>A tub or pot as it is shown.</summary>
internal static class PoolViews
{
    internal static PoolsView View(Ledger ledger, ShownFigures book) =>
        new(
            [.. ledger.State.Pools.Values.OrderBy(p => p.Code, StringComparer.Ordinal).Select(p => View(ledger, p, book))],
            PoolOpened.Kinds
        );

    internal static PoolView View(Ledger ledger, PoolState pool, ShownFigures book) =>
        new(
            pool.Id,
            pool.Code,
            pool.Kind,
            pool.Title,
            ledger.State.Version(Entry.PoolStream(pool.Id)),
            Metals(pool, book),
            pool.Holds.Count,
            pool.WorkedUp.Count
        );

    internal static List<PoolMetal> Metals(PoolState pool, ShownFigures book) =>
        [.. Held(pool).Select(m => new PoolMetal(m.Element, BooksWords.NameOf(m.Element), book.Add($"{pool.Id}/{m.Element}", m.Grams)))];

    /// <summary>What the book has in it, precious metals first.</summary>
    internal static IEnumerable<(string Element, Working Grams)> Held(PoolState pool) =>
        from holds in pool.Holds.SelectMany(h => h.Holds)
        group holds by holds.Element into g
        orderby Precious(g.Key) descending, g.Sum(h => h.Grams) descending
        select (
            g.Key,
            OverBatches.Mass(
                $"{BooksWords.NameOf(g.Key)} in {pool.Code}",
                g.Sum(h => h.Grams),
                g.Sum(h => h.Sigma * h.Sigma),
                $"the metal book, {g.Count()} leavings"
            )
        );

    internal static List<PoolHoldingView> Holds(State state, PoolState pool, int skip) =>
        [
            .. from h in pool.Holds.Reverse().Skip(skip).Take(PoolEndpoints.Page)
            let grams = h.Holds.Where(e => Precious(e.Element) && e.Grams > 0).Select(e => Grams(e.Grams, e.Sigma, e.Element))
            select new PoolHoldingView(
                h.EntryId,
                h.BatchId,
                state.Batches[h.BatchId].Code,
                NameOf(state, h),
                h.At,
                string.Join(", ", grams),
                Corrections.Refuse(state, h.EntryId) is null
            ),
        ];

    internal static List<WorkedUpView> WorkedUp(State state, PoolState pool, int skip) =>
        [
            .. from w in pool.WorkedUp.Reverse().Skip(skip).Take(PoolEndpoints.Page)
            let gave = w.Body.Yields.Select(y =>
                $"{y.Mass.Text}{(y.Fineness is { } f ? $", fineness {f.Text}" : ", not assayed")}: "
                + $"{Grams(y.Holds.Grams, y.Holds.Sigma, y.Holds.Element)}"
            )
            select new WorkedUpView(
                w.EntryId,
                w.At,
                w.By,
                w.Body.How,
                [.. gave],
                w.Body.Reason,
                Corrections.Refuse(state, w.EntryId) is null
            ),
        ];

    private static bool Precious(string element) => ElementAtWork.BySymbol.TryGetValue(element, out var e) && e.Precious is not null;

    private static string NameOf(State state, PooledHolding h) =>
        state.Batches[h.BatchId].Step(h.StepId).Outputs.FirstOrDefault(o => o.Output == h.Output)?.Name ?? h.Output;

    private static string Grams(double grams, double sigma, string element) =>
        $"{FigureText.ValueOnly(OverBatches.Mass(element, grams, sigma * sigma, ""))} {element}";

    internal static PoolShareView Share(State state, WorkedUpState w, string batchId, string element, IReadOnlyList<PoolShare> shares)
    {
        var batch = state.Batches[batchId];
        var name = BooksWords.NameOf(element);
        var now = batch.History.FindIndex(h => h.EntryId == w.EntryId);
        string At(int i) =>
            i < 0 || batch.History[i].Recoveries.FirstOrDefault(f => f.Label.EndsWith(name, StringComparison.Ordinal)) is not { } f
                ? ""
                : FigureText.WithRange(
                    Core.Quantities.Working.Given(
                            new Draws("pools").Spread(
                                "recovery",
                                new(Math.Min(f.Low, f.Likely), f.Likely, Math.Max(f.High, f.Likely)),
                                Spread.Shift
                            ),
                            Dimension.None,
                            f.Label,
                            ""
                        )
                        .Percent(f.Label)
                );
        return new(
            batchId,
            batch.Code,
            element,
            Grams(shares.Sum(s => s.BookedG), 0, element),
            Grams(shares.Sum(s => s.Grams), Math.Sqrt(shares.Sum(s => s.Sigma * s.Sigma)), element),
            now < 0 ? "" : At(now - 1),
            At(now)
        );
    }
}
