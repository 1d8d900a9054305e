using System.Collections.Immutable;

namespace Spolium.Core.Journal.Folds;

/// <summary>What the shop keeps beside lots, batches and bottles, entry by entry: kinds of scrap, prices, plans, tried steps,
/// vessels.</summary>
internal static class ShopFolds
{
    public static OwnMaterial? Material(OwnMaterial? was, Entry entry, EntryBody body) =>
        body switch
        {
            MaterialKept b => new(b.Material, b.CopyOf, entry.Id),
            MaterialDropped => null,
            _ => was,
        };

    public static SavedPlan? Plan(SavedPlan? was, Entry entry, EntryBody body) =>
        body switch
        {
            PlanSaved b => new(b, b.Title, entry.OccurredAt, entry.By, entry.Id),
            PlanRenamed b => was is null ? null : was with { Title = b.Title },
            PlanDropped => null,
            _ => was,
        };

    public static KeptState? Kept(KeptState? was, Entry entry, EntryBody body) =>
        body is StepKept b ? new(b, entry.OccurredAt, entry.By, entry.Id) : was;

    public static OwnVessel? Vessel(OwnVessel? was, Entry entry, EntryBody body) =>
        body switch
        {
            // A vessel that came with a batch from elsewhere does not change one of this shop.
            VesselNamed when entry.Brought && was is not null => was,
            VesselNamed b => new(
                b.VesselId,
                Vessels.Vessel.Find(b.Kind, b.NominalMl) ?? new(b.Kind, b.NominalMl, 0, 1, "as written"),
                b.Tare,
                entry.Id
            ),
            VesselGone => null,
            _ => was,
        };

    // What another shop may do opens nothing here.
    public static OwnLicence? Licence(OwnLicence? was, Entry entry, EntryBody body) =>
        body switch
        {
            _ when entry.Brought => was,
            LicenceHeld b => new(b, entry.RecordedAt, entry.Id, null),
            LicenceEnded b => was is null ? null : was with { Ended = b.Why },
            _ => was,
        };

    public static LoweredLimit? Limit(LoweredLimit? was, Entry entry, EntryBody body) =>
        body is LimitLowered b && !entry.Brought ? new(b.Most, entry.Id) : was;

    /// <summary>Price lists, oldest first: a list that is written down late takes its place by when it began to hold.</summary>
    public static ImmutableList<PricesState> Prices(ImmutableList<PricesState>? was, Entry entry, EntryBody body) =>
        body is PricesKept b ? [.. (was ?? []).Add(new(b.List, entry.OccurredAt, entry.Id)).OrderBy(p => p.From)] : was ?? [];
}
