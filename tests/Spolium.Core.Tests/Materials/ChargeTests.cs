using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Xunit;

namespace Spolium.Core.Tests.Materials;

public class ChargeTests
{
    private static Working Mol(double n) => Working.Exact(n, null, Dimension.Substance);

    [Fact]
    public void Acids_and_salts_stand_as_their_ions()
    {
        var c = Charge.Empty.Dissolve("HNO3", Mol(2)).Dissolve("Cu(NO3)2", Mol(1)).Dissolve("HAuCl4", Mol(0.5));
        Assert.Equal(2.5, c.Of(Species.Proton).Likely);
        Assert.Equal(4, c.Of(Species.Nitrate).Likely);
        Assert.Equal(0.5, c.Of(Species.GoldChloride).Likely);
        Assert.Equal(0.5 * 196.96657, c.Element("Au").Likely, 1e-6);
    }

    [Fact]
    public void A_reaction_stops_where_something_runs_out()
    {
        var copper = MetalInAcid.Find("Cu", false)!.NitricByNo!;
        var (after, extent) = Given.Metals(("Cu", 63.546)).Dissolve("HNO3", Mol(4)).React(copper, Mol(1));
        // 8 HNO3 for 3 Cu: four moles of acid take one and a half of copper, and only one is there.
        Assert.Equal(1 / 3.0, extent.Likely, 1e-9);
        Assert.Equal(0, after.Of(new("Cu", Phase.Solid)).Likely, 1e-12);
        Assert.Equal(4 - 8 / 3.0, after.Of(Species.Proton).Likely, 1e-9);
        Assert.Equal(2 / 3.0, after.Of(new("NO", Phase.Gas)).Likely, 1e-9);
    }

    [Fact]
    public void Mass_stays_the_same_through_any_reaction() =>
        Gen.Select(Gen.Double[0, 5], Gen.Double[0, 5], Gen.Double[0, 3])
            .Sample(
                (metal, acid, extent) =>
                {
                    var charge = Charge.Empty.With(new("Cu", Phase.Solid), Mol(metal)).Dissolve("HNO3", Mol(acid)).Dissolve("H2O", Mol(10));
                    var (after, _) = charge.React(MetalInAcid.Find("Cu", false)!.NitricByNo2!, Mol(extent));
                    return Math.Abs(after.Mass().Likely - charge.Mass().Likely) < 1e-9
                        && after.Moles.Select(m => m.Value).All(n => n.Likely > -1e-12);
                }
            );

    [Fact]
    public void A_split_gives_part_and_rest_and_loses_nothing() =>
        Gen.Select(Gen.Double[0, 1], Gen.Double[0.1, 5])
            .Sample(
                (share, n) =>
                {
                    var charge = Given
                        .Metals(("Au", n), ("Cu", n))
                        .Dissolve("HCl", Mol(n))
                        .WithUnknown(Working.Exact(n, null, Dimension.Mass));
                    var (part, left) = charge.Split(s => s.Phase == Phase.Solid ? Working.Exact(share) : null, Working.Exact(share));
                    return Math.Abs(part.Mass().Likely + left.Mass().Likely - charge.Mass().Likely) < 1e-9
                        && Math.Abs(part.Unknown.Likely - n * share) < 1e-9
                        && part.Of(Species.Chloride).Likely == 0;
                }
            );

    [Fact]
    public void A_rule_that_disagrees_with_the_reactions_is_caught()
    {
        var charge = Charge.Empty.Dissolve("HNO3", Mol(1));
        Assert.Equal(1, charge.Told(Species.Nitrate, Mol(1)).Of(Species.Nitrate).Likely);
        Assert.Throws<InvalidOperationException>(() => charge.Told(Species.Nitrate, Mol(1.001)));
    }

    [Fact]
    public void Volume_of_a_liquor_comes_from_its_mass_and_lies_between_water_and_the_sum()
    {
        var charge = Charge
            .Empty.Dissolve("H2O", Molar.Moles(Working.Exact(100, null, Dimension.Mass), "H2O"))
            .Dissolve("Cu(NO3)2", Molar.Moles(Working.Exact(40, null, Dimension.Mass), "Cu(NO3)2"));
        var volume = charge.LiquorVolume(new Draws("v"));
        Assert.InRange(volume.Likely, 105, 125);
        Assert.True(volume.RestsOnGuess);
    }

    [Fact]
    public void A_bottle_pours_its_substance_and_its_water()
    {
        var nitric = Core.Reagents.Shop.Usual.Of("HNO3");
        var draws = new Draws("b");
        var poured = nitric.PourInto(Charge.Empty, Working.Exact(100, null, Dimension.Mass), draws);
        Assert.Equal(68 / 63.012, poured.Of(Species.Nitrate).Likely, 1e-9);
        Assert.Equal(32, poured.Grams(Species.Water).Likely, 1e-9);
        Assert.Equal(100 / 1.4048, nitric.Volume(Working.Exact(100, null, Dimension.Mass))!.Likely, 0.01);
        // Impurity of a salt is matter of unknown kind, not nothing.
        var salt = Core.Reagents.Shop.Usual.Of("Na2S2O5").PourInto(Charge.Empty, Working.Exact(100, null, Dimension.Mass), draws);
        Assert.Equal(3, salt.Unknown.Likely, 1e-9);
    }

    [Fact]
    public void Two_batches_share_the_error_of_one_bottle()
    {
        var nitric = Core.Reagents.Shop.Usual.Of("HNO3");
        var (a, b) = (nitric.StrengthIn(new Draws("26-01")).Amount, nitric.StrengthIn(new Draws("26-02")).Amount);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(a[w], b[w]));
        var other = (nitric with { Id = "N-9" }).StrengthIn(new Draws("26-01")).Amount;
        Assert.NotEqual(a[1], other[1]);
        Assert.Equal("nitric acid 68\u202F%", nitric.Label);
    }

    [Fact]
    public void A_typed_plus_minus_beats_the_guess_for_labels()
    {
        var sharp = Core.Reagents.Shop.Usual.Of("HNO3") with { PlusMinus = 0.001 };
        Assert.True(sharp.StrengthIn(new Draws("x")).Range.Width < 0.0025);
        Assert.False(sharp.StrengthIn(new Draws("x")).RestsOnGuess);
        Assert.True(Core.Reagents.Shop.Usual.Of("HNO3").StrengthIn(new Draws("x")).RestsOnGuess);
    }
}
