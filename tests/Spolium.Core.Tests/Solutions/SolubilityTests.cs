using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Solutions;

public class SolubilityTests
{
    private static readonly Draws Draws = new("crystals");

    private static Working Grams(double g) => Working.Exact(g, null, Dimension.Mass);

    [Fact]
    public void Every_salt_has_a_curve_that_stays_between_nothing_and_all()
    {
        Assert.NotEmpty(Solubility.BySalt);
        foreach (var s in Solubility.BySalt.Values)
            for (var t = s.ColdestC; t <= s.WarmestC; t += 0.5)
                if (s.Percent(t) is { } p)
                    Assert.InRange(p, 0, 100);
    }

    [Fact]
    public void Glauber_salt_gives_way_to_the_dry_one_at_its_fixed_point()
    {
        var s = Solubility.BySalt["Na2SO4"];
        Assert.Equal("Na2SO4·10H2O", s.At(20, Draws)!.Solid);
        Assert.Equal("Na2SO4", s.At(50, Draws)!.Solid);
        Assert.True(s.Percent(32) > s.Percent(20));
        Assert.True(s.Percent(32) > s.Percent(80));
    }

    [Fact]
    public void Silver_nitrate_carries_how_far_sources_differ()
    {
        var w = Solubility.BySalt["AgNO3"].At(20, Draws)!.GramsPerGramWater;
        Assert.InRange(w.Range.Width / w.Likely, 0.15, 0.25);
    }

    [Fact]
    public void What_falls_and_what_stays_is_what_was_there() =>
        Gen.Select(Given.OneOf("CuSO4", "KNO3", "AgNO3", "Na2SO4"), Gen.Double[20, 400], Gen.Double[50, 400], Gen.Double[5, 30])
            .Sample(
                (salt, grams, water, cold) =>
                {
                    if (Crystallising.Cool(salt, Grams(grams), Grams(water), cold, false, Draws) is not { } crop)
                        return;
                    var share = Crystallising.SaltShare(crop.Solid, salt).Likely;
                    Assert.Equal(grams, crop.Crystals.Likely * share + crop.Held.Likely, 1e-6);
                    Assert.Equal(grams + water, crop.Crystals.Likely + crop.Liquor.Likely, 1e-6);
                    Assert.InRange(crop.Yield.Likely, 0, 1);
                }
            );

    [Fact]
    public void Saltpetre_from_hot_to_cold_by_hand()
    {
        // 168 g in 100 g of water; at 10 °C 17.6 % is held: 0.2136 g to a gram.
        var crop = Crystallising.Cool("KNO3", Grams(168), Grams(100), 10, false, Draws)!;
        Assert.Equal(146.6, crop.Crystals.Likely, 0.2);
        Assert.Equal(21.4, crop.Held.Likely, 0.2);
        var second = Crystallising.Second("KNO3", crop, 0.5, 10, false, Draws)!;
        // Half of the water gone: half of what the liquor that ran off held falls.
        Assert.Equal(crop.Held.Likely * (1 - crop.Purity.Likely) / 2, second.Crystals.Likely, 0.05);
    }

    [Fact]
    public void Water_for_a_hot_solution_counts_what_the_hydrate_brings()
    {
        var water = Crystallising.WaterForHot(Grams(100), Working.Exact(0.5), Grams(56), Grams(10));
        Assert.Equal(100 / (0.95 * 0.5) - 56 + 10, water.Likely, 1e-9);
    }

    [Fact]
    public void A_yield_of_104_percent_means_something_else_is_in_it()
    {
        Assert.Equal(0.038462, Drying.SomethingElse(Grams(100), Grams(104)).Likely, 1e-6);
        Assert.Equal(0, Drying.SomethingElse(Grams(100), Grams(96)).Likely);
        Assert.Equal(4, Drying.Surplus(Grams(100), Grams(104)).Likely, 1e-9);
    }

    [Fact]
    public void A_salt_not_dried_out_may_be_any_of_its_hydrates()
    {
        var copper = Drying.SaltIn("CuSO4", Grams(100), Draws);
        // CuSO4·5H2O holds 63.9 %.
        Assert.InRange(copper.Range.Low, 60, 68);
        Assert.InRange(copper.Range.High, 90, 100);
        Assert.Equal(100, Molar.InForm(Grams(63.92), "CuSO4", "CuSO4·5H2O").Likely, 0.05);
        Assert.Equal(4, Drying.Lost(Grams(24), Grams(20)).Likely, 1e-9);
    }
}
