using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>A wrong weighing of a closed step is put right: by a proposal of the slip search that somebody accepts, or by hand.</summary>
public static class PuttingRight
{
    /// <param name="readingEntryId">The entry of the weighing (of the feed: the start of the batch), or of what put it right
    /// before.</param>
    /// <param name="becomes">What it should have been; without a ± it keeps that of the reading.</param>
    /// <param name="slip">Kind of the slip; null by hand.</param>
    /// <param name="kept">Why it is so although it cannot be: more than went in, or too little for what was weighed after it.</param>
    public static Decision Decide(
        Ledger ledger,
        BatchState batch,
        string readingEntryId,
        TypedNumber becomes,
        string? slip,
        string? reason,
        string? kept = null
    )
    {
        var sketch = RightReading.Sketch(ledger, batch, readingEntryId, becomes, slip, reason, kept);
        return sketch.Body is ReadingPutRight body && batch.ClosedAt is not null
            ? Decision.Write(RightReading.Restated(ledger, body))
            : sketch;
    }

    internal static Decision Reckoned(State state, BatchState batch, BatchState after, ReadingPutRight body)
    {
        var steps = RightReading.Restated(state, after, body.StepId);
        after = steps.Aggregate(after, (b, r) =>
            b with
            {
                Steps = b.Steps.SetItem(r.StepId, b.Steps[r.StepId] with { Outputs = [.. r.Outputs], Covariances = [.. r.Covariances] }),
            }
        );
        return Decision.Write(
            body with
            {
                Steps = steps,
                ChiSquare = ReconciledBatch.Of(state, batch).Fit.ChiSquare,
                ChiSquareAfter = ReconciledBatch.Flowing(state, after).Fit.ChiSquare,
            }
        );
    }

    /// <summary>Streams that putting a reading right writes to: the batch's; its lot's where it is the feed; those of pools in which its
    /// leavings wait.</summary>
    public static IReadOnlyList<string> Streams(State state, string batchId, string readingEntryId) =>
        !state.Batches.TryGetValue(batchId, out var batch)
            ? [Entry.BatchStream(batchId)]
            :
            [
                Entry.BatchStream(batchId),
                .. batch.FeedBy == readingEntryId ? batch.Feeds.Select(f => Entry.LotStream(f.Id)).Distinct() : [],
                .. batch
                    .Pooled.Values.Where(p => p.Back.IsEmpty)
                    .Select(p => p.IsLot ? Entry.LotStream(p.PoolId) : Entry.PoolStream(p.PoolId))
                    .Distinct()
                    .Order(StringComparer.Ordinal),
            ];

    /// <summary>The readings disagree and are right: something was truly lost, or came in by another way.</summary>
    public static Decision Stand(State state, BatchState batch, string? reason) =>
        ReconciledBatch.Of(state, batch).AddsUp ? Decision.Refuse("batchId", "its readings agree", "there is nothing to explain")
        : string.IsNullOrWhiteSpace(reason) ? Decision.Refuse("reason", "why are they right?", "say what became of the metal")
        : Decision.Write(new ReadingsStand(batch.Id, reason.Trim(), batch.Summary));

    /// <summary>The ledger as it would be with the reading put right; nothing is written.</summary>
    public static Ledger Preview(Ledger ledger, ReadingPutRight body) =>
        ledger.Foreseen(body, Entry.BatchStream(body.BatchId), DateTimeOffset.UnixEpoch, "");

    internal static string Why(string? slip, string? reason)
    {
        var title = slip is null ? null : SlipKind.All[slip].Title;
        return string.IsNullOrWhiteSpace(reason) ? title!
            : title is null ? reason.Trim()
            : $"{title}; {reason.Trim()}";
    }
}
