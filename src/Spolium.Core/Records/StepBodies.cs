using Spolium.Core.Quantities;

namespace Spolium.Core.Records;

/// <summary>A step begins; the plan it was begun with is frozen into the entry.</summary>
public sealed record StepBegun(string BatchId, string StepId, FrozenPlan Plan) : EntryBody;

/// <summary>A plan as it was when its step began.</summary>
/// <param name="DataHash">Hash of the data files that it was reckoned with.</param>
/// <param name="Seed">Owner of the draws.</param>
public sealed record FrozenPlan(string Method, int MethodVersion, string CodeVersion, string DataHash, string Seed, IReadOnlyList<FrozenDose> Doses, IReadOnlyList<Figure> Figures, string? Vessel, Figure Attended, Figure Unattended);

public sealed record FrozenDose(string Dose, string Title, string BottleId, Figure Grams, IReadOnlyList<double> RungsG);

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

public sealed record StepClosed(string BatchId, string StepId, IReadOnlyList<HoldingEstimate> Outputs, IReadOnlyList<HoldingCovariance> Covariances, string? Reason = null) : EntryBody;
