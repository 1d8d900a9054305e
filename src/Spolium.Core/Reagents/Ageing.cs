namespace Spolium.Core.Reagents;

/// <summary>
/// How strong a bottle still is after standing (precise rules 2.17): bleach by the second order, peroxide by the first. All others keep
/// their strength here. A test of strength within two weeks is believed as it is.
/// </summary>
public static class Ageing
{
    private const double HoursInDay = 24;
    private const double DaysInMonth = 365.25 / 12;

    public static bool Ages(string formula) => formula is "NaOCl" or "H2O2";

    /// <summary>Per cent left of bleach: 1/c = 1/c0 + kt.</summary>
    /// <param name="perPercentDay">k in 1/(% day).</param>
    public static Working BleachPercent(Working percent, Working perPercentDay, Working days) =>
        percent / (Working.Exact(1) + percent * perPercentDay * days);

    /// <summary>Mass fraction after so many days since it was known.</summary>
    /// <param name="fraction">Mass fraction when it was known, by label or test.</param>
    public static Working After(string formula, Working fraction, double days, Draws draws)
    {
        if (days <= Constants.Get("fresh-test-days").Likely)
            return fraction;
        var stood = Working.Exact(days, $"{FigureText.Number(days, 0)} days");
        return formula switch
        {
            "NaOCl" => (BleachPercent(fraction * 100, BleachRate(fraction.Likely * 100, draws), stood) / 100).Named(
                "strength after standing"
            ),
            "H2O2" => (
                fraction * Working.Decay(draws.Prior("peroxide-rate") * stood / Working.Exact(DaysInMonth, "30.44 days in a month"))
            ).Named("strength after standing"),
            _ => fraction,
        };
    }

    // Between 5 and 10 % the rate runs straight; it grows by a factor in every ten kelvins.
    private static Working BleachRate(double percent, Draws draws)
    {
        var strong = Math.Clamp((percent - 5) / 5, 0, 1);
        var at25 =
            strong == 0 ? draws.Prior("bleach-rate-weak")
            : strong == 1 ? draws.Prior("bleach-rate-strong")
            : draws.Prior("bleach-rate-weak") * (1 - strong) + draws.Prior("bleach-rate-strong") * strong;
        var per10 = draws.Prior("bleach-per-10K");
        var warm = draws.Prior("shelf-warmth");
        var tens = (warm - Constants.Get("bleach-reference")) / Constants.Get("bleach-warmth");
        var factor = Working.Reckoned(
            Amount.Each(w => Math.Pow(per10.Amount[w], tens.Amount[w])),
            Dimension.None,
            "faster or slower than at 25 °C",
            [per10, tens],
            null,
            "factor to the power of tens of kelvins"
        );
        return (at25 * factor).Named("rate of ageing, per % and day");
    }

    /// <summary>Days from when a strength was known.</summary>
    public static double DaysBetween(DateTimeOffset known, DateTimeOffset now) => Math.Max(0, (now - known).TotalHours / HoursInDay);
}
