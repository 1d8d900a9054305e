using Spolium.Core.Reconciling;
using Spolium.Core.Solutions;

namespace Spolium.Core.Deciding;

/// <summary>A strength that somebody typed, from a label, a titration or an assay.</summary>
public static class TypedStrength
{
    /// <summary>Of a liquid that has a density table.</summary>
    /// <returns>Mass fraction; or what is wrong with it: more than the table knows.</returns>
    public static (Working? Fraction, FieldError? Wrong) Tabled(
        DensityTable table,
        LabelUnit unit,
        TypedNumber typed,
        double celsius,
        Draws draws
    )
    {
        double? Fraction(double v) =>
            LabelStrength.Fraction(table, unit, v, celsius) is { } f && f > 0 && f * 100 <= table.MostPercent ? f : null;
        var name = Impossible.Named(table.Solute);
        if (Fraction(typed.Value) is { } fraction)
            return (new Bottle("label", name, table.Solute, new(fraction), null, 0, "typed: " + typed.Text).StrengthIn(draws), null);
        var tooStrong = new FieldError(
            "label",
            $"{typed.Text} is more than {name} can have at {FigureText.Number(celsius, 0)} °C",
            $"at most {FigureText.Number(table.MostPercent, 0)} % by mass"
        );
        return (null, LikeliestSlip.Told(tooStrong, typed, v => Fraction(v) is not null));
    }

    /// <summary>Of a solid or of bleach, which have no table.</summary>
    /// <param name="densityGPerMl">Of the bottle, for bleach told by the litre.</param>
    public static (StrengthTest? Test, FieldError? Wrong) Untabled(LabelUnit unit, TypedNumber typed, double? densityGPerMl)
    {
        // The core reckons grams per litre in g/L as typed; a share is a share.
        var byLitre = unit == LabelUnit.ActiveChlorineGramsPerLitre;
        var fraction = LabelStrength.WithoutTable(
            unit,
            Working.Exact(typed.Value, typed.Text, byLitre ? Dimension.Density : Dimension.None),
            densityGPerMl
        );
        return fraction is { Likely: <= 1 } f ? (new(f.Likely, 0, densityGPerMl, "titration or assay", [typed]), null)
            : fraction is null ? (null, new("label", "the density of the bottle is not known", "write per cent by mass"))
            : (null, new("label", $"{typed.Text} is more than the whole", "write per cent by mass"));
    }
}
