using CsCheck;
using Spolium.Core.Chemistry;
using Xunit;

namespace Spolium.Core.Tests.Chemistry;

public class FormulaTests
{
    [Theory]
    [InlineData("HNO3", 63.012, 0)]
    [InlineData("Cu(NO3)2·2.5H2O", 232.591, 0)]
    [InlineData("CuSO4.5H2O", 249.677, 0)]
    [InlineData("CuSO4*5H2O", 249.677, 0)]
    [InlineData("CaSO4·½H2O", 145.1415, 0)]
    [InlineData("CaSO4·1/2H2O", 145.1415, 0)]
    [InlineData("LiNi0.6Mn0.2Co0.2O2", 96.930, 0)]
    [InlineData("(NH4)2PtCl6", 443.862, 0)]
    [InlineData("Na[Al(OH)4]", 117.999, 0)]
    [InlineData("H₂SO₄", 98.072, 0)]
    [InlineData("Cu2+", 63.546, 2)]
    [InlineData("Cu²⁺", 63.546, 2)]
    [InlineData("NO3-", 62.004, -1)]
    [InlineData("SO4 2-", 96.056, -2)]
    [InlineData("SO4^2-", 96.056, -2)]
    [InlineData("[Ag(S2O3)2]^3-", 332.102, -3)]
    [InlineData("[Zn(OH)4]2-", 133.41, -2)]
    [InlineData("[Co(NH3)6]3+", 161.12, 3)]
    [InlineData("Fe[Fe(CN)6]2", 479.751, 0)]
    [InlineData("NH4+", 18.039, 1)]
    [InlineData("Hg2 2+", 401.184, 2)]
    [InlineData("e-", 0, -1)]
    public void Reads_groups_hydrates_fractions_and_charges(string text, double molarMass, int charge)
    {
        var f = Formula.Parse(text);
        Assert.Equal(molarMass, f.MolarMass, 0.002);
        Assert.Equal(charge, f.Charge);
    }

    [Theory]
    [InlineData("", 0, "nothing")]
    [InlineData("HXo3", 1, "'Xo' is not an element")]
    [InlineData("Cu(NO3", 2, "never closed")]
    [InlineData("CuNO3)2", 5, "closes nothing")]
    [InlineData("hNO3", 0, "small letter")]
    [InlineData("H0", 1, "count of nothing")]
    [InlineData("SO42-", 2, "two ways")]
    [InlineData("H2O?", 3, "neither an element nor a charge")]
    public void Says_where_and_why_it_is_wrong(string text, int position, string reason)
    {
        var e = Assert.Throws<ChemistryException>(() => Formula.Parse(text));
        Assert.Equal(position, e.Position);
        Assert.Contains(reason, e.Reason);
    }

    [Fact]
    public void Molar_mass_is_the_sum_over_the_elements() =>
        Gen.Select(Gen.Int[1, 9], Gen.Int[1, 9], Gen.Int[1, 4])
            .Sample(
                (a, b, n) =>
                {
                    var f = Formula.Parse($"(Cu{a}S{b}){n}·{a}H2O");
                    var wanted =
                        n * (a * Elements.Of("Cu").Weight + b * Elements.Of("S").Weight)
                        + a * (2 * Elements.Of("H").Weight + Elements.Of("O").Weight);
                    return Math.Abs(f.MolarMass - wanted) < 1e-9;
                }
            );

    [Fact]
    public void What_is_printed_parses_to_the_same() =>
        Given
            .OneOf("HNO3", "Cu(NO3)2·2.5H2O", "[Ag(S2O3)2]^3-", "NO3-", "Cu2+", "LiNi0.6Mn0.2Co0.2O2")
            .Sample(t =>
            {
                var once = Formula.Parse(t);
                var twice = Formula.Parse(once.Text);
                return once.Text == twice.Text && once.MolarMass == twice.MolarMass && once.Charge == twice.Charge;
            });
}
