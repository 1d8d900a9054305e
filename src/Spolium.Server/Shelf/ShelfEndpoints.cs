using Microsoft.AspNetCore.Http.HttpResults;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Solutions;
using Spolium.Core.Workshop;
using Spolium.Server.Guard;
using Spolium.Server.Shared;
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
        shelf.MapGet("/", (Writing writing, TimeProvider time) => TypedResults.Ok(View(writing, time.GetUtcNow(), new FigureBook())));
        shelf.MapGet("/working", Working);
        shelf.MapGet("/forms", () => TypedResults.Ok(ReagentForm.All.Select(Of).ToList()));
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
        return reader.Ok ? wish with { Measured = Testing.AsTest(reading, reader, state, now) } : wish;
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
            l => ShelfDecisions.Count(l.State, lines, time.GetUtcNow(), request.Reason)
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
            l => ShelfDecisions.Mix(l.State, request.Id, request.Form, request.Place ?? "", parts, time.GetUtcNow())
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
            l => ShelfDecisions.FromBatch(l.State, wish, request.BatchId)
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
            ? Testing.AsTest(request.Readings, reader, writing.Ledger.State, time.GetUtcNow(), bottle?.Strength.DensityGPerMl)
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
            Detail(l.State.Shelf.ContainsKey(bottleId) ? l.State : before, bottleId, time.GetUtcNow(), new FigureBook())
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
    ) => writing.Write(head, request, streams, reader, decide, _ => View(writing, time.GetUtcNow(), new FigureBook()));

    private static Results<Ok<BottleDetail>, ProblemHttpResult> Get(string bottleId, Writing writing, TimeProvider time) =>
        writing.Ledger.State.Shelf.ContainsKey(bottleId)
            ? TypedResults.Ok(Detail(writing.Ledger.State, bottleId, time.GetUtcNow(), new FigureBook()))
            : Problems.NotFound("such bottle");

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string key, Writing writing, TimeProvider time)
    {
        var book = new FigureBook();
        View(writing, time.GetUtcNow(), book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    /// <summary>Old bottles, and batches with what they took, that the page lists.</summary>
    private const int Listed = 30;

    private static ShelfView View(Writing writing, DateTimeOffset now, FigureBook book)
    {
        var state = writing.Ledger.State;
        var bottles = state
            .Shelf.Values.Concat(writing.Lists.OldBottles(Listed).Select(state.Shelf.Find).OfType<ShelfBottle>())
            .DistinctBy(b => b.Id);
        var batches = state
            .Batches.Values.Where(b => b.ClosedAt is null)
            .Concat(writing.Lists.LatestBatches(Listed).Select(state.Batches.Find).OfType<BatchState>())
            .DistinctBy(b => b.Id);
        var all = bottles.OrderBy(b => b.Id, StringComparer.Ordinal).Select(b => (Bottle: b, View: Of(state, b, now, book))).ToList();
        return new(
            [
                .. all.Where(b => b.Bottle.DiscardedAt is null)
                    .GroupBy(b => b.View.Family)
                    .OrderBy(g => Family(g.Key))
                    .Select(g => new FamilyView(g.Key, [.. g.Select(b => b.View)])),
            ],
            [.. all.Where(b => b.Bottle.DiscardedAt is not null).Select(b => b.View)],
            [
                .. ShelfAtWork
                    .Needs(state, now)
                    .Select(n => new NeedView(
                        n.Formula,
                        n.Name,
                        book.Add($"need/{n.Formula}", n.Wanted),
                        book.Add($"there/{n.Formula}", n.There),
                        n.Short,
                        [.. n.Batches.Select((b, i) => new NeedLine(b.Code, book.Add($"need/{n.Formula}/{i}", b.Grams), b.Begun))]
                    )),
            ],
            [
                .. batches
                    .OrderByDescending(b => b.StartedAt)
                    .Select(b => ShelfAtWork.Use(state, b))
                    .Where(u => u.Bottles.Count > 0)
                    .Select(u => new UseView(
                        u.BatchId,
                        u.Code,
                        state.Batches[u.BatchId].ClosedAt is not null,
                        book.Add($"use/{u.BatchId}", u.Cost),
                        u.WithoutPrice,
                        book.AddOrNone($"use/{u.BatchId}/per-gram", u.PerGram),
                        [
                            .. u.Bottles.Select(l => new UseLine(
                                l.BottleId,
                                l.Name,
                                book.Add($"use/{u.BatchId}/{l.BottleId}", l.Grams),
                                book.AddOrNone($"use/{u.BatchId}/{l.BottleId}/ml", l.Millilitres),
                                book.AddOrNone($"use/{u.BatchId}/{l.BottleId}/cost", l.Cost)
                            )),
                        ]
                    )),
            ]
        );
    }

    private static int Family(string name) =>
        Array.IndexOf(["acids", "alkalis", "oxidants", "reducers", "salts", "fluxes", "waters"], name);

    private static KindView Of(ReagentForm f) =>
        new(
            f.Id,
            f.Name,
            f.Formula,
            f.Family,
            f.Liquid,
            f.Percent.Low == f.Percent.High
                ? $"{FigureText.Number(f.Percent.Likely, 0)} %"
                : $"{FigureText.Number(f.Percent.Low, 0)} to {FigureText.Number(f.Percent.High, 0)} %",
            f.Trade,
            f.Additives,
            f.Test,
            f.Care,
            f.Reducing,
            f.ChloridePpm,
            f.Refused
        );

    private static ShelfBottleView Of(State state, ShelfBottle b, DateTimeOffset now, FigureBook book)
    {
        var bottle = ShelfAtWork.AsBottle(b, now);
        var contents = ShelfAtWork.Contents(b);
        var strength = ShelfAtWork.Strength(b, now);
        return new(
            b.Id,
            b.Form,
            b.Name,
            b.Formula,
            b.Kind.Family,
            b.Kind.Liquid,
            book.Add($"bottle/{b.Id}/strength", strength.Percent($"strength of {b.Id}")),
            bottle.Known,
            ShelfAtWork.Aged(b, now),
            book.Add($"bottle/{b.Id}/contents", contents),
            book.AddOrNone($"bottle/{b.Id}/ml", b.Kind.Liquid ? bottle.Volume(contents)?.Named($"in {b.Id}, by volume") : null),
            Others(b, bottle, strength, book),
            Math.Clamp(b.ReceivedGrams > 0 ? contents.Likely / b.ReceivedGrams : 0, 0, 1),
            strength.Likely,
            bottle.DensityGPerMl is { } d ? $"{FigureText.Number(d, 4)} g/mL" : null,
            b.Place,
            b.Price?.Text,
            Age(b, now),
            b.ReceivedAt,
            b.OpenedAt,
            b.UseBy,
            b.UseBy < now,
            b.Made,
            b.MadeIn is { } batch ? state.Batches.GetValueOrDefault(batch)?.Code ?? batch : null,
            b.WantsLookAlike,
            b.LookAlike,
            ShelfAtWork.FirstOut(state, b.Formula) is [var first, _, ..] && first.Id == b.Id,
            b.IsEmpty,
            b.DiscardedAt is not null,
            state.Version(Entry.BottleStream(b.Id))
        );
    }

    // The strength as labels of such kinds tell it.
    private static List<FigureView> Others(ShelfBottle b, Bottle bottle, Working strength, FigureBook book)
    {
        if (bottle.DensityGPerMl is not { } d || b.Formula == "H2O")
            return [];
        var density = Core.Quantities.Working.Given(d, Dimension.Density, $"density of {b.Id}", "goes with its strength: " + bottle.Known);
        if (b.Formula == "NaOCl")
            return
            [
                book.Add($"bottle/{b.Id}/chlorine", StrengthUnits.ActiveChlorineGramsPerLitre(strength, density)),
                book.Add($"bottle/{b.Id}/chlorine-share", StrengthUnits.ActiveChlorine(strength).Percent("active chlorine, by mass")),
            ];
        var molar = book.Add($"bottle/{b.Id}/molar", StrengthUnits.MolesPerLitre(b.Formula, strength, density));
        return b.Formula == "H2O2" ? [molar, book.Add($"bottle/{b.Id}/volumes", StrengthUnits.VolumeStrength(strength, density))] : [molar];
    }

    private static string Age(ShelfBottle b, DateTimeOffset now)
    {
        var since = b.OpenedAt ?? b.ReceivedAt;
        var days = (now - since).TotalDays;
        var words =
            days < 1 ? "today"
            : days < 14 ? $"{(int)days} day{((int)days == 1 ? "" : "s")}"
            : days < 60 ? $"{(int)(days / 7)} weeks"
            : $"{(int)(days / 30.44)} months";
        return $"{(b.Made ? "made" : b.OpenedAt is not null ? "open" : "here")} {(days < 1 ? "since today" : words)}";
    }

    private static BottleDetail Detail(State state, string bottleId, DateTimeOffset now, FigureBook book)
    {
        var b = state.Shelf[bottleId];
        var marks = Hazards.Of(b.Formula, b.Strength.Fraction * 100);
        return new(
            Of(state, b, now, book),
            Of(b.Kind),
            marks?.Signal,
            marks?.Statements,
            "The safety data sheet of the bottle always wins.",
            [
                .. b
                    .Tests.Reverse()
                    .Select(t => new TestView(
                        t.EntryId,
                        t.At,
                        Percent(t.Test),
                        t.Test.How,
                        [.. t.Test.Readings.Select(r => r.Instrument is { } i ? $"{r.Text}, {i}" : r.Text)],
                        t.EntryId != b.EntryId
                    )),
            ],
            [
                .. b
                    .Moves.Reverse()
                    .Select(m => new MoveView(
                        m.EntryId,
                        m.At,
                        state.Entries.Find(m.EntryId)!.By,
                        Say(state, m),
                        Signed(m.Grams),
                        m.Kind is not MoveKind.Used && Corrections.Refuse(state, m.EntryId) is null
                    )),
            ]
        );
    }

    private static string Percent(StrengthTest test)
    {
        var within = test.PlusMinus > 0 ? $" ± {FigureText.Number(test.PlusMinus * 100, 1)}" : "";
        return $"{FigureText.Number(test.Fraction * 100, 1)}{FigureText.ThinSpace}%{within}";
    }

    private static string Signed(double grams)
    {
        var digits =
            Math.Abs(grams) < 10 ? 2
            : Math.Abs(grams) < 100 ? 1
            : 0;
        return $"{(grams >= 0 ? "+" : "−")}{FigureText.Number(Math.Abs(grams), digits)}{FigureText.ThinSpace}g";
    }

    private static string Say(State state, Move m) =>
        m.Kind switch
        {
            MoveKind.Received => "received",
            MoveKind.Made => m.BatchId is { } made ? $"made in {state.Batches.GetValueOrDefault(made)?.Code ?? made}" : "mixed here",
            MoveKind.Used => $"poured in {state.Batches.GetValueOrDefault(m.BatchId ?? "")?.Code ?? m.BatchId}",
            MoveKind.MadeInto => state.Entries.Find(m.EntryId)!.Body is BottleMade b ? $"into {b.Bottle.BottleId}" : "into another bottle",
            MoveKind.Discarded => state.Entries.Find(m.EntryId)!.Body is BottleDiscarded d ? $"thrown away: {d.Where}" : "thrown away",
            _ => "counted",
        };
}
