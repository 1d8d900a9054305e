using System.Collections.Immutable;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Planning;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Vessels;

namespace Spolium.Core.Journal;

/// <summary>A lot as the journal tells it.</summary>
/// <param name="Left">What has not been split off or taken by a batch, in the unit of its amount (g or mL).</param>
public sealed record LotState(string Id, string Code, string Title, string Material, TypedNumber Amount, double Left, Content Content, TypedNumber? Thickness,
    ImmutableList<ElementEstimate> Believed, DateTimeOffset ReceivedAt, string? PartOf, ImmutableList<string> Parts, ImmutableList<string> Batches, string EntryId)
{
    /// <summary>True when what would be left of a lot is below any balance's reach: the last batch takes the lot whole.</summary>
    public static bool IsNothing(double left, LotState lot) => left < 1e-6 * Math.Max(1, lot.Amount.Value);
}

public sealed record ReadingState(string Kind, TypedNumber Value, DateTimeOffset At, string EntryId);

/// <summary>A step of a batch as the journal tells it.</summary>
public sealed record StepState(string Id, FrozenPlan? Frozen, DateTimeOffset? BegunAt, DateTimeOffset? ClosedAt, ImmutableList<Pour> Pours,
    ImmutableDictionary<string, DateTimeOffset> Signs, ImmutableList<ReadingState> Readings, ImmutableDictionary<string, TypedNumber> Weighed,
    ImmutableDictionary<string, string> WeighedBy, ImmutableList<HoldingEstimate> Outputs, DateTimeOffset? LastAt)
{
    public static StepState New(string id) => new(id, null, null, null, [], ImmutableDictionary<string, DateTimeOffset>.Empty, [], ImmutableDictionary<string, TypedNumber>.Empty, ImmutableDictionary<string, string>.Empty, [], null);

    public bool Begun => BegunAt is not null;
    public bool Closed => ClosedAt is not null;

    public Facts Facts => new(Pours, Signs.Keys.ToHashSet(), Weighed, Begun, Closed, LastAt);
}

/// <summary>A step tried by itself that somebody kept.</summary>
public sealed record KeptState(StepKept Step, DateTimeOffset At, string By, string EntryId);

/// <summary>A vessel that the shop has.</summary>
public sealed record OwnVessel(string Id, Vessel Kind, TypedNumber? Tare, string EntryId);

/// <summary>A weighed product.</summary>
public sealed record ProductState(string StepId, string Output, TypedNumber Mass, TypedNumber? Fineness, ImmutableList<ElementEstimate> Holds, string EntryId);

/// <summary>A batch as the journal tells it.</summary>
public sealed record BatchState(string Id, string Code, string Title, ImmutableList<Feed> Feeds, Route Route, ImmutableList<Bottle> Bottles, double BalanceStepG,
    ImmutableList<ElementEstimate> Believed, ImmutableDictionary<string, StepState> Steps, ProductState? Product, DateTimeOffset StartedAt, DateTimeOffset? ClosedAt, ImmutableList<Figure> Recoveries)
{
    public StepState Step(string id) => Steps.GetValueOrDefault(id) ?? StepState.New(id);

    /// <summary>The first step that is not closed, or null when all are.</summary>
    public RouteStep? Current => Route.Steps.FirstOrDefault(s => !Step(s.Id).Closed);

    public IReadOnlyDictionary<string, Facts> Facts => Steps.ToDictionary(s => s.Key, s => s.Value.Facts);
}

/// <summary>What the journal tells: lots, batches, the shelf, and the entries themselves. The metal book is kept beside it (Accounts).</summary>
public sealed record State(ImmutableDictionary<string, LotState> Lots, ImmutableDictionary<string, BatchState> Batches, ImmutableDictionary<string, ShelfBottle> Shelf,
    ImmutableList<Entry> Entries, ImmutableDictionary<string, Entry> ById, ImmutableDictionary<string, long> Versions, ImmutableDictionary<string, string> CorrectedBy, ImmutableDictionary<string, KeptState> Kept, ImmutableDictionary<string, OwnVessel> Vessels)
{
    public static readonly State Empty = new(ImmutableDictionary<string, LotState>.Empty, ImmutableDictionary<string, BatchState>.Empty, ImmutableDictionary<string, ShelfBottle>.Empty, [],
        ImmutableDictionary<string, Entry>.Empty, ImmutableDictionary<string, long>.Empty, ImmutableDictionary<string, string>.Empty, ImmutableDictionary<string, KeptState>.Empty, ImmutableDictionary<string, OwnVessel>.Empty);

    public long Version(string stream) => Versions.GetValueOrDefault(stream);
}
