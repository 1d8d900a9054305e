namespace Spolium.Core.Kinetics;

/// <summary>How long a sheet takes to dissolve (precise rules 3.1): both faces retreat, t = d/(2 r).</summary>
public static class SheetTime
{
    /// <summary>Share of the metal that is taken as "dissolved" when the acid runs down.</summary>
    private const double Dissolved = 0.99;

    /// <summary>Minutes for a sheet with acid to spare.</summary>
    /// <param name="thicknessUm">Thickness of the thickest piece, µm, as a bare number.</param>
    /// <param name="retreatUmPerMin">Retreat per face, µm/min, as a bare number.</param>
    public static Working Minutes(Working thicknessUm, Working retreatUmPerMin) => thicknessUm / (2 * retreatUmPerMin);

    /// <summary>Minutes when the acid runs down as it works: t = −t0 E ln(1 − u/E), E = acid there over acid needed, u = 0.99.</summary>
    /// <exception cref="ArgumentOutOfRangeException">E is not above 0.99: the metal would not all dissolve.</exception>
    public static Working MinutesLean(Working minutes, double acidOverNeeded)
    {
        if (acidOverNeeded <= Dissolved)
            throw new ArgumentOutOfRangeException(nameof(acidOverNeeded), "The acid does not suffice for all of the metal.");
        return minutes
            * Working.Exact(
                -acidOverNeeded * Math.Log(1 - Dissolved / acidOverNeeded),
                "slower as the acid runs down, × " + FigureText.Number(-acidOverNeeded * Math.Log(1 - Dissolved / acidOverNeeded), 2)
            );
    }
}
