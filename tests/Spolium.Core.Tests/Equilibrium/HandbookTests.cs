using System.Globalization;
using Spolium.Core.Chemistry;
using Spolium.Core.Equilibrium;
using Xunit;

namespace Spolium.Core.Tests.Equilibrium;

/// <summary>
/// The engine against figures of handbooks that none of its constants was taken from: pH of usual solutions and grams of a salt in 100 mL
/// of water, at 25 °C (docs/equilibrium.md lists them, with those that lie outside and why).
/// </summary>
public class HandbookTests
{
    private static Dictionary<string, double> Totals(string of) =>
        of.Split(", ").Select(t => t.Split(' ')).ToDictionary(t => t[0], t => double.Parse(t[1], CultureInfo.InvariantCulture));

    // Approximate pH of acids and bases, CRC Handbook; a tenth normal where nothing else is said.
    [Theory]
    [InlineData("hydrochloric acid", "Cl- 0.1", 1.1)]
    [InlineData("hydrochloric acid, 0.01 N", "Cl- 0.01", 2.0)]
    [InlineData("sulphuric acid", "SO4-2 0.05", 1.2)]
    [InlineData("sulphuric acid, 0.01 N", "SO4-2 0.005", 2.1)]
    [InlineData("oxalic acid", "C2O4-2 0.05", 1.6)]
    [InlineData("acetic acid", "CH3COO- 0.1", 2.9)]
    [InlineData("acetic acid, 0.01 N", "CH3COO- 0.01", 3.4)]
    [InlineData("carbonic acid, saturated", "CO3-2 0.034", 3.8)]
    [InlineData("prussic acid", "CN- 0.1", 5.1)]
    [InlineData("boric acid", "H3BO3 0.1", 5.2)]
    [InlineData("sulfamic acid, 1 %", "NH2SO3- 0.104", 1.18)]
    [InlineData("ammonium chloride", "NH3 0.1, Cl- 0.1", 5.1)]
    [InlineData("sodium hydroxide", "Na+ 0.1", 13.0)]
    [InlineData("ammonia, normal", "NH3 1", 11.6)]
    [InlineData("ammonia", "NH3 0.1", 11.1)]
    [InlineData("ammonia, 0.01 N", "NH3 0.01", 10.6)]
    [InlineData("potassium cyanide", "K+ 0.1, CN- 0.1", 11.0)]
    [InlineData("borax", "Na+ 0.1, H3BO3 0.2", 9.2)]
    [InlineData("lime, saturated", "Ca+2 0.1", 12.4)]
    [InlineData("sodium acetate", "Na+ 0.1, CH3COO- 0.1", 8.9)]
    [InlineData("sodium sulphite", "Na+ 0.2, SO3-2 0.1", 9.8)]
    public void PH_is_that_of_the_handbook(string what, string of, double ph) =>
        Assert.True(Math.Abs(Speciation.Of(new(Totals(of))).PH - ph) <= 0.15, what);

    // g in 100 mL of water, CRC Handbook and Lange; a fifth either way.
    [Theory]
    [InlineData("AgCl", "AgCl(s)", "Ag+ 0.01, Cl- 0.01", "Ag+", 1.9e-4)]
    [InlineData("PbSO4", "PbSO4(s)", "Pb+2 0.01, SO4-2 0.01", "Pb+2", 4.25e-3)]
    [InlineData("PbCl2", "PbCl2(s)", "Pb+2 0.5, Cl- 1", "Pb+2", 1.08)]
    [InlineData("CaSO4", "CaSO4(H2O)2(s)", "Ca+2 0.1, SO4-2 0.1", "Ca+2", 0.205)]
    [InlineData("BaSO4", "BaSO4(s)", "Ba+2 0.01, SO4-2 0.01", "Ba+2", 2.46e-4)]
    [InlineData("Ag2SO4", "Ag2SO4(s)", "Ag+ 0.2, SO4-2 0.1", "Ag+", 0.83)]
    [InlineData("CaC2O4", "CaC2O4(H2O)(s)", "Ca+2 0.01, C2O4-2 0.01", "Ca+2", 6.1e-4)]
    [InlineData("CaF2", "CaF2(s)", "Ca+2 0.01, F- 0.02", "Ca+2", 1.6e-3)]
    [InlineData("Ca(OH)2", "Ca(OH)2(s)", "Ca+2 0.1", "Ca+2", 0.160)]
    [InlineData("Mg(OH)2", "Mg(OH)2(s)", "Mg+2 0.01", "Mg+2", 6.9e-4)]
    [InlineData("LiF", "LiF(s)", "Li+ 0.2, F- 0.2", "Li+", 0.134)]
    [InlineData("K2PtCl6", "K2PtCl6(s)", "K+ 0.2, PtCl6-2 0.1", "PtCl6-2", 0.774)]
    [InlineData("AgSCN", "AgSCN(s)", "Ag+ 0.01, SCN- 0.01", "Ag+", 1.68e-5)]
    [InlineData("Ag2C2O4", "Ag2C2O4(s)", "Ag+ 0.02, C2O4-2 0.01", "Ag+", 4.3e-3)]
    [InlineData("PbC2O4", "PbC2O4(s)", "Pb+2 0.01, C2O4-2 0.01", "Pb+2", 2.5e-4)]
    [InlineData("ZnC2O4·2H2O", "ZnC2O4(H2O)2(s)", "Zn+2 0.01, C2O4-2 0.01", "Zn+2", 2.6e-3)]
    [InlineData("AgCH3COO", "AgCH3COO(s)", "Ag+ 0.2, CH3COO- 0.2", "Ag+", 1.04)]
    [InlineData("HgO", "HgO(s)", "Hg+2 0.01", "Hg+2", 5.3e-3)]
    public void A_salt_is_as_soluble_as_the_handbook_has_it(string salt, string solid, string of, string by, double gramsTo100)
    {
        var state = Speciation.Of(new(Totals(of), Solids: [solid]));
        var atoms = Written.Solids.First(s => s.Id == solid).Parts.First(p => p.Component == by).Count;
        var grams = state.Dissolved[by] / atoms * Species.Of(salt).MolarMass / 10;
        Assert.InRange(grams / gramsTo100, 0.8, 1.2);
    }
}
