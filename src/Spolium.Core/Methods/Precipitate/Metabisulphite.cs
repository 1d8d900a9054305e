namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 4 HAuCl4 + 3 Na2S2O5 + 9 H2O → 4 Au + 6 NaHSO4 + 16 HCl (<see cref="GoldDown"/>). Schools pour 1 to 3 g per gram of gold; the equation
/// takes 0.724 g.
/// </summary>
public sealed class Metabisulphite : IMethod
{
    private static readonly GoldDown Down = new()
    {
        Salt = "Na2S2O5",
        DoseId = "metabisulphite",
        In = "Na2S2O5",
        Precipitation = Reaction.Of("HAuCl4 + Na2S2O5 + H2O = Au + NaHSO4 + HCl"),
        Nitric = Reaction.Of("HNO3 + Na2S2O5 + H2O = NO + NaHSO4"),
        Iron = Reaction.Of("FeCl3 + Na2S2O5 + H2O = FeCl2 + NaHSO4 + HCl"),
        Surplus = Reaction.Of("Na2S2O5 + H2O = NaHSO3"),
        Sulphurous = Reaction.Of("Na2S2O5 + HCl = NaCl + SO2 + H2O"),
        WaterPerGram = 4,
        SettleRate = "settle-rate",
    };

    public MethodCard Card { get; } =
        GoldDown.Card(
            id: "metabisulphite",
            version: 2,
            title: "Bring the gold down with metabisulphite",
            reagents: ["Na2S2O5", "H2O"],
            place: 1
        );

    public IReadOnlyList<OptionSpec> Options =>
        [
            GoldDown.School(
                "1.3",
                1,
                3,
                "Schools range from 1 to 3. Less may leave gold behind, more brings copper(I) and selenium down with it."
            ),
            GoldDown.Finish,
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws) =>
        Down.Plan(this, charge, options, shop, facts, draws, "Metabisulphite", []);
}
