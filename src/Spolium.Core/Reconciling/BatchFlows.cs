using Spolium.Core.Accounts;
using Spolium.Core.Journal;

namespace Spolium.Core.Reconciling;

/// <summary>An arc of a batch's graph as people know it.</summary>
/// <param name="Account">The holding's account in the metal book.</param>
/// <param name="From">Step that made it; null for the feed.</param>
/// <param name="To">Step that took it; null where it stands.</param>
public sealed record FlowPlace(string Arc, string Account, string Name, string? From, string? To, bool Main);

/// <summary>Where a reading of the graph comes from.</summary>
/// <param name="EntryId">The entry that it was written with; null for what a method estimated.</param>
/// <param name="Typed">As it was typed; null for what nobody typed.</param>
/// <param name="Says">In words: "foils weighed", "content believed of the feed".</param>
public sealed record FlowSource(string? EntryId, string StepId, string Output, TypedNumber? Typed, string Says);

/// <summary>
/// The graph of a batch, made from its journal. Steps are nodes, holdings are arcs. Weighed holdings are masses times what a gram of
/// them holds; of what was not weighed, the holding that takes most of a metal is left to the balance, and the others are losses with
/// the method's own share of what came in. So no loss is free, and nothing that a method reckoned from the feed counts as a second reading
/// of it.
/// </summary>
public sealed record BatchFlows(FlowGraph Graph, IReadOnlyList<FlowPlace> Places, IReadOnlyList<FlowSource> Sources)
{
    public const string FeedArc = Route.Feed;

    // What a method says is nowhere may be there in traces: a share of what came in, and a microgram.
    private const double TraceShare = 1e-5;
    private const double TraceG = 1e-6;

    /// <summary>Least standard uncertainty of what a gram of a weighed holding holds, as a share of it.</summary>
    private const double LeastShare = 5e-4;

    /// <param name="throughput">Grams of an element that go through a step, by a first reconciliation; null for the method's own.</param>
    public static BatchFlows Of(State state, BatchState batch, Func<string, string, double?>? throughput = null)
    {
        var tares = Tares(state);
        var closed = batch.Route.Steps.Where(s => batch.Step(s.Id).Closed).ToList();
        var taker = closed.SelectMany(s => s.Takes.Select(t => (t, s.Id))).ToDictionary(x => x.t, x => x.Id);
        var (places, readings, sources) = (new List<FlowPlace>(), new List<FlowReading>(), new List<FlowSource>());
        places.Add(new(FeedArc, Account.Holding(batch.Id, Route.Feed), "feed", null, taker.GetValueOrDefault(Route.Feed), true));
        ReadFeed(state, batch, readings, sources, tares);
        foreach (var step in closed)
        {
            var s = batch.Step(step.Id);
            foreach (var o in s.Outputs)
            {
                var holding = Route.Holding(step.Id, o.Output);
                places.Add(
                    new(
                        holding,
                        Account.Holding(batch.Id, holding),
                        batch.Pooled.TryGetValue(holding, out var pooled) ? $"{o.Name}, in {pooled.PoolCode}" : o.Name,
                        step.Id,
                        taker.GetValueOrDefault(holding),
                        o.Main
                    )
                );
            }
            ReadBottles(batch, step.Id, s, places, readings, sources, tares);
            foreach (var element in batch.Metals)
                ReadLosses(batch, step.Id, s, element, throughput?.Invoke(step.Id, element), readings, sources);
            foreach (var o in s.Outputs)
                ReadWeighed(batch, step.Id, s, o, readings, sources, tares);
        }
        var arcs = places.Select(p => new Arc(p.Arc, p.From, p.To)).ToList();
        return new(new(arcs, readings, [.. closed.Select(s => s.Id)]), places, sources);
    }

    private static void ReadFeed(
        State state,
        BatchState batch,
        List<FlowReading> readings,
        List<FlowSource> sources,
        IReadOnlyDictionary<string, double> tares
    )
    {
        var typed = batch.Feeds.Count == 1 ? batch.Feeds[0].Amount : null;
        var amount = batch.Feeds.Sum(f => f.Amount.Value);
        var sigma = Math.Max(Math.Sqrt(batch.Feeds.Sum(f => f.Amount.Sigma * f.Amount.Sigma)), LeastShare * amount);
        readings.Add(
            new(FeedArc, FlowGraph.Mass, amount, sigma)
            {
                Clues = typed is { Field: Field.Mass } ? Clues(typed, tares, batch.BalanceStepG) : null,
            }
        );
        sources.Add(new(batch.FeedBy, "", Route.Feed, typed, "feed measured"));
        foreach (var b in batch.Believed)
        {
            readings.Add(Fraction(FeedArc, b.Element, amount, sigma, b.Grams, b.Sigma));
            sources.Add(new(null, "", Route.Feed, null, $"content of the feed in {b.Element}, as believed"));
        }
    }

    // What came out of a bottle into a step, dose by dose: a bar, silver that is lent, a salt of a metal that the book follows.
    private static void ReadBottles(
        BatchState batch,
        string stepId,
        StepState step,
        List<FlowPlace> places,
        List<FlowReading> readings,
        List<FlowSource> sources,
        IReadOnlyDictionary<string, double> tares
    )
    {
        foreach (var dose in step.FromBottles.GroupBy(p => (p.DoseId, p.BottleId)))
        {
            var brought = batch.Metals.Select(e => (Element: e, Of: dose.Of(e))).ToList();
            if (brought.All(x => x.Of.Grams <= 0))
                continue;
            var arc = BottleArc(stepId, dose.Key.DoseId, dose.Key.BottleId);
            var name = ReagentForm.NameOf(dose.First().Formula!) + ", out of its bottle";
            places.Add(new(arc, Account.Shelf(dose.Key.BottleId), name, null, stepId, false));
            var grams = dose.Sum(p => p.Grams);
            var sigma = Math.Max(Math.Sqrt(dose.Sum(p => p.SigmaG * p.SigmaG)), LeastShare * grams);
            var (one, typed) = dose.Count() == 1 ? (dose.First().EntryId, dose.First().Amount) : (null, null);
            readings.Add(
                new(arc, FlowGraph.Mass, grams, sigma)
                {
                    Clues = typed is { Field: Field.Mass } ? Clues(typed, tares, batch.BalanceStepG) : null,
                }
            );
            sources.Add(new(one, stepId, dose.Key.DoseId, typed, name + ", weighed"));
            foreach (var b in brought)
            {
                // A metal that it does not bring is not free to come out of it: half of its rest at most.
                var (held, own) = b.Of.Grams > 0 ? b.Of : (0, Math.Max(0, grams - brought.Sum(x => x.Of.Grams)) / 2);
                readings.Add(Fraction(arc, b.Element, grams, sigma, held, own));
                sources.Add(new(null, stepId, dose.Key.DoseId, null, $"{b.Element} in a gram of {name}"));
            }
        }
    }

    /// <summary>Id of the arc of what a bottle gave to a step.</summary>
    internal static string BottleArc(string stepId, string dose, string bottleId) => $"bottle/{stepId}/{dose}/{bottleId}";

    // Where a metal goes mostly is left to the balance; the rest are losses by their share.
    private static void ReadLosses(
        BatchState batch,
        string stepId,
        StepState step,
        string element,
        double? through,
        List<FlowReading> readings,
        List<FlowSource> sources
    )
    {
        var held = step.Outputs.Select(o => o.Holds.FirstOrDefault(h => h.Element == element)).ToList();
        var sum = held.Sum(h => h?.Grams ?? 0);
        var most = held.IndexOf(held.MaxBy(h => h?.Grams ?? 0));
        var matrix = step.Covariances.FirstOrDefault(c => c.Element == element)?.Matrix;
        for (var i = 0; i < held.Count; i++)
        {
            var output = step.Outputs[i];
            if (CameBack(batch, Route.Holding(stepId, output.Output), element) is { } back)
            {
                readings.Add(new(Route.Holding(stepId, output.Output), element, back.Grams, Math.Max(back.Sigma, TraceG)));
                sources.Add(
                    new(
                        batch.Pooled[Route.Holding(stepId, output.Output)].BackEntryId,
                        stepId,
                        output.Output,
                        null,
                        $"{output.Name}: what working up gave of {element}, shared by the book"
                    )
                );
                continue;
            }
            if (held[i] is { } tested && step.Tests.LastOrDefault(t => t.Output == output.Output && t.Element == element) is { } test)
            {
                readings.Add(new(Route.Holding(stepId, output.Output), element, tested.Grams, Math.Max(tested.Sigma, TraceG)));
                sources.Add(
                    new(
                        test.EntryId,
                        stepId,
                        output.Output,
                        null,
                        $"{output.Name} tested for {element}: between {test.Low.Text} and {test.High.Text}"
                    )
                );
                continue;
            }
            if ((i == most && sum > 0) || WasWeighed(batch, stepId, step, output.Output, element))
                continue;
            var share = sum > 0 ? (held[i]?.Grams ?? 0) / sum : 0;
            var grams = through ?? sum;
            var sigma = Math.Max(grams * ShareSigma(matrix, held, i, share, sum), TraceShare * grams + TraceG);
            readings.Add(new(Route.Holding(stepId, output.Output), element, share * grams, sigma));
            sources.Add(new(null, stepId, output.Output, null, $"share of {element} that goes into {output.Name}, by the method"));
        }
    }

    private static PoolShare? CameBack(BatchState batch, string holding, string element) =>
        batch.Pooled.GetValueOrDefault(holding)?.Back.FirstOrDefault(s => s.Element == element);

    // Of a share X/T: (Var X − 2 s Cov(X, T) + s² Var T)/T².
    internal static double ShareSigma(
        IReadOnlyList<IReadOnlyList<double>>? matrix,
        List<ElementEstimate?> held,
        int i,
        double share,
        double sum
    )
    {
        if (sum <= 0)
            return 0;
        if (matrix is null || matrix.Count != held.Count)
            return (held[i]?.Sigma ?? 0) / sum;
        var variance = matrix[i][i] - 2 * share * matrix[i].Sum() + share * share * matrix.Sum(row => row.Sum());
        return Math.Sqrt(Math.Max(0, variance)) / sum;
    }

    private static bool WasWeighed(BatchState batch, string stepId, StepState step, string output, string element) =>
        batch.ProductAt(stepId, output) is { } product ? product.Holds.Any(h => h.Element == element) : step.Weighed.ContainsKey(output);

    private static void ReadWeighed(
        BatchState batch,
        string stepId,
        StepState step,
        HoldingEstimate output,
        List<FlowReading> readings,
        List<FlowSource> sources,
        IReadOnlyDictionary<string, double> tares
    )
    {
        var arc = Route.Holding(stepId, output.Output);
        var product = batch.ProductAt(stepId, output.Output);
        if ((product?.Mass ?? step.Weighed.GetValueOrDefault(output.Output)) is not { Value: > 0 } mass)
            return;
        var sigma = Math.Max(mass.Sigma, LeastShare * mass.Value);
        readings.Add(new(arc, FlowGraph.Mass, mass.Value, sigma) { Clues = Clues(mass, tares, batch.BalanceStepG) });
        sources.Add(new(step.WeighedBy.GetValueOrDefault(output.Output), stepId, output.Output, mass, output.Name + " weighed"));
        var holds = product?.Holds ?? [.. output.Holds];
        // What a weighed holding does not have by the method, it has none of: it is not free to stand there.
        var none = product is null
            ? batch.Metals.Where(e => holds.All(h => h.Element != e)).Select(e => new ElementEstimate(e, 0, 0, 0, 0))
            : [];
        foreach (var held in holds.Concat(none))
        {
            readings.Add(Fraction(arc, held.Element, mass.Value, mass.Sigma, held.Grams, held.Sigma));
            sources.Add(
                new(
                    null,
                    stepId,
                    output.Output,
                    product?.Fineness,
                    product is null ? $"{held.Element} in a gram of {output.Name}, by the method"
                        : product.Fineness is null ? "fineness of a bar that was not assayed"
                        : "fineness assayed"
                )
            );
        }
    }

    // What a gram holds: its uncertainty is that of the grams of metal less what the weighing brings to it.
    private static FlowReading Fraction(string arc, string element, double mass, double massSigma, double grams, double sigma)
    {
        var share = grams / mass;
        var own = Math.Sqrt(Math.Max(0, sigma * sigma - share * share * massSigma * massSigma)) / mass;
        return new(arc, element, share, Math.Max(own, Math.Max(LeastShare * share, TraceShare)), Measure.Fraction);
    }

    internal static IReadOnlyDictionary<string, double> Tares(State state) =>
        state.Vessels.Values.Where(v => v.Tare is not null).ToDictionary(v => v.Id, v => v.Tare!.Value);

    internal static SlipClues Clues(TypedNumber typed, IReadOnlyDictionary<string, double> tares, double balanceStepG)
    {
        var unit = Units.All.FirstOrDefault(u => u.Field == typed.Field && u.Symbol == typed.Unit);
        return new(Digits(typed.Text), typed.Field, typed.Unit, tares, unit?.Factor ?? 1)
        {
            TakenOff = typed.Gross ? typed.Vessel : null,
            Step = balanceStepG / (unit?.Factor ?? 1),
        };
    }

    // The number in what was typed, without blanks between its digits.
    internal static string Digits(string text) =>
        new([
            .. text.Replace(',', '.')
                .SkipWhile(c => !char.IsAsciiDigit(c))
                .TakeWhile(c => char.IsAsciiDigit(c) || c is '.' or ' ' or '\u202F')
                .Where(c => c is not (' ' or '\u202F')),
        ]);
}
