using CsCheck;
using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>The laws: mass and every element are conserved in every world by every method, and nothing falls below nothing.</summary>
public class ConservationTests
{
    private static readonly Gen<(double Gold, double Copper, double Grams, double Factor)> Lots = Gen.Select(
        Gen.Double[0.05, 30],
        Gen.Double[5, 95],
        Gen.Double[1, 3000],
        Gen.Double[0.2, 3]
    );

    [Fact]
    public void Mass_is_conserved_in_every_world_by_every_method() =>
        Lots.Sample(
            lot =>
            {
                var feed = Given.Charge(Given.Hl1(lot.Gold / 2, lot.Gold, lot.Gold * 1.5), lot.Grams, $"lot {lot.Gold}");
                Check(Given.Plan(feed));
                // Whatever is poured, too little or too much, with and without signs.
                var planned = Given.Plan(feed);
                var facts = planned.Steps.ToDictionary(
                    s => s.Step.Id,
                    s =>
                        Facts.None with
                        {
                            Begun = true,
                            Closed = lot.Grams % 2 > 1,
                            Signs = lot.Copper % 2 > 1 ? s.Plan.EndSigns.Select(e => e.Id).ToHashSet() : [],
                            Pours =
                            [
                                .. s.Plan.Doses.Select(d => new Pour(
                                    d.Id,
                                    d.Bottle.Id,
                                    d.Grams.Likely * lot.Factor,
                                    DateTimeOffset.UnixEpoch,
                                    d.Id
                                )),
                            ],
                            AsOf = DateTimeOffset.UnixEpoch.AddHours(2),
                        }
                );
                Check(Given.Plan(feed, facts));
            },
            iter: 40
        );

    [Fact]
    public void Steps_closed_with_nothing_logged_lose_nothing_and_invent_nothing()
    {
        foreach (
            var charge in new[]
            {
                Given.Charge(Given.Hl1(), 50),
                Given.Metals(("Cu", 10), ("Zn", 5)),
                Given.Metals(("Au", 20), ("Cu", 0.01)),
            }
        )
        {
            var closed = Core
                .Plans.Routes.Chain(HobLaneWays.GoldByNitricStrip)
                .Steps.ToDictionary(s => s.Id, _ => Facts.None with { Begun = true, Closed = true });
            var plan = Given.Plan(charge, closed);
            Check(plan);
            var strip = plan.Of("1-nitric-strip").Plan;
            Assert.Equal(charge.Element("Cu").Likely, strip.Outputs[0].Charge.Element("Cu").Likely, 1e-9);
            var signed = closed.ToDictionary(
                f => f.Key,
                f =>
                    f.Value with
                    {
                        Signs = plan.Steps.FirstOrDefault(s => s.Step.Id == f.Key)?.Plan.EndSigns.Select(e => e.Id).ToHashSet() ?? [],
                    }
            );
            Check(Given.Plan(charge, signed));
        }
    }

    [Fact]
    public void What_is_weighed_where_nothing_was_expected_is_of_unknown_kind()
    {
        var facts = new Dictionary<string, Facts>
        {
            ["1-nitric-strip"] = Facts.None with
            {
                Begun = true,
                Weighed = new Dictionary<string, TypedNumber> { ["foils"] = Given.Grams(1.5) },
            },
        };
        var foils = Given.Plan(Given.Metals(("Cu", 10)), facts).Of("1-nitric-strip").Plan.Outputs[0].Charge;
        Assert.Equal(1.5, foils.Unknown.Likely + foils.Grams(new("Cu", Phase.Solid)).Likely, 1e-9);
    }

    [Fact]
    public void Other_metals_are_conserved_too() =>
        Check(
            Given.Plan(
                Given.Metals(
                    ("Au", 5),
                    ("Cu", 60),
                    ("Zn", 20),
                    ("Ni", 5),
                    ("Fe", 4),
                    ("Pb", 2),
                    ("Ag", 0.2),
                    ("Co", 1),
                    ("Cd", 1),
                    ("Bi", 0.5),
                    ("Al", 1)
                )
            )
        );

    private static void Check(Core.Plans.BatchPlan plan)
    {
        foreach (var s in plan.Steps.Where(s => !s.Plan.Refused))
        {
            var poured = s.Plan.Doses.Aggregate(s.Input, (c, d) => d.Bottle.PourInto(c, d.Grams, new Draws("HL-1")));
            var outs = s.Plan.Outputs.Select(o => o.Charge).Append(s.Plan.GasGone).ToList();
            AssertSame(
                s.Step.Id,
                "mass",
                Sum(s.Plan.Doses.Select(d => d.Grams.Amount).Prepend(s.Input.Mass().Amount)),
                Sum(outs.Select(o => o.Mass().Amount))
            );
            foreach (var element in poured.Substances.SelectMany(k => k.Parse().Atoms.Keys).Distinct().Except(["O"]))
                AssertSame(s.Step.Id, element, poured.Element(element).Amount, Sum(outs.Select(o => o.Element(element).Amount)));
            foreach (var (species, moles) in s.Plan.Outputs.SelectMany(o => o.Charge.Moles))
                for (var w = 0; w < Amount.Worlds; w++)
                    Assert.True(
                        double.IsFinite(moles.Amount[w]) && moles.Amount[w] > -1e-9,
                        $"{s.Step.Id}: {species.Formula} is {moles.Amount[w]} mol in world {w}"
                    );
            Assert.All(s.Plan.Outputs.Select(o => Charged(o.Charge)), charge =>
                Assert.True(charge < 1e-7, $"{s.Step.Id}: the liquor is charged")
            );
        }
    }

    // A liquor is neutral: the charges of its ions cancel in every world.
    private static double Charged(Charge charge)
    {
        var worst = 0.0;
        for (var w = 0; w < Amount.Worlds; w++)
            worst = Math.Max(worst, Math.Abs(charge.Moles.Sum(m => m.Value.Amount[w] * m.Key.Parse().Charge)));
        return worst;
    }

    private static Amount Sum(IEnumerable<Amount> all) => all.Aggregate((a, b) => a + b);

    private static void AssertSame(string step, string what, Amount a, Amount b)
    {
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.True(
                Math.Abs(a[w] - b[w]) <= 1e-9 * Math.Max(1, Math.Abs(a[w])),
                $"{step}: {what} goes in as {a[w]} g and comes out as {b[w]} g in world {w}"
            );
    }
}
