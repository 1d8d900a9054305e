using Microsoft.Data.Sqlite;
using Spolium.Core.Records;
using Spolium.Data;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>What happens to the file behind the journal's back shows at its place; reading goes on, and writing waits for somebody's
/// word.</summary>
public class ChainTests
{
    private static async Task<string> Closed()
    {
        var shop = new Shop();
        await shop.Done("/api/lots", Shop.Lot());
        return await shop.Stop();
    }

    private static void Sql(string folder, params string[] all)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "spolium.db")};Pooling=False");
        connection.Open();
        foreach (var sql in all)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            command.ExecuteNonQuery();
        }
    }

    private static long Last(string folder)
    {
        using var connection = new SqliteConnection($"Data Source={Path.Combine(folder, "spolium.db")};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "SELECT max(Seq) FROM entry";
        return (long)command.ExecuteScalar()!;
    }

    [Fact]
    public async Task A_journal_that_nobody_touched_is_whole()
    {
        var folder = await Closed();
        var found = Verifying.Of(Path.Combine(folder, "spolium.db"));
        Assert.Equal([], found.Faults);
        Assert.Equal(Last(folder), found.Entries);
        await using var shop = new Shop(folder: folder);
        Assert.Empty(shop.Store.Breaks);
        Assert.Equal("ready", (await shop.Get("/api/health")).GetProperty("status").GetString());
    }

    [Theory]
    [InlineData(
        "UPDATE entry SET Json = replace(Json, '206.3', '206.4') WHERE Seq = (SELECT max(Seq) FROM entry WHERE Json LIKE '%206.3%')",
        "was changed after it was written"
    )]
    [InlineData("UPDATE entry SET OccurredTicks = OccurredTicks + 1 WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry SET RecordedTicks = RecordedTicks + 1 WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry SET OccurredOffsetMinutes = 60 WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry SET \"By\" = 'QQ' WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry SET Id = 'x' WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry SET Hash = 'x' WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("UPDATE entry_stream SET Version = Version + 1000 WHERE Seq = 500", "entry 500 was changed")]
    [InlineData("DELETE FROM entry WHERE Seq = 1300; DELETE FROM entry_stream WHERE Seq = 1300", "entry 1300 is missing")]
    [InlineData(
        "DELETE FROM entry WHERE Seq BETWEEN 1300 AND 1304; DELETE FROM entry_stream WHERE Seq BETWEEN 1300 AND 1304",
        "entries 1300 to 1304 are missing"
    )]
    [InlineData("DELETE FROM entry WHERE Seq > (SELECT max(Seq) - 20 FROM entry)", "the last that were acknowledged, are missing")]
    [InlineData("DELETE FROM entry WHERE Seq = (SELECT max(Seq) FROM entry)", "the last that was acknowledged, is missing")]
    public async Task What_was_done_to_it_is_told_with_its_place(string sql, string told)
    {
        var folder = await Closed();
        Sql(folder, sql);
        Assert.Contains(Verifying.Of(Path.Combine(folder, "spolium.db")).Faults, f => f.Contains(told, StringComparison.Ordinal));
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task Behind_a_break_reading_goes_on_and_writing_waits_for_the_word()
    {
        var folder = await Closed();
        Sql(folder, "UPDATE entry SET \"By\" = 'QQ' WHERE Seq = 500");
        var shop = new Shop(folder: folder);
        Assert.Equal("broken", (await shop.Get("/api/health")).GetProperty("status").GetString());
        Assert.True((await shop.Get("/api/lots")).GetArrayLength() > 0);
        var (status, problem) = await shop.Post("/api/lots", Shop.Lot("X-2"));
        Assert.Equal(423, status);
        Assert.Contains("entry 500 was changed", problem.GetProperty("title").GetString());
        Assert.Equal(
            "why",
            Shop.First(
                (
                    await shop.Post(
                        "/api/journal/breaks",
                        new
                        {
                            Head = Shop.Head(),
                            Seq = 500,
                            Why = " ",
                        }
                    )
                ).Body
            ).Field
        );
        Assert.Equal(
            "seq",
            Shop.First(
                (
                    await shop.Post(
                        "/api/journal/breaks",
                        new
                        {
                            Head = Shop.Head(),
                            Seq = 499,
                            Why = "so",
                        }
                    )
                ).Body
            ).Field
        );
        await shop.Done(
            "/api/journal/breaks",
            new
            {
                Head = Shop.Head(),
                Seq = 500,
                Why = "initials mended by hand, compared with the backup",
            }
        );
        Assert.Equal("ready", (await shop.Get("/api/health")).GetProperty("status").GetString());
        await shop.Done("/api/lots", Shop.Lot("X-2"));
        // The word is an entry: it holds after a restart, and for that break alone.
        folder = await shop.Stop();
        Sql(folder, "UPDATE entry SET \"By\" = 'QQ' WHERE Seq = 501");
        var again = new Shop(folder: folder);
        Assert.Equal([501], again.Store.Breaks.Select(b => b.Seq));
        // What is changed once more at the same place is another break.
        folder = await again.Stop();
        Sql(folder, "UPDATE entry SET \"By\" = 'RR' WHERE Seq = 500");
        await using var third = new Shop(folder: folder);
        Assert.Equal([500, 501], third.Store.Breaks.Select(b => b.Seq));
    }

    [Fact]
    public async Task A_tail_that_is_gone_is_accepted_and_the_journal_goes_on()
    {
        var folder = await Closed();
        var last = Last(folder);
        Sql(folder, $"DELETE FROM entry WHERE Seq > {last - 3}", $"DELETE FROM entry_stream WHERE Seq > {last - 3}");
        var shop = new Shop(folder: folder);
        var broken = Assert.Single(shop.Store.Breaks);
        await shop.Done(
            "/api/journal/breaks",
            new
            {
                Head = Shop.Head(),
                broken.Seq,
                Why = "the disk was put back to yesterday",
            }
        );
        await shop.Done("/api/lots", Shop.Lot("X-3"));
        folder = await shop.Stop();
        Assert.Empty(Verifying.Of(Path.Combine(folder, "spolium.db"), pictures: false).Faults);
        await using var again = new Shop(folder: folder);
        Assert.Empty(again.Store.Breaks);
    }

    [Fact]
    public void A_folder_of_an_earlier_version_is_chained_as_it_stands()
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        Spolium.Golden.GoldenFolders.Unpack(
            Path.Combine(Spolium.Tests.Repository.Root, "tests", "reference", "golden", "folder-books.db.gz"),
            folder
        );
        var file = Path.Combine(folder, "spolium.db");
        Assert.True(Verifying.Of(file, pictures: false).Sound);
        using (var store = JournalStore.Open(file, TimeProvider.System))
            Assert.Empty(store.Breaks);
        Assert.NotNull(Verifying.Of(file, pictures: false).Head);
        // Its one picture is nowhere: said, and nothing else.
        Assert.Contains("is missing or spoiled", Assert.Single(Verifying.Of(file).Faults));
        Directory.Delete(folder, true);
    }

    // The end of a long journal is looked at before it opens, the rest beside the work.
    [Fact]
    public async Task A_change_deep_in_a_long_journal_is_told_when_all_of_it_has_been_looked_at()
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        var file = Path.Combine(folder, "spolium.db");
        var at = new DateTimeOffset(2026, 11, 1, 8, 0, 0, TimeSpan.Zero);
        using (var store = JournalStore.Open(file, TimeProvider.System))
            store.Import(
                Enumerable
                    .Range(1, 2300)
                    .Select(i => new Entry(
                        Guid.NewGuid().ToString(),
                        [new("shop", i)],
                        at.AddMinutes(i),
                        at.AddMinutes(i),
                        "AV",
                        new NoteWritten(null, null, $"note {i}")
                    ))
            );
        using (var whole = JournalStore.Open(file, TimeProvider.System))
        {
            await whole.Looked;
            Assert.Empty(whole.Breaks);
            Assert.Equal(2300, whole.Ledger.State.Entries.Count);
        }
        Sql(folder, "UPDATE entry SET Json = replace(Json, 'note 7', 'note 8') WHERE Seq = 7");
        using (var store = JournalStore.Open(file, TimeProvider.System))
        {
            await store.Looked;
            Assert.Contains("entry 7 was changed", Assert.Single(store.Breaks).What);
            var written = await store.Write(
                new(Guid.NewGuid().ToString(), "x", new Dictionary<string, long?> { ["shop"] = null }, at, "AV", _ =>
                    Core.Deciding.Decision.Write(new NoteWritten(null, null, "more"))
                ),
                TestContext.Current.CancellationToken
            );
            Assert.IsType<Written.Broken>(written);
        }
        // Whoever ends it at once does not wait for it.
        JournalStore.Open(file, TimeProvider.System).Dispose();
        Directory.Delete(folder, true);
    }

    // Its lists tell what the journal tells now, and not what it told before.
    [Fact]
    public async Task Lists_of_a_broken_journal_are_made_again()
    {
        var folder = await Closed();
        Sql(folder, "UPDATE entry SET Json = replace(Json, 'gold-clad pins of the same radar mast', 'pins of nowhere')");
        await using var shop = new Shop(folder: folder);
        Assert.NotEmpty(shop.Store.Breaks);
        Assert.Equal("HL-31", Assert.Single(shop.Store.Lists.Lots("pins of nowhere")).Code);
    }
}
