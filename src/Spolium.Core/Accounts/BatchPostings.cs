using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>What batches post: steps closed, readings put right, leavings weighed again.</summary>
internal static class BatchPostings
{
    internal static IEnumerable<Posting> Close(
        BatchState batch,
        Book book,
        string entryId,
        string stepId,
        IReadOnlyList<HoldingEstimate> outputs,
        IReadOnlyList<string> readings
    )
    {
        var route = batch.Route;
        var takes = route.Steps.First(s => s.Id == stepId).Takes.Select(t => Account.Holding(batch.Id, t)).ToList();
        var elements = takes
            .SelectMany(book.ElementsOn)
            .Concat(outputs.SelectMany(o => o.Holds.Select(h => h.Element)))
            .Distinct()
            .Order(StringComparer.Ordinal);
        foreach (var element in elements)
        {
            var legs = takes.Select(t => (t, -book.Grams(t, element), 0.0, Basis.EstimatedByMethod)).ToList();
            if (batch.Step(stepId).FromBottles.Of(element) is { Grams: > 0 } brought)
                legs.Add((Account.Bottles, -brought.Grams, brought.Sigma, Basis.Weighed));
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
    internal static IEnumerable<Posting> Restate(State before, Book book, string entryId, ReadingPutRight b)
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
                .. LotPostings.Take(
                    lot with
                    {
                        Left = lot.Left + feed.Amount.Value,
                    },
                    now,
                    entryId,
                    Account.Holding(batch.Id, Route.Feed),
                    b.Becomes
                ),
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
                        : (pooled.IsLot ? Account.Lot(pooled.PoolId) : Account.Pool(pooled.PoolId), 0, Basis.EstimatedByMethod)
                )
            );
    }

    // The step had been closed on an estimate: the weighing corrects the book, and what it shows missing is said.
    internal static IEnumerable<Posting> Reweigh(Book book, string entryId, ProductWeighed b)
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
