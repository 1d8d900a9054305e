using System.Globalization;
using System.Text.RegularExpressions;
using MathNet.Numerics.Interpolation;
using MathNet.Numerics.RootFinding;

namespace Spolium.Core.Solutions;

/// <summary>One row of the density table. Percent is grams of solute in 100 g of solution.</summary>
/// <param name="ErrorGPerMl">Estimated error of the row.</param>
public sealed record DensityRow(
    string Solute,
    double Percent,
    double TemperatureC,
    double DensityGPerMl,
    double ErrorGPerMl,
    string Source
);

/// <summary>
/// Density of one substance in water by strength and temperature (Reference/density-by-temperature.csv): monotone cubic in strength at each
/// tabulated temperature, linear between temperatures. Outside of the table there is no answer.
/// </summary>
public sealed partial class DensityTable
{
    public static readonly IReadOnlyDictionary<string, DensityTable> BySolute = ReferenceTable
        .Read(
            "density-by-temperature.csv",
            r => new DensityRow(
                r.Text("solute"),
                r.Number("mass_percent"),
                r.Number("temperature_C"),
                r.Number("density_g_per_ml"),
                ErrorIn(r.Text("basis")),
                r.Source
            ),
            "solute",
            "mass_percent",
            "temperature_C"
        )
        .GroupBy(r => r.Solute)
        .ToDictionary(g => g.Key, g => new DensityTable([.. g]));

    private readonly double[] percents;
    private readonly double[] temperatures;
    private readonly double[][] densities;
    private readonly CubicSpline[] curves;
    private readonly Dictionary<(double, double), DensityRow> rows;

    /// <exception cref="InvalidDataException">The grid has holes, or the densities at one temperature have more than one
    /// maximum.</exception>
    public DensityTable(IReadOnlyList<DensityRow> all)
    {
        rows = all.ToDictionary(r => (r.Percent, r.TemperatureC));
        percents = [.. all.Select(r => r.Percent).Distinct().Order()];
        temperatures = [.. all.Select(r => r.TemperatureC).Distinct().Order()];
        Solute = all[0].Solute;
        if (rows.Count != percents.Length * temperatures.Length)
            throw new InvalidDataException($"The density table of {Solute} is not a full grid.");
        densities = [.. temperatures.Select(t => percents.Select(p => rows[(p, t)].DensityGPerMl).ToArray())];
        foreach (var (row, i) in densities.Select((d, i) => (d, i)))
            if (Turns(row) > (Solute == "H2SO4" ? 1 : 0))
                throw new InvalidDataException($"The density of {Solute} at {temperatures[i]} °C does not run one way.");
        curves = [.. densities.Select(d => CubicSpline.InterpolatePchipSorted(percents, d))];
    }

    /// <summary>Formula of the solute.</summary>
    public string Solute { get; }

    public double MostPercent => percents[^1];

    public double ColdestC => temperatures[0];

    public double WarmestC => temperatures[^1];

    /// <summary>Tabulated temperatures, °C, rising.</summary>
    public IReadOnlyList<double> Temperatures => temperatures;

    /// <summary>Tabulated strengths, mass per cent, rising.</summary>
    public IReadOnlyList<double> Strengths => percents;

    /// <summary>Density in g/mL; null outside of the table.</summary>
    public double? Density(double percent, double temperatureC) =>
        percent < 0 || percent > MostPercent || !Covers(temperatureC) ? null : At(percent, Place(temperatureC));

    public bool Covers(double temperatureC) => temperatureC >= ColdestC && temperatureC <= WarmestC;

    /// <summary>
    /// Strengths in mass per cent that have this density at this temperature, rising: none, one, or the two on either side of a maximum.
    /// </summary>
    public IReadOnlyList<double> Percents(double densityGPerMl, double temperatureC)
    {
        if (!Covers(temperatureC))
            return [];
        var at = Place(temperatureC);
        var found = new List<double>(2);
        var left = OnGrid(0, at) - densityGPerMl;
        for (var j = 0; j < percents.Length - 1; j++)
        {
            var right = OnGrid(j + 1, at) - densityGPerMl;
            if (left == 0)
                found.Add(percents[j]);
            else if (left * right < 0)
                found.Add(Brent.FindRoot(p => At(p, at) - densityGPerMl, percents[j], percents[j + 1], 1e-9, 100));
            left = right;
        }
        if (left == 0)
            found.Add(percents[^1]);
        return found;
    }

    /// <summary>The strength with the greatest density at a temperature (its own end of the table where density only rises or falls), and
    /// that density.</summary>
    public (double Percent, double DensityGPerMl) Densest(double temperatureC) => Extreme(temperatureC, -1);

    /// <summary>The strength with the least density at a temperature, and that density.</summary>
    public (double Percent, double DensityGPerMl) Lightest(double temperatureC) => Extreme(temperatureC, 1);

    private (double Percent, double DensityGPerMl) Extreme(double temperatureC, int sign)
    {
        var at = Place(Math.Clamp(temperatureC, ColdestC, WarmestC));
        var j = Enumerable.Range(0, percents.Length).MinBy(k => sign * OnGrid(k, at));
        return (percents[j], OnGrid(j, at));
    }

    /// <summary>Estimated error of the table near a point, g/mL: the worst of the rows around it.</summary>
    public double ErrorGPerMl(double percent, double temperatureC) => Around(percent, temperatureC).Max(r => r.ErrorGPerMl);

    /// <summary>The rows that a point lies between.</summary>
    public IReadOnlyList<DensityRow> Around(double percent, double temperatureC)
    {
        var near = Near(temperatures, Math.Clamp(temperatureC, ColdestC, WarmestC));
        return [.. from t in near from p in Near(percents, Math.Clamp(percent, 0, MostPercent)) select rows[(p, t)]];
    }

    // The grid value itself, or the two that a value lies between.
    private static double[] Near(double[] grid, double value)
    {
        var after = Array.FindIndex(grid, x => x >= value);
        return grid[after] == value ? [value] : [grid[after - 1], grid[after]];
    }

    private double OnGrid(int j, (int I, double F) at) => (1 - at.F) * densities[at.I][j] + at.F * densities[at.I + 1][j];

    private double At(double percent, (int I, double F) at) =>
        (1 - at.F) * curves[at.I].Interpolate(percent) + at.F * curves[at.I + 1].Interpolate(percent);

    // The tabulated temperature below, and how far on to the next.
    private (int I, double F) Place(double temperatureC)
    {
        var i = Math.Clamp(Array.FindLastIndex(temperatures, t => t <= temperatureC), 0, temperatures.Length - 2);
        return (i, (temperatureC - temperatures[i]) / (temperatures[i + 1] - temperatures[i]));
    }

    private static int Turns(double[] values)
    {
        var signs = values.Zip(values.Skip(1), (a, b) => Math.Sign(b - a)).Where(s => s != 0).ToList();
        return signs.Zip(signs.Skip(1)).Count(p => p.First != p.Second);
    }

    // "table; est. error 0.0002"
    private static double ErrorIn(string basis) =>
        EstimatedError().Match(basis) is { Success: true } m
            ? double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture)
            : throw new InvalidDataException($"'{basis}' names no estimated error.");

    [GeneratedRegex(@"est\. error ([0-9.]+)")]
    private static partial Regex EstimatedError();
}
