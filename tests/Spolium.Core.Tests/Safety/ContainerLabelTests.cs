using System.Text.RegularExpressions;
using Spolium.Core.Safety;
using Spolium.Core.Tests.Methods;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Safety;

/// <summary>What stands on a container, by what is in it.</summary>
public partial class ContainerLabelTests
{
    private static ContainerLabel Of(string charge) => ContainerLabel.Of(RefusalTests.Of(charge));

    // A litre of 0.2 mol of nitric acid and 20 g of copper: 12.6 g of acid, 59 g of copper nitrate.
    [Fact]
    public void A_spent_nitrate_is_acid_and_copper_nitrate()
    {
        var label = Of("Cu2+ 20, H+ 0.2016, NO3- 51.43, H2O 1000");
        Assert.Equal(["Cu(NO3)2", "HNO3"], label.Substances.Select(s => s.Formula));
        Assert.Equal(59.03, label.Substances[0].Grams.Likely, 0.05);
        Assert.Equal(12.6, label.Substances[1].Grams.Likely, 0.02);
        Assert.Equal(100 * 12.6 / 1071.6, label.Substances[1].Percent.Likely, 0.02);
        Assert.Equal("danger", label.Signal);
        Assert.Equal(["eats", "harmful", "water-life"], label.Diamonds);
        Assert.Empty(label.NoMarksFor);
    }

    // Its oxidising mark is for solutions from a tenth on.
    [Fact]
    public void What_feeds_fire_does_so_when_it_is_strong()
    {
        Assert.DoesNotContain("feeds-fire", Of("Cu2+ 20, NO3- 39.03, H2O 1000").Diamonds);
        Assert.Contains("feeds-fire", Of("Cu2+ 80, NO3- 156.1, H2O 1000").Diamonds);
    }

    [Theory]
    [InlineData("AuCl4- 10, H+ 0.5, Cl- 20, H2O 300", "HAuCl4")]
    [InlineData("PtCl6 2- 10, H+ 0.5, Cl- 20, H2O 300", "H2PtCl6")]
    [InlineData("ClO- 5, Na+ 5, Cl- 4, H2O 100", "NaOCl")]
    [InlineData("S2O3 2- 10, Na+ 5, H2O 100", "Na2S2O3")]
    [InlineData("OH- 17, Na+ 23, H2O 100", "NaOH")]
    [InlineData("AgCl 10, H2O 5", "AgCl")]
    [InlineData("H+ 2, SO4 2- 96, H2O 100", "H2SO4")]
    public void Substances_are_written_as_they_are_called(string charge, string formula) =>
        Assert.Contains(Of(charge).Substances, s => s.Formula == formula);

    [Fact]
    public void Traces_carry_no_mark_and_the_unknown_is_named()
    {
        Assert.Empty(Of("Cu2+ 0.01, NO3- 0.0195, H2O 1000").Diamonds);
        Assert.Equal("", Of("Na+ 23, Cl- 35.5, H2O 1000").Signal);
        Assert.Contains("AlCl3", Of("Al3+ 9, Cl- 35.5, H2O 1000").NoMarksFor);
    }

    // A statement that comes to the data later has its row.
    [Fact]
    public void Every_statement_of_the_data_has_its_mark()
    {
        var text = string.Concat(
            new[] { "hazards.csv", "reagents.csv" }.Select(f =>
                File.ReadAllText(Path.Combine(Repository.Root, "src", "Spolium.Core", "Reference", f))
            )
        );
        Assert.Empty(Statement().Matches(text).Select(m => m.Value).Distinct().Except(HazardMark.ByCode.Keys));
    }

    [GeneratedRegex(@"\b(EUH|H)\d{3}[A-Za-z]*\b")]
    private static partial Regex Statement();
}
