using System.Text.Json;
using Microsoft.Data.Sqlite;
using Spolium.Core.Accounts;

namespace Spolium.Data;

/// <summary>
/// The journal and the book as they stand on the disk, read when somebody asks. Every answer is bounded by the number of an entry: what is
/// written later does not change it.
/// </summary>
/// <param name="connections">Connections that are lent for one question.</param>
internal sealed class Archive(Connections connections) : IArchive, IBookArchive
{
    private static readonly string Columns = string.Join(", ", EntryReader.Columns.Split(", ").Select(c => "e." + c));

    public IReadOnlyList<Entry> Of(string stream, long until) =>
        [
            .. Entries("JOIN touch t ON t.Seq = e.Seq WHERE t.Stream = @name AND e.Seq <= @until ORDER BY e.Seq", stream, until)
                .SelectMany(e => EntryLog.Unpacked(e, stream)),
        ];

    public Entry? First(string stream, long until) =>
        Entries("JOIN touch t ON t.Seq = e.Seq WHERE t.Stream = @name AND e.Seq <= @until ORDER BY e.Seq LIMIT 1", stream, until)
            is [var entry]
            ? EntryLog.Unpacked(entry, stream)[0]
            : null;

    public Entry? Find(string id, long until)
    {
        if (Entries("WHERE e.Id = @name AND e.Seq <= @until", EntryId.Plain(id), until) is [var entry])
            return entry;
        // One that came in with a file.
        return
            Entries("JOIN touch t ON t.Seq = e.Seq WHERE t.Stream = @name AND e.Seq <= @until ORDER BY e.Seq LIMIT 1", Inner(id), until)
                is [var brought]
            ? EntryLog.Unpacked(id, brought)
            : null;
    }

    /// <summary>Number of the entry that brought one with its file; null where nothing did.</summary>
    public long? BringerOf(string id) =>
        Rows("SELECT Seq FROM touch WHERE Stream = @name AND Seq > @until ORDER BY Seq LIMIT 1", Inner(id), 0, r => r.GetInt64(0))
            is [var seq]
            ? seq
            : null;

    /// <summary>Under what name an entry that came in with a file is found.</summary>
    public static string Inner(string id) => "entry:" + EntryId.Plain(id);

    public Entry? At(long seq) => Entries("WHERE e.Seq >= @until ORDER BY e.Seq LIMIT 1", "", seq) is [var entry] ? entry : null;

    public IEnumerable<Entry> All(long until)
    {
        const int Page = 1000;
        for (long from = 0; ; )
        {
            var page = Entries($"WHERE e.Seq > {from} AND e.Seq <= @until ORDER BY e.Seq LIMIT {Page}", "", until);
            foreach (var entry in page)
                yield return entry;
            if (page.Count < Page)
                yield break;
            from = EntryLog.SeqOf(page[^1].Order);
        }
    }

    /// <summary>So many entries behind a number, oldest first.</summary>
    public IReadOnlyList<Entry> Page(long from, int most) => Entries($"WHERE e.Seq > @until ORDER BY e.Seq LIMIT {most}", "", from);

    // All of them are counted by the smaller index of ids.
    public long Count(long until) =>
        Scalar(
            "SELECT CASE WHEN (SELECT max(Seq) FROM entry) <= @until THEN (SELECT count(*) FROM entry) ELSE (SELECT count(*) FROM entry "
                + "WHERE Seq <= @until) END",
            "",
            until
        );

    public long Version(string stream, long until) =>
        Scalar(
            "SELECT max((SELECT coalesce(max(Version), 0) FROM entry_stream WHERE Stream = @name AND Seq <= @until), (SELECT "
                + "coalesce(max(Version), 0) FROM touch WHERE Stream = @name AND Seq <= @until))",
            stream,
            until
        );

    public bool IsTaken(Space space, string name) =>
        space switch
        {
            Space.LotCode => Stands("SELECT count(*) FROM lot WHERE Code = @name", name),
            Space.BatchCode => Stands("SELECT count(*) FROM batch WHERE Code = @name", name),
            Space.Bottle => Stands("SELECT count(*) FROM bottle WHERE Id = @name", name),
            _ => false,
        };

    // The database takes A and a for one, and Ä and ä for two.
    private bool Stands(string sql, string name) =>
        new[] { name, name.ToUpperInvariant(), name.ToLowerInvariant() }.Distinct().Any(n => Scalar(sql, n, 0) > 0);

    public IEnumerable<KeyValuePair<string, long>> Balance(string account, long until) =>
        Rows("SELECT Element, sum(Micrograms) FROM posting WHERE Account = @name AND Seq <= @until GROUP BY Element", account, until, r =>
            KeyValuePair.Create(r.GetString(0), r.GetInt64(1))
        );

    private const string Posting = "SELECT EntryId, Account, Element, Micrograms, SigmaG, Basis, Readings FROM posting ";

    public IReadOnlyList<Posting> PostingsOf(string entryId, long until) =>
        Rows(Posting + "WHERE EntryId = @name AND Seq <= @until ORDER BY Id", entryId, until, ToPosting);

    public IEnumerable<Posting> Postings(long until) => Rows(Posting + "WHERE Seq <= @until ORDER BY Id", "", until, ToPosting);

    /// <summary>Streams of what is at work.</summary>
    public IReadOnlyList<string> AtWork() => Rows("SELECT Stream FROM at_work ORDER BY Stream", "", 0, r => r.GetString(0));

    /// <summary>What closed batches showed, by when they closed.</summary>
    public IReadOnlyList<BatchPractice> Practice() =>
        Rows("SELECT Json FROM practice ORDER BY ClosedTicks, BatchId", "", 0, r =>
            JsonSerializer.Deserialize<BatchPractice>(r.GetString(0), EntryJson.Options)!
        );

    private static Posting ToPosting(SqliteDataReader r) =>
        new(
            r.GetString(0),
            r.GetString(1),
            r.GetString(2),
            r.GetInt64(3),
            r.GetDouble(4),
            Enum.Parse<Basis>(r.GetString(5)),
            r.IsDBNull(6) ? [] : r.GetString(6).Split(' ')
        );

    private List<Entry> Entries(string where, string name, long until)
    {
        using var lent = connections.Lend();
        var streams = Rows(
                lent.Connection,
                $"SELECT s.Seq, s.Stream, s.Version FROM entry_stream s WHERE s.Seq IN (SELECT e.Seq FROM entry e {where})",
                name,
                until,
                r => new EntryStreamRow
                {
                    Seq = r.GetInt64(0),
                    Stream = r.GetString(1),
                    Version = r.GetInt64(2),
                }
            )
            .ToLookup(s => s.Seq);
        return Rows(lent.Connection, $"SELECT {Columns} FROM entry e {where}", name, until, EntryReader.Row)
            .ConvertAll(row => JournalStore.ToEntry(row, streams[row.Seq]) with { Order = EntryLog.OrderOf(row.Seq) });
    }

    private long Scalar(string sql, string name, long until) => Rows(sql, name, until, r => r.GetInt64(0))[0];

    private List<T> Rows<T>(string sql, string name, long until, Func<SqliteDataReader, T> read)
    {
        using var lent = connections.Lend();
        return Rows(lent.Connection, sql, name, until, read);
    }

    private static List<T> Rows<T>(SqliteConnection connection, string sql, string name, long until, Func<SqliteDataReader, T> read)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.Parameters.AddWithValue("@name", name);
        command.Parameters.AddWithValue("@until", until);
        using var reader = command.ExecuteReader();
        var rows = new List<T>();
        while (reader.Read())
            rows.Add(read(reader));
        return rows;
    }
}
