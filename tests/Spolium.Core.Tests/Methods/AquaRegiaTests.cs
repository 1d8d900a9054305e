using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class AquaRegiaTests
{
    [Fact]
    public void Five_grams_of_gold_and_copper_leave_what_the_rules_say()
    {
        // F 1.2, 30 % returned: dose 4.120 g HNO3, left 0.687 g (without what heat drives off and what stays undissolved).
        var reduced = AcidUse.InAquaRegia([("Au", Moles(5, "Au")), ("Cu", Moles(5, "Cu"))]).Reduced;
        var dose = ResidualNitric.Dose(reduced, Working.Exact(0.3), Working.Exact(1.2), Working.Zero(Dimension.Substance));
        var left = ResidualNitric.AfterPortion(Working.Zero(Dimension.Substance), dose, reduced, Working.Exact(0.3), Working.Exact(0));
        Assert.Equal(4.120, Molar.Grams(dose, "HNO3").Likely, 0.004);
        Assert.Equal(0.687, Molar.Grams(left, "HNO3").Likely, 0.0007);
        Assert.Equal(1.058, Molar.Grams(ResidualNitric.Sulfamic.Need(left, "HNO3", "H3NSO3"), "H3NSO3").Likely, 0.0011);
    }

    [Fact]
    public void The_method_s_dose_is_that_dose_with_its_own_priors()
    {
        // Likely priors: F 1.2, returned 0.30, undissolved 0.5 %, λ 0.08 × 0.4 per hour over 1 h / 2; no zinc, so nothing by HCl alone.
        var plan = Given.Step("aqua-regia", Given.Metals(("Au", 5), ("Cu", 5)));
        var r = (5 * 0.995 / 196.966570 + 5 / 63.546 * 2.0 / 3) * 63.012;
        var kept = 0.7 * r;
        var driven = 0.08 * 0.4 * 0.5 * 0.2 * kept;
        Assert.Equal((1.2 * kept + driven) / 0.68, plan.Doses.Single(d => d.Id == "nitric").Grams.Likely, 1e-6);
        var left = plan.Figures.Single(f => f.Label == "nitric acid not yet used").Likely;
        Assert.Equal((1.2 * kept + driven - kept) * Math.Exp(-0.08 * 0.4 * 0.5), left, 1e-6);
        Assert.Equal(left, Molar.Grams(plan.Outputs[0].Charge.Of(Species.Nitrate), "HNO3").Likely, 1e-9);
    }

    [Fact]
    public void Hydrochloric_acid_is_the_larger_of_practice_and_free_chloride()
    {
        // 10 g of gold: practice 2.5 × 4 mol wins over 2 mol/L left free in so small a volume.
        var plan = Given.Step("aqua-regia", Given.Metals(("Au", 10)));
        var hcl = plan.Doses.Single(d => d.Id == "hcl");
        var practice = 2.5 * 4 * 10 * 0.995 / 196.96657 * 36.458 / 0.37;
        Assert.InRange(hcl.Grams.Likely, practice, practice * 1.06);
        Assert.Equal(0.0, hcl.ShortShare!.Value, 0.05);
    }

    [Fact]
    public void More_nitric_logged_than_planned_raises_the_sulfamic_dose_and_the_working_says_why()
    {
        var feed = Given.Charge(Given.Hl1(), 206.3);
        var planned = Given.Plan(feed);
        var nitric = planned.Of("2-aqua-regia").Plan.Doses.Single(d => d.Id == "nitric").Grams.Likely;
        var facts = new Dictionary<string, Facts>
        {
            ["2-aqua-regia"] = Given.Poured("nitric", "N-1", nitric, nitric) with { Closed = true },
        };
        var after = Given.Plan(feed, facts);

        double Sulfamic(Core.Plans.BatchPlan p) => p.Of("3-sulfamic").Plan.Doses.Single().Grams.Likely;
        Assert.True(Sulfamic(after) > 2 * Sulfamic(planned));
        var lines = WorkingText.Lines(after.Of("3-sulfamic").Plan.Doses.Single().Grams);
        Assert.Contains(lines, l => l.Label == "portion 2" && l.Source == "logged");
    }

    [Fact]
    public void No_metal_left_dissolves_it_in_every_world()
    {
        var charge = Given.Metals(("Au", 5));
        var need = Given.Step("aqua-regia", charge).Doses.Single(d => d.Id == "nitric").Grams.Likely;
        var facts = Given.Poured("nitric", "N-1", need * 0.9) with { Signs = new HashSet<string> { "no-metal-left" } };
        var plan = Given.Step("aqua-regia", charge, facts);
        // 2 % of the gold may stay undissolved by the prior, no more.
        Assert.True(plan.Outputs[0].Charge.Grams(Species.Gold).Range.High < 0.021 * 5);
        Assert.DoesNotContain(plan.Doses.Single(d => d.Id == "nitric").Rungs, r => r.Poured is null);
    }

    [Fact]
    public void Silver_above_eight_percent_is_refused_and_platinum_too()
    {
        Assert.Contains("inquart", Given.Step("aqua-regia", Given.Metals(("Au", 5), ("Ag", 1))).Refusals[0].WayOut);
        Assert.False(Given.Step("aqua-regia", Given.Metals(("Au", 95), ("Ag", 5))).Refused);
        Assert.True(Given.Step("aqua-regia", Given.Metals(("Au", 5), ("Pt", 1))).Refused);
    }

    [Fact]
    public void Zinc_makes_hydrogen_and_needs_less_nitric_than_its_equation()
    {
        var plan = Given.Step("aqua-regia", Given.Metals(("Au", 5), ("Zn", 1)));
        Assert.True(plan.Gases.Single(g => g.Formula == "H2").Made.Likely > 0);
        var all = AcidUse.InAquaRegia([("Au", Moles(5, "Au")), ("Zn", Moles(1, "Zn"))]).NitricGrams.Likely;
        Assert.True(Molar.Grams(plan.Figures.Single(f => f.Label == "nitrate that the metals reduce"), "HNO3").Likely < all);
    }

    private static Working Moles(double grams, string metal) => Molar.Moles(Working.Exact(grams, null, Dimension.Mass), metal);

    [Theory]
    [InlineData("Au 36.39")]
    [InlineData("Au 5, Cu 20")]
    public void Premixed_is_three_volumes_to_one_whichever_acid_is_wanted_more(string charge)
    {
        var plan = Given.Step("aqua-regia", RefusalTests.Of(charge), options: new() { ["school"] = "premixed" });
        double Ml(string dose) => plan.Doses.Single(d => d.Id == dose).Millilitres!.Likely;
        Assert.InRange(Ml("hcl") / Ml("nitric"), 2.7, 3.1);
        Assert.DoesNotContain(plan.Doses, d => d.How.Contains("before the nitric", StringComparison.Ordinal));
    }

    /// <summary>Premixed aqua regia is the one bath that is poured at once: three volumes to one, and its foam has room, or it is
    /// refused.</summary>
    [Fact]
    public void Premixed_is_one_pour_of_three_to_one_in_a_vessel_with_room_for_its_foam()
    {
        var once = new Dictionary<string, string> { ["school"] = "premixed" };
        foreach (var gold in new[] { 5, 36.39, 150 })
        {
            var plan = Given.Step("aqua-regia", Given.Metals(("Au", gold)), options: once);
            Assert.Empty(plan.Refusals);
            var (hcl, nitric) = (plan.Doses.Single(d => d.Id == "hcl"), plan.Doses.Single(d => d.Id == "nitric"));
            Assert.Equal(3, hcl.Millilitres!.Likely / nitric.Millilitres!.Likely, 0.15);
            Assert.All(plan.Doses, d => Assert.True(d.Rungs.Count == 1 && d.AtOnce is null));
            Assert.DoesNotContain(plan.Conditions, c => c.Contains("quiet") || c.Contains("hydrochloric acid first"));
            Assert.DoesNotContain(plan.Cautions, c => c.Text.Contains("in portions"));
            var vessel = plan.Vessel!;
            Assert.True(vessel.Liquid.Likely + vessel.Foam.Likely < vessel.Vessel.BrimMl);
        }
        Assert.True(Given.Step("aqua-regia", Given.Metals(("Au", 36.39))).Doses.Single(d => d.Id == "nitric").Rungs.Count > 4);
        var small = Shop.Usual with { Vessels = [Shop.Usual.Vessels.First(v => v.BrimMl > 400)] };
        var refused = Given.Step("aqua-regia", Given.Metals(("Au", 36.39), ("Cu", 20)), options: once, shop: small);
        Assert.Contains(refused.Refusals, r => r.Reason.Contains("foam") && r.WayOut.Contains("portions"));
    }
}
