namespace Spolium.Core.Chemistry;

/// <summary>Silver to add to a gold alloy so that nitric acid parts it (precise rules 2.7). A figure below nothing means that none is
/// needed.</summary>
public static class Inquartation
{
    /// <summary>One part of gold to three of silver, other metals not counted: m(3a − s)/f.</summary>
    /// <param name="gold">Mass of gold in it.</param>
    /// <param name="silver">Mass of silver in it.</param>
    /// <param name="fineness">Of the silver added, as a fraction.</param>
    public static Working SilverSchool(Working gold, Working silver, Working fineness) =>
        ((3 * gold - silver) / fineness).Named("silver to add, one part of gold to three of silver");

    /// <summary>Gold a quarter of the whole, everything else counts: m(4a − 1)/(1 − 4g).</summary>
    /// <param name="goldInAdditive">Fraction of gold in what is added.</param>
    public static Working QuarterSchool(Working alloy, Working gold, Working goldInAdditive) =>
        ((4 * gold - alloy) / (Working.Exact(1) - 4 * goldInAdditive)).Named("metal to add, gold a quarter of the whole");
}
