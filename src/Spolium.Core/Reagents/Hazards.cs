using Spolium.Core.Reference;

namespace Spolium.Core.Reagents;

/// <summary>GHS marks of a substance at a strength (Reference/hazards.csv). The data sheet of the bottle always wins.</summary>
/// <param name="Statements">"H272 H290 …", empty where none apply.</param>
public sealed record Hazards(string Substance, string Signal, string Statements, string Source)
{
    private sealed record Row(string Formula, double From, double To, Hazards Marks);

    private static readonly ILookup<string, Row> ByFormula = ReferenceTable
        .Read(
            "hazards.csv",
            r => new Row(
                r.Text("formula"),
                r.NumberOrNone("from_percent") ?? 0,
                r.NumberOrNone("to_percent") ?? 100,
                new(r.Text("substance"), r.Text("signal_word"), r.Text("statements"), r.Source)
            ),
            "substance"
        )
        .Where(r => r.Formula.Length > 0)
        .ToLookup(r => r.Formula);

    /// <summary>The marks, or null where the table has none for this substance and strength.</summary>
    public static Hazards? Of(string formula, double percent) =>
        ByFormula[formula].FirstOrDefault(r => percent >= r.From && percent <= r.To)?.Marks;
}
