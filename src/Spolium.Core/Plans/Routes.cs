using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>Routes made and changed by what the methods give and take.</summary>
public static class Routes
{
    /// <summary>A chain of methods: each takes the main holding of the one before, or the one named behind it
    /// ("nitric-part>residue").</summary>
    /// <param name="options">By step id ("3-wash") or by method id; the step's own win.</param>
    public static Route Chain(IEnumerable<string> methods, IReadOnlyDictionary<string, IReadOnlyDictionary<string, string>>? options = null)
    {
        var steps = new List<RouteStep>();
        var takes = Route.Feed;
        foreach (var (id, goesOn) in methods.Select(m => m.Split('>')).Select(m => (m[0], m.ElementAtOrDefault(1))))
        {
            var method = MethodCatalogue.Of(id);
            var step = $"{steps.Count + 1}-{id}";
            var makes = method.Outputs.Select(o => Route.Holding(step, o.Id)).ToList();
            steps.Add(
                new(
                    step,
                    id,
                    options?.GetValueOrDefault(step) ?? options?.GetValueOrDefault(id) ?? new Dictionary<string, string>(),
                    [takes],
                    makes
                )
            );
            takes = goesOn is null ? makes[0] : Route.Holding(step, goesOn);
        }
        return new(steps);
    }

    /// <summary>
    /// The same way with further steps put in behind one. On its main holding they stand in the way: what took that takes theirs. On
    /// another holding they are a branch of their own. Holdings that wait may be put together with it.
    /// </summary>
    /// <param name="methods">"method" or "method>holding that goes on".</param>
    /// <param name="holding">Output of the step that they take; null takes the main one.</param>
    /// <param name="with">Further holdings that the first of them takes too ("4-clear/filter").</param>
    public static Route PutIn(
        this Route route,
        string after,
        IReadOnlyList<string> methods,
        string? holding = null,
        IReadOnlyList<string>? with = null
    )
    {
        if (methods.Count == 0)
            return route;
        var at = route.Steps.ToList().FindIndex(s => s.Id == after);
        var from = holding is null ? route.Steps[at].Makes[0] : Route.Holding(after, holding);
        // The name of a step says where it was put in: "6a-aqua-regia" stands behind the sixth.
        var number = string.Concat(after.TakeWhile(char.IsAsciiDigit));
        var letter = (char)(
            'a'
            + route.Steps.Count(s =>
                s.Id.StartsWith(number, StringComparison.Ordinal)
                && s.Id.Length > number.Length
                && char.IsAsciiLetterLower(s.Id[number.Length])
            )
        );
        var added = new List<RouteStep>();
        IReadOnlyList<string> takes = [from, .. with ?? []];
        foreach (var part in methods.Select(m => m.Split('>')))
        {
            var method = MethodCatalogue.Of(part[0]);
            var id = $"{number}{letter++}-{part[0]}";
            added.Add(new(id, part[0], new Dictionary<string, string>(), takes, [.. method.Outputs.Select(o => Route.Holding(id, o.Id))]));
            takes = [Route.Holding(id, part.ElementAtOrDefault(1) ?? method.Outputs[0].Id)];
        }
        return new([
            .. route.Steps.Take(at + 1),
            .. added,
            .. route.Steps.Skip(at + 1).Select(s => s with { Takes = [.. s.Takes.Select(t => t == from ? takes[0] : t)] }),
        ]);
    }

    /// <summary>The same way with a step put in before one, on what that takes first.</summary>
    public static Route PutBefore(this Route route, string stepId, string method, IReadOnlyDictionary<string, string> options)
    {
        var at = route.Steps.ToList().FindIndex(s => s.Id == stepId);
        var step = route.Steps[at];
        // Named after the step that waits for it: "4z-outside" stands before the fourth; a second one "4y-…".
        var number = string.Concat(stepId.TakeWhile(char.IsAsciiDigit));
        var letter = (char)('z' - route.Steps.Count(s => s.Method == method && s.Id.StartsWith(number, StringComparison.Ordinal)));
        var id = $"{number}{letter}-{method}";
        var added = new RouteStep(
            id,
            method,
            options,
            [step.Takes[0]],
            [.. MethodCatalogue.Of(method).Outputs.Select(o => Route.Holding(id, o.Id))]
        );
        return new([
            .. route.Steps.Take(at),
            added,
            step with
            {
                Takes = [added.Makes[0], .. step.Takes.Skip(1)],
            },
            .. route.Steps.Skip(at + 1),
        ]);
    }

    /// <summary>The way up to a step, that step, and then other methods on its main holding. Branches that hang on later steps are gone
    /// with them.</summary>
    /// <param name="methods">"method" or "method>holding that goes on".</param>
    public static Route Instead(Route route, string after, IReadOnlyList<string> methods)
    {
        var kept = route.Steps.Take(route.Steps.ToList().FindIndex(s => s.Id == after) + 1).ToList();
        return new Route(kept).PutIn(after, methods);
    }

    /// <summary>What is wrong with a route, by field; empty when it can be planned.</summary>
    /// <param name="begun">Steps that stand as they were begun, whatever became of their methods; null while none has.</param>
    public static IReadOnlyList<FieldError> Check(this Route route, Func<string, bool>? begun = null)
    {
        var errors = new List<FieldError>();
        var there = new HashSet<string> { Route.Feed };
        for (var i = 0; i < route.Steps.Count; i++)
        {
            var s = route.Steps[i];
            var method = MethodCatalogue.Find(s.Method);
            if (method is null && begun?.Invoke(s.Id) is not true)
            {
                errors.Add(
                    new(
                        $"route[{i}].method",
                        $"there is no method '{s.Method}'",
                        "use one of " + string.Join(", ", MethodCatalogue.All.Select(m => m.Id))
                    )
                );
                continue;
            }
            if (method is not null)
                errors.AddRange(StepOptions.Check(method, $"route[{i}].options", s.Options));
            if (route.Steps.Take(i).Any(o => o.Id == s.Id))
                errors.Add(new($"route[{i}].id", $"'{s.Id}' stands twice", "give each step a name of its own"));
            foreach (var taken in s.Takes)
                if (!there.Remove(taken))
                    errors.Add(
                        new($"route[{i}].takes", $"'{taken}' is not there when this step begins", "take what an earlier step makes, once")
                    );
            foreach (var made in s.Makes)
                there.Add(made);
        }
        if (route.Steps.Count == 0)
            errors.Add(new("route", "a route needs at least one step", "start with nitric-strip"));
        return errors;
    }
}
