using System.Collections.Concurrent;

namespace Spolium.Core.Chemistry;

public enum Phase
{
    Solid,
    Liquid,
    Aqueous,
    Gas,
}

/// <summary>A substance in one phase, as it stands in a vessel: metals and precipitates, water, ions, gases.</summary>
/// <param name="Locked">A metal inside a moulded part: no liquid reaches it until it is ashed or milled.</param>
public readonly record struct Species(string Formula, Phase Phase, bool Locked = false)
{
    private static readonly ConcurrentDictionary<string, Formula> Parsed = new();

    // What forms (species.csv), and what is poured (reagents.csv).
    private static readonly Dictionary<string, (Phase Phase, Species[] Ions)> Known = new[] { "species.csv", "reagents.csv" }
        .SelectMany(file => ReferenceTable.Read(file, InVesselOf, "formula"))
        .ToDictionary(x => x.Formula, x => (x.Phase, x.Ions));

    private static (string Formula, Phase Phase, Species[] Ions) InVesselOf(ReferenceRow r)
    {
        var formula = r.Text("formula");
        var ions = r.Text("ions")
            .Split('|', StringSplitOptions.RemoveEmptyEntries)
            .Select(i => new Species(i, i == "H2O" ? Phase.Liquid : Phase.Aqueous))
            .ToArray();
        CheckIons(formula, ions);
        return (formula, Enum.Parse<Phase>(r.Said("phase"), true), ions);
    }

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
    /// <exception cref="KeyNotFoundException">Neither a metal nor in species.csv or reagents.csv: its phase is not known.</exception>
    public static IReadOnlyList<Species> InVessel(string formula)
    {
        if (Known.TryGetValue(formula, out var row))
            return row.Ions.Length > 0 ? row.Ions : [new(formula, row.Phase)];
        var f = Of(formula);
        if (f.Charge != 0)
            return [new(formula, Phase.Aqueous)];
        return f.Atoms.Count == 1 && f.Atoms.Single().Value == 1
            ? [new(formula, Phase.Solid)]
            : throw new KeyNotFoundException($"The phase of '{formula}' is neither in species.csv nor in reagents.csv.");
    }

    /// <summary>An element as a solid by itself.</summary>
    public static bool IsElement(Species s) => s.Phase == Phase.Solid && s.Parse().Atoms.Count == 1;

    public static bool IsMetal(Species s) => !s.Locked && IsElement(s) && ElementAtWork.IsMetal(s.Parse().Atoms.Keys.Single());

    private static void CheckIons(string formula, Species[] ions)
    {
        if (ions.Length == 0)
            return;
        var whole = Of(formula);
        foreach (var element in whole.Atoms.Keys.Union(ions.SelectMany(i => i.Parse().Atoms.Keys)))
            if (Math.Abs(ions.Sum(i => i.Atoms(element)) - new Species(formula, Phase.Aqueous).Atoms(element)) > 1e-9)
                throw new InvalidDataException($"The ions of {formula} do not add up in {element}.");
        if (ions.Sum(i => i.Parse().Charge) != whole.Charge)
            throw new InvalidDataException($"The ions of {formula} do not add up in charge.");
    }
}
