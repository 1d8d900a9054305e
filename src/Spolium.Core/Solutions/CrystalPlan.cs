namespace Spolium.Core.Solutions;

/// <summary>A salt dissolved hot and left to cool: water to take, what stays undissolved, what falls, what a second crop brings.</summary>
/// <param name="Anhydrous">Salt in what was weighed, g.</param>
/// <param name="Holds">Salt that the hot solution can hold, g.</param>
/// <param name="Wanted">Water that dissolves it hot, g.</param>
/// <param name="Water">Water that goes in: as typed, or the likely need in all worlds, g.</param>
/// <param name="Undissolved">Salt that stays solid hot, g; null where all of it dissolves.</param>
/// <param name="Second">Crop of the mother liquor after some of its water was boiled off; null where none was asked for.</param>
public sealed record CrystalPlan(
    Working Anhydrous,
    Working Holds,
    Working Wanted,
    Working Water,
    Working? Undissolved,
    Crop Crop,
    Crop? Second
)
{
    /// <param name="solid">Form that was weighed: the salt or a hydrate of it.</param>
    /// <param name="waterMl">mL that somebody chose; null for the need.</param>
    /// <param name="boilsMl">mL that boil away.</param>
    /// <param name="secondShare">Share of the water boiled off for a second crop, between 0 and 1; null for none.</param>
    /// <returns>Null where no table reaches the cold end.</returns>
    public static CrystalPlan? Of(
        string salt,
        string solid,
        Working mass,
        Saturation hot,
        double coldC,
        Working? waterMl,
        Working? boilsMl,
        double? secondShare,
        bool pressed,
        Draws draws
    )
    {
        static Working Grams(Working ml) => ml / Constants.Get("water-volume");
        var anhydrous = (mass * Crystallising.SaltShare(solid, salt)).Named($"{salt} in it");
        var brought = (mass - anhydrous).Named("water that the hydrate brings");
        var lost = boilsMl is null ? Working.Zero(Dimension.Mass) : Grams(boilsMl);
        var wanted = Crystallising.WaterForHot(anhydrous, hot.GramsPerGramWater, brought, lost);
        // Chosen once, at the likely need: it is measured out.
        var water = waterMl is not null
            ? Grams(waterMl).Named("water that goes in")
            : Working.Reckoned(Amount.Certain(wanted.Likely), Dimension.Mass, "water that goes in", [wanted], null, "the likely need");
        var all = Working.AtLeastZero(water + brought - lost).Named("water in the solution");
        var holds = (hot.GramsPerGramWater * all).Named($"{salt} that the hot solution can hold");
        if (Crystallising.Cool(salt, anhydrous, all, coldC, pressed, draws) is not { } crop)
            return null;
        return new(
            anhydrous,
            holds,
            wanted,
            water,
            anhydrous.Likely > holds.Likely * (1 + 1e-6) ? Working.AtLeastZero(anhydrous - holds).Named("stays undissolved") : null,
            crop,
            secondShare is > 0 and < 1 ? Crystallising.Second(salt, crop, secondShare.Value, coldC, pressed, draws) : null
        );
    }
}
