using MathNet.Numerics.LinearAlgebra.Double;

namespace Spolium.Core.Equilibrium;

/// <summary>Rows of whole numbers as matrices, and their solution.</summary>
internal sealed partial class EquilibriumSolver
{
    private static void AddSquare(EquilibriumSystem.Row row, double amount, DenseMatrix to)
    {
        for (var k = 0; k < row.Components.Length; k++)
        for (var l = 0; l < row.Components.Length; l++)
            to[row.Components[k], row.Components[l]] += amount * row.Counts[k] * row.Counts[l];
    }

    private static void Border(EquilibriumSystem.Row row, int at, DenseMatrix to)
    {
        for (var k = 0; k < row.Components.Length; k++)
            to[at, row.Components[k]] = to[row.Components[k], at] = row.Counts[k];
    }

    // Amounts lie many powers of ten apart: rows and columns are brought to one size first.
    private double[] Solved(DenseMatrix all, DenseVector right)
    {
        var n = ln.Length;
        var size = new double[all.RowCount];
        for (var j = 0; j < size.Length; j++)
            size[j] = j < n ? 1 / Math.Sqrt(Math.Max(all[j, j], 1e-280)) : 1;
        for (var j = n; j < size.Length; j++)
        {
            var most = 0.0;
            for (var k = 0; k < n; k++)
                most = Math.Max(most, Math.Abs(all[j, k]) * size[k]);
            size[j] = 1 / most;
        }
        for (var j = 0; j < size.Length; j++)
        {
            for (var k = 0; k < size.Length; k++)
                all[j, k] *= size[j] * size[k];
            right[j] *= size[j];
        }
        var solved = all.LU().Solve(right);
        return [.. solved.Select((x, j) => x * size[j])];
    }
}
