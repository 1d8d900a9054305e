using System.Collections;
using System.Collections.Concurrent;
using System.Reflection;
using Microsoft.AspNetCore.Mvc;

namespace Spolium.Server.Guard;

/// <summary>Text of a request that may be longer than texts are.</summary>
[AttributeUsage(AttributeTargets.Parameter | AttributeTargets.Property)]
public sealed class LongestAttribute(int characters) : Attribute
{
    public int Characters { get; } = characters;

    /// <summary>Of a note, in characters.</summary>
    public const int Note = 10_000;

    /// <summary>Of a file or a picture as text, in characters.</summary>
    public const int File = Limits.FileBody;
}

/// <summary>
/// What a request may be: texts, codes and lists no longer than anybody needs, and nothing missing inside a list. Looked at once, for every
/// endpoint, before it is decided on; the answer names the field.
/// </summary>
public sealed class Limits : IEndpointFilter
{
    /// <summary>Bytes of a request.</summary>
    public const int Body = 1_000_000;

    /// <summary>Bytes of a request that brings a picture or a file.</summary>
    public const int FileBody = 12_000_000;

    /// <summary>Characters of a text.</summary>
    public const int Text = 500;

    /// <summary>Characters of a code or an id.</summary>
    public const int Code = 40;

    /// <summary>Lines of a list.</summary>
    public const int Lines = 500;

    /// <summary>How deep a request nests.</summary>
    public const int Depth = 32;

    private sealed record Member(PropertyInfo Property, string Name, int Longest);

    private static readonly ConcurrentDictionary<Type, Member[]> Members = new();

    public ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next)
    {
        foreach (var argument in context.Arguments)
            if (argument is string text && text.Length > Text)
                return Refused("the address", $"a part of it has {text.Length} characters, at most {Text} are read");
            else if (argument is not null && IsRequest(argument.GetType()) && Wrong(argument, "") is { } wrong)
                return Refused(wrong.Field, wrong.Why);
        return next(context);
    }

    private static ValueTask<object?> Refused(string field, string why) =>
        ValueTask.FromResult<object?>(
            TypedResults.Problem(
                new ProblemDetails
                {
                    Status = StatusCodes.Status400BadRequest,
                    Title = $"The request cannot be read: {field}: {why}",
                    Detail = "Nothing was written.",
                    Type = "urn:spolium:unreadable",
                    Extensions = { ["errors"] = new[] { new Core.Quantities.FieldError(field, why, "send it shorter, or whole") } },
                }
            )
        );

    // Records that a request is bound to: those of the server, and the plain ones of the core that stand in them.
    private static bool IsRequest(Type type) =>
        type.IsClass
        && type != typeof(string)
        && type.Namespace?.StartsWith("Spolium.", StringComparison.Ordinal) == true
        && type.GetMethod("<Clone>$") is not null;

    private static (string Field, string Why)? Wrong(object value, string at)
    {
        foreach (var member in Members.GetOrAdd(value.GetType(), Look))
            if (member.Property.GetValue(value) is { } inner && Wrong(inner, at + member.Name, member.Longest) is { } wrong)
                return wrong;
        return null;
    }

    private static (string Field, string Why)? Wrong(object value, string field, int longest)
    {
        switch (value)
        {
            case string text:
                return text.Length > longest ? (field, $"it has {text.Length} characters, at most {longest} are kept") : null;
            case IDictionary pairs:
                return pairs.Count > Lines
                    ? (field, $"it has {pairs.Count} lines, at most {Lines} are read")
                    : InPairs(pairs, field, longest);
            case IEnumerable list:
                var i = 0;
                foreach (var item in list)
                {
                    if (item is null)
                        return ($"{field}[{i}]", "nothing stands there");
                    if (Wrong(item, $"{field}[{i}]", longest) is { } wrong)
                        return wrong;
                    if (++i > Lines)
                        return (field, $"it has more than {Lines} lines");
                }
                return null;
            default:
                return IsRequest(value.GetType()) ? Wrong(value, field + ".") : null;
        }
    }

    private static (string Field, string Why)? InPairs(IDictionary pairs, string field, int longest)
    {
        foreach (DictionaryEntry pair in pairs)
        {
            if (pair.Key is string { Length: > Code })
                return (field, $"a name in it has more than {Code} characters");
            if (pair.Value is null)
                return ($"{field}.{pair.Key}", "nothing stands there");
            if (Wrong(pair.Value, $"{field}.{pair.Key}", longest) is { } wrong)
                return wrong;
        }
        return null;
    }

    private static Member[] Look(Type type)
    {
        var parameters = type.GetConstructors()
            .OrderByDescending(c => c.GetParameters().Length)
            .First()
            .GetParameters()
            .ToDictionary(p => p.Name!, p => p);
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p =>
                    p.CanRead && p.GetIndexParameters().Length == 0 && parameters.ContainsKey(p.Name) && !p.PropertyType.IsValueType
                )
                .Select(p => new Member(
                    p,
                    char.ToLowerInvariant(p.Name[0]) + p.Name[1..],
                    parameters[p.Name].GetCustomAttribute<LongestAttribute>()?.Characters ?? (IsCode(p.Name) ? Code : Text)
                )),
        ];
    }

    private static bool IsCode(string name) => name is "Code" or "Corrects" || name.EndsWith("Id", StringComparison.Ordinal);
}

/// <summary>Says of an endpoint that it brings a picture or a file.</summary>
public static class LargeBodies
{
    public static TBuilder BringsFile<TBuilder>(this TBuilder builder)
        where TBuilder : IEndpointConventionBuilder => builder.WithMetadata(new RequestSizeLimitAttribute(Limits.FileBody));
}
