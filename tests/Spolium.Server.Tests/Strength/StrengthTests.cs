using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Strength;

public sealed class StrengthShop : IAsyncDisposable
{
    public Shop Shop { get; } = new();

    public ValueTask DisposeAsync() => Shop.DisposeAsync();
}

public partial class StrengthTests(StrengthShop one) : IClassFixture<StrengthShop>
{
    private readonly Shop shop = one.Shop;

    private static object Weighed(string mass = "68.9 g", string volume = "50 mL", string temperature = "24 °C", object? then = null) =>
        new
        {
            Solute = "HNO3",
            By = "Weighed",
            Mass = mass,
            Volume = volume,
            Vessel = "cylinder",
            Temperature = temperature,
            Then = then,
        };

    private static object Label(string solute, string label, object? then = null, string unit = "MassPercent") =>
        new
        {
            Solute = solute,
            By = "Label",
            Label = label,
            Unit = unit,
            Then = then,
        };

    private static double Likely(JsonElement e, params string[] path) =>
        path.Aggregate(e, (x, p) => x.GetProperty(p)).GetProperty("likely").GetDouble();

    [Fact]
    public async Task A_weighed_volume_becomes_a_strength_with_its_units_and_its_working()
    {
        var answer = await shop.Done("/api/strength", Weighed());
        Assert.InRange(Likely(answer, "strength"), 62, 65);
        Assert.Equal(1.378, Likely(answer, "density"), 1e-9);
        Assert.StartsWith("the volume", answer.GetProperty("blurs")[0].GetProperty("words").GetString());
        Assert.Contains("flask", answer.GetProperty("advice").GetString());
        Assert.Contains("H314", answer.GetProperty("hazard").GetProperty("statements").GetString());
        foreach (var key in new[] { "strength", "density", "molar", "baume" })
            Assert.Contains("68.9 g", (await shop.Done("/api/strength/working?key=" + key, Weighed())).ToString());
        Assert.Equal(404, (await shop.Post("/api/strength/working?key=nonsense", Weighed())).Status);
    }

    [Theory]
    [InlineData("0 g", "50 mL", "24 °C", "mass", "nothing was measured")]
    [InlineData("-5 g", "50 mL", "24 °C", "mass", "cannot be negative")]
    [InlineData("6.89 g", "50 mL", "24 °C", "mass", "68.9 g in place of 6.89")]
    [InlineData("68.9 g", "0 mL", "24 °C", "volume", "nothing was measured")]
    [InlineData("68.9 g", "50 mL", "77 °C", "temperature", "25 °C")]
    [InlineData("68.9 g", "50 mL", "130 °C", "temperature", "boils")]
    [InlineData("81 g", "50 mL", "20 °C", "mass", "lies between")]
    [InlineData("heavy", "50 mL", "20 °C", "mass", "number")]
    public async Task Impossible_readings_are_told_at_their_field(string mass, string volume, string temperature, string field, string said)
    {
        var (status, problem) = await shop.Post("/api/strength", Weighed(mass, volume, temperature));
        Assert.Equal(422, status);
        var error = problem.GetProperty("errors").EnumerateArray().Single(e => e.GetProperty("field").GetString() == field);
        Assert.Contains(said, error.GetProperty("reason").GetString() + " " + error.GetProperty("wayOut").GetString());
    }

    [Fact]
    public async Task Fahrenheit_is_read_as_such()
    {
        var celsius = await shop.Done("/api/strength", Weighed(temperature: "25 °C"));
        var fahrenheit = await shop.Done("/api/strength", Weighed(temperature: "77 °F"));
        Assert.Equal(Likely(celsius, "strength"), Likely(fahrenheit, "strength"), 1e-9);
    }

    [Fact]
    public async Task A_hydrometer_and_a_label_are_two_ways_to_one_strength()
    {
        var baume = await shop.Done(
            "/api/strength",
            new
            {
                Solute = "HNO3",
                By = "Hydrometer",
                Hydrometer = "42 °Bé",
                Scale = "BaumeHeavy",
                Temperature = "20 °C",
            }
        );
        Assert.InRange(Likely(baume, "strength"), 66, 70);
        var molar = await shop.Done("/api/strength", Label("HCl", "12.01", unit: "MolesPerLitre"));
        Assert.Equal(37.0, Likely(molar, "strength"), 0.05);
        var volumes = await shop.Done("/api/strength", Label("H2O2", "10", unit: "Volumes"));
        Assert.InRange(Likely(volumes, "strength"), 2.9, 3.1);
        Assert.Equal(422, (await shop.Post("/api/strength", Label("HCl", "40", unit: "MolesPerLitre"))).Status);
        Assert.Equal(
            "hydrometer",
            Shop.First(
                (
                    await shop.Post(
                        "/api/strength",
                        new
                        {
                            Solute = "HNO3",
                            By = "Hydrometer",
                            Hydrometer = "1.62",
                            Temperature = "20 °C",
                        }
                    )
                ).Body
            ).Field
        );
    }

    [Fact]
    public async Task Sulphuric_acid_of_98_and_of_92()
    {
        async Task<JsonElement> Of(string density) =>
            await shop.Done(
                "/api/strength",
                new
                {
                    Solute = "H2SO4",
                    By = "Hydrometer",
                    Hydrometer = density,
                    HydrometerPlusMinus = "0.0005",
                    Temperature = "20 °C",
                }
            );
        var strong = await Of("1.8355");
        Assert.True(strong.GetProperty("onlyAbove").GetBoolean());
        Assert.Equal(2, strong.GetProperty("answers").GetArrayLength());
        Assert.DoesNotContain(strong.GetProperty("others").EnumerateArray(), o => o.GetProperty("key").GetString() == "molar");
        Assert.False((await Of("1.8240")).GetProperty("onlyAbove").GetBoolean());
    }

    [Fact]
    public async Task Amounts_by_dilution_by_making_by_ratio_and_by_blend()
    {
        var diluted = (
            await shop.Done(
                "/api/strength",
                Label(
                    "HNO3",
                    "68",
                    new
                    {
                        Kind = "Dilute",
                        Target = "40 %",
                        Amount = "100 g",
                    }
                )
            )
        ).GetProperty("then");
        Assert.Equal("water", diluted.GetProperty("pours")[0].GetProperty("label").GetString());
        Assert.Equal(70.0, Likely(diluted.GetProperty("pours")[0], "grams"), 1e-6);
        var made = (
            await shop.Done(
                "/api/strength",
                Label(
                    "HNO3",
                    "68",
                    new
                    {
                        Kind = "Make",
                        Target = "35 %",
                        Amount = "400 mL",
                    }
                )
            )
        ).GetProperty("then");
        Assert.Equal(235.7, Likely(made.GetProperty("pours")[0], "grams"), 0.1);
        Assert.Equal(249.9, Likely(made.GetProperty("pours")[1], "grams"), 0.1);
        Assert.Equal(400, Likely(made, "millilitres"), 0.5);
        var ratio = (
            await shop.Done(
                "/api/strength",
                Label(
                    "HNO3",
                    "68",
                    new
                    {
                        Kind = "Ratio",
                        Ratio = "1 to 1",
                        Amount = "100 mL",
                    }
                )
            )
        ).GetProperty("then");
        Assert.Contains("to 1 by mass", ratio.GetProperty("inMasses").GetString());
        Assert.Equal(140.5, Likely(ratio.GetProperty("pours")[1], "grams"), 0.2);
        var blend = (
            await shop.Done(
                "/api/strength",
                Label(
                    "HNO3",
                    "12",
                    new
                    {
                        Kind = "Blend",
                        Target = "40 %",
                        Amount = "250 g",
                        Parts = new[] { new { Strength = "68 %" } },
                    }
                )
            )
        ).GetProperty("then");
        Assert.Equal(250, Likely(blend.GetProperty("pours")[1], "grams"), 0.01);
        var hot = (
            await shop.Done(
                "/api/strength",
                Label(
                    "H2SO4",
                    "92",
                    new
                    {
                        Kind = "Dilute",
                        Target = "40 %",
                        Amount = "100 g",
                    }
                )
            )
        ).GetProperty("then");
        Assert.True(Likely(hot, "warming") > 20);
        Assert.NotEqual(JsonValueKind.Null, hot.GetProperty("ice").ValueKind);
    }

    [Theory]
    [InlineData("Dilute", "80 %", "100 g", "target", "0 % to 68 %")]
    [InlineData("Dilute", "40 %", "0 g", "amount", "nothing was measured")]
    [InlineData("Make", "40 %", "lots", "amount", "number")]
    [InlineData("Blend", "40 %", "10 g", "parts", "two liquids")]
    [InlineData("Ratio", "", "10 mL", "ratio", "1 to 1")]
    [InlineData("Dilute", "0 %", "100 g", "target", "above 0")]
    public async Task What_cannot_be_mixed_is_told_with_what_can(string kind, string target, string amount, string field, string said)
    {
        var (status, problem) = await shop.Post(
            "/api/strength",
            Label(
                "HNO3",
                "68",
                new
                {
                    Kind = kind,
                    Target = target,
                    Amount = amount,
                    Ratio = "some",
                }
            )
        );
        Assert.Equal(422, status);
        var (found, reason, wayOut) = Shop.First(problem);
        Assert.Equal(field, found);
        Assert.Contains(said, (reason + " " + wayOut).Replace("\u202F", " ").Replace("0.0 %", "0 %").Replace("68.0 %", "68 %"));
    }
}
