namespace Spolium.Core.Methods.Precipitate;

/// <summary>2 AgCl + Zn → 2 Ag + ZnCl2 in hydrochloric acid of 10 to 15 %; the surplus zinc goes off with hydrogen: Zn + 2 HCl → ZnCl2 +
/// H2.</summary>
public sealed class ZincSilver : IMethod
{
    private static readonly Reaction Surplus = Reaction.Of("Zn + HCl = ZnCl2 + H2");
    private static readonly Species Zinc = new("Zn", Phase.Solid);

    public MethodCard Card { get; } =
        new()
        {
            Id = "zinc-silver",
            Version = 1,
            Title = "Silver from its chloride by zinc",
            Verb = "reduce",
            Stage = Stage.Precipitate,
            Outputs = [("silver", "silver powder"), ("liquor", "zinc liquor")],
            Reagents = ["Zn", "HCl", "H2O"],
            Passages = [new(Form.WashedChloride, Form.SilverPowder, School: true, Place: 2)],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Portion("rung-nitric"), Work.ByItself("zinc-hours")],
            Signs = ["hydrogen-stopped", "no-white-core", "clear-in-nitric"],
        };

    public IReadOnlyList<OptionSpec> Options => [new("zinc", "Zinc, × the equation", "1.5", [], 1.05, 4, "", "1.5 by practice.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (ChlorideToSilver.Objections(charge, "zinc") is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var chloride = charge.Of(ChlorideToSilver.Chloride);
        var least = Molar.Grams(SilverChlorideReactions.ByZinc.Need(chloride, "AgCl", "Zn"), "Zn").Named("zinc by the equation");
        var factor = Working.Given(options.Number("zinc"), Dimension.None, "× the equation", "chosen");
        var surplus = Molar.Moles(least * (factor - Working.Exact(1)), "Zn");
        // The bath: 12 % acid over the cake, and acid for all the surplus zinc with some to spare.
        var bath = (Molar.Grams(chloride, "AgCl") * Constants.Get("zinc-acid-volume")).Named("acid bath");
        var acid = (Molar.Grams(Surplus.Need(surplus, "Zn", "HCl"), "HCl") + bath * Constants.Get("zinc-acid-spare")).Named(
            "hydrochloric acid"
        );
        work.Water("water", "water", bath, "over the cake");
        work.Decided("hcl", "HCl", acid, "into the water");
        work.BySign("zinc", "Zn", least * factor, "in small portions, stirred: it heats and gasses", ["hydrogen-stopped", "no-white-core"]);
        work.React(SilverChlorideReactions.ByZinc, chloride * (Working.Exact(1) - draws.Prior("chloride-left")), "AgCl");
        work.React(Surplus, work.Vessel.Of(Zinc), "Zn");
        work.LetGasGo();
        work.Full();
        var (silver, liquor) = ChlorideToSilver.Part(work);
        return work.Plan(
            "Zinc in portions into the acid over the cake, stirred, until no white is left; let the zinc go off",
            "nitric",
            draws.Prior("zinc-hours"),
            [new("silver", "silver powder", true, silver), new("liquor", "zinc liquor", false, liquor)],
            [
                new(
                    "hydrogen-stopped",
                    "no more hydrogen while acid is left",
                    "stopped bubbles prove only that the zinc is gone, or the acid: not that the chloride is"
                ),
                ChlorideToSilver.NoWhite,
                ChlorideToSilver.ClearInNitric,
            ],
            [.. ChlorideToSilver.Figures(work, charge), least],
            ["cool, stirred, an open vessel"],
            [new(CautionLevel.Look, "Zinc washed out: a grain of it makes the melt spit.")],
            "When the gas has stopped, under water.",
            "If it foams: stop the zinc, cool it."
        );
    }
}
