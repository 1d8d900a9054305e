namespace Spolium.Core.Reconciling;

/// <summary>
/// A loss that nobody weighed: where all readings are right and still disagree, something left a node by no arc. Of all nodes the one from
/// which a free arc mends most (generalised likelihood ratio for leaks, Narasimhan and Mah 1987; docs/reconciliation.md).
/// </summary>
/// <param name="Node">Where it left.</param>
/// <param name="Graph">With the arc.</param>
public sealed record Leak(string Node, FlowGraph Graph, Reconciliation Fit)
{
    /// <summary>Id of the arc that was added.</summary>
    public const string ArcId = "lost";

    /// <summary>ln of how well it explains the readings: −χ²/2, less what a free loss costs. Any share of what goes through the step, up to
    /// half of it, is as good as any other beforehand: each layer that tells the loss to ± σ has been bought with √(2π) σ of that
    /// range.</summary>
    public double Evidence
    {
        get
        {
            var sum = -Fit.ChiSquare / 2;
            var told = 0;
            foreach (var layer in Layers())
            {
                var lost = Fit.Flow(ArcId, layer);
                if (lost.AtZero)
                    continue;
                var through = Graph.Arcs.Where(a => a.To == Node).Sum(a => Fit.Flows.First(f => f.Arc == a.Id && f.Of == layer).Grams ?? 0);
                if (lost.Sigma is not > 0 || through <= 0)
                {
                    // A loss of which nobody can tell how much is no explanation.
                    if (layer == FlowGraph.Mass)
                        return double.NegativeInfinity;
                    continue;
                }
                // A few per cent are what the method already counts as lost, or a side holding that was misread.
                if (told++ == 0)
                    sum += Exponent * Math.Log(Math.Clamp(lost.Grams!.Value / (UsuallyLost * through), 1e-6, 1));
                sum += Math.Log(Math.Min(1, Math.Sqrt(2 * Math.PI) * lost.Sigma.Value / (MostLost * through)));
                // More than half gone is no spill that nobody wrote down.
                if (lost.Grams > MostLost * through)
                    sum -= Math.Pow((lost.Grams.Value - MostLost * through) / lost.Sigma.Value, 2) / 2;
            }
            return told > 0 ? sum : double.NegativeInfinity;
        }
    }

    // What was read where the step takes and makes; the mass of a step that takes or gives what nobody weighs tells nothing.
    private IEnumerable<string> Layers()
    {
        var near = Graph.Arcs.Where(a => a.Id != ArcId && (a.From == Node || a.To == Node)).Select(a => a.Id).ToHashSet();
        return Graph
            .Readings.Where(r => near.Contains(r.Arc))
            .Select(r => r.Of)
            .Distinct()
            .Where(of => of != FlowGraph.Mass || Graph.OpenInMass?.Contains(Node) != true);
    }

    private static readonly double MostLost = Reference.Constants.Get("loss-at-most").Likely;
    private static readonly double UsuallyLost = Reference.Constants.Get("loss-usual-from").Likely;

    // How fast smaller losses grow unlikely: by the square of their share.
    private const double Exponent = 2;

    /// <summary>Every loss from one node that mends something, the one after which the readings agree best first.</summary>
    /// <param name="fit">Of the graph as it is.</param>
    public static IReadOnlyList<Leak> All(FlowGraph graph, Reconciliation fit) =>
        [
            .. graph
                .Arcs.SelectMany(a => new[] { a.From, a.To })
                .OfType<string>()
                .Distinct()
                .Select(n => graph with { Arcs = [.. graph.Arcs, new(ArcId, n, null)] })
                .Select(g => new Leak(g.Arcs[^1].From!, g, Reconciliation.Of(g)))
                .Where(l => l.Fit.Converged && l.Fit.ChiSquare < fit.ChiSquare - LeastMended)
                .OrderBy(l => l.Fit.ChiSquare),
        ];

    /// <summary>The likeliest leak; null where no loss from one node mends anything.</summary>
    /// <param name="fit">Of the graph as it is.</param>
    public static Leak? Find(FlowGraph graph, Reconciliation fit) => All(graph, fit) is [var first, ..] ? first : null;

    // A free arc takes what rounding leaves: that is no loss.
    private const double LeastMended = 1e-6;
}
