namespace Spolium.Core.Safety;

/// <summary>What a lot may hold beside its metals, as a person marks it (Reference/marks.csv).</summary>
/// <param name="Mark">As feed gates and the groups of what never meets name it.</param>
public sealed record Suspicion(string Mark, string Label, string Source)
{
    public static readonly IReadOnlyList<Suspicion> All = ReferenceTable.Read(
        "marks.csv",
        r => new Suspicion(r.Text("mark"), r.Text("label"), r.Source),
        "mark"
    );
}
