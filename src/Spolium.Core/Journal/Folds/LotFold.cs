using System.Collections.Immutable;

namespace Spolium.Core.Journal.Folds;

/// <summary>A lot, entry by entry.</summary>
internal static class LotFold
{
    public static LotState? Apply(Fold fold, string id, LotState? lot, Entry entry, EntryBody body) =>
        body switch
        {
            LotReceived b => More(lot, entry, Received(entry, b)),
            LotsReceived b => Received(entry, b.Lots.First(l => l.LotId == id)),
            LotSplit b when b.LotId == id => lot is null
                ? null
                : lot with
                {
                    Left = 0,
                    Parts = [.. b.Parts.Select(p => p.LotId)],
                    Removed = [.. b.Removed ?? []],
                    WaitsFor = null,
                },
            LotSplit b => fold.Lot(b.LotId, entry) is { } whole && b.Parts.FirstOrDefault(p => p.LotId == id) is { } part
                ? PartOf(whole, part, entry)
                : lot,
            LotsPooled b when b.LotId == id => More(lot, entry, Pooled(fold, entry, b)),
            LotTakenOver b => TakenOver(entry, b),
            LotsPooled b => lot is null
                ? null
                : b
                    .Feeds.Where(f => f.LotId == id)
                    .Aggregate(lot, (l, f) => Without(l, f.Amount.Value) with { PooledInto = l.PooledInto.Add(b.LotId), WaitsFor = null }),
            _ when lot is null => null,
            LotContentChanged b => lot with
            {
                Content = b.Content,
                Believed = [.. b.Believed],
                OwnContent = true,
                Beliefs = lot.Beliefs.Add(new(b.Content, b.How, b.Reason, b.Pieces, entry.OccurredAt, entry.Id)),
            },
            LotSetAside b => lot with { WaitsFor = b.WaitsFor },
            LotOffered b => lot with { Offer = b.Crowns is null ? null : b },
            LotForOthers b => lot with { For = b.Owner.Length == 0 ? null : b },
            LotPhotographed b => lot with { Photos = lot.Photos.Add(b) },
            LotHandedOver b => Without(lot, b.Amount.Value) with
            {
                HandedOver = lot.HandedOver.Add(new(b, b.Receipt, entry.OccurredAt, entry.By, entry.Id)),
                WaitsFor = null,
            },
            ReceiptCame b => lot with
            {
                HandedOver = [.. lot.HandedOver.Select(h => h.EntryId == b.HandOver ? h with { Receipt = b.Receipt } : h)],
            },
            BatchStarted b => b
                .Feeds.Where(f => f.From == FeedFrom.Lot && f.Id == id)
                .Aggregate(lot, (l, f) => Without(l, f.Amount.Value) with { Batches = l.Batches.Add(b.BatchId), WaitsFor = null }),
            // More or less was taken of the lot than was written.
            ReadingPutRight { Believed: not null } b => lot with { Left = lot.Left + b.Was.Value - b.Becomes.Value },
            _ => lot,
        };

    // Another batch of a lot of another shop brings what it took of it.
    private static LotState? More(LotState? lot, Entry entry, LotState? came)
    {
        if (came is null)
            return null;
        if (!entry.Brought || lot is not { Foreign: true })
            return came with { Foreign = entry.Brought };
        ElementEstimate Sum(ElementEstimate a, ElementEstimate b) =>
            new(a.Element, a.Grams + b.Grams, a.Sigma + b.Sigma, a.Low + b.Low, a.High + b.High);
        return lot with
        {
            Amount = lot.Amount with
            {
                Text = $"{lot.Amount.Text} and {came.Amount.Text}",
                Value = lot.Amount.Value + came.Amount.Value,
                PlusMinus = lot.Amount.PlusMinus + came.Amount.PlusMinus,
            },
            Left = lot.Left + came.Left,
            Believed = [.. lot.Believed.Concat(came.Believed).GroupBy(b => b.Element).Select(g => g.Aggregate(Sum))],
            Sources = lot.Sources.AddRange(came.Sources),
        };
    }

    private static LotState Received(Entry entry, LotReceived b) =>
        new(
            b.LotId,
            b.Code,
            b.Title,
            b.Material,
            b.Amount,
            b.Amount.Value,
            b.Content,
            b.Thickness,
            [.. b.Believed],
            entry.OccurredAt,
            null,
            [],
            [],
            entry.Id
        )
        {
            Pieces = b.Pieces,
        };

    private static LotState TakenOver(Entry entry, LotTakenOver b) =>
        new(
            b.LotId,
            b.Code,
            b.Title,
            LotState.FromTheHouse,
            b.Amount,
            b.Amount.Value,
            b.Content,
            null,
            [.. b.Believed],
            entry.OccurredAt,
            null,
            [],
            [],
            entry.Id
        )
        {
            From = b.From,
        };

    private static LotState PartOf(LotState whole, LotPart part, Entry entry)
    {
        var share = part.Amount.Value / whole.Amount.Value;
        return new(
            part.LotId,
            part.Code,
            part.Title,
            part.Material ?? whole.Material,
            part.Amount,
            part.Amount.Value,
            part.Content ?? whole.Content,
            whole.Thickness,
            part.Believed is { } own ? [.. own] : Scaled(whole.Believed, share),
            entry.OccurredAt,
            whole.Id,
            [],
            [],
            entry.Id
        )
        {
            OwnContent = part.Content is not null,
            Pieces = part.Pieces,
            Sources = part.Content is not null
                ? []
                :
                [
                    .. whole.Sources.Select(f =>
                        f with
                        {
                            Amount = f.Amount with { Value = f.Amount.Value * part.Amount.Value / whole.Amount.Value },
                        }
                    ),
                ],
        };
    }

    private static ImmutableList<ElementEstimate> Scaled(IEnumerable<ElementEstimate> all, double share) =>
        [.. all.Select(e => new ElementEstimate(e.Element, e.Grams * share, e.Sigma * share, e.Low * share, e.High * share))];

    private static LotState Without(LotState lot, double amount)
    {
        var left = Math.Max(0, lot.Left - amount);
        return lot with { Left = LotState.IsNothing(left, lot) ? 0 : left };
    }

    private static LotState? Pooled(Fold fold, Entry entry, LotsPooled b)
    {
        var lots = b.Feeds.Select(f => fold.Lot(f.LotId, entry)).OfType<LotState>().ToList();
        if (lots.Count == 0)
            return null;
        var first = lots[0];
        var amount = TypedNumber.Of(
            b.Feeds.Sum(f => f.Amount.Value),
            first.Amount.Field,
            first.Amount.Field == Field.Mass ? "g" : "mL",
            Math.Sqrt(b.Feeds.Sum(f => f.Amount.PlusMinus * f.Amount.PlusMinus))
        );
        var marks = lots.SelectMany(l => l.Content.Marks ?? []).Distinct().ToList();
        var thick = lots.Select(l => l.Thickness).OfType<TypedNumber>().MaxBy(t => t.Value);
        return new(
            b.LotId,
            b.Code,
            b.Title,
            string.Join(", ", lots.Select(l => l.Material).Distinct()),
            amount,
            amount.Value,
            new([], null, first.Content.Liquor, null, marks),
            thick,
            [.. b.Believed],
            entry.OccurredAt,
            null,
            [],
            [],
            entry.Id
        )
        {
            Sources = [.. b.Feeds],
        };
    }
}
