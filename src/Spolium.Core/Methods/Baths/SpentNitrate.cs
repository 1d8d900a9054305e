namespace Spolium.Core.Methods.Baths;

/// <summary>What working nitric acid back out of a spent liquor asks of it (further work 1).</summary>
internal static class SpentNitrate
{
    private static readonly Species Ammonium = new("NH4+", Phase.Aqueous);
    private static readonly string[] Organic = ["C6H12O6", "C6H11O7-", "H2C2O4", "C2O4 2-", "CO(NH2)2"];

    // Of the nitrate, by mass.
    private const double AmmoniumAbove = 0.01;
    private const double OrganicGrams = 0.1;

    /// <summary>What no nitrate is concentrated with.</summary>
    public static Refusal[] Among(Charge charge, params IEnumerable<Refusal?> own)
    {
        var nitrate = charge.Grams(Species.Nitrate).Likely;
        return Objections.Among([
            .. own,
            Objections.When(
                nitrate > 0 && charge.Grams(Ammonium).Range.High > AmmoniumAbove * nitrate,
                "ammonium above 1 % of the nitrate: what is left explodes when it is heated or dries",
                "make it alkaline in the open until no ammonia smells, or neutralise it and keep it wet"
            ),
            Objections.When(
                nitrate > 0 && Organic.Sum(o => charge.Grams(new(o, Phase.Aqueous)).Range.High) > OrganicGrams,
                "sugar, oxalate or urea with nitrate: fire, or a salt that explodes",
                "neutralise it instead"
            ),
            Objections.When(
                charge.Grams(new("S2O3 2-", Phase.Aqueous)).Likely > 0,
                "fixer falls apart when it is concentrated",
                "take its silver out with iron or current, and hand it over"
            ),
        ]);
    }

    /// <summary>Bleach makes chlorine and chlorate as it goes down.</summary>
    public static Refusal? Bleach(Charge charge) =>
        Objections.When(
            charge.Grams(new("ClO-", Phase.Aqueous)).Range.High > OrganicGrams,
            "bleach in it turns to chlorate and chlorine as it is concentrated",
            "take the chlorine out with sulphite first"
        );

    /// <summary>Grams of dissolved salts, acid left out.</summary>
    public static Working Salts(Charge charge) =>
        Working.AtLeastZero(
            Working.Sum(
                charge
                    .Moles.Where(m => m.Key.Phase == Phase.Aqueous && m.Key != Species.Proton)
                    .Select(m => m.Value * Molar.Mass(m.Key.Formula))
                    .Append(Working.Zero(Dimension.Mass)),
                Dimension.Mass
            ) - Molar.Grams(Working.Least(charge.Of(Species.Proton), charge.Of(Species.Nitrate)), "HNO3")
        );
}
