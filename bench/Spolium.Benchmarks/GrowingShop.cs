using System.Text.RegularExpressions;
using Spolium.Core.Records;
using Spolium.Data;
using Spolium.Demo;

namespace Spolium.Benchmarks;

/// <summary>A shop of many years: the demo's first year over and over, each under ids of its own and earlier than the last, and then the
/// demo as it is.</summary>
internal static partial class GrowingShop
{
    private const int PageOfEntries = 5000;
    private const int DaysOfAYear = 430;

    /// <summary>Makes the folder of a shop of at least so many entries.</summary>
    /// <returns>How many it has.</returns>
    public static int Make(string folder, int entries, DateTimeOffset now)
    {
        Directory.CreateDirectory(folder);
        using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System);
        var demo = DemoShop.Entries(now);
        // Up to when the bottles of that year were thrown away: everything of it is worked off.
        var year = demo.Take(demo.ToList().FindLastIndex(e => e.Body is BottleDiscarded) + 1).Where(e => e.Body is not PricesKept).ToList();
        var years = Math.Max(0, (int)Math.Ceiling((entries - demo.Count) / (double)year.Count));
        var written = 0;
        // The tub and the pot stand there all the years.
        var opened = new HashSet<string>();
        var all = Enumerable
            .Range(1, years)
            .SelectMany(k => year.Select(e => Again(e, years - k + 1)))
            .Concat(demo)
            .Where(e => e.Body is not PoolOpened p || opened.Add(p.PoolId));
        var versions = new Dictionary<string, long>();
        foreach (var page in all.Select(e => Counted(e, versions)).Chunk(PageOfEntries))
        {
            store.Import(page);
            written += page.Length;
        }
        return written;
    }

    // The same entry so many years earlier: every id and code with a sign of its year before it.
    private static Entry Again(Entry entry, int back)
    {
        var sign = $"y{back}-";
        var kind = EntryJson.KindOf(entry.Body);
        var json = Names().Replace(EntryJson.Write(entry.Body), m => sign + m.Value);
        var body = EntryJson.Read(kind, EntryJson.SchemaOf(entry.Body), json);
        // A stream is the name behind its kind.
        string Moved(string stream) => Names().Replace(stream + '"', m => sign + m.Value)[..^1];
        var then = entry.OccurredAt.AddDays(-(double)DaysOfAYear * back);
        return entry with
        {
            Id = Sign(entry.Id, back),
            Streams = [.. entry.Streams.Select(s => s with { Stream = Moved(s.Stream) })],
            OccurredAt = then,
            RecordedAt = then.AddSeconds(20),
            Body = body,
        };
    }

    private static Entry Counted(Entry entry, Dictionary<string, long> versions) =>
        entry with
        {
            Streams = [.. entry.Streams.Select(s => s with { Version = versions[s.Stream] = versions.GetValueOrDefault(s.Stream) + 1 })],
        };

    private static string Sign(string id, int back) =>
        new Guid(System.Security.Cryptography.SHA256.HashData(System.Text.Encoding.UTF8.GetBytes($"{id} {back}")).AsSpan(0, 16)).ToString();

    // Lots, batches and bottles of the demo, as they stand in texts and in names of streams and accounts.
    [GeneratedRegex("(?<=[\":/ ])(hl-\\d+\\w*|HL-\\d+\\w*|2[56]-\\d\\d|[NHSMBUCPLAK]-0)(?=[\"/: ,])")]
    private static partial Regex Names();
}
