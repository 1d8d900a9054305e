using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Ammoniacal silver, chlorine, bleach, peroxide, sulphide and fixer made safe, against hand calculations.</summary>
public class MakeSafeTests
{
    private const string Ammonia = "Ag+ 10.787, NO3- 6.2, NH3 17.03, H2O 500";
    private const string Bleach = "ClO- 5.145, Na+ 4.6, Cl- 3.5, H2O 500";
    private const string ChlorineWater = "Cl2 3.545, H+ 0.1, Cl- 3.5, H2O 500";
    private const string Sulphide = "S2- 3.207, Na+ 4.6, H2O 500";
    private const string Fixer = "S2O3 2- 112.1, Na+ 46, H2O 500";

    private static StepPlan Of(string method, string liquor, string? with = null) =>
        Given.Step(method, RefusalTests.Of(liquor), options: with is null ? null : new() { ["with"] = with });

    private static double Figure(StepPlan plan, string label) =>
        plan.Figures.Single(f => f.Label!.StartsWith(label, StringComparison.Ordinal)).Likely;

    // A mole of ammonia and a tenth of silver.
    [Fact]
    public void Ammoniacal_silver_falls_as_its_chloride()
    {
        var plan = Of("acidify-ammonia", Ammonia);
        Assert.Equal(1.1, Figure(plan, "hydrochloric acid for ammonia"), 0.002);
        Assert.Equal(14.332, plan.Outputs[0].Charge.Grams(new("AgCl", Phase.Solid)).Likely, 0.02);
        Assert.Equal(1.0, plan.Outputs.Sum(o => o.Charge.Of(new("NH4+", Phase.Aqueous)).Likely), 0.01);
    }

    [Theory]
    [InlineData("Cl2", ChlorineWater, "Na2SO3", 1.777 * 3.545)]
    [InlineData("Cl2", ChlorineWater, "Na2S2O5", 1.341 * 3.545)]
    [InlineData("NaOCl", Bleach, "Na2SO3", 12.604)]
    [InlineData("H2O2", "H2O2 3.4015, H2O 500", "Na2SO3", 12.604)]
    [InlineData("H2O2", "H2O2 3.4015, H2O 500", "Na2S2O5", 9.505)]
    public void Sulphite_by_what_oxidises(string oxidant, string liquor, string with, double grams)
    {
        var plan = Of("reduce-oxidant", liquor, with);
        Assert.Equal(grams, Figure(plan, with), 0.02);
        var left = plan.Outputs.Single().Charge;
        Assert.True(left.Moles.Where(m => m.Key.Formula is "Cl2" or "ClO-" or "H2O2").Sum(m => m.Value.Likely) < 1e-6, oxidant);
        Assert.True(left.Of(new("SO4 2-", Phase.Aqueous)).Likely > 0.04);
    }

    // A tenth of a mole: 27.8 g of green vitriol; four of peroxide a mole of sulphide or of thiosulphate.
    [Fact]
    public void Sulphide_by_iron_or_peroxide()
    {
        Assert.Equal(27.80, Figure(Of("take-sulphide", Sulphide), "green vitriol"), 0.05);
        Assert.Equal(8.791, Of("take-sulphide", Sulphide).Outputs[0].Charge.Grams(new("FeS", Phase.Solid)).Likely, 0.02);
        Assert.Equal(13.606, Figure(Of("take-sulphide", Sulphide, "H2O2"), "peroxide for"), 0.03);
    }

    // A mole of thiosulphate: four of peroxide, two of caustic.
    [Fact]
    public void Fixer_by_peroxide_in_caustic()
    {
        var plan = Of("take-sulphide", Fixer, "H2O2");
        Assert.Equal(136.06, Figure(plan, "peroxide for"), 0.3);
        Assert.Equal(79.99, Figure(plan, "caustic for"), 0.2);
        Assert.Equal(2.0, plan.Outputs.Sum(o => o.Charge.Of(new("SO4 2-", Phase.Aqueous)).Likely), 0.01);
    }

    [Theory]
    [InlineData("acidify-ammonia", null, "Ag+ 5, NO3- 4, H2O 500", Ammonia, "no ammonia")]
    [InlineData("acidify-ammonia", null, Ammonia + ", AuCl4- 0.002", Ammonia + ", AuCl4- 0.0005", "fulminating gold")]
    [InlineData("acidify-ammonia", null, Ammonia + ", ClO- 0.01", Ammonia + ", ClO- 0.004", "chloramines")]
    [InlineData("reduce-oxidant", null, "Na+ 5, H2O 500", Bleach, "no chlorine")]
    [InlineData("reduce-oxidant", null, ChlorineWater + ", AuCl4- 0.1", ChlorineWater + ", AuCl4- 0.04", "gold")]
    [InlineData("reduce-oxidant", "Na2S2O5", Bleach, ChlorineWater, "sour")]
    [InlineData("take-sulphide", null, "Na+ 5, H2O 500", Sulphide, "no sulphide")]
    [InlineData("take-sulphide", null, Fixer, Sulphide, "iron takes no thiosulphate")]
    [InlineData("take-sulphide", null, Sulphide + ", H+ 0.0012", Sulphide + ", H+ 0.0008", "acid")]
    [InlineData("take-sulphide", "H2O2", Fixer + ", Ag(S2O3)2 3- 2", Fixer + ", Ag(S2O3)2 3- 1", "silver")]
    [InlineData("take-sulphide", "H2O2", Fixer + ", NH4+ 2", Fixer + ", NH4+ 1", "ammonia")]
    public void What_would_make_it_worse_is_refused(string method, string? with, string refused, string passes, string why)
    {
        Assert.Contains(Of(method, refused, with).Refusals, r => r.Reason.Contains(why));
        Assert.Empty(Of(method, passes, with).Refusals);
    }
}
