using System.Text.Json;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Run;

public partial class RunTests
{
    [Fact]
    public async Task The_open_batch_of_the_demo_goes_on_through_the_interface_to_its_bar()
    {
        await using var shop = new Shop();
        async Task<JsonElement> Step(string action, object body)
        {
            shop.Clock.Advance(TimeSpan.FromMinutes(4));
            var current = (await shop.Get("/api/batches/26-02")).GetProperty("current").GetProperty("id").GetString();
            return await shop.Done($"/api/batches/26-02/steps/{current}/{action}", body);
        }
        Task<JsonElement> Pour(string dose, string bottle, string amount) =>
            Step(
                "pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = dose,
                    BottleId = bottle,
                    Amount = amount,
                }
            );
        Task<JsonElement> See(string sign) => Step("signs", new { Head = Shop.Head(), Sign = sign });
        Task<JsonElement> Do(string action, string? reason = null) => Step(action, new { Head = Shop.Head(), Reason = reason });

        for (var i = 0; i < 5; i++)
            await Pour("sulfamic", "S-1", "0.2 g");
        foreach (var sign in new[] { "no-fizz-hot", "no-brown-fume", "iodide-white" })
            await See(sign);
        var batch = await Do("close");
        Assert.Equal("4-clear", batch.GetProperty("current").GetProperty("id").GetString());
        await Do("begin");
        await Pour("water", "water", "140 mL");
        await Do("close", "filtered clear, signs not ticked");
        await Do("begin");
        await Pour("metabisulphite", "M-1", "5.8 g");
        await See("stannous-clean");
        await Do("close", "settled overnight");
        await Do("begin");
        await Step(
            "weighings",
            new
            {
                Head = Shop.Head(),
                Output = "bar",
                Mass = "4.30 g",
                PlusMinus = "0.01 g",
                Fineness = "24 K",
            }
        );
        await Do("close", "no borax left");
        var closed = await shop.Done("/api/batches/26-02/close", new { Head = Shop.Head() });
        Assert.NotEqual(JsonValueKind.Null, closed.GetProperty("closedAt").ValueKind);

        var trail = await shop.Get("/api/batches/26-02/trail?element=Au");
        Assert.Equal(4.30, trail.GetProperty("product").GetProperty("likely").GetDouble(), 1e-6);
        Assert.Equal("%", trail.GetProperty("recovery").GetProperty("unit").GetString());
        var copper = await shop.Get("/api/batches/26-02/trail?element=Cu");
        Assert.Equal(JsonValueKind.Null, copper.GetProperty("product").ValueKind);
        Assert.All(shop.Store.Ledger.Book.Postings.GroupBy(p => (p.EntryId, p.Element)), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }

    [Fact]
    public async Task A_pour_only_thought_of_tells_what_it_would_change_and_writes_nothing()
    {
        await using var shop = new Shop();
        var before = shop.Store.Ledger.State.Entries.Count;
        // A portion of sulfamic acid more: what nitric acid is left for the metabisulphite shrinks in the worlds that had some.
        var answer = await shop.Done(
            "/api/batches/26-02/steps/3-sulfamic/pours/preview",
            new
            {
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.3 g",
            }
        );
        Assert.Equal("0.3 grams", answer.GetProperty("words").GetString());
        Assert.Equal(before, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task A_weighing_only_thought_of_tells_how_the_later_doses_would_follow()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot());
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-01",
                Code = "26-01",
                LotId = "X-1",
                Amount = "100 g",
            }
        );
        await shop.Done("/api/batches/26-01/steps/1-nitric-strip/begin", new { Head = Shop.Head() });
        // Before any acid there is nothing to weigh but what went in.
        var (status, refused) = await shop.Post(
            "/api/batches/26-01/steps/1-nitric-strip/weighings/preview",
            new { Output = "foils", Mass = "1.2 g" }
        );
        Assert.Equal((422, "mass"), (status, Shop.First(refused).Field));
        await shop.Done(
            "/api/batches/26-01/steps/1-nitric-strip/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "nitric",
                BottleId = "N-1",
                Amount = "380 g",
                Reason = "all at once, outdoors",
            }
        );
        var answer = await shop.Done("/api/batches/26-01/steps/1-nitric-strip/weighings/preview", new { Output = "foils", Mass = "1.2 g" });
        var changes = answer.GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("title").GetString()!).ToList();
        Assert.Contains(changes, c => c.StartsWith("metabisulphite", StringComparison.Ordinal));
        Assert.Contains(changes, c => c.StartsWith("sulfamic", StringComparison.Ordinal));
        Assert.Equal(4, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task The_figures_of_a_running_step_stand_as_it_is_now()
    {
        await using var shop = new Shop();
        double Left(JsonElement batch) => batch.GetProperty("now")[0].GetProperty("likely").GetDouble();
        var before = Left(await shop.Get("/api/batches/26-02"));
        var after = Left(
            await shop.Done(
                "/api/batches/26-02/steps/3-sulfamic/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "sulfamic",
                    BottleId = "S-1",
                    Amount = "0.4 g",
                }
            )
        );
        // 0.4 g at 99 %, 95 % of it not taken by water, takes 1/1.541 of its mass of nitric acid.
        Assert.Equal(0.4 * 0.99 * 0.95 / 1.541, before - after, 0.002);
    }

    [Fact]
    public async Task Two_people_pouring_from_what_they_saw_are_told_of_each_other()
    {
        await using var shop = new Shop();
        var version = (await shop.Get("/api/batches/26-02")).GetProperty("version").GetInt64();
        object Pour() =>
            new
            {
                Head = Shop.Head(version: version),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.2 g",
            };
        await shop.Done("/api/batches/26-02/steps/3-sulfamic/pours", Pour());
        var (status, problem) = await shop.Post("/api/batches/26-02/steps/3-sulfamic/pours", Pour());
        Assert.Equal(409, status);
        Assert.Contains("0.2 g from S-1", problem.GetProperty("since").ToString());
        Assert.Equal(version + 1, problem.GetProperty("version").GetInt64());
    }

    [Fact]
    public async Task The_same_pour_sent_again_after_a_lost_answer_is_one_pour()
    {
        await using var shop = new Shop();
        var version = (await shop.Get("/api/batches/26-02")).GetProperty("version").GetInt64();
        var id = Guid.NewGuid().ToString();
        object Pour(long seen) =>
            new
            {
                Head = Shop.Head(id, seen),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.2 g",
            };
        await shop.Done("/api/batches/26-02/steps/3-sulfamic/pours", Pour(version));
        var again = await shop.Done("/api/batches/26-02/steps/3-sulfamic/pours", Pour(version + 1));
        Assert.Equal(version + 1, again.GetProperty("version").GetInt64());
        Assert.Equal(3, shop.Store.Ledger.State.Batches["26-02"].Step("3-sulfamic").Pours.Count);
        // The same id for another step is not the same request.
        var (status, _) = await shop.Post("/api/batches/26-02/steps/2-aqua-regia/pours", Pour(version));
        Assert.Equal(409, status);
    }

    [Fact]
    public async Task An_entry_taken_back_stays_in_the_journal_struck_through()
    {
        await using var shop = new Shop();
        var pour = shop.Store.Ledger.State.Entries.Last(e => e.Body is DoseAdded).Id;
        await shop.Done(
            "/api/batches/26-02/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = pour,
                Reason = "wrong beaker",
            }
        );
        var journal = await shop.Get("/api/batches/26-02/journal");
        var line = journal.EnumerateArray().Single(l => l.GetProperty("entryId").GetString() == pour);
        Assert.NotEqual(JsonValueKind.Null, line.GetProperty("correctedBy").ValueKind);
        Assert.Equal("taken back: wrong beaker", journal[0].GetProperty("words").GetString());
    }

    [Fact]
    public async Task Every_figure_of_a_batch_opens_its_working()
    {
        await using var shop = new Shop();
        var batch = await shop.Get("/api/batches/26-02");
        var keys = Keys(batch).Distinct().ToList();
        Assert.True(keys.Count > 10);
        foreach (var key in keys)
        {
            var figure = await shop.Get($"/api/batches/26-02/working?key={Uri.EscapeDataString(key)}");
            Assert.True(figure.GetProperty("working").GetArrayLength() > 0, key);
        }
        var (status, _) = (await shop.Client.GetAsync("/api/batches/26-02/working?key=nothing")) is var r ? ((int)r.StatusCode, 0) : (0, 0);
        Assert.Equal(404, status);
    }
}
