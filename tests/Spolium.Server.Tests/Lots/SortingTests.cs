using System.Text.Json;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>Sorting, pooling, kinds of scrap, files and pictures over HTTP.</summary>
public class SortingTests
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
        Assert.Equal("gold by chlorine lift, chlorine", worth.GetProperty("wayTitle").GetString());
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
        Assert.Equal("Hold", (await shop.Done("/api/lots/hl-2a/worth", new { })).GetProperty("verdict").GetString());
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
        var csv = await shop.Client.GetStringAsync("/api/lots/csv", TestContext.Current.CancellationToken);
        Assert.Contains("Ag 11-15-19 %", csv);
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

    [Fact]
    public async Task A_kind_of_scrap_is_copied_changed_used_and_dropped()
    {
        await using var shop = new Shop(demo: false);
        var shipped = (await shop.Get("/api/materials")).EnumerateArray().Single(m => m.GetProperty("id").GetString() == "ag-ni-tips");
        Assert.True(shipped.GetProperty("ofPart").GetBoolean());
        object Kind(string range, string id = "ours") =>
            new
            {
                Head = Shop.Head(),
                Id = id,
                Name = "our tips",
                Basis = "tip",
                Lines = new[] { new { Element = "Ag", Range = range } },
                Marks = new[] { "cadmium" },
                CopyOf = "ag-ni-tips",
            };
        Assert.Equal("lines[0].range", Shop.First((await shop.Post("/api/materials", Kind("95-90 %"))).Body).Field);
        Assert.Equal("id", Shop.First((await shop.Post("/api/materials", Kind("85-90-95 %", "ag-ni-tips"))).Body).Field);
        var all = await shop.Done("/api/materials", Kind("85-90-95 %"));
        Assert.Equal(("our tips", true), (all[0].GetProperty("name").GetString(), all[0].GetProperty("own").GetBoolean()));
        Assert.Equal("90", all[0].GetProperty("lines")[0].GetProperty("likely").GetString());
        Assert.Equal("why", Shop.First((await shop.Post("/api/materials/ours/drop", new { Head = Shop.Head(), Why = "" })).Body).Field);
        Assert.DoesNotContain(
            (await shop.Done("/api/materials/ours/drop", new { Head = Shop.Head(), Why = "wrong" })).EnumerateArray(),
            m => m.GetProperty("own").GetBoolean()
        );
    }

    [Fact]
    public async Task A_step_is_given_up_over_http_and_the_rest_replans()
    {
        await using var shop = new Shop();
        object GiveUp(string reason) =>
            new
            {
                Head = Shop.Head(),
                Reason = reason,
                Methods = new[] { "boil-down", "clear", "ferrous", "wash-dry-melt" },
            };
        Assert.Equal("reason", Shop.First((await shop.Post("/api/batches/26-02/steps/3-sulfamic/give-up", GiveUp(" "))).Body).Field);
        Assert.Equal(
            "methods",
            Shop.First(
                (
                    await shop.Post(
                        "/api/batches/26-02/steps/3-sulfamic/give-up",
                        new
                        {
                            Head = Shop.Head(),
                            Reason = "so",
                            Methods = new[] { "alchemy" },
                        }
                    )
                ).Body
            ).Field
        );
        var batch = await shop.Done("/api/batches/26-02/steps/3-sulfamic/give-up", GiveUp("foamed over"));
        Assert.Equal("3a-boil-down", batch.GetProperty("current").GetProperty("id").GetString());
        Assert.True(batch.GetProperty("steps")[2].GetProperty("givenUp").GetBoolean());
        Assert.Contains((await shop.Get("/api/batches/26-02/journal")).EnumerateArray(), l =>
            l.GetProperty("words").GetString() == "3-sulfamic given up: foamed over"
        );
        var trail = await shop.Get("/api/batches/26-02/trail");
        Assert.NotEqual(JsonValueKind.Undefined, trail.ValueKind);
        // Nothing has begun since: the rest may be changed once more, and the charge sent out before it goes on.
        var other = await shop.Done(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(),
                Reason = "no ferrous",
                After = "3-sulfamic",
                Methods = new[] { "clear", "metabisulphite", "wash-dry-melt" },
                Instead = true,
            }
        );
        Assert.Equal(
            ["clear", "metabisulphite", "wash-dry-melt"],
            other.GetProperty("steps").EnumerateArray().Skip(3).Select(s => s.GetProperty("method").GetString()!)
        );
        Assert.Equal(4 + 2, (await shop.Get("/api/batches/26-02")).GetProperty("steps").GetArrayLength());
    }

    [Fact]
    public async Task A_charge_goes_out_and_comes_back_over_http()
    {
        await using var shop = new Shop();
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-22",
                Code = "26-22",
                LotId = "hl-3a",
                Amount = "71.8 g",
                Methods = new[] { "inquart", "granulate", "nitric-part>residue", "wash-dry-melt" },
            }
        );
        var away = await shop.Done(
            "/api/batches/26-22/send-out",
            new
            {
                Head = Shop.Head(),
                To = "a caster",
                Mass = "71.8 g",
                Days = 9,
            }
        );
        Assert.Equal(
            ("a caster", "9"),
            (away.GetProperty("away").GetProperty("to").GetString(), away.GetProperty("away").GetProperty("days").GetString())
        );
        var step = away.GetProperty("current").GetProperty("id").GetString();
        Assert.Equal(
            "mass",
            Shop.First(
                (await shop.Post($"/api/batches/26-22/steps/{step}/come-back", new { Head = Shop.Head(), Mass = "80 g" })).Body
            ).Field
        );
        var back = await shop.Done(
            $"/api/batches/26-22/steps/{step}/come-back",
            new
            {
                Head = Shop.Head(),
                Mass = "71.1 g",
                Fee = "120 kr",
            }
        );
        Assert.Equal(JsonValueKind.Null, back.GetProperty("away").ValueKind);
        Assert.Equal("1-inquart", back.GetProperty("current").GetProperty("id").GetString());
        // A restart finds it all again.
        await using var again = new Shop(folder: await shop.Stop());
        Assert.Equal("1-inquart", (await again.Get("/api/batches/26-22")).GetProperty("current").GetProperty("id").GetString());
    }

    [Fact]
    public async Task Liquors_that_nobody_knows_are_not_poured_together_and_a_pool_of_an_earlier_version_is_shown()
    {
        await using var shop = new Shop(demo: false);
        foreach (var code in new[] { "Q-1", "Q-2" })
            await shop.Done(
                "/api/lots",
                new
                {
                    Head = Shop.Head(),
                    LotId = code,
                    Code = code,
                    Title = "a can",
                    Material = "liquor",
                    Amount = "1 L",
                    Content = new[]
                    {
                        new
                        {
                            Element = "Ag",
                            Low = "2 g/L",
                            Likely = "4 g/L",
                            High = "6 g/L",
                            Of = "Whole",
                        },
                    },
                }
            );
        var feeds = new[] { new { LotId = "Q-1", Amount = "1 L" }, new { LotId = "Q-2", Amount = "500 mL" } };
        var (status, problem) = await shop.Post(
            "/api/lots/pool",
            new
            {
                Head = Shop.Head(),
                LotId = "p",
                Code = "Q-3",
                Title = "both",
                Feeds = feeds,
            }
        );
        Assert.Equal(
            (422, "feeds", "nobody knows what holds the metals of Q-1"),
            (status, Shop.First(problem).Field, Shop.First(problem).Reason)
        );

        var lots = shop.Store.Ledger.State.Lots;
        var body = new LotsPooled(
            "p",
            "Q-3",
            "both",
            [new("Q-1", lots["Q-1"].Amount), new("Q-2", lots["Q-2"].Amount with { Value = 500 })],
            []
        );
        shop.Store.Import([
            new(Guid.NewGuid().ToString(), [new(Entry.LotStream("p"), 1)], shop.Clock.GetUtcNow(), shop.Clock.GetUtcNow(), "AV", body),
        ]);
        var silver = Assert.Single((await shop.Get("/api/lots/p")).GetProperty("content").EnumerateArray());
        Assert.Equal(
            ("Ag", 4),
            (silver.GetProperty("element").GetString(), Math.Round(silver.GetProperty("likelyPercent").GetDouble(), 1))
        );
        Assert.Equal("Find out what holds its metals", (await shop.Done("/api/lots/p/worth", new { })).GetProperty("headline").GetString());
    }
}
