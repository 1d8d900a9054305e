namespace Spolium.Core.Records;

/// <summary>How strong a bottle is, and how that is known.</summary>
/// <param name="Fraction">Mass fraction of the substance.</param>
/// <param name="PlusMinus">± of it, 1.645 standard uncertainties; 0 takes the guess for labels.</param>
/// <param name="DensityGPerMl">g/mL at 20 °C; null for a solid, or where it is not known.</param>
/// <param name="How">"label", "weighed volume", "hydrometer", "mixed", "titration".</param>
/// <param name="Readings">What was read, as typed.</param>
public sealed record StrengthTest(
    double Fraction,
    double PlusMinus,
    double? DensityGPerMl,
    string How,
    IReadOnlyList<TypedNumber> Readings
);

/// <summary>A bottle or jar that comes to the shelf.</summary>
/// <param name="BottleId">What is written on it; nothing else on the shelf has it.</param>
/// <param name="Form">Id of its reagent form.</param>
/// <param name="Grams">Contents in grams, by the amount as typed.</param>
/// <param name="Price">Of the whole bottle; null when nobody knows it.</param>
/// <param name="UseBy">Null where the label says nothing.</param>
/// <param name="Certificate">It came with a certificate: no look-alike test is asked for.</param>
public sealed record NewBottle(
    string BottleId,
    string Form,
    string Name,
    string Formula,
    TypedNumber Amount,
    double Grams,
    StrengthTest Strength,
    TypedNumber? Price,
    string Place,
    DateTimeOffset? UseBy,
    bool Certificate
);

/// <summary>A counted bottle: what stands in it, and what the book had.</summary>
public sealed record StockLine(string BottleId, TypedNumber Amount, double Grams, double BookedGrams);
