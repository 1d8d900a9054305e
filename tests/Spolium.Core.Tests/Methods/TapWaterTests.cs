using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Tap water brings chloride, which clouds silver; distilled water brings none.</summary>
public class TapWaterTests
{
    private static readonly DateTimeOffset At = new(2026, 3, 2, 9, 0, 0, TimeSpan.Zero);

    private static double Cloud(StepPlan plan) => plan.Outputs.Sum(o => o.Charge.Grams(new("AgCl", Phase.Solid)).Likely);

    private static Facts Poured(double? ppm) =>
        Facts.None with
        {
            Begun = true,
            Pours = [new Pour("water", ppm is null ? Shop.Water.Id : "W-1", 500, At, "e1", 1, 0, 0.998, 0, ppm)],
            AsOf = At,
        };

    [Fact]
    public void Water_poured_from_the_tap_takes_silver_as_a_cloud()
    {
        var feed = RefusalTests.Of("Ag 100");
        Assert.Equal(0, Cloud(Given.Step("nitric-part", feed, Poured(null))));
        // 500 g at 40 mg/kg: 20 mg of chloride bring down 80.9 mg of silver chloride.
        Assert.Equal(0.0809, Cloud(Given.Step("nitric-part", feed, Poured(40))), 0.0005);
    }

    [Fact]
    public void So_does_a_rinse_from_the_tap_beside_the_plan()
    {
        var route = Routes.Chain(["copper-cement"]);
        var liquor = RefusalTests.Of("Ag+ 25, NO3- 16, H+ 0.03, H2O 300");
        StepPlan With(double? ppm)
        {
            var pour = new BottlePour("W-1", TypedNumber.Of(200, Field.Volume, "mL"), 200, 1, 0, 0.998, 0, ppm);
            var rinse = new SomethingElse("b", "s1", Happening.Poured, new FreePour("H2O", pour));
            var facts = Facts.None with { Begun = true, Beside = [new(rinse, At, "e2")], AsOf = At };
            var step = route.Steps[0].Id;
            return Planner
                .Fold(liquor, route, Shop.Usual, new Dictionary<string, Facts> { [step] = facts }, new Draws("tap"))
                .Of(step)
                .Plan;
        }
        Assert.Equal(0, Cloud(With(null)));
        Assert.Equal(200 * 40e-6 / 35.45 * 143.32, Cloud(With(40)), 1e-4);
    }

    [Fact]
    public void A_bottle_of_tap_water_knows_its_chloride() => Assert.Equal(40, ReagentForm.Of("water-tap").ChloridePpm);
}
