namespace Spolium.Core.Journal;

/// <summary>Names that stand for one thing in a shop.</summary>
public enum Space
{
    Lot,
    LotCode,
    Batch,
    BatchCode,
    Bottle,
    Vessel,
    Pool,
    PoolCode,
    Plan,
    Kept,
    Prices,
}

/// <summary>
/// The older part of a journal, which stands on the disk and is read when somebody asks. Everything is told as it stood with a given entry:
/// what is written later does not change it.
/// </summary>
public interface IArchive
{
    /// <summary>Entries that touch a stream, oldest first, each with its place in the order.</summary>
    /// <param name="until">Number of the last entry that counts.</param>
    IReadOnlyList<Entry> Of(string stream, long until);

    /// <summary>The first of them.</summary>
    Entry? First(string stream, long until);

    Entry? Find(string id, long until);

    /// <summary>Entry with a number, the first one from there on; null behind the last.</summary>
    Entry? At(long seq);

    IEnumerable<Entry> All(long until);

    long Count(long until);

    /// <summary>Highest version of a stream; 0 where nothing names it.</summary>
    long Version(string stream, long until);

    /// <summary>Something has the name now, in letters of either size.</summary>
    bool IsTaken(Space space, string name);
}
