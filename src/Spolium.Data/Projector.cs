using System.Text.Json;
using Spolium.Core.Accounts;
using Spolium.Core.Workshop;

namespace Spolium.Data;

/// <summary>An entry that was written: its number, what it posted, the streams that it touched.</summary>
internal sealed record Projected(long Seq, Entry Entry, IReadOnlyList<Posting> Posted, IReadOnlyList<string> Touched);

/// <summary>
/// Keeps the lists in step with the journal: after one entry or many, the rows of the lots and batches that they touched are
/// written anew from the ledger, and their postings are added.
/// </summary>
internal static class Projector
{
    /// <summary>Goes up when a projection changes its shape: they are then rebuilt at the next start.</summary>
    public static int Version => Shape + 1000 * JournalNames.Renamed.Count;

    private const int Shape = 8;

    /// <param name="written">What was written, each entry with what it posted and touched.</param>
    public static void Project(SpoliumDb db, Ledger before, Ledger after, IReadOnlyList<Projected> written)
    {
        // Rows are put in, changed and removed through the tracker itself: it need not look for changes at every step.
        db.ChangeTracker.AutoDetectChangesEnabled = false;
        using var into = new Inserter(db);
        foreach (var entry in written)
            Touched(into, entry);
        var streams = written.SelectMany(w => w.Touched).Distinct().ToList();
        IEnumerable<string> Ids(string kind) =>
            streams.Where(s => s.StartsWith(kind, StringComparison.Ordinal)).Select(s => s[kind.Length..]);
        foreach (var stream in streams)
            Work(db, after.State, stream);
        foreach (var id in Ids("lot:"))
            PutOrRemove(db, after.State.Lots.Find(id) is { } lot ? Row(lot) : null, id);
        foreach (var id in Ids("bottle:"))
            PutOrRemove(db, after.State.Shelf.Find(id) is { } bottle ? Row(bottle) : null, id);
        var moved = new List<BatchState>();
        foreach (var id in Ids("batch:"))
        {
            var (earlier, batch) = (before.State.Batches.Find(id), after.State.Batches.Find(id));
            Batch(db, after.State, id, earlier, batch);
            if (batch is not null && (earlier?.ClosedAt != batch.ClosedAt || earlier?.Product != batch.Product))
                moved.Add(batch);
        }
        foreach (var entry in written)
        foreach (var p in entry.Posted)
            into.Post(p, entry.Seq);
        List<Posting> posted = [.. written.SelectMany(w => w.Posted)];
        // When a batch closes, what stood at work in it stands in a bar, in filters, in drums.
        var relocated = moved.SelectMany(AccountsOf).SelectMany(a => after.Book.ElementsEverOn(a).Select(e => (Account: a, Element: e)));
        var standing = posted.Select(p => (p.Account, p.Element)).Concat(relocated).Distinct().ToList();
        // Read at once, and found in the tracker below.
        foreach (var accounts in standing.Select(k => k.Account).Distinct().Chunk(500))
            db.Holdings.Where(h => accounts.Contains(h.Account)).Load();
        var sigmas = posted
            .Where(p => p.Micrograms > 0)
            .GroupBy(p => (p.Account, p.Element))
            .ToDictionary(g => g.Key, g => g.Last().SigmaG);
        foreach (var (account, element) in standing)
        {
            var (place, batchId) = HoldingKind.PlaceOf(after.State, account);
            var sigma = sigmas.TryGetValue((account, element), out var came) ? came : db.Holdings.Find(account, element)?.Sigma ?? 0;
            Put(
                db,
                new HoldingRow
                {
                    Account = account,
                    Element = element,
                    Micrograms = after.Book.Micrograms(account, element),
                    Sigma = sigma,
                    Place = element == Account.Contents ? null : place,
                    BatchId = batchId,
                },
                account,
                element
            );
        }
        Put(
            db,
            new ProjectionRow
            {
                Id = 1,
                Seq = written[^1].Seq,
                Version = Version,
            },
            1
        );
    }

    // Under which streams an entry is found on the disk, and what it brings along under which ids.
    private static void Touched(Inserter into, Projected written)
    {
        var own = written.Entry.Body is BatchBroughtIn { File: var file }
            ? (Stream: Entry.BatchStream(file.BatchId), Version: EntryLog.VersionOf(file))
            : default;
        foreach (var stream in written.Touched)
            into.Touch(stream, written.Seq, stream == own.Stream ? own.Version : null);
        var ids =
            written.Entry.Body is BatchBroughtIn b ? b.File.Entries.Select(e => e.Id)
            : written.Entry.Id == EntryId.Plain(written.Entry.Id) ? []
            : [written.Entry.Id];
        foreach (var id in ids.Select(Archive.Inner).Distinct())
            into.Touch(id, written.Seq, null);
    }

    // What is at work is folded at every start; all else when somebody asks.
    private static void Work(SpoliumDb db, State state, string stream)
    {
        var at = stream.IndexOf(':', StringComparison.Ordinal);
        if (at < 0)
            return;
        var id = stream[(at + 1)..];
        var atWork = stream[..at] switch
        {
            "lot" => state.Lots.Find(id) is { Left: > 0 },
            "batch" => state.Batches.Find(id) is { ClosedAt: null },
            "bottle" => state.Shelf.Find(id) is { IsEmpty: false },
            "pool" => state.Pools.ContainsKey(id),
            "material" => state.Materials.ContainsKey(id),
            "plan" => state.Plans.ContainsKey(id),
            "kept" => state.Kept.ContainsKey(id),
            "vessel" => state.Vessels.ContainsKey(id),
            _ => false,
        };
        PutOrRemove(db, atWork ? new AtWorkRow { Stream = stream } : null, stream);
    }

    private static void Batch(SpoliumDb db, State state, string id, BatchState? earlier, BatchState? batch)
    {
        PutOrRemove(db, batch is null ? null : Row(state, batch), id);
        PutOrRemove(
            db,
            state.Practice.FirstOrDefault(p => p.BatchId == id) is { } seen
                ? new PracticeRow
                {
                    BatchId = id,
                    ClosedTicks = seen.ClosedAt.UtcTicks,
                    Json = JsonSerializer.Serialize(seen, EntryJson.Options),
                }
                : null,
            id
        );
        // Steps that the way no longer has are gone from the list; the journal keeps what was done in them.
        var there = batch?.Route.Steps.Select(s => s.Id).ToHashSet() ?? [];
        db.Steps.RemoveRange(db.Steps.Where(s => s.BatchId == id).AsEnumerable().Where(s => !there.Contains(s.StepId)));
        if (batch is not null)
            for (var i = 0; i < batch.Route.Steps.Count; i++)
                Put(db, Row(batch, i), id, batch.Route.Steps[i].Id);
        if (batch?.ClosedAt is not null || earlier?.ClosedAt is not null)
            BooksProjector.Project(db, id, batch?.Summary);
    }

    private static IEnumerable<string> AccountsOf(BatchState batch) =>
        batch
            .Steps.Values.SelectMany(s => s.Outputs.Select(o => Route.Holding(s.Id, o.Output)))
            .Append(Route.Feed)
            .Select(h => Account.Holding(batch.Id, h))
            .Append(Account.Back(batch.Id));

    /// <summary>Drops all projections. Their next rows come from the journal.</summary>
    public static void Clear(SpoliumDb db)
    {
        db.Touched.ExecuteDelete();
        db.AtWork.ExecuteDelete();
        db.Practice.ExecuteDelete();
        db.Bottles.ExecuteDelete();
        db.Lots.ExecuteDelete();
        db.Batches.ExecuteDelete();
        db.Steps.ExecuteDelete();
        BooksProjector.Clear(db);
        db.Holdings.ExecuteDelete();
        db.Postings.ExecuteDelete();
        db.Projections.ExecuteDelete();
        db.ChangeTracker.Clear();
    }

    internal static void Put<T>(SpoliumDb db, T row, params object[] key)
        where T : class
    {
        if (db.Set<T>().Find(key) is { } there)
            db.Entry(there).CurrentValues.SetValues(row);
        else
            db.Set<T>().Add(row);
    }

    private static void PutOrRemove<T>(SpoliumDb db, T? row, params object[] key)
        where T : class
    {
        if (row is not null)
            Put(db, row, key);
        else if (db.Set<T>().Find(key) is { } there)
            db.Set<T>().Remove(there);
    }

    private static BottleRow Row(ShelfBottle bottle) =>
        new()
        {
            Id = bottle.Id,
            Name = bottle.Name,
            Formula = bottle.Formula,
            Grams = bottle.Grams,
            ReceivedTicks = bottle.ReceivedAt.UtcTicks,
            Empty = bottle.IsEmpty,
        };

    private static LotRow Row(LotState lot) =>
        new()
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
            WaitsFor = lot.WaitsFor,
            Sorted = lot.Parts.Count > 0,
        };

    private static BatchRow Row(State state, BatchState batch) =>
        new()
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
            Foreign = batch.BroughtIn is not null,
            LotRoot = state.Lots.TryGetValue(batch.Feeds[0].Id, out var lot) ? BatchFeed.RootOf(state, lot) : batch.Feeds[0].Id,
        };

    private static StepRow Row(BatchState batch, int i)
    {
        var step = batch.Route.Steps[i];
        var s = batch.Step(step.Id);
        return new()
        {
            BatchId = batch.Id,
            StepId = step.Id,
            Number = i + 1,
            Method = step.Method,
            BegunTicks = s.BegunAt?.UtcTicks,
            ClosedTicks = s.ClosedAt?.UtcTicks,
            Pours = s.Pours.Count,
        };
    }
}
