using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Reagents;

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
/// <param name="Parts">The real bottles, where one is not enough; their strengths are poured together.</param>
public sealed record Bottle(string Id, string Name, string Formula, MassFraction Strength, double? DensityGPerMl, double PlusMinus = 0, string Known = "typed on the bottle", IReadOnlyList<BottleShare>? Parts = null)
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
        double? density = shares.All(p => p.Bottle.DensityGPerMl is > 0) ? 1 / shares.Sum(p => p.Share / p.Bottle.DensityGPerMl!.Value) : null;
        return new(string.Join(" + ", shares.Select(p => p.Bottle.Id).Distinct()), parts[0].Bottle.Name, parts[0].Bottle.Formula, new(strength), density, 0, "poured together", shares);
    }

    /// <summary>The real bottles of this one: itself, or its parts.</summary>
    public IEnumerable<Bottle> RealBottles() => Parts?.Select(p => p.Bottle) ?? [this];

    public bool IsLiquid => DensityGPerMl is not null;

    /// <summary>"nitric acid 68 %"</summary>
    public string Label => Strength.Value >= 1 ? Name : $"{Name} {FigureText.Number(Strength.Percent, Strength.Percent % 1 == 0 ? 0 : 1)}{FigureText.ThinSpace}%";

    /// <summary>The strength as it is believed, keyed by this bottle so that all its doses share one error.</summary>
    public Working StrengthIn(Draws draws) => draws.Once($"strength {Id} {Strength.Value:R} {PlusMinus:R} {string.Join(' ', Parts?.Select(p => $"{p.Share:R} {p.Bottle.Strength.Value:R}") ?? [])}", (d, _) => MakeStrength(d));

    private Working MakeStrength(Draws draws)
    {
        if (Parts is not null)
            return Working.Sum(Parts.Select(p => p.Bottle.StrengthIn(draws) * Working.Exact(p.Share, $"{FigureText.Number(p.Share * 100, 1)} %")), Dimension.None).Named($"strength of {Id}");
        if (Strength.Value >= 1)
            return Working.Given(1, Dimension.None, $"strength of {Id}", "pure");
        var name = $"strength of {Id} ({Label})";
        // Drawn by the bottle, not by the batch: two batches poured from one bottle share its error.
        var own = draws.Of("bottle " + Id);
        if (PlusMinus > 0)
            return Working.Given(Below1(own.Reading("strength", Strength.Value, PlusMinus / Draws.Z95)), Dimension.None, name, Known);
        var label = Priors.ById["label-strength"];
        var shift = own.Spread("strength", label.Triple, label.Spread);
        return Working.Given(Below1(Amount.Certain(Strength.Value) + shift), Dimension.None, name, $"{Known}; {label.Label}, {label.Source}", true);
    }

    private static Amount Below1(Amount a) => Amount.Least(a, Amount.Certain(1));

    /// <summary>Millilitres of so many grams; null for a solid.</summary>
    public Working? Volume(Working grams) => DensityGPerMl is { } d ? grams / Working.Given(d, Dimension.Density, $"density of {Id}", $"goes with its strength: {Known}") : null;

    /// <summary>Grams from the bottle for so many moles of its substance.</summary>
    public Working GramsFor(Working moles, Draws draws) => Molar.Grams(moles, Formula) / StrengthIn(draws);

    /// <summary>Moles of the substance in so many grams from the bottle.</summary>
    public Working MolesIn(Working grams, Draws draws) => Molar.Moles(grams * StrengthIn(draws), Formula);

    /// <summary>Pours so many grams into a charge: the substance, and the water or what else the bottle holds.</summary>
    public Charge PourInto(Charge charge, Working grams, Draws draws)
    {
        var poured = Formula == "H2O" ? charge : charge.Dissolve(Formula, MolesIn(grams, draws));
        var other = grams * (Working.Exact(1) - StrengthIn(draws));
        if (Formula == "H2O")
            return poured.With(Species.Water, Molar.Moles(grams, "H2O"));
        if (Strength.Value >= 1)
            return poured;
        return IsLiquid ? poured.With(Species.Water, Molar.Moles(other, "H2O")) : poured.WithUnknown(other);
    }
}
