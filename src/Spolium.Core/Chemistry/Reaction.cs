using System.Collections.Concurrent;

namespace Spolium.Core.Chemistry;

/// <summary>
/// A reaction, balanced when it is made. It knows what one extent (one mole of the equation) takes and gives in the
/// vessel, where strong acids and salts are ions; how much of a reagent a substance needs; and how much heat it frees.
/// </summary>
public sealed class Reaction
{
    private static readonly Dictionary<Species, double> Formation = ReferenceTable
        .Read(
            "formation-enthalpies.csv",
            r =>
                (
                    Species: new Species(
                        r.Text("species"),
                        r.Text("phase") switch
                        {
                            "s" => Phase.Solid,
                            "l" => Phase.Liquid,
                            "g" => Phase.Gas,
                            _ => Phase.Aqueous,
                        }
                    ),
                    Value: r.Number("dHf_kJ_per_mol")
                ),
            "species",
            "phase"
        )
        .ToDictionary(x => x.Species, x => x.Value);

    private readonly Dictionary<string, Rational> coefficients;
    private readonly ConcurrentDictionary<(string Of, string Per), Working> ratios = new();

    private Reaction(Equation equation, bool leavesSolution = false)
    {
        Equation = equation;
        leaves = leavesSolution;
        coefficients = (leavesSolution ? equation.Left : equation.Terms).ToDictionary(t => t.Formula.Text, t => t.Coefficient);
        var net = new Dictionary<Species, double>();
        foreach (var (term, sign) in equation.Left.Select(t => (t, -1)).Concat(equation.Right.Select(t => (t, 1))))
        foreach (var species in Species.InVessel(term.Formula.Text))
            net[species] = net.GetValueOrDefault(species) + sign * term.Coefficient.ToDouble();
        if (leavesSolution)
        {
            foreach (var ion in Species.InVessel(equation.Left[0].Formula.Text))
                net[ion] = net.GetValueOrDefault(ion) - 1;
            net[new(equation.Left[0].Formula.Text, Phase.Solid)] = 1;
        }
        Net = net.Where(n => Math.Abs(n.Value) > 1e-12).ToDictionary();
        HeatPerExtent = Heat(Net);
    }

    /// <summary>The balanced equation, whole formulas as in a book.</summary>
    public Equation Equation { get; }

    /// <summary>As a person reads it: a salt that leaves a solution says so.</summary>
    public string Words =>
        leaves ? $"{Equation.Left[0].Formula.Text} in solution → {Equation.Left[0].Formula.Text} as crystals" : Equation.ToString();

    private readonly bool leaves;

    /// <summary>Moles given (positive) and taken (negative) by one extent, ions apart.</summary>
    public IReadOnlyDictionary<Species, double> Net { get; }

    /// <summary>Heat freed by one extent in kJ (positive when it warms), from formation enthalpies at 25 °C; null when a row is
    /// missing.</summary>
    public double? HeatPerExtent { get; }

    /// <exception cref="ChemistryException">It does not balance, or not in one way.</exception>
    public static Reaction Of(string equation)
    {
        var parsed = Equation.Parse(equation);
        return new(parsed.Imbalance() is null ? parsed : parsed.Balance());
    }

    /// <summary>A dissolved salt leaves the solution as crystals.</summary>
    public static Reaction Crystallising(string salt) => new(Equation.Parse($"{salt} = {salt}"), true);

    /// <summary>Moles of one substance of the equation per mole of another, as an exact number.</summary>
    /// <exception cref="KeyNotFoundException">One of them is not in the equation.</exception>
    public Working Ratio(string of, string per) => ratios.GetOrAdd((of, per), pair =>
        {
            var ratio = Coefficient(pair.Of) / Coefficient(pair.Per);
            return Working.Exact(ratio.ToDouble(), ratio.ToString());
        });

    /// <summary>Moles of a reagent (or product) for so many moles of a substance of the equation.</summary>
    public Working Need(Working moles, string of, string reagent)
    {
        var ratio = Ratio(reagent, of);
        return ratio.Text == "1" ? moles : moles * ratio;
    }

    /// <summary>Extent at which so many moles of a substance are taken or given.</summary>
    public Working Extent(Working moles, string of)
    {
        var coefficient = Coefficient(of);
        return coefficient == 1 ? moles : moles / Working.Exact(coefficient.ToDouble(), coefficient.ToString());
    }

    /// <summary>Grams of a reagent per gram of a substance, both pure.</summary>
    public Working NeedByMass(string of, string reagent) => Ratio(reagent, of) * Molar.Mass(reagent) / Molar.Mass(of);

    private Rational Coefficient(string formula) =>
        coefficients.TryGetValue(formula, out var c) ? c : throw new KeyNotFoundException($"{formula} is not in {Equation}.");

    /// <summary>kJ that a mole of a solid frees when it dissolves as ions in much water; null where it stays a solid or a row is
    /// missing.</summary>
    public static double? HeatOfSolution(string formula)
    {
        var ions = Species.InVessel(formula);
        if (ions is [{ Phase: Phase.Solid }] || !Formation.TryGetValue(new(formula, Phase.Solid), out var solid))
            return null;
        var net = ions.GroupBy(i => i).ToDictionary(g => g.Key, g => (double)g.Count());
        return Heat(net) is { } dissolved ? solid + dissolved : null;
    }

    private static double? Heat(IReadOnlyDictionary<Species, double> net)
    {
        double sum = 0;
        foreach (var (species, n) in net)
        {
            if (Formation.TryGetValue(species, out var value))
                sum -= n * value;
            else if (!Species.IsElement(species))
                return null;
        }
        return sum;
    }
}
