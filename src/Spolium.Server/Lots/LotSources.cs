namespace Spolium.Server.Lots;

/// <param name="From">Holding, Pool or Bottle.</param>
/// <param name="SourceId">"26-01/4-clear/filter", or the id of a tub or a bottle.</param>
/// <param name="Amount">As measured: grams of a solid, millilitres of a liquor.</param>
/// <param name="Liquor">What holds the metals, where only the person knows.</param>
public sealed record TakeOverRequest(
    Head Head,
    string LotId,
    string Code,
    string Title,
    FeedFrom From,
    string SourceId,
    string Amount,
    LiquorKind? Liquor = null,
    string? Reason = null
);

/// <summary>What may become a lot.</summary>
/// <param name="AsksLiquor">The person must say what holds its metals.</param>
/// <param name="Weighed">As it was weighed in its batch.</param>
public sealed record SourceView(FeedFrom From, string SourceId, string Name, bool Wet, bool AsksLiquor, string? Weighed);

/// <summary>Leavings, products, tubs and bottles that become lots.</summary>
internal static class LotSources
{
    internal static Results<Ok<SourceView>, ProblemHttpResult> Source(FeedFrom from, string id, Writing writing) =>
        TakingOver.Source(writing.Ledger.State, from, id) is { } s
            ? TypedResults.Ok(new SourceView(from, id, s.Name, s.Wet, s.AsksLiquor, s.Weighed?.Text))
            : Problems.NotFound("such holding, tub or bottle");

    internal static Task<Results<Ok<LotView>, ProblemHttpResult>> TakeOver(TakeOverRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var source = new Feed(request.From, request.SourceId, reader.MassOrVolume("amount", request.Amount));
        return writing.Write(
            request.Head,
            request,
            [Entry.LotStream(request.LotId), Entry.FeedStream(source)],
            reader,
            (l, now) => TakingOver.Decide(l, request.LotId, request.Code, request.Title, source, request.Liquor, now.At, request.Reason),
            l => LotViews.View(l, l.State.Lots[request.LotId], new ShownFigures())
        );
    }
}
