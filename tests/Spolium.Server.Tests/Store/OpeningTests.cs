using Microsoft.Data.Sqlite;
using Spolium.Data;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>A shop that cannot be opened says in one sentence which file, what is wrong and what to do; and one that can is.</summary>
public class OpeningTests
{
    private static async Task<string> Closed()
    {
        var shop = new Shop();
        return await shop.Stop();
    }

    private static void Sql(string folder, string sql)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "spolium.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static string Refused(string folder)
    {
        var message = Assert
            .Throws<CannotOpenException>(() => JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System))
            .Message;
        Assert.Contains(folder, message);
        Assert.DoesNotContain("   at ", message);
        return message;
    }

    [Fact]
    public async Task A_second_program_on_the_folder_is_told_who_has_it_and_comes_in_when_it_is_free()
    {
        var shop = new Shop(demo: false);
        var folder = Path.GetDirectoryName(shop.File)!;
        Assert.NotNull(shop.Store);
        Assert.Contains($"is open already, in process {Environment.ProcessId}", Refused(folder));
        await shop.Stop();
        JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System).Dispose();
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_file_that_is_cut_or_is_no_database_is_named()
    {
        var folder = await Closed();
        var file = Path.Combine(folder, "spolium.db");
        var whole = await File.ReadAllBytesAsync(file, TestContext.Current.CancellationToken);
        await File.WriteAllTextAsync(
            file,
            "This is a letter, and no database of any kind; it is long enough to be read as one.",
            TestContext.Current.CancellationToken
        );
        foreach (var ending in new[] { "-wal", "-shm" })
            File.Delete(file + ending);
        Assert.Contains("no database of Spolium", Refused(folder));
        await File.WriteAllBytesAsync(file, whole[..(whole.Length / 2)], TestContext.Current.CancellationToken);
        Assert.Contains("is damaged", Refused(folder));
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task An_entry_that_cannot_be_read_is_named()
    {
        var folder = await Closed();
        Sql(folder, "UPDATE entry SET Json = '{\"lotId\": 5' WHERE Seq = 4");
        Assert.Contains("an entry cannot be read", Refused(folder));
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_database_that_another_program_writes_to_is_told_to_be_locked()
    {
        var folder = await Closed();
        using (var other = new SqliteConnection($"Data Source={Path.Combine(folder, "spolium.db")};Pooling=False"))
        {
            other.Open();
            using var command = other.CreateCommand();
            command.CommandText = "PRAGMA locking_mode=EXCLUSIVE; BEGIN EXCLUSIVE; UPDATE entry SET \"By\" = 'XX' WHERE Seq = 1;";
            command.ExecuteNonQuery();
            Assert.Contains("is locked by another program", Refused(folder));
        }
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_copy_in_one_file_opens()
    {
        var folder = await Closed();
        Sql(folder, "PRAGMA wal_checkpoint(TRUNCATE); PRAGMA journal_mode=DELETE;");
        using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System);
        Assert.NotEmpty(store.Read());
        store.Dispose();
        Directory.Delete(folder, true);
    }

    [Theory]
    [InlineData("folder-first.db.gz", 130)]
    [InlineData("folder-books.db.gz", 378)]
    public void Folders_of_earlier_versions_open(string golden, int entries)
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        Spolium.Golden.GoldenFolders.Unpack(Path.Combine(Spolium.Tests.Repository.Root, "tests", "reference", "golden", golden), folder);
        using (var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System))
        {
            // One more than it had: what the books keep of its closed batches, once.
            Assert.Equal(entries, store.Read().Count);
            Assert.All(store.Lists.ClosedBatches(100), id => Assert.NotNull(store.Ledger.State.Batches[id].Summary));
            Assert.Empty(store.Breaks);
        }
        // It was backed up first, and it is brought up once.
        var backup = Assert.Single(Directory.GetFiles(folder, "before-*.zip"));
        Backup.Check(backup);
        Assert.Empty(Directory.GetFiles(folder, "*.new"));
        using (var again = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System))
            Assert.Equal(entries, again.Read().Count);
        Assert.Single(Directory.GetFiles(folder, "before-*.zip"));
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_write_whose_answer_was_lost_is_found_when_it_is_asked_again()
    {
        await using var shop = new Shop(demo: false);
        var lot = Shop.Lot(head: Shop.Head("22222222-2222-2222-2222-222222222222"));
        // Another hand holds the file just then.
        using (var other = new SqliteConnection($"Data Source={shop.File};Pooling=False"))
        {
            other.Open();
            using var command = other.CreateCommand();
            Assert.NotNull(shop.Store);
            command.CommandText = "BEGIN IMMEDIATE;";
            command.ExecuteNonQuery();
            var (status, problem) = await shop.Post("/api/lots", lot);
            Assert.Equal(503, status);
            Assert.Contains("press again, it is written once", problem.GetProperty("title").GetString());
        }
        await shop.Done("/api/lots", lot);
        await shop.Done("/api/lots", Shop.Lot(head: Shop.Head("{22222222-2222-2222-2222-222222222222}")));
        Assert.Single(shop.Store.Read());
    }
}
