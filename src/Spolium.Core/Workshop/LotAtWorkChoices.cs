using Spolium.Core.Ways;

namespace Spolium.Core.Workshop;

/// <summary>What can be done with a lot, each choice with its price: done, sold, left, tested, pooled, kept.</summary>
public sealed partial class LotAtWork
{
    private const int MostPerhaps = 2;

    private static readonly double Interest = Reference.Constants.Get("interest-a-year").Likely;

    private static readonly double MarkedClean = 1 - Reference.Constants.Get("mark-is-so").Likely;

    private static IReadOnlyList<Choice> Ranked(IReadOnlyList<Choice?> all) => [.. all.OfType<Choice>().OrderByDescending(c => c.Mean)];

    private static Choice DoIt(PlannedWay way, Worth worth) =>
        new(ChoiceKind.Do, $"work it off, {Lower(way.Way.Title)}", worth.LeftOver, "after reagents, power and hands");

    private static string Lower(string title) => char.ToLowerInvariant(title[0]) + title[1..];

    private IEnumerable<Choice> AsItLies(Charge feed)
    {
        if (Worth.Sold(feed, terms!) is { } sold)
            yield return new(
                ChoiceKind.Sell,
                "sell it as it is",
                sold,
                terms!.Offer is null ? "by the scrap shares of the list, less the sale" : "by the offer, less the sale"
            );
        var liquor = feed.Of(Species.Water).Likely > 0;
        yield return new(
            ChoiceKind.Leave,
            terms!.For is { } others ? $"give it back to {others.Owner} as it came"
                : liquor ? "hand it over as it is"
                : "let it lie",
            Worth.Left(feed, terms!),
            terms!.For is null && liquor ? "its hand-over is due" : "nothing is due"
        );
    }

    // What is pooled is worked off: no offer for it as it is comes with that.
    private Choice Pooled(PlannedWay way, Worth worth, PoolGain pool)
    {
        var lying = Worth.AsItLies(way.Plan.Feed, terms! with { Offer = null });
        return new(
            ChoiceKind.Pool,
            $"work it off together with {LotVerdict.And(pool.Codes)}",
            (
                (worth.LeftOver.Likely > lying.Likely ? worth.LeftOver : lying)
                + Working.Given(pool.Gain, Dimension.Money, "what pooling gains", "one set-up and one sale, by their likely sheets")
            ).Named("pooled"),
            $"{LotVerdict.Kr(pool.Gain)} more than each by itself"
        )
        {
            With = pool.Codes,
        };
    }

    // What shuts its gates is looked for first: clean, the way is open.
    private Choice? Looking(PerhapsWay perhaps, Working rest, Working? other)
    {
        if (perhaps.Way.Worth is not { } worth || perhaps.Gates.Select(PriceOf).ToList() is var prices && prices.Contains(null))
            return null;
        return Choice.TestFor(
            perhaps.Gates.Select(g => TroubleTest.For(g) ?? TroubleTest.ByContent).Aggregate((x, y) => x.And(y)),
            $"look for {LotVerdict.And([.. perhaps.Gates.Select(Trouble).Distinct()])} first and, clean, work it off, "
                + Lower(perhaps.Way.Way.Title),
            worth.LeftOver,
            perhaps.Shut,
            other is not null && Choice.MeanOf(other.Amount) > Choice.MeanOf(rest.Amount) ? other : rest,
            Working.Sum(prices.OfType<Working>(), Dimension.Money).Named("the test")
        );
    }

    // What nothing quicker tells is told by a test of the content.
    private Working? PriceOf(FeedGate gate) =>
        TroubleTest.For(gate) is not { } test
            ? terms!.Prices.OfWork(PriceList.Test)
            : Working.Given(
                test.Crowns + test.Hours * (terms!.Prices.OfWork(PriceList.Hands)?.Likely ?? 0),
                Dimension.Money,
                $"test for {Trouble(gate)}",
                $"{FigureText.Number(test.Hours * 60, 0)} min with hands on and {LotVerdict.Kr(test.Crowns)} beside; {test.Source}"
            );

    private static string Trouble(FeedGate gate) => gate.Mark.Length > 0 ? gate.Mark : Elements.Of(gate.Element).Name;

    // In some worlds the gates stand open: the way is planned with no more than they let through.
    private PerhapsWay? Perhaps(FoundWay way, FeedGate gate, Charge feed)
    {
        var (clean, gates, shut) = (feed, new List<FeedGate>(), (Working?)null);
        for (FeedGate? next = gate; next is { } g && gates.Count < MostGates && !gates.Contains(g); )
        {
            if (g.Mark.Length > 0 && TroubleTest.For(g) is null)
                return null;
            var here = ShutIn(g, feed);
            shut = shut is null ? here : Working.Greatest(shut, here);
            gates.Add(g);
            clean = g.Mark.Length > 0 ? clean.Unmarked([g.Mark]) : Capped(clean, g, feed.Mass().Likely);
            var (_, planned, refused) = Confirmed(way, clean);
            if (planned is not null)
                return Choice.MeanOf(shut.Amount) < 1 && TooLong(planned) is null ? new(planned, gates, shut) : null;
            next = refused!.Gate;
        }
        return null;
    }

    private const int MostGates = 3;

    private static Charge Capped(Charge charge, FeedGate gate, double mass)
    {
        var grams = charge.Element(gate.Element);
        // A hair below, so that rounding does not shut it again.
        var most = (1 - 1e-9) * gate.Above * mass;
        var stays = Working.Reckoned(
            Amount.Each(w => grams.Amount[w] > most ? most / grams.Amount[w] : 1),
            Dimension.None,
            $"no more {Elements.Of(gate.Element).Name} than the gate lets through",
            [grams]
        );
        return charge.Split(s => s.Atoms(gate.Element) > 0 ? Working.Exact(1) - stays : null).Left;
    }

    private Working ShutIn(FeedGate gate, Charge feed)
    {
        var label = $"{Trouble(gate)} is there";
        if (gate.Mark.Length > 0)
        {
            var there = Draws(false).Uniform("marked " + gate.Mark, 0, 1);
            return Working.Given(
                Amount.Each(w => there[w] > MarkedClean ? 1 : 0),
                Dimension.None,
                label,
                "a mark that nobody tested is so in one lot of three: set by Spolium"
            );
        }
        var (element, mass) = (feed.Element(gate.Element), feed.Mass().Likely);
        return Working.Reckoned(Amount.Each(w => element.Amount[w] > gate.Above * mass ? 1 : 0), Dimension.None, label, [element]);
    }

    // Nobody waits for months: what stands longest is named, with what would shorten it.
    private RefusedWay? TooLong(PlannedWay way)
    {
        var days = way.Plan.Unattended.Likely / 24;
        var most = (terms?.Prices ?? PriceFigures.MadeUp).Longest();
        if (days <= most)
            return null;
        var longest = way.Plan.Steps.MaxBy(s => s.Plan.Unattended.Likely)!;
        return new(
            way.Way.Element,
            way.Way.Title,
            longest.Method.Id,
            $"it stands {WayTime.Days(way.Plan.Unattended.Likely)}, most of it at “{longest.Plan.Verb}” "
                + $"({WayTime.Days(longest.Plan.Unattended.Likely)}): more than {FigureText.Number(most, 0)} days",
            "less at a time, warmer or stirred where the step allows it, or another way"
        );
    }

    // What has no price here, by the prices that ship with the program.
    private double MayCost(PlannedWay way, Worth worth)
    {
        if (worth.NotPriced.Count == 0)
            return 0;
        var usual = terms! with
        {
            Prices = terms.Prices with
            {
                Rows =
                [
                    .. terms.Prices.Rows,
                    .. PriceFigures.MadeUp.Rows.Where(r => r.Kind != PriceKind.Metal && terms.Prices.Find(r.Kind, r.Item) is null),
                ],
            },
        };
        return Math.Max(0, (worth.LeftOver - Worth.Of(way.Plan, way.Way.Element, usual, Draws(false)).LeftOver).Range.High);
    }

    // More of the kind comes in as it has: the shop's own receipts tell how often, and prices do not drift.
    private Choice? Waiting(PlannedWay way, Worth worth)
    {
        if (content is not null || lot.Material.Length == 0)
            return null;
        var times = state
            .Lots.Values.Where(o => o.Material == lot.Material && o.PartOf is null && o.From is null && o.Amount.Field == amount.Field)
            .Select(o => o.ReceivedAt)
            .Order()
            .ToList();
        if (times.Count < LeastReceipts || (times[^1] - times[0]).TotalDays is not (> 0 and var span))
            return null;
        var days = span / (times.Count - 1);
        if (days > terms!.Prices.Longest() || Likely(way.Way, Feed(true, 2), terms! with { Offer = null }) is not { } twice)
            return null;
        var later = Math.Exp(-Interest * days / DaysOfYear);
        var gain = twice.LeftOver.Likely / 2 * later - worth.LeftOver.Likely;
        return new(
            ChoiceKind.Wait,
            $"wait some {FigureText.Number(days, 0)} days for as much again",
            (
                worth.LeftOver
                + Working.Given(gain, Dimension.Money, "half of a doubled batch, discounted", $"{times.Count} receipts of the kind so far")
            ).Named("kept until as much again came"),
            $"by {times.Count} receipts of the kind; discounted by {FigureText.Number(100 * Interest, 0)} % a year"
        );
    }

    private const int LeastReceipts = 3;
    private const double DaysOfYear = 365.25;
}
