using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>A batch that brings no metal, over the wire.</summary>
public class ProductsTests
{
    [Fact]
    public async Task A_batch_without_a_metal_runs_is_drawn_and_closes()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "X-1",
                Code = "X-1",
                Title = "chips",
                Material = "chips",
                Amount = "100 g",
                Content = Array.Empty<object>(),
            }
        );
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-01",
                Code = "26-01",
                LotId = "X-1",
                Amount = "100 g",
                Methods = new[] { "mill" },
            }
        );
        await shop.Done("/api/batches/26-01/steps/1-mill/begin", new { Head = Shop.Head() });
        var run = await shop.Get("/api/batches/26-01");
        Assert.Contains("ground", run.GetProperty("untaken").EnumerateArray().Select(u => u.GetString()));
        await shop.Done("/api/batches/26-01/steps/1-mill/close", new { Head = Shop.Head(), Reason = "milled" });
        Assert.True((await shop.Get("/api/batches/26-01")).GetProperty("canClose").GetBoolean());
        Assert.Equal(0, (await shop.Get("/api/batches/26-01/trail")).GetProperty("feed").GetProperty("likely").GetDouble());
        await shop.Done("/api/batches/26-01/close", new { Head = Shop.Head() });
        foreach (var page in new[] { "batches/26-01", "batches/26-01/trail", "books/recovery", "books/losses", "batches", "lots/X-1" })
            await shop.Get("/api/" + page);
    }
}
