using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>What the journal tells and what the book holds, grown together entry by entry.</summary>
public sealed record Ledger(State State, Book Book)
{
    public static readonly Ledger Empty = new(State.Empty, Book.Empty);

    public static Ledger Of(IEnumerable<Entry> entries) => entries.Aggregate(Empty, (l, e) => l.With(e));

    /// <exception cref="UnknownEntryException">Replay does not know the kind.</exception>
    public Ledger With(Entry entry) => new(Replay.Apply(State, entry), Book.Post(Bookkeeper.Postings(State, Book, entry)));
}
