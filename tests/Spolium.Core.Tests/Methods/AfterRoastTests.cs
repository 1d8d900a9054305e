using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What follows asks of what is there: a roast is washed with water, platinum takes platinum's time, its iron stays.</summary>
public class AfterRoastTests
{
    [Fact]
    public void A_roast_is_washed_with_water_and_gold_powder_with_hot_acid()
    {
        Assert.DoesNotContain(Given.Step("wash", RefusalTests.Of("Au 0.02, CoO 10, NiO 20, Fe2O3 40")).Doses, d => d.Id == "acid");
        Assert.Contains(Given.Step("wash", RefusalTests.Of("Au 10, Cu 0.3")).Doses, d => d.Id == "acid");
    }

    [Fact]
    public void Platinum_takes_hours_where_gold_takes_minutes()
    {
        double Rolled(string charge) =>
            Given.Step("roll", RefusalTests.Of(charge)).Figures.Single(f => f.Label == "to dissolve when rolled").Likely;
        Assert.True(Rolled("Pt 10") > 50 * Rolled("Au 10"));
        Assert.True(Rolled("Ag 10") < Rolled("Pd 10"));
    }

    [Fact]
    public void Iron_of_a_roast_hardly_dissolves()
    {
        var plan = Given.Step("sulfuric-leach", RefusalTests.Of("CuO 50, Fe2O3 50"));
        double Share(string element) =>
            plan.Outputs.Single(o => o.Id == "leach-liquor").Charge.Element(element).Likely
            / plan.Outputs.Sum(o => o.Charge.Element(element).Likely);
        Assert.InRange(Share("Fe"), 0.02, 0.25);
        Assert.True(Share("Cu") > 0.6);
    }
}
