using Microsoft.EntityFrameworkCore;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Journal;
using Spolium.Core.Records;
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

    /// <summary>The journal is not what was written: nothing is added until somebody has looked at it.</summary>
    public sealed record Broken(IReadOnlyList<ChainBreak> Breaks) : Written;
}

/// <summary>A wish to write: what the client knows of the streams, when it happened, and how to decide.</summary>
/// <param name="Expected">Version by stream as the client last saw it; null writes whatever the version.</param>
/// <param name="Request">The request as it was sent, to tell a repeated one from another under the same id.</param>
/// <param name="Decide">Pure: from the state to an entry or a refusal.</param>
/// <param name="MendsBreak">It gives the word to go on behind a break of the journal.</param>
public sealed record Wish(string Id, string Request, IReadOnlyDictionary<string, long?> Expected, DateTimeOffset OccurredAt, string By, Func<Ledger, Decision> Decide, bool MendsBreak = false);

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
    private readonly string file;
    private readonly ChainHead headFile;
    private SpoliumDb? held;
    private volatile Ledger ledger = Ledger.Empty;
    private volatile IReadOnlyList<ChainBreak> breaks = [];
    private byte[] head = Chain.Start;

    // A write broke off: nobody knows whether it reached the disk until it has been looked at.
    private bool unsure;

    private JournalStore(string file, TimeProvider time, FolderLock folder)
    {
        options = SpoliumDb.At(file);
        this.file = file;
        headFile = new(file + ".head");
        this.time = time;
        this.folder = folder;
    }

    /// <summary>Of this folder since it was made or restored: an open page tells by it that it looks at another past.</summary>
    public string Shop { get; private set; } = "";

    /// <summary>What the journal tells now. Immutable: a reader keeps what it has.</summary>
    public Ledger Ledger => ledger;

    /// <summary>Opens or makes a database, replays its journal, and rebuilds projections that are behind or of an older shape.</summary>
    /// <param name="tell">Is told what is done with a folder of an earlier version.</param>
    /// <exception cref="CannotOpenException">The folder is open elsewhere, or the file is not what it should be: in one sentence.</exception>
    public static JournalStore Open(string file, TimeProvider time, Action<string>? tell = null)
    {
        var folder = FolderLock.Take(Path.GetDirectoryName(Path.GetFullPath(file))!, time);
        var store = new JournalStore(file, time, folder);
        try
        {
            store.Begin(tell ?? (_ => { }));
            return store;
        }
        catch (Exception e) when (CannotOpenException.Of(file, e) is { } why)
        {
            store.Dispose();
            throw why;
        }
    }

    private void Begin(Action<string> tell)
    {
        Migrating.Bring(file, time, tell);
        using var db = Connect();
        // While one connection stands open, the others neither write the log back nor take it away when they close.
        held = Connect();
        held.Database.OpenConnection();
        var (rows, streams) = Rows(db);
        List<Entry> entries = [.. rows.Select(r => ToEntry(r, streams[r.Seq]))];
        breaks = [.. Verifying.Broken(rows, streams, headFile.Read()).Where(b => !Verifying.Accepted(entries, b))];
        if (rows.Count > 0)
            head = rows[^1].Chain!;
        if (breaks.Count == 0 && rows.Count > 0)
            headFile.Write(rows[^1].Seq, head);
        ledger = Ledger.Of(entries);
        var restored = Path.Combine(Path.GetDirectoryName(Path.GetFullPath(file))!, "restored.txt");
        Shop = File.Exists(restored) ? File.ReadAllText(restored) : "";
        var state = db.Projections.AsNoTracking().FirstOrDefault();
        var last = db.Entries.Max(e => (long?)e.Seq) ?? 0;
        if (last > 0 && (state is null || state.Seq != last || state.Version != Projector.Version))
            Rebuild();
    }

    public SpoliumDb Connect() => new(options);

    /// <summary>The plan that a step was begun with, every figure with its working; null where it has not begun.</summary>
    public FrozenPlan? PlanOf(BatchState batch, string stepId)
    {
        if (batch.Step(stepId) is not { Plan: { } begun })
            return null;
        using var db = Connect();
        if (begun.Sha256 is { } sha256)
            return PlanShelf.Find(db, sha256);
        // It stands in the entry of an earlier version itself, or in the file that the batch came with.
        var entry = ledger.State.Entries.Of(Entry.BatchStream(batch.Id)).LastOrDefault(e => e.Body is StepBegun s && s.StepId == stepId || e.Body is SentOut o && o.StepId == stepId);
        return entry is null || entry.Brought ? null : PlanShelf.In(db, entry.Id);
    }

    /// <summary>A batch as a file that stands by itself, with the plans of its steps.</summary>
    public BatchFile FileOf(BatchState batch)
    {
        using var db = Connect();
        return BatchFiles.Of(ledger.State, batch, sha256 => PlanShelf.Find(db, sha256));
    }

    /// <summary>Places where the journal is not what was written, and nobody gave the word yet; empty as a rule.</summary>
    public IReadOnlyList<ChainBreak> Breaks => breaks;

    /// <summary>All entries, oldest first.</summary>
    public IReadOnlyList<Entry> Read()
    {
        using var db = Connect();
        var (rows, streams) = Rows(db);
        return [.. rows.Select(r => ToEntry(r, streams[r.Seq]))];
    }

    internal static (List<EntryRow> Rows, ILookup<long, EntryStreamRow> Streams) Rows(SpoliumDb db) =>
        ([.. db.Entries.AsNoTracking().OrderBy(e => e.Seq)], db.Streams.AsNoTracking().AsEnumerable().ToLookup(s => s.Seq));

    /// <exception cref="UnknownEntryException">The kind of the entry, or its schema, is not known.</exception>
    internal static Entry ToEntry(EntryRow e, IEnumerable<EntryStreamRow> streams) => PlanShelf.Without(new(e.Id, [.. streams.Select(s => new StreamVersion(s.Stream, s.Version))],
        new DateTimeOffset(e.OccurredTicks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(e.OccurredOffsetMinutes)), new DateTimeOffset(e.RecordedTicks, TimeSpan.Zero), e.By, EntryJson.Read(e.Kind, e.Schema, e.Json)));

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
            if (breaks.Count > 0 && !wish.MendsBreak)
                return new Written.Broken(breaks);
            foreach (var (stream, expected) in wish.Expected)
                if (expected is { } version && version != now.State.Version(stream))
                    return new Written.Stale(stream, now.State.Version(stream), [.. now.State.Entries.Naming(stream).Where(e => e.Streams.Any(s => s.Stream == stream && s.Version > version))]);
            var decision = wish.Decide(now);
            if (decision.Body is not { } body)
                return new Written.Refused(decision.Errors);
            if (Claims.Refuse(now.State, body) is { Count: > 0 } taken)
                return new Written.Refused(taken);
            var entry = new Entry(wish.Id, [.. wish.Expected.Keys.Select(s => new StreamVersion(s, now.State.Version(s) + 1))], wish.OccurredAt, time.GetUtcNow(), wish.By, body);
            var (next, posted) = now.Next(PlanShelf.Without(entry));
            unsure = true;
            Append(now, next, entry, posted, wish.Request);
            (ledger, unsure) = (next, false);
            if (entry.Body is BreakAccepted accepted)
                breaks = [.. breaks.Where(b => b.Seq != accepted.Seq)];
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
        using var db = Connect();
        var (rows, streams) = Rows(db);
        List<Entry> there = [.. rows.Select(r => ToEntry(r, streams[r.Seq]))];
        head = rows.Count > 0 ? rows[^1].Chain! : Chain.Start;
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
            var seq = db.Entries.Max(e => (long?)e.Seq) ?? 0;
            var (last, rows) = (head, new List<EntryRow>());
            foreach (var entry in list)
            {
                var row = Row(entry, EntryJson.Write(entry.Body), ++seq);
                List<EntryStreamRow> streams = [.. Streams(entry, row)];
                row.Chain = last = Chain.Next(last, row, streams);
                rows.Add(row);
                db.Streams.AddRange(streams);
                PlanShelf.Put(db, entry);
            }
            db.Entries.AddRange(rows);
            var (after, posted) = Grown(before, list.Select(PlanShelf.Without));
            Projector.Project(db, before, after, posted, rows[^1].Seq);
            db.SaveChanges();
            transaction.Commit();
            (ledger, head) = (after, last);
            headFile.Write(seq, head);
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
        var row = Row(entry, request, (db.Entries.Max(e => (long?)e.Seq) ?? 0) + 1);
        List<EntryStreamRow> streams = [.. Streams(entry, row)];
        row.Chain = Chain.Next(head, row, streams);
        db.Entries.Add(row);
        db.Streams.AddRange(streams);
        PlanShelf.Put(db, entry);
        Projector.Project(db, now, next, posted, row.Seq);
        db.SaveChanges();
        if (!keep)
            return;
        transaction.Commit();
        head = row.Chain;
        // After the entry, never before it: the file may lag.
        headFile.Write(row.Seq, head);
    }

    internal static EntryRow Row(Entry entry, string request, long seq) => new()
    {
        Seq = seq,
        Id = entry.Id,
        OccurredTicks = entry.OccurredAt.UtcTicks,
        OccurredOffsetMinutes = (int)entry.OccurredAt.Offset.TotalMinutes,
        RecordedTicks = entry.RecordedAt.UtcTicks,
        By = entry.By,
        Kind = EntryJson.KindOf(entry.Body),
        Schema = EntryJson.SchemaOf(entry.Body),
        Json = EntryJson.Write(entry.Body),
        Hash = EntryJson.Hash(request),
    };

    internal static IEnumerable<EntryStreamRow> Streams(Entry entry, EntryRow row) => entry.Streams.Select(s => new EntryStreamRow { Stream = s.Stream, Version = s.Version, Seq = row.Seq });

    public void Dispose()
    {
        writer.Dispose();
        held?.Dispose();
        folder.Dispose();
    }
}
