namespace Spolium.Core.Learning;

/// <summary>A signal of a control chart: the rule, and the points that it marks.</summary>
public sealed record ChartSignal(string Rule, IReadOnlyList<int> Points);

/// <summary>
/// A chart of individuals with moving ranges: centre x̄, spread σ = mean moving range / d2, limits x̄ ± 3 σ (Shewhart; ISO 7870-2). Signals
/// by the rules of Nelson (1984) that a small shop can use: one point beyond 3 σ; two of three beyond 2 σ on one side; four of five beyond
/// 1 σ on one side; nine in a row on one side; six in a row rising or falling. The spread is of neighbours, so that a slow drift does not
/// widen its own limits.
/// </summary>
/// <param name="Centre">Mean of the points; null without points.</param>
/// <param name="Sigma">Null under the least number of points, or where all are alike: then there are no limits and no signals.</param>
public sealed record ControlChart(IReadOnlyList<double> Points, double? Centre, double? Sigma, IReadOnlyList<ChartSignal> Signals)
{
    public double? Upper => Centre + 3 * Sigma;

    public double? Lower => Centre - 3 * Sigma;

    public static IReadOnlyList<(string Id, string Words)> Rules { get; } =
    [
        ("beyond", "one batch beyond three sigma"),
        ("two-of-three", "two of three batches beyond two sigma on one side"),
        ("four-of-five", "four of five batches beyond one sigma on one side"),
        ("nine-on-a-side", "nine batches in a row on one side of the mean"),
        ("six-one-way", "six batches in a row, each higher than the last, or each lower"),
    ];

    /// <param name="points">Oldest first.</param>
    /// <param name="odd">Points with a known cause (readings that disagree): drawn and held against the limits, but no part of mean, spread
    /// and runs.</param>
    public static ControlChart Of(IReadOnlyList<double> points, IReadOnlySet<int>? odd = null)
    {
        var counted = Enumerable.Range(0, points.Count).Where(i => odd?.Contains(i) is not true).ToList();
        if (counted.Count == 0)
            return new(points, null, null, []);
        var centre = counted.Average(i => points[i]);
        if (counted.Count < Constants.Get("chart-least").Likely)
            return new(points, centre, null, []);
        var sigma = counted.Zip(counted.Skip(1), (a, b) => Math.Abs(points[b] - points[a])).Average() / Constants.Get("chart-sigma").Likely;
        if (sigma <= 1e-12 * Math.Abs(centre))
            return new(points, centre, null, []);
        double Z(int i) => (points[i] - centre) / sigma;
        var z = counted.Select(Z).ToList();
        List<ChartSignal> signals =
        [
            .. Window("beyond", [.. points.Select((_, i) => Z(i))], 1, (w, side) => side * w[0] > 3),
            .. new[]
            {
                Window("two-of-three", z, 3, (w, side) => side * w[^1] > 2 && w.Count(x => side * x > 2) >= 2),
                Window("four-of-five", z, 5, (w, side) => side * w[^1] > 1 && w.Count(x => side * x > 1) >= 4),
                Window("nine-on-a-side", z, 9, (w, side) => w.All(x => side * x > 0)),
                Window("six-one-way", z, 6, (w, side) => w.Zip(w.Skip(1)).All(p => side * (p.Second - p.First) > 0)),
            }
                .SelectMany(s => s)
                .Select(s => s with { Points = [.. s.Points.Select(i => counted[i])] }),
        ];
        return new(points, centre, sigma, signals);
    }

    // Every window of so many points that breaks the rule on the high or the low side; what hangs together is one signal.
    private static IEnumerable<ChartSignal> Window(
        string rule,
        IReadOnlyList<double> z,
        int size,
        Func<IReadOnlyList<double>, int, bool> breaks
    )
    {
        foreach (var side in new[] { 1, -1 })
        {
            var marked = new SortedSet<int>();
            for (var i = size - 1; i < z.Count; i++)
            {
                if (!breaks([.. z.Skip(i - size + 1).Take(size)], side))
                    continue;
                if (marked.Count > 0 && marked.Max < i - size + 1)
                {
                    yield return new(rule, [.. marked]);
                    marked.Clear();
                }
                marked.UnionWith(Enumerable.Range(i - size + 1, size));
            }
            if (marked.Count > 0)
                yield return new(rule, [.. marked]);
        }
    }
}
