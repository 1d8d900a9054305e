using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>Volume of a liquor from the apparent densities of what is dissolved in it.</summary>
public class LiquorTests
{
    private static readonly Draws Draws = new("liquor");

    private static Working Moles(double n) => Working.Exact(n, null, Dimension.Substance);

    private static Charge Liquor(double waterGrams, params (string Formula, double Grams)[] salts) =>
        salts.Aggregate(Charge.Empty.With(Species.Water, Moles(waterGrams / Molar.Mass("H2O").Likely)), (c, s) =>
            c.Dissolve(s.Formula, Moles(s.Grams / Molar.Mass(s.Formula).Likely))
        );

    private static double Density(Charge c) => c.Mass().Likely / c.LiquorVolume(Draws).Likely;

    [Theory]
    [InlineData("HNO3", 20)]
    [InlineData("HNO3", 40)]
    [InlineData("HCl", 20)]
    [InlineData("HCl", 36)]
    [InlineData("H2SO4", 30)]
    public void A_pure_acid_is_as_dense_as_its_own_table_says(string acid, double percent) =>
        Assert.Equal(DensityTable.BySolute[acid].Density(percent, 20)!.Value, Density(Liquor(100 - percent, (acid, percent))), 0.005);

    [Fact]
    public void A_salt_solution_is_as_dense_as_the_handbook_says()
    {
        // 26 % NaCl: 1.1972; 40 % FeCl3: 1.4176 g/mL at 20 °C.
        Assert.Equal(1.1972, Density(Liquor(74, ("NaCl", 26))), 0.002);
        Assert.Equal(1.4176, Density(Liquor(60, ("FeCl3", 40))), 0.004);
    }

    [Fact]
    public void Water_alone_is_water() => Assert.Equal(0.9982, Density(Liquor(100)), 2e-4);

    [Fact]
    public void A_spent_strip_liquor_lies_between_its_salts()
    {
        var copper = Density(Liquor(100, ("Cu(NO3)2", 30)));
        var zinc = Density(Liquor(100, ("Zn(NO3)2", 30)));
        var both = Density(Liquor(100, ("Cu(NO3)2", 15), ("Zn(NO3)2", 15)));
        Assert.InRange(both, Math.Min(copper, zinc) - 0.003, Math.Max(copper, zinc) + 0.003);
    }

    [Fact]
    public void Which_salts_the_ions_are_written_as_keeps_their_mass() =>
        Gen.Select(Gen.Double[0, 30], Gen.Double[0, 30], Gen.Double[0, 30], Gen.Double[0, 10])
            .Sample(
                (a, b, c, d) =>
                {
                    var liquor = Liquor(100, ("Cu(NO3)2", a), ("ZnCl2", b), ("HCl", c), ("NaHSO4", d));
                    var (known, other) = LiquorSalts.Of(liquor);
                    Assert.Equal(liquor.Dissolved().Likely, known.Sum(k => k.Grams.Likely) + other.Likely, 1e-6);
                    Assert.All(known, k => Assert.True(k.Grams.Likely >= 0));
                }
            );

    [Fact]
    public void What_the_correlation_does_not_know_takes_room_by_a_guess()
    {
        var gold = Liquor(100, ("HCl", 10), ("HAuCl4", 5));
        var volume = gold.LiquorVolume(Draws);
        Assert.True(volume.RestsOnGuess);
        Assert.True(volume.Range.Width > Liquor(100, ("HCl", 10)).LiquorVolume(Draws).Range.Width);
        Assert.Contains(WorkingText.Lines(volume), l => l.ToString().Contains("dissolved matter without a known density"));
    }

    [Fact]
    public void Beyond_what_it_was_made_for_the_answer_is_wider_and_says_so()
    {
        var inside = Liquor(100, ("Cu(NO3)2", 20)).LiquorVolume(Draws);
        var outside = Liquor(100, ("Cu(NO3)2", 120)).LiquorVolume(Draws);
        Assert.True(outside.Range.Width / outside.Likely > 3 * inside.Range.Width / inside.Likely);
        Assert.Contains(WorkingText.Lines(outside), l => l.ToString().Contains("outside of what it was made for"));
    }
}
