using System.Text.Json.Serialization;

namespace Spolium.Core.Records;

/// <summary>One step of a route: a method, its options, the holdings it takes and those it makes.</summary>
/// <param name="Id">Stays the same when steps are put in before it ("1-nitric-strip").</param>
public sealed record RouteStep(
    string Id,
    [property: JsonConverter(typeof(MethodName))] string Method,
    [property: JsonConverter(typeof(OptionNames))] IReadOnlyDictionary<string, string> Options,
    [property: JsonConverter(typeof(HoldingNames))] IReadOnlyList<string> Takes,
    [property: JsonConverter(typeof(HoldingNames))] IReadOnlyList<string> Makes
)
{
    /// <summary>The same work on the same holdings.</summary>
    public bool SameAs(RouteStep other) =>
        (Id, Method) == (other.Id, other.Method)
        && Takes.SequenceEqual(other.Takes)
        && Options.Count == other.Options.Count
        && Options.All(o => other.Options.TryGetValue(o.Key, out var chosen) && chosen == o.Value);
}

/// <summary>
/// A way through the work as a graph: a step names the holdings that it takes and makes. Here it happens to be a chain.
/// </summary>
public sealed record Route(IReadOnlyList<RouteStep> Steps)
{
    /// <summary>The holding that a batch starts with.</summary>
    public const string Feed = "feed";

    /// <summary>Holdings that no step takes: they wait.</summary>
    public IReadOnlyList<string> Waiting => [.. Steps.SelectMany(s => s.Makes).Except(Steps.SelectMany(s => s.Takes))];

    /// <summary>The same way with other options, by step id or by method id.</summary>
    public Route WithOptions(IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> options) =>
        new([
            .. Steps.Select(s =>
                (options.GetValueOrDefault(s.Id) ?? options.GetValueOrDefault(s.Method)) is { } chosen ? s with { Options = chosen } : s
            ),
        ]);

    public static string Holding(string step, string output) => $"{step}/{output}";
}
