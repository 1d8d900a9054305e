using System.Globalization;
using MathNet.Numerics.Distributions;
using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;

namespace Spolium.Cases;

/// <summary>A made-up batch whose true flows are known.</summary>
/// <param name="Truth">Grams by arc and layer.</param>
public sealed record SimulatedBatch(
    FlowGraph Graph,
    IReadOnlyDictionary<(string Arc, string Of), double> Truth,
    IReadOnlyDictionary<int, double> Right
);

/// <summary>
/// Batches of three to six stages with losses, returns, missing weighings and assays, all from a seed. The true flows are drawn
/// first, and read with the noise of balances and assays afterwards, so that what reconciliation gains and how often its intervals
/// hold can be counted.
/// </summary>
public sealed class Simulation(int seed)
{
    private static readonly string[] Metals = ["Au", "Ag", "Cu"];
    private static readonly double[] BalanceShares = [0.0005, 0.001, 0.002, 0.005, 0.01];
    private readonly Random random = new(seed);

    public SimulatedBatch Next()
    {
        while (true)
        {
            var batch = Draw();
            if (batch.Graph.Readings.Count is >= 20 and <= 60)
                return batch;
        }
    }

    private double Between(double low, double high) => low + (high - low) * random.NextDouble();

    private double Noise(double sigma) => Normal.Sample(random, 0, sigma);

    private SimulatedBatch Draw()
    {
        var stages = random.Next(3, 7);
        var metals = Metals[..random.Next(1, 4)];
        var arcs = new List<Arc>();
        var truth = new Dictionary<(string, string), double>();
        void Put(string id, string? from, string? to, IReadOnlyList<double> metal, double mass)
        {
            arcs.Add(new(id, from, to));
            truth[(id, FlowGraph.Mass)] = mass;
            for (var e = 0; e < metals.Length; e++)
                truth[(id, metals[e])] = metal[e];
        }
        var mass = Between(50, 600);
        var metal = metals.Select(_ => mass * Between(0.02, 0.3)).ToArray();
        Put("feed", null, "S1", metal, mass);
        // What comes back joins the second stage, and is taken out of the last.
        var returned = random.Next(2) == 0 && stages > 2 ? Between(0.01, 0.05) : 0;
        var (backMass, backMetal) = (mass * returned, metal.Select(m => m * returned * Between(0.3, 1)).ToArray());
        for (var s = 1; s <= stages; s++)
        {
            if (s == 2 && returned > 0)
            {
                (mass, metal) = (mass + backMass, [.. metal.Zip(backMetal, (a, b) => a + b)]);
                Put("return", "S" + stages, "S2", backMetal, backMass);
            }
            for (var side = 1; side <= random.Next(1, 3); side++)
            {
                var share = Between(0.003, 0.08);
                var lost = metal.Select(m => m * Math.Min(0.9, share * Between(0.2, 2))).ToArray();
                var lostMass = Math.Max(mass * share, lost.Sum() * 1.05);
                Put($"side{s}.{side}", "S" + s, null, lost, lostMass);
                (mass, metal) = (mass - lostMass, [.. metal.Zip(lost, (a, b) => a - b)]);
            }
            if (s == stages && returned > 0)
                (mass, metal) = (mass - backMass, [.. metal.Zip(backMetal, (a, b) => a - b)]);
            Put(s == stages ? "product" : "main" + s, "S" + s, s == stages ? null : "S" + (s + 1), metal, mass);
        }
        return Read(arcs, metals, truth);
    }

    private SimulatedBatch Read(List<Arc> arcs, string[] metals, Dictionary<(string, string), double> truth)
    {
        var tares = Enumerable.Range(1, 4).ToDictionary(i => "B" + i, _ => Math.Round(Between(20, 160), 2));
        var readings = new List<FlowReading>();
        var right = new Dictionary<int, double>();
        foreach (var arc in arcs)
        {
            if (random.NextDouble() < 0.9)
            {
                var g = truth[(arc.Id, FlowGraph.Mass)];
                var sigma = Math.Max(0.01, g * BalanceShares[random.Next(BalanceShares.Length)]);
                var read = Math.Max(0.01, Math.Round(g + Noise(sigma), 2));
                var clues = new SlipClues(Plain(read), TaresG: tares) { Step = 0.01 };
                if (arc.To is null && random.Next(3) == 0)
                    clues = clues with { DensityGPerMl = Math.Round(Between(1.05, 1.4), 2) };
                else if (random.Next(6) == 0)
                    clues = clues with
                    {
                        DryShares = new Dictionary<string, double>
                        {
                            ["dihydrate"] = Math.Round(Between(0.75, 0.88), 3),
                            ["hexahydrate"] = Math.Round(Between(0.5, 0.65), 3),
                        },
                    };
                if (random.Next(4) == 0)
                    clues = clues with { TakenOff = "B" + random.Next(1, 5) };
                readings.Add(new(arc.Id, FlowGraph.Mass, read, sigma) { Clues = clues });
            }
            foreach (var metal in metals)
            {
                if (random.NextDouble() > 0.55)
                    continue;
                var fraction = truth[(arc.Id, metal)] / truth[(arc.Id, FlowGraph.Mass)];
                var sigma = fraction * Between(0.005, 0.03);
                readings.Add(new(arc.Id, metal, fraction + Noise(sigma), sigma, Measure.Fraction));
            }
        }
        // The warmth of a bath that stands still is read three times: what it is now it was before.
        var warm = Between(40, 85);
        for (var i = 0; i < 3; i++)
        {
            var read = Math.Round(warm + Noise(0.6), 1);
            arcs.Add(new("bath" + i, i == 0 ? null : "T" + i, i == 2 ? null : "T" + (i + 1)));
            truth[("bath" + i, "°C")] = warm;
            readings.Add(new("bath" + i, "°C", read, 0.6) { Clues = new(Plain(read), Field.Temperature) { Step = 0.1 } });
        }
        return new(new(arcs, readings), truth, right);
    }

    /// <summary>The batch with one slip in it, and where: null when nothing in the batch can have it.</summary>
    public (FlowGraph Graph, int Reading, double Right)? Plant(SimulatedBatch batch, string kind)
    {
        bool Fits(FlowReading r) =>
            r.Clues is { } c
            && r.Value > 0.5
            && kind switch
            {
                "f_for_c" => c.Field == Field.Temperature,
                "ml_for_g" or "g_for_ml" => c.DensityGPerMl is not null,
                "hydrate_for_dry" => c.DryShares is not null,
                "tare_twice" => c.TakenOff is { } v && c.TaresG![v] < r.Value - 1,
                "digits_swapped" => c.Field == Field.Mass && Swap(c.Text) is not null,
                _ => c.Field == Field.Mass,
            };
        var where = Enumerable.Range(0, batch.Graph.Readings.Count).Where(k => Fits(batch.Graph.Readings[k])).ToList();
        if (where.Count == 0)
            return null;
        var k = where[random.Next(where.Count)];
        var r = batch.Graph.Readings[k];
        var c = r.Clues!;
        var (text, unit) = (c.Text, c.Unit);
        var vessels = (c.TaresG ?? new Dictionary<string, double>()).Where(t => t.Key != c.TakenOff).ToList();
        var value = kind switch
        {
            "decimal_up" => r.Value * 10,
            "decimal_down" => r.Value / 10,
            "hundred_up" => r.Value * 100,
            "hundred_down" => r.Value / 100,
            "digits_swapped" => double.Parse(Swap(c.Text)!, CultureInfo.InvariantCulture),
            "tare_left" => r.Value + vessels[random.Next(vessels.Count)].Value,
            "tare_twice" => r.Value - c.TaresG![c.TakenOff!],
            "dwt_for_g" => r.Value / Units.Of(Field.Mass, "dwt").Factor,
            "ozt_for_oz" => r.Value * Units.Of(Field.Mass, "oz").Factor / Units.Of(Field.Mass, "oz t").Factor,
            "gr_for_g" => r.Value * Units.Of(Field.Mass, "gr").Factor,
            "thousand_up" => r.Value * 1000,
            "thousand_down" => r.Value / 1000,
            "larger_unit" => r.Value * 1000,
            "smaller_unit" => r.Value / 1000,
            "ml_for_g" => r.Value / c.DensityGPerMl!.Value,
            "g_for_ml" => r.Value * c.DensityGPerMl!.Value,
            "hydrate_for_dry" => r.Value / c.DryShares!.ElementAt(random.Next(c.DryShares!.Count)).Value,
            "f_for_c" => r.Value * 1.8 + 32,
            _ => throw new ArgumentException(kind),
        };
        // Another unit stands behind the same digits; every other slip is one of the digits.
        var behind = kind switch
        {
            "gr_for_g" => "gr",
            "larger_unit" => "kg",
            "smaller_unit" => "mg",
            _ => null,
        };
        (text, unit, var inCore) = behind is null
            ? (Plain(value), unit, 1.0)
            : (Plain(r.Value), behind, Units.Of(Field.Mass, behind).Factor);
        var slipped = r with { Value = value, Clues = c with { Text = text, Unit = unit, InCore = inCore } };
        return (batch.Graph with { Readings = [.. batch.Graph.Readings.Select((x, i) => i == k ? slipped : x)] }, k, r.Value);
    }

    /// <summary>The batch as a rougher hand reads it: one reading in ten has three times the noise that it is written with.</summary>
    public SimulatedBatch Roughened(SimulatedBatch batch)
    {
        FlowReading Rough(FlowReading r)
        {
            // What was drawn already is one part of it: √8 more make three times.
            var value = r.Value + Noise(Math.Sqrt(8) * r.Sigma);
            if (r.Measure == Measure.Grams)
                value = Math.Max(0.01, Math.Round(value, 2));
            return r with { Value = value, Clues = r.Clues is { } c ? c with { Text = Plain(value) } : null };
        }
        return batch with
        {
            Graph = batch.Graph with { Readings = [.. batch.Graph.Readings.Select(r => random.Next(10) == 0 ? Rough(r) : r)] },
        };
    }

    /// <summary>The batch with two slips in it, in two readings; null when nothing in it can have them.</summary>
    public (FlowGraph Graph, (int Reading, double Right, string Kind) One, (int Reading, double Right, string Kind) Other)? PlantTwo(
        SimulatedBatch batch,
        string kind,
        string other
    )
    {
        if (Plant(batch, kind) is not { } one)
            return null;
        for (var i = 0; i < 20; i++)
            if (Plant(batch with { Graph = one.Graph }, other) is { } two && two.Reading != one.Reading)
                return (two.Graph, (one.Reading, one.Right, kind), (two.Reading, two.Right, other));
        return null;
    }

    /// <summary>The batch with a loss of 5 to 30 % at one step that nobody wrote down: all that is read beyond it is less.</summary>
    /// <returns>The step, and how many weighings of the main way lie beyond it.</returns>
    public (FlowGraph Graph, string Node, int Beyond) PlantLoss(SimulatedBatch batch)
    {
        var main = batch.Graph.Arcs.Where(a => a.Id is "feed" or "product" || a.Id.StartsWith("main", StringComparison.Ordinal)).ToList();
        var at = random.Next(0, main.Count - 1);
        var (node, share) = (main[at].To!, Between(0.05, 0.3));
        var reached = new HashSet<string> { node };
        for (var i = at; i < main.Count; i++)
            if (main[i].To is { } next)
                reached.Add(next);
        // What comes back from the last step goes round as it did; the rest of all that is beyond is less by the share.
        double Goes(string arc, string of)
        {
            var goes = batch.Truth[(arc, of)];
            if (arc == "return" || batch.Graph.Arcs.First(a => a.Id == arc).From is not { } from || !reached.Contains(from))
                return goes;
            var round =
                arc.StartsWith("main", StringComparison.Ordinal) && arc != "main1" ? batch.Truth.GetValueOrDefault(("return", of)) : 0;
            return round + (goes - round) * (1 - share);
        }
        FlowReading Read(FlowReading r)
        {
            var factor = Goes(r.Arc, r.Of) / batch.Truth[(r.Arc, r.Of)];
            if (r.Measure == Measure.Fraction)
                return r with { Value = r.Value * factor * batch.Truth[(r.Arc, FlowGraph.Mass)] / Goes(r.Arc, FlowGraph.Mass) };
            var read = Math.Round(r.Value * factor, 2);
            return factor < 1 ? r with { Value = read, Clues = r.Clues! with { Text = Plain(read) } } : r;
        }
        return (
            batch.Graph with
            {
                Readings = [.. batch.Graph.Readings.Select(Read)],
            },
            node,
            batch.Graph.Readings.Count(r =>
                r.Measure == Measure.Grams
                && (r.Arc == "product" || r.Arc.StartsWith("main", StringComparison.Ordinal))
                && reached.Contains(batch.Graph.Arcs.First(a => a.Id == r.Arc).From!)
            )
        );
    }

    // Two neighbouring digits that differ change places.
    private static string? Swap(string text)
    {
        var at = Enumerable.Range(0, text.Length).Where(i => text[i] != '.').ToList();
        var pairs = at.Zip(at.Skip(1)).Where(p => text[p.First] != text[p.Second]).ToList();
        if (pairs.Count == 0)
            return null;
        // The leading digits are those that matter: a swap of the last two is within the noise of most balances.
        var chars = text.ToCharArray();
        var (i, j) = pairs[0];
        (chars[i], chars[j]) = (chars[j], chars[i]);
        return new(chars);
    }

    private static string Plain(double x) => x.ToString("0.######", CultureInfo.InvariantCulture);
}
