namespace Spolium.Core.Ways;

/// <summary>The ways that the map has from what a feed is, whatever is in it; of schools that do the same the first.</summary>
public static class MapWays
{
    private static readonly double GoldToSilver = Reference.Constants.Get("gold-to-silver").Likely;

    /// <summary>All of them, with what holds the metals of the liquor that they take; null for a solid.</summary>
    public static readonly IReadOnlyList<(LiquorKind? Takes, FoundWay Way)> All =
    [
        .. new LiquorKind?[] { null }
            .Concat(Enum.GetValues<LiquorKind>().Cast<LiquorKind?>())
            .Where(takes => WaySearch.Starts(takes) is not null)
            .SelectMany(takes => Walked(WaySearch.Starts(takes)!.Value, []).Select(way => (takes, way))),
    ];

    /// <summary>Ways that a feed may take by what it is: a liquor by what holds its metals, a solid any for solids.</summary>
    public static IEnumerable<FoundWay> Of(Content content, bool liquor) =>
        All.Where(w => liquor ? w.Takes is not null && w.Takes == content.Liquor : w.Takes is null).Select(w => w.Way);

    /// <summary>The way to begin with: the first for the metal which is most there; null where no way takes it.</summary>
    public static FoundWay? First(Content content, bool liquor)
    {
        double Of(string element) => content.Lines.Where(l => l.Element == element).Sum(l => l.Likely.Value);
        // A gram of gold is worth some eighty of silver: silver is what a lot is for only where it has far more of it.
        var metal = Of("Ag") > GoldToSilver * Of("Au") ? "Ag" : "Au";
        var there = MapWays.Of(content, liquor).ToList();
        return there.Find(w => w.Element == metal) ?? there.FirstOrDefault();
    }

    /// <summary>What dissolves and brings down again a powder that is refined once more: from the map's foils to its powder.</summary>
    public static readonly IReadOnlyList<string> Again = Path(Methods.Form.Foils, Methods.Form.GoldPowder, []) ?? [];

    // Of schools and of ways between the same forms the first.
    private static IReadOnlyList<string>? Path(Methods.Form at, Methods.Form end, IReadOnlyList<string> path) =>
        at == end
            ? path
            : WayMap.Links.Where(l => l.From == at).Select(l => Path(l.To, end, [.. path, l.Method])).FirstOrDefault(p => p is not null);

    private static IEnumerable<FoundWay> Walked(Methods.Form at, IReadOnlyList<Link> path)
    {
        if (WayMap.Metals.FirstOrDefault(e => WayMap.Ends(e).Contains(at)) is { } element)
            return [new(element, WaySearch.Title(element, path), [.. path.Select(l => l.Method)])];
        return WayMap.Links.Where(l => l.From == at).DistinctBy(l => l.School ? "" : l.Method).SelectMany(l => Walked(l.To, [.. path, l]));
    }
}
