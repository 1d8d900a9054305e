using System.Collections.Immutable;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Vessels;

namespace Spolium.Core.Journal;

/// <summary>A lot as the journal tells it.</summary>
/// <param name="Left">What has not been split off or taken by a batch, in the unit of its amount (g or mL).</param>
public sealed record LotState(
    string Id,
    string Code,
    string Title,
    string Material,
    TypedNumber Amount,
    double Left,
    Content Content,
    TypedNumber? Thickness,
    ImmutableList<ElementEstimate> Believed,
    DateTimeOffset ReceivedAt,
    string? PartOf,
    ImmutableList<string> Parts,
    ImmutableList<string> Batches,
    string EntryId
)
{
    /// <summary>Its content is its own: a part with another belief than the lot that it comes from.</summary>
    public bool OwnContent { get; init; }

    /// <summary>What was taken out when it was sorted.</summary>
    public ImmutableList<RemovedPart> Removed { get; init; } = [];

    /// <summary>Of a pool: how much of which lot is in it.</summary>
    public ImmutableList<LotAmount> Sources { get; init; } = [];

    /// <summary>Where in the house it comes from; null for what was received.</summary>
    public Feed? From { get; init; }

    /// <summary>Lots that it was poured together into, with others.</summary>
    public ImmutableList<string> PooledInto { get; init; } = [];

    public int? Pieces { get; init; }

    /// <summary>What it waits for; null when it waits for nothing.</summary>
    public string? WaitsFor { get; init; }

    /// <summary>What somebody offers for it as it is.</summary>
    public LotOffered? Offer { get; init; }

    public ImmutableList<LotPhotographed> Photos { get; init; } = [];

    /// <summary>Beliefs of its content since it came, newest last.</summary>
    public ImmutableList<BeliefState> Beliefs { get; init; } = [];

    /// <summary>Something has been taken of it: what it holds can no longer be believed anew.</summary>
    public bool Touched => Parts.Count + Batches.Count + PooledInto.Count > 0;

    /// <summary>True when what would be left of a lot is below any balance's reach: the last batch takes the lot whole.</summary>
    public static bool IsNothing(double left, LotState lot) => left < 1e-6 * Math.Max(1, lot.Amount.Value);
}

/// <summary>A belief of a lot's content, and how it came.</summary>
public sealed record BeliefState(Content Content, string How, string Reason, int? Pieces, DateTimeOffset At, string EntryId);

/// <summary>A price list and since when it holds.</summary>
public sealed record PricesState(PriceList List, DateTimeOffset From, string EntryId);

/// <summary>A kind of scrap of the shop's own.</summary>
public sealed record OwnMaterial(Material Material, string? CopyOf, string EntryId);

/// <summary>A plan that was put by.</summary>
public sealed record SavedPlan(PlanSaved Plan, string Title, DateTimeOffset At, string By, string EntryId);

public sealed record ReadingState(string Kind, TypedNumber Value, DateTimeOffset At, string EntryId);

/// <summary>A step of a batch as the journal tells it.</summary>
public sealed record StepState(
    string Id,
    BegunPlan? Plan,
    DateTimeOffset? BegunAt,
    DateTimeOffset? ClosedAt,
    ImmutableList<Pour> Pours,
    ImmutableDictionary<string, DateTimeOffset> Signs,
    ImmutableList<ReadingState> Readings,
    ImmutableDictionary<string, TypedNumber> Weighed,
    ImmutableDictionary<string, string> WeighedBy,
    ImmutableList<HoldingEstimate> Outputs,
    DateTimeOffset? LastAt
)
{
    public static StepState New(string id) =>
        new(
            id,
            null,
            null,
            null,
            [],
            ImmutableDictionary<string, DateTimeOffset>.Empty,
            [],
            ImmutableDictionary<string, TypedNumber>.Empty,
            ImmutableDictionary<string, string>.Empty,
            [],
            null
        );

    /// <summary>Given up: its vessel's contents stay together.</summary>
    public bool GivenUp { get; init; }

    /// <summary>Covariances of what it made, by element.</summary>
    public ImmutableList<HoldingCovariance> Covariances { get; init; } = [];

    /// <summary>Crowns paid outside for it.</summary>
    public TypedNumber? Fee { get; init; }

    /// <summary>Liquors that were tested for a metal.</summary>
    public ImmutableList<LiquorBracket> Tests { get; init; } = [];

    public bool Begun => BegunAt is not null;
    public bool Closed => ClosedAt is not null;

    public Facts Facts =>
        new(Pours, Signs.Keys.ToHashSet(), Weighed, Begun, Closed, LastAt)
        {
            GivenUp = GivenUp,
            Tests = Tests,
            Plan = Plan,
        };
}

/// <summary>A step tried by itself that somebody kept.</summary>
public sealed record KeptState(StepKept Step, DateTimeOffset At, string By, string EntryId);

/// <summary>A vessel that the shop has.</summary>
public sealed record OwnVessel(string Id, Vessel Kind, TypedNumber? Tare, string EntryId);

/// <summary>A reading that was put right, and when.</summary>
public sealed record PutRightState(ReadingPutRight Body, DateTimeOffset At, string By, string EntryId);

/// <summary>Somebody said that readings which disagree are right.</summary>
public sealed record StandsState(string Reason, DateTimeOffset At, string By, string EntryId);

/// <summary>A weighed product.</summary>
public sealed record ProductState(
    string StepId,
    string Output,
    TypedNumber Mass,
    TypedNumber? Fineness,
    ImmutableList<ElementEstimate> Holds,
    string EntryId
);

/// <summary>A batch as the journal tells it.</summary>
public sealed record BatchState(
    string Id,
    string Code,
    string Title,
    ImmutableList<Feed> Feeds,
    Route Route,
    ImmutableList<Bottle> Bottles,
    double BalanceStepG,
    ImmutableList<ElementEstimate> Believed,
    ImmutableDictionary<string, StepState> Steps,
    ProductState? Product,
    DateTimeOffset StartedAt,
    DateTimeOffset? ClosedAt,
    ImmutableList<Figure> Recoveries
)
{
    /// <summary>The saved plan that it was started from.</summary>
    public string? PlanId { get; init; }

    /// <summary>The file that it came with, where it is a batch of another shop.</summary>
    public BatchFile? BroughtIn { get; init; }

    /// <summary>The entry that measured the feed: that of the start, or what put it right.</summary>
    public string? FeedBy { get; init; }

    /// <summary>Readings that were put right after their step had closed, oldest first.</summary>
    public ImmutableList<PutRightState> PutRight { get; init; } = [];

    /// <summary>What practice had taught when it began; null in journals of schema 1, which are asked again.</summary>
    public Practice? GoesBy { get; init; }

    /// <summary>What the books keep of it; null while it is open.</summary>
    public BatchSummary? Summary { get; init; }

    /// <summary>Figures of practice that it showed when it closed.</summary>
    public ImmutableList<PracticeSeen> Practice { get; init; } = [];

    /// <summary>Side holdings that went into shared ones, by holding.</summary>
    public ImmutableDictionary<string, PooledState> Pooled { get; init; } = ImmutableDictionary<string, PooledState>.Empty;

    /// <summary>Recoveries since it closed, each with why they were restated; the last are those that hold.</summary>
    public ImmutableList<RecoveryState> History { get; init; } = [];

    /// <summary>The batch with other recoveries from now on.</summary>
    internal BatchState Restated(Entry entry, string why, IEnumerable<Figure> recoveries)
    {
        ImmutableList<Figure> now = [.. recoveries];
        return this with { Recoveries = now, History = History.Add(new(entry.OccurredAt, why, now, entry.Id)) };
    }

    /// <summary>Why it teaches nothing; null where it counts.</summary>
    public string? LeftOut { get; init; }

    /// <summary>Why its readings disagree and are right all the same; null where nobody said so.</summary>
    public StandsState? Stands { get; init; }

    public StepState Step(string id) => Steps.GetValueOrDefault(id) ?? StepState.New(id);

    /// <summary>The first step that is not closed, or null when all are.</summary>
    public RouteStep? Current => Route.Steps.FirstOrDefault(s => !Step(s.Id).Closed);

    public IReadOnlyDictionary<string, Facts> Facts => Steps.ToDictionary(s => s.Key, s => s.Value.Facts);
}

/// <summary>A closed batch of this shop as learning sees it.</summary>
public sealed record BatchPractice(string BatchId, string Code, DateTimeOffset ClosedAt, ImmutableList<PracticeSeen> Seen, string? LeftOut);

/// <summary>What the journal tells: lots, batches, the shelf, and what was written. The metal book is kept beside it (Accounts).</summary>
public sealed record State(Streams<LotState> Lots, Streams<BatchState> Batches, Streams<ShelfBottle> Shelf, EntryLog Entries)
{
    public static State Empty => new(Streams<LotState>.Empty, Streams<BatchState>.Empty, Streams<ShelfBottle>.Empty, EntryLog.Nothing);

    /// <summary>What was reckoned from it and from the states that it grew from.</summary>
    public Memory Memory { get; init; } = new();

    /// <summary>Steps that were tried by themselves and kept.</summary>
    public ImmutableDictionary<string, KeptState> Kept
    {
        get => Seen(field, "kept:*");
        init;
    } = ImmutableDictionary<string, KeptState>.Empty;

    public ImmutableDictionary<string, OwnVessel> Vessels
    {
        get => Seen(field, "vessel:*");
        init;
    } = ImmutableDictionary<string, OwnVessel>.Empty;

    /// <summary>The shop's own kinds of scrap, by id.</summary>
    public ImmutableDictionary<string, OwnMaterial> Materials
    {
        get => Seen(field, "material:*");
        init;
    } = ImmutableDictionary<string, OwnMaterial>.Empty;

    /// <summary>Price lists, oldest first.</summary>
    public ImmutableList<PricesState> Prices
    {
        get => Seen(field, Entry.PricesStream);
        init;
    } = [];

    /// <summary>Shared holdings: filter tubs, stock pots.</summary>
    public Streams<PoolState> Pools { get; init; } = Streams<PoolState>.Empty;

    public ImmutableDictionary<string, SavedPlan> Plans
    {
        get => Seen(field, "plan:*");
        init;
    } = ImmutableDictionary<string, SavedPlan>.Empty;

    /// <summary>Closed batches that showed figures of practice, by when they closed.</summary>
    public ImmutableList<BatchPractice> Practice
    {
        get => Seen(field, Reads.Practice);
        init;
    } = [];

    /// <summary>The price list that holds now; null while there is none.</summary>
    public PricesState? PricesNow => Prices.IsEmpty ? null : Prices[^1];

    public long Version(string stream) => Entries.Version(stream);

    /// <summary>The same, and what is read of it is noted, also in the states that grow from it.</summary>
    public State Watched(Reads by) =>
        this with
        {
            Lots = Lots.Watched(by, "lot"),
            Batches = Batches.Watched(by, "batch"),
            Shelf = Shelf.Watched(by, "bottle"),
            Pools = Pools.Watched(by, "pool"),
            Entries = Entries.Watched(by),
            watching = by,
        };

    // Shelves of a shop that are small are noted whole.
    private Reads? watching;

    private T Seen<T>(T value, string what)
    {
        watching?.Note(what);
        return value;
    }
}
