using System.Reflection;
using Microsoft.AspNetCore.Http.HttpResults;
using Spolium.Core.Chemistry;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Solutions;
using Spolium.Core.Workshop;
using Spolium.Data;
using Spolium.Server.Guard;
using Spolium.Server.Lots;
using Spolium.Server.Plan;
using Spolium.Server.Shared;

namespace Spolium.Server.Run;

using BatchResult = Task<Results<Ok<BatchView>, ProblemHttpResult>>;
using Route = Spolium.Core.Records.Route;

/// <summary>Works a batch off: begin, pour, read, see, weigh, close, take back.</summary>
public static class RunEndpoints
{
    private static readonly string CodeVersion = Assembly
        .GetExecutingAssembly()
        .GetCustomAttribute<AssemblyInformationalVersionAttribute>()!
        .InformationalVersion;

    public static void MapRun(this IEndpointRouteBuilder app)
    {
        var batches = app.MapGroup("/api/batches").WithTags("run");
        batches.MapGet("/", List);
        batches.MapPost("/", Start);
        batches.MapGet("/{batchId}", Get);
        batches.MapGet("/{batchId}/file", FileOut);
        batches.MapPost("/file", FileIn).BringsFile();
        batches.MapGet("/{batchId}/steps/{stepId}", GetStep);
        batches.MapGet("/{batchId}/working", Working);
        batches.MapGet("/{batchId}/journal", Journal);
        batches.MapPost("/{batchId}/steps/{stepId}/begin", Begin);
        batches.MapPost("/{batchId}/steps/{stepId}/pours", Pour);
        batches.MapPost("/{batchId}/steps/{stepId}/pours/preview", PreviewPour);
        batches.MapPost("/{batchId}/steps/{stepId}/readings", Read);
        batches.MapPost("/{batchId}/steps/{stepId}/liquor-tests", TestLiquor);
        batches.MapPost("/{batchId}/steps/{stepId}/signs", See);
        batches.MapPost("/{batchId}/steps/{stepId}/weighings", Weigh);
        batches.MapPost("/{batchId}/steps/{stepId}/weighings/preview", PreviewWeighing);
        batches.MapPost("/{batchId}/steps/{stepId}/close", CloseStep);
        batches.MapPost("/{batchId}/notes", Note);
        batches.MapPost("/{batchId}/corrections", Correct);
        batches.MapPost("/{batchId}/route", ChangeRoute);
        batches.MapPost("/{batchId}/steps/{stepId}/give-up", GiveUp);
        batches.MapPost("/{batchId}/send-out", SendOut);
        batches.MapPost("/{batchId}/steps/{stepId}/come-back", ComeBack);
        batches.MapPost("/{batchId}/close", CloseBatch);
        batches.MapGet("/{batchId}/steps/{stepId}/begun", Begun);
        batches.MapPost("/{batchId}/give-back", GiveBack);
    }

    private static Ok<List<BatchListItem>> List(JournalStore store, string? find = null, int skip = 0)
    {
        DateTimeOffset At(long ticks) => new(ticks, TimeSpan.Zero);
        return TypedResults.Ok(
            store
                .Lists.Batches(find, skip)
                .Select(b => new BatchListItem(
                    b.Id,
                    b.Code,
                    b.Title,
                    b.LotCode,
                    b.FeedG,
                    b.CurrentStep,
                    b.CurrentBegun,
                    At(b.StartedTicks),
                    b.ClosedTicks is { } t ? At(t) : null,
                    b.ProductG
                ))
                .ToList()
        );
    }

    private static BatchResult Start(StartRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount, request.AmountPlusMinus);
        var bottles = PlanEndpoints.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
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
            l => View(l, request.BatchId, new FigureBook())
        );
    }

    private static Results<Ok<BatchView>, ProblemHttpResult> Get(string batchId, Writing writing) =>
        writing.Ledger.State.Batches.ContainsKey(batchId)
            ? TypedResults.Ok(View(writing.Ledger, batchId, new FigureBook()))
            : Problems.NotFound("such batch");

    private static Results<FileContentHttpResult, ProblemHttpResult> FileOut(string batchId, Writing writing, JournalStore store) =>
        writing.Ledger.State.Batches.TryGetValue(batchId, out var batch)
            ? TypedResults.File(store.FileOf(batch).Write(), "application/json", $"batch-{batch.Code}.json")
            : Problems.NotFound("such batch");

    private static Task<Results<Ok<BroughtIn>, ProblemHttpResult>> FileIn(BatchFileRequest request, Writing writing)
    {
        string? id = null;
        try
        {
            id = BatchFile.Read(request.File).BatchId;
        }
        catch (FormatException)
        {
            // The decision says what is wrong with it.
        }
        return writing.Write(
            request.Head,
            request,
            [Entry.BroughtStream(id ?? "")],
            new(),
            l => BringingIn.Decide(l, request.File),
            l => new BroughtIn(id!, l.State.Batches[id!].Code)
        );
    }

    private static Results<Ok<StepView>, ProblemHttpResult> GetStep(string batchId, string stepId, Writing writing)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch) || batch.Route.Steps.All(s => s.Id != stepId))
            return Problems.NotFound("such step");
        var plan = BatchAtWork.Plan(writing.Ledger.State, batch);
        return TypedResults.Ok(
            StepView.Of(plan.Of(stepId), batch.Step(stepId), new FigureBook(), Observing.DrawsOf(writing.Ledger.State, batch), Metal(plan))
        );
    }

    // How every figure was reckoned when the step began, whatever the method has become since.
    private static Results<Ok<BegunView>, ProblemHttpResult> Begun(string batchId, string stepId, Writing writing, JournalStore store) =>
        writing.Ledger.State.Batches.TryGetValue(batchId, out var batch) && BegunAs(batch, stepId, store, new FigureBook()) is { } view
            ? TypedResults.Ok(view)
            : Problems.NotFound("plan of a step that has begun");

    private static BegunView? BegunAs(BatchState batch, string stepId, JournalStore store, FigureBook book)
    {
        if (store.PlanOf(batch, stepId) is not { } plan)
            return null;
        var figures = plan
            .Doses.Select(d => d.Grams with { Label = d.Title })
            .Concat(plan.Figures)
            .Append(plan.Attended)
            .Append(plan.Unattended);
        return new(
            plan.CodeVersion,
            plan.MethodVersion,
            plan.DataHash,
            plan.Vessel,
            [.. figures.Select((f, i) => book.Add($"begun/{stepId}/{i}", f))]
        );
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string batchId, string key, Writing writing, JournalStore store)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        var book = new FigureBook();
        if (key.Split('/') is ["begun", var begun, _])
            BegunAs(batch, begun, store, book);
        else
            View(writing.Ledger, batchId, book);
        if (book.Working(key) is { } shown)
            return TypedResults.Ok(shown);
        var plan = BatchAtWork.Plan(writing.Ledger.State, batch);
        foreach (var step in plan.Steps)
            StepView.Of(step, batch.Step(step.Step.Id), book, Observing.DrawsOf(writing.Ledger.State, batch), Metal(plan));
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<Ok<List<JournalLine>>, ProblemHttpResult> Journal(
        string batchId,
        Writing writing,
        string? find = null,
        int skip = 0
    )
    {
        var state = writing.Ledger.State;
        if (!state.Batches.ContainsKey(batchId))
            return Problems.NotFound("such batch");
        var said = state
            .Entries.Naming(Entry.BatchStream(batchId))
            .Reverse()
            .Where(e =>
                string.IsNullOrWhiteSpace(find) || EntryWords.Say(e.Body).Contains(find.Trim(), StringComparison.OrdinalIgnoreCase)
            );
        return TypedResults.Ok(
            said.Skip(Math.Max(0, skip))
                .Take(Lists.Page)
                .Select(e => new JournalLine(
                    e.Id,
                    e.OccurredAt,
                    e.RecordedAt,
                    e.By,
                    EntryWords.Say(e.Body),
                    StepOf(e.Body),
                    state.Entries.CorrectedBy(e.Id),
                    Corrections.Refuse(state, e.Id) is null
                        && e.Streams.All(s => s.Stream == Entry.BatchStream(batchId))
                        && e.Body is not (NoteWritten or BatchStarted)
                ))
                .ToList()
        );
    }

    private static string? StepOf(EntryBody body) =>
        body switch
        {
            StepBegun b => b.StepId,
            DoseAdded b => b.StepId,
            ReadingTaken b => b.StepId,
            LiquorTested b => b.StepId,
            SignSeen b => b.StepId,
            HoldingWeighed b => b.StepId,
            ProductWeighed b => b.StepId,
            StepClosed b => b.StepId,
            ReadingPutRight { StepId.Length: > 0 } b => b.StepId,
            BranchGivenUp b => b.StepId,
            SentOut b => b.StepId,
            CameBack b => b.StepId,
            NoteWritten b => b.StepId,
            _ => null,
        };

    private static BatchResult Begin(string batchId, string stepId, BeginRequest request, Writing writing) =>
        InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) => Decisions.Begin(l.State, b, stepId, CodeVersion));

    private static BatchResult Pour(string batchId, string stepId, PourRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Decisions.Pour(l.State, b, stepId, request.DoseId, request.BottleId, amount, request.Reason)
        );
    }

    private static Results<Ok<PreviewAnswer>, ProblemHttpResult> PreviewPour(
        string batchId,
        string stepId,
        PreviewPourRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        return Preview(batchId, amount, reader, writing, time, (l, b) =>
            Decisions.Pour(l.State, b, stepId, request.DoseId, request.BottleId, amount, null)
        );
    }

    private static Results<Ok<PreviewAnswer>, ProblemHttpResult> PreviewWeighing(
        string batchId,
        string stepId,
        PreviewWeighingRequest request,
        Writing writing,
        TimeProvider time
    )
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass);
        return Preview(batchId, mass, reader, writing, time, (l, b) =>
            Decisions.Weigh(l.State, b, stepId, request.Output, mass, null, null)
        );
    }

    // What is only thought of is decided and folded, and nothing is written.
    private static Results<Ok<PreviewAnswer>, ProblemHttpResult> Preview(
        string batchId,
        TypedNumber typed,
        RequestReader reader,
        Writing writing,
        TimeProvider time,
        Func<Ledger, BatchState, Decision> decide
    )
    {
        var ledger = writing.Ledger;
        if (!ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var decision = decide(ledger, batch);
        if (decision.Body is not { } body)
            return Problems.Refused(decision.Errors);
        var then = Replay.Apply(ledger.State, new("preview", [], time.GetUtcNow(), time.GetUtcNow(), "", body));
        var changes = Later(ledger.State, batch, new FigureBook())
            .Zip(Later(then, then.Batches[batchId], new FigureBook()))
            .Where(p => Text(p.First) != Text(p.Second))
            .Select(p => new Change(p.First.Verb, p.First.Title, Text(p.First), Text(p.Second)))
            .ToList();
        return TypedResults.Ok(new PreviewAnswer(typed.InWords, changes));
    }

    private static string Text(DoseLine line) =>
        $"{line.Grams.Value}{FigureText.ThinSpace}{line.Grams.Unit}{(line.Grams.Range.Length > 0 ? $" ({line.Grams.Range})" : "")}";

    private static BatchResult Read(string batchId, string stepId, ReadingRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var fields = new Dictionary<string, Field>
        {
            ["temperature"] = Field.Temperature,
            ["volume"] = Field.Volume,
            ["density"] = Field.Density,
            ["pH"] = Field.PH,
        };
        if (!fields.TryGetValue(request.Kind, out var field))
            reader.Errors.Add(new("kind", $"'{request.Kind}' is not read here", "use one of " + string.Join(", ", fields.Keys)));
        var value = Instrument.Read(reader.Quantity("value", request.Value, field), reader.Known("with", request.With, field));
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Decisions.Read(l.State, b, stepId, request.Kind, value, request.Reason)
        );
    }

    private static BatchResult TestLiquor(string batchId, string stepId, LiquorTestRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var volume = reader.Quantity("volume", request.Volume, Field.Volume);
        if (request.ReadIn is { } vessel)
            if (VolumeInstrument.Find(vessel) is { } found)
                volume = found.Read(volume);
            else
                reader.Errors.Add(
                    new(
                        "readIn",
                        $"'{vessel}' is no vessel that is known here",
                        "use one of " + string.Join(", ", VolumeInstrument.All.Select(v => v.Id))
                    )
                );
        var test = new LiquorBracket(
            request.Output,
            request.Element,
            volume,
            reader.Quantity("low", string.IsNullOrWhiteSpace(request.Low) ? "0" : request.Low, Field.Concentration),
            reader.Quantity("high", request.High, Field.Concentration)
        );
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Decisions.TestLiquor(l.State, b, stepId, test, request.Reason)
        );
    }

    private static BatchResult See(string batchId, string stepId, SignRequest request, Writing writing) =>
        InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) => Decisions.See(l.State, b, stepId, request.Sign));

    private static BatchResult Weigh(string batchId, string stepId, WeighRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var mass = reader.Quantity("mass", request.Mass, Field.Mass, request.PlusMinus);
        var fineness = reader.Optional("fineness", request.Fineness, Field.Fineness) is { } typed
            ? Instrument.Read(typed, reader.Known("assayedBy", request.AssayedBy, Field.Fineness))
            : null;
        return InBatch(batchId, request.Head, new { stepId, request }, writing, reader, (l, b) =>
            Decisions.Weigh(l.State, b, stepId, request.Output, mass, fineness, request.Reason)
        );
    }

    private static BatchResult CloseStep(string batchId, string stepId, CloseRequest request, Writing writing) =>
        InBatch(batchId, request.Head, new { stepId, request }, writing, new(), (l, b) =>
            Decisions.Close(l.State, b, stepId, request.Reason)
        );

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
            : PlanEndpoints.Bottles(reader, request.Bottles, writing.Ledger.State, time.GetUtcNow());
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
            Detours.Send(l.State, b, request.To, mass, request.Days ?? 7, CodeVersion, request.Reason)
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

    private static BatchResult CloseBatch(string batchId, CloseRequest request, Writing writing) =>
        InBatch(batchId, request.Head, request, writing, new(), (l, b, now) => Decisions.CloseBatch(l, b, now.At, now.By));

    private static BatchResult InBatch(
        string batchId,
        Head head,
        object request,
        Writing writing,
        RequestReader reader,
        Func<Ledger, BatchState, Decision> decide
    ) => InBatch(batchId, head, request, writing, reader, (l, b, _) => decide(l, b));

    private static async BatchResult InBatch(
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
            l => View(l, batchId, new FigureBook())
        );
    }

    private static BatchView View(Ledger ledger, string batchId, FigureBook book)
    {
        var state = ledger.State;
        var batch = state.Batches[batchId];
        var steps = batch.Route.Steps.Select(s => Slim(batch, s)).ToList();
        var lot = batch.Feeds[0].Id;
        var view = new BatchView(
            batch.Id,
            batch.Code,
            batch.Title,
            lot,
            state.Lots.GetValueOrDefault(lot)?.Code ?? lot,
            string.Join(", ", batch.Feeds.Select(f => f.Amount.Text)),
            state.Version(Entry.BatchStream(batchId)),
            batch.StartedAt,
            batch.ClosedAt,
            steps,
            null,
            [],
            [],
            "",
            null,
            [.. batch.Bottles.Select(b => PlanEndpoints.Choice(state, b))],
            false,
            PlanEndpoints.Opening,
            null,
            batch.PlanId is { } id ? state.Plans.GetValueOrDefault(id)?.Title ?? "a plan that is gone" : null
        );
        // What is over is told by what was written.
        if (batch.ClosedAt is not null)
            return batch.Product is not { } p
                ? view
                : view with
                {
                    Metal = Elements.Of(p.Holds[0].Element).Name,
                    Product = BatchBalance.InProduct(batch, p.Holds[0].Element) is { } grams ? book.Add("product", grams) : null,
                };
        var plan = BatchAtWork.Plan(state, batch);
        var metal = Metal(plan);
        view = view with
        {
            Metal = Elements.Of(metal).Name,
            Product = book.Add("product", plan.Product(metal)),
            CanClose = batch.Current is null && batch.Product is not null,
            Away = Away(state, batch),
        };
        return batch.Current is not { } current || plan.Steps.All(s => s.Step.Id != current.Id)
            ? view
            : view with
            {
                Current = StepView.Of(plan.Of(current.Id), batch.Step(current.Id), book, Observing.DrawsOf(state, batch), metal),
                Now = AsItStands(state, batch, current, book),
                Then = Later(state, batch, book),
            };
    }

    private static StepSlim Slim(BatchState batch, RouteStep step)
    {
        var (done, method) = (batch.Step(step.Id), GoneMethod.Of(step, batch.Step(step.Id).Plan));
        return new(
            step.Id,
            step.Method,
            method.Verb,
            method.Title,
            done.Begun,
            done.Closed,
            batch.ClosedAt is null && step.Id == batch.Current?.Id,
            done.GivenUp,
            [
                .. method.Outputs.Select(
                    (o, i) =>
                        new HoldingRef(
                            Route.Holding(step.Id, o.Id),
                            o.Id,
                            o.Name,
                            i == 0,
                            batch.Route.Waiting.Contains(Route.Holding(step.Id, o.Id))
                        )
                ),
            ]
        );
    }

    private static AwayView? Away(State state, BatchState batch) =>
        batch.Current is { } step
        && state
            .Entries.Of(Entry.BatchStream(batch.Id))
            .Select(e => (e.OccurredAt, Sent: e.Body as SentOut))
            .LastOrDefault(e => e.Sent is { } s && s.BatchId == batch.Id && s.StepId == step.Id)
            is { Sent: { } sent } found
            ? new(sent.To, sent.Mass.InWords, found.OccurredAt, step.Options.GetValueOrDefault("days") ?? "")
            : null;

    // The metal that the batch is for: what most is in its product of.
    private static string Metal(Core.Plans.BatchPlan plan) => BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge);

    private static IReadOnlyList<FigureView> AsItStands(State state, BatchState batch, RouteStep step, FigureBook book) =>
        [.. BatchAtWork.AsItStands(state, batch, step.Id).Plan.Figures.Take(2).Select((f, i) => book.Add($"now/{i}", f))];

    // Doses of the steps after the one at hand that hang on what is poured now: those that a sign ends.
    private static List<DoseLine> Later(State state, BatchState batch, FigureBook book)
    {
        var current = batch.Current?.Id;
        var plan = BatchAtWork.Plan(state, batch);
        return
        [
            .. plan
                .Steps.SkipWhile(s => s.Step.Id != current)
                .Skip(1)
                .SelectMany(s =>
                    s.Plan.Doses.Where(d => d.ShortShare is null)
                        .Select(d => new DoseLine(
                            s.Step.Id,
                            s.Method.Verb,
                            d.Title,
                            book.Add($"then/{s.Step.Id}/{d.Id}", d.Grams.Named(d.Title)),
                            book.AddOrNone($"then/{s.Step.Id}/{d.Id}/ml", d.Millilitres)
                        ))
                ),
        ];
    }
}
