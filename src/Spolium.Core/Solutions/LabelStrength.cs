using MathNet.Numerics.RootFinding;

namespace Spolium.Core.Solutions;

/// <summary>Units that labels tell a strength in.</summary>
public enum LabelUnit
{
    MassPercent,
    GramsPerLitre,
    MolesPerLitre,
    MolesPerKilogramWater,
    Volumes,
    ActiveChlorinePercent,
    ActiveChlorineGramsPerLitre,
}

/// <summary>A strength as a label tells it, turned into mass fraction. Units by the litre hang on the density, which hangs on the strength:
/// found by root.</summary>
public static class LabelStrength
{
    /// <summary>Mass fraction, or null where no strength of the table gives it.</summary>
    /// <param name="value">Per cent as a fraction; grams, moles or volumes of oxygen to a litre; moles to a kilogram of water.</param>
    public static double? Fraction(DensityTable table, LabelUnit unit, double value, double temperatureC)
    {
        if (unit == LabelUnit.MassPercent)
            return value;
        var molar = Molar.Mass(table.Solute).Likely;
        if (unit == LabelUnit.MolesPerKilogramWater)
            return value * molar / (1000 + value * molar);
        double Told(double percent)
        {
            var (f, d) = (
                Working.Exact(percent / 100),
                Working.Exact(table.Density(percent, temperatureC)!.Value, null, Dimension.Density)
            );
            return unit switch
            {
                LabelUnit.GramsPerLitre => StrengthUnits.GramsPerLitre(f, d).Likely,
                LabelUnit.MolesPerLitre => StrengthUnits.MolesPerLitre(table.Solute, f, d).Likely,
                LabelUnit.Volumes => StrengthUnits.VolumeStrength(f, d).Likely,
                _ => throw new ArgumentOutOfRangeException(nameof(unit), unit, "Active chlorine is told of bleach, which has no table."),
            };
        }
        return value > Told(table.MostPercent) ? null : Brent.FindRoot(p => Told(p) - value, 0, table.MostPercent, 1e-9, 100) / 100;
    }

    /// <summary>Mass fraction of what has no density table: as it is told, or from the active chlorine of a bleach; null where active
    /// chlorine by the litre would need a density that nobody knows.</summary>
    public static Working? WithoutTable(LabelUnit unit, Working value, double? densityGPerMl) =>
        unit switch
        {
            LabelUnit.MassPercent => value,
            LabelUnit.ActiveChlorinePercent => StrengthUnits.HypochloriteFromActiveChlorine(value),
            LabelUnit.ActiveChlorineGramsPerLitre => densityGPerMl is { } d
                ? StrengthUnits.HypochloriteFromActiveChlorine(value / 1000 / Working.Exact(d, null, Dimension.Density))
                : null,
            _ => null,
        };
}
