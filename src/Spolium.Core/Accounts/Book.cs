using System.Collections.Immutable;
using Spolium.Core.Journal;

namespace Spolium.Core.Accounts;

/// <summary>The metal book: what stands on each account by element, in whole micrograms, and what each entry posted. Immutable; its older
/// part may stand on the disk.</summary>
public sealed class Book
{
    public static readonly Book Empty = new(
        ImmutableDictionary<string, ImmutableSortedDictionary<string, long>>.Empty,
        ImmutableDictionary<string, ImmutableList<Posting>>.Empty,
        null
    );

    private static readonly ImmutableSortedDictionary<string, long> Nothing = ImmutableSortedDictionary.Create<string, long>(
        StringComparer.Ordinal
    );

    /// <summary>Accounts and entries of the disk that are kept: a balance asks for the same ones many times.</summary>
    private const int Kept = 1024;

    // What moved since; the rest is asked for.
    private readonly ImmutableDictionary<string, ImmutableSortedDictionary<string, long>> accounts;
    private readonly ImmutableDictionary<string, ImmutableList<Posting>> byEntry;
    private readonly Older? older;

    private sealed class Older(IBookArchive archive, long until)
    {
        private readonly Recent<string, ImmutableSortedDictionary<string, long>> balances = new(Kept);
        private readonly Recent<string, IReadOnlyList<Posting>> postings = new(Kept);

        public ImmutableSortedDictionary<string, long> Balance(string account) =>
            balances.Get(account, a => Nothing.AddRange(archive.Balance(a, until)));

        public IReadOnlyList<Posting> PostingsOf(string entryId) => postings.Get(entryId, id => archive.PostingsOf(id, until));

        public IEnumerable<Posting> Postings => archive.Postings(until);
    }

    private readonly Reads? watching;

    private Book(
        ImmutableDictionary<string, ImmutableSortedDictionary<string, long>> accounts,
        ImmutableDictionary<string, ImmutableList<Posting>> byEntry,
        Older? older,
        Reads? watching = null
    ) => (this.accounts, this.byEntry, this.older, this.watching) = (accounts, byEntry, older, watching);

    /// <summary>The same, and accounts that are read of it are noted.</summary>
    internal Book Watched(Reads by) => new(accounts, byEntry, older, by);

    /// <summary>A book whose postings up to an entry stand in an archive.</summary>
    public static Book On(IBookArchive archive, long until) => new(Empty.accounts, Empty.byEntry, new(archive, until));

    public Book Post(IEnumerable<Posting> more)
    {
        var (standing, posted) = (accounts.ToBuilder(), byEntry.ToBuilder());
        foreach (var p in more)
        {
            var account = standing.GetValueOrDefault(p.Account) ?? older?.Balance(p.Account) ?? Nothing;
            standing[p.Account] = account.SetItem(p.Element, account.GetValueOrDefault(p.Element) + p.Micrograms);
            posted[p.EntryId] = (posted.GetValueOrDefault(p.EntryId) ?? []).Add(p);
        }
        return new(standing.ToImmutable(), posted.ToImmutable(), older, watching);
    }

    private ImmutableSortedDictionary<string, long> On(string account)
    {
        watching?.Note(account);
        return accounts.GetValueOrDefault(account) ?? older?.Balance(account) ?? Nothing;
    }

    public long Micrograms(string account, string element) => On(account).GetValueOrDefault(element);

    /// <summary>Grams of an element on an account.</summary>
    public double Grams(string account, string element) => Micrograms(account, element) / 1e6;

    /// <summary>Elements that stand on an account, in order of their symbols.</summary>
    public IEnumerable<string> ElementsOn(string account) => On(account).Where(e => e.Value != 0).Select(e => e.Key);

    /// <summary>Elements that ever stood on an account.</summary>
    public IEnumerable<string> ElementsEverOn(string account) => On(account).Keys;

    /// <summary>What an entry posted, in order.</summary>
    public IReadOnlyList<Posting> PostingsOf(string entryId) => byEntry.GetValueOrDefault(entryId) ?? older?.PostingsOf(entryId) ?? [];

    /// <summary>All accounts by element; in no order.</summary>
    public IEnumerable<KeyValuePair<(string Account, string Element), long>> Balances =>
        Postings.GroupBy(p => (p.Account, p.Element)).Select(g => KeyValuePair.Create(g.Key, g.Sum(p => p.Micrograms)));

    /// <summary>All postings; those of one entry in order.</summary>
    public IEnumerable<Posting> Postings
    {
        get
        {
            watching?.NoteEverything();
            return (older?.Postings ?? []).Concat(byEntry.SelectMany(e => e.Value));
        }
    }
}
