using Spolium.Core.Deciding;
using Spolium.Core.Reconciling;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>Two wrong numbers at once; shares that cannot pass one; readings that are rougher than they say.</summary>
public class TwoSlipsTests
{
    // The point of two weighings slipped: neither alone puts it right, and nothing was lost.
    [Fact]
    public void Two_slips_are_told_together_where_neither_puts_it_right_alone()
    {
        var graph = LossTests.Chain(100, 9.9, 980, 97);
        var told = SlipSearch.Weighed(graph);
        Assert.False(told.LossFirst);
        var first = told.Slips[0];
        Assert.True(first.Passes);
        Assert.Equal([2, 4], first.All.Select(p => p.Reading).Order());
        Assert.Equal(["decimal_down", "decimal_up"], first.All.Select(p => p.Slip.Kind).Order());
        Assert.Equal([98, 99], first.All.Select(p => p.Slip.Value).Order());
        Assert.DoesNotContain(told.Slips, s => s.Beside is null && s.Passes);
    }

    [Fact]
    public void One_slip_that_puts_it_right_stands_alone() =>
        Assert.All(SlipSearch.Weighed(LossTests.Chain(100, 99, 9.8, 97)).Slips, s => Assert.Null(s.Beside));

    // A dish left on the balance, then pennyweights for grams: the feed keeps its 300 g, and both are named.
    [Fact]
    public void A_batch_with_two_slips_keeps_its_feed()
    {
        var bench = new Bench(
            new([new("Ag", Given.Share(92.2), Given.Share(92.5), Given.Share(92.8))], "Cu"),
            300,
            "nitric-part",
            "copper-cement",
            "wash",
            "dry",
            "melt"
        );
        bench.Write(VesselDecisions.NameVessel(bench.Ledger.State, "B4", "beaker, low form", 600, Given.Grams(242.31, 0.02)), "shop");
        bench.AsPlanned("1-nitric-part").Begin("2-copper-cement").Pour("bar", 200.0).Weigh("bar", 108.4).Close();
        bench.AsPlanned("3-wash").Begin("4-dry");
        bench.Weigh("dry", 277.7 + 242.31, null, "it is what the balance said").Close();
        bench.Begin("5-melt").Pour("borax").Weigh("bar", Math.Round(277.0 / 1.55517384, 2), 0.995, "it is what the balance said").Close();
        Assert.False(bench.Book.AddsUp);
        Assert.False(bench.Book.LossFirst);
        var first = bench.Book.Proposals[0];
        Assert.Equal(["dwt_for_g", "tare_left"], first.All.Select(p => p.Slip.Kind).Order(StringComparer.Ordinal));
        Assert.Equal(277.5, bench.Book.Rest.Flow(BatchFlows.FeedArc, "Ag").Grams!.Value, 1.5);
        // One after the other is put right, and the readings agree.
        foreach (var slip in first.All)
        {
            var source = bench.Book.Flows.Sources[slip.Reading];
            var becomes = Given.Grams(Math.Round(slip.Slip.Value, 2), 0.02);
            bench.Write(RightReading.Sketch(bench.Ledger, bench.Batch, source.EntryId!, becomes, slip.Slip.Kind, null));
        }
        Assert.True(bench.Book.AddsUp, $"{bench.Book.Fit.ChiSquare} of {bench.Book.Fit.Limit}");
    }

    // 100 g of which 102 % ± 2 % was read at first and 99 % ± 2 % later: 100.5 % without the bound, all of it with.
    [Fact]
    public void No_holding_has_more_metal_than_it_weighs()
    {
        var fit = Reconciliation.Of(
            new(
                [new("feed", null, "A"), new("bar", "A", null)],
                [
                    new("feed", FlowGraph.Mass, 100, 0.01),
                    new("feed", "Ag", 1.02, 0.02, Measure.Fraction),
                    new("bar", FlowGraph.Mass, 100, 0.01),
                    new("bar", "Ag", 0.99, 0.02, Measure.Fraction),
                ]
            )
        );
        Assert.Equal(100, fit.Flow("bar", "Ag").Grams!.Value, 1e-5);
        Assert.Equal(100, fit.Flow("feed", "Ag").Grams!.Value, 1e-5);
        // (0.02/0.02)² + (0.01/0.02)².
        Assert.Equal(1.25, fit.ChiSquare, 1e-4);
    }

    // 105 % of two metals: the one that is known to ± 5 % gives way, not the one to ± 0.1 %.
    [Fact]
    public void The_widest_share_gives_way()
    {
        var fit = Reconciliation.Of(
            new(
                [new("feed", null, "A"), new("bar", "A", null)],
                [
                    new("feed", FlowGraph.Mass, 100, 0.01),
                    new("feed", "Au", 0.7, 0.001, Measure.Fraction),
                    new("feed", "Ag", 0.35, 0.05, Measure.Fraction),
                ]
            )
        );
        var by = 0.05 / (0.001 * 0.001 + 0.05 * 0.05);
        Assert.Equal(0.7 - by * 1e-6, fit.Readings[1].Value, 1e-6);
        Assert.Equal(0.35 - by * 25e-4, fit.Readings[2].Value, 1e-6);
    }

    // Chains of nearly fine metal, read roughly at every arc, with a loss at each step: whatever is read, no share passes one, no balance
    // is broken, and what the bound costs is never below nothing.
    [Fact]
    public void No_share_passes_one_in_any_solve()
    {
        var random = new Random(11);
        for (var n = 0; n < 60; n++)
        {
            var steps = random.Next(2, 7);
            var (arcs, readings) = (new List<Arc>(), new List<FlowReading>());
            void Put(string id, string? from, string? to, double mass, double share)
            {
                arcs.Add(new(id, from, to));
                readings.Add(new(id, FlowGraph.Mass, mass * (1 + 0.001 * (random.NextDouble() - 0.5)), 0.001 * mass));
                readings.Add(
                    new(id, "Ag", share + 0.06 * (random.NextDouble() - 0.4), 0.01 + 0.02 * random.NextDouble(), Measure.Fraction)
                );
            }
            Put("feed", null, "S1", 100, 0.98);
            for (var s = 1; s <= steps; s++)
            {
                Put("side" + s, "S" + s, null, 1, 0.5);
                Put(s == steps ? "bar" : "main" + s, "S" + s, s == steps ? null : "S" + (s + 1), 100 - s, 0.99);
            }
            var graph = new FlowGraph(arcs, readings);
            var fit = Reconciliation.Of(graph);
            Assert.True(fit.Converged);
            foreach (var arc in arcs)
                Assert.True(
                    fit.Flow(arc.Id, "Ag").Grams!.Value <= fit.Flow(arc.Id, FlowGraph.Mass).Grams!.Value * (1 + 1e-5),
                    $"{n}: {arc.Id} {fit.Flow(arc.Id, "Ag").Grams} g of {fit.Flow(arc.Id, FlowGraph.Mass).Grams} g"
                );
            for (var s = 1; s <= steps; s++)
                foreach (var of in new[] { "Ag", FlowGraph.Mass })
                    Assert.Equal(
                        arcs.Where(a => a.To == "S" + s).Sum(a => fit.Flow(a.Id, of).Grams!.Value),
                        arcs.Where(a => a.From == "S" + s).Sum(a => fit.Flow(a.Id, of).Grams!.Value),
                        1e-6
                    );
            Assert.Equal(fit.Readings.Sum(r => Math.Pow((r.Value - r.Reading.Value) / r.Reading.Sigma, 2)), fit.ChiSquare, 1e-9);
        }
    }

    [Theory]
    // Nothing checks it: one in twenty is three times as far, 0.95 + 0.05 × 9.
    [InlineData(null, 0, 1.4)]
    // It stands where the rest says: 0.05/3 in 0.95 + 0.05/3 may be rough.
    [InlineData(0.0, 1, 1.13793)]
    // Six of its ± away: it is rough.
    [InlineData(6.0, 1, 9)]
    public void A_reading_is_as_rough_as_it_looks(double? z, double by, double wider) =>
        Assert.Equal(wider, Roughness.Wider(new(new("a", FlowGraph.Mass, 1, 0.1), 1, z, by)), 1e-4);

    [Fact]
    public void Intervals_hold_where_one_reading_in_ten_is_three_times_as_rough()
    {
        var (told, held, _) = Cases.SimulationFigures.Rough(5, 60);
        Assert.InRange((double)held / told, 0.91, 0.97);
    }

    [Fact]
    public void Most_pairs_that_could_be_seen_are_named()
    {
        var (_, seen, both) = Cases.SimulationFigures.Pairs(5, 40);
        Assert.True(seen > 10, $"{seen} could be seen");
        Assert.InRange((double)both / seen, 0.75, 1);
    }
}
