using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;

namespace Spolium.Core.Records;

/// <summary>Whether a record that was read from a file has all that it must have: the reader of JSON lets a missing text be
/// nothing.</summary>
internal static class Whole
{
    private sealed record Member(PropertyInfo Property, bool MayBeNothing, bool ItemMayBeNothing);

    private static readonly ConcurrentDictionary<Type, Member[]> Members = new();

    /// <summary>How the first part that is missing is reached, such as "entries[3].body.pours[0].bottleId"; null where none is.</summary>
    public static string? Missing(object value, string at = "")
    {
        foreach (var member in Members.GetOrAdd(value.GetType(), Look))
        {
            var path = at + char.ToLowerInvariant(member.Property.Name[0]) + member.Property.Name[1..];
            var part = member.Property.GetValue(value);
            if (part is null && !member.MayBeNothing)
                return path;
            if (part is not null && In(part, path, member.ItemMayBeNothing) is { } missing)
                return missing;
        }
        return null;
    }

    private static string? In(object part, string path, bool itemMayBeNothing)
    {
        if (part is string || part.GetType().IsValueType)
            return null;
        if (part is not IEnumerable list)
            return IsOurs(part.GetType()) ? Missing(part, path + ".") : null;
        var i = 0;
        foreach (var item in list)
        {
            if (item is null && !itemMayBeNothing)
                return $"{path}[{i}]";
            if (item is not null && In(item, $"{path}[{i}]", false) is { } missing)
                return missing;
            i++;
        }
        return null;
    }

    private static bool IsOurs(Type type) => type.Namespace?.StartsWith("Spolium.", StringComparison.Ordinal) == true;

    // What the record's constructor takes is what stands in the file.
    private static Member[] Look(Type type)
    {
        var taken = type.GetConstructors()
            .OrderByDescending(c => c.GetParameters().Length)
            .First()
            .GetParameters()
            .Select(p => p.Name)
            .ToHashSet();
        var context = new NullabilityInfoContext();
        return
        [
            .. type.GetProperties()
                .Where(p => taken.Contains(p.Name) && !p.PropertyType.IsValueType)
                .Select(p =>
                {
                    var info = context.Create(p);
                    return new Member(
                        p,
                        info.ReadState != NullabilityState.NotNull,
                        info.GenericTypeArguments is [.., var item] && item.ReadState != NullabilityState.NotNull
                    );
                }),
        ];
    }
}
