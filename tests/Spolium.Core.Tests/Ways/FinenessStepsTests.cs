using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Ways;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>Purity is a result of the way, and a bar is paid by its fineness.</summary>
public class FinenessStepsTests
{
    [Theory]
    [InlineData("Au", 0.995, 1.0)]
    [InlineData("Au", 0.98, 1.0)]
    [InlineData("Au", 0.979, 0.97)]
    [InlineData("Au", 0.91, 0.97)]
    [InlineData("Au", 0.29, null)]
    [InlineData("Ag", 0.61, 0.75)]
    [InlineData("Ag", 0.4, null)]
    [InlineData("Cu", 0.4, 1.0)]
    public void A_step_for_each_fineness_and_scrap_below(string metal, double fineness, double? share) =>
        Assert.Equal(share, FinenessSteps.Share(metal, fineness));

    [Fact]
    public void A_finer_bar_is_never_paid_less()
    {
        foreach (var metal in new[] { "Au", "Ag" })
            for (var f = 0.0; f < 1; f += 0.01)
                Assert.True((FinenessSteps.Share(metal, f) ?? 0) <= (FinenessSteps.Share(metal, f + 0.01) ?? 0));
    }

    private static (BatchPlan Plan, Worth Worth) Melted(string metal, string[] methods, params (string Element, double Grams)[] metals)
    {
        var draws = new Draws("fineness", true);
        var plan = Planner.Fold(Given.Metals(metals), Routes.Chain(methods), Shop.Usual, draws);
        Assert.Null(plan.Refused);
        return (plan, Worth.Of(plan, metal, new(PriceFigures.MadeUp, new Dictionary<string, Working>()), draws));
    }

    // 8 % of platinum in the powder melts along: the bar is no gold of 995.
    [Fact]
    public void Platinum_goes_along_with_the_gold_into_the_bar()
    {
        var draws = new Draws("fineness", true);
        var (plan, _) = Melted("Au", ["wash-dry-melt"], ("Au", 92), ("Pt", 8), ("Fe", 2));
        var bar = plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge;
        Assert.InRange(bar.Element("Pt").Likely, 7.8, 8);
        Assert.Equal(0, bar.Element("Fe").Likely);
        // 92/100 × 0.995
        Assert.InRange(plan.Purity("Au", draws).Likely, 91.2, 91.8);
        Assert.Contains(plan.Steps[^1].Plan.Cautions, c => c.Text.Contains("platinum", StringComparison.Ordinal));
    }

    // A lump with 39 % of iron is paid three quarters of fine silver's price, and the remedy stands beside it.
    [Fact]
    public void A_silver_lump_with_iron_is_not_paid_as_fine()
    {
        var (plan, worth) = Melted("Ag", ["melt"], ("Ag", 61), ("Fe", 39));
        var grams = plan.Product("Ag").Likely;
        Assert.Equal(0.75 * grams * (11.2 * 0.92 - 0.25), worth.Lines.Single(l => l.Id == "paid").Kr.Likely, 0.5);
        var (fine, full) = Melted("Ag", ["melt"], ("Ag", 61));
        Assert.Equal(fine.Product("Ag").Likely * (11.2 * 0.92 - 0.25), full.Lines.Single(l => l.Id == "paid").Kr.Likely, 0.5);
    }
}
