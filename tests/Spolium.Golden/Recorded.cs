using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using Spolium.Cases;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Golden;

/// <summary>Golden journals and recorded answers in tests/reference, and what moved since they were recorded.</summary>
public static class Recorded
{
    private const int MostShown = 40;

    private static readonly string Reference = Path.Combine("tests", "reference");

    /// <summary>Of the journal that schema 1 wrote.</summary>
    public const string FirstJournal = "journal-schema-1.jsonl.gz";

    /// <summary>Of the journal that schema 2 wrote.</summary>
    public const string SecondJournal = "journal-schema-2.jsonl.gz";

    /// <summary>Writes the golden shop as today's code writes a journal.</summary>
    public static void Make(string file)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(Path.GetFullPath(file))!);
        GoldenFile.Write(
            file,
            GoldenShop
                .Entries()
                .Select(
                    (e, i) =>
                        new StoredEntry(
                            i + 1,
                            e.Id,
                            e.OccurredAt.UtcTicks,
                            (int)e.OccurredAt.Offset.TotalMinutes,
                            e.RecordedAt.UtcTicks,
                            e.By,
                            EntryJson.KindOf(e.Body),
                            EntryJson.SchemaOf(e.Body),
                            EntryJson.Hash(EntryJson.Write(e.Body)),
                            [.. e.Streams.Select(s => new StoredVersion(s.Stream, s.Version))],
                            EntryJson.Write(e.Body)
                        )
                )
        );
    }

    /// <summary>Book and states of a golden journal as this version reads it.</summary>
    /// <param name="root">Of the repository.</param>
    public static IReadOnlyList<string> Journal(string root = ".", string file = FirstJournal)
    {
        var rows = GoldenFile.Read(Path.Combine(root, Reference, "golden", file));
        var ledger = Ledger.Of(rows.Select(GoldenFile.ToEntry));
        return [.. BookAnswers.Of(ledger), .. BookAnswers.Frozen(ledger.State, Plans(rows))];
    }

    // Schema 1 kept the whole plan in the entry that began its step.
    private static Dictionary<(string Batch, string Step), FrozenPlan> Plans(IEnumerable<StoredEntry> rows)
    {
        var plans = new Dictionary<(string, string), FrozenPlan>();
        foreach (
            var body in rows.SelectMany(r =>
                JsonNode.Parse(r.Json)!.AsObject() is var b && r.Kind == "batch-brought-in"
                    ? b["file"]!["entries"]!.AsArray().Select(e => e!["body"]!["body"]!.AsObject())
                    : [b]
            )
        )
            if (body["plan"] is JsonObject plan && body["stepId"] is { } step && plan.ContainsKey("figures"))
                plans[(body["batchId"]!.GetValue<string>(), step.GetValue<string>())] = plan.Deserialize<FrozenPlan>(EntryJson.Options)!;
        return plans;
    }

    private static IEnumerable<(string Name, Func<IReadOnlyList<string>> Lines)> Parts() =>
        [
            ("journal", () => Journal()),
            ("journal-2", () => Journal(file: SecondJournal)),
            ("plans", PlanAnswers.OfDemoLots),
            ("steps", PlanAnswers.OfRandomSteps),
            ("cases", () => CaseRunner.Answered(Reference)),
        ];

    /// <summary>The recorded lines of a part.</summary>
    public static IReadOnlyList<string> Read(string name, string root = ".")
    {
        var file = Path.Combine(root, Reference, "answers", name + ".txt.gz");
        if (!File.Exists(file))
            return [];
        using var reader = new StreamReader(new GZipStream(File.OpenRead(file), CompressionMode.Decompress));
        return reader.ReadToEnd().Split('\n', StringSplitOptions.RemoveEmptyEntries);
    }

    /// <summary>Compares what the product answers with what is recorded, prints what moved, and records it anew where it is asked
    /// to.</summary>
    /// <returns>0 where nothing moved, or it was recorded anew.</returns>
    public static int Compare(bool renew)
    {
        var moved = 0;
        foreach (var (name, lines) in Parts())
        {
            var (then, now) = (Read(name), lines());
            var (gone, come) = (Less(then, now), Less(now, then));
            moved += gone.Count + come.Count;
            Console.WriteLine($"{name, -10} {now.Count, 7} lines, {gone.Count} gone, {come.Count} come");
            foreach (var line in gone.Take(MostShown).Select(l => "  - " + l).Concat(come.Take(MostShown).Select(l => "  + " + l)))
                Console.WriteLine(line.Length > 300 ? line[..300] + "…" : line);
            if (renew && gone.Count + come.Count > 0)
                Write(name, now);
        }
        return moved == 0 || renew ? 0 : 1;
    }

    // Lines of the first that the second lacks, as often as they stand there.
    private static List<string> Less(IEnumerable<string> first, IEnumerable<string> second)
    {
        var left = second.CountBy(l => l).ToDictionary();
        return
        [
            .. first.Where(l =>
            {
                var n = left.GetValueOrDefault(l);
                left[l] = n - 1;
                return n <= 0;
            }),
        ];
    }

    private static void Write(string name, IEnumerable<string> lines)
    {
        Directory.CreateDirectory(Path.Combine(Reference, "answers"));
        using var writer = new StreamWriter(
            new GZipStream(File.Create(Path.Combine(Reference, "answers", name + ".txt.gz")), CompressionLevel.SmallestSize)
        )
        {
            NewLine = "\n",
        };
        foreach (var line in lines)
            writer.WriteLine(line);
    }
}
