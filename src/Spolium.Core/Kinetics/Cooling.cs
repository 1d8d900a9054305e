namespace Spolium.Core.Kinetics;

/// <summary>How long a liquor takes to cool (precise rules 3.4): T = Ta + (T0 − Ta) e^(−t/θ), θ = m c/(U A).</summary>
public static class Cooling
{
    /// <summary>Hours from one temperature to another in a bath.</summary>
    /// <param name="mass">g in the vessel.</param>
    /// <param name="areaM2">Surface that the heat goes through, m².</param>
    /// <param name="bath">air-covered, air-open, water or ice: a prior "cooling-…" of W/m²K.</param>
    /// <exception cref="ArgumentOutOfRangeException">The bath is not colder than what is wanted.</exception>
    public static Working Hours(Working mass, double areaM2, double fromC, double toC, double bathC, string bath, Draws draws)
    {
        if (bathC >= toC || toC >= fromC)
            throw new ArgumentOutOfRangeException(nameof(toC), "It cools only towards the bath, and not to it.");
        var rate = draws.Prior("cooling-" + bath);
        var heat = mass * Constants.Get("water-heat");
        // kJ/K over W/K: a thousand seconds.
        var theta = heat.Amount * Amount.Certain(1000 / (areaM2 * 3600)) / rate.Amount;
        return Working.Reckoned(
            theta * Amount.Certain(Math.Log((fromC - bathC) / (toC - bathC))),
            Dimension.Time,
            $"hours to cool from {FigureText.Number(fromC, 0)} to {FigureText.Number(toC, 0)} °C",
            [heat, rate],
            null,
            "precise rules 3.4"
        );
    }
}
