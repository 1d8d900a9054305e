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
        if (Of(state?.Chlorine, "chlorine-in-it", "chlorine-dissolved") is { } chlorine)
            liquor = liquor.With(
                new("Cl2", Phase.Aqueous),
                (draws.Prior(chlorine) * volume / Molar.Mass("Cl2")).Named("chlorine dissolved in it")
            );
        if (Of(state?.Sulphite, "sulphite-in-it", "sulphite-not-known") is { } sulphite)
            liquor = liquor.Dissolve("NaHSO3", (draws.Prior(sulphite) * volume).Named("sulphite in it"));
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

    private static string? Of(Answer? answer, string yes, string notKnown) =>
        answer switch
        {
            Answer.Yes => yes,
            Answer.NotKnown => notKnown,
            _ => null,
        };
}
