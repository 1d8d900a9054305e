using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class BicarbonateWashTests
{
    private const string Powder = "Au 10, H2O 5, H+ 0.0504, Cl- 1.773";

    [Fact]
    public void It_takes_2_304_g_for_a_gram_of_hydrochloric_acid_and_frees_0_671_L()
    {
        // 0.05 mol of HCl is 1.823 g: 4.200 g of bicarbonate, 1.223 L of gas.
        var plan = Given.Step("bicarbonate-wash", RefusalTests.Of(Powder));
        Assert.Equal(1.823 * 2.304, plan.Figures[0].Likely, 0.01);
        Assert.Equal(1223, plan.Gases.Single(g => g.Formula == "CO2").Made.Likely, 5.0);
        Assert.Equal(4.2 / 0.99, plan.Doses.Single(d => d.Id == "bicarbonate").Grams.Likely, 0.02);
        Assert.Equal(0, plan.Outputs[0].Charge.Of(Species.Proton).Likely, 1e-4);
    }

    [Fact]
    public void Twice_the_acid_takes_twice_and_half_the_dose_leaves_half()
    {
        var twice = Given.Step("bicarbonate-wash", RefusalTests.Of("Au 10, H2O 5, H+ 0.1008, Cl- 3.546"));
        Assert.Equal(2, twice.Figures[0].Likely / Given.Step("bicarbonate-wash", RefusalTests.Of(Powder)).Figures[0].Likely, 1e-6);
        var half = Given.Step(
            "bicarbonate-wash",
            RefusalTests.Of(Powder),
            Given.Poured("bicarbonate", "usual bicarbonate", 2.1) with
            {
                Closed = true,
            }
        );
        Assert.True(half.Outputs.Sum(o => o.Charge.Of(Species.Proton).Likely) > 0.02);
        EveryMethodTests.Conserved(RefusalTests.Of(Powder), half, new Draws("test"));
    }

    [Theory]
    [InlineData("H2O 5, H+ 0.01", "nothing solid")]
    [InlineData("Au 10, H2O 5", "no acid left")]
    public void It_refuses_what_needs_none(string charge, string words) =>
        Assert.Contains(Given.Step("bicarbonate-wash", RefusalTests.Of(charge)).Refusals, r => r.Reason.Contains(words));
}
