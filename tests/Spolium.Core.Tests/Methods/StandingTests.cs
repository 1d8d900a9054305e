using Spolium.Core.Chemistry;
using Spolium.Core.Equilibrium;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What a liquor lets fall as it stands: lead, bismuth, tin, silver over its chloride, crystals with acid beside them.</summary>
public class StandingTests
{
    private static StepPlan Step(string method, string charge, params (string Id, string Value)[] options) =>
        Given.Step(method, RefusalTests.Of(charge), options: options.ToDictionary(o => o.Id, o => o.Value));

    private static double Grams(StepPlan plan, string output, string formula) =>
        plan.Outputs.Single(o => o.Id == output).Charge.Grams(new(formula, Phase.Solid)).Likely;

    private const string LeadLiquor = "AuCl4- 17.21, Pb2+ 3, H+ 0.5, Cl- 16, H2O 300";

    [Fact]
    public void Three_grams_of_lead_bring_4_39_g_of_sulphate_into_a_ferrous_powder()
    {
        var plan = Step("ferrous", LeadLiquor);
        Assert.Equal(4.39, Grams(plan, "powder", "PbSO4"), 0.02);
        // Metabisulphite's sulphate comes from its reaction with the gold.
        Assert.Equal(4.39, Grams(Step("sulphite", LeadLiquor), "powder", "PbSO4"), 0.02);
        // Hot hydrochloric acid takes it, and enough of it is asked for; water alone takes none.
        var powder = RefusalTests.Of("Au 10, PbSO4 4.39, H2O 5");
        var acid = Given.Step("wash", powder);
        Assert.InRange(acid.Outputs[0].Charge.Element("Pb").Likely, 0, 0.1);
        Assert.InRange(acid.Doses.Single(d => d.Id == "acid").Millilitres!.Likely, 90, 200);
        var water = Given.Step("wash", powder, options: new Dictionary<string, string> { ["acid-ml"] = "0" });
        Assert.Equal(4.39, Grams(water, "washed", "PbSO4"), 1e-9);
    }

    [Theory]
    [InlineData("metabisulphite")]
    [InlineData("sulphite")]
    [InlineData("ferrous")]
    [InlineData("nitrite")]
    public void Gold_clumped_hot_settles_sooner_and_is_told_to_be_hot(string method)
    {
        const string Gold = "AuCl4- 17.21, H+ 0.5, Cl- 16, H2O 300";
        var (cold, hot, boil) = (Step(method, Gold), Step(method, Gold, ("finish", "hot")), Step(method, Gold, ("finish", "boil")));
        Assert.True(hot.Unattended.Likely < 0.7 * cold.Unattended.Likely);
        Assert.Equal((25, 80, 105), (cold.HottestC, hot.HottestC, boil.HottestC));
        Assert.Contains(hot.Conditions, c => c.Contains("clumps"));
        Assert.Equal(method is "metabisulphite" or "sulphite", boil.Cautions.Any(c => c.Text.Contains("Boiling drives off")));
    }

    [Fact]
    public void On_clearing_lead_bismuth_and_tin_fall_and_gold_stays()
    {
        var plan = Step("clear", "AuCl4- 8.6, Pb2+ 5, Bi3+ 5, SnCl6 2- 14, H+ 0.1, Cl- 12, H2O 150");
        Assert.True(Grams(plan, "filter", "PbCl2") > 1);
        Assert.True(Grams(plan, "filter", "BiOCl") > 3);
        Assert.True(Grams(plan, "filter", "SnO2·H2O") > 3);
        Assert.True(plan.Outputs[1].Charge.Element("Au").Likely < 0.2);
        // In strong acid none of the three falls.
        var acid = Step("clear", "AuCl4- 8.6, Pb2+ 0.2, Bi3+ 5, SnCl6 2- 14, H+ 2, Cl- 71, H2O 150", ("dilute", "0"));
        Assert.Equal(0, Grams(acid, "filter", "BiOCl") + Grams(acid, "filter", "PbCl2"), 0.01);
        Assert.Equal(0, Grams(acid, "filter", "SnO2·H2O"), 0.01);
    }

    [Fact]
    public void Clearing_a_silver_liquor_brings_no_chloride()
    {
        var plan = Step("clear", "Ag+ 25, NO3- 16, H+ 0.03, H2O 300");
        Assert.Equal("HNO3", plan.Doses.Single(d => d.Id == "wash-nitric").Bottle.Formula);
        Assert.Equal(0, plan.Outputs.Sum(o => o.Charge.Of(new("AgCl", Phase.Solid)).Likely));
        Assert.Contains("silver", plan.Outputs[0].Name);
        Assert.Equal("HCl", Step("clear", LeadLiquor).Doses.Single(d => d.Id == "wash-acid").Bottle.Formula);
    }

    [Theory]
    // Grams of silver to a litre: measured 9.3 mg at 0.93 mol/L of chloride, 0.055 mg where it is least.
    [InlineData(0.933, 0.0093)]
    [InlineData(5.039, 0.647)]
    [InlineData(0.0024, 0.000057)]
    public void Silver_over_its_chloride_is_what_was_measured_with_its_range(double chloride, double grams)
    {
        var left = ChlorideSalts.SilverLeft(
            Working.Exact(chloride / 1000, null, Dimension.Substance / Dimension.Volume),
            new Draws("silver left")
        );
        Assert.Equal(grams, left.Likely * 1000 * 107.868, 0.02 * grams);
        Assert.InRange(left.Range.High / left.Range.Low, 3.5, 4.5);
    }

    [Fact]
    public void A_large_surplus_of_salt_takes_back_some_eight_milligrams()
    {
        var plan = Step("silver-chloride", "Ag+ 100, NO3- 57.5, H+ 0.05, H2O 1000", ("factor", "2"));
        var left = plan.Figures.Single(f => f.Label!.StartsWith("silver left in the liquor", StringComparison.Ordinal));
        Assert.InRange(left.Likely * 1000, 4, 12);
        Assert.True(left.Range.High > 3 * left.Range.Low);
    }

    [Theory]
    // Grams to a litre. Water at 25 °C: 10.8; least near 1 mol/L of acid; strong acid takes it up again.
    [InlineData(1, 0.8, 2)]
    [InlineData(6, 4, 12)]
    public void Lead_over_its_chloride_is_least_in_dilute_acid(double molar, double low, double high)
    {
        var c = Working.Exact(molar / 1000, null, Dimension.Substance / Dimension.Volume);
        var stays = ChlorideSalts.LeadStays(c, 1, new Draws("lead stays"));
        Assert.InRange(stays.Likely * 1000 * 278.1, low, high);
    }

    [Fact]
    public void Warm_liquor_holds_more_lead_and_tin_goes_with_the_fourth_power_of_acid()
    {
        // A litre of 0.4 mol/L holds 10 g of tin, of 0.2 mol/L a sixteenth of it.
        const string Tin = "AuCl4- 1, SnCl6 2- 14, Cl- 36, H2O 1000";
        (string, string)[] asItIs = [("dilute", "0"), ("wash-ml", "0")];
        Assert.Equal(0, Grams(Step("clear", Tin + ", H+ 0.42", asItIs), "filter", "SnO2·H2O"), 0.05);
        Assert.InRange(Grams(Step("clear", Tin + ", H+ 0.2016", asItIs), "filter", "SnO2·H2O"), 5, 7);
        // Chilled it holds less lead than as it was poured: 0.66 to 1.07 of it by the table of water.
        var c = Working.Exact(1e-3, null, Dimension.Substance / Dimension.Volume);
        double Stays(double warmer) => ChlorideSalts.LeadStays(c, warmer, new Draws("lead stays")).Likely;
        Assert.Equal(2 * Stays(1), Stays(2), 1e-12);
        const string Lead = "AuCl4- 1, Pb2+ 5, Cl- 36, H+ 1, H2O 1000";
        Assert.True(Grams(Step("clear", Lead, asItIs), "filter", "PbCl2") > Grams(Step("metabisulphite", Lead), "powder", "PbCl2") + 0.5);
    }

    [Fact]
    public void Lead_and_much_copper_keep_silver_nitrate_from_being_crystallised()
    {
        const string Silver = "Ag+ 50, NO3- 60, H2O 200";
        Assert.Contains(Step("crystallise-silver-nitrate", Silver + ", Pb2+ 60").Refusals, r => r.Reason.Contains("lead"));
        Assert.Empty(Step("crystallise-silver-nitrate", Silver + ", Pb2+ 1").Refusals);
        Assert.Contains(Step("crystallise-silver-nitrate", Silver + ", Cu2+ 8").Refusals, r => r.Reason.Contains("copper"));
        Assert.Empty(Step("crystallise-silver-nitrate", Silver + ", Cu2+ 4").Refusals);
    }

    [Fact]
    public void Nitric_acid_drives_silver_nitrate_out_and_boils_off_at_its_azeotrope()
    {
        double Of(StepPlan p, string label) => p.Figures.Single(f => f.Label == label).Likely;
        var plain = Step("crystallise-silver-nitrate", "Ag+ 100, NO3- 57.5, H2O 400");
        var acid = Step("crystallise-silver-nitrate", "Ag+ 100, NO3- 255.8, H+ 3.224, H2O 350");
        Assert.DoesNotContain(plain.Gases, g => g.Formula == "HNO3");
        // 203 g of acid beside 100 g of silver leave water enough; beside 20 g they come to the azeotrope.
        Assert.DoesNotContain(acid.Gases, g => g.Formula == "HNO3");
        var little = Step("crystallise-silver-nitrate", "Ag+ 20, NO3- 209.8, H+ 3.224, H2O 350");
        Assert.Contains(little.Gases, g => g.Formula == "HNO3" && g.Leaving.Likely > 1000);
        var mother = little.Outputs.Single(o => o.Id == "mother-liquor").Charge;
        var share =
            mother.Of(Species.Proton).Likely * 63.01 / (mother.Of(Species.Proton).Likely * 63.01 + mother.Grams(Species.Water).Likely);
        Assert.Equal(0.68, share, 0.01);
        // More of the silver comes out, of more water.
        Assert.True(Of(acid, "silver in the mother liquor") < Of(plain, "silver in the mother liquor"));
        Assert.True(acid.Outputs[1].Charge.Grams(Species.Water).Likely > 2 * plain.Outputs[1].Charge.Grams(Species.Water).Likely);
    }

    [Fact]
    public void Platinum_goes_along_with_much_silver_and_copper_brings_it_down_slowly()
    {
        var plan = Step("nitric-part", "Ag 75, Pt 5, Au 20");
        var along = plan.Outputs.Single(o => o.Id == "silver-liquor").Charge.Element("Pt");
        Assert.InRange(along.Likely, 2.5, 3.1);
        Assert.InRange(along.Range.Low, 0.7, 1.6);
        Assert.InRange(along.Range.High, 4, 4.9);
        Assert.Equal(0, Step("nitric-part", "Ag 15, Pt 5").Outputs[0].Charge.Element("Pt").Likely);
        var cement = Step("copper-cement", "Ag+ 75, NO3- 45, Pt4+ 3, H2O 500");
        Assert.InRange(cement.Outputs[0].Charge.Element("Pt").Likely, 1.8, 2.4);
        Assert.True(cement.Outputs[1].Charge.Element("Pt").Likely > 0.6);
    }
}
