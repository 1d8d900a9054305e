using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What falls by itself as soon as it meets, whatever the method means to do.</summary>
public class SettlingTests
{
    private static readonly Species Dissolved = new("Ag+", Phase.Aqueous);
    private static readonly Species Fallen = new("AgCl", Phase.Solid);

    private static double Sum(StepPlan plan, Species species) => plan.Outputs.Sum(o => o.Charge.Of(species).Likely);

    [Fact]
    public void Silver_that_came_along_dissolved_falls_when_hydrochloric_acid_is_poured()
    {
        // 0.25 g of silver on foils that were not washed: 2.318 mmol.
        var plan = Given.Step("aqua-regia", RefusalTests.Of("Au 5, H2O 10, Ag+ 0.25, NO3- 0.1437"));
        Assert.Empty(plan.Refusals);
        Assert.Equal(0.25 / 107.868, Sum(plan, Fallen), 1e-6);
        Assert.Equal(0, Sum(plan, Dissolved), 1e-9);
        Assert.Contains(plan.Equations, e => e.Equation.ToString().Contains("AgCl"));
    }

    [Fact]
    public void Nitric_acid_brings_no_chloride_and_nothing_falls()
    {
        var plan = Given.Step("nitric-part", RefusalTests.Of("Ag 5, H2O 10, Ag+ 0.25, NO3- 0.1437"));
        Assert.Equal(0, Sum(plan, Fallen), 1e-12);
        Assert.True(Sum(plan, Dissolved) > 5 / 107.868);
    }

    [Fact]
    public void A_method_that_brings_it_down_itself_says_how_much_stays()
    {
        var plan = Given.Step("silver-chloride", RefusalTests.Of("H2O 400, Ag+ 25, NO3- 20, H+ 0.1"));
        Assert.InRange(Sum(plan, Dissolved), 1e-9, 1e-4);
    }
}
