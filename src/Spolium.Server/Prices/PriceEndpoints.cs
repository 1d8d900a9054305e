using Spolium.Core.Chemistry;
using Spolium.Core.Reagents;
using Spolium.Core.Ways;
using Spolium.Server.Guard;

namespace Spolium.Server.Prices;

/// <summary>A row of a price list as it is typed: price in crowns; shares in per cent, of metals only.</summary>
public sealed record PriceRowText(
    PriceKind Kind,
    string Item,
    string Price,
    string? Paid = null,
    string? Charge = null,
    string? AsItIs = null,
    string? Held = null,
    string? Steps = null
);

/// <param name="Currency">What its money is called; nothing is converted.</param>
public sealed record KeepPricesRequest(
    Head Head,
    string Id,
    string Title,
    IReadOnlyList<PriceRowText> Rows,
    double? LongestDays = null,
    Currency? Currency = null
);

/// <param name="Csv">Columns kind, item, price, paid, charge, as_it_is, held; the first three must be there.</param>
public sealed record PricesCsvRequest(Head Head, string Id, string Title, [Longest(LongestAttribute.File)] string Csv);

/// <param name="Steps">By fineness, "995 100 %; 900 97 %"; empty takes what is usual.</param>
/// <param name="Name">"silver", "nitric acid", "an hour with hands on".</param>
/// <param name="Per">What the price is for: g, kg, h …</param>
public sealed record PriceRowView(
    PriceKind Kind,
    string Item,
    string Name,
    string Per,
    string Price,
    string Paid,
    string Charge,
    string AsItIs,
    string Held,
    string Steps
);

public sealed record PriceListRef(string Id, string Title, DateTimeOffset From);

/// <param name="Id">Null while there is no list.</param>
/// <param name="All">Every list that was kept, newest first.</param>
public sealed record PricesView(
    string? Id,
    string Title,
    DateTimeOffset? From,
    IReadOnlyList<PriceRowView> Rows,
    IReadOnlyList<PriceListRef> All,
    double LongestDays,
    Currency Currency
);

/// <summary>Price lists: shown, kept, asked of the price source, in and out as tables.</summary>
public static class PriceEndpoints
{
    private static readonly CsvTable Table = new(
        ["kind", "item", "price", "paid", "charge", "as_it_is", "held", "by_fineness"],
        ["kind", "item", "price"],
        "prices"
    );

    public static void MapPrices(this IEndpointRouteBuilder app)
    {
        var prices = app.MapGroup("/api/prices").WithTags("prices");
        prices.MapGet("/", (Writing writing) => TypedResults.Ok(View(writing.Ledger.State)));
        prices.MapPost("/", Keep);
        prices.MapPost("/csv", KeepCsv).BringsFile();
        prices.MapGet("/csv", (Writing writing) =>
            TypedResults.File(
                System.Text.Encoding.UTF8.GetBytes(Csv(writing.Ledger.State.PricesNow?.List ?? PriceFigures.MadeUp)),
                "text/csv",
                "prices.csv"
            )
        );
        prices.MapPost("/ask", Ask);
    }

    private static PricesView View(State state) =>
        state.PricesNow is { } now
            ? new(
                now.List.Id,
                now.List.Title,
                now.From,
                Rows(now.List),
                [.. state.Prices.Reverse().Select(p => new PriceListRef(p.List.Id, p.List.Title, p.From))],
                now.List.Longest(),
                now.List.Currency ?? Currency.Usual
            )
            : new(null, "", null, [], [], PriceFigures.MadeUp.Longest(), Currency.Usual);

    private static List<PriceRowView> Rows(PriceList list) =>
        [
            .. list.Rows.Select(r => new PriceRowView(
                r.Kind,
                r.Item,
                Name(r),
                Per(r),
                r.Price.Told,
                r.Paid?.Text ?? "",
                r.Charge?.Told ?? "",
                r.AsItIs?.Text ?? "",
                r.Held?.Text ?? "",
                FinenessSteps.Text(r.Steps)
            )),
        ];

    private static string Per(PriceRow r) =>
        r.Kind switch
        {
            PriceKind.Metal => "g",
            PriceKind.Reagent => "kg",
            _ => PriceList.Works[r.Item],
        };

    private static string Name(PriceRow r) =>
        r.Kind switch
        {
            PriceKind.Metal => Elements.Of(r.Item).Name,
            PriceKind.Reagent => ReagentForm.All.First(f => f.Formula == r.Item).Name + ", as if pure",
            _ => r.Item switch
            {
                PriceList.Hands => "hands",
                PriceList.Power => "power",
                PriceList.HandOver => "spent liquor handed over",
                PriceList.Sale => "the buyer’s charge",
                PriceList.Gas => "gas of the furnace, if it burns any",
                PriceList.Filters => "filters",
                PriceList.Gloves => "gloves",
                PriceList.Equipment => "equipment, spread over its batches",
                _ => "a test of the content",
            },
        };

    private static Task<Results<Ok<PricesView>, ProblemHttpResult>> Keep(KeepPricesRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var before = Currency.Now;
        // Rows that were not typed over still stand in the currency of before.
        if (request.Currency is { } named && named != before)
        {
            Currency.Use(named);
            request = request with
            {
                Rows =
                [
                    .. request.Rows.Select(r =>
                        r with
                        {
                            Price = before.Without(r.Price),
                            Charge = r.Charge is { } c ? before.Without(c) : null,
                        }
                    ),
                ],
            };
        }
        var list = new PriceList(
            request.Id,
            request.Title,
            [.. request.Rows.Select((r, i) => Read(r, $"rows[{i}].", reader))],
            request.LongestDays,
            request.Currency ?? writing.Ledger.State.PricesNow?.List.Currency
        );
        return Write(request.Head, request, list, writing, reader);
    }

    private static Task<Results<Ok<PricesView>, ProblemHttpResult>> KeepCsv(PricesCsvRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var rows = new List<PriceRow>();
        foreach (var cell in Table.Read(request.Csv, reader))
        {
            var row = CsvTable.Row(rows.Count);
            if (!Enum.TryParse<PriceKind>(cell("kind"), true, out var kind))
                reader.Errors.Add(new(row + "kind", $"'{cell("kind")}' is no kind of price", "metal, reagent or work"));
            rows.Add(
                Read(
                    new(
                        kind,
                        cell("item") ?? "",
                        cell("price") ?? "",
                        cell("paid"),
                        cell("charge"),
                        cell("as_it_is"),
                        cell("held"),
                        cell("by_fineness")
                    ),
                    row,
                    reader
                )
            );
        }
        return Write(
            request.Head,
            request,
            new(
                request.Id,
                request.Title,
                rows,
                writing.Ledger.State.PricesNow?.List.LongestDays,
                writing.Ledger.State.PricesNow?.List.Currency
            ),
            writing,
            reader
        );
    }

    private static PriceRow Read(PriceRowText r, string row, RequestReader reader) =>
        new(
            r.Kind,
            r.Item.Trim(),
            reader.Quantity(row + "price", r.Price, Field.Money),
            reader.Optional(row + "paid", r.Paid, Field.Share),
            reader.Optional(row + "charge", r.Charge, Field.Money),
            reader.Optional(row + "asItIs", r.AsItIs, Field.Share),
            reader.Optional(row + "held", r.Held, Field.Share),
            Steps(row + "steps", r.Steps, reader)
        );

    private static IReadOnlyList<FinenessStep>? Steps(string field, string? text, RequestReader reader)
    {
        var (steps, wrong) = FinenessSteps.Read(text, field);
        if (wrong is not null)
            reader.Errors.Add(wrong);
        return steps;
    }

    private static Task<Results<Ok<PricesView>, ProblemHttpResult>> Write(
        Head head,
        object request,
        PriceList list,
        Writing writing,
        RequestReader reader
    ) => writing.Write(head, request, [Entry.PricesStream], reader, l => PriceDecisions.Keep(l.State, list), l => View(l.State));

    private static string Csv(PriceList list) =>
        Table.Write(
            list.Rows.Select(r =>
                new[]
                {
                    r.Kind.ToString().ToLowerInvariant(),
                    r.Item,
                    r.Price.Told,
                    r.Paid?.Text ?? "",
                    r.Charge?.Told ?? "",
                    r.AsItIs?.Text ?? "",
                    r.Held?.Text ?? "",
                    FinenessSteps.Text(r.Steps),
                }
            )
        );

    // What the source says is shown, and kept only when somebody keeps it.
    private static async Task<Results<Ok<PricesView>, ProblemHttpResult>> Ask(
        IPriceSource source,
        Writing writing,
        CancellationToken cancel
    )
    {
        var quoted = await source.Ask(cancel);
        var state = writing.Ledger.State;
        // Metals as quoted, with the shares that the shop's own list has; the rest stays the shop's.
        var own = state.PricesNow?.List ?? PriceFigures.MadeUp;
        var rows = own
            .Rows.Select(r =>
                r.Kind == PriceKind.Metal && quoted.Prices.TryGetValue(r.Item, out var price)
                    ? r with
                    {
                        Price = TypedNumber.Of(Math.Round(price, 4), Field.Money, "kr"),
                    }
                    : r
            )
            .ToList();
        return TypedResults.Ok(
            new PricesView(null, quoted.Title, null, Rows(new("asked", quoted.Title, rows)), [], own.Longest(), Currency.Now)
        );
    }
}
