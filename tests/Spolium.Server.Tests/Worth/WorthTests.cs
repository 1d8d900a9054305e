using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Worth;

/// <summary>Prices, worth, ways side by side and saved plans over HTTP.</summary>
public partial class WorthTests
{
    private static async Task<JsonElement> Worth(Shop shop, string lot, object? body = null) =>
        await shop.Done($"/api/lots/{lot}/worth", body ?? new { });

    private static double Kr(JsonElement worth, string figure) => worth.GetProperty(figure).GetProperty("likely").GetDouble();

    [Fact]
    public async Task A_lot_says_whether_it_is_worth_doing_line_by_line_with_workings()
    {
        await using var shop = new Shop();
        var worth = await Worth(shop, "hl-2a");
        Assert.Equal(("Do", "Do it"), (worth.GetProperty("verdict").GetString(), worth.GetProperty("headline").GetString()));
        var lines = worth.GetProperty("lines").EnumerateArray().ToList();
        Assert.Equal(Kr(worth, "leftOver"), lines.Sum(l => l.GetProperty("kr").GetProperty("likely").GetDouble()), 1e-6);
        var pays = await shop.Done("/api/lots/hl-2a/worth/pays-from", new { Way = worth.GetProperty("wayId").GetString() });
        Assert.EndsWith("% silver", pays.GetProperty("content").GetString());
        Assert.EndsWith("g", pays.GetProperty("leastLot").GetString());
        Assert.Matches(@"^To work it off pays where the silver is above [0-9.]+ %\.$", pays.GetProperty("words").GetString());
        Assert.Contains("no way of this lot", (await shop.Post("/api/lots/hl-2a/worth/pays-from", new { })).Body.ToString());
        Assert.Equal(404, (await shop.Post("/api/lots/none/worth/pays-from", new { Way = "x" })).Status);
        var working = await shop.Done("/api/lots/hl-2a/worth/working?key=worth/paid", new { });
        Assert.Contains("share that a bar of this fineness is paid", working.GetProperty("working").ToString());
        Assert.Equal(404, (await shop.Post("/api/lots/hl-2a/worth/working?key=nothing", new { })).Status);
        Assert.Equal(404, (await shop.Post("/api/lots/none/worth", new { })).Status);
    }

    [Fact]
    public async Task A_content_that_is_only_thought_of_moves_it_and_nothing_is_written()
    {
        await using var shop = new Shop();
        var entries = shop.Store.Ledger.State.Entries.Count;
        var own = await Worth(shop, "hl-2a");
        object Content(string likely, string high = "19 %") =>
            new
            {
                Content = new
                {
                    Lines = new[]
                    {
                        new
                        {
                            Element = "Ag",
                            Low = "5 %",
                            Likely = likely,
                            High = high,
                            Of = "Whole",
                        },
                    },
                    Balance = "Cu",
                },
                Way = own.GetProperty("wayId").GetString(),
            };
        var poor = await Worth(shop, "hl-2a", Content("6 %"));
        Assert.True(Kr(poor, "margin") < Kr(own, "margin") - 300);
        Assert.Equal(
            54.7,
            poor.GetProperty("believed")
                .EnumerateArray()
                .Single(b => b.GetProperty("label").GetString() == "Ag")
                .GetProperty("likely")
                .GetDouble(),
            0.1
        );
        Assert.Equal("content[0].high", Shop.First((await shop.Post("/api/lots/hl-2a/worth", Content("6 %", "120 %"))).Body).Field);
        Assert.Equal("content[0].low", Shop.First((await shop.Post("/api/lots/hl-2a/worth", Content("3 %"))).Body).Field);
        Assert.Equal("amount", Shop.First((await shop.Post("/api/lots/hl-2a/worth", new { Amount = "2 L" })).Body).Field);
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task A_new_price_list_turns_the_verdict_and_the_old_one_stays()
    {
        await using var shop = new Shop();
        var prices = await shop.Get("/api/prices");
        Assert.Contains("made-up", prices.GetProperty("title").GetString());
        var rows = prices
            .GetProperty("rows")
            .EnumerateArray()
            .Select(r => new Dictionary<string, string?>
            {
                ["kind"] = r.GetProperty("kind").GetString(),
                ["item"] = r.GetProperty("item").GetString(),
                ["price"] =
                    r.GetProperty("item").GetString() == "Ag" && r.GetProperty("kind").GetString() == "Metal"
                        ? "3 kr"
                        : r.GetProperty("price").GetString(),
                ["paid"] = Or(r, "paid"),
                ["charge"] = Or(r, "charge"),
                ["asItIs"] = Or(r, "asItIs"),
                ["held"] = Or(r, "held"),
            })
            .ToList();
        var kept = await shop.Done(
            "/api/prices",
            new
            {
                Head = Shop.Head(),
                Id = "low",
                Title = "silver is low",
                Rows = rows,
            }
        );
        Assert.Equal(2, kept.GetProperty("all").GetArrayLength());
        var worth = await Worth(shop, "hl-2a");
        Assert.Equal(("Sell", "silver is low"), (worth.GetProperty("verdict").GetString(), worth.GetProperty("prices").GetString()));
        rows[0]["price"] = "much";
        rows[1]["item"] = "Zz";
        var (status, refused) = await shop.Post(
            "/api/prices",
            new
            {
                Head = Shop.Head(),
                Id = "bad",
                Title = "bad",
                Rows = rows,
            }
        );
        Assert.Equal((422, "rows[0].price"), (status, Shop.First(refused).Field));
        static string? Or(JsonElement r, string name) => r.GetProperty(name).GetString() is { Length: > 0 } text ? text : null;
    }

    [Fact]
    public async Task Prices_go_out_as_a_table_and_come_in_again_row_by_row()
    {
        await using var shop = new Shop();
        var csv = await shop.Client.GetStringAsync("/api/prices/csv", TestContext.Current.CancellationToken);
        Assert.StartsWith("kind,item,price,paid,charge,as_it_is,held", csv);
        var kept = await shop.Done(
            "/api/prices/csv",
            new
            {
                Head = Shop.Head(),
                Id = "again",
                Title = "again",
                Csv = csv,
            }
        );
        Assert.Equal((await shop.Get("/api/prices")).GetProperty("rows").ToString(), kept.GetProperty("rows").ToString());
        var entries = shop.Store.Ledger.State.Entries.Count;
        var (status, refused) = await shop.Post(
            "/api/prices/csv",
            new
            {
                Head = Shop.Head(),
                Id = "bad",
                Title = "bad",
                Csv = "kind,item,price\nmetal,Ag,12 kr\nmetl,Au,900\nreagent,HNO3,dear",
            }
        );
        Assert.Equal(422, status);
        Assert.Equal(
            ["row 3: kind", "row 4: price"],
            refused.GetProperty("errors").EnumerateArray().Select(e => e.GetProperty("field").GetString()!)
        );
        Assert.Equal(
            "row 1",
            Shop.First(
                (
                    await shop.Post(
                        "/api/prices/csv",
                        new
                        {
                            Head = Shop.Head(),
                            Id = "bad",
                            Title = "bad",
                            Csv = "kind,item\nmetal,Ag",
                        }
                    )
                ).Body
            ).Field
        );
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task The_price_stand_in_is_asked_over_its_line_and_nothing_is_kept_by_asking()
    {
        await using var shop = new Shop();
        var before = await shop.Get("/api/prices");
        var asked = await shop.Done("/api/prices/ask", new { });
        Assert.Contains("25 November 2026, made up", asked.GetProperty("title").GetString());
        double Silver(JsonElement list) =>
            double.Parse(
                list.GetProperty("rows")
                    .EnumerateArray()
                    .First(r => r.GetProperty("item").GetString() == "Ag")
                    .GetProperty("price")
                    .GetString()!
                    .Split(' ')[0],
                System.Globalization.CultureInfo.InvariantCulture
            );
        Assert.InRange(Silver(asked), 10.0, 12.4);
        Assert.NotEqual(Silver(before), Silver(asked));
        Assert.Equal(Silver(asked), Silver(await shop.Done("/api/prices/ask", new { })));
        Assert.Equal(before.ToString(), (await shop.Get("/api/prices")).ToString());
    }

    [Fact]
    public async Task Without_prices_a_shop_is_told_to_write_some()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot());
        Assert.Equal("No prices yet", (await Worth(shop, "X-1")).GetProperty("headline").GetString());
        Assert.Equal(0, (await shop.Get("/api/prices")).GetProperty("rows").GetArrayLength());
        var ways = await shop.Done("/api/lots/X-1/ways", new { });
        Assert.True(ways.GetProperty("columns").GetArrayLength() >= 2);
        Assert.Equal(JsonValueKind.Null, ways.GetProperty("columns")[0].GetProperty("margin").ValueKind);
    }
}
