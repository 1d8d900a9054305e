using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>A stream and the version that an entry makes of it; versions start at 1.</summary>
public sealed record StreamVersion(string Stream, long Version);

/// <summary>One record of the journal.</summary>
/// <param name="Id">Made by the client, so that a repeated request does nothing twice.</param>
/// <param name="Streams">The stream it belongs to; two when something moves between streams.</param>
/// <param name="OccurredAt">When it happened; may be earlier than when it was written.</param>
/// <param name="RecordedAt">When it was written.</param>
/// <param name="By">Initials.</param>
public sealed record Entry(
    string Id,
    IReadOnlyList<StreamVersion> Streams,
    DateTimeOffset OccurredAt,
    DateTimeOffset RecordedAt,
    string By,
    EntryBody Body
)
{
    /// <summary>Its place among all entries; given when it is written, and no part of what is written.</summary>
    [JsonIgnore]
    public long Order { get; init; }

    /// <summary>It was written in another shop and came here with a file.</summary>
    [JsonIgnore]
    public bool Brought { get; init; }

    /// <summary>Stands for the initials where the program itself wrote an entry.</summary>
    public const string Program = "auto";

    public static string LotStream(string lotId) => "lot:" + lotId;

    public static string BatchStream(string batchId) => "batch:" + batchId;

    public static string VesselStream(string vesselId) => "vessel:" + vesselId;

    public static string LicenceStream(string licenceId) => "licence:" + licenceId;

    public static string LimitStream(string limitId) => "limit:" + limitId;

    public static string KeptStream(string keptId) => "kept:" + keptId;

    public static string MaterialStream(string materialId) => "material:" + materialId;

    public static string PlanStream(string planId) => "plan:" + planId;

    /// <summary>Of a batch that was brought in from a file: the entry that brought it.</summary>
    public static string BroughtStream(string batchId) => "brought:" + batchId;

    public static string PoolStream(string poolId) => "pool:" + poolId;

    public const string PricesStream = "prices";

    /// <summary>What left the house, of whatever lot: the register.</summary>
    public const string HandedOverStream = "handed-over";

    /// <summary>Of what is written about the journal itself.</summary>
    public const string JournalStream = "journal";

    /// <summary>Of an entry: what takes it back or puts it right.</summary>
    public static string CorrectionsStream(string entryId) => "corrections:" + EntryId.Plain(entryId);

    public static string BottleStream(string bottleId) => "bottle:" + bottleId;

    /// <summary>The stream of what a batch is fed from.</summary>
    public static string FeedStream(Feed feed) =>
        feed.From switch
        {
            FeedFrom.Lot => LotStream(feed.Id),
            FeedFrom.Pool => PoolStream(feed.Id),
            FeedFrom.Bottle => BottleStream(feed.Id),
            // "26-01/4-clear/filter"
            _ => BatchStream(feed.Id.Split('/')[0]),
        };
}

/// <summary>What an entry says. The set is closed: every kind stands in <see cref="EntryKinds"/>, and the folds know them all.</summary>
public abstract record EntryBody
{
    /// <summary>Of a body inside another that was written in an older schema: how it came.</summary>
    internal AsItCame Came { get; set; }
}

/// <summary>How a body stood where it was read. It is no part of what the body says: bodies that say the same are equal.</summary>
/// <param name="Of">The body that was read; a changed copy of it is another.</param>
internal readonly record struct AsItCame(EntryBody? Of, int Schema, string Text)
{
    public bool Equals(AsItCame other) => true;

    public override int GetHashCode() => 0;
}
