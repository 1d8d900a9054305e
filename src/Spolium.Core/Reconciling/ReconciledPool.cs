using Spolium.Core.Journal;

namespace Spolium.Core.Reconciling;

/// <summary>A leaving in the graph of a shared holding.</summary>
/// <param name="Arc">In the graph; the batch's own arc behind its id.</param>
public sealed record PoolArc(string Arc, string BatchId, string Code, string Name);

/// <summary>
/// A shared holding reconciled together with the batches that fed it: it is a node, their leavings flow into it, what it gave flows out. So
/// the readings of every batch say what it should have given, and what it gave says what every leaving held.
/// </summary>
/// <param name="Graph">The graphs of the batches, joined at the shared holding.</param>
/// <param name="Proposals">Slips that would explain what it gave, where the whole does not add up without.</param>
/// <param name="Expected">Grams and standard uncertainty of each metal that came out, by the batches alone.</param>
public sealed record ReconciledPool(
    FlowGraph Graph,
    Reconciliation Fit,
    IReadOnlyList<PoolArc> Leavings,
    IReadOnlyList<SlipProposal> Proposals,
    IReadOnlyDictionary<string, (double Grams, double Sigma)> Expected
)
{
    public const string Out = "out";

    /// <summary>Batches that are reconciled together: 50 take 0.05 to 0.3 s, 100 take 4.5 s (docs/benchmarks.md).</summary>
    public const int Most = 50;

    private const string Node = "pool";

    // A state of a pool is immutable; its book changes only with one of its batches.
    private static Recent<object, Known> Books(State state) =>
        state.Memory.Of<object, Known>("pool books", Kept, ReferenceEqualityComparer.Instance);

    private const int Kept = 32;

    private sealed record Known(IReadOnlyList<BatchState> Batches, ReconciledPool Book);

    /// <summary>The book of a shared holding; null where more than <see cref="Most"/> batches fed it.</summary>
    /// <param name="worked">One of its workings up; null for what is in it now, of which nothing has come out.</param>
    public static ReconciledPool? Of(State state, PoolState pool, WorkedUpState? worked)
    {
        var ids = (worked?.From ?? pool.Holds).Select(h => h.BatchId).Distinct().ToList();
        if (ids.Count > Most)
            return null;
        var batches = ids.ConvertAll(id => state.Batches[id]);
        object key = worked is null ? pool : worked;
        if (Books(state).TryGet(key, out var known) && known.Batches.SequenceEqual(batches, ReferenceEqualityComparer.Instance))
            return known.Book;
        var book = Reckon(state, pool, worked);
        Books(state).Put(key, new(batches, book));
        return book;
    }

    /// <summary>The mass of the likeliest slip as it was typed, and what would fit in its unit; only where there are proposals.</summary>
    public (TypedNumber Was, string Fits) Fitting(WorkedUpState worked)
    {
        var first = Proposals[0];
        var y = worked.Body.Yields.First(x => x.Holds.Element == Graph.Readings[first.Reading].Of);
        var unit = Units.Of(Field.Mass, y.Mass.Unit);
        return (y.Mass, $"{FigureText.Number(unit.FromCore(first.Slip.Value * y.Mass.Value / y.Holds.Grams), 3)} {unit.Symbol}");
    }

    private static ReconciledPool Reckon(State state, PoolState pool, WorkedUpState? worked)
    {
        var holds = worked?.From ?? pool.Holds;
        var (arcs, readings, open, leavings) = (new List<Arc>(), new List<FlowReading>(), new List<string> { Node }, new List<PoolArc>());
        foreach (var fed in holds.GroupBy(h => h.BatchId))
        {
            var batch = state.Batches[fed.Key];
            var pooled = fed.Select(h => Route.Holding(h.StepId, h.Output)).ToHashSet();
            // What was shared back rests on what came out: here the batch speaks for itself.
            var alone = batch with
            {
                Pooled = batch.Pooled.SetItems(pooled.Select(p => KeyValuePair.Create(p, batch.Pooled[p] with { Back = [] }))),
            };
            var (flows, own) = ReconciledBatch.Flowing(state, alone);
            // As in the batch's own book: what is vouched for all counts, with what was lost; else the readings that stand alone are left
            // out.
            var left = own.Passes || batch.Stands is not null ? [] : SlipSearch.Eliminate(flows.Graph).Select(e => e.Reading).ToHashSet();
            var all = own.Passes || batch.Stands is null ? flows.Graph.Arcs : Leak.Find(flows.Graph, own)?.Graph.Arcs ?? flows.Graph.Arcs;
            string Own(string id) => $"{batch.Id}/{id}";
            foreach (var a in all)
                arcs.Add(
                    new(
                        Own(a.Id),
                        a.From is null ? null : Own(a.From),
                        pooled.Contains(a.Id) ? Node
                            : a.To is null ? null
                            : Own(a.To)
                    )
                );
            readings.AddRange(
                flows.Graph.Readings.Where((_, k) => !left.Contains(k)).Select(r => r with { Arc = Own(r.Arc), Clues = null })
            );
            open.AddRange((flows.Graph.OpenInMass ?? []).Select(Own));
            leavings.AddRange(
                fed.Select(h => new PoolArc(
                    Own(Route.Holding(h.StepId, h.Output)),
                    batch.Id,
                    batch.Code,
                    flows.Places.First(p => p.Arc == Route.Holding(h.StepId, h.Output)).Name
                ))
            );
        }
        arcs.Add(new(Out, Node, null));
        var joined = new FlowGraph(arcs, readings, open);
        var unread = Reconciliation.Of(joined);
        var yields = worked?.Body.Yields ?? [];
        var graph = joined with { Readings = [.. readings, .. yields.Select(y => Read(state, y))] };
        var fit = yields.Count == 0 ? unread : Reconciliation.Of(graph);
        var expected = holds
            .SelectMany(h => h.Holds)
            .Select(e => e.Element)
            .Distinct()
            .Select(e => (e, Flow: unread.Flow(Out, e)))
            .Where(x => x.Flow.Observable)
            .ToDictionary(x => x.e, x => (x.Flow.Grams!.Value, x.Flow.Sigma!.Value));
        return new(graph, fit, leavings, fit.Passes ? [] : SlipSearch.Of(graph, fit), expected);
    }

    // The metal of what was weighed; a slip of the weighing is a slip of the metal, by its fineness.
    private static FlowReading Read(State state, PoolYield y)
    {
        var share = y.Mass.Value > 0 ? y.Holds.Grams / y.Mass.Value : 1;
        var clues = LikeliestSlip.Plain(y.Mass) with
        {
            TaresG = BatchFlows.Tares(state).ToDictionary(t => t.Key, t => t.Value * share),
            InCore = LikeliestSlip.Plain(y.Mass).InCore * share,
        };
        return new(Out, y.Holds.Element, y.Holds.Grams, Math.Max(y.Holds.Sigma, 1e-6)) { Clues = clues };
    }
}
