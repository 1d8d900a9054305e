namespace Spolium.Core.Records;

/// <summary>One element of a kind of scrap, low–likely–high in mass per cent (g/L of a liquor).</summary>
public sealed record MaterialLine(string Element, Triple Percent);

/// <summary>A kind of scrap as the trade knows it (Reference/material-library.csv): what it holds, on what basis, what it may hold that
/// gates go by.</summary>
/// <param name="Basis">What the ranges are a share of: the whole, the tip, the ceramic only, ashed.</param>
/// <param name="Rest">What its lines do not name: <see cref="Content.NoMetal"/>, or null where nobody says.</param>
/// <param name="Open">Per cent of its metals that a liquid reaches unbroken; null for all.</param>
/// <param name="Marks">What it may hold that gates go by, as a content has them.</param>
public sealed record Material(
    string Id,
    string Name,
    string Basis,
    IReadOnlyList<MaterialLine> Lines,
    IReadOnlyList<string> Marks,
    string Source,
    string? Rest = null,
    Triple? Open = null
)
{
    public bool IsLiquor => Basis == "g/L";

    /// <summary>The ranges are a share of a part ("tip", "ceramic only"), not of the whole.</summary>
    public bool IsOfPart => !IsLiquor && Basis != Whole;

    public const string Whole = "whole";
}
