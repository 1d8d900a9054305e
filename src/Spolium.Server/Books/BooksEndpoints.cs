using System.Globalization;
using Spolium.Core.Chemistry;
using Spolium.Data;

namespace Spolium.Server.Books;

/// <summary>Across batches: recovery, losses, places, charts, reagents, money; every figure leads to its batches.</summary>
public static class BooksEndpoints
{
    /// <summary>Batches that a picture or a list shows, the latest; sums are over all.</summary>
    internal const int Most = 60;

    public static void MapBooks(this IEndpointRouteBuilder app)
    {
        var books = app.MapGroup("/api/books").WithTags("books");
        books.MapGet("/recovery", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => BooksMetals.Recovery(b, f, new ShownFigures()))
        );
        books.MapGet("/losses", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => BooksMetals.Losses(b, f, new ShownFigures()))
        );
        books.MapGet("/places", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => BooksMetals.Places(b, f, new ShownFigures()))
        );
        books.MapGet("/chart", ([AsParameters] BooksQuery query, JournalStore store, string? of = null) =>
            With(query, store, (b, f) => BooksCharts.Of(b, f, store.Ledger.State, of ?? BooksCharts.Whole, Most))
        );
        books.MapGet("/reagents", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => BooksMoney.Reagents(b, f, new ShownFigures()))
        );
        books.MapGet("/money", ([AsParameters] BooksQuery query, JournalStore store) =>
            With(query, store, (b, f) => BooksMoney.Money(b, f, new ShownFigures()))
        );
        books.MapGet("/behind", BooksMoney.Behind);
        books.MapGet("/working", Working);
        books.MapGet("/csv", ([AsParameters] BooksQuery query, JournalStore store) =>
            File(query, store, "text/csv", "books.csv", (b, f) => System.Text.Encoding.UTF8.GetBytes(BooksTables.Csv(b, f, store.Zone)))
        );
        books.MapGet("/xlsx", ([AsParameters] BooksQuery query, JournalStore store) =>
            File(query, store, Workbook.MediaType, "books.xlsx", (b, f) => BooksTables.Workbook(b, f, store.Zone))
        );
    }

    // One connection to a request; the first metal there is where none was asked for.
    internal static Results<Ok<T>, ProblemHttpResult> With<T>(BooksQuery query, JournalStore store, Func<Data.Books, BooksFilter, T> answer)
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
        ElementAtWork.Nobles.Concat(metals).Append("Au").First(m => metals.Count == 0 || metals.Contains(m));

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
            : (new(q.Metal ?? "", OrNone(q.Material), OrNone(q.Method), OrNone(q.Person), from, until, q.Others == "yes"), []);
    }

    // A day begins when the clock of the shop says so; where the hour is left out that night, with the next one.
    private static long Begin(DateOnly day, TimeZoneInfo zone)
    {
        var midnight = day.ToDateTime(TimeOnly.MinValue);
        return TimeZoneInfo.ConvertTimeToUtc(zone.IsInvalidTime(midnight) ? midnight.AddHours(1) : midnight, zone).Ticks;
    }

    internal static DateTimeOffset? At(long? ticks) => ticks is { } t ? new(t, TimeSpan.Zero) : null;

    private static Results<Ok<Figure>, ProblemHttpResult> Working(
        [AsParameters] BooksQuery query,
        string view,
        string key,
        JournalStore store
    )
    {
        var book = new ShownFigures();
        var made = With<object>(query, store, (b, f) => view switch
            {
                "losses" => BooksMetals.Losses(b, f, book),
                "places" => BooksMetals.Places(b, f, book),
                "reagents" => BooksMoney.Reagents(b, f, book),
                "money" => BooksMoney.Money(b, f, book),
                _ => BooksMetals.Recovery(b, f, book),
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
