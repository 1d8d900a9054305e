using Spolium.Core.Reconciling;

namespace Spolium.Cases;

/// <summary>What is counted over simulated batches beside the report's own: rough readings, and two slips at once.</summary>
public static class SimulationFigures
{
    private static readonly string[] Usual =
    [
        "decimal_up",
        "decimal_down",
        "digits_swapped",
        "tare_left",
        "dwt_for_g",
        "larger_unit",
        "tare_twice",
        "ozt_for_oz",
    ];

    /// <summary>Flows that were told, and those of them whose true value lies within the 95 % interval.</summary>
    public static (int Told, int Held) Coverage(SimulatedBatch batch, Reconciliation fit)
    {
        var told = fit.Flows.Where(f => f.Grams is not null && batch.Truth.ContainsKey((f.Arc, f.Of))).ToList();
        return (told.Count, told.Count(f => Math.Abs(f.Grams!.Value - batch.Truth[(f.Arc, f.Of)]) <= 1.959964 * f.Sigma!.Value));
    }

    /// <summary>One reading in ten is read with three times the noise that it is written with.</summary>
    /// <returns>Alarms are batches with a slip or a loss told.</returns>
    public static (int Told, int Held, int Alarms) Rough(int seed, int batches)
    {
        var simulation = new Simulation(seed);
        var (told, held, alarms) = (0, 0, 0);
        for (var b = 0; b < batches; b++)
        {
            var batch = simulation.Roughened(simulation.Next());
            var fit = Reconciliation.Of(batch.Graph);
            var (all, within) = Coverage(batch, Roughness.Told(batch.Graph, fit));
            (told, held) = (told + all, held + within);
            alarms += SlipSearch.Weighed(batch.Graph, fit).Slips.Count > 0 ? 1 : 0;
        }
        return (told, held, alarms);
    }

    /// <summary>Two slips at once, of which each could be seen without the other reading.</summary>
    /// <returns>Batches with two; those in which both could be seen; of these, both told first.</returns>
    public static (int Planted, int Seen, int Both) Pairs(int seed, int batches)
    {
        var simulation = new Simulation(seed);
        var (planted, seen, both) = (0, 0, 0);
        for (var b = 0; b < batches; b++)
        {
            var batch = simulation.Next();
            if (simulation.PlantTwo(batch, Usual[b % Usual.Length], Usual[b / Usual.Length % Usual.Length]) is not { } two)
                continue;
            planted++;
            if (
                !SimulationReport.CanBeSeen(two.Graph, two.One.Reading, two.Other.Reading)
                || !SimulationReport.CanBeSeen(two.Graph, two.Other.Reading, two.One.Reading)
            )
                continue;
            seen++;
            var weighed = SlipSearch.Weighed(two.Graph);
            if (!weighed.LossFirst && weighed.Slips is [var first, ..])
                both += first.All.Count(p => Is(p, two.One) || Is(p, two.Other)) == 2 ? 1 : 0;
        }
        return (planted, seen, both);
    }

    private static bool Is(SlipProposal p, (int Reading, double Right, string Kind) slip) =>
        p.Reading == slip.Reading && p.Slip.Kind == slip.Kind && Math.Abs(p.Slip.Value / slip.Right - 1) <= 0.01;
}
