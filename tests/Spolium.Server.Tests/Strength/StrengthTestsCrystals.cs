using Xunit;

namespace Spolium.Server.Tests.Strength;

/// <summary>Crystals, and where figures come from.</summary>
public partial class StrengthTests
{
    [Fact]
    public async Task Crystals_fall_and_a_yield_above_all_is_explained()
    {
        var request = new
        {
            Salt = "KNO3",
            Solid = "KNO3",
            Mass = "168 g",
            Hot = "80 °C",
            Cold = "10 °C",
            Water = "100 mL",
            SecondBoiled = "50 %",
        };
        var crop = await shop.Done("/api/strength/crystals", request);
        Assert.Equal(146.6, Likely(crop, "crop", "crystals"), 0.5);
        Assert.True(Likely(crop, "second", "crystals") > 5);
        Assert.Contains("solubility at 10", (await shop.Done("/api/strength/crystals/working?key=crop%2Fcrystals", request)).ToString());
        Assert.Equal(
            "cold",
            Shop.First(
                (
                    await shop.Post(
                        "/api/strength/crystals",
                        new
                        {
                            Salt = "KNO3",
                            Solid = "KNO3",
                            Mass = "168 g",
                            Hot = "10 °C",
                            Cold = "80 °C",
                        }
                    )
                ).Body
            ).Field
        );
        Assert.Equal(
            "hot",
            Shop.First(
                (
                    await shop.Post(
                        "/api/strength/crystals",
                        new
                        {
                            Salt = "KNO3",
                            Solid = "KNO3",
                            Mass = "168 g",
                            Hot = "300 °C",
                            Cold = "20 °C",
                        }
                    )
                ).Body
            ).Field
        );
        var drying = await shop.Done(
            "/api/strength/drying",
            new
            {
                Salt = "CuSO4",
                Wet = "25.61 g",
                Possible = "24.62 g",
            }
        );
        Assert.Contains("104", drying.GetProperty("sentence").GetString());
        Assert.Contains("3.9", drying.GetProperty("sentence").GetString());
        Assert.Equal(System.Text.Json.JsonValueKind.Null, drying.GetProperty("doubt").ValueKind);
        // Ten times what was possible is a point before it is water; the figures stand all the same.
        var slipped = await shop.Done(
            "/api/strength/drying",
            new
            {
                Salt = "CuSO4",
                Wet = "256.1 g",
                Possible = "24.62 g",
            }
        );
        Assert.Equal("25.61 g", slipped.GetProperty("doubt").GetProperty("becomes").GetString());
        Assert.Contains("something else", slipped.GetProperty("sentence").GetString());
        Assert.Equal(
            "dry",
            Shop.First(
                (
                    await shop.Post(
                        "/api/strength/drying",
                        new
                        {
                            Salt = "CuSO4",
                            Wet = "20 g",
                            Dry = "25 g",
                        }
                    )
                ).Body
            ).Field
        );
    }

    [Fact]
    public async Task Where_figures_come_from_names_every_data_file()
    {
        var sources = await shop.Get("/api/sources");
        var listed = sources
            .GetProperty("files")
            .EnumerateArray()
            .Select(f => f.GetProperty("file").GetString()!)
            .Order(StringComparer.Ordinal);
        Assert.Equal(
            typeof(Core.Reference.ReferenceTable)
                .Assembly.GetManifestResourceNames()
                .Where(n => n.EndsWith(".csv", StringComparison.Ordinal))
                .Order(StringComparer.Ordinal),
            listed
        );
        Assert.All(sources.GetProperty("files").EnumerateArray(), f => Assert.NotEmpty(f.GetProperty("checked").GetString()!));
    }
}
