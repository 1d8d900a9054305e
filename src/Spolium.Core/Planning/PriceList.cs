using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reference;

namespace Spolium.Core.Planning;

public enum PriceKind { Metal, Reagent, Work }

/// <summary>One line of a price list.</summary>
/// <param name="Item">Symbol of a metal, formula of a pure reagent, or one of <see cref="PriceList.Works"/>.</param>
/// <param name="Price">Crowns to a gram of metal, a kilogram of reagent or liquor, an hour, a kilowatt-hour, a sale, a test.</param>
/// <param name="Paid">Share of the price that the buyer pays for metal in a bar; of one.</param>
/// <param name="Charge">Crowns that the buyer keeps of each gram.</param>
/// <param name="AsItIs">Share of the price that a buyer of scrap pays.</param>
/// <param name="Held">Share of the price at which metal in a holding counts, while no way of today brings it out.</param>
public sealed record PriceRow(PriceKind Kind, string Item, TypedNumber Price, TypedNumber? Paid = null, TypedNumber? Charge = null, TypedNumber? AsItIs = null, TypedNumber? Held = null);

/// <summary>Prices as they stood at one time. What is not in it has no price, which is not a price of nothing.</summary>
public sealed record PriceList(string Id, string Title, IReadOnlyList<PriceRow> Rows)
{
    public const string Hands = "hands";
    public const string Power = "power";
    public const string HandOver = "hand-over";
    public const string Sale = "sale";
    public const string Test = "test";

    /// <summary>Items of work, with what each is a price of.</summary>
    public static readonly IReadOnlyDictionary<string, string> Works = new Dictionary<string, string>
    {
        [Hands] = "h",
        [Power] = "kWh",
        [HandOver] = "kg",
        [Sale] = "sale",
        [Test] = "test",
    };

    /// <summary>The made-up prices that ship with the program.</summary>
    public static readonly PriceList MadeUp = new("made-up", "made-up prices of Hob Lane Works", ReferenceTable.Read("made-up-prices.csv", r =>
    {
        TypedNumber? Share(string column) => r.NumberOrNone(column) is { } x ? TypedNumber.Of(x / 100, Field.Share, "%") : null;
        return new PriceRow(Enum.Parse<PriceKind>(r.Text("kind"), true), r.Text("item"), TypedNumber.Of(r.Number("price"), Field.Money, "kr"), Share("paid"), r.NumberOrNone("charge") is { } c ? TypedNumber.Of(c, Field.Money, "kr") : null, Share("as_it_is"), Share("held"));
    }, "kind", "item"));

    public PriceRow? Find(PriceKind kind, string item) => Rows.FirstOrDefault(r => r.Kind == kind && r.Item == item);

    private Working Given(double value, Dimension dimension, string label, TypedNumber typed) => Working.Given(value, dimension, label, $"{Title}: {typed.Text}");

    /// <summary>Crowns to a gram of metal; null without a price.</summary>
    public Working? OfMetal(string element) => Find(PriceKind.Metal, element) is { } row ? Given(row.Price.Value, Dimension.Money / Dimension.Mass, $"price of {Elements.Of(element).Name}", row.Price) : null;

    /// <summary>Crowns to a gram of pure substance; null without a price.</summary>
    public Working? OfReagent(string formula) => Find(PriceKind.Reagent, formula) is { } row ? Given(row.Price.Value / 1000, Dimension.Money / Dimension.Mass, $"price of {ReagentForm.All.First(f => f.Formula == formula).Name}", row.Price) : null;

    /// <summary>Crowns to one of it (an hour, a sale), a kilojoule of power, a gram of liquor handed over; null without a price.</summary>
    public Working? OfWork(string item) => Find(PriceKind.Work, item) is not { } row ? null : item switch
    {
        Hands => Given(row.Price.Value, Dimension.Money / Dimension.Time, "an hour with hands on", row.Price),
        Power => Given(row.Price.Value / 3600, Dimension.Money / Dimension.Energy, "power (1 kWh = 3600 kJ)", row.Price),
        HandOver => Given(row.Price.Value / 1000, Dimension.Money / Dimension.Mass, "spent liquor handed over", row.Price),
        _ => Given(row.Price.Value, Dimension.Money, item == Sale ? "the buyer’s charge for a sale" : "a test", row.Price),
    };

    /// <summary>A share of a metal's price, as a bare number.</summary>
    public Working Share(TypedNumber typed, string label) => Working.Given(typed.Value, Dimension.None, label, $"{Title}: {typed.Text}");

    /// <summary>What is wrong with it, by row and column; empty when it can be kept.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(Title))
            errors.Add(new("title", "the list has no name", "write where the prices are from"));
        if (Rows.Count == 0)
            errors.Add(new("rows", "no price stands in it", "write one row at least"));
        for (var i = 0; i < Rows.Count; i++)
        {
            var r = Rows[i];
            var known = r.Kind switch { PriceKind.Metal => Elements.BySymbol.ContainsKey(r.Item), PriceKind.Reagent => ReagentForm.All.Any(f => f.Formula == r.Item), _ => Works.ContainsKey(r.Item) };
            if (!known)
                errors.Add(new($"rows[{i}].item", $"'{r.Item}' is no {(r.Kind == PriceKind.Metal ? "metal" : r.Kind == PriceKind.Reagent ? "reagent" : "work")} that is known here", r.Kind switch { PriceKind.Metal => "write a symbol such as Ag", PriceKind.Reagent => "write the formula of a reagent, such as HNO3", _ => "use one of " + string.Join(", ", Works.Keys) }));
            if (Rows.Take(i).Any(o => o.Kind == r.Kind && o.Item == r.Item))
                errors.Add(new($"rows[{i}].item", $"{r.Item} stands twice", "keep one row of it"));
            if (r.Charge is { } charge && charge.Value > r.Price.Value)
                errors.Add(new($"rows[{i}].charge", "the charge is more than the metal", "check the decimal point"));
            if (r.Kind != PriceKind.Metal && (r.Paid ?? r.Charge ?? r.AsItIs ?? r.Held) is not null)
                errors.Add(new($"rows[{i}].paid", "only a metal has shares and a charge", "leave them empty"));
        }
        return errors;
    }
}
