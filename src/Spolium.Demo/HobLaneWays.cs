namespace Spolium.Demo;

/// <summary>Ways that Hob Lane Works usually takes, as chains of methods.</summary>
public static class HobLaneWays
{
    /// <summary>Gold from clad or alloyed scrap: strip, aqua regia, sulfamic acid, clear, metabisulphite, wash and melt.</summary>
    public static readonly IReadOnlyList<string> GoldByNitricStrip =
    [
        "nitric-strip",
        "aqua-regia",
        "sulfamic",
        "clear",
        "metabisulphite",
        "wash-dry-melt",
    ];

    /// <summary>Silver by chloride, caustic soda and sugar.</summary>
    public static readonly IReadOnlyList<string> SilverByChloride =
    [
        "nitric-part",
        "silver-chloride",
        "wash",
        "caustic-sugar",
        "wash",
        "dry",
        "melt",
    ];

    /// <summary>Silver cemented on copper.</summary>
    public static readonly IReadOnlyList<string> SilverByCopper = ["nitric-part", "copper-cement", "wash", "dry", "melt"];

    /// <summary>Gold foils lifted from plated ware by chlorine, then dissolved.</summary>
    public static readonly IReadOnlyList<string> GoldByChlorine =
    [
        "chlorine-lift",
        "aqua-regia",
        "sulfamic",
        "clear",
        "metabisulphite",
        "wash-dry-melt",
    ];

    /// <summary>Silver out of spent fixer on steel wool.</summary>
    public static readonly IReadOnlyList<string> SilverFromFixer = ["fixer-iron", "wash", "dry", "melt"];

    /// <summary>Gold powder dissolved and brought down once more: a loop that may be put in after any washing.</summary>
    public static readonly IReadOnlyList<string> SecondRefine = ["aqua-regia", "sulfamic", "clear", "metabisulphite", "wash"];
}
