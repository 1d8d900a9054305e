using System.Globalization;
using Spolium.Core.Chemistry;
using Spolium.Server.Lots;

namespace Spolium.Server.Trail;

/// <summary>One metal of a settlement.</summary>
public sealed record SettledMetalView(
    string Metal,
    FigureView In,
    FigureView Out,
    FigureView HeldUp,
    FigureView? Kept,
    FigureView GoesBack,
    FigureView? Later,
    FigureView? Fee
);

/// <summary>What a batch that was worked for somebody else comes to.</summary>
/// <param name="Given">As it was typed.</param>
/// <param name="Alone">False where the batch took other lots too: by the share of the metal that each brought.</param>
public sealed record SettlementView(
    string LotId,
    string LotCode,
    string LotTitle,
    OwnerView Terms,
    string Given,
    bool Alone,
    string BatchCode,
    DateTimeOffset ClosedAt,
    string Product,
    IReadOnlyList<SettledMetalView> Metals,
    FigureView Fee
);

/// <summary>Settlements of a closed batch: to look at, to print, and as a table.</summary>
internal static class Settlements
{
    internal static Results<Ok<List<SettlementView>>, ProblemHttpResult> List(string batchId, Writing writing) =>
        writing.Ledger.State.Batches.TryGetValue(batchId, out var batch)
            ? TypedResults.Ok(Views(writing.Ledger, batch, new()))
            : Problems.NotFound("such batch");

    internal static Results<Ok<Figure>, ProblemHttpResult> Working(string batchId, string key, Writing writing)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        var book = new ShownFigures();
        Views(writing.Ledger, batch, book);
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    internal static Results<FileContentHttpResult, ProblemHttpResult> Csv(string batchId, Writing writing)
    {
        if (!writing.Ledger.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        static string N(double? x) => x is { } v ? v.ToString("G9", CultureInfo.InvariantCulture) : "";
        var table = new CsvTable(
            [
                "owner",
                "lot",
                "given",
                "batch",
                "metal",
                "in g",
                "in low g",
                "in high g",
                "out g",
                "out low g",
                "out high g",
                "held up g",
                "held up low g",
                "held up high g",
                "kept g",
                "goes back g",
                "goes back later g",
                $"fee by the gram {Currency.Now.Sign}",
                $"fee of all {Currency.Now.Sign}",
            ],
            [],
            "settlement"
        ).Write(
            Settlement
                .Of(writing.Ledger, batch)
                .SelectMany(s =>
                    s.Metals.Select(m =>
                        new[]
                        {
                            s.Terms.Owner,
                            s.Lot.Code,
                            s.Given.Text,
                            batch.Code,
                            m.Element,
                            N(m.In.Likely),
                            N(m.In.Range.Low),
                            N(m.In.Range.High),
                            N(m.Out.Likely),
                            N(m.Out.Range.Low),
                            N(m.Out.Range.High),
                            N(m.HeldUp.Likely),
                            N(m.HeldUp.Range.Low),
                            N(m.HeldUp.Range.High),
                            N(m.Kept?.Likely),
                            N(m.GoesBack.Likely),
                            N(m.Later?.Likely),
                            N(m.Fee?.Likely),
                            N(s.Fee.Likely),
                        }
                    )
                )
        );
        return TypedResults.File(System.Text.Encoding.UTF8.GetBytes(table), "text/csv", $"settlement-{batch.Code}.csv");
    }

    private static List<SettlementView> Views(Ledger ledger, BatchState batch, ShownFigures book) =>
        [
            .. Settlement
                .Of(ledger, batch)
                .Select(s => new SettlementView(
                    s.Lot.Id,
                    s.Lot.Code,
                    s.Lot.Title,
                    new(s.Terms.Owner, s.Terms.FeePerGram?.Told, s.Terms.Fee?.Told, s.Terms.Kept?.Text, s.Terms.LeavingsGoBack),
                    s.Given.Text,
                    s.Alone,
                    batch.Code,
                    batch.ClosedAt!.Value,
                    string.Join("; ", batch.Products.Select(p => p.Mass.Text + (p.Fineness is { } f ? $", fineness {f.Text}" : ""))),
                    [.. s.Metals.Select(m => View(m, $"{s.Lot.Id}/{m.Element}", book))],
                    book.Add("fee/" + s.Lot.Id, s.Fee)
                )),
        ];

    private static SettledMetalView View(SettledMetal m, string at, ShownFigures book) =>
        new(
            Elements.Of(m.Element).Name,
            book.Add("in/" + at, m.In),
            book.Add("out/" + at, m.Out),
            book.Add("held/" + at, m.HeldUp),
            book.AddOrNone("kept/" + at, m.Kept),
            book.Add("back/" + at, m.GoesBack),
            book.AddOrNone("later/" + at, m.Later),
            book.AddOrNone("fee/" + at, m.Fee)
        );
}
