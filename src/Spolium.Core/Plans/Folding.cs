using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// A fold under way. Steps are planned in their order, and only as far as somebody asks: what is decided of one step does not wait for
/// those behind it. Safe for several readers at once.
/// </summary>
public sealed class Folding
{
    private readonly Lock gate = new();
    private readonly List<PlannedStep> steps = [];
    private readonly Dictionary<string, Charge> holdings;
    private readonly (Charge Feed, Route Route, Shop Shop, IReadOnlyDictionary<string, Facts> Facts, Draws Draws) given;
    private FromTheShelf shelf;

    // The shelf behind each step.
    private readonly List<FromTheShelf> shelves = [];
    private BatchPlan? all;

    /// <param name="facts">What was logged, by step id; steps without facts have not begun.</param>
    public Folding(Charge feed, Route route, Shop shop, IReadOnlyDictionary<string, Facts> facts, Draws draws)
    {
        given = (feed, route, shop, facts, draws);
        holdings = new() { [Route.Feed] = feed };
        shelf = new(shop);
    }

    /// <summary>The whole plan, or as far as a step refuses.</summary>
    public BatchPlan All
    {
        get
        {
            lock (gate)
            {
                while (More()) { }
                return all ??= new(given.Feed, [.. steps]);
            }
        }
    }

    /// <summary>One step, planned from those before it.</summary>
    /// <exception cref="InvalidOperationException">The route has no such step, or one before it refuses.</exception>
    public PlannedStep Of(string stepId)
    {
        lock (gate)
        {
            while (steps.All(s => s.Step.Id != stepId) && More()) { }
            return steps.First(s => s.Step.Id == stepId);
        }
    }

    /// <summary>
    /// The same feed, route and bottles with what has been logged since. Closed steps of which nothing was logged anew are taken over:
    /// nothing that can still change (the level of a bottle) is in them.
    /// </summary>
    public Folding Again(Shop shop, IReadOnlyDictionary<string, Facts> facts)
    {
        var next = new Folding(given.Feed, given.Route, shop, facts, given.Draws);
        lock (gate)
            foreach (var step in steps.TakeWhile(s => s.Facts.Closed && facts.TryGetValue(s.Step.Id, out var now) && now.SameAs(s.Facts)))
                next.Keep(step);
        return next;
    }

    /// <summary>The same feed and bottles by another route: steps with which both begin are taken over, as far as they are planned by what
    /// came before them alone.</summary>
    public Folding Along(Route route)
    {
        var next = new Folding(given.Feed, route, given.Shop, given.Facts, given.Draws);
        lock (gate)
            for (var i = 0; i < Math.Min(steps.Count, route.Steps.Count) && !steps[i].LooksAhead; i++)
            {
                if (!steps[i].Step.SameAs(route.Steps[i]))
                    break;
                next.Keep(steps[i] with { Step = route.Steps[i] });
                next.shelf = shelves[i].AsItIs();
            }
        return next;
    }

    // Plans the next step; false when there is none, or the last one refuses.
    private bool More()
    {
        if (steps.Count == given.Route.Steps.Count || (steps.Count > 0 && steps[^1].Plan.Refused))
            return false;
        Keep(Next(given.Route.Steps[steps.Count]));
        return true;
    }

    private void Keep(PlannedStep step)
    {
        steps.Add(step);
        shelves.Add(shelf.AsItIs());
        foreach (var output in step.Plan.Outputs)
            holdings[Route.Holding(step.Step.Id, output.Id)] = output.Charge;
    }

    private PlannedStep Next(RouteStep step)
    {
        var (_, route, shop, facts, draws) = given;
        var input = step.Takes.Select(t => holdings[t]).Aggregate((a, b) => a.Plus(b));
        var told = facts.GetValueOrDefault(step.Id) ?? Facts.None;
        var beside = BesideThePlan.Of(step.Id, input, told, shop, draws);
        var logged = beside?.Facts ?? told;
        input = beside?.Input ?? input;
        var method = GoneMethod.Of(step, logged.Plan);
        var later = route
            .Steps.SkipWhile(s => s.Id != step.Id)
            .Skip(1)
            .Select(s => MethodCatalogue.Find(s.Method)?.Card)
            .OfType<MethodCard>();
        var options = new StepOptions(method, step.Options, [.. later]);
        if (beside is not null && method.Options.Any(o => o.Id == Cover.Option.Id))
            options = new(method, step.Options, [.. later]) { Covers = beside.Covers(options.Text(Cover.Option.Id)) };
        var plan = method.Plan(input, options, shop, logged, draws);
        var pours = shelf.For(plan, logged);
        // Several bottles of one substance: their mean strength is known once the dose is.
        if (!ReferenceEquals(pours, shop))
            plan = method.Plan(input, options, pours, logged, draws);
        // A dose that the method does not want any more was poured all the same.
        if (!plan.Refused && Unasked(plan, logged) is { Count: > 0 } unasked)
        {
            input = unasked.Aggregate(input, (c, p) => pours.AsPoured(p) is { } b ? b.PourInto(c, DosePlan.Logged([p]), draws) : c);
            plan = method.Plan(input, options, pours, logged, draws);
        }
        // What signs have ended tells of the content: the step is reckoned once more from there.
        if (plan.LearnsFrom is [var learned, ..])
        {
            // What was weighed as a solid bounds every metal of it.
            var most = given.Feed.Of(Species.Water).Likely > 0 || step.Takes.Contains(Route.Feed) ? null : given.Feed.AllSolids();
            var known = ContentLearning.From(input, learned, $"{step.Id}/{learned.DoseId}", draws, most);
            plan = method.Plan(known, options, pours, logged, draws) with { Learned = ContentLearning.Told(input, known) };
            if (ContentLearning.NoMeasurement(learned) is { } nothing)
                plan = plan with { Cautions = [nothing, .. plan.Cautions] };
            input = known;
        }
        plan = logged.GivenUp ? GivenUp(plan, input, method, logged, pours, draws) : shelf.Take(plan, logged);
        plan = beside?.Laid(plan) ?? plan;
        plan = plan with
        {
            Outputs =
            [
                .. LiquorTesting
                    .Apply(Weighing.Rinsed(plan.Outputs, logged), input, logged, step.Id, draws)
                    .Select(o =>
                        o with
                        {
                            Charge = (
                                logged.Weighed.TryGetValue(o.Id, out var reading)
                                    ? Weighing.Apply(o.Charge, reading, $"weighed {step.Id}/{o.Id}", draws)
                                    : o.Charge
                            ).Named(o.Name),
                        }
                    ),
            ],
        };
        return new(step, method, input, plan, told)
        {
            Combined = Meeting([.. step.Takes.Select(t => holdings[t])]),
            LooksAhead = options.LooksAhead,
        };
    }

    private static List<Pour> Unasked(StepPlan plan, Facts logged) => [.. logged.Pours.Where(p => plan.Doses.All(d => d.Id != p.DoseId))];

    // What was in the vessel when the step was given up stays together, as its first holding.
    private static StepPlan GivenUp(StepPlan plan, Charge input, IMethod method, Facts logged, Shop pours, Draws draws)
    {
        // What a method does not take any more is in the vessel all the same, with all that was poured.
        var together = plan.Refused
            ? logged.Pours.Aggregate(input, (c, p) => pours.AsPoured(p) is { } b ? b.PourInto(c, DosePlan.Logged([p]), draws) : c)
            : plan.Outputs.Select(o => o.Charge).Aggregate((a, b) => a.Plus(b));
        return plan with
        {
            Refusals = [],
            Outputs =
            [
                .. method.Outputs.Select(
                    (o, i) => new Output(o.Id, i == 0 ? "what was given up" : o.Name, i == 0, i == 0 ? together : Charge.Empty)
                ),
            ],
        };
    }

    private static List<NeverTogether> Meeting(IReadOnlyList<Charge> taken) =>
        [
            .. taken
                .Skip(1)
                .SelectMany((c, i) => NeverTogether.Meeting(taken.Take(i + 1).Aggregate((a, b) => a.Plus(b)), c, new HashSet<string>()))
                .DistinctBy(r => r.Id),
        ];
}
