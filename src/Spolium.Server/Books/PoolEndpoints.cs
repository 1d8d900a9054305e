namespace Spolium.Server.Books;

public sealed record PoolMetal(string Element, string Name, FigureView Grams);

/// <param name="Grams">By metal, in words.</param>
/// <param name="CanTakeBack">It has not been worked up, and can be taken out again.</param>
public sealed record PoolHoldingView(
    string EntryId,
    string BatchId,
    string Code,
    string Output,
    DateTimeOffset At,
    string Grams,
    bool CanTakeBack
);

/// <summary>What one batch got back, and what that did to its recovery.</summary>
/// <param name="Before">Recovery of the batch as it stood, in words; empty where it is still open.</param>
public sealed record PoolShareView(string BatchId, string Code, string Element, string Booked, string Back, string Before, string After);

public sealed record WorkedUpView(
    string EntryId,
    DateTimeOffset At,
    string By,
    string How,
    IReadOnlyList<string> Gave,
    string? Reason,
    bool CanTakeBack
);

/// <summary>What became of the batches of one working up.</summary>
/// <param name="Balance">It and its batches reconciled together; null where nothing tells it.</param>
public sealed record SharedBackView(IReadOnlyList<PoolShareView> Shares, PoolBalanceView? Balance);

/// <summary>A leaving of a batch as all readings together tell it.</summary>
public sealed record PoolFlowView(string BatchId, string Code, string Name, FigureView? Grams);

/// <summary>A shared holding as a node between its batches: what their leavings brought, and what came or should come of it.</summary>
/// <param name="Out">Reconciled; null where nothing tells it.</param>
/// <param name="AddsUp">Null where its batches are too many to be reconciled together.</param>
/// <param name="Sentence">Whether what it gave and what the batches say agree.</param>
/// <param name="Slip">What would explain it, where they do not.</param>
public sealed record PoolBalanceView(
    string Element,
    string Name,
    IReadOnlyList<PoolFlowView> Leavings,
    FigureView? Out,
    bool? AddsUp,
    string Sentence,
    string? Slip
);

/// <summary>A shared holding: what the book has in it, from which batches, and what it gave before.</summary>
/// <param name="Leavings">How many are in it.</param>
/// <param name="Workings">How often it was worked up.</param>
public sealed record PoolView(
    string Id,
    string Code,
    string Kind,
    string Title,
    long Version,
    IReadOnlyList<PoolMetal> Metals,
    int Leavings,
    int Workings
);

public sealed record PoolsView(IReadOnlyList<PoolView> Pools, IReadOnlyList<string> Kinds);

public sealed record OpenPoolRequest(Head Head, string Code, string Kind, string? Title = null);

/// <param name="Reason">Why, where it is warned of.</param>
public sealed record PutInRequest(Head Head, string BatchId, string StepId, string Output, string? Reason = null);

/// <param name="Mass">"0.31 g"; 0 where nothing was found.</param>
public sealed record YieldRequest(string Element, string Mass, string? Fineness = null);

/// <param name="Reason">Why more came out than the book can have.</param>
public sealed record WorkUpRequest(Head Head, IReadOnlyList<YieldRequest> Yields, string How, string? Reason = null);

public sealed record PoolCorrection(Head Head, string Corrects, string Reason);

/// <summary>Filter tubs, stock pots, pooled washes: put in, worked up, shared back.</summary>
public static class PoolEndpoints
{
    public static void MapPools(this IEndpointRouteBuilder app)
    {
        var pools = app.MapGroup("/api/pools").WithTags("pools");
        pools.MapGet("", (Writing writing) => TypedResults.Ok(PoolViews.View(writing.Ledger, new ShownFigures())));
        pools.MapGet("/working", Working);
        pools.MapGet("/{poolId}/holds", (string poolId, Writing writing, int skip = 0) =>
            Of(writing, poolId, (state, pool) => PoolViews.Holds(state, pool, skip))
        );
        pools.MapGet("/{poolId}/worked-up", (string poolId, Writing writing, int skip = 0) =>
            Of(writing, poolId, (state, pool) => PoolViews.WorkedUp(state, pool, skip))
        );
        pools.MapGet("/{poolId}/balance", (string poolId, Writing writing) =>
            Of(writing, poolId, (state, pool) => new SharedBackView([], PoolBalances.Of(state, pool, null, new ShownFigures())))
        );
        pools.MapGet("/{poolId}/worked-up/{entryId}", SharedBack);
        pools.MapPost("", Open);
        pools.MapPost("/{poolId}/put-in", PutIn);
        pools.MapPost("/{poolId}/worked-up", WorkUp);
        pools.MapPost("/{poolId}/corrections", TakeBack);
    }

    // A tub stands there for all the years of a shop: what went in and what it gave comes by the page.
    internal const int Page = 12;

    private static Results<Ok<T>, ProblemHttpResult> Of<T>(Writing writing, string poolId, Func<State, PoolState, T> view) =>
        writing.Ledger.State is var state && state.Pools.Find(poolId) is { } pool
            ? TypedResults.Ok(view(state, pool))
            : Problems.NotFound("such tub or pot");

    private static Results<Ok<SharedBackView>, ProblemHttpResult> SharedBack(string poolId, string entryId, Writing writing)
    {
        var state = writing.Ledger.State;
        if (state.Pools.Find(poolId) is not { } pool || Times(pool, entryId) is not { } w)
            return Problems.NotFound("such working up");
        var shares = w
            .Body.Shares.GroupBy(s => (s.BatchId, s.Element))
            .Select(g => PoolViews.Share(state, w, g.Key.BatchId, g.Key.Element, [.. g]));
        return TypedResults.Ok(new SharedBackView([.. shares], PoolBalances.Of(state, pool, w, new ShownFigures())));
    }

    private static WorkedUpState? Times(PoolState pool, string entryId) => pool.WorkedUp.Find(w => EntryId.Same.Equals(w.EntryId, entryId));

    // "T1/Au" of what is in it, "T1/balance//out" and "T1/balance/ENTRY/out" of what is reconciled.
    private static Results<Ok<Figure>, ProblemHttpResult> Working(string key, Writing writing)
    {
        var (state, book) = (writing.Ledger.State, new ShownFigures());
        foreach (var pool in state.Pools.Values.Where(p => key.StartsWith(p.Id + "/", StringComparison.Ordinal)))
        {
            var rest = key[(pool.Id.Length + 1)..].Split('/');
            if (rest is not ["balance", var entry, ..])
                PoolViews.Metals(pool, book);
            else if (entry.Length == 0 || Times(pool, entry) is not null)
                PoolBalances.Of(state, pool, Times(pool, entry), book);
        }
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Task<Results<Ok<PoolsView>, ProblemHttpResult>> Open(OpenPoolRequest request, Writing writing) =>
        writing.Write(
            request.Head,
            request,
            [Entry.PoolStream(request.Code)],
            new RequestReader(),
            l => Pooling.Open(l.State, request.Code, request.Code, request.Kind, request.Title ?? ""),
            l => PoolViews.View(l, new ShownFigures())
        );

    private static Task<Results<Ok<PoolsView>, ProblemHttpResult>> PutIn(string poolId, PutInRequest request, Writing writing) =>
        writing.Write(
            request.Head,
            new { poolId, request },
            [Entry.BatchStream(request.BatchId), Entry.PoolStream(poolId)],
            new RequestReader(),
            l => Pooling.PutIn(l, poolId, request.BatchId, request.StepId, request.Output, request.Reason),
            l => PoolViews.View(l, new ShownFigures())
        );

    private static Task<Results<Ok<PoolsView>, ProblemHttpResult>> WorkUp(string poolId, WorkUpRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var yields = request
            .Yields.Select(
                (y, i) =>
                    new YieldWish(
                        y.Element,
                        reader.Quantity($"yields[{i}].mass", y.Mass, Field.Mass),
                        string.IsNullOrWhiteSpace(y.Fineness) ? null : reader.Quantity($"yields[{i}].fineness", y.Fineness, Field.Fineness)
                    )
            )
            .ToList();
        return writing.Write(
            request.Head,
            new { poolId, request },
            Pooling.Streams(writing.Ledger.State, poolId),
            reader,
            l => Pooling.WorkUp(l, poolId, yields, request.How, request.Reason),
            l => PoolViews.View(l, new ShownFigures())
        );
    }

    private static Task<Results<Ok<PoolsView>, ProblemHttpResult>> TakeBack(string poolId, PoolCorrection request, Writing writing)
    {
        var wrong = writing.Ledger.State.Entries.Find(request.Corrects);
        var streams = wrong is not null
            ? wrong.Streams.Select(s => s.Stream).OrderBy(s => s != Entry.PoolStream(poolId)).ToList()
            : [Entry.PoolStream(poolId)];
        return writing.Write(
            request.Head,
            new { poolId, request },
            streams,
            new RequestReader(),
            l =>
                wrong?.Streams.Any(s => s.Stream == Entry.PoolStream(poolId)) is true
                    ? Decisions.Correct(l.State, request.Corrects, request.Reason, null)
                    : Decision.Refuse("corrects", "it is no entry of this tub or pot", "choose one of its list"),
            l => PoolViews.View(l, new ShownFigures())
        );
    }
}
