namespace Spolium.Core.Methods.Denitrate;

/// <summary>
/// HNO3 + H3NSO3 → N2O + H2SO4 + H2O: sulfamic acid destroys the nitric acid that is left, in small portions into the hot
/// liquor, until a sign ends it. 1.541 g per gram of HNO3; what finds no nitrate is taken by water and leaves ammonium.
/// </summary>
public sealed class Sulfamic : IMethod
{
    private static readonly Reaction Hydrolysis = Reaction.Of("H3NSO3 + H2O = NH4HSO4");
    private const string Formula = "H3NSO3";
    private const double HotEnough = 70;
    private static readonly string[] DoneSigns = ["no-fizz-hot", "no-brown-fume", "iodide-white"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "sulfamic",
            Version = 1,
            Title = "Destroy the nitric acid with sulfamic acid",
            Verb = "denitrate",
            Stage = Stage.Denitrate,
            Outputs = [("denitrated", "denitrated liquor")],
            Reagents = ["H3NSO3"],
            Passages = [new(Form.GoldNitrateLiquor, Form.GoldLiquor, School: true)],
            HottestC = 100,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Portion("sulfamic-rung")],
            Signs = ["no-fizz-hot", "no-brown-fume", "iodide-white"],
        };

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (charge.Element("Pt").Likely > 0.01 || charge.Element("Pd").Likely > 0.01)
            return StepPlan.Refuse(
                this,
                charge,
                new Refusal(
                    "sulfamic acid leaves ammonium, which brings platinum down too early and dirty",
                    "boil the liquor down with hydrochloric acid instead"
                )
            );

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var nitrate = charge.Of(Species.Nitrate);
        var left = Molar.Grams(nitrate, "HNO3").Named("nitric acid before it");
        var perGram = ResidualNitric.Sulfamic.NeedByMass("HNO3", Formula).Named("sulfamic acid per gram of nitric acid");
        var pure = (left * perGram).Named("sulfamic acid for it");
        // The last portion is the proof: it brings no fizz, and water takes it.
        var smallest = Ladder.Smallest(shop.Of(Formula), shop.BalanceStepG);
        var poured = work.BySign(
            "sulfamic",
            Formula,
            pure,
            "dry, in small portions, hot; the next when the fizz has ended",
            DoneSigns,
            Constants.Get("ladder-floor").Likely,
            Constants.Get("ladder-ceiling").Likely,
            proof: Working.Given(smallest, Dimension.Mass, "one portion more, the proof", "20 steps of the balance")
        );
        work.React(ResidualNitric.Sulfamic, Working.Least(nitrate, poured * (Working.Exact(1) - draws.Prior("sulfamic-hydrolysed"))));
        work.React(Hydrolysis, work.Vessel.Of(new(Formula, Phase.Solid)));
        if (facts.Saw(DoneSigns))
            // All three signs say it is done: what some worlds still hold went off with the heat.
            work.React(ResidualNitric.DrivenOff, work.Vessel.Of(Species.Nitrate));
        work.LetGasGo();
        var liquor = work.Vessel;
        return work.Plan(
            "Sulfamic acid in small portions into the hot liquor, until one brings no fizz",
            "denitrating",
            Working.Zero(Dimension.Time),
            [new("denitrated", "denitrated liquor", true, liquor)],
            [
                new(
                    "no-fizz-hot",
                    "the next portion brings no fizz, and the liquor is hot",
                    "no fizz while it is cool: the acid may all be there"
                ),
                new("no-brown-fume", "no brown fume on warming", "dilute nitrate gives no fume"),
                new(
                    "iodide-white",
                    "moist iodide paper in the gas above stays white",
                    "never in the liquor: gold, copper and iron turn it blue"
                ),
            ],
            [
                Molar.Grams(liquor.Of(Species.Nitrate), "HNO3").Named("nitric acid left in the liquor"),
                pure,
                left,
                Molar.Grams(liquor.Of(new("NH4+", Phase.Aqueous)), "NH4+").Named("ammonium left in the liquor"),
            ],
            [
                "what is left of the chlorine off first: at 80 °C, until the air above is colourless",
                "then hot, 70 °C at least, before the second portion",
                "cold it hardly works, and then it foams over",
            ],
            [],
            "After a portion that has gone quiet: off the heat, covered. Warm it to 70 °C again before the next.",
            "If it foams now: no more acid, lift it off the heat, a squirt of cold water."
        ) with
        {
            // What was taken is the need and the proof, which tells nothing of the liquor.
            LearnsFrom = [],
            Interlocks =
            [
                new(
                    "sulfamic",
                    "temperature",
                    HotEnough,
                    "Read the temperature first: below 70 °C nothing seems to happen, and then it foams over. Nitrous acid answers cold: "
                        + "one portion may be tried."
                )
                {
                    AfterOne = true,
                },
                new("", "temperature", HotEnough, "This sign is only taken hot: cold, the acid may all be there.") { Sign = DoneSigns[0] },
            ],
        };
    }
}
