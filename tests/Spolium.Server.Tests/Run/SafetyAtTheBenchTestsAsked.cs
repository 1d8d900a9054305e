using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>What is asked, refused and told.</summary>
public partial class SafetyAtTheBenchTests
{
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
            m.GetProperty("material").GetString() == "cellulose paper" && m.GetProperty("bears").GetString() == "limited"
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
        // What is worked here is a line of the lot; what is not is told as such, and carried in its unknown rest.
        bool Known(string kind, string element) =>
            materials
                .Single(m => m.GetProperty("id").GetString() == kind)
                .GetProperty("lines")
                .EnumerateArray()
                .Single(l => l.GetProperty("element").GetString() == element)
                .GetProperty("known")
                .GetBoolean();
        Assert.True(Known("ag-w-tips", "W"));
        Assert.False(Known("pins-flash", "Be"));
    }
}
