using Spolium.Core.Chemistry;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Ways;
using Route = Spolium.Core.Records.Route;

namespace Spolium.Server.Plan;

/// <summary>A bottle of the shelf by its id; or one that does not stand there, with its formula and strength.</summary>
/// <param name="Density">g/mL of a liquid; empty takes the table's.</param>
public sealed record BottleRequest(string Id, string? Formula = null, string? Strength = null, string? Density = null);

/// <summary>A bottle that a dose may come from.</summary>
/// <param name="Left">What stands in it; empty for one that is not on the shelf.</param>
/// <param name="Note">What speaks against it, or for it; empty where nothing does.</param>
public sealed record BottleChoice(
    string Id,
    string Name,
    string Formula,
    string Strength,
    string? Density,
    bool OnShelf,
    string Left,
    string Note
);

/// <param name="Way">Id of a usual way; empty takes the first that fits the lot.</param>
/// <param name="Methods">A way of one's own, instead: "method" or "method>holding that goes on".</param>
/// <param name="Options">By step id or method id, then by option id.</param>
public sealed record PlanRequest(
    string LotId,
    string Amount,
    string? Way = null,
    IReadOnlyList<string>? Methods = null,
    IReadOnlyDictionary<string, Dictionary<string, string>>? Options = null,
    IReadOnlyList<BottleRequest>? Bottles = null
);

/// <param name="For">The metal that the plan is for, in words.</param>
/// <param name="Product">What is to come of it.</param>
public sealed record PlanView(
    string LotId,
    string LotCode,
    string Amount,
    string Way,
    string WayTitle,
    IReadOnlyList<string> Methods,
    string For,
    IReadOnlyList<StepView> Steps,
    string? Refused,
    FigureView Attended,
    FigureView Unattended,
    FigureView Product,
    FigureView BrownGas,
    FigureView Nitric,
    string Opening
);

public sealed record ChoiceView(string Value, string Words);

public sealed record OptionView(
    string Id,
    string Label,
    string Default,
    IReadOnlyList<ChoiceView> Choices,
    double Min,
    double Max,
    string Unit,
    string Tip
);

/// <param name="Schools">Methods that may stand in its place in a way, itself among them; empty where none may.</param>
public sealed record MethodView(
    string Id,
    string Title,
    string Verb,
    string Stage,
    IReadOnlyList<OptionView> Options,
    IReadOnlyList<ChoiceView> Outputs,
    IReadOnlyList<string> Reagents,
    IReadOnlyList<string> Schools
);

/// <param name="Takes">"solid", or what holds the metals of the liquor it starts from.</param>
public sealed record WayChoice(string Id, string Title, string For, string Takes, IReadOnlyList<string> Methods);

/// <param name="Bottles">All bottles that may be chosen, by substance; of each the first is the one to be used first.</param>
/// <param name="Again">Methods that refine a powder once more.</param>
/// <param name="Behind">A method to begin with where a step is put behind another.</param>
/// <param name="Alone">A method to begin with where one is tried by itself.</param>
public sealed record WaysView(
    IReadOnlyList<WayChoice> Ways,
    IReadOnlyList<MethodView> Methods,
    IReadOnlyList<BottleChoice> Bottles,
    IReadOnlyList<string> Again,
    string Behind,
    string Alone
);

/// <summary>Plans a lot, or a part of it, before anything is started.</summary>
public static class PlanEndpoints
{
    /// <summary>Opens every plan; local rules come before anything that the program says.</summary>
    public const string Opening =
        "Local codes, permits and licensed practice come first. Acid fume and brown gas harm the lungs: hood or outdoors, never alone, "
        + "eye wash within reach. Not for homes with children or pets, nor for anyone without the training.";

    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/ways", Ways).WithTags("plan");
        app.MapPost("/api/plan", Preview).WithTags("plan");
        app.MapPost("/api/plan/working", Working).WithTags("plan");
    }

    private static Ok<WaysView> Ways(Writing writing, TimeProvider time) =>
        TypedResults.Ok(
            new WaysView(
                [
                    .. MapWays.All.Select(w => new WayChoice(
                        w.Way.Id,
                        w.Way.Title,
                        w.Way.Element,
                        w.Takes?.ToString().ToLowerInvariant() ?? "solid",
                        w.Way.Methods
                    )),
                ],
                [
                    .. MethodCatalogue.All.Select(m => new MethodView(
                        m.Id,
                        m.Title,
                        m.Verb,
                        m.Stage.ToString(),
                        [
                            .. m.Options.Select(o => new OptionView(
                                o.Id,
                                o.Label,
                                o.Default,
                                [.. o.Choices.Select(c => new ChoiceView(c.Value, c.Words))],
                                o.Min,
                                o.Max,
                                o.Unit,
                                o.Tip
                            )),
                        ],
                        [.. m.Outputs.Select(o => new ChoiceView(o.Id, o.Name))],
                        m.Reagents,
                        WayMap.Schools(m.Id)
                    )),
                ],
                BottleChoices.Choices(writing.Ledger.State, time.GetUtcNow()),
                MapWays.Again,
                WayMap.Links.First(l => l.From == Form.SilverPowder).Id,
                WayMap.Links.First(l => l.From == Form.SilverLiquor).Id
            )
        );

    private static Results<Ok<PlanView>, ProblemHttpResult> Preview(PlanRequest request, Writing writing, TimeProvider time) =>
        Make(request, writing, time, new ShownFigures());

    private static Results<Ok<Figure>, ProblemHttpResult> Working(PlanRequest request, string key, Writing writing, TimeProvider time)
    {
        var book = new ShownFigures();
        if (Make(request, writing, time, book).Result is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<Ok<PlanView>, ProblemHttpResult> Make(PlanRequest request, Writing writing, TimeProvider time, ShownFigures book)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(request.LotId, out var lot))
            return Problems.NotFound("such lot");
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        var bottles = BottleChoices.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
        var (way, route) = RouteOf(reader, lot, request.Way, request.Methods, request.Options);
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var errors = Decisions.CheckPlanning(lot, amount, route, bottles).ToList();
        if (errors.Count > 0)
            return Problems.Refused(errors);
        var draws = Observing.DrawsNow(writing.Ledger.State, lot);
        var plan = Planner.Fold(
            BatchFeed.FeedOf(writing.Ledger.State, lot, amount),
            route,
            ShelfAtWork.ShopWith(writing.Ledger.State, bottles),
            draws
        );
        return TypedResults.Ok(
            View(
                plan,
                draws,
                lot,
                way,
                FoundWay.Of(string.Join('/', way?.Methods ?? request.Methods ?? []), lot.Content.Liquor)?.Title,
                amount.InWords,
                book,
                s => WorkGates.Says(writing.Ledger.State, s.Method, s.Plan, time.GetUtcNow())
            )
        );
    }

    private static PlanView View(
        BatchPlan plan,
        Draws draws,
        LotState lot,
        FoundWay? way,
        string? title,
        string amount,
        ShownFigures book,
        Func<PlannedStep, IReadOnlyList<string>> gates
    )
    {
        var element = way?.Element ?? BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs[0].Charge);
        return new(
            lot.Id,
            lot.Code,
            amount,
            way?.Id ?? "",
            way?.Title ?? title ?? "a way of your own",
            [.. plan.Steps.Select(s => s.Method.Id)],
            Elements.Of(element).Name,
            [.. plan.Steps.Select(s => StepView.Of(s, null, book, draws, element, gates(s)))],
            plan.Refused?.Step.Id,
            book.Add("attended", plan.Attended),
            book.Add("unattended", plan.Unattended),
            book.Add("product", plan.Product(element)),
            book.Add("brown-gas", plan.GasLeaving("NO", "NO2").Named("brown gas that leaves")),
            book.Add(
                "nitric",
                Core.Quantities.Working.Sum(
                        plan.Steps.SelectMany(s => s.Plan.Doses).Where(d => d.Bottle.Formula == "HNO3").Select(d => d.Grams),
                        Dimension.Mass
                    )
                    .Named("nitric acid in all")
            ),
            Opening
        );
    }

    /// <summary>The way of a lot with its options.</summary>
    public static (FoundWay? Way, Route Route) RouteOf(
        RequestReader reader,
        LotState lot,
        string? wayId,
        IReadOnlyList<string>? methods,
        IReadOnlyDictionary<string, Dictionary<string, string>>? options
    )
    {
        var way =
            methods is { Count: > 0 } ? null
            : string.IsNullOrEmpty(wayId) ? MapWays.First(lot.Content, lot.Amount.Field == Field.Volume)
            : FoundWay.Of(wayId, lot.Content.Liquor);
        var names = way?.Methods ?? methods ?? [];
        if (names.Count == 0)
            reader.Errors.Add(
                new(
                    "way",
                    "there is no such way for this lot",
                    "use one of " + string.Join(", ", MapWays.Of(lot.Content, lot.Amount.Field == Field.Volume).Select(w => w.Id))
                )
            );
        foreach (var (name, i) in names.Select((n, i) => (n.Split('>'), i)))
            if (MethodCatalogue.Find(name[0]) is not { } method)
                reader.Errors.Add(new($"methods[{i}]", $"there is no method '{name[0]}'", "choose one of the list"));
            else if (name.Length > 1 && method.Outputs.All(o => o.Id != name[1]))
                reader.Errors.Add(
                    new(
                        $"methods[{i}]",
                        $"{method.Verb} makes no '{name[1]}'",
                        "use one of " + string.Join(", ", method.Outputs.Select(o => o.Id))
                    )
                );
        if (!reader.Ok)
            return (way, new([]));
        var all = (options ?? new Dictionary<string, Dictionary<string, string>>()).ToDictionary(
            o => o.Key,
            o => (IReadOnlyDictionary<string, string>)o.Value
        );
        return (way, LotAtWork.RouteFor(lot, names, all));
    }
}
