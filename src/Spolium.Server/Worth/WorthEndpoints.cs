using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Ways;
using Spolium.Server.Lots;
using Spolium.Server.Plan;

namespace Spolium.Server.Worth;

/// <param name="Amount">Left out: what is left of the lot.</param>
/// <param name="Content">Another content than the lot's, that is only thought of.</param>
/// <param name="Way">Id of the way to reckon by; left out: the one that leaves most over.</param>
public sealed record WorthRequest(string? Amount = null, ContentRequest? Content = null, string? Way = null);

public sealed record WorthLineView(string Id, FigureView Kr);

/// <summary>Where a way of a lot begins to pay.</summary>
/// <param name="Content">"8.4 % silver"; null where no content turns it.</param>
/// <param name="LeastLot">"46 g"; null where no amount pays.</param>
/// <param name="Words">What could turn the verdict, in a sentence; may be empty.</param>
public sealed record PaysFromView(string? Content, string? LeastLot, string Words);

/// <param name="Way">Title of the way that did not go.</param>
public sealed record RefusedView(string Way, string Verb, string Reason, string WayOut);

/// <summary>Something that can be done with the lot, on the one axis of crowns.</summary>
/// <param name="Mean">Over all worlds: what choices are compared by.</param>
public sealed record WorthChoice(string Kind, string Title, FigureView Kr, FigureView Mean, string Says);

/// <param name="Verdict">Do, Hold, Pool, Test, Sell, Wait or Unsure.</param>
/// <param name="LeftOver">Before selling as it is is taken off.</param>
/// <param name="Knowing">What knowing the content would gain, in words.</param>
/// <param name="Believed">Grams of each metal by the content that was asked for.</param>
/// <param name="Prices">The list that it was reckoned with; null while there is none.</param>
public sealed record WorthView(
    string Verdict,
    string Headline,
    string Reason,
    IReadOnlyList<string> PoolWith,
    string? WayId,
    string? WayTitle,
    IReadOnlyList<WorthLineView> Lines,
    FigureView? LeftOver,
    FigureView? AsItIs,
    FigureView? Margin,
    IReadOnlyList<string> NotPriced,
    string Knowing,
    IReadOnlyList<FigureView> Believed,
    string? Prices,
    IReadOnlyList<RefusedView> Refused,
    IReadOnlyList<WorthChoice> Choices
);

/// <param name="Wanted">Ids of the ways to compare; left out: the best of different beginnings.</param>
public sealed record CompareRequest(
    string? Amount = null,
    IReadOnlyList<string>? Wanted = null,
    IReadOnlyList<BottleRequest>? Bottles = null
);

public sealed record RemainsView(string Where, FigureView Grams);

/// <summary>A way as one column among others.</summary>
public sealed record WayColumn(
    string Id,
    string Title,
    IReadOnlyList<string> Methods,
    string Element,
    string Metal,
    FigureView Hands,
    FigureView Alone,
    FigureView? Cost,
    FigureView Acid,
    FigureView Gas,
    FigureView Grams,
    FigureView Purity,
    FigureView? Margin,
    IReadOnlyList<RemainsView> Remains,
    IReadOnlyList<string> Against
);

public sealed record WayRef(string Id, string Title);

public sealed record ComparisonView(
    string LotId,
    string Amount,
    IReadOnlyList<WayColumn> Columns,
    IReadOnlyList<WayRef> More,
    IReadOnlyList<RefusedView> Refused
);

/// <param name="Prices">The list that it was reckoned with; null while there is none, and nothing is reckoned.</param>
public sealed record BatchWorthView(
    IReadOnlyList<WorthLineView> Lines,
    FigureView? LeftOver,
    FigureView? AsItIs,
    FigureView? Margin,
    IReadOnlyList<string> NotPriced,
    string? Prices
);

/// <summary>Whether a lot is worth doing, which way serves best, and what a batch left over.</summary>
public static class WorthEndpoints
{
    public static void MapWorth(this IEndpointRouteBuilder app)
    {
        var lots = app.MapGroup("/api/lots/{lotId}").WithTags("worth");
        lots.MapPost("/worth", (string lotId, WorthRequest request, Writing writing, TimeProvider time) =>
            Worthwhile(lotId, request, writing, time, new ShownFigures())
        );
        lots.MapPost("/worth/pays-from", (string lotId, WorthRequest request, Writing writing, TimeProvider time) =>
            PaysFrom(lotId, request, writing, time)
        );
        lots.MapPost("/worth/working", (string lotId, WorthRequest request, string key, Writing writing, TimeProvider time) =>
            Working(key, book => Worthwhile(lotId, request, writing, time, book).Result)
        );
        lots.MapPost("/ways", (string lotId, CompareRequest request, Writing writing, TimeProvider time) =>
            Compare(lotId, request, writing, time, new ShownFigures())
        );
        lots.MapPost("/ways/working", (string lotId, CompareRequest request, string key, Writing writing, TimeProvider time) =>
            Working(key, book => Compare(lotId, request, writing, time, book).Result)
        );
        app.MapGet("/api/batches/{batchId}/worth", (string batchId, Writing writing, TimeProvider time) =>
                WorthViews.After(batchId, writing, time, new ShownFigures())
            )
            .WithTags("worth");
        app.MapGet("/api/batches/{batchId}/worth/working", (string batchId, string key, Writing writing, TimeProvider time) =>
                Working(key, book => WorthViews.After(batchId, writing, time, book).Result)
            )
            .WithTags("worth");
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working(string key, Func<ShownFigures, IResult> make)
    {
        var book = new ShownFigures();
        if (make(book) is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    // So much of a lot as is asked for; all that is left, when nobody says.
    private static TypedNumber AmountOf(RequestReader reader, LotState lot, string? typed)
    {
        if (string.IsNullOrWhiteSpace(typed))
            return TypedNumber.Of(
                lot.Left > 0 ? lot.Left : lot.Amount.Value,
                lot.Amount.Field,
                lot.Amount.Field == Field.Mass ? "g" : "mL",
                lot.Left >= lot.Amount.Value ? lot.Amount.PlusMinus : 0
            );
        var amount = reader.MassOrVolume("amount", typed);
        if (reader.Ok && amount.Field != lot.Amount.Field)
            reader.Errors.Add(
                new(
                    "amount",
                    $"{lot.Code} is measured in {(lot.Amount.Field == Field.Mass ? "grams" : "millilitres")}",
                    "write the unit that it was received in"
                )
            );
        if (reader.Ok && amount.Value <= 0)
            reader.Errors.Add(new("amount", "nothing is taken", "write an amount above nothing"));
        return amount;
    }

    // The lot as it is asked about, or why it cannot be.
    private static (LotAtWork? At, Charge? Feed, ProblemHttpResult? No) Asked(
        State state,
        string lotId,
        WorthRequest request,
        TimeProvider time,
        bool way
    )
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return (null, null, Problems.NotFound("such lot"));
        var reader = new RequestReader();
        var amount = AmountOf(reader, lot, request.Amount);
        var content =
            request.Content is null || lot.Sources.Count > 0 ? null : reader.Content(request.Content, amount.Field == Field.Volume);
        if (reader.Ok && content?.Check() is { Count: > 0 } wrong)
            reader.Errors.AddRange(wrong);
        var liquor = amount.Field == Field.Volume ? (content ?? lot.Content).Liquor : null;
        if (way && (request.Way is null || FoundWay.Of(request.Way, liquor) is null))
            reader.Errors.Add(new("way", "no way of this lot is asked about", "take the id of a way that the verdict or the ways name"));
        if (!reader.Ok)
            return (null, null, Problems.Refused(reader.Errors));
        return amount.Field == Field.Volume && liquor is null
            ? default
            : (new LotAtWork(state, lot, amount, content, time.GetUtcNow()), BatchFeed.FeedOf(state, lot, amount, false, content), null);
    }

    private static Results<Ok<WorthView>, ProblemHttpResult> Worthwhile(
        string lotId,
        WorthRequest request,
        Writing writing,
        TimeProvider time,
        ShownFigures book
    )
    {
        var state = writing.Ledger.State;
        return Asked(state, lotId, request, time, false) switch
        {
            { No: { } no } => no,
            { At: { } at, Feed: { } feed } => TypedResults.Ok(
                WorthViews.View(state, at.Worthwhile(request.Way), Believed(feed, book), book)
            ),
            _ => TypedResults.Ok(NotKnown(state)),
        };
    }

    private static Results<Ok<PaysFromView>, ProblemHttpResult> PaysFrom(
        string lotId,
        WorthRequest request,
        Writing writing,
        TimeProvider time
    ) =>
        Asked(writing.Ledger.State, lotId, request, time, true) switch
        {
            { No: { } no } => no,
            { At: { } at, Feed: { } feed } => TypedResults.Ok(WorthViews.View(at.PaysFrom(request.Way!), feed)),
            _ => TypedResults.Ok(new PaysFromView(null, null, "")),
        };

    private static List<FigureView> Believed(Charge feed, ShownFigures book) =>
        [.. feed.Booked.Order(StringComparer.Ordinal).Select(e => book.Add("believed/" + e, feed.Element(e), e))];

    private static WorthView NotKnown(State state) =>
        new(
            nameof(VerdictKind.Test),
            "Find out what holds its metals",
            "Nobody knows what holds the metals of this liquor: nitrate, chloride, sulphate or fixer decides which way it can go.",
            [],
            null,
            null,
            [],
            null,
            null,
            null,
            [],
            "",
            [],
            state.PricesNow?.List.Title,
            [],
            []
        );

    private static Results<Ok<ComparisonView>, ProblemHttpResult> Compare(
        string lotId,
        CompareRequest request,
        Writing writing,
        TimeProvider time,
        ShownFigures book
    )
    {
        var state = writing.Ledger.State;
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Problems.NotFound("such lot");
        var reader = new RequestReader();
        var amount = AmountOf(reader, lot, request.Amount);
        var bottles = request.Bottles is null ? null : BottleChoices.Bottles(reader, request.Bottles, state, time.GetUtcNow());
        if (request.Wanted is { Count: > LotAtWork.Columns })
            reader.Errors.Add(new("wanted", $"more than {LotAtWork.Columns} ways beside each other", "leave one out"));
        if (amount.Field == Field.Volume && lot.Content.Liquor is null)
            reader.Errors.Add(
                new(
                    "lotId",
                    $"nobody knows what holds the metals of {lot.Code}",
                    "receive it as nitrate, chloride, sulphate liquor or fixer"
                )
            );
        if (!reader.Ok)
            return Problems.Refused(reader.Errors);
        var ways = new LotAtWork(state, lot, amount, null, time.GetUtcNow(), bottles).Ways(request.Wanted);
        return TypedResults.Ok(
            new ComparisonView(
                lot.Id,
                amount.InWords,
                [.. ways.Planned.Select((w, i) => WorthViews.Column(w, Observing.DrawsNow(state, lot), $"{i}/", book))],
                [.. ways.More.Select(w => new WayRef(w.Id, w.Title))],
                WorthViews.Refused(ways.Refused)
            )
        );
    }

    internal static BatchWorthView Kept(MoneySummary money, ShownFigures book) =>
        new(
            [.. money.Lines.Select(l => new WorthLineView(l.Id, book.Add("worth/" + l.Id, l.Kr)))],
            book.Add("left-over", money.LeftOverFigure),
            book.Add("as-it-is", money.AsItIs),
            book.Add("margin", money.MarginFigure),
            money.NotPriced,
            money.Title
        );
}
