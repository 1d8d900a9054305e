using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>A step of a plan with what went in and what was logged.</summary>
public sealed record PlannedStep(RouteStep Step, IMethod Method, Charge Input, StepPlan Plan, Facts Facts)
{
    /// <summary>Rules that the meeting of the holdings it takes would break.</summary>
    public IReadOnlyList<NeverTogether> Combined { get; init; } = [];

    /// <summary>It was planned by what comes after it too.</summary>
    public bool LooksAhead { get; init; }

    /// <summary>Millilitres (or grams of what is weighed) of this bottle to a gram of what the step works on: the solid metal, or the gold
    /// of a liquor that has more of it.</summary>
    public Working? PerGram(Dose dose)
    {
        var solids = Working.Sum(
            Input
                .Moles.Where(m => m.Key.Phase == Phase.Solid && m.Key.Parse().Atoms.Keys.Any(e => MetalInAcid.Find(e, true) is not null))
                .Select(m => m.Value * Molar.Mass(m.Key.Formula)),
            Dimension.Mass
        );
        var gold = Input.Element("Au");
        var onSolids = solids.Likely >= gold.Likely;
        var metal = onSolids ? solids.Named("metal that the step works on") : gold.Named("gold in the liquor");
        // Where the feed may leave nothing for the step to work on there is no gram to go by.
        if (metal.Likely <= 0 || metal.Amount.ShareWhere(grams => grams <= 0) > 0)
            return null;
        var words = $"{dose.Bottle.Id} to a gram of {(onSolids ? "metal" : "gold")}";
        return dose.Millilitres is { } ml ? (ml / metal).Named(words) : (dose.Grams / metal).Named(words).In("g/g");
    }
}

/// <summary>A whole plan: the fold of a route's methods over a charge.</summary>
public sealed record BatchPlan(Charge Feed, IReadOnlyList<PlannedStep> Steps)
{
    public PlannedStep Of(string stepId) => Steps.First(s => s.Step.Id == stepId);

    /// <summary>The first step that refuses, if any: the plan ends there.</summary>
    public PlannedStep? Refused => Steps.FirstOrDefault(s => s.Plan.Refused);

    public Working Attended => Working.Sum(Steps.Select(s => s.Plan.Attended), Dimension.Time).Named("hours with hands on");

    public Working Unattended => Working.Sum(Steps.Select(s => s.Plan.Unattended), Dimension.Time).Named("hours by itself");

    /// <summary>Grams of an element in the last main holding: what the bar is expected to hold.</summary>
    public Working Product(string element) =>
        Steps[^1].Plan.Outputs.First(o => o.Main).Charge.Element(element).Named($"{Elements.Of(element).Name} to come");

    /// <summary>Holdings that no step takes, the product left out: what stays where.</summary>
    public IReadOnlyList<(PlannedStep Step, Output Output)> Remaining
    {
        get
        {
            // Asked for by every line of a worth.
            if (remaining is { } known && ReferenceEquals(known.Of, Steps))
                return known.All;
            var taken = Steps.SelectMany(s => s.Step.Takes).ToHashSet();
            List<(PlannedStep Step, Output Output)> all =
            [
                .. Steps
                    .SelectMany(s => s.Plan.Outputs.Select(o => (Step: s, Output: o)))
                    .Where(x =>
                        !taken.Contains(Route.Holding(x.Step.Step.Id, x.Output.Id))
                        && !(ReferenceEquals(x.Step, Steps[^1]) && x.Output.Main)
                    ),
            ];
            remaining = new(Steps, all);
            return all;
        }
    }

    private sealed record Known(IReadOnlyList<PlannedStep> Of, IReadOnlyList<(PlannedStep Step, Output Output)> All);

    private Known? remaining;

    /// <summary>Grams of liquor that stand over when all is done: to be worked up, made safe or handed over.</summary>
    public Working SpentLiquor =>
        Working
            .Sum(
                Remaining.Where(r => r.Output.Charge.Of(Species.Water).Likely > 0).Select(r => r.Output.Charge.Mass().Named(r.Output.Name)),
                Dimension.Mass
            )
            .Named("spent liquor");

    /// <summary>Per cent of the metal in the product: its share of the solids by the plan, less what an unassayed bar is known to be short
    /// of; nothing without a product.</summary>
    public Working Purity(string element, Draws draws)
    {
        var product = Steps[^1].Plan.Outputs.First(o => o.Main).Charge;
        var solids = Working
            .Sum(
                product
                    .Moles.Where(m => m.Key.Phase == Phase.Solid)
                    .Select(m => m.Value * Molar.Mass(m.Key.Formula))
                    .Append(product.Unknown),
                Dimension.Mass
            )
            .Named("the product");
        return (Working.Share(Product(element), solids) * draws.Prior(BarFineness.PriorOf(element))).Percent(
            $"{Elements.Of(element).Name} in the product"
        );
    }

    /// <summary>Gas that leaves, mL, over all steps.</summary>
    public Working GasLeaving(params string[] formulas) =>
        Working.Sum(Steps.SelectMany(s => s.Plan.Gases).Where(g => formulas.Contains(g.Formula)).Select(g => g.Leaving), Dimension.Volume);
}

/// <summary>Plans: folds methods over a charge, from what was really logged. Pure; replay never comes here.</summary>
public static class Planner
{
    /// <param name="facts">What was logged, by step id; steps without facts have not begun.</param>
    /// <exception cref="KeyNotFoundException">The route names a method or a holding that is not there; check the route first.</exception>
    public static BatchPlan Fold(Charge feed, Route route, Shop shop, IReadOnlyDictionary<string, Facts> facts, Draws draws) =>
        new Folding(feed, route, shop, facts, draws).All;

    private static readonly IReadOnlyDictionary<string, Facts> NoFacts = new Dictionary<string, Facts>();

    /// <summary>A plan before anything has happened.</summary>
    public static BatchPlan Fold(Charge feed, Route route, Shop shop, Draws draws) => Fold(feed, route, shop, NoFacts, draws);
}
