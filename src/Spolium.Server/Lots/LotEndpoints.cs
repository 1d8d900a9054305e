using Microsoft.AspNetCore.Http.HttpResults;
using Spolium.Core.Chemistry;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Data;
using Spolium.Server.Guard;
using Spolium.Server.Shared;

namespace Spolium.Server.Lots;

public sealed record ReceiveRequest(
    Head Head,
    string LotId,
    string Code,
    string Title,
    string Material,
    string Amount,
    IReadOnlyList<ContentLineRequest> Content,
    string? AmountPlusMinus = null,
    string? Balance = null,
    string? Thickness = null,
    LiquorKind? Liquor = null,
    string? FreeAcid = null,
    IReadOnlyList<string>? Marks = null,
    string? Part = null,
    string? PartShare = null,
    int? Pieces = null,
    string? Tare = null
);

/// <param name="Amount">With its vessel, where a tare is given; "12 x 0.35 g" counts pieces.</param>
/// <param name="Content">Left out, it is taken to hold what the lot holds.</param>
public sealed record PartRequest(
    string LotId,
    string Code,
    string Title,
    string Amount,
    string? Tare = null,
    int? Pieces = null,
    string? Material = null,
    ContentRequest? Content = null
);

public sealed record RemovedRequest(string Name, string Amount);

public sealed record SplitRequest(
    Head Head,
    IReadOnlyList<PartRequest> Parts,
    string? Reason = null,
    IReadOnlyList<RemovedRequest>? Removed = null
);

/// <summary>Parts as typed so far; what cannot be read yet weighs nothing.</summary>
public sealed record PreviewSplitRequest(IReadOnlyList<PartRequest> Parts, IReadOnlyList<RemovedRequest> Removed);

/// <param name="Missing">Of the lot, in no part; below nothing when the parts are more.</param>
public sealed record StripView(IReadOnlyList<LotRef> Parts, IReadOnlyList<RemovedView> Removed, double Missing, string MissingText);

public sealed record PoolFeedRequest(string LotId, string Amount);

public sealed record PoolRequest(Head Head, string LotId, string Code, string Title, IReadOnlyList<PoolFeedRequest> Feeds);

/// <param name="How">assay or guess.</param>
/// <param name="Pieces">How many pieces an assay was made of.</param>
public sealed record BelieveRequest(Head Head, ContentRequest Content, string How, string Reason, int? Pieces = null);

/// <param name="WaitsFor">Empty when it waits no longer.</param>
public sealed record SetAsideRequest(Head Head, string? WaitsFor = null);

/// <param name="Crowns">Empty when the offer is gone.</param>
public sealed record OfferRequest(Head Head, string? Crowns = null, string? By = null);

/// <param name="Base64">The bytes of a JPEG, PNG or WebP picture.</param>
public sealed record PhotoRequest(Head Head, string Caption, [Longest(LongestAttribute.File)] string Base64);

public sealed record LotListItem(
    string Id,
    string Code,
    string Title,
    string Material,
    string Amount,
    string Left,
    double AmountValue,
    double LeftValue,
    DateTimeOffset ReceivedAt,
    string? PartOf,
    string? WaitsFor,
    bool Sorted,
    bool Liquor
);

public sealed record ContentView(
    string Element,
    string Name,
    string Low,
    string Likely,
    string High,
    double LowPercent,
    double LikelyPercent,
    double HighPercent,
    ContentOf? Of,
    bool Balance,
    FigureView Grams
);

public sealed record TakeBackRequest(Head Head, string Reason);

/// <param name="Code">Of what was taken back.</param>
public sealed record TakenBack(string Code);

/// <param name="Title">What it is.</param>
public sealed record LotRef(string Id, string Code, string Amount, double Value, string Title);

public sealed record RemovedView(string Name, string Amount, double Value);

public sealed record PhotoView(string Id, string Caption);

/// <param name="How">assay or guess.</param>
public sealed record BeliefView(string How, string Reason, int? Pieces, DateTimeOffset At);

public sealed record LotView(
    string Id,
    string Code,
    string Title,
    string Material,
    string Amount,
    string AmountWords,
    double AmountValue,
    string Left,
    double LeftValue,
    string? Thickness,
    LiquorKind? Liquor,
    string? FreeAcid,
    IReadOnlyList<string> Marks,
    DateTimeOffset ReceivedAt,
    long Version,
    IReadOnlyList<ContentView> Content,
    FigureView? Unknown,
    IReadOnlyList<LotRef> Parts,
    string? PartOf,
    IReadOnlyList<LotRef> Batches,
    double NotInAnyPart,
    string NotInAnyPartText,
    IReadOnlyList<RemovedView> Removed,
    IReadOnlyList<LotRef> Sources,
    IReadOnlyList<LotRef> Pools,
    ContentRequest Typed,
    bool MayBelieve,
    bool Touched,
    bool IsLiquor,
    int? Pieces,
    string? SamplingNote,
    string? WaitsFor,
    string? Offer,
    string? OfferBy,
    IReadOnlyList<PhotoView> Photos,
    IReadOnlyList<BeliefView> Beliefs
);

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
        lots.MapPost("/{lotId}/split/preview", PreviewSplit);
        lots.MapPost("/{lotId}/content", Believe);
        lots.MapPost("/{lotId}/set-aside", SetAside);
        lots.MapPost("/{lotId}/offer", Offer);
        lots.MapPost("/{lotId}/photos", Photograph).BringsFile();
        app.MapGet("/api/photos/{photoId}", Photo).WithTags("lots");
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
                    Text(l.Amount, l.Field),
                    Text(l.Left, l.Field),
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
            ? TypedResults.Ok(View(writing.Ledger, lot, new FigureBook()))
            : Problems.NotFound("such lot");

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string lotId, string key, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        var book = new FigureBook();
        View(writing.Ledger, lot, book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Receive(ReceiveRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var amount = Net(reader, "amount", reader.MassOrVolume("amount", request.Amount, request.AmountPlusMinus), "tare", request.Tare);
        var content = reader.Content(
            new(request.Content, request.Balance, request.Liquor, request.FreeAcid, request.Marks, request.Part, request.PartShare),
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
            l => View(l, l.State.Lots[request.LotId], new FigureBook())
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
            l => View(l, l.State.Lots[lotId], new FigureBook())
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
            .Select(p => new LotRef(p.Part.LotId, p.Part.Code, Text(p.Net.Value, lot.Amount.Field.ToString()), p.Net.Value, p.Part.Title))
            .ToList();
        var removed = request
            .Removed.Select(r => (r.Name, Net: Read(r.Amount, null)))
            .Select(r => new RemovedView(r.Name, Text(r.Net.Value, lot.Amount.Field.ToString()), r.Net.Value))
            .ToList();
        var missing = lot.Left - parts.Sum(p => p.Value) - removed.Sum(r => r.Value);
        return TypedResults.Ok(new StripView(parts, removed, missing, Text(Math.Abs(missing), lot.Amount.Field.ToString())));
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
            l => LotDecisions.Pool(l.State, request.LotId, request.Code, request.Title, feeds),
            l => View(l, l.State.Lots[request.LotId], new FigureBook())
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

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> SetAside(string lotId, SetAsideRequest request, Writing writing) =>
        InLot(lotId, request.Head, request, writing, new(), l => LotDecisions.SetAside(l.State, lotId, request.WaitsFor));

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Offer(string lotId, OfferRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var crowns = reader.Optional("crowns", request.Crowns, Field.Money);
        return InLot(lotId, request.Head, request, writing, reader, l => LotDecisions.Offer(l.State, lotId, crowns, request.By));
    }

    // The bytes are on the disk before the journal speaks of them.
    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Photograph(
        string lotId,
        PhotoRequest request,
        Writing writing,
        PhotoStore photos
    )
    {
        var reader = new RequestReader();
        var (jpeg, wrong) = Picture.Read(request.Base64);
        if (wrong is not null)
            reader.Errors.Add(wrong);
        var id = jpeg is null ? null : photos.Keep(jpeg);
        return InLot(
            lotId,
            request.Head,
            new
            {
                request.Head,
                request.Caption,
                id,
            },
            writing,
            reader,
            l => LotDecisions.Photograph(l.State, lotId, id ?? "", request.Caption)
        );
    }

    private static Results<FileContentHttpResult, ProblemHttpResult> Photo(string photoId, PhotoStore photos) =>
        photos.Find(photoId) is { } found ? TypedResults.File(found.Bytes, found.Type) : Problems.NotFound("such picture");

    private static async Task<Results<Ok<LotView>, ProblemHttpResult>> InLot(
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
            View(l, l.State.Lots[lotId], new FigureBook())
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

    private static LotView View(Ledger ledger, LotState lot, FigureBook book)
    {
        var state = ledger.State;
        var liquor =
            lot.Amount.Field == Field.Volume && (lot.Sources.Count == 0 || lot.Content.Liquor is null)
                ? BatchAtWork.InLiquor(state, lot, lot.Amount).ToDictionary(m => m.Element, m => m.Grams)
                : null;
        var charge = liquor is null ? BatchAtWork.FeedOf(state, lot, lot.Amount) : Charge.Empty;
        Core.Quantities.Working Grams(string element) => liquor is null ? charge.Element(element) : liquor[element];
        var lines = lot
            .Content.Lines.Select(l => new ContentView(
                l.Element,
                Elements.Of(l.Element).Name,
                l.Low.Text,
                l.Likely.Text,
                l.High.Text,
                Scale(l.Low),
                Scale(l.Likely),
                Scale(l.High),
                l.Of,
                false,
                book.Add("content/" + l.Element, Grams(l.Element))
            ))
            .ToList();
        if (lot.Sources.Count > 0)
            lines.AddRange((liquor?.Keys ?? charge.Metals).Order(StringComparer.Ordinal).Select(e => Pooled(lot, Grams(e), e, book)));
        if (lot.Content.Balance is { } balance && Elements.BySymbol.TryGetValue(balance, out var element))
            lines.Add(
                new(
                    balance,
                    element.Name,
                    "",
                    "the balance",
                    "",
                    0,
                    0,
                    0,
                    null,
                    true,
                    book.Add("content/" + balance, charge.Element(balance))
                )
            );
        // An old journal may name a part, a pool or a batch that is gone: what is there is shown.
        List<LotState> There(IEnumerable<string> ids) => [.. ids.Select(state.Lots.GetValueOrDefault).OfType<LotState>()];
        var batches = lot.Batches.Select(state.Batches.GetValueOrDefault).OfType<BatchState>().ToList();
        var parts = There(lot.Parts).Select(Ref).ToList();
        var missing =
            parts.Count > 0
                ? lot.Amount.Value
                    - parts.Sum(p => p.Value)
                    - lot.Removed.Sum(r => r.Amount.Value)
                    - There(lot.Pools).Sum(p => TakenBy(p.Sources, lot))
                    - batches.Sum(b => TakenBy(b.Feeds, lot))
                : 0;
        return new(
            lot.Id,
            lot.Code,
            lot.Title,
            lot.Material,
            lot.Amount.Text,
            lot.Amount.InWords,
            lot.Amount.Value,
            Text(lot.Left, lot.Amount.Field.ToString()),
            lot.Left,
            lot.Thickness?.Text,
            lot.Content.Liquor,
            lot.Content.FreeAcid?.Text,
            lot.Content.Marks ?? [],
            lot.ReceivedAt,
            state.Version(Entry.LotStream(lot.Id)),
            lines,
            Core.Quantities.Working.IsNothing(charge.Unknown) ? null : book.Add("content/unknown", charge.Unknown, "of unknown kind"),
            parts,
            lot.PartOf,
            [.. batches.Select(b => new LotRef(b.Id, b.Code, b.Feeds[0].Amount.Text, TakenBy(b.Feeds, lot), b.Title))],
            missing,
            Text(Math.Abs(missing), lot.Amount.Field.ToString()),
            [.. lot.Removed.Select(r => new RemovedView(r.Name, r.Amount.Text, r.Amount.Value))],
            [
                .. lot.Sources.Select(f => new LotRef(
                    f.LotId,
                    state.Lots.GetValueOrDefault(f.LotId)?.Code ?? f.LotId,
                    f.Amount.Text,
                    f.Amount.Value,
                    state.Lots.GetValueOrDefault(f.LotId)?.Title ?? "gone"
                )),
            ],
            [
                .. There(lot.Pools)
                    .Select(p => new LotRef(
                        p.Id,
                        p.Code,
                        p.Sources.First(f => f.LotId == lot.Id).Amount.Text,
                        TakenBy(p.Sources, lot),
                        p.Title
                    )),
            ],
            ContentReading.AsTyped(lot.Content),
            !lot.Touched && lot.Sources.Count == 0,
            lot.Touched || lot.Sources.Count > 0,
            lot.Amount.Field == Field.Volume,
            lot.Pieces,
            SamplingNote(lot),
            lot.WaitsFor,
            lot.Offer?.Crowns?.Text,
            lot.Offer?.By,
            [.. lot.Photos.Select(p => new PhotoView(p.PhotoId, p.Caption))],
            [.. lot.Beliefs.Select(b => new BeliefView(b.How, b.Reason, b.Pieces, b.At))]
        );
    }

    private static LotRef Ref(LotState lot) => new(lot.Id, lot.Code, lot.Amount.Text, lot.Amount.Value, lot.Title);

    private static double TakenBy(IEnumerable<LotAmount> amounts, LotState lot) =>
        amounts.Where(f => f.LotId == lot.Id).Sum(f => f.Amount.Value);

    private static double TakenBy(IEnumerable<Feed> feeds, LotState lot) =>
        feeds.Where(f => f.From == FeedFrom.Lot && f.Id == lot.Id).Sum(f => f.Amount.Value);

    // A pool's share of a metal follows from what each lot brought.
    private static ContentView Pooled(LotState lot, Core.Quantities.Working grams, string element, FigureBook book)
    {
        var solid = lot.Amount.Field == Field.Mass;
        double Share(double g) => solid ? 100 * g / lot.Amount.Value : 1000 * g / lot.Amount.Value;
        string Text(double g) =>
            $"{FigureText.Number(Share(g), FigureText.Decimals(Share(grams.Likely), Share(grams.Range.Width)))} {(solid ? "%" : "g/L")}";
        return new(
            element,
            Elements.Of(element).Name,
            Text(grams.Range.Low),
            Text(grams.Likely),
            Text(grams.Range.High),
            Share(grams.Range.Low),
            Share(grams.Likely),
            Share(grams.Range.High),
            ContentOf.Whole,
            false,
            book.Add("content/" + element, grams)
        );
    }

    private static string? SamplingNote(LotState lot) =>
        lot.Pieces is { } n && n < Sampling.Fair
            ? $"{n} piece{(n == 1 ? "" : "s")}: under {Sampling.Fair} a sample says little of the lot. An assay of {n} is off by about "
                + $"{FigureText.Number(100 * Sampling.Error(n), 0)} % of itself (a guess of Spolium’s of how far pieces differ)."
            : null;

    // Per cent of a solid, grams per litre of a liquor: for drawing only.
    private static double Scale(TypedNumber n) => n.Field == Field.Share ? n.Value * 100 : n.Value;

    private static string Text(double amount, string field)
    {
        var (number, unit) =
            field != nameof(Field.Volume) ? (amount, "g")
            : amount >= 1000 ? (amount / 1000, "L")
            : (amount, "mL");
        var digits =
            Math.Abs(number - Math.Round(number)) < 0.005 ? 0
            : Math.Abs(number * 10 - Math.Round(number * 10)) < 0.05 ? 1
            : 2;
        return $"{FigureText.Number(number, digits)}{FigureText.ThinSpace}{unit}";
    }
}
