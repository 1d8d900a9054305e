using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class NitriteTests
{
    // 12 g of gold with its own proton, and 0.2 mol of free hydrochloric acid.
    private const string Liquor = "H2O 300, AuCl4- 20.640, H+ 0.26303, Cl- 7.0906";

    private static StepPlan Step(string charge = Liquor, Facts? facts = null, params (string, string)[] options) =>
        Given.Step("nitrite", RefusalTests.Of(charge), facts, options.ToDictionary(o => o.Item1, o => o.Item2));

    [Fact]
    public void Twelve_grams_of_gold_take_6_305_g_by_the_equation_and_the_school_half_as_much_again()
    {
        var plan = Step();
        Assert.Equal(6.30516, plan.Figures[3].Likely, 0.001);
        Assert.Equal(12 * 0.8 / 0.99, plan.Doses.Single(d => d.Id == "nitrite").Grams.Likely, 0.01);
        Assert.Equal(12, plan.Outputs[0].Charge.Grams(Species.Gold).Likely, 0.05);
    }

    [Fact]
    public void What_the_gold_does_not_take_goes_off_as_nitric_oxide_and_leaves_a_third_of_its_nitrate()
    {
        // 0.8 · 12 / 69.0 = 139.1 mmol poured, 91.4 taken: 47.7 of surplus give 31.8 of NO and 15.9 of nitrate beside 91.4.
        var plan = Step(options: ("acid", "kept"));
        var poured = plan.Doses.Single(d => d.Id == "nitrite").Grams.Likely * 0.99 / 68.995;
        var taken = plan.Outputs[0].Charge.Grams(Species.Gold).Likely / 196.967 * 1.5;
        var no = plan.Gases.Single(g => g.Formula == "NO").Made.Likely / 24465;
        Assert.Equal((poured - taken) * 2 / 3, no, 1e-5);
        Assert.Equal(taken + (poured - taken) / 3, plan.Outputs.Sum(o => o.Charge.Of(Species.Nitrate).Likely), 1e-5);
        Assert.Contains(plan.Cautions, c => c.Text.StartsWith("Brown gas", StringComparison.Ordinal));
        Assert.DoesNotContain(plan.Doses, d => d.Id == "soda");
    }

    [Fact]
    public void The_other_school_blunts_the_free_acid_with_soda_and_leaves_a_tenth_of_a_mole_to_the_litre()
    {
        // 0.2 mol free, 0.1 mol/L in some 0.3 L stays: 0.17 mol take 9.0 g of soda.
        var plan = Step();
        Assert.InRange(plan.Doses.Single(d => d.Id == "soda").Grams.Likely, 8.7, 9.3);
        Assert.Equal(["soda", "water", "nitrite"], plan.Doses.Select(d => d.Id));
        Assert.InRange(plan.Gases.Single(g => g.Formula == "CO2").Made.Likely, 2000, 2150);
        Assert.DoesNotContain(Step("H2O 300, AuCl4- 20.640, H+ 0.07, Cl- 0.5").Doses, d => d.Id == "soda");
    }

    [Fact]
    public void A_dose_that_ended_short_leaves_gold_and_nothing_is_lost()
    {
        var half = Step(facts: Given.Poured("nitrite", "usual nitrite", 3.18) with { Closed = true }, options: ("acid", "kept"));
        Assert.InRange(half.Outputs[0].Charge.Grams(Species.Gold).Likely, 5.9, 6.1);
        EveryMethodTests.Conserved(RefusalTests.Of(Liquor), half, new Draws("test"));
    }

    [Theory]
    [InlineData("NH4+ 0.12", "ammonium is in the liquor")]
    [InlineData("NH3 0.12", "ammonium is in the liquor")]
    [InlineData("H3NSO3 0.6", "eats the nitrite")]
    [InlineData("CO(NH2)2 0.6", "eats the nitrite")]
    public void What_makes_nitrogen_with_it_stops_it(string there, string words) =>
        Assert.Contains(Step($"{Liquor}, {there}").Refusals, r => r.Reason.Contains(words));

    [Theory]
    [InlineData("NH4+ 0.08")]
    [InlineData("H3NSO3 0.4")]
    public void A_trace_of_it_does_not(string there) => Assert.Empty(Step($"{Liquor}, {there}").Refusals);

    [Fact]
    public void Nitric_acid_that_is_left_is_told_of_as_nitrite_does_not_take_it()
    {
        bool Told(string charge) =>
            Step(charge).Cautions.Any(c => c is { Level: CautionLevel.Stop } && c.Text.StartsWith("Nitric acid is left"));
        Assert.True(Told($"{Liquor}, NO3- 0.7"));
        Assert.False(Told($"{Liquor}, NO3- 0.5"));
        Assert.Contains(Step().Cautions, c => c.Text.Contains("sulfamic acid at a time in the barren liquor"));
    }

    [Theory]
    [InlineData("H2O 100, H+ 0.1, Cl- 3.5", "nitrite-acid")]
    [InlineData("H2O 100, NH4+ 1, Cl- 2", "nitrite-ammonium")]
    [InlineData("H2O 100, CO(NH2)2 5", "nitrite-sulfamic")]
    public void Poured_where_nobody_means_it_a_rule_speaks(string vessel, string rule) =>
        Assert.Contains(NeverTogether.Meeting(RefusalTests.Of(vessel), RefusalTests.Of("Na+ 0.7, NO2- 1.4"), new HashSet<string>()), r =>
            r.Id == rule
        );
}
