using Spolium.Core.Plans;
using Spolium.Core.Records;

namespace Spolium.Core.Ways;

/// <summary>A usual way through the work: a sequence of methods, "method" or "method>holding that goes on" (see
/// <see cref="Routes.Chain"/>).</summary>
/// <param name="For">The metal that it is for.</param>
/// <param name="Liquor">What it starts from; null for a solid.</param>
public sealed record Way(string Id, string Title, string For, LiquorKind? Liquor, IReadOnlyList<string> Methods)
{
    public static readonly IReadOnlyList<Way> All =
    [
        new("gold-by-nitric-strip", "gold by nitric strip and aqua regia", "Au", null, KnownWays.GoldByNitricStrip),
        new(
            "gold-by-etch",
            "gold foils by peroxide etch, then aqua regia",
            "Au",
            null,
            ["peroxide-etch", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash", "dry", "melt"]
        ),
        new("gold-by-chlorine", "gold lifted with chlorine, then aqua regia", "Au", null, KnownWays.GoldByChlorine),
        new(
            "gold-by-bleach",
            "gold by nitric strip, then bleach",
            "Au",
            null,
            ["nitric-strip", "hypochlorite", "clear", "ferrous", "wash", "dry", "melt"]
        ),
        new(
            "gold-by-parting",
            "gold alloy by inquarting and parting",
            "Au",
            null,
            ["inquart", "granulate", "nitric-part>residue", "wash", "dry", "melt"]
        ),
        new(
            "gold-refined-twice",
            "gold by aqua regia, refined twice",
            "Au",
            null,
            ["aqua-regia", "sulfamic", "clear", "metabisulphite", .. KnownWays.SecondRefine.Prepend("wash"), "dry", "melt"]
        ),
        new("silver-by-chloride", "silver by chloride, caustic soda and sugar", "Ag", null, KnownWays.SilverByChloride),
        new("silver-by-copper", "silver cemented on copper", "Ag", null, KnownWays.SilverByCopper),
        new("silver-nitrate", "silver nitrate crystals", "Ag", null, ["nitric-part", "crystallise-silver-nitrate", "dry"]),
        new(
            "silver-liquor-by-chloride",
            "silver out of nitrate liquor, by chloride",
            "Ag",
            LiquorKind.Nitrate,
            [.. KnownWays.SilverByChloride.Skip(1)]
        ),
        new(
            "silver-liquor-by-copper",
            "silver out of nitrate liquor, on copper",
            "Ag",
            LiquorKind.Nitrate,
            [.. KnownWays.SilverByCopper.Skip(1)]
        ),
        new(
            "gold-liquor",
            "gold out of chloride liquor",
            "Au",
            LiquorKind.Chloride,
            ["sulfamic", "clear", "metabisulphite", "wash-dry-melt"]
        ),
        new("fixer-by-iron", "silver out of fixer, on iron", "Ag", LiquorKind.Fixer, KnownWays.SilverFromFixer),
        new("fixer-by-current", "silver out of fixer, by current", "Ag", LiquorKind.Fixer, ["fixer-current", "dry", "melt"]),
    ];

    public static Way? Find(string? id) => All.FirstOrDefault(w => w.Id == id);

    /// <summary>Ways that a feed may take by what it is: a liquor by what holds its metals, a solid by any for solids.</summary>
    public static IEnumerable<Way> Of(Content content, bool liquor) =>
        All.Where(w => liquor ? w.Liquor is not null && w.Liquor == content.Liquor : w.Liquor is null);

    /// <summary>The way to begin with: that for the metal which is most there.</summary>
    public static Way? First(Content content, bool liquor)
    {
        double Of(string element) => content.Lines.Where(l => l.Element == element).Sum(l => l.Likely.Value);
        // A gram of gold is worth some eighty of silver: silver is what a lot is for only where it has far more of it.
        var metal = Of("Ag") > GoldToSilver * Of("Au") ? "Ag" : "Au";
        var there = Way.Of(content, liquor).ToList();
        return there.FirstOrDefault(w => w.For == metal) ?? there.FirstOrDefault();
    }

    private static readonly double GoldToSilver = Reference.Constants.Get("gold-to-silver").Likely;
}
