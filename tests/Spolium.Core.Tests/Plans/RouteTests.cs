using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Tests.Methods;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>Routes as graphs: loops, branches, holdings put together; what never meets is stopped, what is odd is kept with its
/// reason.</summary>
public class RouteTests
{
    [Fact]
    public void A_loop_stands_in_the_way_and_a_branch_beside_it()
    {
        var gold = Routes.Chain(HobLaneWays.GoldByNitricStrip);
        var loop = gold.PutIn("5-metabisulphite", HobLaneWays.SecondRefine);
        Assert.Empty(loop.Check());
        Assert.Equal(
            ["5-metabisulphite", "5a-aqua-regia", "5b-sulfamic", "5c-clear", "5d-metabisulphite", "5e-wash", "6-wash-dry-melt"],
            loop.Steps.Skip(4).Select(s => s.Id)
        );
        Assert.Equal(["5e-wash/washed"], loop.Steps[^1].Takes);
        // Refined twice there is a little less of it, and it is all still accounted for.
        var (once, twice) = (
            Given.Plan(Given.Charge(Given.Hl1(), 412.6)),
            Planner.Fold(Given.Charge(Given.Hl1(), 412.6), loop, Shop.Usual, new Draws("HL-1"))
        );
        Assert.Null(twice.Refused);
        Assert.InRange(twice.Product("Au").Likely, 0.95 * once.Product("Au").Likely, once.Product("Au").Likely);

        var trial = Routes
            .Chain(["aliquot", "nitric-part", "silver-chloride"])
            .PutIn("1-aliquot", ["nitric-part", "copper-cement"], "trial");
        Assert.Empty(trial.Check());
        Assert.Equal(["1-aliquot/rest"], trial.Steps.Single(s => s.Id == "2-nitric-part").Takes);
        var plan = Planner.Fold(RefusalTests.Of("Ag 100, Cu 10"), trial, Shop.Usual, new Draws("trial"));
        Assert.Equal(3, plan.Of("1a-nitric-part").Input.Element("Ag").Likely, 1e-6);
        Assert.Equal(97, plan.Of("2-nitric-part").Input.Element("Ag").Likely, 1e-6);
    }

    [Fact]
    public void Holdings_that_wait_are_put_together_and_each_is_taken_once()
    {
        var route = Routes.Chain(HobLaneWays.GoldByNitricStrip);
        Assert.Contains("4-clear/filter", route.Waiting);
        Assert.DoesNotContain("4-clear/clear-liquor", route.Waiting);
        var both = route.PutIn("5-metabisulphite", ["wash"], null, ["1-nitric-strip/rinse"]);
        Assert.Empty(both.Check());
        Assert.DoesNotContain("1-nitric-strip/rinse", both.Waiting);
        Assert.Contains(both.PutIn("5a-wash", ["wash"], null, ["1-nitric-strip/rinse"]).Check(), e =>
            e.Field.EndsWith("takes", StringComparison.Ordinal)
        );
        var plan = Planner.Fold(Given.Charge(Given.Hl1(), 100), both, Shop.Usual, new Draws("both"));
        Assert.Equal(
            plan.Of("5-metabisulphite").Plan.Outputs[0].Charge.Mass().Likely
                + plan.Of("1-nitric-strip").Plan.Outputs.Single(o => o.Id == "rinse").Charge.Mass().Likely,
            plan.Of("5a-wash").Input.Mass().Likely,
            1e-6
        );
        Assert.Empty(plan.Of("5a-wash").Combined);
    }

    [Fact]
    public void Two_liquors_that_never_meet_are_not_put_together()
    {
        // A silver liquor that was parted off, and the oxalic acid that an oxalic precipitation leaves: silver oxalate, which detonates
        // when dry.
        var route = Routes
            .Chain(["nitric-part>residue", "wash", "aqua-regia", "sulfamic", "clear", "oxalic"])
            .PutIn("6-oxalic", ["clear"], "barren", ["1-nitric-part/silver-liquor"]);
        var plan = Planner.Fold(RefusalTests.Of("Ag 60, Au 20"), route, Shop.Usual, new Draws("meet"));
        Assert.Null(plan.Refused);
        Assert.Contains(plan.Of("6a-clear").Combined, r => r is { Id: "silver-oxalic", Verdict: Verdict.Stop });
        Assert.All(plan.Steps.Take(6), s => Assert.Empty(s.Combined));
        Assert.Contains(StepSafety.Of(plan.Of("6a-clear"), new Draws("meet")).Findings, f =>
            f.DoseId is null && f.Row.Id == "silver-oxalic"
        );
    }

    [Fact]
    public void A_reason_against_a_warning_is_kept_with_the_pour()
    {
        var entries = DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero));
        var state = Replay.Of(entries);
        var batch = state.Batches["26-02"];
        var much = Given.Grams(40);
        Assert.Contains("say why", StepDecisions.Pour(state, batch, "3-sulfamic", "sulfamic", "S-1", much, null).Errors[0].WayOut);
        var kept = (DoseAdded)StepDecisions.Pour(state, batch, "3-sulfamic", "sulfamic", "S-1", much, " more was there ").Body!;
        Assert.Equal("more was there", kept.Reason);
        Assert.Null(((DoseAdded)StepDecisions.Pour(state, batch, "3-sulfamic", "sulfamic", "S-1", Given.Grams(0.2), null).Body!).Reason);
    }
}
