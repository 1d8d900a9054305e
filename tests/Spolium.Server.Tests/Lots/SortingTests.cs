using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>Sorting, pooling, kinds of scrap, files and pictures over HTTP.</summary>
public partial class SortingTests
{
    private static object Part(string id, string amount, string? tare = null, object? content = null) =>
        new
        {
            LotId = id,
            Code = id,
            Title = "a class",
            Amount = amount,
            Tare = tare,
            Content = content,
        };

    private static readonly object Tips = new
    {
        Lines = new[]
        {
            new
            {
                Element = "Ag",
                Low = "85 %",
                Likely = "95 %",
                High = "99 %",
                Of = "Part",
            },
        },
        Balance = "Cu",
        Part = "tip",
        PartShare = "10-12-15 %",
    };

    [Fact]
    public async Task A_lot_is_sorted_by_gross_and_tare_by_count_and_with_what_was_taken_out()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot(amount: "100 g"));
        object[] parts = [Part("X-1a", "92 g", "30.5 g", Tips), Part("X-1b", "12 x 2.5 g")];
        object[] removed = [new { Name = "plastic", Amount = "8 g" }];
        var strip = await shop.Done("/api/lots/X-1/split/preview", new { Parts = parts, Removed = removed });
        Assert.Equal(0.5, strip.GetProperty("missing").GetDouble(), 1e-9);
        Assert.Equal(61.5, strip.GetProperty("parts")[0].GetProperty("value").GetDouble(), 1e-9);
        // What cannot be read yet weighs nothing in the strip, and is refused when it is written down.
        Assert.Equal(
            92,
            (
                await shop.Done(
                    "/api/lots/X-1/split/preview",
                    new { Parts = new[] { Part("X-1a", "much"), Part("X-1b", "0 g") }, Removed = removed }
                )
            )
                .GetProperty("missing")
                .GetDouble(),
            1e-9
        );
        Assert.Equal(
            "parts[0].tare",
            Shop.First(
                (
                    await shop.Post(
                        "/api/lots/X-1/split",
                        new { Head = Shop.Head(), Parts = new[] { Part("X-1a", "20 g", "30 g"), parts[1] } }
                    )
                ).Body
            ).Field
        );
        var lot = await shop.Done(
            "/api/lots/X-1/split",
            new
            {
                Head = Shop.Head(),
                Parts = parts,
                Removed = removed,
            }
        );
        Assert.Equal("plastic", lot.GetProperty("removed")[0].GetProperty("name").GetString());
        Assert.Equal(0.5, lot.GetProperty("notInAnyPart").GetDouble(), 1e-9);
        var tips = await shop.Get("/api/lots/X-1a");
        Assert.Equal("92 g less 30.5 g", tips.GetProperty("amount").GetString());
        Assert.Equal(61.5 * 0.12 * 0.95, tips.GetProperty("content")[0].GetProperty("grams").GetProperty("likely").GetDouble(), 0.01);
        Assert.Equal("10-12-15 %", tips.GetProperty("typed").GetProperty("partShare").GetString());
        Assert.Equal(12, (await shop.Get("/api/lots/X-1b")).GetProperty("pieces").GetInt32());
        Assert.Contains("under 20", (await shop.Get("/api/lots/X-1b")).GetProperty("samplingNote").GetString());
        Assert.Equal(0, shop.Store.Ledger.Book.Postings.GroupBy(p => p.Element).Max(g => Math.Abs(g.Sum(p => p.Micrograms))));
    }

    [Fact]
    public async Task Lots_are_pooled_and_what_each_brought_can_be_seen()
    {
        await using var shop = new Shop();
        object Pool(string amount) =>
            new
            {
                Head = Shop.Head(),
                LotId = "p",
                Code = "HL-11",
                Title = "gilt ware",
                Feeds = new[] { new { LotId = "hl-9a", Amount = "96.4 g" }, new { LotId = "hl-9b", Amount = amount } },
            };
        Assert.Equal("feeds[1].amount", Shop.First((await shop.Post("/api/lots/pool", Pool("40 g"))).Body).Field);
        var pool = await shop.Done("/api/lots/pool", Pool("38.2 g"));
        Assert.Equal(["HL-9a", "HL-9b"], pool.GetProperty("sources").EnumerateArray().Select(s => s.GetProperty("code").GetString()!));
        Assert.False(pool.GetProperty("mayBelieve").GetBoolean());
        var gold = pool.GetProperty("content").EnumerateArray().Single(c => c.GetProperty("element").GetString() == "Au");
        Assert.Equal(0.006 * 96.4 + 0.0055 * 38.2, gold.GetProperty("grams").GetProperty("likely").GetDouble(), 0.01);
        Assert.Equal("HL-11", (await shop.Get("/api/lots/hl-9a")).GetProperty("pools")[0].GetProperty("code").GetString());
        var worth = await shop.Done("/api/lots/p/worth", new { });
        Assert.Equal("gold by chlorine lift, bleach", worth.GetProperty("wayTitle").GetString());
        // It is planned and started as any lot.
        var batch = await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-21",
                Code = "26-21",
                LotId = "p",
                Amount = "134.6 g",
                Methods = new[] { "nitric-strip", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt" },
            }
        );
        Assert.Equal(6, batch.GetProperty("steps").GetArrayLength());
    }

    [Fact]
    public async Task A_question_that_the_title_raises_is_answered_before_anything_is_planned()
    {
        await using var shop = new Shop();
        var content = new[]
        {
            new
            {
                Element = "Au",
                Low = "60 %",
                Likely = "70 %",
                High = "80 %",
                Of = "Whole",
            },
        };
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "am",
                Code = "AM-1",
                Title = "amalgam bead",
                Material = "bead",
                Amount = "24 g",
                Balance = "Ag",
                Content = content,
            }
        );
        var lot = await shop.Get("/api/lots/am");
        var question = lot.GetProperty("questions")[0];
        Assert.Equal("Find out first", (await shop.Done("/api/lots/am/worth", new { })).GetProperty("headline").GetString());
        var plan = new
        {
            LotId = "am",
            Amount = "24 g",
            Methods = new[] { "aqua-regia" },
        };
        Assert.Equal("lotId", Shop.First((await shop.Post("/api/plan", plan)).Body).Field);
        var answered = await shop.Done(
            "/api/lots/am/content",
            new
            {
                Head = Shop.Head(),
                Content = new
                {
                    Lines = content,
                    Balance = "Ag",
                    Marks = new[] { question.GetProperty("denied").GetString() },
                },
                How = "guess",
                Reason = "a drop of nitric acid and copper: no grey",
            }
        );
        Assert.Equal(0, answered.GetProperty("questions").GetArrayLength());
        await shop.Done("/api/plan", plan);
    }

    [Fact]
    public async Task A_lot_waits_for_something_and_has_an_offer()
    {
        await using var shop = new Shop();
        await shop.Done("/api/lots/hl-9b/set-aside", new { Head = Shop.Head(), WaitsFor = "more gilt ware" });
        Assert.Equal(
            "more gilt ware",
            (await shop.Get("/api/lots"))
                .EnumerateArray()
                .Single(l => l.GetProperty("id").GetString() == "hl-9b")
                .GetProperty("waitsFor")
                .GetString()
        );
        await shop.Done(
            "/api/lots/hl-2a/offer",
            new
            {
                Head = Shop.Head(),
                Crowns = "1500 kr",
                By = "a dealer",
            }
        );
        Assert.Equal("Sell", (await shop.Done("/api/lots/hl-2a/worth", new { })).GetProperty("verdict").GetString());
        Assert.Equal(
            "crowns",
            Shop.First((await shop.Post("/api/lots/hl-2a/offer", new { Head = Shop.Head(), Crowns = "a lot" })).Body).Field
        );
        await shop.Done("/api/lots/hl-2a/offer", new { Head = Shop.Head() });
        Assert.Equal("Do", (await shop.Done("/api/lots/hl-2a/worth", new { })).GetProperty("verdict").GetString());
        Assert.Equal(404, (await shop.Post("/api/lots/none/offer", new { Head = Shop.Head() })).Status);
    }

    [Fact]
    public async Task Lots_go_out_as_a_table_and_come_in_again_row_by_row()
    {
        await using var shop = new Shop();
        // What lies open and what was answered of a liquor go along.
        await shop.Done(
            "/api/lots/csv",
            new
            {
                Head = Shop.Head(),
                Csv = "code,title,amount,content,balance,held_by,open,denitrated,chlorine,nitrate\n"
                    + "X-1,chips,80 g,Au 0.01-0.02-0.1 %,pieces,,0-1-5 %,,,\n"
                    + "X-2,gold liquor,400 mL,Au 20-25-30 g/L,,chloride,,No,NotKnown,0.3 M",
            }
        );
        var csv = await shop.Client.GetStringAsync("/api/lots/csv", TestContext.Current.CancellationToken);
        Assert.Contains("Ag 11-15-19 %", csv);
        Assert.Contains("pieces,,,,,0-1-5 %", csv);
        Assert.Contains(",0.3 M,No,NotKnown,", csv);
        await using var other = new Shop(demo: false);
        var came = await other.Done("/api/lots/csv", new { Head = Shop.Head(), Csv = csv });
        Assert.Equal(csv.Trim().Split('\n').Length - 1, came.GetProperty("codes").GetArrayLength());
        Assert.Equal(csv, await other.Client.GetStringAsync("/api/lots/csv", TestContext.Current.CancellationToken));
        var before = await shop.Get("/api/lots/hl-6a");
        Assert.Equal(
            before.GetProperty("typed").GetProperty("liquor").ToString(),
            (await other.Get("/api/lots/hl-6a")).GetProperty("typed").GetProperty("liquor").ToString()
        );
        Assert.Equal(
            36,
            (await other.Get("/api/lots/hl-6a")).GetProperty("content")[0].GetProperty("grams").GetProperty("likely").GetDouble(),
            1e-6
        );

        var entries = other.Store.Ledger.State.Entries.Count;
        var bad =
            "code,title,amount,content,held_by,pieces,marks\nY-1,good,10 g,Ag 1-2-3 %,,5,\nY-2,,10 g,Ag,,x,\nY-3,liquor,2 L,Ag 1-2-3 "
            + "g/L,milk,,moss\nHL-6a,twice,5 g,Ag 3-2-1 %,,,";
        var (status, refused) = await other.Post("/api/lots/csv", new { Head = Shop.Head(), Csv = bad });
        Assert.Equal(422, status);
        var fields = refused.GetProperty("errors").EnumerateArray().Select(e => e.GetProperty("field").GetString()!).ToList();
        Assert.Equal(["row 3: content", "row 3: pieces", "row 4: held_by", "row 4: marks", "row 5: content"], fields.Order());
        Assert.Equal(entries, other.Store.Ledger.State.Entries.Count);
        // Rows that can be read are then asked whether the shop can have them.
        var (_, taken) = await other.Post(
            "/api/lots/csv",
            new { Head = Shop.Head(), Csv = "code,title,amount\nHL-6a,twice,5 g\nY-1,,5 g" }
        );
        Assert.Equal(
            ["row 2: code", "row 3: title"],
            taken.GetProperty("errors").EnumerateArray().Select(e => e.GetProperty("field").GetString()!)
        );
    }
}
