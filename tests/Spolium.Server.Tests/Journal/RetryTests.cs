using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Journal;

/// <summary>Retries, two tabs and a restart, for what is written of lots, prices and plans.</summary>
public class RetryTests
{
    private static object Sort(object head) =>
        new
        {
            Head = head,
            Parts = new[]
            {
                new
                {
                    LotId = "n1",
                    Code = "N1",
                    Title = "a",
                    Amount = "60 g",
                },
                new
                {
                    LotId = "n2",
                    Code = "N2",
                    Title = "b",
                    Amount = "36.4 g",
                },
            },
        };

    [Fact]
    public async Task The_same_request_twice_does_nothing_twice_and_another_under_its_id_is_refused()
    {
        await using var shop = new Shop();
        var head = Shop.Head("11111111-1111-1111-1111-111111111111");
        await shop.Done("/api/lots/hl-9a/split", Sort(head));
        var entries = shop.Store.Ledger.State.Entries.Count;
        await shop.Done("/api/lots/hl-9a/split", Sort(head));
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
        var (status, _) = await shop.Post("/api/lots/hl-9b/set-aside", new { Head = head, WaitsFor = "more" });
        Assert.Equal(409, status);
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task A_second_tab_that_saw_the_lot_before_is_told_what_came_in_between()
    {
        await using var shop = new Shop();
        var seen = (await shop.Get("/api/lots/hl-9a")).GetProperty("version").GetInt64();
        await shop.Done(
            "/api/lots/hl-9a/offer",
            new
            {
                Head = Shop.Head(version: seen),
                Crowns = "90 kr",
                By = "a dealer",
            }
        );
        var (status, problem) = await shop.Post("/api/lots/hl-9a/split", Sort(Shop.Head(version: seen)));
        Assert.Equal(409, status);
        Assert.Contains("offered for it as it is", problem.GetProperty("since")[0].GetString());
        Assert.Equal(0, (await shop.Get("/api/lots/hl-9a")).GetProperty("parts").GetArrayLength());
        await shop.Done("/api/lots/hl-9a/split", Sort(Shop.Head(version: seen + 1)));
    }

    [Fact]
    public async Task A_restart_finds_prices_plans_kinds_pools_and_pictures_again()
    {
        var shop = new Shop();
        await shop.Done(
            "/api/lots/pool",
            new
            {
                Head = Shop.Head(),
                LotId = "p",
                Code = "HL-11",
                Title = "gilt ware",
                Feeds = new[] { new { LotId = "hl-9a", Amount = "96.4 g" }, new { LotId = "hl-9b", Amount = "38.2 g" } },
            }
        );
        await shop.Done(
            "/api/materials",
            new
            {
                Head = Shop.Head(),
                Id = "ours",
                Name = "our leaves",
                Basis = "whole",
                Lines = new[] { new { Element = "Ag", Range = "8-11-14 %" } },
            }
        );
        await shop.Done(
            "/api/plans",
            new
            {
                Head = Shop.Head(),
                PlanId = "s",
                Title = "gilt",
                LotId = "p",
                Amount = "100 g",
                Methods = new[] { "nitric-strip", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt" },
            }
        );
        var lot = await shop.Done(
            "/api/lots/p/photos",
            new
            {
                Head = Shop.Head(),
                Caption = "the heap",
                Base64 = Convert.ToBase64String(Given.Picture(40, 30)),
            }
        );
        string[] pages = ["/api/lots/p", "/api/prices", "/api/plans", "/api/materials", "/api/lots/hl-9a"];
        var before = new List<string>();
        foreach (var page in pages)
            before.Add((await shop.Get(page)).ToString());
        var photo = lot.GetProperty("photos")[0].GetProperty("id").GetString();
        await using var again = new Shop(folder: await shop.Stop());
        for (var i = 0; i < pages.Length; i++)
            Assert.Equal(before[i], (await again.Get(pages[i])).ToString());
        Assert.Equal(
            photo,
            Convert.ToHexStringLower(
                System.Security.Cryptography.SHA256.HashData(
                    await again.Client.GetByteArrayAsync($"/api/photos/{photo}", TestContext.Current.CancellationToken)
                )
            )
        );
    }

    [Theory]
    [InlineData("/api/lots/pool", "{}")]
    [InlineData("/api/prices", """{"head":{"entryId":"x","by":"AV"},"id":"a","title":"b","rows":[{"kind":"Metal"}]}""")]
    [InlineData("/api/plans", """{"head":null}""")]
    [InlineData("/api/lots/hl-2a/worth", """{"content":{"lines":[{"element":"Ag"}]}}""")]
    [InlineData("/api/materials", "not json")]
    [InlineData("/api/batches/26-02/steps/3-sulfamic/give-up", """{"methods":"all"}""")]
    public async Task What_cannot_be_read_is_told_so_and_nothing_is_written(string path, string body)
    {
        await using var shop = new Shop();
        var entries = shop.Store.Ledger.State.Entries.Count;
        using var content = new StringContent(body, System.Text.Encoding.UTF8, "application/json");
        using var answer = await shop.Client.PostAsync(path, content, TestContext.Current.CancellationToken);
        Assert.Equal(400, (int)answer.StatusCode);
        Assert.Contains(
            "cannot be read",
            JsonDocument
                .Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
                .RootElement.GetProperty("title")
                .GetString()
        );
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
    }
}
