using System.Text.Json;
using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>A step begins: with what was planned for it.</summary>
public sealed record StepBegun(string BatchId, string StepId, BegunPlan Plan) : EntryBody;

/// <summary>
/// What a step was begun with: its doses and bottles, and by which version of the method, of the program and of its data. How every figure
/// of the plan was reckoned then stands beside the journal, under its hash.
/// </summary>
/// <param name="Title">Of the method, as it was called then; null in journals of schema 1.</param>
/// <param name="DataHash">Hash of the data files that it was reckoned with.</param>
/// <param name="Seed">Owner of the draws.</param>
/// <param name="Sha256">Of the text of the <see cref="FrozenPlan"/>; null in journals of schema 1, where it stands in the entry
/// itself.</param>
public sealed record BegunPlan(
    [property: JsonConverter(typeof(MethodName))] string Method,
    int MethodVersion,
    string CodeVersion,
    string DataHash,
    string Seed,
    IReadOnlyList<BegunDose> Doses,
    string? Vessel = null,
    string? Verb = null,
    string? Title = null,
    string? Sha256 = null
)
{
    /// <summary>The whole plan while its entry is being written; it is kept beside the journal, not in it.</summary>
    [JsonIgnore]
    public FrozenPlan? Whole { get; init; }
}

/// <summary>A dose as it was planned.</summary>
public sealed record BegunDose(
    [property: JsonConverter(typeof(DoseName))] string Dose,
    string Title,
    string BottleId,
    PlannedGrams Grams,
    IReadOnlyList<double> RungsG
);

/// <summary>Grams, and their 5–95 % range.</summary>
public sealed record PlannedGrams(double Likely, double Low, double High);

/// <summary>A plan as it was when its step began, every figure with its working.</summary>
/// <param name="DataHash">Hash of the data files that it was reckoned with.</param>
/// <param name="Seed">Owner of the draws.</param>
public sealed record FrozenPlan(
    string Method,
    int MethodVersion,
    string CodeVersion,
    string DataHash,
    string Seed,
    IReadOnlyList<FrozenDose> Doses,
    IReadOnlyList<Figure> Figures,
    string? Vessel,
    Figure Attended,
    Figure Unattended
)
{
    /// <summary>As it is kept and hashed.</summary>
    public string Text() => JsonSerializer.Serialize(this, EntryJson.Options);
}

public sealed record FrozenDose(string Dose, string Title, string BottleId, Figure Grams, IReadOnlyList<double> RungsG);

/// <summary>Grams from one bottle. Strength (with its ±) and density are those believed when it was poured.</summary>
/// <param name="SigmaG">Standard uncertainty of the grams; nothing where the vessel was good enough.</param>
/// <param name="ChloridePpm">Of water: mg of chloride in a kilogram; null where nobody says.</param>
public sealed record BottlePour(
    string BottleId,
    TypedNumber Amount,
    double Grams,
    double Strength,
    double PlusMinus = 0,
    double? DensityGPerMl = null,
    double SigmaG = 0,
    double? ChloridePpm = null
);

/// <param name="Reason">Why it was poured against a warning; the pour is marked by it from then on.</param>
public sealed record DoseAdded(
    string BatchId,
    string StepId,
    [property: JsonConverter(typeof(DoseName))] string DoseId,
    IReadOnlyList<BottlePour> Pours,
    string? Reason = null
) : EntryBody;

/// <summary>A liquor of the step at hand was tested for a metal.</summary>
/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record LiquorTested(string BatchId, string StepId, LiquorBracket Test, string? Reason = null) : EntryBody;

/// <param name="Kind">temperature, ph, volume, density …</param>
/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record ReadingTaken(string BatchId, string StepId, string Kind, TypedNumber Value, string? Reason = null) : EntryBody;

public sealed record SignSeen(string BatchId, string StepId, [property: JsonConverter(typeof(SignName))] string Sign) : EntryBody;

/// <param name="Reason">Why it was kept against a warning.</param>
public sealed record HoldingWeighed(
    string BatchId,
    string StepId,
    [property: JsonConverter(typeof(OutputName))] string Output,
    TypedNumber Mass,
    string? Reason = null
) : EntryBody;

/// <summary>A product on the balance.</summary>
/// <param name="Formula">Of what it is believed to be: a metal, a salt.</param>
/// <param name="Hydrate">Water to a formula; 0 without.</param>
/// <param name="Fineness">Null when it was not assayed; the metal then carries the range of an unassayed bar.</param>
public sealed record WeighedProduct(
    [property: JsonConverter(typeof(OutputName))] string Output,
    string Formula,
    double Hydrate,
    TypedNumber Mass,
    TypedNumber? Fineness,
    IReadOnlyList<ElementEstimate> Holds
);

public sealed record ProductWeighed(string BatchId, string StepId, IReadOnlyList<WeighedProduct> Products, string? Reason = null)
    : EntryBody;

public sealed record StepClosed(
    string BatchId,
    string StepId,
    IReadOnlyList<HoldingEstimate> Outputs,
    IReadOnlyList<HoldingCovariance> Covariances,
    string? Reason = null
) : EntryBody;
