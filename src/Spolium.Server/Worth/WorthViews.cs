using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Ways;

namespace Spolium.Server.Worth;

/// <summary>Worth as it is shown.</summary>
internal static class WorthViews
{
    internal static WorthView View(State state, LotWorth worth, List<FigureView> believed, ShownFigures book)
    {
        var sheet = worth.Way?.Worth;
        return new(
            worth.Verdict.Kind.ToString(),
            worth.Verdict.Headline,
            worth.Verdict.Reason,
            worth.Verdict.PoolWith,
            worth.Way?.Way.Id,
            worth.Way?.Way.Title,
            sheet is null ? [] : Lines(sheet, book),
            book.AddOrNone("left-over", sheet?.LeftOver),
            book.AddOrNone("as-it-is", sheet?.AsItIs),
            book.AddOrNone("margin", sheet?.Margin),
            sheet?.NotPriced ?? [],
            LotVerdict.Kr(worth.Knowing),
            believed,
            state.PricesNow?.List.Title,
            Refused(worth.Refused),
            [
                .. worth.Choices.Select(
                    (c, i) =>
                        new WorthChoice(
                            c.Kind.ToString(),
                            c.Title,
                            book.Add($"choice/{i}", c.Kr),
                            book.Add($"choice/{i}/mean", c.MeanKr),
                            c.Says
                        )
                ),
            ]
        );
    }

    internal static PaysFromView View(PaysFrom pays, Charge feed) =>
        new(
            pays.BreakEven is { } b
                ? $"{FigureText.Number(b.Content, FigureText.Decimals(b.Content, b.Content / 4))} {b.Unit} {Elements.Of(b.Element).Name}"
                : null,
            pays.LeastLot is { } least ? Amount(feed, least) : null,
            pays.Words
        );

    private static string Amount(Charge feed, double least) =>
        feed.Of(Core.Chemistry.Species.Water).Likely > 0
            ? $"{FigureText.Number(least / 1000, least < 10_000 ? 1 : 0)} L"
            : $"{FigureText.Number(least, least < 100 ? 1 : 0)} g";

    private static List<WorthLineView> Lines(Core.Ways.Worth sheet, ShownFigures book) =>
        [.. sheet.Lines.Select(l => new WorthLineView(l.Id, book.Add("worth/" + l.Id, l.Kr)))];

    internal static List<RefusedView> Refused(IEnumerable<RefusedWay> refused) =>
        [.. refused.Select(r => new RefusedView(r.Title, Core.Methods.MethodCatalogue.Of(r.Method).Verb, r.Reason, r.WayOut))];

    internal static WayColumn Column(PlannedWay way, Draws draws, string key, ShownFigures book)
    {
        var f = WayFigures.Of(way.Plan, way.Way.Element, way.Worth, draws);
        return new(
            way.Way.Id,
            way.Way.Title,
            way.Way.Methods,
            way.Way.Element,
            Elements.Of(way.Way.Element).Name,
            book.Add(key + "hands", f.Hands),
            book.Add(key + "alone", f.Alone),
            book.AddOrNone(key + "cost", f.Cost),
            book.Add(key + "acid", f.Acid),
            book.Add(key + "gas", f.Gas),
            book.Add(key + "metal", f.Metal),
            book.Add(key + "purity", f.Purity),
            book.AddOrNone(key + "margin", f.Margin),
            [.. f.Remains.Select((r, i) => new RemainsView(r.Where, book.Add($"{key}remains/{i}", r.Grams)))],
            f.Against
        );
    }

    internal static Results<Ok<BatchWorthView>, ProblemHttpResult> After(
        string batchId,
        Writing writing,
        TimeProvider time,
        ShownFigures book
    )
    {
        var state = writing.Ledger.State;
        if (!state.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        // Of a closed batch it stands written.
        if (batch.ClosedAt is not null)
            return TypedResults.Ok(batch.Summary?.Money is { } money ? WorthEndpoints.Kept(money, book) : Nothing);
        if (BatchWorth.Of(state, batch, time.GetUtcNow()) is not { } after)
            return TypedResults.Ok(Nothing);
        return TypedResults.Ok(
            new BatchWorthView(
                Lines(after.Worth, book),
                book.Add("left-over", after.Worth.LeftOver),
                book.Add("as-it-is", after.Worth.AsItIs),
                book.Add("margin", after.Worth.Margin),
                after.Worth.NotPriced,
                after.Prices.List.Title
            )
        );
    }

    private static BatchWorthView Nothing => new([], null, null, null, [], null);
}
