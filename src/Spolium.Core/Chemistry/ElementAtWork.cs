namespace Spolium.Core.Chemistry;

public enum ElementKind
{
    /// <summary>No base metal: what ways are for, and what goes along with it.</summary>
    Noble,
    Metal,

    /// <summary>Half metals, sulphur, carbon, gangue.</summary>
    Other,
}

/// <summary>Where an element is put.</summary>
public enum Bath
{
    Nitric,

    /// <summary>Aqua regia, chlorine, bleach and peroxide in hydrochloric acid.</summary>
    Chloride,

    /// <summary>Hydrochloric or sulphuric acid alone.</summary>
    Dilute,
    Heat,
    Melt,
}

/// <summary>What becomes of an element in a bath.</summary>
public enum BathClass
{
    /// <summary>The method reckons it.</summary>
    Rule,

    /// <summary>It goes along untouched.</summary>
    Stays,

    /// <summary>No way yet.</summary>
    Refused,
}

/// <summary>An element that a lot may hold as a line of its content (Reference/elements-at-work.csv).</summary>
/// <param name="Precious">Order in which one is taken for what a holding is for; null where nothing is for it.</param>
/// <param name="Says">What there is to say of it where no rule reckons it.</param>
public sealed record ElementAtWork(
    string Symbol,
    ElementKind Kind,
    int? Precious,
    IReadOnlyDictionary<Bath, BathClass> In,
    string Says,
    string Source
)
{
    public static readonly IReadOnlyDictionary<string, ElementAtWork> BySymbol = ReferenceTable
        .Read(
            "elements-at-work.csv",
            r => new ElementAtWork(
                r.Text("element"),
                Enum.Parse<ElementKind>(r.Text("kind"), true),
                r.NumberOrNone("precious") is { } p ? (int)p : null,
                Enum.GetValues<Bath>().ToDictionary(b => b, b => Enum.Parse<BathClass>(r.Said($"{b}".ToLowerInvariant()), true)),
                r.Text("says"),
                r.Source
            ),
            "element"
        )
        .ToDictionary(e => e.Symbol);

    /// <summary>Symbols of what holdings are for, the first to be asked for first.</summary>
    public static readonly IReadOnlyList<string> Nobles =
    [
        .. BySymbol.Values.Where(e => e.Precious is not null).OrderBy(e => e.Precious).Select(e => e.Symbol),
    ];

    public static bool IsMetal(string symbol) => BySymbol.TryGetValue(symbol, out var e) && e.Kind != ElementKind.Other;
}
