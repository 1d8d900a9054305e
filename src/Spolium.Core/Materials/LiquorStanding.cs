namespace Spolium.Core.Materials;

/// <summary>What a chloride liquor holds of nitrate, chlorine and sulphite by what was answered of it. What nobody knows is a range that a
/// sign ends, never nothing.</summary>
public static class LiquorStanding
{
    /// <param name="volume">mL</param>
    public static Charge With(this Charge liquor, LiquorState? state, LiquorKind kind, Working volume, Draws draws)
    {
        if (kind != LiquorKind.Chloride)
            return liquor;
        var nitrate = Nitrate(state, draws);
        if (nitrate is not null)
            liquor = liquor.Dissolve("HNO3", (nitrate * volume).Named("nitric acid left in the liquor, in mol"));
        if (PartOf(state?.Chlorine, "chlorine", draws) is { } chlorine)
            liquor = liquor.With(
                new("Cl2", Phase.Aqueous),
                (chlorine * draws.Prior("chlorine-dissolved") * volume / Molar.Mass("Cl2")).Named("chlorine dissolved in it")
            );
        if (PartOf(state?.Sulphite, "sulphite", draws) is { } sulphite)
            liquor = liquor.Dissolve("NaHSO3", (sulphite * draws.Prior("sulphite-left") * volume).Named("sulphite in it"));
        return liquor;
    }

    // mol/mL
    private static Working? Nitrate(LiquorState? state, Draws draws) =>
        state switch
        {
            { Nitrate: { } typed } => Working.Given(
                draws.Reading("nitrate left", typed.Value / 1000, typed.Sigma / 1000),
                Dimension.Substance / Dimension.Volume,
                "nitrate left",
                $"typed: {typed.Text}"
            ),
            { Denitrated: Answer.Yes } => null,
            { Denitrated: Answer.No } => draws.Prior("nitrate-not-destroyed"),
            { Denitrated: Answer.NotKnown } => draws.Prior("nitrate-not-known"),
            _ => draws.Prior("nitrate-not-asked"),
        };

    // All of what such a liquor may hold where it is there, any share of it where nobody knows.
    private static Working? PartOf(Answer? answer, string of, Draws draws) =>
        answer switch
        {
            Answer.Yes => Working.Exact(1),
            Answer.NotKnown => Working.Given(
                draws.Uniform(of + " in it", 0, 1),
                Dimension.None,
                $"{of} that is in it, as a share",
                "nobody knows: any share is as good",
                true
            ),
            _ => null,
        };
}
