using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>Whether a leaving may be poured to what stands elsewhere in the house.</summary>
/// <param name="May">Nothing that never meets would meet.</param>
/// <param name="Why">What would happen; empty where nothing does.</param>
public sealed record Joined(FeedFrom From, string Id, string Code, string Title, bool May, string Why);

/// <summary>What may be joined with what, by what is believed to be in both.</summary>
public static class Joining
{
    /// <param name="lots">Liquors that stand there as lots.</param>
    public static IReadOnlyList<Joined> Of(State state, Leaving leaving, IEnumerable<string> lots)
    {
        if (leaving.Charge is not { } charge || !leaving.Wet)
            return [];
        var pots = state
            .Pools.Values.Where(p => p.Kind != PoolOpened.Kinds[0] && (leaving.From, leaving.Id) != (FeedFrom.Pool, p.Id))
            .OrderBy(p => p.Code, StringComparer.Ordinal)
            .Select(p =>
                PoolGate.Shut(charge).FirstOrDefault() is { } gate
                    ? new Joined(FeedFrom.Pool, p.Id, p.Code, p.Title, false, gate.Reason)
                    : With(charge, In(p), FeedFrom.Pool, p.Id, p.Code, p.Title)
            );
        var liquors = lots.Where(id => leaving.From != FeedFrom.Lot || id != leaving.Id)
            .Select(id => Leavings.Find(state, FeedFrom.Lot, id, likelyOnly: true))
            .OfType<Leaving>()
            .Where(l => l.Wet)
            .Select(l =>
                l.Charge is null
                    ? new Joined(FeedFrom.Lot, l.Id, l.Code, l.Title, false, "nobody knows what is in it")
                    : With(charge, l.Charge, FeedFrom.Lot, l.Id, l.Code, l.Title)
            );
        return [.. pots, .. liquors];
    }

    /// <summary>All that stands in a pot, at the high end.</summary>
    public static Charge In(PoolState pool) =>
        pool.Holds.Aggregate(Charge.Empty, (c, h) => h.Charge is { } kept ? c.Plus(Materials.Keeping.AtMost(kept)) : c);

    /// <summary>Rules that pouring one to the other would break; what either holds beside each other met before.</summary>
    public static IReadOnlyList<NeverTogether> Breaks(Charge there, Charge comes)
    {
        var means = new HashSet<string>();
        var before = NeverTogether
            .Meeting(there, there, means)
            .Concat(NeverTogether.Meeting(comes, comes, means))
            .Select(r => r.Id)
            .ToHashSet();
        return [.. NeverTogether.Meeting(there, comes, means).Where(r => !before.Contains(r.Id))];
    }

    private static Joined With(Charge charge, Charge there, FeedFrom from, string id, string code, string title)
    {
        var rows = Breaks(there, charge);
        var worst = rows.FirstOrDefault(r => r.Verdict == Verdict.Stop) ?? (rows.Count > 0 ? rows[0] : null);
        return new(from, id, code, title, worst is null, worst?.Reason ?? "");
    }
}
