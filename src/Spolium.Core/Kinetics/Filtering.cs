namespace Spolium.Core.Kinetics;

/// <summary>How long a filter takes (precise rules 3.3): t = µ α c V²/(2 A² ΔP) + µ R V/(A ΔP).</summary>
public static class Filtering
{
    private static readonly Dictionary<string, (Triple Alpha, string Source)> Cakes = ReferenceTable
        .Read(
            "cakes.csv",
            r => (Cake: r.Text("cake"), Alpha: new Triple(r.Number("low"), r.Number("likely"), r.Number("high")), r.Source),
            "cake"
        )
        .ToDictionary(r => r.Cake, r => (r.Alpha, r.Source));
    private static readonly Dictionary<string, (double Resistance, string Name, string Source)> Media = ReferenceTable
        .Read("filters.csv", r => (Medium: r.Text("medium"), Resistance: r.Number("resistance"), Name: r.Text("name"), r.Source), "medium")
        .ToDictionary(r => r.Medium, r => (r.Resistance, r.Name, r.Source));

    /// <summary>Hours, with the spread of cake, medium, liquor and pressure.</summary>
    /// <param name="volume">mL to filter.</param>
    /// <param name="solids">g of cake in it.</param>
    /// <param name="cake">Row of cakes.csv.</param>
    /// <param name="medium">Row of filters.csv.</param>
    /// <param name="diameterMm">Of the filter.</param>
    /// <exception cref="KeyNotFoundException">There is no such cake or medium.</exception>
    public static Working Hours(Working volume, Working solids, string cake, string medium, double diameterMm, bool vacuum, Draws draws)
    {
        // In SI throughout: m³, m², Pa, kg/m³; the result in hours.
        var area = Math.PI * diameterMm * diameterMm / 4e6;
        var (alpha, cakeSource) = Cakes[cake];
        var (resistance, name, mediumSource) = Media[medium];
        var a = Working.Given(
            draws.Spread("cake " + cake, alpha, Spread.Positive),
            Dimension.None,
            "resistance of the cake, m/kg",
            cakeSource
        );
        var r = Working.Given(resistance, Dimension.None, $"resistance of {name}, 1/m", mediumSource) * draws.Prior("filter-blinding");
        var viscosity = draws.Prior("viscosity");
        var pressure = draws.Prior(vacuum ? "filter-vacuum" : "filter-gravity");
        var amount = Amount.Each(
            w =>
            {
                var v = volume.Amount[w] * 1e-6;
                var c = v <= 0 ? 0 : solids.Amount[w] * 1e-3 / v;
                var mu = viscosity.Amount[w] * 1e-3;
                var p = pressure.Amount[w] * 1e3;
                return v <= 0 ? 0 : (mu * a.Amount[w] * c * v * v / (2 * area * area * p) + mu * r.Amount[w] * v / (area * p)) / 3600;
            },
            volume.Amount,
            solids.Amount,
            viscosity.Amount,
            pressure.Amount,
            a.Amount,
            r.Amount
        );
        return Working.Reckoned(
            amount,
            Dimension.Time,
            "hours to filter",
            [volume, solids, a, r, viscosity, pressure],
            null,
            "precise rules 3.3"
        );
    }
}
