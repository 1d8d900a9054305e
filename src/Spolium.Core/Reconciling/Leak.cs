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

    /// <summary>The likeliest leak; null where no loss from one node mends anything.</summary>
    /// <param name="fit">Of the graph as it is.</param>
    public static Leak? Find(FlowGraph graph, Reconciliation fit)
    {
        var nodes = graph.Arcs.SelectMany(a => new[] { a.From, a.To }).OfType<string>().Distinct();
        var leaks = nodes
            .Select(n => graph with { Arcs = [.. graph.Arcs, new(ArcId, n, null)] })
            .Select(g => new Leak(g.Arcs[^1].From!, g, Reconciliation.Of(g)))
            .Where(l => l.Fit.Converged && l.Fit.ChiSquare < fit.ChiSquare - LeastMended)
            .ToList();
        return leaks.MinBy(l => l.Fit.ChiSquare);
    }

    // A free arc takes what rounding leaves: that is no loss.
    private const double LeastMended = 1e-6;
}
