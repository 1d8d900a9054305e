namespace Spolium.Core.Accounts;

/// <summary>The metal book as it stands on the disk, read as it stood with a given entry.</summary>
public interface IBookArchive
{
    /// <summary>Micrograms on an account, by element.</summary>
    /// <param name="until">Number of the last entry that counts.</param>
    IEnumerable<KeyValuePair<string, long>> Balance(string account, long until);

    /// <summary>What an entry posted, in order.</summary>
    IReadOnlyList<Posting> PostingsOf(string entryId, long until);

    /// <summary>All postings, in order.</summary>
    IEnumerable<Posting> Postings(long until);
}
