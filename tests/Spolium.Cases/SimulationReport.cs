using System.Globalization;
using System.Text;
using Spolium.Core.Reconciling;

namespace Spolium.Cases;

/// <summary>Counts over simulated batches: what reconciliation gains, how often its intervals hold, which slips are found.</summary>
public static class SimulationReport
{
    /// <param name="seed">The same seed gives the same batches.</param>
    /// <returns>Markdown.</returns>
    public static string Of(int seed, int batches)
    {
        var simulation = new Simulation(seed);
        var (gains, allowed) = (new List<double>(), new List<double>());
        var (held, told, alarms, failed, atRest, readings, unread, untold) = (0, 0, 0, 0, 0, 0, 0, 0);
        var slips = SlipKind.All.Keys.ToDictionary(k => k, _ => (Planted: 0, Seen: 0, First: 0, Three: 0));
        var kinds = SlipKind.All.Keys.ToList();
        var lossesOf = (Planted: 0, Told: 0, Disagree: 0, First: 0, Where: 0);
        for (var b = 0; b < batches; b++)
        {
            var batch = simulation.Next();
            var fit = Reconciliation.Of(batch.Graph);
            atRest += fit.Converged ? 1 : 0;
            failed += fit.Passes ? 0 : 1;
            readings += batch.Graph.Readings.Count;
            var (raw, reconciled) = Errors(batch, fit);
            gains.Add(1 - reconciled / raw);
            allowed.Add(Math.Sqrt(Math.Max(0, 1 - (double)fit.DegreesOfFreedom / batch.Graph.Readings.Count)));
            var wide = Roughness.Told(batch.Graph, fit);
            var (all, within) = SimulationFigures.Coverage(batch, wide);
            (told, held) = (told + all, held + within);
            foreach (var flow in wide.Flows.Where(f => batch.Truth.ContainsKey((f.Arc, f.Of))))
                if (flow.Grams is null)
                    untold++;
                else
                    unread += batch.Graph.Readings.Any(r => r.Arc == flow.Arc && r.Of == flow.Of) ? 0 : 1;
            alarms += SlipSearch.Of(batch.Graph, fit).Count > 0 ? 1 : 0;
            var lost = simulation.PlantLoss(batch);
            lossesOf.Planted++;
            if (lost.Beyond >= 2)
            {
                var weighed = SlipSearch.Weighed(lost.Graph);
                lossesOf.Told++;
                lossesOf.Disagree += Reconciliation.Of(lost.Graph).Passes ? 0 : 1;
                lossesOf.First += weighed.LossFirst ? 1 : 0;
                lossesOf.Where += weighed.LossFirst && weighed.Losses[0].Leak.Node == lost.Node ? 1 : 0;
            }
            var kind = kinds[b % kinds.Count];
            if (simulation.Plant(batch, kind) is not { } planted)
                continue;
            var hypotheses = SlipSearch.Weighed(planted.Graph);
            var place = hypotheses.LossFirst
                ? -1
                : hypotheses
                    .Slips.ToList()
                    .FindIndex(p =>
                        p.Reading == planted.Reading && p.Slip.Kind == kind && Math.Abs(p.Slip.Value / planted.Right - 1) <= 0.01
                    );
            var s = slips[kind];
            slips[kind] = (
                s.Planted + 1,
                s.Seen + (CanBeSeen(planted.Graph, planted.Reading) ? 1 : 0),
                s.First + (place == 0 ? 1 : 0),
                s.Three + (place is >= 0 and < 3 ? 1 : 0)
            );
        }
        var text = new StringBuilder();
        text.AppendLine(CultureInfo.InvariantCulture, $"# What reconciliation gains: {batches} simulated batches, seed {seed}");
        text.AppendLine();
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"Written by `./check simulate {seed}`. Batches of three to six stages with losses, returns, one to three metals; "
                + $"{(double)readings / batches:0.0} readings each on average (20 to 60), a tenth of the weighings missing, assays "
                + $"on half of the flows. True flows are drawn first and read with noise; no slip is in them unless it was planted."
        );
        text.AppendLine();
        text.AppendLine("| figure | found | wanted |");
        text.AppendLine("| --- | ---: | ---: |");
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| root-mean-square error of the measured flows, g, below raw: median of the batches | {Median(gains):P1} | at least "
                + $"30 % |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| what the degrees of freedom allow of it where all readings weigh alike, 1 − √(1 − ν/n): median | "
                + $"{1 - Median(allowed):P1} | |"
        );
        text.AppendLine(CultureInfo.InvariantCulture, $"| √(1 − ν/n): median | {Median(allowed):0.000} | |");
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| true flow within x ± 1.96 σ, of {told} flows told ({unread} of them never read) | {(double)held / told:P1} | 93 to "
                + $"97 % |"
        );
        text.AppendLine(CultureInfo.InvariantCulture, $"| flows not told because no reading and no balance tells them | {untold} | |");
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| clean batches that fail the global test at 95 % | {(double)failed / batches:P1} | about 5 % |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| clean batches with a proposal of a slip | {(double)alarms / batches:P1} | under 5 % |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| planted losses of 5 to 30 % with two weighings beyond ({lossesOf.Told} of {lossesOf.Planted}): a loss told first | "
                + $"{(double)lossesOf.First / Math.Max(1, lossesOf.Told):P1} | |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| the same of those {lossesOf.Disagree} whose readings disagree at all | "
                + $"{(double)lossesOf.First / Math.Max(1, lossesOf.Disagree):P1} | 85 % |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| of them at the right step | {(double)lossesOf.Where / Math.Max(1, lossesOf.First):P1} | |"
        );
        text.AppendLine(CultureInfo.InvariantCulture, $"| estimates that came to rest | {(double)atRest / batches:P1} | |");
        var rough = SimulationFigures.Rough(seed, batches);
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| one reading in ten three times as rough as it says: true flow within the interval | {(double)rough.Held / rough.Told:P1} | "
                + $"at least 92 % |"
        );
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| the same: batches with a proposal of a slip | {(double)rough.Alarms / batches:P1} | under 5 % |"
        );
        var pairs = SimulationFigures.Pairs(seed, batches);
        text.AppendLine(
            CultureInfo.InvariantCulture,
            $"| two slips at once, each of which could be seen ({pairs.Seen} of {pairs.Planted}): both told first | "
                + $"{(double)pairs.Both / Math.Max(1, pairs.Seen):P1} | 75 % |"
        );
        text.AppendLine();
        text.AppendLine(
            "| slip planted | batches | could be seen | first proposal right | among the first three | first, of those that could be seen |"
        );
        text.AppendLine("| --- | ---: | ---: | ---: | ---: | ---: |");
        foreach (var (kind, s) in slips.Where(s => s.Value.Planted > 0))
            text.AppendLine(
                CultureInfo.InvariantCulture,
                $"| {SlipKind.All[kind].Title} | {s.Planted} | {(double)s.Seen / s.Planted:P0} | {(double)s.First / s.Planted:P0} | "
                    + $"{(double)s.Three / s.Planted:P0} | {(s.Seen == 0 ? 0 : Math.Min(1, (double)s.First / s.Seen)):P0} |"
            );
        text.AppendLine();
        text.AppendLine(
            "A slip can be seen when the rest of the batch tells the reading and it lies more than four standard uncertainties from "
                + "that. One on a small flow beside large ones with wide readings, or where a weighing is missing, cannot: it counts as "
                + "missed in the two middle columns. Right means reading, kind and value within 1 %."
        );
        return text.ToString();
    }

    /// <summary>Four standard uncertainties from what the rest says.</summary>
    /// <param name="beside">Another reading that counts for nothing.</param>
    internal static bool CanBeSeen(FlowGraph graph, int reading, int beside = -1)
    {
        var r = graph.Readings[reading];
        var rest = Reconciliation.Of(graph with { Readings = [.. graph.Readings.Where((_, k) => k != reading && k != beside)] });
        return rest.Flows.FirstOrDefault(f => f.Arc == r.Arc && f.Of == r.Of) is { Grams: { } told, Sigma: { } sigma }
            && Math.Abs(r.Value - told) > 4 * Math.Sqrt(sigma * sigma + r.Sigma * r.Sigma);
    }

    // Root mean square over what was weighed, and over metal flows whose mass and assay were both read.
    private static (double Raw, double Reconciled) Errors(SimulatedBatch batch, Reconciliation fit)
    {
        var (raw, reconciled, n) = (0.0, 0.0, 0);
        foreach (var r in batch.Graph.Readings.Where(r => r.Of != "°C"))
        {
            double? read =
                r.Measure == Measure.Grams ? r.Value
                : batch.Graph.Readings.FirstOrDefault(m => m.Arc == r.Arc && m.Of == FlowGraph.Mass) is { } m ? m.Value * r.Value
                : null;
            if (read is not { } grams)
                continue;
            var truth = batch.Truth[(r.Arc, r.Of)];
            raw += Math.Pow(grams - truth, 2);
            reconciled += Math.Pow(fit.Flow(r.Arc, r.Of).Grams!.Value - truth, 2);
            n++;
        }
        return (Math.Sqrt(raw / n), Math.Sqrt(reconciled / n));
    }

    private static double Median(List<double> x) => x.Order().ElementAt(x.Count / 2);
}
