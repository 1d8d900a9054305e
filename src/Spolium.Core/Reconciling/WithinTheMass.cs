namespace Spolium.Core.Reconciling;

/// <summary>
/// No holding has more metal than it weighs: the shares that were read of one arc come to one at most. The bound's multiplier λ, where it
/// does work, draws each share by λσ², so that the widest gives way first; λ is found by Newton's steps (docs/reconciliation.md). Variances
/// stay those without the bound: never too small.
/// </summary>
internal static class WithinTheMass
{
    private const int MostRounds = 40;

    // A tenth of a microgram of each gram.
    private const double Slack = 1e-7;

    /// <summary>The estimate under the bound; the one that was given where it keeps it already.</summary>
    /// <param name="solve">Estimates a graph without the bound.</param>
    public static Reconciliation Of(FlowGraph graph, Reconciliation fit, Func<FlowGraph, Reconciliation> solve)
    {
        var arcs = graph
            .Readings.Select((r, k) => (r.Arc, r.Measure, Place: k))
            .Where(x => x.Measure == Measure.Fraction)
            .GroupBy(x => x.Arc)
            .Select(g => g.Select(x => x.Place).ToArray())
            .ToList();
        var pull = new double[arcs.Count];
        var now = fit;
        for (var round = 0; round < MostRounds; round++)
        {
            var over = arcs.Select(places => places.Sum(k => now.Readings[k].Value) - 1).ToList();
            var wrong = Enumerable.Range(0, arcs.Count).Where(a => over[a] > Slack || (pull[a] > 0 && over[a] < -Slack)).ToList();
            if (wrong.Count == 0)
                break;
            // On one way several bounds are often the same one: they share its work.
            foreach (var together in Touching(graph, arcs, wrong))
            foreach (var a in together)
                pull[a] = Math.Max(
                    0,
                    pull[a] + over[a] / together.Count / Math.Max(double.Epsilon, arcs[a].Sum(k => Left(now.Readings[k])))
                );
            var drawn = Drawn(graph, arcs, pull);
            now = solve(drawn);
            if (!now.Converged)
                return fit;
        }
        return ReferenceEquals(now, fit) ? fit : AsRead(graph, now);
    }

    // Bounds whose arcs hang together by their nodes.
    private static List<List<int>> Touching(FlowGraph graph, List<int[]> arcs, List<int> wrong)
    {
        var groups = new List<(List<int> Members, HashSet<string> Nodes)>();
        foreach (var a in wrong)
        {
            var arc = graph.Arcs.First(x => x.Id == graph.Readings[arcs[a][0]].Arc);
            HashSet<string> nodes = [.. new[] { arc.From, arc.To }.OfType<string>()];
            List<int> members = [a];
            foreach (var group in groups.Where(g => g.Nodes.Overlaps(nodes)).ToList())
            {
                members.AddRange(group.Members);
                nodes.UnionWith(group.Nodes);
                groups.Remove(group);
            }
            groups.Add((members, nodes));
        }
        return [.. groups.Select(g => g.Members)];
    }

    private static double Left(ReconciledReading r) => Math.Max(1e-3, 1 - r.Checked) * r.Reading.Sigma * r.Reading.Sigma;

    private static FlowGraph Drawn(FlowGraph graph, List<int[]> arcs, double[] pull)
    {
        var readings = graph.Readings.ToArray();
        for (var a = 0; a < arcs.Count; a++)
            foreach (var k in arcs[a])
                readings[k] = readings[k] with { Value = graph.Readings[k].Value - pull[a] * Math.Pow(graph.Readings[k].Sigma, 2) };
        return graph with { Readings = readings };
    }

    // Against the readings as they were read, not as they were drawn.
    private static Reconciliation AsRead(FlowGraph graph, Reconciliation now)
    {
        var readings = graph
            .Readings.Select(
                (r, k) =>
                    now.Readings[k] is { StandardisedAdjustment: { } z } n
                        ? n with
                        {
                            Reading = r,
                            StandardisedAdjustment = z + (r.Value - n.Reading.Value) / (r.Sigma * Math.Sqrt(n.Checked)),
                        }
                        : now.Readings[k] with
                        {
                            Reading = r,
                        }
            )
            .ToList();
        return now with { Readings = readings, ChiSquare = readings.Sum(r => Math.Pow((r.Value - r.Reading.Value) / r.Reading.Sigma, 2)) };
    }
}
