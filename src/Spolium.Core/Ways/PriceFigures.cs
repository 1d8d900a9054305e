namespace Spolium.Core.Ways;

/// <summary>Prices as workings, the list that ships with the program, and what is wrong with one as typed.</summary>
public static class PriceFigures
{
    // Of metals and of work; the price of a reagent stands in its own row.
    private static readonly IReadOnlyList<PriceRow> MadeUpRows = ReferenceTable.Read(
        "made-up-prices.csv",
        r =>
        {
            TypedNumber? Share(string column) => r.NumberOrNone(column) is { } x ? TypedNumber.Of(x / 100, Field.Share, "%") : null;
            return new PriceRow(
                Enum.Parse<PriceKind>(r.Text("kind"), true),
                r.Text("item"),
                TypedNumber.Of(r.Number("price"), Field.Money, "kr"),
                Share("paid"),
                r.NumberOrNone("charge") is { } c ? TypedNumber.Of(c, Field.Money, "kr") : null,
                Share("as_it_is"),
                Share("held")
            );
        },
        "kind",
        "item"
    );

    /// <summary>The made-up prices that ship with the program.</summary>
    public static readonly PriceList MadeUp = new(
        "made-up",
        "made-up prices of Hob Lane Works",
        [
            .. MadeUpRows.TakeWhile(r => r.Kind != PriceKind.Work),
            .. Reagent
                .All.Where(r => r.CrownsPerKg is not null)
                .Select(r => new PriceRow(
                    PriceKind.Reagent,
                    r.Formula,
                    TypedNumber.Of(r.CrownsPerKg!.Value, Field.Money, "kr"),
                    null,
                    null,
                    null,
                    null
                )),
            .. MadeUpRows.SkipWhile(r => r.Kind != PriceKind.Work),
        ]
    );

    // The same for all that is priced by the list: what moves one price moves it everywhere.
    private static readonly Draws Market = new("prices");

    // A price that was written with its ± moves by it.
    private static Working Given(this PriceList list, double value, Dimension dimension, string label, TypedNumber typed) =>
        Working.Given(
            typed is { PlusMinus: > 0, Value: > 0 }
                ? Market.Reading(label, value, value * typed.Sigma / typed.Value)
                : Amount.Certain(value),
            dimension,
            label,
            $"{list.Title}: {typed.Told}{(typed.Instrument is { } by ? $", {by}" : "")}"
        );

    /// <summary>Crowns to a gram of metal; null without a price.</summary>
    public static Working? OfMetal(this PriceList list, string element) =>
        list.Find(PriceKind.Metal, element) is { } row
            ? list.Given(row.Price.Value, Dimension.Money / Dimension.Mass, $"price of {Elements.Of(element).Name}", row.Price)
            : null;

    /// <summary>Crowns to a gram of pure substance; null without a price.</summary>
    public static Working? OfReagent(this PriceList list, string formula) =>
        list.Find(PriceKind.Reagent, formula) is { } row
            ? list.Given(
                row.Price.Value / 1000,
                Dimension.Money / Dimension.Mass,
                $"price of {ReagentForm.All.First(f => f.Formula == formula).Name}",
                row.Price
            )
            : null;

    private static readonly IReadOnlyDictionary<string, string> One = new Dictionary<string, string>
    {
        [PriceList.Sale] = "the buyer’s charge for a sale",
        [PriceList.Test] = "a test",
        [PriceList.Filters] = "a filter",
        [PriceList.Gloves] = "gloves for a batch",
        [PriceList.Equipment] = "equipment, a batch’s share",
    };

    /// <summary>Crowns to one of it (an hour, a sale), a kilojoule of power, a gram of liquor handed over; null without a price.</summary>
    public static Working? OfWork(this PriceList list, string item) =>
        list.Find(PriceKind.Work, item) is not { } row
            ? null
            : item switch
            {
                PriceList.Hands => list.Given(row.Price.Value, Dimension.Money / Dimension.Time, "an hour with hands on", row.Price),
                PriceList.Gas => list.Given(row.Price.Value, Dimension.Money / Dimension.Time, "an hour of the furnace’s gas", row.Price),
                PriceList.Power => list.Given(
                    row.Price.Value / 3600,
                    Dimension.Money / Dimension.Energy,
                    "power (1 kWh = 3600 kJ)",
                    row.Price
                ),
                PriceList.HandOver => list.Given(
                    row.Price.Value / 1000,
                    Dimension.Money / Dimension.Mass,
                    "spent liquor handed over",
                    row.Price
                ),
                _ => list.Given(row.Price.Value, Dimension.Money, One[item], row.Price),
            };

    /// <summary>A share of a metal's price, as a bare number.</summary>
    public static Working Share(this PriceList list, TypedNumber typed, string label) =>
        Working.Given(typed.Value, Dimension.None, label, $"{list.Title}: {typed.Text}");

    private const double MostDays = 3650;

    private static readonly double UsuallyLongest = Reference.Constants.Get("longest-way-days").Likely;

    /// <summary>Days by itself beyond which no way is offered.</summary>
    public static double Longest(this PriceList list) => list.LongestDays ?? UsuallyLongest;

    /// <summary>What is wrong with it, by row and column; empty when it can be kept.</summary>
    public static IReadOnlyList<FieldError> Check(this PriceList list)
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(list.Title))
            errors.Add(new("title", "the list has no name", "write where the prices are from"));
        if (list.LongestDays is < 1 or > MostDays)
            errors.Add(new("longestDays", "a way takes a day at least, and nobody waits ten years", "write days, such as 21"));
        errors.AddRange(list.Currency?.Check() ?? []);
        if (list.Rows.Count == 0)
            errors.Add(new("rows", "no price stands in it", "write one row at least"));
        for (var i = 0; i < list.Rows.Count; i++)
        {
            var r = list.Rows[i];
            var known = r.Kind switch
            {
                PriceKind.Metal => Elements.BySymbol.ContainsKey(r.Item),
                PriceKind.Reagent => ReagentForm.All.Any(f => f.Formula == r.Item),
                _ => PriceList.Works.ContainsKey(r.Item),
            };
            if (!known)
                errors.Add(
                    new(
                        $"rows[{i}].item",
                        $"'{r.Item}' is no {(r.Kind == PriceKind.Metal ? "metal" : r.Kind == PriceKind.Reagent ? "reagent" : "work")} "
                            + "that is known here",
                        r.Kind switch
                        {
                            PriceKind.Metal => "write a symbol such as Ag",
                            PriceKind.Reagent => "write the formula of a reagent, such as HNO3",
                            _ => "use one of " + string.Join(", ", PriceList.Works.Keys),
                        }
                    )
                );
            if (list.Rows.Take(i).Any(o => o.Kind == r.Kind && o.Item == r.Item))
                errors.Add(new($"rows[{i}].item", $"{r.Item} stands twice", "keep one row of it"));
            if (r.Charge is { } charge && charge.Value > r.Price.Value)
                errors.Add(new($"rows[{i}].charge", "the charge is more than the metal", "check the decimal point"));
            if (r.Kind != PriceKind.Metal && ((r.Paid ?? r.Charge ?? r.AsItIs ?? r.Held) is not null || r.Steps is not null))
                errors.Add(new($"rows[{i}].paid", "only a metal has shares and a charge", "leave them empty"));
        }
        return errors;
    }
}
