using Spolium.Core.Methods;

namespace Spolium.Core.Ways;

/// <summary>A method that leads from one form to another.</summary>
/// <param name="Method">"method", or "method>holding that goes on".</param>
/// <param name="Words">As it stands in the title of a way; empty for a step that no title names.</param>
/// <param name="School">One of several that do the same between the same forms: a way takes the first that the charge bears, and any other
/// may be chosen.</param>
public sealed record Link(string Method, Form From, Form To, string Words = "", bool School = false)
{
    public string Id => Method.Split('>')[0];
}

/// <summary>The map of the work: which method leads from what to what, as their cards say. The search for ways walks it; whether a charge
/// bears a step, the method itself says.</summary>
public static class WayMap
{
    public static readonly IReadOnlyList<Link> Links =
    [
        .. MethodCatalogue
            .All.SelectMany(m => m.Card.Passages.Select(p => (Method: m, Passage: p)))
            .OrderBy(x => x.Passage.From)
            .ThenBy(x => x.Passage.To)
            .ThenBy(x => x.Passage.Place)
            .Select(x => new Link(
                x.Passage.Output is { } output ? $"{x.Method.Id}>{output}" : x.Method.Id,
                x.Passage.From,
                x.Passage.To,
                x.Passage.Words,
                x.Passage.School
            )),
    ];

    /// <summary>What a way for a metal ends with.</summary>
    public static IReadOnlyList<Form> Ends(string element) => [.. Forms.Ends.Where(e => e.Value == element).Select(e => e.Key).Order()];

    /// <summary>Metals that ways of today bring out.</summary>
    public static readonly IReadOnlyList<string> Metals = [.. Forms.Ends.OrderBy(e => e.Key).Select(e => e.Value).Distinct()];

    /// <summary>Forms from which an end can be reached.</summary>
    public static IReadOnlySet<Form> Towards(IReadOnlyList<Form> ends)
    {
        var there = ends.ToHashSet();
        while (Links.Where(l => there.Contains(l.To) && there.Add(l.From)).ToList().Count > 0) { }
        return there;
    }

    /// <summary>Methods that may stand in the place of this one in a way, itself among them; empty where none may.</summary>
    public static IReadOnlyList<string> Schools(string method) =>
        [
            .. Links
                .Where(l => l.School && l.Method == method)
                .SelectMany(l => Links.Where(o => o.School && o.From == l.From && o.To == l.To))
                .Select(o => o.Method)
                .Distinct(),
        ];
}
