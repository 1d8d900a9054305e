using CsCheck;
using MathNet.Numerics.LinearAlgebra.Double;
using Spolium.Cases;
using Spolium.Core.Reconciling;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

public class ReconciliationTests
{
    private static FlowReading Grams(string arc, double value, double sigma, string of = FlowGraph.Mass) => new(arc, of, value, sigma);

    private static FlowReading Assay(string arc, string element, double value, double sigma) =>
        new(arc, element, value, sigma, Measure.Fraction);

    private static readonly Arc[] Fork = [new("feed", null, "S"), new("bar", "S", null), new("slag", "S", null)];

    // By hand: the gap of 100 − 90 − 8 = 2 g is shared in proportion to the variances 1 : 0.25 : 0.04, of which the sum is 1.29.
    [Fact]
    public void A_gap_is_shared_in_proportion_to_the_variances()
    {
        var fit = Reconciliation.Of(new(Fork, [Grams("feed", 100, 1), Grams("bar", 90, 0.5), Grams("slag", 8, 0.2)]));
        Assert.Equal(100 - 2 / 1.29, fit.Flow("feed", "mass").Grams!.Value, 1e-12);
        Assert.Equal(90 + 2 * 0.25 / 1.29, fit.Flow("bar", "mass").Grams!.Value, 1e-12);
        Assert.Equal(8 + 2 * 0.04 / 1.29, fit.Flow("slag", "mass").Grams!.Value, 1e-12);
        Assert.Equal(4 / 1.29, fit.ChiSquare, 1e-12);
        Assert.Equal(1, fit.DegreesOfFreedom);
        Assert.Equal(3.8415, fit.Limit, 1e-4);
        Assert.Equal(Math.Sqrt(1 - 1 / 1.29), fit.Flow("feed", "mass").Sigma!.Value, 1e-12);
        // One balance: all readings are suspect alike.
        Assert.All(fit.Readings, r => Assert.Equal(2 / Math.Sqrt(1.29), Math.Abs(r.StandardisedAdjustment!.Value), 1e-12));
    }

    [Fact]
    public void A_flow_that_nobody_read_is_told_by_the_balance_and_checks_nothing()
    {
        var fit = Reconciliation.Of(new(Fork, [Grams("feed", 100, 1), Grams("bar", 90, 0.5)]));
        var slag = fit.Flow("slag", "mass");
        Assert.Equal(10, slag.Grams!.Value, 1e-12);
        Assert.Equal(Math.Sqrt(1.25), slag.Sigma!.Value, 1e-12);
        Assert.False(slag.Redundant);
        Assert.False(fit.Flow("feed", "mass").Redundant);
        Assert.Equal(0, fit.DegreesOfFreedom);
        Assert.True(fit.Passes);
    }

    [Fact]
    public void Two_flows_that_nobody_read_side_by_side_get_no_number()
    {
        var fit = Reconciliation.Of(new([.. Fork, new("dust", "S", null)], [Grams("feed", 100, 1), Grams("bar", 90, 0.5)]));
        Assert.False(fit.Flow("slag", "mass").Observable);
        Assert.Null(fit.Flow("dust", "mass").Sigma);
        Assert.Equal(90, fit.Flow("bar", "mass").Grams);
    }

    [Fact]
    public void Weighed_twice_is_the_weighted_mean()
    {
        var fit = Reconciliation.Of(new([new("bar", null, null)], [Grams("bar", 8.42, 0.02), Grams("bar", 8.45, 0.01)]));
        Assert.Equal((8.42 / 4 + 8.45) / 1.25, fit.Flow("bar", "mass").Grams!.Value, 1e-12);
        Assert.Equal(0.01 / Math.Sqrt(1.25), fit.Flow("bar", "mass").Sigma!.Value, 1e-12);
        Assert.Equal(1, fit.DegreesOfFreedom);
    }

    // By hand: 8.91 ± 0.5 g by content and 8.42 g by the bar (9.02 g × 0.9335 ± 0.003): the mean by variances.
    [Fact]
    public void A_bar_is_mass_times_fineness()
    {
        var graph = new FlowGraph(
            [new("lot", null, "S"), new("bar", "S", null)],
            [Grams("lot", 8.91, 0.5, "Au"), Grams("bar", 9.02, 0.01), Assay("bar", "Au", 0.9335, 0.003)],
            ["S"]
        );
        var fit = Reconciliation.Of(graph);
        var (bar, variance) = (9.02 * 0.9335, Math.Pow(0.01 * 0.9335, 2) + Math.Pow(9.02 * 0.003, 2));
        var mean = (8.91 / 0.25 + bar / variance) / (1 / 0.25 + 1 / variance);
        Assert.Equal(mean, fit.Flow("lot", "Au").Grams!.Value, 1e-4);
        Assert.Equal(Math.Sqrt(1 / (1 / 0.25 + 1 / variance)), fit.Flow("bar", "Au").Sigma!.Value, 1e-4);
        Assert.Equal(fit.Flow("lot", "Au").Grams!.Value, fit.Flow("bar", "Au").Grams!.Value, 1e-12);
    }

    [Fact]
    public void An_assay_without_a_weighing_tells_the_mass_where_another_metal_does()
    {
        // Gold tells that 50 g of powder came: its copper follows from the assay.
        var graph = new FlowGraph(
            [new("lot", null, "S"), new("powder", "S", null)],
            [Grams("lot", 40, 0.4, "Au"), Assay("powder", "Au", 0.8, 0.004), Assay("powder", "Cu", 0.1, 0.002)],
            ["S"]
        );
        var fit = Reconciliation.Of(graph);
        Assert.Equal(50, fit.Flow("powder", "mass").Grams!.Value, 1e-9);
        Assert.Equal(5, fit.Flow("powder", "Cu").Grams!.Value, 1e-9);
        Assert.Equal(5, fit.Flow("lot", "Cu").Grams!.Value, 1e-9);
        // 5 g × √(0.01² + 0.005² + 0.02²)
        Assert.Equal(5 * Math.Sqrt(0.01 * 0.01 + 0.005 * 0.005 + 0.02 * 0.02), fit.Flow("powder", "Cu").Sigma!.Value, 1e-6);
        Assert.Equal(0, fit.DegreesOfFreedom);
    }

    [Fact]
    public void An_assay_whose_mass_nothing_tells_gets_no_number()
    {
        var fit = Reconciliation.Of(new([new("lot", null, "S"), new("powder", "S", null)], [Assay("powder", "Au", 0.8, 0.004)], ["S"]));
        Assert.False(fit.Flow("powder", "Au").Observable);
        Assert.False(fit.Flow("lot", "Au").Observable);
    }

    [Fact]
    public void What_would_be_negative_is_held_at_nothing()
    {
        var fit = Reconciliation.Of(new(Fork, [Grams("feed", 90, 1), Grams("bar", 92, 0.1), Grams("slag", 0.1, 0.4)]));
        Assert.Equal(0, fit.Flow("slag", "mass").Grams);
        Assert.True(fit.Flow("slag", "mass").AtZero);
        Assert.Equal(fit.Flow("feed", "mass").Grams!.Value, fit.Flow("bar", "mass").Grams!.Value, 1e-12);
        // Without the bound it would be 0.1 − 2.1·0.16/1.17 = −0.19; with it, feed and bar share the gap of 2 g by 1 : 0.01.
        Assert.Equal(92 - 2 * 0.01 / 1.01, fit.Flow("bar", "mass").Grams!.Value, 1e-12);
    }

    [Theory]
    [InlineData("nowhere", 1, "is of arc nowhere")]
    [InlineData("feed", 0, "uncertainty above 0")]
    public void Readings_that_cannot_be_are_refused(string arc, double sigma, string reason) =>
        Assert.Contains(reason, Assert.Throws<ArgumentException>(() => Reconciliation.Of(new(Fork, [Grams(arc, 1, sigma)]))).Message);

    // Simulated batches of which more and more was not read; every third with grams of metal in place of assays.
    private static readonly Gen<FlowGraph> Graphs = Gen.Select(Gen.Int[0, 100_000], Gen.Double[0, 0.5])
        .Select(
            (seed, missing) =>
            {
                var random = new Random(seed);
                var batch = new Simulation(seed).Next();
                var readings = batch.Graph.Readings.Where(_ => random.NextDouble() >= missing);
                return batch.Graph with
                {
                    Readings =
                    [
                        .. seed % 3 > 0
                            ? readings
                            : readings.Select(r =>
                                r.Measure == Measure.Grams
                                    ? r
                                    : new(
                                        r.Arc,
                                        r.Of,
                                        batch.Truth[(r.Arc, r.Of)] * (1 + 0.01 * (random.NextDouble() - 0.5)),
                                        0.01 * batch.Truth[(r.Arc, r.Of)]
                                    )
                            ),
                    ],
                };
            }
        );

    [Fact]
    public void Every_node_balances_in_every_layer_and_no_flow_is_negative() =>
        Graphs.Sample(
            graph =>
            {
                var fit = Reconciliation.Of(graph);
                return fit.Flows.All(f => f.Grams is null or >= -1e-9)
                    && graph
                        .Arcs.SelectMany(a => new[] { a.From, a.To })
                        .OfType<string>()
                        .Distinct()
                        .All(node =>
                            fit.Flows.GroupBy(f => f.Of)
                                .All(layer =>
                                {
                                    var at = layer
                                        .Where(f => graph.Arcs.First(a => a.Id == f.Arc) is var a && (a.From == node) != (a.To == node))
                                        .ToList();
                                    return at.Any(f => f.Grams is null)
                                        || Math.Abs(
                                            at.Sum(f => (graph.Arcs.First(a => a.Id == f.Arc).To == node ? 1 : -1) * f.Grams!.Value)
                                        ) < 1e-6;
                                })
                        );
            },
            iter: 150
        );

    [Fact]
    public void The_sparse_way_and_the_dense_one_agree() =>
        Graphs.Sample(
            graph =>
            {
                var (dense, sparse) = (Reconciliation.Of(graph, false), Reconciliation.Of(graph, true));
                return !dense.Converged
                    || Math.Abs(dense.ChiSquare - sparse.ChiSquare) < 1e-6 * (1 + dense.ChiSquare)
                        && dense
                            .Flows.Zip(sparse.Flows)
                            .All(p =>
                                p.First.Observable == p.Second.Observable
                                && Math.Abs((p.First.Grams - p.Second.Grams) ?? 0) < 1e-6 * (1 + (p.First.Grams ?? 0))
                                && Math.Abs((p.First.Sigma - p.Second.Sigma) ?? 0) < 1e-6 * (1 + (p.First.Grams ?? 0))
                            );
            },
            iter: 150
        );

    // A second way to the same: dense normal equations over all flows of one layer, unread ones included, by their null space.
    [Fact]
    public void One_layer_agrees_with_the_projected_normal_equations() =>
        Graphs
            .Where(g => g.Readings.All(r => r.Measure == Measure.Grams))
            .Sample(
                graph =>
                {
                    var readings = graph.Readings.Where(r => r.Of == "Au").ToList();
                    if (readings.Count == 0)
                        return true;
                    var fit = Reconciliation.Of(graph with { Readings = readings });
                    var nodes = graph.Arcs.SelectMany(a => new[] { a.From, a.To }).OfType<string>().Distinct().ToList();
                    var balance = DenseMatrix.Create(nodes.Count, graph.Arcs.Count, (n, a) =>
                        (graph.Arcs[a].To == nodes[n] ? 1 : 0) - (graph.Arcs[a].From == nodes[n] ? 1 : 0)
                    );
                    var kernel = DenseMatrix.OfColumnVectors(balance.Kernel());
                    var rows = DenseMatrix.Create(readings.Count, graph.Arcs.Count, (r, a) =>
                        graph.Arcs[a].Id == readings[r].Arc ? 1 / readings[r].Sigma : 0
                    );
                    var design = rows * kernel;
                    var right = DenseVector.Create(readings.Count, r => readings[r].Value / readings[r].Sigma);
                    var svd = design.Svd();
                    var rank = svd.S.Count(s => s > 1e-9 * svd.S[0]);
                    var solution = DenseVector.Create(kernel.ColumnCount, 0);
                    for (var i = 0; i < rank; i++)
                        solution += (DenseVector)(svd.VT.Row(i) * (svd.U.Column(i).DotProduct(right) / svd.S[i]));
                    var flows = kernel * solution;
                    // Observable: no direction that the readings do not see moves the flow.
                    var unseen = Enumerable.Range(rank, kernel.ColumnCount - rank).Select(i => kernel * svd.VT.Row(i)).ToList();
                    return flows.Min() < -1e-9
                        || Enumerable
                            .Range(0, graph.Arcs.Count)
                            .All(a =>
                            {
                                var got = fit.Flow(graph.Arcs[a].Id, "Au");
                                var seen = unseen.All(u => Math.Abs(u[a]) < 1e-9);
                                return got.Observable == seen && (!seen || Math.Abs(got.Grams!.Value - flows[a]) < 1e-6);
                            });
                },
                iter: 200
            );

    [Fact]
    public void Readings_that_balance_already_stay_as_they_are()
    {
        var fit = Reconciliation.Of(new(Fork, [Grams("feed", 100, 1), Grams("bar", 92, 0.5), Grams("slag", 8, 0.2)]));
        Assert.Equal(0, fit.ChiSquare, 1e-20);
        Assert.Equal(92, fit.Flow("bar", "mass").Grams!.Value, 1e-12);
        Assert.All(fit.Readings, r => Assert.InRange(Math.Abs(r.StandardisedAdjustment ?? 0), 0, fit.AdjustmentLimit));
    }
}
