using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Ways;
using Spolium.Server.Lots;

namespace Spolium.Server.Plan;

/// <param name="Options">By option id.</param>
public sealed record TryRequest(
    string Method,
    ChargeRequest Charge,
    IReadOnlyDictionary<string, string>? Options = null,
    IReadOnlyList<BottleRequest>? Bottles = null
);

/// <param name="Words">The charge as it was understood, in full words.</param>
public sealed record TryView(string Words, StepView Step, string Opening);

public sealed record KeepRequest(Head Head, string KeptId, string Title, TryRequest Try);

public sealed record KeptView(
    string KeptId,
    string Title,
    string Method,
    string MethodTitle,
    string Words,
    DateTimeOffset At,
    string By,
    TryRequest Try,
    string EntryId
);

/// <summary>What was tried becomes a lot and a batch of it, both or neither.</summary>
/// <param name="Code">Of the lot.</param>
public sealed record BecomeBatchRequest(
    Head Head,
    string LotId,
    string Code,
    string Title,
    string BatchId,
    string BatchCode,
    TryRequest Try
);

public sealed record BecameBatch(string BatchId);

/// <summary>A step tried by itself on a charge typed in one line of fields: nothing is written unless it is kept.</summary>
public static class StepAlone
{
    public static void MapStepAlone(this IEndpointRouteBuilder app)
    {
        var steps = app.MapGroup("/api/step").WithTags("plan");
        steps.MapPost("/", Preview);
        steps.MapPost("/working", Working);
        steps.MapGet("/kept", Kept);
        steps.MapPost("/kept", Keep);
        steps.MapPost("/kept/{keptId}/take-back", TakeBack);
        steps.MapPost("/batch", BecomeBatch);
    }

    private static Results<Ok<TryView>, ProblemHttpResult> Preview(TryRequest request, Writing writing, TimeProvider time) =>
        Make(request, writing, time, new ShownFigures());

    private static Results<Ok<Figure>, ProblemHttpResult> Working(TryRequest request, string key, Writing writing, TimeProvider time)
    {
        var book = new ShownFigures();
        if (Make(request, writing, time, book).Result is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<Ok<TryView>, ProblemHttpResult> Make(TryRequest request, Writing writing, TimeProvider time, ShownFigures book)
    {
        var reader = new RequestReader();
        var state = writing.Ledger.State;
        var spec = ChargeReading.Spec(reader, request.Charge);
        if (MethodCatalogue.Find(request.Method) is not { } method)
            return Problems.Refused([new("method", $"there is no method '{request.Method}'", "choose one of the list")]);
        reader.Errors.AddRange(StepOptions.Check(method, "options", request.Options ?? new Dictionary<string, string>()));
        if (reader.Ok)
            reader.Errors.AddRange(spec.Check());
        var bottles = BottleChoices.Bottles(reader, request.Bottles, state, time.GetUtcNow());
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var draws = Observing.DrawsNow(state, "step alone");
        var route = Routes.Chain(
            [method.Id],
            new Dictionary<string, IReadOnlyDictionary<string, string>>
            {
                [method.Id] = request.Options ?? new Dictionary<string, string>(),
            }
        );
        var plan = Planner.Fold(spec.ToCharge(draws), route, ShelfAtWork.ShopWith(state, bottles), draws);
        var element = BatchAtWork.ElementOf(plan.Steps[0].Input);
        return TypedResults.Ok(
            new TryView(ChargeReading.Words(spec), StepView.Of(plan.Steps[0], null, book, draws, element), PlanEndpoints.Opening)
        );
    }

    private static Ok<List<KeptView>> Kept(Writing writing) =>
        TypedResults.Ok(writing.Ledger.State.Kept.Values.OrderByDescending(k => k.At).Select(View).ToList());

    private static KeptView View(KeptState k) =>
        new(
            k.Step.KeptId,
            k.Step.Title,
            k.Step.Method,
            MethodCatalogue.Of(k.Step.Method).Title,
            ChargeReading.Words(k.Step.Charge),
            k.At,
            k.By,
            new(
                k.Step.Method,
                new(
                    k.Step.Charge.Kind,
                    [
                        .. k.Step.Charge.Lines.Select(l => new ChargeLineRequest(
                            l.Element,
                            l.Low.Value == l.High.Value
                                ? l.Likely.Text
                                : $"{l.Low.Value:0.####}–{l.Likely.Value:0.####}–{l.High.Value:0.####} g"
                        )),
                    ],
                    k.Step.Charge.Volume?.Text,
                    k.Step.Charge.FreeAcid?.Text,
                    ContentReading.AsTyped(k.Step.Charge.State),
                    k.Step.Charge.WetWith,
                    k.Step.Charge.Marks
                ),
                k.Step.Options,
                [.. k.Step.Bottles.Select(b => new BottleRequest(b))]
            ),
            k.EntryId
        );

    private static Task<Results<Ok<KeptView>, ProblemHttpResult>> Keep(KeepRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var spec = ChargeReading.Spec(reader, request.Try.Charge);
        var bottles = BottleChoices
            .Bottles(reader, request.Try.Bottles, writing.Ledger.State, time.GetUtcNow())
            .Take(request.Try.Bottles?.Count ?? 0)
            .Select(b => b.Id)
            .ToList();
        return writing.Write(
            request.Head,
            request,
            [Entry.KeptStream(request.KeptId)],
            reader,
            l =>
                TriedDecisions.Keep(
                    l.State,
                    new(
                        request.KeptId,
                        request.Title,
                        request.Try.Method,
                        spec,
                        request.Try.Options ?? new Dictionary<string, string>(),
                        bottles
                    )
                ),
            l => View(l.State.Kept[request.KeptId])
        );
    }

    private static async Task<Results<Ok<Lots.TakenBack>, ProblemHttpResult>> TakeBack(
        string keptId,
        Lots.TakeBackRequest request,
        Writing writing
    )
    {
        if (!writing.Ledger.State.Kept.TryGetValue(keptId, out var kept))
            return Problems.NotFound("such step");
        return await writing.Write(
            request.Head,
            request,
            [Entry.KeptStream(keptId)],
            new(),
            l => Decisions.Correct(l.State, kept.EntryId, request.Reason, null),
            _ => new Lots.TakenBack(kept.Step.Title)
        );
    }

    // Two entries: the lot is only written when its batch can be, and a request that comes again finds what is there.
    private static async Task<Results<Ok<BecameBatch>, ProblemHttpResult>> BecomeBatch(
        BecomeBatchRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var spec = ChargeReading.Spec(reader, request.Try.Charge);
        var bottles = BottleChoices.Bottles(reader, request.Try.Bottles, writing.Ledger.State, time.GetUtcNow());
        if (MethodCatalogue.Find(request.Try.Method) is null)
            reader.Errors.Add(new("method", $"there is no method '{request.Try.Method}'", "choose one of the list"));
        Decision Start(Ledger l)
        {
            var lot = l.State.Lots[request.LotId];
            var route = LotAtWork.RouteFor(
                lot,
                [request.Try.Method],
                new Dictionary<string, IReadOnlyDictionary<string, string>>
                {
                    [request.Try.Method] = request.Try.Options ?? new Dictionary<string, string>(),
                }
            );
            return Decisions.Start(
                l.State,
                request.BatchId,
                request.BatchCode,
                request.Title,
                request.LotId,
                lot.Amount,
                route,
                bottles,
                0.01,
                request.Head.OccurredAt ?? time.GetUtcNow()
            );
        }
        var first = await writing.Write(
            request.Head,
            new { request, part = "lot" },
            [Entry.LotStream(request.LotId)],
            reader,
            l =>
            {
                var lot = TriedDecisions.ReceiveTried(l.State, request.LotId, request.Code, request.Title, spec);
                return
                    lot.Body is { } body
                    && Start(l.With(new(request.Head.EntryId, [], time.GetUtcNow(), time.GetUtcNow(), request.Head.By, body))).Errors
                        is { Count: > 0 } no
                    ? Decision.Refuse(no)
                    : lot;
            },
            _ => ""
        );
        if (first.Result is ProblemHttpResult problem)
            return problem;
        var then = request.Head with
        {
            EntryId = new Guid(
                System.Security.Cryptography.SHA256.HashData(Guid.Parse(request.Head.EntryId).ToByteArray()).AsSpan(0, 16)
            ).ToString(),
            ExpectedVersion = null,
        };
        return await writing.Write(
            then,
            new { request, part = "batch" },
            [Entry.BatchStream(request.BatchId), Entry.LotStream(request.LotId)],
            reader,
            Start,
            _ => new BecameBatch(request.BatchId)
        );
    }
}
