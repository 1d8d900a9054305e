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
    public static string LotStream(string lotId) => "lot:" + lotId;

    public static string BatchStream(string batchId) => "batch:" + batchId;

    public static string VesselStream(string vesselId) => "vessel:" + vesselId;

    public static string KeptStream(string keptId) => "kept:" + keptId;

    public static string BottleStream(string bottleId) => "bottle:" + bottleId;
}

/// <summary>What an entry says. The set is closed: every kind is in this file, and replay knows them all.</summary>
public abstract record EntryBody;

/// <summary>Metal believed or measured in something, grams; low and high are 5 and 95 %.</summary>
public sealed record ElementEstimate(string Element, double Grams, double Sigma, double Low, double High)
{
    public static ElementEstimate Of(string element, Working grams) => new(element, grams.Likely, grams.Amount.Sigma, grams.Range.Low, grams.Range.High);
}

/// <param name="Amount">Mass of a solid lot, volume of a liquor.</param>
/// <param name="Thickness">Of the thickest piece; null when nobody measured it.</param>
/// <param name="Believed">Metal by the content as typed, in all worlds; kept, so that replay never reckons.</param>
public sealed record LotReceived(string LotId, string Code, string Title, string Material, TypedNumber Amount, Content Content, TypedNumber? Thickness, IReadOnlyList<ElementEstimate> Believed) : EntryBody;

public sealed record LotPart(string LotId, string Code, string Title, TypedNumber Amount);

/// <summary>A lot is weighed into parts; what the parts do not hold is posted, not dropped.</summary>
/// <param name="Reason">Why the parts do not add up, where they do not.</param>
public sealed record LotSplit(string LotId, IReadOnlyList<LotPart> Parts, string? Reason = null) : EntryBody;

public sealed record Feed(string LotId, TypedNumber Amount);

/// <param name="Feeds">What the batch takes from which lot.</param>
/// <param name="Believed">Metal in the feed, with its range.</param>
public sealed record BatchStarted(string BatchId, string Code, string Title, IReadOnlyList<Feed> Feeds, Route Route, IReadOnlyList<Bottle> Bottles, double BalanceStepG, IReadOnlyList<ElementEstimate> Believed) : EntryBody;

public sealed record RouteChanged(string BatchId, Route Route, IReadOnlyList<Bottle> Bottles, string Reason) : EntryBody;

/// <param name="Recoveries">Recovery by element as it stood, with its interval.</param>
public sealed record BatchClosed(string BatchId, IReadOnlyList<Figure> Recoveries) : EntryBody;

/// <summary>A step begins; the plan it was begun with is frozen into the entry.</summary>
public sealed record StepBegun(string BatchId, string StepId, FrozenPlan Plan) : EntryBody;

/// <summary>Grams from one bottle. Strength (with its ±) and density are those believed when it was poured.</summary>
/// <param name="SigmaG">Standard uncertainty of the grams; nothing where the vessel was good enough.</param>
public sealed record BottlePour(string BottleId, TypedNumber Amount, double Grams, double Strength, double PlusMinus = 0, double? DensityGPerMl = null, double SigmaG = 0);

/// <param name="Reason">Why it was poured against a warning; the pour is marked by it from then on.</param>
public sealed record DoseAdded(string BatchId, string StepId, string DoseId, IReadOnlyList<BottlePour> Pours, string? Reason = null) : EntryBody;

/// <param name="Kind">temperature, ph, volume, density …</param>
public sealed record ReadingTaken(string BatchId, string StepId, string Kind, TypedNumber Value) : EntryBody;

public sealed record SignSeen(string BatchId, string StepId, string Sign) : EntryBody;

/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record HoldingWeighed(string BatchId, string StepId, string Output, TypedNumber Mass, string? Reason = null) : EntryBody;

/// <param name="Fineness">Null when it was not assayed; the metal then carries the range of an unassayed bar.</param>
public sealed record ProductWeighed(string BatchId, string StepId, string Output, TypedNumber Mass, TypedNumber? Fineness, IReadOnlyList<ElementEstimate> Holds, string? Reason = null) : EntryBody;

/// <summary>What a figure of the book rests on.</summary>
public enum Basis { Believed, Weighed, Assayed, EstimatedByMethod, Missing, Reversed }

/// <summary>What a closed step made: each holding with the metal it is believed to hold.</summary>
public sealed record HoldingEstimate(string Output, string Name, bool Main, double MassG, IReadOnlyList<ElementEstimate> Holds, Basis Basis);

/// <summary>Covariance of the holdings of a step in one element, g²; rows and columns in the order of the outputs.</summary>
public sealed record HoldingCovariance(string Element, IReadOnlyList<IReadOnlyList<double>> Matrix);

public sealed record StepClosed(string BatchId, string StepId, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances, string? Reason = null) : EntryBody;

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

public sealed record StockTaken(IReadOnlyList<StockLine> Lines) : EntryBody;

/// <summary>A vessel of the shop: its kind and size as Reference/vessels.csv has them, and its tare.</summary>
public sealed record VesselNamed(string VesselId, string Kind, double NominalMl, TypedNumber? Tare) : EntryBody;

/// <param name="Why">Broken, given away.</param>
public sealed record VesselGone(string VesselId, string Why) : EntryBody;

/// <summary>A step tried by itself, kept under a name: the charge as typed, the method, its options, the bottles.</summary>
public sealed record StepKept(string KeptId, string Title, string Method, ChargeSpec Charge, IReadOnlyDictionary<string, string> Options, IReadOnlyList<string> Bottles) : EntryBody;

public sealed record NoteWritten(string? BatchId, string? StepId, string Text) : EntryBody;

/// <summary>Takes an earlier entry back, and may put another in its place. Both stay in the journal.</summary>
public sealed record Correction(string Corrects, string Reason, EntryBody? Instead) : EntryBody;

/// <summary>A plan as it was when its step began.</summary>
/// <param name="DataHash">Hash of the data files that it was reckoned with.</param>
/// <param name="Seed">Owner of the draws.</param>
public sealed record FrozenPlan(string Method, int MethodVersion, string CodeVersion, string DataHash, string Seed, IReadOnlyList<FrozenDose> Doses, IReadOnlyList<Figure> Figures, string? Vessel, Figure Attended, Figure Unattended);

public sealed record FrozenDose(string Dose, string Title, string BottleId, Figure Grams, IReadOnlyList<double> RungsG);
