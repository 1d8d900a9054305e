using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class StripTests
{
    [Fact]
    public void A_hundred_grams_of_brass_take_the_acid_of_the_equation()
    {
        // Cu 63 g: 166.6 g HNO3 by 3 M + 8 HNO3; Zn 37 g: 95.1 g; NO 25.4 L.
        var taken = Core.Chemistry.AcidUse.InNitric([("Cu", Moles(63, "Cu")), ("Zn", Moles(37, "Zn"))], Working.Exact(0));
        Assert.Equal(261.7, taken.NitricGrams.Likely, 0.26);
        Assert.Equal(25.4, Core.Chemistry.Molar.GasVolume(taken.No).Likely / 1000, 0.025);
    }

    [Fact]
    public void Tin_is_refused_with_the_way_round()
    {
        var plan = Given.Step("nitric-strip", Given.Metals(("Cu", 90), ("Sn", 5), ("Au", 5)));
        Assert.True(plan.Refused);
        Assert.Contains("hydrochloric acid first", plan.Refusals[0].WayOut);
    }

    [Fact]
    public void Pure_gold_has_nothing_to_strip() => Assert.True(Given.Step("nitric-strip", Given.Metals(("Au", 5))).Refused);

    [Fact]
    public void Heat_of_hl1_sets_the_number_of_portions()
    {
        var plan = Given.Step("nitric-strip", Given.Charge(Given.Hl1(), 412.6));
        // 1240 kJ of the reactions; NO that comes back, 155 kJ a mole; and 68 % acid thinned, by another fit than the table's:
        // 37.55 n/(n + 1.737) kJ a mole in n of water, nearly all of it taken.
        var no = plan.Gases.Single(g => g.Formula == "NO");
        var returned = (no.Made.Likely - no.Leaving.Likely) / 24465 * 155.2;
        var acid = plan.Doses.Single(d => d.Id == "nitric").Grams.Likely * 0.68 / 63.013;
        var n = 0.32 / 18.015 / (0.68 / 63.013);
        var thinned = 0.9 * acid * (37.55 - 37.55 * n / (n + 1.737));
        Assert.Equal(1240 + returned + thinned, plan.Heat!.Likely, 0.03 * plan.Heat.Likely);
        Assert.InRange(plan.Portions!.Likely, Math.Floor(plan.Warming!.Range.High / 15), Math.Ceiling(plan.Warming.Range.High / 15) + 1);
        Assert.True(plan.Portions.Likely > 6);
    }

    [Fact]
    public void Acid_that_ends_short_leaves_base_metal_and_a_sign_says_otherwise()
    {
        var charge = Given.Metals(("Cu", 100), ("Au", 2));
        var full = Given.Step("nitric-strip", charge).Doses.Single(d => d.Id == "nitric").Grams.Likely;
        var half = Given.Poured("nitric", "N-1", full / 2) with { Closed = true };
        var shortPlan = Given.Step("nitric-strip", charge, half);
        Assert.InRange(shortPlan.Outputs[0].Charge.Element("Cu").Likely, 30, 70);

        var justUnder = Given.Poured("nitric", "N-1", full * 0.97) with
        {
            Closed = true,
            Signs = new HashSet<string> { "no-base-at-edge", "quiet-after-more" },
        };
        var seen = Given.Step("nitric-strip", charge, justUnder);
        Assert.True(
            seen.Outputs[0].Charge.Grams(new("Cu", Core.Chemistry.Phase.Solid)).Range.High < 0.2,
            "with both signs seen no world may keep more copper than clings to foils"
        );
    }

    [Fact]
    public void A_thickness_gives_a_time_and_thinner_is_faster()
    {
        StepPlan Of(string um) => Given.Step("nitric-strip", Given.Metals(("Cu", 100), ("Au", 2)), options: new() { ["thickness"] = um });
        Assert.True(Of("2000").Unattended.Likely > Of("200").Unattended.Likely);
    }

    [Fact]
    public void A_reflux_condenser_needs_less_acid_than_an_open_vessel()
    {
        double Of(string cover) =>
            Given
                .Step("nitric-strip", Given.Metals(("Cu", 100)), options: new() { ["cover"] = cover })
                .Doses.Single(d => d.Id == "nitric")
                .Grams.Likely;
        Assert.True(Of("reflux") < Of("glass") && Of("glass") < Of("open"));
    }

    private static Working Moles(double grams, string metal) =>
        Core.Chemistry.Molar.Moles(Working.Exact(grams, null, Dimension.Mass), metal);
}
