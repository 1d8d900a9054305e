namespace Spolium.Core.Materials;

/// <summary>Kinds of scrap as the trade knows them, and what is wrong with one of the shop's own as typed.</summary>
public static class MaterialLibrary
{
    private static readonly Dictionary<string, (string Balance, Triple? Open)> Rests = ReferenceTable
        .Read(
            "material-rest.csv",
            r =>
                (
                    Id: r.Text("material"),
                    Balance: r.Text("rest"),
                    Open: r.NumberOrNone("open_likely") is { } likely
                        ? new Triple(r.Number("open_low"), likely, r.Number("open_high"))
                        : (Triple?)null
                ),
            "material"
        )
        .ToDictionary(r => r.Id, r => (r.Balance, r.Open));

    private static readonly Dictionary<(string Material, string Element), double> There = ReferenceTable
        .Read(
            "material-there.csv",
            r => (Id: r.Text("material"), Element: r.Text("element"), Chance: r.Number("there") / 100),
            "material",
            "element"
        )
        .ToDictionary(r => (r.Id, r.Element), r => r.Chance);

    /// <summary>Chance that a metal is there at all in a kind that mostly has none of it; null where the library does not say.</summary>
    public static double? ThereIn(string materialId, string element) =>
        There.TryGetValue((materialId, element), out var chance) ? chance : null;

    /// <summary>A content with what its kind of scrap, by its name, says of metals that are likely none of it.</summary>
    public static Content OfKind(this Content content, string kind) =>
        All.FirstOrDefault(m => m.Name == kind) is not { } material
            ? content
            : content with
            {
                Lines = [.. content.Lines.Select(l => l.Likely.Value > 0 ? l : l with { There = ThereIn(material.Id, l.Element) })],
            };

    /// <summary>All kinds of the library.</summary>
    public static readonly IReadOnlyList<Material> All =
    [
        .. ReferenceTable
            .Read(
                "material-library.csv",
                r =>
                    (
                        Id: r.Text("material"),
                        Name: r.Text("name"),
                        Basis: r.Text("basis"),
                        Line: new MaterialLine(r.Text("element"), new(r.Number("low"), r.Number("likely"), r.Number("high"))),
                        Marks: r.Text("marks"),
                        r.Source
                    ),
                "material",
                "element"
            )
            .GroupBy(r => r.Id)
            .Select(g => new Material(
                g.Key,
                g.First().Name,
                g.First().Basis,
                [.. g.Select(r => r.Line)],
                g.First().Marks.Split(' ', StringSplitOptions.RemoveEmptyEntries),
                g.First().Source,
                Rests.TryGetValue(g.Key, out var rest) ? rest.Balance : null,
                Rests.GetValueOrDefault(g.Key).Open
            )),
    ];

    /// <summary>What is wrong with a kind as typed, by field; empty when it can be kept.</summary>
    public static IReadOnlyList<FieldError> Check(this Material material)
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(material.Name))
            errors.Add(new("name", "the kind has no name", "write what you call it"));
        if (string.IsNullOrWhiteSpace(material.Basis))
            errors.Add(
                new(
                    "basis",
                    "nobody knows what the ranges are a share of",
                    "write whole, tip, ceramic only, active mass; or g/L of a liquor"
                )
            );
        if (material.Lines.Count == 0)
            errors.Add(new("lines", "nothing is in it", "write one metal at least"));
        for (var i = 0; i < material.Lines.Count; i++)
        {
            var (element, p) = (material.Lines[i].Element, material.Lines[i].Percent);
            if (!Chemistry.Elements.BySymbol.ContainsKey(element) && element != "plastic")
                errors.Add(new($"lines[{i}].element", $"'{element}' is not an element", "write a symbol such as Au"));
            if (material.Lines.Take(i).Any(l => l.Element == element))
                errors.Add(new($"lines[{i}].element", $"{element} stands twice", "keep one line for each metal"));
            if (p.Low > p.Likely || p.Likely > p.High)
                errors.Add(new($"lines[{i}].range", "low, likely and high must rise", "write the smaller number first"));
        }
        if (!material.IsLiquor && material.Lines.Sum(l => l.Percent.Low) > 100 + 1e-9)
            errors.Add(new("lines", "even the lows together are more than the whole", "lower them until they sum to at most 100 %"));
        return errors;
    }
}
