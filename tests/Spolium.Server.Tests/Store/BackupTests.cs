using System.IO.Compression;
using Microsoft.Extensions.DependencyInjection;
using Spolium.Data;
using Spolium.Server.Backups;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>Backups: made while somebody writes, whole or not there, restored into an empty folder alone.</summary>
public class BackupTests : IDisposable
{
    private readonly string shelf = Directory.CreateTempSubdirectory("spolium-backups").FullName;

    public void Dispose()
    {
        Directory.Delete(shelf, true);
        GC.SuppressFinalize(this);
    }

    private static string FolderOf(Shop shop) => Path.GetDirectoryName(shop.File)!;

    [Fact]
    public async Task Made_while_four_hands_write_each_is_whole_and_what_was_written_before_it_is_in_it()
    {
        await using var shop = new Shop();
        await shop.Done(
            "/api/lots/hl-9a/photos",
            new
            {
                Head = Shop.Head(),
                Caption = "a heap",
                Base64 = Convert.ToBase64String(Given.Picture(200, 100)),
            }
        );
        using var stop = new CancellationTokenSource();
        var hands = Enumerable
            .Range(0, 4)
            .Select(hand =>
                Task.Run(async () =>
                {
                    while (!stop.IsCancellationRequested)
                        await shop.Done("/api/batches/26-02/notes", new { Head = Shop.Head(), Text = $"hand {hand}" });
                })
            )
            .ToList();
        try
        {
            for (var i = 0; i < 8; i++)
                await Once(shop, i);
        }
        finally
        {
            await stop.CancelAsync();
            await Task.WhenAll(hands);
        }
        await using var again = new Shop(folder: Path.Combine(shelf, "restored 7"));
        Assert.Equal(1, (await again.Get("/api/lots/hl-9a")).GetProperty("photos").GetArrayLength());
        Assert.Contains("from a backup of", (await again.Get("/api/health")).GetProperty("shop").GetString());
        Assert.Equal("", (await shop.Get("/api/health")).GetProperty("shop").GetString());
    }

    private Task Once(Shop shop, int i) =>
        Task.Run(() =>
        {
            var written = shop.Store.Ledger.State.Entries.Count;
            var file = Path.Combine(shelf, $"{i}.backup");
            var contents = Backup.Make(FolderOf(shop), file, shop.Clock.GetUtcNow());
            Assert.True(contents.Entries >= written, $"{contents.Entries} of {written}");
            Assert.Equal(contents.Head, Backup.Check(file).Head);
            var into = Path.Combine(shelf, $"restored {i}");
            Assert.Equal(contents.Entries, Backup.Restore(file, into, shop.Clock.GetUtcNow()).Entries);
            Assert.True(Verifying.Of(Path.Combine(into, "spolium.db")).Sound);
        });

    [Fact]
    public async Task One_that_is_cut_changed_or_no_backup_is_refused_and_a_shop_is_never_overwritten()
    {
        await using var shop = new Shop();
        Assert.NotNull(shop.Store);
        var good = Path.Combine(shelf, "good.backup");
        Backup.Make(FolderOf(shop), good, shop.Clock.GetUtcNow());
        string Refused(Action doing) => Assert.Throws<CannotOpenException>(doing).Message;
        Assert.Contains("is not empty", Refused(() => Backup.Restore(good, FolderOf(shop), shop.Clock.GetUtcNow())));
        Assert.Contains("There is no file", Refused(() => Backup.Check(Path.Combine(shelf, "none"))));
        var bytes = await File.ReadAllBytesAsync(good, TestContext.Current.CancellationToken);
        var bad = Path.Combine(shelf, "bad.backup");
        await File.WriteAllBytesAsync(bad, bytes[..(bytes.Length / 2)], TestContext.Current.CancellationToken);
        Assert.Contains("breaks off", Refused(() => Backup.Restore(bad, Path.Combine(shelf, "a"), shop.Clock.GetUtcNow())));
        // A digit of an entry is changed and packed again.
        File.Copy(good, bad, true);
        using (var zip = ZipFile.Open(bad, ZipArchiveMode.Update))
        {
            var entry = zip.GetEntry("spolium.db")!;
            using var memory = new MemoryStream();
            using (var from = entry.Open())
                from.CopyTo(memory);
            entry.Delete();
            var changed = memory.ToArray();
            changed[^100] ^= 1;
            using var into = zip.CreateEntry("spolium.db").Open();
            into.Write(changed);
        }
        Assert.Contains("is not what it was", Refused(() => Backup.Restore(bad, Path.Combine(shelf, "b"), shop.Clock.GetUtcNow())));
        Assert.False(Directory.Exists(Path.Combine(shelf, "b")));
        Assert.Contains("There is no shop", Refused(() => Backup.Make(Path.Combine(shelf, "c"), bad, shop.Clock.GetUtcNow())));
    }

    [Fact]
    public void Fourteen_days_eight_weeks_and_twenty_four_months_are_kept()
    {
        var from = new DateTimeOffset(2024, 1, 1, 3, 0, 0, TimeSpan.Zero);
        // Two a day for three years.
        var all = Enumerable
            .Range(0, 3 * 365 * 2)
            .Select(i => from.AddHours(12 * i))
            .OrderDescending()
            .Select(t => (At: t, File: BackupShelf.NameOf(t)))
            .ToList();
        var kept = all.Except(BackupShelf.Old(all)).Select(b => b.At).ToList();
        Assert.Equal(all[0].At, kept[0]);
        Assert.InRange(kept.Count, 14 + 6 + 22, 14 + 8 + 24);
        var last = all[0].At;
        for (var day = 0; day < 14; day++)
            Assert.Contains(kept, k => k.Date == last.AddDays(-day).Date);
        for (var week = 0; week < 8; week++)
            Assert.Contains(kept, k => Math.Abs((last.AddDays(-7 * week) - k).TotalDays) < 7);
        for (var month = 0; month < 24; month++)
            Assert.Contains(kept, k => (k.Year, k.Month) == (last.AddMonths(-month).Year, last.AddMonths(-month).Month));
    }

    [Fact]
    public async Task One_is_made_each_day_and_what_went_wrong_is_told()
    {
        await using var shop = new Shop(settings: [("backups", shelf)]);
        Assert.NotNull(shop.Store);
        var keeper = shop.Services.GetRequiredService<BackupKeeper>();
        keeper.Keep();
        Assert.Equal((shop.Clock.GetUtcNow(), null), (keeper.LastGood!.Value, keeper.Fault));
        keeper.Keep();
        Assert.Single(BackupShelf.In(shelf));
        shop.Clock.Advance(TimeSpan.FromHours(25));
        keeper.Keep();
        Assert.Equal(2, BackupShelf.In(shelf).Count);
        var health = await shop.Get("/api/health");
        Assert.Equal(shop.Clock.GetUtcNow(), health.GetProperty("lastBackup").GetDateTimeOffset());
        // The journal is spoiled: no backup of it replaces a good one.
        using (var connection = new Microsoft.Data.Sqlite.SqliteConnection($"Data Source={shop.File};Pooling=False"))
        {
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "UPDATE entry SET \"By\" = 'QQ' WHERE Seq = 3";
            command.ExecuteNonQuery();
        }
        shop.Clock.Advance(TimeSpan.FromHours(25));
        keeper.Keep();
        Assert.Contains("is not sound", keeper.Fault);
        Assert.Equal(2, BackupShelf.In(shelf).Count);
    }

    [Fact]
    public async Task Commands_say_what_they_did_and_end_with_a_code()
    {
        var shop = new Shop();
        Assert.NotNull(shop.Store);
        var file = Path.Combine(shelf, "by hand.backup");
        // The shop is open meanwhile.
        Assert.Equal(0, Commands.Run(["--backup", file, "--data", FolderOf(shop)]));
        Assert.Equal(0, Commands.Run(["--verify", "--data", FolderOf(shop)]));
        Assert.Equal(0, Commands.Run(["--restore", file, "--data", Path.Combine(shelf, "new")]));
        Assert.Equal(4, Commands.Run(["--restore", file, "--data", Path.Combine(shelf, "new")]));
        Assert.Equal(4, Commands.Run(["--verify", "--data", Path.Combine(shelf, "nowhere")]));
        Assert.Null(Commands.Run(["--data", FolderOf(shop)]));
        await shop.DisposeAsync();
    }
}
