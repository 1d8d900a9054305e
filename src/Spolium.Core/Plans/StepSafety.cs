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
    public const string FirstAction =
        "Splash: water for a quarter of an hour, clothes off; breathed: fresh air. Call the emergency services or the poison centre.";

    private static readonly string[] Trains = ["Cl2", "SO2", "NO2", "NOCl"];

    public static StepSafety Of(PlannedStep step, Draws draws)
    {
        var plan = step.Plan;
        return new(
            FindingsOf(step, draws),
            [.. plan.Gases.Where(g => g.Made.Range.High > 1).Select(g => Need(g, plan, draws))],
            MediaOf(plan),
            MaterialsOf(plan),
            WearOf(plan),
            MarksOf(plan)
        );
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

    private static List<string> MediaOf(StepPlan plan)
    {
        var media = plan
            .Doses.SelectMany(d => d.Bottle.RealBottles().Select(b => Compatibility.Medium(b.Formula, b.Strength.Percent)))
            .OfType<string>()
            .ToList();
        bool Pours(params string[] formulas) =>
            plan.Doses.Any(d => formulas.Any(f => d.Bottle.Formula.StartsWith(f, StringComparison.Ordinal)));
        if (Pours("HCl") && Pours("HNO3", "NaNO3", "KNO3", "Mg(NO3)2", "Ca(NO3)2"))
            media.Add("aqua regia");
        if (plan.Gases.Any(g => g.Formula is "Cl2" or "NOCl" && g.Made.Range.High > 10))
            media.Add("Cl2 wet");
        return [.. media.Distinct()];
    }

    private static List<MaterialVerdict> MaterialsOf(StepPlan plan)
    {
        var media = MediaOf(plan);
        if (media.Count == 0)
            return [];
        var hot = plan.HottestC > Compatibility.WarmestC;
        IEnumerable<MaterialVerdict> All(string use, IReadOnlyList<string> materials, bool heated) =>
            materials.Select(m => new MaterialVerdict(
                use,
                m,
                heated ? Compatibility.WhenHot(m, Compatibility.Of(m, media)) : Compatibility.Of(m, media)
            ));
        return
        [
            .. All("gloves", Compatibility.Gloves, false),
            .. All("vessel", Compatibility.Vessels, hot),
            .. All("filter", Compatibility.Filters, false),
            .. plan.Gases.Any(g => Trains.Contains(g.Formula)) ? All("tube", Compatibility.Tubes, false) : [],
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
        ];

    private static List<string> WearOf(StepPlan plan)
    {
        var wear = new List<string>();
        var verdicts = MaterialsOf(plan).Where(m => m.Use == "gloves").ToList();
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
