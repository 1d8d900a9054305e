using Spolium.Core.Accounts;
using Spolium.Core.Journal;

namespace Spolium.Core.Workshop;

/// <summary>What the journal tells and what the book holds, grown together entry by entry.</summary>
public sealed record Ledger(State State, Book Book)
{
    public static Ledger Empty => new(State.Empty, Book.Empty);

    public static Ledger Of(IEnumerable<Entry> entries) => entries.Aggregate(Empty, (l, e) => l.With(e));

    /// <exception cref="UnknownEntryException">Replay does not know the kind.</exception>
    public Ledger With(Entry entry) => Next(entry).After;

    /// <summary>The ledger as it would be with one more entry in a stream; nothing is written.</summary>
    public Ledger Foreseen(EntryBody body, string stream, DateTimeOffset at, string by) =>
        With(new("preview", [new(stream, State.Version(stream) + 1)], at, at, by, body));

    /// <summary>The same, and what is read of it is noted.</summary>
    public Ledger Watched(Reads by) => new(State.Watched(by), Book.Watched(by));

    /// <summary>Something that was looked at here is no longer so in a ledger that grew from this one, or nobody can tell.</summary>
    public bool Moved(Reads reads, Ledger now) =>
        now.State.Entries.Since(State.Entries.End) is not { } since
        || since.Any(x => x.Touched.Any(reads.Saw) || Posted(now, x.Entry).Any(p => reads.Saw(p.Account)))
        || reads.Saw(Reads.Practice) && !ReferenceEquals(State.Practice, now.State.Practice);

    // What came with a file posted under its own entries.
    private static IEnumerable<Posting> Posted(Ledger now, Entry entry) =>
        (entry.Body is BatchBroughtIn { File: var file } ? EntryLog.BroughtWith(entry, file).Append(entry) : [entry]).SelectMany(e =>
            now.Book.PostingsOf(e.Id)
        );

    /// <summary>The ledger after an entry, what it posted, and the streams that it touched.</summary>
    /// <exception cref="UnknownEntryException">Replay does not know the kind.</exception>
    public (Ledger After, IReadOnlyList<Posting> Posted, IReadOnlyList<string> Touched) Next(Entry entry)
    {
        var (state, touched) = Replay.Next(State, entry);
        var posted = Bookkeeper.Postings(State, state, Book, entry);
        return (new(state, Book.Post(posted)), posted, touched);
    }
}
