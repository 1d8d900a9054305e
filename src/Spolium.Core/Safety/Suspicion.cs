using System.Text.RegularExpressions;

namespace Spolium.Core.Safety;

/// <summary>What a lot may hold beside its metals, as a person marks it (Reference/marks.csv).</summary>
/// <param name="Mark">As feed gates and the groups of what never meets name it.</param>
/// <param name="Words">Of a title or a kind, which raise the question.</param>
/// <param name="Question">Asked before any verdict; empty where no words raise it.</param>
public sealed record Suspicion(string Mark, string Label, IReadOnlyList<string> Words, string Question, string Source)
{
    private const string No = "no-";

    public static readonly IReadOnlyList<Suspicion> All = ReferenceTable.Read(
        "marks.csv",
        r => new Suspicion(
            r.Text("mark"),
            r.Text("label"),
            [.. r.Text("words").Split('|', StringSplitOptions.RemoveEmptyEntries)],
            r.Text("question"),
            r.Source
        ),
        "mark"
    );

    /// <summary>Somebody looked, and it is not so.</summary>
    public string Denied => No + Mark;

    /// <summary>Marks that a content may have: what is suspected, and what somebody looked for and did not find.</summary>
    public static IEnumerable<string> Marks => All.SelectMany(s => new[] { s.Mark, s.Denied });

    /// <summary>Questions that words raise and nobody has answered.</summary>
    public static IReadOnlyList<Suspicion> Raised(IEnumerable<string> texts, IEnumerable<string> marks)
    {
        var (said, known) = (texts.ToList(), marks.ToHashSet());
        return
        [
            .. All.Where(s =>
                s.Question.Length > 0
                && !known.Contains(s.Mark)
                && !known.Contains(s.Denied)
                && s.Words.Any(w => said.Any(t => Regex.IsMatch(t, $@"\b{Regex.Escape(w)}\b", RegexOptions.IgnoreCase)))
            ),
        ];
    }
}
