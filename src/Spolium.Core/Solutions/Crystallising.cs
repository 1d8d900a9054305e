namespace Spolium.Core.Solutions;

/// <summary>What falls when a solution of a salt cools.</summary>
/// <param name="Crystals">Grams of the solid that falls, hydrate water in it.</param>
/// <param name="Yield">Share of the salt that falls.</param>
/// <param name="Liquor">Grams of the liquor left, saturated at the cold end.</param>
/// <param name="Held">Grams of anhydrous salt that the liquor still holds.</param>
/// <param name="Clinging">Grams of liquor that cling to the crystals.</param>
/// <param name="Purity">Share of the impurity that goes along with the crystals, by the clinging liquor alone.</param>
public sealed record Crop(
    string Solid,
    Working Crystals,
    Working Yield,
    Working Liquor,
    Working Held,
    Working LiquorWater,
    Working Clinging,
    Working Purity
);

/// <summary>Crystallising by cooling (precise rules 2.14). Salts alone in water: with other salts or acid it is an indication
/// only.</summary>
public static class Crystallising
{
    /// <summary>Grams of crystals from so much anhydrous salt in so much water (hydrate water included), p = share of the crystals that is
    /// salt.</summary>
    public static Working Crystals(Working anhydrous, Working water, Working held, Working saltShare) =>
        Working.AtLeastZero((anhydrous - held * water) / (saltShare - held * (Working.Exact(1) - saltShare)));

    /// <summary>The same by formulas: the share of salt follows from them.</summary>
    public static Working Crystals(Working anhydrous, Working water, Working held, string solid, string salt) =>
        Crystals(anhydrous, water, held, SaltShare(solid, salt));

    /// <summary>Share of a solid that is anhydrous salt.</summary>
    public static Working SaltShare(string solid, string salt) =>
        solid == salt ? Working.Exact(1) : (Molar.Mass(salt) / Molar.Mass(solid)).Named($"{salt} in {solid}");

    /// <summary>Share of the salt that has fallen.</summary>
    public static Working Yield(Working crystals, Working saltShare, Working anhydrous) => Working.Share(crystals * saltShare, anhydrous);

    /// <summary>Water for a hot solution just short of saturation, hydrate water of the salt as weighed and what will boil away
    /// counted.</summary>
    /// <param name="hot">Grams of salt that a gram of water holds hot.</param>
    /// <param name="inHydrate">Grams of water that the salt brings along.</param>
    /// <param name="evaporates">Grams that evaporate before it cools.</param>
    public static Working WaterForHot(Working anhydrous, Working hot, Working inHydrate, Working evaporates) =>
        Working.AtLeastZero(anhydrous / (Constants.Get("dilution-share-hot") * hot) - inHydrate + evaporates).Named("water to add");

    /// <summary>Cools a solution. Null where the table says nothing at the cold end.</summary>
    /// <param name="water">All water, what hydrates brought along counted in.</param>
    /// <param name="pressed">True when the crystals are pressed, not only drained.</param>
    public static Crop? Cool(string salt, Working anhydrous, Working water, double coldC, bool pressed, Draws draws)
    {
        if (!Solubility.BySalt.TryGetValue(salt, out var table) || table.At(coldC, draws) is not { } cold)
            return null;
        var share = SaltShare(cold.Solid, salt);
        var crystals = Possible(Crystals(anhydrous, water, cold.GramsPerGramWater, share), anhydrous, water, share)
            .Named($"{cold.Solid} that falls");
        var held = (anhydrous - crystals * share).Named($"{salt} still in the liquor");
        var liquorWater = (water - crystals * (Working.Exact(1) - share)).Named("water left in the liquor");
        var liquor = (held + liquorWater).Named("liquor left");
        var clinging = Working
            .Least(liquor, crystals * draws.Prior(pressed ? "crystal-liquor-pressed" : "crystal-liquor-drained"))
            .Named("liquor that clings to the crystals");
        return new(
            cold.Solid,
            crystals,
            Yield(crystals, share, anhydrous).Named("share of the salt that falls"),
            liquor,
            held,
            liquorWater,
            clinging,
            Working.Share(clinging, liquor).Named("share of the impurity that stays with the crystals")
        );
    }

    // A hydrate takes no more water and no more salt than there is: with too little water all of it sets.
    private static Working Possible(Working crystals, Working anhydrous, Working water, Working share)
    {
        if (share.Likely >= 1)
            return crystals;
        var most = Working.Least(anhydrous / share, water / (Working.Exact(1) - share));
        return Enumerable.Range(0, Amount.Worlds).Any(w => crystals.Amount[w] > most.Amount[w])
            ? Working.Least(crystals, most.Named("all the hydrate that salt and water can make"))
            : crystals;
    }

    /// <summary>A second crop from the liquor: part of its water is boiled off, then it cools again.</summary>
    /// <param name="evaporated">Share of the liquor's water, 0 to 1.</param>
    public static Crop? Second(string salt, Crop first, double evaporated, double coldC, bool pressed, Draws draws)
    {
        // What clings to the crystals has left with them.
        var stays = (Working.Exact(1) - first.Purity).Named("share of the liquor that ran off");
        return Cool(
            salt,
            (first.Held * stays).Named("salt in the liquor that ran off"),
            (first.LiquorWater * stays * Working.Exact(1 - evaporated)).Named("water left after boiling down"),
            coldC,
            pressed,
            draws
        );
    }
}
