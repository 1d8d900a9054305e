using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Spolium.Core.Records;
using Spolium.Data;
using Spolium.Golden;
using Xunit;

namespace Spolium.Server.Tests.Store;

public class StoreTests
{
    [Fact]
    public async Task Live_projections_and_rebuilt_ones_are_equal()
    {
        await using var shop = new Shop();
        await shop.Done("/api/lots", Shop.Lot());
        await shop.Done(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.2 g",
            }
        );
        await shop.Done(
            "/api/batches/26-02/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = shop.Store.Ledger.State.Entries[^1].Id,
                Reason = "spilled",
            }
        );
        var live = Projections.Of(shop.Store);
        Assert.Contains(live, r => r.StartsWith("lot|X-1", StringComparison.Ordinal));
        shop.Store.Rebuild();
        Assert.Equal(live, Projections.Of(shop.Store));
    }

    [Fact]
    public async Task A_rehearsed_write_leaves_nothing()
    {
        await using var shop = new Shop();
        var (lists, entries) = (Projections.Of(shop.Store), shop.Store.Read().Count);
        shop.Store.Rehearse();
        Assert.Equal(lists, Projections.Of(shop.Store));
        Assert.Equal((entries, entries), (shop.Store.Read().Count, shop.Store.Ledger.State.Entries.Count));
        await using (var db = shop.Store.Connect())
            Assert.Equal("0", Scalar(db, "SELECT count(*) FROM entry_stream WHERE stream = 'rehearsal'"));
        // In an empty shop there is nothing to go by.
        await using var empty = new Shop(demo: false);
        empty.Store.Rehearse();
        Assert.Empty(empty.Store.Read());
    }

    [Fact]
    public async Task A_restart_finds_everything_again_and_builds_the_demo_only_once()
    {
        var first = new Shop(copied: false);
        await first.Done("/api/lots", Shop.Lot());
        var entries = first.Store.Ledger.State.Entries.Select(e => (e.Id, e.OccurredAt, EntryJson.Write(e.Body))).ToList();
        var folder = await first.Stop();
        await using var second = new Shop(folder: folder);
        Assert.Equal(entries, second.Store.Ledger.State.Entries.Select(e => (e.Id, e.OccurredAt, EntryJson.Write(e.Body))));
        Assert.Equal(29, (await second.Get("/api/lots")).GetArrayLength());
    }

    [Fact]
    public async Task The_journal_is_written_ahead_and_its_streams_count_up()
    {
        await using var shop = new Shop();
        await using var db = shop.Store.Connect();
        Assert.Equal("wal", Scalar(db, "PRAGMA journal_mode"));
        Assert.Equal("2", Scalar(db, "PRAGMA synchronous"));
        var versions = await db.Streams.Where(s => s.Stream == "batch:26-01").OrderBy(s => s.Version).Select(s => s.Version).ToListAsync();
        Assert.Equal(Enumerable.Range(1, versions.Count).Select(i => (long)i), versions);
        Assert.Equal("1", Scalar(db, "SELECT count(*) FROM entry_stream WHERE stream = 'lot:hl-1' AND version = 2"));
    }

    [Fact]
    public async Task A_kind_of_the_future_stops_the_opening_with_its_name()
    {
        var shop = new Shop();
        var folder = await shop.Stop();
        await using (var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "spolium.db")};Pooling=False"))
        {
            connection.Open();
            await using var command = connection.CreateCommand();
            command.CommandText = "UPDATE entry SET kind = 'dream-dreamt' WHERE seq = 3";
            command.ExecuteNonQuery();
        }
        var e = Assert.Throws<CannotOpenException>(() => JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System));
        Assert.Contains("'dream-dreamt'", e.Message);
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task Projections_that_are_behind_are_rebuilt_at_the_next_start()
    {
        var shop = new Shop();
        var wanted = Projections.Of(shop.Store);
        var folder = await shop.Stop();
        await using (var db = new SpoliumDb(SpoliumDb.At(Path.Combine(folder, "spolium.db"))))
            await db.Database.ExecuteSqlRawAsync("DELETE FROM lot; DELETE FROM holding; DELETE FROM projection;");
        using var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System);
        Assert.Equal(wanted, Projections.Of(store));
        Directory.Delete(folder, true);
    }

    private static string Scalar(SpoliumDb db, string sql)
    {
        db.Database.OpenConnection();
        using var command = db.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar()!.ToString()!;
    }
}
