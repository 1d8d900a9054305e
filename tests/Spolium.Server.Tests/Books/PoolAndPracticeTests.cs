using System.Text.Json;
using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Server.Books;
using Spolium.Server.Shared;
using Xunit;

namespace Spolium.Server.Tests.Books;

public class PoolAndPracticeTests
{
    private static JsonElement Pool(JsonElement view, string code) =>
        view.GetProperty("pools").EnumerateArray().Single(p => p.GetProperty("code").GetString() == code);

    private static JsonElement Figure(JsonElement practice, string prior) =>
        practice.GetProperty("figures").EnumerateArray().Single(f => f.GetProperty("prior").GetString() == prior);

    [Fact]
    public async Task A_tub_is_set_up_filled_worked_up_and_shared_back()
    {
        await using var shop = new Shop();
        await shop.Done(
            "/api/pools",
            new
            {
                Head = Shop.Head(),
                Code = "T2",
                Kind = "filter tub",
                Title = "filters of the radar mast",
            }
        );
        var put = new
        {
            Head = Shop.Head(Guid.NewGuid().ToString()),
            BatchId = "26-01",
            StepId = "4-clear",
            Output = "filter",
        };
        var filled = Pool(await shop.Done("/api/pools/T2/put-in", put), "T2");
        Assert.Equal(1, filled.GetProperty("leavings").GetInt32());
        Assert.Equal("26-01", (await shop.Get("/api/pools/T2/holds"))[0].GetProperty("code").GetString());
        // A retry does nothing twice.
        Assert.Equal(1, Pool(await shop.Done("/api/pools/T2/put-in", put), "T2").GetProperty("leavings").GetInt32());
        var before = (await shop.Get("/api/books/recovery?metal=Au")).GetProperty("product").GetProperty("likely").GetDouble();
        await shop.Done(
            "/api/pools/T2/worked-up",
            new
            {
                Head = Shop.Head(),
                Yields = new[]
                {
                    new
                    {
                        Element = "Au",
                        Mass = "18 mg",
                        Fineness = "990 ‰",
                    },
                },
                How = "burnt and leached",
            }
        );
        var worked = (await shop.Get("/api/pools/T2/worked-up"))[0].GetProperty("entryId").GetString();
        var share = (await shop.Get($"/api/pools/T2/worked-up/{worked}")).GetProperty("shares")[0];
        Assert.Equal("26-01", share.GetProperty("code").GetString());
        Assert.NotEqual(share.GetProperty("before").GetString(), share.GetProperty("after").GetString());
        Assert.Equal(
            0.018 * 0.99,
            (await shop.Get("/api/books/recovery?metal=Au")).GetProperty("product").GetProperty("likely").GetDouble() - before,
            1e-6
        );
        var trail = await shop.Get("/api/batches/26-01/trail?element=Au");
        Assert.Equal(0.018 * 0.99, trail.GetProperty("back").GetProperty("likely").GetDouble(), 1e-6);
        Assert.Equal(
            ["closed", "T2 worked up"],
            trail.GetProperty("history").EnumerateArray().Select(h => h.GetProperty("why").GetString()!)
        );
        Assert.Contains("filter, in T2", trail.GetProperty("holdings").EnumerateArray().Select(h => h.GetProperty("name").GetString()));
        // As it was before the working up, the trail knows nothing of it.
        var past = await shop.Get($"/api/batches/26-01/trail?element=Au&at={trail.GetProperty("entries").GetInt64() - 1}");
        Assert.Equal(JsonValueKind.Null, past.GetProperty("back").ValueKind);
        var working = await shop.Get("/api/batches/26-01/trail/working?element=Au&key=back");
        Assert.Contains("in proportion to the book", working.ToString());
        // A restart finds it again; taken back it is as before.
        var folder = await shop.Stop();
        await using var again = new Shop(folder: folder);
        var back = Pool(
            await again.Done(
                "/api/pools/T2/corrections",
                new
                {
                    Head = Shop.Head(),
                    Corrects = worked,
                    Reason = "it was brass",
                }
            ),
            "T2"
        );
        Assert.Equal((1, 0), (back.GetProperty("leavings").GetInt32(), back.GetProperty("workings").GetInt32()));
        Assert.Equal(
            before,
            (await again.Get("/api/books/recovery?metal=Au")).GetProperty("product").GetProperty("likely").GetDouble(),
            1e-9
        );
    }

    [Fact]
    public async Task What_went_into_a_pot_is_told_by_the_page_and_what_a_tub_gave_when_somebody_asks()
    {
        await using var shop = new Shop();
        var (pot, tub) = (shop.Store.Ledger.State.Pools["P1"], shop.Store.Ledger.State.Pools["T1"]);
        async Task<List<string?>> Told(string path) =>
            [.. (await shop.Get("/api/pools/" + path)).EnumerateArray().Select(x => x.GetProperty("entryId").GetString())];
        var first = await Told("P1/holds");
        Assert.Equal(12, first.Count);
        Assert.Equal(pot.Holds.Reverse().Select(h => h.EntryId), first.Concat(await Told("P1/holds?skip=12")));
        Assert.Empty(await Told("P1/holds?skip=100000"));
        Assert.Equal(tub.WorkedUp.Reverse().Select(w => w.EntryId), await Told("T1/worked-up"));
        Assert.Empty(await Told("T1/worked-up?skip=1"));
        var view = Pool(await shop.Get("/api/pools"), "T1");
        Assert.Equal(
            (tub.Holds.Count, tub.WorkedUp.Count),
            (view.GetProperty("leavings").GetInt32(), view.GetProperty("workings").GetInt32())
        );
        foreach (var path in new[] { "none/holds", "none/balance", "T1/worked-up/none" })
            Assert.Equal(404, (int)(await shop.Client.GetAsync("/api/pools/" + path)).StatusCode);
    }

    [Fact]
    public async Task More_batches_than_are_reconciled_together_are_told_by_the_book_and_that_is_said()
    {
        await using var shop = new Shop();
        var state = shop.Store.Ledger.State;
        var pot = state.Pools["P1"];
        var one = pot.Holds[0];
        PoolState With(int batches) =>
            pot with
            {
                Holds = [.. Enumerable.Range(0, batches).Select(i => one with { BatchId = i == 0 ? one.BatchId : $"b-{i}" })],
            };
        var told = PoolBalances.Of(state, With(ReconciledPool.Most + 1), null, new ShownFigures())!;
        Assert.Equal((null, null), (told.Out, told.AddsUp));
        Assert.Contains($"more than {ReconciledPool.Most} batches", told.Sentence);
        Assert.NotNull(PoolBalances.Of(state, With(1), null, new ShownFigures())!.Out);
    }

    [Theory]
    [InlineData("2.6 g", null, "burnt", "yields[0].mass")]
    [InlineData("much", null, "burnt", "yields[0].mass")]
    [InlineData("0.1 g", "12", "", "how")]
    public async Task What_cannot_have_come_out_is_told_by_field(string mass, string? fineness, string how, string field)
    {
        await using var shop = new Shop();
        var (status, problem) = await shop.Post(
            "/api/pools/T1/worked-up",
            new
            {
                Head = Shop.Head(),
                Yields = new[]
                {
                    new
                    {
                        Element = "Au",
                        Mass = mass,
                        Fineness = fineness,
                    },
                },
                How = how,
            }
        );
        Assert.Equal(422, status);
        Assert.Contains(field, problem.GetProperty("errors").EnumerateArray().Select(e => e.GetProperty("field").GetString()));
    }

    [Fact]
    public async Task Two_tabs_that_fill_one_tub_are_not_merged_in_silence()
    {
        await using var shop = new Shop();
        var version = (await shop.Get("/api/batches/26-01/trail")).GetProperty("version").GetInt64();
        await shop.Done(
            "/api/pools/T1/put-in",
            new
            {
                Head = Shop.Head(version: version),
                BatchId = "26-01",
                StepId = "4-clear",
                Output = "filter",
            }
        );
        var (status, problem) = await shop.Post(
            "/api/pools/P1/put-in",
            new
            {
                Head = Shop.Head(version: version),
                BatchId = "26-01",
                StepId = "5-metabisulphite",
                Output = "barren",
            }
        );
        Assert.Equal(409, status);
        Assert.Contains("put into T1", problem.GetProperty("since")[0].GetString());
    }

    [Fact]
    public async Task Plans_go_by_the_shops_own_batches_and_say_so()
    {
        await using var shop = new Shop();
        var practice = await shop.Get("/api/books/practice");
        var factor = Figure(practice, "nitric-factor");
        Assert.Equal(22, factor.GetProperty("batches").GetInt32());
        Assert.Equal(22, factor.GetProperty("shown").GetArrayLength());
        var plan = new
        {
            LotId = "hl-1",
            Amount = "100 g",
            Way = string.Join('/', Spolium.Demo.HobLaneWays.GoldByNitricStrip),
        };
        var working = await shop.Done("/api/plan/working?key=" + Uri.EscapeDataString("1-nitric-strip/dose/nitric/grams"), plan);
        var line = working.GetProperty("working").EnumerateArray().First(l => l.GetProperty("prior").GetString() == "nitric-factor");
        Assert.Equal("from 15 of your batches of clad brass", line.GetProperty("source").GetString());
        // The lot is of a kind of which fifteen batches were closed: they speak for it alone.
        var ofKind = factor.GetProperty("kinds").EnumerateArray().Single(k => k.GetProperty("kind").GetString() == "clad brass");
        Assert.Equal(15, ofKind.GetProperty("batches").GetInt32());
        Assert.StartsWith(ofKind.GetProperty("own").GetProperty("value").GetString()!, line.GetProperty("figure").GetString());

        var less = await shop.Done(
            "/api/books/practice/25-08",
            new
            {
                Head = Shop.Head(),
                Counts = false,
                Reason = "the wrong spoon",
            }
        );
        Assert.Equal(
            "the wrong spoon",
            Figure(less, "nitric-factor")
                .GetProperty("shown")
                .EnumerateArray()
                .Single(s => s.GetProperty("code").GetString() == "25-08")
                .GetProperty("leftOut")
                .GetString()
        );
        Assert.Equal(21, Figure(less, "nitric-factor").GetProperty("batches").GetInt32());
        Assert.Equal(
            "from 14 of your batches of clad brass",
            (await shop.Done("/api/plan/working?key=" + Uri.EscapeDataString("1-nitric-strip/dose/nitric/grams"), plan))
                .GetProperty("working")
                .EnumerateArray()
                .First(l => l.GetProperty("prior").GetString() == "nitric-factor")
                .GetProperty("source")
                .GetString()
        );
        var (status, problem) = await shop.Post(
            "/api/books/practice/25-09",
            new
            {
                Head = Shop.Head(),
                Counts = false,
                Reason = "",
            }
        );
        Assert.Equal((422, "reason"), (status, Shop.First(problem).Field));
        Assert.Contains(
            "left out of what batches teach",
            (await shop.Get("/api/batches/25-08/journal"))[0].GetProperty("words").GetString()
        );
        Assert.IsType<LeftOutOfLearning>(shop.Store.Ledger.State.Entries[^1].Body);
    }

    [Fact]
    public async Task A_shop_without_batches_goes_by_the_book()
    {
        await using var shop = new Shop(demo: false);
        var practice = await shop.Get("/api/books/practice");
        Assert.All(practice.GetProperty("figures").EnumerateArray(), f => Assert.Equal(JsonValueKind.Null, f.GetProperty("own").ValueKind));
        Assert.Empty((await shop.Get("/api/pools")).GetProperty("pools").EnumerateArray());
    }
}
