using System.Collections;
using System.Collections.Immutable;

namespace Spolium.Core.Journal;

/// <summary>
/// What was written so far, found by id and by stream. Immutable: whoever has it keeps it. Entries of a batch that was brought in from a
/// file stand among the others, right before the one that brought them, as do the lots and vessels that came with it. Its older part may
/// stand on the disk.
/// </summary>
public sealed class EntryLog : IReadOnlyList<Entry>
{
    /// <summary>Places in the order for what one entry brings along.</summary>
    private const long Between = 1 << 20;

    public static readonly EntryLog Nothing = new();

    // Up to the number it was opened at, from the disk; what came since is here.
    private IArchive? archive;
    private long until;
    private long older;

    private ImmutableList<Entry> all = [];
    private ImmutableDictionary<string, Entry> byId = ImmutableDictionary.Create<string, Entry>(EntryId.Same);
    private ImmutableDictionary<string, ImmutableList<Entry>> byStream = ImmutableDictionary<string, ImmutableList<Entry>>.Empty;
    private ImmutableDictionary<string, long> versions = ImmutableDictionary<string, long>.Empty;

    // Streams that each entry in memory touches.
    private ImmutableList<IReadOnlyList<string>> touchedBy = [];
    private Reads? watching;
    private ImmutableDictionary<string, string> correctedBy = ImmutableDictionary.Create<string, string>(EntryId.Same);

    /// <summary>A log whose entries up to a number stand in an archive.</summary>
    public static EntryLog On(IArchive archive, long until) =>
        new()
        {
            archive = archive,
            until = until,
            older = archive.Count(until),
        };

    /// <summary>The same, and what is read of it is noted.</summary>
    internal EntryLog Watched(Reads by)
    {
        var same = (EntryLog)MemberwiseClone();
        same.watching = by;
        return same;
    }

    /// <summary>Entries from a place in the order on, each with the streams that it touches; null where they are no longer in
    /// memory.</summary>
    public IEnumerable<(Entry Entry, IReadOnlyList<string> Touched)>? Since(long order) =>
        order < OrderOf(until + 1)
            ? null
            : Enumerable.Range(0, all.Count).Reverse().TakeWhile(i => all[i].Order >= order).Select(i => (all[i], touchedBy[i])).Reverse();

    /// <summary>How many entries were written here; what came in with a file is not counted.</summary>
    public int Count
    {
        get
        {
            watching?.NoteEverything();
            return (int)older + all.Count;
        }
    }

    /// <summary>How many of them are in memory.</summary>
    public int InMemory => all.Count;

    // No journal has another first entry than it had.
    public Entry? First => archive?.At(0) ?? (all.IsEmpty ? null : all[0]);

    public Entry? Last
    {
        get
        {
            watching?.NoteEverything();
            return all.IsEmpty ? archive?.At(until) : all[^1];
        }
    }

    public Entry this[int index] => index >= older ? all[index - (int)older] : archive!.All(until).ElementAt(index);

    public IEnumerator<Entry> GetEnumerator()
    {
        watching?.NoteEverything();
        return (archive?.All(until) ?? []).Concat(all).GetEnumerator();
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    /// <summary>Behind everything.</summary>
    public long End => OrderOf(until + all.Count + 1);

    /// <summary>Place in the order of the entry with a number.</summary>
    public static long OrderOf(long seq) => seq * Between;

    /// <summary>Number of the entry that has a place in the order, or that brought the one that has.</summary>
    public static long SeqOf(long order) => (order + Between - 1) / Between;

    public Entry? Find(string id)
    {
        var found = byId.GetValueOrDefault(id) ?? archive?.Find(id, until);
        // What is there stays as it is; what is not may come.
        if (found is null)
            watching?.NoteEverything();
        return found;
    }

    /// <summary>Something of the archive has a name now.</summary>
    public bool IsTaken(Space space, string name) => archive?.IsTaken(space, name) is true;

    /// <summary>Entries that touch a stream, oldest first.</summary>
    public IReadOnlyList<Entry> Of(string stream)
    {
        watching?.Note(stream);
        var here = byStream.GetValueOrDefault(stream);
        if (archive is null)
            return here ?? [];
        var there = archive.Of(stream, until);
        return here is null ? there
            : there.Count == 0 ? here
            : [.. there, .. here];
    }

    /// <summary>The first entry that touches a stream; no journal has another than it had.</summary>
    public Entry? FirstOf(string stream) => archive?.First(stream, until) ?? byStream.GetValueOrDefault(stream)?[0];

    /// <summary>Entries that name a stream: its own journal.</summary>
    public IEnumerable<Entry> Naming(string stream) => Of(stream).Where(e => e.Streams.Any(s => s.Stream == stream));

    /// <summary>Entries that count in a stream before a place in the order: those taken back by then never happened.</summary>
    public IEnumerable<Entry> Standing(string stream, long before)
    {
        // What takes an entry back touches every stream that the entry touches.
        var then = Of(stream).TakeWhile(e => e.Order < before).ToList();
        var back = then.Select(e => e.Body).OfType<Correction>().SelectMany(c => c.Corrects).ToHashSet(EntryId.Same);
        return back.Count == 0 ? then : then.Where(e => !back.Contains(e.Id));
    }

    /// <summary>Of the entries that name it; a stream that nothing names is at 0.</summary>
    public long Version(string stream)
    {
        watching?.Note(stream);
        return versions.TryGetValue(stream, out var version) ? version : archive?.Version(stream, until) ?? 0;
    }

    /// <summary>All streams that something in memory touches.</summary>
    public IEnumerable<string> Streams => byStream.Keys;

    /// <summary>Versions of what was written in memory.</summary>
    public IEnumerable<KeyValuePair<string, long>> Versions => versions;

    /// <summary>The entry that took this one back, or put it right; null where it stands.</summary>
    public string? CorrectedBy(string id)
    {
        var stream = Entry.CorrectionsStream(id);
        watching?.Note(stream);
        return correctedBy.GetValueOrDefault(id) ?? (archive?.Of(stream, until) is [.., var last] ? last.Id : null);
    }

    /// <summary>What was taken back or put right by an entry in memory.</summary>
    public IEnumerable<KeyValuePair<string, string>> Corrected => correctedBy;

    /// <summary>The same and one more entry, which is given its place in the order.</summary>
    public (EntryLog After, Entry Entry, IReadOnlyList<string> Touched) With(Entry entry)
    {
        var placed = entry with { Order = End };
        var next = new EntryLog
        {
            archive = archive,
            until = until,
            older = older,
            all = all.Add(placed),
            byId = byId,
            byStream = byStream,
            versions = versions.SetItems(entry.Streams.Select(s => KeyValuePair.Create(s.Stream, Math.Max(s.Version, Version(s.Stream))))),
            correctedBy = correctedBy,
            watching = watching,
        };
        var touched = new HashSet<string>();
        if (placed.Body is BatchBroughtIn { File: var file })
        {
            // The shelf, the tubs and the pots of this shop stay as they are.
            foreach (var inner in BroughtWith(placed, file))
                next.Index(inner, touched, stream => !OfThisShop.Any(kind => stream.StartsWith(kind, StringComparison.Ordinal)));
            // The batch's own stream goes on where it stood; those of the other shop's pools and lots are not this shop's.
            var own = Entry.BatchStream(file.BatchId);
            next.versions = next.versions.SetItem(own, Math.Max(VersionOf(file), next.Version(own)));
        }
        next.Index(placed, touched, _ => true);
        next.touchedBy = touchedBy.Add([.. touched]);
        return (next, placed, [.. touched]);
    }

    private static readonly string[] OfThisShop = ["bottle:", "pool:"];

    /// <summary>Version that the stream of a batch had in the shop that it comes from.</summary>
    public static long VersionOf(BatchFile file) =>
        file
            .Entries.SelectMany(e => e.Streams)
            .Where(s => s.Stream == Entry.BatchStream(file.BatchId))
            .Select(s => s.Version)
            .Append(0)
            .Max();

    /// <summary>What a file brings along, in its order: what makes its lots, its vessels, its entries.</summary>
    internal static IReadOnlyList<Entry> BroughtWith(Entry entry, BatchFile file)
    {
        List<Entry> all =
        [
            .. file.Lots.Concat(file.Vessels).Select(body => new Entry(entry.Id, [], entry.OccurredAt, entry.RecordedAt, entry.By, body)),
            .. file.Entries,
        ];
        return [.. all.Select((e, i) => e with { Order = entry.Order - all.Count + i, Brought = true })];
    }

    /// <summary>Of an entry that stands at its place: itself and what it brings along, those of them that touch a stream.</summary>
    public static IReadOnlyList<Entry> Unpacked(Entry placed, string stream)
    {
        if (placed.Body is not BatchBroughtIn)
            return [placed];
        var alone = new EntryLog { until = SeqOf(placed.Order) - 1 };
        return alone.With(placed).After.Of(stream);
    }

    /// <summary>Of an entry that stands at its place: the one of what it brings along that has an id.</summary>
    public static Entry? Unpacked(string id, Entry placed) =>
        new EntryLog { until = SeqOf(placed.Order) - 1 }
            .With(placed)
            .After.Find(id);

    private void Index(Entry entry, HashSet<string> touched, Func<string, bool> where)
    {
        if (!byId.ContainsKey(entry.Id))
            byId = byId.Add(entry.Id, entry);
        var streams = Touches.Of(entry).ToHashSet();
        streams.UnionWith(Touches.Corrected(entry.Body).Select(Entry.CorrectionsStream));
        if (entry.Body is Correction correction)
            foreach (var wrong in correction.Corrects)
            {
                correctedBy = correctedBy.SetItem(wrong, entry.Id);
                if (Find(wrong) is { } taken)
                    streams.UnionWith(Touches.Of(taken));
            }
        else if (entry.Body is ReadingPutRight right)
        {
            correctedBy = correctedBy.SetItem(right.Corrects, entry.Id);
            // Its leavings may wait in pools, and its lot has more or less left: early journals did not name them.
            foreach (var body in Of(Entry.BatchStream(right.BatchId)).Select(e => e.Body))
                if (body is PutIntoPool put)
                    streams.Add(Entry.PoolStream(put.PoolId));
                else if (body is BatchStarted started && right.Believed is not null)
                    streams.UnionWith(started.Feeds.Select(Entry.FeedStream));
        }
        foreach (var stream in streams.Where(where))
        {
            byStream = byStream.SetItem(stream, (byStream.GetValueOrDefault(stream) ?? []).Add(entry));
            touched.Add(stream);
        }
    }
}
