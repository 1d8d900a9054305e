using Microsoft.EntityFrameworkCore;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Journal;
using Spolium.Data.Tables;

namespace Spolium.Data;

/// <summary>What became of a wish to write.</summary>
public abstract record Written
{
    /// <param name="Again">True when the same request had been written before: nothing happened twice.</param>
    public sealed record Done(Entry Entry, bool Again) : Written;

    /// <summary>The stream has moved on; these entries came in between. Nothing is merged silently.</summary>
    public sealed record Stale(string Stream, long Version, IReadOnlyList<Entry> Since) : Written;

    /// <summary>The id stands for another entry.</summary>
    public sealed record OtherBody(string Id) : Written;

    public sealed record Refused(IReadOnlyList<Core.Materials.FieldError> Errors) : Written;
}

/// <summary>A wish to write: what the client knows of the streams, when it happened, and how to decide.</summary>
/// <param name="Expected">Version by stream as the client last saw it; null writes whatever the version.</param>
/// <param name="Request">The request as it was sent, to tell a repeated one from another under the same id.</param>
/// <param name="Decide">Pure: from the state to an entry or a refusal.</param>
public sealed record Wish(string Id, string Request, IReadOnlyDictionary<string, long?> Expected, DateTimeOffset OccurredAt, string By, Func<Ledger, Decision> Decide);

/// <summary>
/// The journal on disk and the ledger in memory. One writer; one transaction for entry and projections: begin immediate,
/// same id?, version?, decide, append and project, commit.
/// </summary>
public sealed class JournalStore : IDisposable
{
    private readonly DbContextOptions<SpoliumDb> options;
    private readonly TimeProvider time;
    private readonly SemaphoreSlim writer = new(1, 1);
    private readonly FolderLock folder;
    private volatile Ledger ledger = Ledger.Empty;

    // A write broke off: nobody knows whether it reached the disk until it has been looked at.
    private bool unsure;

    private JournalStore(DbContextOptions<SpoliumDb> options, TimeProvider time, FolderLock folder)
    {
        this.options = options;
        this.time = time;
        this.folder = folder;
    }

    /// <summary>What the journal tells now. Immutable: a reader keeps what it has.</summary>
    public Ledger Ledger => ledger;

    /// <summary>Opens or makes a database, replays its journal, and rebuilds projections that are behind or of an older shape.</summary>
    /// <exception cref="CannotOpenException">The folder is open elsewhere, or the file is not what it should be: in one sentence.</exception>
    public static JournalStore Open(string file, TimeProvider time)
    {
        var folder = FolderLock.Take(Path.GetDirectoryName(Path.GetFullPath(file))!, time);
        var store = new JournalStore(SpoliumDb.At(file), time, folder);
        try
        {
            store.Begin();
            return store;
        }
        catch (Exception e) when (CannotOpenException.Of(file, e) is { } why)
        {
            store.Dispose();
            throw why;
        }
    }

    private void Begin()
    {
        using var db = Connect();
        db.Database.Migrate();
        ledger = Ledger.Of(Read());
        var state = db.Projections.AsNoTracking().FirstOrDefault();
        var last = db.Entries.Max(e => (long?)e.Seq) ?? 0;
        if (last > 0 && (state is null || state.Seq != last || state.Version != Projector.Version))
            Rebuild();
    }

    public SpoliumDb Connect() => new(options);

    /// <summary>All entries, oldest first.</summary>
    public IReadOnlyList<Entry> Read()
    {
        using var db = Connect();
        var streams = db.Streams.AsNoTracking().AsEnumerable().ToLookup(s => s.Seq);
        return [.. db.Entries.AsNoTracking().OrderBy(e => e.Seq).AsEnumerable().Select(e => new Entry(
            e.Id, [.. streams[e.Seq].Select(s => new StreamVersion(s.Stream, s.Version))],
            new DateTimeOffset(e.OccurredTicks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(e.OccurredOffsetMinutes)),
            new DateTimeOffset(e.RecordedTicks, TimeSpan.Zero), e.By, EntryJson.Read(e.Kind, e.Schema, e.Json)))];
    }

    /// <summary>Writes one entry, or says why not.</summary>
    public async Task<Written> Write(Wish wish, CancellationToken cancel = default)
    {
        await writer.WaitAsync(cancel);
        try
        {
            if (unsure)
                Look();
            var now = ledger;
            if (now.State.Entries.Find(wish.Id) is { } same)
                return Repeated(wish, same);
            foreach (var (stream, expected) in wish.Expected)
                if (expected is { } version && version != now.State.Version(stream))
                    return new Written.Stale(stream, now.State.Version(stream), [.. now.State.Entries.Naming(stream).Where(e => e.Streams.Any(s => s.Stream == stream && s.Version > version))]);
            var decision = wish.Decide(now);
            if (decision.Body is not { } body)
                return new Written.Refused(decision.Errors);
            if (Claims.Refuse(now.State, body) is { Count: > 0 } taken)
                return new Written.Refused(taken);
            var entry = new Entry(wish.Id, [.. wish.Expected.Keys.Select(s => new StreamVersion(s, now.State.Version(s) + 1))], wish.OccurredAt, time.GetUtcNow(), wish.By, body);
            var (next, posted) = now.Next(entry);
            unsure = true;
            Append(now, next, entry, posted, wish.Request);
            (ledger, unsure) = (next, false);
            return new Written.Done(entry, false);
        }
        finally
        {
            writer.Release();
        }
    }

    // What reached the disk counts, whatever became of the answer.
    private void Look()
    {
        var there = Read();
        ledger = there.Skip(ledger.State.Entries.Count).Aggregate(ledger, (l, e) => l.With(e));
        unsure = false;
    }

    /// <summary>Writes entries that were made elsewhere (the demo), in order, in one transaction.</summary>
    public void Import(IEnumerable<Entry> entries)
    {
        writer.Wait();
        try
        {
            using var db = Connect();
            using var transaction = db.Database.BeginTransaction();
            var before = ledger;
            var list = entries.ToList();
            var rows = list.Select(e => Row(e, EntryJson.Write(e.Body))).ToList();
            db.Entries.AddRange(rows);
            db.SaveChanges();
            db.Streams.AddRange(list.Zip(rows).SelectMany(p => Streams(p.First, p.Second)));
            var (after, posted) = Grown(before, list);
            Projector.Project(db, before, after, posted, rows[^1].Seq);
            db.SaveChanges();
            transaction.Commit();
            ledger = after;
        }
        finally
        {
            writer.Release();
        }
    }

    private static (Ledger After, IReadOnlyList<Posting> Posted) Grown(Ledger before, IEnumerable<Entry> entries)
    {
        var all = new List<Posting>();
        foreach (var entry in entries)
        {
            var (after, posted) = before.Next(entry);
            before = after;
            all.AddRange(posted);
        }
        return (before, all);
    }

    /// <summary>Drops the projections and makes them again from the journal.</summary>
    public void Rebuild()
    {
        using var db = Connect();
        using var transaction = db.Database.BeginTransaction();
        Projector.Clear(db);
        var (all, posted) = Grown(Ledger.Empty, Read());
        Projector.Project(db, Ledger.Empty, all, posted, db.Entries.Max(e => (long?)e.Seq) ?? 0);
        db.SaveChanges();
        transaction.Commit();
    }

    /// <summary>Goes the way of a write and keeps nothing of it: what the runtime compiles for it is compiled before somebody waits.</summary>
    public void Rehearse()
    {
        writer.Wait();
        try
        {
            if (ledger.State.Batches.Values.Where(b => b.ClosedAt is not null).MaxBy(b => b.ClosedAt) is not { } closed)
                return;
            var entry = ledger.State.Entries.Last! with { Id = Guid.NewGuid().ToString(), Streams = [new("rehearsal", 1)] };
            var without = ledger with { State = ledger.State with { Batches = ledger.State.Batches.Remove(closed.Id) } };
            Append(without, ledger, entry, [], "", keep: false);
        }
        finally
        {
            writer.Release();
        }
    }

    // Compared by what was asked, not by what was decided: a plan that was frozen into an entry may come out otherwise today.
    private Written Repeated(Wish wish, Entry same)
    {
        using var db = Connect();
        return db.Entries.AsNoTracking().Single(e => e.Id == wish.Id).Hash == EntryJson.Hash(wish.Request) ? new Written.Done(same, true) : new Written.OtherBody(wish.Id);
    }

    private void Append(Ledger now, Ledger next, Entry entry, IReadOnlyList<Posting> posted, string request, bool keep = true)
    {
        using var db = Connect();
        using var transaction = db.Database.BeginTransaction();
        var row = Row(entry, request);
        db.Entries.Add(row);
        db.SaveChanges();
        db.Streams.AddRange(Streams(entry, row));
        Projector.Project(db, now, next, posted, row.Seq);
        db.SaveChanges();
        if (keep)
            transaction.Commit();
    }

    private static EntryRow Row(Entry entry, string request) => new()
    {
        Id = entry.Id,
        OccurredTicks = entry.OccurredAt.UtcTicks,
        OccurredOffsetMinutes = (int)entry.OccurredAt.Offset.TotalMinutes,
        RecordedTicks = entry.RecordedAt.UtcTicks,
        By = entry.By,
        Kind = EntryJson.KindOf(entry.Body),
        Schema = EntryJson.Schema,
        Json = EntryJson.Write(entry.Body),
        Hash = EntryJson.Hash(request),
    };

    private static IEnumerable<EntryStreamRow> Streams(Entry entry, EntryRow row) => entry.Streams.Select(s => new EntryStreamRow { Stream = s.Stream, Version = s.Version, Seq = row.Seq });

    public void Dispose()
    {
        writer.Dispose();
        folder.Dispose();
    }
}
