using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Sulphide and fixer made safe, against hand calculations.</summary>
public class TakeSulphideTests
{
    private const string Sulphide = "S2- 3.207, Na+ 4.6, H2O 500";
    private const string Fixer = "S2O3 2- 112.1, Na+ 46, H2O 500";

    private static StepPlan Of(string liquor, string? with = null) =>
        Given.Step("take-sulphide", RefusalTests.Of(liquor), options: with is null ? null : new() { ["with"] = with });

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.Single(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    // A tenth of a mole: 27.8 g of green vitriol; four of peroxide a mole of sulphide or of thiosulphate.
    [Fact]
    public void Sulphide_by_iron_or_peroxide()
    {
        Assert.Equal(27.80, Figure(Of(Sulphide), "green vitriol"), 0.05);
        Assert.Equal(8.791, Of(Sulphide).Outputs[0].Charge.Grams(new("FeS", Phase.Solid)).Likely, 0.02);
        Assert.Equal(13.606, Figure(Of(Sulphide, "H2O2"), "peroxide for"), 0.03);
    }

    // A mole of thiosulphate: four of peroxide, two of caustic.
    [Fact]
    public void Fixer_by_peroxide_in_caustic()
    {
        var plan = Of(Fixer, "H2O2");
        Assert.Equal(136.06, Figure(plan, "peroxide for"), 0.3);
        Assert.Equal(79.99, Figure(plan, "caustic for"), 0.2);
        Assert.Equal(2.0, plan.Outputs.Sum(o => o.Charge.Of(new("SO4 2-", Phase.Aqueous)).Likely), 0.01);
    }

    [Theory]
    [InlineData(null, "Na+ 5, H2O 500", Sulphide, "no sulphide")]
    [InlineData(null, Fixer, Sulphide, "iron takes no thiosulphate")]
    [InlineData(null, Sulphide + ", H+ 0.0012", Sulphide + ", H+ 0.0008", "acid")]
    [InlineData("H2O2", Fixer + ", Ag(S2O3)2 3- 2", Fixer + ", Ag(S2O3)2 3- 1", "silver")]
    [InlineData("H2O2", Fixer + ", NH4+ 2", Fixer + ", NH4+ 1", "ammonia")]
    public void What_would_make_it_worse_is_refused(string? with, string refused, string passes, string why)
    {
        Assert.Contains(Of(refused, with).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes, with).Refusals);
    }
}
