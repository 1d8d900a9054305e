namespace Spolium.Core.Kinetics;

/// <summary>How long it takes to boil or evaporate water away (precise rules 3.4).</summary>
public static class Boiling
{
    /// <summary>Hours at the boil: kg/h = P η/0.627 kWh.</summary>
    /// <param name="water">g to boil off.</param>
    public static Working Hours(Working water, double watts, Draws draws) =>
        (
            water
            * Working.Exact(0.627 / 1000, "0.627 kWh/kg", Dimension.Energy / Dimension.Mass)
            / (draws.Prior("boil-efficiency") * Working.Given(watts / 1000, Dimension.Energy / Dimension.Time, "heat, kW", "typed"))
        ).Named("hours to boil it off");

    /// <summary>Hours below the boil: kg/h = b A (25 + 19 u)(x_s − x_a) a_w, in a beaker under a hood (u = 0.3 m/s, x_a = 0.008).</summary>
    /// <param name="temperatureC">40, 60, 70, 80 or 90.</param>
    /// <exception cref="KeyNotFoundException">There is no saturation for that temperature.</exception>
    public static Working EvaporatingHours(Working water, double areaM2, int temperatureC, Draws draws)
    {
        var saturation = Saturation[temperatureC];
        var perHour =
            draws.Prior("evaporate-beaker").Amount
            * draws.Prior("evaporate-activity").Amount
            * Amount.Certain(areaM2 * (25 + 19 * 0.3) * (saturation - 0.008) * 1000);
        var rate = Working.Reckoned(
            perHour,
            Dimension.Mass / Dimension.Time,
            $"water that goes in an hour at {temperatureC} °C",
            [draws.Prior("evaporate-beaker"), draws.Prior("evaporate-activity")],
            null,
            "precise rules 3.4"
        );
        return (water / rate).Named("hours to evaporate it");
    }

    private static readonly Dictionary<int, double> Saturation = new()
    {
        [40] = 0.049,
        [60] = 0.152,
        [70] = 0.277,
        [80] = 0.547,
        [90] = 1.396,
    };
}
