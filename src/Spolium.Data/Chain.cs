using System.Buffers.Binary;
using System.Security.Cryptography;
using System.Text;

namespace Spolium.Data;

/// <summary>
/// Each entry carries a hash over itself and the one before it: a digit that is changed, an entry that is taken out of the middle, an order
/// that is turned shows at its place. It proves what happened to the file, not who wrote: no secret is in it.
/// </summary>
public static class Chain
{
    /// <summary>What stands before the first entry.</summary>
    public static readonly byte[] Start = new byte[SHA256.HashSizeInBytes];

    /// <summary>SHA-256 over the hash before, and over every column of the entry, each with its length before it.</summary>
    public static byte[] Next(byte[] before, EntryRow row, IEnumerable<EntryStreamRow> streams)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        hash.AppendData(before);
        Add(hash, row.Seq);
        Add(hash, row.Id);
        var named = streams.OrderBy(s => s.Stream, StringComparer.Ordinal).ToList();
        Add(hash, named.Count);
        foreach (var s in named)
        {
            Add(hash, s.Stream);
            Add(hash, s.Version);
        }
        Add(hash, row.OccurredTicks);
        Add(hash, row.RecordedTicks);
        Add(hash, row.OccurredOffsetMinutes);
        Add(hash, row.By);
        Add(hash, row.Kind);
        Add(hash, row.Schema);
        Add(hash, row.Hash);
        Add(hash, row.Json);
        return hash.GetHashAndReset();
    }

    private static void Add(IncrementalHash hash, long number)
    {
        Span<byte> bytes = stackalloc byte[8];
        BinaryPrimitives.WriteInt64LittleEndian(bytes, number);
        hash.AppendData(bytes);
    }

    private static void Add(IncrementalHash hash, string text)
    {
        var bytes = Encoding.UTF8.GetBytes(text);
        Add(hash, bytes.Length);
        hash.AppendData(bytes);
    }

    /// <summary>Entry by entry, where it no longer is what it was when it was written. Goes on from the stored hash behind each break, so
    /// that one break is one place.</summary>
    /// <param name="rows">Rows by their number, each with its streams.</param>
    /// <param name="first">The row before them, which counts as it stands; null where there is none.</param>
    public static IEnumerable<ChainBreak> Breaks(
        IEnumerable<(EntryRow Row, IReadOnlyList<EntryStreamRow> Streams)> rows,
        EntryRow? first = null
    )
    {
        var (before, last) = (first?.Chain ?? Start, first?.Seq ?? 0);
        foreach (var (row, streams) in rows)
        {
            var found = Next(before, row, streams);
            if (row.Chain is null || !row.Chain.AsSpan().SequenceEqual(found))
                yield return row.Seq == last + 1
                    ? new(row.Seq, $"entry {row.Seq} was changed after it was written", Convert.ToHexStringLower(found))
                    : new(
                        last + 1,
                        row.Seq - last == 2 ? $"entry {last + 1} is missing" : $"entries {last + 1} to {row.Seq - 1} are missing",
                        Convert.ToHexStringLower(found)
                    );
            (before, last) = (row.Chain ?? Start, row.Seq);
        }
    }
}

/// <summary>A place where the journal is not what was written.</summary>
/// <param name="Seq">Number of the entry, counted from 1.</param>
/// <param name="Found">Hash of what stands there now: somebody's word holds for that, and not for what is changed later.</param>
public sealed record ChainBreak(long Seq, string What, string Found);
