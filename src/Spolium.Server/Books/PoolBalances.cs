using Spolium.Core.Chemistry;
using Spolium.Core.Learning;
using Spolium.Core.Reconciling;

namespace Spolium.Server.Books;

/// <summary>A shared holding reconciled with its batches, as it is shown.</summary>
public static class PoolBalances
{
    public static PoolBalanceView? Of(State state, PoolState pool, WorkedUpState? worked, ShownFigures figures)
    {
        var holds = worked?.From ?? pool.Holds;
        if (holds.IsEmpty || MetalOf(holds, worked) is not { } element)
            return null;
        if (ReconciledPool.Of(state, pool, worked) is not { } book)
            return new(
                element,
                BooksWords.NameOf(element),
                [],
                null,
                null,
                $"Its leavings are of more than {ReconciledPool.Most} batches, which are not reconciled together: the book alone "
                    + "tells what "
                    + $"{(worked is null ? "is" : "was")} in it.",
                null
            );
        var (key, name) = ($"{pool.Id}/balance/{worked?.EntryId}", BooksWords.NameOf(element));
        FigureView? Shown(string arc, string what) =>
            book.Fit.Flow(arc, element) is { Grams: { } g, Sigma: { } s }
                ? figures.Add(
                    $"{key}/{arc}",
                    OverBatches.Mass(
                        $"{name} in {what}",
                        Math.Max(0, g),
                        s * s,
                        $"reconciled from {book.Fit.Readings.Count} readings of "
                            + $"{book.Leavings.Select(l => l.BatchId).Distinct().Count()} batches and of {pool.Code}; how: "
                            + "docs/reconciliation.md"
                    )
                )
                : null;
        return new(
            element,
            name,
            [.. book.Leavings.Select(l => new PoolFlowView(l.BatchId, l.Code, l.Name, Shown(l.Arc, $"{l.Name} of {l.Code}")))],
            Shown(ReconciledPool.Out, worked is null ? $"{pool.Code}, to come" : $"what {pool.Code} gave"),
            book.Fit.Passes,
            Sentence(book, worked, element, name),
            book.Proposals.Count == 0 ? null : Slip(book, worked!)
        );
    }

    // Of several the one that is worth most is drawn.
    private static string? MetalOf(IReadOnlyList<PooledHolding> holds, WorkedUpState? worked)
    {
        var there = worked?.Body.Yields.Select(y => y.Holds.Element).ToList()
            ?? [.. holds.SelectMany(h => h.Holds).Where(e => e.Grams > 0).Select(e => e.Element)];
        return ElementAtWork.Nobles.FirstOrDefault(there.Contains) ?? there.FirstOrDefault();
    }

    private static string Sentence(ReconciledPool book, WorkedUpState? worked, string element, string name)
    {
        if (!book.Expected.TryGetValue(element, out var expected))
            return $"What the batches brought of {name} cannot be told.";
        var told = FigureText.WithRange(OverBatches.Mass(name, expected.Grams, expected.Sigma * expected.Sigma, ""));
        if (worked is null)
            return $"By the readings of its batches together {told} of {name} should come of it.";
        var (chi, limit) = (FigureText.Number(book.Fit.ChiSquare, 1), FigureText.Number(book.Fit.Limit, 1));
        return $"The batches by themselves say {told}; with what it gave they "
            + $"{(book.Fit.Passes ? $"agree ({chi}, up to {limit} is usual)" : $"do not agree ({chi}, only up to {limit} is usual)")}.";
    }

    private static string Slip(ReconciledPool book, WorkedUpState worked)
    {
        var (was, fits) = book.Fitting(worked);
        return $"{was.Text}: {fits} would fit, {SlipKind.All[book.Proposals[0].Slip.Kind].Title}. If so, take the working up back and "
            + "write it anew.";
    }
}
