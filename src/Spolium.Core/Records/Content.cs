namespace Spolium.Core.Records;

/// <summary>What holds the metals of a liquor.</summary>
public enum LiquorKind
{
    Nitrate,
    Chloride,
    Sulphate,
    Fixer,
}

/// <summary>What a line of content is a share of.</summary>
public enum ContentOf
{
    /// <summary>Of the whole lot.</summary>
    Whole,

    /// <summary>Of what the whole-lot lines leave (the brass under a gold cladding).</summary>
    Rest,

    /// <summary>Of the part that the kind of scrap is known by (the tips of leaf contacts, the ceramic, the active mass).</summary>
    Part,
}

/// <summary>The part of a lot that some lines are a share of, low–likely–high as a share of the lot.</summary>
/// <param name="Name">"tip", "ceramic only", "active mass".</param>
public sealed record ContentPart(string Name, TypedNumber Low, TypedNumber Likely, TypedNumber High)
{
    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>One metal of a lot, low–likely–high as typed; shares are fractions of one, concentrations g/L.</summary>
public sealed record ContentLine(string Element, TypedNumber Low, TypedNumber Likely, TypedNumber High, ContentOf Of = ContentOf.Whole)
{
    /// <summary>Chance that it is there at all, where it is likely none and its kind of scrap says so; null takes what is usual.</summary>
    public double? There { get; init; }

    public Triple Triple => new(Low.Value, Likely.Value, High.Value);
}

/// <summary>
/// What is believed to be in a lot. Lines of the whole are drawn first, and the part that some lines are a share of; lines of the rest
/// share what they leave, and the balance takes what is then left; without a balance that part is carried as unknown.
/// </summary>
/// <param name="Balance">Element that makes up the rest, <see cref="NoMetal"/> where it is none, or null when the rest is not known: then
/// it is taken for metal.</param>
/// <param name="Liquor">What holds the metals of a liquor; null for a solid, and for a liquor that nobody knows.</param>
/// <param name="FreeAcid">Of a liquor, mol/L.</param>
/// <param name="Marks">What it may hold beside its metals ("beryllium", "cyanide"): feed gates go by them.</param>
/// <param name="Part">The part that lines of a part are a share of; null where there are none.</param>
/// <param name="Holds">Of what was taken over from the bench: every substance by itself. Then the lines only say what it comes to in
/// elements. Null for what came from outside, and for what was believed anew.</param>
/// <param name="State">Of a chloride liquor: nitrate, chlorine and sulphite in it.</param>
/// <param name="Open">Share of the metals that a liquid reaches unbroken; the rest is locked in moulded parts. Null: all of it.</param>
public sealed record Content(
    IReadOnlyList<ContentLine> Lines,
    string? Balance,
    LiquorKind? Liquor = null,
    TypedNumber? FreeAcid = null,
    IReadOnlyList<string>? Marks = null,
    ContentPart? Part = null,
    IReadOnlyList<HeldSubstance>? Holds = null,
    ContentPart? Open = null,
    LiquorState? State = null
)
{
    /// <summary>Instead of an element: what makes up the rest is no metal (board, plastic, ceramic, cloth).</summary>
    public const string NoMetal = "pieces";
}

/// <summary>A substance in a solid or a liquor, low–likely–high: grams in a gram of a solid, grams in a millilitre of a liquor.</summary>
/// <param name="State">"s", "l" or "aq"; "in" for a solid inside a moulded part.</param>
public sealed record HeldSubstance(string Formula, string State, double Low, double Likely, double High);
