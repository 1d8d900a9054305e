using Spolium.Server.Guard;
using Spolium.Server.Plan;

namespace Spolium.Server.Run;

/// <param name="Foreign">It came in from another shop.</param>
public sealed record BatchListItem(string Id, string Code, string Title, string LotCode, DateTimeOffset? ClosedAt, bool Foreign);

public sealed record StartRequest(
    Head Head,
    string BatchId,
    string Code,
    string LotId,
    string Amount,
    string? Title = null,
    string? AmountPlusMinus = null,
    string? Way = null,
    IReadOnlyList<string>? Methods = null,
    IReadOnlyDictionary<string, Dictionary<string, string>>? Options = null,
    IReadOnlyList<BottleRequest>? Bottles = null,
    string? PlanId = null
);

/// <param name="File">The text of a file that a whole batch was saved to.</param>
public sealed record BatchFileRequest(Head Head, [Longest(LongestAttribute.File)] string File);

public sealed record BroughtIn(string BatchId, string Code);

public sealed record BeginRequest(Head Head);

/// <param name="Amount">Grams, or millilitres of a liquid.</param>
/// <param name="Reason">Why it is so, when the amount looks like a slip.</param>
public sealed record PourRequest(Head Head, string DoseId, string BottleId, string Amount, string? Reason = null);

/// <param name="Kind">temperature, ph, volume, density.</param>
/// <param name="Reason">Why it is so, when it cannot be.</param>
/// <param name="With">Id of the instrument; left out, the usual one of its kind.</param>
public sealed record ReadingRequest(Head Head, string Kind, string Value, string? Reason = null, string? With = null);

/// <param name="Low">The standard that it was darker than; empty where it was lighter than all.</param>
/// <param name="High">The standard that it was lighter than.</param>
/// <param name="ReadIn">Id of the vessel that the volume was read in; left out, a measuring cylinder.</param>
/// <param name="Reason">Why it is so, when it cannot be.</param>
public sealed record LiquorTestRequest(
    Head Head,
    string Output,
    string Element,
    string Volume,
    string High,
    string? Low = null,
    string? ReadIn = null,
    string? Reason = null
);

public sealed record SignRequest(Head Head, string Sign);

/// <param name="Fineness">Of a product; empty when it was not assayed.</param>
/// <param name="AssayedBy">Id of the instrument that it was assayed with; left out, an assay office.</param>
public sealed record WeighRequest(
    Head Head,
    string Output,
    string Mass,
    string? PlusMinus = null,
    string? Fineness = null,
    string? Reason = null,
    string? AssayedBy = null,
    bool IsProduct = false
);

/// <param name="Counts">Of a batch that showed something far off what is usual: whether it teaches; null before anybody was asked.</param>
public sealed record CloseRequest(Head Head, string? Reason = null, bool? Counts = null);

public sealed record NoteRequest(Head Head, [Longest(LongestAttribute.Note)] string Text, string? StepId = null);

public sealed record CorrectRequest(Head Head, string Corrects, string Reason);

/// <param name="Options">By step id or method id; left out, the options stay as they are.</param>
/// <param name="After">A loop or further steps ("method" or "method>holding") put in behind this step; empty for none.</param>
/// <param name="Holding">What of that step they take; empty takes what goes on, another makes a branch.</param>
/// <param name="With">Holdings that wait, put together with it.</param>
/// <param name="Bottles">Left out, the doses come from the bottles as before.</param>
/// <param name="Instead">The methods take the place of all that comes behind that step.</param>
public sealed record RouteRequest(
    Head Head,
    string Reason,
    IReadOnlyDictionary<string, Dictionary<string, string>>? Options = null,
    string? After = null,
    IReadOnlyList<string>? Methods = null,
    string? Holding = null,
    IReadOnlyList<string>? With = null,
    IReadOnlyList<BottleRequest>? Bottles = null,
    bool? Instead = null
);

/// <param name="Measured">Mass of what is solid in the vessel; empty for a liquor.</param>
/// <param name="Methods">What goes on from there.</param>
/// <param name="WhyMore">Why it weighs more than went in.</param>
public sealed record GiveUpRequest(
    Head Head,
    string Reason,
    IReadOnlyList<string> Methods,
    string? Measured = null,
    string? WhyMore = null
);

/// <param name="Days">How long it is thought to be away.</param>
/// <param name="Reason">Why it weighs more than stands there.</param>
public sealed record SendOutRequest(Head Head, string To, string Mass, double? Days = null, string? Reason = null);

/// <param name="Fee">Crowns that were paid; empty for nothing.</param>
public sealed record ComeBackRequest(Head Head, string Mass, string? Fee = null, string? Reason = null);

/// <param name="Waits">No step takes it.</param>
public sealed record HoldingRef(string Id, string Output, string Name, bool Main, bool Waits);

/// <param name="GivenUp">What was in its vessel stayed together.</param>
public sealed record StepSlim(
    string Id,
    string Method,
    string Verb,
    string Title,
    bool Begun,
    bool Closed,
    bool Current,
    bool GivenUp,
    IReadOnlyList<HoldingRef> Makes
);

/// <summary>A holding that is out of the house.</summary>
public sealed record AwayView(string To, string Mass, DateTimeOffset Since, string Days);

public sealed record JournalLine(
    string EntryId,
    DateTimeOffset OccurredAt,
    string By,
    string Words,
    string? StepId,
    string? CorrectedBy,
    bool CanTakeBack
);

/// <param name="Now">The telling figures of the step at hand as it stands now: nothing more poured.</param>
/// <param name="Then">What the steps after the current one want, from what was logged so far.</param>
/// <param name="Untaken">Holdings of the step at hand that no later step takes: each may be weighed as a product.</param>
public sealed record BatchView(
    string Id,
    string Code,
    string Title,
    string LotId,
    string LotCode,
    string Feed,
    long Version,
    DateTimeOffset? ClosedAt,
    IReadOnlyList<StepSlim> Steps,
    StepView? Current,
    IReadOnlyList<FigureView> Now,
    IReadOnlyList<DoseLine> Then,
    string Metal,
    FigureView? Product,
    IReadOnlyList<BottleChoice> Bottles,
    bool CanClose,
    string Opening,
    AwayView? Away,
    string? Plan,
    IReadOnlyList<string> Untaken,
    string? Lost
);

/// <summary>What a step was begun with, by which versions, and every figure as it was reckoned then.</summary>
public sealed record BegunView(int MethodVersion, string DataHash, string? Vessel, IReadOnlyList<FigureView> Figures);

/// <summary>One dose of a step to come.</summary>
public sealed record DoseLine(string StepId, string Verb, string Title, FigureView Grams, FigureView? Millilitres);

/// <summary>What a pour that is only thought of would change in the steps to come.</summary>
public sealed record Change(string Verb, string Title, string Before, string After);

public sealed record PreviewPourRequest(string DoseId, string BottleId, string Amount);

public sealed record PreviewWeighingRequest(string Output, string Mass);

public sealed record PreviewAnswer(string Words, IReadOnlyList<Change> Changes);
