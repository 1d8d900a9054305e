using System.Globalization;

namespace Spolium.Core.Reagents;

/// <summary>GHS marks of a substance at a strength. The data sheet of the bottle always wins.</summary>
/// <param name="Statements">"H272 H290 …", empty where none apply.</param>
public sealed record Hazards(string Signal, string Statements)
{
    private static readonly ILookup<string, HazardRange> ByFormula = Reagent
        .All.SelectMany(r => r.Marks.Select(m => (r.Formula, Marks: m)))
        .Concat(
            ReferenceTable.Read(
                "hazards.csv",
                r => (Formula: r.Text("formula"), Marks: new HazardRange(0, 100, new(r.Text("signal_word"), r.Text("statements")))),
                "substance"
            )
        )
        .Where(r => r.Formula.Length > 0)
        .ToLookup(r => Bare(r.Formula), r => r.Marks);

    // A hydrate has the marks of its salt.
    private static string Bare(string formula) => formula.Split('·')[0];

    /// <summary>Some table has marks of it, at whatever strength.</summary>
    public static bool Knows(string formula) => ByFormula.Contains(Bare(formula));

    /// <summary>The marks, or null where no table has any for this substance and strength.</summary>
    /// <param name="percent">Mass per cent; per cent of active chlorine for bleach.</param>
    public static Hazards? Of(string formula, double percent) =>
        ByFormula[Bare(formula)].FirstOrDefault(r => percent >= r.FromPercent && percent <= r.ToPercent)?.Marks;
}

/// <summary>The marks of a substance within a range of strengths, in mass per cent.</summary>
public sealed record HazardRange(double FromPercent, double ToPercent, Hazards Marks)
{
    /// <summary>"65-70 danger H272 H290", "danger H290 H314" for any strength, or "none".</summary>
    /// <exception cref="InvalidDataException">There is no signal word where one is due.</exception>
    public static HazardRange Parse(string text)
    {
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var range = words[0].Contains('-', StringComparison.Ordinal) ? words[0].Split('-') : null;
        var marks = range is null ? words : words[1..];
        if (marks.Length == 0 || marks[0] is not ("danger" or "warning" or "none"))
            throw new InvalidDataException($"'{text}': hazards begin with danger, warning or none.");
        return new(
            range is null ? 0 : double.Parse(range[0], CultureInfo.InvariantCulture),
            range is null ? 100 : double.Parse(range[1], CultureInfo.InvariantCulture),
            new(marks[0], string.Join(' ', marks[1..]))
        );
    }
}
