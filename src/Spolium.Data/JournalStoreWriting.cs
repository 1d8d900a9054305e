using Microsoft.Data.Sqlite;
using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Workshop;

namespace Spolium.Data;

/// <summary>Writing: a wish is decided, checked against what was read meanwhile, and appended once.</summary>
public sealed partial class JournalStore
{
    /// <summary>
    /// Writes one entry, or says why not. It is decided outside of the lock; inside, what was looked at is asked for again, and where it
    /// moved the wish is decided anew. Who was overtaken several times is decided inside, where nothing moves: nobody is turned away
    /// because others write.
    /// </summary>
    public async Task<Written> Write(Wish wish, CancellationToken cancel = default)
    {
        for (var tries = 0; tries < TriesOutside; tries++)
        {
            if (unsure)
                await Locked(() => unsure, cancel);
            var then = ledger;
            if (Outright(wish, then) is { } outright)
                return outright;
            var reads = new Reads();
            var decision = wish.Decide(then.Watched(reads));
            if (decision.Body is null)
                return new Written.Refused(decision.Errors);
            if (
                await Locked(() => Outright(wish, ledger) ?? (then.Moved(reads, ledger) ? null : Write(wish, decision)), cancel) is
                { } written
            )
                return written;
        }
        return await Locked(() => Outright(wish, ledger) ?? Write(wish, wish.Decide(ledger)), cancel);
    }

    // One at a time; a write that broke off before is looked at first.
    private async Task<T> Locked<T>(Func<T> act, CancellationToken cancel)
    {
        await writer.WaitAsync(cancel);
        try
        {
            if (unsure)
                Look();
            return act();
        }
        finally
        {
            writer.Release();
        }
    }

    /// <summary>How often a wish is decided while others write what it looks at.</summary>
    private const int TriesOutside = 3;

    // What needs no decision: written before, not while the journal is broken, overtaken.
    private Written? Outright(Wish wish, Ledger now)
    {
        if (now.State.Entries.Find(wish.Id) is { } same)
            return Repeated(wish, same);
        if (breaks.Count > 0 && !wish.MendsBreak)
            return new Written.Broken(breaks);
        foreach (var (stream, expected) in wish.Expected)
            if (expected is { } version && version != now.State.Version(stream))
                return new Written.Stale(
                    stream,
                    now.State.Version(stream),
                    [.. now.State.Entries.Naming(stream).Where(e => e.Streams.Any(s => s.Stream == stream && s.Version > version))]
                );
        return null;
    }

    private Written Write(Wish wish, Decision decision)
    {
        if (decision.Body is not { } body)
            return new Written.Refused(decision.Errors);
        var now = ledger;
        if (Claims.Refuse(now.State, body) is { Count: > 0 } taken)
            return new Written.Refused(taken);
        var entry = new Entry(
            wish.Id,
            [.. wish.Expected.Keys.Select(s => new StreamVersion(s, now.State.Version(s) + 1))],
            wish.OccurredAt,
            time.GetUtcNow(),
            wish.By,
            body
        );
        var (next, posted, touched) = now.Next(PlanShelf.Without(entry));
        unsure = true;
        Append(now, next, entry, posted, touched, wish.Request);
        (ledger, unsure) = (next.State.Entries.InMemory < MostInMemory ? next : At(seq), false);
        if (entry.Body is BreakAccepted accepted)
            breaks = [.. breaks.Where(b => b.Seq != accepted.Seq)];
        return new Written.Done(entry, false);
    }

    /// <summary>Entries that were written since the start; then what is at rest by now is let go of.</summary>
    private const int MostInMemory = 5000;

    // What reached the disk counts, whatever became of the answer.
    private void Look()
    {
        using var db = Connect();
        var last = db.Entries.AsNoTracking().OrderByDescending(e => e.Seq).FirstOrDefault();
        (seq, head) = (last?.Seq ?? 0, last?.Chain ?? Chain.Start);
        ledger = At(seq);
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
            var (last, number, after, written) = (head, seq, ledger, new List<Projected>());
            foreach (var entry in entries)
            {
                var row = Row(entry, "", ++number);
                List<EntryStreamRow> streams = [.. Streams(entry, row)];
                row.Chain = last = Chain.Next(last, row, streams);
                db.Entries.Add(row);
                db.Streams.AddRange(streams);
                PlanShelf.Put(db, entry);
                after = Grown(after, PlanShelf.Without(entry), number, written);
            }
            Projector.Project(db, ledger, after, written);
            db.SaveChanges();
            transaction.Commit();
            (ledger, head, seq) = (after.State.Entries.InMemory < MostInMemory ? after : At(number), last, number);
            headFile.Write(seq, head);
        }
        finally
        {
            writer.Release();
        }
    }

    private static Ledger Grown(Ledger before, Entry entry, long number, List<Projected> written)
    {
        var (after, posted, touched) = before.Next(entry);
        written.Add(new(number, after.State.Entries.Last!, posted, touched));
        return after;
    }

    /// <summary>Drops the projections and makes them again from the journal, a page of entries at a time.</summary>
    /// <param name="tell">Is told how far it has come.</param>
    public void Rebuild(Action<string>? tell = null)
    {
        using var db = Connect();
        using var transaction = db.Database.BeginTransaction();
        Projector.Clear(db);
        var archive = new Archive(new Connections((SqliteConnection)db.Database.GetDbConnection()));
        var (ledger, all) = (Core.Workshop.Ledger.Empty, db.Entries.Count());
        var (done, seqOf) = (0, 0L);
        while (true)
        {
            var page = archive.Page(seqOf, MostInMemory);
            if (page.Count == 0)
                break;
            var (before, written) = (ledger, new List<Projected>());
            foreach (var entry in page)
                ledger = Grown(ledger, entry, EntryLog.SeqOf(entry.Order), written);
            Projector.Project(db, before, ledger, written);
            db.SaveChanges();
            db.ChangeTracker.Clear();
            (done, seqOf) = (done + page.Count, written[^1].Seq);
            if (all > MostInMemory)
                tell?.Invoke($"{done} of {all} entries read again");
            ledger = Opened(archive, seqOf);
        }
        transaction.Commit();
    }

    /// <summary>Goes the way of a write and keeps nothing of it: what the runtime compiles for it is compiled before somebody
    /// waits.</summary>
    public void Rehearse()
    {
        writer.Wait();
        try
        {
            using var db = Connect();
            if (
                db.Batches.Where(b => b.ClosedTicks != null).OrderByDescending(b => b.ClosedTicks).Select(b => b.Id).FirstOrDefault()
                is not { } closed
            )
                return;
            var entry = ledger.State.Entries.Last! with { Id = Guid.NewGuid().ToString(), Streams = [new("rehearsal", 1)] };
            var without = ledger with { State = ledger.State with { Batches = ledger.State.Batches.Remove(closed) } };
            Append(without, ledger, entry, [], [Entry.BatchStream(closed)], "", keep: false);
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
        return db.Entries.AsNoTracking().Single(e => e.Id == wish.Id).Hash == EntryJson.Hash(wish.Request)
            ? new Written.Done(same, true)
            : new Written.OtherBody(wish.Id);
    }

    private void Append(
        Ledger now,
        Ledger next,
        Entry entry,
        IReadOnlyList<Posting> posted,
        IReadOnlyList<string> touched,
        string request,
        bool keep = true
    )
    {
        using var db = Connect();
        using var transaction = db.Database.BeginTransaction();
        var row = Row(entry, request, seq + 1);
        List<EntryStreamRow> streams = [.. Streams(entry, row)];
        row.Chain = Chain.Next(head, row, streams);
        db.Entries.Add(row);
        db.Streams.AddRange(streams);
        PlanShelf.Put(db, entry);
        Projector.Project(db, now, next, [new(row.Seq, entry, posted, touched)]);
        db.SaveChanges();
        if (!keep)
            return;
        Passing?.Invoke("saved");
        transaction.Commit();
        Passing?.Invoke("committed");
        (head, seq) = (row.Chain, row.Seq);
        // After the entry, never before it: the file may lag.
        headFile.Write(row.Seq, head);
        Passing?.Invoke("told");
    }

    internal static EntryRow Row(Entry entry, string request, long seq) =>
        new()
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

    internal static IEnumerable<EntryStreamRow> Streams(Entry entry, EntryRow row) =>
        entry.Streams.Select(s => new EntryStreamRow
        {
            Stream = s.Stream,
            Version = s.Version,
            Seq = row.Seq,
        });

    public void Dispose()
    {
        if (leaving.IsCancellationRequested)
            return;
        writer.Dispose();
        // Who ends the program does not wait for a look at twenty years.
        leaving.Cancel();
        Looked.ContinueWith(_ => { }, TaskScheduler.Default).Wait();
        lent.Dispose();
        held?.Dispose();
        folder?.Dispose();
    }
}
