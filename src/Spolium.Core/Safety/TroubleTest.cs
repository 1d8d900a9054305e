namespace Spolium.Core.Safety;

/// <summary>A test that opens a gate of the feed, or keeps it shut (Reference/trouble-tests.csv).</summary>
/// <param name="Trouble">The element or mark that it looks for.</param>
/// <param name="Hours">With hands on.</param>
/// <param name="Crowns">Beside the hours.</param>
/// <param name="Sensitivity">Chance that what is there is found.</param>
/// <param name="Specificity">Chance that what is not there is not found.</param>
public sealed record TroubleTest(
    string Trouble,
    string Title,
    double Hours,
    double Crowns,
    double Sensitivity,
    double Specificity,
    string Source
)
{
    public static readonly IReadOnlyDictionary<string, TroubleTest> All = ReferenceTable
        .Read(
            "trouble-tests.csv",
            r => new TroubleTest(
                r.Text("trouble"),
                r.Text("title"),
                r.Number("hours"),
                r.Number("crowns"),
                r.Number("sensitivity"),
                r.Number("specificity"),
                r.Source
            ),
            "trouble"
        )
        .ToDictionary(t => t.Trouble);

    /// <summary>What an assay or an X-ray tells of an element that has no test of its own.</summary>
    public static readonly TroubleTest ByContent = All["content"];

    /// <summary>Both, one after the other: what either finds is found, and either may call clean dirty.</summary>
    public TroubleTest And(TroubleTest other) =>
        new(
            $"{Trouble} and {other.Trouble}",
            $"{Title}; {other.Title}",
            Hours + other.Hours,
            Crowns + other.Crowns,
            Math.Min(Sensitivity, other.Sensitivity),
            Specificity * other.Specificity,
            Source
        );

    /// <summary>The test that tells whether a gate need be shut; null where none does.</summary>
    public static TroubleTest? For(FeedGate gate) => All.GetValueOrDefault(gate.Mark.Length > 0 ? gate.Mark : gate.Element);
}
