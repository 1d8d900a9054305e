using System.Globalization;
using System.IO.Compression;
using System.Text.Json;
using Microsoft.Data.Sqlite;

namespace Spolium.Data;

/// <summary>What is in a backup, as its first file says.</summary>
/// <param name="Head">Hash of the last entry, which stands for all before it.</param>
/// <param name="Files">SHA-256 of each file.</param>
public sealed record BackupContents(
    string Schema,
    DateTimeOffset MadeAt,
    long Entries,
    string? Head,
    IReadOnlyDictionary<string, string> Files
);

/// <summary>
/// A shop in one file: its database as it stood at one moment and its pictures, with their hashes. Made while a server writes or not,
/// looked at from the first entry to the last before it counts, and restored into an empty folder alone.
/// </summary>
public static class Backup
{
    public const string Schema = "spolium-backup 1";
    private const string Contents = "contents.json";
    private const string Database = "spolium.db";
    private const string Photos = "photos/";
    private const int MostTries = 50;

    /// <summary>Makes a backup of a folder. The file is whole and checked, or is not there.</summary>
    /// <exception cref="CannotOpenException">The shop cannot be read, is not sound, or the file cannot be written: in one
    /// sentence.</exception>
    /// <param name="asItStands">Also of a journal that is not what was written at some places, as long as it can be read: it is brought up
    /// with its breaks.</param>
    public static BackupContents Make(string folder, string target, DateTimeOffset now, bool asItStands = false)
    {
        var from = Path.Combine(folder, Database);
        if (!File.Exists(from))
            throw new CannotOpenException($"There is no shop in {folder}: give its folder with --data.");
        target = Path.GetFullPath(target);
        var half = target + ".part";
        var work = Directory.CreateTempSubdirectory("spolium-backup");
        try
        {
            Directory.CreateDirectory(Path.GetDirectoryName(target)!);
            var copy = Path.Combine(work.FullName, Database);
            CopyAgain(from, copy);
            var found = Verifying.Of(copy, pictures: false);
            if (!(asItStands ? found.Readable : found.Sound))
                throw new CannotOpenException(
                    $"The shop in {folder} is not sound, and is not backed up over a good one: {found.Faults[0]}."
                );
            // Pictures after the database: what it speaks of is on the disk by then, and none is ever changed.
            var files = new List<(string Name, string File)> { (Database, copy) };
            files.AddRange(new PhotoStore(Path.Combine(folder, "photos")).All.Select(p => (Photos + Path.GetFileName(p.File), p.File)));
            var contents = new BackupContents(
                Schema,
                now,
                found.Entries,
                found.Head is { } head ? Convert.ToHexStringLower(head) : null,
                files.ToDictionary(f => f.Name, f => PhotoStore.Hash(File.ReadAllBytes(f.File)))
            );
            Pack(half, contents, files);
            Check(half);
            File.Move(half, target, true);
            FolderSync.Flush(Path.GetDirectoryName(target)!);
            return contents;
        }
        catch (Exception e) when (e is not CannotOpenException && CannotOpenException.Of(target, e) is { } why)
        {
            throw why;
        }
        finally
        {
            File.Delete(half);
            work.Delete(true);
        }
    }

    // A server that writes just then may lock it for a moment.
    private static void CopyAgain(string from, string to)
    {
        for (var tries = 1; ; tries++)
            try
            {
                File.Delete(to);
                Copy(from, to);
                return;
            }
            catch (SqliteException e) when (e.SqliteErrorCode is 5 or 6 && tries < MostTries)
            {
                Thread.Sleep(100);
            }
    }

    // The database's own way: pages that change meanwhile are copied again, and the copy is of one moment.
    internal static void Copy(string from, string to)
    {
        using var source = new SqliteConnection($"Data Source={from};Mode=ReadOnly;Pooling=False;Default Timeout=10");
        using var copy = new SqliteConnection($"Data Source={to};Pooling=False");
        source.Open();
        copy.Open();
        source.BackupDatabase(copy);
        using var command = copy.CreateCommand();
        // One file, with nothing beside it.
        command.CommandText = "PRAGMA journal_mode=DELETE;";
        command.ExecuteNonQuery();
    }

    private static void Pack(string file, BackupContents contents, IEnumerable<(string Name, string File)> files)
    {
        using var stream = new FileStream(file, FileMode.Create, FileAccess.ReadWrite);
        using (var zip = new ZipArchive(stream, ZipArchiveMode.Create, leaveOpen: true))
        {
            using (var first = zip.CreateEntry(Contents).Open())
                JsonSerializer.Serialize(first, contents);
            foreach (var (name, path) in files)
                zip.CreateEntryFromFile(path, name, name == Database ? CompressionLevel.Optimal : CompressionLevel.NoCompression);
        }
        stream.Flush(flushToDisk: true);
    }

    /// <summary>Reads a backup to its last byte and compares every file with its hash.</summary>
    /// <exception cref="CannotOpenException">It is no backup, breaks off or was changed.</exception>
    public static BackupContents Check(string file)
    {
        if (!File.Exists(file))
            throw new CannotOpenException($"There is no file {file}.");
        try
        {
            using var zip = ZipFile.OpenRead(file);
            BackupContents contents;
            using (var first = (zip.GetEntry(Contents) ?? throw new CannotOpenException($"{file} is no backup that Spolium made.")).Open())
                contents = JsonSerializer.Deserialize<BackupContents>(first) is { Schema: Schema, Files: not null } read
                    ? read
                    : throw new CannotOpenException($"{file} was made by a newer version of Spolium.");
            foreach (var (name, hash) in contents.Files)
            {
                if (
                    name != Database
                    && !(name.StartsWith(Photos, StringComparison.Ordinal) && Path.GetFileName(name) == name[Photos.Length..])
                )
                    throw new CannotOpenException($"{file} names a file that no backup has: {name}.");
                using var packed = (zip.GetEntry(name) ?? throw new CannotOpenException($"{file} breaks off: {name} is not in it.")).Open();
                using var memory = new MemoryStream();
                packed.CopyTo(memory);
                if (PhotoStore.Hash(memory.ToArray()) != hash)
                    throw new CannotOpenException($"{file} was changed or is damaged: {name} is not what it was.");
            }
            return contents;
        }
        catch (Exception e) when (e is InvalidDataException or JsonException or EndOfStreamException)
        {
            throw new CannotOpenException($"{file} is no backup that Spolium made, or it breaks off: {e.Message}", e);
        }
    }

    /// <summary>Puts a backup into a folder in which there is no shop yet, and looks at it from the first entry to the last.</summary>
    /// <exception cref="CannotOpenException">The backup is not whole, or a shop is there.</exception>
    public static BackupContents Restore(string file, string folder, DateTimeOffset now)
    {
        if (Directory.Exists(folder) && Directory.EnumerateFileSystemEntries(folder).Any())
            throw new CannotOpenException(
                $"{folder} is not empty: a backup is restored into an empty folder alone, so that nothing is overwritten. Give another "
                    + "with --data."
            );
        var contents = Check(file);
        Directory.CreateDirectory(folder);
        using (var zip = ZipFile.OpenRead(file))
            foreach (var name in contents.Files.Keys)
            {
                var to = Path.Combine(folder, name);
                Directory.CreateDirectory(Path.GetDirectoryName(to)!);
                zip.GetEntry(name)!.ExtractToFile(to);
            }
        var found = Verifying.Of(Path.Combine(folder, Database));
        if (
            found.Entries != contents.Entries
            || (found.Head is { } head && Convert.ToHexStringLower(head) != contents.Head)
            || !found.Sound
        )
            throw new CannotOpenException(
                $"{folder} was restored and is not sound: {(found.Faults.Count > 0 ? found.Faults[0] : "its journal is another one")}."
            );
        File.WriteAllText(
            Path.Combine(folder, "restored.txt"),
            $"{now.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture)} from a backup of "
                + $"{contents.MadeAt.ToString("yyyy-MM-dd HH:mm:ss", CultureInfo.InvariantCulture)}"
        );
        return contents;
    }
}
