namespace Spolium.Core.Reagents;

/// <summary>
/// A substance that is poured from bottles and jars: one row of Reference/reagents.csv, which says everything that any other room asks of
/// it. A row that leaves its phase, its hazards or its groups of what never meets empty is refused.
/// </summary>
/// <param name="Form">Its ordinary kind of bottle.</param>
/// <param name="Marks">Hazards by strength.</param>
/// <param name="Groups">Of substance-groups.csv, that it counts in while it is not dissolved.</param>
/// <param name="CrownsPerKg">Made-up price of the pure substance; null without one.</param>
/// <param name="Usual">Bottle that a plan starts from while the shelf has none; null for what no plan pours.</param>
public sealed record Reagent(
    string Formula,
    ReagentForm Form,
    IReadOnlyList<HazardRange> Marks,
    IReadOnlyList<string> Groups,
    double? CrownsPerKg,
    UsualBottle? Usual
)
{
    public static readonly IReadOnlyList<Reagent> All = ReferenceTable.Read("reagents.csv", Of, "formula");

    /// <exception cref="InvalidDataException">Something that must be said is not.</exception>
    public static Reagent Of(ReferenceRow r) =>
        new(
            r.Text("formula"),
            KindOf(r),
            [.. r.Said("hazards").Split('|').Select(HazardRange.Parse)],
            r.Said("groups") is var groups && groups == "none" ? [] : groups.Split('|'),
            r.NumberOrNone("price"),
            r.Text("usual") is { Length: > 0 } id ? new(id, r.Number("usual_percent"), r.NumberOrNone("density")) : null
        );

    /// <summary>A kind as it stands in a row of reagents.csv or reagent-forms.csv.</summary>
    internal static ReagentForm KindOf(ReferenceRow r) =>
        new(
            r.Text("id"),
            r.Text("name"),
            r.Text("formula"),
            r.Text("family"),
            r.Text("state") == "liquid",
            new(r.Number("low"), r.Number("likely"), r.Number("high")),
            r.Text("trade") == "yes",
            r.Text("additives"),
            r.Text("test"),
            r.Text("care"),
            r.Text("reducing") == "yes",
            r.NumberOrNone("chloride_ppm"),
            r.Source
        );
}

/// <summary>A bottle of a usual label.</summary>
/// <param name="Percent">Mass per cent of the substance.</param>
/// <param name="DensityGPerMl">g/mL at 20 °C where no table knows it.</param>
public sealed record UsualBottle(string Id, double Percent, double? DensityGPerMl);
