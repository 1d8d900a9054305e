using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Plan;

/// <summary>A step by itself: no lot, no batch; kept, taken back, or made a lot and a batch of.</summary>
public class StepAloneTests
{
    private static object Salt(string grams = "25 g", string? volume = "400 mL", string element = "Ag") =>
        new
        {
            Method = "silver-chloride",
            Charge = new
            {
                Kind = "Nitrate",
                Lines = new[] { new { Element = element, Grams = grams } },
                Volume = volume,
                FreeAcid = "0.5",
            },
        };

    private static JsonElement Dose(JsonElement view, string id) =>
        view.GetProperty("step").GetProperty("doses").EnumerateArray().Single(d => d.GetProperty("id").GetString() == id);

    [Fact]
    public async Task Silver_in_solution_how_much_salt()
    {
        await using var shop = new Shop();
        var view = await shop.Done("/api/step", Salt());
        Assert.Equal(
            "400 millilitres of nitrate liquor with silver 25 grams, free acid 0.5 moles per litre",
            view.GetProperty("words").GetString()
        );
        Assert.StartsWith("Local codes", view.GetProperty("opening").GetString());
        // 13.55 g of pure salt at least; with 10 mmol/L to spare in about 470 mL, over 98 %: 14.1 g.
        Assert.InRange(Dose(view, "chloride").GetProperty("grams").GetProperty("likely").GetDouble(), 13.9, 14.3);
        // A change of a reading moves the dose, the water and the time.
        var twice = await shop.Done("/api/step", Salt("50 g", "800 mL"));
        Assert.Equal(
            2,
            Dose(twice, "chloride").GetProperty("grams").GetProperty("likely").GetDouble()
                / Dose(view, "chloride").GetProperty("grams").GetProperty("likely").GetDouble(),
            0.01
        );
        // Of an unknown the portions are sized to the least, and the ladder goes on to the most.
        var range = Dose(await shop.Done("/api/step", Salt("10–40 g")), "chloride");
        var rungs = range.GetProperty("rungs").EnumerateArray().Select(r => r.GetProperty("grams").GetDouble()).ToList();
        Assert.True(rungs.Max() < 10 && rungs.Sum() > 20);
    }

    [Theory]
    [InlineData("lots", "400 mL", "Ag", "lines[0].grams")]
    [InlineData("0 g", "400 mL", "Ag", "lines[0].grams")]
    [InlineData("40–20 g", "400 mL", "Ag", "lines[0].grams")]
    [InlineData("25 g", null, "Ag", "volume")]
    [InlineData("25 g", "400 mL", "Xx", "lines[0].element")]
    [InlineData("25 g", "400 mL", "Au", "lines[0].element")]
    public async Task What_cannot_be_is_told_at_its_field(string grams, string? volume, string element, string field)
    {
        await using var shop = new Shop(demo: false);
        var (status, problem) = await shop.Post("/api/step", Salt(grams, volume, element));
        Assert.Equal((422, field), (status, Shop.First(problem).Field));
    }

    [Fact]
    public async Task A_refusal_is_told_with_the_way_round_it()
    {
        await using var shop = new Shop(demo: false);
        var view = await shop.Done(
            "/api/step",
            new
            {
                Method = "nitric-part",
                Charge = new
                {
                    Kind = "Metal",
                    Lines = new[] { new { Element = "Ag", Grams = "20 g" }, new { Element = "Sn", Grams = "3 g" } },
                },
            }
        );
        Assert.Contains("hydrochloric acid first", view.GetProperty("step").GetProperty("refusals").ToString());
        var (status, problem) = await shop.Post(
            "/api/step",
            new { Method = "alchemy", Charge = new { Kind = "Metal", Lines = Array.Empty<object>() } }
        );
        Assert.Equal((422, "method"), (status, Shop.First(problem).Field));
    }

    [Fact]
    public async Task It_is_kept_and_taken_back()
    {
        await using var shop = new Shop(demo: false);
        var kept = await shop.Done(
            "/api/step/kept",
            new
            {
                Head = Shop.Head(),
                KeptId = "k1",
                Title = "salt for the Tuesday liquor",
                Try = Salt("20–30 g"),
            }
        );
        Assert.Contains("20 to 30 g, likely 25 g", kept.GetProperty("words").GetString());
        var again = (await shop.Get("/api/step/kept"))[0].GetProperty("try");
        Assert.Equal("silver-chloride", again.GetProperty("method").GetString());
        Assert.Equal(200, (await shop.Post("/api/step", again)).Status);
        var (status, problem) = await shop.Post(
            "/api/step/kept",
            new
            {
                Head = Shop.Head(),
                KeptId = "k2",
                Title = " ",
                Try = Salt(),
            }
        );
        Assert.Equal((422, "title"), (status, Shop.First(problem).Field));
        await shop.Done("/api/step/kept/k1/take-back", new { Head = Shop.Head(version: 1), Reason = "poured away" });
        Assert.Equal(0, (await shop.Get("/api/step/kept")).GetArrayLength());
    }

    [Fact]
    public async Task It_becomes_a_lot_and_a_batch()
    {
        await using var shop = new Shop(demo: false);
        var charge = new
        {
            Kind = "Nitrate",
            Lines = new[] { new { Element = "Ag", Grams = "25 g" }, new { Element = "Cu", Grams = "5 g" } },
            Volume = "400 mL",
            FreeAcid = "0.5",
        };
        object Become(object head, string lot, string code, string batch, object charge, string method) =>
            new
            {
                Head = head,
                LotId = lot,
                Code = code,
                Title = "silver liquor",
                BatchId = batch,
                BatchCode = batch,
                Try = new { Method = method, Charge = charge },
            };
        var wish = Become(Shop.Head("33333333-3333-3333-3333-333333333333"), "s-1", "S-1", "26-01", charge, "silver-chloride");
        await shop.Done("/api/step/batch", wish);
        // The answer was lost, and it is pressed again: both are there, once.
        await shop.Done("/api/step/batch", wish);
        Assert.Equal(2, shop.Store.Ledger.State.Entries.Count);
        Assert.Equal("400 mL", (await shop.Get("/api/lots/s-1")).GetProperty("amount").GetString());
        var batch = await shop.Get("/api/batches/26-01");
        Assert.Equal("silver-chloride", batch.GetProperty("current").GetProperty("method").GetString());
        Assert.Equal("silver", batch.GetProperty("metal").GetString());
        var alloy = new
        {
            Kind = "Metal",
            Lines = new[]
            {
                new { Element = "Au", Grams = "5 g" },
                new { Element = "Ag", Grams = "2 g" },
                new { Element = "Cu", Grams = "3 g" },
            },
        };
        // A code that is taken leaves no lot behind.
        var (status, problem) = await shop.Post("/api/step/batch", Become(Shop.Head(), "s-2", "S-2", "26-01", alloy, "nitric-part"));
        Assert.Equal((422, "code"), (status, Shop.First(problem).Field));
        Assert.Equal(2, shop.Store.Ledger.State.Entries.Count);
        await shop.Done("/api/step/batch", Become(Shop.Head(), "s-2", "S-2", "26-02", alloy, "nitric-part"));
        Assert.Equal("10 g", (await shop.Get("/api/lots/s-2")).GetProperty("amount").GetString());
    }

    [Fact]
    public async Task Vessels_of_ones_own_bound_the_plan()
    {
        await using var shop = new Shop(demo: false);
        Assert.False((await shop.Get("/api/vessels")).GetProperty("own").GetBoolean());
        string Vessel(JsonElement view) => view.GetProperty("step").GetProperty("vessel").GetProperty("label").GetString()!;
        var request = new
        {
            Method = "nitric-part",
            Charge = new { Kind = "Metal", Lines = new[] { new { Element = "Ag", Grams = "300 g" } } },
        };
        var big = await shop.Done("/api/step", request);
        await shop.Done(
            "/api/vessels",
            new
            {
                Head = Shop.Head(),
                VesselId = "B1",
                Kind = "beaker, low form",
                NominalMl = 250,
                Tare = "112.4 g",
            }
        );
        var small = await shop.Done("/api/step", request);
        Assert.NotEqual(Vessel(big), Vessel(small));
        Assert.Contains("250", Vessel(small));
        Assert.True(small.GetProperty("step").GetProperty("vessel").GetProperty("splitInto").GetInt32() > 1);
        var (status, problem) = await shop.Post(
            "/api/vessels",
            new
            {
                Head = Shop.Head(),
                VesselId = "B2",
                Kind = "bath tub",
                NominalMl = 90000,
            }
        );
        Assert.Equal((422, "kind"), (status, Shop.First(problem).Field));
        await shop.Done("/api/vessels/B1/gone", new { Head = Shop.Head(version: 1), Why = "broken" });
        Assert.False((await shop.Get("/api/vessels")).GetProperty("own").GetBoolean());
    }

    [Fact]
    public async Task A_second_refine_is_put_in_as_a_loop_and_the_rest_goes_on_from_it()
    {
        await using var shop = new Shop();
        var batch = await shop.Done(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(version: (await shop.Get("/api/batches/26-02")).GetProperty("version").GetInt64()),
                Reason = "dark powder",
                After = "5-metabisulphite",
                Methods = new[] { "aqua-regia", "sulfamic", "clear", "metabisulphite" },
            }
        );
        var steps = batch.GetProperty("steps").EnumerateArray().Select(s => s.GetProperty("id").GetString()).ToList();
        Assert.Equal(
            ["5-metabisulphite", "5a-aqua-regia", "5b-sulfamic", "5c-clear", "5d-metabisulphite", "6-wash-dry-melt"],
            steps.Skip(4)
        );
        Assert.InRange(batch.GetProperty("product").GetProperty("likely").GetDouble(), 3.8, 4.6);
    }
}
