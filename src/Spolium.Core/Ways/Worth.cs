using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

/// <summary>One line of a worth sheet.</summary>
/// <param name="Kr">Crowns; what it costs stands below nothing.</param>
public sealed record WorthLine(string Id, Working Kr);

/// <summary>What stands beside a plan for its worth: prices, what the shelf's bottles cost, an offer for the lot as it is.</summary>
/// <param name="BottlePrices">Crowns to a gram out of each bottle, where somebody paid for it.</param>
/// <param name="Offer">Crowns that somebody offers for all of it as it is; null reckons by the scrap shares of the list.</param>
/// <param name="Hours">Hours with hands on that were really spent; null takes the plan's.</param>
/// <param name="Fees">Crowns paid outside (a furnace, an assay office).</param>
/// <param name="Back">What was shared back of leavings that were worked up with those of other batches; null for a plan.</param>
/// <param name="For">Terms on which it is worked for somebody else: the metal is not the shop's; null for the shop's own.</param>
public sealed record WorthTerms(
    PriceList Prices,
    IReadOnlyDictionary<string, Working> BottlePrices,
    Working? Offer = null,
    Working? Hours = null,
    Working? Fees = null,
    SharedBack? Back = null,
    LotForOthers? For = null
);

/// <summary>Leavings that were worked up: they hold nothing any more, and what came of them is metal as that of the bar.</summary>
/// <param name="Holdings">As a route names them.</param>
/// <param name="Grams">By metal.</param>
public sealed record SharedBack(IReadOnlySet<string> Holdings, IReadOnlyDictionary<string, Working> Grams);

/// <summary>
/// What a plan leaves over, line by line: metal paid, what lies in holdings, less reagents, liquors handed over, power, hands, the sale;
/// against what the lot brings as it is. One formula before and after the batch: afterwards the plan holds what was poured and weighed.
/// </summary>
/// <param name="NotPriced">What counts in it and has no price: it is not in the sums.</param>
public sealed record Worth(
    IReadOnlyList<WorthLine> Lines,
    Working LeftOver,
    Working AsItIs,
    Working Margin,
    IReadOnlyList<string> NotPriced
)
{
    /// <param name="element">The metal that the plan is for.</param>
    public static Worth Of(BatchPlan plan, string element, WorthTerms terms, Draws draws)
    {
        var notPriced = new List<string>();
        List<WorthLine> lines =
        [
            .. Income(plan, element, terms, draws, notPriced),
            .. Reagents(plan, terms, draws, notPriced),
            .. WorkLines.Of(plan, terms, draws, notPriced),
        ];
        if (terms.Fees is { } fees && !Working.IsNothing(fees))
            lines.Add(new("fees", Less(fees, "paid outside")));
        var left = Working.Sum(lines.Select(l => l.Kr), Dimension.Money).Named("left over");
        var asItIs = AsItLies(plan.Feed, terms);
        return new(lines, left, asItIs, (left - asItIs).Named("margin over selling it as it is"), [.. notPriced.Distinct()]);
    }

    internal static Working Less(Working kr, string label) => (Working.Zero(Dimension.Money) - kr).Named(label);

    // What is short of fine is paid less: a step for each fineness, and as scrap below the lowest.
    private static WorthLine ByFineness(WorthLine paid, Working percent, string element, PriceList prices)
    {
        var row = prices.Find(PriceKind.Metal, element)!;
        var scrap = row is { Paid.Value: > 0, AsItIs: not null } ? Math.Min(1, row.AsItIs.Value / row.Paid.Value) : 0;
        var share = FinenessSteps.Paid(row, percent, scrap, prices.Title);
        return Choice.MeanOf(share.Amount) >= 1 ? paid : paid with { Kr = (paid.Kr * share).Named(paid.Kr.Label!) };
    }

    private static IEnumerable<WorthLine> Income(BatchPlan plan, string element, WorthTerms terms, Draws draws, List<string> notPriced)
    {
        var prices = terms.Prices;
        if (terms.For is { } others)
        {
            foreach (var line in ForOthers(others, plan, element, terms))
                yield return line;
            yield break;
        }
        if (Paid("paid", plan.Product(element), element, prices, "paid") is { } paid)
            yield return ByFineness(paid, plan.Purity(element, draws), element, prices);
        else
            notPriced.Add(Elements.Of(element).Name);
        foreach (var (metal, grams) in terms.Back?.Grams ?? new Dictionary<string, Working>())
            if (Back(metal, grams, prices) is { } back)
                yield return back;
            else
                notPriced.Add(Elements.Of(metal).Name);
        foreach (var line in HeldLines(plan, element, terms))
            yield return line;
    }

    // Of metal that is somebody else's the shop has its fee, the share that it keeps, and leavings where they stay with it.
    private static IEnumerable<WorthLine> ForOthers(LotForOthers others, BatchPlan plan, string element, WorthTerms terms)
    {
        var product = plan.Product(element);
        if (others.FeePerGram is { Value: > 0 } fee)
            yield return new(
                "fee",
                (product * Working.Given(fee.Value, Dimension.Money / Dimension.Mass, "fee to a gram", fee.Told)).Named(
                    $"fee of {others.Owner}, {fee.Told} to a gram"
                )
            );
        if (others.Fee is { Value: > 0 } once)
            yield return new("fee-once", Working.Given(once.Value, Dimension.Money, $"fee of {others.Owner} for the lot", once.Told));
        if (
            others.Kept is { Value: > 0 } kept
            && Paid("kept", product * terms.Prices.Share(kept, "share that the shop keeps"), element, terms.Prices, "kept, paid")
                is { } paid
        )
            yield return paid;
        if (!others.LeavingsGoBack)
            foreach (var line in HeldLines(plan, element, terms))
                yield return line;
    }

    private static IEnumerable<WorthLine> HeldLines(BatchPlan plan, string element, WorthTerms terms)
    {
        foreach (var row in HeldRows(terms.Prices))
        {
            var lying = Working
                .Sum(Places(plan, element, row, terms).Select(p => p.Grams), Dimension.Mass)
                .Named($"{Elements.Of(row.Item).Name} in holdings");
            if (lying.Range.High > 0 || lying.Likely > 0)
                yield return new(
                    "held-" + row.Item,
                    Held(lying, row, terms.Prices).Named($"{Elements.Of(row.Item).Name} that lies in holdings")
                );
        }
    }

    /// <summary>What came of leavings that were worked up, as it is paid; null without a price.</summary>
    public static WorthLine? Back(string metal, Working grams, PriceList prices) =>
        Paid("back-" + metal, grams, metal, prices, "back from leavings, paid");

    /// <summary>Crowns of each metal that lies in a holding, holding by holding: what the lines "held-…" sum up.</summary>
    public static IEnumerable<(string Holding, string Element, Working Kr)> HeldParts(BatchPlan plan, string element, WorthTerms terms) =>
        HeldRows(terms.Prices)
            .SelectMany(row =>
                Places(plan, element, row, terms)
                    .Where(p => !Working.IsNothing(p.Grams))
                    .Select(p => (p.Holding, row.Item, Held(p.Grams, row, terms.Prices)))
            );

    private static IEnumerable<PriceRow> HeldRows(PriceList prices) =>
        prices.Rows.Where(r => r.Kind == PriceKind.Metal && r.Held is { Value: > 0 });

    private static Working Held(Working grams, PriceRow row, PriceList prices) =>
        grams * prices.OfMetal(row.Item)! * prices.Share(row.Held!, "share that counts in a holding");

    // The bar, and what no step takes, may hold further metals that somebody pays for.
    private static IEnumerable<(string Holding, Working Grams)> Places(BatchPlan plan, string element, PriceRow row, WorthTerms terms)
    {
        var last = plan.Steps[^1];
        var product = last.Plan.Outputs.First(o => o.Main);
        return plan
            .Remaining.Select(r => (Holding: Route.Holding(r.Step.Step.Id, r.Output.Id), r.Output.Charge))
            .Where(r => terms.Back?.Holdings.Contains(r.Holding) is not true && WhollyOf(r.Charge) is null)
            .Concat(row.Item == element ? [] : [(Route.Holding(last.Step.Id, product.Id), product.Charge)])
            .Select(r => (r.Holding, r.Charge.Element(row.Item)));
    }

    // Grams of a metal at the list's price, less what the buyer keeps; null without a price.
    internal static WorthLine? Paid(string id, Working grams, string element, PriceList prices, string how)
    {
        if (prices.Find(PriceKind.Metal, element) is not { } row || prices.OfMetal(element) is not { } price)
            return null;
        var paid = row.Paid is { } share ? price * prices.Share(share, "share that is paid") : price;
        var perGram = row.Charge is { Value: > 0 } charge
            ? paid
                - Working.Given(
                    charge.Value,
                    Dimension.Money / Dimension.Mass,
                    "the buyer’s charge to a gram",
                    $"{prices.Title}: {charge.Text}"
                )
            : paid;
        return new(
            id,
            (grams * perGram).Named(
                $"{Elements.Of(element).Name} {how}{(row.Paid is { } s ? $" at {FigureText.Number(s.Value * 100, 0)} %" : "")}"
            )
        );
    }

    private static IEnumerable<WorthLine> Reagents(BatchPlan plan, WorthTerms terms, Draws draws, List<string> notPriced)
    {
        foreach (
            var doses in plan
                .Steps.SelectMany(s => s.Plan.Doses)
                .Where(d => d.Bottle.Formula != "H2O" && (d.Grams.Likely > 0 || d.Grams.Range.High > 0))
                .GroupBy(d => d.Bottle.Formula)
        )
        {
            var form = ReagentForm.NameOf(doses.Key);
            var costs = doses.Select(d => Cost(d, terms, draws)).ToList();
            if (costs.Any(c => c is null))
                notPriced.Add(form);
            var grams = Working.Sum(doses.Select(d => d.Grams), Dimension.Mass);
            // A bar of copper, a button of gold: what is left of it goes back to the shelf and costs nothing.
            var back = Working
                .Sum(plan.Remaining.Select(r => r.Output.Charge).Where(c => WhollyOf(c) == doses.Key).Select(c => c.Mass()), Dimension.Mass)
                .Named($"{form} that is left");
            var taken = Working.IsNothing(back) ? grams : Working.AtLeastZero(grams - back).Named($"{form} used up");
            var cost = Working.Sum(costs.OfType<Working>(), Dimension.Money);
            if (!Working.IsNothing(cost))
                yield return new(
                    "reagent-" + doses.Key,
                    Less(Working.IsNothing(back) ? cost : cost * Working.Share(taken, grams), $"{form}, {FigureText.ValueOnly(taken)}")
                );
        }
    }

    // The substance that a holding is all of, such as a bar that is left over; null for a mixture.
    private static string? WhollyOf(Charge charge) =>
        Working.IsNothing(charge.Unknown)
        && charge.Moles.Where(m => !Working.IsNothing(m.Value)).Take(2).Select(m => m.Key).ToList() is [{ Phase: Phase.Solid } only]
            ? only.Formula
            : null;

    // What was paid for the bottle goes before the list; a dose from several bottles costs as each of them.
    private static Working? Cost(Methods.Dose dose, WorthTerms terms, Draws draws)
    {
        var parts = dose.Bottle.Parts ?? [new BottleShare(dose.Bottle, 1)];
        var costs = parts
            .Select(p =>
            {
                var grams = p.Share == 1 ? dose.Grams : dose.Grams * Working.Exact(p.Share, $"{FigureText.Number(p.Share * 100, 1)} %");
                return terms.BottlePrices.GetValueOrDefault(p.Bottle.Id) is { } paid ? grams * paid
                    : terms.Prices.OfReagent(p.Bottle.Formula) is { } list ? grams * p.Bottle.StrengthIn(draws) * list
                    : null;
            })
            .ToList();
        return costs.Any(c => c is null) ? null : Working.Sum(costs.OfType<Working>(), Dimension.Money).Named($"{dose.Title}");
    }

    /// <summary>
    /// Crowns that the feed brings as it is. An offer goes before the list: coins, working parts and whole boards may fetch more than their
    /// metal. Nobody buys a liquor by the list.
    /// </summary>
    public static Working AsScrap(Charge feed, WorthTerms terms) =>
        terms.Offer
        ?? Working
            .Sum(
                terms
                    .Prices.Rows.Where(r => r.Kind == PriceKind.Metal && r.AsItIs is { Value: > 0 })
                    .Select(r => (Row: r, Grams: feed.Grams(new(r.Item, Phase.Solid))))
                    .Where(x => !Working.IsNothing(x.Grams))
                    .Select(x =>
                        (
                            x.Grams * terms.Prices.OfMetal(x.Row.Item)! * terms.Prices.Share(x.Row.AsItIs!, "share that scrap is paid at")
                        ).Named($"its {Elements.Of(x.Row.Item).Name} as scrap")
                    ),
                Dimension.Money
            )
            .Named("sold as it is");

    /// <summary>Crowns of the feed if nobody works it: sold as it is, less the sale; or, where that brings nothing, left lying. A liquor is
    /// handed over sooner or later.</summary>
    public static Working AsItLies(Charge feed, WorthTerms terms)
    {
        var (sold, left) = (Sold(feed, terms), Left(feed, terms));
        return sold is not null && sold.Likely > left.Likely ? sold : left;
    }

    /// <summary>Crowns of the feed sold as it is, less the buyer’s charge; null where nobody buys it.</summary>
    public static Working? Sold(Charge feed, WorthTerms terms)
    {
        if (terms.For is not null)
            return null;
        var scrap = AsScrap(feed, terms);
        return scrap.Likely <= 0 && Working.IsNothing(scrap) ? null
            : terms.Prices.OfWork(PriceList.Sale) is { } sale ? (scrap - sale).Named($"{scrap.Label}, less the sale")
            : scrap;
    }

    /// <summary>Crowns of the feed left lying: nothing for a solid, what handing it over costs for a liquor.</summary>
    public static Working Left(Charge feed, WorthTerms terms) =>
        terms.For is { } others ? Working.Zero(Dimension.Money).Named($"given back to {others.Owner} as it came")
        : feed.Of(Species.Water).Likely > 0 && terms.Prices.OfWork(PriceList.HandOver) is { } fee
            ? Less(feed.Mass() * fee, "handed over as it is")
        : Working.Zero(Dimension.Money).Named("left lying");

    /// <summary>Crowns that all metal of the feed would be worth at the list's prices as they are written: what moves them is no content,
    /// and no test tells it.</summary>
    public static Working OfContent(Charge feed, PriceList prices)
    {
        var written = prices with { Rows = [.. prices.Rows.Select(r => r with { Price = r.Price with { PlusMinus = 0 } })] };
        return Working
            .Sum(
                written.Rows.Where(r => r.Kind == PriceKind.Metal).Select(r => feed.Element(r.Item) * written.OfMetal(r.Item)!),
                Dimension.Money
            )
            .Named("metal in it, at the list’s prices");
    }
}
