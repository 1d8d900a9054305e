using System.Text.Json;
using System.Text.RegularExpressions;
using Xunit;

namespace Spolium.Server.Tests.Worth;

/// <summary>The shop names its currency: from then on nothing on any page stands in another.</summary>
public partial class CurrencyTests
{
    [GeneratedRegex(@"\bkr\b")]
    private static partial Regex Crowns();

    private static async Task Named(Shop shop, object currency, string price = "905 kr")
    {
        var rows = (await shop.Get("/api/prices"))
            .GetProperty("rows")
            .EnumerateArray()
            .Select(r => new Dictionary<string, string?>
            {
                ["kind"] = r.GetProperty("kind").GetString(),
                ["item"] = r.GetProperty("item").GetString(),
                ["price"] = r.GetProperty("item").GetString() == "Au" ? price : r.GetProperty("price").GetString(),
                ["paid"] = Or(r, "paid"),
                ["charge"] = Or(r, "charge"),
            })
            .ToList();
        await shop.Done(
            "/api/prices",
            new
            {
                Head = Shop.Head(),
                Id = Guid.NewGuid().ToString(),
                Title = "named",
                Rows = rows,
                Currency = currency,
            }
        );
        static string? Or(JsonElement r, string name) => r.GetProperty(name).GetString() is { Length: > 0 } text ? text : null;
    }

    [Fact]
    public async Task Every_page_is_told_in_it()
    {
        await using var shop = new Shop();
        await Named(
            shop,
            new
            {
                Sign = "€",
                Before = false,
                Decimals = 2,
            }
        );
        var (told, wrong) = (0, new List<string>());
        var pages = new List<string>
        {
            "/api/prices",
            "/api/shelf",
            "/api/lots",
            "/api/lots/csv",
            "/api/batches",
            "/api/shelf/export.csv",
            "/api/prices/csv",
        };
        pages.AddRange(new[] { "recovery", "losses", "places", "reagents", "money", "csv", "practice" }.Select(b => "/api/books/" + b));
        var state = shop.Store.Ledger.State;
        pages.AddRange(state.Lots.Keys.Select(lot => $"/api/lots/{lot}"));
        foreach (var batch in state.Batches.Keys)
            pages.AddRange(new[] { "", "/worth", "/trail", "/journal", "/settlements" }.Select(of => $"/api/batches/{batch}{of}"));
        foreach (var page in pages)
            Read(page, await shop.Client.GetStringAsync(page, TestContext.Current.CancellationToken));
        foreach (var lot in state.Lots.Values.Where(l => l.Left > 0))
            Read(lot.Code, (await shop.Post($"/api/lots/{lot.Id}/worth", new { })).Body.ToString());
        Assert.True(told > 15, $"{told} pages");
        Assert.Equal("", string.Join("\n", wrong.Distinct().Take(30)));

        void Read(string page, string text)
        {
            told += text.Contains('€') ? 1 : 0;
            wrong.AddRange(
                (text.StartsWith('{') || text.StartsWith('[') ? Texts(JsonDocument.Parse(text).RootElement) : text.Split('\n'))
                    .Where(said => Crowns().IsMatch(said))
                    .Select(said => $"{page}: {said}")
            );
        }
    }

    [Fact]
    public async Task Prices_that_nobody_typed_over_come_along_and_another_sign_is_refused()
    {
        await using var shop = new Shop();
        await Named(
            shop,
            new
            {
                Sign = "£",
                Before = true,
                Decimals = 2,
            },
            "£ 66.5"
        );
        var prices = await shop.Get("/api/prices");
        Assert.Equal("£", prices.GetProperty("currency").GetProperty("sign").GetString());
        Assert.Equal("£ 66.5", prices.GetProperty("rows")[0].GetProperty("price").GetString());
        Assert.Equal(11.2, shop.Store.Ledger.State.PricesNow!.List.Find(Core.Records.PriceKind.Metal, "Ag")!.Price.Value);
        var (status, refused) = await shop.Post(
            "/api/prices/csv",
            new
            {
                Head = Shop.Head(),
                Id = "bad",
                Title = "bad",
                Csv = "kind,item,price\nmetal,Ag,12 kr",
            }
        );
        Assert.Equal((422, "row 2: price"), (status, Shop.First(refused).Field));
        // The name stays with the next list, and a figure has its sign before it.
        await shop.Done(
            "/api/prices/csv",
            new
            {
                Head = Shop.Head(),
                Id = "good",
                Title = "good",
                Csv = "kind,item,price,paid\nmetal,Ag,£12,95 %\nwork,hands,£ 20",
            }
        );
        Assert.Equal("£", (await shop.Get("/api/prices")).GetProperty("currency").GetProperty("sign").GetString());
        var worth = await shop.Done("/api/lots/hl-2a/worth", new { });
        Assert.StartsWith("£", worth.GetProperty("leftOver").GetProperty("value").GetString());
        Assert.Equal("", worth.GetProperty("leftOver").GetProperty("unit").GetString());
    }

    private static IEnumerable<string> Texts(JsonElement e) =>
        e.ValueKind switch
        {
            JsonValueKind.String => [e.GetString()!],
            JsonValueKind.Array => e.EnumerateArray().SelectMany(Texts),
            // A key names a figure for its working, and nobody reads it.
            JsonValueKind.Object => e.EnumerateObject().Where(p => p.Name != "key").SelectMany(p => Texts(p.Value)),
            _ => [],
        };
}
