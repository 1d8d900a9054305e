using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Solutions;

/// <summary>
/// Heat capacity of a solution of one substance (Reference/heat-capacity-solutions.csv): measured rows where there are some, the
/// correlation inside of its range, else the straight fit of precise rules 2.16; null where there is neither.
/// </summary>
public static class HeatCapacity
{
    private sealed record Row(
        string Solute,
        string Kind,
        string Parameter,
        double Value,
        double LowC,
        double HighC,
        double LowPercent,
        double HighPercent,
        string Source
    );

    /// <summary>What is known of one solute.</summary>
    /// <param name="Line">Through the measured rows, from water on; null without any.</param>
    /// <param name="Fit">Coefficients of the correlation; null without all of them.</param>
    private sealed record Known(LinearSpline? Line, double MostPercent, string Source, Dictionary<string, Row>? Fit);

    private static readonly LinearSpline Water = LinearSpline.InterpolateSorted(
        [0, 20, 25, 40, 60, 80],
        [4.219, 4.184, 4.181, 4.180, 4.185, 4.197]
    );

    private static readonly Dictionary<string, Known> BySolute = ReferenceTable
        .Read("heat-capacity-solutions.csv", r => new Row(
            r.Text("solute"),
            r.Text("kind"),
            r.Text("parameter"),
            r.Number("value"),
            r.Number("min_T_C"),
            r.Number("max_T_C"),
            r.Number("min_mass_percent"),
            r.Number("max_mass_percent"),
            r.Source
        ))
        .GroupBy(r => r.Solute)
        .ToDictionary(
            g => g.Key,
            g =>
            {
                var measured = g.Where(r => r.Kind == "table").OrderBy(r => r.LowPercent).ToList();
                var fit = g.Where(r => r.Kind == "laliberte").ToDictionary(r => r.Parameter);
                return new Known(
                    measured.Count == 0
                        ? null
                        : LinearSpline.InterpolateSorted(
                            [0, .. measured.Select(r => r.LowPercent)],
                            [Water.Interpolate(20), .. measured.Select(r => r.Value)]
                        ),
                    measured.Count == 0 ? 0 : measured[^1].HighPercent,
                    measured.Count == 0 ? "" : measured[0].Source,
                    fit.Count == 6 ? fit : null
                );
            }
        );

    // Substances with a straight fit in constants.csv.
    private static readonly HashSet<string> Fitted = ["HNO3", "H2SO4", "HCl", "NaOH"];

    /// <summary>kJ/g K of a solution of so many mass per cent.</summary>
    public static Working? Of(string solute, double percent, double temperatureC, Draws draws)
    {
        if (percent == 0)
            return Given(Water.Interpolate(temperatureC), "heat capacity of water", "heat-capacity-solutions.csv: water, in its head");
        var known = BySolute.GetValueOrDefault(solute);
        if (known?.Line is { } line && percent <= known.MostPercent)
            return Given(line.Interpolate(percent), "heat capacity", known.Source);
        if (
            known?.Fit is { } fit
            && fit["a1"] is var a
            && percent <= a.HighPercent
            && temperatureC >= a.LowC - 5
            && temperatureC <= a.HighC + 5
        )
            return Given(Correlation(fit, percent / 100, temperatureC), "heat capacity", a.Source);
        return !Fitted.Contains(solute)
            ? null
            : (
                (
                    Constants.Get("water-heat")
                    - Constants.Get(solute == "HNO3" ? "liquor-heat-drop" : "heat-drop-" + solute) * Working.Exact(percent / 100)
                ) * draws.Prior("heat-capacity-fit")
            ).Named("heat capacity by a straight fit");
    }

    private static double Correlation(Dictionary<string, Row> p, double w, double t)
    {
        double A(string name) => p[name].Value;
        var own = A("a1") * Math.Exp(A("a2") * t + A("a3") * Math.Exp(0.01 * t) + A("a4") * w) + A("a5") * Math.Pow(w, A("a6"));
        return (1 - w) * Water.Interpolate(t) + w * own;
    }

    // The file has kJ/kg K, which is J/g K; the core reckons in kJ/g K.
    private static Working Given(double joules, string label, string source) =>
        Working.Given(joules / 1000, Dimension.Energy / Dimension.Mass / Dimension.Temperature, label, source);
}
