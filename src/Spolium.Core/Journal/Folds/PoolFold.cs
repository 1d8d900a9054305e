namespace Spolium.Core.Journal.Folds;

/// <summary>A shared holding, entry by entry.</summary>
internal static class PoolFold
{
    public static PoolState? Apply(string id, PoolState? pool, Entry entry, EntryBody body) =>
        body switch
        {
            PoolOpened b => new(id, b.Code, b.Kind, b.Title, [], [], entry.OccurredAt, entry.Id),
            _ when pool is null => null,
            PutIntoPool b => pool with
            {
                Holds = pool.Holds.Add(new(b.BatchId, b.StepId, b.Output, [.. b.Holds], entry.OccurredAt, entry.Id) { Charge = b.Charge }),
            },
            // What became of its batches stands with them.
            PoolWorkedUp b => pool with
            {
                Holds = [],
                WorkedUp = pool.WorkedUp.Add(new(b with { Batches = [] }, pool.Holds, entry.OccurredAt, entry.By, entry.Id)),
            },
            LotTakenOver b => pool with
            {
                Holds = [],
                TakenOver = pool.TakenOver.Add(new(b.LotId, b.Code, pool.Holds, entry.OccurredAt, entry.Id)),
            },
            // A leaving that waits here holds something else than was believed when it went in.
            ReadingPutRight b => pool with { Holds = [.. pool.Holds.Select(h => Restated(h, b))] },
            _ => pool,
        };

    private static PooledHolding Restated(PooledHolding holding, ReadingPutRight b) =>
        holding.BatchId == b.BatchId
        && b.Steps.FirstOrDefault(s => s.StepId == holding.StepId)?.Outputs.FirstOrDefault(o => o.Output == holding.Output) is { } now
            ? holding with
            {
                Holds = [.. now.Holds],
            }
            : holding;
}
