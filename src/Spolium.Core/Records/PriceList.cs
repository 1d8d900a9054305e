namespace Spolium.Core.Records;

public enum PriceKind
{
    Metal,
    Reagent,
    Work,
}

/// <summary>From a fineness on (of one) a buyer pays such a share of what he pays for a fine bar.</summary>
public sealed record FinenessStep(double From, double Share);

/// <summary>One line of a price list.</summary>
/// <param name="Item">Symbol of a metal, formula of a pure reagent, or one of <see cref="PriceList.Works"/>.</param>
/// <param name="Price">Crowns to a gram of metal, a kilogram of reagent or liquor, an hour, a kilowatt-hour, a sale, a test.</param>
/// <param name="Paid">Share of the price that the buyer pays for metal in a bar; of one.</param>
/// <param name="Charge">Crowns that the buyer keeps of each gram.</param>
/// <param name="AsItIs">Share of the price that a buyer of scrap pays.</param>
/// <param name="Steps">What this buyer pays by fineness; null takes what is usual. Below the lowest a bar is bought as scrap.</param>
/// <param name="Held">Share of the price at which metal in a holding counts, while no way of today brings it out.</param>
public sealed record PriceRow(
    PriceKind Kind,
    string Item,
    TypedNumber Price,
    TypedNumber? Paid = null,
    TypedNumber? Charge = null,
    TypedNumber? AsItIs = null,
    TypedNumber? Held = null,
    IReadOnlyList<FinenessStep>? Steps = null
);

/// <summary>Prices as they stood at one time. What is not in it has no price, which is not a price of nothing.</summary>
/// <param name="LongestDays">Days by itself beyond which the shop wants no way; null takes what is usual.</param>
/// <param name="Currency">What its money is called; null takes the usual. The newest list names it for all figures of the shop.</param>
public sealed record PriceList(string Id, string Title, IReadOnlyList<PriceRow> Rows, double? LongestDays = null, Currency? Currency = null)
{
    public const string Hands = "hands";
    public const string Power = "power";
    public const string HandOver = "hand-over";
    public const string Sale = "sale";
    public const string Test = "test";

    /// <summary>What a furnace burns, where it is no electric one.</summary>
    public const string Gas = "gas";
    public const string Filters = "filters";
    public const string Gloves = "gloves";

    /// <summary>Glass, furnace, hood: what they cost, spread over the batches that they last for.</summary>
    public const string Equipment = "equipment";

    /// <summary>Items of work, with what each is a price of.</summary>
    public static readonly IReadOnlyDictionary<string, string> Works = new Dictionary<string, string>
    {
        [Hands] = "h",
        [Power] = "kWh",
        [HandOver] = "kg",
        [Sale] = "sale",
        [Test] = "test",
        [Gas] = "h",
        [Filters] = "filter",
        [Gloves] = "batch",
        [Equipment] = "batch",
    };

    public PriceRow? Find(PriceKind kind, string item) => Rows.FirstOrDefault(r => r.Kind == kind && r.Item == item);
}
