using System.Text.Json;

namespace Spolium.Core.Records;

/// <summary>
/// A whole batch as one file that stands by itself: its entries to the letter, and snapshots of the lots and vessels that they speak of.
/// Brought into another shop it is the same batch, and goes out again byte for byte.
/// </summary>
/// <param name="Schema"><see cref="Name"/>.</param>
/// <param name="Version">Of the file's shape.</param>
/// <param name="Units">Units of the numbers without a unit of their own.</param>
/// <param name="Lots">What makes its lots in a shop that has none of them, in order: received, and pooled where it was a pool.</param>
/// <param name="Vessels">With their tares.</param>
/// <param name="Entries">Of the batch's own stream, oldest first.</param>
/// <param name="Pools">Tubs and pots that it was put into, as they were set up in the shop that it comes from; null in files before
/// version 3.</param>
/// <param name="Seals">Digests of its entries, in their order; null in files before version 3.</param>
/// <param name="Seal">Digest of all of it but itself.</param>
/// <param name="Plans">What its steps were begun with, by the hash that their entries hold; null in files of version 1, where the entries
/// themselves have them.</param>
public sealed record BatchFile(
    string Schema,
    int Version,
    IReadOnlyDictionary<string, string> Units,
    string BatchId,
    string Code,
    IReadOnlyList<EntryBody> Lots,
    IReadOnlyList<VesselNamed> Vessels,
    IReadOnlyList<Entry> Entries,
    IReadOnlyDictionary<string, FrozenPlan>? Plans = null,
    IReadOnlyList<PoolOpened>? Pools = null,
    IReadOnlyList<string>? Seals = null,
    string? Seal = null
)
{
    public const string Name = "spolium-batch";
    public const int Latest = 3;

    // From here on a file is sealed.
    private const int Sealed = 3;

    /// <summary>Units of the numbers in a file of today.</summary>
    public static readonly IReadOnlyDictionary<string, string> CoreUnits = new Dictionary<string, string>
    {
        ["mass"] = "g",
        ["volume"] = "mL",
        ["temperature"] = "°C",
        ["share"] = "1",
        ["time"] = "h",
        ["money"] = "kr",
        ["density"] = "g/mL",
        ["postings"] = "µg",
        ["range"] = "low and high are 5 and 95 %, plusMinus is 1.645 standard uncertainties",
    };

    private static readonly JsonSerializerOptions Indented = new(EntryJson.Options) { WriteIndented = true };

    /// <summary>Sealed, as bytes; a file of a version that knew no seal goes out as it came.</summary>
    public byte[] Write()
    {
        if (Version < Sealed)
            return JsonSerializer.SerializeToUtf8Bytes(this, Indented);
        JsonElement As(BatchFile file) => JsonSerializer.SerializeToElement(file, Indented);
        var file = this with { Seals = null, Seal = null };
        file = file with { Seals = BatchFileSeal.Of(As(file)) };
        return JsonSerializer.SerializeToUtf8Bytes(file with { Seal = BatchFileSeal.WholeOf(As(file)) }, Indented);
    }

    /// <exception cref="FormatException">It is no such file, of a newer version, or not whole: the message says which.</exception>
    public static BatchFile Read(string text)
    {
        try
        {
            using var document = JsonDocument.Parse(text);
            if (
                document.RootElement.ValueKind != JsonValueKind.Object
                || !document.RootElement.TryGetProperty("schema", out var schema)
                || schema.GetString() != Name
            )
                throw new FormatException("it is not a batch that Spolium gave out");
            if (!document.RootElement.TryGetProperty("version", out var version) || version.GetInt32() is < 1 or > Latest)
                throw new FormatException("it was written by a newer version of Spolium");
            var file = document.RootElement.Deserialize<BatchFile>(Indented)!;
            if (Whole.Missing(file) is { } missing)
                throw new FormatException($"a part of it is missing: {missing}");
            if (file.Entries.Count == 0)
                throw new FormatException("a part of it is missing: entries");
            // One that is sealed is held to its seal, whatever version it says it is.
            var isSealed = file.Version >= Sealed || file.Seals is not null || file.Seal is not null;
            if (isSealed && BatchFileSeal.Broken(document.RootElement) is { } broken)
                throw new FormatException($"it was changed since it was written: {broken}");
            if (BatchFileSeal.Misread(document.RootElement) is { } misread)
                throw new FormatException($"a number does not say what was typed: {misread}");
            return file;
        }
        catch (JsonException e)
        {
            throw new FormatException($"it is not whole: it breaks off or was changed in line {(e.LineNumber ?? 0) + 1}", e);
        }
        catch (Exception e) when (e is KeyNotFoundException or InvalidOperationException)
        {
            throw new FormatException("it is not whole: a part of it is not what it should be", e);
        }
    }
}
