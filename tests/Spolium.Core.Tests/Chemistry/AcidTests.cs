using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Chemistry;

/// <summary>Acid figures of the trade against the table of the rules (recomputed there by script), per gram of metal.</summary>
public class AcidTests
{
    [Theory]
    [InlineData("Ag", 0.779, 1.168, 0.195, 0.338, 0.076)]
    [InlineData("Cu", 2.644, 3.966, 0.661, 1.148, 0.257)]
    [InlineData("Ni", 2.863, 4.294, 0.716, 1.242, 0.278)]
    [InlineData("Co", 2.851, 4.277, 0.713, 1.237, 0.277)]
    [InlineData("Zn", 2.569, 3.853, 0.642, 1.115, 0.249)]
    [InlineData("Fe", 4.513, 6.770, 1.128, 1.959, 0.438)]
    [InlineData("Sn", 0.708, 2.123, 0.708, 1.843, 0.275)]
    [InlineData("Pb", 0.811, 1.216, 0.203, 0.352, 0.079)]
    [InlineData("Cd", 1.495, 2.242, 0.374, 0.649, 0.145)]
    [InlineData("Bi", 1.206, 1.809, 0.302, 0.523, 0.117)]
    [InlineData("PdII", 1.579, 2.368, 0.395, 1.370, 0.153)]
    public void Nitric_and_aqua_regia_per_gram(
        string metal,
        double dilute,
        double strong,
        double aquaNitric,
        double aquaHcl,
        double noLitres
    )
    {
        var one = new[] { (metal, Molar.Moles(Working.Exact(1, null, Dimension.Mass), MetalInAcid.Find(metal, false)!.Element)) };
        Assert.Equal(dilute, AcidUse.InNitric(one, Working.Exact(0)).NitricGrams.Likely, 0.001 * dilute);
        Assert.Equal(strong, AcidUse.InNitric(one, Working.Exact(1)).NitricGrams.Likely, 0.001 * strong);
        var aqua = AcidUse.InAquaRegia(one);
        Assert.Equal(aquaNitric, aqua.NitricGrams.Likely, 0.0006);
        Assert.Equal(aquaHcl, Molar.Grams(aqua.Hcl, "HCl").Likely, 0.0006);
        Assert.Equal(noLitres, Molar.GasVolume(aqua.No).Likely / 1000, 0.0006);
    }

    [Theory]
    [InlineData("Cu", -118)]
    [InlineData("Zn", -336)]
    public void Heat_per_mole_by_the_no_path(string metal, double kilojoule)
    {
        var reaction = MetalInAcid.Find(metal, false)!.NitricByNo!;
        Assert.Equal(kilojoule, -reaction.HeatPerExtent!.Value / 3, 0.6);
    }

    [Fact]
    public void A_heat_whose_row_is_missing_is_not_known_and_not_nothing() =>
        Assert.Null(MetalInAcid.Find("In", true)!.AquaRegia.HeatPerExtent);

    [Theory]
    [InlineData(0.20, 0)]
    [InlineData(0.45, 0.5)]
    [InlineData(0.90, 1)]
    public void The_brown_share_follows_the_strength_of_the_bulk(double w, double x) => Assert.Equal(x, No2Share.At(w), 1e-12);

    [Fact]
    public void Undiluted_acid_poured_at_once_goes_browner_than_portions_into_water()
    {
        Working Mean(double water, double[] poured) =>
            No2Share.Mean(
                Working.Exact(2, null, Dimension.Substance),
                Working.Exact(water, null, Dimension.Mass),
                Working.Exact(0.68),
                Working.Exact(1.1),
                Working.Exact(0.3),
                poured,
                Working.Exact(0)
            );
        var atOnce = Mean(0, [1]);
        var cut = Mean(150, [0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1]);
        Assert.InRange(atOnce.Likely, 0.3, 0.9);
        Assert.InRange(cut.Likely, 0, 0.05);
        Assert.Equal(No2Share.Steps, atOnce.Table!.Rows.Count);
    }

    [Fact]
    public void The_issue_s_gold_figures_hold()
    {
        var gold = AcidUse.InAquaRegia([("Au", Molar.Moles(Working.Exact(10, null, Dimension.Mass), "Au"))]);
        Assert.Equal(3.199, gold.NitricGrams.Likely, 0.003);
        Assert.Equal(7.404, Molar.Grams(gold.Hcl, "HCl").Likely, 0.007);
        Assert.Equal(1.242, Molar.GasVolume(gold.No).Likely / 1000, 0.0012);
        Assert.Equal(1.541, ResidualNitric.Sulfamic.NeedByMass("HNO3", "H3NSO3").Likely, 0.0015);
        Assert.Equal(7.238, GoldPrecipitant.Of("Na2S2O5").ForGold(Working.Exact(10, null, Dimension.Mass)).Likely, 0.007);
    }

    [Theory]
    [InlineData("Na2S2O5", 0.724, 2.263, 0.851)]
    [InlineData("Na2SO3", 0.960, 3.000, 1.129)]
    [InlineData("FeSO4·7H2O", 4.234, 13.24, double.NaN)]
    [InlineData("H2C2O4·2H2O", 0.960, 3.001, double.NaN)]
    public void Precipitants_per_gram_of_gold_nitric_acid_and_iron(string salt, double gold, double nitric, double iron)
    {
        var one = Working.Exact(1, null, Dimension.Mass);
        Assert.Equal(gold, GoldPrecipitant.Of(salt).ForGold(one).Likely, 0.0006);
        Assert.Equal(nitric, GoldPrecipitant.Of(salt).ForNitric(one).Likely, 0.006);
        if (!double.IsNaN(iron))
            Assert.Equal(iron, GoldPrecipitant.Of(salt).ForIron(one, Working.Exact(1)).Likely, 0.0006);
    }

    [Fact]
    public void The_precipitant_s_electrons_agree_with_its_balanced_equation()
    {
        var reaction = Reaction.Of("HAuCl4 + Na2S2O5 + H2O = Au + NaHSO4 + HCl");
        Assert.Equal(
            reaction.NeedByMass("Au", "Na2S2O5").Likely,
            GoldPrecipitant.Of("Na2S2O5").ForGold(Working.Exact(1, null, Dimension.Mass)).Likely,
            1e-9
        );
    }
}
