using System.Collections.Concurrent;
using Spolium.Core.Reference;

namespace Spolium.Core.Chemistry;

public enum Phase
{
    Solid,
    Liquid,
    Aqueous,
    Gas,
}

/// <summary>A substance in one phase, as it stands in a vessel: metals and precipitates, water, ions, gases.</summary>
public readonly record struct Species(string Formula, Phase Phase)
{
    private static readonly ConcurrentDictionary<string, Formula> Parsed = new();

    private static readonly Dictionary<string, (Phase Phase, Species[] Ions)> Known = ReferenceTable
        .Read(
            "species.csv",
            r =>
            {
                var ions = r.Text("ions")
                    .Split('|', StringSplitOptions.RemoveEmptyEntries)
                    .Select(i => new Species(i, i == "H2O" ? Phase.Liquid : Phase.Aqueous))
                    .ToArray();
                var row = (Formula: r.Text("formula"), Phase: Enum.Parse<Phase>(r.Text("phase"), true), Ions: ions);
                CheckIons(row.Formula, ions);
                return row;
            },
            "formula"
        )
        .ToDictionary(x => x.Formula, x => (x.Phase, x.Ions));

    public static readonly Species Water = new("H2O", Phase.Liquid);
    public static readonly Species Proton = new("H+", Phase.Aqueous);
    public static readonly Species Nitrate = new("NO3-", Phase.Aqueous);
    public static readonly Species Chloride = new("Cl-", Phase.Aqueous);
    public static readonly Species GoldChloride = new("AuCl4-", Phase.Aqueous);
    public static readonly Species Gold = new("Au", Phase.Solid);

    public Formula Parse() => Of(Formula);

    /// <summary>g/mol</summary>
    public double MolarMass => Parse().MolarMass;

    /// <summary>Atoms of an element in one formula.</summary>
    public double Atoms(string element) => Parse().Count(element);

    public static Formula Of(string formula) => Parsed.GetOrAdd(formula, Chemistry.Formula.Parse);

    /// <summary>What one formula of a substance is in a vessel: itself in its phase, or the ions that it gives in water.</summary>
    /// <exception cref="KeyNotFoundException">Not a metal and not in species.csv: its phase is not known.</exception>
    public static IReadOnlyList<Species> InVessel(string formula)
    {
        if (Known.TryGetValue(formula, out var row))
            return row.Ions.Length > 0 ? row.Ions : [new(formula, row.Phase)];
        var f = Of(formula);
        if (f.Charge != 0)
            return [new(formula, Phase.Aqueous)];
        return f.Atoms.Count == 1 && f.Atoms.Single().Value == 1
            ? [new(formula, Phase.Solid)]
            : throw new KeyNotFoundException($"The phase of '{formula}' is not in species.csv.");
    }

    public static bool IsMetal(Species s) => s.Phase == Phase.Solid && s.Parse().Atoms.Count == 1;

    private static void CheckIons(string formula, Species[] ions)
    {
        if (ions.Length == 0)
            return;
        var whole = Of(formula);
        foreach (var element in whole.Atoms.Keys.Union(ions.SelectMany(i => i.Parse().Atoms.Keys)))
            if (Math.Abs(ions.Sum(i => i.Atoms(element)) - new Species(formula, Phase.Aqueous).Atoms(element)) > 1e-9)
                throw new InvalidDataException($"species.csv: the ions of {formula} do not add up in {element}.");
        if (ions.Sum(i => i.Parse().Charge) != whole.Charge)
            throw new InvalidDataException($"species.csv: the ions of {formula} do not add up in charge.");
    }
}
