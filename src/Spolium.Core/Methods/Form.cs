namespace Spolium.Core.Methods;

/// <summary>What a holding is, as far as the next method cares. Their order is that of the work: the search for ways tries what leads to
/// an earlier one first.</summary>
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

public static class Forms
{
    /// <summary>What a way ends with, and the metal that it is for.</summary>
    public static readonly IReadOnlyDictionary<Form, string> Ends = new Dictionary<Form, string>
    {
        [Form.GoldBar] = "Au",
        [Form.SilverBar] = "Ag",
        [Form.SilverSalt] = "Ag",
    };
}
