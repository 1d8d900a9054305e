using System.Globalization;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A method is a computation, not a card: what goes in and what was poured moves its doses, gas, vessel and time, and the step
/// after it.</summary>
public class FollowTests
{
    // A charge that each method takes, and what follows it. "" ends.
    public static TheoryData<string, string, string> Rows =>
        new()
        {
            { "outside", "Cu 60, Zn 30, Au 2", "nitric-strip" },
            { "sort", "Cu 60, Zn 30, Au 2", "nitric-strip" },
            { "mill", "Cu 60, Fe 30, Au 2", "nitric-strip" },
            { "roast", "Cu 60, Fe 30, Au 2", "sulfuric-leach" },
            { "anneal", "Cu 60, Au 2", "nitric-strip" },
            { "roll", "Ag 60, Cu 5", "nitric-part" },
            { "granulate", "Ag 60, Cu 5", "nitric-part" },
            { "inquart", "Au 12, Ag 5, Cu 3", "nitric-part" },
            { "aliquot", "Cu 60, Au 2", "nitric-strip" },
            { "peroxide-etch", "Cu 60, Au 2", "aqua-regia" },
            { "nitric-strip", "Cu 60, Zn 20, Au 2", "aqua-regia" },
            { "hydrochloric-leach", "Sn 10, Cu 60, Au 2", "wash" },
            { "sulfuric-leach", "CuO 60, Au 2", "aqua-regia" },
            { "chlorine-lift", "Cu 60, Au 2", "aqua-regia" },
            { "aqua-regia", "Au 10, Cu 1", "sulfamic" },
            { "nitrate-salt", "Au 10, Cu 1", "sulfamic" },
            { "hypochlorite", "Au 10, Cu 1", "metabisulphite" },
            { "peroxide-hcl", "Au 10, Cu 1", "metabisulphite" },
            { "chlorine-hcl", "Au 10, Cu 1", "metabisulphite" },
            { "nitric-part", "Ag 60, Cu 5", "silver-chloride" },
            { "sulfamic", "AuCl4- 17, H+ 0.6, NO3- 5, Cl- 15, H2O 150", "metabisulphite" },
            { "urea", "AuCl4- 17, H+ 0.6, NO3- 5, Cl- 15, H2O 150", "metabisulphite" },
            { "boil-down", "AuCl4- 17, H+ 0.6, NO3- 5, Cl- 15, H2O 150", "metabisulphite" },
            { "spare-gold", "AuCl4- 17, H+ 0.5, NO3- 0.2, Cl- 15, H2O 150", "metabisulphite" },
            { "clear", "AuCl4- 17, H+ 0.5, Cl- 15, H2O 150", "metabisulphite" },
            { "metabisulphite", "AuCl4- 17, H+ 0.5, Cl- 15, H2O 150", "wash" },
            { "sulphite", "AuCl4- 17, H+ 0.5, Cl- 15, H2O 150", "wash" },
            { "ferrous", "AuCl4- 17, H+ 0.5, Cl- 15, H2O 150", "wash" },
            { "oxalic", "AuCl4- 17, H+ 0.5, Cl- 15, H2O 150", "wash" },
            { "silver-chloride", "Ag+ 25, NO3- 16, H+ 0.03, H2O 300", "caustic-sugar" },
            { "caustic-sugar", "AgCl 33, H2O 30", "dry" },
            { "zinc-silver", "AgCl 33, H2O 30", "dry" },
            { "iron-silver", "AgCl 33, H2O 30", "dry" },
            { "copper-cement", "Ag+ 25, NO3- 16, H+ 0.03, H2O 300", "wash" },
            { "fixer-iron", "Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900", "dry" },
            { "fixer-current", "Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900", "dry" },
            { "crystallise-silver-nitrate", "Ag+ 25, NO3- 16, H+ 0.03, H2O 300", "" },
            { "wash", "Au 10, H2O 6, Cl- 0.5, H+ 0.014", "dry" },
            { "dry", "Au 10, H2O 6", "melt" },
            { "melt", "Au 10", "pickle" },
            { "pickle", "Au 10", "fineness" },
            { "fineness", "Au 10", "" },
            { "wash-dry-melt", "Au 10, H2O 6", "" },
        };

    private static string Times(string charge, double times) => string.Join(", ", charge.Split(", ").Select(p => TimesOne(p, times)));

    private static string TimesOne(string part, double times)
    {
        var at = part.LastIndexOf(' ');
        return string.Create(
            CultureInfo.InvariantCulture,
            $"{part[..at]} {double.Parse(part[(at + 1)..], CultureInfo.InvariantCulture) * times}"
        );
    }

    private static BatchPlan Plan(string charge, string method, string next, Facts? facts = null) =>
        Planner.Fold(
            RefusalTests.Of(charge),
            Routes.Chain(next.Length > 0 ? [method, next] : [method]),
            Shop.Usual,
            facts is null ? new Dictionary<string, Facts>() : new Dictionary<string, Facts> { [$"1-{method}"] = facts },
            new Draws("follow")
        );

    [Fact]
    public void Every_method_is_tried_here_or_has_a_test_file_of_its_own() =>
        Assert.All(MethodCatalogue.All, m =>
            Assert.True(
                Rows.Any(r => r.Data.Item1 == m.Id)
                    || GetType().Assembly.GetType($"{GetType().Namespace}.{m.GetType().Name}Tests") is not null,
                $"{m.Id} is tried nowhere"
            )
        );

    [Theory]
    [MemberData(nameof(Rows))]
    public void More_of_it_takes_more_makes_more_and_the_step_after_follows(string method, string charge, string next)
    {
        var few = Plan(charge, method, next);
        var many = Plan(Times(charge, method == "spare-gold" ? 3 : 8), method, next);
        Assert.Null(few.Refused);
        Assert.Null(many.Refused);
        var (a, b) = (few.Steps[0].Plan, many.Steps[0].Plan);
        Assert.True(b.Outputs[0].Charge.Mass().Likely > 2 * a.Outputs[0].Charge.Mass().Likely);
        // Doses that hang on what is there grow with it; washes and baths of a chosen size may stand.
        if (a.Doses.Any(d => d.Id is not ("wash" or "water" or "acid" or "borax")))
            Assert.True(b.Doses.Sum(d => d.Grams.Likely) > 1.5 * a.Doses.Sum(d => d.Grams.Likely));
        if (a.Gases.Sum(g => g.Made.Likely) > 1)
            Assert.True(b.Gases.Sum(g => g.Made.Likely) > 1.5 * a.Gases.Sum(g => g.Made.Likely));
        if (a.Vessel is { } vessel && method is not ("pickle" or "wash" or "wash-dry-melt" or "boil-down"))
            Assert.True(b.Vessel!.Vessel.NominalMl * b.Vessel.SplitInto > vessel.Vessel.NominalMl * vessel.SplitInto);
        if (few.Steps.Count > 1 && few.Steps[1].Plan.Doses.Any(d => d.Id is not ("wash" or "acid" or "water")))
            Assert.True(many.Steps[1].Plan.Doses.Sum(d => d.Grams.Likely) > 1.5 * few.Steps[1].Plan.Doses.Sum(d => d.Grams.Likely));
    }

    [Theory]
    [MemberData(nameof(Rows))]
    public void What_was_poured_replaces_what_was_planned(string method, string charge, string next)
    {
        var planned = Plan(charge, method, next).Steps[0].Plan;
        foreach (var dose in planned.Doses.Where(d => d.Grams.Likely > 0))
        {
            // Twice the planned, and then closed: what leaves the step is heavier by just that.
            Facts Poured(double times) =>
                Facts.None with
                {
                    Begun = true,
                    Closed = true,
                    Pours =
                    [
                        .. planned.Doses.Select(d => new Pour(
                            d.Id,
                            d.Bottle.Id,
                            d.Grams.Likely * (d.Id == dose.Id ? times : 1),
                            DateTimeOffset.UnixEpoch,
                            d.Id
                        )),
                    ],
                    AsOf = DateTimeOffset.UnixEpoch.AddHours(1),
                };
            double Out(StepPlan p) => p.Outputs.Sum(o => o.Charge.Mass().Likely) + p.GasGone.Mass().Likely;
            var (once, twice) = (Plan(charge, method, next, Poured(1)), Plan(charge, method, next, Poured(2)));
            Assert.Equal(dose.Grams.Likely, Out(twice.Steps[0].Plan) - Out(once.Steps[0].Plan), 1e-6 * Math.Max(1, dose.Grams.Likely));
            EveryMethodTests.Conserved(twice.Steps[0].Input, twice.Steps[0].Plan, new Draws("follow"));
        }
    }

    [Theory]
    [InlineData("nitric-part", "Ag 60, Cu 5", "thickness", "300", "3000")]
    [InlineData("nitric-strip", "Cu 60, Au 2", "thickness", "200", "4000")]
    [InlineData("aqua-regia", "Au 10", "thickness", "50", "2000")]
    [InlineData("peroxide-etch", "Cu 60, Au 2", "air", "bubbled", "still")]
    [InlineData("dry", "Au 10, H2O 6", "layer", "2", "8")]
    [InlineData("crystallise-silver-nitrate", "Ag+ 25, NO3- 16, H+ 0.03, H2O 300", "drive", "boil", "evaporate")]
    [InlineData("fixer-current", "Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900", "amperes", "3", "1")]
    public void What_is_thicker_or_weaker_takes_longer(string method, string charge, string option, string fast, string slow)
    {
        Working Hours(string value) => Given.Step(method, RefusalTests.Of(charge), options: new() { [option] = value }).Unattended;
        Assert.True(Hours(slow).Likely > 1.5 * Hours(fast).Likely);
    }

    [Theory]
    [InlineData("nitric-part", "cover", "open", "reflux", "nitric")]
    [InlineData("aqua-regia", "school", "premixed", "portions", "nitric")]
    [InlineData("silver-chloride", "excess", "50", "5", "chloride")]
    [InlineData("caustic-sugar", "caustic", "3", "1.5", "caustic")]
    [InlineData("zinc-silver", "zinc", "2", "1.2", "zinc")]
    [InlineData("copper-cement", "stands", "long", "short", "", "copper that goes into the liquor")]
    [InlineData("ferrous", "school", "9", "6", "ferrous")]
    [InlineData("oxalic", "ph", "4", "1", "caustic")]
    public void A_school_moves_the_dose(string method, string option, string more, string less, string dose, string figure = "")
    {
        var charge = Rows.First(r => r.Data.Item1 == method).Data.Item2;
        double Of(string value)
        {
            var plan = Given.Step(method, RefusalTests.Of(charge), options: new() { [option] = value });
            return figure.Length > 0
                ? plan.Figures.Single(f => f.Label == figure).Likely
                : plan.Doses.Single(d => d.Id == dose).Grams.Likely;
        }
        Assert.True(Of(more) > 1.02 * Of(less), $"{Of(more)} against {Of(less)}");
    }

    [Fact]
    public void A_cover_volume_above_the_need_is_made_up_with_water_or_with_acid_that_is_carried_on()
    {
        var foil = RefusalTests.Of("Cu 20, Au 2");
        StepPlan With(string wets, string makeUp) =>
            Given.Step(
                "nitric-strip",
                foil,
                options: new()
                {
                    ["wets"] = wets,
                    ["make-up"] = makeUp,
                    ["water"] = "0",
                }
            );
        double Grams(StepPlan p, string dose) => p.Doses.Where(d => d.Id == dose).Sum(d => d.Grams.Likely);
        var plain = With("none", "water");
        var water = With("foil", "water");
        var acid = With("foil", "acid");
        Assert.Equal(0, Grams(plain, "water"));
        Assert.True(Grams(water, "water") > 10);
        Assert.True(Grams(acid, "nitric") > Grams(plain, "nitric") + 10);
        Assert.True(
            acid.Outputs.Single(o => o.Id == "strip-liquor").Charge.Of(Core.Chemistry.Species.Proton).Likely
                > 2 * plain.Outputs.Single(o => o.Id == "strip-liquor").Charge.Of(Core.Chemistry.Species.Proton).Likely
        );
    }

    [Fact]
    public void Silver_that_came_along_dissolved_falls_when_chloride_is_poured()
    {
        foreach (var method in new[] { "aqua-regia", "hypochlorite", "hydrochloric-leach" })
        {
            var plan = Given.Step(method, RefusalTests.Of("Au 10, Fe 1, Ag+ 0.3, NO3- 0.17, H2O 10"));
            Assert.Equal(0, plan.Outputs.Sum(o => o.Charge.Grams(new("Ag+", Core.Chemistry.Phase.Aqueous)).Likely), 1e-6);
            Assert.Equal(0.3, plan.Outputs.Sum(o => o.Charge.Element("Ag").Likely), 1e-6);
        }
        // A powder that holds silver liquor is washed with water alone.
        Assert.DoesNotContain(Given.Step("wash", RefusalTests.Of("Au 10, Ag+ 0.3, NO3- 0.17, H2O 10")).Doses, d => d.Id == "acid");
        Assert.Contains(Given.Step("wash", RefusalTests.Of("Au 10, H2O 10")).Doses, d => d.Id == "acid");
    }

    [Fact]
    public void Ammonia_on_silver_chloride_sets_a_deadline_of_an_hour()
    {
        var plan = Given.Step("wash", RefusalTests.Of("Au 5, AgCl 0.2, H2O 3"), options: new() { ["school"] = "ammonia" });
        var deadline = plan.Deadlines.Single();
        Assert.Equal(("ammonia", "acidify", 1.0), (deadline.FromDose, deadline.UntilDose, deadline.Hours));
        Assert.Empty(Given.Step("wash", RefusalTests.Of("Au 5, AgCl 0.2, H2O 3")).Deadlines);
        // The chloride that ammonia took has fallen again, outside of the powder.
        Assert.True(plan.Outputs.Single(o => o.Id == "ammonia-wash").Charge.Grams(new("AgCl", Core.Chemistry.Phase.Solid)).Likely > 0.18);
        Assert.True(
            Given.Step("fixer-iron", RefusalTests.Of("Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900")).Interlocks.Single()
                is { Reading: "pH", AtLeast: 4 }
        );
    }
}
