namespace Spolium.Core.Chemistry;

/// <summary>An element with its abridged standard atomic weight in g/mol and the weight's uncertainty (none for weights of one
/// isotope).</summary>
public sealed record Element(int Number, string Symbol, string Name, double Weight, double? Uncertainty, string Source);

/// <summary>The elements of Reference/atomic-weights.csv.</summary>
public static class Elements
{
    public static readonly IReadOnlyDictionary<string, Element> BySymbol = ReferenceTable
        .Read(
            "atomic-weights.csv",
            r => new Element(
                r.Whole("number"),
                r.Text("symbol"),
                r.Text("name"),
                r.Number("weight"),
                r.NumberOrNone("uncertainty"),
                r.Source
            ),
            "symbol"
        )
        .ToDictionary(e => e.Symbol);

    /// <exception cref="KeyNotFoundException">No element has this symbol.</exception>
    public static Element Of(string symbol) =>
        BySymbol.TryGetValue(symbol, out var e) ? e : throw new KeyNotFoundException($"'{symbol}' is not an element.");
}
