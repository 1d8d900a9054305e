using System.Collections.Immutable;
using Spolium.Core.Vessels;

namespace Spolium.Core.Journal;

/// <summary>A price list and since when it holds.</summary>
public sealed record PricesState(PriceList List, DateTimeOffset From, string EntryId);

/// <summary>A kind of scrap of the shop's own.</summary>
public sealed record OwnMaterial(Material Material, string? CopyOf, string EntryId);

/// <summary>A plan that was put by.</summary>
public sealed record SavedPlan(PlanSaved Plan, string Title, DateTimeOffset At, string By, string EntryId);

/// <summary>A step tried by itself that somebody kept.</summary>
public sealed record KeptState(StepKept Step, DateTimeOffset At, string By, string EntryId);

/// <summary>A vessel that the shop has.</summary>
public sealed record OwnVessel(string Id, Vessel Kind, TypedNumber? Tare, string EntryId);

/// <summary>A licence of the shop.</summary>
/// <param name="Written">When it was typed: it opens nothing that happened before.</param>
/// <param name="Ended">Why it holds no more; null while it does.</param>
public sealed record OwnLicence(LicenceHeld Held, DateTimeOffset Written, string EntryId, string? Ended)
{
    public bool HoldsOn(DateTimeOffset time) =>
        Ended is null && DateOnly.FromDateTime(time.DateTime) is var day && day >= Held.From && day <= Held.Until;
}

/// <summary>A limit that the shop set lower.</summary>
public sealed record LoweredLimit(TypedNumber Most, string EntryId);

/// <summary>A closed batch of this shop as learning sees it.</summary>
/// <param name="Kind">Kind of scrap of its first lot; null where it was fed from what the house had.</param>
public sealed record BatchPractice(
    string BatchId,
    string Code,
    DateTimeOffset ClosedAt,
    ImmutableList<PracticeSeen> Seen,
    string? LeftOut,
    string? Kind = null
);

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

    /// <summary>Licences that the shop has or had, by id.</summary>
    public ImmutableDictionary<string, OwnLicence> Licences
    {
        get => Seen(field, "licence:*");
        init;
    } = ImmutableDictionary<string, OwnLicence>.Empty;

    /// <summary>Limits of work that the shop has lowered.</summary>
    public ImmutableDictionary<string, LoweredLimit> Limits
    {
        get => Seen(field, "limit:*");
        init;
    } = ImmutableDictionary<string, LoweredLimit>.Empty;

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
