using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>Ways that the map has by itself, whatever is in a lot.</summary>
public class MapWaysTests
{
    [Fact]
    public void Every_way_of_the_map_can_be_chained_and_planned_on_what_it_is_for()
    {
        Assert.Equal(MapWays.All.Count, MapWays.All.Select(w => (w.Takes, w.Way.Id)).Distinct().Count());
        foreach (var (takes, way) in MapWays.All)
        {
            var route = Routes.Chain(way.Methods);
            Assert.Empty(route.Check());
            var draws = new Draws(way.Id);
            var grams = Working.Given(10, Dimension.Mass, "metal", "t");
            var feed =
                takes is { } kind
                    ? LiquorFeed.Of(
                        kind,
                        Working.Given(1000, Dimension.Volume, "v", "t"),
                        [(way.Element, grams)],
                        kind == LiquorKind.Fixer ? Working.Zero(Dimension.Substance) : Working.Given(0.5, Dimension.Substance, "acid", "t"),
                        draws
                    )
                : way.Element == "Ag" ? Given.Metals(("Ag", 60), ("Cu", 5))
                : way.Methods[0] is "inquart" ? Given.Metals(("Au", 12), ("Ag", 5), ("Cu", 3))
                : Given.Metals(("Cu", 60), ("Au", 4));
            var plan = Planner.Fold(feed, route, Core.Reagents.Shop.Usual, draws);
            Assert.True(plan.Refused is null, $"{way.Id}: {plan.Refused?.Plan.Refusals[0].Reason}");
            Assert.True(
                plan.Product(way.Element).Likely
                    > (way.Methods.Contains("crystallise-silver-nitrate") ? 0.5 : 0.8) * feed.Element(way.Element).Likely,
                $"{way.Id} brings only {plan.Product(way.Element).Likely} g"
            );
        }
    }

    [Fact]
    public void The_first_way_is_for_the_metal_that_is_most_worth()
    {
        Content With(double au, double ag) =>
            new(
                [
                    new("Au", Given.Share(au), Given.Share(au), Given.Share(au)),
                    new("Ag", Given.Share(ag), Given.Share(ag), Given.Share(ag)),
                ],
                "Cu"
            );
        Assert.Equal("Au", MapWays.First(With(0.5, 30), false)!.Element);
        Assert.Equal("Ag", MapWays.First(With(0.1, 30), false)!.Element);
        Assert.Equal(
            "fixer-iron/wash/dry/melt",
            MapWays.First(new([new("Ag", Given.Share(1), Given.Share(1), Given.Share(1))], null, LiquorKind.Fixer), true)!.Id
        );
        Assert.Null(MapWays.First(new([], null), true));
    }

    [Fact]
    public void What_is_refined_again_is_dissolved_denitrated_cleared_and_brought_down() =>
        Assert.Equal(HobLaneWays.SecondRefine.SkipLast(1), MapWays.Again);
}
