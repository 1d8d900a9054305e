using System.Collections.Immutable;

namespace Spolium.Core.Accounts;

/// <summary>The metal book: what stands on each account by element, in whole micrograms, and what each entry posted. Immutable.</summary>
public sealed class Book
{
    public static readonly Book Empty = new(ImmutableDictionary<string, ImmutableSortedDictionary<string, long>>.Empty, ImmutableDictionary<string, ImmutableList<Posting>>.Empty);

    private static readonly ImmutableSortedDictionary<string, long> Nothing = ImmutableSortedDictionary.Create<string, long>(StringComparer.Ordinal);

    private readonly ImmutableDictionary<string, ImmutableSortedDictionary<string, long>> accounts;
    private readonly ImmutableDictionary<string, ImmutableList<Posting>> byEntry;

    private Book(ImmutableDictionary<string, ImmutableSortedDictionary<string, long>> accounts, ImmutableDictionary<string, ImmutableList<Posting>> byEntry) => (this.accounts, this.byEntry) = (accounts, byEntry);

    public Book Post(IEnumerable<Posting> more)
    {
        var (standing, posted) = (accounts.ToBuilder(), byEntry.ToBuilder());
        foreach (var p in more)
        {
            var account = standing.GetValueOrDefault(p.Account) ?? Nothing;
            standing[p.Account] = account.SetItem(p.Element, account.GetValueOrDefault(p.Element) + p.Micrograms);
            posted[p.EntryId] = (posted.GetValueOrDefault(p.EntryId) ?? []).Add(p);
        }
        return new(standing.ToImmutable(), posted.ToImmutable());
    }

    public long Micrograms(string account, string element) => accounts.GetValueOrDefault(account)?.GetValueOrDefault(element) ?? 0;

    /// <summary>Grams of an element on an account.</summary>
    public double Grams(string account, string element) => Micrograms(account, element) / 1e6;

    /// <summary>Elements that stand on an account, in order of their symbols.</summary>
    public IEnumerable<string> ElementsOn(string account) => (accounts.GetValueOrDefault(account) ?? Nothing).Where(e => e.Value != 0).Select(e => e.Key);

    /// <summary>Elements that ever stood on an account.</summary>
    public IEnumerable<string> ElementsEverOn(string account) => (accounts.GetValueOrDefault(account) ?? Nothing).Keys;

    /// <summary>What an entry posted, in order.</summary>
    public IReadOnlyList<Posting> PostingsOf(string entryId) => byEntry.GetValueOrDefault(entryId) ?? [];

    /// <summary>All accounts by element; in no order.</summary>
    public IEnumerable<KeyValuePair<(string Account, string Element), long>> Balances => accounts.SelectMany(a => a.Value.Select(e => KeyValuePair.Create((a.Key, e.Key), e.Value)));

    /// <summary>All postings; those of one entry in order.</summary>
    public IEnumerable<Posting> Postings => byEntry.SelectMany(e => e.Value);
}
