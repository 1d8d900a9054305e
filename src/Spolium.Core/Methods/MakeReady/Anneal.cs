namespace Spolium.Core.Methods.MakeReady;

/// <summary>Red heat for solid metal: oil and grease burn off, the metal grows soft enough to roll.</summary>
public sealed class Anneal : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "anneal",
            Version = 1,
            Title = "Anneal and burn the grease off",
            Verb = "anneal",
            Stage = Stage.MakeReady,
            Outputs = [("metal", "annealed metal")],
            Reagents = [],
            HottestC = 700,
            Exposure = Exposure.Glow,
            Appliances = [new("furnace", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("anneal-hours")],
            Signs = ["dull-red"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("grease", "Grease and dirt", "0", [], 0, 50, "% of the mass", "What burns off; the weighing tells.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.To(charge, Duty.Heat, Objections.NoSolid(charge)) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var burns = Working.Least(
            charge.Unknown,
            charge.Mass() * Working.Given(options.Number("grease") / 100, Dimension.None, "grease and dirt", "typed")
        );
        work.Loses(s => s.Phase == Phase.Liquid ? Charge.All : null, Working.Share(burns, charge.Unknown));
        return work.Plan(
            "Heat to dull red in thin layers, let it cool in air",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("metal", "annealed metal", true, work.Vessel, "the metal, cold")],
            [new("dull-red", "dull red all over, no smoke", "a flame on the grease is not the metal glowing")],
            [work.Vessel.Mass().Named("metal to come")],
            ["dull red in a dim room, some minutes"],
            [new(CautionLevel.Look, "Oil burns with a flame: outdoors or under the hood, lid at hand.")],
            "Any time.",
            handsOn: draws.Prior("anneal-hours"),
            signFirst: false
        );
    }
}
