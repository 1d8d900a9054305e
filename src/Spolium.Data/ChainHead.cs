using System.Globalization;

namespace Spolium.Data;

/// <summary>
/// The last entry that was acknowledged, in a file beside the database: number and hash. It is synced after the entry is on the disk, so
/// that it may lag and never leads; a tail that was cut off the database shows by it.
/// </summary>
internal sealed class ChainHead(string file)
{
    public void Write(long seq, byte[] hash)
    {
        using var stream = new FileStream(file, FileMode.OpenOrCreate, FileAccess.Write, FileShare.Read);
        // One line of one length, written over: there is no moment at which the file is empty.
        stream.Write(
            System.Text.Encoding.ASCII.GetBytes($"{seq.ToString("D19", CultureInfo.InvariantCulture)} {Convert.ToHexStringLower(hash)}\n")
        );
        stream.Flush(flushToDisk: true);
    }

    /// <summary>Null where there is none, or none that can be read.</summary>
    public (long Seq, byte[] Hash)? Read()
    {
        if (!File.Exists(file))
            return null;
        var parts = File.ReadAllText(file).Split([' ', '\n'], StringSplitOptions.RemoveEmptyEntries);
        return
            parts is [var seq, { Length: 64 } hash]
            && long.TryParse(seq, CultureInfo.InvariantCulture, out var number)
            && hash.All(char.IsAsciiHexDigit)
            ? (number, Convert.FromHexString(hash))
            : null;
    }
}
