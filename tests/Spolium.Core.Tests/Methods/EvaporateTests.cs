using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A spent liquor down to its mark, against hand calculations.</summary>
public class EvaporateTests
{
    // 20 g of copper as nitrate in a litre of water.
    private const string Liquor = "Cu2+ 20, NO3- 39.03, H2O 1000";

    private static StepPlan Of(string liquor, string how = "sun", string to = "30", string area = "0.25") =>
        Given.Step(
            "evaporate",
            RefusalTests.Of(liquor),
            options: new()
            {
                ["how"] = how,
                ["to"] = to,
                ["area"] = area,
            }
        );

    private static double Figure(StepPlan plan, string label) => plan.Figures.Single(f => f.Label == label).Likely;

    // 70 % of its volume goes as water; 125 g an hour and square metre.
    [Fact]
    public void Hours_of_sun_by_its_surface()
    {
        var plan = Of(Liquor);
        var goes = Figure(plan, "water that goes");
        Assert.InRange(goes, 700, 730);
        Assert.Equal(Figure(plan, "volume mark"), Figure(plan, "volume that it comes to"), 6.0);
        Assert.Equal(goes / (125 * 0.25), plan.Unattended.Likely, 2.0);
        Assert.Equal(plan.Unattended.Likely / 4, Of(Liquor, area: "1").Unattended.Likely, 0.5);
    }

    // 59 g of salts hold 47 g of water against the air: the sun stalls there, the plate does not.
    [Fact]
    public void Sun_stalls_where_the_salts_hold_their_water()
    {
        var sun = Of(Liquor, to: "5");
        Assert.Contains(sun.Cautions, c => c.Text.Contains("will not reach the mark"));
        Assert.Equal(0.8 * 59.03, sun.Outputs.Single().Charge.Grams(Species.Water).Likely, 0.5);
        var plate = Of(Liquor, "plate", "5");
        Assert.DoesNotContain(plate.Cautions, c => c.Text.Contains("will not reach"));
        Assert.InRange(plate.Outputs.Single().Charge.Grams(Species.Water).Likely, 19, 45);
        Assert.DoesNotContain(Of(Liquor).Cautions, c => c.Text.Contains("will not reach"));
    }

    // 0.5 mol of nitric acid stays until it is 68 % of acid and water: 14.8 g of water hold 31.5 g.
    [Fact]
    public void Acid_goes_off_only_when_it_has_grown_strong()
    {
        Assert.Equal(0, Figure(Of("Cu2+ 20, H+ 0.504, NO3- 70.03, H2O 1000"), "nitric acid that goes off"), 1e-6);
        var strong = Of("H+ 3.024, NO3- 186, H2O 300", "boil", "5");
        Assert.True(Figure(strong, "nitric acid that goes off") > 50);
    }

    [Theory]
    [InlineData("Cu2+ 5", "Cu2+ 5, H2O 100", "no liquor")]
    [InlineData(Liquor + ", NH4+ 0.4", Liquor + ", NH4+ 0.38", "explodes")]
    [InlineData(Liquor + ", C6H12O6 0.11", Liquor + ", C6H12O6 0.09", "fire")]
    [InlineData(Liquor + ", C2O4 2- 0.11", Liquor + ", C2O4 2- 0.09", "fire")]
    [InlineData("Na+ 20, S2O3 2- 40, H2O 500", Liquor, "fixer")]
    [InlineData(Liquor + ", ClO- 0.11", Liquor + ", ClO- 0.09", "chlorate")]
    public void What_burns_or_falls_apart_is_refused(string refused, string passes, string why)
    {
        Assert.Contains(Of(refused).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes).Refusals);
    }
}
