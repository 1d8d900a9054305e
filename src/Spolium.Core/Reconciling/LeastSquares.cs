using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Reconciling;

/// <summary>
/// The estimate with one set of flows held at nothing: the least Σ ((x − y)/σ)² under the balances. Masses times fractions
/// make the balances bilinear: they are linearised at the last estimate and solved again (Gauss–Newton on the Lagrangian)
/// until nothing moves. Equations: docs/reconciliation.md.
/// </summary>
internal sealed class LeastSquares
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

    private void Iterate()
    {
        for (var i = 0; i < MostIterations && !Converged; i++)
        {
            if (i > 0)
                Linearise();
            Solve();
            // Without assays the balances are linear: the first solution is the last.
            Converged = Move(i < FullSteps ? 1 : ShortStep) < Still || !layers.Coupled;
        }
    }

    // How each reading enters the balances at the present estimate.
    private void Linearise()
    {
        for (var k = 0; k < columns.Length; k++)
        {
            var (arc, layer) = layers.CellOf[k];
            columns[k] =
                zero[arc, layer] ? []
                : layers.Readings[k].Measure == Measure.Fraction ? [.. Ends(arc, layer, AssayedMass(arc))]
                : layer == layers.MassLayer && layers.Coupled ? MassColumn(arc)
                : [.. Ends(arc, layer, 1)];
        }
        for (var i = 0; i < free.Length; i++)
            freeColumns[i] = MassColumn(free[i]);
    }

    // An assay of next to nothing still has a slope: without one its balance would be the mass balance once more.
    private double AssayedMass(int arc) =>
        Math.Max(Mass(arc), layers.Reading(arc, layers.MassLayer) is >= 0 and var k ? Floor * layers.Readings[k].Sigma : leastFree);

    private Term[] MassColumn(int arc)
    {
        var column = new List<Term>(Ends(arc, layers.MassLayer, 1));
        for (var l = 0; l < layers.Names.Length; l++)
            if (
                l != layers.MassLayer
                && !zero[arc, l]
                && layers.Reading(arc, l) is >= 0 and var k
                && layers.Readings[k].Measure == Measure.Fraction
            )
                column.AddRange(Ends(arc, l, value[k]));
        return [.. column];
    }

    private IEnumerable<Term> Ends(int arc, int layer, double slope)
    {
        var (into, from) = (Balances.Row(layer, layers.To[arc]), Balances.Row(layer, layers.From[arc]));
        if (into == from)
            yield break;
        if (into >= 0)
            yield return new(into, slope);
        if (from >= 0)
            yield return new(from, -slope);
    }

    private void Solve()
    {
        if (Balances.Rows == 0)
        {
            Border();
            return;
        }
        matrix.Clear();
        for (var k = 0; k < columns.Length; k++)
            Spread(columns[k], Square(layers.Readings[k].Sigma));
        // A free mass stands in the border below. Its own square may be added here without changing the estimate (Bᵀλ = 0), and keeps the
        // matrix definite.
        for (var i = 0; i < free.Length; i++)
            Spread(freeColumns[i], Square(freeMass[i]));
        matrix.Factor();
        var c = Residual();
        multipliers = matrix.Solve(c);
        Border();
    }

    private void Spread(Term[] column, double variance)
    {
        for (var i = 0; i < column.Length; i++)
        for (var j = 0; j <= i; j++)
            matrix.Add(column[i].Row, column[j].Row, variance * column[i].Slope * column[j].Slope);
    }

    // The balances at the readings, by the slopes at the estimate: g(x) + J (y − x).
    private double[] Residual()
    {
        var c = new double[Balances.Rows];
        for (var arc = 0; arc < layers.ArcCount; arc++)
        for (var l = 0; l < layers.Names.Length; l++)
            if (!zero[arc, l] && (layers.Reading(arc, l) >= 0 || (l == layers.MassLayer && Array.IndexOf(free, arc) >= 0)))
                foreach (var t in Ends(arc, l, Flow(arc, l)))
                    c[t.Row] += t.Slope;
        for (var k = 0; k < columns.Length; k++)
            foreach (var t in columns[k])
                c[t.Row] += t.Slope * (layers.Readings[k].Value - value[k]);
        return c;
    }

    // S λ − B du = c and Bᵀλ = 0. Directions that no balance tells have nothing in BᵀS⁻¹B and stay where they are.
    private void Border()
    {
        if (free.Length == 0)
            return;
        freeSolved =
        [
            .. freeColumns.Select(column =>
            {
                var right = new double[Balances.Rows];
                foreach (var t in column)
                    right[t.Row] += t.Slope;
                return Balances.Rows == 0 ? right : matrix.Solve(right);
            }),
        ];
        var n = free.Length;
        var normal = DenseMatrix.Create(n, n, (i, j) =>
            freeMass[i] * freeMass[j] * (Along(freeColumns[i], freeSolved[j]) + Along(freeColumns[j], freeSolved[i])) / 2
        );
        var eigen = normal.Evd(Symmetricity.Symmetric);
        var inverse = DenseMatrix.Create(n, n, 0);
        untold.Clear();
        for (var e = 0; e < n; e++)
        {
            var (v, length) = (eigen.EigenVectors.Column(e), eigen.EigenValues[e].Real);
            if (length > Nothing)
                inverse += DenseMatrix.OfMatrix(v.OuterProduct(v) / length);
            else
                untold.Add([.. v.Select((x, i) => x * freeMass[i])]);
        }
        freeInverse = DenseMatrix.Create(n, n, (i, j) => inverse[i, j] * freeMass[i] * freeMass[j]);
        var pulls = freeColumns.Select(column => Along(column, multipliers)).ToArray();
        steps = [.. Enumerable.Range(0, n).Select(i => -Enumerable.Range(0, n).Sum(j => freeInverse[i, j] * pulls[j]))];
        for (var i = 0; i < n; i++)
        for (var r = 0; r < multipliers.Length; r++)
            multipliers[r] += freeSolved[i][r] * steps[i];
    }

    private double[] steps = [];

    private static double Along(Term[] column, double[] x)
    {
        var sum = 0.0;
        foreach (var t in column)
            sum += t.Slope * x[t.Row];
        return sum;
    }

    // Puts the estimate where the multipliers say; how far it moved, relative to its size.
    private double Move(double share)
    {
        var furthest = 0.0;
        for (var k = 0; k < value.Length; k++)
        {
            var (arc, layer) = layers.CellOf[k];
            if (zero[arc, layer])
                continue;
            var r = layers.Readings[k];
            var now = wanted[k] = r.Value - Square(r.Sigma) * Along(columns[k], multipliers);
            // Where layers hang together a mass or an assay below nothing would turn the slopes round: it goes most of the way there, and
            // is held at nothing afterwards.
            if (layers.Coupled && value[k] > 0)
                now = Math.Max(now, Math.Min(value[k], Math.Max(value[k] / 10, Floor * r.Sigma)));
            furthest = Math.Max(furthest, Math.Abs(now - value[k]) / Math.Max(Math.Abs(now), r.Sigma));
            value[k] += share * (now - value[k]);
        }
        for (var i = 0; i < steps.Length; i++)
        {
            var now = Math.Clamp(freeMass[i] + steps[i], Math.Min(freeMass[i], Math.Max(freeMass[i] / 3, leastFree)), freeMass[i] * 3);
            furthest = Math.Max(furthest, Math.Abs(now - freeMass[i]) / now);
            freeMass[i] += share * (now - freeMass[i]);
        }
        return furthest;
    }

    // vᵀPv for a vector whose rows the matrix ties to each other.
    private double Quadratic(Term[] v)
    {
        var sum = 0.0;
        for (var i = 0; i < v.Length; i++)
        for (var j = 0; j <= i; j++)
            sum += (i == j ? 1 : 2) * v[i].Slope * v[j].Slope * matrix.Inverse(v[i].Row, v[j].Row);
        return sum - Freed(v);
    }

    private double Solved(Term[] v)
    {
        var right = new double[Balances.Rows];
        foreach (var t in v)
            right[t.Row] += t.Slope;
        return (Balances.Rows == 0 ? 0 : Along(v, matrix.Solve(right))) - Freed(v);
    }

    private double Freed(Term[] v)
    {
        var along = freeSolved.Select(s => Along(v, s)).ToArray();
        var sum = 0.0;
        for (var i = 0; i < along.Length; i++)
        for (var j = 0; j < along.Length; j++)
            sum += along[i] * along[j] * freeInverse[i, j];
        return sum;
    }

    // What was added to the matrix for a free mass is taken off its variance again.
    private double FreeVariance(int i, int j) => freeInverse[i, j] - (i == j ? Square(freeMass[i]) : 0);
}
