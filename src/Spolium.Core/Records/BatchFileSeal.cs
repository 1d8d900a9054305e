using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;

namespace Spolium.Core.Records;

/// <summary>
/// What a file of a batch is sealed with: a digest of each entry, so that a changed one is told where, and one of the whole. And its texts
/// are read again: what was typed must say the value that stands beside it.
/// </summary>
internal static class BatchFileSeal
{
    private const string Entries = "entries";
    private const string Seals = "seals";
    private const string Seal = "seal";

    // Rounding of what was typed to what is kept, as a share.
    private const double Alike = 1e-6;

    /// <summary>Digests of the entries.</summary>
    public static IReadOnlyList<string> Of(JsonElement file) =>
        [.. file.GetProperty(Entries).EnumerateArray().Select(e => Digest([Plain(e)]))];

    /// <summary>Digest of all parts but the seal of the whole itself.</summary>
    public static string WholeOf(JsonElement file) =>
        Digest(file.EnumerateObject().Where(p => p.Name != Seal).SelectMany(p => new[] { Encoding.UTF8.GetBytes(p.Name), Plain(p.Value) }));

    /// <summary>Where a file is not as it was written; null where it is.</summary>
    public static string? Broken(JsonElement file)
    {
        if (!file.TryGetProperty(Seals, out var seals) || !file.TryGetProperty(Seal, out var seal))
            return "its seal is missing";
        var (was, now) = (seals.EnumerateArray().Select(s => s.GetString()).ToList(), Of(file));
        if (was.Count != now.Count)
            return $"{was.Count} entries were written, {now.Count} are there";
        var entries = file.GetProperty(Entries).EnumerateArray().ToList();
        for (var i = 0; i < now.Count; i++)
            if (was[i] != now[i])
                return $"entry {i + 1} of {now.Count} ({Named(entries[i])}) is not as it was written";
        return WholeOf(file) == seal.GetString() ? null : "what stands beside its entries is not as it was written";
    }

    private static string Named(JsonElement entry) =>
        entry.TryGetProperty("body", out var body) && body.TryGetProperty("kind", out var kind) ? kind.GetString() ?? "" : "";

    /// <summary>The first number of an entry whose text says another value than stands beside it; null where all agree. Lots are
    /// brought by the share that the batch took of them: their texts are of the whole.</summary>
    public static string? Misread(JsonElement file)
    {
        var i = 0;
        foreach (var entry in file.GetProperty(Entries).EnumerateArray())
        {
            i++;
            if (Misread(entry, $"entry {i} ({Named(entry)})") is { } wrong)
                return wrong;
        }
        return null;
    }

    private static string? Misread(JsonElement at, string where)
    {
        switch (at.ValueKind)
        {
            case JsonValueKind.Array:
                return at.EnumerateArray().Select(e => Misread(e, where)).FirstOrDefault(w => w is not null);
            case JsonValueKind.Object when Typed(at) is { } typed:
                return Says(typed) is { } says && Math.Abs(says - typed.Value) > Alike * Math.Max(1e-6, Math.Abs(says))
                    ? $"{where}: “{typed.Text}” was typed, and {Plainly(typed.Value)} stands beside it"
                    : null;
            case JsonValueKind.Object:
                return at.EnumerateObject().Select(p => Misread(p.Value, where)).FirstOrDefault(w => w is not null);
            default:
                return null;
        }
    }

    private static TypedNumber? Typed(JsonElement at) =>
        at.TryGetProperty("text", out _) && at.TryGetProperty("field", out _) && at.TryGetProperty("value", out _)
            ? at.Deserialize<TypedNumber>(EntryJson.Options)
            : null;

    // What was weighed with its vessel was not typed as it stands; a text that cannot be read says nothing.
    private static double? Says(TypedNumber typed) =>
        typed.Gross ? null
        : QuantityParser.Read(typed.Text, typed.Field).Number is { } n && n.Unit == typed.Unit ? n.Value
        : null;

    private static string Plainly(double value) => value.ToString("0.######", CultureInfo.InvariantCulture);

    private static byte[] Plain(JsonElement element)
    {
        using var stream = new MemoryStream();
        using (var writer = new Utf8JsonWriter(stream))
            element.WriteTo(writer);
        return stream.ToArray();
    }

    private static string Digest(IEnumerable<byte[]> parts)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        foreach (var part in parts)
        {
            hash.AppendData(part);
            hash.AppendData([0]);
        }
        return Convert.ToHexStringLower(hash.GetHashAndReset());
    }
}
