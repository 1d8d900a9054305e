using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Chemistry;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Safety;
using Spolium.Data;
using Spolium.Server.Shared;

namespace Spolium.Server.Lots;

/// <param name="Of">Whole: of the lot; Rest: of what the lines of the whole leave.</param>
public sealed record ContentLineRequest(string Element, string Low, string Likely, string High, ContentOf Of);

public sealed record ReceiveRequest(Head Head, string LotId, string Code, string Title, string Material, string Amount, IReadOnlyList<ContentLineRequest> Content, string? AmountPlusMinus = null, string? Balance = null, string? Thickness = null, LiquorKind? Liquor = null, string? FreeAcid = null, IReadOnlyList<string>? Marks = null);

public sealed record PartRequest(string LotId, string Code, string Title, string Amount);

public sealed record SplitRequest(Head Head, IReadOnlyList<PartRequest> Parts, string? Reason = null);

public sealed record LotListItem(string Id, string Code, string Title, string Material, string Amount, string Left, double AmountValue, double LeftValue, DateTimeOffset ReceivedAt, string? PartOf);

public sealed record ContentView(string Element, string Name, string Low, string Likely, string High, double LowPercent, double LikelyPercent, double HighPercent, ContentOf? Of, bool Balance, FigureView Grams);

public sealed record TakeBackRequest(Head Head, string Reason);

/// <param name="Code">Of what was taken back.</param>
public sealed record TakenBack(string Code);

public sealed record LotRef(string Id, string Code, string Amount, double Value);

public sealed record LotView(string Id, string Code, string Title, string Material, string Amount, string AmountWords, double AmountValue, string Left, double LeftValue, string? Thickness, LiquorKind? Liquor, string? FreeAcid, IReadOnlyList<string> Marks, DateTimeOffset ReceivedAt, long Version,
    IReadOnlyList<ContentView> Content, FigureView? Unknown, IReadOnlyList<LotRef> Parts, string? PartOf, IReadOnlyList<LotRef> Batches, double NotInAnyPart, string NotInAnyPartText);

public sealed record MaterialLineView(string Element, string Low, string Likely, string High);

/// <summary>A kind of scrap of the material library: metals whose ways are known, and what it may hold besides.</summary>
public sealed record ScrapView(string Id, string Name, string Basis, bool Liquor, IReadOnlyList<MaterialLineView> Lines, IReadOnlyList<string> Marks);

/// <summary>Receive, look at, split.</summary>
public static class LotEndpoints
{
    public static void MapLots(this IEndpointRouteBuilder app)
    {
        var lots = app.MapGroup("/api/lots").WithTags("lots");
        lots.MapGet("/", List);
        app.MapGet("/api/materials", () => TypedResults.Ok(Material.All.Select(m => new ScrapView(m.Id, m.Name, m.Basis, m.IsLiquor,
            [.. m.Lines.Where(l => MetalInAcid.Find(l.Element, true) is not null).Select(l => new MaterialLineView(l.Element, Percent(l.Percent.Low), Percent(l.Percent.Likely), Percent(l.Percent.High)))], m.Marks)).ToList())).WithTags("lots");
        lots.MapGet("/{lotId}", Get);
        lots.MapGet("/{lotId}/working", Working);
        lots.MapPost("/", Receive);
        lots.MapPost("/{lotId}/split", Split);
        lots.MapPost("/{lotId}/take-back", TakeBack);
    }

    private static async Task<Ok<List<LotListItem>>> List(JournalStore store, CancellationToken cancel)
    {
        await using var db = store.Connect();
        var rows = await db.Lots.AsNoTracking().OrderByDescending(l => l.ReceivedTicks).ThenBy(l => l.Code).ToListAsync(cancel);
        return TypedResults.Ok(rows.Select(l => new LotListItem(l.Id, l.Code, l.Title, l.Material, Text(l.Amount, l.Field), Text(l.Left, l.Field), l.Amount, l.Left, new DateTimeOffset(l.ReceivedTicks, TimeSpan.Zero), l.PartOf)).ToList());
    }

    private static Results<Ok<LotView>, ProblemHttpResult> Get(string lotId, Writing writing) =>
        writing.Ledger.State.Lots.TryGetValue(lotId, out var lot) ? TypedResults.Ok(View(writing.Ledger, lot, new FigureBook())) : Problems.NotFound("such lot");

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
        var amount = reader.MassOrVolume("amount", request.Amount, request.AmountPlusMinus);
        var field = amount.Field == Field.Volume ? Field.Concentration : Field.Share;
        var content = new Content(
            [.. request.Content.Select((l, i) => new ContentLine(l.Element.Trim(), reader.Quantity($"content[{i}].low", l.Low, field), reader.Quantity($"content[{i}].likely", l.Likely, field), reader.Quantity($"content[{i}].high", l.High, field), l.Of))],
            string.IsNullOrWhiteSpace(request.Balance) ? null : request.Balance, amount.Field == Field.Volume ? request.Liquor : null, amount.Field == Field.Volume ? reader.Optional("freeAcid", request.FreeAcid, Field.Molarity) : null, request.Marks is { Count: > 0 } marks ? [.. marks.Intersect(FeedGate.Marks)] : null);
        var thickness = reader.Optional("thickness", request.Thickness, Field.Length);
        return writing.Write(request.Head, request, [Entry.LotStream(request.LotId)], reader,
            l => Decisions.Receive(l.State, request.LotId, request.Code, request.Title, request.Material, amount, content, thickness),
            l => View(l, l.State.Lots[request.LotId], new FigureBook()));
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Split(string lotId, SplitRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var parts = request.Parts.Select((p, i) => new LotPart(p.LotId, p.Code, p.Title, reader.Quantity($"parts[{i}].amount", p.Amount, Field.Mass))).ToList();
        return writing.Write(request.Head, request, [Entry.LotStream(lotId), .. parts.Select(p => Entry.LotStream(p.LotId)).Distinct()], reader,
            l => Decisions.Split(l.State, lotId, parts, request.Reason),
            l => View(l, l.State.Lots[lotId], new FigureBook()));
    }

    // A lot that was received wrongly goes back, with its reason; both entries stay in the journal.
    private static async Task<Results<Ok<TakenBack>, ProblemHttpResult>> TakeBack(string lotId, TakeBackRequest request, Writing writing)
    {
        if (!writing.Ledger.State.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        return await writing.Write(request.Head, request, [Entry.LotStream(lotId)], new(), l => Decisions.Correct(l.State, lot.EntryId, request.Reason, null), _ => new TakenBack(lot.Code));
    }

    private static LotView View(Ledger ledger, LotState lot, FigureBook book)
    {
        var state = ledger.State;
        var liquor = lot.Amount.Field == Field.Volume ? BatchAtWork.InLiquor(lot.Content, lot.Amount, BatchAtWork.RootOf(state, lot)).ToDictionary(m => m.Element, m => m.Grams) : null;
        var charge = liquor is null ? BatchAtWork.FeedOf(state, lot, lot.Amount) : Charge.Empty;
        Core.Quantities.Working Grams(string element) => liquor is null ? charge.Element(element) : liquor[element];
        var lines = lot.Content.Lines.Select(l => new ContentView(l.Element, Elements.Of(l.Element).Name, l.Low.Text, l.Likely.Text, l.High.Text, Scale(l.Low), Scale(l.Likely), Scale(l.High), l.Of, false, book.Add("content/" + l.Element, Grams(l.Element)))).ToList();
        if (lot.Content.Balance is { } balance && Elements.BySymbol.TryGetValue(balance, out var element))
            lines.Add(new(balance, element.Name, "", "the balance", "", 0, 0, 0, null, true, book.Add("content/" + balance, charge.Element(balance))));
        var parts = lot.Parts.Select(id => state.Lots[id]).Select(p => new LotRef(p.Id, p.Code, p.Amount.Text, p.Amount.Value)).ToList();
        var missing = parts.Count > 0 ? lot.Amount.Value - parts.Sum(p => p.Value) - lot.Batches.Sum(id => state.Batches[id].Feeds.Where(f => f.LotId == lot.Id).Sum(f => f.Amount.Value)) : 0;
        return new(lot.Id, lot.Code, lot.Title, lot.Material, lot.Amount.Text, lot.Amount.InWords, lot.Amount.Value, Text(lot.Left, lot.Amount.Field.ToString()), lot.Left, lot.Thickness?.Text, lot.Content.Liquor, lot.Content.FreeAcid?.Text, lot.Content.Marks ?? [], lot.ReceivedAt, state.Version(Entry.LotStream(lot.Id)),
            lines, Core.Quantities.Working.IsNothing(charge.Unknown) ? null : book.Add("content/unknown", charge.Unknown, "of unknown kind"), parts, lot.PartOf,
            [.. lot.Batches.Select(id => state.Batches[id]).Select(b => new LotRef(b.Id, b.Code, b.Feeds[0].Amount.Text, b.Feeds.Where(f => f.LotId == lot.Id).Sum(f => f.Amount.Value)))],
            missing, FigureText.Number(Math.Abs(missing), 2));
    }

    // Per cent of a solid, grams per litre of a liquor: for drawing only.
    private static double Scale(TypedNumber n) => n.Field == Field.Share ? n.Value * 100 : n.Value;

    private static string Percent(double value) => value.ToString("0.#####", System.Globalization.CultureInfo.InvariantCulture);

    private static string Text(double amount, string field) => $"{FigureText.Number(amount, Math.Abs(amount - Math.Round(amount)) < 0.005 ? 0 : Math.Abs(amount * 10 - Math.Round(amount * 10)) < 0.05 ? 1 : 2)}{FigureText.ThinSpace}{(field == nameof(Field.Volume) ? "mL" : "g")}";
}
