namespace Spolium.Core.Records;

/// <summary>What a step is tried on: metal, a cake of silver chloride, or a liquor by what holds its metals.</summary>
public enum ChargeKind
{
    Metal,
    SilverChloride,
    Nitrate,
    Chloride,
    Sulphate,
    Fixer,
}

/// <summary>Grams of one metal, low, likely and high.</summary>
public sealed record SpecLine(string Element, TypedNumber Low, TypedNumber Likely, TypedNumber High)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>A charge typed in one line of fields, with no lot and no batch.</summary>
/// <param name="Volume">Of a liquor.</param>
/// <param name="FreeAcid">Of a liquor, mol/L; nothing means none.</param>
public sealed record ChargeSpec(ChargeKind Kind, IReadOnlyList<SpecLine> Lines, TypedNumber? Volume = null, TypedNumber? FreeAcid = null)
{
    /// <summary>What holds the metals of a liquor; null for a solid.</summary>
    public LiquorKind? Liquor =>
        Kind switch
        {
            ChargeKind.Nitrate => LiquorKind.Nitrate,
            ChargeKind.Chloride => LiquorKind.Chloride,
            ChargeKind.Sulphate => LiquorKind.Sulphate,
            ChargeKind.Fixer => LiquorKind.Fixer,
            _ => null,
        };
}
