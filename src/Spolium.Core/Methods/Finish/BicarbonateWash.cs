namespace Spolium.Core.Methods.Finish;

/// <summary>HCl + NaHCO3 → NaCl + CO2 + H2O: takes the acid that is left in a powder before it is dissolved again (methods G). Base metal
/// salts fall as hydroxides with it.</summary>
public sealed class BicarbonateWash : IMethod
{
    private static readonly Reaction Takes = Reaction.Of("HCl + NaHCO3 = NaCl + CO2 + H2O");

    public MethodCard Card { get; } =
        new()
        {
            Id = "bicarbonate-wash",
            Version = 1,
            Title = "Take the acid left in the powder with bicarbonate",
            Verb = "soda wash",
            Stage = Stage.Finish,
            Pace = "pace-wash",
            Outputs = [("washed", "powder without acid"), ("liquor", "soda liquor")],
            Reagents = ["NaHCO3", "H2O"],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Portion("sulfamic-rung")],
            Signs = ["no-fizz"],
        };

    public IReadOnlyList<OptionSpec> Options => [new("water-ml", "Water over the powder", "50", [], 5, 5000, "mL")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var acid = charge.Of(Species.Proton);
        if (
            Objections.Among(
                Objections.NoSolid(charge),
                Objections.When(acid.Likely <= 0, "there is no acid left in it", "go on with the next step")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var need = Molar.Grams(acid, "NaHCO3").Named("bicarbonate by the equation");
        work.Water("water", "water", Working.Exact(options.Number("water-ml"), null, Dimension.Volume), "over the powder");
        work.BySign("bicarbonate", "NaHCO3", need, "in pinches, stirred, until one brings no fizz", ["no-fizz"]);
        work.React(Takes, Working.Least(acid, work.Vessel.Of(new("HCO3-", Phase.Aqueous))), "HCl");
        work.LetGasGo();
        work.Full();
        var (powder, liquor) = work.Decant(work.Vessel.Solids() * draws.Prior("heel-powder"));
        return work.Plan(
            "Bicarbonate in pinches into the water over the powder, until one brings no fizz; decant",
            "neutralise",
            Working.Zero(Dimension.Time),
            [new("washed", "powder without acid", true, powder), new("liquor", "soda liquor", false, liquor)],
            [
                new(
                    "no-fizz",
                    "one more pinch, stirred up from the bottom, brings no fizz",
                    "a layer of solid at the bottom shields acid: stir"
                ),
            ],
            [need, Molar.Grams(powder.Of(Species.Proton), "HCl").Named("acid left, as HCl")],
            ["cold, a wide vessel, small pinches"],
            [new(CautionLevel.Look, "Stir from the bottom: acid under the powder breaks out late.")],
            "Under water, covered.",
            "If it foams: wait, stir."
        );
    }
}
