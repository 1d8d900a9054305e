using Spolium.Core.Accounts;
using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>A holding of a batch with what the book believes it holds of one element.</summary>
/// <param name="Main">On the way from feed to product.</param>
/// <param name="Standing">It is there now; false for what a later step has taken.</param>
public sealed record HoldingBalance(string Account, string StepId, string Name, bool Main, bool Standing, Working Grams, Basis Basis)
{
    /// <summary>Id of the output that it is; empty for the feed.</summary>
    public string Output { get; init; } = "";
}

/// <summary>
/// One element of one batch: what came in, where it stands, what came out, and what nobody can account for, in its two
/// parts. Recovery is against a feed that was mostly guessed, so grams come first.
/// </summary>
/// <param name="Back">What came back of it when shared holdings were worked up.</param>
/// <param name="Lent">What bottles brought of it: it is returned first, and what comes out above it is the feed's. Null where none
/// did.</param>
public sealed record BatchBalance(
    string Element,
    Working Feed,
    IReadOnlyList<HoldingBalance> Holdings,
    Working? Product,
    Working? Back,
    Working? Lent,
    Working Unaccounted,
    Working Guessed,
    Working Missing,
    Working AtLeast,
    Working? Recovery,
    string WhyWide
)
{
    /// <summary>Balance of an element, from book and journal alone. What the feed held at least, and so the recovery, go by what all
    /// readings together say of holdings that nobody weighed.</summary>
    public static BatchBalance Of(Ledger ledger, BatchState batch, string element)
    {
        var draws = new Draws(batch.Id);
        var name = Elements.Of(element).Name;
        var believed = Believed(batch, element);
        var feed =
            believed.High <= 0
                ? Working.Zero(Dimension.Mass).Named($"{name} believed in the feed")
                : Working.Given(
                    draws.Spread(
                        "believed " + element,
                        new(Math.Min(believed.Low, believed.Grams), believed.Grams, Math.Max(believed.High, believed.Grams)),
                        Spread.Positive
                    ),
                    Dimension.Mass,
                    $"{name} believed in the feed",
                    "content typed with the lot × mass of the feed"
                );
        var product = InProduct(batch, element, draws, name);
        var holdings = FindHoldings(ledger, batch, element, draws, name).ToList();
        var stand = holdings.Where(h => h.Standing && !(product is not null && IsOut(batch, h, element))).ToList();
        var standing = Working.Sum(stand.Select(h => h.Grams), Dimension.Mass).Named("stands in holdings");
        var back = CameBack(batch, element);
        var cameOut =
            product is null ? back
            : back is null ? product
            : (product + back).Named($"{name} that came out, in the product and back from leavings");
        var lent = OutOfBottles(batch, element, draws, name);
        var there = cameOut is null ? standing : cameOut + standing;
        var told = StandsByReadings.Of(ledger.State, batch, element, draws, stand, standing);
        var known = cameOut is null ? told : cameOut + told;
        var atLeast = (lent is null ? known : Working.AtLeastZero(known - lent)).Named("the feed held at least");
        var booked = ledger.Book.Grams(Account.Unaccounted("batch/" + batch.Id), element);
        // Before anything was weighed the holdings are the feed by another name: nothing can be missing.
        var measured = batch.Steps.Values.Any(s => s.Weighed.Count > 0);
        var unaccounted = measured
            ? (lent is null ? feed - there : feed + lent - there).Named("unaccounted")
            : Working.Given(booked, Dimension.Mass, "unaccounted", "nothing has been weighed yet that could show a loss");
        var missing = Beyond(unaccounted).Named("missing beyond what readings and guess allow");
        var guessed = (unaccounted - missing).Named("not known, because the feed was guessed");
        // Of a batch that was lost nothing came out, and that is known.
        var brought =
            product is not null ? cameOut
            : batch.Lost is not null ? cameOut ?? Working.Zero(Dimension.Mass)
            : null;
        var recovery = brought is null
            ? null
            : (
                (lent is null ? brought : Working.AtLeastZero(brought - lent).Named($"{name} that came out above what was lent"))
                / Working.Greatest(feed, atLeast).Named("feed, never below what came out of it")
            ).Named($"recovery of {name}");
        return new(
            element,
            feed,
            holdings,
            product,
            back,
            lent,
            unaccounted,
            guessed,
            missing,
            atLeast,
            recovery,
            Wide(feed, product, holdings.Where(h => h.Standing), believed)
        );
    }

    private static Working? OutOfBottles(BatchState batch, string element, Draws draws, string name)
    {
        var brought = batch
            .Route.Steps.SelectMany(s => batch.Step(s.Id).FromBottles)
            .Select(p => (Pour: p, Metal: p.Of(element)))
            .Where(x => x.Metal.Grams > 0)
            .Select(x =>
                Working.Given(
                    draws.Reading($"poured {x.Pour.EntryId} {element}", x.Metal.Grams, x.Metal.Sigma),
                    Dimension.Mass,
                    $"{name} in {ReagentForm.NameOf(x.Pour.Formula!)}",
                    $"{x.Pour.Amount?.Text ?? FigureText.Number(x.Pour.Grams, 2) + " g"} out of its bottle"
                )
            )
            .ToList();
        return brought.Count == 0 ? null : Working.Sum(brought, Dimension.Mass).Named($"{name} out of bottles");
    }

    // What nobody believed to be in the feed is nothing of it.
    private static ElementEstimate Believed(BatchState batch, string element) =>
        batch.Believed.Find(b => b.Element == element) ?? new(element, 0, 0, 0, 0);

    /// <summary>Grams of a metal in the weighed product; null where there is none.</summary>
    public static Working? InProduct(BatchState batch, string element) =>
        InProduct(batch, element, new(batch.Id), Elements.Of(element).Name);

    private static Working? InProduct(BatchState batch, string element, Draws draws, string name)
    {
        var all = batch
            .Products.SelectMany(p => p.Holds.Where(h => h.Element == element).Select(h => (Product: p, Held: h)))
            .Select(x =>
            {
                var fine = x.Product.Fineness is { } f ? $"fineness {f.Text}" : "not assayed: the range of an unassayed bar";
                return Working.Given(
                    draws.Reading($"product {x.Product.EntryId} {element}", x.Held.Grams, x.Held.Sigma),
                    Dimension.Mass,
                    batch.Products.Count == 1 ? $"{name} in the product" : $"{name} in the {x.Product.Output}",
                    $"weighed {x.Product.Mass.Text}, {fine}",
                    x.Product.Fineness is null
                );
            })
            .ToList();
        return all.Count switch
        {
            0 => null,
            1 => all[0],
            _ => Working.Sum(all, Dimension.Mass).Named($"{name} in the products"),
        };
    }

    // What was weighed as a product of this metal, and what is on the way to it.
    private static bool IsOut(BatchState batch, HoldingBalance h, string element) =>
        batch.ProductAt(h.StepId, h.Output) is { } product ? product.Holds.Any(x => x.Element == element) : h.Main;

    /// <summary>Grams of a metal that were shared back of leavings; null where none were worked up.</summary>
    public static Working? CameBack(BatchState batch, string element)
    {
        var (draws, name) = (new Draws(batch.Id), Elements.Of(element).Name);
        var shares = batch
            .Pooled.OrderBy(p => p.Key, StringComparer.Ordinal)
            .SelectMany(p => p.Value.Back.Where(s => s.Element == element).Select(s => (Pool: p.Value, Share: s)))
            .ToList();
        return shares.Count == 0
            ? null
            : Working
                .Sum(
                    shares.Select(s =>
                        Working.Given(
                            draws.Reading($"back {s.Share.StepId}/{s.Share.Output} {element}", s.Share.Grams, s.Share.Sigma),
                            Dimension.Mass,
                            $"{name} back from {s.Pool.PoolCode}",
                            $"what it gave when it was worked up, in proportion to the book ({FigureText.Number(s.Share.BookedG, 3)} g "
                                + "of this batch)"
                        )
                    ),
                    Dimension.Mass
                )
                .Named($"{name} back from leavings");
    }

    private static IEnumerable<HoldingBalance> FindHoldings(Ledger ledger, BatchState batch, string element, Draws draws, string name)
    {
        var feedAccount = Account.Holding(batch.Id, Route.Feed);
        var taken = batch.Route.Steps.Where(s => batch.Step(s.Id).Closed).SelectMany(s => s.Takes).ToHashSet();
        var firstClosed = taken.Contains(Route.Feed);
        if (!firstClosed)
        {
            var b = Believed(batch, element);
            yield return new(
                feedAccount,
                "",
                "feed",
                true,
                true,
                Working.Given(
                    draws.Reading("held " + Route.Feed + element, ledger.Book.Grams(feedAccount, element), b.Sigma),
                    Dimension.Mass,
                    $"{name} in the feed",
                    "content typed with the lot"
                ),
                Basis.Believed
            );
        }
        foreach (var step in batch.Route.Steps.Where(s => batch.Step(s.Id).Closed))
        foreach (var output in batch.Step(step.Id).Outputs)
        {
            var holding = Route.Holding(step.Id, output.Output);
            var account = Account.Holding(batch.Id, holding);
            var held = output.Holds.FirstOrDefault(h => h.Element == element);
            if (batch.Pooled.TryGetValue(holding, out var pooled))
            {
                // It is known of until the pool is worked up; then what came back stands for it.
                var put = pooled.Holds.FirstOrDefault(h => h.Element == element);
                yield return new(
                    pooled.IsLot ? Account.Lot(pooled.PoolId) : Account.Pool(pooled.PoolId),
                    step.Id,
                    $"{output.Name}, in {pooled.PoolCode}",
                    false,
                    pooled.Back.All(s => s.Element != element),
                    Working.Given(
                        draws.Reading("held " + holding + element, put?.Grams ?? 0, put?.Sigma ?? 0),
                        Dimension.Mass,
                        $"{name} in {output.Name}",
                        $"by the book when it went into {pooled.PoolCode}"
                    ),
                    Basis.EstimatedByMethod
                )
                {
                    Output = output.Output,
                };
                continue;
            }
            var stands = !taken.Contains(holding);
            var grams = stands ? ledger.Book.Grams(account, element) : held?.Grams ?? 0;
            yield return new(
                account,
                step.Id,
                output.Name,
                output.Main,
                stands,
                Working.Given(
                    draws.Reading("held " + holding + element, grams, held?.Sigma ?? 0),
                    Dimension.Mass,
                    $"{name} in {output.Name}",
                    output.Basis == Basis.Weighed ? "weighed" : "estimated by the method when the step closed"
                ),
                output.Basis
            )
            {
                Output = output.Output,
            };
        }
    }

    // What lies beyond the 5–95 % range of an unaccounted figure: that part no guess of the feed explains.
    private static Working Beyond(Working unaccounted)
    {
        var (low, high) = (unaccounted.Range.Low, unaccounted.Range.High);
        var beyond =
            low > 0 ? low
            : high < 0 ? high
            : 0;
        return Working.Reckoned(
            Amount.Certain(beyond),
            Dimension.Mass,
            "beyond its range",
            [unaccounted],
            null,
            "the near end of the 5–95 % range of what is unaccounted, when it does not reach nothing"
        );
    }

    private static string Wide(Working feed, Working? product, IEnumerable<HoldingBalance> standing, ElementEstimate believed)
    {
        var held = standing.ToList();
        var guess = feed.Amount.Sigma;
        var rest = Math.Sqrt(
            Math.Pow(product?.Amount.Sigma ?? 0, 2) + Math.Pow(Working.Sum(held.Select(h => h.Grams), Dimension.Mass).Amount.Sigma, 2)
        );
        if (guess > rest)
            return $"The range is wide because the content of the feed was guessed ({FigureText.Number(believed.Low, 2)} to "
                + $"{FigureText.Number(believed.High, 2)} g): an assay of the lot would narrow it.";
        return held.MaxBy(h => h.Grams.Amount.Sigma) is { } widest && HoldingKind.IsLiquor(widest.Output)
            ? $"The range is wide because of what stands in the {widest.Name} ({FigureText.ValueOnly(widest.Grams)}): a test of that "
                + $"liquor for {Elements.Of(believed.Element).Name} would narrow it."
            : "The range is wide because of what stands in filters and liquors: work them up, or have the bar assayed.";
    }
}
