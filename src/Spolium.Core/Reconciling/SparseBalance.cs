namespace Spolium.Core.Reconciling;

/// <summary>
/// Sparse, for the graph of a whole shop: Cholesky L D Lᵀ in an order of least degree, and the entries of the inverse on
/// the pattern of L (Takahashi, Fagan and Chin 1973). No sparse direct solver is among the libraries that are served here.
/// </summary>
internal sealed class SparseBalance : IBalanceMatrix
{
    private readonly int rows;
    private readonly int[] place;
    private readonly int[] start;
    private readonly int[] below;
    private readonly double[] filled;
    private readonly double[] diagonal;
    private double[] factor = [];
    private double[] pivots = [];
    private double[]? inverse;
    private double[]? inverseDiagonal;

    /// <param name="rows">Number of balances.</param>
    /// <param name="groups">Rows that are solved next to each other (those of one node).</param>
    /// <param name="cliques">Sets of rows that an arc ties to each other.</param>
    public SparseBalance(int rows, IReadOnlyList<int> groups, IReadOnlyList<int[]> cliques)
    {
        this.rows = rows;
        place = Order(rows, groups, cliques);
        var pattern = Pattern(rows, place, cliques);
        start = new int[rows + 1];
        for (var j = 0; j < rows; j++)
            start[j + 1] = start[j] + pattern[j].Length;
        below = [.. pattern.SelectMany(p => p)];
        filled = new double[below.Length];
        diagonal = new double[rows];
    }

    public void Clear()
    {
        Array.Clear(filled);
        Array.Clear(diagonal);
        (inverse, inverseDiagonal) = (null, null);
    }

    public void Add(int row, int column, double value)
    {
        var (i, j) = (place[row], place[column]);
        if (i == j)
            diagonal[i] += value;
        else
            filled[At(Math.Max(i, j), Math.Min(i, j))] += value;
    }

    public void Factor()
    {
        factor = (double[])filled.Clone();
        pivots = (double[])diagonal.Clone();
        // Right-looking: each column is taken from those that it reaches.
        for (var j = 0; j < rows; j++)
        {
            var d = pivots[j];
            if (!(d > 0))
                throw new ArithmeticException("the balances are not independent");
            for (var p = start[j]; p < start[j + 1]; p++)
            {
                var k = below[p];
                var l = factor[p] / d;
                pivots[k] -= l * factor[p];
                var q = start[k];
                for (var r = p + 1; r < start[j + 1]; r++)
                {
                    while (below[q] != below[r])
                        q++;
                    factor[q] -= l * factor[r];
                }
            }
            for (var p = start[j]; p < start[j + 1]; p++)
                factor[p] /= d;
        }
    }

    public double[] Solve(double[] right)
    {
        var x = new double[rows];
        for (var i = 0; i < rows; i++)
            x[place[i]] = right[i];
        for (var j = 0; j < rows; j++)
            if (x[j] != 0)
                for (var p = start[j]; p < start[j + 1]; p++)
                    x[below[p]] -= factor[p] * x[j];
        for (var j = rows - 1; j >= 0; j--)
        {
            var sum = x[j] / pivots[j];
            for (var p = start[j]; p < start[j + 1]; p++)
                sum -= factor[p] * x[below[p]];
            x[j] = sum;
        }
        var result = new double[rows];
        for (var i = 0; i < rows; i++)
            result[i] = x[place[i]];
        return result;
    }

    public double Inverse(int row, int column)
    {
        if (inverse is null)
            Invert();
        var (i, j) = (place[row], place[column]);
        return i == j ? inverseDiagonal![i] : inverse![At(Math.Max(i, j), Math.Min(i, j))];
    }

    private void Invert()
    {
        inverse = new double[below.Length];
        inverseDiagonal = new double[rows];
        var position = new int[rows];
        Array.Fill(position, -1);
        var sums = new double[rows];
        for (var j = rows - 1; j >= 0; j--)
        {
            var (from, count) = (start[j], start[j + 1] - start[j]);
            for (var p = 0; p < count; p++)
                position[below[from + p]] = p;
            Array.Clear(sums, 0, count);
            for (var p = 0; p < count; p++)
            {
                var k = below[from + p];
                sums[p] += inverseDiagonal[k] * factor[from + p];
                for (var q = start[k]; q < start[k + 1]; q++)
                    if (position[below[q]] is >= 0 and var i)
                    {
                        sums[i] += inverse[q] * factor[from + p];
                        sums[p] += inverse[q] * factor[from + i];
                    }
            }
            var self = 1 / pivots[j];
            for (var p = 0; p < count; p++)
            {
                inverse[from + p] = -sums[p];
                self += sums[p] * factor[from + p];
                position[below[from + p]] = -1;
            }
            inverseDiagonal[j] = self;
        }
    }

    private int At(int i, int j) => Array.BinarySearch(below, start[j], start[j + 1] - start[j], i);

    // Least degree first, on the graph of the groups: a group's rows follow each other.
    private static int[] Order(int rows, IReadOnlyList<int> groups, IReadOnlyList<int[]> cliques)
    {
        var near = new Dictionary<int, HashSet<int>>();
        foreach (var g in groups)
            near.TryAdd(g, []);
        foreach (var clique in cliques)
        foreach (var a in clique)
        foreach (var b in clique)
            if (groups[a] != groups[b])
                near[groups[a]].Add(groups[b]);
        var queue = new PriorityQueue<int, (int, int)>();
        foreach (var (g, others) in near)
            queue.Enqueue(g, (others.Count, g));
        var members = Enumerable.Range(0, rows).ToLookup(r => groups[r]);
        var place = new int[rows];
        var next = 0;
        while (queue.TryDequeue(out var g, out var priority))
        {
            if (!near.TryGetValue(g, out var others) || others.Count != priority.Item1)
                continue;
            foreach (var r in members[g])
                place[r] = next++;
            near.Remove(g);
            foreach (var a in others)
            {
                near[a].Remove(g);
                foreach (var b in others)
                    if (a != b)
                        near[a].Add(b);
                queue.Enqueue(a, (near[a].Count, a));
            }
        }
        return place;
    }

    // The rows below the diagonal of each column of L: those of the matrix, and those of the columns whose first row it is.
    private static int[][] Pattern(int rows, int[] place, IReadOnlyList<int[]> cliques)
    {
        var sets = new SortedSet<int>[rows];
        for (var j = 0; j < rows; j++)
            sets[j] = [];
        foreach (var clique in cliques)
        foreach (var a in clique)
        foreach (var b in clique)
            if (place[a] > place[b])
                sets[place[b]].Add(place[a]);
        var pattern = new int[rows][];
        for (var j = 0; j < rows; j++)
        {
            pattern[j] = [.. sets[j]];
            sets[j] = [];
            if (pattern[j].Length > 1)
                sets[pattern[j][0]].UnionWith(pattern[j].AsSpan(1).ToArray());
        }
        return pattern;
    }
}
