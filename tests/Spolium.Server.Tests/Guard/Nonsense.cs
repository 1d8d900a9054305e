using System.Collections;
using System.Text;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Http.Metadata;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Spolium.Server.Shared;

namespace Spolium.Server.Tests.Guard;

/// <summary>A request that somebody made up.</summary>
/// <param name="Id">Of the entry that it would write; null where it writes nothing.</param>
internal sealed record MadeUp(string Method, string Path, string? Body, string? Id)
{
    public HttpRequestMessage Message()
    {
        var message = new HttpRequestMessage(new(Method), Path);
        if (Body is not null)
            message.Content = new StringContent(Body, Encoding.UTF8, "application/json");
        return message;
    }
}

/// <summary>Requests that nobody would send, and others that are nearly what somebody would, over every address; the same for a
/// seed.</summary>
internal sealed partial class Nonsense(int seed, IReadOnlyList<RouteEndpoint> endpoints)
{
    private static readonly string[] Texts =
    [
        "",
        " ",
        "5 g",
        "12 mL",
        "0.2 g",
        "2.5 L",
        "1 284 g",
        "-3 g",
        "0",
        "1e308 kg",
        "1e400 g",
        "NaN",
        "∞ g",
        "12½ dwt",
        "5",
        "10 %",
        "1-2-3 %",
        "3-2-1 %",
        "101 %",
        "996 ‰",
        "85 °C",
        "-300 °C",
        "300 kr",
        "g",
        "½",
        "1,234 g",
        "half full of 600 mL",
        "12 x 0.35 g",
        "AV",
        "<b>x</b>",
        "'; DROP TABLE entry; --",
        "../../etc/passwd",
        "ünïcode “quotes” \n",
        "\u0000",
        "\uFFFF",
        "𝔘",
        "Au",
        "Xx",
        "assay",
        "guess",
        "HNO3",
        "nitric-68",
        "nitric-strip",
        "aqua-regia",
        "metabisulphite",
        "wash",
        "filter tub",
        "temperature",
        "pH",
        "beaker, low form",
        "Zn",
        "clad brass",
        "decimal_up",
        "feed",
        "foils",
        "bar",
        "filter",
        "barren",
        "nitric",
        "sulfamic",
        "quiet-after-more",
        "iodide-white",
        "code,title,amount\nZ-1,rings,5 g",
        "id;form;amount\nQ-1;nitric-68;1 L",
        "{\"schema\":\"spolium-batch\",\"version\":1}",
        "%00",
        "0001-01-01",
        "cylinder",
    ];

    private readonly Random random = new(seed);
    private readonly IReadOnlyList<RouteEndpoint> writing =
    [
        .. endpoints.Where(e =>
            e.Metadata.GetMetadata<IAcceptsMetadata>()?.RequestType is { } t && IsRecord(t) && t.GetProperty("Head") is not null
        ),
    ];
    private readonly List<string> ids = [];
    private List<string> known = [];
    private Dictionary<string, List<string>> byName = [];

    // One request of three is nonsense through and through; the others are nearly what somebody would send.
    private bool wild;

    private T Pick<T>(IReadOnlyList<T> all) => all[random.Next(all.Count)];

    private bool Once(int of) => random.Next(of) == 0;

    // The same requests each time: a dictionary has no order of its own.
    private static IEnumerable<string> Sorted(IEnumerable<string> keys) => keys.Order(StringComparer.Ordinal);

    private static bool IsRecord(Type type) => type.GetMethod("<Clone>$") is not null;

    private JsonNode? Any(Type type, string name)
    {
        if (wild && Once(30))
            return Pick<JsonNode?>([
                null,
                JsonValue.Create(5),
                JsonValue.Create("x"),
                new JsonArray(),
                new JsonObject(),
                JsonValue.Create(true),
            ]);
        type = Nullable.GetUnderlyingType(type) ?? type;
        if (type == typeof(Head))
            return Head();
        if (type == typeof(string))
            return !wild && byName.TryGetValue(name.ToLowerInvariant(), out var likely) ? Pick(likely)
                : name.EndsWith("Id", StringComparison.OrdinalIgnoreCase) || Once(3) ? Pick(known)
                : Pick(Texts);
        if (type == typeof(bool))
            return Once(2);
        if (type == typeof(DateTimeOffset))
            return Pick<string>(["2026-11-25T10:00:00Z", "0001-01-01T00:00:00Z", "9999-12-31T23:59:59Z", "2026-11-25", "yesterday"]);
        if (type.IsEnum)
            return wild && Once(4) ? "Nothing" : Pick(Enum.GetNames(type));
        if (type == typeof(int) || type == typeof(long))
            return Pick<long>([0, 1, 2, -1, 7, int.MaxValue, 600, 1000]);
        if (type == typeof(double))
            return Pick<double>([0, 1, -1, 1e308, 5e-324, 600, 0.5]);
        if (type.IsGenericType && type.GetGenericArguments() is [var key, var value] && key == typeof(string))
            return new JsonObject(
                Enumerable.Range(0, random.Next(3)).Select(i => KeyValuePair.Create(Pick(known) + i, Any(value, ""))).DistinctBy(p => p.Key)
            );
        if (type != typeof(string) && type.IsGenericType && typeof(IEnumerable).IsAssignableFrom(type))
            return new JsonArray([.. Enumerable.Range(0, random.Next(4)).Select(_ => Any(type.GetGenericArguments()[0], ""))]);
        if (!IsRecord(type))
            return null;
        var body = new JsonObject();
        foreach (
            var member in type.GetConstructors()
                .OrderByDescending(c => c.GetParameters().Length)
                .First()
                .GetParameters()
                .Where(m =>
                    !Once(
                        m.HasDefaultValue ? 2
                        : wild ? 10
                        : 1000
                    )
                )
        )
            body[char.ToLowerInvariant(member.Name![0]) + member.Name[1..]] = Any(member.ParameterType, member.Name);
        return body;
    }

    /// <summary>Addresses of a server that answer once.</summary>
    public static IReadOnlyList<RouteEndpoint> Addresses(IServiceProvider services) =>
        [
            .. services
                .GetRequiredService<EndpointDataSource>()
                .Endpoints.OfType<RouteEndpoint>()
                .Where(e =>
                    e.RoutePattern.RawText!.TrimStart('/').StartsWith("api/", StringComparison.Ordinal)
                    && !e.RoutePattern.RawText!.Contains("live", StringComparison.Ordinal)
                    && e.Metadata.GetMetadata<HttpMethodMetadata>() is not null
                ),
        ];

    public MadeUp Next(bool writes = false)
    {
        var endpoint = !writes && Once(3) ? Pick(endpoints) : Pick(writing);
        var method = endpoint.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods[0];
        wild = !writes && Once(3);
        var path =
            "/"
            + string.Join('/', endpoint.RoutePattern.RawText!.Trim('/').Split('/').Select(Place))
            + (Once(2) ? "?key=" + Uri.EscapeDataString(Pick(Texts)) + "&metal=Au&of=x&element=Au&at=" + random.Next(-2, 90) : "");
        var type = endpoint.Metadata.GetMetadata<IAcceptsMetadata>()?.RequestType;
        var body = type is null ? new JsonObject() : Any(type, "");
        return new(
            method,
            path,
            method == "GET" ? null
                : Once(40) ? "{"
                : body?.ToJsonString() ?? "null",
            IdOf(body)
        );
    }

    private static string? IdOf(JsonNode? body) =>
        body is JsonObject o && o["head"] is JsonObject head && head["entryId"] is JsonValue value && value.TryGetValue<string>(out var id)
            ? id
            : null;

    private string Place(string part) =>
        part.StartsWith('{')
            ? Uri.EscapeDataString(
                wild
                    ? Once(10)
                        ? Pick(Texts).Replace("\0", "") + "x"
                        : Pick(known)
                    : byName.TryGetValue(part.Trim('{', '}').ToLowerInvariant(), out var likely)
                        ? Pick(likely)
                        : Pick(known)
            )
            : part;
}
