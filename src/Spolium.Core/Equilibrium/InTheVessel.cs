namespace Spolium.Core.Equilibrium;

/// <summary>
/// A substance of a vessel as the engine sees it (Reference/equilibrium-vessel.csv): the components that it is made of, or a bystander.
/// </summary>
/// <param name="Parts">Components in one of it, H+ left out: its total follows from the charges. Null for a bystander.</param>
/// <param name="Note">Why it is one.</param>
public sealed record InTheVessel(string Formula, IReadOnlyList<(string Component, double Count)>? Parts, double Protons, string Note)
{
    public static readonly IReadOnlyList<InTheVessel> All = ReferenceTable.Read("equilibrium-vessel.csv", Read, "species");

    private static readonly Dictionary<string, InTheVessel> ByFormula = All.ToDictionary(v => v.Formula);

    /// <summary>Null where it has no row: dissolved it is a bystander, else it stays as it is.</summary>
    public static InTheVessel? Find(string formula) => ByFormula.GetValueOrDefault(formula);

    private static InTheVessel Read(ReferenceRow r)
    {
        var formula = r.Text("species");
        var text = r.Text("components");
        if (text.Length == 0)
            return new(formula, null, 0, r.Said("note"));
        var terms = Written.Terms(text).ToList();
        if (terms.Any(t => !Component.ById.ContainsKey(t.What)))
            throw new InvalidDataException($"{formula}: '{text}' is not written from the components.");
        return new(
            formula,
            [.. terms.Where(t => t.What != Component.Proton).Select(t => (t.What, t.Count))],
            terms.Where(t => t.What == Component.Proton).Sum(t => t.Count),
            ""
        );
    }
}
