using System.Security.Cryptography;

namespace Spolium.Data;

/// <summary>
/// Pictures as files beside the journal, named by the hash of their bytes: the journal names the hash, so no picture is ever changed. A
/// file that no longer is what its name says is not shown, and the same picture chosen again puts it back.
/// </summary>
public sealed class PhotoStore(string folder)
{
    private static readonly (string Type, string Ending)[] Kinds = [("image/jpeg", "jpg"), ("image/png", "png"), ("image/webp", "webp")];

    /// <summary>Keeps a JPEG picture on the disk before anything speaks of it.</summary>
    /// <returns>Its id.</returns>
    public string Keep(byte[] jpeg)
    {
        var id = Hash(jpeg);
        if (Find(id) is not null)
            return id;
        Directory.CreateDirectory(folder);
        // Whole or not at all: a crash leaves no half a picture under the name.
        var file = Path.Combine(folder, id + ".jpg");
        var half = file + ".part";
        using (var stream = new FileStream(half, FileMode.Create, FileAccess.Write))
        {
            stream.Write(jpeg);
            stream.Flush(flushToDisk: true);
        }
        File.Move(half, file, true);
        FolderSync.Flush(folder);
        return id;
    }

    /// <summary>A picture whose bytes are those that its id was made of; null where it is gone or spoiled.</summary>
    public (byte[] Bytes, string Type)? Find(string id)
    {
        if (id.Length != 64 || !id.All(char.IsAsciiHexDigitLower))
            return null;
        foreach (var (type, ending) in Kinds)
            if (
                Path.Combine(folder, $"{id}.{ending}") is var file
                && File.Exists(file)
                && File.ReadAllBytes(file) is var bytes
                && Hash(bytes) == id
            )
                return (bytes, type);
        return null;
    }

    /// <summary>Files of pictures, whole or spoiled, by the id in their name.</summary>
    public IEnumerable<(string Id, string File)> All =>
        Directory.Exists(folder)
            ? Directory
                .EnumerateFiles(folder)
                .Where(f => Kinds.Any(k => f.EndsWith("." + k.Ending, StringComparison.Ordinal)))
                .Select(f => (Path.GetFileNameWithoutExtension(f), f))
            : [];

    internal static string Hash(byte[] bytes) => Convert.ToHexStringLower(SHA256.HashData(bytes));
}
