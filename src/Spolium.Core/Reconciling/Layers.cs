namespace Spolium.Core.Reconciling;

/// <summary>
/// A graph laid out by number: nodes (0 is outside), layers (mass and each element), and for every arc and layer the
/// reading that it has. An arc that was read twice is cut in two by a node of its own, so that a cell holds one reading at most.
/// </summary>
internal sealed class Layers
{
    public Layers(FlowGraph graph)
    {
        graph.Check();
        Readings = graph.Readings;
        Coupled = Readings.Any(r => r.Measure == Measure.Fraction);
        Names = [.. Readings.Select(r => r.Of).Distinct().Order(StringComparer.Ordinal)];
        if (Coupled && !Names.Contains(FlowGraph.Mass))
            Names = [.. Names, FlowGraph.Mass];
        MassLayer = Array.IndexOf(Names, FlowGraph.Mass);
        var nodes = new Dictionary<string, int>();
        int Node(string? name) =>
            name is null ? 0
            : nodes.TryGetValue(name, out var n) ? n
            : nodes[name] = nodes.Count + 1;
        foreach (var a in graph.Arcs)
        {
            From.Add(Node(a.From));
            To.Add(Node(a.To));
        }
        foreach (var open in graph.OpenInMass ?? [])
            if (nodes.TryGetValue(open, out var n))
                openInMass.Add(n);
        Arcs = graph.Arcs.Select(a => a.Id).ToList();
        NodeCount = nodes.Count + 1;
        var first = Arcs.Select((id, i) => (id, i)).ToDictionary(x => x.id, x => x.i);
        foreach (var _ in Arcs)
            cells.Add(Empty());
        CellOf = new (int, int)[Readings.Count];
        for (var k = 0; k < Readings.Count; k++)
        {
            var (arc, layer) = (first[Readings[k].Arc], Array.IndexOf(Names, Readings[k].Of));
            // The parts of an arc follow each other through nodes of their own, which balance in everything.
            while (cells[arc][layer] >= 0)
                arc = next.TryGetValue(arc, out var behind) ? behind : Cut(arc);
            cells[arc][layer] = k;
            CellOf[k] = (arc, layer);
        }
    }

    private readonly List<int[]> cells = [];
    private readonly Dictionary<int, int> next = [];
    private readonly HashSet<int> openInMass = [];

    public IReadOnlyList<FlowReading> Readings { get; }

    /// <summary>Ids of the arcs; parts that were cut off follow without an id.</summary>
    public IReadOnlyList<string> Arcs { get; }

    public string[] Names { get; }

    /// <summary>−1 where nothing was read of the mass.</summary>
    public int MassLayer { get; }

    public int NodeCount { get; private set; }

    public List<int> From { get; } = [];

    public List<int> To { get; } = [];

    public (int Arc, int Layer)[] CellOf { get; }

    public int ArcCount => From.Count;

    /// <summary>Something was assayed: mass and elements hang together.</summary>
    public bool Coupled { get; }

    /// <summary>The reading of an arc in a layer, or −1.</summary>
    public int Reading(int arc, int layer) => cells[arc][layer];

    public bool OpenInMass(int node) => openInMass.Contains(node);

    /// <summary>Nobody weighed it, but it was assayed: one unknown mass stands in several layers.</summary>
    public bool MassIsFree(int arc)
    {
        if (MassLayer < 0 || cells[arc][MassLayer] >= 0)
            return false;
        foreach (var k in cells[arc])
            if (k >= 0 && Readings[k].Measure == Measure.Fraction)
                return true;
        return false;
    }

    private int[] Empty()
    {
        var row = new int[Names.Length];
        Array.Fill(row, -1);
        return row;
    }

    private int Cut(int arc)
    {
        var (node, behind) = (NodeCount++, From.Count);
        From.Add(node);
        To.Add(To[arc]);
        To[arc] = node;
        cells.Add(Empty());
        next[arc] = behind;
        return behind;
    }
}
