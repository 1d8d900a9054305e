namespace Spolium.Core.Methods.MakeReady;

/// <summary>Parts what goes on from what is set aside; both are weighed. Until they are, both are taken to hold the same.</summary>
public sealed class Sort : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "sort",
            Version = 1,
            Title = "Sort, and weigh each part",
            Verb = "sort",
            Stage = Stage.MakeReady,
            Outputs = [("kept", "the part that goes on"), ("aside", "set aside")],
            Reagents = [],
            HottestC = 25,
            Exposure = Exposure.Dust,
            Tasks = [Work.SetUp, Work.Attended("sort-hours")],
            Signs = ["adds-up"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("aside", "Set aside", "10", [], 0, 99, "% of the mass", "A guess until both parts are weighed.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.NoSolid(charge) is { } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var share = Working.Given(options.Number("aside") / 100, Dimension.None, "share set aside", "chosen; the weighing tells");
        var (aside, kept) = charge.Split(_ => share, share);
        return work.Plan(
            "Sort by kind; plastic and dirt aside; weigh each part",
            "quiet",
            Working.Zero(Dimension.Time),
            [
                new("kept", "the part that goes on", true, kept, "the part that goes on"),
                new("aside", "set aside", false, aside, "what is set aside"),
            ],
            [new("adds-up", "the parts add up to the lot", "a sum that fits by chance: weigh each part by itself")],
            [kept.Mass().Named("goes on"), aside.Mass().Named("set aside")],
            ["good light, a magnet, a tray for each kind"],
            [new(CautionLevel.Look, "Unknown silver contacts count as silver–cadmium oxide, springs as beryllium copper, until tested.")],
            "Any time: parts in named bags.",
            handsOn: draws.Prior("sort-hours") * (charge.Mass() / Working.Exact(1000, "1 kg", Dimension.Mass)),
            signFirst: false
        );
    }
}
