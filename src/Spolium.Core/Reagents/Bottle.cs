using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Reagents;

/// <summary>
/// A bottle or jar that doses are taken from: what it holds, how strong, how dense. In this slice strength and density are typed.
/// </summary>
/// <param name="Formula">The active substance; for a hydrate the hydrate's formula.</param>
/// <param name="Strength">Mass fraction of the active substance; the rest of a liquid is water.</param>
/// <param name="DensityGPerMl">g/mL of a liquid; null for a solid, which is weighed.</param>
/// <param name="PlusMinus">± of the strength as a fraction, 1.645 standard uncertainties; 0 takes the guess for labels.</param>
public sealed record Bottle(string Id, string Name, string Formula, MassFraction Strength, double? DensityGPerMl, double PlusMinus = 0)
{
    public bool IsLiquid => DensityGPerMl is not null;

    /// <summary>"nitric acid 68 %"</summary>
    public string Label => Strength.Value >= 1 ? Name : $"{Name} {FigureText.Number(Strength.Percent, Strength.Percent % 1 == 0 ? 0 : 1)}{FigureText.ThinSpace}%";

    /// <summary>The strength as it is believed, keyed by this bottle so that all its doses share one error.</summary>
    public Working StrengthIn(Draws draws) => draws.Once($"strength {this}", (_, _) => MakeStrength());

    private Working MakeStrength()
    {
        if (Strength.Value >= 1)
            return Working.Given(1, Dimension.None, $"strength of {Id}", "pure");
        var name = $"strength of {Id} ({Label})";
        // Drawn by the bottle, not by the batch: two batches poured from one bottle share its error.
        var own = new Draws("bottle " + Id);
        if (PlusMinus > 0)
            return Working.Given(Below1(own.Reading("strength", Strength.Value, PlusMinus / Draws.Z95)), Dimension.None, name, "typed on the bottle");
        var label = Priors.ById["label-strength"];
        var shift = own.Spread("strength", label.Triple, label.Spread);
        return Working.Given(Below1(Amount.Certain(Strength.Value) + shift), Dimension.None, name, $"typed on the bottle; {label.Label}, {label.Source}", true);
    }

    private static Amount Below1(Amount a) => Amount.Least(a, Amount.Certain(1));

    /// <summary>Millilitres of so many grams; null for a solid.</summary>
    public Working? Volume(Working grams) => DensityGPerMl is { } d ? grams / Working.Given(d, Dimension.Density, $"density of {Id}", "typed on the bottle") : null;

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
