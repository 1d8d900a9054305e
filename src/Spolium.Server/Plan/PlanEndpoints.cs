using Microsoft.AspNetCore.Http.HttpResults;
using Spolium.Core.Bench;
using Spolium.Core.Methods;
using Spolium.Core.Planning;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Vessels;
using Spolium.Server.Shared;
using Route = Spolium.Core.Planning.Route;

namespace Spolium.Server.Plan;

/// <param name="Density">g/mL of a liquid; empty for a solid.</param>
public sealed record BottleRequest(string Id, string Name, string Formula, string Strength, string? Density = null);

/// <param name="Options">By method id, then by option id.</param>
public sealed record PlanRequest(string LotId, string Amount, IReadOnlyDictionary<string, Dictionary<string, string>>? Options = null, IReadOnlyList<BottleRequest>? Bottles = null);

public sealed record PlanView(string LotId, string LotCode, string Amount, IReadOnlyList<StepView> Steps, string? Refused, FigureView Attended, FigureView Unattended, FigureView Gold, FigureView BrownGas, FigureView Nitric, string Opening);

public sealed record ChoiceView(string Value, string Words);

public sealed record OptionView(string Id, string Label, string Default, IReadOnlyList<ChoiceView> Choices, double Min, double Max, string Unit, string Tip);

public sealed record MethodView(string Id, string Title, string Verb, IReadOnlyList<OptionView> Options);

public sealed record WayView(IReadOnlyList<MethodView> Methods, IReadOnlyList<BottleRequest> Bottles);

/// <summary>Plans a lot, or a part of it, before anything is started.</summary>
public static class PlanEndpoints
{
    /// <summary>Opens every plan; local rules come before anything that the program says.</summary>
    public const string Opening = "Local codes, permits and licensed practice come first. Acid fume and brown gas harm the lungs: hood or outdoors, never alone, eye wash within reach. Not for homes with children or pets, nor for anyone without the training.";

    public static void MapPlan(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/ways/gold-by-nitric-strip", Way).WithTags("plan");
        app.MapPost("/api/plan", Preview).WithTags("plan");
        app.MapPost("/api/plan/working", Working).WithTags("plan");
    }

    private static Ok<WayView> Way() => TypedResults.Ok(new WayView(
        [.. Route.GoldByNitricStrip.Select(MethodCatalogue.Of).Select(m => new MethodView(m.Id, m.Title, m.Verb, [.. m.Options.Select(o => new OptionView(o.Id, o.Label, o.Default, [.. o.Choices.Select(c => new ChoiceView(c.Value, c.Words))], o.Min, o.Max, o.Unit, o.Tip))]))],
        [.. Shop.UsualBottles.Select(b => new BottleRequest(b.Id, b.Name, b.Formula, $"{b.Strength.Percent:0.##} %", b.DensityGPerMl is { } d ? $"{d:0.###}" : null))]));

    private static Results<Ok<PlanView>, ProblemHttpResult> Preview(PlanRequest request, Writing writing) => Make(request, writing, new FigureBook());

    private static Results<Ok<Figure>, ProblemHttpResult> Working(PlanRequest request, string key, Writing writing)
    {
        var book = new FigureBook();
        if (Make(request, writing, book).Result is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<Ok<PlanView>, ProblemHttpResult> Make(PlanRequest request, Writing writing, FigureBook book)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(request.LotId, out var lot))
            return Problems.NotFound("such lot");
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        var bottles = Bottles(reader, request.Bottles);
        var route = RouteOf(request.Options, lot.Thickness);
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var errors = Decisions.CheckPlanning(lot, amount, route, bottles).ToList();
        if (errors.Count > 0)
            return Problems.Refused(errors);
        var plan = Planner.Fold(BatchAtWork.FeedOf(writing.Ledger.State, lot, amount), route, new Shop(bottles, Vessel.Beakers), new Draws(lot.Id));
        return TypedResults.Ok(View(plan, lot.Id, lot.Code, amount.InWords, book));
    }

    private static PlanView View(BatchPlan plan, string lotId, string lotCode, string amount, FigureBook book) => new(
        lotId, lotCode, amount, [.. plan.Steps.Select(s => StepView.Of(s, null, book))], plan.Refused?.Step.Id,
        book.Add("attended", plan.Attended), book.Add("unattended", plan.Unattended), book.Add("gold", plan.Product("Au")),
        book.Add("brown-gas", plan.GasLeaving("NO", "NO2").Named("brown gas that leaves")),
        book.Add("nitric", Core.Quantities.Working.Sum(plan.Steps.SelectMany(s => s.Plan.Doses).Where(d => d.Bottle.Formula == "HNO3").Select(d => d.Grams), Dimension.Mass).Named("nitric acid in all")),
        Opening);

    /// <summary>Bottles as typed; the usual ones when none were.</summary>
    public static IReadOnlyList<Bottle> Bottles(RequestReader reader, IReadOnlyList<BottleRequest>? bottles) => bottles is null
        ? Shop.UsualBottles
        : [.. bottles.Select((b, i) => new Bottle(b.Id, b.Name, b.Formula, new MassFraction(reader.Quantity($"bottles[{i}].strength", b.Strength, Field.Share).Value), reader.Optional($"bottles[{i}].density", b.Density, Field.Density)?.Value))];

    /// <summary>The way with its options; the thickness of the lot goes to the strip unless another was typed.</summary>
    public static Route RouteOf(IReadOnlyDictionary<string, Dictionary<string, string>>? options, TypedNumber? thickness)
    {
        var all = (options ?? new Dictionary<string, Dictionary<string, string>>()).ToDictionary(o => o.Key, o => (IReadOnlyDictionary<string, string>)o.Value);
        if (thickness is not null && (!all.TryGetValue("nitric-strip", out var strip) || !strip.ContainsKey("thickness")))
            all["nitric-strip"] = new Dictionary<string, string>(strip ?? new Dictionary<string, string>()) { ["thickness"] = thickness.Value.ToString(System.Globalization.CultureInfo.InvariantCulture) };
        return Route.Chain(Route.GoldByNitricStrip, all);
    }
}
