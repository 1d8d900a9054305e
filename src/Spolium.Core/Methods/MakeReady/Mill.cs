namespace Spolium.Core.Methods.MakeReady;

/// <summary>Mills or cuts, screens, and draws the magnet through. The magnet takes iron, and nickel-plated pins too: what it takes is a
/// holding.</summary>
public sealed class Mill : IMethod
{
    private static readonly Species Iron = new("Fe", Phase.Solid);
    private static readonly Species Nickel = new("Ni", Phase.Solid);
    private static readonly Bottle Balls = new("balls", "iron worn off the balls", "Fe", new(1), null);

    public MethodCard Card { get; } =
        new()
        {
            Id = "mill",
            Version = 1,
            Title = "Mill, screen, and take out what is magnetic",
            Verb = "mill",
            Stage = Stage.MakeReady,
            Outputs = [("ground", "ground, not magnetic"), ("magnetic", "magnetic part"), ("dust", "dust")],
            Reagents = [],
            HottestC = 25,
            Exposure = Exposure.Dust,
            Tasks = [Work.SetUp, Work.ByItself("mill-hours")],
            Signs = ["all-through", "magnet-clean"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("screen", "Screen", "1", [], 0.05, 20, "mm", "The finer, the faster the leach, and the more dust."),
            new(
                "worn",
                "Worn off the balls",
                "0",
                [],
                0,
                500,
                "g",
                "Balls are weighed before and after: what they lost is iron in the charge."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.To(charge, Duty.Mill, Objections.NoSolid(charge)) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        if (options.Number("worn") > 0)
            work.From(
                "balls",
                Balls,
                Working.Exact(options.Number("worn"), null, Dimension.Mass),
                "comes by itself: weigh the balls before and after"
            );
        work.Keep(work.Vessel.Opened(draws.Prior("mill-opens")));
        var dusty = draws.Prior("mill-dust");
        var (dust, ground) = work.Vessel.Split(_ => dusty, dusty);
        var dragged = draws.Prior("magnet-drags");
        var (magnetic, rest) = ground.Split(
            s =>
                s == Iron ? draws.Prior("magnet-iron")
                : s == Nickel ? draws.Prior("magnet-nickel")
                : dragged,
            dragged
        );
        return work.Plan(
            $"Mill or cut to {options.Text("screen")} mm, screen, draw the magnet through twice",
            "quiet",
            draws.Prior("mill-hours"),
            [
                new("ground", "ground, not magnetic", true, rest, "what is not magnetic"),
                new("magnetic", "magnetic part", false, magnetic, "the magnetic part"),
                new("dust", "dust", false, dust),
            ],
            [
                new("all-through", "all of it passes the screen", "lumps that passed on edge: look at them"),
                new("magnet-clean", "the magnet brings nothing more", "nickel–phosphorus and stainless steel do not answer a magnet"),
            ],
            [rest.Mass().Named("goes on"), magnetic.Mass().Named("magnetic part"), magnetic.Element("Au").Named("gold on the magnet")],
            [$"screen {options.Text("screen")} mm"],
            [
                new(CautionLevel.Look, "Dust: P3 mask, wet where it can be; never cut beryllium copper or ceramic."),
                new(CautionLevel.Look, "The magnet takes nickel-plated pins with their gold: keep that part."),
            ],
            "Any time.",
            handsOn: draws.Prior("mill-hands"),
            signFirst: false
        );
    }
}
