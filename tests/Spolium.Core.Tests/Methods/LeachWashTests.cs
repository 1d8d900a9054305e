using Spolium.Core.Chemistry;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A leached residue keeps a heel; its washes are as many as the next step wants.</summary>
public class LeachWashTests
{
    private static BatchPlan Planned(double tin, string washes = "") =>
        Planner.Fold(
            Given.Metals(("Au", 0.8), ("Sn", 2 * tin), ("Zn", 20), ("Cu", 179.2 - 2 * tin)),
            Routes.Chain(
                ["hydrochloric-leach", "nitric-strip"],
                new Dictionary<string, IReadOnlyDictionary<string, string>>
                {
                    ["hydrochloric-leach"] = new Dictionary<string, string> { ["washes"] = washes },
                }
            ),
            Shop.Usual,
            new Draws("tin")
        );

    [Theory]
    [InlineData(5)]
    [InlineData(0.7)]
    public void Leached_and_washed_it_goes_into_nitric_acid(double tin)
    {
        var plan = Planned(tin);
        Assert.Null(plan.Refused);
        var residue = plan.Steps[0].Plan.Outputs.Single(o => o.Main).Charge;
        Assert.True(residue.Of(Species.Chloride).Range.High <= 1e-3);
        Assert.True(plan.Steps[0].Plan.Outputs.Single(o => o.Id == "washes").Charge.Of(Species.Chloride).Likely > 0.01);
    }

    [Fact]
    public void Washed_once_it_is_aqua_regia_and_refused_with_the_number_of_washes()
    {
        var refusal = Planned(0.7, "1").Steps[^1].Plan.Refusals.Single();
        Assert.Contains("gold would follow", refusal.Reason);
        Assert.Matches("[2-9] times", refusal.WayOut);
    }
}
