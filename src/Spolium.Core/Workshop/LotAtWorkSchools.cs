using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>Of methods that do the same between the same forms, the one that suits this lot, this shelf and these prices best.</summary>
public sealed partial class LotAtWork
{
    /// <summary>Crowns that another school must bring more: below that the usual one stays.</summary>
    private static readonly double SchoolGain = Reference.Constants.Get("school-gain").Likely;

    /// <summary>A way as it would be gone in the likely world.</summary>
    /// <param name="Margin">Crowns.</param>
    /// <param name="NotPriced">How much of it has no price.</param>
    /// <param name="Against">Rules that it breaks and what the shelf lacks for it.</param>
    private sealed record Tried(FoundWay Way, double Margin, double Days, int NotPriced, Lazy<int> Against);

    private Tried? Try(FoundWay way, WayPlans plans)
    {
        var plan = plans.Of(way.Methods);
        if (plan.Refused is not null)
            return null;
        var worth = Worth.Of(plan, way.Element, terms!, plans.Draws);
        return new(
            way,
            worth.Margin.Likely,
            plan.Unattended.Likely / 24,
            worth.NotPriced.Count,
            new(() => WayFigures.AgainstOf(plan, plans.Draws).Count())
        );
    }

    // Each step that has schools is tried with every one of them, the others as they are by then.
    private Tried Schooled(Tried way, WayPlans plans)
    {
        for (var i = 0; i < way.Way.Methods.Count; i++)
        {
            var (at, here) = (i, way.Way.Methods);
            way = WayMap
                .Schools(here[at])
                .Where(school => school != here[at])
                .Select(school => Try(way.Way with { Methods = [.. here.Take(at), school, .. here.Skip(at + 1)] }, plans))
                .OfType<Tried>()
                .Aggregate(way, (best, other) => IsBetter(other, best) ? other : best);
        }
        return way;
    }

    // What stands for months gives way to what does not. What breaks more rules than the usual, or has less of it on the shelf, is never
    // taken for its money, nor what looks cheap because more of it has no price.
    private bool IsBetter(Tried other, Tried than)
    {
        var most = terms!.Prices.Longest();
        var pays = (than.Days > most, other.Days > most) switch
        {
            (true, false) => true,
            (false, true) => false,
            _ => other.Margin > than.Margin + SchoolGain && other.NotPriced <= than.NotPriced,
        };
        return pays && other.Against.Value <= than.Against.Value;
    }
}
