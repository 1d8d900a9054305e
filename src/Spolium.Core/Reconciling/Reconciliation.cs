using MathNet.Numerics.Distributions;

namespace Spolium.Core.Reconciling;

/// <summary>A flow after reconciliation.</summary>
/// <param name="Of">The element, or <see cref="FlowGraph.Mass"/>.</param>
/// <param name="Grams">Null where no reading and no balance tells it.</param>
/// <param name="Sigma">Standard uncertainty, g.</param>
/// <param name="Redundant">The rest of the graph would tell it without its own reading.</param>
/// <param name="AtZero">Held at nothing: without that bound it would come out negative.</param>
public sealed record ReconciledFlow(string Arc, string Of, double? Grams, double? Sigma, bool Redundant, bool AtZero)
{
    public bool Observable => Grams is not null;
}

/// <summary>A reading beside what it should have been.</summary>
/// <param name="Value">Reconciled, in the unit of the reading.</param>
/// <param name="StandardisedAdjustment">(reading − value) over its standard uncertainty; null where nothing checks the reading.</param>
/// <param name="Checked">Share of its variance that the rest of the graph takes away, 0 to 1.</param>
public sealed record ReconciledReading(FlowReading Reading, double Value, double? StandardisedAdjustment, double Checked)
{
    public bool Redundant => StandardisedAdjustment is not null;
}

/// <summary>
/// Every flow of a graph by weighted least squares: the least Σ ((x − reading)/σ)² for which every node balances and no flow is
/// negative. Unweighed masses, missing readings and assays may stand anywhere.
/// </summary>
/// <param name="Readings">In the order of the graph.</param>
/// <param name="ChiSquare">Σ ((x − reading)/σ)².</param>
/// <param name="DegreesOfFreedom">Balances that the readings can break.</param>
/// <param name="Converged">False when readings are so few or so far apart that the estimate did not come to rest: no flow has a number
/// then.</param>
public sealed record Reconciliation(
    IReadOnlyList<ReconciledFlow> Flows,
    IReadOnlyList<ReconciledReading> Readings,
    double ChiSquare,
    int DegreesOfFreedom,
    bool Converged
)
{
    /// <summary>Confidence of both tests.</summary>
    public const double Confidence = 0.95;

    // Below this share of its variance nothing checks a reading: what is left are rounding errors.
    internal const double Unchecked = 1e-12;

    /// <summary>Up to so many arcs the dense factor is the quicker one.</summary>
    internal const int DenseArcs = 48;

    private const int MostRounds = 60;

    private const double AtRestG = 1e-6;

    // What rounding may leave of a bound, in standard uncertainties.
    private const double BoundSlack = 1e-9;

    /// <summary>What χ² stays under in 95 of 100 batches without a slip; 0 without degrees of freedom.</summary>
    public double Limit => ChiLimit(DegreesOfFreedom);

    public bool Passes => ChiSquare <= Limit || DegreesOfFreedom == 0;

    /// <summary>What every standardised adjustment stays under in 95 of 100 batches without a slip (Šidák's correction for the number of
    /// readings).</summary>
    public double AdjustmentLimit =>
        Readings.Count(r => r.Redundant) is > 0 and var n
            ? Normal.InvCDF(0, 1, (1 + Math.Pow(Confidence, 1.0 / n)) / 2)
            : double.PositiveInfinity;

    public ReconciledFlow Flow(string arc, string of) => Flows.First(f => f.Arc == arc && f.Of == of);

    internal static double ChiLimit(int degrees) => degrees <= 0 ? 0 : ChiSquared.InvCDF(degrees, Confidence);

    /// <exception cref="ArgumentException">The graph is not well formed.</exception>
    public static Reconciliation Of(FlowGraph graph) => Of(graph, null);

    /// <param name="sparse">Which solver; null lets the size decide.</param>
    internal static Reconciliation Of(FlowGraph graph, bool? sparse)
    {
        Reconciliation Solved(FlowGraph g)
        {
            var layers = new Layers(g);
            return Of(layers, Bounded(layers, sparse));
        }
        return WithinTheMass.Of(graph, Solved(graph), Solved);
    }

    internal static (LeastSquares Fit, bool[,] Zero) Bounded(Layers layers, bool? sparse)
    {
        var held = new bool[layers.ArcCount, layers.Names.Length];
        var seen = new HashSet<string>();
        for (var round = 0; ; round++)
        {
            var zero = WithAssays(layers, held);
            var fit = new LeastSquares(layers, zero, sparse ?? (layers.ArcCount > DenseArcs));
            if (round == MostRounds || !Bind(layers, fit, held, zero, seen.Count < round))
                return (fit, zero);
            seen.Add(string.Concat(held.Cast<bool>().Select(z => z ? '1' : '0')));
        }
    }

    // Where there is no mass there is nothing of what was assayed in it.
    private static bool[,] WithAssays(Layers layers, bool[,] held)
    {
        var zero = (bool[,])held.Clone();
        if (layers.MassLayer >= 0)
            for (var a = 0; a < layers.ArcCount; a++)
            for (var l = 0; l < layers.Names.Length && held[a, layers.MassLayer]; l++)
                zero[a, l] |= layers.Reading(a, l) is >= 0 and var k && layers.Readings[k].Measure == Measure.Fraction;
        return zero;
    }

    // Active set: flows below nothing are held there, and let go where they would rather rise. True when something changed.
    private static bool Bind(Layers layers, LeastSquares fit, bool[,] held, bool[,] zero, bool oneByOne)
    {
        var wrong = new List<(int Arc, int Layer, double By)>();
        var told = new Unread(layers, fit, zero);
        for (var a = 0; a < layers.ArcCount; a++)
        for (var l = 0; l < layers.Names.Length; l++)
        {
            if (zero[a, l])
            {
                if (held[a, l] && fit.Rising(a, l) is > BoundSlack and var up)
                    wrong.Add((a, l, up));
            }
            else if (Contraction.IsUnread(layers, zero, a, l))
            {
                if (told.Grams(a, l) is < -BoundSlack and var grams)
                    wrong.Add((a, l, -grams));
            }
            else if (fit.Below(a, l) is > BoundSlack and var by)
                wrong.Add((a, l, by));
        }
        // With assays one flow that is held draws others up: only the worst are changed at a time.
        var worst = wrong.Count == 0 ? 0 : wrong.Max(w => w.By);
        foreach (
            var (arc, layer, _) in oneByOne ? wrong.OrderByDescending(w => w.By).Take(1)
            : layers.Coupled ? wrong.Where(w => w.By >= worst / 2)
            : wrong
        )
            held[arc, layer] = !held[arc, layer];
        return wrong.Count > 0;
    }

    private static Reconciliation Of(Layers layers, (LeastSquares Fit, bool[,] Zero) bounded)
    {
        var (fit, zero) = bounded;
        var unread = new Unread(layers, fit, zero);
        var readings = new ReconciledReading[layers.Readings.Count];
        for (var k = 0; k < readings.Length; k++)
        {
            var (tension, stiffness) = fit.Of(k);
            var reading = layers.Readings[k];
            var taken = stiffness * reading.Sigma * reading.Sigma;
            readings[k] = new(reading, fit.Values[k], taken > Unchecked ? tension / Math.Sqrt(stiffness) : null, Math.Clamp(taken, 0, 1));
        }
        var flows = new List<ReconciledFlow>(layers.Arcs.Count * layers.Names.Length);
        for (var a = 0; a < layers.Arcs.Count; a++)
        for (var l = 0; l < layers.Names.Length; l++)
        {
            var id = (layers.Arcs[a], layers.Names[l]);
            if (zero[a, l])
                flows.Add(new(id.Item1, id.Item2, 0, 0, layers.Reading(a, l) >= 0, true));
            else if (Contraction.IsUnread(layers, zero, a, l))
                flows.Add(new(id.Item1, id.Item2, unread.Grams(a, l), unread.Sigma(a, l), false, false));
            else
            {
                var k = layers.Reading(a, l);
                flows.Add(
                    !fit.Tells([(a, l, 1)])
                        ? new(id.Item1, id.Item2, null, null, false, false)
                        : new(
                            id.Item1,
                            id.Item2,
                            fit.Flow(a, l),
                            Math.Sqrt(fit.Variance([(a, l, 1)])),
                            k >= 0 && readings[k].Redundant,
                            false
                        )
                );
            }
        }
        // What did not come to rest, or stayed below nothing, is not shown as a number.
        var atRest = fit.Converged && flows.All(f => f.Grams is null or >= -AtRestG);
        return new(
            atRest ? flows : [.. flows.Select(f => f with { Grams = null, Sigma = null, Redundant = false })],
            readings,
            fit.ChiSquare,
            fit.DegreesOfFreedom,
            atRest
        );
    }
}
