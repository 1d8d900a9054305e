using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>A row of never-together.csv that a dose, or a meeting of holdings, would break.</summary>
/// <param name="DoseId">The dose that brings it; null when holdings meet.</param>
/// <param name="Kept">The holding that would keep both; null where it is a dose or a meeting.</param>
public sealed record SafetyFinding(string? DoseId, NeverTogether Row, string? Kept = null);

/// <summary>What one gas of a step asks for.</summary>
/// <param name="OfPortion">mL that one portion sets free.</param>
/// <param name="Caustic">Grams of NaOH for a scrubber; null where caustic does not take it.</param>
/// <param name="AirPerHour">mL of air in an hour to stay under the strictest limit; null without a limit.</param>
public sealed record GasNeed(GasMade Gas, GasHazard Hazard, Working OfPortion, Working? Caustic, Working? AirPerHour);

/// <summary>What a material of glove, filter, tube or vessel bears in this step.</summary>
public sealed record MaterialVerdict(string Use, string Material, Bears Bears);

/// <summary>GHS marks of a bottle that the step pours from. The data sheet of the bottle always wins.</summary>
public sealed record BottleMarks(string Bottle, Hazards Marks);

/// <summary>What the safety rules say of one step of a plan: computed from what is in it, never typed by a method.</summary>
/// <param name="Media">What the step's materials must bear.</param>
/// <param name="Wear">What to wear, in short lines.</param>
public sealed record StepSafety(
    IReadOnlyList<SafetyFinding> Findings,
    IReadOnlyList<GasNeed> Gases,
    IReadOnlyList<string> Media,
    IReadOnlyList<MaterialVerdict> Materials,
    IReadOnlyList<string> Wear,
    IReadOnlyList<BottleMarks> Marks
)
{
    /// <summary>What vessel, filter and tube must bear.</summary>
    public IReadOnlyList<string> Standing { get; init; } = [];

    public const string FirstAction =
        "Splash: water for a quarter of an hour, clothes off; breathed: fresh air. Call the emergency services or the poison centre.";

    // Hotter than any liquor stands; hotter than any roast.
    private const double DryHeatC = 108;
    private const double MeltsC = 900;

    private static readonly string[] Trains = ["Cl2", "SO2", "NO2", "NOCl"];

    public static StepSafety Of(PlannedStep step, Draws draws)
    {
        var (plan, vessel) = (step.Plan, InVessel(step, draws));
        var media = MediaOf(plan, vessel);
        var materials = MaterialsOf(plan, media, vessel);
        return new(
            FindingsOf(step, draws),
            [.. plan.Gases.Where(g => g.Made.Range.High > 1).Select(g => Need(g, plan, draws))],
            media,
            materials,
            WearOf(plan, materials),
            MarksOf(plan)
        )
        {
            Standing = vessel,
        };
    }

    /// <summary>What a step may make without being stopped: its own gases, and what its method declares.</summary>
    internal static HashSet<string> Means(StepPlan plan) => [.. plan.Gases.Select(g => g.Formula), .. plan.Means];

    /// <summary>Rows of never-together.csv that the step would break: the part of it that decides whether a dose may be poured.</summary>
    public static IReadOnlyList<SafetyFinding> FindingsOf(PlannedStep step, Draws draws)
    {
        var means = Means(step.Plan);
        var found = step.Combined.Select(r => new SafetyFinding(null, r)).ToList();
        var doses = step
            .Plan.Doses.Where(d => d.Grams.Likely > 0 && d.Apart is false)
            .Select(d => (d.Id, Charge: d.Bottle.PourInto(Charge.Empty, d.Grams, draws)))
            .ToList();
        for (var i = 0; i < doses.Count; i++)
        {
            // Each dose meets what came, and every dose before it; what reacted meanwhile is taken for still there.
            var there = doses.Take(i).Aggregate(step.Input, (c, d) => c.Plus(d.Charge));
            found.AddRange(NeverTogether.Meeting(there, doses[i].Charge, means).Select(r => new SafetyFinding(doses[i].Id, r)));
        }
        // What is dried, burnt or melted meets the heat.
        var hottest = step.Plan.Refused ? step.Method.Card.HottestC : step.Plan.HottestC;
        if (hottest > DryHeatC)
            found.AddRange(
                NeverTogether
                    .Meeting(step.Input, Charge.Empty.Marked(hottest > MeltsC ? ["heated", "molten"] : ["heated"]), means)
                    .Select(r => new SafetyFinding(null, r))
            );
        // What is kept after the step: no holding may hold two that never meet.
        foreach (var output in step.Plan.Outputs)
            found.AddRange(NeverTogether.Meeting(output.Charge, output.Charge, means).Select(r => new SafetyFinding(null, r, output.Name)));
        return [.. found.DistinctBy(f => f.Row.Id)];
    }

    private static GasNeed Need(GasMade gas, StepPlan plan, Draws draws)
    {
        var hazard = GasHazard.Of(gas.Formula);
        var portion = plan.Portions is { } p ? (gas.Leaving / p).Named($"{hazard.Name} of one portion") : gas.Leaving;
        var tau = Working.Given(plan.GassesFor, Dimension.None, "seconds that one portion gasses", "foam.csv: precise rules 2.5");
        return new(gas, hazard, portion, hazard.Caustic(gas.Leaving), hazard.AirPerHour(portion, tau, draws));
    }

    // What a splash may be: of the bottles, and of what stands in the vessel.
    private static List<string> MediaOf(StepPlan plan, List<string> vessel) =>
        [
            .. plan
                .Doses.SelectMany(d => d.Bottle.RealBottles().Select(b => Compatibility.Medium(b.Formula, b.Strength.Percent)))
                .OfType<string>()
                .Concat(vessel)
                .Distinct(),
        ];

    // What vessel, filter and tube must bear: the strengths that stand in the vessel, of what came and of what is poured, before any of it
    // is taken; a bottle of 96 % thinned to 15 % is 15 %.
    private static List<string> InVessel(PlannedStep step, Draws draws)
    {
        var plan = step.Plan;
        var there = plan
            .Doses.Where(d => !d.Apart && d.Grams.Likely > 0)
            .Aggregate(step.Input, (c, d) => d.Bottle.PourInto(c, d.Grams, draws));
        var liquid = there.Grams(Species.Water).Likely + there.Dissolved().Likely;
        if (liquid <= 0)
            return [];
        double Percent(double grams) => 100 * grams / liquid;
        var strengths = LiquorHeat
            .Free(there)
            .Select(f => (f.Solute, Percent: Percent(f.Moles.Likely * Molar.Mass(f.Solute).Likely)))
            .Append((Solute: "NaOCl", Percent: Percent(there.Grams(new("ClO-", Phase.Aqueous)).Likely)))
            .Append((Solute: "H2O2", Percent: Percent(there.Grams(new("H2O2", Phase.Aqueous)).Likely)))
            .Where(x => x.Percent > WorthTelling)
            .ToList();
        var media = strengths.Select(x => Compatibility.Medium(x.Solute, x.Percent)).OfType<string>().ToList();
        if (strengths.Any(x => x.Solute == "HCl") && there.Grams(Species.Nitrate).Likely > WorthTelling / 100 * liquid)
            media.Add("aqua regia");
        if (plan.Gases.Any(g => g.Formula is "Cl2" or "NOCl" && g.Made.Range.High > 10))
            media.Add("Cl2 wet");
        return [.. media.Distinct()];
    }

    // Per cent below which an acid is none to gloves and filters.
    private const double WorthTelling = 0.5;

    private static List<MaterialVerdict> MaterialsOf(StepPlan plan, List<string> splash, List<string> vessel)
    {
        if (splash.Count == 0)
            return [];
        var hot = plan.HottestC > Compatibility.WarmestC;
        IEnumerable<MaterialVerdict> All(string use, IReadOnlyList<string> materials, List<string> media, bool heated) =>
            materials.Select(m => new MaterialVerdict(
                use,
                m,
                heated ? Compatibility.WhenHot(m, Compatibility.Of(m, media)) : Compatibility.Of(m, media)
            ));
        return
        [
            .. All("gloves", Compatibility.Gloves, splash, false),
            .. vessel.Count == 0 ? [] : All("vessel", Compatibility.Vessels, vessel, hot),
            .. vessel.Count == 0 ? [] : All("filter", Compatibility.Filters, vessel, false),
            .. plan.Gases.Any(g => Trains.Contains(g.Formula)) ? All("tube", Compatibility.Tubes, vessel, false) : [],
        ];
    }

    private static List<BottleMarks> MarksOf(StepPlan plan) =>
        [
            .. plan
                .Doses.SelectMany(d => d.Bottle.RealBottles())
                .DistinctBy(b => b.Id)
                .Select(b => (b.Label, Marks: Hazards.Of(b.Formula, b.Strength.Percent)))
                .Where(b => b.Marks is { Statements.Length: > 0 })
                .Select(b => new BottleMarks(b.Label, b.Marks!)),
            .. plan
                .Equations.SelectMany(e => e.Equation.Right.Select(t => t.Formula.Text))
                .Distinct()
                .Select(f => (Formula: f, Marks: Hazards.Of(f, AsItForms)))
                .Where(f => f.Marks is { } marks && Lasting.Any(marks.Statements.Contains))
                .Select(f => new BottleMarks($"{f.Formula}, which forms", f.Marks!)),
        ];

    // What forms is told where it harms for good or at a breath: cancer, heirs, lungs, allergy.
    private static readonly string[] Lasting = ["H330", "H334", "H340", "H341", "H350", "H360", "H372"];

    // Per cent: some strength that a liquor has.
    private const double AsItForms = 10;

    private static List<string> WearOf(StepPlan plan, List<MaterialVerdict> materials)
    {
        var wear = new List<string>();
        var verdicts = materials.Where(m => m.Use == "gloves").ToList();
        if (verdicts.Count > 0)
        {
            var best = verdicts.Where(v => v.Bears == verdicts.Min(x => x.Bears)).Select(v => v.Material).ToList();
            var no = verdicts.Where(v => v.Bears == Bears.No && !best.Contains(v.Material)).Select(v => v.Material).ToList();
            var changed = verdicts.Min(v => v.Bears) == Bears.Limited ? ", changed after every splash" : "";
            var not = no.Count > 0 ? $"; not {string.Join(", not ", no)}" : "";
            wear.Add($"Face shield, apron, gloves of {string.Join(" or ", best)}{changed}{not}.");
        }
        if (plan.Gases.Any(g => g.Formula is "NO" or "NO2" && g.Made.Range.High > 10))
            wear.Add("NOx passes ordinary acid-gas cartridges: hood or outdoors instead of a mask.");
        var exposure = MethodCatalogue.Find(plan.MethodId)?.Card.Exposure ?? Exposure.None;
        if (exposure.HasFlag(Exposure.Dust))
            wear.Add("P3 mask against dust, gloves, goggles.");
        if (exposure.HasFlag(Exposure.Glow))
            wear.Add("Heat: face shield, leather gloves, cotton clothes, dark glasses for the melt.");
        return wear;
    }
}
