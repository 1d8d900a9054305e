using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
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
        Assert.Equal(share, FinenessSteps.Share(Usual(metal), fineness));

    [Fact]
    public void A_finer_bar_is_never_paid_less()
    {
        foreach (var metal in new[] { "Au", "Ag" })
            for (var f = 0.0; f < 1; f += 0.01)
                Assert.True((FinenessSteps.Share(Usual(metal), f) ?? 0) <= (FinenessSteps.Share(Usual(metal), f + 0.01) ?? 0));
    }

    private static IReadOnlyList<FinenessStep> Usual(string metal) =>
        FinenessSteps.Of(new(PriceKind.Metal, metal, TypedNumber.Of(1, Field.Money, "kr")));

    // Each buyer has steps of his own: 96 % for 92 ‰ points short of fine, and nothing but scrap below 900.
    [Fact]
    public void A_buyer_has_steps_of_his_own()
    {
        var (steps, wrong) = FinenessSteps.Read("995 100 %; 900 80 %", "steps");
        Assert.Null(wrong);
        Assert.Equal("995 100 %; 900 80 %", FinenessSteps.Text(steps));
        Assert.Equal([1, 0.8, null], new[] { 0.995, 0.95, 0.89 }.Select(f => FinenessSteps.Share(steps!, f)));
        var strict = PriceFigures.MadeUp with
        {
            Rows = [.. PriceFigures.MadeUp.Rows.Select(r => r is { Kind: PriceKind.Metal, Item: "Ag" } ? r with { Steps = steps } : r)],
        };
        Assert.Empty(strict.Check());
        var draws = new Draws("fineness", true);
        var plan = Planner.Fold(Given.Metals(("Ag", 92), ("Cu", 8)), Routes.Chain(["melt"]), Shop.Usual, draws);
        double Paid(PriceList list) =>
            Worth.Of(plan, "Ag", new(list, new Dictionary<string, Working>()), draws).Lines.Single(l => l.Id == "paid").Kr.Likely;
        // By the usual steps 0.96 of what fine silver is paid, by his 0.8.
        Assert.Equal(0.8 / 0.96, Paid(strict) / Paid(PriceFigures.MadeUp), 1e-6);
    }

    [Theory]
    [InlineData("fine 100 %", "is no step")]
    [InlineData("0.995 100 %", "cannot be")]
    [InlineData("995 120 %", "cannot be")]
    [InlineData("995 90 %; 900 97 %", "paid less")]
    public void Steps_that_cannot_be_are_told(string text, string why) =>
        Assert.Contains(why, FinenessSteps.Read(text, "steps").Error!.Reason);

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
