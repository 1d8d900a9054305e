using Microsoft.Data.Sqlite;
using Spolium.Core.Accounts;
using Spolium.Core.Records;
using Spolium.Data.Tables;

namespace Spolium.Data;

/// <summary>What came of looking at a shop's files from the first entry to the last.</summary>
/// <param name="Faults">In words, with their place; empty where everything is as it was written.</param>
/// <param name="Head">Hash of the last entry; null of an empty journal, or one that is not chained yet.</param>
public sealed record Verified(long Entries, byte[]? Head, IReadOnlyList<string> Faults)
{
    public bool Sound => Faults.Count == 0;
}

/// <summary>Looks at a database and its pictures without changing them, while a server writes or not: structure, chain, replay, pictures.</summary>
public static class Verifying
{
    /// <param name="pictures">Also the pictures beside it.</param>
    public static Verified Of(string file, bool pictures = true)
    {
        if (!File.Exists(file))
            return new(0, null, [$"there is no {file}"]);
        var faults = new List<string>();
        try
        {
            using var connection = new SqliteConnection($"Data Source={file};Mode=ReadOnly;Pooling=False;Default Timeout=3");
            connection.Open();
            faults.AddRange(Rows(connection, "PRAGMA integrity_check(20)", r => r.GetString(0)).Where(l => l != "ok").Select(l => "database: " + l));
            var chained = Rows(connection, "SELECT name FROM pragma_table_info('entry')", r => r.GetString(0)).Contains("Chain");
            var streams = Rows(connection, "SELECT Stream, Version, Seq FROM entry_stream", r => new EntryStreamRow { Stream = r.GetString(0), Version = r.GetInt64(1), Seq = r.GetInt64(2) }).ToLookup(s => s.Seq);
            var rows = Rows(connection, $"SELECT Seq, Id, OccurredTicks, OccurredOffsetMinutes, RecordedTicks, By, Kind, Schema, Json, Hash{(chained ? ", Chain" : "")} FROM entry ORDER BY Seq", r => new EntryRow
            {
                Seq = r.GetInt64(0),
                Id = r.GetString(1),
                OccurredTicks = r.GetInt64(2),
                OccurredOffsetMinutes = r.GetInt32(3),
                RecordedTicks = r.GetInt64(4),
                By = r.GetString(5),
                Kind = r.GetString(6),
                Schema = r.GetInt32(7),
                Json = r.GetString(8),
                Hash = r.GetString(9),
                Chain = chained && !r.IsDBNull(10) ? (byte[])r.GetValue(10) : null,
            }).ToList();
            var entries = Replayed(rows, streams, faults);
            if (chained)
                faults.AddRange(Broken(rows, streams, ChainHeadOf(file)).Where(b => !Accepted(entries, b)).Select(b => b.What));
            if (pictures)
                faults.AddRange(Pictures(entries, new PhotoStore(Path.Combine(Path.GetDirectoryName(Path.GetFullPath(file))!, "photos"))));
            return new(rows.Count, rows.Count > 0 ? rows[^1].Chain : null, faults);
        }
        catch (SqliteException e)
        {
            return new(0, null, [.. faults, CannotOpenException.Of(file, e)?.Message ?? e.Message]);
        }
    }

    internal static (long Seq, byte[] Hash)? ChainHeadOf(string file) => new ChainHead(file + ".head").Read();

    /// <summary>Breaks of the chain, and a tail that is gone although it had been acknowledged.</summary>
    internal static IEnumerable<ChainBreak> Broken(IReadOnlyList<EntryRow> rows, ILookup<long, EntryStreamRow> streams, (long Seq, byte[] Hash)? head)
    {
        foreach (var b in Chain.Breaks(rows.Select(r => (r, (IReadOnlyList<EntryStreamRow>)[.. streams[r.Seq]]))))
            yield return b;
        var last = rows.Count > 0 ? rows[^1].Seq : 0;
        if (head is { } known && known.Seq > last)
            yield return new(last + 1, known.Seq == last + 1 ? $"entry {last + 1}, the last that was acknowledged, is missing" : $"entries {last + 1} to {known.Seq}, the last that were acknowledged, are missing", Convert.ToHexStringLower(known.Hash));
        else if (head is { } at && rows.FirstOrDefault(r => r.Seq == at.Seq) is { Chain: { } chain } && !chain.AsSpan().SequenceEqual(at.Hash))
            yield return new(at.Seq, $"entry {at.Seq} is another than the one that was acknowledged", Convert.ToHexStringLower(chain));
    }

    /// <summary>Somebody looked at this very break and gave the word to go on.</summary>
    internal static bool Accepted(IEnumerable<Entry> entries, ChainBreak broken) => entries.Any(e => e.Body is BreakAccepted b && (b.Seq, b.Found) == (broken.Seq, broken.Found));

    private static List<Entry> Replayed(IReadOnlyList<EntryRow> rows, ILookup<long, EntryStreamRow> streams, List<string> faults)
    {
        var entries = new List<Entry>();
        foreach (var row in rows)
            try
            {
                entries.Add(JournalStore.ToEntry(row, streams[row.Seq]));
            }
            catch (Exception e) when (e is FormatException or System.Text.Json.JsonException)
            {
                faults.Add($"entry {row.Seq} cannot be read: {e.Message}");
                return entries;
            }
        var ledger = Ledger.Of(entries);
        faults.AddRange(ledger.Book.Balances.GroupBy(b => b.Key.Element).Where(g => g.Sum(b => b.Value) != 0).Select(g => $"{g.Key} does not sum to nothing in the book"));
        return entries;
    }

    private static IEnumerable<string> Pictures(IEnumerable<Entry> entries, PhotoStore photos) =>
        entries.Select(e => e.Body).OfType<LotPhotographed>().Select(b => b.PhotoId).Distinct().Where(id => photos.Find(id) is null).Select(id => $"picture {id} is missing or spoiled: choose it again at its lot");

    private static IEnumerable<T> Rows<T>(SqliteConnection connection, string sql, Func<SqliteDataReader, T> read)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        using var reader = command.ExecuteReader();
        while (reader.Read())
            yield return read(reader);
    }
}
