using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Kinetics;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Chemistry;

/// <summary>Laws that the rules must keep whatever the figures are.</summary>
public class LawsTests
{
    private static Working N(double x) => Working.Exact(x);

    private static Working Ml(double x) => Working.Exact(x, null, Dimension.Volume);

    private static Working Mol(double x) => Working.Exact(x, null, Dimension.Substance);

    [Fact]
    public void Many_small_washes_beat_one_large_and_never_beat_the_limit() =>
        Gen.Select(Gen.Double[1, 50], Gen.Double[20, 500], Gen.Int[2, 8])
            .Sample(
                (held, water, times) =>
                {
                    var many = Washing.LeftShare(Ml(held), Ml(water / times), N(1), times).Likely;
                    var one = Washing.LeftShare(Ml(held), Ml(water), N(1), 1).Likely;
                    return many < one && many > Math.Exp(-water / held) && many is > 0 and < 1;
                }
            );

    [Fact]
    public void A_wash_without_water_leaves_all_and_nothing_held_leaves_nothing()
    {
        Assert.Equal(1, Washing.LeftShare(Ml(10), Ml(0), N(0.9), 3).Likely);
        Assert.Equal(0, Washing.LeftShare(Ml(0), Ml(0), N(0.9), 3).Likely);
    }

    [Fact]
    public void Nitric_acid_left_is_never_below_nothing_and_falls_as_it_stands() =>
        Gen.Select(Gen.Double[0, 3], Gen.Double[0, 3], Gen.Double[0, 4], Gen.Double[0, 0.9], Gen.Double[0, 2])
            .Sample(
                (before, added, reduced, returned, standing) =>
                {
                    var left = ResidualNitric.AfterPortion(Mol(before), Mol(added), Mol(reduced), N(returned), N(standing)).Likely;
                    var longer = ResidualNitric.AfterPortion(Mol(before), Mol(added), Mol(reduced), N(returned), N(standing + 0.5)).Likely;
                    var more = ResidualNitric.AfterPortion(Mol(before), Mol(added + 0.1), Mol(reduced), N(returned), N(standing)).Likely;
                    return left >= 0 && longer <= left && more >= left && left <= before + added + 1e-12;
                }
            );

    [Fact]
    public void A_cover_that_returns_more_needs_a_smaller_dose() =>
        Gen.Select(Gen.Double[0.1, 3], Gen.Double[0, 0.4], Gen.Double[1, 1.5])
            .Sample(
                (reduced, returned, factor) =>
                    ResidualNitric.Dose(Mol(reduced), N(returned + 0.1), N(factor), Mol(0)).Likely
                    < ResidualNitric.Dose(Mol(reduced), N(returned), N(factor), Mol(0)).Likely
            );

    [Fact]
    public void The_brown_share_lies_between_none_and_all_in_every_world() =>
        Gen.Select(Gen.Double[0, 5], Gen.Double[0, 500], Gen.Double[0.1, 0.95], Gen.Int[1, 12])
            .Sample(
                (electrons, water, strength, portions) =>
                {
                    var poured = Enumerable.Range(1, portions).Select(k => k / (double)portions).ToList();
                    var x = No2Share.Mean(
                        Mol(electrons),
                        Working.Exact(water, null, Dimension.Mass),
                        N(strength),
                        N(1.2),
                        N(0.3),
                        poured,
                        Working.Given(new Draws("x").Spread("shift", new(-0.2, 0, 0.2), Spread.Shift), Dimension.None, "shift", "test")
                    );
                    return Enumerable.Range(0, Amount.Worlds).All(w => x.Amount[w] is >= 0 and <= 1);
                }
            );

    [Fact]
    public void More_acid_to_spare_never_slows_a_sheet() =>
        Gen.Select(Gen.Double[10, 2000], Gen.Double[0.5, 60], Gen.Double[1.05, 2])
            .Sample(
                (thickness, rate, spare) =>
                {
                    var fresh = SheetTime.Minutes(N(thickness), N(rate));
                    return SheetTime.MinutesLean(fresh, spare).Likely > SheetTime.MinutesLean(fresh, spare + 0.5).Likely
                        && SheetTime.MinutesLean(fresh, 1000).Likely / fresh.Likely is > 0.98 and < 1.0;
                }
            );

    [Fact]
    public void Acid_that_does_not_suffice_has_no_time_to_dissolve_all() =>
        Assert.Throws<ArgumentOutOfRangeException>(() => SheetTime.MinutesLean(N(10), 0.9));

    [Fact]
    public void Twice_the_gold_takes_twice_the_salt_and_purity_divides() =>
        Gen.Select(Gen.Double[0.1, 50], Gen.Double[0.5, 1], Given.OneOf("Na2S2O5", "Na2SO3", "FeSO4·7H2O", "H2C2O4·2H2O"))
            .Sample(
                (gold, purity, salt) =>
                {
                    var p = GoldPrecipitant.Of(salt);
                    Working Grams(double g) => Working.Exact(g, null, Dimension.Mass);
                    var one = GoldPrecipitant.Dose(p.ForGold(Grams(gold)), Grams(0), Grams(0), N(purity)).Likely;
                    var two = GoldPrecipitant.Dose(p.ForGold(Grams(2 * gold)), Grams(0), Grams(0), N(1)).Likely;
                    return Math.Abs(two - 2 * one * purity) < 1e-9 * two;
                }
            );

    [Fact]
    public void A_hydrate_weighs_more_than_its_salt_and_goes_back_to_it()
    {
        var salt = Working.Exact(50, null, Dimension.Mass);
        var hydrate = Molar.InForm(salt, "CuSO4", "CuSO4·5H2O");
        Assert.True(hydrate.Likely > salt.Likely);
        Assert.Equal(50, Molar.InForm(hydrate, "CuSO4·5H2O", "CuSO4").Likely, 1e-9);
    }

    [Fact]
    public void Every_reaction_of_every_metal_balances_and_keeps_its_mass()
    {
        foreach (
            var state in new[]
            {
                "Au",
                "Pt",
                "PdIV",
                "PdII",
                "Ag",
                "Cu",
                "Ni",
                "Co",
                "Zn",
                "Fe",
                "Sn",
                "Pb",
                "Cd",
                "Bi",
                "Hg",
                "Al",
                "In",
                "Ga",
            }
        )
        {
            var row = MetalInAcid.Find(state, true)!;
            foreach (var r in new[] { row.AquaRegia, row.NitricByNo, row.NitricByNo2, row.HclAlone, row.ThenOxidised }.OfType<Reaction>())
            {
                Assert.Null(r.Equation.Imbalance());
                Assert.Equal(0, r.Net.Sum(n => n.Value * n.Key.MolarMass), 1e-9);
                Assert.Equal(0, r.Net.Sum(n => n.Value * n.Key.Parse().Charge), 1e-9);
            }
        }
    }

    [Fact]
    public void Every_step_that_makes_gas_says_hood_and_nothing_ever_advises_the_drain()
    {
        foreach (var step in Given.Plan(Given.Charge(Given.Hl1(), 412.6)).Steps.Select(s => s.Plan))
        {
            var words = string.Join(
                ' ',
                step.Cautions.Select(c => c.Text).Concat(step.Conditions).Append(step.NightStop).Append(step.IfFoams)
            );
            if (step.Gases.Any(g => g.Made.Likely > 1))
                Assert.Contains("ood", words);
            Assert.DoesNotContain("drain", words);
            Assert.NotEmpty(step.NightStop);
            Assert.NotEmpty(step.IfFoams);
        }
    }
}
