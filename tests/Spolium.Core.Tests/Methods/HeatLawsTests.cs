using System.Text.RegularExpressions;
using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Solutions;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Every pour carries its gas and its heat, whatever the method; ladders follow from both.</summary>
public partial class HeatLawsTests
{
    private static readonly Draws Draws = new("heat");

    private static StepWork Thinning(string formula, double grams, double waterMl, out Dose acid)
    {
        var method = MethodCatalogue.Of("hydrochloric-leach");
        var options = new StepOptions(method, new Dictionary<string, string>());
        var work = new StepWork(method, Charge.Empty, options, Shop.Usual, Facts.None, Draws);
        work.Water("water", "water", Working.Exact(waterMl, null, Dimension.Volume), "first");
        var bottle = Shop.Usual.Of(formula);
        acid = work.Decided("acid", formula, Working.Exact(grams, null, Dimension.Mass) * bottle.StrengthIn(Draws), "into the water");
        return work;
    }

    // A solute with rows, poured into water without a reaction: a step and the page of strengths reckon alike.
    [Theory]
    [InlineData("H2SO4", 170, 300)]
    [InlineData("H2SO4", 170, 80)]
    [InlineData("H2SO4", 170.748, 239.5)]
    [InlineData("HNO3", 400, 300)]
    [InlineData("HNO3", 100, 900)]
    [InlineData("HCl", 300, 200)]
    [InlineData("NaOH", 40, 360)]
    public void A_step_and_Strength_agree_on_what_thinning_warms(string formula, double grams, double waterMl)
    {
        var work = Thinning(formula, grams, waterMl, out var acid);
        var bottle = Shop.Usual.Of(formula);
        var water = Shop.WaterGrams(waterMl);
        // What is not caustic in its jar is of unknown kind to a step.
        var of = formula == "NaOH" ? acid.Grams * bottle.StrengthIn(Draws) : acid.Grams;
        var strength = formula == "NaOH" ? Working.Exact(1) : bottle.StrengthIn(Draws);
        var mixture = Mixing.Of(formula, [new("water", water, Working.Exact(0), 25), new(bottle.Id, of, strength, 25)], Draws);
        Assert.Equal(mixture.Warming!.Likely, work.Warming()!.Likely, 0.01 * mixture.Warming.Likely);
    }

    // 93 mL of 96 % acid brought to 40 %: 79 to 82 K by the fits of the brief, 84 by the table; six portions either way.
    [Fact]
    public void Strong_sulphuric_acid_is_thinned_in_six_portions()
    {
        var grams = 93 * Shop.Usual.Of("H2SO4").DensityGPerMl!.Value;
        var work = Thinning("H2SO4", grams, grams * (0.96 / 0.40 - 1) * 1.0018, out _);
        Assert.InRange(work.Warming()!.Likely, 79, 85);
        Assert.InRange(work.Size("nitric").ByDose["acid"].Count, 6, 7);
    }

    // 1.5 H2 an atom: 68.0 L at 25 °C; all at once it would warm by some 267 K.
    [Fact]
    public void Aluminium_in_hydrochloric_acid_is_fed_acid_in_eighteen_rungs_or_more()
    {
        var plan = Given.Step("hydrochloric-leach", RefusalTests.Of("Al 50, Au 0.1"));
        Assert.Equal(68.0, plan.Gases.Single(g => g.Formula == "H2").Made.Range.High / 1000, 0.7);
        Assert.InRange(plan.Warming!.Likely, 200, 330);
        Assert.InRange(plan.Doses.Single(d => d.Bottle.Formula == "HCl").Rungs.Count, 18, 24);
    }

    [Theory]
    [InlineData("peroxide-etch", "Au 0.4, Fe 100")]
    [InlineData("aqua-regia", "Au 5, Al 10, Zn 10, Fe 10")]
    public void Whichever_pour_makes_the_hydrogen_has_the_ladder(string method, string charge)
    {
        var plan = Given.Step(method, RefusalTests.Of(charge));
        Assert.True(plan.Doses.Single(d => d.Bottle.Formula == "HCl").Rungs.Count >= 4, "the hydrochloric acid is one pour");
        Assert.Contains(plan.Cautions, c => c.Text.StartsWith("Hydrogen", StringComparison.Ordinal));
    }

    // NO taken up again frees some 154 kJ a mole: the more comes back, the warmer it gets.
    [Fact]
    public void Silver_in_nitric_acid_warms_by_what_comes_back()
    {
        double At(string cover) =>
            Given.Step("nitric-part", Given.Metals(("Ag", 100)), options: new() { ["cover"] = cover }).Warming!.Likely;
        Assert.True(At("open") < At("glass") && At("glass") < At("reflux"));
        Assert.InRange(At("open"), -12, 12);
    }

    public static TheoryData<string> Ids => EveryMethodTests.Ids;

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_ladder_of_every_method_is_whole_and_no_rung_warms_by_more_than_15_K(string id)
    {
        var method = MethodCatalogue.Of(id);
        Gen.Select(EveryMethodTests.AnyCharge, Gen.Int[0, 1000])
            .Sample(
                (charge, seed) =>
                {
                    var draws = new Draws("ladder " + seed);
                    var plan = method.Plan(charge, RandomSteps.Options(method, seed), Shop.Usual, Facts.None, draws);
                    if (plan.Refused)
                        return;
                    var parts = plan.Vessel?.SplitInto ?? 1;
                    // What the plan lays out is never asked about.
                    foreach (var dose in plan.Doses.Where(d => d.AtOnce is not null))
                        Assert.All(dose.Rungs, r =>
                            Assert.True(r.Grams <= dose.AtOnce!.Grams * 1.05, $"{id} {dose.Id}: a rung of {r.Grams} g, {dose.AtOnce}")
                        );
                    foreach (var dose in plan.Doses.Where(d => d.Rungs.Count > 1))
                    {
                        Assert.All(dose.Rungs.GroupBy(r => r.Part), p => Assert.InRange(p.Count(), 1, Ladder.MostRungs));
                        var sum = dose.Rungs.Sum(r => r.Grams);
                        var high = dose.ShortShare is null ? dose.Grams.Range.High : dose.Grams.Likely;
                        if (dose.GoesTo is { } end)
                            Assert.Equal(end, sum, 1e-6 * end);
                        else
                            Assert.True(sum >= high * 0.98, $"{id} {dose.Id}: {sum} of {high} g, and no word of it");
                    }
                    // The one declared exception: its foam has room for all of it.
                    if (plan.PouredAtOnce)
                    {
                        Assert.Equal("aqua-regia", id);
                        Assert.True(plan.Vessel!.Liquid.Likely + plan.Vessel.Foam.Likely < plan.Vessel.Vessel.BrimMl);
                        return;
                    }
                    if (plan.Warming is not { } warming || warming.Likely < 20)
                        return;
                    // What warms most has rungs enough, or its ladder says that it does not go all the way.
                    var most = plan.Doses.Where(d => !d.Apart && d.Bottle.Formula != "H2O").ToList();
                    Assert.True(
                        most.Sum(d => d.Rungs.GroupBy(r => r.Part).Max(p => p.Count())) * 15 >= warming.Likely * 0.9
                            || most.Any(d => d.GoesTo is not null)
                            // A spoonful or a millilitre is the least that anybody can pour.
                            || most.All(d => d.Rungs.All(r => r.Grams <= 1.01 * Ladder.Smallest(d.Bottle, 0.01))),
                        $"{id}: {warming.Likely} K in {string.Join(", ", most.Select(d => d.Rungs.Count / parts))} rungs"
                    );
                },
                iter: 60
            );
    }

    // Salts may cool it; acids and caustic that are thinned do not.
    [Theory]
    [InlineData("H2SO4")]
    [InlineData("HNO3")]
    [InlineData("HCl")]
    [InlineData("NaOH")]
    public void Thinned_acid_never_cools(string formula) =>
        Gen.Select(Gen.Double[1, 500], Gen.Double[10, 3000])
            .Sample((grams, water) => Assert.True(Thinning(formula, grams, water, out _).Warming()!.Range.Low > -1), iter: 60);

    [Fact]
    public void Water_never_goes_onto_strong_sulphuric_acid()
    {
        foreach (var method in MethodCatalogue.All)
            Gen.Select(EveryMethodTests.AnyCharge, Gen.Int[0, 1000])
                .Sample(
                    (charge, seed) =>
                    {
                        var draws = new Draws("order " + seed);
                        var plan = method.Plan(charge, RandomSteps.Options(method, seed), Shop.Usual, Facts.None, draws);
                        var acid = plan.Doses.ToList().FindIndex(d => d.Bottle.Formula == "H2SO4" && d.Grams.Likely > 1);
                        if (acid < 0)
                            return;
                        var there = plan.Doses.Take(acid + 1).Aggregate(charge, (c, d) => d.Bottle.PourInto(c, d.Grams, draws));
                        var strength = there.Of(new("SO4 2-", Phase.Aqueous)).Likely * 98.08;
                        var share = strength / (strength + there.Grams(Species.Water).Likely);
                        Assert.True(
                            share < 0.6 || plan.Doses.Skip(acid + 1).All(d => d.Bottle.Formula != "H2O"),
                            $"{method.Id}: water onto {share:P0} acid"
                        );
                    },
                    iter: 20
                );
    }

    [GeneratedRegex("""CautionLevel\.\w+,\s*"([^"]*)""")]
    private static partial Regex Typed { get; }

    [GeneratedRegex(@"\b(fumes?|foams?|gases|comes? off|runs away|hydrogen|tight lid|closed lid|warms)\b", RegexOptions.IgnoreCase)]
    private static partial Regex OfTheBath { get; }

    // They are told by what a step makes (StepWorkCautions); burning zinc and roasting stand with their content.
    [Fact]
    public void No_method_types_a_caution_of_gas_heat_foam_or_fume()
    {
        var typed = Directory
            .EnumerateFiles(Path.Combine(Repository.Root, "src/Spolium.Core/Methods"), "*.cs", SearchOption.AllDirectories)
            .Where(f => Path.GetFileName(f) is not ("StepWorkCautions.cs" or "Furnace.cs"))
            .SelectMany(f => Typed.Matches(File.ReadAllText(f)).Select(m => m.Groups[1].Value))
            .ToList();
        Assert.True(typed.Count > 40);
        Assert.DoesNotContain(typed, t => OfTheBath.IsMatch(t));
    }

    [Theory]
    [InlineData("hydrochloric-leach", "Zn 20", "Hydrochloric fume")]
    [InlineData("sulfuric-leach", "CuO 50", "Acid into water")]
    [InlineData("nitric-part", "Cu 100, Ag 100", "Foams up at once")]
    [InlineData("nitric-part", "Cu 100, Ag 100", "a cold bath")]
    [InlineData("peroxide-etch", "Cu 100, Au 0.5", "Never a tight lid")]
    public void What_a_step_makes_is_told_at_it(string method, string charge, string told) =>
        Assert.Contains(Given.Step(method, RefusalTests.Of(charge)).Cautions, c => c.Text.Contains(told));

    [Theory]
    [InlineData("silver-chloride", "Ag+ 5, NO3- 30, H2O 300", "fume")]
    [InlineData("silver-chloride", "Ag+ 5, NO3- 30, H2O 300", "tight lid")]
    [InlineData("silver-chloride", "Ag+ 5, NO3- 30, H2O 300", "Foams")]
    public void What_it_does_not_make_is_not(string method, string charge, string told) =>
        Assert.DoesNotContain(Given.Step(method, RefusalTests.Of(charge)).Cautions, c => c.Text.Contains(told));
}
