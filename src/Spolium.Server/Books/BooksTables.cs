using System.Globalization;
using Spolium.Core.Learning;
using Spolium.Data;
using static Spolium.Server.Books.BooksWords;

namespace Spolium.Server.Books;

/// <summary>The books as tables for a table program: by batch, and with it what did not come out, where it stands, what it took and left
/// over. u is the standard uncertainty.</summary>
internal static class BooksTables
{
    private static readonly IReadOnlyList<string> Heads =
    [
        "batch",
        "title",
        "closed",
        "metal",
        "product g",
        "product u g",
        "feed g",
        "feed u g",
        "recovery %",
        "unaccounted g",
        "missing g",
    ];

    public static string Csv(Data.Books books, BooksFilter filter, TimeZoneInfo zone) =>
        new CsvTable(Heads, [], "batches").Write(
            Batches(books, filter, zone)
                .Select(r => r.Select(c => c is double d ? d.ToString("0.####", CultureInfo.InvariantCulture) : c?.ToString() ?? ""))
        );

    public static byte[] Workbook(Data.Books books, BooksFilter filter, TimeZoneInfo zone) =>
        Shared.Workbook.Write([
            new("batches", Heads, Batches(books, filter, zone)),
            new(
                "did not come out",
                ["by", "g", "u g", "batches"],
                books.Losses().Select(l => (IReadOnlyList<object?>)[CauseWords(l.Key), l.Sum.Sum, Math.Sqrt(l.Sum.Variance), l.Sum.Batches])
            ),
            new(
                "where it stands",
                ["place", "g", "u g", "holdings"],
                books.Places().Select(p => (IReadOnlyList<object?>)[PlaceWords(p.Key), p.Sum.Sum, Math.Sqrt(p.Sum.Variance), p.Sum.Batches])
            ),
            new(
                "what it took",
                ["substance", "formula", "poured g", "planned g", Currency.Now.Sign, "batches", "without a price"],
                books
                    .Reagents()
                    .Select(r =>
                        (IReadOnlyList<object?>)
                            [r.Over.Name, r.Formula, r.Over.Grams, r.Over.PlannedG, r.Over.Kr, r.Over.Batches, r.WithoutPrice]
                    )
            ),
            new(
                "what it left over",
                [
                    "batch",
                    "title",
                    $"costs {Currency.Now.Sign}",
                    $"left over {Currency.Now.Sign}",
                    $"left over u {Currency.Now.Sign}",
                    $"over selling as it is {Currency.Now.Sign}",
                    $"over selling u {Currency.Now.Sign}",
                ],
                books
                    .MoneyOf(int.MaxValue)
                    .Select(m =>
                        (IReadOnlyList<object?>)
                            [
                                m.LeftOver.Code,
                                m.LeftOver.Title,
                                m.Money.CostsKr,
                                m.Money.LeftKr,
                                m.Money.LeftSigma,
                                m.Money.MarginKr,
                                m.Money.MarginSigma,
                            ]
                    )
            ),
        ]);

    private static IEnumerable<IReadOnlyList<object?>> Batches(Data.Books books, BooksFilter filter, TimeZoneInfo zone) =>
        books
            .ByBatch(int.MaxValue)
            .Select(r =>
                (IReadOnlyList<object?>)
                    [
                        r.Code,
                        r.Title,
                        TimeZoneInfo
                            .ConvertTimeFromUtc(new(r.ClosedTicks, DateTimeKind.Utc), zone)
                            .ToString("yyyy-MM-dd", CultureInfo.InvariantCulture),
                        filter.Metal,
                        r.Metal.ProductG,
                        r.Metal.ProductSigma,
                        r.Metal.AtLeastG,
                        r.Metal.AtLeastSigma,
                        OverBatches.Recovery(r.Metal.ProductG, r.Metal.AtLeastG),
                        r.Metal.UnaccountedG,
                        r.Metal.MissingG,
                    ]
            );
}
