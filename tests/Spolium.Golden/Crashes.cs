using System.Diagnostics;
using Spolium.Core.Deciding;
using Spolium.Data;

namespace Spolium.Golden;

/// <summary>
/// A process that writes the golden journal is killed again and again, at named points of a write or at any moment, and goes on where it
/// stood: nothing that was acknowledged is lost, nothing is there twice or by half, the chain holds, and the lists are those of a rebuild.
/// A kill proves no sync to the disk.
/// </summary>
internal static class Crashes
{
    private static readonly string[] Points = ["saved", "committed", "told"];

    /// <summary>Entries after which a process that nobody killed ends by itself.</summary>
    private const int Most = 60;

    public static int Run(int kills, int seed)
    {
        var random = new Random(seed);
        var journal = Path.GetFullPath(Path.Combine("tests", "reference", "golden", Recorded.FirstJournal));
        var ids = GoldenFile.Read(journal).Select(r => r.Id).ToList();
        var (folder, faults, killed, folders, writes) = (NewFolder(), new List<string>(), 0, 1, 0);
        for (var i = 0; killed < kills; i++)
        {
            // Half of them at a named point, half whenever it happens to be.
            var point = i % 2 == 0 ? Points[random.Next(Points.Length)] : "";
            var acknowledged = Child(journal, folder, point, random.Next(1, 25), random.Next(1500, 3500), out var wasKilled);
            killed += wasKilled ? 1 : 0;
            writes += acknowledged.Count;
            var whole = Looked(folder, ids, acknowledged, killed % 5 == 0, faults);
            if (faults.Count > 0)
                break;
            if (whole)
            {
                Directory.Delete(folder, true);
                (folder, folders) = (NewFolder(), folders + 1);
            }
        }
        Directory.Delete(folder, true);
        Console.WriteLine(
            $"seed {seed}: {killed} kills over {folders} journals, {writes} entries acknowledged; "
                + $"{(faults.Count == 0 ? "nothing lost, doubled or half written" : string.Join("; ", faults))}"
        );
        return faults.Count == 0 ? 0 : 1;
    }

    private static string NewFolder() => Directory.CreateTempSubdirectory("spolium-crash").FullName;

    private static List<string> Child(string journal, string folder, string point, int after, int milliseconds, out bool killed)
    {
        using var child = Process.Start(
            new ProcessStartInfo(
                Environment.ProcessPath!,
                [typeof(Crashes).Assembly.Location, "crash-child", journal, folder, point, $"{after}"]
            )
            {
                RedirectStandardOutput = true,
            }
        )!;
        var lines = new List<string>();
        var reading = Task.Run(() =>
        {
            while (child.StandardOutput.ReadLine() is { } line)
                lines.Add(line);
        });
        if (!child.WaitForExit(point.Length > 0 ? 60_000 : milliseconds))
            child.Kill();
        child.WaitForExit();
        reading.Wait();
        killed = child.ExitCode != 0;
        // A line that broke off acknowledged nothing.
        return [.. lines.Where(l => l.EndsWith('.')).Select(l => l[..^1])];
    }

    // True when the whole journal is there.
    private static bool Looked(string folder, List<string> ids, List<string> acknowledged, bool rebuilt, List<string> faults)
    {
        var file = Path.Combine(folder, "spolium.db");
        if (!File.Exists(file))
            return false;
        using var store = JournalStore.Open(file, TimeProvider.System);
        store.Looked.Wait();
        var there = store.Read().Select(e => e.Id).ToList();
        faults.AddRange(store.Breaks.Select(b => b.What));
        if (!there.SequenceEqual(ids.Take(there.Count)))
            faults.Add($"{there.Count} entries are not the first of the journal");
        faults.AddRange(acknowledged.Except(there).Select(id => $"{id} was acknowledged and is lost"));
        if (rebuilt)
        {
            var live = Projections.Of(store);
            store.Rebuild();
            if (!live.SequenceEqual(Projections.Of(store)))
                faults.Add($"the lists differ from a rebuild after {there.Count} entries");
        }
        return there.Count == ids.Count;
    }

    /// <summary>Writes what is not there yet, and says the id of each entry when it has been acknowledged.</summary>
    public static int Write(string journal, string folder, string point, int after)
    {
        using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System);
        var passed = 0;
        store.Passing = at =>
        {
            if (at == point && ++passed == after)
                Process.GetCurrentProcess().Kill();
        };
        foreach (var row in GoldenFile.Read(journal).Skip(store.Ledger.State.Entries.Count).Take(Most))
        {
            var entry = GoldenFile.ToEntry(row);
            var written = store
                .Write(
                    new(
                        entry.Id,
                        row.Json,
                        entry.Streams.ToDictionary(s => s.Stream, s => (long?)(s.Version - 1)),
                        entry.OccurredAt,
                        entry.By,
                        _ => Decision.Write(entry.Body)
                    )
                )
                .Result;
            if (written is not Written.Done)
                throw new InvalidOperationException($"{row.Seq} {row.Kind}: {written}");
            Console.WriteLine(entry.Id + ".");
        }
        return 0;
    }
}
