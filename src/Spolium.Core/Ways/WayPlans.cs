using System.Collections.Concurrent;
using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

/// <summary>Plans of one feed by many ways: a step that ways have in common is planned once. Safe for several readers at once.</summary>
/// <param name="routeFor">The route of a chain of methods, as its lot wants it.</param>
public sealed class WayPlans(Charge feed, Shop shop, Draws draws, Func<IReadOnlyList<string>, Route> routeFor)
{
    private readonly ConcurrentDictionary<string, Lazy<Folding>> known = new();

    public Charge Feed => feed;

    public Draws Draws => draws;

    /// <summary>The whole plan, or as far as a step refuses.</summary>
    public BatchPlan Of(IReadOnlyList<string> methods) => Folded(methods).All;

    private Folding Folded(IReadOnlyList<string> methods) => known.GetOrAdd(string.Join('/', methods), _ => new(() => Fold(methods))).Value;

    private Folding Fold(IReadOnlyList<string> methods)
    {
        var route = routeFor(methods);
        if (methods.Count == 1)
            return new(feed, route, shop, new Dictionary<string, Facts>(), draws);
        var before = Folded([.. methods.Take(methods.Count - 1)]);
        _ = before.All;
        return before.Along(route);
    }
}
