namespace Spolium.Core.Safety;

/// <summary>A stop has no way past it; a warning asks for a reason that the journal keeps.</summary>
public enum Verdict
{
    Warn,
    Stop,
}

/// <summary>A group of substances that a row of never-together.csv means (Reference/substance-groups.csv).</summary>
/// <param name="PerLitre">True where its threshold is in g/L of water, false for grams in all.</param>
public sealed record SubstanceGroup(string Id, IReadOnlyList<string> Holds, bool PerLitre)
{
    public static readonly IReadOnlyDictionary<string, SubstanceGroup> ById = ReferenceTable
        .Read("substance-groups.csv", Of, "group")
        .ToDictionary(g => g.Id);

    // What a bottle holds names its own groups.
    private static SubstanceGroup Of(ReferenceRow r)
    {
        var id = r.Text("group");
        var holds = r.Text("holds");
        return new(
            id,
            holds.StartsWith("pair:", StringComparison.Ordinal)
                ? [holds]
                :
                [
                    .. holds.Split('|', StringSplitOptions.RemoveEmptyEntries),
                    .. Reagent.All.Where(x => x.Groups.Contains(id)).Select(x => x.Formula),
                ],
            r.Text("unit") == "g/L"
        );
    }

    /// <summary>How much of it a charge holds at its high end (95 %): g, or g/L of <paramref name="waterG"/> of water. A mark counts as
    /// without limit.</summary>
    public double In(Charge charge, double waterG)
    {
        var grams = Holds.Sum(h => Of(charge, h));
        return PerLitre ? grams / Math.Max(1e-3, waterG / 1000) : grams;
    }

    private static double Of(Charge charge, string what)
    {
        if (what.StartsWith("mark:", StringComparison.Ordinal))
            return charge.Marks.Contains(what[5..]) ? double.PositiveInfinity : 0;
        if (what.StartsWith("el:", StringComparison.Ordinal))
            return charge.Element(what[3..]).Range.High;
        if (what.StartsWith("pair:", StringComparison.Ordinal))
        {
            var parts = what[5..].Split('|');
            var lesser = Quantities.Working.Least(charge.Of(new(parts[0], Phase.Aqueous)), charge.Of(new(parts[1], Phase.Aqueous)));
            return lesser.Range.High * Species.Of(parts[2]).MolarMass;
        }
        return charge.Moles.Where(m => m.Key.Formula == what).Sum(m => m.Value.Range.High * m.Key.MolarMass);
    }
}

/// <summary>What never meets (Reference/never-together.csv): judged by content at its high end, not by name.</summary>
/// <param name="C">A third that must be there too, on whichever side; null for a row of two.</param>
/// <param name="First">What comes first where it has happened already.</param>
/// <param name="Means">What a step may declare that it means to make; empty where nothing excuses it.</param>
public sealed record NeverTogether(
    string Id,
    SubstanceGroup A,
    double LeastA,
    SubstanceGroup B,
    double LeastB,
    SubstanceGroup? C,
    double LeastC,
    string Makes,
    string Means,
    Verdict Verdict,
    string Text,
    string First,
    string Source
)
{
    private static readonly Dictionary<string, string> FirstActions = ReferenceTable
        .Read("first-actions.csv", r => (Id: r.Text("id"), Text: r.Text("text")), "id")
        .ToDictionary(r => r.Id, r => r.Text);

    public static readonly IReadOnlyList<NeverTogether> All = ReferenceTable.Read(
        "never-together.csv",
        r => new NeverTogether(
            r.Text("id"),
            SubstanceGroup.ById[r.Text("a")],
            r.Number("a_least"),
            SubstanceGroup.ById[r.Text("b")],
            r.Number("b_least"),
            r.Text("c") is { Length: > 0 } c ? SubstanceGroup.ById[c] : null,
            r.NumberOrNone("c_least") ?? 0,
            r.Text("makes"),
            r.Text("means"),
            Enum.Parse<Verdict>(r.Text("verdict"), true),
            r.Text("text"),
            FirstActions[r.Text("first")],
            r.Source
        ),
        "id"
    );

    /// <summary>The text as the reason of a refusal.</summary>
    public string Reason => Text.TrimEnd('.');

    public static NeverTogether Of(string id) => All.Single(r => r.Id == id);

    /// <summary>Rows that fire when something is added to a vessel, or two holdings are put together.</summary>
    /// <param name="means">What the step declares that it means to make.</param>
    public static IEnumerable<NeverTogether> Meeting(Charge vessel, Charge added, IReadOnlySet<string> means)
    {
        var water = vessel.Grams(Species.Water).Likely + added.Grams(Species.Water).Likely;
        var there = new GroupsIn(vessel, water);
        var comes = ReferenceEquals(vessel, added) ? there : new GroupsIn(added, water);
        bool Fires(NeverTogether row, GroupsIn one, GroupsIn other) => Over(one.Of(row.A), row.LeastA) && Over(other.Of(row.B), row.LeastB);
        // Of three the added brings at least one; what it brings a little of counts with what is there.
        var all = new Lazy<GroupsIn>(() => ReferenceEquals(vessel, added) ? there : new(vessel.Plus(added), water));
        bool FiresOfThree(NeverTogether row) =>
            Over(all.Value.Of(row.C!), row.LeastC)
            && Over(all.Value.Of(row.A), row.LeastA)
            && Over(all.Value.Of(row.B), row.LeastB)
            && (comes.Of(row.A) > 0 || comes.Of(row.B) > 0 || comes.Of(row.C!) > 0);
        return All.Where(r =>
            (r.Means.Length == 0 || !means.Contains(r.Means))
            && (r.C is null ? Fires(r, there, comes) || Fires(r, comes, there) : FiresOfThree(r))
        );
    }

    // Many rows ask for the same groups: each is looked for once.
    private sealed class GroupsIn(Charge charge, double waterG)
    {
        private readonly Dictionary<string, double> found = [];

        public double Of(SubstanceGroup group) =>
            found.TryGetValue(group.Id, out var there) ? there : found[group.Id] = group.In(charge, waterG);
    }

    private static bool Over(double there, double least) => there > least && there > 0;
}
