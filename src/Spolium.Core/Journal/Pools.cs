using System.Collections.Immutable;
using Spolium.Core.Quantities;

namespace Spolium.Core.Journal;

/// <summary>A shared holding of the shop: a filter tub, a stock pot, pooled washes.</summary>
/// <param name="Kind">One of <see cref="Kinds"/>.</param>
public sealed record PoolOpened(string PoolId, string Code, string Kind, string Title) : EntryBody
{
    public static readonly IReadOnlyList<string> Kinds = ["filter tub", "stock pot", "pooled washes"];
}

/// <summary>A side holding of a batch goes into a shared one, with what the book has of it.</summary>
public sealed record PutIntoPool(string PoolId, string BatchId, string StepId, string Output, IReadOnlyList<ElementEstimate> Holds) : EntryBody;

/// <summary>Metal that a shared holding gave.</summary>
/// <param name="Fineness">Null where nobody assayed it.</param>
public sealed record PoolYield(TypedNumber Mass, TypedNumber? Fineness, ElementEstimate Holds);

/// <summary>What one holding of one batch had by the book, and what is given back for it: in proportion to the book.</summary>
public sealed record PoolShare(string BatchId, string StepId, string Output, string Element, double BookedG, double Grams, double Sigma);

/// <summary>A closed batch's recoveries as they then stand.</summary>
/// <param name="Practice">What it then shows of practice.</param>
public sealed record BatchRestated(string BatchId, IReadOnlyList<Figure> Recoveries, IReadOnlyList<PracticeSeen>? Practice = null);

/// <summary>A shared holding was worked up and stands empty; what it gave is shared back to the batches that fed it, and their recoveries are restated.</summary>
/// <param name="Reason">Why more than the book can have was kept.</param>
public sealed record PoolWorkedUp(string PoolId, IReadOnlyList<PoolYield> Yields, string How, IReadOnlyList<PoolShare> Shares, IReadOnlyList<BatchRestated> Batches, string? Reason = null) : EntryBody;

/// <summary>What a batch gave to a shared holding.</summary>
public sealed record PooledHolding(string BatchId, string StepId, string Output, ImmutableList<ElementEstimate> Holds, DateTimeOffset At, string EntryId);

/// <summary>A time that a shared holding was worked up.</summary>
/// <param name="From">What was in it.</param>
public sealed record WorkedUpState(PoolWorkedUp Body, ImmutableList<PooledHolding> From, DateTimeOffset At, string By, string EntryId);

/// <summary>A shared holding as the journal tells it.</summary>
/// <param name="Holds">What is in it now.</param>
public sealed record PoolState(string Id, string Code, string Kind, string Title, ImmutableList<PooledHolding> Holds, ImmutableList<WorkedUpState> WorkedUp, DateTimeOffset OpenedAt, string EntryId);

/// <summary>Where a side holding of a batch went, and what came back for it.</summary>
public sealed record PooledState(string PoolId, string PoolCode, ImmutableList<ElementEstimate> Holds, string EntryId)
{
    /// <summary>Shares of its working up; empty while it waits in the pool.</summary>
    public ImmutableList<PoolShare> Back { get; init; } = [];

    /// <summary>The entry that gave it back.</summary>
    public string? BackEntryId { get; init; }
}

/// <summary>Recoveries of a closed batch as they stood from a moment on.</summary>
public sealed record RecoveryState(DateTimeOffset At, string Why, ImmutableList<Figure> Recoveries, string EntryId);

/// <summary>Shared holdings in the replay.</summary>
internal static class PoolReplay
{
    public static State Open(State state, Entry entry, PoolOpened b) => state with { Pools = state.Pools.SetItem(b.PoolId, new(b.PoolId, b.Code, b.Kind, b.Title, [], [], entry.OccurredAt, entry.Id)) };

    // A batch of another shop speaks of a pool that stands there.
    public static State PutIn(State state, Entry entry, PutIntoPool b)
    {
        var pool = state.Pools.GetValueOrDefault(b.PoolId);
        var holding = new PooledHolding(b.BatchId, b.StepId, b.Output, [.. b.Holds], entry.OccurredAt, entry.Id);
        var next = pool is null ? state : state with { Pools = state.Pools.SetItem(pool.Id, pool with { Holds = pool.Holds.Add(holding) }) };
        return Batch(next, b.BatchId, x => x with { Pooled = x.Pooled.SetItem(Planning.Route.Holding(b.StepId, b.Output), new(b.PoolId, pool?.Code ?? b.PoolId, [.. b.Holds], entry.Id)) });
    }

    public static State TakeOut(State state, Entry wrong, PutIntoPool b)
    {
        var pool = state.Pools[b.PoolId];
        var next = state with { Pools = state.Pools.SetItem(pool.Id, pool with { Holds = pool.Holds.RemoveAll(h => h.EntryId == wrong.Id) }) };
        return Batch(next, b.BatchId, x => x with { Pooled = x.Pooled.Remove(Planning.Route.Holding(b.StepId, b.Output)) });
    }

    public static State WorkUp(State state, Entry entry, PoolWorkedUp b)
    {
        var next = state;
        if (state.Pools.TryGetValue(b.PoolId, out var pool))
            next = state with { Pools = state.Pools.SetItem(pool.Id, pool with { Holds = [], WorkedUp = pool.WorkedUp.Add(new(b, pool.Holds, entry.OccurredAt, entry.By, entry.Id)) }) };
        foreach (var shares in b.Shares.GroupBy(s => (s.BatchId, Holding: Planning.Route.Holding(s.StepId, s.Output))))
            next = Batch(next, shares.Key.BatchId, x => x with { Pooled = x.Pooled.SetItem(shares.Key.Holding, x.Pooled[shares.Key.Holding] with { Back = [.. shares], BackEntryId = entry.Id }) });
        return b.Batches.Aggregate(next, (s, r) => Batch(s, r.BatchId, x => x.ClosedAt is null ? x : x.Restated(entry, $"{pool?.Code ?? b.PoolId} worked up", r.Recoveries) with { Practice = [.. r.Practice ?? x.Practice] }));
    }

    /// <summary>A leaving that waits in a pool holds something else than was believed when it went in.</summary>
    public static State Restate(State state, string batchId, string holding, IReadOnlyList<ElementEstimate> holds)
    {
        var pooled = state.Batches[batchId].Pooled[holding];
        var next = Batch(state, batchId, x => x with { Pooled = x.Pooled.SetItem(holding, pooled with { Holds = [.. holds] }) });
        return !state.Pools.TryGetValue(pooled.PoolId, out var pool) ? next
            : next with { Pools = next.Pools.SetItem(pool.Id, pool with { Holds = [.. pool.Holds.Select(h => h.EntryId == pooled.EntryId ? h with { Holds = [.. holds] } : h)] }) };
    }

    /// <summary>Leavings that wait in a pool and hold something else after a reading was put right.</summary>
    public static IEnumerable<(string Holding, IReadOnlyList<ElementEstimate> Holds)> Pooled(this ReadingPutRight b, BatchState batch) =>
        b.Steps.SelectMany(s => s.Outputs.Select(o => (Holding: Planning.Route.Holding(s.StepId, o.Output), o.Holds))).Where(x => batch.Pooled.TryGetValue(x.Holding, out var pooled) && pooled.Back.IsEmpty);

    /// <summary>The pool holds again what it held, and its batches' recoveries are as they were before.</summary>
    public static State TakeBack(State state, Entry wrong, PoolWorkedUp b)
    {
        var pool = state.Pools[b.PoolId];
        var was = pool.WorkedUp[^1];
        var next = state with { Pools = state.Pools.SetItem(pool.Id, pool with { Holds = [.. was.From, .. pool.Holds], WorkedUp = pool.WorkedUp.RemoveAt(pool.WorkedUp.Count - 1) }) };
        foreach (var shares in b.Shares.GroupBy(s => (s.BatchId, Holding: Planning.Route.Holding(s.StepId, s.Output))))
            next = Batch(next, shares.Key.BatchId, x => x with { Pooled = x.Pooled.SetItem(shares.Key.Holding, x.Pooled[shares.Key.Holding] with { Back = [], BackEntryId = null }) });
        return b.Batches.Aggregate(next, (s, r) => Batch(s, r.BatchId, x => x.RestatedLess(wrong.Id) with { Practice = [.. Before(b, x)] }));
    }

    /// <summary>When the leaving of a step was worked up.</summary>
    public static DateTimeOffset? Since(State state, BatchState batch, string stepId) =>
        batch.Pooled.Where(p => p.Key.StartsWith(stepId + "/", StringComparison.Ordinal) && p.Value.BackEntryId is not null).Select(p => state.ById.GetValueOrDefault(p.Value.BackEntryId!)?.OccurredAt).Max();

    // Of what was seen together, that of other pools stays.
    private static IEnumerable<PracticeSeen> Before(PoolWorkedUp b, BatchState batch)
    {
        var mine = b.Shares.Where(s => s.BatchId == batch.Id).Select(s => s.StepId).ToHashSet();
        return batch.Practice.Where(p => !p.Together || !mine.Contains(p.StepId));
    }

    private static State Batch(State state, string id, Func<BatchState, BatchState> change) =>
        state.Batches.TryGetValue(id, out var batch) ? state with { Batches = state.Batches.SetItem(id, change(batch)) } : state;
}
