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
}
