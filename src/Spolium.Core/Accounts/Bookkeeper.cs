using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;

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
            List<Posting> posted = [.. Postings(state, then, book, inner).Where(p => p.Element != Account.Contents)];
            all.AddRange(posted);
            book = book.Post(posted);
        }
        return all;
    }

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
            BatchStarted b => b.Feeds.All(f => f.From != FeedFrom.Lot || before.Lots.ContainsKey(f.Id)),
            BranchGivenUp b => Step(b.BatchId, b.StepId),
            CameBack b => Step(b.BatchId, b.StepId),
            StepClosed b => Step(b.BatchId, b.StepId),
            ProductWeighed b => before.Batches.ContainsKey(b.BatchId),
            ReadingPutRight b => before.Batches.TryGetValue(b.BatchId, out var batch)
                && (b.Believed is null || batch.Feeds.All(f => before.Lots.ContainsKey(f.Id))),
            _ => true,
        };
    }

    private static IEnumerable<Posting> Postings(State before, Book book, string entryId, EntryBody body) =>
        !HasGround(before, body)
            ? []
            : body switch
            {
                LotReceived b => Receive(entryId, b),
                LotsReceived b => b.Lots.SelectMany(l => Receive(entryId, l)),
                LotSplit b => Split(before.Lots[b.LotId], book, entryId, b),
                LotsPooled b => b.Feeds.SelectMany(f => Take(before.Lots[f.LotId], book, entryId, Account.Lot(b.LotId), f.Amount)),
                LotContentChanged b => Believe(before.Lots[b.LotId], book, entryId, b),
                BatchStarted b => b
                    .Feeds.Where(f => f.From == FeedFrom.Lot)
                    .SelectMany(f => Take(before.Lots[f.Id], book, entryId, Account.Holding(b.BatchId, Route.Feed), f.Amount)),
                BranchGivenUp b => Close(
                    before.Batches[b.BatchId],
                    book,
                    entryId,
                    before.Batches[b.BatchId].Route,
                    b.StepId,
                    b.Outputs,
                    b.Measured is null ? [] : [entryId]
                ),
                CameBack b => Close(
                    before.Batches[b.BatchId],
                    book,
                    entryId,
                    before.Batches[b.BatchId].Route,
                    b.StepId,
                    b.Outputs,
                    [entryId]
                ),
                StepClosed b => Close(
                    before.Batches[b.BatchId],
                    book,
                    entryId,
                    before.Batches[b.BatchId].Route,
                    b.StepId,
                    b.Outputs,
                    [.. before.Batches[b.BatchId].Step(b.StepId).WeighedBy.Values.Order(StringComparer.Ordinal)]
                ),
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
                ReadingPutRight b => Restate(before, book, entryId, b),
                ProductWeighed b when before.Batches[b.BatchId].Step(b.StepId).Closed => Reweigh(book, entryId, b),
                DoseAdded b => Poured(before, entryId, b.Pours, Account.Used(b.BatchId)),
                BottlesReceived b => b.Bottles.SelectMany(x => Contents(entryId, Account.Supplier, Account.Shelf(x.BottleId), x.Grams)),
                BottleMade { BatchId: { } batch } b => Contents(
                    entryId,
                    Account.Made(batch),
                    Account.Shelf(b.Bottle.BottleId),
                    b.Bottle.Grams
                ),
                BottleMade b => Poured(before, entryId, b.From, Account.Shelf(b.Bottle.BottleId)),
                BottleDiscarded b => Contents(entryId, Account.Shelf(b.BottleId), Account.Discarded, b.Grams),
                StockTaken b => b.Lines.SelectMany(l =>
                    Contents(entryId, Account.Stocktake, Account.Shelf(l.BottleId), l.Grams - l.BookedGrams)
                ),
                _ => [],
            };

    // Bottles that were only named in a plan stand on no account; water comes from its own.
    private static IEnumerable<Posting> Poured(State before, string entryId, IEnumerable<BottlePour> pours, string into) =>
        pours
            .Where(p =>
                before.Shelf.ContainsKey(p.BottleId) || (p.BottleId == "water" && into.StartsWith("shelf/", StringComparison.Ordinal))
            )
            .SelectMany(p => Contents(entryId, p.BottleId == "water" ? Account.Water : Account.Shelf(p.BottleId), into, p.Grams));

    private static IEnumerable<Posting> Contents(string entryId, string from, string to, double grams) =>
        Transaction.Balanced(entryId, Account.Contents, [(from, -grams, 0, Basis.Weighed)], (to, 0, Basis.Weighed));

    private static IEnumerable<Posting> Receive(string entryId, LotReceived b) =>
        b.Believed.SelectMany(e =>
            Transaction.Balanced(
                entryId,
                e.Element,
                [(Account.Lot(b.LotId), e.Grams, e.Sigma, Basis.Believed)],
                (Account.Received, e.Sigma, Basis.Believed)
            )
        );

    // What the parts are short of in weight is missing; what their own contents are believed to hold more or less than the lot is a change
    // of belief.
    private static IEnumerable<Posting> Split(LotState lot, Book book, string entryId, LotSplit b)
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

    private static IEnumerable<Posting> Believe(LotState lot, Book book, string entryId, LotContentChanged b)
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

    private static IEnumerable<Posting> Take(LotState lot, Book book, string entryId, string into, TypedNumber taken)
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

    private static IEnumerable<Posting> Close(
        BatchState batch,
        Book book,
        string entryId,
        Route route,
        string stepId,
        IReadOnlyList<HoldingEstimate> outputs,
        IReadOnlyList<string> readings
    )
    {
        var takes = route.Steps.First(s => s.Id == stepId).Takes.Select(t => Account.Holding(batch.Id, t)).ToList();
        var elements = takes
            .SelectMany(book.ElementsOn)
            .Concat(outputs.SelectMany(o => o.Holds.Select(h => h.Element)))
            .Distinct()
            .Order(StringComparer.Ordinal);
        foreach (var element in elements)
        {
            var legs = takes.Select(t => (t, -book.Grams(t, element), 0.0, Basis.EstimatedByMethod)).ToList();
            foreach (var o in outputs)
                if (o.Holds.FirstOrDefault(h => h.Element == element) is { } held)
                    legs.Add(
                        (
                            Account.Holding(batch.Id, Route.Holding(stepId, o.Output)),
                            held.Grams,
                            held.Sigma,
                            batch.Step(stepId).Tests.Any(t => t.Output == o.Output && t.Element == element)
                                ? Basis.EstimatedByTest
                                : o.Basis
                        )
                    );
            foreach (
                var p in Transaction.Balanced(
                    entryId,
                    element,
                    legs,
                    (Account.Unaccounted("batch/" + batch.Id), 0, Basis.Missing),
                    readings
                )
            )
                yield return p;
        }
    }

    // All that the steps of the batch had posted is taken back by its net, and posted anew: earlier entries stay as they are.
    private static IEnumerable<Posting> Restate(State before, Book book, string entryId, ReadingPutRight b)
    {
        var batch = before.Batches[b.BatchId];
        var refed = b.Believed is not null;
        bool Posts(Entry e) =>
            e.Body is StepClosed or CameBack or BranchGivenUp or ProductWeighed or ReadingPutRight || (refed && e.Body is BatchStarted);
        var closing = before
            .Entries.Naming(Entry.BatchStream(b.BatchId))
            .Where(e =>
                Posts(e) || e.Body is Correction c && c.Corrects.Select(before.Entries.Find).Any(wrong => wrong is not null && Posts(wrong))
            );
        var net = closing
            .SelectMany(e => book.PostingsOf(e.Id))
            .GroupBy(p => (p.Account, p.Element))
            .Select(g => (g.Key, Sum: g.Sum(p => p.Micrograms), g.Last().SigmaG))
            .Where(x => x.Sum != 0);
        List<Posting> all = [.. net.Select(x => new Posting(entryId, x.Key.Account, x.Key.Element, -x.Sum, x.SigmaG, Basis.Reversed, []))];
        var now = book.Post(all);
        if (b.Believed is { } believed)
        {
            var feed = batch.Feeds[0];
            var lot = before.Lots[feed.Id];
            List<Posting> taken =
            [
                .. Take(lot with { Left = lot.Left + feed.Amount.Value }, now, entryId, Account.Holding(batch.Id, Route.Feed), b.Becomes),
            ];
            all.AddRange(taken);
            now = now.Post(taken);
        }
        foreach (var step in batch.Route.Steps.Where(s => batch.Step(s.Id).Closed))
        {
            var outputs = b.Steps.FirstOrDefault(r => r.StepId == step.Id)?.Outputs ?? [.. batch.Step(step.Id).Outputs];
            List<Posting> posted =
            [
                .. Close(
                    batch,
                    now,
                    entryId,
                    batch.Route,
                    step.Id,
                    outputs,
                    [.. batch.Step(step.Id).WeighedBy.Values.Append(entryId).Order(StringComparer.Ordinal)]
                ),
            ];
            all.AddRange(posted);
            now = now.Post(posted);
        }
        return
        [
            .. all,
            .. batch
                .Pooled.Where(p => b.Steps.Any(s => s.Outputs.Any(o => Route.Holding(s.StepId, o.Output) == p.Key)))
                .OrderBy(p => p.Key, StringComparer.Ordinal)
                .SelectMany(p => Follow(now, entryId, batch.Id, p.Key, p.Value)),
        ];
    }

    // What a leaving holds more or less than when it went into a pool follows it there; where that metal was shared back already, it is
    // unaccounted.
    private static IEnumerable<Posting> Follow(Book book, string entryId, string batchId, string holding, PooledState pooled)
    {
        var account = Account.Holding(batchId, holding);
        return book.ElementsOn(account)
            .SelectMany(e =>
                Transaction.Balanced(
                    entryId,
                    e,
                    [(account, -book.Grams(account, e), 0, Basis.EstimatedByMethod)],
                    pooled.Back.Any(s => s.Element == e)
                        ? (Account.Unaccounted("batch/" + batchId), 0, Basis.Missing)
                        : (Account.Pool(pooled.PoolId), 0, Basis.EstimatedByMethod)
                )
            );
    }

    // The step had been closed on an estimate: the weighing corrects the book, and what it shows missing is said.
    private static IEnumerable<Posting> Reweigh(Book book, string entryId, ProductWeighed b)
    {
        string AccountOf(WeighedProduct p) => Account.Holding(b.BatchId, Route.Holding(b.StepId, p.Output));
        return b
            .Products.SelectMany(p => p.Holds.Select(h => (Account: AccountOf(p), Held: h)))
            .SelectMany(x =>
                Transaction.Balanced(
                    entryId,
                    x.Held.Element,
                    [(x.Account, x.Held.Grams - book.Grams(x.Account, x.Held.Element), x.Held.Sigma, Basis.Weighed)],
                    (Account.Unaccounted("batch/" + b.BatchId), x.Held.Sigma, Basis.Missing),
                    [entryId]
                )
            );
    }
}
