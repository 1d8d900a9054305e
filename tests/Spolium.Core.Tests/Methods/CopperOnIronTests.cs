using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Copper on iron, against the figures of precise rules 2.9.</summary>
public class CopperOnIronTests
{
    private static StepPlan Of(string liquor) => Given.Step("copper-on-iron", RefusalTests.Of(liquor));

    // 20 g of copper × 0.879, and half a mole of iron to 0.1 mol of free acid.
    [Fact]
    public void Iron_goes_by_copper_and_acid()
    {
        var plan = Of("Cu2+ 20, H+ 0.1008, SO4 2- 35, H2O 1000");
        var need = plan.Figures.Single(f => f.Label == "iron for copper, iron(III) and free acid");
        Assert.Equal(20 * 0.8788 + 0.05 * 55.845, need.Likely, 0.02);
        Assert.InRange(plan.Outputs.Single(o => o.Main).Charge.Grams(new("Cu", Phase.Solid)).Likely, 19.5, 20);
        Assert.True(plan.GasGone.Of(new("H2", Phase.Gas)).Likely > 0.02);
        Assert.Contains(plan.Interlocks, i => i.State == "no-arsenic");
    }

    [Theory]
    [InlineData("Cu2+ 20, Ag+ 0.2, SO4 2- 30, H2O 1000", "copper first")]
    [InlineData("Cu2+ 20, H+ 0.2, NO3- 51, H2O 1000", "neutralise it")]
    [InlineData("Cu2+ 20, SO4 2- 30, H2O 1000, mark:arsenic", "soda instead")]
    [InlineData("Na+ 20, Cl- 31, H2O 1000", "choose the liquor")]
    public void What_would_gas_or_be_lost_is_refused(string liquor, string way) =>
        Assert.Contains(Of(liquor).Refusals, r => r.WayOut.Contains(way));

    [Fact]
    public void A_trace_of_silver_and_of_nitric_acid_goes() => Assert.Empty(Of("Cu2+ 20, Ag+ 0.02, H+ 0.05, NO3- 42, H2O 1000").Refusals);
}
