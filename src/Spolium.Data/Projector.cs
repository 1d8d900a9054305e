using Microsoft.EntityFrameworkCore;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Data.Tables;

namespace Spolium.Data;

/// <summary>
/// Keeps the lists in step with the journal: after one entry or many, the rows of the lots and batches that they touched are
/// written anew from the ledger, and their postings are added.
/// </summary>
internal static class Projector
{
    /// <summary>Goes up when a projection changes its shape: they are then rebuilt at the next start.</summary>
    public const int Version = 3;

    public static void Project(SpoliumDb db, Ledger before, Ledger after, IReadOnlyList<Posting> posted, long seq)
    {
        // Rows are put in, changed and removed through the tracker itself: it need not look for changes at every step.
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        var moved = new List<string>();
        foreach (var lot in after.State.Lots.Values.Where(l => before.State.Lots.GetValueOrDefault(l.Id) != l))
            Put(db, Row(lot), lot.Id);
        foreach (var gone in before.State.Lots.Keys.Where(id => !after.State.Lots.ContainsKey(id)))
            db.Lots.Remove(db.Lots.Find(gone)!);
        foreach (var gone in before.State.Batches.Keys.Where(id => !after.State.Batches.ContainsKey(id)))
        {
            db.Batches.Remove(db.Batches.Find(gone)!);
            db.Steps.RemoveRange(db.Steps.Where(s => s.BatchId == gone));
            BooksProjector.Forget(db, gone);
        }
        var changed = after.State.Batches.Values.Where(b => !ReferenceEquals(before.State.Batches.GetValueOrDefault(b.Id), b)).ToList();
        foreach (var batch in changed)
        {
            Put(db, Row(after.State, batch), batch.Id);
            // Steps that the way no longer has are gone from the list; the journal keeps what was done in them.
            var there = batch.Route.Steps.Select(s => s.Id).ToHashSet();
            db.Steps.RemoveRange(db.Steps.Where(s => s.BatchId == batch.Id).AsEnumerable().Where(s => !there.Contains(s.StepId)));
            for (var i = 0; i < batch.Route.Steps.Count; i++)
                Put(db, Row(batch, i), batch.Id, batch.Route.Steps[i].Id);
            var earlier = before.State.Batches.GetValueOrDefault(batch.Id);
            if (batch.ClosedAt is not null || earlier?.ClosedAt is not null)
                BooksProjector.Project(db, batch.Id, batch.Summary);
            if (earlier?.ClosedAt != batch.ClosedAt || earlier?.Product != batch.Product)
                moved.Add(batch.Id);
        }
        db.Postings.AddRange(posted.Select(p => new PostingRow { EntryId = p.EntryId, Account = p.Account, Element = p.Element, Micrograms = p.Micrograms, SigmaG = p.SigmaG, Basis = p.Basis.ToString() }));
        // When a batch closes, what stood at work in it stands in a bar, in filters, in drums.
        var relocated = moved.Where(after.State.Batches.ContainsKey).SelectMany(id => AccountsOf(after.State.Batches[id])).SelectMany(a => after.Book.ElementsEverOn(a).Select(e => (Account: a, Element: e)));
        var standing = posted.Select(p => (p.Account, p.Element)).Concat(relocated).Distinct().ToList();
        // Read at once, and found in the tracker below.
        foreach (var accounts in standing.Select(k => k.Account).Distinct().Chunk(500))
            db.Holdings.Where(h => accounts.Contains(h.Account)).Load();
        foreach (var (account, element) in standing)
        {
            var (place, batchId) = HoldingKind.PlaceOf(after.State, account);
            var sigma = posted.LastOrDefault(p => p.Account == account && p.Element == element && p.Micrograms > 0)?.SigmaG ?? db.Holdings.Find(account, element)?.Sigma ?? 0;
            Put(db, new HoldingRow { Account = account, Element = element, Micrograms = after.Book.Micrograms(account, element), Sigma = sigma, Place = element == Account.Contents ? null : place, BatchId = batchId }, account, element);
        }
        Put(db, new ProjectionRow { Id = 1, Seq = seq, Version = Version }, 1);
    }

    private static IEnumerable<string> AccountsOf(BatchState batch) =>
        batch.Steps.Values.SelectMany(s => s.Outputs.Select(o => Route.Holding(s.Id, o.Output))).Append(Route.Feed).Select(h => Account.Holding(batch.Id, h)).Append(Account.Back(batch.Id));

    /// <summary>Drops all projections. Their next rows come from the journal.</summary>
    public static void Clear(SpoliumDb db)
    {
        db.Lots.ExecuteDelete();
        db.Batches.ExecuteDelete();
        db.Steps.ExecuteDelete();
        BooksProjector.Clear(db);
        db.Holdings.ExecuteDelete();
        db.Postings.ExecuteDelete();
        db.Projections.ExecuteDelete();
        db.ChangeTracker.Clear();
    }

    internal static void Put<T>(SpoliumDb db, T row, params object[] key) where T : class
    {
        if (db.Set<T>().Find(key) is { } there)
            db.Entry(there).CurrentValues.SetValues(row);
        else
            db.Set<T>().Add(row);
    }

    private static LotRow Row(LotState lot) => new()
    {
        Id = lot.Id,
        Code = lot.Code,
        Title = lot.Title,
        Material = lot.Material,
        Field = lot.Amount.Field.ToString(),
        Amount = lot.Amount.Value,
        Left = lot.Left,
        ReceivedTicks = lot.ReceivedAt.UtcTicks,
        PartOf = lot.PartOf,
    };

    private static BatchRow Row(State state, BatchState batch) => new()
    {
        Id = batch.Id,
        Code = batch.Code,
        Title = batch.Title,
        LotCode = string.Join(", ", batch.Feeds.Select(f => state.Lots.GetValueOrDefault(f.Id)?.Code ?? f.Id)),
        FeedG = batch.Feeds.Sum(f => f.Amount.Value),
        CurrentStep = batch.ClosedAt is null ? batch.Current?.Id : null,
        CurrentBegun = batch.Current is { } c && batch.Step(c.Id).Begun,
        StartedTicks = batch.StartedAt.UtcTicks,
        ClosedTicks = batch.ClosedAt?.UtcTicks,
        ProductG = batch.Product?.Mass.Value,
        Material = state.Lots.GetValueOrDefault(batch.Feeds[0].Id)?.Material ?? "",
        AddsUp = batch.Summary?.AddsUp ?? true,
        Explained = batch.Stands is not null,
        Restated = Math.Max(0, batch.History.Count - 1),
        LotRoot = state.Lots.TryGetValue(batch.Feeds[0].Id, out var lot) ? BatchAtWork.RootOf(state, lot) : batch.Feeds[0].Id,
    };

    private static StepRow Row(BatchState batch, int i)
    {
        var step = batch.Route.Steps[i];
        var s = batch.Step(step.Id);
        return new() { BatchId = batch.Id, StepId = step.Id, Number = i + 1, Method = step.Method, BegunTicks = s.BegunAt?.UtcTicks, ClosedTicks = s.ClosedAt?.UtcTicks, Pours = s.Pours.Count };
    }
}
