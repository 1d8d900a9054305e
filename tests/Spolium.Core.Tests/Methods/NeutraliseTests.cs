using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Methods.Baths;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Acid and metals by a base, against hand calculations of precise rules 2.11.</summary>
public class NeutraliseTests
{
    private static StepPlan With(string @base, string liquor) =>
        Given.Step("neutralise", RefusalTests.Of(liquor), options: new() { ["with"] = @base });

    // 0.4 mol/L of nitric acid and 20 g/L of copper in a litre: 0.4 + 2 × 0.3147 mol, 5 % more.
    private const string Copper = "Cu2+ 20, H+ 0.4032, NO3- 63.8, H2O 1000";

    [Theory]
    [InlineData("NaHCO3", 84.007)]
    [InlineData("Na2CO3", 52.994)]
    [InlineData("NaOH", 39.997)]
    [InlineData("Ca(OH)2", 37.046)]
    public void Charge_fixes_the_dose(string @base, double gramsPerEquivalent)
    {
        var plan = With(@base, Copper);
        var charge = 0.4 + 2 * 20 / 63.546;
        Assert.Equal(charge, plan.Figures.Single(f => f.Label == "charge that the base takes").Likely, 0.002);
        var need = plan.Figures.Single(f => f.Label!.StartsWith(@base, StringComparison.Ordinal));
        Assert.Equal(1.05 * charge * gramsPerEquivalent, need.Likely, 0.3);
    }

    // 1.740 g of basic carbonate to a gram of copper, 1.535 g of hydroxide; the rule's left is a thousandth.
    [Theory]
    [InlineData("NaHCO3", 1.740)]
    [InlineData("NaOH", 1.535)]
    public void What_falls_is_its_carbonate_or_its_hydroxide(string @base, double toAGram)
    {
        var plan = With(@base, Copper);
        var sludge = plan.Outputs.Single(o => o.Main).Charge;
        var solid = sludge.Moles.Single(m => m.Key.Phase == Phase.Solid && m.Key.Atoms("Cu") > 0);
        Assert.Equal(20 * 0.999 * toAGram, solid.Value.Likely * solid.Key.MolarMass, 0.05);
    }

    // Bicarbonate: 1.0294 mol, half a mole of carbonate stays to a mole of copper.
    [Fact]
    public void Gas_leaves_by_what_the_sludge_keeps()
    {
        var plan = With("NaHCO3", Copper);
        static double Leaves(StepPlan p) => p.GasGone.Of(new("CO2", Phase.Gas)).Likely * 24.465;
        var gas = Leaves(plan);
        Assert.Equal((0.4 + 1.5 * 20 / 63.546) * 24.465, gas, 0.3);
        var planned = plan.Figures.Single(f => f.Label!.StartsWith("gas to plan", StringComparison.Ordinal));
        Assert.Equal((0.4 + 2 * 20 / 63.546) * 24465, planned.Likely, 60.0);
        Assert.Equal(0, Leaves(With("NaOH", Copper)));
    }

    // Each metal by each base: atoms and charge balance or the reaction is not made.
    [Fact]
    public void Every_metal_falls_by_every_base()
    {
        foreach (var with in NeutralBase.All)
        foreach (var product in NeutralProduct.All)
        {
            var reaction = NeutralBath.Falls(product, with);
            var ion = NeutralBath.IonOf(product);
            Assert.True(reaction.Net[ion] < 0, product.Ion);
            Assert.Equal(0, reaction.Net.Sum(n => n.Value * n.Key.Parse().Charge), 1e-9);
            // So many equivalents to a mole of the metal, whichever way.
            var taken = with.Equivalents * reaction.Net[Species.InVessel(with.Formula)[^1]] / reaction.Net[ion];
            Assert.Equal(product.Charge, taken, 1e-9);
        }
    }

    // Copper is cut off from zinc and nickel: its charge alone, and what is left of them in the cake is what clings.
    [Fact]
    public void Copper_is_cut_off_by_its_pH()
    {
        var liquor = "Cu2+ 20, Zn2+ 5, Ni2+ 3, Fe3+ 0.5, H+ 0.2016, NO3- 96.6, H2O 1000";
        var options = new Dictionary<string, string> { ["with"] = "NaHCO3", ["falls"] = "copper" };
        var plan = Given.Step("neutralise", RefusalTests.Of(liquor), options: options);
        var charge = 0.2 + 2 * 20 / 63.546 + 3 * 0.5 / 55.845;
        Assert.Equal(charge, plan.Figures.Single(f => f.Label == "charge that the base takes").Likely, 0.002);
        var cake = plan.Outputs.Single(o => o.Main).Charge;
        Assert.Equal(0, cake.Moles.Where(m => m.Key.Phase == Phase.Solid && m.Key.Atoms("Zn") > 0).Sum(m => m.Value.Likely));
        Assert.InRange(cake.Element("Zn").Likely, 0.3, 1.5);
        Assert.Contains(plan.EndSigns, s => s.Text.Contains("5 to 5.5"));
        Assert.Contains(plan.Cautions, c => c.Text.Contains("impurity of the cake"));
    }

    // 10 g of tin as its chloride: 4 equivalents a mole beside the free acid.
    [Fact]
    public void Tin_falls_of_its_chloride()
    {
        var plan = With("NaOH", "SnCl6 2- 27.92, H+ 0.17, H2O 1000");
        Assert.True(plan.Outputs.Single(o => !o.Main).Charge.Element("Sn").Likely < 0.1);
    }

    [Theory]
    [InlineData("Ni2+ 5, H+ 0.1, NO3- 17, H2O 1000", "NaHCO3", "nickel")]
    [InlineData("Cu2+ 5, Ni2+ 5, H+ 0.1, NO3- 27, H2O 1000", "NaHCO3", "nickel")]
    public void What_a_base_does_not_bring_down_wants_a_second_stage(string liquor, string @base, string stays)
    {
        var said = With(@base, liquor).Cautions.Single(c => c.Text.Contains("second stage"));
        Assert.StartsWith(stays, said.Text);
        Assert.DoesNotContain(With("NaOH", liquor).Cautions, c => c.Text.Contains("second stage"));
        var liquid = With(@base, liquor).Outputs.Single(o => !o.Main).Charge;
        Assert.True(liquid.Element("Ni").Likely > 4);
    }

    [Theory]
    [InlineData("Cu2+ 5, AuCl4- 0.1, H+ 0.1, Cl- 6, H2O 1000", "gold")]
    [InlineData("Cu2+ 5, Ag+ 2, H+ 0.1, NO3- 17, H2O 1000", "silver")]
    [InlineData("Cu2+ 5, Hg2+ 0.1, H+ 0.1, NO3- 17, H2O 1000", "mercury")]
    [InlineData("Cu2+ 5, Cd2+ 0.1, H+ 0.1, NO3- 17, H2O 1000", "cadmium")]
    [InlineData("Na+ 5, Cl- 7.7, H2O 1000", "neither acid nor metal")]
    [InlineData("Cu 5", "no liquor")]
    public void What_would_be_lost_or_is_another_s_work_is_refused(string liquor, string why) =>
        Assert.Contains(With("NaHCO3", liquor).Refusals, r => r.Reason.Contains(why));

    // Just below what is taken out first.
    [Theory]
    [InlineData("Cu2+ 5, Ag+ 0.4, H+ 0.1, NO3- 17, H2O 1000")]
    [InlineData("Cu2+ 5, AuCl4- 0.01, H+ 0.1, Cl- 6, H2O 1000")]
    public void A_trace_goes_along(string liquor) => Assert.Empty(With("NaHCO3", liquor).Refusals);

    // 10 g/L sulphate as sulphuric acid with lime: gypsum falls down to its solubility.
    [Fact]
    public void Lime_takes_sulphate_along()
    {
        var plan = With("Ca(OH)2", "H+ 2.06, SO4 2- 98.1, H2O 1000");
        var gypsum = plan.Outputs.Single(o => o.Main).Charge.Of(new("CaSO4·2H2O", Phase.Solid)).Likely;
        Assert.Equal(1.021 - 0.0152, gypsum, 0.02);
    }

    [Fact]
    public void Strong_acid_is_thinned_first()
    {
        Assert.Contains(With("NaHCO3", "Cu2+ 5, H+ 2.1, NO3- 140, H2O 1000").Conditions, c => c.Contains("thin it"));
        Assert.DoesNotContain(With("NaHCO3", Copper).Conditions, c => c.Contains("thin it"));
    }
}
