namespace Spolium.Core.Reconciling;

/// <summary>
/// What would put a batch right that does not add up: every usual slip of every reading is tried, and ranked by the fit that it
/// restores and by how usual it is. ln of its odds is −χ²/2 + ln(weight of the kind / candidates of that kind)
/// + ln(Σ flow² / (Σ flow)²), which decides between slips that fit alike.
/// </summary>
public static class SlipSearch
{
    /// <summary>Share of batches in which some reading slipped; a guess of Spolium's (docs/priors.md).</summary>
    private static readonly double InBatches = Reference.Constants.Get("slip-in-batches").Likely;

    /// <summary>Of slips, those that no usual kind explains.</summary>
    private static readonly double Unusual = Reference.Constants.Get("slip-of-no-kind").Likely;

    /// <summary>How often a corrected number has digits that the balance does not show.</summary>
    private static readonly double OffTheStep = Reference.Constants.Get("slip-off-the-step").Likely;

    // So many are tried in full; the rest is ranked by the linearised sum.
    private const int TriedInFull = 8;

    // Of two slips, so many are tried as the first, and so many beside each.
    private const int TriedAsFirst = 6;
    private const int TriedAsSecond = 4;

    private const int MostEliminated = 6;
    private const double Alike = 0.97;

    /// <summary>Of batches, those in which something was lost that nobody wrote down.</summary>
    private static readonly double Lost = Reference.Constants.Get("loss-in-batches").Likely;

    /// <summary>Slips, likeliest first; empty where no slip is likelier than none.</summary>
    /// <exception cref="ArgumentException">The graph is not well formed.</exception>
    public static IReadOnlyList<SlipProposal> Of(FlowGraph graph, Reconciliation? known = null) => Weigh(graph, known, false).Slips;

    /// <summary>Slips and losses, weighed against each other and against neither.</summary>
    /// <exception cref="ArgumentException">The graph is not well formed.</exception>
    public static Hypotheses Weighed(FlowGraph graph, Reconciliation? known = null) => Weigh(graph, known, true);

    private static Hypotheses Weigh(FlowGraph graph, Reconciliation? known, bool withLosses)
    {
        var fit = known is null ? Reconciliation.Of(graph) : known;
        if (fit.DegreesOfFreedom == 0)
            return Hypotheses.None;
        var odds = Math.Log(InBatches / Math.Max(1, graph.Readings.Count(r => r.Clues is not null)));
        var single = InFull(graph, Tries(graph, fit), TriedInFull).Select(t => t with { Score = t.Score + odds }).ToList();
        var none = -fit.ChiSquare / 2 + Straightness(fit);
        var nodes = graph.Arcs.SelectMany(a => new[] { a.From, a.To }).OfType<string>().Distinct().Count();
        // Readings that agree ask for no loss.
        var losses =
            withLosses && !fit.Passes
                ? Leak.All(graph, fit).Select(l => (Leak: l, Score: l.Evidence + Straightness(l.Fit) + Math.Log(Lost / nodes))).ToList()
                : [];
        var pairs =
            fit.Passes || single.Any(t => t.Slip.Kind.Length > 0 && t.ChiSquare <= fit.Limit) || losses.Any(l => l.Leak.Fit.Passes)
                ? []
                : Pairs(graph, single, odds);
        double[] scores = [none, .. single.Select(t => t.Score), .. losses.Select(l => l.Score), .. pairs.Select(p => p.Score)];
        var top = scores.Max();
        var all = scores.Sum(s => Math.Exp(s - top));
        double Share(double score) => Math.Exp(score - top) / all;
        SlipProposal Proposed(Try t, double chiSquare, double share) =>
            new(t.Reading, t.Slip, chiSquare, chiSquare <= fit.Limit, share, t.Fits, t.FitsSigma);
        return new(
            [
                .. single
                    .Where(t => t.Slip.Kind.Length > 0 && t.Score > none)
                    .Select(t => (t.Score, Proposal: Proposed(t, t.ChiSquare, Share(t.Score))))
                    .Concat(
                        pairs
                            .Where(p => p.Score > none)
                            .Select(p =>
                                (
                                    p.Score,
                                    Proposal: Proposed(p.One, p.Other.ChiSquare, Share(p.Score)) with
                                    {
                                        Beside = Proposed(p.Other, p.Other.ChiSquare, Share(p.Score)),
                                    }
                                )
                            )
                    )
                    .OrderByDescending(t => t.Score)
                    .Select(t => t.Proposal),
            ],
            [.. losses.Where(l => l.Score > none).OrderByDescending(l => l.Score).Select(l => new LossProposal(l.Leak, Share(l.Score)))]
        );
    }

    private static List<Try> Tries(FlowGraph graph, Reconciliation fit)
    {
        var layers = new Layers(graph);
        return layers.Coupled ? Coupled(graph, fit) : Linear(graph, layers);
    }

    // The likeliest of the tries, each reconciled in full.
    private static List<Try> InFull(FlowGraph graph, List<Try> tries, int most) =>
        [
            .. tries
                .OrderByDescending(t => t.Score)
                .Take(most)
                .Select(t =>
                {
                    var after = Reconciliation.Of(With(graph, t.Reading, t.Slip.Value));
                    return t with
                    {
                        ChiSquare = after.ChiSquare,
                        Score = t.Score + (t.ChiSquare - after.ChiSquare) / 2 + Straightness(after),
                    };
                }),
        ];

    // Two slips, where no single one puts it right: with the first in its place, a second is looked for beside it.
    private static List<(Try One, Try Other, double Score)> Pairs(FlowGraph graph, List<Try> single, double odds)
    {
        var found = new Dictionary<(int, double, int, double), (Try One, Try Other, double Score)>();
        foreach (var one in single.Where(t => t.Slip.Kind.Length > 0).OrderByDescending(t => t.Score).Take(TriedAsFirst))
        {
            var put = With(graph, one.Reading, one.Slip.Value);
            // What the first costs beforehand, without what it mended.
            var weight = one.Prior + odds;
            foreach (var other in InFull(put, Tries(put, Reconciliation.Of(put)), TriedAsSecond))
            {
                if (other.Reading == one.Reading || other.Slip.Kind.Length == 0)
                    continue;
                var (a, b) = one.Reading < other.Reading ? (one, other) : (other, one);
                found[(a.Reading, a.Slip.Value, b.Reading, b.Slip.Value)] = (one, other, other.Score + odds + weight);
            }
        }
        return [.. found.Values];
    }

    // Most of the metal goes one way and little is lost at each step: of two slips that fit alike, the one after which it is so.
    private static double Straightness(Reconciliation fit)
    {
        var flows = fit.Flows.Where(f => f.Grams > 0).Select(f => f.Grams!.Value).ToList();
        return flows.Count == 0 ? 0 : Math.Log(flows.Sum(f => f * f) / Math.Pow(flows.Sum(), 2));
    }

    /// <summary>The graph with one reading replaced; it keeps its uncertainty.</summary>
    public static FlowGraph With(FlowGraph graph, int reading, double value) =>
        graph with
        {
            Readings = [.. graph.Readings.Select((r, k) => k == reading ? r with { Value = value } : r)],
        };

    /// <summary>Leaves out one reading after the other, always the one whose loss mends most, until the rest passes the global
    /// test.</summary>
    public static IReadOnlyList<Eliminated> Eliminate(FlowGraph graph)
    {
        var left = graph.Readings.Select((r, k) => (r, k)).ToList();
        var gone = new List<Eliminated>();
        var fit = Reconciliation.Of(graph);
        while (!fit.Passes && gone.Count < MostEliminated)
        {
            var sizes = fit.Readings.Select((r, i) => (Size: Math.Abs(r.StandardisedAdjustment ?? 0), i)).ToList();
            var most = sizes.Max(x => x.Size);
            if (most == 0)
                break;
            // On one chain of balances all are suspect alike: then what somebody typed comes before what a method says.
            var worst = sizes
                .Where(x => x.Size >= Alike * most)
                .OrderByDescending(x => fit.Readings[x.i].Reading.Clues is not null)
                .ThenByDescending(x => x.Size)
                .First();
            var place = left[worst.i].k;
            left.RemoveAt(worst.i);
            var after = Reconciliation.Of(graph with { Readings = [.. left.Select(x => x.r)] });
            gone.Add(new(place, fit.ChiSquare - after.ChiSquare, after.ChiSquare, after.Passes));
            fit = after;
        }
        return gone;
    }

    // Prior is ln of the weight of its kind among the candidates; the score has what it mends beside it.
    private sealed record Try(int Reading, SlipCandidate Slip, double ChiSquare, double Prior, double Score, double Fits, double FitsSigma);

    // Balances without assays: χ² of a changed reading is a parabola in the change, whose two coefficients the fit has.
    private static List<Try> Linear(FlowGraph graph, Layers layers)
    {
        var fit = new LeastSquares(layers, new bool[layers.ArcCount, layers.Names.Length], layers.ArcCount > Reconciliation.DenseArcs);
        var tries = new List<Try>();
        for (var k = 0; k < graph.Readings.Count; k++)
        {
            var r = graph.Readings[k];
            var (tension, stiffness) = fit.Of(k);
            if (r.Clues is null || stiffness * r.Sigma * r.Sigma < Reconciliation.Unchecked)
                continue;
            var (fits, sigma) = (r.Value - tension / stiffness, Math.Sqrt(Math.Max(0, 1 / stiffness - r.Sigma * r.Sigma)));
            AddTries(tries, graph, k, fits, sigma, v =>
                fit.ChiSquare + 2 * (v - r.Value) * tension + (v - r.Value) * (v - r.Value) * stiffness
            );
        }
        return tries;
    }

    // With assays a large slip bends the balances: the readings that disagree most are left out one by one, and the rest says what they
    // should be.
    private static List<Try> Coupled(FlowGraph graph, Reconciliation fit)
    {
        var tries = new List<Try>();
        var order = Enumerable
            .Range(0, graph.Readings.Count)
            .Where(k => graph.Readings[k].Clues is not null && fit.Readings[k].Redundant)
            .OrderByDescending(k => Math.Abs(fit.Readings[k].StandardisedAdjustment!.Value))
            .Take(TriedInFull + 4);
        foreach (var k in order)
        {
            var r = graph.Readings[k];
            var without = Reconciliation.Of(graph with { Readings = [.. graph.Readings.Where((_, i) => i != k)] });
            var (value, sigma) = Told(without, r);
            if (value is { } fits)
                AddTries(tries, graph, k, fits, sigma, v =>
                    without.ChiSquare + (v - fits) * (v - fits) / (sigma * sigma + r.Sigma * r.Sigma)
                );
        }
        return tries;
    }

    // What the rest says of a reading that was left out; of an assay by the quotient of its flow and its mass.
    private static (double? Value, double Sigma) Told(Reconciliation without, FlowReading r)
    {
        if (without.Flows.FirstOrDefault(f => f.Arc == r.Arc && f.Of == r.Of) is not { Grams: { } grams, Sigma: { } sigma })
            return (null, 0);
        if (r.Measure == Measure.Grams)
            return (grams, sigma);
        return without.Flows.FirstOrDefault(f => f.Arc == r.Arc && f.Of == FlowGraph.Mass)?.Grams is > 0 and var mass
            ? (grams / mass, sigma / mass)
            : (null, 0);
    }

    private static void AddTries(List<Try> tries, FlowGraph graph, int k, double fits, double sigma, Func<double, double> chiSquare)
    {
        var clues = graph.Readings[k].Clues!;
        var step = clues.Step ?? UsualStep(graph);
        var candidates = clues.Candidates(graph.Readings[k].Value);
        foreach (var c in candidates)
        {
            var chi = chiSquare(c.Value);
            var weight =
                SlipKind.All[c.Kind].Weight
                * c.Odds
                / candidates.Count(x => x.Kind == c.Kind)
                * (step is { } s && !clues.CouldBeShown(c, s) ? OffTheStep : 1);
            tries.Add(new(k, c, chi, Math.Log(weight), Math.Log(weight) - chi / 2, fits, sigma));
        }
        // A slip of no usual kind may have made anything of it up to ten times its size.
        var (reading, best) = (graph.Readings[k], chiSquare(fits));
        var width =
            Math.Sqrt(2 * Math.PI * (sigma * sigma + reading.Sigma * reading.Sigma))
            / (10 * Math.Max(Math.Abs(fits), Math.Abs(reading.Value)));
        var prior = Math.Log(Unusual * Math.Min(1, width));
        tries.Add(new(k, new("", fits), best, prior, prior - best / 2, fits, sigma));
    }

    // Most numbers of a batch come from one balance: its step is the last digit that most of them have.
    private static double? UsualStep(FlowGraph graph)
    {
        var decimals = graph.Readings.Where(r => r.Clues is not null).Select(r => r.Clues!.Decimals).ToList();
        var usual = decimals.GroupBy(d => d).MaxBy(g => g.Count());
        return usual is not null && usual.Count() >= 4 && usual.Count() > decimals.Count / 2 ? Math.Pow(10, -usual.Key) : null;
    }
}
