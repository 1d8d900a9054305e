using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Reference;

namespace Spolium.Core.Methods.Denitrate;

/// <summary>
/// HNO3 + H3NSO3 → N2O + H2SO4 + H2O: sulfamic acid destroys the nitric acid that is left, in small portions into the hot
/// liquor, until a sign ends it. 1.541 g per gram of HNO3; what finds no nitrate is taken by water and leaves ammonium.
/// </summary>
public sealed class Sulfamic : IMethod
{
    private static readonly Reaction Hydrolysis = Reaction.Of("H3NSO3 + H2O = NH4HSO4");
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

        var bottle = shop.Of("H3NSO3");
        var nitrate = charge.Of(Species.Nitrate);
        var left = Molar.Grams(nitrate, "HNO3").Named("nitric acid before it");
        var pure = (left * ResidualNitric.Sulfamic.NeedByMass("HNO3", "H3NSO3").Named("sulfamic acid per gram of nitric acid")).Named(
            "sulfamic acid for it"
        );
        var need = (pure / bottle.StrengthIn(draws)).Named("sulfamic acid to pour");
        var smallest = Ladder.Smallest(bottle, shop.BalanceStepG);
        var ended = facts.Closed || facts.Saw(DoneSigns);

        // The last portion is the proof: it brings no fizz, and water takes it.
        var proof = Working.Given(smallest, Dimension.Mass, "one portion more, the proof", "20 steps of the balance");
        var poured = DosePlan.BySign("sulfamic", need + proof, facts, ended);

        var vessel = bottle.PourInto(charge, poured, draws);
        var moles = bottle.MolesIn(poured, draws);
        var reach = moles * (Working.Exact(1) - draws.Prior("sulfamic-hydrolysed"));
        (vessel, var extent) = vessel.React(ResidualNitric.Sulfamic, Working.Least(nitrate, reach));
        (vessel, var water) = vessel.React(Hydrolysis, vessel.Of(new("H3NSO3", Phase.Solid)));
        if (facts.Saw(DoneSigns))
            // All three signs say it is done: what some worlds still hold went off with the heat.
            (vessel, _) = vessel.React(ResidualNitric.DrivenOff, vessel.Of(Species.Nitrate));
        var (gasGone, liquor) = vessel.LetGasGo();

        var nitrous = Molar.GasVolume(extent).Named("N₂O made");
        var heat = Heat.Sum(
            [Heat.Of(ResidualNitric.Sulfamic, extent, "heat of denitrating"), Heat.Of(Hydrolysis, water, "heat of what water takes")],
            "heat of denitrating"
        );
        var liquid = liquor.LiquorVolume(draws);
        var portions = Portions.For(
            "denitrating",
            nitrous,
            heat is null ? Working.Zero(Dimension.Temperature) : Heat.Warming(heat, liquor),
            liquid,
            shop.Vessels,
            draws
        );
        var ladder = Ladder.Build(
            bottle,
            Constants.Get("ladder-floor").Likely * need.Range.Low,
            Constants.Get("ladder-ceiling").Likely * Math.Max(need.Range.High, need.Likely),
            portions.Whole,
            shop.BalanceStepG,
            facts.Of("sulfamic"),
            ended
        );

        return new(
            Card.Id,
            Card.Version,
            Card.Title,
            Card.Verb,
            Card.Stage,
            "Sulfamic acid in small portions into the hot liquor, until one brings no fizz",
            [],
            [
                new(
                    "sulfamic",
                    bottle.Label,
                    bottle,
                    poured.Named("sulfamic acid from the jar"),
                    null,
                    ladder,
                    null,
                    "dry, in small portions, hot; the next when the fizz has ended"
                ),
            ],
            portions.Vessel,
            portions.Count,
            [new("N2O", nitrous, nitrous, "laughing gas: vent it")],
            heat,
            ["80 °C to the boil before the first portion", "cold it hardly works, and then it foams over"],
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
            true,
            (draws.Prior("set-up") + portions.Count * draws.Prior("sulfamic-rung")).Named("hours with hands on"),
            Working.Zero(Dimension.Time),
            [new("denitrated", "denitrated liquor", true, liquor)],
            gasGone,
            [
                Molar.Grams(liquor.Of(Species.Nitrate), "HNO3").Named("nitric acid left in the liquor"),
                pure,
                left,
                Molar.Grams(liquor.Of(new("NH4+", Phase.Aqueous)), "NH4+").Named("ammonium left in the liquor"),
            ],
            [
                new(CautionLevel.Look, "Foams up at once: small portions, tall vessel, tray under it."),
                new(CautionLevel.Look, "Drive the chlorine off first: at 80 °C, until the air above is colourless."),
                new(CautionLevel.Look, "Laughing gas and what is left of the brown: hood or outdoors."),
            ],
            "After a portion that has gone quiet: off the heat, covered. Warm it to 80 °C again before the next.",
            "If it foams now: no more acid, lift it off the heat, a squirt of cold water.",
            [ResidualNitric.Sulfamic, Hydrolysis]
        )
        {
            HottestC = Card.HottestC,
            Interlocks =
            [
                new(
                    "sulfamic",
                    "temperature",
                    HotEnough,
                    "Read the temperature first: below 70 °C nothing seems to happen, and then it foams over."
                ),
            ],
        };
    }
}
