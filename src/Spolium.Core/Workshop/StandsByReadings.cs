using Spolium.Core.Journal;
using Spolium.Core.Reconciling;

namespace Spolium.Core.Workshop;

/// <summary>
/// What stands in holdings, by all readings of a batch together: a method told it by what was believed of the feed when its step closed,
/// and what was weighed since may say otherwise. Where the readings disagree the methods' own stands.
/// </summary>
internal static class StandsByReadings
{
    /// <summary>Grams of a metal in some holdings of a batch.</summary>
    /// <param name="booked">The same by the book: what the methods told.</param>
    internal static Working Of(
        State state,
        BatchState batch,
        string element,
        Draws draws,
        IReadOnlyList<HoldingBalance> stand,
        Working booked
    )
    {
        if (!batch.Metals.Contains(element) || !ReconciledBatch.Agrees(state, batch))
            return booked;
        var book = ReconciledBatch.Of(state, batch);
        Working Grams(HoldingBalance h) =>
            book.Flows.Places.FirstOrDefault(p => p.Arc == Route.Holding(h.StepId, h.Output)) is { } place
                ? book.Grams(draws, place, element) ?? h.Grams
                : h.Grams;
        return Working.Sum(stand.Select(Grams), Dimension.Mass).Named("stands in holdings, by the readings");
    }
}
