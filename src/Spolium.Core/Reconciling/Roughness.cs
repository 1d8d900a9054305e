namespace Spolium.Core.Reconciling;

/// <summary>
/// Readings as rough as they look. Now and then one is off by more than the hand that wrote it believed: a share of them by so many times
/// its ±. What the rest of the graph says of a reading tells whether it is one of these; where nothing checks it, nobody can tell, and its
/// range is widened by how often that happens. The tests of a batch go by the ± as written; only what is told of the flows goes by this.
/// </summary>
public static class Roughness
{
    private static readonly double Share = Reference.Constants.Get("rough-reading-share").Likely;
    private static readonly double Times = Reference.Constants.Get("rough-reading-times").Likely;

    /// <summary>What is allowed for, in words.</summary>
    public static readonly string Says =
        $"Ranges allow for {FigureText.Number(100 * Share, 0)} readings in a hundred being {FigureText.Number(Times, 0)} times as rough as "
        + "they say.";

    /// <summary>The graph with the standard uncertainty of each reading as wide as it should be.</summary>
    /// <param name="fit">Of the graph as it is.</param>
    public static FlowGraph Widened(FlowGraph graph, Reconciliation fit) =>
        graph with
        {
            Readings = [.. graph.Readings.Select((r, k) => r with { Sigma = r.Sigma * Math.Sqrt(Wider(fit.Readings[k])) })],
        };

    /// <summary>Mean square of a reading's error over its σ², given how far it stands from what the rest says.</summary>
    public static double Wider(ReconciledReading reading)
    {
        var more = Times * Times - 1;
        // Of a reading that the rest checks by the share c of its variance, z is spread by 1, or by √(1 + c (times² − 1)) if it is rough.
        var spread = 1 + more * reading.Checked;
        var z = reading.StandardisedAdjustment ?? 0;
        var rough = Share / Math.Sqrt(spread) * Math.Exp(-z * z / (2 * spread));
        return 1 + more * rough / (rough + (1 - Share) * Math.Exp(-z * z / 2));
    }

    /// <summary>What can be told of the flows.</summary>
    public static Reconciliation Told(FlowGraph graph, Reconciliation fit)
    {
        var wide = Reconciliation.Of(Widened(graph, fit));
        return fit with
        {
            Flows = wide.Converged ? wide.Flows : fit.Flows,
            Readings = [.. fit.Readings.Select((r, k) => wide.Converged ? r with { Value = wide.Readings[k].Value } : r)],
        };
    }
}
