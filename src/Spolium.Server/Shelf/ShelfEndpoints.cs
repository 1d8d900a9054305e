using Spolium.Core.Reagents;
using Spolium.Server.Guard;
using Spolium.Server.Strength;

namespace Spolium.Server.Shelf;

using Answer = Task<Results<Ok<BottleDetail>, ProblemHttpResult>>;
using ShelfAnswer = Task<Results<Ok<ShelfView>, ProblemHttpResult>>;

/// <summary>Bottles: received, tested, opened, looked at, mixed, counted, thrown away; what batches took and still want.</summary>
public static class ShelfEndpoints
{
    public static void MapShelf(this IEndpointRouteBuilder app)
    {
        var shelf = app.MapGroup("/api/shelf").WithTags("shelf");
        shelf.MapGet("/", (Writing writing, TimeProvider time) =>
            TypedResults.Ok(ShelfViews.View(writing, time.GetUtcNow(), new ShownFigures()))
        );
        shelf.MapGet("/working", Working);
        shelf.MapGet("/forms", () => TypedResults.Ok(ReagentForm.All.Select(ShelfViews.Of).ToList()));
        shelf.MapPost("/", Receive);
        shelf.MapPost("/count", Count);
        shelf.MapPost("/mix", Mix);
        shelf.MapPost("/from-batch", FromBatch);
        shelf.MapPost("/import", Import).BringsFile();
        shelf.MapGet("/export.csv", (Writing writing) => TypedResults.Text(ShelfCsv.Write(writing.Ledger.State), "text/csv"));
        shelf.MapGet("/{bottleId}", Get);
        shelf.MapPost("/{bottleId}/tests", Test);
        shelf.MapPost("/{bottleId}/open", (string bottleId, OpenRequest request, Writing writing, TimeProvider time) =>
            InBottle(bottleId, request.Head, request, writing, time, new(), l => ShelfDecisions.Open(l.State, bottleId))
        );
        shelf.MapPost("/{bottleId}/look-alike", (string bottleId, LookAlikeRequest request, Writing writing, TimeProvider time) =>
            InBottle(bottleId, request.Head, request, writing, time, new(), l => ShelfDecisions.LookAlike(l.State, bottleId, request.Saw))
        );
        shelf.MapPost("/{bottleId}/discard", (string bottleId, DiscardRequest request, Writing writing, TimeProvider time) =>
            InBottle(bottleId, request.Head, request, writing, time, new(), l => ShelfDecisions.Discard(l.State, bottleId, request.Where))
        );
        shelf.MapPost("/{bottleId}/corrections", Correct);
    }

    private static ShelfAnswer Receive(ReceiveBottlesRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var wishes = request
            .Bottles.Select((b, i) => Measured(reader, b, Wish(reader, $"bottles[{i}].", b), writing.Ledger.State, time.GetUtcNow()))
            .ToList();
        return OnShelf(request.Head, request, Streams(wishes), writing, time, reader, l =>
            ShelfDecisions.Receive(l.State, wishes, i => $"bottles[{i}].")
        );
    }

    private static ShelfAnswer Import(ImportRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var wishes = ShelfCsv.Read(request.Csv, reader);
        return OnShelf(request.Head, request, Streams(wishes), writing, time, reader, l =>
            ShelfDecisions.Receive(l.State, wishes, CsvTable.Row)
        );
    }

    private static List<string> Streams(IEnumerable<BottleWish> wishes) => [.. wishes.Select(w => Entry.BottleStream(w.Id)).Distinct()];

    /// <summary>A bottle as it was typed; what cannot be read is noted under its field.</summary>
    internal static BottleWish Wish(RequestReader reader, string field, BottleIn b)
    {
        DateTimeOffset? useBy = null;
        if (!string.IsNullOrWhiteSpace(b.UseBy))
        {
            if (DateOnly.TryParseExact(b.UseBy.Trim(), "yyyy-MM-dd", out var day))
                useBy = new DateTimeOffset(day, TimeOnly.MinValue, TimeSpan.Zero);
            else
                reader.Errors.Add(new(field + "useBy", $"'{b.UseBy}' is not read as a day", "write it as 2027-03-01"));
        }
        return new(
            b.Id,
            b.Form,
            reader.MassOrVolume(field + "amount", b.Amount),
            string.IsNullOrWhiteSpace(b.Strength)
                ? null
                : reader.Quantity(field + "strength", b.Strength, Field.Share, b.StrengthPlusMinus),
            reader.Optional(field + "density", b.Density, Field.Density),
            reader.Optional(field + "price", b.Price, Field.Money),
            b.Place ?? "",
            useBy,
            b.Certificate,
            b.Name
        );
    }

    private static BottleWish Measured(RequestReader reader, BottleIn b, BottleWish wish, State state, DateTimeOffset now)
    {
        if (b.Reading is not { } reading)
            return wish;
        if (ReagentForm.Find(b.Form) is { } form && form.Formula != reading.Solute)
            reader.Errors.Add(
                new("form", $"{form.Name} holds {form.Formula}, the reading is of {reading.Solute}", "choose the kind that was tested")
            );
        return reader.Ok ? wish with { Measured = StrengthReading.AsTest(reading, reader, state, now) } : wish;
    }

    private static ShelfAnswer Count(CountRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var lines = request.Lines.Select((l, i) => (l.BottleId, reader.MassOrVolume($"lines[{i}].amount", l.Amount))).ToList();
        return OnShelf(
            request.Head,
            request,
            [.. request.Lines.Select(l => Entry.BottleStream(l.BottleId)).Distinct()],
            writing,
            time,
            reader,
            l => StockCounting.Count(l.State, lines, time.GetUtcNow(), request.Reason)
        );
    }

    private static Answer Mix(MixRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var parts = request
            .Parts.Select((p, i) => (p.BottleId, reader.Quantity($"parts[{i}].amount", p.Amount, Field.Mass).Value))
            .ToList();
        return Made(
            request.Id,
            request.Head,
            request,
            [.. request.Parts.Select(p => p.BottleId).Where(id => id != "water").Prepend(request.Id).Distinct().Select(Entry.BottleStream)],
            writing,
            time,
            reader,
            l => BottleMaking.Mix(l.State, request.Id, request.Form, request.Place ?? "", parts, time.GetUtcNow())
        );
    }

    private static Answer FromBatch(FromBatchRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var wish = Measured(reader, request.Bottle, Wish(reader, "", request.Bottle), writing.Ledger.State, time.GetUtcNow());
        return Made(
            wish.Id,
            request.Head,
            request,
            [Entry.BottleStream(wish.Id), Entry.BatchStream(request.BatchId)],
            writing,
            time,
            reader,
            l => BottleMaking.FromBatch(l.State, wish, request.BatchId)
        );
    }

    private static Answer Test(string bottleId, TestRequest request, Writing writing, TimeProvider time)
    {
        var reader = new RequestReader();
        var bottle = writing.Ledger.State.Shelf.GetValueOrDefault(bottleId);
        var formula = bottle?.Formula;
        if (formula is not null && formula != request.Readings.Solute)
            reader.Errors.Add(new("solute", $"{bottleId} holds {formula}", "test it as what it holds"));
        var test = reader.Ok
            ? StrengthReading.AsTest(request.Readings, reader, writing.Ledger.State, time.GetUtcNow(), bottle?.Strength.DensityGPerMl)
            : null;
        return InBottle(bottleId, request.Head, request, writing, time, reader, l => ShelfDecisions.Test(l.State, bottleId, test!));
    }

    private static Answer Correct(string bottleId, Run.CorrectRequest request, Writing writing, TimeProvider time)
    {
        if (
            writing.Ledger.State.Entries.Find(request.Corrects) is not { } wrong
            || wrong.Streams.All(s => s.Stream != Entry.BottleStream(bottleId))
        )
            return Task.FromResult<Results<Ok<BottleDetail>, ProblemHttpResult>>(Problems.NotFound("such entry of this bottle"));
        return Made(
            bottleId,
            request.Head,
            request,
            [.. wrong.Streams.Select(s => s.Stream).OrderBy(s => s != Entry.BottleStream(bottleId))],
            writing,
            time,
            new(),
            l => Decisions.Correct(l.State, request.Corrects, request.Reason, null)
        );
    }

    private static Answer InBottle(
        string bottleId,
        Head head,
        object request,
        Writing writing,
        TimeProvider time,
        RequestReader reader,
        Func<Ledger, Decision> decide
    ) =>
        writing.Ledger.State.Shelf.ContainsKey(bottleId)
            ? Made(bottleId, head, new { bottleId, request }, [Entry.BottleStream(bottleId)], writing, time, reader, decide)
            : Task.FromResult<Results<Ok<BottleDetail>, ProblemHttpResult>>(Problems.NotFound("such bottle"));

    // A bottle whose coming was taken back is gone: the answer then shows it as it was.
    private static Answer Made(
        string bottleId,
        Head head,
        object request,
        IReadOnlyList<string> streams,
        Writing writing,
        TimeProvider time,
        RequestReader reader,
        Func<Ledger, Decision> decide
    )
    {
        var before = writing.Ledger.State;
        return writing.Write(head, request, streams, reader, decide, l =>
            ShelfViews.Detail(l.State.Shelf.ContainsKey(bottleId) ? l.State : before, bottleId, time.GetUtcNow(), new ShownFigures())
        );
    }

    private static ShelfAnswer OnShelf(
        Head head,
        object request,
        IReadOnlyList<string> streams,
        Writing writing,
        TimeProvider time,
        RequestReader reader,
        Func<Ledger, Decision> decide
    ) => writing.Write(head, request, streams, reader, decide, _ => ShelfViews.View(writing, time.GetUtcNow(), new ShownFigures()));

    private static Results<Ok<BottleDetail>, ProblemHttpResult> Get(string bottleId, Writing writing, TimeProvider time) =>
        writing.Ledger.State.Shelf.ContainsKey(bottleId)
            ? TypedResults.Ok(ShelfViews.Detail(writing.Ledger.State, bottleId, time.GetUtcNow(), new ShownFigures()))
            : Problems.NotFound("such bottle");

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string key, Writing writing, TimeProvider time)
    {
        var book = new ShownFigures();
        ShelfViews.View(writing, time.GetUtcNow(), book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }
}
