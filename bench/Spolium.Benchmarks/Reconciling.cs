using BenchmarkDotNet.Attributes;
using Spolium.Core.Reconciling;

namespace Spolium.Benchmarks;

/// <summary>Made-up graphs with masses and assays of eight elements on every arc.</summary>
internal static class MadeUpGraphs
{
    private static readonly string[] Metals = ["Ag", "Au", "Cu", "Fe", "Ni", "Pb", "Pd", "Zn"];

    /// <summary>A batch: a chain of steps, each with two side flows, until there are so many arcs.</summary>
    public static FlowGraph Batch(int arcs) => Of(Chain("", null, null, arcs), 7);

    /// <summary>A shop: batches of twenty arcs, whose side flows go to a filter tub and a stock pot that are worked up into new
    /// batches.</summary>
    public static FlowGraph Shop(int arcs)
    {
        var all = new List<(Arc Arc, double Grams)>();
        for (var b = 0; all.Count < arcs; b++)
            all.AddRange(Chain($"b{b}.", "tub" + b / 12, "pot" + b / 12, 20));
        var holdings = all.Select(a => a.Arc.To).Where(t => t?.StartsWith("tub", StringComparison.Ordinal) == true).Distinct().Count();
        for (var i = 0; i < holdings; i++)
        {
            all.Add((new("tub-out" + i, "tub" + i, null), In("tub" + i)));
            all.Add((new("pot-out" + i, "pot" + i, null), In("pot" + i)));
        }
        return Of(all, 11);

        double In(string holding) => all.Where(a => a.Arc.To == holding).Sum(a => a.Grams);
    }

    private static List<(Arc, double)> Chain(string prefix, string? first, string? second, int arcs)
    {
        var (all, grams, step) = (new List<(Arc, double)>(), 400.0, 1);
        all.Add((new(prefix + "feed", null, prefix + "S1"), grams));
        while (all.Count < arcs)
        {
            all.Add((new($"{prefix}side{step}.1", prefix + "S" + step, first), grams * 0.01));
            all.Add((new($"{prefix}side{step}.2", prefix + "S" + step, second), grams * 0.02));
            grams *= 0.97;
            var last = all.Count + 1 >= arcs;
            all.Add((new($"{prefix}main{step}", prefix + "S" + step, last ? null : prefix + "S" + ++step), grams));
        }
        return all;
    }

    private static FlowGraph Of(IReadOnlyList<(Arc Arc, double Grams)> arcs, int seed)
    {
        var random = new Random(seed);
        double Off(double share) => 1 + share * (2 * random.NextDouble() - 1);
        var readings = arcs.SelectMany(a =>
            Metals
                .Select((m, i) => new FlowReading(a.Arc.Id, m, (0.02 + 0.01 * i) * Off(0.02), 0.0002 + 0.0001 * i, Measure.Fraction))
                .Prepend(
                    new FlowReading(a.Arc.Id, FlowGraph.Mass, a.Grams * Off(0.005), Math.Max(0.01, a.Grams * 0.003)) { Clues = new("1.00") }
                )
        );
        return new([.. arcs.Select(a => a.Arc)], [.. readings]);
    }
}

/// <summary>A batch of 60 arcs and a shop of 5,000, eight elements and the mass on each. Asked: 20 ms and 2 s.</summary>
[ShortRunJob]
[MemoryDiagnoser]
public class ReconcileBenchmarks
{
    private readonly FlowGraph batch = MadeUpGraphs.Batch(60);
    private readonly FlowGraph shop = MadeUpGraphs.Shop(5000);

    [Benchmark]
    public double Batch_of_60_arcs() => Reconciliation.Of(batch).ChiSquare;

    [Benchmark]
    public double Shop_of_5000_arcs() => Reconciliation.Of(shop).ChiSquare;
}
