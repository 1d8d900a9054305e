using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class LaterStepsTests
{
    // A gold liquor with 10 g of gold, so much nitric acid left, and hydrochloric acid to spare.
    private static Charge Liquor(double nitricGrams, double ironGrams = 0)
    {
        Working Mol(double grams, string f) => Molar.Moles(Working.Given(grams, Dimension.Mass, f, "test"), f);
        var c = Charge.Empty.Dissolve("HAuCl4", Mol(10, "Au")).Dissolve("HCl", Mol(20, "HCl")).Dissolve("H2O", Mol(200, "H2O"));
        if (nitricGrams > 0)
            c = c.Dissolve("HNO3", Mol(nitricGrams, "HNO3"));
        return ironGrams > 0 ? c.Dissolve("FeCl3", Mol(ironGrams, "Fe")) : c;
    }

    [Fact]
    public void Sulfamic_acid_follows_the_nitric_acid_and_one_portion_more_is_the_proof()
    {
        var plan = Given.Step("sulfamic", Liquor(1));
        var dose = plan.Doses.Single();
        Assert.Equal(1.541 / 0.99 + 0.2, dose.Grams.Likely, 0.003);
        Assert.Equal(0, plan.Outputs[0].Charge.Of(Species.Nitrate).Likely, 1e-9);
        Assert.True(plan.DoneFirst);
        Assert.Equal(1.1 * 1.541 / 0.99, dose.Rungs.Sum(r => r.Grams), 0.25);
        // What finds no nitrate leaves ammonium: it must show.
        Assert.True(plan.Outputs[0].Charge.Of(new("NH4+", Phase.Aqueous)).Likely > 0);
    }

    [Fact]
    public void Without_all_three_signs_some_nitrate_may_be_left_and_with_them_none_is()
    {
        var little = Given.Poured("sulfamic", "S-1", 0.5) with { Closed = true };
        Assert.True(Given.Step("sulfamic", Liquor(1), little).Outputs[0].Charge.Of(Species.Nitrate).Likely > 0);
        var seen = little with
        {
            Signs = new HashSet<string> { "no-fizz-hot", "no-brown-fume", "iodide-white" },
        };
        Assert.Equal(0, Given.Step("sulfamic", Liquor(1), seen).Outputs[0].Charge.Of(Species.Nitrate).Range.High, 1e-9);
    }

    [Fact]
    public void Sulfamic_acid_wants_a_hot_liquor_first() =>
        Assert.Equal(
            ("temperature", 70.0),
            (Given.Step("sulfamic", Liquor(1)).Interlocks[0].Reading, Given.Step("sulfamic", Liquor(1)).Interlocks[0].AtLeast)
        );

    [Theory]
    [InlineData("1.3", 13.0)]
    [InlineData("1", 10.0)]
    [InlineData("3", 30.0)]
    public void Metabisulphite_schools_are_grams_per_gram_of_gold(string school, double pure)
    {
        var plan = Given.Step("metabisulphite", Liquor(0), options: new() { ["school"] = school });
        Assert.Equal(pure / 0.97, plan.Doses.Single(d => d.Id == "metabisulphite").Grams.Likely, 0.02);
        Assert.Equal(7.238, plan.Figures.Single(f => f.Label == "metabisulphite by the equation").Likely, 0.01);
    }

    [Fact]
    public void Nitric_acid_and_iron_eat_metabisulphite_and_too_much_nitric_is_stopped()
    {
        var clean = Given.Step("metabisulphite", Liquor(0)).Doses.Single(d => d.Id == "metabisulphite").Grams.Likely;
        var dirty = Given.Step("metabisulphite", Liquor(2, 0.5));
        Assert.Equal(clean + (2 * 2.263 + 0.5 * 0.851 * 0.3) / 0.97, dirty.Doses.Single(d => d.Id == "metabisulphite").Grams.Likely, 0.02);
        Assert.Contains(dirty.Cautions, c => c.Level == CautionLevel.Stop && c.Text.Contains("go back to the sulfamic"));
    }

    [Fact]
    public void Clearing_keeps_solids_and_a_little_liquor_on_the_filter()
    {
        var charge = Liquor(0).With(new("AgCl", Phase.Solid), Molar.Moles(Working.Given(1, Dimension.Mass, "AgCl", "test"), "AgCl"));
        var plan = Given.Step("clear", charge);
        Assert.Equal(1, plan.Outputs.Single(o => o.Id == "filter").Charge.Grams(new("AgCl", Phase.Solid)).Likely, 1e-9);
        Assert.Equal(0.005 * 10, plan.Outputs.Single(o => o.Id == "filter").Charge.Element("Au").Likely, 1e-6);
    }

    [Fact]
    public void Lead_falls_as_sulphate_when_sulphuric_acid_is_there()
    {
        var lead = Molar.Moles(Working.Given(1, Dimension.Mass, "Pb", "test"), "Pb");
        var plan = Given.Step("clear", Liquor(0).Dissolve("PbCl2", lead).Dissolve("H2SO4", lead));
        Assert.True(plan.Outputs.Single(o => o.Id == "filter").Charge.Grams(new("PbSO4", Phase.Solid)).Likely > 1.4);
    }

    [Fact]
    public void The_bar_holds_the_powder_less_wash_handling_and_melt()
    {
        var plan = Given.Step("wash-dry-melt", Given.Metals(("Au", 10)));
        Assert.Equal(10 * 0.999 * (1 - 0.0005) * (1 - 0.002), plan.Outputs[0].Charge.Element("Au").Likely, 1e-6);
    }

    [Fact]
    public void Nothing_dissolved_or_brought_down_is_refused()
    {
        Assert.True(Given.Step("metabisulphite", Charge.Empty).Refused);
        Assert.True(Given.Step("clear", Charge.Empty).Refused);
        Assert.True(Given.Step("wash-dry-melt", Charge.Empty).Refused);
        Assert.True(Given.Step("aqua-regia", Charge.Empty).Refused);
    }
}
