using Spolium.Core.Materials;
using Spolium.Core.Methods;

namespace Spolium.Core.Planning;

/// <summary>One step of a route: a method, its options, the holdings it takes and those it makes.</summary>
/// <param name="Id">Stays the same when steps are put in before it ("1-nitric-strip").</param>
public sealed record RouteStep(string Id, string Method, IReadOnlyDictionary<string, string> Options, IReadOnlyList<string> Takes, IReadOnlyList<string> Makes);

/// <summary>
/// A way through the work as a graph: a step names the holdings that it takes and makes. Here it happens to be a chain.
/// </summary>
public sealed record Route(IReadOnlyList<RouteStep> Steps)
{
    /// <summary>The holding that a batch starts with.</summary>
    public const string Feed = "feed";

    /// <summary>Gold from clad or alloyed scrap: strip, aqua regia, sulfamic acid, clear, metabisulphite, wash and melt.</summary>
    public static readonly IReadOnlyList<string> GoldByNitricStrip = ["nitric-strip", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt"];

    /// <summary>Silver by chloride, caustic soda and sugar.</summary>
    public static readonly IReadOnlyList<string> SilverByChloride = ["nitric-part", "silver-chloride", "wash", "caustic-sugar", "wash", "dry", "melt"];

    /// <summary>Silver cemented on copper.</summary>
    public static readonly IReadOnlyList<string> SilverByCopper = ["nitric-part", "copper-cement", "wash", "dry", "melt"];

    /// <summary>Gold foils lifted from plated ware by chlorine, then dissolved.</summary>
    public static readonly IReadOnlyList<string> GoldByChlorine = ["chlorine-lift", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt"];

    /// <summary>Silver out of spent fixer on steel wool.</summary>
    public static readonly IReadOnlyList<string> SilverFromFixer = ["fixer-iron", "dry", "melt"];

    /// <summary>Gold powder dissolved and brought down once more: a loop that may be put in after any washing.</summary>
    public static readonly IReadOnlyList<string> SecondRefine = ["aqua-regia", "sulfamic", "clear", "metabisulphite", "wash"];

    /// <summary>A chain of methods: each takes the main holding of the one before, or the one named behind it ("nitric-part>residue").</summary>
    /// <param name="options">By step id ("3-wash") or by method id; the step's own win.</param>
    public static Route Chain(IEnumerable<string> methods, IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>>? options = null)
    {
        var steps = new List<RouteStep>();
        var takes = Feed;
        foreach (var (id, goesOn) in methods.Select(m => m.Split('>')).Select(m => (m[0], m.ElementAtOrDefault(1))))
        {
            var method = MethodCatalogue.Of(id);
            var step = $"{steps.Count + 1}-{id}";
            var makes = method.Outputs.Select(o => Holding(step, o.Id)).ToList();
            steps.Add(new(step, id, options?.GetValueOrDefault(step) ?? options?.GetValueOrDefault(id) ?? new Dictionary<string, string>(), [takes], makes));
            takes = goesOn is null ? makes[0] : Holding(step, goesOn);
        }
        return new(steps);
    }

    /// <summary>
    /// The same way with further steps put in behind one. On its main holding they stand in the way: what took that takes theirs. On another
    /// holding they are a branch of their own. Holdings that wait may be put together with it.
    /// </summary>
    /// <param name="methods">"method" or "method>holding that goes on".</param>
    /// <param name="holding">Output of the step that they take; null takes the main one.</param>
    /// <param name="with">Further holdings that the first of them takes too ("4-clear/filter").</param>
    public Route PutIn(string after, IReadOnlyList<string> methods, string? holding = null, IReadOnlyList<string>? with = null)
    {
        if (methods.Count == 0)
            return this;
        var at = Steps.ToList().FindIndex(s => s.Id == after);
        var from = holding is null ? Steps[at].Makes[0] : Holding(after, holding);
        // The name of a step says where it was put in: "6a-aqua-regia" stands behind the sixth.
        var number = string.Concat(after.TakeWhile(char.IsAsciiDigit));
        var letter = (char)('a' + Steps.Count(s => s.Id.StartsWith(number, StringComparison.Ordinal) && s.Id.Length > number.Length && char.IsAsciiLetterLower(s.Id[number.Length])));
        var added = new List<RouteStep>();
        IReadOnlyList<string> takes = [from, .. with ?? []];
        foreach (var part in methods.Select(m => m.Split('>')))
        {
            var method = MethodCatalogue.Of(part[0]);
            var id = $"{number}{letter++}-{part[0]}";
            added.Add(new(id, part[0], new Dictionary<string, string>(), takes, [.. method.Outputs.Select(o => Holding(id, o.Id))]));
            takes = [Holding(id, part.ElementAtOrDefault(1) ?? method.Outputs[0].Id)];
        }
        return new([.. Steps.Take(at + 1), .. added, .. Steps.Skip(at + 1).Select(s => s with { Takes = [.. s.Takes.Select(t => t == from ? takes[0] : t)] })]);
    }

    /// <summary>The same way with a step put in before one, on what that takes first.</summary>
    public Route PutBefore(string stepId, string method, IReadOnlyDictionary<string, string> options)
    {
        var at = Steps.ToList().FindIndex(s => s.Id == stepId);
        var step = Steps[at];
        // Named after the step that waits for it: "4z-outside" stands before the fourth; a second one "4y-…".
        var number = string.Concat(stepId.TakeWhile(char.IsAsciiDigit));
        var letter = (char)('z' - Steps.Count(s => s.Method == method && s.Id.StartsWith(number, StringComparison.Ordinal)));
        var id = $"{number}{letter}-{method}";
        var added = new RouteStep(id, method, options, [step.Takes[0]], [.. MethodCatalogue.Of(method).Outputs.Select(o => Holding(id, o.Id))]);
        return new([.. Steps.Take(at), added, step with { Takes = [added.Makes[0], .. step.Takes.Skip(1)] }, .. Steps.Skip(at + 1)]);
    }

    /// <summary>The way up to a step, that step, and then other methods on its main holding. Branches that hang on later steps are gone with them.</summary>
    /// <param name="methods">"method" or "method>holding that goes on".</param>
    public static Route Instead(Route route, string after, IReadOnlyList<string> methods)
    {
        var kept = route.Steps.Take(route.Steps.ToList().FindIndex(s => s.Id == after) + 1).ToList();
        return new Route(kept).PutIn(after, methods);
    }

    /// <summary>Holdings that no step takes: they wait.</summary>
    public IReadOnlyList<string> Waiting => [.. Steps.SelectMany(s => s.Makes).Except(Steps.SelectMany(s => s.Takes))];

    /// <summary>The same way with other options, by step id or by method id.</summary>
    public Route WithOptions(IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>> options) =>
        new([.. Steps.Select(s => (options.GetValueOrDefault(s.Id) ?? options.GetValueOrDefault(s.Method)) is { } chosen ? s with { Options = chosen } : s)]);

    public static string Holding(string step, string output) => $"{step}/{output}";

    /// <summary>What is wrong with a route, by field; empty when it can be planned.</summary>
    public IReadOnlyList<FieldError> Check()
    {
        var errors = new List<FieldError>();
        var there = new HashSet<string> { Feed };
        for (var i = 0; i < Steps.Count; i++)
        {
            var s = Steps[i];
            if (MethodCatalogue.Find(s.Method) is not { } method)
            {
                errors.Add(new($"route[{i}].method", $"there is no method '{s.Method}'", "use one of " + string.Join(", ", MethodCatalogue.All.Select(m => m.Id))));
                continue;
            }
            errors.AddRange(StepOptions.Check(method, $"route[{i}].options", s.Options));
            if (Steps.Take(i).Any(o => o.Id == s.Id))
                errors.Add(new($"route[{i}].id", $"'{s.Id}' stands twice", "give each step a name of its own"));
            foreach (var taken in s.Takes)
                if (!there.Remove(taken))
                    errors.Add(new($"route[{i}].takes", $"'{taken}' is not there when this step begins", "take what an earlier step makes, once"));
            foreach (var made in s.Makes)
                there.Add(made);
        }
        if (Steps.Count == 0)
            errors.Add(new("route", "a route needs at least one step", "start with nitric-strip"));
        return errors;
    }
}
