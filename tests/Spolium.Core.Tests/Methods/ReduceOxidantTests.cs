using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Chlorine, bleach and peroxide taken out with sulphite, against hand calculations.</summary>
public class ReduceOxidantTests
{
    private const string Bleach = "ClO- 5.145, Na+ 4.6, Cl- 3.5, H2O 500";
    private const string ChlorineWater = "Cl2 3.545, H+ 0.1, Cl- 3.5, H2O 500";

    private static StepPlan Of(string liquor, string? with = null) =>
        Given.Step("reduce-oxidant", RefusalTests.Of(liquor), options: with is null ? null : new() { ["with"] = with });

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.Single(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    [Theory]
    [InlineData("Cl2", ChlorineWater, "Na2SO3", 1.777 * 3.545)]
    [InlineData("Cl2", ChlorineWater, "Na2S2O5", 1.341 * 3.545)]
    [InlineData("NaOCl", Bleach, "Na2SO3", 12.604)]
    [InlineData("H2O2", "H2O2 3.4015, H2O 500", "Na2SO3", 12.604)]
    [InlineData("H2O2", "H2O2 3.4015, H2O 500", "Na2S2O5", 9.505)]
    public void Sulphite_by_what_oxidises(string oxidant, string liquor, string with, double grams)
    {
        var plan = Of(liquor, with);
        Assert.Equal(grams, Figure(plan, with), 0.02);
        var left = plan.Outputs.Single().Charge;
        Assert.True(left.Moles.Where(m => m.Key.Formula is "Cl2" or "ClO-" or "H2O2").Sum(m => m.Value.Likely) < 1e-6, oxidant);
        Assert.True(left.Of(new("SO4 2-", Phase.Aqueous)).Likely > 0.04);
    }

    [Theory]
    [InlineData(null, "Na+ 5, H2O 500", Bleach, "no chlorine")]
    [InlineData(null, ChlorineWater + ", AuCl4- 0.1", ChlorineWater + ", AuCl4- 0.03", "gold")]
    [InlineData("Na2S2O5", Bleach, ChlorineWater, "sour")]
    public void What_would_make_it_worse_is_refused(string? with, string refused, string passes, string why)
    {
        Assert.Contains(Of(refused, with).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(passes, with).Refusals);
    }
}
