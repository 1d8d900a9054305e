using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Vessels;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>Bottles through a whole way: what one step takes, the next no longer finds.</summary>
public class FromTheShelfTests
{
    private static readonly Bottle First = Shop.UsualBottles[0] with { PlusMinus = 0.002 };
    private static readonly Bottle Second = First with { Id = "N-2" };

    private static BatchPlan Plan(
        Dictionary<string, double> levels,
        IReadOnlyDictionary<string, Facts>? facts = null,
        params Bottle[] nitric
    ) =>
        Planner.Fold(
            Given.Charge(Given.Hl1(), 100),
            Routes.Chain(HobLaneWays.GoldByNitricStrip),
            new Shop([.. nitric, .. Shop.UsualBottles.Skip(1)], Vessel.Beakers, 0.01, levels),
            facts ?? new Dictionary<string, Facts>(),
            new Draws("whole")
        );

    private static double Wanted(PlannedStep step) =>
        step.Plan.Doses.Where(d => d.Bottle.Formula == "HNO3").Sum(d => d.Rungs.Sum(r => r.Grams));

    [Fact]
    public void What_the_strip_takes_is_gone_when_the_aqua_regia_comes()
    {
        var usual = Plan(new() { ["N-1"] = 1e6 }, null, First);
        var strip = Wanted(usual.Steps[0]);
        var dissolve = Wanted(usual.Steps[1]);
        var tight = Plan(new() { ["N-1"] = strip + dissolve / 2, ["N-2"] = 1e6 }, null, First, Second);
        Assert.Equal("N-1", tight.Steps[0].Plan.Doses.First(d => d.Id == "nitric").Bottle.Id);
        Assert.Contains("N-2", tight.Steps[1].Plan.Doses.First(d => d.Bottle.Formula == "HNO3").Bottle.Id);
    }

    [Fact]
    public void Bottles_of_one_strength_dose_as_one_bottle()
    {
        var one = Plan(new() { ["N-1"] = 1e6 }, null, First);
        var two = Plan(new() { ["N-1"] = 100, ["N-2"] = 1e6 }, null, First, Second);
        // The bottles err each for itself, so the ranges differ a little; the likely dose is the same.
        Assert.Equal(one.Steps[0].Plan.Doses[1].Grams.Likely, two.Steps[0].Plan.Doses[1].Grams.Likely, 1e-6);
        Assert.Equal(Wanted(one.Steps[0]), Wanted(two.Steps[0]), 0.05 * Wanted(one.Steps[0]));
    }

    [Fact]
    public void Portions_that_were_poured_keep_their_bottle_and_the_rest_goes_on_from_the_next()
    {
        var facts = Given.Poured("nitric", "N-1", 30, 30);
        var plan = Plan(new() { ["N-1"] = 0, ["N-2"] = 1e6 }, new Dictionary<string, Facts> { ["1-nitric-strip"] = facts }, First, Second);
        var rungs = plan.Steps[0].Plan.Doses.First(d => d.Id == "nitric").Rungs;
        Assert.Equal(["N-1", "N-1"], rungs.Where(r => r.Poured is not null).Select(r => r.BottleId));
        Assert.All(rungs.Where(r => r.Poured is null), r => Assert.Equal("N-2", r.BottleId));
    }

    [Fact]
    public void A_closed_step_wants_nothing_more_and_lacks_nothing()
    {
        var facts = Given.Poured("nitric", "N-1", 300) with { Closed = true };
        var plan = Plan(new() { ["N-1"] = 0 }, new Dictionary<string, Facts> { ["1-nitric-strip"] = facts }, First);
        Assert.Null(plan.Steps[0].Plan.Doses.First(d => d.Id == "nitric").Lacking);
    }

    [Fact]
    public void Mass_is_kept_with_two_bottles_as_with_one()
    {
        var plan = Plan(new() { ["N-1"] = 150, ["N-2"] = 1e6 }, null, First, Second with { Strength = new(0.5), DensityGPerMl = 1.31 });
        var step = plan.Steps[0];
        var before = step.Input.Mass() + Working.Sum(step.Plan.Doses.Select(d => d.Grams), Dimension.Mass);
        var after = Working.Sum(step.Plan.Outputs.Select(o => o.Charge.Mass()), Dimension.Mass) + step.Plan.GasGone.Mass();
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.Equal(before.Amount[w], after.Amount[w], 1e-6 * before.Amount[w]);
    }

    [Fact]
    public void Water_is_never_short() =>
        Assert.All(
            Plan(new() { ["N-1"] = 1, ["water"] = 0 }, null, First)
                .Steps.SelectMany(s => s.Plan.Doses)
                .Where(d => d.Bottle.Formula == "H2O"),
            d => Assert.Null(d.Lacking)
        );

    [Fact]
    public void Usual_bottles_come_from_their_data_file_with_the_density_of_their_table()
    {
        Assert.Equal(
            ["N-1", "H-1", "S-1", "M-1", "usual sulphuric acid"],
            new[] { "HNO3", "HCl", "H3NSO3", "Na2S2O5", "H2SO4" }.Select(f => Shop.Usual.Of(f).Id)
        );
        Assert.Equal(Shop.UsualBottles.Count, Shop.UsualBottles.Select(b => b.Formula).Distinct().Count());
        Assert.Equal(1.1837, Shop.Usual.Of("HCl").DensityGPerMl!.Value, 2e-4);
        Assert.Null(Shop.Usual.Of("H3NSO3").DensityGPerMl);
    }
}
