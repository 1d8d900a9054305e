using System.Security.Cryptography;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Spolium.Data;
using Spolium.Golden;
using Spolium.Server.Backups;
using Spolium.Tests;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>A folder of an earlier version that cannot be brought up as it should: it is as it was, or is brought up with what is wrong
/// with it.</summary>
public sealed class MigratingTests : IDisposable
{
    private const string ChainMigration = "20261128175317_Chain";

    private readonly string folder = Directory.CreateTempSubdirectory("spolium-migrating").FullName;

    private string DatabaseFile => Path.Combine(folder, "spolium.db");

    public MigratingTests() =>
        GoldenFolders.Unpack(Path.Combine(Repository.Root, "tests", "reference", "golden", "folder-books.db.gz"), folder);

    public void Dispose() => Directory.Delete(folder, true);

    private void Sql(string sql)
    {
        using var connection = new SqliteConnection($"Data Source={DatabaseFile};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    [Fact]
    public void Without_room_nothing_is_begun()
    {
        var size = new FileInfo(DatabaseFile).Length;
        Migrating.Room(folder, 2 * size);
        Assert.Contains(
            "make room, then start again",
            Assert.Throws<CannotOpenException>(() => Migrating.Room(folder, (2 * size) - 1)).Message
        );
        Assert.Single(Directory.GetFiles(folder));
    }

    // The console that is told of it breaks, as a disk may: once before the copy is brought up, once when it is whole.
    [Theory]
    [InlineData("Its journal is brought up")]
    [InlineData("Done")]
    public void A_failure_in_the_middle_leaves_a_whole_folder_and_a_backup(string at)
    {
        var before = SHA256.HashData(File.ReadAllBytes(DatabaseFile));
        void Tell(string line)
        {
            if (line.StartsWith(at, StringComparison.Ordinal))
                throw new IOException("there is no space left");
        }
        Assert.Contains(
            "no space left",
            Assert.Throws<CannotOpenException>(() => JournalStore.Open(DatabaseFile, TimeProvider.System, Tell)).Message
        );
        Assert.Empty(Directory.GetFiles(folder, "*.new*"));
        Backup.Check(Assert.Single(Directory.GetFiles(folder, "before-*.zip")));
        Assert.Equal(at != "Done", SHA256.HashData(File.ReadAllBytes(DatabaseFile)).SequenceEqual(before));
        using var store = JournalStore.Open(DatabaseFile, TimeProvider.System);
        Assert.Equal(378, store.Ledger.State.Entries.Count);
        Assert.Empty(store.Breaks);
    }

    [Fact]
    public async Task A_journal_with_a_break_is_brought_up_with_it_and_waits_for_somebodys_word()
    {
        using (var db = new SpoliumDb(SpoliumDb.At(DatabaseFile)))
        {
            db.GetService<IMigrator>().Migrate(ChainMigration);
            Migrating.Bind(db);
        }
        Sql("UPDATE entry SET \"By\" = 'XX' WHERE Seq = 40");
        Assert.False(Verifying.Of(DatabaseFile, pictures: false).Sound);
        // A backup of every day is not made over a good one.
        Assert.Contains(
            "is not sound",
            Assert.Throws<CannotOpenException>(() => Backup.Make(folder, Path.Combine(folder, "x.zip"), DateTimeOffset.UtcNow)).Message
        );
        using var store = JournalStore.Open(DatabaseFile, TimeProvider.System);
        await store.Looked;
        Assert.Contains("entry 40 was changed", Assert.Single(store.Breaks).What);
        Assert.Equal(378, store.Ledger.State.Entries.Count);
        Backup.Check(Assert.Single(Directory.GetFiles(folder, "before-*.zip")));
    }

    [Fact]
    public void Verifying_replays_the_journal_and_tells_a_list_that_says_something_else_and_rebuilding_mends_it()
    {
        // One of an earlier version is tried on a copy, and stays what it is.
        var before = SHA256.HashData(File.ReadAllBytes(DatabaseFile));
        Assert.Equal([], Verifying.Of(DatabaseFile, pictures: false, lists: true).Faults);
        Assert.True(before.SequenceEqual(SHA256.HashData(File.ReadAllBytes(DatabaseFile))));
        JournalStore.Open(DatabaseFile, TimeProvider.System).Dispose();
        Assert.Equal([], Verifying.Of(DatabaseFile, pictures: false, lists: true).Faults);
        Sql("UPDATE posting SET Micrograms = Micrograms + 1 WHERE Id = 5");
        Assert.Equal([], Verifying.Of(DatabaseFile, pictures: false).Faults);
        Assert.Contains(
            "“posting” is not what the journal tells",
            Assert.Single(Verifying.Of(DatabaseFile, pictures: false, lists: true).Faults)
        );
        Assert.Equal(0, Commands.Run(["--rebuild", "--data", folder]));
        Assert.Equal([], Verifying.Of(DatabaseFile, pictures: false, lists: true).Faults);
        Assert.Equal(4, Commands.Run(["--verify", "--data", folder]));
    }
}
