namespace Spolium.Core.Solutions;

/// <summary>Density in the scales that labels and hydrometers carry, both ways. °Bé is 145 − 145/d above water and 140/d − 130 below, d at
/// 60/60 °F.</summary>
public static class DensityScales
{
    /// <summary>60 °F in °C.</summary>
    public const double SixtyFahrenheitC = (60 - 32) / 1.8;

    /// <summary>Density of water in g/mL. By formula: the rows of the table lie too far apart for 4 and 15 °C.</summary>
    public static Working Water(double temperatureC) =>
        Working.Given(
            MixedLiquor.Water(temperatureC),
            Dimension.Density,
            $"density of water at {FigureText.Number(temperatureC, 1)} °C",
            "density-salts-laliberte.csv: water, in its head"
        );

    /// <summary>Temperature of the water that a scale compares with, °C; null where the scale compares with none.</summary>
    private static double? Against(DensityScale scale) =>
        scale switch
        {
            DensityScale.GramsPerMl => null,
            DensityScale.Gravity4 => 4,
            DensityScale.Gravity15 => 15,
            DensityScale.Gravity20 => 20,
            _ => SixtyFahrenheitC,
        };

    /// <summary>g/mL from a reading on a scale.</summary>
    public static Working ToDensity(Working reading, DensityScale scale)
    {
        var gravity = scale switch
        {
            DensityScale.BaumeHeavy => Working.Exact(145) / (Working.Exact(145) - reading),
            DensityScale.BaumeLight => Working.Exact(140) / (Working.Exact(130) + reading),
            _ => reading,
        };
        return Against(scale) is { } t ? gravity * Water(t) : gravity;
    }

    /// <summary>A density in g/mL on a scale.</summary>
    public static Working FromDensity(Working density, DensityScale scale)
    {
        var gravity = Against(scale) is { } t ? density / Water(t) : density;
        return scale switch
        {
            DensityScale.BaumeHeavy => Working.Exact(145) - Working.Exact(145) / gravity,
            DensityScale.BaumeLight => Working.Exact(140) / gravity - Working.Exact(130),
            _ => gravity,
        };
    }
}
