using System.Reflection;

namespace Spolium.Server.Plan;

/// <param name="CopyOf">The saved plan that it was copied from.</param>
public sealed record SavePlanRequest(
    Head Head,
    string PlanId,
    string Title,
    string LotId,
    string Amount,
    string? Way = null,
    IReadOnlyList<string>? Methods = null,
    IReadOnlyDictionary<string, Dictionary<string, string>>? Options = null,
    IReadOnlyList<BottleRequest>? Bottles = null,
    string? CopyOf = null
);

public sealed record RenamePlanRequest(Head Head, string Title);

public sealed record DropPlanRequest(Head Head);

/// <param name="Batches">Codes of the batches that were started from it.</param>
public sealed record SavedPlanItem(
    string Id,
    string Title,
    string LotId,
    string LotCode,
    string Amount,
    DateTimeOffset At,
    string By,
    string? CopyOf,
    IReadOnlyList<string> Batches
);

/// <param name="Now">Empty where today's plan has no such figure.</param>
public sealed record ThenNowView(string Label, string Then, string Now, bool Differs);

/// <summary>A saved plan beside its later self.</summary>
/// <param name="Refused">Why it would be refused today; null where it would not.</param>
/// <param name="Changed">What is no longer as it was: the code, the data, the price list.</param>
public sealed record SavedPlanView(
    SavedPlanItem Plan,
    string AmountText,
    IReadOnlyList<string> Methods,
    IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> Options,
    IReadOnlyList<string> Bottles,
    long Version,
    IReadOnlyList<ThenNowView> Figures,
    string? Refused,
    IReadOnlyList<string> Changed
);

/// <summary>Plans put by: save, rename, copy, compare, drop. A batch may be started from one.</summary>
public static class SavedPlanEndpoints
{
    private static readonly string CodeVersion = Assembly
        .GetExecutingAssembly()
        .GetCustomAttribute<AssemblyInformationalVersionAttribute>()!
        .InformationalVersion;

    public static void MapSavedPlans(this IEndpointRouteBuilder app)
    {
        var plans = app.MapGroup("/api/plans").WithTags("plan");
        plans.MapGet("/", (Writing writing) =>
            TypedResults.Ok(
                writing.Ledger.State.Plans.Values.OrderByDescending(p => p.At).Select(p => Item(writing.Ledger.State, p)).ToList()
            )
        );
        plans.MapPost("/", Save);
        plans.MapGet("/{planId}", Get);
        plans.MapPost("/{planId}/rename", Rename);
        plans.MapPost("/{planId}/drop", Drop);
    }

    private static SavedPlanItem Item(State state, SavedPlan p) =>
        new(
            p.Plan.PlanId,
            p.Title,
            p.Plan.LotId,
            state.Lots[p.Plan.LotId].Code,
            p.Plan.Amount.InWords,
            p.At,
            p.By,
            p.Plan.CopyOf is { } from ? state.Plans.GetValueOrDefault(from)?.Title ?? "a plan that is gone" : null,
            [.. state.Batches.Values.Where(b => b.PlanId == p.Plan.PlanId).Select(b => b.Code).Order(StringComparer.Ordinal)]
        );

    private static async Task<Results<Ok<SavedPlanItem>, ProblemHttpResult>> Save(
        SavePlanRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        if (!writing.Ledger.State.Lots.TryGetValue(request.LotId, out var lot))
            return Problems.NotFound("such lot");
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        var bottles = BottleChoices.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
        var (way, route) = PlanEndpoints.RouteOf(reader, lot, request.Way, request.Methods, request.Options);
        return await writing.Write(
            request.Head,
            request,
            [Entry.PlanStream(request.PlanId)],
            reader,
            l =>
                SavedPlans.Save(
                    l.State,
                    request.PlanId,
                    request.Title,
                    l.State.Lots[request.LotId],
                    amount,
                    route,
                    way?.Methods ?? request.Methods ?? [],
                    bottles,
                    CodeVersion,
                    request.CopyOf
                ),
            l => Item(l.State, l.State.Plans[request.PlanId])
        );
    }

    private static Results<Ok<SavedPlanView>, ProblemHttpResult> Get(string planId, Writing writing, TimeProvider time)
    {
        var state = writing.Ledger.State;
        if (!state.Plans.TryGetValue(planId, out var saved))
            return Problems.NotFound("such plan");
        var (figures, refused) = SavedPlans.Compare(state, saved, time.GetUtcNow());
        List<string> changed = [];
        if (saved.Plan.CodeVersion != CodeVersion)
            changed.Add("the program");
        if (saved.Plan.DataHash != Core.Reference.ReferenceTable.Hash)
            changed.Add("the data");
        if (saved.Plan.Prices != state.PricesNow?.List.Id)
            changed.Add("the price list");
        return TypedResults.Ok(
            new SavedPlanView(
                Item(state, saved),
                saved.Plan.Amount.Text,
                saved.Plan.Methods,
                saved.Plan.Route.Steps.Where(s => s.Options.Count > 0).ToDictionary(s => s.Id, s => s.Options),
                [.. saved.Plan.Bottles.Where(b => state.Shelf.ContainsKey(b.Id)).Select(b => b.Id)],
                state.Version(Entry.PlanStream(planId)),
                [
                    .. figures.Select(f => new ThenNowView(
                        f.Label,
                        Text(f.Then),
                        f.Now is null ? "" : Text(f.Now),
                        f.Now is not null && Text(f.Now) != Text(f.Then)
                    )),
                ],
                refused,
                changed
            )
        );
    }

    private static string Text(Figure f) => $"{f.Value}{FigureText.ThinSpace}{f.Unit}{(f.Range.Length > 0 ? $" ({f.Range})" : "")}";

    private static async Task<Results<Ok<SavedPlanItem>, ProblemHttpResult>> Rename(
        string planId,
        RenamePlanRequest request,
        Writing writing
    ) =>
        await Change(
            planId,
            request.Head,
            request,
            writing,
            l => SavedPlans.Rename(l.State, planId, request.Title),
            l => Item(l.State, l.State.Plans[planId])
        );

    private static async Task<Results<Ok<List<SavedPlanItem>>, ProblemHttpResult>> Drop(
        string planId,
        DropPlanRequest request,
        Writing writing
    ) =>
        await Change(
            planId,
            request.Head,
            request,
            writing,
            l => SavedPlans.Drop(l.State, planId),
            l => l.State.Plans.Values.OrderByDescending(p => p.At).Select(p => Item(l.State, p)).ToList()
        );

    private static async Task<Results<Ok<T>, ProblemHttpResult>> Change<T>(
        string planId,
        Head head,
        object request,
        Writing writing,
        Func<Ledger, Decision> decide,
        Func<Ledger, T> view
    ) =>
        writing.Ledger.State.Plans.ContainsKey(planId)
            ? await writing.Write(head, request, [Entry.PlanStream(planId)], new(), decide, view)
            : Problems.NotFound("such plan");
}
