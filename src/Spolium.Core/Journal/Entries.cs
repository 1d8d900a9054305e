using System.Text.Json.Serialization;
using Spolium.Core.Materials;
using Spolium.Core.Planning;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;

namespace Spolium.Core.Journal;

/// <summary>A stream and the version that an entry makes of it; versions start at 1.</summary>
public sealed record StreamVersion(string Stream, long Version);

/// <summary>One record of the journal.</summary>
/// <param name="Id">Made by the client, so that a repeated request does nothing twice.</param>
/// <param name="Streams">The stream it belongs to; two when something moves between streams.</param>
/// <param name="OccurredAt">When it happened; may be earlier than when it was written.</param>
/// <param name="RecordedAt">When it was written.</param>
/// <param name="By">Initials.</param>
public sealed record Entry(string Id, IReadOnlyList<StreamVersion> Streams, DateTimeOffset OccurredAt, DateTimeOffset RecordedAt, string By, EntryBody Body)
{
    /// <summary>Its place among all entries; given when it is written, and no part of what is written.</summary>
    [JsonIgnore]
    public long Order { get; init; }

    /// <summary>It was written in another shop and came here with a file.</summary>
    [JsonIgnore]
    public bool Brought { get; init; }

    public static string LotStream(string lotId) => "lot:" + lotId;

    public static string BatchStream(string batchId) => "batch:" + batchId;

    public static string VesselStream(string vesselId) => "vessel:" + vesselId;

    public static string KeptStream(string keptId) => "kept:" + keptId;

    public static string MaterialStream(string materialId) => "material:" + materialId;

    public static string PlanStream(string planId) => "plan:" + planId;

    /// <summary>Of a batch that was brought in from a file: the entry that brought it.</summary>
    public static string BroughtStream(string batchId) => "brought:" + batchId;

    public static string PoolStream(string poolId) => "pool:" + poolId;

    public const string PricesStream = "prices";

    /// <summary>Of what is written about the journal itself.</summary>
    public const string JournalStream = "journal";

    public static string BottleStream(string bottleId) => "bottle:" + bottleId;
}

/// <summary>What an entry says. The set is closed: every kind is in this file or in Pools.cs, and replay knows them all.</summary>
public abstract record EntryBody;

/// <summary>Metal believed or measured in something, grams; low and high are 5 and 95 %.</summary>
public sealed record ElementEstimate(string Element, double Grams, double Sigma, double Low, double High)
{
    public static ElementEstimate Of(string element, Working grams) => new(element, grams.Likely, grams.Amount.Sigma, grams.Range.Low, grams.Range.High);
}

/// <param name="Amount">Mass of a solid lot, volume of a liquor.</param>
/// <param name="Thickness">Of the thickest piece; null when nobody measured it.</param>
/// <param name="Believed">Metal by the content as typed, in all worlds; kept, so that replay never reckons.</param>
/// <param name="Pieces">How many were counted; null where nobody did.</param>
public sealed record LotReceived(string LotId, string Code, string Title, string Material, TypedNumber Amount, Content Content, TypedNumber? Thickness, IReadOnlyList<ElementEstimate> Believed, int? Pieces = null) : EntryBody;

/// <summary>Lots that came together in one file.</summary>
public sealed record LotsReceived(IReadOnlyList<LotReceived> Lots) : EntryBody;

/// <summary>A part of a lot that goes on as a lot of its own.</summary>
/// <param name="Content">What is believed of this class of pieces; null where it is taken to hold what the lot holds.</param>
/// <param name="Believed">Metal by its own content.</param>
/// <param name="Pieces">How many were counted; null where nobody did.</param>
public sealed record LotPart(string LotId, string Code, string Title, TypedNumber Amount, Content? Content = null, string? Material = null, IReadOnlyList<ElementEstimate>? Believed = null, int? Pieces = null);

/// <summary>What was taken out and goes on nowhere: plastic, glue, screws.</summary>
public sealed record RemovedPart(string Name, TypedNumber Amount);

/// <summary>A lot is weighed into parts; what the parts do not hold is posted, not dropped.</summary>
/// <param name="Reason">Why the parts do not add up, where they do not.</param>
public sealed record LotSplit(string LotId, IReadOnlyList<LotPart> Parts, string? Reason = null, IReadOnlyList<RemovedPart>? Removed = null) : EntryBody;

/// <summary>Lots put together into one; the book keeps what each brought.</summary>
/// <param name="Feeds">How much of which lot.</param>
public sealed record LotsPooled(string LotId, string Code, string Title, IReadOnlyList<Feed> Feeds, IReadOnlyList<ElementEstimate> Believed) : EntryBody;

/// <summary>Another belief of what a lot holds: an assay, a better guess.</summary>
/// <param name="How"><see cref="Assay"/> or <see cref="Guess"/>.</param>
/// <param name="Pieces">Pieces that an assay was made of; null where it speaks for the whole.</param>
public sealed record LotContentChanged(string LotId, Content Content, string How, string Reason, int? Pieces, IReadOnlyList<ElementEstimate> Believed) : EntryBody
{
    public const string Assay = "assay";
    public const string Guess = "guess";
}

/// <param name="WaitsFor">What the lot waits for, in words; null when it waits no longer.</param>
public sealed record LotSetAside(string LotId, string? WaitsFor) : EntryBody;

/// <param name="Crowns">What somebody offers for all of it as it is; null when the offer is gone.</param>
public sealed record LotOffered(string LotId, TypedNumber? Crowns, string By) : EntryBody;

/// <param name="PhotoId">SHA-256 of its bytes, which stand beside the journal.</param>
public sealed record LotPhotographed(string LotId, string PhotoId, string Caption) : EntryBody;

/// <summary>A kind of scrap of the shop's own, or its copy of one of the library; kept again it replaces what was kept before.</summary>
public sealed record MaterialKept(Material Material, string? CopyOf) : EntryBody;

public sealed record MaterialDropped(string MaterialId, string Why) : EntryBody;

/// <summary>A price list, valid from when it happened until the next.</summary>
public sealed record PricesKept(PriceList List) : EntryBody;

/// <summary>A plan put by under a name, frozen with its figures as they were.</summary>
/// <param name="Prices">Id of the price list that its money was reckoned with; null where there was none.</param>
/// <param name="CopyOf">The plan that it was copied from.</param>
public sealed record PlanSaved(string PlanId, string Title, string LotId, TypedNumber Amount, Route Route, IReadOnlyList<string> Methods, IReadOnlyList<Bottle> Bottles, string? Prices, string CodeVersion, string DataHash, IReadOnlyList<Figure> Figures, string? CopyOf = null) : EntryBody;

public sealed record PlanRenamed(string PlanId, string Title) : EntryBody;

public sealed record PlanDropped(string PlanId) : EntryBody;

public sealed record Feed(string LotId, TypedNumber Amount);

/// <param name="Feeds">What the batch takes from which lot.</param>
/// <param name="Believed">Metal in the feed, with its range.</param>
/// <param name="PlanId">The saved plan that it was started from, if one was.</param>
public sealed record BatchStarted(string BatchId, string Code, string Title, IReadOnlyList<Feed> Feeds, Route Route, IReadOnlyList<Bottle> Bottles, double BalanceStepG, IReadOnlyList<ElementEstimate> Believed, string? PlanId = null) : EntryBody;

public sealed record RouteChanged(string BatchId, Route Route, IReadOnlyList<Bottle> Bottles, string Reason) : EntryBody;

/// <param name="Recoveries">Recovery by element as it stood, with its interval.</param>
/// <param name="Practice">Figures of practice that the batch showed; none where its readings disagree.</param>
public sealed record BatchClosed(string BatchId, IReadOnlyList<Figure> Recoveries, IReadOnlyList<PracticeSeen>? Practice = null) : EntryBody;

/// <summary>A figure of practice as one batch showed it: the likely value and its 5–95 % range.</summary>
/// <param name="Prior">Id of the prior that it teaches.</param>
/// <param name="Together">It was seen of several batches together: of their mean.</param>
public sealed record PracticeSeen(string Prior, string StepId, double Value, double Low, double High, string Says, bool Together = false)
{
    /// <summary>When it came to be known, where that was after the batch closed; filled by the replay.</summary>
    public DateTimeOffset? Since { get; init; }
}

/// <summary>A closed batch teaches nothing (the reason says why), or again.</summary>
/// <param name="Reason">Null when it counts again.</param>
public sealed record LeftOutOfLearning(string BatchId, string? Reason) : EntryBody;

/// <summary>A step begins; the plan it was begun with is frozen into the entry.</summary>
public sealed record StepBegun(string BatchId, string StepId, FrozenPlan Plan) : EntryBody;

/// <summary>Grams from one bottle. Strength (with its ±) and density are those believed when it was poured.</summary>
/// <param name="SigmaG">Standard uncertainty of the grams; nothing where the vessel was good enough.</param>
public sealed record BottlePour(string BottleId, TypedNumber Amount, double Grams, double Strength, double PlusMinus = 0, double? DensityGPerMl = null, double SigmaG = 0);

/// <param name="Reason">Why it was poured against a warning; the pour is marked by it from then on.</param>
public sealed record DoseAdded(string BatchId, string StepId, string DoseId, IReadOnlyList<BottlePour> Pours, string? Reason = null) : EntryBody;

/// <summary>A liquor of the step at hand was tested for a metal.</summary>
/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record LiquorTested(string BatchId, string StepId, LiquorBracket Test, string? Reason = null) : EntryBody;

/// <param name="Kind">temperature, ph, volume, density …</param>
/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record ReadingTaken(string BatchId, string StepId, string Kind, TypedNumber Value, string? Reason = null) : EntryBody;

public sealed record SignSeen(string BatchId, string StepId, string Sign) : EntryBody;

/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record HoldingWeighed(string BatchId, string StepId, string Output, TypedNumber Mass, string? Reason = null) : EntryBody;

/// <param name="Fineness">Null when it was not assayed; the metal then carries the range of an unassayed bar.</param>
public sealed record ProductWeighed(string BatchId, string StepId, string Output, TypedNumber Mass, TypedNumber? Fineness, IReadOnlyList<ElementEstimate> Holds, string? Reason = null) : EntryBody;

/// <summary>What a figure of the book rests on.</summary>
public enum Basis { Believed, Weighed, Assayed, EstimatedByMethod, Missing, Reversed, EstimatedByTest }

/// <summary>What a closed step made: each holding with the metal it is believed to hold.</summary>
public sealed record HoldingEstimate(string Output, string Name, bool Main, double MassG, IReadOnlyList<ElementEstimate> Holds, Basis Basis);

/// <summary>Covariance of the holdings of a step in one element, g²; rows and columns in the order of the outputs.</summary>
public sealed record HoldingCovariance(string Element, IReadOnlyList<IReadOnlyList<double>> Matrix);

public sealed record StepClosed(string BatchId, string StepId, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances, string? Reason = null) : EntryBody;

/// <summary>
/// A step is given up: what is in its vessel stays together as one holding, measured again, and another way goes on from there.
/// </summary>
/// <param name="Measured">Mass of its solids; null for a liquor.</param>
/// <param name="Outputs">What the vessel is believed to hold, as the step's first holding; the others hold nothing.</param>
/// <param name="Route">The way from here: what was done stays as it was.</param>
public sealed record BranchGivenUp(string BatchId, string StepId, TypedNumber? Measured, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances, Route Route, IReadOnlyList<Bottle> Bottles, string Reason, string? Kept = null) : EntryBody;

/// <summary>A holding goes out of the house: to a furnace, to an assay office. It stands as a step of its own until it comes back.</summary>
/// <param name="StepId">The step "outside" that the route has for it.</param>
public sealed record SentOut(string BatchId, string StepId, string To, TypedNumber Mass, FrozenPlan Plan, Route Route, string? Reason = null) : EntryBody;

/// <param name="Fee">Crowns that were paid for it; null for nothing.</param>
public sealed record CameBack(string BatchId, string StepId, TypedNumber Mass, TypedNumber? Fee, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances, string? Reason = null) : EntryBody;

/// <summary>What a closed step made, reckoned anew.</summary>
public sealed record StepRestated(string StepId, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances);

/// <summary>A weighing of a closed step that was wrong, and what it should have been. The book is restated by it; both numbers stay in the journal.</summary>
/// <param name="Corrects">The entry of the weighing.</param>
/// <param name="Slip">Kind of slip that was proposed and accepted; null where somebody wrote the value by hand.</param>
/// <param name="ChiSquare">Of the batch before, and after.</param>
/// <param name="Holds">Of a product: the metal that it then holds.</param>
/// <param name="Steps">Closed steps whose outputs change.</param>
/// <param name="Recoveries">Of a closed batch: recovery by element as it then stands.</param>
/// <param name="Practice">Of a closed batch: what it then shows.</param>
/// <param name="Believed">Of the feed (step empty, output <see cref="Route.Feed"/>): the metal that it then brought.</param>
/// <param name="Kept">Why a number that cannot be stands all the same.</param>
public sealed record ReadingPutRight(string BatchId, string StepId, string Output, string Corrects, TypedNumber Was, TypedNumber Becomes, string? Slip, string Reason, double ChiSquare, double ChiSquareAfter, IReadOnlyList<ElementEstimate>? Holds, IReadOnlyList<StepRestated> Steps, IReadOnlyList<Figure> Recoveries, IReadOnlyList<PracticeSeen>? Practice = null, IReadOnlyList<ElementEstimate>? Believed = null, string? Kept = null) : EntryBody;

/// <summary>Readings disagree, and somebody says that they are right: a true loss, a spill. Nothing is restated; the batch is marked by it.</summary>
public sealed record ReadingsStand(string BatchId, string Reason) : EntryBody;

/// <summary>A batch of another shop, with its entries as they were written there. It takes nothing from this shop's shelf.</summary>
public sealed record BatchBroughtIn(BatchFile File) : EntryBody;

/// <summary>Bottles that came to the shelf together: one delivery, or one file.</summary>
public sealed record BottlesReceived(IReadOnlyList<NewBottle> Bottles) : EntryBody;

/// <summary>A bottle made here from others (the water among them has the id "water").</summary>
/// <param name="BatchId">The batch that made it, if one did.</param>
public sealed record BottleMade(NewBottle Bottle, IReadOnlyList<BottlePour> From, string? BatchId) : EntryBody;

public sealed record BottleTested(string BottleId, StrengthTest Test) : EntryBody;

public sealed record BottleOpened(string BottleId) : EntryBody;

/// <summary>The look-alike test of a bottle of a trade kind, and what was seen.</summary>
public sealed record LookAlikeChecked(string BottleId, string Saw) : EntryBody;

/// <param name="Where">Where it went.</param>
public sealed record BottleDiscarded(string BottleId, double Grams, string Where) : EntryBody;

public sealed record StockTaken(IReadOnlyList<StockLine> Lines, string? Reason = null) : EntryBody;

/// <summary>A vessel of the shop: its kind and size as Reference/vessels.csv has them, and its tare.</summary>
public sealed record VesselNamed(string VesselId, string Kind, double NominalMl, TypedNumber? Tare) : EntryBody;

/// <param name="Why">Broken, given away.</param>
public sealed record VesselGone(string VesselId, string Why) : EntryBody;

/// <summary>A step tried by itself, kept under a name: the charge as typed, the method, its options, the bottles.</summary>
public sealed record StepKept(string KeptId, string Title, string Method, ChargeSpec Charge, IReadOnlyDictionary<string, string> Options, IReadOnlyList<string> Bottles) : EntryBody;

/// <summary>The chain of the journal was broken at an entry; somebody looked at it and gave the word to go on.</summary>
/// <param name="Seq">Number of the entry at which it broke.</param>
/// <param name="What">What was wrong, as it was told.</param>
/// <param name="Found">Hash of what stood there then.</param>
public sealed record BreakAccepted(long Seq, string What, string Found, string Why) : EntryBody;

public sealed record NoteWritten(string? BatchId, string? StepId, string Text) : EntryBody;

/// <summary>Takes an earlier entry back, and may put another in its place. Both stay in the journal.</summary>
public sealed record Correction(string Corrects, string Reason, EntryBody? Instead) : EntryBody;

/// <summary>A plan as it was when its step began.</summary>
/// <param name="DataHash">Hash of the data files that it was reckoned with.</param>
/// <param name="Seed">Owner of the draws.</param>
public sealed record FrozenPlan(string Method, int MethodVersion, string CodeVersion, string DataHash, string Seed, IReadOnlyList<FrozenDose> Doses, IReadOnlyList<Figure> Figures, string? Vessel, Figure Attended, Figure Unattended);

public sealed record FrozenDose(string Dose, string Title, string BottleId, Figure Grams, IReadOnlyList<double> RungsG);
