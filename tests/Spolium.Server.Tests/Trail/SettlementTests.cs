using Xunit;

namespace Spolium.Server.Tests.Trail;

/// <summary>A lot that is somebody else's, and what its batch comes to.</summary>
public class SettlementTests
{
    [Fact]
    public async Task A_lot_of_others_is_settled_on_a_sheet_and_as_a_table()
    {
        await using var shop = new Shop();
        var batch = shop.Store.Ledger.State.Batches["26-01"];
        var lot = batch.Feeds[0].Id;
        Assert.Empty((await shop.Get("/api/batches/26-01/settlements")).EnumerateArray());
        object Wish(string? owner, string? kept = "5 %") =>
            new
            {
                Head = Shop.Head(),
                Owner = owner,
                FeePerGram = "12 kr",
                Fee = "250 kr",
                Kept = kept,
                LeavingsGoBack = true,
            };
        var (status, problem) = await shop.Post($"/api/lots/{lot}/owner", Wish("Mill Street Jewellers", "120 %"));
        Assert.Equal((422, "kept"), (status, Shop.First(problem).Field));
        var view = await shop.Done($"/api/lots/{lot}/owner", Wish("Mill Street Jewellers"));
        Assert.Equal("Mill Street Jewellers", view.GetProperty("for").GetProperty("owner").GetString());
        var sheet = Assert.Single((await shop.Get("/api/batches/26-01/settlements")).EnumerateArray());
        var gold = sheet.GetProperty("metals").EnumerateArray().Single(m => m.GetProperty("metal").GetString() == "gold");
        // 4.21 g at 996: 4.19 g; 5 % of it stay.
        Assert.Equal(4.19, gold.GetProperty("out").GetProperty("likely").GetDouble(), 0.01);
        Assert.Equal(0.21, gold.GetProperty("kept").GetProperty("likely").GetDouble(), 0.01);
        Assert.Equal(3.98, gold.GetProperty("goesBack").GetProperty("likely").GetDouble(), 0.01);
        Assert.Contains("26-01", (await shop.Get("/api/batches/26-01/trail?element=Au")).GetProperty("code").GetString());
        Assert.Equal("Mill Street Jewellers", (await shop.Get("/api/batches/26-01/trail?element=Au")).GetProperty("owners")[0].GetString());
        var key = gold.GetProperty("goesBack").GetProperty("key").GetString();
        var working = await shop.Get($"/api/batches/26-01/settlements/working?key={Uri.EscapeDataString(key!)}");
        Assert.Contains("5 %", working.ToString());
        var csv = await shop.Client.GetStringAsync("/api/batches/26-01/settlements/csv", TestContext.Current.CancellationToken);
        var lines = csv.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.StartsWith("owner,lot,given,batch,metal,in g", lines[0], StringComparison.Ordinal);
        Assert.Contains(lines.Skip(1), l => l.StartsWith("Mill Street Jewellers,", StringComparison.Ordinal) && l.Contains(",Au,"));
        // It is the shop's own again.
        await shop.Done($"/api/lots/{lot}/owner", Wish(""));
        Assert.Empty((await shop.Get("/api/batches/26-01/settlements")).EnumerateArray());
    }
}
