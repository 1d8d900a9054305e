using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Shelf;

/// <summary>What pours, tests and a restart make of it.</summary>
public partial class ShelfTests
{
    [Fact]
    public async Task A_pour_lowers_the_shelf_and_another_bottle_doses_what_is_left_anew()
    {
        await using var shop = new Shop();
        var before = await Grams(shop, "S-1");
        await shop.Done(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.2 g",
            }
        );
        Assert.Equal(before - 0.2, await Grams(shop, "S-1"), 1e-9);
        await shop.Done(
            "/api/shelf",
            Receive(
                new
                {
                    Id = "S-2",
                    Form = "descaler",
                    Amount = "500 g",
                    Strength = "50 %",
                }
            )
        );
        var changed = await shop.Done(
            "/api/batches/26-02/route",
            new
            {
                Head = Shop.Head(),
                Reason = "S-1 is damp",
                Bottles = new[] { new { Id = "S-2" } },
            }
        );
        var dose = changed.GetProperty("current").GetProperty("doses")[0];
        Assert.Contains("S-2", dose.GetProperty("bottleId").GetString());
        // A descaler nobody looked at is not poured.
        var (status, problem) = await shop.Post(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-2",
                Amount = "0.2 g",
            }
        );
        Assert.Equal((422, "bottleId"), (status, Shop.First(problem).Field));
        await shop.Done("/api/shelf/S-2/look-alike", new { Head = Shop.Head(), Saw = "fizzes with nitrite, haze after" });
        var poured = await shop.Done(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-2",
                Amount = "0.2 g",
            }
        );
        Assert.Equal(
            "S-2",
            poured
                .GetProperty("current")
                .GetProperty("doses")[0]
                .GetProperty("rungs")
                .EnumerateArray()
                .Last(r => r.GetProperty("entryId").ValueKind != JsonValueKind.Null)
                .GetProperty("bottleId")
                .GetString()
        );
        Assert.Equal(499.8, await Grams(shop, "S-2"), 1e-9);
        var shelf = await shop.Get("/api/shelf");
        Assert.Contains(shelf.GetProperty("uses").EnumerateArray(), u =>
            u.GetProperty("code").GetString() == "26-02" && u.GetProperty("withoutPrice").ToString().Contains("S-2")
        );
        Assert.NotEmpty(shelf.GetProperty("needs").EnumerateArray());
        Assert.Contains("26-02", (await shop.Get("/api/shelf/working?key=need%2FNa2S2O5%2F0")).ToString());
    }

    [Fact]
    public async Task Bleach_is_tested_by_titration_and_told_as_active_chlorine()
    {
        await using var shop = new Shop();
        Assert.True((await Bottle(shop, "C-1")).GetProperty("aged").GetBoolean());
        object Titrated(string label, string unit) =>
            new
            {
                Head = Shop.Head(),
                Readings = new
                {
                    Solute = "NaOCl",
                    By = "Label",
                    Label = label,
                    Unit = unit,
                },
            };
        var tested = (await shop.Done("/api/shelf/C-1/tests", Titrated("40 g/L", "ActiveChlorineGramsPerLitre"))).GetProperty("bottle");
        // 40 g/L of 1.07 g/mL is 3.74 % active chlorine, 3.93 % NaOCl.
        Assert.Equal(3.925, tested.GetProperty("strength").GetProperty("likely").GetDouble(), 0.01);
        Assert.False(tested.GetProperty("aged").GetBoolean());
        Assert.Equal(40, tested.GetProperty("others")[0].GetProperty("likely").GetDouble(), 0.01);
        Assert.Equal(
            4.2,
            (await shop.Done("/api/shelf/C-1/tests", Titrated("4 %", "ActiveChlorinePercent")))
                .GetProperty("bottle")
                .GetProperty("strength")
                .GetProperty("likely")
                .GetDouble(),
            0.001
        );
        Assert.Equal("label", Shop.First((await shop.Post("/api/shelf/C-1/tests", Titrated("0 %", "MassPercent"))).Body).Field);
        Assert.Equal(98, (
                await shop.Done(
                    "/api/shelf/S-1/tests",
                    new
                    {
                        Head = Shop.Head(),
                        Readings = new
                        {
                            Solute = "H3NSO3",
                            By = "Label",
                            Label = "98 %",
                        },
                    }
                )
            ).GetProperty("bottle").GetProperty("strength").GetProperty("likely").GetDouble(), 1e-9);
    }

    [Fact]
    public async Task A_shelf_outlives_a_restart()
    {
        var shop = new Shop();
        var before = (await shop.Get("/api/shelf")).ToString();
        var clock = shop.Clock.GetUtcNow();
        await using var again = new Shop(folder: await shop.Stop());
        Assert.Equal(clock, again.Clock.GetUtcNow());
        Assert.Equal(before, (await again.Get("/api/shelf")).ToString());
    }
}
