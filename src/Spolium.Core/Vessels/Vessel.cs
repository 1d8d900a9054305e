namespace Spolium.Core.Vessels;

/// <summary>A vessel by its kind and nominal size.</summary>
/// <param name="NominalMl">What is printed on it.</param>
/// <param name="DiameterMm">Outer diameter, for the height of a settling liquid.</param>
/// <param name="BrimFactor">Brimful volume over nominal.</param>
public sealed record Vessel(string Kind, double NominalMl, double DiameterMm, double BrimFactor, string Source)
{
    public double BrimMl => NominalMl * BrimFactor;

    /// <summary>As a journal names it: "beaker, low form 600".</summary>
    public string Id => FormattableString.Invariant($"{Kind} {NominalMl}");

    /// <summary>"beaker 600 mL"</summary>
    public string Label => $"{Kind.Split(',')[0]} {Size}";

    private string Size =>
        NominalMl >= 1000
            ? $"{FigureText.Number(NominalMl / 1000, 0)}{FigureText.ThinSpace}L"
            : $"{FigureText.Number(NominalMl, 0)}{FigureText.ThinSpace}mL";

    /// <summary>All usual vessels of Reference/vessels.csv, small to large.</summary>
    public static readonly IReadOnlyList<Vessel> All =
    [
        .. ReferenceTable
            .Read(
                "vessels.csv",
                r => new Vessel(r.Text("kind"), r.Number("nominal_mL"), r.Number("diameter_mm"), r.Number("brim_factor"), r.Source),
                "kind",
                "nominal_mL"
            )
            .OrderBy(v => v.NominalMl),
    ];

    /// <summary>Usual beakers, small to large.</summary>
    public static readonly IReadOnlyList<Vessel> Beakers = [.. All.Where(v => v.Kind.StartsWith("beaker", StringComparison.Ordinal))];

    /// <summary>Beakers, and behind them buckets, basins and drums: what plans take while a shop has named no vessel of its own.</summary>
    public static readonly IReadOnlyList<Vessel> Usual = [.. Beakers, .. All.Where(v => v.IsPlastic)];

    /// <summary>Plastic: for what is cold only.</summary>
    public bool IsPlastic => Kind.Contains("HDPE", StringComparison.Ordinal);

    /// <summary>A vessel that a step can be worked in; cylinders and volumetric flasks are for measuring.</summary>
    public bool IsForWork =>
        !Kind.StartsWith("measuring", StringComparison.Ordinal) && !Kind.StartsWith("volumetric", StringComparison.Ordinal);

    /// <summary>The usual vessel of a kind and size; null where there is none.</summary>
    public static Vessel? Find(string kind, double nominalMl) => All.FirstOrDefault(v => v.Kind == kind && v.NominalMl == nominalMl);

    /// <summary>Height in mm of so many millilitres in a vessel of this width, as a bare number.</summary>
    public Working Height(Working ml) =>
        ml / Working.Exact(Math.PI * DiameterMm * DiameterMm / 4000, $"({FigureText.Number(DiameterMm, 0)} mm wide)", Dimension.Volume);
}
