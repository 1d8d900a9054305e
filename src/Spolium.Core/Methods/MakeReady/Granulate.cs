namespace Spolium.Core.Methods.MakeReady;

/// <summary>Pours molten metal into water: granules dissolve from all sides. Ten times as much water as metal, or it flashes to
/// steam.</summary>
public sealed class Granulate : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "granulate",
            Version = 1,
            Title = "Melt and pour into water",
            Verb = "granulate",
            Stage = Stage.MakeReady,
            Outputs = [("granules", "granules"), ("slag", "slag and crucible")],
            Reagents = ["Na2B4O7"],
            Passages = [new(Form.Alloy, Form.Grains)],
            HottestC = 1100,
            Exposure = Exposure.Glow | Exposure.Light,
            Appliances = [new("furnace", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("melt-hours")],
            Signs = ["poured"],
        };

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Furnace.Objections(charge, draws, Objections.NoSolid(charge)) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var metal = charge.Mass().Named("metal to melt");
        work.Decided("borax", "Na2B4O7", metal * draws.Prior("borax"), "with the metal, in the crucible");
        var lost = draws.Prior("melt-loss");
        var (slag, granules) = work.Vessel.Split(s => Furnace.Leaves(s, lost, draws), Charge.All);
        var water = (metal * Constants.Get("granulating-water")).Named("water to pour into, at least");
        return work.Plan(
            "Melt under borax, pour in a thin stream from height into deep, stirred water",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("granules", "granules", true, granules, "the granules, dry"), new("slag", "slag and crucible", false, slag)],
            [new("poured", "all is poured and cold, granules dry", "water hides between granules: dry at 110 °C")],
            [granules.Mass().Named("granules to come"), water],
            ["metal container, 10 kg of water to a kg of metal, deep and stirred", "thin stream from half a metre"],
            [
                new(
                    CautionLevel.Stop,
                    "Steam blast: deep stirred water, thin stream, face shield, lid from afar. No closed hollow piece in the melt."
                ),
                .. Furnace.Cautions(charge),
                new(CautionLevel.Look, "Mould and tools above 120 °C and dry."),
            ],
            "Before the melt.",
            handsOn: draws.Prior("melt-hours"),
            signFirst: false
        ) with
        {
            Means = ["steam"],
        };
    }
}
