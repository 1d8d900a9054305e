using System.Security.Cryptography;
using Spolium.Core.Materials;

namespace Spolium.Server.Lots;

/// <summary>Pictures of lots as files beside the journal, named by the hash of their bytes: the journal names the hash, so no picture is ever changed.</summary>
public sealed class PhotoStore(string folder)
{
    private const int MostBytes = 6_000_000;

    private static readonly (string Type, string Ending, byte[] Begins)[] Kinds = [("image/jpeg", "jpg", [0xFF, 0xD8, 0xFF]), ("image/png", "png", [0x89, 0x50, 0x4E, 0x47]), ("image/webp", "webp", [0x52, 0x49, 0x46, 0x46])];

    /// <summary>Keeps a picture; its id, or what is wrong with it.</summary>
    public (string? Id, FieldError? Wrong) Keep(string base64)
    {
        var bytes = new byte[base64.Length];
        if (!Convert.TryFromBase64String(base64, bytes, out var length) || length == 0)
            return (null, new("file", "the picture cannot be read", "choose a JPEG, PNG or WebP file"));
        if (length > MostBytes)
            return (null, new("file", $"the picture is larger than {MostBytes / 1_000_000} MB", "make it smaller first"));
        if (Kinds.FirstOrDefault(k => bytes.AsSpan(0, length).StartsWith(k.Begins)) is not { Type: not null } kind)
            return (null, new("file", "this is no picture", "choose a JPEG, PNG or WebP file"));
        var id = Convert.ToHexStringLower(SHA256.HashData(bytes.AsSpan(0, length)));
        var file = Path.Combine(folder, $"{id}.{kind.Ending}");
        if (!File.Exists(file))
        {
            Directory.CreateDirectory(folder);
            // Whole or not at all: a crash leaves no half a picture under the name.
            var half = file + ".part";
            File.WriteAllBytes(half, bytes[..length]);
            File.Move(half, file, true);
        }
        return (id, null);
    }

    public (byte[] Bytes, string Type)? Find(string id)
    {
        if (id.Length != 64 || !id.All(char.IsAsciiHexDigitLower))
            return null;
        foreach (var kind in Kinds)
            if (Path.Combine(folder, $"{id}.{kind.Ending}") is var file && File.Exists(file))
                return (File.ReadAllBytes(file), kind.Type);
        return null;
    }
}
