namespace Spolium.Core.Methods.MakeReady;

/// <summary>A charge goes out of the house (a furnace, an assay office) and comes back; both masses are weighed, and what is short is
/// posted.</summary>
public sealed class Outside : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "outside",
            Version = 1,
            Title = "Send it out, and take it back",
            Verb = "send out",
            Stage = Stage.MakeReady,
            Outputs = [("back", "what came back")],
            Reagents = [],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["both-weighed"],
        };

    public IReadOnlyList<OptionSpec> Options => [new("days", "Away for", "7", [], 0, 400, "days", "A guess until it is back.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.NoSolid(charge) is { } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var away = Working.Given(
            options.Number("days") * 24,
            Dimension.Time,
            "away",
            $"chosen: {options.Text("days")} days; the clock tells"
        );
        return work.Plan(
            "Weigh it, seal it, write down who has it; weigh it again when it is back",
            "quiet",
            away,
            [new("back", "what came back", true, work.Vessel, "what came back")],
            [new("both-weighed", "weighed before it left and after it came back", "a receipt: their balance is not yours")],
            [charge.Mass().Named("sent out")],
            ["dry, sealed, named"],
            [new(CautionLevel.Look, "Sample taken, slag, dust: what comes back is lighter. Ask for all of it.")],
            "It is away: nothing to watch.",
            handsOn: draws.Prior("wash-hours"),
            signFirst: false
        );
    }
}
