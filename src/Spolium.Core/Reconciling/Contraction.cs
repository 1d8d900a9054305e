namespace Spolium.Core.Reconciling;

/// <summary>
/// Nodes joined by a flow that nobody read balance only together: layer by layer they are drawn into one (Kretsovalis and
/// Mah 1987). What is left are the balances that readings can break; a flow that was read within one such group cannot be checked.
/// </summary>
internal sealed class Contraction
{
    private readonly int[] row;
    private readonly int nodes;

    /// <param name="zero">Flows held at nothing.</param>
    public Contraction(Layers layers, bool[,] zero)
    {
        nodes = layers.NodeCount;
        row = new int[layers.Names.Length * nodes];
        Array.Fill(row, -1);
        var count = 0;
        for (var l = 0; l < layers.Names.Length; l++)
        {
            var group = new Groups(nodes);
            if (l == layers.MassLayer)
                for (var n = 1; n < nodes; n++)
                    if (layers.OpenInMass(n))
                        group.Join(0, n);
            for (var a = 0; a < layers.ArcCount; a++)
                if (IsUnread(layers, zero, a, l))
                    group.Join(layers.From[a], layers.To[a]);
            // Of groups that hang together by flows with some uncertainty, and not with the outside, one balance follows from the others.
            var hangs = new Groups(nodes);
            for (var n = 0; n < nodes; n++)
                hangs.Join(n, group.Of(n));
            for (var a = 0; a < layers.ArcCount; a++)
                if (!zero[a, l])
                    hangs.Join(layers.From[a], layers.To[a]);
            var spared = new Dictionary<int, int> { [hangs.Of(0)] = group.Of(0) };
            for (var n = 0; n < nodes; n++)
                spared.TryAdd(hangs.Of(n), group.Of(n));
            var numbers = new Dictionary<int, int>();
            for (var n = 0; n < nodes; n++)
            {
                var g = group.Of(n);
                if (spared[hangs.Of(n)] == g)
                    continue;
                if (!numbers.TryGetValue(g, out var r))
                {
                    numbers[g] = r = count++;
                    FirstNode.Add(n);
                }
                row[l * nodes + n] = r;
            }
        }
        Rows = count;
    }

    /// <summary>Balances left.</summary>
    public int Rows { get; }

    /// <summary>A node of each balance, for the order in which they are solved.</summary>
    public List<int> FirstNode { get; } = [];

    /// <summary>The balance that a node stands in, or −1.</summary>
    public int Row(int layer, int node) => row[layer * nodes + node];

    /// <summary>Nobody read this flow, and it is not held at nothing.</summary>
    public static bool IsUnread(Layers layers, bool[,] zero, int arc, int layer) =>
        !zero[arc, layer] && layers.Reading(arc, layer) < 0 && !(layer == layers.MassLayer && layers.MassIsFree(arc));
}

/// <summary>Sets that are joined (union–find with path halving).</summary>
internal sealed class Groups
{
    private readonly int[] parent;

    public Groups(int count)
    {
        parent = new int[count];
        for (var i = 0; i < count; i++)
            parent[i] = i;
    }

    public int Of(int x)
    {
        while (parent[x] != x)
            x = parent[x] = parent[parent[x]];
        return x;
    }

    public void Join(int a, int b)
    {
        var (x, y) = (Of(a), Of(b));
        if (x != y)
            parent[Math.Max(x, y)] = Math.Min(x, y);
    }
}
