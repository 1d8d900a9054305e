using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Workshop;

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

    public sealed record Refused(IReadOnlyList<Core.Quantities.FieldError> Errors) : Written;

    /// <summary>The journal is not what was written: nothing is added until somebody has looked at it.</summary>
    public sealed record Broken(IReadOnlyList<ChainBreak> Breaks) : Written;
}

/// <summary>A wish to write: what the client knows of the streams, when it happened, and how to decide.</summary>
/// <param name="Expected">Version by stream as the client last saw it; null writes whatever the version.</param>
/// <param name="Request">The request as it was sent, to tell a repeated one from another under the same id.</param>
/// <param name="Decide">Pure: from the state to an entry or a refusal.</param>
/// <param name="MendsBreak">It gives the word to go on behind a break of the journal.</param>
public sealed record Wish(
    string Id,
    string Request,
    IReadOnlyDictionary<string, long?> Expected,
    DateTimeOffset OccurredAt,
    string By,
    Func<Ledger, Decision> Decide,
    bool MendsBreak = false
);

/// <summary>
/// The journal on disk and the ledger in memory. A wish is decided beside the others; then one writes at a time: same id?, version?, has
/// moved what it looked at?, is taken what it claims? One transaction for entry and projections.
/// </summary>
public sealed partial class JournalStore : IDisposable
{
    private readonly DbContextOptions<SpoliumDb> options;
    private readonly TimeProvider time;
    private readonly SemaphoreSlim writer = new(1, 1);
    private readonly FolderLock? folder;
    private readonly string file;
    private readonly ChainHead headFile;
    private readonly Connections lent;
    private readonly CancellationTokenSource leaving = new();
    private SpoliumDb? held;
    private volatile Ledger ledger = Ledger.Empty;
    private volatile IReadOnlyList<ChainBreak> breaks = [];
    private byte[] head = Chain.Start;

    // Number of the last entry.
    private long seq;

    // A write broke off: nobody knows whether it reached the disk until it has been looked at.
    private volatile bool unsure;

    private JournalStore(string file, TimeProvider time, FolderLock? folder)
    {
        options = SpoliumDb.At(file);
        this.file = file;
        headFile = new(file + ".head");
        lent = new(file);
        this.time = time;
        this.folder = folder;
    }

    /// <summary>Of this folder since it was made or restored: an open page tells by it that it looks at another past.</summary>
    public string Shop { get; private set; } = "";

    /// <summary>Of the machine that it stands on: its days are those of the shop.</summary>
    public TimeZoneInfo Zone => time.LocalTimeZone;

    /// <summary>What the journal tells now. Immutable: a reader keeps what it has.</summary>
    public Ledger Ledger => ledger;

    /// <summary>Opens or makes a database, replays its journal, and rebuilds projections that are behind or of an older shape.</summary>
    /// <param name="tell">Is told what is done with a folder of an earlier version.</param>
    /// <exception cref="CannotOpenException">The folder is open elsewhere, or the file is not what it should be: in one
    /// sentence.</exception>
    public static JournalStore Open(string file, TimeProvider time, Action<string>? tell = null)
    {
        var folder = FolderLock.Take(Path.GetDirectoryName(Path.GetFullPath(file))!, time);
        var store = new JournalStore(file, time, folder);
        try
        {
            Migrating.Bring(file, time, tell ?? (_ => { }));
            store.Begin(tell ?? (_ => { }));
            return store;
        }
        catch (Exception e) when (CannotOpenException.Of(file, e) is { } why)
        {
            store.Dispose();
            throw why;
        }
    }

    /// <summary>Opens a copy that nobody else knows of: nothing is locked, and its shape is that of this version.</summary>
    internal static JournalStore OnCopy(string file, TimeProvider time, Action<string> tell)
    {
        var store = new JournalStore(file, time, null);
        store.Begin(tell);
        return store;
    }

    private void Begin(Action<string> tell)
    {
        using var db = Connect();
        // While one connection stands open, the others neither write the log back nor take it away when they close.
        held = Connect();
        held.Database.OpenConnection();
        var restored = Path.Combine(Path.GetDirectoryName(Path.GetFullPath(file))!, "restored.txt");
        Shop = File.Exists(restored) ? File.ReadAllText(restored) : "";
        var last = db.Entries.Max(e => (long?)e.Seq) ?? 0;
        LookAtChain(db, last);
        // An entry that this version cannot read stops it here, and not in the middle of somebody's work.
        _ = new Archive(lent).Page(Math.Max(0, last - AtOnce), (int)AtOnce);
        var state = db.Projections.AsNoTracking().FirstOrDefault();
        // Lists tell what the journal tells, also of one that was changed behind its back.
        if (last > 0 && (state is null || state.Seq != last || state.Version != Projector.Version || breaks.Count > 0))
            Rebuild(tell);
        ledger = At(last);
    }

    // The end of the chain is looked at before anybody waits for it, the rest beside the work; a small journal at once.
    private void LookAtChain(SpoliumDb db, long last)
    {
        breaks = [.. Verifying.Broken(db, Math.Max(0, last - AtOnce), headFile.Read())];
        seq = last;
        head = db.Entries.AsNoTracking().Where(e => e.Seq == last).Select(e => e.Chain).FirstOrDefault() ?? Chain.Start;
        if (breaks.Count == 0 && last > 0)
            headFile.Write(last, head);
        Looked = last <= AtOnce ? Task.CompletedTask : Task.Run(LookAtAll);
    }

    private async Task LookAtAll()
    {
        // Whoever opens the shop wants its first page first.
        await Task.Delay(LooksAfter, leaving.Token);
        using var beside = Connect();
        var found = Verifying.Broken(beside, 0, headFile.Read(), leaving.Token);
        // Somebody may have given the word meanwhile.
        breaks = [.. found.Where(b => !Verifying.Accepted(ledger.State.Entries.Of(Entry.JournalStream), b))];
    }

    private static readonly TimeSpan LooksAfter = TimeSpan.FromSeconds(3);

    /// <summary>Entries at the end of the journal that are looked at before it is opened.</summary>
    private const long AtOnce = 2000;

    /// <summary>Done when every entry of the chain has been looked at since the start.</summary>
    public Task Looked { get; private set; } = Task.CompletedTask;

    /// <summary>What the journal told with an entry: what is at work now is held, all else is folded when it is asked for.</summary>
    private Ledger At(long seq) => seq == 0 ? Ledger.Empty : Opened(new(lent), seq);

    private static Ledger Opened(Archive archive, long seq) =>
        new(Replay.Opened(EntryLog.On(archive, seq), archive.AtWork(), archive.Practice()), Book.On(archive, seq));

    /// <summary>What the journal told before an entry of it, found by what is asked for: nothing is held, so that no list is
    /// whole.</summary>
    public Ledger Before(Entry entry)
    {
        var seq = EntryLog.SeqOf(entry.Order) - 1;
        return entry.Brought
            ? Ledger.Of(ledger.State.Entries.TakeWhile(e => e.Order < entry.Order))
            : new(Replay.Opened(EntryLog.On(new Archive(lent), seq), [], []), Book.On(new Archive(lent), seq));
    }

    /// <summary>Is told the points of a write as it passes them: where a crash may find it. For trying that alone.</summary>
    public Action<string>? Passing { get; set; }

    /// <summary>Lists of what is at rest too.</summary>
    public Lists Lists => new(this);

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
        var entry = ledger
            .State.Entries.Of(Entry.BatchStream(batch.Id))
            .LastOrDefault(e => e.Body is StepBegun s && s.StepId == stepId || e.Body is SentOut o && o.StepId == stepId);
        if (entry is null)
            return null;
        return !entry.Brought ? PlanShelf.In(db, entry.Id)
            : new Archive(lent).BringerOf(entry.Id) is { } bringer ? PlanShelf.InFile(db, bringer, entry.Id)
            : null;
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
    internal static Entry ToEntry(EntryRow e, IEnumerable<EntryStreamRow> streams) =>
        PlanShelf.Without(
            new(
                e.Id,
                [.. streams.Select(s => new StreamVersion(s.Stream, s.Version))],
                new DateTimeOffset(e.OccurredTicks, TimeSpan.Zero).ToOffset(TimeSpan.FromMinutes(e.OccurredOffsetMinutes)),
                new DateTimeOffset(e.RecordedTicks, TimeSpan.Zero),
                e.By,
                EntryJson.Read(e.Kind, e.Schema, e.Json)
            )
        );
}
