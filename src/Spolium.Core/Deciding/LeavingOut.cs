using Spolium.Core.Journal;

namespace Spolium.Core.Deciding;

/// <summary>Which closed batches practice is learned from.</summary>
public static class LeavingOut
{
    /// <summary>A batch is left out of learning, or counts again.</summary>
    public static Decision Decide(State state, string batchId, string? reason, bool counts)
    {
        if (!state.Batches.TryGetValue(batchId, out var batch) || batch.ClosedAt is null)
            return Decision.Refuse("batchId", "there is no such closed batch", "choose one of the list");
        if (counts != (batch.LeftOut is not null))
            return Decision.Refuse(
                "batchId",
                counts ? $"{batch.Code} counts already" : $"{batch.Code} is left out already",
                "look at the list again"
            );
        if (!counts && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "leaving a batch out needs a reason", "say what was different in it");
        return Decision.Write(new LeftOutOfLearning(batchId, counts ? null : reason!.Trim()));
    }
}
