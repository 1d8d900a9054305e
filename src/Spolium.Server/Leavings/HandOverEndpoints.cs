using Spolium.Core.Safety;
using Spolium.Server.Lots;

namespace Spolium.Server.Leavings;

/// <summary>Labels of containers, what leaves the house, and the register of it.</summary>
public static class HandOverEndpoints
{
    private const int Page = 100;

    private static readonly CsvTable Table = new(
        ["date", "lot", "what", "amount", "container", "pH", "receiver", "licence", "receipt", "contents", "note", "by"],
        [],
        "register"
    );

    public static void MapHandingOver(this IEndpointRouteBuilder app)
    {
        var leavings = app.MapGroup("/api/leavings").WithTags("leavings");
        leavings.MapGet("/label", Label);
        leavings.MapGet("/label/working", LabelWorking);
        leavings.MapPost("/{lotId}/hand-over", HandOver);
        leavings.MapPost("/{lotId}/receipt", Receipt);
        leavings.MapPost("/{lotId}/stays", Stays);
        leavings.MapGet("/register", (Writing writing, int skip = 0) => TypedResults.Ok(Register(writing, Math.Max(0, skip))));
        leavings.MapGet("/register/csv", RegisterOut);
    }

    private static Results<Ok<ContainerView>, ProblemHttpResult> Label(FeedFrom from, string id, Writing writing) =>
        Core.Workshop.Leavings.Find(writing.Ledger.State, from, id) is { } leaving
            ? TypedResults.Ok(View(leaving, new ShownFigures()))
            : LeavingEndpoints.Gone;

    private static Results<Ok<Figure>, ProblemHttpResult> LabelWorking(FeedFrom from, string id, string key, Writing writing)
    {
        var book = new ShownFigures();
        if (Core.Workshop.Leavings.Find(writing.Ledger.State, from, id) is not { } leaving)
            return LeavingEndpoints.Gone;
        View(leaving, book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static ContainerView View(Leaving leaving, ShownFigures book)
    {
        var charge = leaving.Charge;
        var label = charge is null ? null : ContainerLabel.Of(charge);
        return new(
            leaving.From,
            leaving.Id,
            leaving.Code,
            leaving.Title,
            leaving.Wet,
            charge is not null,
            leaving.Since,
            leaving.Millilitres is { } ml ? book.Add("amount", ml)
                : charge is not null ? book.Add("amount", charge.Mass().Named("all of it"))
                : null,
            [
                .. label?.Substances.Select(s => new LabelledView(
                    s.Formula,
                    book.Add("grams/" + s.Formula, s.Grams),
                    book.Add("percent/" + s.Formula, s.Percent)
                ))
                    ?? [],
            ],
            label?.Signal ?? "",
            label?.Diamonds ?? [],
            label?.Says ?? [],
            label?.NoMarksFor ?? [],
            charge is null ? [] : [.. PoolGate.Shut(charge).Select(g => g.Reason)],
            LeavingViews.MarksOf(charge),
            HandingOver.WantsLicence(charge)
        );
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> HandOver(string lotId, HandOverRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var amount = reader.MassOrVolume("amount", request.Amount);
        var ph = reader.Optional("ph", request.Ph, Field.PH);
        return LotEndpoints.InLot(lotId, request.Head, request, writing, reader, l =>
            HandingOver.HandOver(
                l.State,
                lotId,
                amount,
                request.Receiver,
                request.Licence,
                request.Container,
                ph,
                request.Receipt,
                request.Note
            )
        );
    }

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Receipt(string lotId, ReceiptRequest request, Writing writing) =>
        LotEndpoints.InLot(lotId, request.Head, request, writing, new(), l =>
            HandingOver.Receipt(l.State, lotId, request.HandOver, request.Receipt)
        );

    private static Task<Results<Ok<LotView>, ProblemHttpResult>> Stays(string lotId, StaysRequest request, Writing writing) =>
        LotEndpoints.InLot(lotId, request.Head, request, writing, new(), l =>
            l.State.Lots[lotId].HandedOver.Exists(h => h.EntryId == request.HandOver)
                ? Decisions.Correct(l.State, request.HandOver, request.Reason, null)
                : Decision.Refuse("handOver", "nothing was handed over by that entry", "choose one of the register")
        );

    // Newest first; what was taken back is none.
    private static IEnumerable<LeftView> Left(Writing writing)
    {
        var state = writing.Ledger.State;
        return state
            .Entries.Standing(Entry.HandedOverStream, long.MaxValue)
            .Reverse()
            .Where(e => e.Body is LotHandedOver)
            .Select(e => (Entry: e, Body: (LotHandedOver)e.Body))
            .Select(x =>
                state.Lots.TryGetValue(x.Body.LotId, out var lot) && lot.HandedOver.Find(h => h.EntryId == x.Entry.Id) is { } there
                    ? View(lot, there)
                    : null
            )
            .OfType<LeftView>();
    }

    private static LeftView View(LotState lot, HandedOverState h) =>
        new(
            h.EntryId,
            lot.Id,
            lot.Code,
            lot.Title,
            h.Body.Amount.InWords,
            h.Body.Receiver,
            h.Body.Licence,
            h.Body.Container,
            h.Body.Ph?.Text ?? "",
            h.Receipt,
            h.Body.Contents,
            h.Body.Note,
            h.At,
            h.By
        );

    private static RegisterView Register(Writing writing, int skip)
    {
        var page = Left(writing).Skip(skip).Take(Page + 1).ToList();
        return new([.. page.Take(Page)], page.Count > Page);
    }

    private static FileContentHttpResult RegisterOut(Writing writing) =>
        TypedResults.File(
            System.Text.Encoding.UTF8.GetBytes(
                Table.Write(
                    Left(writing)
                        .Select(v =>
                            (IEnumerable<string>)
                                [
                                    v.At.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture),
                                    v.Code,
                                    v.Title,
                                    v.Amount,
                                    v.Container,
                                    v.Ph,
                                    v.Receiver,
                                    v.Licence,
                                    v.Receipt,
                                    string.Join("; ", v.Contents),
                                    v.Note ?? "",
                                    v.By,
                                ]
                        )
                )
            ),
            "text/csv",
            "left-the-house.csv"
        );
}
