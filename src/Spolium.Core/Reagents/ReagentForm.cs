using Spolium.Core.Quantities;
using Spolium.Core.Reference;

namespace Spolium.Core.Reagents;

/// <summary>
/// A kind of bottle or jar: what it holds, how strong such kinds are, what else is in it, and how to tell it from what looks like it
/// (Reference/reagent-forms.csv).
/// </summary>
/// <param name="Formula">The active substance, with its hydrate water.</param>
/// <param name="Percent">Low, likely and high mass per cent of the substance.</param>
/// <param name="Trade">Bought under a trade name: what it is must be tested before the first use unless it came with a certificate.</param>
/// <param name="Test">The look-alike test; empty where none is needed.</param>
/// <param name="ChloridePpm">Of waters; null for all others.</param>
/// <param name="Refused">No place on this shelf (hydrofluoric acid).</param>
public sealed record ReagentForm(
    string Id,
    string Name,
    string Formula,
    string Family,
    bool Liquid,
    Triple Percent,
    bool Trade,
    string Additives,
    string Test,
    string Care,
    bool Reducing,
    double? ChloridePpm,
    bool Refused,
    string Source
)
{
    public static readonly IReadOnlyList<ReagentForm> All = ReferenceTable.Read(
        "reagent-forms.csv",
        r => new ReagentForm(
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
            r.Text("refused") == "yes",
            r.Source
        ),
        "id"
    );

    private static readonly Dictionary<string, ReagentForm> ById = All.ToDictionary(f => f.Id);

    public static ReagentForm? Find(string? id) => id is null ? null : ById.GetValueOrDefault(id);

    /// <exception cref="KeyNotFoundException">There is no such form.</exception>
    public static ReagentForm Of(string id) => Find(id) ?? throw new KeyNotFoundException($"There is no reagent form '{id}'.");

    /// <summary>Grams in a millilitre of the loose solid; null where nobody said.</summary>
    public static Working? BulkDensity(string formula, Draws draws)
    {
        var id = "bulk-" + (formula is "C12H22O11" ? "sugar" : formula);
        return Priors.ById.ContainsKey(id) ? draws.Prior(id) : null;
    }
}
