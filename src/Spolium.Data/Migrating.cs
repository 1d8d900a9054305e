using System.Reflection;
using Microsoft.Data.Sqlite;
using Spolium.Core.Workshop;

namespace Spolium.Data;

/// <summary>
/// A folder of an earlier version is brought up once. It is backed up and looked at first; then a copy of its database is brought up, and
/// takes the place of the old one when it is whole: until then the folder is as it was.
/// </summary>
internal static class Migrating
{
    /// <summary>Room for a backup and a copy.</summary>
    private const int TimesTheFolder = 2;

    /// <param name="tell">Is told how far it has come; one line each.</param>
    /// <exception cref="CannotOpenException">There is no room, or the old shop is not sound: nothing was changed.</exception>
    public static void Bring(string file, TimeProvider time, Action<string> tell)
    {
        if (!IsOlder(file))
            return;
        var folder = Path.GetDirectoryName(Path.GetFullPath(file))!;
        Room(folder, new DriveInfo(folder).AvailableFreeSpace);
        var backup = Path.Combine(folder, $"before-{Version()}-{time.GetUtcNow():yyyyMMdd-HHmm}.zip");
        tell($"This shop was written by an earlier version. A backup of it is made first: {backup}");
        Backup.Make(folder, backup, time.GetUtcNow(), asItStands: true);
        var copy = file + ".new";
        try
        {
            Clear(copy);
            Backup.Copy(file, copy);
            tell("Its journal is brought up.");
            BringUp(copy, time, tell);
            var found = Verifying.Of(copy, pictures: false);
            if (!found.Readable)
                throw new CannotOpenException(
                    $"{file} could not be brought up to this version ({found.Faults[0]}). It is as it was, with a backup beside it: "
                        + $"{backup}"
                );
            InPlace(copy, file);
            tell($"Done: {found.Entries} entries.");
        }
        finally
        {
            Clear(copy);
        }
    }

    private static void Clear(string copy)
    {
        foreach (var each in (string[])["", "-wal", "-shm", ".head"])
            File.Delete(copy + each);
    }

    /// <summary>It is a shop that an earlier version wrote; one that is not there yet is made.</summary>
    /// <exception cref="CannotOpenException">A newer version wrote it.</exception>
    public static bool IsOlder(string file)
    {
        using var db = new SpoliumDb(SpoliumDb.At(file));
        if (!File.Exists(file) || !db.Database.GetAppliedMigrations().Any())
        {
            db.Database.Migrate();
            return false;
        }
        if (db.Database.GetAppliedMigrations().Except(db.Database.GetMigrations()).FirstOrDefault() is { } newer)
            throw new CannotOpenException(
                $"{file} was written by a newer version of Spolium ({newer}): use that one, or one that is newer still. Nothing was "
                    + "changed."
            );
        return db.Database.GetPendingMigrations().Any();
    }

    /// <summary>Brings a copy up: its tables, its chain, its lists, and what the books keep of batches that were closed without
    /// it.</summary>
    public static void BringUp(string copy, TimeProvider time, Action<string> tell)
    {
        using (var db = new SpoliumDb(SpoliumDb.At(copy)))
        {
            db.Database.Migrate();
            Bind(db);
        }
        using var store = JournalStore.OnCopy(copy, time, tell);
        if (store.Lists.AllClosed() is { Count: > 0 } closed && Summaries.Missing(store.Ledger, closed, Version()) is { } missing)
            store.Import([
                new(
                    Guid.NewGuid().ToString(),
                    [new(Entry.JournalStream, store.Ledger.State.Version(Entry.JournalStream) + 1)],
                    time.GetUtcNow(),
                    time.GetUtcNow(),
                    Entry.Program,
                    missing
                ),
            ]);
    }

    // A folder of a version that did not chain its entries is chained once, as it stands.
    internal static void Bind(SpoliumDb db)
    {
        if (db.Entries.Any(e => e.Chain != null))
            return;
        using var transaction = db.Database.BeginTransaction();
        var (before, last) = (Chain.Start, 0L);
        while (true)
        {
            var page = Verifying.Rows((SqliteConnection)db.Database.GetDbConnection(), last, true).Take(PageOfEntries).ToList();
            if (page.Count == 0)
                break;
            foreach (var (row, streams) in page)
            {
                before = Chain.Next(before, row, streams);
                db.Database.ExecuteSql($"UPDATE entry SET Chain = {before} WHERE Seq = {row.Seq}");
            }
            last = page[^1].Row.Seq;
        }
        transaction.Commit();
    }

    private const int PageOfEntries = 5000;

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

    internal static void Room(string folder, long free)
    {
        var size = new DirectoryInfo(folder).EnumerateFiles("*", SearchOption.AllDirectories).Sum(f => f.Length);
        if (free < TimesTheFolder * size)
            throw new CannotOpenException(
                $"{folder} was written by an earlier version. Bringing it up needs {Megabytes(TimesTheFolder * size)} of room for a "
                    + $"backup and a copy, and the disk has {Megabytes(free)}: make room, then start again."
            );
    }

    private static string Megabytes(long bytes) => $"{Math.Ceiling(bytes / 1e6):0} MB";

    /// <summary>Of this program, without what stands behind the plus.</summary>
    private static string Version() =>
        typeof(Migrating).Assembly.GetCustomAttribute<AssemblyInformationalVersionAttribute>()!.InformationalVersion.Split('+')[0];
}
