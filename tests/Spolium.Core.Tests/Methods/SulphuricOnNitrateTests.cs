using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Nitric acid back out of spent nitrate, against hand calculations.</summary>
public class SulphuricOnNitrateTests
{
    // A mole of copper nitrate in 300 g of water.
    private const string Liquor = "Cu2+ 63.546, NO3- 124.01, H2O 300";

    private static StepPlan Of(string liquor, string factor = "1.0", string cold = "5") =>
        Given.Step("sulphuric-on-nitrate", RefusalTests.Of(liquor), options: new() { ["factor"] = factor, ["cold"] = cold });

    private static double Figure(StepPlan plan, string start) =>
        plan.Figures.Single(f => f.Label!.StartsWith(start, StringComparison.Ordinal)).Likely;

    [Fact]
    public void A_mole_of_acid_to_two_of_nitrate()
    {
        Assert.Equal(98.078, Figure(Of(Liquor), "sulphuric acid for the nitrate"), 0.05);
        // What is not in it clings to the crystals.
        Assert.InRange(Figure(Of(Liquor), "nitric acid in it"), 112, 126);
    }

    // At 5 °C 13.4 % is held by water: 0.155 g a gram, half of it beside acid; crystals take 0.564 g of water a gram of salt along.
    [Fact]
    public void Copper_sulphate_falls_by_what_the_cold_acid_holds()
    {
        var plan = Of(Liquor);
        var holds = 0.5 * 13.4 / 86.6;
        var water = 300 + 98.078 * (1 / 0.96 - 1);
        var falls = (159.61 - holds * water) / (1 - holds * 0.5643);
        Assert.Equal(falls * 249.68 / 159.61, Figure(plan, "copper sulphate crystals"), 4.0);
        Assert.True(Figure(Of(Liquor, cold: "30"), "copper sulphate crystals") < Figure(plan, "copper sulphate crystals") - 5);
    }

    // What is too much is in the acid, and counts the next time.
    [Fact]
    public void A_surplus_is_not_lost()
    {
        var plain = Of(Liquor);
        var more = Of(Liquor, "1.3");
        Assert.Equal(
            0.3 * 98.078,
            Figure(more, "sulphate left")
                - Figure(plain, "sulphate left")
                + (
                    more.Outputs[1].Charge.Grams(new("SO4 2-", Phase.Aqueous)).Likely
                    - plain.Outputs[1].Charge.Grams(new("SO4 2-", Phase.Aqueous)).Likely
                ),
            8.0
        );
        Assert.Equal(98.078 * 0.9, Figure(Of(Liquor + ", SO4 2- 9.606, H+ 0.2016"), "sulphuric acid for the nitrate"), 12.0);
    }

    [Fact]
    public void From_a_thin_liquor_nothing_falls()
    {
        Assert.Contains(Of("Cu2+ 10, NO3- 19.5, H2O 1000").Cautions, c => c.Text.Contains("concentrate it first"));
        Assert.DoesNotContain(Of(Liquor).Cautions, c => c.Text.Contains("concentrate it first"));
    }

    [Theory]
    [InlineData("H+ 1.008, NO3- 62, H2O 300", Liquor, "metals hold no nitrate")]
    [InlineData(Liquor + ", Cl- 0.13", Liquor + ", Cl- 0.11", "aqua regia")]
    [InlineData(Liquor + ", Ag+ 0.55", Liquor + ", Ag+ 0.45", "silver")]
    [InlineData(Liquor + ", NH4+ 1.3", Liquor + ", NH4+ 1.2", "explodes")]
    public void What_spoils_the_acid_is_refused(string refused, string passes, string why)
    {
        Assert.Contains(Of(refused).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes).Refusals);
    }
}
