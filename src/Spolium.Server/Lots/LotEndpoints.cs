using Spolium.Data;
using Spolium.Server.Guard;

namespace Spolium.Server.Lots;

/// <summary>Receive, look at, split.</summary>
public static class LotEndpoints
{
    public static void MapLots(this IEndpointRouteBuilder app)
    {
        var lots = app.MapGroup("/api/lots").WithTags("lots");
        lots.MapGet("/", List);
        lots.MapGet("/csv", LotsOut);
        lots.MapPost("/csv", LotsIn).BringsFile();
        lots.MapPost("/pool", Pool);
        lots.MapGet("/source", LotSources.Source);
        lots.MapPost("/take-over", LotSources.TakeOver);
        lots.MapPost("/{lotId}/split/preview", PreviewSplit);
        lots.MapPost("/{lotId}/content", Believe);
        lots.MapPost("/{lotId}/set-aside", LotStanding.SetAside);
        lots.MapPost("/{lotId}/offer", LotStanding.Offer);
        lots.MapPost("/{lotId}/owner", LotStanding.ForOthers);
        lots.MapPost("/{lotId}/photos", LotPhotos.Photograph).BringsFile();
        app.MapGet("/api/photos/{photoId}", LotPhotos.Photo).WithTags("lots");
        lots.MapGet("/{lotId}", Get);
        lots.MapGet("/{lotId}/working", Working);
        lots.MapPost("/", Receive);
        lots.MapPost("/{lotId}/split", Split);
        lots.MapPost("/{lotId}/take-back", TakeBack);
    }

    private static Ok<List<LotListItem>> List(JournalStore store, string? find = null, int skip = 0) =>
        TypedResults.Ok(
            store
                .Lists.Lots(find, skip)
                .Select(l => new LotListItem(
                    l.Id,
                    l.Code,
                    l.Title,
                    l.Material,
                    LotViews.Text(l.Amount, l.Field),
                    LotViews.Text(l.Left, l.Field),
                    l.Amount,
                    l.Left,
                    new DateTimeOffset(l.ReceivedTicks, TimeSpan.Zero),
                    l.PartOf,
                    l.WaitsFor,
                    l.Sorted,
                    l.Field == nameof(Field.Volume)
                ))
                .ToList()
        );

    private static Results<Ok<LotView>, ProblemHttpResult> Get(string lotId, Writing writing) =>
        writing.Ledger.State.Lots.TryGetValue(lotId, out var lot)
            ? TypedResults.Ok(LotViews.View(writing.Ledger, lot, new ShownFigures()))
            : Problems.NotFound("such lot");

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string lotId, string key, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        var book = new ShownFigures();
        LotViews.View(writing.Ledger, lot, book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Receive(ReceiveRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var amount = Net(reader, "amount", reader.MassOrVolume("amount", request.Amount, request.AmountPlusMinus), "tare", request.Tare);
        var content = reader.Content(
            new(
                request.Content,
                request.Balance,
                request.Liquor,
                request.FreeAcid,
                request.Marks,
                request.Part,
                request.PartShare,
                request.Open,
                request.State
            ),
            amount.Field == Field.Volume
        );
        var thickness = reader.Optional("thickness", request.Thickness, Field.Length);
        return writing.Write(
            request.Head,
            request,
            [Entry.LotStream(request.LotId)],
            reader,
            l =>
                LotDecisions.Receive(
                    l.State,
                    request.LotId,
                    request.Code,
                    request.Title,
                    request.Material,
                    amount,
                    content,
                    thickness,
                    request.Pieces ?? Counted(request.Amount)
                ),
            l => LotViews.View(l, l.State.Lots[request.LotId], new ShownFigures())
        );
    }

    // What was weighed with its vessel is kept as it was typed, and less the vessel.
    private static TypedNumber Net(RequestReader reader, string name, TypedNumber gross, string tareName, string? tareText)
    {
        if (reader.Optional(tareName, tareText, gross.Field) is not { } tare)
            return gross;
        if (reader.Ok && tare.Value >= gross.Value)
            reader.Errors.Add(
                new(
                    tareName,
                    $"the vessel ({tare.InWords}) weighs as much as all of it",
                    "write the empty vessel alone, or check which is which"
                )
            );
        return gross with
        {
            Text = $"{gross.Text} less {tare.Text}",
            Value = Math.Max(0, gross.Value - tare.Value),
            Gross = true,
            PlusMinus = Math.Sqrt(gross.PlusMinus * gross.PlusMinus + tare.PlusMinus * tare.PlusMinus),
        };
    }

    // "12 x 0.35 g" says how many they are.
    private static int? Counted(string amount) =>
        System.Text.RegularExpressions.Regex.Match(
            amount,
            @"^\s*([0-9]{1,4})\s*[x×*]",
            System.Text.RegularExpressions.RegexOptions.IgnoreCase
        )
            is { Success: true } m
            ? int.Parse(m.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)
            : null;

    private static async Task<Results<Ok<LotView>, ProblemHttpResult>> Split(string lotId, SplitRequest request, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        var reader = new RequestReader();
        var field = lot.Amount.Field;
        var parts = request
            .Parts.Select(
                (p, i) =>
                    new LotPart(
                        p.LotId,
                        p.Code.Trim(),
                        p.Title.Trim(),
                        Net(
                            reader,
                            $"parts[{i}].amount",
                            reader.Quantity($"parts[{i}].amount", p.Amount, field),
                            $"parts[{i}].tare",
                            p.Tare
                        ),
                        p.Content is null ? null : reader.Content(p.Content, field == Field.Volume, $"parts[{i}]."),
                        string.IsNullOrWhiteSpace(p.Material) ? null : p.Material.Trim(),
                        null,
                        p.Pieces ?? Counted(p.Amount)
                    )
            )
            .ToList();
        var removed = (request.Removed ?? [])
            .Select((r, i) => new RemovedPart(r.Name.Trim(), reader.Quantity($"removed[{i}].amount", r.Amount, field)))
            .ToList();
        return await writing.Write(
            request.Head,
            request,
            [Entry.LotStream(lotId), .. parts.Select(p => Entry.LotStream(p.LotId)).Distinct()],
            reader,
            l => LotDecisions.Split(l.State, lotId, parts, request.Reason, removed),
            l => LotViews.View(l, l.State.Lots[lotId], new ShownFigures())
        );
    }

    private static Results<Ok<StripView>, ProblemHttpResult> PreviewSplit(string lotId, PreviewSplitRequest request, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        TypedNumber Read(string amount, string? tare)
        {
            var reader = new RequestReader();
            var net = Net(reader, "amount", reader.Quantity("amount", amount, lot.Amount.Field), "tare", tare);
            return reader.Ok ? net : net with { Value = 0 };
        }
        var parts = request
            .Parts.Select(p => (Part: p, Net: Read(p.Amount, p.Tare)))
            .Select(p => new LotRef(
                p.Part.LotId,
                p.Part.Code,
                LotViews.Text(p.Net.Value, lot.Amount.Field.ToString()),
                p.Net.Value,
                p.Part.Title
            ))
            .ToList();
        var removed = request
            .Removed.Select(r => (r.Name, Net: Read(r.Amount, null)))
            .Select(r => new RemovedView(r.Name, LotViews.Text(r.Net.Value, lot.Amount.Field.ToString()), r.Net.Value))
            .ToList();
        var missing = lot.Left - parts.Sum(p => p.Value) - removed.Sum(r => r.Value);
        return TypedResults.Ok(new StripView(parts, removed, missing, LotViews.Text(Math.Abs(missing), lot.Amount.Field.ToString())));
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Pool(PoolRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var feeds = request.Feeds.Select((f, i) => new LotAmount(f.LotId, reader.MassOrVolume($"feeds[{i}].amount", f.Amount))).ToList();
        return writing.Write(
            request.Head,
            request,
            [Entry.LotStream(request.LotId), .. feeds.Select(f => Entry.LotStream(f.LotId)).Distinct()],
            reader,
            l => LotPooling.Pool(l.State, request.LotId, request.Code, request.Title, feeds),
            l => LotViews.View(l, l.State.Lots[request.LotId], new ShownFigures())
        );
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Believe(string lotId, BelieveRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var liquor = writing.Ledger.State.Lots.GetValueOrDefault(lotId)?.Amount.Field == Field.Volume;
        var content = reader.Content(request.Content, liquor);
        return InLot(lotId, request.Head, request, writing, reader, l =>
            LotDecisions.Believe(l.State, lotId, content, request.How, request.Reason, request.Pieces)
        );
    }

    internal static async Task<Results<Ok<LotView>, ProblemHttpResult>> InLot(
        string lotId,
        Head head,
        object request,
        Writing writing,
        RequestReader reader,
        Func<Ledger, Decision> decide
    )
    {
        if (!writing.Ledger.State.Lots.ContainsKey(lotId))
            return Problems.NotFound("such lot");
        return await writing.Write(head, request, [Entry.LotStream(lotId)], reader, decide, l =>
            LotViews.View(l, l.State.Lots[lotId], new ShownFigures())
        );
    }

    private static FileContentHttpResult LotsOut(Writing writing) =>
        TypedResults.File(System.Text.Encoding.UTF8.GetBytes(LotCsv.Write(writing.Ledger.State)), "text/csv", "lots.csv");

    private static Task<Results<Ok<LotsCame>, ProblemHttpResult>> LotsIn(LotCsvRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var lots = LotCsv.Read(request.Csv, reader);
        return writing.Write(
            request.Head,
            request,
            [.. lots.Select(l => Entry.LotStream(l.LotId))],
            reader,
            l => LotDecisions.ReceiveMany(l.State, lots, CsvTable.Row),
            _ => new LotsCame([.. lots.Select(l => l.Code)])
        );
    }

    // A lot that was received wrongly goes back, with its reason; both entries stay in the journal.
    private static async Task<Results<Ok<TakenBack>, ProblemHttpResult>> TakeBack(string lotId, TakeBackRequest request, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        return await writing.Write(
            request.Head,
            request,
            [Entry.LotStream(lotId)],
            new(),
            l => Decisions.Correct(l.State, lot.EntryId, request.Reason, null),
            _ => new TakenBack(lot.Code)
        );
    }
}
