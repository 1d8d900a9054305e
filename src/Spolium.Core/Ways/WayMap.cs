namespace Spolium.Core.Ways;

/// <summary>What a holding is, as far as the next method cares.</summary>
public enum Form
{
    Scrap,
    Foils,
    Alloy,
    Grains,
    GoldNitrateLiquor,
    GoldLiquor,
    ClearGoldLiquor,
    GoldPowder,
    GoldBar,
    SilverLiquor,
    SilverChloride,
    WashedChloride,
    SilverPowder,
    WashedSilver,
    DrySilver,
    SilverBar,
    SilverCrystals,
    SilverSalt,
    Fixer,
}

/// <summary>A method that leads from one form to another.</summary>
/// <param name="Method">"method", or "method>holding that goes on".</param>
/// <param name="Words">As it stands in the title of a way; empty for a step that no title names.</param>
/// <param name="School">One of several that do the same between the same forms: a way takes the first that the charge bears, and any other
/// may be chosen.</param>
public sealed record Link(string Method, Form From, Form To, string Words = "", bool School = false)
{
    public string Id => Method.Split('>')[0];
}

/// <summary>The map of the work: which method leads from what to what. The search for ways walks it; whether a charge bears a step, the
/// method itself says.</summary>
public static class WayMap
{
    public static readonly IReadOnlyList<Link> Links =
    [
        new("nitric-strip", Form.Scrap, Form.Foils, "nitric strip"),
        new("peroxide-etch", Form.Scrap, Form.Foils, "peroxide etch"),
        new("chlorine-lift", Form.Scrap, Form.Foils, "chlorine lift"),
        new("inquart", Form.Scrap, Form.Alloy, "inquarting"),
        new("granulate", Form.Alloy, Form.Grains),
        new("nitric-part>residue", Form.Grains, Form.GoldPowder, "parting"),
        new("aqua-regia", Form.Scrap, Form.GoldNitrateLiquor, "aqua regia"),
        new("nitrate-salt", Form.Scrap, Form.GoldNitrateLiquor, "nitrate salt and acid"),
        new("aqua-regia", Form.Foils, Form.GoldNitrateLiquor, "aqua regia"),
        new("nitrate-salt", Form.Foils, Form.GoldNitrateLiquor, "nitrate salt and acid"),
        new("hypochlorite", Form.Foils, Form.GoldLiquor, "bleach"),
        new("chlorine-hcl", Form.Foils, Form.GoldLiquor, "chlorine"),
        new("sulfamic", Form.GoldNitrateLiquor, Form.GoldLiquor, School: true),
        new("boil-down", Form.GoldNitrateLiquor, Form.GoldLiquor, School: true),
        new("spare-gold", Form.GoldNitrateLiquor, Form.GoldLiquor, School: true),
        new("urea", Form.GoldNitrateLiquor, Form.GoldLiquor, School: true),
        new("clear", Form.GoldLiquor, Form.ClearGoldLiquor),
        new("metabisulphite", Form.ClearGoldLiquor, Form.GoldPowder, School: true),
        new("ferrous", Form.ClearGoldLiquor, Form.GoldPowder, School: true),
        new("sulphite", Form.ClearGoldLiquor, Form.GoldPowder, School: true),
        new("oxalic", Form.ClearGoldLiquor, Form.GoldPowder, School: true),
        new("wash-dry-melt", Form.GoldPowder, Form.GoldBar),
        new("nitric-part", Form.Scrap, Form.SilverLiquor, "nitric acid"),
        new("silver-chloride", Form.SilverLiquor, Form.SilverChloride, "chloride"),
        new("wash", Form.SilverChloride, Form.WashedChloride),
        new("caustic-sugar", Form.WashedChloride, Form.SilverPowder, School: true),
        new("zinc-silver", Form.WashedChloride, Form.SilverPowder, School: true),
        new("iron-silver", Form.WashedChloride, Form.SilverPowder, School: true),
        new("copper-cement", Form.SilverLiquor, Form.SilverPowder, "copper"),
        new("wash", Form.SilverPowder, Form.WashedSilver),
        new("dry", Form.WashedSilver, Form.DrySilver),
        new("melt", Form.DrySilver, Form.SilverBar),
        new("crystallise-silver-nitrate", Form.SilverLiquor, Form.SilverCrystals, "crystals of its nitrate"),
        new("dry", Form.SilverCrystals, Form.SilverSalt),
        new("fixer-iron", Form.Fixer, Form.WashedSilver, "iron"),
        new("fixer-current", Form.Fixer, Form.WashedSilver, "current"),
    ];

    /// <summary>Methods that stand on no way of their own: they are put in where a charge wants them, wait for ways of ore and ash, or take
    /// only powder that is refined again.</summary>
    public static readonly IReadOnlyList<string> Beside =
    [
        "aliquot",
        "anneal",
        "bicarbonate-wash",
        "fineness",
        "hydrochloric-leach",
        "mill",
        "outside",
        "peroxide-hcl",
        "pickle",
        "roast",
        "roll",
        "sort",
        "sulfuric-leach",
    ];

    /// <summary>What a way for a metal ends with.</summary>
    public static IReadOnlyList<Form> Ends(string element) =>
        element == "Au" ? [Form.GoldBar]
        : element == "Ag" ? [Form.SilverBar, Form.SilverSalt]
        : [];

    /// <summary>Metals that ways of today bring out.</summary>
    public static readonly IReadOnlyList<string> Metals = ["Au", "Ag"];

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
