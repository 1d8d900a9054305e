using System.Collections;
using System.Collections.Immutable;
using Spolium.Core.Records;

namespace Spolium.Core.Journal;

/// <summary>
/// What was written so far, found by id and by stream. Immutable: whoever has it keeps it. Entries of a batch that was brought in from a file stand among
/// the others, right before the one that brought them, as do the lots and vessels that came with it.
/// </summary>
public sealed class EntryLog : IReadOnlyList<Entry>
{
    /// <summary>Places in the order for what one entry brings along.</summary>
    private const long Between = 1 << 20;

    public static readonly EntryLog Nothing = new();

    private ImmutableList<Entry> all = [];
    private ImmutableDictionary<string, Entry> byId = ImmutableDictionary.Create<string, Entry>(EntryId.Same);
    private ImmutableDictionary<string, ImmutableList<Entry>> byStream = ImmutableDictionary<string, ImmutableList<Entry>>.Empty;
    private ImmutableDictionary<string, long> versions = ImmutableDictionary<string, long>.Empty;
    private ImmutableDictionary<string, string> correctedBy = ImmutableDictionary.Create<string, string>(EntryId.Same);
    private ImmutableDictionary<string, long> takenBack = ImmutableDictionary.Create<string, long>(EntryId.Same);

    /// <summary>How many entries were written here; what came in with a file is not counted.</summary>
    public int Count => all.Count;

    public Entry? First => all.IsEmpty ? null : all[0];

    public Entry? Last => all.IsEmpty ? null : all[^1];

    public Entry this[int index] => all[index];

    public IEnumerator<Entry> GetEnumerator() => all.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();

    /// <summary>Behind everything.</summary>
    public long End => (Count + 1) * Between;

    public Entry? Find(string id) => byId.GetValueOrDefault(id);

    /// <summary>Entries that touch a stream, oldest first.</summary>
    public IReadOnlyList<Entry> Of(string stream) => byStream.GetValueOrDefault(stream) ?? [];

    /// <summary>Entries that name a stream: its own journal.</summary>
    public IEnumerable<Entry> Naming(string stream) => Of(stream).Where(e => e.Streams.Any(s => s.Stream == stream));

    /// <summary>Entries that count in a stream before a place in the order: those taken back by then never happened.</summary>
    public IEnumerable<Entry> Standing(string stream, long before) =>
        Of(stream).TakeWhile(e => e.Order < before).Where(e => !(takenBack.TryGetValue(e.Id, out var at) && at < before));

    /// <summary>Of the entries that name it; a stream that nothing names is at 0.</summary>
    public long Version(string stream) => versions.GetValueOrDefault(stream);

    /// <summary>All streams that something touches.</summary>
    public IEnumerable<string> Streams => byStream.Keys;

    public IEnumerable<KeyValuePair<string, long>> Versions => versions;

    /// <summary>The entry that took this one back, or put it right; null where it stands.</summary>
    public string? CorrectedBy(string id) => correctedBy.GetValueOrDefault(id);

    public IEnumerable<KeyValuePair<string, string>> Corrected => correctedBy;

    /// <summary>The same and one more entry, which is given its place in the order.</summary>
    public (EntryLog After, Entry Entry, IReadOnlyList<string> Touched) With(Entry entry)
    {
        var placed = entry with { Order = (Count + 1) * Between };
        var next = new EntryLog
        {
            all = all.Add(placed),
            byId = byId,
            byStream = byStream,
            versions = versions.SetItems(entry.Streams.Select(s => KeyValuePair.Create(s.Stream, Math.Max(s.Version, versions.GetValueOrDefault(s.Stream))))),
            correctedBy = correctedBy,
            takenBack = takenBack,
        };
        var touched = new HashSet<string>();
        if (placed.Body is BatchBroughtIn { File: var file })
        {
            // The shelf of this shop stays as it is.
            foreach (var inner in BroughtWith(placed, file))
                next.Index(inner, touched, stream => !stream.StartsWith("bottle:", StringComparison.Ordinal));
            // The batch's own stream goes on where it stood; those of the other shop's pools and lots are not this shop's.
            var own = Entry.BatchStream(file.BatchId);
            next.versions = next.versions.SetItem(own, file.Entries.SelectMany(e => e.Streams).Where(s => s.Stream == own).Select(s => s.Version).Append(next.Version(own)).Max());
        }
        next.Index(placed, touched, _ => true);
        return (next, placed, [.. touched]);
    }

    /// <summary>What a file brings along, in its order: what makes its lots, its vessels, its entries.</summary>
    internal static IReadOnlyList<Entry> BroughtWith(Entry entry, BatchFile file)
    {
        List<Entry> all = [.. file.Lots.Concat(file.Vessels).Select(body => new Entry(entry.Id, [], entry.OccurredAt, entry.RecordedAt, entry.By, body)), .. file.Entries];
        return [.. all.Select((e, i) => e with { Order = entry.Order - all.Count + i, Brought = true })];
    }

    private void Index(Entry entry, HashSet<string> touched, Func<string, bool> where)
    {
        if (!byId.ContainsKey(entry.Id))
            byId = byId.Add(entry.Id, entry);
        var streams = Touches.Of(entry).ToHashSet();
        if (entry.Body is Correction correction)
            foreach (var wrong in correction.Corrects)
            {
                correctedBy = correctedBy.SetItem(wrong, entry.Id);
                takenBack = takenBack.SetItem(wrong, entry.Order);
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
