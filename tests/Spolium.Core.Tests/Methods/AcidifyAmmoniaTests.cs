using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Ammoniacal silver made sour, against hand calculations.</summary>
public class AcidifyAmmoniaTests
{
    private const string Ammonia = "Ag+ 10.787, NO3- 6.2, NH3 17.03, H2O 500";

    private static StepPlan Of(string liquor, string? with = null) =>
        Given.Step("acidify-ammonia", RefusalTests.Of(liquor), options: with is null ? null : new() { ["with"] = with });

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.Single(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    // A mole of ammonia and a tenth of silver.
    [Fact]
    public void Ammoniacal_silver_falls_as_its_chloride()
    {
        var plan = Of(Ammonia);
        Assert.Equal(1.1, Figure(plan, "hydrochloric acid for ammonia"), 0.002);
        Assert.Equal(14.332, plan.Outputs[0].Charge.Grams(new("AgCl", Phase.Solid)).Likely, 0.02);
        Assert.Equal(1.0, plan.Outputs.Sum(o => o.Charge.Of(new("NH4+", Phase.Aqueous)).Likely), 0.01);
    }

    [Theory]
    [InlineData(null, "Ag+ 5, NO3- 4, H2O 500", Ammonia, "no ammonia")]
    [InlineData(null, Ammonia + ", AuCl4- 0.002", Ammonia + ", AuCl4- 0.0005", "fulminating gold")]
    [InlineData(null, Ammonia + ", ClO- 0.01", Ammonia + ", ClO- 0.004", "chloramines")]
    public void What_would_make_it_worse_is_refused(string? with, string refused, string passes, string why)
    {
        Assert.Contains(Of(refused, with).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes, with).Refusals);
    }
}
