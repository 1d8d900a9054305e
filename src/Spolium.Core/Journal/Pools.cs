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

    /// <summary>When it came back.</summary>
    public DateTimeOffset? BackAt { get; init; }
}

/// <summary>Recoveries of a closed batch as they stood from a moment on.</summary>
public sealed record RecoveryState(DateTimeOffset At, string Why, ImmutableList<Figure> Recoveries, string EntryId);
