using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Spolium.Core.Quantities;
using Spolium.Data;
using Spolium.Server.Shared;
using static Spolium.Server.Books.BooksFigures;

namespace Spolium.Server.Books;

/// <summary>Across batches: recovery, losses, places, charts, reagents, money; every figure leads to its batches.</summary>
public static class BooksEndpoints
{
    /// <summary>Batches that a picture or a list shows, the latest; sums are over all.</summary>
    private const int Most = 60;

    public static void MapBooks(this IEndpointRouteBuilder app)
    {
        var books = app.MapGroup("/api/books").WithTags("books");
        books.MapGet("/recovery", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => Recovery(b, f, new FigureBook()))
        );
        books.MapGet("/losses", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => Losses(b, f, new FigureBook()))
        );
        books.MapGet("/places", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => Places(b, f, new FigureBook()))
        );
        books.MapGet("/chart", ([AsParameters] BooksQuery query, JournalStore store, string? of = null) =>
            With(query, store, (b, f) => BooksCharts.Of(b, f, store.Ledger.State, of ?? BooksCharts.Whole, Most))
        );
        books.MapGet("/reagents", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => Reagents(b, f, new FigureBook()))
        );
        books.MapGet("/money", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => Money(b, f, new FigureBook()))
        );
        books.MapGet("/behind", Behind);
        books.MapGet("/working", Working);
        books.MapGet("/csv", ([AsParameters] BooksQuery query, JournalStore store) =>
            File(query, store, "text/csv", "books.csv", (b, f) => System.Text.Encoding.UTF8.GetBytes(BooksTables.Csv(b, f, store.Zone)))
        );
        books.MapGet("/xlsx", ([AsParameters] BooksQuery query, JournalStore store) =>
            File(query, store, Workbook.MediaType, "books.xlsx", (b, f) => BooksTables.Workbook(b, f, store.Zone))
        );
    }

    // One connection to a request; the first metal there is where none was asked for.
    private static Results<Ok<T>, ProblemHttpResult> With<T>(BooksQuery query, JournalStore store, Func<Data.Books, BooksFilter, T> answer)
    {
        var (read, errors) = Read(query, store.Zone);
        if (read is not { } filter)
            return Problems.Refused(errors);
        using var db = store.Connect();
        if (filter.Metal.Length == 0)
            filter = filter with { Metal = First(new Data.Books(db, filter).Choices().Metals) };
        return TypedResults.Ok(answer(new(db, filter), filter));
    }

    private static string First(IReadOnlyList<string> metals) =>
        new[] { "Au", "Ag", "Pt", "Pd" }.Concat(metals).Append("Au").First(m => metals.Count == 0 || metals.Contains(m));

    private static (BooksFilter? Filter, IReadOnlyList<FieldError> Errors) Read(BooksQuery q, TimeZoneInfo zone)
    {
        var errors = new List<FieldError>();
        long? Day(string field, string? text, int plus)
        {
            if (string.IsNullOrEmpty(text))
                return null;
            if (
                DateOnly.TryParseExact(text, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var day)
                && day < DateOnly.MaxValue
            )
                return Begin(day.AddDays(plus), zone);
            errors.Add(new(field, $"'{text}' is no day", "write it as 2026-01-31"));
            return null;
        }
        if (!string.IsNullOrEmpty(q.Metal) && !Core.Chemistry.Elements.BySymbol.ContainsKey(q.Metal))
            errors.Add(new("metal", $"'{q.Metal}' is no element", "use a symbol such as Au"));
        var (from, until) = (Day("from", q.From, 0), Day("until", q.Until, 1));
        if (from >= until)
            errors.Add(new("until", "the last day lies before the first", "turn them round"));
        static string? OrNone(string? s) => string.IsNullOrEmpty(s) ? null : s;
        return errors.Count > 0
            ? (null, errors)
            : (new(q.Metal ?? "", OrNone(q.Material), OrNone(q.Method), OrNone(q.Person), from, until), []);
    }

    // A day begins when the clock of the shop says so; where the hour is left out that night, with the next one.
    private static long Begin(DateOnly day, TimeZoneInfo zone)
    {
        var midnight = day.ToDateTime(TimeOnly.MinValue);
        return TimeZoneInfo.ConvertTimeToUtc(zone.IsInvalidTime(midnight) ? midnight.AddHours(1) : midnight, zone).Ticks;
    }

    private static RecoveryView Recovery(Data.Books books, BooksFilter filter, FigureBook book)
    {
        var (choices, sums, name) = (books.Choices(), books.Recovery(), NameOf(filter.Metal));
        var view = new BooksChoicesView(
            [.. choices.Metals.Select(m => new BooksWord(m, NameOf(m)))],
            choices.Materials,
            [.. choices.Methods.Select(m => new BooksWord(m, MethodWords(m)))],
            choices.People
        );
        if (sums.Product.Batches == 0)
            return new(view, filter.Metal, name, 0, null, null, null, null, null, []);
        var (product, feed) = (
            Sum($"{name} in the products", sums.Product),
            Sum("feed, never below what came out and stands in holdings", sums.FeedAtLeast)
        );
        return new(
            view,
            filter.Metal,
            name,
            sums.Product.Batches,
            book.Add("product", product),
            book.Add("feed", feed),
            book.Add("recovery", RecoveryOf(name, product, feed)),
            book.Add(
                "unaccounted",
                Signed("unaccounted", Dimension.Mass, sums.Unaccounted.Sum, sums.Unaccounted.Variance, Over(sums.Unaccounted.Batches))
            ),
            book.Add(
                "missing",
                Signed("missing beyond what readings and guess allow", Dimension.Mass, sums.Missing, 0, Over(sums.Product.Batches))
            ),
            [.. books.ByBatch(Most).Select(b => Row(b, name, book))]
        );
    }

    private static BooksBatch Row(BatchMetalPart b, string name, FigureBook book)
    {
        var m = b.Metal;
        var (product, feed) = (
            Mass($"{name} in the product of {b.Code}", m.ProductG, m.ProductSigma * m.ProductSigma, "weighed, by its fineness"),
            Mass(
                $"feed of {b.Code}",
                m.AtLeastG,
                m.AtLeastSigma * m.AtLeastSigma,
                "believed, never below what came out and stands in holdings"
            )
        );
        return new(
            b.BatchId,
            b.Code,
            b.Title,
            new(b.ClosedTicks, TimeSpan.Zero),
            book.Add("product/" + b.BatchId, product),
            book.Add("recovery/" + b.BatchId, RecoveryOf(name, product, feed)),
            book.Add(
                "unaccounted/" + b.BatchId,
                Signed(
                    $"unaccounted in {b.Code}",
                    Dimension.Mass,
                    m.UnaccountedG,
                    m.UnaccountedSigma * m.UnaccountedSigma,
                    "feed less all that is known of"
                )
            ),
            b.AddsUp,
            b.Explained,
            b.Restated
        );
    }

    private static LossesView Losses(Data.Books books, BooksFilter filter, FigureBook book)
    {
        var (losses, sums, name) = (books.Losses(), books.Recovery(), NameOf(filter.Metal));
        // What came out in excess of the feed is no loss: it stands in the table, and draws no bar.
        var all = losses.Sum(l => Math.Max(0, l.Sum.Sum));
        if (losses.Count == 0 || all <= 0)
            return new(filter.Metal, name, null, null, []);
        var whole = Core
            .Quantities.Working.Sum(losses.Select(l => Metal(CauseWords(l.Key), l.Sum, Over(l.Sum.Batches))), Dimension.Mass)
            .Named($"{name} that did not come out");
        var running = 0.0;
        return new(
            filter.Metal,
            name,
            book.Add("all", whole),
            book.Add("of-feed", (whole / Sum("feed", sums.FeedAtLeast)).Percent("of what came in")),
            [
                .. losses.Select(l => new LossView(
                    l.Key,
                    CauseWords(l.Key),
                    book.Add("cause/" + l.Key, Metal(CauseWords(l.Key), l.Sum, Over(l.Sum.Batches))),
                    Math.Max(0, l.Sum.Sum) / all,
                    (running += Math.Max(0, l.Sum.Sum)) / all,
                    l.Sum.Batches
                )),
            ]
        );
    }

    private static PlacesView Places(Data.Books books, BooksFilter filter, FigureBook book) =>
        new(
            filter.Metal,
            NameOf(filter.Metal),
            [
                .. books
                    .Places()
                    .Select(p => new PlaceView(
                        p.Key,
                        PlaceWords(p.Key),
                        book.Add("place/" + p.Key, Metal(PlaceWords(p.Key), p.Sum, $"the metal book, {p.Sum.Batches} holdings")),
                        p.Sum.Batches
                    )),
            ]
        );

    private static ReagentsView Reagents(Data.Books books, BooksFilter filter, FigureBook book)
    {
        var (rows, sums, name) = (books.Reagents(), books.Recovery(), NameOf(filter.Metal));
        if (rows.Count == 0 || sums.Product.Sum <= 0)
            return new(filter.Metal, name, null, null, []);
        var product = Sum($"{name} in the products", sums.Product);
        // Each batch measured its own, by cylinder or balance: the cylinder's share is the larger.
        var share = Core.Reference.Constants.Get("poured-plus-minus").Likely / Draws.Z95;
        Working Poured(ReagentSum r) =>
            Mass($"{r.Name} poured", r.Grams, share * share * r.SumOfSquares, Over(r.Batches) + ", each measured to 1 %");
        Working Kr(ReagentSum r) =>
            Signed($"{r.Name} paid", Dimension.Money, r.Kr!.Value, 0, "price of each bottle by what was poured of it");
        var priced = rows.Where(r => r.Kr is not null).ToList();
        return new(
            filter.Metal,
            name,
            book.Add("product", product),
            priced.Count == 0
                ? null
                : book.Add(
                    "kr-per-gram",
                    (
                        Core.Quantities.Working.Sum(priced.Select(Kr), Dimension.Money).Named("reagents paid")
                        / product
                        * Core.Quantities.Working.Exact(1, "1 g", Dimension.Mass)
                    ).Named($"reagents to a gram of {name}")
                ),
            [
                .. rows.Select(r => new BooksReagent(
                    r.Formula,
                    r.Name,
                    book.Add("grams/" + r.Formula, Poured(r)),
                    book.Add("per-gram/" + r.Formula, (Poured(r) / product).Named($"{r.Name} to a gram of {name}").In("g/g")),
                    r.PlannedG > 0
                        ? book.Add(
                            "over-plan/" + r.Formula,
                            (Poured(r) / Mass($"{r.Name} planned when its steps began", r.PlannedG, 0, Over(r.Batches)))
                                .Named($"{r.Name}, poured over planned")
                                .In("×")
                        )
                        : null,
                    r.Kr is null ? null : book.Add("kr/" + r.Formula, Kr(r)),
                    r.Batches,
                    r.WithoutPrice
                )),
            ]
        );
    }

    private static MoneyView Money(Data.Books books, BooksFilter filter, FigureBook book)
    {
        var (sums, metal, name) = (books.Money(), books.Recovery(), NameOf(filter.Metal));
        if (sums.Batches == 0)
            return new(filter.Metal, name, 0, metal.Product.Batches, null, null, null, null, []);
        Working Kr(string label, double kr, double variance) =>
            Signed(label, Dimension.Money, kr, variance, Over(sums.Batches) + ", at the prices of their days");
        var left = Kr("left over", sums.LeftKr, sums.LeftVariance);
        return new(
            filter.Metal,
            name,
            sums.Batches,
            metal.Product.Batches - sums.Batches,
            book.Add("costs", Kr("costs", sums.CostsKr, 0)),
            book.Add("left", left),
            book.Add("margin", Kr("margin over selling it as it is", sums.MarginKr, sums.MarginVariance)),
            metal.Product.Sum <= 0
                ? null
                : book.Add(
                    "per-gram",
                    (left / Sum($"{name} in the products", metal.Product) * Core.Quantities.Working.Exact(1, "1 g", Dimension.Mass)).Named(
                        $"left over to a gram of {name}"
                    )
                ),
            [
                .. books
                    .MoneyOf(Most)
                    .Select(m => new BooksMoneyBatch(
                        m.Money.BatchId,
                        m.LeftOver.Code,
                        m.LeftOver.Title,
                        At(m.LeftOver.ClosedTicks),
                        book.Add("costs/" + m.Money.BatchId, One("costs", m.Money.CostsKr, 0, m.LeftOver.Code)),
                        book.Add("left/" + m.Money.BatchId, One("left over", m.Money.LeftKr, m.Money.LeftSigma, m.LeftOver.Code)),
                        book.Add("margin/" + m.Money.BatchId, One("margin", m.Money.MarginKr, m.Money.MarginSigma, m.LeftOver.Code))
                    )),
            ]
        );

        static Working One(string what, double kr, double sigma, string code) =>
            Signed(
                $"{what} of {code}",
                Dimension.Money,
                kr,
                sigma * sigma,
                "the sheet of the batch when it closed; line by line under Lots"
            );
    }

    private static DateTimeOffset? At(long? ticks) => ticks is { } t ? new(t, TimeSpan.Zero) : null;

    /// <summary>Batches behind a figure: "loss:filter", "reagent:HNO3", "place:filter".</summary>
    private static Results<Ok<BehindView>, ProblemHttpResult> Behind([AsParameters] BooksQuery query, string of, JournalStore store)
    {
        if (of.Split(':', 2) is not [var kind, var what] || kind is not ("loss" or "reagent" or "place"))
            return Problems.Refused([new("of", $"'{of}' is no figure of the books", "use loss:filter, reagent:HNO3 or place:filter")]);
        return With(query, store, (books, _) => kind switch
            {
                "loss" => new BehindView(
                    CauseWords(what),
                    [.. books.LossesOf(what, Most).Select(p => Part(p, $"{FigureText.Number(p.Value, 3)} g"))]
                ),
                "reagent" => new BehindView(
                    $"{what}, to a gram of product",
                    [.. books.ReagentOf(what, Most).Select(p => Part(p, $"{FigureText.Number(p.Value, 1)} g/g"))]
                ),
                _ => new BehindView(
                    PlaceWords(what),
                    [.. books.StandingAt(what, Most).Select(h => Standing(h.Account, h.BatchId, h.Grams, store))]
                ),
            });
    }

    private static BehindPart Part(BatchPart p, string figure) =>
        new($"/trail/{p.BatchId}", p.Code, p.Title, At(p.ClosedTicks), figure, p.Value);

    private static BehindPart Standing(string account, string? batchId, double grams, JournalStore store)
    {
        var (state, figure) = (store.Ledger.State, $"{FigureText.Number(grams, 3)} g");
        if (batchId is not null)
            return new(
                $"/trail/{batchId}",
                state.Batches[batchId].Code,
                account[(account.LastIndexOf('/') + 1)..].Replace('-', ' '),
                state.Batches[batchId].ClosedAt,
                figure,
                grams
            );
        return account.Split('/') is ["lot", var id] && state.Lots.TryGetValue(id, out var lot)
            ? new($"/lots/{id}", lot.Code, lot.Title, null, figure, grams)
            : new("/books", account, "", null, figure, grams);
    }

    private static Results<Ok<Figure>, ProblemHttpResult> Working(
        [AsParameters] BooksQuery query,
        string view,
        string key,
        JournalStore store
    )
    {
        var book = new FigureBook();
        var made = With<object>(query, store, (b, f) => view switch
            {
                "losses" => Losses(b, f, book),
                "places" => Places(b, f, book),
                "reagents" => Reagents(b, f, book),
                "money" => Money(b, f, book),
                _ => Recovery(b, f, book),
            });
        if (made.Result is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<FileContentHttpResult, ProblemHttpResult> File(
        BooksQuery query,
        JournalStore store,
        string type,
        string name,
        Func<Data.Books, BooksFilter, byte[]> write
    ) =>
        With(query, store, write).Result switch
        {
            Ok<byte[]> { Value: { } file } => TypedResults.File(file, type, name),
            ProblemHttpResult problem => problem,
            _ => Problems.NotFound("such table"),
        };
}
