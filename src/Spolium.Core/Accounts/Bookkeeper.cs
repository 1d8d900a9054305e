using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>
/// Turns an entry into balanced postings. What readings show missing goes to "unaccounted" by a leg of its own, never by
/// silent change; a correction posts the reverse of what the wrong entry had posted.
/// </summary>
public static class Bookkeeper
{
    /// <summary>A level by the journal and by the book differ by less than this, g: rounding to micrograms.</summary>
    private const double LevelsAgree = 1e-4;

    /// <param name="before">The state before the entry.</param>
    /// <param name="after">The state with it.</param>
    public static IReadOnlyList<Posting> Postings(State before, State after, Book book, Entry entry)
    {
        if (entry.Body is BatchBroughtIn brought)
            return BringIn(before, book, after.Entries.Find(entry.Id)!, brought.File);
        if (entry.Body is not Correction correction)
            return [.. Postings(before, book, entry.Id, entry.Body)];
        List<Posting> all = [.. correction.Corrects.SelectMany(id => Transaction.Reverse(entry.Id, book.PostingsOf(id)))];
        if (correction.Instead is { } instead)
            all.AddRange(Postings(before, book.Post(all), entry.Id, instead));
        foreach (var corrects in correction.Corrects)
            all.AddRange(Levels(after, book.Post(all), entry.Id, corrects).ToList());
        return all;
    }

    // A bottle that was counted after what is taken back holds what was counted: the count found more or less than the book then has.
    private static IEnumerable<Posting> Levels(State after, Book book, string entryId, string corrects) =>
        after.Entries.Find(corrects) is not { } wrong
            ? []
            : Touches
                .Of(wrong)
                .Where(s => s.StartsWith("bottle:", StringComparison.Ordinal))
                .Select(s => after.Shelf.GetValueOrDefault(s["bottle:".Length..]))
                .OfType<ShelfBottle>()
                .Select(b => (b.Id, Missing: b.Grams - book.Grams(Account.Shelf(b.Id), Account.Contents)))
                .Where(x => Math.Abs(x.Missing) > LevelsAgree)
                .SelectMany(x => Contents(entryId, Account.Stocktake, Account.Shelf(x.Id), x.Missing));

    // What its bottles gave belongs to the shelf of another shop.
    private static IReadOnlyList<Posting> BringIn(State before, Book book, Entry entry, BatchFile file)
    {
        var all = new List<Posting>();
        foreach (var (state, inner, then) in Replay.BroughtIn(before, entry, file))
        {
            List<Posting> posted =
            [
                .. Postings(state, then, book, inner)
                    .Where(p => p.Element != Account.Contents)
                    .Select(p => p with { Account = Elsewhere(p.Account, file.BatchId) }),
            ];
            all.AddRange(posted);
            book = book.Post(posted);
        }
        return all;
    }

    // A tub or pot of another shop is none of this one's, though it be called alike.
    private static string Elsewhere(string account, string batchId) =>
        AccountName.Of(account) is { Kind: AccountKind.Pool, Id: var id } ? Account.Elsewhere(batchId, id) : account;

    // Where an entry before it is gone (a broken journal), what rests on it posts nothing: the rest can still be read.
    private static bool HasGround(State before, EntryBody body)
    {
        bool Step(string batchId, string stepId) =>
            before.Batches.TryGetValue(batchId, out var batch) && batch.Route.Steps.Any(s => s.Id == stepId);
        return body switch
        {
            LotSplit b => before.Lots.ContainsKey(b.LotId),
            LotsPooled b => b.Feeds.All(f => before.Lots.ContainsKey(f.LotId)),
            LotContentChanged b => before.Lots.ContainsKey(b.LotId),
            LotHandedOver b => before.Lots.ContainsKey(b.LotId),
            BatchStarted b => b.Feeds.All(f => f.From != FeedFrom.Lot || before.Lots.ContainsKey(f.Id)),
            BranchGivenUp b => Step(b.BatchId, b.StepId),
            CameBack b => Step(b.BatchId, b.StepId),
            StepClosed b => Step(b.BatchId, b.StepId),
            BatchClosed { Lost: { } lost } b => Step(b.BatchId, lost.StepId),
            ProductWeighed b => before.Batches.ContainsKey(b.BatchId),
            ReadingPutRight b => before.Batches.TryGetValue(b.BatchId, out var batch)
                && (b.Believed is null || batch.Feeds.All(f => before.Lots.ContainsKey(f.Id))),
            _ => true,
        };
    }

    private static IEnumerable<Posting> Postings(State before, Book book, string entryId, EntryBody body)
    {
        IEnumerable<Posting> Closed(
            string batchId,
            string stepId,
            IReadOnlyList<HoldingEstimate> outputs,
            IReadOnlyList<string> readings
        ) => BatchPostings.Close(before.Batches[batchId], book, entryId, stepId, outputs, readings);

        return !HasGround(before, body)
            ? []
            : body switch
            {
                LotReceived b => LotPostings.Receive(entryId, b),
                LotsReceived b => b.Lots.SelectMany(l => LotPostings.Receive(entryId, l)),
                LotSplit b => LotPostings.Split(before.Lots[b.LotId], book, entryId, b),
                LotsPooled b => b.Feeds.SelectMany(f =>
                    LotPostings.Take(before.Lots[f.LotId], book, entryId, Account.Lot(b.LotId), f.Amount)
                ),
                LotTakenOver b => LotPostings.TakeOver(before, book, entryId, b),
                LotContentChanged b => LotPostings.Believe(before.Lots[b.LotId], book, entryId, b),
                LotHandedOver b => LotPostings.Take(before.Lots[b.LotId], book, entryId, Account.HandedOver, b.Amount),
                BatchStarted b => b
                    .Feeds.Where(f => f.From == FeedFrom.Lot)
                    .SelectMany(f => LotPostings.Take(before.Lots[f.Id], book, entryId, Account.Holding(b.BatchId, Route.Feed), f.Amount)),
                BranchGivenUp b => Closed(b.BatchId, b.StepId, b.Outputs, b.Measured is null ? [] : [entryId]),
                CameBack b => Closed(b.BatchId, b.StepId, b.Outputs, [entryId]),
                StepClosed b => Closed(
                    b.BatchId,
                    b.StepId,
                    b.Outputs,
                    [.. before.Batches[b.BatchId].Step(b.StepId).WeighedBy.Values.Order(StringComparer.Ordinal)]
                ),
                // What it took, and what bottles had brought to it, is nowhere any more.
                BatchClosed { Lost: { } lost } b => Closed(b.BatchId, lost.StepId, [], [entryId]),
                PutIntoPool b => b.Holds.SelectMany(h =>
                    Transaction.Balanced(
                        entryId,
                        h.Element,
                        [(Account.Holding(b.BatchId, Route.Holding(b.StepId, b.Output)), -h.Grams, h.Sigma, Basis.EstimatedByMethod)],
                        (Account.Pool(b.PoolId), h.Sigma, Basis.EstimatedByMethod)
                    )
                ),
                // Shares of batches that stand in another shop are booked there.
                PoolWorkedUp b => b
                    .Shares.Where(s => before.Batches.ContainsKey(s.BatchId))
                    .SelectMany(s =>
                        Transaction.Balanced(
                            entryId,
                            s.Element,
                            [
                                (Account.Pool(b.PoolId), -s.BookedG, 0, Basis.Weighed),
                                (Account.Back(s.BatchId), s.Grams, s.Sigma, Basis.Weighed),
                            ],
                            (Account.Unaccounted("batch/" + s.BatchId), s.Sigma, Basis.Missing),
                            [entryId]
                        )
                    ),
                ReadingPutRight b => BatchPostings.Restate(before, book, entryId, b),
                ProductWeighed b when before.Batches[b.BatchId].Step(b.StepId).Closed => BatchPostings.Reweigh(book, entryId, b),
                DoseAdded b => Poured(before, entryId, b.Pours, Account.Used(b.BatchId)),
                SomethingElse { Poured: { } p } b => Poured(before, entryId, [p.Pour], Account.Used(b.BatchId)),
                BottlesReceived b => b.Bottles.SelectMany(x => Contents(entryId, Account.Supplier, Account.Shelf(x.BottleId), x.Grams)),
                BottleMade { BatchId: { } batch } b => Contents(
                    entryId,
                    Account.Made(batch),
                    Account.Shelf(b.Bottle.BottleId),
                    b.Bottle.Grams
                ),
                BottleMade b => Poured(before, entryId, b.From, Account.Shelf(b.Bottle.BottleId)),
                BottleDiscarded b => Contents(entryId, Account.Shelf(b.BottleId), Account.Discarded, b.Grams),
                BottleTested { AddsG: { } adds } b => Contents(entryId, Account.Stocktake, Account.Shelf(b.BottleId), adds),
                StockTaken b => b.Lines.SelectMany(l =>
                    Contents(entryId, Account.Stocktake, Account.Shelf(l.BottleId), l.Grams - l.BookedGrams)
                ),
                _ => [],
            };
    }

    // Bottles that were only named in a plan stand on no account; water comes from its own.
    private static IEnumerable<Posting> Poured(State before, string entryId, IEnumerable<BottlePour> pours, string into) =>
        pours
            .Where(p => before.Shelf.ContainsKey(p.BottleId) || (p.BottleId == "water" && AccountName.Of(into).Kind == AccountKind.Shelf))
            .SelectMany(p => Contents(entryId, p.BottleId == "water" ? Account.Water : Account.Shelf(p.BottleId), into, p.Grams));

    private static IEnumerable<Posting> Contents(string entryId, string from, string to, double grams) =>
        Transaction.Balanced(entryId, Account.Contents, [(from, -grams, 0, Basis.Weighed)], (to, 0, Basis.Weighed));
}
