using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>A leaving, a tub or a bottle becomes a lot over the wire, and is worked.</summary>
public class TakeOverTests
{
    private const string Filter = "26-01/4-clear/filter";

    private static object Request(string from, string source, string amount, string code = "HL-21", string? id = null) =>
        new
        {
            Head = Shop.Head(id),
            LotId = "lot-21",
            Code = code,
            Title = "filter to work up",
            From = from,
            SourceId = source,
            Amount = amount,
        };

    private static JsonElement Holding(JsonElement trail, string name) =>
        trail.GetProperty("holdings").EnumerateArray().Single(h => h.GetProperty("name").GetString() == name);

    [Fact]
    public async Task A_leaving_of_a_batch_becomes_a_lot_that_a_batch_is_started_from()
    {
        await using var shop = new Shop();
        var source = await shop.Get($"/api/lots/source?from=Holding&id={Uri.EscapeDataString(Filter)}");
        Assert.Equal(("filter of 26-01", false), (source.GetProperty("name").GetString(), source.GetProperty("wet").GetBoolean()));
        var before = await shop.Get("/api/batches/26-01/trail?element=Au");
        Assert.Equal(Filter, Holding(before, "filter").GetProperty("source").GetString());
        // The bar of a closed batch may be worked again; foils that went on may not.
        Assert.Equal("26-01/6-wash-dry-melt/bar", Holding(before, "bar").GetProperty("source").GetString());
        Assert.Equal(JsonValueKind.Null, Holding(before, "foils").GetProperty("source").ValueKind);

        var id = Guid.NewGuid().ToString();
        var lot = await shop.Done("/api/lots/take-over", Request("Holding", Filter, "6 g", id: id));
        Assert.Equal(("HL-21", "filter of 26-01"), (lot.GetProperty("code").GetString(), lot.GetProperty("from").GetString()));
        // Pressed again it is written once.
        await shop.Done("/api/lots/take-over", Request("Holding", Filter, "6 g", id: id));
        var after = await shop.Get("/api/batches/26-01/trail?element=Au");
        var held = Holding(after, "filter, in HL-21");
        Assert.Equal("lot/lot-21", held.GetProperty("account").GetString());
        Assert.Equal(
            before.GetProperty("unaccounted").GetProperty("likely").GetDouble(),
            after.GetProperty("unaccounted").GetProperty("likely").GetDouble(),
            1e-6
        );

        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = "26-91",
                Code = "26-91",
                LotId = "lot-21",
                Amount = "6 g",
            }
        );
        var gold = (await shop.Get("/api/batches/26-91/trail?element=Au")).GetProperty("feed").GetProperty("likely").GetDouble();
        Assert.Equal(held.GetProperty("grams").GetProperty("likely").GetDouble(), gold, 2e-3);
        var folder = await shop.Stop();
        await using var again = new Shop(folder: folder);
        Assert.Equal("HL-21", (await again.Get("/api/lots/lot-21")).GetProperty("code").GetString());
    }

    [Theory]
    [InlineData("Holding", Filter, "6 mL", "amount")]
    [InlineData("Holding", Filter, "six", "amount")]
    [InlineData("Holding", "26-01/4-clear/lid", "6 g", "from")]
    [InlineData("Pool", "T1", "1 mg", "amount")]
    [InlineData("Bottle", "N-1", "10 mL", "from")]
    public async Task What_cannot_is_told_by_field_and_nothing_is_written(string from, string source, string amount, string field)
    {
        await using var shop = new Shop();
        var (status, problem) = await shop.Post("/api/lots/take-over", Request(from, source, amount));
        Assert.Equal((422, field), (status, Shop.First(problem).Field));
        Assert.Equal(404, (int)(await shop.Client.GetAsync("/api/lots/lot-21")).StatusCode);
    }

    [Fact]
    public async Task It_is_taken_back_while_nothing_rests_on_it()
    {
        await using var shop = new Shop();
        await shop.Done("/api/lots/take-over", Request("Pool", "T1", "300 g"));
        await shop.Done("/api/lots/lot-21/take-back", new { Head = Shop.Head(), Reason = "the wrong tub" });
        Assert.Equal(404, (int)(await shop.Client.GetAsync("/api/lots/lot-21")).StatusCode);
        var pools = await shop.Get("/api/pools");
        Assert.True(
            pools
                .GetProperty("pools")
                .EnumerateArray()
                .Single(p => p.GetProperty("id").GetString() == "T1")
                .GetProperty("leavings")
                .GetInt32() > 0
        );
        Assert.Equal(404, (int)(await shop.Client.GetAsync("/api/lots/source?from=Pool&id=T9")).StatusCode);
    }
}
