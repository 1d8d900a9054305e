using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What the bench knows beside the equations: steel that stays, silver oxide and ammonia, drying in air, what harms of what
/// forms.</summary>
public class BenchLoreTests
{
    private static StepPlan Step(string method, string charge, params (string Id, string Value)[] options) =>
        Given.Step(method, RefusalTests.Of(charge), options: options.ToDictionary(o => o.Id, o => o.Value));

    [Theory]
    [InlineData("nitric-strip", "Cu 60, Fe 1.5, Au 1", "strip-liquor")]
    [InlineData("aqua-regia", "Au 10, Fe 3", "gold-liquor")]
    public void Iron_may_be_steel_that_stays(string method, string charge, string liquor)
    {
        var plan = Step(method, charge);
        var solid = new Species("Fe", Phase.Solid);
        var stays = plan.Outputs.Select(o => o.Charge.Grams(solid)).Aggregate((a, b) => a + b);
        Assert.Equal(0, stays.Likely, 0.1);
        Assert.True(stays.Range.High > 0.5, stays.Range.ToString());
        Assert.True(plan.Outputs.Single(o => o.Id == liquor).Charge.Element("Fe").Range.Low > 0.2);
        Assert.Contains(plan.Cautions, c => c.Text.Contains("Stainless"));
        Assert.DoesNotContain(Step(method, charge.Replace(", Fe", ", Ni")).Cautions, c => c.Text.Contains("Stainless"));
    }

    [Fact]
    public void Ammonia_takes_silver_oxide_four_to_one_and_the_wash_is_soured_to_chloride()
    {
        // 2 g of oxide, 8.63 mmol, want 34.5 mmol of ammonia, three times over 1.76 g: 7 mL of 25 %.
        var plan = Step("wash", "Au 20, Ag2O 2", ("school", "ammonia"));
        Assert.Empty(plan.Refusals);
        var ammonia = plan.Doses.Single(d => d.Id == "ammonia");
        Assert.Equal(3 * 4 * 2 / 231.735 * 17.031, ammonia.Grams.Likely * ammonia.Bottle.Strength.Value, 0.15);
        var soured = plan.Outputs.Single(o => o.Id == "ammonia-wash").Charge;
        Assert.Equal(0, soured.Of(new("Ag2O", Phase.Solid)).Likely, 1e-9);
        Assert.Equal(0.96 * 2 / 231.735 * 2, soured.Of(new("AgCl", Phase.Solid)).Likely, 1e-3);
        Assert.Contains(Step("wash", "Au 5, Ag2O 5.1", ("school", "ammonia")).Refusals, r => r.Reason.Contains("flood"));
    }

    [Fact]
    public void Air_dries_in_days_without_an_oven()
    {
        var (oven, air) = (Step("dry", "Au 5, H2O 5"), Step("dry", "Au 5, H2O 5", ("by", "air")));
        Assert.True(air.Unattended.Likely > 10 * oven.Unattended.Likely);
        Assert.Equal((110, 25), (oven.HottestC, air.HottestC));
        Assert.True(air.ByItsOwn && !oven.ByItsOwn);
    }

    [Fact]
    public void What_harms_for_good_is_told_of_what_forms_too()
    {
        IReadOnlyList<string> Formed(string method, string charge)
        {
            var route = Routes.Chain([method]);
            var plan = Planner.Fold(RefusalTests.Of(charge), route, Shop.Usual, new Draws("forms"));
            return [.. StepSafety.Of(plan.Steps[0], new Draws("forms")).Marks.Select(m => m.Bottle)];
        }
        Assert.Contains(Formed("nitric-part", "Ag 60, Ni 5"), m => m.StartsWith("Ni(NO3)2", StringComparison.Ordinal));
        Assert.Contains(Formed("nitric-part", "Ag 60, Cd 5"), m => m.StartsWith("Cd(NO3)2", StringComparison.Ordinal));
        Assert.Contains(Formed("sulfuric-leach", "CoO 5, NiO 5"), m => m.StartsWith("CoSO4", StringComparison.Ordinal));
        Assert.DoesNotContain(Formed("nitric-part", "Ag 60, Cu 5"), m => m.Contains("which forms"));
    }

    [Fact]
    public void Perhaps_cadmium_is_no_dead_end()
    {
        var refused = Step("melt", "Ag 50, mark:cadmium").Refusals.Single(r => r.Reason.Contains("cadmium"));
        Assert.Contains("sulphide", refused.WayOut);
        Assert.Contains("X-ray", refused.WayOut);
        Assert.Contains("mark off", refused.WayOut);
    }
}
