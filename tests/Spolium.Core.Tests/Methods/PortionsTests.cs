using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Vessels;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class PortionsTests
{
    private static readonly Draws Draws = new("portions");

    private static Portions Of(double gasMl, double warmingK, double liquidMl, string step = "nitric") =>
        Portions.For(
            step,
            Working.Exact(gasMl, null, Dimension.Volume),
            Working.Exact(warmingK, null, Dimension.Temperature),
            Working.Exact(liquidMl, null, Dimension.Volume),
            Vessel.Beakers,
            Draws
        );

    [Theory]
    [InlineData(100, 250)] // half full at most: 100 mL want 200 mL of brim, 150 × 1.15 is too small
    [InlineData(86, 150)] // 86 mL want 172 mL: 150 × 1.15 = 172.5 just holds it
    [InlineData(2000, 5000)]
    public void The_vessel_is_the_least_that_is_not_over_full(double liquid, double nominal)
    {
        var p = Of(0, 0, liquid);
        Assert.Equal(nominal, p.Vessel.Vessel.NominalMl);
        Assert.Equal(1, p.Vessel.SplitInto);
    }

    [Fact]
    public void What_no_vessel_holds_is_split_into_equal_parts()
    {
        var p = Of(100_000, 0, 7000);
        Assert.Equal(3, p.Vessel.SplitInto);
        Assert.Equal(7000 / 3.0, p.Vessel.Liquid.Likely, 1e-9);
    }

    [Fact]
    public void Without_gas_or_heat_the_least_number_stands() => Assert.Equal(6, Of(0, 0, 100).Whole);

    // What may foam twice as much is poured in portions for that.
    [Fact]
    public void Gas_counts_at_its_high()
    {
        var gas = Working.Given(Draws.Spread("gas", new(6_000, 12_000, 24_000), Spread.Positive), Dimension.Volume, "gas", "test");
        int Wide(Working g) =>
            Portions
                .For("nitric", g, Working.Zero(Dimension.Temperature), Working.Exact(100, null, Dimension.Volume), Vessel.Beakers, Draws)
                .Whole;
        Assert.Equal(Of(gas.Range.High, 0, 100).Whole, Wide(gas));
        Assert.True(Wide(gas) > 1.5 * Of(12_000, 0, 100).Whole);
    }

    [Fact]
    public void Heat_asks_for_a_portion_for_every_fifteen_kelvin() => Assert.Equal(9, Of(0, 125, 100).Whole);

    [Fact]
    public void Where_gas_would_want_more_rungs_than_a_ladder_has_a_larger_vessel_is_taken()
    {
        var p = Of(100_000, 0, 100);
        Assert.InRange(p.Whole, 10, 24);
        Assert.True(p.Vessel.Vessel.NominalMl > 250);
        Assert.True(Of(5e6, 0, 100).Whole > 24);
    }

    [Fact]
    public void Gas_asks_for_portions_by_the_head_room()
    {
        // 250 mL beaker: brim 287.5, head 187.5; G = 0.5 × 187.5 × 120/(2 × 5) = 1125 mL a portion.
        var p = Of(20_000, 0, 100);
        Assert.Equal(Math.Ceiling(20_000 / 1125.0), p.Whole);
        Assert.True(p.Vessel.Liquid.Likely + p.Vessel.Foam.Likely <= 0.9 * p.Vessel.Vessel.BrimMl);
    }

    [Fact]
    public void The_working_of_the_number_names_all_three()
    {
        var labels = WorkingText.Lines(Of(20_000, 50, 100).Count).Select(l => l.Label).ToList();
        Assert.Contains("portions at least", labels);
        Assert.Contains("portions by gas and foam", labels);
        Assert.Contains("portions by heat", labels);
    }

    [Fact]
    public void Sulfamic_acid_wants_a_taller_vessel_and_ten_portions()
    {
        var p = Of(0, 0, 100, "denitrating");
        Assert.Equal(10, p.Whole);
        Assert.True(p.Vessel.Vessel.BrimMl >= 250);
    }

    [Fact]
    public void A_dose_decided_beforehand_says_in_how_many_worlds_it_falls_short()
    {
        var bottle = Shop.UsualBottles[1];
        var need = Working.Given(Draws.Spread("need", new(50, 100, 200), Spread.Positive), Dimension.Mass, "need", "test");
        var dose = DosePlan.Decided("hcl", "acid", bottle, need, need, Facts.None, "at once");
        Assert.Equal(dose.Grams.Likely, dose.Grams.Range.High);
        Assert.InRange(dose.ShortShare!.Value, 0.4, 0.55);
        Assert.Single(dose.Rungs);
        Assert.Contains(WorkingText.Lines(dose.Grams), l => l.Source == "the likely need, poured in one go");
    }

    [Fact]
    public void Half_of_a_decided_dose_leaves_the_other_half_to_pour_and_a_closed_step_nothing()
    {
        var bottle = Shop.UsualBottles[1];
        // 100 mL of it, and half of that.
        var fifty = 50 * bottle.DensityGPerMl!.Value;
        var need = Working.Exact(2 * fifty, null, Dimension.Mass);
        var half = Given.Poured("hcl", "H-1", fifty);
        var dose = DosePlan.Decided("hcl", "acid", bottle, need, need, half, "at once");
        Assert.All(dose.Rungs, r => Assert.Equal(fifty, r.Grams, 1e-6));
        Assert.Equal(2, dose.Rungs.Count);
        var closed = DosePlan.Decided("hcl", "acid", bottle, need, need, half with { Closed = true }, "at once");
        Assert.Single(closed.Rungs);
        Assert.Equal(fifty, closed.Grams.Likely, 1e-9);
        Assert.Equal(1, closed.ShortShare);
    }

    [Fact]
    public void What_was_logged_and_what_is_still_wanted_make_up_a_dose_that_a_sign_ends()
    {
        var need = Working.Given(Draws.Spread("acid", new(80, 100, 150), Spread.Positive), Dimension.Mass, "need", "test");
        var open = DosePlan.BySign("nitric", need, Given.Poured("nitric", "N-1", 90), false);
        Assert.Equal(100, open.Likely);
        Assert.True(open.Range.Low >= 90);
        Assert.Equal(90, DosePlan.BySign("nitric", need, Given.Poured("nitric", "N-1", 90), true).Range.High);
        Assert.Equal(160, DosePlan.BySign("nitric", need, Given.Poured("nitric", "N-1", 160), false).Likely);
    }
}
