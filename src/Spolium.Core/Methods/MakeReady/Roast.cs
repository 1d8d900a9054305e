namespace Spolium.Core.Methods.MakeReady;

/// <summary>Burns paper, oil and plastic off at 600 to 700 °C; base metal turns to oxide in part. What is lost is known when the ash is
/// weighed.</summary>
public sealed class Roast : IMethod
{
    private static readonly IReadOnlyDictionary<string, Reaction> Oxides = new[]
    {
        "Cu = CuO",
        "Fe = Fe2O3",
        "Zn = ZnO",
        "Ni = NiO",
        "Co = CoO",
        "Sn = SnO2",
        "Pb = PbO",
        "Al = Al2O3",
        "In = In2O3",
        "Bi = Bi2O3",
    }
        .Select(e => e.Split(" = "))
        .ToDictionary(e => e[0], e => Reaction.Of($"{e[0]} + O2 = {e[1]}"));

    public MethodCard Card { get; } =
        new()
        {
            Id = "roast",
            Version = 1,
            Title = "Roast or ash",
            Verb = "roast",
            Stage = Stage.MakeReady,
            OfLeavings = true,
            Outputs = [("ash", "ash")],
            Reagents = [],
            HottestC = 700,
            Exposure = Exposure.Dust | Exposure.Glow | Exposure.Fume,
            Appliances = [new("furnace", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp, Work.ByItself("roast-hours")],
            Signs = ["no-smoke", "constant"],
        };

    private static readonly string[] BurnsAway = ["paper", "textile"];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (
            Objections.To(
                charge,
                Duty.Heat,
                Objections.NoSolid(charge),
                Objections.When(
                    charge.Grams(new("AgCl", Phase.Solid)).Likely > 0.01,
                    "silver chloride melts at 455 °C and fumes off at roast heat",
                    "reduce it to silver first"
                ),
                Objections.When(
                    charge.Of(Species.Chloride).Range.High > 0.001,
                    "it is wet with chloride: silver, lead and zinc chlorides fume off",
                    "wash it free of chloride first"
                ),
                Objections.When(
                    charge.Grams(Species.Nitrate).Range.High > 0.1,
                    "nitrate in paper or cloth burns like powder",
                    "rinse it free of nitrate first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        work.Loses(s => s.Phase is Phase.Liquid ? Charge.All : null, draws.Prior("roast-burnt"));
        work.Keep(work.Vessel.Opened(Charge.All));
        foreach (var (metal, oxide) in Oxides)
            work.React(oxide, work.Vessel.Of(new(metal, Phase.Solid)) * draws.Prior("roast-oxidised"), metal, new Species("O2", Phase.Gas));
        work.LetGasGo();
        work.Keep(work.Vessel.Unmarked(BurnsAway));
        return work.Plan(
            "Spread thin, warm slowly to 350 °C, then dull red until nothing glows or smokes",
            "quiet",
            draws.Prior("roast-hours"),
            [new("ash", "ash", true, work.Vessel, "the ash, cold")],
            [
                new("no-smoke", "no smoke, no glow, an even colour through the bed", "a grey top hides black below: rake it"),
                new("constant", "two weighings agree", "a warm pan weighs light"),
            ],
            [work.Vessel.Mass().Named("ash to come"), work.Vessel.Element("Au").Named("gold in the ash")],
            ["600 to 700 °C, hours, outdoors or under an extracted hood", "filters washed free of chloride and nitrate first"],
            [
                new(CautionLevel.Stop, "Plastics, arsenic and mercury bearing feed never indoors: poison in the smoke."),
                new(CautionLevel.Look, "Rake gently: fine gold goes with the draught."),
            ],
            "When it has cooled under its lid.",
            handsOn: draws.Prior("roast-hands"),
            signFirst: false
        );
    }
}
