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
public sealed record Entry(string Id, IReadOnlyList<StreamVersion> Streams, DateTimeOffset OccurredAt, DateTimeOffset RecordedAt, string By, EntryBody Body)
{
    /// <summary>Its place among all entries; given when it is written, and no part of what is written.</summary>
    [JsonIgnore]
    public long Order { get; init; }

    /// <summary>It was written in another shop and came here with a file.</summary>
    [JsonIgnore]
    public bool Brought { get; init; }

    public static string LotStream(string lotId) => "lot:" + lotId;

    public static string BatchStream(string batchId) => "batch:" + batchId;

    public static string VesselStream(string vesselId) => "vessel:" + vesselId;

    public static string KeptStream(string keptId) => "kept:" + keptId;

    public static string MaterialStream(string materialId) => "material:" + materialId;

    public static string PlanStream(string planId) => "plan:" + planId;

    /// <summary>Of a batch that was brought in from a file: the entry that brought it.</summary>
    public static string BroughtStream(string batchId) => "brought:" + batchId;

    public static string PoolStream(string poolId) => "pool:" + poolId;

    public const string PricesStream = "prices";

    /// <summary>Of what is written about the journal itself.</summary>
    public const string JournalStream = "journal";

    public static string BottleStream(string bottleId) => "bottle:" + bottleId;
}

/// <summary>What an entry says. The set is closed: every kind is in this file or in Pools.cs, and replay knows them all.</summary>
public abstract record EntryBody;
