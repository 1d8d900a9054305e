using CsCheck;
using Spolium.Core.Chemistry;
using Xunit;

namespace Spolium.Core.Tests.Chemistry;

public class EquationTests
{
    [Theory]
    [InlineData("Au + HNO3 + HCl = HAuCl4 + NO + H2O", "Au + HNO3 + 4 HCl → HAuCl4 + NO + 2 H2O")]
    [InlineData("Pt + HNO3 + HCl → H2PtCl6 + NO + H2O", "3 Pt + 4 HNO3 + 18 HCl → 3 H2PtCl6 + 4 NO + 8 H2O")]
    [InlineData("HAuCl4 + Na2S2O5 + H2O = Au + NaHSO4 + HCl", "4 HAuCl4 + 3 Na2S2O5 + 9 H2O → 4 Au + 6 NaHSO4 + 16 HCl")]
    [InlineData("NO3- + H+ + Cu = Cu2+ + NO + H2O", "2 NO3- + 8 H+ + 3 Cu → 3 Cu2+ + 2 NO + 4 H2O")]
    [InlineData("MnO4- + H+ + e- -> Mn2+ + H2O", "MnO4- + 8 H+ + 5 e- → Mn2+ + 4 H2O")]
    [InlineData("H2+O2=H2O", "2 H2 + O2 → 2 H2O")]
    public void Balances_over_exact_fractions(string unbalanced, string balanced)
    {
        var e = Equation.Parse(unbalanced).Balance();
        Assert.Equal(balanced, e.ToString());
        Assert.Null(e.Imbalance());
    }

    [Theory]
    [InlineData("Au + HCl = HAuCl4", "cannot be balanced")]
    [InlineData("Cu + HNO3 = Cu(NO3)2 + NO + NO2 + H2O", "more than one way")]
    [InlineData("H2 + O2 = H2O + Fe", "Fe stands on one side only")]
    public void Says_why_it_cannot(string text, string reason) =>
        Assert.Contains(reason, Assert.Throws<ChemistryException>(() => Equation.Parse(text).Balance()).Reason);

    [Theory]
    [InlineData("Au + HCl", 8, "needs = or →")]
    [InlineData("Au + = HCl", 4, "substance is missing")]
    [InlineData("Au + Zx = HCl", 5, "'Zx' is not an element")]
    public void Errors_name_the_place_in_the_whole_text(string text, int position, string reason)
    {
        var e = Assert.Throws<ChemistryException>(() => Equation.Parse(text));
        Assert.Equal(position, e.Position);
        Assert.Contains(reason, e.Reason);
    }

    [Fact]
    public void An_imbalance_names_what_differs() => Assert.Equal("O: 2 left, 1 right", Equation.Parse("H2 + O2 = H2O").Imbalance());

    [Fact]
    public void Scaling_what_is_written_does_not_change_the_balance() =>
        Gen.Select(Gen.Int[1, 7], Gen.Int[1, 7], Gen.Int[1, 7])
            .Sample(
                (a, b, c) =>
                    Equation.Parse($"{a} Cu + {b} HNO3 = {c} Cu(NO3)2 + NO + H2O").Balance().ToString()
                    == "3 Cu + 8 HNO3 → 3 Cu(NO3)2 + 2 NO + 4 H2O"
            );
}
