using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>What a batch may be fed from.</summary>
public enum FeedFrom
{
    Lot,
    Holding,
    Pool,
    Bottle,
}

/// <summary>So much of a lot, of a holding ("26-01/4-clear/filter"), of a shared holding or of a bottle.</summary>
public sealed record Feed(FeedFrom From, [property: JsonConverter(typeof(HoldingName))] string Id, TypedNumber Amount)
{
    public static Feed OfLot(string lotId, TypedNumber amount) => new(FeedFrom.Lot, lotId, amount);
}

/// <summary>A prior as practice had moved it when a batch began.</summary>
/// <param name="Batches">How many had shown it.</param>
public sealed record PriorTaken(
    [property: JsonConverter(typeof(PriorName))] string Prior,
    double Low,
    double Likely,
    double High,
    int Batches,
    string Source
);

/// <param name="Feeds">What the batch takes, and from where.</param>
/// <param name="Believed">Metal in the feed, with its range.</param>
/// <param name="PlanId">The saved plan that it was started from, if one was.</param>
/// <param name="Priors">What practice had taught by then: the batch goes by it to its end, whatever becomes of other batches. Null in
/// journals of schema 1.</param>
public sealed record BatchStarted(
    string BatchId,
    string Code,
    string Title,
    IReadOnlyList<Feed> Feeds,
    Route Route,
    IReadOnlyList<Bottle> Bottles,
    double BalanceStepG,
    IReadOnlyList<ElementEstimate> Believed,
    string? PlanId = null,
    IReadOnlyList<PriorTaken>? Priors = null
) : EntryBody;

public sealed record RouteChanged(string BatchId, Route Route, IReadOnlyList<Bottle> Bottles, string Reason) : EntryBody;

/// <param name="Recoveries">Recovery by element as it stood, with its interval.</param>
/// <param name="Practice">Figures of practice that the batch showed; none where its readings disagree.</param>
/// <param name="Summary">What the books keep of it; null in journals of schema 1, where an entry "summaries-kept" has it.</param>
/// <param name="LeftOut">Why what it showed was far off and teaches nothing; null where it counts.</param>
/// <param name="Lost">Where it was lost before its end; null where it was worked off.</param>
/// <param name="Counted">Why what it showed was far off and counts all the same; null where nothing was.</param>
public sealed record BatchClosed(
    string BatchId,
    IReadOnlyList<Figure> Recoveries,
    IReadOnlyList<PracticeSeen>? Practice = null,
    BatchSummary? Summary = null,
    string? LeftOut = null,
    string? Counted = null,
    LostBatch? Lost = null
) : EntryBody;

/// <summary>Where what was left of a batch was lost (glass broke, it was poured away), and how.</summary>
public sealed record LostBatch(string StepId, string Reason);

/// <summary>A figure of practice as one batch showed it: the likely value and its 5–95 % range.</summary>
/// <param name="Prior">Id of the prior that it teaches.</param>
/// <param name="Together">It was seen of several batches together: of their mean.</param>
public sealed record PracticeSeen(
    [property: JsonConverter(typeof(PriorName))] string Prior,
    string StepId,
    double Value,
    double Low,
    double High,
    string Says,
    bool Together = false
)
{
    /// <summary>When it came to be known, where that was after the batch closed; filled by the replay.</summary>
    public DateTimeOffset? Since { get; init; }
}

/// <summary>A closed batch teaches nothing (the reason says why), or again.</summary>
/// <param name="Reason">Null when it counts again.</param>
public sealed record LeftOutOfLearning(string BatchId, string? Reason) : EntryBody;

/// <summary>
/// A step is given up: what is in its vessel stays together as one holding, measured again, and another way goes on from there.
/// </summary>
/// <param name="Measured">Mass of its solids; null for a liquor.</param>
/// <param name="Outputs">What the vessel is believed to hold, as the step's first holding; the others hold nothing.</param>
/// <param name="Route">The way from here: what was done stays as it was.</param>
public sealed record BranchGivenUp(
    string BatchId,
    string StepId,
    TypedNumber? Measured,
    IReadOnlyList<HoldingEstimate> Outputs,
    IReadOnlyList<HoldingCovariance> Covariances,
    Route Route,
    IReadOnlyList<Bottle> Bottles,
    string Reason,
    string? Kept = null
) : EntryBody;

/// <summary>A holding goes out of the house: to a furnace, to an assay office. It stands as a step of its own until it comes
/// back.</summary>
/// <param name="StepId">The step "outside" that the route has for it.</param>
public sealed record SentOut(string BatchId, string StepId, string To, TypedNumber Mass, BegunPlan Plan, Route Route, string? Reason = null)
    : EntryBody;

/// <param name="Fee">Crowns that were paid for it; null for nothing.</param>
public sealed record CameBack(
    string BatchId,
    string StepId,
    TypedNumber Mass,
    TypedNumber? Fee,
    IReadOnlyList<HoldingEstimate> Outputs,
    IReadOnlyList<HoldingCovariance> Covariances,
    string? Reason = null
) : EntryBody;

/// <summary>What a closed step made, reckoned anew.</summary>
public sealed record StepRestated(string StepId, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances);

/// <summary>A weighing of a closed step that was wrong, and what it should have been. The book is restated by it; both numbers stay in the
/// journal.</summary>
/// <param name="Corrects">The entry of the weighing.</param>
/// <param name="Slip">Kind of slip that was proposed and accepted; null where somebody wrote the value by hand.</param>
/// <param name="ChiSquare">Of the batch before, and after.</param>
/// <param name="Holds">Of a product: the metal that it then holds.</param>
/// <param name="Steps">Closed steps whose outputs change.</param>
/// <param name="Recoveries">Of a closed batch: recovery by element as it then stands.</param>
/// <param name="Practice">Of a closed batch: what it then shows.</param>
/// <param name="Believed">Of the feed (step empty, output <see cref="Route.Feed"/>): the metal that it then brought.</param>
/// <param name="Kept">Why a number that cannot be stands all the same.</param>
/// <param name="Summary">Of a closed batch: what the books keep of it from now on.</param>
public sealed record ReadingPutRight(
    string BatchId,
    string StepId,
    [property: JsonConverter(typeof(OutputName))] string Output,
    string Corrects,
    TypedNumber Was,
    TypedNumber Becomes,
    string? Slip,
    string Reason,
    double ChiSquare,
    double ChiSquareAfter,
    IReadOnlyList<ElementEstimate>? Holds,
    IReadOnlyList<StepRestated> Steps,
    IReadOnlyList<Figure> Recoveries,
    IReadOnlyList<PracticeSeen>? Practice = null,
    IReadOnlyList<ElementEstimate>? Believed = null,
    string? Kept = null,
    BatchSummary? Summary = null
) : EntryBody;

/// <summary>Readings disagree, and somebody says that they are right: a true loss, a spill. Nothing is restated; the batch is marked by
/// it.</summary>
/// <param name="Summary">Of a closed batch: what the books keep of it, as it stands.</param>
public sealed record ReadingsStand(string BatchId, string Reason, BatchSummary? Summary = null) : EntryBody;

/// <summary>A batch of another shop, with its entries as they were written there. It takes nothing from this shop's shelf.</summary>
/// <param name="Summary">Of one that was closed by a version that kept no summaries.</param>
/// <param name="Known">Its lots that an earlier batch of that shop brought already: more of them came.</param>
public sealed record BatchBroughtIn(BatchFile File, BatchSummary? Summary = null, IReadOnlyList<string>? Known = null) : EntryBody;

/// <summary>What the books keep of one closed batch.</summary>
public sealed record KeptSummary(string BatchId, BatchSummary Summary);

/// <summary>
/// Summaries of batches that were closed by a version that kept none: reckoned once, by the version that brought the journal up, and never
/// again.
/// </summary>
/// <param name="CodeVersion">Of the version that reckoned them.</param>
public sealed record SummariesKept(IReadOnlyList<KeptSummary> Summaries, string CodeVersion) : EntryBody;
