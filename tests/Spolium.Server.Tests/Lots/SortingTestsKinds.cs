using System.Text.Json;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>Kinds of scrap, branches, charges and liquors.</summary>
public partial class SortingTests
{
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
    public async Task A_copy_of_a_kind_keeps_what_its_rest_is_and_what_lies_open()
    {
        await using var shop = new Shop(demo: false);
        var all = await shop.Done(
            "/api/materials",
            new
            {
                Head = Shop.Head(),
                Id = "ours",
                Name = "our chips",
                Basis = "whole",
                Lines = new[] { new { Element = "Au", Range = "0.01-0.02-0.05 %" } },
                CopyOf = "black-chips",
            }
        );
        Assert.Equal(("pieces", "0-1-5 %"), (all[0].GetProperty("rest").GetString(), all[0].GetProperty("open").GetString()));
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
