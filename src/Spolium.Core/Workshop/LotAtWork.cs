using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>A way for a lot, planned in all worlds, and what it leaves over.</summary>
public sealed record PlannedWay(FoundWay Way, BatchPlan Plan, Worth? Worth);

/// <summary>Ways that a lot may go, the best first, and those that end before their metal.</summary>
/// <param name="More">Found, and not planned in all worlds: they bring less.</param>
/// <param name="Perhaps">Ways that a gate of the feed shuts in some worlds only: a test would open them.</param>
public sealed record LotWays(
    IReadOnlyList<PlannedWay> Planned,
    IReadOnlyList<FoundWay> More,
    IReadOnlyList<RefusedWay> Refused,
    IReadOnlyList<PerhapsWay> Perhaps
);

/// <summary>A way that a lot may go once a test found it clean of what shuts the gate.</summary>
/// <param name="Way">Planned with no more than the gates let through.</param>
/// <param name="Shut">1 in worlds in which one of them is shut.</param>
public sealed record PerhapsWay(PlannedWay Way, IReadOnlyList<FeedGate> Gates, Working Shut);

/// <summary>Where a metal's content only just pays.</summary>
/// <param name="Content">In its unit: per cent of a solid lot, g/L of a liquor.</param>
/// <param name="Share">The same as a line of a content has it.</param>
public sealed record BreakEven(string Element, double Content, string Unit, double Share);

/// <summary>Where a way of a lot begins to pay.</summary>
/// <param name="BreakEven">Content at which it only just pays; null where no content does.</param>
/// <param name="LeastLot">Grams (mL) from which on it pays at this content; null where no amount does.</param>
public sealed record PaysFrom(BreakEven? BreakEven, double? LeastLot)
{
    /// <summary>What could turn the verdict, in a sentence; empty where no content does.</summary>
    public string Words =>
        BreakEven is { } b
            ? $"To work it off pays where the {Elements.Of(b.Element).Name} is above {FigureText.Rough(b.Content, 2)} {b.Unit}."
            : "";
}

/// <summary>What a lot is worth working, and what to do with it.</summary>
/// <param name="Way">The way that leaves most over; null where none was found.</param>
/// <param name="Knowing">Crowns that knowing the content would gain.</param>
/// <param name="Choices">What can be done with it, the best first; empty where nothing has a price.</param>
public sealed record LotWorth(
    PlannedWay? Way,
    PoolGain? Pool,
    double Knowing,
    double? TestPrice,
    LotVerdict Verdict,
    IReadOnlyList<RefusedWay> Refused,
    IReadOnlyList<Choice> Choices
);

/// <summary>
/// A lot as somebody thinks of it: so much of it, with its content or another that is only thought of. Finds its ways, what they leave
/// over, and what to do. Pure: the same state, amount and content give the same answer.
/// </summary>
public sealed partial class LotAtWork
{
    /// <summary>Ways that are planned in all worlds at once.</summary>
    public const int Columns = 4;

    // For the headline: the best, and one that better schools may bring before it.
    private const int AtTheTop = 2;

    private const int MostPartners = 3;

    /// <summary>Break-even of a liquor is looked for up to this many times what is believed.</summary>
    private const double MostRicher = 50;

    private static readonly double PoolWithin = Reference.Constants.Get("pool-within").Likely;

    /// <summary>Crowns under which a gain from pooling, or what a content leaves open, is not worth a word.</summary>
    private const double LeastGain = 1;

    private readonly State state;
    private readonly LotState lot;
    private readonly TypedNumber amount;
    private readonly Content? content;
    private readonly Shop shop;
    private readonly WorthTerms? terms;

    public LotAtWork(
        State state,
        LotState lot,
        TypedNumber amount,
        Content? content,
        DateTimeOffset now,
        IReadOnlyList<Bottle>? bottles = null
    )
    {
        (this.state, this.lot, this.amount, this.content) = (state, lot, amount, content?.OfKind(lot.Material));
        var prices = PriceSpread.Ahead(state);
        bottles ??= ShelfAtWork.ForPlan(state, now);
        shop = ShelfAtWork.ShopWith(state, bottles);
        terms = prices is null ? null : Terms(state, prices, lot, amount, ShelfAtWork.Ids(bottles));
    }

    /// <summary>What stands beside the plan of so much of a lot for its money.</summary>
    /// <param name="bottles">Ids of those that may be poured from.</param>
    public static WorthTerms Terms(State state, PriceList prices, LotState lot, TypedNumber amount, IEnumerable<string> bottles) =>
        new(prices, ShelfAtWork.Prices(state, bottles), OfferFor(lot, amount), For: Settlement.OwnerOf(state, lot));

    // An offer is for all of the lot: a part of it fetches its share.
    private static Working? OfferFor(LotState lot, TypedNumber part) =>
        lot.Offer is { Crowns: { } crowns } offer
            ? (
                Working.Given(crowns.Value, Dimension.Money, "offered for all of it", $"{offer.By} {crowns.Told}".Trim())
                * Working.Exact(part.Value / lot.Amount.Value)
            ).Named("sold as it is, by the offer")
            : null;

    /// <summary>A way of a lot with its options; the thickness of the lot goes to every step that asks for one, unless another was
    /// typed.</summary>
    /// <param name="options">By step id or method id.</param>
    public static Route RouteFor(
        LotState lot,
        IReadOnlyList<string> methods,
        IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>>? options = null
    )
    {
        var route = Routes.Chain(methods, options);
        return lot.Thickness is not { } thickness
            ? route
            : new([
                .. route.Steps.Select(s =>
                    s.Options.ContainsKey("thickness") || MethodCatalogue.Of(s.Method).Options.All(o => o.Id != "thickness")
                        ? s
                        : s with
                        {
                            Options = new Dictionary<string, string>(s.Options)
                            {
                                ["thickness"] = thickness.Value.ToString(System.Globalization.CultureInfo.InvariantCulture),
                            },
                        }
                ),
            ]);
    }

    private Charge Feed(bool likelyOnly, double times = 1, Content? other = null) =>
        BatchFeed.FeedOf(
            state,
            lot,
            times == 1 ? amount : amount with { Value = amount.Value * times, PlusMinus = amount.PlusMinus * times },
            likelyOnly,
            other ?? content
        );

    private Draws Draws(bool likelyOnly) => Observing.DrawsNow(state, lot, likelyOnly);

    private LiquorKind? Liquor => amount.Field == Field.Volume ? (content ?? lot.Content).Liquor : null;

    /// <summary>Margin of a way in the likely world; null where that feed does not bear it.</summary>
    private Worth? Likely(FoundWay way, Charge feed, WorthTerms by)
    {
        var draws = Draws(true);
        var plan = Planner.Fold(feed, RouteFor(lot, way.Methods), shop, draws);
        return plan.Refused is null ? Worth.Of(plan, way.Element, by, draws) : null;
    }

    /// <summary>Ways for this lot: each that is planned is refused in no world.</summary>
    /// <param name="wanted">Ids of ways to be planned; null takes the best, of different beginnings first.</param>
    /// <param name="most">How many are planned at most.</param>
    public LotWays Ways(IReadOnlyList<string>? wanted = null, int most = Columns)
    {
        var (ranked, refused) = Search(most == 1 ? AtTheTop : Columns);
        var left = wanted is null
            ? (most == 1 ? ranked : Varied(ranked))
            : [.. wanted.Select(id => ranked.FirstOrDefault(w => w.Id == id) ?? FoundWay.Of(id, Liquor)).OfType<FoundWay>()];
        var feed = Feed(false);
        var planned = new List<PlannedWay>();
        var perhaps = new List<PerhapsWay>();
        var no = refused.ToList();
        // So many are planned beside each other; where one of them is refused in some world, the next takes its place.
        for (var next = 0; next < left.Count && planned.Count < most; )
        {
            var some = left.Skip(next).Take(most - planned.Count).ToList();
            foreach (var (found, way, refusal) in some.AsParallel().AsOrdered().Select(w => Confirmed(w, feed)).ToList())
                if (way is not null && (wanted is not null || TooLong(way) is null))
                    planned.Add(way);
                else
                {
                    no.Add(refusal ?? TooLong(way!)!);
                    if (perhaps.Count < MostPerhaps && refusal?.Gate is { } gate && Perhaps(found, gate, feed) is { } may)
                        perhaps.Add(may);
                }
            next += some.Count;
        }
        return new(
            planned,
            [.. ranked.Where(w => planned.All(p => p.Way.Id != w.Id) && no.All(r => r.Title != w.Title))],
            no,
            [.. perhaps.OrderByDescending(p => p.Way.Worth?.Margin.Likely ?? 0)]
        );
    }

    private (FoundWay Found, PlannedWay? Way, RefusedWay? Refused) Confirmed(FoundWay way, Charge feed)
    {
        var (plan, why) = WaySearch.Confirm(way, RouteFor(lot, way.Methods), feed, shop, Draws(false));
        return plan is null
            ? (way, null, why)
            : (way, new(way, plan, terms is null ? null : Worth.Of(plan, way.Element, terms, Draws(false))), null);
    }

    private LotWays Only(FoundWay way)
    {
        var (_, planned, refused) = Confirmed(way, Feed(false));
        return planned is null ? new([], [], [refused!], []) : new([planned], [], [], []);
    }

    // The best of each beginning, then what is left in order.
    private static List<FoundWay> Varied(IReadOnlyList<FoundWay> ranked)
    {
        // Where all ways to a metal begin alike, what comes second tells them apart.
        var alike = ranked
            .GroupBy(w => w.Element)
            .Where(g => g.Select(w => w.Methods[0]).Distinct().Count() == 1)
            .Select(g => g.Key)
            .ToHashSet();
        var best = ranked
            .DistinctBy(w => (w.Element, w.Methods[0], w.Methods.Skip(1).FirstOrDefault()))
            .DistinctBy(w => (w.Element, alike.Contains(w.Element) ? w.Methods.Skip(1).FirstOrDefault() : w.Methods[0]))
            .ToList();
        return [.. best, .. ranked.Except(best)];
    }

    /// <param name="schooled">How many, the best first, are gone through for their schools.</param>
    private (IReadOnlyList<FoundWay> Ranked, IReadOnlyList<RefusedWay> Refused) Search(int schooled)
    {
        var plans = new WayPlans(Feed(true), shop, Draws(true), methods => RouteFor(lot, methods));
        var metals = WayMap.Metals.Where(e => plans.Feed.Element(e).Likely > 0).ToList();
        var (found, refused) = WaySearch.Of(plans, Liquor, metals);
        if (terms is null)
            return (found, refused);
        var ranked = found
            .AsParallel()
            .AsOrdered()
            .Select(w => (Way: w, Tried: Try(w, plans)))
            .OrderByDescending(x => x.Tried?.Margin ?? double.NegativeInfinity)
            .ToList();
        // Those that may come to stand beside each other are gone through for their schools.
        var first = ranked
            .Take(schooled)
            .AsParallel()
            .AsOrdered()
            .Select(x => x.Tried is { } tried ? Schooled(tried, plans) : new Tried(x.Way, double.NegativeInfinity, 0, 0, new(0)))
            .OrderByDescending(x => x.Margin)
            .Select(x => x.Way);
        return ([.. first, .. ranked.Skip(schooled).Select(x => x.Way)], refused);
    }

    /// <summary>What the lot is worth by its best way (or the one that was chosen), and the verdict.</summary>
    public LotWorth Worthwhile(string? wayId = null)
    {
        if (Questions(lot).Count > 0)
            return Asked();
        if (terms is null)
            return Unpriced();
        // A way that was chosen is planned at once; else all of them are looked for.
        var ways = wayId is not null && FoundWay.Of(wayId, Liquor) is { } chosen ? Only(chosen) : Ways(null, 1);
        if (ways.Planned is not [var best, ..])
            return WithoutWay(ways);
        var worth = best.Worth!;
        var content = Worth.OfContent(best.Plan.Feed, terms.Prices);
        var test = terms.Prices.OfWork(PriceList.Test);
        var (pool, wait) = ((PoolGain?)null, (Choice?)null);
        Parallel.Invoke(() => pool = Pool(best.Way), () => wait = Waiting(best, worth));
        var choices = Ranked([
            DoIt(best, worth),
            .. AsItLies(best.Plan.Feed),
            test is null || content.Range.Width < LeastGain ? null : Choice.TestFirst(worth.AsItIs, worth.Margin, content, test),
            pool is { Gain: > 0 } ? Pooled(best, worth, pool) : null,
            wait,
            .. ways.Perhaps.Select(p => Looking(p, worth.AsItIs, worth.LeftOver)),
        ]);
        return new(
            best,
            pool,
            Margins.OfKnowing(worth.Margin.Amount, content.Amount),
            test?.Likely,
            LotVerdict.Of(choices, WayTime.Of(best.Plan, worth), worth.NotPriced, MayCost(best, worth)),
            ways.Refused,
            choices
        );
    }
}
