using CsCheck;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Solutions;

public class RecipeTests
{
    private static readonly Draws Draws = new("recipes");

    private static Working Grams(double g) => Working.Exact(g, null, Dimension.Mass);

    private static Liquid Sure(string label, double percent) => new(label, Working.Exact(percent / 100), 20);

    private static Liquid Unsure(string label, double percent, double plusMinus) =>
        new(
            label,
            Working.Given(new Draws(label).Reading("strength", percent / 100, plusMinus / 100 / Draws.Z95), Dimension.None, label, "test"),
            20
        );

    private static Mixture Good(Recipe recipe)
    {
        Assert.Null(recipe.Wrong);
        return recipe.Mixture!;
    }

    [Fact]
    public void Seventy_grams_of_water_bring_a_hundred_of_68_percent_to_40()
    {
        var mixed = Good(Recipes.Dilute("HNO3", Sure("acid", 68), Grams(100), Liquid.Water(20), 0.40, Draws));
        Assert.Equal(70.0, mixed.Pours[0].Part.Grams.Likely, 1e-9);
        Assert.Equal(170.0, mixed.Grams.Likely, 1e-9);
    }

    [Fact]
    public void What_is_poured_is_one_number_and_what_comes_of_it_is_as_unsure_as_the_bottle()
    {
        var mixed = Good(Recipes.Dilute("HNO3", Unsure("acid", 63, 2), Grams(100), Liquid.Water(20), 0.35, Draws));
        Assert.All(mixed.Pours, p => Assert.True(p.Part.Grams.Amount.IsCertain));
        Assert.Equal(0.35, mixed.Fraction.Likely, 1e-9);
        // ±2 points of 63 are ±1.1 points of 35.
        Assert.Equal(2 * 2.0 * 35 / 63 / 100, mixed.Fraction.Range.Width, 0.002);
    }

    [Fact]
    public void A_weaker_acid_dilutes_as_well_and_more_of_it_is_needed_than_of_water()
    {
        var water = Good(Recipes.Dilute("HNO3", Sure("acid", 68), Grams(100), Liquid.Water(20), 0.40, Draws));
        var weak = Good(Recipes.Dilute("HNO3", Sure("acid", 68), Grams(100), Sure("weak", 20), 0.40, Draws));
        Assert.True(weak.Pours[0].Part.Grams.Likely > water.Pours[0].Part.Grams.Likely);
        Assert.Equal(0.40, weak.Fraction.Likely, 1e-9);
    }

    [Fact]
    public void Making_an_amount_gives_that_amount() =>
        Gen.Select(Gen.Double[20, 68], Gen.Double[1, 15], Gen.Double[50, 5000])
            .Sample(
                (strong, weak, grams) =>
                {
                    var target = (strong + weak) / 2;
                    var mixed = Good(Recipes.Make("HNO3", Sure("strong", strong), Sure("weak", weak), target / 100, Grams(grams), Draws));
                    Assert.Equal(grams, mixed.Grams.Likely, 1e-6 * grams);
                    Assert.Equal(target / 100, mixed.Fraction.Likely, 1e-9);
                    Assert.All(mixed.Pours, p => Assert.True(p.Part.Grams.Likely > 0));
                }
            );

    [Fact]
    public void One_to_one_by_volume_is_not_one_to_one_by_mass()
    {
        var mixed = Good(
            Recipes.ByVolumes("HNO3", Sure("acid", 68), Working.Exact(100, null, Dimension.Volume), Liquid.Water(20), new(1, 1), Draws)
        );
        Assert.Equal(99.82, mixed.Pours[0].Part.Grams.Likely, 0.02);
        Assert.Equal(140.5, mixed.Pours[1].Part.Grams.Likely, 0.1);
        // By hand: 0.68 · 140.5 / 240.3.
        Assert.Equal(0.3976, mixed.Fraction.Likely, 0.001);
        var three = Good(
            Recipes.ByVolumes("HCl", Sure("acid", 37), Working.Exact(300, null, Dimension.Volume), Liquid.Water(20), new(3, 1), Draws)
        );
        Assert.Equal(99.82, three.Pours[0].Part.Grams.Likely, 0.02);
    }

    [Theory]
    [InlineData(0.70)]
    [InlineData(0.68)]
    [InlineData(0.0)]
    public void A_strength_that_two_liquids_do_not_reach_is_told_with_what_they_reach(double target)
    {
        var wrong = Recipes.Dilute("HNO3", Sure("acid", 68), Grams(100), Liquid.Water(20), target, Draws).Wrong!.Value;
        Assert.Equal("target", wrong.Field);
        Assert.Contains("0.0\u202F% to 68.0\u202F%", wrong.WayOut);
        Assert.Equal("target", Recipes.Make("HNO3", Sure("acid", 68), Liquid.Water(20), target, Grams(100), Draws).Wrong!.Value.Field);
    }

    [Fact]
    public void A_blend_finds_the_one_that_is_left_open()
    {
        var mixed = Good(
            Recipes.Blend("HNO3", [(Sure("a", 12), Grams(250)), (Sure("b", 30), Grams(100)), (Sure("c", 68), null)], 0.40, Draws)
        );
        Assert.Equal(0.40, mixed.Fraction.Likely, 1e-9);
        // (250 · 28 + 100 · 10) / 28 = 285.7 g.
        Assert.Equal(285.714, mixed.Pours.Single(p => p.Part.Label == "c").Part.Grams.Likely, 0.001);
    }

    [Fact]
    public void A_blend_that_cannot_be_says_why()
    {
        string Why(double target, params (Liquid, Working?)[] parts) => Recipes.Blend("HNO3", parts, target, Draws).Wrong!.Value.Reason;
        Assert.Contains("two liquids", Why(0.4, (Sure("a", 12), null)));
        Assert.Contains("every amount is fixed", Why(0.4, (Sure("a", 12), Grams(1)), (Sure("b", 68), Grams(1))));
        Assert.Contains("2 amounts are left open", Why(0.4, (Sure("a", 12), null), (Sure("b", 68), null)));
        Assert.Contains("cannot be reached", Why(0.75, (Sure("a", 12), Grams(10)), (Sure("b", 68), null)));
        Assert.Contains("cannot be reached", Why(0.10, (Sure("a", 12), Grams(10)), (Sure("b", 68), null)));
    }

    [Fact]
    public void Ice_takes_no_more_than_the_water_there_is_and_the_warming_falls_with_it()
    {
        var fierce = Good(Recipes.Dilute("H2SO4", Sure("acid", 95), Grams(1000), Liquid.Water(20), 0.80, Draws));
        Assert.False(fierce.IceIsEnough);
        Assert.Equal(fierce.Pours[0].Part.Grams.Likely, fierce.Ice!.Likely, 1e-9);
        var milder = Good(Recipes.Dilute("H2SO4", Sure("acid", 95), Grams(1000), Liquid.Water(20), 0.20, Draws));
        Assert.True(milder.IceIsEnough);
        Assert.InRange(milder.Ice!.Likely, 1, milder.Pours[0].Part.Grams.Likely);
        // What the ice takes is what is above the limit: by hand, from the mixture's own figures.
        var capacity = HeatCapacity.Of("H2SO4", 20, 20, Draws)!.Likely;
        Assert.Equal((milder.Warming!.Likely - 15) * milder.Grams.Likely * capacity / (0.3336 + 0.00418 * 20), milder.Ice.Likely, 0.5);
    }

    [Fact]
    public void Heat_of_dilution_runs_between_its_rows_and_never_back()
    {
        foreach (var solute in new[] { "H2SO4", "HNO3", "HCl", "NaOH", "NH3" })
        {
            if (HeatOfDilution.Of(solute) is not { } heat)
                continue;
            var before = heat.KilojoulesPerMole(0);
            Assert.Equal(0, before);
            // Caustic soda takes a little heat up again when it is made very thin: up to the row of 50 water all free some.
            for (var n = 0.1; n < (solute == "NaOH" ? 8 : 50); n *= 1.15)
            {
                var now = heat.KilojoulesPerMole(n);
                Assert.True(now >= before - 1e-9, $"{solute} at {n}");
                before = now;
            }
        }
        Assert.Equal(28.07, HeatOfDilution.Of("H2SO4")!.KilojoulesPerMole(1), 1e-9);
        Assert.Equal(15.73, HeatOfDilution.Of("H2SO4")!.KilojoulesPerMole(0.5), 1e-9);
        Assert.Null(HeatOfDilution.Of("KOH"));
    }

    [Theory]
    [InlineData("HCl", LabelUnit.MolesPerLitre, 12.01, 37.0)]
    [InlineData("HCl", LabelUnit.GramsPerLitre, 437.97, 37.0)]
    [InlineData("HCl", LabelUnit.MolesPerKilogramWater, 16.108, 37.0)]
    [InlineData("HCl", LabelUnit.MassPercent, 0.37, 37.0)]
    [InlineData("HNO3", LabelUnit.MolesPerLitre, 15.16, 68.0)]
    [InlineData("H2O2", LabelUnit.Volumes, 9.98, 3.0)]
    [InlineData("NaOH", LabelUnit.MolesPerLitre, 2.772, 10.0)]
    public void A_label_in_any_unit_is_a_mass_fraction(string solute, LabelUnit unit, double value, double percent) =>
        Assert.Equal(percent, LabelStrength.Fraction(DensityTable.BySolute[solute], unit, value, 20)!.Value * 100, 0.05);

    [Fact]
    public void A_label_that_no_strength_gives_is_none()
    {
        Assert.Null(LabelStrength.Fraction(DensityTable.BySolute["HCl"], LabelUnit.MolesPerLitre, 40, 20));
        Assert.Throws<ArgumentOutOfRangeException>(() =>
            LabelStrength.Fraction(DensityTable.BySolute["HCl"], LabelUnit.ActiveChlorinePercent, 0.04, 20)
        );
    }

    [Fact]
    public void Units_of_labels_there_and_back() =>
        Gen.Select(
                Given.OneOf("HNO3", "HCl", "NaOH", "NH3", "H2O2"),
                Gen.Double[0.02, 0.95],
                Given.OneOf(LabelUnit.MolesPerLitre, LabelUnit.GramsPerLitre, LabelUnit.MolesPerKilogramWater)
            )
            .Sample(
                (solute, along, unit) =>
                {
                    var table = DensityTable.BySolute[solute];
                    var fraction = Working.Exact(along * table.MostPercent / 100);
                    var density = Mixing.Density(solute, fraction, 20)!;
                    var told = unit switch
                    {
                        LabelUnit.MolesPerLitre => StrengthUnits.MolesPerLitre(solute, fraction, density),
                        LabelUnit.GramsPerLitre => StrengthUnits.GramsPerLitre(fraction, density),
                        _ => StrengthUnits.MolesPerKilogramWater(solute, fraction),
                    };
                    Assert.Equal(fraction.Likely, LabelStrength.Fraction(table, unit, told.Likely, 20)!.Value, 1e-6);
                }
            );

    [Fact]
    public void Bleach_is_told_as_active_chlorine()
    {
        Assert.Equal(0.042, LabelStrength.WithoutTable(LabelUnit.ActiveChlorinePercent, Working.Exact(0.04), null)!.Likely, 1e-9);
        var byLitre = LabelStrength.WithoutTable(LabelUnit.ActiveChlorineGramsPerLitre, Working.Exact(40, null, Dimension.Density), 1.07)!;
        Assert.Equal(40.0 / 1000 / 1.07 * 1.05, byLitre.Likely, 1e-9);
        Assert.Null(LabelStrength.WithoutTable(LabelUnit.ActiveChlorineGramsPerLitre, Working.Exact(40, null, Dimension.Density), null));
        Assert.Equal(40, StrengthUnits.ActiveChlorineGramsPerLitre(byLitre, Working.Exact(1.07, null, Dimension.Density)).Likely, 1e-9);
    }
}
