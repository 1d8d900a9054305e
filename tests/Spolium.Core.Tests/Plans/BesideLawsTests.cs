using CsCheck;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Tests.Methods;
using Spolium.Core.Vessels;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>Whatever happens beside the plan, at every method: each element is kept in every world, and the page tells pours as they
/// were.</summary>
public class BesideLawsTests
{
    private static readonly DateTimeOffset Start = new(2026, 3, 2, 9, 0, 0, TimeSpan.Zero);

    public static TheoryData<string> Ids => EveryMethodTests.Ids;

    private static Pour PourOf(Dose dose, double grams, int minute) =>
        new(
            dose.Id,
            dose.Bottle.Id,
            grams,
            Start.AddMinutes(minute),
            $"{dose.Id}-{minute}",
            dose.Bottle.Strength.Value,
            dose.Bottle.PlusMinus,
            dose.Bottle.DensityGPerMl
        );

    private static Beside At(int minute, Happening what, FreePour? poured = null, PartGone? gone = null, string? into = null) =>
        new(new("b", "s", what, poured, null, gone, into), Start.AddMinutes(minute), $"beside-{minute}");

    private static FreePour Free(string formula, double grams)
    {
        var bottle = Shop.Usual.Of(formula);
        return new(
            formula,
            new(bottle.Id, Given.Grams(grams), grams, bottle.Strength.Value, bottle.PlusMinus, bottle.DensityGPerMl, 0.02 * grams)
        );
    }

    private static PartGone Gone(double share, bool withSolids, params (string Element, double Grams)[] holds) =>
        new(
            Given.Grams(1),
            share,
            0.2 * share,
            withSolids,
            [.. holds.Select(h => new ElementEstimate(h.Element, h.Grams, 0.3 * h.Grams, 0, 2 * h.Grams))]
        );

    private static IReadOnlyList<Beside> Happenings(int seed, double share)
    {
        string[] formulas = ["H2O", "HCl", "HNO3", "H3NSO3", "NaCl", "NaOH"];
        return
        [
            At(5, Happening.Poured, Free(formulas[seed % formulas.Length], 1 + seed % 17)),
            At(15, Happening.Sampled, gone: Gone(share / 5, false, ("Au", 0.01), ("Cu", 0.1))),
            At(25, Happening.Spilt, gone: Gone(share, seed % 3 == 0, ("Au", share), ("Ag", 3 * share), ("Cu", share))),
            At(35, Happening.Moved, gone: Gone(0.01, false), into: Vessel.Beakers[^2].Id),
            At(45, Happening.Covered, into: seed % 2 == 0 ? "open" : "neck"),
            At(55, Happening.BoiledAway, gone: Gone(share / 2, false)),
        ];
    }

    [Theory]
    [MemberData(nameof(Ids))]
    public void Every_element_is_kept_in_every_world(string id)
    {
        var planned = 0;
        var route = Routes.Chain([id]);
        var step = route.Steps[0].Id;
        Gen.Select(EveryMethodTests.AnyCharge, Gen.Int[0, 1000], Gen.Double[0.01, 0.9], Gen.Bool)
            .Sample(
                (charge, seed, share, closed) =>
                {
                    var draws = new Draws("beside " + seed);
                    var plain = Planner.Fold(charge, route, Shop.Usual, draws).Of(step).Plan;
                    if (plain.Refused)
                        return;
                    // Half of each dose is poured, at times between which other things happen.
                    var pours = plain
                        .Doses.Where(d => d.Grams.Likely > 0)
                        .SelectMany((d, i) => new[] { PourOf(d, 0.2 * d.Grams.Likely, 10 + i), PourOf(d, 0.3 * d.Grams.Likely, 30 + i) })
                        .ToList();
                    var happened = Happenings(seed, share);
                    Facts With(IReadOnlyList<Beside> beside) =>
                        Facts.None with
                        {
                            Begun = true,
                            Closed = closed,
                            Pours = pours,
                            Beside = beside,
                            AsOf = Start.AddHours(1),
                        };
                    StepPlan Planned(Facts logged) =>
                        Planner.Fold(charge, route, Shop.Usual, new Dictionary<string, Facts> { [step] = logged }, draws).Of(step).Plan;
                    var facts = With(happened);
                    var plan = Planned(facts);
                    // What the method does not take any more: then nothing is poured in, and the rest happens all the same.
                    if (plan.Refused)
                    {
                        happened = [.. happened.Where(h => h.Body.Poured is null)];
                        facts = With(happened);
                        plan = Planned(facts);
                    }
                    if (plan.Refused)
                        return;
                    planned++;
                    var added = happened
                        .Where(h => h.Body.Poured is not null)
                        .Aggregate(charge, (c, h) => BesideThePlan.BottleOf(h.Body.Poured!).PourInto(c, Reading(h), draws));
                    // A dose that is not wanted any more was poured all the same.
                    foreach (var p in pours.Where(p => plan.Doses.All(d => d.Id != p.DoseId)))
                        added = Shop.Usual.AsPoured(p)!.PourInto(added, DosePlan.Logged([p]), draws);
                    EveryMethodTests.Conserved(added, plan, draws);
                    foreach (var dose in plan.Doses)
                    foreach (var pour in facts.Of(dose.Id))
                        Assert.Equal(pour.Grams, dose.Rungs.Single(r => r.Poured == pour.EntryId).Grams, 1e-9);
                    Assert.Contains(plan.Outputs, o => o.Id == BesideThePlan.Spilt);
                },
                iter: 60
            );
        Assert.True(planned > 0, $"{id} refused every random charge.");
    }

    private static Working Reading(Beside h) =>
        Working.Given(
            new Draws("pour " + h.EntryId).Reading("grams", h.Body.Poured!.Pour.Grams, h.Body.Poured.Pour.SigmaG),
            Dimension.Mass,
            "poured",
            "test"
        );

    [Fact]
    public void A_step_where_nothing_happened_is_the_plan_as_ever()
    {
        var charge = RefusalTests.Of("Au 10, Cu 1");
        Assert.Null(BesideThePlan.Of("s", charge, Facts.None, Shop.Usual, new Draws("none")));
    }
}
