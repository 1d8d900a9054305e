namespace Spolium.Core.Safety;

/// <summary>What no tub or pot takes as it is, by content (Reference/pool-gates.csv).</summary>
/// <param name="Above">In the unit of the group.</param>
public sealed record PoolGate(SubstanceGroup Group, double Above, string Reason, string WayOut, string Source)
{
    public static readonly IReadOnlyList<PoolGate> All = ReferenceTable.Read(
        "pool-gates.csv",
        r => new PoolGate(SubstanceGroup.ById[r.Text("group")], r.Number("above"), r.Text("reason"), r.Text("way"), r.Source),
        "group"
    );

    /// <summary>Gates that are shut for a holding, at the high end of its content.</summary>
    public static IEnumerable<PoolGate> Shut(Charge holding) =>
        All.Where(g => g.Group.In(holding, holding.Grams(Species.Water).Likely) is var there && there > g.Above && there > 0);
}
