using System.Collections;
using System.Net;
using System.Reflection;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Spolium.Server.Guard;
using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>A law over every address that takes a body: each of its texts has an end, and none of its lists has a hole.</summary>
public class LimitsTests
{
    private static bool IsRecord(Type type) => type.GetMethod("<Clone>$") is not null;

    private static ParameterInfo[] Members(Type record) =>
        record.GetConstructors().OrderByDescending(c => c.GetParameters().Length).First().GetParameters();

    private static Type? ItemOf(Type type) =>
        type == typeof(string) ? null
        : type.IsArray ? type.GetElementType()
        : type.IsGenericType && typeof(IEnumerable).IsAssignableFrom(type) && type.GetGenericArguments() is [var item] ? item
        : null;

    // A body of a type with something in every place, so that it can be read.
    private static JsonNode? Sample(Type type)
    {
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(string))
            return "x";
        if (type == typeof(bool))
            return true;
        if (type == typeof(DateTimeOffset))
            return "2026-11-25T10:00:00Z";
        if (type.IsEnum)
            return Enum.GetNames(type)[0];
        if (type.IsPrimitive)
            return 1;
        if (type.IsGenericType && type.GetGenericArguments() is [var key, var value] && key == typeof(string))
            return new JsonObject { ["a"] = Sample(value) };
        if (ItemOf(type) is { } item)
            return new JsonArray(Sample(item));
        return new JsonObject(
            Members(type).Select(m => KeyValuePair.Create(char.ToLowerInvariant(m.Name![0]) + m.Name[1..], Sample(m.ParameterType)))
        );
    }

    // Every text of a body and every list of things, by how it is reached.
    private static IEnumerable<(string Path, Action<JsonNode> Spoil, string What)> Spoilings(
        Type type,
        Func<JsonNode, JsonNode> at,
        string path
    )
    {
        if (!IsRecord(type))
            yield break;
        foreach (var member in Members(type))
        {
            var name = char.ToLowerInvariant(member.Name![0]) + member.Name[1..];
            var most = member.GetCustomAttribute<LongestAttribute>()?.Characters ?? Limits.Text;
            var inner = member.ParameterType;
            if (inner == typeof(string) && most < Limits.FileBody)
                yield return (path + name, n => at(n)[name] = new string('x', most + 1), "long");
            else if (ItemOf(inner) is { } item)
            {
                if (!item.IsValueType)
                    yield return ($"{path}{name}[0]", n => at(n)[name] = new JsonArray([null]), "hole");
                yield return (
                    path + name,
                    n => at(n)[name] = new JsonArray([.. Enumerable.Range(0, Limits.Lines + 1).Select(_ => Sample(item))]),
                    "many"
                );
                foreach (var deeper in Spoilings(item, n => at(n)[name]![0]!, $"{path}{name}[0]."))
                    yield return deeper;
            }
            else
                foreach (var deeper in Spoilings(inner, n => at(n)[name]!, path + name + "."))
                    yield return deeper;
        }
    }

    [Fact]
    public async Task Every_text_of_every_request_has_an_end_and_no_list_a_hole()
    {
        await using var shop = new Shop(demo: false);
        var tried = 0;
        var let = new List<string>();
        foreach (var endpoint in shop.Services.GetRequiredService<EndpointDataSource>().Endpoints.OfType<RouteEndpoint>())
        {
            if (endpoint.Metadata.GetMetadata<IAcceptsMetadata>()?.RequestType is not { } type || !IsRecord(type))
                continue;
            var address =
                "/" + System.Text.RegularExpressions.Regex.Replace(endpoint.RoutePattern.RawText!.Trim('/'), @"\{[^}]*\}", "x") + "?key=x";
            foreach (var (path, spoil, what) in Spoilings(type, n => n, ""))
            {
                var body = Sample(type)!;
                spoil(body);
                using var answer = await shop.Client.PostAsync(
                    address,
                    new StringContent(body.ToJsonString(), Encoding.UTF8, "application/json"),
                    TestContext.Current.CancellationToken
                );
                var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
                tried++;
                if (answer.StatusCode != HttpStatusCode.BadRequest || !text.Contains($"\"{path}\""))
                    let.Add($"{address} {path} {what}: {(int)answer.StatusCode} {text[..Math.Min(160, text.Length)]}");
            }
        }
        Assert.True(tried > 300, $"only {tried} were tried");
        Assert.Empty(let);
        Assert.Empty(shop.Store.Read());
    }
}
