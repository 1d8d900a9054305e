using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>What lots post: received, split, poured together, believed anew, fed to a batch.</summary>
internal static class LotPostings
{
    internal static IEnumerable<Posting> Receive(string entryId, LotReceived b) =>
        b.Believed.SelectMany(e =>
            Transaction.Balanced(
                entryId,
                e.Element,
                [(Account.Lot(b.LotId), e.Grams, e.Sigma, Basis.Believed)],
                (Account.Received, e.Sigma, Basis.Believed)
            )
        );

    // All that the book has there goes over; what a bottle holds was no metal of the book before.
    internal static IEnumerable<Posting> TakeOver(State before, Book book, string entryId, LotTakenOver b)
    {
        var from = b.From.From switch
        {
            FeedFrom.Pool => Account.Pool(b.From.Id),
            FeedFrom.Bottle => Account.Received,
            _ => $"batch/{b.From.Id}",
        };
        return b
            .Believed.SelectMany(e =>
                Transaction.Balanced(
                    entryId,
                    e.Element,
                    [(from, -e.Grams, e.Sigma, Basis.EstimatedByMethod)],
                    (Account.Lot(b.LotId), e.Sigma, Basis.EstimatedByMethod)
                )
            )
            .Concat(
                b.From.From == FeedFrom.Bottle && before.Shelf.ContainsKey(b.From.Id)
                    ? Transaction.Balanced(
                        entryId,
                        Account.Contents,
                        [(Account.Shelf(b.From.Id), -b.From.Amount.Value, 0, Basis.Weighed)],
                        (Account.Used(b.LotId), 0, Basis.Weighed)
                    )
                    : []
            );
    }

    // What the parts are short of in weight is missing; what their own contents are believed to hold more or less than the lot is a change
    // of belief.
    internal static IEnumerable<Posting> Split(LotState lot, Book book, string entryId, LotSplit b)
    {
        var missing = 1 - (b.Parts.Sum(p => p.Amount.Value) + (b.Removed ?? []).Sum(r => r.Amount.Value)) / lot.Left;
        foreach (
            var element in lot
                .Believed.Select(e => e.Element)
                .Concat(b.Parts.SelectMany(p => p.Believed ?? []).Select(e => e.Element))
                .Distinct()
        )
        {
            var there = book.Grams(Account.Lot(lot.Id), element);
            var sigma = lot.Believed.FirstOrDefault(e => e.Element == element)?.Sigma ?? 0;
            List<(string, double, double, Basis)> legs = [(Account.Lot(lot.Id), -there, sigma, Basis.Weighed)];
            foreach (var p in b.Parts)
                if (p.Believed is null)
                    legs.Add((Account.Lot(p.LotId), there * p.Amount.Value / lot.Left, sigma * p.Amount.Value / lot.Left, Basis.Weighed));
                else if (p.Believed.FirstOrDefault(e => e.Element == element) is { } own)
                    legs.Add((Account.Lot(p.LotId), own.Grams, own.Sigma, Basis.Believed));
            var anew = b.Removed is { Count: > 0 } || b.Parts.Any(p => p.Believed is not null);
            if (anew)
                legs.Add((Account.Unaccounted("lot/" + lot.Id), there * missing, 0, Basis.Missing));
            foreach (
                var p in Transaction.Balanced(
                    entryId,
                    element,
                    legs,
                    anew ? (Account.Received, sigma, Basis.Believed) : (Account.Unaccounted("lot/" + lot.Id), 0, Basis.Missing),
                    [entryId]
                )
            )
                yield return p;
        }
    }

    internal static IEnumerable<Posting> Believe(LotState lot, Book book, string entryId, LotContentChanged b)
    {
        var basis = b.How == LotContentChanged.Assay ? Basis.Assayed : Basis.Believed;
        foreach (var element in lot.Believed.Concat(b.Believed).Select(e => e.Element).Distinct())
        {
            var now = b.Believed.FirstOrDefault(e => e.Element == element);
            foreach (
                var p in Transaction.Balanced(
                    entryId,
                    element,
                    [(Account.Lot(lot.Id), (now?.Grams ?? 0) - book.Grams(Account.Lot(lot.Id), element), now?.Sigma ?? 0, basis)],
                    (Account.Received, now?.Sigma ?? 0, basis),
                    [entryId]
                )
            )
                yield return p;
        }
    }

    internal static IEnumerable<Posting> Take(LotState lot, Book book, string entryId, string into, TypedNumber taken)
    {
        var share = LotState.IsNothing(lot.Left - taken.Value, lot) ? 1 : taken.Value / lot.Left;
        return lot.Believed.SelectMany(e =>
            Transaction.Balanced(
                entryId,
                e.Element,
                [(Account.Lot(lot.Id), -book.Grams(Account.Lot(lot.Id), e.Element) * share, e.Sigma * share, Basis.Weighed)],
                (into, e.Sigma * share, Basis.Weighed),
                [entryId]
            )
        );
    }
}
