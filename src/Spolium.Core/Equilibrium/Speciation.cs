namespace Spolium.Core.Equilibrium;

/// <summary>What is asked: so much of each component to a kilogram of water.</summary>
/// <param name="Totals">mol/kg of water; that of H+ follows from the charges.</param>
/// <param name="Solids">Ids of solids that may form; null for all that form fast.</param>
/// <param name="Gases">Bar, of gases that stand over it.</param>
/// <param name="Beside">What is dissolved beside the components.</param>
public sealed record EquilibriumAsked(
    IReadOnlyDictionary<string, double> Totals,
    ActivityModel Model = ActivityModel.Shop,
    IReadOnlyCollection<string>? Solids = null,
    IReadOnlyDictionary<string, double>? Gases = null,
    double Celsius = 25,
    Bystanders Beside = default
);

/// <summary>Dissolved species that no component makes: they count in charge and ionic strength, and form nothing.</summary>
/// <param name="Charge">Σ z m, mol/kg.</param>
/// <param name="IonicStrength">½ Σ z² m, mol/kg.</param>
/// <param name="Molality">Σ m, mol/kg.</param>
public readonly record struct Bystanders(double Charge, double IonicStrength, double Molality);

/// <summary>How it stands at equilibrium, to a kilogram of water.</summary>
/// <param name="Molalities">mol/kg of each dissolved species.</param>
/// <param name="Solids">mol/kg of each solid that is there.</param>
/// <param name="Gases">mol/kg that each gas brought in; below nothing where it went off.</param>
/// <param name="Saturation">log10 of each solid that may form, over its saturation: nothing where it is there.</param>
/// <param name="Residual">The greatest part of a component's sum of amounts by which its balance is off.</param>
public sealed record EquilibriumState(
    double PH,
    double IonicStrength,
    double WaterActivity,
    double A,
    IReadOnlyDictionary<string, double> Molalities,
    IReadOnlyDictionary<string, double> Dissolved,
    IReadOnlyDictionary<string, double> Solids,
    IReadOnlyDictionary<string, double> Gases,
    IReadOnlyDictionary<string, double> Saturation,
    double Residual,
    int Steps
)
{
    /// <summary>Where the solver ended: a start for what lies near.</summary>
    internal EquilibriumEnd? Found { get; init; }
}

/// <param name="Ln">ln a of each component.</param>
/// <param name="Solids">mol/kg.</param>
internal sealed record EquilibriumEnd(double[] Ln, double[] Solids, double[] LnGamma, double LnWater);

/// <summary>No state answers what was asked.</summary>
public sealed class NoEquilibriumException(string component, string reason) : Exception(reason)
{
    /// <summary>The component that cannot be met; empty where it is none alone.</summary>
    public string Component { get; } = component;
}

/// <summary>Speciation and precipitation: what is dissolved, what has fallen, at what pH.</summary>
public static class Speciation
{
    /// <exception cref="NoEquilibriumException">A total is below nothing, or no state meets them.</exception>
    public static EquilibriumState Of(EquilibriumAsked asked)
    {
        foreach (var (id, total) in asked.Totals)
            if (!Component.ById.TryGetValue(id, out var c))
                throw new NoEquilibriumException(id, $"'{id}' is no component that is known here");
            else if (!double.IsFinite(total) || (total < 0 && id != Component.Proton))
                throw new NoEquilibriumException(id, $"no species or solid holds a negative amount of {c.Formula} ({id})");
        var gases = Written.Gases.Where(g => asked.Gases?.ContainsKey(g.Id) is true).ToList();
        var held = gases.SelectMany(g => g.Parts.Select(p => p.Component)).ToHashSet();
        var system = new EquilibriumSystem(
            asked.Totals.Where(t => t.Value > 0 || held.Contains(t.Key)).Select(t => t.Key),
            Written.Solids.Where(s => asked.Solids is { } may ? may.Contains(s.Id) : s.Fast),
            gases,
            asked.Celsius
        );
        return Of(system, asked);
    }

    /// <summary>The same in a system that is made already.</summary>
    /// <param name="world">In which the constants are taken; 0 for the likely one.</param>
    /// <param name="near">A state of the same system that may lie near.</param>
    public static EquilibriumState Of(EquilibriumSystem system, EquilibriumAsked asked, int world = 0, EquilibriumState? near = null)
    {
        var totals = new double[system.Components.Count];
        var proton = system.At(Component.Proton);
        for (var j = 0; j < totals.Length; j++)
            if (j != proton)
            {
                totals[j] = asked.Totals.GetValueOrDefault(system.Components[j].Id);
                totals[proton] -= system.Components[j].Charge * totals[j];
            }
        totals[proton] -= asked.Beside.Charge;
        var pressures = system.Gases.Select(g => Math.Log(asked.Gases![g.Id])).ToArray();
        return new EquilibriumSolver(system, totals, asked.Model, pressures, asked.Beside, world).Solve(near);
    }
}
