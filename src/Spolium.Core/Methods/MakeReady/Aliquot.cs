namespace Spolium.Core.Methods.MakeReady;

/// <summary>Splits off a small weighed part to try a method on, before the whole is risked (small shop 3). The part is a branch with its
/// own small plan.</summary>
public sealed class Aliquot : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "aliquot",
            Version = 1,
            Title = "Split off a part for a trial",
            Verb = "trial part",
            Stage = Stage.MakeReady,
            Outputs = [("rest", "the rest"), ("trial", "part for the trial")],
            Reagents = [],
            HottestC = 25,
            Tasks = [Work.SetUp],
            Signs = ["like-the-whole"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("share", "Share for the trial", "3", [], 0.1, 50, "%", "1 to 5 %: enough to weigh what comes of it.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (charge.Mass().Likely <= 0)
            return StepPlan.Refuse(this, charge, new Refusal("there is nothing in it", "choose another holding"));
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var share = Working.Given(options.Number("share") / 100, Dimension.None, "share for the trial", "chosen; weigh it");
        var (trial, rest) = charge.Split(_ => share, share);
        return work.Plan(
            "Mix well, take a part that is like the whole, weigh it",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("rest", "the rest", true, rest), new("trial", "part for the trial", false, trial, "the part for the trial")],
            [new("like-the-whole", "the part was taken from all of it, mixed", "a handful from the top")],
            [trial.Mass().Named("part for the trial")],
            ["compare two schools at equal times; post what each gave"],
            [new(CautionLevel.Look, "Coarse pieces: under 20 of them a part is not like the whole.")],
            "Any time.",
            signFirst: false
        );
    }
}
