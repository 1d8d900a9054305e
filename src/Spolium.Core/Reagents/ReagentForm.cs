namespace Spolium.Core.Reagents;

/// <summary>
/// A kind of bottle or jar: what it holds, how strong such kinds are, what else is in it, and how to tell it from what looks like it
/// (Reference/reagents.csv and reagent-forms.csv).
/// </summary>
/// <param name="Formula">The active substance, with its hydrate water.</param>
/// <param name="Percent">Low, likely and high mass per cent of the substance.</param>
/// <param name="Trade">Bought under a trade name: what it is must be tested before the first use unless it came with a certificate.</param>
/// <param name="Test">The look-alike test; empty where none is needed.</param>
/// <param name="ChloridePpm">Of waters; null for all others.</param>
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
    string Source
)
{
    /// <summary>Every substance's ordinary kind, and behind it its further kinds.</summary>
    public static readonly IReadOnlyList<ReagentForm> All = WithFurtherKinds();

    private static readonly Dictionary<string, ReagentForm> ById = All.ToDictionary(f => f.Id);

    public static ReagentForm? Find(string? id) => id is null ? null : ById.GetValueOrDefault(id);

    /// <exception cref="KeyNotFoundException">There is no such form.</exception>
    public static ReagentForm Of(string id) => Find(id) ?? throw new KeyNotFoundException($"There is no reagent form '{id}'.");

    /// <summary>What the ordinary kind of a substance is called; its formula where no kind is known.</summary>
    public static string NameOf(string formula) => All.FirstOrDefault(f => f.Formula == formula)?.Name ?? formula;

    /// <summary>Grams in a millilitre of the loose solid; null where nobody said.</summary>
    public static Working? BulkDensity(string formula, Draws draws) =>
        Priors.ById.ContainsKey("bulk-" + formula) ? draws.Prior("bulk-" + formula) : null;

    private static List<ReagentForm> WithFurtherKinds()
    {
        var further = ReferenceTable.Read("reagent-forms.csv", Reagent.KindOf, "id").ToLookup(f => f.Formula);
        return [.. Reagent.All.SelectMany(r => further[r.Formula].Prepend(r.Form))];
    }
}
