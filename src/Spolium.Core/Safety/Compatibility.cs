namespace Spolium.Core.Safety;

public enum Bears
{
    Good,
    Limited,
    No,
}

/// <summary>What a material bears (Reference/compatibility.csv). A gap takes the harsher neighbour.</summary>
public static class Compatibility
{
    private static readonly Dictionary<(string Material, string Medium), Bears> Table = ReferenceTable
        .Read(
            "compatibility.csv",
            r => (Material: r.Text("material"), Medium: r.Text("medium"), Bears: Enum.Parse<Bears>(r.Text("verdict"), true)),
            "material",
            "medium"
        )
        .ToDictionary(r => (r.Material, r.Medium), r => r.Bears);

    public static readonly IReadOnlyList<string> Gloves = ["nitrile", "natural rubber", "neoprene", "butyl"];
    public static readonly IReadOnlyList<string> Filters = ["cellulose paper", "polypropylene felt", "polyester cloth", "glass fibre"];
    public static readonly IReadOnlyList<string> Tubes = ["silicone", "PVC soft tube", "PVC rigid", "PTFE"];
    public static readonly IReadOnlyList<string> Vessels = ["borosilicate glass", "PP", "HDPE", "stainless 316"];

    // From which mass per cent each medium of a substance counts, weakest first; between two bands the harsher one.
    private static readonly Dictionary<string, (double From, string Medium)[]> Bands = new()
    {
        ["HNO3"] = [(0, "HNO3 to 20 %"), (20, "HNO3 20–50 %"), (50, "HNO3 above 50 %")],
        ["HCl"] = [(0, "HCl to 20 %"), (20, "HCl above 20 %")],
        ["H2SO4"] = [(0, "H2SO4 to 50 %"), (50, "H2SO4 50–80 %"), (80, "H2SO4 above 80 %")],
        ["NaOH"] = [(0, "NaOH to 20 % cold"), (20, "NaOH hot or above 30 %")],
        ["NaOCl"] = [(0, "NaOCl")],
        ["H2O2"] = [(0, "H2O2 to 10 %"), (10, "H2O2 30 %")],
        ["NH3"] = [(0, "NH3 25 %")],
        ["Cl2"] = [(0, "Cl2 wet")],
        ["aqua regia"] = [(0, "aqua regia")],
    };

    /// <summary>The medium of a substance at a strength; null for what the table does not know.</summary>
    /// <param name="percent">Mass per cent; hot caustic counts as strong.</param>
    public static string? Medium(string formula, double percent) =>
        Bands.TryGetValue(formula, out var bands) ? bands.Last(b => percent >= b.From).Medium : null;

    /// <summary>The worst that a material bears of several media; limited where the table has no row.</summary>
    public static Bears Of(string material, IEnumerable<string> media) =>
        media.Select(m => Table.GetValueOrDefault((material, m), Bears.Limited)).DefaultIfEmpty(Bears.Good).Max();

    /// <summary>°C up to which the table holds for plastics and rubbers (its first line).</summary>
    public const double WarmestC = 60;

    /// <summary>One step worse above <see cref="WarmestC"/> for plastics and rubbers.</summary>
    public static Bears WhenHot(string material, Bears cold) =>
        material is "borosilicate glass" or "quartz" or "glass fibre" or "PTFE" or "stainless 316" || cold == Bears.No ? cold : cold + 1;
}
