namespace Spolium.Core.Methods.Denitrate;

/// <summary>
/// 6 HNO3 + 5 CO(NH2)2 → 8 N2 + 5 CO2 + 13 H2O over nitrous acid, only hot and slow: urea takes nitrous acid (2 HNO2 + CO(NH2)2 → 2 N2 +
/// CO2 + 3 H2O) and leaves nitric. The school is supported with that warning: a share of the nitrate is taken, the rest stays.
/// </summary>
public sealed class Urea : IMethod
{
    private const string Formula = "CO(NH2)2";
    private static readonly Reaction Takes = Reaction.Of("HNO3 + CO(NH2)2 = N2 + CO2 + H2O");

    public MethodCard Card { get; } =
        new()
        {
            Id = "urea",
            Version = 1,
            Title = "Take the nitrous acid with urea",
            Verb = "denitrate",
            Stage = Stage.Denitrate,
            Outputs = [("denitrated", "liquor after urea")],
            Reagents = [Formula],
            Passages = [new(Form.GoldNitrateLiquor, Form.GoldLiquor, School: true, Place: 4)],
            HottestC = 100,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Portion("sulfamic-rung")],
            Signs = ["no-fizz-hot", "no-brown-fume", "iodide-white"],
        };

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var nitrate = Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Named("nitric acid before it");
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    charge.Element("Pt").Likely > 0.01 || charge.Element("Pd").Likely > 0.01,
                    "urea leaves ammonium, which brings platinum down too early and dirty",
                    "boil the liquor down with hydrochloric acid instead"
                ),
                Objections.When(
                    Objections.Holds(charge, "urea-nitric"),
                    "urea in nitric acid above about 200 g to a litre of water gives urea nitrate, an explosive",
                    "boil it down first, or thin it"
                ),
                Objections.When(
                    charge.Of(new("ClO-", Phase.Aqueous)).Range.High > 1e-4,
                    "urea and hypochlorite make nitrogen trichloride, which explodes",
                    "drive the chlorine off first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var share = draws.Prior("urea-takes");
        var perGram = Takes.NeedByMass("HNO3", Formula).Named("urea to a gram of nitric acid");
        work.BySign(
            "urea",
            Formula,
            nitrate * share * perGram,
            "in small portions, near boiling; the next when the fizz has ended",
            ["no-fizz-hot"]
        );
        work.React(Takes, charge.Of(Species.Nitrate) * share, "HNO3");
        work.LetGasGo();
        var left = Molar.Grams(work.Vessel.Of(Species.Nitrate), "HNO3").Named("nitric acid left in the liquor");
        return work.Plan(
            "Urea in small portions into the hot liquor, until one brings no fizz",
            "denitrating",
            Working.Zero(Dimension.Time),
            [new("denitrated", "liquor after urea", true, work.Vessel)],
            [
                new(
                    "no-fizz-hot",
                    "the next portion brings no fizz, and the liquor is near boiling",
                    "urea takes nitrous acid only: no fizz does not mean that the nitric acid is gone"
                ),
                new("no-brown-fume", "no brown fume on warming", "dilute nitrate gives no fume"),
                new(
                    "iodide-white",
                    "moist iodide paper in the gas above stays white",
                    "never in the liquor: gold, copper and iron turn it blue"
                ),
            ],
            [left, nitrate],
            ["near boiling; never into strong or cold nitric acid"],
            [
                new(CautionLevel.Stop, "Never let it dry or cool with urea in it: urea nitrate explodes."),
                new(CautionLevel.Look, "Urea leaves most of the nitric acid: check with one portion of sulfamic acid, or boil it down."),
            ],
            "Do not stop here: finish while hot.",
            "If it foams: no more urea, lift it off the heat."
        );
    }
}
