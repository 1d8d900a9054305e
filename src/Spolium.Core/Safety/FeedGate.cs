using Spolium.Core.Materials;
using Spolium.Core.Reference;

namespace Spolium.Core.Safety;

/// <summary>What a step does to a feed, as far as the gates ask.</summary>
public enum Duty
{
    Heat,
    Melt,
    Mill,
    Acid,
}

/// <summary>A feed that a duty refuses: by a mark on it, or by an element above a share of its mass (Reference/feed-gates.csv).</summary>
public sealed record FeedGate(string Mark, string Element, double Above, Duty Duty, string Reason, string WayOut, string Source)
{
    public static readonly IReadOnlyList<FeedGate> All = ReferenceTable.Read(
        "feed-gates.csv",
        r => new FeedGate(
            r.Text("mark"),
            r.Text("element"),
            r.NumberOrNone("above") ?? 0,
            Enum.Parse<Duty>(r.Text("duty"), true),
            r.Text("reason"),
            r.Text("way"),
            r.Source
        ),
        "mark",
        "element",
        "duty"
    );

    /// <summary>The marks that a lot may carry.</summary>
    public static IReadOnlyList<string> Marks => [.. All.Select(g => g.Mark).Where(m => m.Length > 0).Distinct()];

    /// <summary>Gates that are shut for a charge; they judge by the high end of its content.</summary>
    public static IEnumerable<FeedGate> Shut(Charge charge, Duty duty)
    {
        var mass = charge.Mass().Likely;
        return All.Where(g =>
            g.Duty == duty
            && (g.Mark.Length > 0 ? charge.Marks.Contains(g.Mark) : mass > 0 && charge.Element(g.Element).Range.High > g.Above * mass)
        );
    }
}
