using System.IO.Compression;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Spolium.Data;

/// <summary>
/// Plans as they were frozen when their steps began. They stand beside the journal, compressed, under their hash, which the journal holds:
/// nobody needs them to know what is, and most are never looked at again.
/// </summary>
internal static class PlanShelf
{
    /// <summary>Puts the plans of an entry there; those that stand there already are left.</summary>
    public static void Put(SpoliumDb db, Entry entry)
    {
        foreach (var (sha256, plan) in PlansOf(entry.Body))
            if (db.Plans.Find(sha256) is null)
                db.Plans.Add(new() { Sha256 = sha256, Data = Pack(plan.Text()) });
    }

    /// <summary>The entry as it is kept in memory: without the plans, which stand here.</summary>
    public static Entry Without(Entry entry) =>
        entry.Body switch
        {
            StepBegun { Plan.Whole: not null } b => entry with { Body = b with { Plan = b.Plan with { Whole = null } } },
            SentOut { Plan.Whole: not null } b => entry with { Body = b with { Plan = b.Plan with { Whole = null } } },
            BatchBroughtIn { File.Plans: not null } b => entry with { Body = b with { File = b.File with { Plans = null } } },
            _ => entry,
        };

    private static IEnumerable<(string Sha256, FrozenPlan Plan)> PlansOf(EntryBody body) =>
        body switch
        {
            StepBegun { Plan: { Sha256: { } sha256, Whole: { } whole } } => [(sha256, whole)],
            SentOut { Plan: { Sha256: { } sha256, Whole: { } whole } } => [(sha256, whole)],
            BatchBroughtIn { File.Plans: { } plans } => plans.Select(p => (p.Key, p.Value)),
            Correction { Instead: { } instead } => PlansOf(instead),
            _ => [],
        };

    /// <summary>The plan under a hash; null where none stands there, or not as it was put.</summary>
    public static FrozenPlan? Find(SpoliumDb db, string sha256) =>
        db.Plans.AsNoTracking().FirstOrDefault(p => p.Sha256 == sha256) is { } row && IsWhole(row)
            ? JsonSerializer.Deserialize<FrozenPlan>(Unpack(row.Data), EntryJson.Options)
            : null;

    /// <summary>The plan that stands in an entry of an earlier version itself.</summary>
    public static FrozenPlan? In(SpoliumDb db, string entryId) =>
        db.Entries.AsNoTracking().Where(e => e.Id == entryId).Select(e => e.Json).FirstOrDefault() is { } json
            ? JsonNode.Parse(json)?["plan"]?.Deserialize<FrozenPlan>(EntryJson.Options)
            : null;

    /// <summary>The plan that stands in an entry of an earlier version that came in with a file.</summary>
    /// <param name="bringer">Number of the entry that brought the file.</param>
    public static FrozenPlan? InFile(SpoliumDb db, long bringer, string entryId)
    {
        var file = db.Entries.AsNoTracking().Where(e => e.Seq == bringer).Select(e => e.Json).Single();
        var entry = JsonNode
            .Parse(file)
            ?["file"]?["entries"]?.AsArray()
            .FirstOrDefault(e => EntryId.Same.Equals(e?["id"]?.GetValue<string>(), entryId));
        return entry?["body"]?["body"]?["plan"]?.Deserialize<FrozenPlan>(EntryJson.Options);
    }

    public static bool IsWhole(PlanRow row) => EntryJson.Hash(Unpack(row.Data)) == row.Sha256;

    private static byte[] Pack(string text)
    {
        using var packed = new MemoryStream();
        using (var brotli = new BrotliStream(packed, CompressionLevel.Optimal))
            brotli.Write(Encoding.UTF8.GetBytes(text));
        return packed.ToArray();
    }

    private static string Unpack(byte[] data)
    {
        using var brotli = new BrotliStream(new MemoryStream(data), CompressionMode.Decompress);
        using var text = new StreamReader(brotli, Encoding.UTF8);
        return text.ReadToEnd();
    }
}
