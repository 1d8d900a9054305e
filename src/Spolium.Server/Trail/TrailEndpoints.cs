namespace Spolium.Server.Trail;

/// <param name="Output">Id of the output; empty for the feed.</param>
/// <param name="CanPool">It is a leaving that may go into a tub or a pot.</param>
/// <param name="Source">What a lot may be made of: its id; null where it cannot.</param>
public sealed record TrailHolding(
    string Account,
    string StepId,
    string Output,
    string Name,
    bool Main,
    bool Standing,
    bool CanPool,
    Basis Basis,
    FigureView Grams,
    string? Source
);

public sealed record PostingView(
    string EntryId,
    DateTimeOffset At,
    string By,
    string Account,
    string Element,
    double Grams,
    double PlusMinus,
    string Basis,
    string Words
);

/// <summary>A flow of the batch after reconciliation.</summary>
/// <param name="Grams">Null where no reading and no balance tells it.</param>
/// <param name="How">What the figure rests on, in words.</param>
public sealed record TrailFlow(string Arc, string Account, string Name, string? From, string? To, bool Main, FigureView? Grams, string How);

/// <summary>How well the readings of a batch agree.</summary>
/// <param name="AddsUp">False when they disagree by more than their uncertainties allow.</param>
/// <param name="LossFirst">That is likelier than every slip of a reading.</param>
/// <param name="Lost">What was lost and where, if all of them are right; null where they agree or no loss explains them.</param>
public sealed record AgreementView(bool AddsUp, double Limit, int Readings, int Checked, string Sentence, string? Lost, bool LossFirst);

/// <summary>A reading that is likely wrong, and what would put it right.</summary>
/// <param name="EntryId">The entry that it was written with; null where it stands in an entry that cannot be put right here.</param>
/// <param name="Becomes">As it would be written; empty where no usual slip explains it.</param>
/// <param name="Effects">Figures before and after, in words.</param>
public sealed record SuspectView(
    string? EntryId,
    string Arc,
    string StepId,
    string Says,
    string Was,
    string Becomes,
    string? Slip,
    string SlipTitle,
    double Share,
    string Fits,
    string? WayOut,
    IReadOnlyList<EffectView> Effects
);

public sealed record EffectView(string What, string Before, string After);

public sealed record PutRightView(
    string EntryId,
    DateTimeOffset At,
    string By,
    string Output,
    string Was,
    string Becomes,
    string Reason,
    string? Kept
);

/// <param name="Lent">What bottles brought of it; null where none did.</param>
/// <param name="Guessed">Not known, because the feed was guessed.</param>
/// <param name="Missing">Missing beyond what readings and guess allow.</param>
public sealed record TrailView(
    string BatchId,
    string Code,
    string Element,
    string Name,
    IReadOnlyList<string> Elements,
    FigureView Feed,
    IReadOnlyList<TrailHolding> Holdings,
    FigureView? Product,
    FigureView? Back,
    FigureView? Lent,
    FigureView Unaccounted,
    FigureView Guessed,
    FigureView Missing,
    FigureView? Recovery,
    string WhyWide,
    string Sentence,
    IReadOnlyList<PostingView> Postings,
    long Entries,
    long At,
    IReadOnlyList<TrailFlow> Flows,
    AgreementView Agreement,
    IReadOnlyList<SuspectView> Suspects,
    IReadOnlyList<PutRightView> PutRight,
    IReadOnlyList<RestatedView> History,
    StandsView? Stands,
    IReadOnlyList<string> Owners,
    long Version
);

/// <summary>Somebody said that readings which disagree are right.</summary>
public sealed record StandsView(DateTimeOffset At, string By, string Reason);

public sealed record StandRequest(Head Head, string Reason, string? Element = null);

/// <summary>Recovery of the metal as it stood from a moment on.</summary>
public sealed record RestatedView(DateTimeOffset At, string Why, string Recovery);

/// <param name="ReadingEntryId">The entry of the weighing.</param>
/// <param name="Becomes">What it should have been, with its unit.</param>
/// <param name="Slip">The kind that was proposed; left out when the number is written by hand, which needs a reason.</param>
/// <param name="Kept">Why it is so although it cannot be; only what was refused asks for it.</param>
public sealed record PutRightRequest(
    Head Head,
    string ReadingEntryId,
    string Becomes,
    string? Slip = null,
    string? Reason = null,
    string? Element = null,
    string? Kept = null
);

/// <summary>The metal's way through a batch, now or as it stood after any entry.</summary>
public static class TrailEndpoints
{
    public static void MapTrail(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/batches/{batchId}/trail", Get).WithTags("trail");
        app.MapGet("/api/batches/{batchId}/trail/working", Working).WithTags("trail");
        app.MapGet("/api/batches/{batchId}/trail/csv", Csv).WithTags("trail");
        app.MapGet("/api/batches/{batchId}/settlements", Settlements.List).WithTags("trail");
        app.MapGet("/api/batches/{batchId}/settlements/working", Settlements.Working).WithTags("trail");
        app.MapGet("/api/batches/{batchId}/settlements/csv", Settlements.Csv).WithTags("trail");
        app.MapPost("/api/batches/{batchId}/put-right", PutRight).WithTags("trail");
        app.MapPost("/api/batches/{batchId}/stand", Stand).WithTags("trail");
    }

    private static Results<Ok<TrailView>, ProblemHttpResult> Get(
        string batchId,
        Writing writing,
        string? element = null,
        long? at = null
    ) => Make(batchId, writing, element, at, new ShownFigures());

    private static Results<Ok<Figure>, ProblemHttpResult> Working(
        string batchId,
        string key,
        Writing writing,
        string? element = null,
        long? at = null
    )
    {
        var book = new ShownFigures();
        if (Make(batchId, writing, element, at, book).Result is ProblemHttpResult problem)
            return problem;
        return book.Working(key) is { } figure ? TypedResults.Ok(figure) : Problems.NotFound("such figure");
    }

    private static Results<Ok<TrailView>, ProblemHttpResult> Make(
        string batchId,
        Writing writing,
        string? wanted,
        long? at,
        ShownFigures book
    )
    {
        var now = writing.Ledger;
        if (!now.State.Batches.TryGetValue(batchId, out var asItIs))
            return Problems.NotFound("such batch");
        var mine = now.State.Entries.Naming(Entry.BatchStream(batchId)).ToList();
        var upTo = Math.Clamp(at ?? mine.Count, 1, mine.Count);
        // Any past moment is the journal up to it.
        var ledger = upTo == mine.Count ? now : writing.Before(mine[(int)upTo]);
        var element = wanted ?? MetalOf(now.State, asItIs);
        // A batch that took no metal has a trail too, an empty one.
        return ledger.State.Batches[batchId] is { Believed.Count: 0 } || ledger.State.Batches[batchId].Metals.Contains(element)
            ? TypedResults.Ok(TrailViews.View(now, ledger, mine, upTo, batchId, element, book))
            : Problems.NotFound($"{element} in this batch");
    }

    // What was written is shown, whatever metal was asked for with it.
    private static TrailView AsWritten(string batchId, Writing writing, string? wanted)
    {
        var now = writing.Ledger;
        var mine = now.State.Entries.Naming(Entry.BatchStream(batchId)).ToList();
        var batch = now.State.Batches[batchId];
        var element = wanted is not null && batch.Metals.Contains(wanted) ? wanted : MetalOf(now.State, batch);
        return TrailViews.View(now, now, mine, mine.Count, batchId, element, new ShownFigures());
    }

    private static Results<FileContentHttpResult, ProblemHttpResult> Csv(string batchId, Writing writing)
    {
        var now = writing.Ledger;
        if (!now.State.Batches.TryGetValue(batchId, out var batch))
            return Problems.NotFound("such batch");
        return TypedResults.File(System.Text.Encoding.UTF8.GetBytes(Reconciled.Csv(now, batch)), "text/csv", $"trail-{batch.Code}.csv");
    }

    private static Task<Results<Ok<TrailView>, ProblemHttpResult>> PutRight(string batchId, PutRightRequest request, Writing writing)
    {
        var reader = new RequestReader();
        var becomes = reader.MassOrVolume("becomes", request.Becomes);
        return writing.Write(
            request.Head,
            new { batchId, request },
            PuttingRight.Streams(writing.Ledger.State, batchId, request.ReadingEntryId),
            reader,
            l =>
                l.State.Batches.TryGetValue(batchId, out var batch)
                    ? PuttingRight.Decide(
                        l,
                        batch,
                        request.ReadingEntryId,
                        becomes,
                        string.IsNullOrEmpty(request.Slip) ? null : request.Slip,
                        request.Reason,
                        request.Kept
                    )
                    : Decision.Refuse("batchId", "there is no such batch", "choose one of the list"),
            _ => AsWritten(batchId, writing, request.Element)
        );
    }

    private static Task<Results<Ok<TrailView>, ProblemHttpResult>> Stand(string batchId, StandRequest request, Writing writing) =>
        writing.Write(
            request.Head,
            new { batchId, request },
            [Entry.BatchStream(batchId)],
            new RequestReader(),
            l =>
                l.State.Batches.TryGetValue(batchId, out var batch)
                    ? PuttingRight.Stand(l.State, batch, request.Reason)
                    : Decision.Refuse("batchId", "there is no such batch", "choose one of the list"),
            _ => AsWritten(batchId, writing, request.Element)
        );

    // The metal that the batch is for, where its feed holds it; else the first that its feed holds.
    private static string MetalOf(State state, BatchState batch)
    {
        var metal = batch.Summary?.Element
            ?? BatchAtWork.ElementOf(BatchAtWork.Plan(state, batch).Steps[^1].Plan.Outputs.First(o => o.Main).Charge);
        return batch.Believed.Count == 0 || batch.Believed.Any(b => b.Element == metal) ? metal : batch.Believed[0].Element;
    }
}
