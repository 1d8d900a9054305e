namespace Spolium.Core.Methods.Precipitate;

/// <summary>2 HAuCl4 + 3 Na2SO3 + 3 H2O → 2 Au + 3 Na2SO4 + 8 HCl (<see cref="GoldDown"/>): gentler than metabisulphite; 0.960 g by the
/// equation.</summary>
public sealed class Sulphite : IMethod
{
    private static readonly GoldDown Down = new()
    {
        Salt = "Na2SO3",
        DoseId = "sulphite",
        In = "Na2SO3",
        Precipitation = Reaction.Of("HAuCl4 + Na2SO3 + H2O = Au + Na2SO4 + HCl"),
        Nitric = Reaction.Of("HNO3 + Na2SO3 = NO + Na2SO4 + H2O"),
        Iron = Reaction.Of("FeCl3 + Na2SO3 + H2O = FeCl2 + Na2SO4 + HCl"),
        Sulphurous = Reaction.Of("Na2SO3 + HCl = NaCl + SO2 + H2O"),
        WaterPerGram = 5,
        SettleRate = "settle-rate",
    };

    public MethodCard Card { get; } =
        GoldDown.Card(id: "sulphite", version: 1, title: "Bring the gold down with sulphite", reagents: ["Na2SO3", "H2O"], place: 3);

    public IReadOnlyList<OptionSpec> Options =>
        [GoldDown.School("1.44", 1, 3, "1.5 times what the equation takes. Warm, it settles faster."), GoldDown.Finish];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws) =>
        Down.Plan(this, charge, options, shop, facts, draws, "Sulphite", []);
}
