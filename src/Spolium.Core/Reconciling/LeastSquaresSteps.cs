using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Reconciling;

/// <summary>One step after another: the balances made straight, solved, bordered by what no reading tells, and moved along.</summary>
internal sealed partial class LeastSquares
{
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
