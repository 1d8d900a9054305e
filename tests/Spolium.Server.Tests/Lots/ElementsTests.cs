using Xunit;

namespace Spolium.Server.Tests.Lots;

/// <summary>An element that no rule reckons is asked for, kept, carried along and drawn like any other.</summary>
public class ElementsTests
{
    [Fact]
    public async Task The_page_is_told_which_elements_there_are()
    {
        await using var shop = new Shop(demo: false);
        var all = (await shop.Get("/api/elements")).EnumerateArray().ToList();
        Assert.Equal(
            ["Au", "Pt", "Pd", "Ag"],
            all.Where(e => e.GetProperty("precious").GetBoolean()).Select(e => e.GetProperty("symbol").GetString())
        );
        var rhodium = all.Single(e => e.GetProperty("symbol").GetString() == "Rh");
        Assert.Equal(("rhodium", true), (rhodium.GetProperty("name").GetString(), rhodium.GetProperty("metal").GetBoolean()));
        Assert.NotEmpty(rhodium.GetProperty("says").GetString()!);
        Assert.False(all.Single(e => e.GetProperty("symbol").GetString() == "Si").GetProperty("metal").GetBoolean());
    }

    [Fact]
    public async Task Rhodium_and_gangue_go_through_a_step_and_stand_on_the_trail()
    {
        await using var shop = new Shop(demo: false);
        object Line(string element, string percent) =>
            new
            {
                Element = element,
                Low = percent,
                Likely = percent,
                High = percent,
                Of = "Whole",
            };
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "X-1",
                Code = "X-1",
                Title = "tips",
                Material = "tips",
                Amount = "100 g",
                Content = new[] { Line("Au", "2 %"), Line("Rh", "1 %"), Line("Si", "3 %") },
                Balance = "Cu",
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
                Amount = "50 g",
            }
        );
        await shop.Done("/api/batches/26-01/steps/1-nitric-strip/begin", new { Head = Shop.Head() });
        await shop.Done("/api/batches/26-01/steps/1-nitric-strip/close", new { Head = Shop.Head(), Reason = "tried" });
        foreach (var (element, grams) in new[] { ("Rh", 0.5), ("Si", 1.5) })
        {
            var trail = await shop.Get($"/api/batches/26-01/trail?element={element}");
            Assert.Equal(
                grams,
                trail
                    .GetProperty("holdings")
                    .EnumerateArray()
                    .Where(h => h.GetProperty("standing").GetBoolean())
                    .Sum(h => h.GetProperty("grams").GetProperty("likely").GetDouble()),
                0.01
            );
        }
    }
}
