using System.Text.RegularExpressions;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What hydrochloric acid takes by itself counts in every bath that has it: hydrogen, and less of the oxidant.</summary>
public partial class HydrogenTests
{
    private static double Litres(StepPlan plan, string gas) => plan.Gases.Where(g => g.Formula == gas).Sum(g => g.Made.Likely) / 1000;

    private static double Grams(StepPlan plan, string dose) => plan.Doses.Single(d => d.Id == dose).Grams.Likely;

    [Fact]
    public void Bleach_oxidises_what_acid_has_left_and_the_lower_salt_of_iron()
    {
        var plan = Given.Step("hypochlorite", Given.Metals(("Au", 2), ("Al", 5), ("Fe", 5)));
        Assert.Empty(plan.Refusals);
        Assert.InRange(Grams(plan, "oxidant"), 380, 500);
        // 0.9 of 5 g of aluminium (1.5 H2 an atom), half of 5 g of iron: 6.12 and 1.09 L at 24.47 L/mol.
        Assert.Equal(7.2, Litres(plan, "H2"), 0.3);
        Assert.Contains(plan.Cautions, c => c.Level == CautionLevel.Stop && c.Text.Contains("explode by light"));
        Assert.DoesNotContain(Given.Step("hypochlorite", Given.Metals(("Au", 2), ("Cu", 5))).Cautions, c =>
            c.Text.Contains("explode by light")
        );
    }

    [Fact]
    public void Chlorine_from_powder_likewise()
    {
        var plan = Given.Step("chlorine-hcl", Given.Metals(("Zn", 5), ("Fe", 5)), options: new() { ["from"] = "Ca(OCl)2" });
        Assert.Empty(plan.Refusals);
        // 0.105 mol of chlorine of which 0.6 are taken, two to a mole of the powder.
        Assert.InRange(Grams(plan, "tablets"), 16, 26);
        Assert.True(Litres(plan, "H2") > 2);
    }

    [Fact]
    public void A_sweep_that_is_named_would_do()
    {
        var charge = Given.Metals(("Au", 0.5), ("Fe", 80), ("Ni", 15));
        var refused = Assert.Single(Given.Step("chlorine-lift", charge).Refusals);
        Assert.Contains("iron", refused.Reason);
        var sweep = SweepOf().Match(refused.WayOut).Groups[1].Value.Replace(FigureText.ThinSpace.ToString(), "");
        Assert.Empty(Given.Step("chlorine-lift", charge, options: new() { ["sweep"] = sweep }).Refusals);
        var half = (double.Parse(sweep, System.Globalization.CultureInfo.InvariantCulture) / 2).ToString("0");
        Assert.NotEmpty(Given.Step("chlorine-lift", charge, options: new() { ["sweep"] = half }).Refusals);
    }

    [GeneratedRegex(@"sweep at least ([\d\s\u2009\u202f]+) L")]
    private static partial Regex SweepOf();

    [Theory]
    [InlineData(1.9, 0)]
    [InlineData(5, 0.7)]
    public void Zinc_fumes_off_in_a_melt(double zinc, double fumes)
    {
        var plan = Given.Step("melt", Given.Metals(("Ag", 100 - zinc), ("Zn", zinc)));
        var bar = plan.Outputs.Single(o => o.Id == "bar").Charge;
        Assert.Equal(zinc * 0.3, bar.Element("Zn").Likely, 0.1);
        Assert.Equal(fumes > 0, plan.Cautions.Any(c => c.Level == CautionLevel.Stop && c.Text.Contains("Zinc above 2 %")));
    }

    [Fact]
    public void Undiluted_acid_takes_copper_and_silver_violently_and_films_over_iron()
    {
        var copper = Given.Step("nitric-strip", Given.Metals(("Cu", 99), ("Au", 1)), options: new() { ["water"] = "0" });
        Assert.Contains(copper.Cautions, c => c.Level == CautionLevel.Stop && c.Text.Contains("violently"));
        Assert.DoesNotContain(Given.Step("nitric-strip", Given.Metals(("Cu", 99), ("Au", 1))).Cautions, c => c.Text.Contains("violently"));
        var iron = Assert.Single(
            Given.Step("nitric-strip", Given.Metals(("Cu", 90), ("Fe", 9), ("Au", 1)), options: new() { ["water"] = "0" }).Refusals
        );
        // 68 % at 1.405 g/mL: 0.68 · 1.405/(1.405 + w) < 0.44 from 0.77 volumes on.
        Assert.Contains("at least 1 volumes", iron.WayOut.Replace("1.00", "1"));
    }

    [Fact]
    public void Silver_nitrate_dries_warm_and_dark_never_under_paper()
    {
        var salt = Given
            .Metals(("Ag", 1))
            .With(new("AgNO3", Core.Chemistry.Phase.Solid), Molar(10))
            .With(Core.Chemistry.Species.Water, Molar(1));
        var plan = Given.Step("dry", salt);
        Assert.Equal(60, plan.HottestC);
        Assert.DoesNotContain("paper", plan.NightStop.Replace("never on paper", ""));
        Assert.Contains(plan.Cautions, c => c.Level == CautionLevel.Stop && c.Text.Contains("fire"));
        Assert.Equal(110, Given.Step("dry", Given.Metals(("Ag", 5))).HottestC);
    }

    private static Working Molar(double moles) => Working.Given(moles / 100, Dimension.Substance, "x", "test");
}
