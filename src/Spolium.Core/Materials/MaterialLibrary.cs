using Spolium.Core.Quantities;
using Spolium.Core.Reference;

namespace Spolium.Core.Materials;

/// <summary>One element of a kind of scrap, low–likely–high in mass per cent (g/L of a liquor).</summary>
public sealed record MaterialLine(string Element, Triple Percent);

/// <summary>A kind of scrap as the trade knows it (Reference/material-library.csv): what it holds, on what basis, what it may hold that gates go by.</summary>
/// <param name="Basis">What the ranges are a share of: the whole, the tip, the ceramic only, ashed.</param>
/// <param name="Marks">As <see cref="Charge.Marks"/>.</param>
public sealed record Material(string Id, string Name, string Basis, IReadOnlyList<MaterialLine> Lines, IReadOnlyList<string> Marks, string Source)
{
    public static readonly IReadOnlyList<Material> All = [.. ReferenceTable.Read("material-library.csv", r => (
            Id: r.Text("material"), Name: r.Text("name"), Basis: r.Text("basis"), Line: new MaterialLine(r.Text("element"), new(r.Number("low"), r.Number("likely"), r.Number("high"))), Marks: r.Text("marks"), r.Source), "material", "element")
        .GroupBy(r => r.Id).Select(g => new Material(g.Key, g.First().Name, g.First().Basis, [.. g.Select(r => r.Line)], g.First().Marks.Split(' ', StringSplitOptions.RemoveEmptyEntries), g.First().Source))];

    public bool IsLiquor => Basis == "g/L";

    /// <summary>The ranges are a share of a part ("tip", "ceramic only"), not of the whole.</summary>
    public bool IsOfPart => !IsLiquor && Basis != Whole;

    public const string Whole = "whole";

    /// <summary>What is wrong with a kind as typed, by field; empty when it can be kept.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(Name))
            errors.Add(new("name", "the kind has no name", "write what you call it"));
        if (string.IsNullOrWhiteSpace(Basis))
            errors.Add(new("basis", "nobody knows what the ranges are a share of", "write whole, tip, ceramic only, active mass; or g/L of a liquor"));
        if (Lines.Count == 0)
            errors.Add(new("lines", "nothing is in it", "write one metal at least"));
        for (var i = 0; i < Lines.Count; i++)
        {
            var (element, p) = (Lines[i].Element, Lines[i].Percent);
            if (!Chemistry.Elements.BySymbol.ContainsKey(element) && element != "plastic")
                errors.Add(new($"lines[{i}].element", $"'{element}' is not an element", "write a symbol such as Au"));
            if (Lines.Take(i).Any(l => l.Element == element))
                errors.Add(new($"lines[{i}].element", $"{element} stands twice", "keep one line for each metal"));
            if (p.Low > p.Likely || p.Likely > p.High)
                errors.Add(new($"lines[{i}].range", "low, likely and high must rise", "write the smaller number first"));
        }
        if (!IsLiquor && Lines.Sum(l => l.Percent.Low) > 100 + 1e-9)
            errors.Add(new("lines", "even the lows together are more than the whole", "lower them until they sum to at most 100 %"));
        return errors;
    }
}
