using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>One metal of a settlement, g of fine metal.</summary>
/// <param name="In">Believed of what was given.</param>
/// <param name="Out">In the product, and back from leavings that were worked up.</param>
/// <param name="HeldUp">In leavings that stand in the shop.</param>
/// <param name="Kept">Of what came out, what the shop keeps by its share; null where it keeps none.</param>
/// <param name="GoesBack">Of what came out, what the owner gets.</param>
/// <param name="Later">Of what is held up, what the owner gets once it is worked up; null where leavings stay with the shop.</param>
/// <param name="Fee">Crowns by the gram; null where none is asked.</param>
public sealed record SettledMetal(
    string Element,
    Working In,
    Working Out,
    Working HeldUp,
    Working? Kept,
    Working GoesBack,
    Working? Later,
    Working? Fee
);

/// <summary>
/// What a batch that was worked for somebody else comes to: mass in, metal out with its range, what is held up in the shop, what the shop
/// keeps, the fee, what goes back. Where the batch took lots of several owners, each has the share of the metal that it brought.
/// </summary>
/// <param name="Given">Amount of the lot that the batch took, as it was typed.</param>
/// <param name="Alone">False where the batch took other lots too.</param>
/// <param name="Fee">All fees, kr.</param>
public sealed record Settlement(
    LotState Lot,
    LotForOthers Terms,
    TypedNumber Given,
    bool Alone,
    IReadOnlyList<SettledMetal> Metals,
    Working Fee
)
{
    /// <summary>One for each lot of the batch that is somebody else's; none while it is open.</summary>
    public static IReadOnlyList<Settlement> Of(Ledger ledger, BatchState batch)
    {
        if (batch.ClosedAt is null)
            return [];
        var brought = batch
            .Feeds.Where(f => f.From == FeedFrom.Lot && ledger.State.Lots.ContainsKey(f.Id))
            .SelectMany(f => Brought(ledger.State, ledger.State.Lots[f.Id], f.Amount))
            .ToList();
        return
        [
            .. brought
                .Where(x => OwnerOf(ledger.State, x.Lot) is not null)
                .Select(x =>
                    For(ledger, batch, x.Lot, OwnerOf(ledger.State, x.Lot)!, x.Amount, brought.Count == 1 && batch.Feeds.Count == 1)
                ),
        ];
    }

    // So much of a lot; of one that was poured together, of each lot that is in it.
    private static IEnumerable<(LotState Lot, TypedNumber Amount)> Brought(State state, LotState lot, TypedNumber amount)
    {
        if (lot.For is not null || lot.Sources.Count == 0)
            return [(lot, amount)];
        var share = amount.Value / lot.Amount.Value;
        return lot
            .Sources.Where(s => state.Lots.ContainsKey(s.LotId))
            .SelectMany(s =>
                Brought(
                    state,
                    state.Lots[s.LotId],
                    s.Amount with
                    {
                        Value = s.Amount.Value * share,
                        PlusMinus = s.Amount.PlusMinus * share,
                    }
                )
            );
    }

    /// <summary>Whose a lot is: its own terms, or those of the lot that it is a part of.</summary>
    public static LotForOthers? OwnerOf(State state, LotState lot)
    {
        for (var l = lot; ; l = state.Lots[l.PartOf])
            if (l.For is not null || l.PartOf is null || !state.Lots.ContainsKey(l.PartOf))
                return l.For;
    }

    private static Settlement For(Ledger ledger, BatchState batch, LotState lot, LotForOthers terms, TypedNumber given, bool alone)
    {
        var metals = batch
            .Metals.Where(e => InOf(batch, lot, given, alone, e) > 0)
            .Select(e =>
                Metal(BatchBalance.Of(ledger, batch, e), terms, alone ? null : InOf(batch, lot, given, false, e), h =>
                    batch.ProductAt(h.StepId, h.Output) is not null
                )
            )
            .Where(m => ElementAtWork.Nobles.Contains(m.Element) || !Working.IsNothing(m.Out))
            .ToList();
        var fees = metals.Select(m => m.Fee).OfType<Working>().ToList();
        if (terms.Fee is { } once)
            fees.Add(Working.Given(once.Value, Dimension.Money, "for the lot", once.Told));
        return new(lot, terms, given, alone, metals, Working.Sum(fees, Dimension.Money).Named("fee"));
    }

    // What the lot was believed to bring of a metal, g.
    private static double InOf(BatchState batch, LotState lot, TypedNumber given, bool alone, string element) =>
        alone
            ? batch.Believed.Find(b => b.Element == element)?.Grams ?? 0
            : (lot.Believed.Find(b => b.Element == element)?.Grams ?? 0) * given.Value / lot.Amount.Value;

    private static SettledMetal Metal(BatchBalance balance, LotForOthers terms, double? brought, Func<HoldingBalance, bool> isProduct)
    {
        var name = Elements.Of(balance.Element).Name;
        var share =
            brought is { } g && balance.Feed.Likely > 0
                ? Working.Exact(
                    Math.Min(1, g / balance.Feed.Likely),
                    $"{FigureText.Number(100 * g / balance.Feed.Likely, 1)} % of the feed"
                )
                : null;
        Working Part(Working all, string label) => (share is null ? all : all * share).Named(label);
        var zero = Working.Zero(Dimension.Mass);
        // What bottles lent is not the owner's: it is returned of what came out first, and then of what is held up.
        var cameOut = Working.Sum([balance.Product ?? zero, balance.Back ?? zero], Dimension.Mass);
        var all = balance.Lent is { } lent ? Working.AtLeastZero(cameOut - lent) : cameOut;
        var (given, cameOf) = (Part(balance.Feed, $"{name} believed in what was given"), Part(all, $"{name} that came out"));
        var standing = Working.Sum(balance.Holdings.Where(h => h.Standing && !isProduct(h)).Select(h => h.Grams), Dimension.Mass);
        var held = Part(
            balance.Lent is { } owed ? Working.AtLeastZero(standing - Working.AtLeastZero(owed - cameOut)) : standing,
            $"{name} held up in leavings"
        );
        var kept = terms.Kept is { Value: > 0 } k
            ? (cameOf * Working.Given(k.Value, Dimension.None, "share that the shop keeps", k.Text)).Named($"{name} that the shop keeps")
            : null;
        var perGram = terms.FeePerGram is { Value: > 0 } f
            ? (cameOf * Working.Given(f.Value, Dimension.Money / Dimension.Mass, "fee to a gram", f.Told)).Named($"fee for {name}")
            : null;
        return new(
            balance.Element,
            given,
            cameOf,
            held,
            kept,
            (kept is null ? cameOf : cameOf - kept).Named($"{name} that goes back"),
            terms.LeavingsGoBack
                ? (terms.Kept is { Value: > 0 } later ? held * Working.Exact(1 - later.Value, $"less {later.Text}") : held).Named(
                    $"{name} that goes back once the leavings are worked up"
                )
                : null,
            perGram
        );
    }
}
