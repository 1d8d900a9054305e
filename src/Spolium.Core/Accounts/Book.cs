using System.Collections.Immutable;

namespace Spolium.Core.Accounts;

/// <summary>The metal book: all postings, and what stands on each account by element in micrograms.</summary>
public sealed record Book(ImmutableList<Posting> Postings, ImmutableDictionary<(string Account, string Element), long> Balances)
{
    public static readonly Book Empty = new([], ImmutableDictionary<(string, string), long>.Empty);

    public Book Post(IEnumerable<Posting> more)
    {
        var postings = Postings.ToBuilder();
        var balances = Balances.ToBuilder();
        foreach (var p in more)
        {
            postings.Add(p);
            balances[(p.Account, p.Element)] = balances.GetValueOrDefault((p.Account, p.Element)) + p.Micrograms;
        }
        return new(postings.ToImmutable(), balances.ToImmutable());
    }

    /// <summary>Grams of an element on an account.</summary>
    public double Grams(string account, string element) => Balances.GetValueOrDefault((account, element)) / 1e6;

    public IEnumerable<string> ElementsOn(string account) => Balances.Where(b => b.Key.Account == account && b.Value != 0).Select(b => b.Key.Element);

    /// <summary>Postings of one account and element, oldest first.</summary>
    public IEnumerable<Posting> Of(string account, string element) => Postings.Where(p => p.Account == account && p.Element == element);
}
