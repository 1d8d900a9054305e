using Spolium.Core.Records;
using Spolium.Demo;

namespace Spolium.Golden;

/// <summary>A way that is planned for every lot whose answers are recorded.</summary>
/// <param name="For">The metal that it is for.</param>
/// <param name="Liquor">What it starts from; null for a solid.</param>
public sealed record UsualWay(string Id, string Title, string For, LiquorKind? Liquor, IReadOnlyList<string> Methods)
{
    public static readonly IReadOnlyList<UsualWay> All =
    [
        new("gold-by-nitric-strip", "gold by nitric strip and aqua regia", "Au", null, HobLaneWays.GoldByNitricStrip),
        new(
            "gold-by-etch",
            "gold foils by peroxide etch, then aqua regia",
            "Au",
            null,
            ["peroxide-etch", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash", "dry", "melt"]
        ),
        new("gold-by-chlorine", "gold lifted with chlorine, then aqua regia", "Au", null, HobLaneWays.GoldByChlorine),
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
            ["aqua-regia", "sulfamic", "clear", "metabisulphite", .. HobLaneWays.SecondRefine.Prepend("wash"), "dry", "melt"]
        ),
        new("silver-by-chloride", "silver by chloride, caustic soda and sugar", "Ag", null, HobLaneWays.SilverByChloride),
        new("silver-by-copper", "silver cemented on copper", "Ag", null, HobLaneWays.SilverByCopper),
        new("silver-nitrate", "silver nitrate crystals", "Ag", null, ["nitric-part", "crystallise-silver-nitrate", "dry"]),
        new(
            "silver-liquor-by-chloride",
            "silver out of nitrate liquor, by chloride",
            "Ag",
            LiquorKind.Nitrate,
            [.. HobLaneWays.SilverByChloride.Skip(1)]
        ),
        new(
            "silver-liquor-by-copper",
            "silver out of nitrate liquor, on copper",
            "Ag",
            LiquorKind.Nitrate,
            [.. HobLaneWays.SilverByCopper.Skip(1)]
        ),
        new(
            "gold-liquor",
            "gold out of chloride liquor",
            "Au",
            LiquorKind.Chloride,
            ["sulfamic", "clear", "metabisulphite", "wash-dry-melt"]
        ),
        new("fixer-by-iron", "silver out of fixer, on iron", "Ag", LiquorKind.Fixer, HobLaneWays.SilverFromFixer),
        new("fixer-by-current", "silver out of fixer, by current", "Ag", LiquorKind.Fixer, ["fixer-current", "dry", "melt"]),
    ];
}
