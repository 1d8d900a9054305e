using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Golden;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Laws that hold for every method of the catalogue, over random charges and options.</summary>
public class EveryMethodTests
{
    public static TheoryData<string> Ids => [.. MethodCatalogue.All.Select(m => m.Id)];

    /// <summary>A charge that each method may meet.</summary>
    internal static readonly Gen<Charge> AnyCharge = Gen.Select(
            Gen.Int[0, RandomSteps.Kinds - 1],
            Gen.Double[0.1, 40],
            Gen.Double[0.1, 40],
            Gen.Double[0, 30],
            Gen.Double[0, 5],
            Gen.Double[0, 0.4],
            Gen.Int[0, 1000]
        )
        .Select(RandomSteps.Charge);

    [Fact]
    public void The_catalogue_holds_every_way_for_gold_and_silver()
    {
        string[] wanted =
        [
            "sort",
            "mill",
            "roast",
            "anneal",
            "roll",
            "granulate",
            "inquart",
            "aliquot",
            "peroxide-etch",
            "nitric-strip",
            "hydrochloric-leach",
            "sulfuric-leach",
            "chlorine-lift",
            "aqua-regia",
            "nitrate-salt",
            "hypochlorite",
            "peroxide-hcl",
            "chlorine-hcl",
            "nitric-part",
            "sulfamic",
            "urea",
            "boil-down",
            "spare-gold",
            "clear",
            "metabisulphite",
            "sulphite",
            "ferrous",
            "oxalic",
            "silver-chloride",
            "caustic-sugar",
            "zinc-silver",
            "iron-silver",
            "copper-cement",
            "fixer-iron",
            "fixer-current",
            "crystallise-silver-nitrate",
            "wash",
            "dry",
            "melt",
            "pickle",
            "fineness",
            "wash-dry-melt",
        ];
        Assert.Subset(MethodCatalogue.All.Select(m => m.Id).ToHashSet(), wanted.ToHashSet());
        Assert.Equal(["portions", "premixed"], MethodCatalogue.Of("aqua-regia").Options[0].Choices.Select(c => c.Value));
        Assert.Equal(["second-refine", "ammonia"], MethodCatalogue.Of("wash").Options[0].Choices.Select(c => c.Value));
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_element_and_the_mass_are_kept_in_every_world(string id)
    {
        var method = MethodCatalogue.Of(id);
        var planned = 0;
        Gen.Select(AnyCharge, Gen.Int[0, 1000])
            .Sample(
                (charge, seed) =>
                {
                    var draws = new Draws("law " + seed);
                    var plan = method.Plan(charge, RandomSteps.Options(method, seed), Shop.Usual, Facts.None, draws);
                    if (plan.Refused)
                        return;
                    planned++;
                    Conserved(charge, plan, draws);
                },
                iter: 60
            );
        Assert.True(planned > 0, $"{id} refused every random charge.");
    }

    /// <summary>What came in and was poured is what came out, by element and in all, in every world.</summary>
    internal static void Conserved(Charge charge, StepPlan plan, Draws draws)
    {
        var poured = plan.Doses.Aggregate(Charge.Empty, (c, d) => d.Bottle.PourInto(c, d.Grams, draws));
        var into = charge.Plus(poured);
        var outOf = plan.Outputs.Aggregate(plan.GasGone, (c, o) => c.Plus(o.Charge));
        var elements = into.Substances.Concat(outOf.Substances).SelectMany(s => s.Parse().Atoms.Keys).Distinct();
        var scale = into.Mass().Amount;
        foreach (
            var (what, a, b) in elements
                .Select(e => (e, into.Element(e).Amount, outOf.Element(e).Amount))
                .Append(("mass", scale, outOf.Mass().Amount))
        )
            for (var w = 0; w < Amount.Worlds; w++)
                Assert.True(
                    Math.Abs(a[w] - b[w]) <= 1e-9 * Math.Max(1e-3, scale[w]),
                    $"{plan.MethodId}, {what}, world {w}: {a[w]} went in, {b[w]} came out"
                );
        foreach (var output in plan.Outputs)
        foreach (var (species, moles) in output.Charge.Moles)
            for (var w = 0; w < Amount.Worlds; w++)
                Assert.True(
                    moles.Amount[w] >= -1e-12,
                    $"{plan.MethodId}, {output.Id}: {species.Formula} {moles.Amount[w]} mol in world {w}"
                );
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_dose_has_a_working_and_every_plan_its_words(string id)
    {
        var method = MethodCatalogue.Of(id);
        Gen.Select(AnyCharge, Gen.Int[0, 1000])
            .Sample(
                (charge, seed) =>
                {
                    var plan = method.Plan(charge, RandomSteps.Options(method, seed), Shop.Usual, Facts.None, new Draws("words " + seed));
                    if (plan.Refused)
                    {
                        Assert.All(plan.Refusals, r => Assert.True(r.Reason.Length > 0 && r.WayOut.Length > 0));
                        return;
                    }
                    Assert.All(plan.Doses, d =>
                    {
                        Assert.True(double.IsFinite(d.Grams.Likely) && d.Grams.Likely >= 0, $"{id}: {d.Id} is {d.Grams.Likely} g");
                        Assert.NotEmpty(WorkingText.Lines(d.Grams));
                        Assert.Equal(d.Bottle.IsLiquid, d.Millilitres is not null);
                    });
                    Assert.All(plan.Figures, f => Assert.False(string.IsNullOrEmpty(f.Label)));
                    Assert.All(plan.Figures.Append(plan.Attended).Append(plan.Unattended), f =>
                        Assert.True(double.IsFinite(f.Likely) && double.IsFinite(f.Range.High), $"{id}: {f.Label} is not a number")
                    );
                    Assert.NotEmpty(plan.EndSigns);
                    Assert.Subset(method.Card.Signs.ToHashSet(), plan.EndSigns.Select(s => s.Id).ToHashSet());
                    Assert.InRange(plan.HottestC, 20, Math.Max(method.Card.HottestC, 25));
                    Assert.All(plan.EndSigns, s => Assert.NotEmpty(s.NotProof));
                    Assert.NotEmpty(plan.NightStop);
                    Assert.Equal(
                        method.Outputs.Select(o => o.Id).Intersect(plan.Outputs.Select(o => o.Id)),
                        plan.Outputs.Select(o => o.Id)
                    );
                    Assert.True(plan.Outputs[0].Main);
                },
                iter: 15
            );
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Its_bottles_stand_among_the_usual_ones(string id) =>
        Assert.All(MethodCatalogue.Of(id).Reagents, f => Assert.Equal(f, Shop.Usual.Of(f).Formula));

    /// <summary>A substance that nobody is sure of is there in some worlds only: each figure stays a number all the same.</summary>
    [Theory]
    [MemberData(nameof(Ids))]
    public void What_is_there_in_some_worlds_only_leaves_no_figure_without_a_number(string id)
    {
        var method = MethodCatalogue.Of(id);
        Gen.Select(AnyCharge, Gen.Int[0, 1000])
            .Sample(
                (charge, seed) =>
                {
                    var draws = new Draws("some worlds " + seed);
                    // Every third substance is missing in two of three worlds by itself, or all of them but water together.
                    var unsure = charge
                        .Substances.Where((s, i) => seed % 2 == 0 ? s != Species.Water : (i + seed) % 3 == 0)
                        .Aggregate(charge, (c, s) =>
                        {
                            var there = Working.Given(
                                draws.Uniform(seed % 2 == 0 ? "there" : "there " + s.Formula, 0, 3),
                                Dimension.None,
                                "there",
                                "test"
                            );
                            var some = Working.Reckoned(
                                Amount.Each(w => w == 0 || there.Amount[w] < 1 ? 1 : 0),
                                Dimension.None,
                                "there",
                                [there]
                            );
                            return c.Reread(s, c.Of(s) * some);
                        });
                    var plan = method.Plan(unsure, RandomSteps.Options(method, seed), Shop.Usual, Facts.None, draws);
                    var figures = plan
                        .Figures.Concat(plan.Doses.Select(d => d.Grams))
                        .Concat(plan.Outputs.SelectMany(o => o.Charge.Moles.Select(m => m.Value).Append(o.Charge.Unknown)))
                        .Concat(plan.Gases.SelectMany(g => new[] { g.Made, g.Leaving }))
                        .Concat([plan.Attended, plan.Unattended]);
                    foreach (var figure in plan.Warming is { } warming ? figures.Append(warming) : figures)
                        for (var w = 0; w < Amount.Worlds; w++)
                            Assert.True(double.IsFinite(figure.Amount[w]), $"{id}, {figure.Label}, world {w}: {figure.Amount[w]}");
                    Assert.All(plan.Doses.SelectMany(d => d.Rungs), r => Assert.True(double.IsFinite(r.Grams)));
                },
                iter: 60
            );
    }
}
