using Xunit;

namespace Spolium.Server.Tests.Lots;

public class LotTests
{
    [Fact]
    public async Task A_received_lot_is_in_the_list_with_its_grams()
    {
        await using var shop = new Shop(demo: false);
        Assert.Equal(0, (await shop.Get("/api/lots")).GetArrayLength());
        var lot = await shop.Done("/api/lots", Shop.Lot(amount: "13 oz t"));
        Assert.Equal("13 troy ounces = 404.35 g", lot.GetProperty("amountWords").GetString());
        var list = await shop.Get("/api/lots");
        Assert.Equal(404.3452, list[0].GetProperty("amountValue").GetDouble(), 1e-3);
        var gold = lot.GetProperty("content")[0].GetProperty("grams");
        Assert.Equal(8.087, gold.GetProperty("likely").GetDouble(), 1e-2);
        var working = await shop.Get($"/api/lots/X-1/working?key={gold.GetProperty("key").GetString()}");
        Assert.Contains("share of gold", working.GetProperty("working").ToString());
    }

    [Theory]
    [InlineData("amount", "abc", "2 %")]
    [InlineData("amount", "-5 g", "2 %")]
    [InlineData("amount", "0 g", "2 %")]
    [InlineData("amount", "1e9 g", "2 %")]
    [InlineData("content[0].likely", "100 g", "140 %")]
    [InlineData("content[0].likely", "100 g", "much")]
    [InlineData("content[0].low", "100 g", "1 %")]
    public async Task Bad_input_is_refused_by_field_and_nothing_is_written(string field, string amount, string likely)
    {
        await using var shop = new Shop(demo: false);
        var (status, problem) = await shop.Post("/api/lots", Shop.Lot(amount: amount, likely: likely));
        Assert.Equal(422, status);
        var first = Shop.First(problem);
        Assert.Equal(field, first.Field);
        Assert.NotEmpty(first.Reason);
        Assert.NotEmpty(first.WayOut);
        Assert.Empty(shop.Store.Ledger.State.Entries);
    }

    [Fact]
    public async Task The_same_request_again_does_nothing_twice_and_another_under_its_id_is_a_conflict()
    {
        await using var shop = new Shop(demo: false);
        var head = Shop.Head();
        await shop.Done("/api/lots", Shop.Lot(head: head));
        shop.Clock.Advance(TimeSpan.FromMinutes(3));
        await shop.Done("/api/lots", Shop.Lot(head: head));
        Assert.Single(shop.Store.Ledger.State.Entries);
        var (status, problem) = await shop.Post("/api/lots", Shop.Lot(amount: "101 g", head: head));
        Assert.Equal(409, status);
        Assert.Equal("urn:spolium:other-body", problem.GetProperty("type").GetString());
    }

    [Fact]
    public async Task A_stale_split_is_told_what_came_in_between()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot());
        object Split(long version) =>
            new
            {
                Head = Shop.Head(version: version),
                Parts = new[]
                {
                    new
                    {
                        LotId = Guid.NewGuid(),
                        Code = $"a{version}",
                        Title = "",
                        Amount = "60 g",
                    },
                    new
                    {
                        LotId = Guid.NewGuid(),
                        Code = $"b{version}",
                        Title = "",
                        Amount = "40 g",
                    },
                },
            };
        await shop.Done("/api/lots/X-1/split", Split(1));
        var (status, problem) = await shop.Post("/api/lots/X-1/split", Split(1));
        Assert.Equal(409, status);
        Assert.Contains("split into", problem.GetProperty("since").ToString());
        var lot = await shop.Get("/api/lots/X-1");
        Assert.Equal(0, lot.GetProperty("leftValue").GetDouble());
        Assert.Equal(2, lot.GetProperty("parts").GetArrayLength());
    }

    [Fact]
    public async Task What_is_yet_to_come_or_has_no_hand_is_refused()
    {
        await using var shop = new Shop(demo: false);
        var (status, problem) = await shop.Post("/api/lots", Shop.Lot(head: Shop.Head(at: shop.Clock.GetUtcNow().AddHours(2))));
        Assert.Equal((422, "occurredAt"), (status, Shop.First(problem).Field));
        (status, problem) = await shop.Post("/api/lots", Shop.Lot(head: new { EntryId = "no guid", By = "" }));
        Assert.Equal(422, status);
        Assert.Equal(2, problem.GetProperty("errors").GetArrayLength());
    }

    [Theory]
    [InlineData("2,5 dwt", "Mass", "2.5 pennyweights = 3.8879 g")]
    [InlineData("18 K", "Fineness", "18 karat = 750 ‰")]
    [InlineData("2 L", "MassOrVolume", "2 litres = 2\u202F000 mL")]
    public async Task Quantities_are_echoed_in_words(string text, string field, string words)
    {
        await using var shop = new Shop(demo: false);
        Assert.Equal(words, (await shop.Done("/api/quantities/read", new { text, field })).GetProperty("words").GetString());
        var (status, _) = await shop.Post("/api/quantities/read", new { text = "1,284 g", field = "Mass" });
        Assert.Equal(422, status);
    }

    [Fact]
    public async Task A_lot_received_wrongly_is_taken_back_and_its_code_is_free_again()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot());
        var (status, problem) = await shop.Post("/api/lots/X-1/take-back", new { Head = Shop.Head(), Reason = "" });
        Assert.Equal((422, "reason"), (status, Shop.First(problem).Field));
        await shop.Done("/api/lots/X-1/take-back", new { Head = Shop.Head(), Reason = "wrong balance" });
        Assert.Equal(0, (await shop.Get("/api/lots")).GetArrayLength());
        Assert.Equal(2, shop.Store.Ledger.State.Entries.Count);
        Assert.All(shop.Store.Ledger.Book.Balances, b => Assert.Equal(0, b.Value));
        await shop.Done("/api/lots", Shop.Lot());
    }

    [Fact]
    public async Task A_liquor_shows_grams_by_volume_and_concentration()
    {
        await using var shop = new Shop(demo: false);
        var lot = await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "f",
                Code = "F-1",
                Title = "spent fixer",
                Material = "fixer",
                Amount = "18 L",
                Content = new[]
                {
                    new
                    {
                        Element = "Ag",
                        Low = "1 g/L",
                        Likely = "3 g/L",
                        High = "8 g/L",
                        Of = "Whole",
                    },
                },
            }
        );
        Assert.Equal(54, lot.GetProperty("content")[0].GetProperty("grams").GetProperty("likely").GetDouble(), 1e-6);
        var (status, problem) = await shop.Post("/api/plan", new { LotId = "f", Amount = "18 L" });
        Assert.Equal(422, status);
        Assert.Contains("there is no such way for this lot", problem.ToString());
    }
}
