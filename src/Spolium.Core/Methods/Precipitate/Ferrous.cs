namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// HAuCl4 + 3 FeSO4 → Au + Fe2(SO4)3 + FeCl3 + HCl (<see cref="GoldDown"/>): 4.234 g of the green crystals by the equation. A surplus does
/// no harm: the choice when the gold is not known, or much palladium is there.
/// </summary>
public sealed class Ferrous : IMethod
{
    private static readonly GoldDown Down = new()
    {
        Salt = "FeSO4·7H2O",
        DoseId = "ferrous",
        In = "FeSO4",
        Precipitation = Reaction.Of("HAuCl4 + FeSO4 = Au + Fe2(SO4)3 + FeCl3 + HCl"),
        Nitric = Reaction.Of("HNO3 + FeSO4 + HCl = NO + Fe2(SO4)3 + FeCl3 + H2O"),
        WaterPerGram = 4,
        SettleRate = "settle-ferrous",
    };

    public MethodCard Card { get; } =
        GoldDown.Card(
            id: "ferrous",
            version: 1,
            title: "Bring the gold down with ferrous sulphate",
            reagents: ["FeSO4·7H2O", "H2O"],
            place: 2
        );

    public IReadOnlyList<OptionSpec> Options =>
        [GoldDown.School("7.4", 4.3, 20, "1.75 times what the equation takes. More does no harm."), GoldDown.Finish];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws) =>
        Down.Plan(
            this,
            charge,
            options,
            shop,
            facts,
            draws,
            "Ferrous sulphate",
            [new(CautionLevel.Look, "Acid must stay: without it iron falls as brown hydroxide over the gold.")]
        );
}
