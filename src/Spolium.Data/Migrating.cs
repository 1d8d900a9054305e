using System.Reflection;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Records;
using Spolium.Data.Tables;

namespace Spolium.Data;

/// <summary>
/// A folder of an earlier version is brought up once. It is backed up and looked at first; then a copy of its database is brought up, and takes the place of
/// the old one when it is whole: until then the folder is as it was.
/// </summary>
internal static class Migrating
{
    /// <summary>Room for a backup and a copy.</summary>
    private const int TimesTheFolder = 2;

    /// <param name="tell">Is told how far it has come; one line each.</param>
    /// <exception cref="CannotOpenException">There is no room, or the old shop is not sound: nothing was changed.</exception>
    public static void Bring(string file, TimeProvider time, Action<string> tell)
    {
        using (var db = new SpoliumDb(SpoliumDb.At(file)))
        {
            if (!File.Exists(file) || !db.Database.GetAppliedMigrations().Any())
            {
                db.Database.Migrate();
                return;
            }
            if (db.Database.GetAppliedMigrations().Except(db.Database.GetMigrations()).FirstOrDefault() is { } newer)
                throw new CannotOpenException($"{file} was written by a newer version of Spolium ({newer}): use that one, or one that is newer still. Nothing was changed.");
            if (!db.Database.GetPendingMigrations().Any())
                return;
        }
        var folder = Path.GetDirectoryName(Path.GetFullPath(file))!;
        Room(folder);
        var backup = Path.Combine(folder, $"before-{Version()}-{time.GetUtcNow():yyyyMMdd-HHmm}.zip");
        tell($"This shop was written by an earlier version. A backup of it is made first: {backup}");
        Backup.Make(folder, backup, time.GetUtcNow());
        var copy = file + ".new";
        try
        {
            File.Delete(copy);
            Backup.Copy(file, copy);
            tell("Its journal is brought up.");
            Bring(copy, time);
            var found = Verifying.Of(copy, pictures: false);
            if (!found.Sound)
                throw new CannotOpenException($"{file} could not be brought up to this version ({found.Faults[0]}). It is as it was, with a backup beside it: {backup}");
            InPlace(copy, file);
            tell($"Done: {found.Entries} entries.");
        }
        finally
        {
            File.Delete(copy);
        }
    }

    private static void Bring(string copy, TimeProvider time)
    {
        using var db = new SpoliumDb(SpoliumDb.At(copy));
        db.Database.Migrate();
        var (rows, streams) = JournalStore.Rows(db);
        Bind(db, rows, streams);
        var ledger = Ledger.Of(rows.Select(r => JournalStore.ToEntry(r, streams[r.Seq])));
        if (Summaries.Missing(ledger, Version()) is { } missing)
            Append(db, rows[^1], new(Guid.NewGuid().ToString(), [new(Entry.JournalStream, ledger.State.Version(Entry.JournalStream) + 1)], time.GetUtcNow(), time.GetUtcNow(), Entry.Program, missing));
    }

    // A folder of a version that did not chain its entries is chained once, as it stands.
    private static void Bind(SpoliumDb db, List<EntryRow> rows, ILookup<long, EntryStreamRow> streams)
    {
        if (rows.Count == 0 || rows.Any(r => r.Chain is not null))
            return;
        using var transaction = db.Database.BeginTransaction();
        var before = Chain.Start;
        foreach (var row in rows)
        {
            row.Chain = before = Chain.Next(before, row, streams[row.Seq]);
            db.Database.ExecuteSql($"UPDATE entry SET Chain = {row.Chain} WHERE Seq = {row.Seq}");
        }
        transaction.Commit();
    }

    private static void Append(SpoliumDb db, EntryRow last, Entry entry)
    {
        var row = JournalStore.Row(entry, "", last.Seq + 1);
        List<EntryStreamRow> streams = [.. JournalStore.Streams(entry, row)];
        row.Chain = Chain.Next(last.Chain!, row, streams);
        db.Entries.Add(row);
        db.Streams.AddRange(streams);
        db.SaveChanges();
    }

    // The old one is written back to one file, so that nothing of it stands beside the new.
    private static void InPlace(string copy, string file)
    {
        foreach (var each in (string[])[copy, file])
        {
            using var connection = new SqliteConnection($"Data Source={each};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "PRAGMA journal_mode=DELETE;";
            command.ExecuteNonQuery();
        }
        FolderSync.FlushFile(copy);
        File.Move(copy, file, true);
        FolderSync.Flush(Path.GetDirectoryName(Path.GetFullPath(file))!);
    }

    private static void Room(string folder)
    {
        var size = new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories).Sum(f => f.Length);
        var free = new DriveInfo(folder).AvailableFreeSpace;
        if (free < TimesTheFolder * size)
            throw new CannotOpenException($"{folder} was written by an earlier version. Bringing it up needs {Megabytes(TimesTheFolder * size)} of room for a backup and a copy, and the disk has {Megabytes(free)}: make room, then start again.");
    }

    private static string Megabytes(long bytes) => $"{Math.Ceiling(bytes / 1e6):0} MB";

    /// <summary>Of this program, without what stands behind the plus.</summary>
    private static string Version() => typeof(Migrating).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()!.InformationalVersion.Split('+')[0];
}
