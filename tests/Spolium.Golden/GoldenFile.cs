using System.IO.Compression;
using System.Text.Encodings.Web;
using System.Text.Json;
using Spolium.Core.Records;

namespace Spolium.Golden;

/// <summary>A row of the journal as it was stored: the columns of the table, and the streams that it stands in.</summary>
public sealed record StoredEntry(
    long Seq,
    string Id,
    long OccurredTicks,
    int OccurredOffsetMinutes,
    long RecordedTicks,
    string By,
    string Kind,
    int Schema,
    string Hash,
    IReadOnlyList<StoredVersion> Streams,
    string Json
);

public sealed record StoredVersion(string Stream, long Version);

/// <summary>Journals of earlier versions, kept to the byte in tests/reference/golden: one row of the table a line, compressed. They are
/// never written anew.</summary>
public static class GoldenFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    public static void Write(string file, IEnumerable<StoredEntry> rows)
    {
        using var stream = new GZipStream(File.Create(file), CompressionLevel.SmallestSize);
        using var writer = new StreamWriter(stream) { NewLine = "\n" };
        foreach (var row in rows)
            writer.WriteLine(JsonSerializer.Serialize(row, Options));
    }

    public static IReadOnlyList<StoredEntry> Read(string file)
    {
        using var reader = new StreamReader(new GZipStream(File.OpenRead(file), CompressionMode.Decompress));
        var rows = new List<StoredEntry>();
        while (reader.ReadLine() is { } line)
            rows.Add(JsonSerializer.Deserialize<StoredEntry>(line, Options)!);
        return rows;
    }

    /// <summary>A row as the entry that it holds.</summary>
    public static Entry ToEntry(StoredEntry row) =>
        new(
            row.Id,
            [.. row.Streams.Select(s => new StreamVersion(s.Stream, s.Version))],
            new DateTimeOffset(row.OccurredTicks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(row.OccurredOffsetMinutes)),
            new DateTimeOffset(row.RecordedTicks, TimeSpan.Zero),
            row.By,
            EntryJson.Read(row.Kind, row.Schema, row.Json)
        );
}
