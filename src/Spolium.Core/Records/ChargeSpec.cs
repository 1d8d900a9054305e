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
/// <param name="Volume">Of a liquor, or of what metal is wet with.</param>
/// <param name="FreeAcid">Of that, mol/L; nothing means none.</param>
/// <param name="State">Of a chloride liquor: nitrate, chlorine and sulphite in it.</param>
/// <param name="WetWith">Of metal: the acid that clings to it; its volume and free acid are that of the wet.</param>
/// <param name="Marks">What it may hold beside its metals: feed gates go by them.</param>
public sealed record ChargeSpec(
    ChargeKind Kind,
    IReadOnlyList<SpecLine> Lines,
    TypedNumber? Volume = null,
    TypedNumber? FreeAcid = null,
    LiquorState? State = null,
    LiquorKind? WetWith = null,
    IReadOnlyList<string>? Marks = null
)
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
