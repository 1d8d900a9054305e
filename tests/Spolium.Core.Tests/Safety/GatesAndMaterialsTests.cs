using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Tests.Methods;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Safety;

/// <summary>Feed gates, gases, what materials bear.</summary>
public class GatesAndMaterialsTests
{
    public static TheoryData<int> Gates => [.. Enumerable.Range(0, FeedGate.All.Count)];

    [Theory]
    [MemberData(nameof(Gates))]
    public void A_gate_shuts_and_just_misses(int index)
    {
        var gate = FeedGate.All[index];
        var copper = Given.Metals(("Cu", 100));
        Assert.DoesNotContain(gate, FeedGate.Shut(copper, gate.Duty));
        if (gate.Mark.Length > 0)
        {
            Assert.Contains(gate, FeedGate.Shut(copper.Marked([gate.Mark]), gate.Duty));
            return;
        }
        Charge With(double share) => Given.Metals(("Cu", 100 * (1 - share)), (gate.Element, 100 * share));
        Assert.Contains(gate, FeedGate.Shut(With(1.01 * gate.Above), gate.Duty));
        Assert.DoesNotContain(gate, FeedGate.Shut(With(0.99 * gate.Above), gate.Duty));
    }

    [Fact]
    public void Every_mark_that_a_gate_goes_by_may_be_set_and_every_mark_shuts_one()
    {
        var gates = FeedGate.All.Select(g => g.Mark).Where(m => m.Length > 0).ToHashSet();
        Assert.Equal(gates.Order(StringComparer.Ordinal), Suspicion.All.Select(s => s.Mark).Order(StringComparer.Ordinal));
    }

    [Theory]
    [InlineData("roast", "arsenic")]
    [InlineData("melt", "asbestos")]
    [InlineData("dry", "mercury")]
    [InlineData("nitric-strip", "textile")]
    [InlineData("nitric-part", "radium")]
    [InlineData("melt", "hollow")]
    [InlineData("mill", "beryllium")]
    [InlineData("nitric-part", "cyanide")]
    [InlineData("granulate", "mercury")]
    [InlineData("inquart", "cadmium")]
    public void A_method_tells_the_gate_that_is_shut(string method, string mark)
    {
        var metal = Given.Metals(("Ag", 30), ("Au", 8), ("Cu", 2));
        Assert.False(Given.Step(method, metal).Refused);
        var plan = Given.Step(method, metal.Marked([mark]));
        Assert.Contains(plan.Refusals, r => FeedGate.All.Any(g => g.Mark == mark && g.Reason == r.Reason));
    }

    [Fact]
    public void Marks_go_with_every_part_and_everything_that_is_met()
    {
        var tagged = Given.Metals(("Cu", 10)).Marked(["cyanide"]);
        var (part, rest) = tagged.Split(_ => Working.Exact(0.5));
        Assert.All(
            new[] { part, rest, Charge.Empty.Plus(tagged), tagged.With(Species.Water, Working.Exact(1, null, Dimension.Substance)) },
            c => Assert.Contains("cyanide", c.Marks)
        );
        var plan = Planner.Fold(
            Given.Metals(("Cu", 100), ("Au", 2)).Marked(["paper"]),
            Routes.Chain(["sort", "nitric-strip"]),
            Shop.Usual,
            new Draws("marks")
        );
        Assert.All(plan.Steps.SelectMany(s => s.Plan.Outputs), o => Assert.Contains("paper", o.Charge.Marks));
    }

    [Theory]
    [InlineData("Cl2", 3.27)]
    [InlineData("SO2", 3.27)]
    [InlineData("NO2", 1.63)]
    [InlineData("HCl", 1.63)]
    public void A_scrubber_takes_so_much_caustic_to_a_litre(string gas, double grams) =>
        Assert.Equal(grams, GasHazard.Of(gas).Caustic(Working.Given(1000, Dimension.Volume, "gas", "test"))!.Likely, 0.01);

    [Fact]
    public void NO_counts_as_NO2_and_is_not_taken_by_caustic()
    {
        var no = GasHazard.Of("NO");
        Assert.Equal(("NO2", 0.2), (no.Limit!.Substance, no.Limit.Ppm));
        Assert.Null(no.Caustic(Working.Given(1000, Dimension.Volume, "gas", "test")));
        // One litre in a minute, K = 3, limit 0.2 ppm: 3 · 1 L · 60 /h / 0.2e-6 = 9e8 L/h.
        Assert.Equal(
            9e11,
            no.AirPerHour(Working.Given(1000, Dimension.Volume, "gas", "test"), Working.Exact(60), new Draws("x"))!.Likely,
            1e8
        );
        Assert.Null(GasHazard.Of("H2").AirPerHour(Working.Given(1000, Dimension.Volume, "gas", "test"), Working.Exact(60), new Draws("x")));
    }

    [Fact]
    public void Materials_take_the_harsher_of_two_media_and_a_gap_the_harsher_neighbour()
    {
        Assert.Equal(Bears.No, Compatibility.Of("nitrile", ["HCl to 20 %", "HNO3 above 50 %"]));
        Assert.Equal(Bears.Good, Compatibility.Of("borosilicate glass", ["aqua regia", "Cl2 wet"]));
        Assert.Equal("NaOH hot or above 30 %", Compatibility.Medium("NaOH", 25));
        Assert.Equal("H2O2 30 %", Compatibility.Medium("H2O2", 12));
        Assert.Equal("H2O2 to 10 %", Compatibility.Medium("H2O2", 3));
        Assert.Equal(Bears.Limited, Compatibility.Of("oak", ["HCl to 20 %"]));
        Assert.Equal(Bears.No, Compatibility.WhenHot("PP", Bears.Limited));
        Assert.Equal(Bears.Good, Compatibility.WhenHot("borosilicate glass", Bears.Good));
    }

    [Fact]
    public void A_strong_nitric_step_names_the_gloves_that_fail()
    {
        var plan = Given.Plan(Given.Charge(Given.Hl1(), 412.6));
        var strip = StepSafety.Of(plan.Of("1-nitric-strip"), new Draws("x"));
        Assert.Contains(strip.Wear, w => w.Contains("gloves of butyl") && w.Contains("not nitrile"));
        Assert.Contains(strip.Wear, w => w.StartsWith("NOx passes", StringComparison.Ordinal));
        // In the vessel it is cut to half the bottle's strength.
        Assert.Contains(strip.Materials, m => m is { Use: "filter", Material: "cellulose paper", Bears: not Bears.No });
        var melt = StepSafety.Of(plan.Of("6-wash-dry-melt"), new Draws("x"));
        Assert.Contains(melt.Wear, w => w.StartsWith("Heat", StringComparison.Ordinal));
        var regia = StepSafety.Of(plan.Of("2-aqua-regia"), new Draws("x"));
        Assert.Contains("aqua regia", regia.Media);
        Assert.Contains(regia.Materials, m => m is { Use: "filter", Material: "cellulose paper", Bears: Bears.No });
        Assert.Contains(regia.Materials, m => m is { Use: "tube", Material: "silicone", Bears: Bears.No });
        Assert.Contains(regia.Gases, g => g.Gas.Formula == "NO" && g.AirPerHour!.Likely > 1e6);
    }

    // A liquor of 3 mol/L acid and no acid poured; and strong acid that is thinned in the vessel.
    [Fact]
    public void What_bears_it_is_judged_by_what_is_in_the_vessel()
    {
        var liquor = LiquorFeed.Of(
            LiquorKind.Chloride,
            Working.Given(500, Dimension.Volume, "volume", "typed"),
            [("Au", Working.Given(10, Dimension.Mass, "gold", "typed"))],
            Working.Given(1.5, Dimension.Substance, "acid", "typed"),
            new Draws("x")
        );
        var down = Planner.Fold(liquor, Routes.Chain(["metabisulphite"]), Shop.Usual, new Draws("x")).Steps[0];
        Assert.Contains("HCl to 20 %", StepSafety.Of(down, new Draws("x")).Standing);
        Assert.Contains(StepSafety.Of(down, new Draws("x")).Wear, w =>
            w.StartsWith("Face shield, apron, gloves", StringComparison.Ordinal)
        );
        var oxide = Planner.Fold(RefusalTests.Of("CuO 20, Au 0.2"), Routes.Chain(["sulfuric-leach"]), Shop.Usual, new Draws("x")).Steps[0];
        var leach = StepSafety.Of(oxide, new Draws("x"));
        Assert.Contains("H2SO4 above 80 %", leach.Media);
        Assert.Contains("H2SO4 to 50 %", leach.Standing);
        Assert.DoesNotContain(leach.Materials, m => m is { Use: "filter", Material: "polypropylene felt", Bears: Bears.No });
    }

    [Fact]
    public void A_step_shows_the_marks_of_its_bottles_and_warns_when_it_would_warm_far()
    {
        var strip = Given.Plan(Given.Charge(Given.Hl1(), 412.6)).Of("1-nitric-strip");
        Assert.Contains(StepSafety.Of(strip, new Draws("x")).Marks, m =>
            m.Marks.Signal == "danger"
            && m.Marks.Statements.Contains("H314")
            && m.Bottle.StartsWith("nitric acid", StringComparison.Ordinal)
        );
        Assert.Contains(strip.Plan.Cautions, c => c.Text.StartsWith("It would warm by", StringComparison.Ordinal));
        // Silver chloride of a gram of silver warms nothing to speak of.
        Assert.DoesNotContain(Given.Step("silver-chloride", Core.Tests.Methods.RefusalTests.Of("Ag+ 1, NO3- 0.57, H2O 400")).Cautions, c =>
            c.Text.StartsWith("It would warm by", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Aqua_regia_covers_loose_foil_where_that_is_asked_for()
    {
        double Acid(string wets) =>
            Given
                .Step(
                    "aqua-regia",
                    Given.Metals(("Au", 0.5)).WithUnknown(Working.Given(20, Dimension.Mass, "ceramic", "test")),
                    options: new() { ["wets"] = wets }
                )
                .Doses.Single(d => d.Id == "hcl")
                .Millilitres!.Likely;
        Assert.True(Acid("foil") > 1.2 * Acid("none"));
        Assert.True(Acid("pins") >= Acid("none"));
    }

    [Fact]
    public void A_dose_that_never_meets_what_is_there_is_found_at_that_dose()
    {
        // Bleach into silver that met ammonia: a step alone, on a liquor that nobody should pour it into.
        var draws = new Draws("found");
        var liquor = Given
            .Metals(("Au", 5))
            .With(Species.Water, Molar.Moles(Working.Exact(200, null, Dimension.Mass), "H2O"))
            .With(new("S2O3 2-", Phase.Aqueous), Working.Exact(0.1, null, Dimension.Substance));
        var plan = Planner.Fold(liquor, Routes.Chain(["hypochlorite"]), Shop.Usual, draws);
        var found = StepSafety.Of(plan.Steps[0], draws).Findings;
        Assert.Contains(found, f => f is { DoseId: "hcl", Row.Id: "fixer-acid" });
        Assert.Contains(found, f => f is { DoseId: "oxidant", Row.Id: "fixer-bleach" });
    }

    // A hot acid goes through what it leaves alone when it is cold; gloves are not in it.
    [Theory]
    [InlineData("60", false)]
    [InlineData("75", true)]
    [InlineData("80", true)]
    [InlineData("85", true)]
    [InlineData("90", true)]
    public void A_vessel_is_held_against_what_it_bears_at_the_heat_of_the_step(string temperature, bool hot)
    {
        var options = new Dictionary<string, IReadOnlyDictionary<string, string>>
        {
            ["1-nitric-part"] = new Dictionary<string, string> { ["temperature"] = temperature },
        };
        var route = Routes.Chain(HobLaneWays.SilverByCopper, options);
        var step = Planner.Fold(Given.Metals(("Ag", 60), ("Cu", 5)), route, Shop.Usual, new Draws("x")).Of("1-nitric-part");
        var safety = StepSafety.Of(step, new Draws("x"));
        Assert.NotEmpty(safety.Media);
        Assert.All(safety.Materials, m =>
        {
            var cold = Compatibility.Of(m.Material, m.Use == "gloves" ? safety.Media : safety.Standing);
            Assert.Equal(hot && m.Use == "vessel" ? Compatibility.WhenHot(m.Material, cold) : cold, m.Bears);
        });
        Assert.Equal(hot, safety.Materials.Any(m => m.Use == "vessel" && m.Bears != Compatibility.Of(m.Material, safety.Standing)));
    }
}
