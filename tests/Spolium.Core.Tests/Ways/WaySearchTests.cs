using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Ways;

public class WaySearchTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Core.Journal.State> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)).State);

    private static LotAtWork At(string lotId) => new(Demo.Value, Demo.Value.Lots[lotId], Demo.Value.Lots[lotId].Amount, null, Now);

    // Made by hand, lot by lot: the ways that somebody who knows the trade would name, and the methods that must not be among those
    // proposed.
    public static TheoryData<string, string[], string[]> ByHand =>
        new()
        {
            {
                "hl-1",
                [
                    "gold by nitric strip, aqua regia",
                    "gold by nitric strip, bleach",
                    "gold by nitric strip, chlorine",
                    "gold by nitric strip, nitrate salt and acid",
                    "gold by aqua regia",
                ],
                ["nitric-part", "fixer-iron", "chlorine-lift"]
            },
            {
                "hl-2a",
                ["silver by nitric acid, copper", "silver by nitric acid, chloride"],
                ["crystallise-silver-nitrate", "aqua-regia", "nitric-strip"]
            },
            { "hl-3a", ["gold by inquarting, parting"], ["aqua-regia", "nitric-strip", "chlorine-lift", "hypochlorite"] },
            { "hl-3b", ["gold by inquarting, parting"], ["aqua-regia", "nitric-strip"] },
            { "hl-6a", ["silver by iron", "silver by current"], ["nitric-part", "silver-chloride"] },
            {
                "hl-9a",
                [
                    "gold by nitric strip, aqua regia",
                    "gold by chlorine lift, aqua regia",
                    "gold by chlorine lift, chlorine",
                    "gold by inquarting, parting",
                ],
                ["crystallise-silver-nitrate"]
            },
            { "hl-9b", ["gold by nitric strip, aqua regia", "gold by chlorine lift, bleach"], ["fixer-iron"] },
            { "hl-2b", [], ["nitric-part", "aqua-regia"] },
            { "hl-2c", [], ["nitric-part", "aqua-regia"] },
        };

    [Theory]
    [MemberData(nameof(ByHand))]
    public void The_search_proposes_what_a_hand_would_name_and_nothing_that_is_refused(string lotId, string[] named, string[] not)
    {
        var lot = Demo.Value.Lots[lotId];
        var ways = At(lotId).Ways();
        var all = ways.Planned.Select(p => p.Way).Concat(ways.More).ToList();
        Assert.Subset(all.Select(w => w.Title).ToHashSet(), named.ToHashSet());
        Assert.Equal(named.Length == 0, all.Count == 0);
        Assert.DoesNotContain(all, w => w.Methods.Any(m => not.Contains(m)));
        Assert.Equal(all.Count, all.Select(w => w.Id).Distinct().Count());
        // In no world is any of them refused, and each brings its metal.
        var feed = BatchFeed.FeedOf(Demo.Value, lot, lot.Amount);
        var shop = ShelfAtWork.ShopWith(Demo.Value, ShelfAtWork.ForPlan(Demo.Value, Now));
        foreach (var way in all)
        {
            var (plan, refused) = WaySearch.Confirm(way, LotAtWork.RouteFor(lot, way.Methods), feed, shop, new Draws(lot.Id));
            Assert.Null(refused);
            Assert.True(plan!.Product(way.Element).Likely >= 0.5 * feed.Element(way.Element).Likely, way.Title);
        }
    }

    [Fact]
    public void What_is_refused_is_told_with_its_reason_and_the_way_round()
    {
        var refused = At("hl-3a").Ways().Refused;
        Assert.Contains(refused, r =>
            r.Method == "nitric-strip" && r.Reason.Contains("alloy, not a plating") && r.WayOut.Contains("inquart")
        );
        Assert.Contains(refused, r => r.Method == "aqua-regia" && r.Reason.Contains("crust"));
        Assert.Contains(At("hl-2a").Ways().Refused, r =>
            r.Title == "silver by nitric acid, crystals of its nitrate" && r.WayOut.Contains("cement the silver")
        );
        Assert.All(refused, r => Assert.NotEmpty(r.WayOut));
    }

    [Fact]
    public void A_way_that_leaves_most_of_its_metal_behind_is_not_proposed()
    {
        // Current stops at 0.4 g/L: of 0.6 g/L it brings a third, iron brings nearly all.
        var draws = new Draws("poor fixer", true);
        var fixer = LiquorFeed.Of(
            LiquorKind.Fixer,
            Working.Exact(5000, null, Dimension.Volume),
            [("Ag", Working.Exact(3, null, Dimension.Mass))],
            Working.Zero(Dimension.Substance),
            draws
        );
        var (found, refused) = WaySearch.Of(new(fixer, Shop.Usual, draws, m => Routes.Chain(m)), LiquorKind.Fixer, ["Ag"]);
        Assert.Equal("silver by iron", Assert.Single(found).Title);
        var current = Assert.Single(refused);
        Assert.Equal("silver by current", current.Title);
        Assert.Matches("it brings 3[0-9] % of the silver", current.Reason);
    }

    [Fact]
    public void Columns_are_two_to_four_of_different_beginnings_and_others_may_be_asked_for()
    {
        var ways = At("hl-9a").Ways();
        Assert.Equal(4, ways.Planned.Count);
        Assert.Equal(4, ways.Planned.Select(p => p.Way.Methods[0]).Distinct().Count());
        Assert.Equal(ways.Planned.Max(p => p.Worth!.Margin.Likely), ways.Planned[0].Worth!.Margin.Likely);
        var wanted = ways.More.Take(2).Select(w => w.Id).ToList();
        Assert.Equal(wanted, At("hl-9a").Ways(wanted).Planned.Select(p => p.Way.Id));
        // Another school in a way is a way of its own that may stand in a column.
        var boiled = "nitric-strip/aqua-regia/boil-down/clear/ferrous/wash-dry-melt";
        Assert.Equal([boiled], At("hl-9a").Ways([boiled]).Planned.Select(p => p.Way.Id));
        Assert.Empty(At("hl-9a").Ways(["no/such/way"]).Planned);
    }

    [Theory]
    [InlineData("sulfamic", "sulfamic boil-down spare-gold urea")]
    [InlineData("metabisulphite", "metabisulphite ferrous sulphite oxalic nitrite")]
    [InlineData("caustic-sugar", "caustic-sugar zinc-silver iron-silver")]
    public void Schools_of_a_step_are_those_that_do_the_same(string method, string schools) =>
        Assert.Subset(WayMap.Schools(method).ToHashSet(), schools.Split(' ').ToHashSet());

    [Theory]
    [InlineData("clear")]
    [InlineData("nitric-strip")]
    public void A_step_that_nothing_else_does_is_no_school(string method) => Assert.Empty(WayMap.Schools(method));

    [Fact]
    public void What_goes_on_from_a_step_is_something_that_it_makes()
    {
        foreach (var link in WayMap.Links.Where(l => l.Method.Contains('>')))
            Assert.Contains(MethodCatalogue.Of(link.Id).Outputs, o => o.Id == link.Method.Split('>')[1]);
    }

    [Fact]
    public void The_map_leads_somewhere_from_everywhere_and_never_in_a_circle()
    {
        var reached = WayMap.Metals.SelectMany(m => WayMap.Towards(WayMap.Ends(m))).ToHashSet();
        Assert.All(Enum.GetValues<Form>(), f => Assert.Contains(f, reached));
        static bool Circles(Form at, IReadOnlyList<Form> path) =>
            path.Contains(at) || WayMap.Links.Where(l => l.From == at).Any(l => Circles(l.To, [.. path, at]));
        Assert.All(Enum.GetValues<Form>(), f => Assert.False(Circles(f, [])));
    }

    [Fact]
    public void The_usual_ways_for_gold_and_silver_lie_on_the_map()
    {
        foreach (
            var way in new[]
            {
                HobLaneWays.GoldByNitricStrip,
                HobLaneWays.GoldByChlorine,
                HobLaneWays.SilverByChloride,
                HobLaneWays.SilverByCopper,
            }
        )
            Assert.Equal(way, FoundWay.Of(string.Join('/', way), null)!.Methods);
        Assert.Equal("silver by chloride", FoundWay.Of(string.Join('/', HobLaneWays.SilverByChloride.Skip(1)), LiquorKind.Nitrate)!.Title);
        Assert.Null(FoundWay.Of("nitric-part/melt", null));
        Assert.Null(FoundWay.Of(string.Join('/', HobLaneWays.SilverByChloride), LiquorKind.Fixer));
        Assert.Null(FoundWay.Of("nitric-strip/aqua-regia", null));
    }

    [Theory]
    [InlineData("hl-1")]
    [InlineData("hl-2a")]
    [InlineData("hl-6a")]
    [InlineData("hl-9a")]
    public void A_quick_look_sees_the_likely_world_of_the_whole_plan(string lotId)
    {
        var lot = Demo.Value.Lots[lotId];
        foreach (var way in At(lotId).Ways().Planned)
        {
            var quick = Planner.Fold(
                BatchFeed.FeedOf(Demo.Value, lot, lot.Amount, true),
                Routes.Chain(way.Way.Methods),
                Shop.Usual,
                new Draws(lot.Id, true)
            );
            var whole = Planner.Fold(
                BatchFeed.FeedOf(Demo.Value, lot, lot.Amount),
                Routes.Chain(way.Way.Methods),
                Shop.Usual,
                new Draws(lot.Id)
            );
            foreach (var (a, b) in quick.Steps.Zip(whole.Steps))
            {
                Assert.All(a.Plan.Doses, d => Assert.True(d.Grams.Amount.IsCertain));
                // What goes on is the same; ladders and surpluses that are decided by the high end are shorter in it, and so are their
                // minutes.
                Assert.Equal(
                    b.Plan.Outputs[0].Charge.Element(way.Way.Element).Likely,
                    a.Plan.Outputs[0].Charge.Element(way.Way.Element).Likely,
                    5e-4 * whole.Feed.Element(way.Way.Element).Likely
                );
                Assert.InRange(a.Plan.Attended.Likely, 0.7 * b.Plan.Attended.Likely, b.Plan.Attended.Likely * (1 + 1e-9));
            }
        }
    }

    [Fact]
    public void What_ways_are_compared_by_follows_from_their_plans()
    {
        var way = At("hl-2a").Ways().Planned.First(p => p.Way.Methods.Contains("copper-cement"));
        var figures = WayFigures.Of(way.Plan, "Ag", way.Worth, new Draws("hl-2a"));
        Assert.Equal(way.Plan.Steps.Sum(s => s.Plan.Attended.Likely), figures.Hands.Likely, 1e-9);
        Assert.Equal(
            way.Plan.Steps.SelectMany(s => s.Plan.Doses).Where(d => d.Bottle.Formula == "HNO3").Sum(d => d.Grams.Likely),
            figures.Acid.Likely,
            1e-9
        );
        Assert.InRange(figures.Purity.Likely, 98, 100);
        Assert.True(figures.Purity.RestsOnGuess);
        // What comes and what stays is what was there.
        Assert.Equal(way.Plan.Feed.Element("Ag").Likely, figures.Metal.Likely + figures.Remains.Sum(r => r.Grams.Likely), 0.03);
        Assert.Equal(figures.Remains.OrderByDescending(r => r.Grams.Likely), figures.Remains);
        Assert.Equal(-figures.Cost!.Likely, way.Worth!.Lines.Where(l => l.Kr.Likely < 0).Sum(l => l.Kr.Likely), 1e-6);
    }
}
