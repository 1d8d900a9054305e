using Spolium.Core.Methods;
using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

/// <summary>A way that the search found: every step of it takes what the one before makes.</summary>
public sealed record FoundWay(string Element, string Title, IReadOnlyList<string> Methods)
{
    /// <summary>Tells one way from another: its methods.</summary>
    public string Id => string.Join('/', Methods);

    /// <summary>The way of an id, as the map has it from what the feed is; null where the map has no such way.</summary>
    public static FoundWay? Of(string id, LiquorKind? liquor)
    {
        var links = new List<Link>();
        var at = WaySearch.Starts(liquor);
        foreach (var method in id.Split('/'))
        {
            if (WayMap.Links.FirstOrDefault(l => l.Method == method && l.From == at) is not { } link)
                return null;
            links.Add(link);
            at = link.To;
        }
        return WayMap.Metals.FirstOrDefault(e => at is { } end && WayMap.Ends(e).Contains(end)) is { } element
            ? new(element, WaySearch.Title(element, links), [.. links.Select(l => l.Method)])
            : null;
    }
}

/// <summary>A way that ends before its metal: at which step, why, and the way round.</summary>
public sealed record RefusedWay(string Element, string Title, string Method, string Reason, string WayOut)
{
    /// <summary>The gate of the feed that is shut; null where the method itself objects.</summary>
    public FeedGate? Gate { get; init; }
}

/// <summary>
/// Finds the ways that a feed bears: walks the map of the work from what the feed is to the bar, step by step, asking each method. What is
/// refused is kept with its reason. The walk looks at the likely world only; <see cref="Confirm"/> plans what it found in all of them.
/// </summary>
public sealed class WaySearch(WayPlans plans)
{
    private static readonly double LeastShare = Reference.Constants.Get("way-brings-at-least").Likely;

    private readonly List<FoundWay> found = [];
    private readonly List<RefusedWay> refused = [];

    /// <param name="plans">In the likely world.</param>
    /// <param name="liquor">What holds the metals of a liquor; null for a solid.</param>
    public static (IReadOnlyList<FoundWay> Found, IReadOnlyList<RefusedWay> Refused) Of(
        WayPlans plans,
        LiquorKind? liquor,
        IEnumerable<string> elements
    )
    {
        if (Starts(liquor) is not { } start)
            return ([], []);
        // Each beginning is walked by itself, beside the others.
        var walks = elements
            .Select(e => (Element: e, Ends: WayMap.Ends(e)))
            .Select(e => (e.Element, e.Ends, Towards: WayMap.Towards(e.Ends)))
            .Where(e => e.Towards.Contains(start))
            .SelectMany(e => Onward(start, e.Towards).Select(schools => (Of: e, Schools: schools)))
            .AsParallel()
            .AsOrdered()
            .Select(b =>
            {
                var search = new WaySearch(plans);
                search.TryFirst(b.Of.Element, b.Of.Ends, b.Of.Towards, b.Schools, []);
                return search;
            })
            .ToList();
        return (
            [.. walks.SelectMany(w => w.found)],
            [.. walks.SelectMany(w => w.refused).DistinctBy(r => (r.Element, r.Title, r.Method, r.Reason))]
        );
    }

    internal static Form? Starts(LiquorKind? liquor) =>
        liquor switch
        {
            null => Form.Scrap,
            LiquorKind.Nitrate => Form.SilverLiquor,
            LiquorKind.Chloride => Form.GoldNitrateLiquor,
            LiquorKind.Fixer => Form.Fixer,
            _ => null,
        };

    private void Walk(
        string element,
        IReadOnlyList<Form> ends,
        IReadOnlySet<Form> towards,
        Form at,
        Charge charge,
        IReadOnlyList<Link> path
    )
    {
        if (ends.Contains(at))
        {
            Arrive(element, charge, path);
            return;
        }
        foreach (var schools in Onward(at, towards))
            TryFirst(element, ends, towards, schools, path);
    }

    private static IEnumerable<IReadOnlyList<Link>> Onward(Form at, IReadOnlySet<Form> towards) =>
        WayMap
            .Links.Where(l => l.From == at && towards.Contains(l.To))
            .GroupBy(l => l.School ? "" : l.Method)
            .Select(IReadOnlyList<Link> (schools) => [.. schools]);

    // Of methods that do the same the first that the charge bears is taken.
    private void TryFirst(
        string element,
        IReadOnlyList<Form> ends,
        IReadOnlySet<Form> towards,
        IReadOnlyList<Link> schools,
        IReadOnlyList<Link> path
    )
    {
        RefusedWay? first = null;
        foreach (var link in schools)
        {
            IReadOnlyList<Link> here = [.. path, link];
            var plan = plans.Of([.. here.Select(l => l.Method)]).Steps[^1].Plan;
            if (plan.Refusals is [var why, ..])
            {
                first ??= new(element, Title(element, here), link.Id, why.Reason, why.WayOut) { Gate = why.Gate };
                continue;
            }
            var output = link.Method.Contains('>', StringComparison.Ordinal)
                ? plan.Outputs.First(o => o.Id == link.Method.Split('>')[1])
                : plan.Outputs.First(o => o.Main);
            Walk(element, ends, towards, link.To, output.Charge, here);
            return;
        }
        if (first is not null)
            refused.Add(first);
    }

    private void Arrive(string element, Charge product, IReadOnlyList<Link> path)
    {
        var fed = plans.Feed.Element(element).Likely;
        var share = fed > 0 ? product.Element(element).Likely / fed : 0;
        if (share >= LeastShare)
            found.Add(new(element, Title(element, path), [.. path.Select(l => l.Method)]));
        else
            refused.Add(
                new(
                    element,
                    Title(element, path),
                    path[^1].Id,
                    $"it brings {FigureText.Number(share * 100, 0)} % of the {Elements.Of(element).Name}",
                    "the rest stays on the way: choose another"
                )
            );
    }

    /// <summary>Plans a found way in all worlds; null where one of them refuses it, with the reason.</summary>
    public static (BatchPlan? Plan, RefusedWay? Refused) Confirm(FoundWay way, Route route, Charge feed, Shop shop, Draws draws)
    {
        var plan = Planner.Fold(feed, route, shop, draws);
        return plan.Refused is { } no
            ? (
                null,
                new(way.Element, way.Title, no.Method.Id, no.Plan.Refusals[0].Reason, no.Plan.Refusals[0].WayOut)
                {
                    Gate = no.Plan.Refusals[0].Gate,
                }
            )
            : (plan, null);
    }

    internal static string Title(string element, IReadOnlyList<Link> path)
    {
        var words = path.Select(l => l.Words).Where(w => w.Length > 0).ToList();
        return words.Count == 0
            ? $"{Elements.Of(element).Name} out of its liquor"
            : $"{Elements.Of(element).Name} by {string.Join(", ", words)}";
    }
}
