namespace Spolium.Core.Reconciling;

/// <summary>
/// Flows that nobody read. In the graph of such flows a bridge is told by what crosses its cut; a flow on a cycle of them is
/// not observable, and gets no number.
/// </summary>
internal sealed class Unread
{
    private readonly Layers layers;
    private readonly LeastSquares fit;
    private readonly Dictionary<(int Arc, int Layer), List<(int Arc, int Layer, double Times)>> told = [];

    public Unread(Layers layers, LeastSquares fit, bool[,] zero)
    {
        this.layers = layers;
        this.fit = fit;
        for (var l = 0; l < layers.Names.Length; l++)
            Find(l, zero);
    }

    /// <summary>Grams; null where it is not observable.</summary>
    public double? Grams(int arc, int layer) =>
        told.TryGetValue((arc, layer), out var cut) && fit.Tells(cut) ? cut.Sum(c => c.Times * fit.Flow(c.Arc, c.Layer)) : null;

    public double? Sigma(int arc, int layer) =>
        told.TryGetValue((arc, layer), out var cut) && fit.Tells(cut) ? Math.Sqrt(fit.Variance(cut)) : null;

    private void Find(int layer, bool[,] zero)
    {
        var nodes = layers.NodeCount;
        int Place(int node) => layer == layers.MassLayer && layers.OpenInMass(node) ? 0 : node;
        var unread = Enumerable.Range(0, layers.ArcCount).Where(a => Contraction.IsUnread(layers, zero, a, layer)).ToList();
        if (unread.Count == 0)
            return;
        var near = new List<(int Arc, int Node)>[nodes];
        for (var n = 0; n < nodes; n++)
            near[n] = [];
        foreach (var a in unread)
        {
            near[Place(layers.From[a])].Add((a, Place(layers.To[a])));
            near[Place(layers.To[a])].Add((a, Place(layers.From[a])));
        }
        var read = new List<(int Arc, bool Into)>[nodes];
        for (var n = 0; n < nodes; n++)
            read[n] = [];
        for (var a = 0; a < layers.ArcCount; a++)
            if (!zero[a, layer] && !Contraction.IsUnread(layers, zero, a, layer))
            {
                read[Place(layers.To[a])].Add((a, true));
                read[Place(layers.From[a])].Add((a, false));
            }
        // Depth first, without recursion: a tree arc is a bridge when nothing below it reaches above it.
        var (order, low, parent) = (new int[nodes], new int[nodes], new int[nodes]);
        Array.Fill(order, -1);
        var visited = new List<int>();
        for (var root = 0; root < nodes; root++)
        {
            if (order[root] >= 0)
                continue;
            var stack = new Stack<(int Node, int Next)>();
            stack.Push((root, 0));
            (order[root], low[root], parent[root]) = (visited.Count, visited.Count, -1);
            visited.Add(root);
            while (stack.TryPop(out var at))
            {
                if (at.Next < near[at.Node].Count)
                {
                    stack.Push((at.Node, at.Next + 1));
                    var (arc, to) = near[at.Node][at.Next];
                    if (arc == parent[at.Node])
                        continue;
                    if (order[to] >= 0)
                        low[at.Node] = Math.Min(low[at.Node], order[to]);
                    else
                    {
                        (order[to], low[to], parent[to]) = (visited.Count, visited.Count, arc);
                        visited.Add(to);
                        stack.Push((to, 0));
                    }
                }
                else if (parent[at.Node] >= 0)
                {
                    var arc = parent[at.Node];
                    var above = Place(layers.From[arc]) == at.Node ? Place(layers.To[arc]) : Place(layers.From[arc]);
                    low[at.Node] = Math.Min(low[at.Node], order[at.Node]);
                    low[above] = Math.Min(low[above], low[at.Node]);
                    if (low[at.Node] == order[at.Node])
                        told[(arc, layer)] = Cut(visited, order[at.Node], read, layer, Place(layers.To[arc]) == at.Node);
                }
            }
        }
    }

    // Everything visited since the node lies below it: what is read into that part, less what is read out of it, leaves through the bridge.
    private List<(int, int, double)> Cut(List<int> visited, int from, List<(int Arc, bool Into)>[] read, int layer, bool leadsDown)
    {
        var net = new Dictionary<int, double>();
        for (var i = from; i < visited.Count; i++)
            foreach (var (arc, into) in read[visited[i]])
                net[arc] = net.GetValueOrDefault(arc) + (into ? 1 : -1);
        return [.. net.Where(n => n.Value != 0).Select(n => (n.Key, layer, leadsDown ? -n.Value : n.Value))];
    }
}
