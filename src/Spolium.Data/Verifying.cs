using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>What came of looking at a shop's files from the first entry to the last.</summary>
/// <param name="Faults">In words, with their place; empty where everything is as it was written.</param>
/// <param name="Head">Hash of the last entry; null of an empty journal, or one that is not chained yet.</param>
/// <param name="Readable">Nothing is wrong but that the journal is not what was written at some places: it can be read, and writing waits
/// for somebody's word.</param>
public sealed record Verified(long Entries, byte[]? Head, IReadOnlyList<string> Faults, bool Readable)
{
    public bool Sound => Faults.Count == 0;
}

/// <summary>
/// Looks at a database and its pictures without changing them, while a server writes or not: structure, chain, every entry, pictures; and
/// whether its lists are those of a replay. Row by row, with nothing kept: a journal of twenty years is larger than memory.
/// </summary>
public static class Verifying
{
    /// <param name="pictures">Also the pictures beside it.</param>
    /// <param name="lists">Also its lists: everything is replayed on a copy, which takes a while.</param>
    /// <param name="tell">Is told how far it has come.</param>
    public static Verified Of(string file, bool pictures = true, bool lists = false, Action<string>? tell = null)
    {
        if (!File.Exists(file))
            return new(0, null, [$"there is no {file}"], false);
        var faults = new List<string>();
        try
        {
            var looked = Looked(file, pictures, faults);
            if (lists && faults.Count == 0)
                faults.AddRange(Replaying.Differences(file, tell ?? (_ => { })));
            return looked with { Faults = faults };
        }
        catch (SqliteException e)
        {
            return new(0, null, [.. faults, CannotOpenException.Of(file, e)?.Message ?? e.Message], false);
        }
    }

    private static Verified Looked(string file, bool pictures, List<string> faults)
    {
        using var connection = new SqliteConnection($"Data Source={file};Mode=ReadOnly;Pooling=False;Default Timeout=3");
        connection.Open();
        // One moment, whatever is written meanwhile.
        using var moment = connection.BeginTransaction(deferred: true);
        faults.AddRange(
            Rows(connection, "PRAGMA integrity_check(20)", r => r.GetString(0)).Where(l => l != "ok").Select(l => "database: " + l)
        );
        var chained = Rows(connection, "SELECT name FROM pragma_table_info('entry')", r => r.GetString(0)).Contains("Chain");
        var (words, photos, breaks) = (new List<BreakAccepted>(), new HashSet<string>(), new List<ChainBreak>());
        EntryRow? last = null;
        long entries = 0;
        IEnumerable<(EntryRow, IReadOnlyList<EntryStreamRow>)> Reading()
        {
            foreach (var (row, streams) in Rows(connection, 0, chained))
            {
                if (Read(row, streams, faults) is not { } entry)
                    yield break;
                if (entry.Body is BreakAccepted word)
                    words.Add(word);
                photos.UnionWith(Photos(entry.Body));
                (last, entries) = (row, entries + 1);
                yield return (row, streams);
            }
        }
        if (chained)
            breaks.AddRange(Broken(Reading(), null, ChainHeadOf(file)));
        else
            Reading().LastOrDefault();
        var readable = faults.Count == 0;
        faults.AddRange(breaks.Where(b => words.All(w => (w.Seq, w.Found) != (b.Seq, b.Found))).Select(b => b.What));
        var there = new PhotoStore(Path.Combine(Path.GetDirectoryName(Path.GetFullPath(file))!, "photos"));
        if (pictures)
            faults.AddRange(
                photos.Where(id => there.Find(id) is null).Select(id => $"picture {id} is missing or spoiled: choose it again at its lot")
            );
        return new(entries, last?.Chain, [], readable);
    }

    private static Entry? Read(EntryRow row, IReadOnlyList<EntryStreamRow> streams, List<string> faults)
    {
        try
        {
            return JournalStore.ToEntry(row, streams);
        }
        catch (Exception e) when (e is FormatException or System.Text.Json.JsonException)
        {
            faults.Add($"entry {row.Seq} cannot be read: {e.Message}");
            return null;
        }
    }

    private static IEnumerable<string> Photos(EntryBody body) =>
        body switch
        {
            LotPhotographed b => [b.PhotoId],
            Correction { Instead: { } instead } => Photos(instead),
            _ => [],
        };

    internal static (long Seq, byte[] Hash)? ChainHeadOf(string file) => new ChainHead(file + ".head").Read();

    /// <summary>Breaks of the chain behind an entry, and a tail that is gone although it had been acknowledged, which nobody gave the word
    /// for; read a page at a time.</summary>
    internal static IReadOnlyList<ChainBreak> Broken(
        SpoliumDb db,
        long from,
        (long Seq, byte[] Hash)? head,
        CancellationToken cancel = default
    )
    {
        var before = db.Entries.AsNoTracking().Where(e => e.Seq <= from).OrderByDescending(e => e.Seq).FirstOrDefault();
        // They name the stream of the journal itself: nobody looks through all entries for them.
        var words = db
            .Streams.Where(s => s.Stream == Entry.JournalStream)
            .Join(db.Entries.AsNoTracking(), s => s.Seq, e => e.Seq, (_, e) => e)
            .Where(e => e.Kind == "break-accepted")
            .AsEnumerable()
            .Select(e => EntryJson.Read(e.Kind, e.Schema, e.Json))
            .OfType<BreakAccepted>()
            .ToList();
        db.Database.OpenConnection();
        return
        [
            .. Broken(Rows((SqliteConnection)db.Database.GetDbConnection(), before?.Seq ?? 0, true, cancel), before, head)
                .Where(b => words.All(w => (w.Seq, w.Found) != (b.Seq, b.Found))),
        ];
    }

    internal static IEnumerable<(EntryRow Row, IReadOnlyList<EntryStreamRow> Streams)> Rows(
        SqliteConnection connection,
        long last,
        bool chained,
        CancellationToken cancel = default
    )
    {
        using var streams = Rows(
                connection,
                $"SELECT Seq, Stream, Version FROM entry_stream WHERE Seq > {last} ORDER BY Seq",
                r => new EntryStreamRow
                {
                    Seq = r.GetInt64(0),
                    Stream = r.GetString(1),
                    Version = r.GetInt64(2),
                }
            )
            .GetEnumerator();
        var more = streams.MoveNext();
        foreach (
            var row in Rows(
                connection,
                $"SELECT {EntryReader.Columns}{(chained ? ", Chain" : "")} FROM entry WHERE Seq > {last} ORDER BY Seq",
                EntryReader.Row
            )
        )
        {
            cancel.ThrowIfCancellationRequested();
            var named = new List<EntryStreamRow>();
            for (; more && streams.Current.Seq <= row.Seq; more = streams.MoveNext())
                if (streams.Current.Seq == row.Seq)
                    named.Add(streams.Current);
            yield return (row, named);
        }
    }

    /// <param name="before">The row before the first, which counts as it stands; null where there is none.</param>
    private static IEnumerable<ChainBreak> Broken(
        IEnumerable<(EntryRow Row, IReadOnlyList<EntryStreamRow> Streams)> rows,
        EntryRow? before,
        (long Seq, byte[] Hash)? head
    )
    {
        var last = before;
        byte[]? there = before?.Seq == head?.Seq ? before?.Chain : null;
        IEnumerable<(EntryRow, IReadOnlyList<EntryStreamRow>)> Watched()
        {
            foreach (var row in rows)
            {
                last = row.Row;
                there = row.Row.Seq == head?.Seq ? row.Row.Chain : there;
                yield return row;
            }
        }
        foreach (var found in Chain.Breaks(Watched(), before))
            yield return found;
        if (head is not { } known)
            yield break;
        if (known.Seq > (last?.Seq ?? 0))
            yield return Tail(last?.Seq ?? 0, known);
        else if (there is not null && !there.AsSpan().SequenceEqual(known.Hash))
            yield return new(
                known.Seq,
                $"entry {known.Seq} is another than the one that was acknowledged",
                Convert.ToHexStringLower(there)
            );
    }

    private static ChainBreak Tail(long last, (long Seq, byte[] Hash) known)
    {
        var which =
            known.Seq == last + 1
                ? $"entry {last + 1}, the last that was acknowledged, is missing"
                : $"entries {last + 1} to {known.Seq}, the last that were acknowledged, are missing";
        return new(last + 1, which, Convert.ToHexStringLower(known.Hash));
    }

    /// <summary>Somebody looked at this very break and gave the word to go on.</summary>
    internal static bool Accepted(IEnumerable<Entry> entries, ChainBreak broken) =>
        entries.Any(e => e.Body is BreakAccepted b && (b.Seq, b.Found) == (broken.Seq, broken.Found));

    internal static IEnumerable<T> Rows<T>(SqliteConnection connection, string sql, Func<SqliteDataReader, T> read)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        while (reader.Read())
            yield return read(reader);
    }
}
