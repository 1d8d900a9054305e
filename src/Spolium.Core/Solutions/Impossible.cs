namespace Spolium.Core.Solutions;

/// <summary>Readings that no liquid can give, and the slip that would explain them.</summary>
public static class Impossible
{
    // What a handbook row may be off, and what dissolved salts add.
    private const double SpareK = 5;

    private static readonly ILookup<string, (double Percent, double BoilsC)> Boiling = ReferenceTable
        .Read(
            "boiling-points.csv",
            r => (Solute: r.Text("solute"), Percent: r.Number("mass_percent"), BoilsC: r.Number("boiling_point_C")),
            "solute",
            "mass_percent"
        )
        .ToLookup(r => r.Solute, r => (r.Percent, r.BoilsC));

    /// <summary>The highest boiling point of any strength of a liquid, °C; null for what boils away as water does.</summary>
    public static double? HottestC(string solute) => Boiling.Contains(solute) ? Boiling[solute].Max(b => b.BoilsC) : null;

    /// <summary>A typed temperature that the table does not cover: too hot for the liquid, or for the table, or a slip of the
    /// unit.</summary>
    /// <returns>Becomes: the reading that it may have been, as it would be typed.</returns>
    public static (string Reason, string WayOut, string? Becomes)? Temperature(DensityTable table, double temperatureC)
    {
        if (table.Covers(temperatureC))
            return null;
        var asFahrenheit = (temperatureC - 32) / 1.8;
        var fahrenheit = asFahrenheit is > 0 and < 45;
        var slip = fahrenheit
            ? $"if it was {Plain(temperatureC)} °F, write so: that is {Plain(asFahrenheit)} °C"
            : "check the unit and the point; let the liquid come to the temperature of the room";
        var hottest = Boiling[table.Solute].Select(b => b.BoilsC).DefaultIfEmpty(double.PositiveInfinity).Max();
        var becomes = fahrenheit ? $"{temperatureC.ToString("0.##", System.Globalization.CultureInfo.InvariantCulture)} °F" : null;
        return temperatureC > hottest + SpareK
            ? ($"{Plain(temperatureC)} °C is hotter than this liquid can be: it boils at {Plain(hottest)} °C at most", slip, becomes)
            : ($"the table runs from {Plain(table.ColdestC)} to {Plain(table.WarmestC)} °C", slip, becomes);
    }

    /// <summary>A density that the substance has at no strength; names the slip that would give a possible one.</summary>
    public static (string Field, string Reason, string WayOut, string? Becomes) Density(
        DensityTable table,
        double density,
        LiquidReading reading
    )
    {
        var t = reading.TemperatureC.Value;
        var (low, high) = (table.Lightest(t).DensityGPerMl, table.Densest(t).DensityGPerMl);
        var reason =
            $"{FigureText.Number(density, 3)} g/mL: {Named(table.Solute)} at {Plain(t)} °C lies between {FigureText.Number(low, 3)} and "
            + $"{FigureText.Number(high, 3)} g/mL";
        if (reading is WeighedVolume w)
        {
            foreach (
                var (field, number, factor) in new[]
                {
                    ("mass", w.Mass, 10.0),
                    ("mass", w.Mass, 0.1),
                    ("volume", w.Volume, 10.0),
                    ("volume", w.Volume, 0.1),
                }
            )
            {
                var slipped = field == "mass" ? density * factor : density / factor;
                if (slipped >= low && slipped <= high)
                    return (
                        field,
                        reason,
                        $"has the point slipped? {Plain(number.Value * factor)} {Core(number.Field)} in place of {Plain(number.Value)} "
                            + $"would be {FigureText.Number(slipped, 3)} g/mL",
                        $"{(number.Value * factor).ToString("0.####", System.Globalization.CultureInfo.InvariantCulture)} "
                            + $"{Core(number.Field)}"
                    );
            }
            if (1 / density >= low && 1 / density <= high)
                return ("mass", reason, "are mass and volume changed over?", null);
        }
        var others = DensityTable
            .BySolute.Values.Where(o => o.Solute != table.Solute && o.Percents(density, Math.Clamp(t, o.ColdestC, o.WarmestC)) is [> 1, ..])
            .Select(o => $"{Named(o.Solute)} of {Plain(Math.Round(o.Percents(density, Math.Clamp(t, o.ColdestC, o.WarmestC))[0]))} %")
            .ToList();
        var other = others.Count > 0 ? $"; {string.Join(" and ", others)} would have it" : "";
        return (
            reading is WeighedVolume ? "mass" : "density",
            reason,
            $"check the reading, and that it is what the label says{other}; dissolved salts read high",
            null
        );
    }

    private static string Core(Field field) => field == Field.Mass ? "g" : "mL";

    /// <summary>The name of a solute as people say it.</summary>
    public static string Named(string solute) =>
        solute switch
        {
            "HNO3" => "nitric acid",
            "HCl" => "hydrochloric acid",
            "H2SO4" => "sulphuric acid",
            "NH3" => "ammonia water",
            "NaOH" => "caustic soda",
            "KOH" => "caustic potash",
            "H2O2" => "peroxide",
            _ => solute,
        };

    private static string Plain(double x) =>
        FigureText.Number(
            x,
            Math.Abs(x - Math.Round(x)) < 1e-9 ? 0
                : x < 10 ? 2
                : 1
        );
}
