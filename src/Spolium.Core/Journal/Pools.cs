using System.Collections.Immutable;

namespace Spolium.Core.Journal;

/// <summary>What a batch gave to a shared holding.</summary>
public sealed record PooledHolding(
    string BatchId,
    string StepId,
    string Output,
    ImmutableList<ElementEstimate> Holds,
    DateTimeOffset At,
    string EntryId
)
{
    /// <summary>All that it held; null where nobody kept it.</summary>
    public KeptCharge? Charge { get; init; }
}

/// <summary>A time that a shared holding was worked up.</summary>
/// <param name="From">What was in it.</param>
public sealed record WorkedUpState(PoolWorkedUp Body, ImmutableList<PooledHolding> From, DateTimeOffset At, string By, string EntryId);

/// <summary>A shared holding as the journal tells it.</summary>
/// <param name="Holds">What is in it now.</param>
public sealed record PoolState(
    string Id,
    string Code,
    string Kind,
    string Title,
    ImmutableList<PooledHolding> Holds,
    ImmutableList<WorkedUpState> WorkedUp,
    DateTimeOffset OpenedAt,
    string EntryId
)
{
    /// <summary>Lots that it was taken over as, each with what was in it.</summary>
    public ImmutableList<PoolTakenOver> TakenOver { get; init; } = [];
}

/// <summary>A time that a shared holding became a lot.</summary>
public sealed record PoolTakenOver(string LotId, string Code, ImmutableList<PooledHolding> From, DateTimeOffset At, string EntryId);

/// <summary>Where a side holding of a batch went, and what came back for it.</summary>
/// <param name="PoolId">Of a tub or pot, or of the lot that it became.</param>
public sealed record PooledState(string PoolId, string PoolCode, ImmutableList<ElementEstimate> Holds, string EntryId)
{
    /// <summary>It was taken over as a lot: no shares come back of it.</summary>
    public bool IsLot { get; init; }

    /// <summary>Shares of its working up; empty while it waits in the pool.</summary>
    public ImmutableList<PoolShare> Back { get; init; } = [];

    /// <summary>The entry that gave it back.</summary>
    public string? BackEntryId { get; init; }

    /// <summary>When it came back.</summary>
    public DateTimeOffset? BackAt { get; init; }
}

/// <summary>Recoveries of a closed batch as they stood from a moment on.</summary>
public sealed record RecoveryState(DateTimeOffset At, string Why, ImmutableList<Figure> Recoveries, string EntryId);
