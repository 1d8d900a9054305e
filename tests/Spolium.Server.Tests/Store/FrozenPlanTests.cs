using Microsoft.EntityFrameworkCore;
using Spolium.Core.Records;
using Spolium.Data;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>Plans stand beside the journal, under the hash that it holds.</summary>
public class FrozenPlanTests
{
    [Fact]
    public async Task A_step_that_is_begun_keeps_its_plan_and_the_journal_keeps_the_hash()
    {
        await using var shop = new Shop();
        var batch = shop.Store.Ledger.State.Batches["26-02"];
        var begun = batch.Step("2-aqua-regia").Plan!;
        // In memory there is no plan but what goes on from it.
        Assert.Null(begun.Whole);
        var plan = shop.Store.PlanOf(batch, "2-aqua-regia")!;
        Assert.Equal(begun.Sha256, EntryJson.Hash(plan.Text()));
        Assert.Equal(begun.Doses.Select(d => (d.Dose, d.Grams.Likely)), plan.Doses.Select(d => (d.Dose, d.Grams.Likely)));
        Assert.NotEmpty(plan.Doses.Single(d => d.Dose == "nitric").Grams.Working);
        Assert.Null(shop.Store.PlanOf(batch, "4-clear"));
        await using var db = shop.Store.Connect();
        var text = await db
            .Entries.Where(e => e.Kind == "step-begun")
            .OrderBy(e => e.Seq)
            .Select(e => e.Json)
            .LastAsync(TestContext.Current.CancellationToken);
        Assert.DoesNotContain("working", text);
        Assert.True(text.Length < 4000, $"{text.Length} characters");
    }

    [Fact]
    public async Task The_page_shows_it_with_the_working_of_every_figure()
    {
        await using var shop = new Shop();
        var begun = await shop.Get("/api/batches/26-01/steps/1-nitric-strip/begun");
        Assert.Equal(2, begun.GetProperty("methodVersion").GetInt32());
        var figure = begun.GetProperty("figures")[0];
        var working = await shop.Get($"/api/batches/26-01/working?key={Uri.EscapeDataString(figure.GetProperty("key").GetString()!)}");
        Assert.Equal(figure.GetProperty("value").GetString(), working.GetProperty("value").GetString());
        Assert.True(working.GetProperty("working").GetArrayLength() > 0);
        Assert.Equal(
            404,
            (int)(await shop.Client.GetAsync("/api/batches/26-02/steps/4-clear/begun", TestContext.Current.CancellationToken)).StatusCode
        );
    }

    [Fact]
    public async Task A_plan_that_was_changed_on_the_disk_is_not_shown()
    {
        await using var shop = new Shop();
        var batch = shop.Store.Ledger.State.Batches["26-02"];
        await using (var db = shop.Store.Connect())
        {
            var sha256 = batch.Step("1-nitric-strip").Plan!.Sha256;
            var other = batch.Step("2-aqua-regia").Plan!.Sha256;
            await db.Database.ExecuteSqlAsync(
                $"UPDATE plan SET Data = (SELECT Data FROM plan WHERE Sha256 = {other}) WHERE Sha256 = {sha256}",
                TestContext.Current.CancellationToken
            );
        }
        Assert.Null(shop.Store.PlanOf(batch, "1-nitric-strip"));
    }

    // Schema 1 kept it in the entry itself: it stays there, and is read from there.
    [Fact]
    public void A_plan_of_the_first_version_is_read_where_it_stands()
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        Spolium.Golden.GoldenFolders.Unpack(
            Path.Combine(Spolium.Tests.Repository.Root, "tests", "reference", "golden", "folder-books.db.gz"),
            folder
        );
        using (var store = JournalStore.Open(Path.Combine(folder, "spolium.db"), TimeProvider.System))
        {
            var batch = store.Ledger.State.Batches["26-01"];
            var plan = store.PlanOf(batch, "1-nitric-strip")!;
            Assert.Equal(batch.Step("1-nitric-strip").Plan!.Doses.Select(d => d.Grams.Likely), plan.Doses.Select(d => d.Grams.Likely));
            Assert.NotEmpty(plan.Figures);
            // Of a batch that came in with a file, in that file.
            var brought = store.Ledger.State.Batches["77-01"];
            var step = brought.Route.Steps.First(s => brought.Step(s.Id).Begun).Id;
            Assert.Equal(
                brought.Step(step).Plan!.Doses.Select(d => d.Grams.Likely),
                store.PlanOf(brought, step)!.Doses.Select(d => d.Grams.Likely)
            );
        }
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task A_batch_takes_its_plans_along_in_its_file()
    {
        await using var shop = new Shop();
        var text = await shop.Client.GetStringAsync("/api/batches/26-01/file", TestContext.Current.CancellationToken);
        Assert.Equal(6, BatchFile.Read(text).Plans!.Count);
        await using var other = new Shop(demo: false);
        await other.Done("/api/batches/file", new { Head = Shop.Head(), File = text });
        Assert.NotNull(other.Store.PlanOf(other.Store.Ledger.State.Batches["26-01"], "2-aqua-regia"));
        Assert.Equal(text, await other.Client.GetStringAsync("/api/batches/26-01/file", TestContext.Current.CancellationToken));
    }
}
