using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Copper and its acid by current, against the figures of precise rules 2.13.</summary>
public class CopperByCurrentTests
{
    private const string Liquor = "Cu2+ 40, H+ 0.5, SO4 2- 84.3, H2O 1000";

    private static StepPlan Of(string liquor, Dictionary<string, string>? options = null) =>
        Given.Step("copper-by-current", RefusalTests.Of(liquor), options: options);

    // 1.1858 g/Ah at 100 %: down to 5 g/L with 0.9, what is between there and 1 g/L with 0.45.
    [Fact]
    public void Ampere_hours_by_what_comes_down_and_slower_at_the_end()
    {
        var plan = Of(Liquor);
        var litres = plan.Figures.Single(f => f.Label == "copper left in the liquor").Likely / 1.0;
        var amperes = plan.Figures.Single(f => f.Label == "ampere-hours");
        Assert.Equal((40 - 5 * litres) / 1.1858 / 0.9 + 4 * litres / 1.1858 / 0.45, amperes.Likely, 0.6);
        Assert.Equal(amperes.Likely / 5, plan.Unattended.Likely, 1e-6);
        Assert.InRange(litres, 0.9, 1.1);
    }

    // Half a mole of oxygen and a mole of acid to one of copper.
    [Fact]
    public void Acid_comes_back_and_oxygen_goes()
    {
        var plan = Of(Liquor);
        var copper = plan.Figures.Single(f => f.Label!.StartsWith("copper to come", StringComparison.Ordinal)).Likely / 63.546;
        Assert.Equal(copper / 2, plan.GasGone.Of(new("O2", Phase.Gas)).Likely, 1e-4);
        Assert.Equal(copper * 98.078, plan.Figures.Single(f => f.Label == "sulphuric acid that comes back").Likely, 0.05);
    }

    [Fact]
    public void Where_it_stops_is_chosen()
    {
        var left = Of(Liquor, new() { ["left"] = "10" }).Figures.Single(f => f.Label == "copper left in the liquor").Likely;
        Assert.InRange(left, 9.5, 11);
    }

    [Theory]
    [InlineData("Cu2+ 0.9, H+ 0.5, SO4 2- 26, H2O 1000", "Cu2+ 1.5, H+ 0.5, SO4 2- 26, H2O 1000", "no more copper")]
    [InlineData("Cu2+ 40, NO3- 78, H2O 1000", Liquor, "not held by sulphate")]
    [InlineData(Liquor + ", Cl- 0.6", Liquor + ", Cl- 0.4", "chlorine at the anode")]
    [InlineData(Liquor + ", NO3- 5.5", Liquor + ", NO3- 4.5", "nitrate in it")]
    [InlineData(Liquor + ", Ag+ 0.06", Liquor + ", Ag+ 0.04", "silver")]
    [InlineData(Liquor + ", mark:arsenic", Liquor, "arsine")]
    public void What_the_anode_or_the_cathode_would_make_of_it_is_refused(string refused, string passes, string why)
    {
        Assert.Contains(Of(refused).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes).Refusals);
    }
}
