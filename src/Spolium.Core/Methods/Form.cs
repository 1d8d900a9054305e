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
