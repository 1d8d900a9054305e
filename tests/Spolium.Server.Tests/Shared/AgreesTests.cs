using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Shared;

/// <summary>A refused number comes with the one that would agree, wherever it is typed.</summary>
public class AgreesTests
{
    private static (string Field, string? Becomes) First(JsonElement problem)
    {
        var e = problem
            .GetProperty("errors")
            .EnumerateArray()
            .OrderByDescending(x => x.GetProperty("becomes").ValueKind == JsonValueKind.String)
            .First();
        return (e.GetProperty("field").GetString()!, e.GetProperty("becomes").GetString());
    }

    [Theory]
    [InlineData("Share", "680 %", "68 %")]
    [InlineData("Share", "-2 %", "2 %")]
    [InlineData("Fineness", "9960", "996 ‰")]
    [InlineData("Mass", "-4.21 g", "4.21 g")]
    public async Task While_it_is_typed(string field, string text, string becomes)
    {
        await using var shop = new Shop();
        var (status, problem) = await shop.Post("/api/quantities/read", new { Text = text, Field = field });
        Assert.Equal((422, ("text", becomes)), (status, First(problem)));
    }

    [Fact]
    public async Task At_the_lots()
    {
        await using var shop = new Shop();
        Assert.Equal(("amount", "412.6 kg"), First((await shop.Post("/api/lots", Shop.Lot(amount: "4126 kg"))).Body));
    }

    [Fact]
    public async Task On_the_shelf_and_at_the_strength()
    {
        await using var shop = new Shop();
        var weighed = new
        {
            Solute = "HNO3",
            By = "Weighed",
            Mass = "689 g",
            Volume = "50 mL",
            Temperature = "20 °C",
        };
        Assert.Equal(("mass", "68.9 g"), First((await shop.Post("/api/strength", weighed)).Body));
        Assert.Equal(
            ("temperature", "70 °F"),
            First((await shop.Post("/api/strength", weighed with { Mass = "68.9 g", Temperature = "70 °C" })).Body)
        );
        var counted = await shop.Get("/api/shelf");
        var bottle = counted
            .GetProperty("families")
            .EnumerateArray()
            .SelectMany(f => f.GetProperty("bottles").EnumerateArray())
            .First(b => b.GetProperty("contents").GetProperty("likely").GetDouble() > 300);
        var book = Math.Round(bottle.GetProperty("contents").GetProperty("likely").GetDouble());
        var lines = new[] { new { BottleId = bottle.GetProperty("id").GetString(), Amount = $"{book * 10} g" } };
        var (_, problem) = await shop.Post("/api/shelf/count", new { Head = Shop.Head(), Lines = lines });
        Assert.Equal(("lines[0].amount", $"{book} g"), First(problem));
        // Kept with a reason, and the journal says which.
        await shop.Done(
            "/api/shelf/count",
            new
            {
                Head = Shop.Head(),
                Lines = lines,
                Reason = "two bottles poured together",
            }
        );
        Assert.Contains("two bottles poured together", shop.Store.Ledger.State.Entries[^1].Body.ToString());
    }

    [Fact]
    public async Task In_a_tub()
    {
        await using var shop = new Shop();
        var (_, problem) = await shop.Post(
            "/api/pools/T1/worked-up",
            new
            {
                Head = Shop.Head(),
                Yields = new[] { new { Element = "Au", Mass = "0.9 g" } },
                How = "burnt",
            }
        );
        Assert.Equal(("yields[0].mass", "0.09 g"), First(problem));
    }

    [Fact]
    public async Task A_liquor_held_against_standards_is_kept_shown_and_taken_back()
    {
        await using var shop = new Shop();
        const string path = "/api/batches/26-02/steps/3-sulfamic/liquor-tests";
        object Test(string volume, string high = "60 g/L", string? reason = null, string? readIn = "beaker") =>
            new
            {
                Head = Shop.Head(),
                Output = "denitrated",
                Element = "Au",
                Volume = volume,
                Low = "1 g/L",
                High = high,
                ReadIn = readIn,
                Reason = reason,
            };
        var (status, refused) = await shop.Post(path, Test("200 mL"));
        Assert.Equal((422, "volume"), (status, First(refused).Field));
        Assert.NotNull(First(refused).Becomes);
        Assert.Equal("readIn", First((await shop.Post(path, Test("20 mL", readIn: "hat"))).Body).Field);
        Assert.Equal("high", First((await shop.Post(path, Test("20 mL", high: "1 g/L"))).Body).Field);
        var view = await shop.Done(path, Test("20 mL"));
        var output = view.GetProperty("current")
            .GetProperty("outputs")
            .EnumerateArray()
            .Single(o => o.GetProperty("id").GetString() == "denitrated");
        Assert.Equal("gold between 1 g/L and 60 g/L in 20 mL", output.GetProperty("tested")[0].GetString());
        Assert.Contains("Au", output.GetProperty("testFor").EnumerateArray().Select(e => e.GetString()));
        Assert.Equal(0.61, output.GetProperty("metal").GetProperty("likely").GetDouble(), 1e-6);
        var line = (await shop.Get("/api/batches/26-02/journal"))[0];
        Assert.Contains("tested for Au: between 1 g/L and 60 g/L", line.GetProperty("words").GetString());
        Assert.True(line.GetProperty("canTakeBack").GetBoolean());
        await shop.Done(
            "/api/batches/26-02/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = line.GetProperty("entryId").GetString(),
                Reason = "old reagent",
            }
        );
        var again = (await shop.Get("/api/batches/26-02"))
            .GetProperty("current")
            .GetProperty("outputs")
            .EnumerateArray()
            .Single(o => o.GetProperty("id").GetString() == "denitrated");
        Assert.Equal(0, again.GetProperty("tested").GetArrayLength());
        // Beyond what can be, with a reason.
        await shop.Done(path, Test("200 mL", reason: "rinsed into it"));
    }
}
