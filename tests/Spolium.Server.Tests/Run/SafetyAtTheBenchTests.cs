using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>Safety at the point of action, over HTTP: readings that a dose waits for, deadlines, stops, reasons that the journal keeps,
/// branches.</summary>
public partial class SafetyAtTheBenchTests
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
        await Start(shop, "26-11", "hl-6a", "2000 mL", "fixer-iron", "wash", "dry", "melt");
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
        // Not before somebody has confirmed what it meets.
        Assert.False(begun.GetProperty("interlocks")[0].GetProperty("open").GetBoolean());
        await Assert.ThrowsAsync<InvalidOperationException>(() => PourAll(shop, "4-wash", Dose("ammonia")));
        var state = begun.GetProperty("interlocks")[0].GetProperty("state").GetString();
        await shop.Done("/api/batches/26-01/steps/4-wash/signs", new { Head = Shop.Head(), Sign = state });
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
}
