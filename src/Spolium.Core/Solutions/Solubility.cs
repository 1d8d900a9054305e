using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Solutions;

/// <summary>Saturation at one temperature.</summary>
/// <param name="GramsPerGramWater">Grams of anhydrous salt in a gram of water, in all worlds.</param>
/// <param name="Solid">The solid in contact: the hydrate that falls.</param>
public sealed record Saturation(Working GramsPerGramWater, string Solid);

/// <summary>
/// Solubility of one salt in water by temperature (Reference/solubility-by-temperature.csv), solid by solid: monotone cubic while one solid
/// is in contact; where it gives way to another, the curves meet at the temperature of Reference/hydrates.csv. Where no such row is,
/// nothing is said between.
/// </summary>
public sealed class Solubility
{
    private sealed record Row(string Salt, string Solid, double TemperatureC, double Percent, string Confidence, string Source);

    private sealed record Branch(string Solid, double FromC, double ToC, Func<double, double> Percent);

    public sealed record Transition(string Salt, string From, string To, double TemperatureC, string Source);

    public static readonly IReadOnlyList<Transition> Transitions = ReferenceTable.Read(
        "hydrates.csv",
        r => new Transition(r.Text("salt"), r.Text("from_hydrate"), r.Text("to_hydrate"), r.Number("transition_C"), r.Source),
        "salt",
        "from_hydrate"
    );

    public static readonly IReadOnlyDictionary<string, Solubility> BySalt = ReferenceTable
        .Read(
            "solubility-by-temperature.csv",
            r => new Row(
                Bare(r.Text("solute")),
                Bare(r.Text("solid_phase")),
                r.Number("temperature_C"),
                r.Number("mass_percent"),
                r.Text("confidence"),
                r.Source
            ),
            "solute",
            "temperature_C"
        )
        .GroupBy(r => r.Salt)
        .ToDictionary(g => g.Key, g => new Solubility([.. g]));

    private readonly List<Branch> branches;
    private readonly string prior;
    private readonly string source;

    private Solubility(List<Row> rows)
    {
        Salt = rows[0].Salt;
        prior =
            Priors.ById.ContainsKey("solubility-" + Salt) ? "solubility-" + Salt
            : rows.Any(r => r.Confidence == "fair") ? "solubility-fair"
            : "solubility-firm";
        source = rows[0].Source;
        branches = Build(rows.OrderBy(r => r.TemperatureC).ToList());
    }

    /// <summary>Formula of the anhydrous salt.</summary>
    public string Salt { get; }

    public double ColdestC => branches[0].FromC;

    public double WarmestC => branches[^1].ToC;

    /// <summary>All solids that may fall, by formula.</summary>
    public IReadOnlyList<string> Solids => [.. branches.Select(b => b.Solid).Distinct()];

    /// <summary>Grams of anhydrous salt in 100 g of saturated solution, likely; null where the table says nothing.</summary>
    public double? Percent(double temperatureC) => Find(temperatureC)?.Percent(temperatureC);

    /// <summary>Saturation in all worlds; null where the table says nothing. The same draws err alike at every temperature.</summary>
    public Saturation? At(double temperatureC, Draws draws)
    {
        if (Find(temperatureC) is not { } branch)
            return null;
        var p = branch.Percent(temperatureC);
        var s = Working.Given(
            p / (100 - p),
            Dimension.None,
            $"solubility at {FigureText.Number(temperatureC, temperatureC % 1 == 0 ? 0 : 1)} °C, g to a gram of water",
            source
        );
        return new(
            (s * draws.Prior(prior)).Named(
                $"what a gram of water holds at {FigureText.Number(temperatureC, temperatureC % 1 == 0 ? 0 : 1)} °C"
            ),
            branch.Solid
        );
    }

    private Branch? Find(double temperatureC) => branches.FirstOrDefault(b => temperatureC >= b.FromC && temperatureC <= b.ToC);

    private static List<Branch> Build(List<Row> rows)
    {
        // A row with two solids is the point where they meet; it belongs to both.
        var pieces = new List<(string Solid, List<(double T, double P)> Points)>();
        foreach (var r in rows)
        {
            var solids = r.Solid.Split(" + ");
            if (pieces.Count == 0 || pieces[^1].Solid != solids[0])
                pieces.Add((solids[0], []));
            pieces[^1].Points.Add((r.TemperatureC, r.Percent));
            if (solids.Length > 1)
                pieces.Add((solids[1], [(r.TemperatureC, r.Percent)]));
        }
        for (var i = 0; i + 1 < pieces.Count; i++)
        {
            var (a, b) = (pieces[i], pieces[i + 1]);
            if (
                a.Points[^1].T == b.Points[0].T
                || Meeting(rows[0].Salt, a.Solid, b.Solid) is not { } t
                || t <= a.Points[^1].T
                || t >= b.Points[0].T
            )
                continue;
            // Each curve is drawn on to the meeting point; where both can be, their mean is taken.
            var met = new[]
            {
                On(a.Points[Math.Max(0, a.Points.Count - 2)..], t, a.Points.Count > 1),
                On(b.Points[..Math.Min(2, b.Points.Count)], t, b.Points.Count > 1),
            }
                .OfType<double>()
                .ToList();
            if (met.Count == 0)
                continue;
            a.Points.Add((t, met.Average()));
            b.Points.Insert(0, (t, met.Average()));
        }
        return [.. pieces.Select(p => new Branch(p.Solid, p.Points[0].T, p.Points[^1].T, Curve(p.Points)))];
    }

    private static double? On(List<(double T, double P)> two, double t, bool can) =>
        can && two.Count == 2 ? two[0].P + (two[1].P - two[0].P) * (t - two[0].T) / (two[1].T - two[0].T) : null;

    // Forms of one crystal (alpha and beta, IV and III) meet half way: their curve only has a bend there.
    private static double? Meeting(string salt, string from, string to) =>
        Transitions.FirstOrDefault(t => t.Salt == salt && t.From == from && t.To == to)?.TemperatureC;

    private static Func<double, double> Curve(List<(double T, double P)> points)
    {
        if (points.Count == 1)
            return _ => points[0].P;
        double[] t = [.. points.Select(p => p.T)],
            v = [.. points.Select(p => p.P)];
        return points.Count < 3 ? LinearSpline.InterpolateSorted(t, v).Interpolate : CubicSpline.InterpolatePchipSorted(t, v).Interpolate;
    }

    // "CaSO4·2H2O (anhydrite is …)", "NiSO4·6H2O (alpha)", "H3NSO3 (sulfamic acid)": the words in brackets are no part of the formula.
    private static string Bare(string text) =>
        text.Contains(" (", StringComparison.Ordinal) ? text[..text.IndexOf(" (", StringComparison.Ordinal)] : text;

    /// <summary>Water in a hydrate, as a share of its mass.</summary>
    public static double WaterShare(string hydrate, string salt) => 1 - Formula.Parse(salt).MolarMass / Formula.Parse(hydrate).MolarMass;
}
