using CsCheck;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Solutions;

public class MixingTests
{
    private static readonly Draws Draws = new("mixing");

    private static Working Grams(double g) => Working.Exact(g, null, Dimension.Mass);

    private static MixPart Part(string label, double grams, double percent, double celsius = 20) =>
        new(label, Grams(grams), Working.Exact(percent / 100), celsius);

    private static Mixture Dilute(string solute, double acid, double percent, double target) =>
        Mixing.Of(
            solute,
            [
                Part("acid", acid, percent),
                Part(
                    "water",
                    Mixing.Diluent(Grams(acid), Working.Exact(percent / 100), Working.Exact(target / 100), Working.Exact(0)).Likely,
                    0
                ),
            ],
            Draws
        );

    [Fact]
    public void Four_hundred_millilitres_of_35_percent_nitric()
    {
        var density = Mixing.Density("HNO3", Working.Exact(0.35), 20)!;
        Assert.Equal(1.2140, density.Likely, 3e-4);
        var end = Working.Exact(400, null, Dimension.Volume) * density;
        var acid = Mixing.OfStronger(end, Working.Exact(0.68), Working.Exact(0), Working.Exact(0.35));
        Assert.Equal(249.9, acid.Likely, 0.1);
        Assert.Equal(235.7, (end - acid).Likely, 0.1);
    }

    [Fact]
    public void Masses_add_volumes_do_not()
    {
        var mixed = Dilute("HNO3", 250, 68, 35);
        Assert.Equal(250 + mixed.Pours[0].Part.Grams.Likely, mixed.Grams.Likely, 1e-9);
        Assert.Equal(0.35, mixed.Fraction.Likely, 1e-9);
        Assert.Equal(mixed.Pours.Sum(p => p.Millilitres!.Likely), mixed.Millilitres!.Likely + mixed.Vanishing!.Likely, 1e-6);
        Assert.InRange(mixed.Vanishing.Likely, 1, 30);
    }

    [Fact]
    public void The_acid_goes_into_the_water()
    {
        var mixed = Dilute("H2SO4", 100, 92, 30);
        Assert.True(mixed.Pours[0].Part.IsWater);
        Assert.Contains("Never water into acid", mixed.Order);
    }

    [Fact]
    public void Strong_sulphuric_acid_into_water_boils_without_ice()
    {
        var hot = Dilute("H2SO4", 100, 92, 40);
        // By hand: n 0.47 → 8.2 water to a mole; about 33 kJ a mole of 0.94 mol over 230 g of 2.9 J/gK.
        Assert.InRange(hot.Warming!.Likely, 45, 75);
        Assert.NotNull(hot.Ice);
        Assert.True(hot.Portions > 1);
        var gentle = Dilute("HNO3", 100, 35, 20);
        Assert.InRange(gentle.Warming!.Likely, 0, 20);
        Assert.Null(gentle.Ice);
    }

    [Fact]
    public void Warming_needs_a_heat_that_is_known()
    {
        var peroxide = Mixing.Of("H2O2", [Part("peroxide", 100, 30), Part("water", 200, 0)], Draws);
        Assert.Null(peroxide.Warming);
        Assert.Contains("not known", peroxide.HeatNotKnown);
    }

    [Fact]
    public void Mixing_in_two_steps_frees_as_much_heat_as_in_one()
    {
        foreach (var solute in new[] { "HNO3", "HCl", "H2SO4", "NaOH" })
        {
            var heat = HeatOfDilution.Of(solute)!;
            double Freed(double grams, double percent) => heat.Freed(solute, Grams(grams), Working.Exact(percent / 100), "x").Likely;
            var strong = Freed(100, 30);
            Assert.True(Freed(150, 20) > strong, solute);
            Assert.True(Freed(300, 10) > Freed(150, 20), solute);
        }
    }

    [Fact]
    public void A_blend_keeps_mass_and_solute_and_one_bottle_is_found() =>
        Gen.Select(Gen.Double[10, 500], Gen.Double[5, 60], Gen.Double[10, 500], Gen.Double[5, 60], Gen.Double[1, 60])
            .Sample(
                (a, pa, b, pb, target) =>
                {
                    var others = new[] { (Grams(a), Working.Exact(pa / 100)), (Grams(b), Working.Exact(pb / 100)) };
                    var free = Mixing.Free(others, Working.Exact(0.68), Working.Exact(target / 100)).Likely;
                    var mean = (a * pa + b * pb) / (a + b);
                    Assert.Equal(target > mean, free > 0);
                    if (free > 0)
                        Assert.Equal(target / 100 * (a + b + free), a * pa / 100 + b * pb / 100 + 0.68 * free, 1e-6);
                }
            );

    [Fact]
    public void Diluting_there_and_back_is_no_change() =>
        Gen.Select(Gen.Double[1, 1000], Gen.Double[10, 95], Gen.Double[1, 9])
            .Sample(
                (grams, percent, target) =>
                {
                    var water = Mixing
                        .Diluent(Grams(grams), Working.Exact(percent / 100), Working.Exact(target / 100), Working.Exact(0))
                        .Likely;
                    Assert.Equal(grams * percent, (grams + water) * target, 1e-6 * grams * percent);
                }
            );

    [Theory]
    [InlineData("1 to 1", 1, 1)]
    [InlineData("3:1", 3, 1)]
    [InlineData("three parts to one", 3, 1)]
    [InlineData("2,5 : 1", 2.5, 1)]
    public void Ratios_as_they_are_said(string said, double first, double second) =>
        Assert.Equal(new Ratio(first, second), Ratio.Read(said));

    [Theory]
    [InlineData("some")]
    [InlineData("0 to 1")]
    [InlineData("-1 to 1")]
    [InlineData("")]
    public void What_is_no_ratio_is_none(string said) => Assert.Null(Ratio.Read(said));

    [Fact]
    public void Reach_is_from_the_weakest_to_the_strongest() =>
        Assert.Equal((0.0, 0.68), Mixing.Reach([Working.Exact(0.35), Working.Exact(0), Working.Exact(0.68)]));

    [Fact]
    public void A_heat_capacity_is_water_at_nothing_and_less_with_strength()
    {
        Assert.Equal(0.004184, HeatCapacity.Of("HNO3", 0, 20, Draws)!.Likely, 1e-9);
        foreach (var solute in new[] { "HNO3", "HCl", "H2SO4", "NaOH" })
            Assert.InRange(HeatCapacity.Of(solute, 20, 25, Draws)!.Likely, 0.0025, 0.0041);
        Assert.Null(HeatCapacity.Of("KOH", 95, 25, Draws));
    }
}
