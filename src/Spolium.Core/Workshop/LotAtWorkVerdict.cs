using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>What stands against working a lot or for it: no prices, no way, nothing known; from which content and amount on it pays, with
/// which others.</summary>
public sealed partial class LotAtWork
{
    /// <summary>What the words of a lot raise and nobody has answered.</summary>
    public static IReadOnlyList<Suspicion> Questions(LotState lot) => Suspicion.Raised([lot.Title, lot.Material], lot.Content.Marks ?? []);

    private static LotWorth Asked() =>
        new(
            null,
            null,
            0,
            null,
            new(
                VerdictKind.Test,
                "Find out first",
                "Its title or kind raises a question: before it is answered there is no verdict, no plan and no batch.",
                []
            ),
            [],
            []
        );

    private static LotWorth Unpriced() =>
        new(
            null,
            null,
            0,
            null,
            new(
                VerdictKind.Hold,
                "No prices yet",
                "Nobody wrote down what metal, reagents and hours cost: keep a price list first, or ask the price stand-in.",
                []
            ),
            [],
            []
        );

    // No way of today brings anything that is paid: either nobody knows what is in it, or there is nothing, or the ways refuse it.
    private LotWorth WithoutWay(LotWays ways)
    {
        var feed = Feed(false);
        var test = terms!.Prices.OfWork(PriceList.Test)?.Likely;
        var unnamed =
            feed.Unknown.Likely > 0.5 * feed.Mass().Likely
            || (content ?? lot.Content).Lines.Count == 0 && feed.Marks.Contains(UnnamedAndLocked.UnknownMetal);
        var named = (content ?? lot.Content).Lines.Any(l => l.High.Value > 0 && terms.Prices.OfMetal(l.Element) is not null);
        if (unnamed && !named)
            return Unknown(ways, test);
        var asItLies = Worth.AsItLies(feed, terms);
        var choices = Ranked([.. AsItLies(feed), .. ways.Perhaps.Select(p => Looking(p, asItLies, null))]);
        var verdict = LotVerdict.Of(choices, null);
        var why =
            ways.Refused.Count == 0 && Worth.OfContent(feed, terms.Prices).Likely <= 0
                ? "Nothing in it is paid for."
                : $"No way of today takes it as it is{(Against(ways, feed) is { } against ? $" ({against})" : "")}.";
        return new(
            choices[0].Kind == ChoiceKind.Test ? ways.Perhaps[0].Way : null,
            null,
            0,
            test,
            verdict with
            {
                Reason = $"{why} {verdict.Reason}{Counts(feed)}",
            },
            ways.Refused,
            choices
        );
    }

    // A gate says more of the lot than a method that is for another kind of scrap; where no way sets out, what acid would meet.
    private static string? Against(LotWays ways, Charge feed) =>
        ways.Refused is [var first, ..]
            ? (ways.Refused.FirstOrDefault(r => r.Gate is not null) ?? first).Reason
            : FeedGate.Shut(feed, Duty.Acid).FirstOrDefault()?.Reason;

    // What no way of today brings out counts by the list while it lies.
    private string Counts(Charge feed)
    {
        var held = Working.Sum(
            terms!
                .Prices.Rows.Where(r => r.Held is { Value: > 0 })
                .Select(r =>
                    feed.Element(r.Item) * terms.Prices.OfMetal(r.Item)! * terms.Prices.Share(r.Held!, "share that counts in a holding")
                ),
            Dimension.Money
        );
        return held.Likely > 0
            ? $" As it lies it counts {LotVerdict.Kr(held.Likely)} as a holding; its metal is worth "
                + $"{LotVerdict.Kr(Worth.OfContent(feed, terms.Prices).Likely)} by the list."
            : "";
    }

    // Nobody knows what is in it: a wide guess of what such scrap may hold tells what a test would be worth.
    private LotWorth Unknown(LotWays ways, double? test)
    {
        var tries = WayMap
            .Metals.Select(e =>
            {
                var id = "unknown-" + Elements.Of(e).Name.ToLowerInvariant();
                var guess = Priors.ById[id].Triple;
                TypedNumber Share(double percent) => TypedNumber.Of(percent / 100, Field.Share, "%");
                var thought = new Content(
                    [new(e, Share(guess.Low), Share(guess.Likely), Share(guess.High))],
                    "Cu",
                    Marks: lot.Content.Marks
                );
                var at = new LotAtWork(state, lot, amount, thought, DateTimeOffset.MinValue, shop.Bottles);
                return at.Worthwhile() is { Way: { } way } w ? (Way: way, w.Knowing, BreakEven: at.Breaking(way.Way)) : default;
            })
            .Where(t => t.Way is not null)
            .OrderByDescending(t => t.Knowing)
            .ToList();
        if (tries.Count == 0)
            return new(
                null,
                null,
                0,
                test,
                new(VerdictKind.Test, "Test it first", "Nobody knows what is in it, and no way of today would take it as it is.", []),
                ways.Refused,
                []
            );
        var breaks = tries.Select(t => t.BreakEven).OfType<BreakEven>().ToList();
        var contents = breaks.Select(b => $"{FigureText.Number(b.Content, b.Content < 1 ? 2 : 1)} {b.Unit} {Elements.Of(b.Element).Name}");
        var from = breaks.Count > 0 ? $" It would pay from {string.Join(" or ", contents)} on." : "";
        var cost = test is { } price ? $", a test costs {LotVerdict.Kr(price)}" : "";
        return new(
            null,
            null,
            tries[0].Knowing,
            test,
            new(
                VerdictKind.Test,
                "Test it first",
                $"Nobody knows what is in it. Knowing it would gain {LotVerdict.Kr(tries[0].Knowing)} (by a guess of Spolium’s of what "
                    + $"unknown metal holds){cost}.{from}",
                []
            ),
            ways.Refused,
            []
        );
    }

    /// <summary>Where a way of this lot begins to pay: some dozens of likely worlds, and none of what the verdict is made of.</summary>
    /// <param name="wayId">Of a way that takes it.</param>
    public PaysFrom PaysFrom(string wayId)
    {
        if (terms is null || FoundWay.Of(wayId, Liquor) is not { } way)
            return new(null, null);
        var (breaking, least) = ((BreakEven?)null, (double?)null);
        Parallel.Invoke(() => breaking = Breaking(way), () => least = Least(way));
        return new(breaking, least);
    }

    // The content of the way's metal at which its likely margin is nothing: poorer and richer than believed by as much as can be. Where the
    // way refuses, nothing pays.
    private BreakEven? Breaking(FoundWay way)
    {
        var believed = content ?? lot.Content;
        if (believed.Lines.FirstOrDefault(l => l.Element == way.Element) is not { Likely.Value: > 0 } line)
            return null;
        var liquor = amount.Field == Field.Volume;
        Charge At(double times) => Feed(true, 1, believed.Richer(way.Element, times));
        // By the content itself, from ten in a million to all of it, not by what is believed.
        // What pays without any of it does not turn by it.
        if (Likely(way, At(LeastShare / line.Likely.Value), terms!)?.Margin.Likely > 0)
            return null;
        return
            Margins.Rising(
                x => Likely(way, At(x / line.Likely.Value), terms!)?.Margin.Likely,
                LeastShare,
                liquor ? MostRicher * line.Likely.Value : 1,
                ContentsTried
            )
                is { } share
            ? new(
                way.Element,
                At(share / line.Likely.Value).Element(way.Element).Likely / amount.Value * (liquor ? 1000 : 100),
                liquor ? "g/L" : "%",
                share
            )
            : null;
    }

    private const double LeastShare = 1e-5;
    private const int ContentsTried = 16;
    private const double LeastAmount = 0.1;
    private const double MostAmount = 1e5;
    private const int AmountsTried = 18;

    // By the amount itself, from a decigram to a hundred kilograms, not by what was asked.
    private double? Least(FoundWay way)
    {
        double? At(double grams) =>
            Likely(
                way,
                Feed(true, grams / amount.Value),
                terms! with
                {
                    Offer = terms.Offer is { } o ? (o * (grams / amount.Value)).Named(o.Label!) : null,
                }
            )?.Margin.Likely;
        return Margins.Rising(At, LeastAmount, MostAmount, AmountsTried);
    }

    // Lots that wait and bear the same way: each that makes the whole worth more than by itself. Offers for single lots are left out of it.
    private PoolGain? Pool(FoundWay way)
    {
        if (content is not null)
            return null;
        var by = terms! with { Offer = null };
        var feed = Feed(true);
        var together = Math.Max(0, Likely(way, feed, by)!.Margin.Likely);
        var gain = 0.0;
        var partners = new List<LotState>();
        var waiting = state
            .Lots.Values.Where(MayBePooled)
            .OrderBy(o => o.Code, StringComparer.Ordinal)
            .Select(o => (Lot: o, Feed: BatchFeed.FeedOf(state, o, All(o), true)))
            .Where(o => Alike(feed, o.Feed, way.Element))
            .AsParallel()
            .AsOrdered()
            .Select(o => (o.Lot, o.Feed, Alone: Likely(way, o.Feed, by)?.Margin.Likely))
            .ToList();
        while (partners.Count < MostPartners)
        {
            // What does not bear this way by itself is not pooled into it.
            var next = waiting
                .Where(o => o.Alone is not null && !partners.Contains(o.Lot))
                .AsParallel()
                .AsOrdered()
                .Select(o => (o.Lot, o.Feed, Joint: Likely(way, feed.Plus(o.Feed), by)?.Margin.Likely, Alone: Math.Max(0, o.Alone!.Value)))
                .Where(o => o.Joint - together - o.Alone > LeastGain)
                .OrderByDescending(o => o.Joint - o.Alone)
                .FirstOrDefault();
            if (next.Lot is null)
                break;
            gain += next.Joint!.Value - together - next.Alone;
            (feed, together) = (feed.Plus(next.Feed), next.Joint.Value);
            partners.Add(next.Lot);
        }
        if (partners.Count == 0)
            return null;
        var all = partners.Aggregate(Feed(false), (f, o) => f.Plus(BatchFeed.FeedOf(state, o, All(o))));
        var plan = Planner.Fold(all, RouteFor(lot, way.Methods), shop, Draws(false));
        return plan.Refused is null
            ? new([.. partners.Select(o => o.Code)], gain, Worth.Of(plan, way.Element, by, Draws(false)).Margin)
            : null;
    }

    // What is rich is not pooled with what is poor: its metal's share lies within a few times.
    private static bool Alike(Charge a, Charge b, string element)
    {
        double Share(Charge c) => c.Mass().Likely is > 0 and var all ? c.Element(element).Likely / all : 0;
        var (one, other) = (Share(a), Share(b));
        return one > 0 && other > 0 && Math.Max(one, other) <= PoolWithin * Math.Min(one, other);
    }

    private bool MayBePooled(LotState o) =>
        o.Id != lot.Id
        && o.Left > 0
        && o.Amount.Field == amount.Field
        && (amount.Field == Field.Mass || o.Content.Liquor is { } held && held == lot.Content.Liquor);

    private static TypedNumber All(LotState o) => TypedNumber.Of(o.Left, o.Amount.Field, o.Amount.Field == Field.Mass ? "g" : "mL");
}
