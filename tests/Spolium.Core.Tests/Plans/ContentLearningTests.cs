using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>An ended dose tells of the content: the worlds move, the range narrows, the mass of what was weighed stays.</summary>
public class ContentLearningTests
{
    private static readonly Content Contacts = new(
        [new("Ag", Given.Share(8), Given.Share(11), Given.Share(14)), new("Ni", Given.Share(10), Given.Share(14), Given.Share(18))],
        "Cu"
    );

    private static BatchPlan Plan(double factor, bool signed)
    {
        var route = Routes.Chain(["nitric-part", "silver-chloride"]);
        var feed = Given.Charge(Contacts, 100, "HL-2");
        var planned = Planner.Fold(feed, route, Shop.Usual, new Draws("26-03"));
        var nitric = planned.Of("1-nitric-part").Plan.Doses.Single(d => d.Id == "nitric");
        var facts = Given.Poured("nitric", nitric.Bottle.Id, [.. Enumerable.Repeat(nitric.Grams.Likely * factor / 20, 20)]) with
        {
            Signs = signed ? planned.Of("1-nitric-part").Plan.EndSigns.Select(s => s.Id).ToHashSet() : [],
        };
        return Planner.Fold(feed, route, Shop.Usual, new Dictionary<string, Facts> { ["1-nitric-part"] = facts }, new Draws("26-03"));
    }

    [Fact]
    public void What_was_taken_moves_the_content_and_what_comes_after_it()
    {
        var (little, much) = (Plan(0.9, true), Plan(1.15, true));
        // Copper takes 2.64 g of acid to a gram and silver 0.78: more acid taken says more copper and nickel, less silver.
        Assert.True(little.Steps[0].Input.Element("Ag").Likely > much.Steps[0].Input.Element("Ag").Likely);
        Assert.True(
            little.Of("2-silver-chloride").Plan.Doses.Single(d => d.Id == "chloride").Grams.Likely
                > much.Of("2-silver-chloride").Plan.Doses.Single(d => d.Id == "chloride").Grams.Likely
        );
        Assert.Empty(Plan(1, false).Steps[0].Plan.Learned);
    }

    [Fact]
    public void The_mass_that_was_weighed_stays_in_every_world()
    {
        foreach (var factor in new[] { 0.5, 0.9, 1.3, 3 })
        {
            var input = Plan(factor, true).Steps[0].Input;
            for (var w = 0; w < Amount.Worlds; w++)
                Assert.Equal(100, input.Mass().Amount[w], 1e-6);
            EachIsConserved(factor);
        }

        void EachIsConserved(double factor)
        {
            foreach (var step in Plan(factor, true).Steps)
                Core.Tests.Methods.EveryMethodTests.Conserved(step.Input, step.Plan, new Draws("26-03"));
        }
    }

    [Fact]
    public void A_pure_metal_of_unknown_mass_in_a_liquor_is_told_by_the_salt_that_it_took()
    {
        var draws = new Draws("liquor");
        var silver = Working.Given(draws.Spread("content Ag", new(5, 10, 20), Spread.Positive), Dimension.Mass, "silver", "typed");
        var liquor = LiquorFeed.Of(
            LiquorKind.Nitrate,
            Working.Given(400, Dimension.Volume, "volume", "typed"),
            [("Ag", silver)],
            Working.Zero(Dimension.Substance),
            draws
        );
        var method = MethodCatalogue.Of("silver-chloride");
        // 12 g of silver take 6.50 g of salt, and 10 mmol/L stay free; all but the last drop was needed.
        var facts = Given.Poured("chloride", "usual salt", 3, 2, 1.5, 0.25, 0.1) with { Signs = new HashSet<string> { "no-cloud" } };
        var plan = method.Plan(liquor, new StepOptions(method, new Dictionary<string, string>()), Shop.Usual, facts, draws);
        var known = ContentLearning.From(liquor, plan.LearnsFrom.Single(), "x", draws);
        var told = known.Element("Ag");
        Assert.InRange(told.Likely, 11.4, 12.4);
        Assert.True(told.Range.Width < 0.15 * silver.Range.Width);
        Assert.Contains(ContentLearning.Told(liquor, known), f =>
            f.Label!.StartsWith("silver in it, by what was taken", StringComparison.Ordinal)
        );
    }

    // A lot of 24 g; 90 g of metabisulphite at once instead of some 17: a reason was written, and it says nothing.
    [Theory]
    [InlineData(90.0)]
    [InlineData(1.0, 89.0)]
    public void An_overdose_is_no_measurement(params double[] grams)
    {
        var route = Routes.Chain(["aqua-regia", "sulfamic", "clear", "metabisulphite"]);
        var lot = Given.Charge(new([new("Au", Given.Share(90), Given.Share(96.5), Given.Share(99))], "Ag"), 24);
        BatchPlan With(params double[] poured) =>
            Planner.Fold(
                lot,
                route,
                Shop.Usual,
                new Dictionary<string, Facts>
                {
                    ["4-metabisulphite"] = Given.Poured("metabisulphite", "usual metabisulphite", poured) with
                    {
                        Signs = new HashSet<string> { "stannous-clean", "last-brought-nothing", "settled" },
                    },
                },
                new Draws("over")
            );
        var (plan, before) = (With(grams).Of("4-metabisulphite"), Planner.Fold(lot, route, Shop.Usual, new Draws("over")));
        var gold = plan.Plan.Outputs[0].Charge.Element("Au");
        Assert.Equal(before.Of("4-metabisulphite").Plan.Outputs[0].Charge.Element("Au").Likely, gold.Likely, 0.5);
        Assert.True(gold.Range.High <= 24, $"{gold.Range.High} g of gold out of 24 g");
        Assert.Contains(plan.Plan.Cautions, c => c.Text.Contains("no measurement", StringComparison.Ordinal));
        Assert.Empty(plan.Plan.Learned);
    }

    [Fact]
    public void Nothing_is_learned_where_nothing_is_unsure()
    {
        var plan = Planner.Fold(Given.Metals(("Ag", 20)), Routes.Chain(["nitric-part"]), Shop.Usual, new Draws("sure"));
        var charge = Given.Metals(("Ag", 20));
        Assert.Same(
            charge,
            ContentLearning.From(
                charge,
                new("nitric", Working.Given(10, Dimension.Mass, "need", "test"), [new("nitric", "N-1", 8, DateTimeOffset.UnixEpoch, "e")]),
                "x",
                new Draws("sure")
            )
        );
        Assert.Empty(plan.Steps[0].Plan.Learned);
    }
}
