using MathNet.Numerics.LinearAlgebra;
using MathNet.Numerics.LinearAlgebra.Double;
using MathNet.Numerics.LinearAlgebra.Factorization;

namespace Spolium.Core.Reconciling;

/// <summary>The covariance of the balances, A Σ Aᵀ: symmetric, positive definite. Filled, factored, and asked for solutions and entries of
/// its inverse.</summary>
internal interface IBalanceMatrix
{
    void Clear();

    /// <summary>Adds to an entry and to its mirror; row ≥ column or not.</summary>
    void Add(int row, int column, double value);

    void Factor();

    double[] Solve(double[] right);

    /// <summary>An entry of the inverse; where the matrix is sparse, only where it has an entry itself.</summary>
    double Inverse(int row, int column);
}

/// <summary>Dense, for a batch: MathNet's Cholesky factor.</summary>
internal sealed class DenseBalance(int rows) : IBalanceMatrix
{
    private readonly DenseMatrix matrix = DenseMatrix.Create(rows, rows, 0);
    private Cholesky<double>? factor;
    private Matrix<double>? inverse;

    public void Clear()
    {
        matrix.Clear();
        (factor, inverse) = (null, null);
    }

    public void Add(int row, int column, double value)
    {
        matrix.Values[column * rows + row] += value;
        if (row != column)
            matrix.Values[row * rows + column] += value;
    }

    public void Factor() => factor = matrix.Cholesky();

    public double[] Solve(double[] right) => factor!.Solve(DenseVector.OfArray(right)).ToArray();

    public double Inverse(int row, int column) => (inverse ??= factor!.Solve(DenseMatrix.CreateIdentity(rows)))[row, column];
}
