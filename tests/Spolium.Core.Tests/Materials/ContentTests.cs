using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Materials;

public class ContentTests
{
    [Fact]
    public void Metals_and_rest_sum_to_the_lot_in_every_world()
    {
        var charge = Given.Charge(Given.Hl1(), 412.6);
        var mass = charge.Mass().Amount;
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(412.6, mass[w], 1e-9));
        Assert.Equal(403.94, charge.Element("Cu").Likely + charge.Element("Zn").Likely, 0.01);
    }

    [Fact]
    public void Without_a_balance_the_rest_is_carried_as_unknown()
    {
        var charge = Given.Charge(new Content([new("Au", Given.Share(1), Given.Share(2), Given.Share(3))], null), 100);
        Assert.Equal(98, charge.Unknown.Likely, 1e-9);
        Assert.Equal(100, charge.Mass().Likely, 1e-9);
    }

    [Fact]
    public void Highs_above_the_whole_are_scaled_and_lows_above_it_refused()
    {
        Content Of(double low) =>
            new(
                [
                    new("Cu", Given.Share(low), Given.Share(65), Given.Share(90)),
                    new("Ag", Given.Share(low), Given.Share(65), Given.Share(90)),
                ],
                null
            );
        Assert.Empty(Of(40).Check());
        var mass = Given.Charge(Of(40), 100).Mass().Amount;
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(100, mass[w], 1e-9));
        Assert.Contains(Of(60).Check(), e => e.Reason.Contains("more than the whole"));
    }

    [Fact]
    public void Wrong_lines_name_their_field()
    {
        var errors = new Content(
            [
                new("Xx", Given.Share(1), Given.Share(2), Given.Share(3)),
                new("Cu", Given.Share(5), Given.Share(2), Given.Share(3)),
                new("Cu", Given.Share(1), Given.Share(2), Given.Share(3)),
            ],
            "Qq"
        ).Check();
        Assert.Equal(["balance", "content[0].element", "content[1].low", "content[2].element"], errors.Select(e => e.Field).Order());
    }

    [Fact]
    public void A_route_that_takes_what_is_not_there_is_refused()
    {
        var route = Routes.Chain(HobLaneWays.GoldByNitricStrip);
        Assert.Empty(route.Check());
        var broken = new Route([route.Steps[0], route.Steps[1] with { Takes = ["feed"] }]);
        Assert.Contains(broken.Check(), e => e.Field == "route[1].takes");
        var options = Routes.Chain(
            ["metabisulphite"],
            new Dictionary<string, IReadOnlyDictionary<string, string>>
            {
                ["metabisulphite"] = new Dictionary<string, string> { ["school"] = "9" },
            }
        );
        Assert.Contains(options.Check(), e => e.Field == "route[0].options.school");
    }
}
