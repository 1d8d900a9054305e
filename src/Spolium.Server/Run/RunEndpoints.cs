using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Data;
using Spolium.Server.Guard;
using Spolium.Server.Lots;
using Spolium.Server.Plan;

namespace Spolium.Server.Run;

using BatchResult = Task<Results<Ok<BatchView>, ProblemHttpResult>>;
using Route = Spolium.Core.Records.Route;

/// <summary>Works a batch off: begin, pour, read, see, weigh, close, take back.</summary>
public static class RunEndpoints
{
    public static void MapRun(this IEndpointRouteBuilder app)
    {
        var batches = app.MapGroup("/api/batches").WithTags("run");
        batches.MapGet("/", List);
        batches.MapPost("/", Start);
        batches.MapGet("/{batchId}", Get);
        batches.MapGet("/{batchId}/file", BatchFileEndpoints.FileOut);
        batches.MapPost("/file", BatchFileEndpoints.FileIn).BringsFile();
        batches.MapGet("/{batchId}/steps/{stepId}", GetStep);
        batches.MapGet("/{batchId}/working", Working);
        batches.MapGet("/{batchId}/journal", BatchJournal.Journal);
        batches.MapPost("/{batchId}/steps/{stepId}/begin", BenchEndpoints.Begin);
        batches.MapPost("/{batchId}/steps/{stepId}/pours", BenchEndpoints.Pour);
        batches.MapPost("/{batchId}/steps/{stepId}/pours/preview", BenchEndpoints.PreviewPour);
        batches.MapPost("/{batchId}/steps/{stepId}/readings", BenchEndpoints.Read);
        batches.MapPost("/{batchId}/steps/{stepId}/liquor-tests", BenchEndpoints.TestLiquor);
        batches.MapGet("/{batchId}/steps/{stepId}/beside", BesideEndpoints.Choices);
        batches.MapPost("/{batchId}/steps/{stepId}/beside", BesideEndpoints.Happen);
        batches.MapPost("/{batchId}/steps/{stepId}/signs", BenchEndpoints.See);
        batches.MapPost("/{batchId}/steps/{stepId}/weighings", BenchEndpoints.Weigh);
        batches.MapPost("/{batchId}/steps/{stepId}/weighings/preview", BenchEndpoints.PreviewWeighing);
        batches.MapPost("/{batchId}/steps/{stepId}/close", BenchEndpoints.CloseStep);
        batches.MapPost("/{batchId}/notes", Note);
        batches.MapPost("/{batchId}/corrections", Correct);
        batches.MapPost("/{batchId}/route", ChangeRoute);
        batches.MapPost("/{batchId}/steps/{stepId}/give-up", GiveUp);
        batches.MapPost("/{batchId}/send-out", SendOut);
        batches.MapPost("/{batchId}/steps/{stepId}/come-back", ComeBack);
        batches.MapPost("/{batchId}/close", CloseBatch);
        batches.MapPost("/{batchId}/close-as-lost", CloseAsLost);
        batches.MapGet("/{batchId}/steps/{stepId}/begun", Begun);
        batches.MapPost("/{batchId}/give-back", GiveBack);
    }

    private static Ok<List<BatchListItem>> List(JournalStore store, string? find = null, int skip = 0)
    {
        DateTimeOffset At(long ticks) => new(ticks, TimeSpan.Zero);
        return TypedResults.Ok(
            store
                .Lists.Batches(find, skip)
                .Select(b => new BatchListItem(b.Id, b.Code, b.Title, b.LotCode, b.ClosedTicks is { } t ? At(t) : null, b.Foreign))
                .ToList()
        );
    }

    private static BatchResult Start(StartRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount, request.AmountPlusMinus);
        var bottles = BottleChoices.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
        var lot = writing.Ledger.State.Lots.GetValueOrDefault(request.LotId);
        var route = lot is null ? new Route([]) : PlanEndpoints.RouteOf(reader, lot, request.Way, request.Methods, request.Options).Route;
        return writing.Write(
            request.Head,
            request,
            [Entry.BatchStream(request.BatchId), Entry.LotStream(request.LotId)],
            reader,
            (l, now) =>
                Decisions.Start(
                    l.State,
                    request.BatchId,
                    request.Code,
                    request.Title ?? lot?.Title ?? "",
                    request.LotId,
                    amount,
                    route,
                    bottles,
                    0.01,
                    now.At,
                    string.IsNullOrEmpty(request.PlanId) ? null : request.PlanId
                ),
            l => BatchViews.View(l, request.BatchId, new ShownFigures())
        );
    }

    private static Results<Ok<BatchView>, ProblemHttpResult> Get(string batchId, Writing writing) =>
        writing.Ledger.State.Batches.ContainsKey(batchId)
            ? TypedResults.Ok(BatchViews.View(writing.Ledger, batchId, new ShownFigures()))
            : Problems.NotFound("such batch");

    private static Results<Ok<StepView>, ProblemHttpResult> GetStep(string batchId, string stepId, Writing writing)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch) || batch.Route.Steps.All(s => s.Id != stepId))
            return Problems.NotFound("such step");
        var plan = BatchAtWork.Plan(writing.Ledger.State, batch);
        return TypedResults.Ok(
            StepView.Of(
                plan.Of(stepId),
                batch.Step(stepId),
                new ShownFigures(),
                Observing.DrawsOf(writing.Ledger.State, batch),
                BatchViews.Metal(plan)
            )
        );
    }

    // How every figure was reckoned when the step began, whatever the method has become since.
    private static Results<Ok<BegunView>, ProblemHttpResult> Begun(string batchId, string stepId, Writing writing, JournalStore store) =>
        writing.Ledger.State.Batches.TryGetValue(batchId, out var batch) && BegunAs(batch, stepId, store, new ShownFigures()) is { } view
            ? TypedResults.Ok(view)
            : Problems.NotFound("plan of a step that has begun");

    private static BegunView? BegunAs(BatchState batch, string stepId, JournalStore store, ShownFigures book)
    {
        if (store.PlanOf(batch, stepId) is not { } plan)
            return null;
        var figures = plan
            .Doses.Select(d => d.Grams with { Label = d.Title })
            .Concat(plan.Figures)
            .Append(plan.Attended)
            .Append(plan.Unattended);
        return new(plan.MethodVersion, plan.DataHash, plan.Vessel, [.. figures.Select((f, i) => book.Add($"begun/{stepId}/{i}", f))]);
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string batchId, string key, Writing writing, JournalStore store)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        var book = new ShownFigures();
        if (key.Split('/') is ["begun", var begun, _])
            BegunAs(batch, begun, store, book);
        else
            BatchViews.View(writing.Ledger, batchId, book);
        if (book.Working(key) is { } shown)
            return TypedResults.Ok(shown);
        var plan = BatchAtWork.Plan(writing.Ledger.State, batch);
        foreach (var step in plan.Steps)
            StepView.Of(step, batch.Step(step.Step.Id), book, Observing.DrawsOf(writing.Ledger.State, batch), BatchViews.Metal(plan));
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static BatchResult Note(string batchId, NoteRequest request, Writing writing) =>
        InBatch(batchId, request.Head, request, writing, new(), (_, _) =>
            string.IsNullOrWhiteSpace(request.Text)
                ? Decision.Refuse("text", "the note is empty", "write a few words")
                : Decision.Write(new NoteWritten(batchId, request.StepId, request.Text.Trim()))
        );

    private static BatchResult Correct(string batchId, CorrectRequest request, Writing writing) =>
        InBatch(batchId, request.Head, request, writing, new(), (l, b) =>
            l.State.Entries.Find(request.Corrects) is { } e && e.Streams.All(s => s.Stream == Entry.BatchStream(b.Id))
                ? Decisions.Correct(l.State, request.Corrects, request.Reason, null)
                : Decision.Refuse("corrects", "it is not an entry of this batch alone", "choose one of its journal")
        );

    private static async Task<Results<Ok<TakenBack>, ProblemHttpResult>> GiveBack(string batchId, TakeBackRequest request, Writing writing)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        return await writing.Write(
            request.Head,
            request,
            [Entry.BatchStream(batchId), .. batch.Feeds.Select(Entry.FeedStream)],
            new(),
            l => Decisions.GiveBack(l.State, l.State.Batches[batchId], request.Reason),
            _ => new TakenBack(batch.Code)
        );
    }

    private static BatchResult ChangeRoute(string batchId, RouteRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var chosen = request.Bottles is null
            ? null
            : BottleChoices.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
        var options = request.Options?.ToDictionary(o => o.Key, o => (IReadOnlyDictionary<string, string>)o.Value);
        return InBatch(batchId, request.Head, request, writing, reader, (_, b) =>
        {
            if (request.After is not null && b.Route.Steps.All(s => s.Id != request.After))
                return Decision.Refuse(
                    "after",
                    "this batch has no such step",
                    "use one of " + string.Join(", ", b.Route.Steps.Select(s => s.Id))
                );
            if ((request.Methods ?? []).FirstOrDefault(m => MethodCatalogue.Find(m.Split('>')[0]) is null) is { } unknown)
                return Decision.Refuse("methods", $"there is no method '{unknown}'", "choose one of the list");
            var route = options is null ? b.Route : b.Route.WithOptions(options);
            if (request is { After: { } behind, Instead: true, Methods: { Count: > 0 } rest })
                return Decisions.ChangeRoute(b, Core.Plans.Routes.Instead(route, behind, rest), chosen ?? b.Bottles, request.Reason);
            return Decisions.ChangeRoute(
                b,
                request.After is null
                    ? route
                    : route.PutIn(
                        request.After,
                        request.Methods ?? [],
                        string.IsNullOrEmpty(request.Holding) ? null : request.Holding,
                        request.With
                    ),
                chosen ?? b.Bottles,
                request.Reason
            );
        });
    }

    private static BatchResult GiveUp(string batchId, string stepId, GiveUpRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var measured = reader.Optional("measured", request.Measured, Field.Mass);
        reader.Errors.AddRange(
            request
                .Methods.Where(m => MethodCatalogue.Find(m.Split('>')[0]) is null)
                .Select(m => new Core.Quantities.FieldError("methods", $"there is no method '{m}'", "choose one of the list"))
        );
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Detours.GiveUp(l.State, b, stepId, measured, request.Methods, b.Bottles, request.Reason, request.WhyMore)
        );
    }

    private static BatchResult SendOut(string batchId, SendOutRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass);
        return InBatch(batchId, request.Head, request, writing, reader, (l, b) =>
            Detours.Send(l.State, b, request.To, mass, request.Days ?? 7, BenchEndpoints.CodeVersion, request.Reason)
        );
    }

    private static BatchResult ComeBack(string batchId, string stepId, ComeBackRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass);
        var fee = reader.Optional("fee", request.Fee, Field.Money);
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Detours.ComeBack(l.State, b, stepId, mass, fee, request.Reason)
        );
    }

    private static BatchResult CloseAsLost(string batchId, CloseRequest request, Writing writing) =>
        InBatch(batchId, request.Head, request, writing, new(), (l, b, now) => Decisions.CloseAsLost(l, b, now.At, now.By, request.Reason));

    private static BatchResult CloseBatch(string batchId, CloseRequest request, Writing writing) =>
        InBatch(batchId, request.Head, request, writing, new(), (l, b, now) =>
            Decisions.CloseBatch(l, b, now.At, now.By, request.Counts, request.Reason)
        );

    internal static BatchResult InBatch(
        string batchId,
        Head head,
        object request,
        Writing writing,
        RequestReader reader,
        Func<Ledger, BatchState, Decision> decide
    ) => InBatch(batchId, head, request, writing, reader, (l, b, _) => decide(l, b));

    internal static async BatchResult InBatch(
        string batchId,
        Head head,
        object request,
        Writing writing,
        RequestReader reader,
        Func<Ledger, BatchState, Moment, Decision> decide
    )
    {
        if (!writing.Ledger.State.Batches.ContainsKey(batchId))
            return Problems.NotFound("such batch");
        return await writing.Write(
            head,
            request,
            [Entry.BatchStream(batchId)],
            reader,
            (l, now) => decide(l, l.State.Batches[batchId], now),
            l => BatchViews.View(l, batchId, new ShownFigures())
        );
    }
}
