using System.Collections.Concurrent;

namespace Spolium.Core.Equilibrium;

/// <summary>Caustic that a mole of oxalic acid takes until a pH, by the engine in a liquor of 1 mol/kg of chloride: its charge there.
/// </summary>
public static class OxalicCharge
{
    // mol/kg of oxalic acid and of hydrochloric acid that the asking begins with.
    private const double Oxalic = 0.1;
    private const double Acid = 1;

    private static readonly ConcurrentDictionary<int, double> Known = new();

    /// <summary>Moles of NaOH to a mole, 0 to 2.</summary>
    /// <param name="ph">1 to 12.</param>
    public static Working At(int ph) =>
        Working.Given(
            Known.GetOrAdd(ph, Reckoned),
            Dimension.None,
            $"caustic soda to a mole of oxalic acid in excess at pH {ph} (engine)",
            "equilibrium of oxalic acid in 1 mol/kg of chloride (docs/equilibrium.md)"
        );

    private static double Reckoned(int ph)
    {
        var asked = new EquilibriumAsked(new Dictionary<string, double> { ["C2O4-2"] = Oxalic, ["Cl-"] = Acid });
        var sodium = DoseFor.Reaching(asked, new Dictionary<string, double> { ["Na+"] = 1 }, ph).Dose!.Value;
        var there = Speciation.Of(asked with { Totals = new Dictionary<string, double>(asked.Totals) { ["Na+"] = sodium } });
        return (sodium + there.Molalities["H+"] - Acid) / Oxalic;
    }
}
