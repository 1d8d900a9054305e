namespace Spolium.Core.Records;

/// <summary>Part of a dose that comes from one of several bottles.</summary>
/// <param name="Share">Of the grams of the dose.</param>
public sealed record BottleShare(Bottle Bottle, double Share);

/// <summary>
/// A bottle or jar that doses are taken from, as it is believed at one moment: what it holds, how strong, how dense.
/// </summary>
/// <param name="Formula">The active substance; for a hydrate the hydrate's formula.</param>
/// <param name="Strength">Mass fraction of the active substance; the rest of a liquid is water.</param>
/// <param name="DensityGPerMl">g/mL of a liquid; null for a solid, or a liquid that can only be weighed.</param>
/// <param name="PlusMinus">± of the strength as a fraction, 1.645 standard uncertainties; 0 takes the guess for labels.</param>
/// <param name="Known">How the strength is known.</param>
/// <param name="ChloridePpm">Of water: mg of chloride in a kilogram, which clouds silver; null where nobody says.</param>
/// <param name="Parts">The real bottles, where one is not enough; their strengths are poured together.</param>
public sealed record Bottle(
    string Id,
    string Name,
    string Formula,
    MassFraction Strength,
    double? DensityGPerMl,
    double PlusMinus = 0,
    string Known = "typed on the bottle",
    IReadOnlyList<BottleShare>? Parts = null,
    double? ChloridePpm = null
)
{
    /// <summary>Several bottles that are poured into one dose, one after the other.</summary>
    /// <exception cref="ArgumentException">There are no parts.</exception>
    public static Bottle Together(IReadOnlyList<BottleShare> parts)
    {
        if (parts.Count == 0)
            throw new ArgumentException("A dose needs a bottle.", nameof(parts));
        var all = parts.Sum(p => p.Share);
        List<BottleShare> shares = [.. parts.Select(p => p with { Share = p.Share / all })];
        var strength = Math.Min(1, shares.Sum(p => p.Share * p.Bottle.Strength.Value));
        double? density = shares.All(p => p.Bottle.DensityGPerMl is > 0)
            ? 1 / shares.Sum(p => p.Share / p.Bottle.DensityGPerMl!.Value)
            : null;
        return new(
            string.Join(" + ", shares.Select(p => p.Bottle.Id).Distinct()),
            parts[0].Bottle.Name,
            parts[0].Bottle.Formula,
            new(strength),
            density,
            0,
            "poured together",
            shares
        );
    }

    /// <summary>The real bottles of this one: itself, or its parts.</summary>
    public IEnumerable<Bottle> RealBottles() => Parts?.Select(p => p.Bottle) ?? [this];

    public bool IsLiquid => DensityGPerMl is not null;

    /// <summary>"nitric acid 68 %"</summary>
    public string Label =>
        Strength.Value >= 1
            ? Name
            : $"{Name} {FigureText.Number(Strength.Percent, Strength.Percent % 1 == 0 ? 0 : 1)}{FigureText.ThinSpace}%";
}
