using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Vessels;
using Xunit;

namespace Spolium.Core.Tests.Plans;

public class TwoBottlesTests
{
    private static readonly Bottle Strong = Shop.UsualBottles[0] with { PlusMinus = 0.002 };
    private static readonly Bottle Weak = Strong with { Id = "N-2", Strength = new(0.50), DensityGPerMl = 1.310 };

    private static BatchPlan Plan(
        IReadOnlyList<Bottle> nitric,
        Dictionary<string, double>? levels,
        IReadOnlyDictionary<string, Facts>? facts = null
    ) =>
        Planner.Fold(
            Given.Charge(Given.Hl1(), 100),
            Routes.Chain(["nitric-strip"]),
            new Shop([.. nitric, .. Shop.UsualBottles.Skip(1)], Vessel.Beakers, 0.01, levels),
            facts ?? new Dictionary<string, Facts>(),
            new Draws("two")
        );

    private static Dose Nitric(BatchPlan plan) => plan.Steps[0].Plan.Doses.First(d => d.Id == "nitric");

    [Fact]
    public void One_bottle_that_holds_enough_stays_alone()
    {
        var dose = Nitric(Plan([Strong, Weak], new() { ["N-1"] = 5000, ["N-2"] = 5000 }));
        Assert.Equal("N-1", dose.Bottle.Id);
        Assert.All(dose.Rungs, r => Assert.Equal("N-1", r.BottleId));
    }

    [Fact]
    public void A_second_bottle_gives_what_the_first_lacks()
    {
        var alone = Nitric(Plan([Strong], null));
        var dose = Nitric(Plan([Strong, Weak], new() { ["N-1"] = 150, ["N-2"] = 5000 }));
        Assert.Equal("N-1 + N-2", dose.Bottle.Id);
        Assert.InRange(dose.Bottle.Strength.Value, 0.50, 0.68);
        // More grams of the weaker mixture, the same acid.
        Assert.True(dose.Grams.Likely > alone.Grams.Likely);
        Assert.Equal(alone.Grams.Likely * 0.68, dose.Grams.Likely * dose.Bottle.Strength.Value, 0.03 * alone.Grams.Likely);
        var first = dose.Rungs.Where(r => r.BottleId == "N-1").Sum(r => r.Grams);
        Assert.InRange(first, 100, 150);
        Assert.All(dose.Rungs.Where(r => r.BottleId == "N-2"), r => Assert.Equal(r.Grams / 1.310, r.Millilitres!.Value, 1e-9));
    }

    [Fact]
    public void Too_little_on_the_shelf_is_said_where_it_is_poured()
    {
        Assert.Contains("add another bottle", Nitric(Plan([Strong], new() { ["N-1"] = 50 })).Lacking);
        Assert.Null(Nitric(Plan([Strong], new() { ["N-1"] = 9000 })).Lacking);
        Assert.Null(Nitric(Plan([Strong], [])).Lacking);
    }

    [Fact]
    public void What_was_poured_keeps_the_strength_that_it_had_then()
    {
        var facts = Given.Poured("nitric", "N-1", 200) with { Closed = true };
        var weak = facts with { Pours = [.. facts.Pours.Select(p => p with { Strength = 0.5, PlusMinus = 0.002, DensityGPerMl = 1.310 })] };
        double Left(Facts f) =>
            Plan([Strong], null, new Dictionary<string, Facts> { ["1-nitric-strip"] = f })
                .Steps[0]
                .Plan.Outputs.Sum(o => o.Charge.Element("N").Likely);
        Assert.True(Left(weak) < Left(facts));
        var dose = Nitric(Plan([Strong], null, new Dictionary<string, Facts> { ["1-nitric-strip"] = weak }));
        Assert.Equal(0.5, dose.Bottle.Strength.Value);
    }

    [Fact]
    public void A_spoonful_keeps_how_unsure_it_is()
    {
        var facts = Facts.None with
        {
            Begun = true,
            Pours =
            [
                new Pour("d", "M-1", 5, DateTimeOffset.UnixEpoch, "e1"),
                new Pour("d", "M-1", 6.75, DateTimeOffset.UnixEpoch, "e2", SigmaG: 0.9),
            ],
        };
        var logged = DosePlan.Logged("d", facts);
        Assert.Equal(11.75, logged.Likely, 1e-9);
        Assert.Equal(0.9, logged.Amount.Sigma, 0.05);
    }

    [Fact]
    public void A_dose_is_told_to_a_gram_of_what_it_works_on()
    {
        var plan = Plan([Strong], null);
        var dose = Nitric(plan);
        Assert.Equal(dose.Millilitres!.Likely / 100, plan.Steps[0].PerGram(dose)!.Likely, 1e-6);
        // Of a liquor it is the gold that counts, not the grit that was left in it.
        var later = Given.Plan(Given.Charge(Given.Hl1(), 100)).Of("3-sulfamic");
        Assert.EndsWith("gram of gold", later.PerGram(later.Plan.Doses[0])!.Label);
    }

    [Fact]
    public void Bottles_together_are_their_mean_and_none_are_nothing()
    {
        var both = Bottle.Together([new(Strong, 100), new(Weak, 300)]);
        Assert.Equal(0.25 * 0.68 + 0.75 * 0.50, both.Strength.Value, 1e-12);
        Assert.Equal(400 / (100 / Strong.DensityGPerMl!.Value + 300 / 1.310), both.DensityGPerMl!.Value, 1e-9);
        Assert.Equal(both.Strength.Value, both.StrengthIn(new Draws("x")).Likely, 1e-12);
        Assert.Throws<ArgumentException>(() => Bottle.Together([]));
    }
}
