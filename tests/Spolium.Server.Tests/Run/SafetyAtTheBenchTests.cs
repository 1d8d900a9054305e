using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>Safety at the point of action, over HTTP: readings that a dose waits for, deadlines, stops, reasons that the journal keeps,
/// branches.</summary>
public class SafetyAtTheBenchTests
{
    private static async Task<JsonElement> Start(Shop shop, string id, string lot, string amount, params string[] methods) =>
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = id,
                Code = id,
                LotId = lot,
                Amount = amount,
                Methods = methods,
            }
        );

    private static Task<JsonElement> Begin(Shop shop, string batch, string step) =>
        shop.Done($"/api/batches/{batch}/steps/{step}/begin", new { Head = Shop.Head() });

    private static object Pour(string dose, string bottle, string amount, string? reason = null) =>
        new
        {
            Head = Shop.Head(),
            DoseId = dose,
            BottleId = bottle,
            Amount = amount,
            Reason = reason,
        };

    [Fact]
    public async Task Iron_goes_into_fixer_only_after_its_ph_was_read()
    {
        await using var shop = new Shop();
        await Start(shop, "26-11", "hl-6a", "2000 mL", "fixer-iron", "dry", "melt");
        var batch = await Begin(shop, "26-11", "1-fixer-iron");
        Assert.Equal("silver", batch.GetProperty("metal").GetString());
        Assert.Equal("pH", batch.GetProperty("current").GetProperty("interlocks")[0].GetProperty("reading").GetString());
        var path = "/api/batches/26-11/steps/1-fixer-iron";
        Assert.Equal("reading", Shop.First((await shop.Post(path + "/pours", Pour("iron", "usual iron", "12 g"))).Body).Field);
        Assert.Equal(
            (422, "value"),
            (
                (
                    await shop.Post(
                        path + "/readings",
                        new
                        {
                            Head = Shop.Head(),
                            Kind = "pH",
                            Value = "55",
                        }
                    )
                ).Status,
                "value"
            )
        );
        await shop.Done(
            path + "/readings",
            new
            {
                Head = Shop.Head(),
                Kind = "pH",
                Value = "3.5",
            }
        );
        Assert.Equal("reading", Shop.First((await shop.Post(path + "/pours", Pour("iron", "usual iron", "12 g"))).Body).Field);
        await shop.Done(
            path + "/readings",
            new
            {
                Head = Shop.Head(),
                Kind = "pH",
                Value = "5.2",
            }
        );
        var poured = await shop.Done(path + "/pours", Pour("iron", "usual iron", "12 g"));
        Assert.True(
            poured.GetProperty("current").GetProperty("doses")[0].GetProperty("rungs")[0].GetProperty("entryId").ValueKind
                == JsonValueKind.String
        );
    }

    [Fact]
    public async Task Ammoniacal_silver_runs_against_an_hour_from_the_pour_until_it_is_acidified()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "p",
                Code = "P-1",
                Title = "gold with a little silver",
                Material = "metal",
                Amount = "21 g",
                Content = new[]
                {
                    new
                    {
                        Element = "Ag",
                        Low = "4.76 %",
                        Likely = "4.76 %",
                        High = "4.76 %",
                        Of = "Whole",
                    },
                },
                Balance = "Au",
            }
        );
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-01",
                Code = "26-01",
                LotId = "p",
                Amount = "21 g",
                Methods = new[] { "aqua-regia", "sulfamic", "metabisulphite", "wash" },
                Options = new Dictionary<string, object> { ["wash"] = new { school = "ammonia" } },
            }
        );
        foreach (var step in new[] { "1-aqua-regia", "2-sulfamic", "3-metabisulphite" })
        {
            await Begin(shop, "26-01", step);
            await shop.Done(
                $"/api/batches/26-01/steps/{step}/readings",
                new
                {
                    Head = Shop.Head(),
                    Kind = "temperature",
                    Value = "85 °C",
                }
            );
            foreach (
                var dose in (await shop.Get("/api/batches/26-01")).GetProperty("current").GetProperty("doses").EnumerateArray().ToList()
            )
                await PourAll(shop, step, dose);
            await shop.Done($"/api/batches/26-01/steps/{step}/close", new { Head = Shop.Head(), Reason = "seen" });
        }
        var begun = (await Begin(shop, "26-01", "4-wash")).GetProperty("current");
        Assert.Equal(JsonValueKind.Null, begun.GetProperty("deadlines")[0].GetProperty("dueAt").ValueKind);
        JsonElement Dose(string id) => begun.GetProperty("doses").EnumerateArray().Single(d => d.GetProperty("id").GetString() == id);
        await PourAll(shop, "4-wash", Dose("ammonia"));
        var current = (await shop.Get("/api/batches/26-01")).GetProperty("current");
        var running = current.GetProperty("deadlines")[0];
        Assert.False(running.GetProperty("done").GetBoolean());
        var pouredAt = current
            .GetProperty("doses")
            .EnumerateArray()
            .Single(d => d.GetProperty("id").GetString() == "ammonia")
            .GetProperty("rungs")[0]
            .GetProperty("pouredAt")
            .GetDateTimeOffset();
        Assert.Equal(pouredAt.AddHours(1), running.GetProperty("dueAt").GetDateTimeOffset());
        await PourAll(shop, "4-wash", Dose("acidify"));
        Assert.True(
            (await shop.Get("/api/batches/26-01")).GetProperty("current").GetProperty("deadlines")[0].GetProperty("done").GetBoolean()
        );
    }

    private static async Task PourAll(Shop shop, string step, JsonElement dose)
    {
        var grams = dose.GetProperty("rungs").EnumerateArray().Sum(r => r.GetProperty("grams").GetDouble());
        if (grams > 0)
            await shop.Done(
                $"/api/batches/26-01/steps/{step}/pours",
                Pour(dose.GetProperty("id").GetString()!, dose.GetProperty("bottleId").GetString()!, $"{grams:0.###} g", "all at once")
            );
    }

    [Fact]
    public async Task A_pour_far_above_the_dose_is_kept_with_its_reason_and_the_journal_says_it()
    {
        await using var shop = new Shop();
        var path = "/api/batches/26-02/steps/3-sulfamic/pours";
        var (status, problem) = await shop.Post(path, Pour("sulfamic", "S-1", "40 g"));
        Assert.Equal((422, "amount"), (status, Shop.First(problem).Field));
        await shop.Done(path, Pour("sulfamic", "S-1", "40 g", "the liquor of two batches"));
        Assert.Contains("kept because: the liquor of two batches", (await shop.Get("/api/batches/26-02/journal")).ToString());
    }

    [Fact]
    public async Task A_lot_that_may_hold_beryllium_is_not_milled_and_says_why()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "be",
                Code = "BE-1",
                Title = "springs",
                Material = "beryllium copper",
                Amount = "100 g",
                Balance = "Cu",
                Marks = new[] { "beryllium", "no such mark" },
                Content = new[]
                {
                    new
                    {
                        Element = "Au",
                        Low = "0.1 %",
                        Likely = "0.2 %",
                        High = "0.4 %",
                        Of = "Whole",
                    },
                },
            }
        );
        Assert.Equal("[\"beryllium\"]", (await shop.Get("/api/lots/be")).GetProperty("marks").ToString());
        var plan = await shop.Done(
            "/api/plan",
            new
            {
                LotId = "be",
                Amount = "100 g",
                Methods = new[] { "mill", "nitric-strip" },
            }
        );
        Assert.Equal("1-mill", plan.GetProperty("refused").GetString());
        Assert.Contains("never milled", plan.GetProperty("steps")[0].GetProperty("refusals").ToString());
        // Stripped whole it may be.
        Assert.Equal(JsonValueKind.Null, (
                await shop.Done(
                    "/api/plan",
                    new
                    {
                        LotId = "be",
                        Amount = "100 g",
                        Methods = new[] { "nitric-strip" },
                    }
                )
            ).GetProperty("refused").ValueKind);
        // What is refused cannot be begun.
        await Start(shop, "26-01", "be", "100 g", "mill");
        Assert.Equal(
            (422, "stepId"),
            ((await shop.Post("/api/batches/26-01/steps/1-mill/begin", new { Head = Shop.Head() })).Status, "stepId")
        );
    }

    [Fact]
    public async Task A_branch_is_put_on_a_holding_and_waiting_holdings_are_named()
    {
        await using var shop = new Shop();
        var before = await shop.Get("/api/batches/26-02");
        var rinse = before
            .GetProperty("steps")[0]
            .GetProperty("makes")
            .EnumerateArray()
            .Single(m => m.GetProperty("output").GetString() == "rinse");
        Assert.True(rinse.GetProperty("waits").GetBoolean());
        var after = await shop.Done(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(),
                Reason = "silver in the strip liquor",
                After = "3-sulfamic",
                Methods = new[] { "clear" },
                With = new[] { rinse.GetProperty("id").GetString() },
            }
        );
        Assert.False(
            after
                .GetProperty("steps")[0]
                .GetProperty("makes")
                .EnumerateArray()
                .Single(m => m.GetProperty("output").GetString() == "rinse")
                .GetProperty("waits")
                .GetBoolean()
        );
        var (status, problem) = await shop.Post(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(),
                Reason = "again",
                After = "9-none",
                Methods = new[] { "clear" },
            }
        );
        Assert.Equal((422, "after"), (status, Shop.First(problem).Field));
        (status, problem) = await shop.Post(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(),
                Reason = "again",
                After = "3-sulfamic",
                Methods = new[] { "alchemy" },
            }
        );
        Assert.Equal((422, "methods"), (status, Shop.First(problem).Field));
    }

    [Fact]
    public async Task Every_step_of_a_plan_says_what_to_wear_and_why_a_hood()
    {
        await using var shop = new Shop();
        var strip = (await shop.Done("/api/plan", new { LotId = "hl-1", Amount = "100 g" })).GetProperty("steps")[0].GetProperty("safety");
        Assert.Equal(0, strip.GetProperty("findings").GetArrayLength());
        Assert.Contains("NO2 0.2 ppm", strip.GetProperty("gases")[0].GetProperty("limit").GetString());
        Assert.Contains(strip.GetProperty("materials").EnumerateArray(), m =>
            m.GetProperty("material").GetString() == "cellulose paper" && m.GetProperty("bears").GetString() == "no"
        );
        Assert.Contains("gloves of butyl", strip.GetProperty("wear").ToString());
        Assert.StartsWith("Splash", strip.GetProperty("firstAction").GetString());
    }

    [Fact]
    public async Task The_material_library_is_there_to_receive_by()
    {
        await using var shop = new Shop(demo: false);
        var materials = (await shop.Get("/api/materials")).EnumerateArray().ToList();
        var sterling = materials.Single(m => m.GetProperty("id").GetString() == "sterling");
        Assert.Equal("92.5", sterling.GetProperty("lines")[0].GetProperty("likely").GetString());
        // Metals whose ways are not known are told as such: a lot carries them in its unknown rest.
        Assert.False(
            materials
                .Single(m => m.GetProperty("id").GetString() == "ag-w-tips")
                .GetProperty("lines")
                .EnumerateArray()
                .Single(l => l.GetProperty("element").GetString() == "W")
                .GetProperty("known")
                .GetBoolean()
        );
    }
}
