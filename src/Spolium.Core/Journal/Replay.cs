using System.Collections.Immutable;
using Spolium.Core.Journal.Folds;

namespace Spolium.Core.Journal;

/// <summary>
/// From entries to what is. An entry changes the streams that it touches and nothing else; one that takes another back folds those streams
/// again without it, as if it had never been written. Both stay in the journal, nothing is erased.
/// </summary>
public static class Replay
{
    public static State Of(IEnumerable<Entry> entries) => entries.Aggregate(State.Empty, Apply);

    /// <summary>The state after one more entry.</summary>
    /// <exception cref="UnknownEntryException">Its kind is not known.</exception>
    public static State Apply(State state, Entry entry) => Next(state, entry).After;

    /// <summary>The state after one more entry, and the streams that the entry touched.</summary>
    /// <exception cref="UnknownEntryException">Its kind is not known.</exception>
    public static (State After, IReadOnlyList<string> Touched) Next(State state, Entry entry)
    {
        var (log, placed, touched) = state.Entries.With(entry);
        var next = state with { Entries = log };
        var fold = new Fold(log);
        // What takes back, and what brings many entries at once, is folded from the first entry on.
        var anew = placed.Body is Correction or BatchBroughtIn;
        return (touched.Aggregate(next, (s, stream) => Stream(s, fold, stream, placed, anew)), touched);
    }

    /// <summary>
    /// The state of a journal whose entries stand in an archive: what is at work is folded now, what is at rest when somebody asks for it.
    /// It is the state that a replay of all entries leads to.
    /// </summary>
    /// <param name="atWork">Streams of what is at work.</param>
    /// <param name="practice">What closed batches showed, by when they closed.</param>
    public static State Opened(EntryLog log, IEnumerable<string> atWork, IEnumerable<BatchPractice> practice)
    {
        var fold = new Fold(log);
        var state = State.Empty with { Entries = log, Practice = [.. practice] };
        if (log.Last is not { } last)
            return state;
        var streams = atWork.ToLookup(KindOf);
        // Small, and asked for by nearly every page.
        state = streams
            .Where(k => k.Key is "material" or "plan" or "kept" or "vessel" or "licence" or "limit")
            .SelectMany(k => k)
            .Append(Entry.PricesStream)
            .Aggregate(state, (s, stream) => Stream(s, fold, stream, last, true));
        IEnumerable<string> Ids(string kind) => streams[kind].Select(s => s[(kind.Length + 1)..]);
        return state with
        {
            Lots = AtRest(state.Lots, fold.Lot).AtWork(Ids("lot"), fold.Lot),
            Batches = AtRest(state.Batches, fold.Batch).AtWork(Ids("batch"), fold.Batch),
            Shelf = AtRest(state.Shelf, fold.Bottle).AtWork(Ids("bottle"), fold.Bottle),
            Pools = state.Pools.AtWork(Ids("pool"), fold.Pool),
        };
    }

    private static string KindOf(string stream) => stream.IndexOf(':', StringComparison.Ordinal) is >= 0 and var at ? stream[..at] : stream;

    private static Streams<T> AtRest<T>(Streams<T> held, Func<string, T?> find)
        where T : class
    {
        var recent = new Recent<string, T?>(Kept);
        return held.Resting(id => recent.Get(id, find));
    }

    /// <summary>States at rest that are kept of each kind: a page asks for a few, several times.</summary>
    private const int Kept = 64;

    /// <summary>The same states, folded from nothing: what every way of writing must lead to.</summary>
    internal static State Again(State state)
    {
        var fold = new Fold(state.Entries);
        return state.Entries.Streams.Aggregate(State.Empty with { Entries = state.Entries }, (s, stream) =>
            Stream(s, fold, stream, state.Entries.Last!, true)
        );
    }

    private static State Stream(State s, Fold fold, string stream, Entry entry, bool anew)
    {
        var end = s.Entries.End;
        T? Now<T>(T? was, Func<Fold, T?, Entry, EntryBody, T?> apply)
            where T : class => anew ? fold.Of(stream, end, apply) : fold.Next(was, entry, apply);
        ImmutableDictionary<string, T> In<T>(ImmutableDictionary<string, T> map, string key, Func<Fold, T?, Entry, EntryBody, T?> apply)
            where T : class
        {
            var was = map.GetValueOrDefault(key);
            var now = Now(was, apply);
            return now is null ? map.Remove(key)
                : ReferenceEquals(was, now) ? map
                : map.SetItem(key, now);
        }
        Streams<T> Held<T>(Streams<T> map, string key, Func<Fold, T?, Entry, EntryBody, T?> apply)
            where T : class
        {
            var was = map.Find(key);
            var now = Now(was, apply);
            return ReferenceEquals(was, now) ? map
                : now is null ? map.Remove(key)
                : map.SetItem(key, now);
        }
        var at = stream.IndexOf(':', StringComparison.Ordinal);
        var (kind, id) = at < 0 ? (stream, "") : (stream[..at], stream[(at + 1)..]);
        return kind switch
        {
            "lot" => s with { Lots = Held(s.Lots, id, (f, x, e, b) => LotFold.Apply(f, id, x, e, b)) },
            "batch" => Practised(
                s with
                {
                    Batches = Held(s.Batches, id, (f, x, e, b) => BatchFold.Apply(f, id, x, e, b)),
                },
                id,
                s.Batches.Find(id)
            ),
            "bottle" => s with { Shelf = Held(s.Shelf, id, (_, x, e, b) => BottleFold.Apply(id, x, e, b)) },
            "pool" => s with { Pools = Held(s.Pools, id, (_, x, e, b) => PoolFold.Apply(id, x, e, b)) },
            "material" => s with { Materials = In(s.Materials, id, (_, x, e, b) => ShopFolds.Material(x, e, b)) },
            "plan" => s with { Plans = In(s.Plans, id, (_, x, e, b) => ShopFolds.Plan(x, e, b)) },
            "kept" => s with { Kept = In(s.Kept, id, (_, x, e, b) => ShopFolds.Kept(x, e, b)) },
            "vessel" => s with { Vessels = In(s.Vessels, id, (_, x, e, b) => ShopFolds.Vessel(x, e, b)) },
            "licence" => s with { Licences = In(s.Licences, id, (_, x, e, b) => ShopFolds.Licence(x, e, b)) },
            "limit" => s with { Limits = In(s.Limits, id, (_, x, e, b) => ShopFolds.Limit(x, e, b)) },
            Entry.PricesStream => s with
            {
                Prices = anew
                    ? fold.Of<ImmutableList<PricesState>>(stream, end, (_, x, e, b) => ShopFolds.Prices(x, e, b)) ?? []
                    : fold.Next<ImmutableList<PricesState>>(s.Prices, entry, (_, x, e, b) => ShopFolds.Prices(x, e, b)) ?? [],
            },
            _ => s,
        };
    }

    // The list that learning reads follows what became of one batch. What other hands did teaches this shop nothing.
    private static State Practised(State state, string batchId, BatchState? was)
    {
        var batch = state.Batches.Find(batchId);
        if (
            ReferenceEquals(batch, was)
            || (batch?.Practice, batch?.LeftOut, batch?.ClosedAt) == (was?.Practice, was?.LeftOut, was?.ClosedAt)
                && batch?.BroughtIn == was?.BroughtIn
        )
            return state;
        var others = state.Practice.RemoveAll(p => p.BatchId == batchId);
        return batch is { ClosedAt: { } closed, BroughtIn: null, Practice.Count: > 0 }
            ? state with
            {
                Practice =
                [
                    .. others
                        .Add(
                            new(
                                batch.Id,
                                batch.Code,
                                closed,
                                [.. batch.Practice.Select(p => p.Together ? p with { Since = Since(batch, p.StepId) } : p)],
                                batch.LeftOut,
                                state.Lots.Find(batch.Feeds[0].Id)?.Material
                            )
                        )
                        .OrderBy(p => p.ClosedAt),
                ],
            }
            : state with
            {
                Practice = others,
            };
    }

    /// <summary>When the leaving of a step was worked up.</summary>
    private static DateTimeOffset? Since(BatchState batch, string stepId) =>
        batch.Pooled.Where(p => p.Key.StartsWith(stepId + "/", StringComparison.Ordinal)).Select(p => p.Value.BackAt).Max();

    /// <summary>The entries that a file brings, each with the state before and after it. The shelf of this shop stays as it is.</summary>
    internal static IEnumerable<(State Before, Entry Entry, State After)> BroughtIn(State state, Entry entry, BatchFile file)
    {
        var now = state;
        foreach (var inner in EntryLog.BroughtWith(entry, file).Where(e => e.Body is not VesselNamed))
        {
            var before = now;
            now = Apply(now, inner) with { Shelf = state.Shelf };
            yield return (before, inner, now);
        }
    }
}
