using System.Diagnostics.CodeAnalysis;

namespace Spolium.Core.Records;

/// <summary>Ids of entries: GUIDs, however they are written. Stored ids stay as they are; they are compared in one form.</summary>
public static class EntryId
{
    /// <summary>An id in the form that is compared: 32 hexadecimal digits with dashes, small letters; what is no GUID stays as it
    /// is.</summary>
    public static string Plain(string id) => Guid.TryParse(id, out var guid) ? guid.ToString("D") : id;

    /// <summary>Capitals, braces and missing dashes make no other id.</summary>
    public static readonly IEqualityComparer<string> Same = new Comparer();

    private sealed class Comparer : IEqualityComparer<string>
    {
        public bool Equals(string? x, string? y) =>
            string.Equals(x, y, StringComparison.Ordinal)
            || (x is not null && y is not null && Guid.TryParse(x, out var a) && Guid.TryParse(y, out var b) && a == b);

        public int GetHashCode([DisallowNull] string obj) =>
            Guid.TryParse(obj, out var guid) ? guid.GetHashCode() : StringComparer.Ordinal.GetHashCode(obj);
    }
}
