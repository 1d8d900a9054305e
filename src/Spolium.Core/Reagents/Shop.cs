using Spolium.Core.Solutions;
using Spolium.Core.Vessels;

namespace Spolium.Core.Reagents;

/// <summary>What stands in the shop for a batch: bottles, vessels, the balance.</summary>
/// <param name="Bottles">Of one substance the first is poured first.</param>
/// <param name="BalanceStepG">Readability d of the bench balance, g.</param>
/// <param name="Levels">Grams that stand in a bottle by its id; bottles that are not named there never run dry.</param>
public sealed record Shop(
    IReadOnlyList<Bottle> Bottles,
    IReadOnlyList<Vessel> Vessels,
    double BalanceStepG = 0.01,
    IReadOnlyDictionary<string, double>? Levels = null
)
{
    public static readonly Bottle Water = new("water", "water", "H2O", new(1), 1 / Constants.Get("water-volume").Likely);

    /// <summary>Grams of so many millilitres of water at 20 °C.</summary>
    public static Working WaterGrams(Working ml) => ml / Constants.Get("water-volume");

    /// <summary>Grams of so many millilitres of water that somebody chose.</summary>
    public static Working WaterGrams(double ml) => WaterGrams(Working.Exact(ml, null, Dimension.Volume));

    /// <summary>Bottles of usual labels, for a shop whose shelf has none of a substance; densities at 20 °C.</summary>
    public static readonly IReadOnlyList<Bottle> UsualBottles =
    [
        .. Reagent
            .All.Where(r => r.Usual is not null)
            .Select(r => new Bottle(
                r.Usual!.Id,
                r.Form.Name,
                r.Formula,
                MassFraction.OfPercent(r.Usual.Percent),
                r.Usual.DensityGPerMl ?? (r.Form.Liquid ? DensityTable.BySolute[r.Formula].Density(r.Usual.Percent, 20) : null),
                0,
                "usual label"
            )),
    ];

    public static readonly Shop Usual = new(UsualBottles, Vessel.Beakers);

    /// <summary>The bottle that holds a substance.</summary>
    /// <exception cref="KeyNotFoundException">No bottle of it stands in the shop.</exception>
    public Bottle Of(string formula) =>
        formula == "H2O"
            ? Water
            : Bottles.FirstOrDefault(b => b.Formula == formula)
                ?? throw new KeyNotFoundException($"No bottle of {formula} stands in the shop.");
}
