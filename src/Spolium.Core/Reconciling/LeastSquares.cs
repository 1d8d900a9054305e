using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Reconciling;

/// <summary>
/// The estimate with one set of flows held at nothing: the least Σ ((x − y)/σ)² under the balances. Masses times fractions
/// make the balances bilinear: they are linearised at the last estimate and solved again (Gauss–Newton on the Lagrangian)
/// until nothing moves. Equations: docs/reconciliation.md.
/// </summary>
internal sealed partial class LeastSquares
{
    // Full steps at first; where they swing to and fro, short ones.
    private const int FullSteps = 40;
    private const double ShortStep = 0.35;
    private const int MostIterations = 240;
    private const double Still = 1e-10;

    // How near to nothing a mass or an assay comes before it is held there, in its own uncertainties; a free mass in shares of the median
    // mass.
    private const double Floor = 1e-3;

    // Eigenvalues of the scaled normal matrix of free masses below this are none.
    private const double Nothing = 1e-11;

    private readonly Layers layers;
    private readonly bool[,] zero;
    private readonly IBalanceMatrix matrix;
    private readonly double[] value;
    private readonly double[] wanted;
    private readonly Term[][] columns;
    private readonly int[] free;
    private readonly double[] freeMass;
    private readonly double leastFree;
    private readonly Term[][] freeColumns;
    private double[] multipliers;
    private readonly List<double[]> untold = [];
    private double[][] freeSolved = [];
    private Matrix<double> freeInverse = DenseMatrix.Create(1, 1, 0);

    /// <summary>Grams that enter one balance for a unit of a reading.</summary>
    private readonly record struct Term(int Row, double Slope);

    /// <param name="sparse">Which solver.</param>
    public LeastSquares(Layers layers, bool[,] zero, bool sparse)
    {
        this.layers = layers;
        this.zero = zero;
        Balances = new(layers, zero);
        multipliers = new double[Balances.Rows];
        wanted = new double[layers.Readings.Count];
        value = [.. layers.Readings.Select((r, k) => zero[layers.CellOf[k].Arc, layers.CellOf[k].Layer] ? 0 : r.Value)];
        free = [.. Enumerable.Range(0, layers.ArcCount).Where(a => layers.MassIsFree(a) && !zero[a, layers.MassLayer])];
        var weighed = layers.Readings.Where(r => r.Of == FlowGraph.Mass && r.Value > 0).Select(r => r.Value).Order().ToList();
        var median = weighed.Count > 0 ? weighed[weighed.Count / 2] : 1;
        freeMass = [.. free.Select(_ => median)];
        leastFree = Floor * median / 1000;
        columns = new Term[value.Length][];
        freeColumns = new Term[free.Length][];
        Linearise();
        matrix = sparse
            ? new SparseBalance(
                Balances.Rows,
                Balances.FirstNode,
                [.. columns.Concat(freeColumns).Select(c => c.Select(t => t.Row).ToArray())]
            )
            : new DenseBalance(Balances.Rows);
        Iterate();
    }

    public Contraction Balances { get; }

    /// <summary>Estimates of the readings, in their order.</summary>
    public IReadOnlyList<double> Values => value;

    /// <summary>Balances that readings can break.</summary>
    public int DegreesOfFreedom => Balances.Rows - free.Length + untold.Count;

    /// <summary>Σ ((x − y)/σ)².</summary>
    public double ChiSquare =>
        Enumerable.Range(0, value.Length).Sum(k => Square((value[k] - layers.Readings[k].Value) / layers.Readings[k].Sigma));

    public bool Converged { get; private set; }

    /// <summary>The reading of this cell, or its free mass, would rather be below nothing: by how many of its own uncertainties.</summary>
    public double Below(int arc, int layer) =>
        layers.Reading(arc, layer) is >= 0 and var k ? -wanted[k] / layers.Readings[k].Sigma
        : Array.IndexOf(free, arc) is >= 0 and var i ? -(freeMass[i] + steps[i]) / freeMass[i]
        : 0;

    /// <summary>The flow in a cell that was read, or whose mass stands free.</summary>
    public double Flow(int arc, int layer)
    {
        var k = layers.Reading(arc, layer);
        return zero[arc, layer] ? 0
            : k < 0 ? Mass(arc)
            : layers.Readings[k].Measure == Measure.Fraction ? Mass(arc) * value[k]
            : value[k];
    }

    /// <summary>How strongly a flow that is held at nothing wants to rise: above 0 the bound does no work. For a reading in units of its
    /// own uncertainty.</summary>
    public double Rising(int arc, int layer)
    {
        var k = layers.Reading(arc, layer);
        var pull = Pull(arc, layer);
        // A gram more of mass brings its metals with it.
        if (layers.Coupled && layer == layers.MassLayer)
            for (var l = 0; l < layers.Names.Length; l++)
                if (l != layer && layers.Reading(arc, l) is >= 0 and var f && layers.Readings[f].Measure == Measure.Fraction)
                    pull += layers.Readings[f].Value * Pull(arc, l);
        if (k < 0)
            return pull;
        var r = layers.Readings[k];
        return r.Value / r.Sigma + r.Sigma * pull * (r.Measure == Measure.Fraction ? Mass(arc) : 1);
    }

    private double Pull(int arc, int layer) => Multiplier(layer, layers.From[arc]) - Multiplier(layer, layers.To[arc]);

    /// <summary>jᵀλ of a reading, and jᵀPj: if it had been read δ higher, the sum of squares would be higher by 2δ jᵀλ + δ² jᵀPj.</summary>
    public (double Tension, double Stiffness) Of(int reading)
    {
        var column = columns[reading];
        return (column.Sum(t => t.Slope * multipliers[t.Row]), Quadratic(column));
    }

    /// <summary>False where masses that nobody weighed could change a sum of flows without any balance being the worse for it.</summary>
    public bool Tells(IReadOnlyList<(int Arc, int Layer, double Times)> sum)
    {
        if (untold.Count == 0)
            return true;
        var (_, slopes) = Slopes(sum);
        return untold.All(way =>
            Math.Abs(slopes.Sum(s => s.Value * way[s.Key])) <= 1e-6 * slopes.Sum(s => Math.Abs(s.Value) * freeMass[s.Key])
        );
    }

    /// <summary>Variance of a sum of flows, g²: of one cell, or of all that cross a cut.</summary>
    public double Variance(IReadOnlyList<(int Arc, int Layer, double Times)> sum)
    {
        var (slopes, freeSlopes) = Slopes(sum);
        var (prior, moved) = (0.0, new Dictionary<int, double>());
        foreach (var (k, slope) in slopes)
        {
            var variance = zero[layers.CellOf[k].Arc, layers.CellOf[k].Layer] ? 0 : Square(layers.Readings[k].Sigma);
            prior += slope * slope * variance;
            foreach (var t in columns[k])
                Add(moved, t.Row, slope * variance * t.Slope);
        }
        Term[] v = [.. moved.Select(m => new Term(m.Key, m.Value))];
        var result = prior - (sum.Count == 1 ? Quadratic(v) : Solved(v));
        foreach (var (i, a) in freeSlopes)
        foreach (var (j, b) in freeSlopes)
            result += a * b * FreeVariance(i, j);
        foreach (var (i, a) in freeSlopes)
            for (var j = 0; j < free.Length; j++)
                result -= 2 * a * freeInverse[i, j] * v.Sum(t => t.Slope * freeSolved[j][t.Row]);
        return Math.Max(0, result);
    }

    // A sum of flows by readings, and by free masses.
    private (Dictionary<int, double> Readings, Dictionary<int, double> Free) Slopes(IReadOnlyList<(int Arc, int Layer, double Times)> sum)
    {
        var slopes = new Dictionary<int, double>();
        var freeSlopes = new Dictionary<int, double>();
        foreach (var (arc, layer, times) in sum)
        {
            if (zero[arc, layer])
                continue;
            var k = layers.Reading(arc, layer);
            if (k >= 0 && layers.Readings[k].Measure == Measure.Grams)
                Add(slopes, k, times);
            else
            {
                if (k >= 0)
                    Add(slopes, k, times * Mass(arc));
                var share = k >= 0 ? value[k] : 1;
                if (layers.Reading(arc, layers.MassLayer) is >= 0 and var m)
                    Add(slopes, m, times * share);
                else
                    Add(freeSlopes, Array.IndexOf(free, arc), times * share);
            }
        }
        return (slopes, freeSlopes);
    }

    private static void Add(Dictionary<int, double> to, int key, double x) => to[key] = to.GetValueOrDefault(key) + x;

    private static double Square(double x) => x * x;

    private double Multiplier(int layer, int node) => Balances.Row(layer, node) is >= 0 and var r ? multipliers[r] : 0;

    private double Mass(int arc)
    {
        if (layers.Reading(arc, layers.MassLayer) is >= 0 and var k)
            return value[k];
        return Array.IndexOf(free, arc) is >= 0 and var i ? freeMass[i] : 0;
    }
}
