namespace Spolium.Core.Methods.Dissolve;

/// <summary>2 Au + 3 NaOCl + 8 HCl → 2 HAuCl4 + 3 NaCl + 3 H2O: bleach in drops into hydrochloric acid over foils. No nitric acid to
/// destroy; the chlorine is driven off.</summary>
public sealed class Hypochlorite : IMethod
{
    private static readonly Reaction Surplus = Reaction.Of("NaOCl + HCl = NaCl + Cl2 + H2O");
    private static readonly string[] Done = ["no-foil-left", "green-after-more"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "hypochlorite",
            Version = 1,
            Title = "Dissolve the gold with bleach and hydrochloric acid",
            Verb = "dissolve",
            Stage = Stage.Dissolve,
            Outputs = [("gold-liquor", "gold liquor")],
            Reagents = ["HCl", "NaOCl"],
            Passages = [new(Form.Foils, Form.GoldLiquor, "bleach")],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("rung-aqua")],
            Lessons = [new("bleach-factor", Seen.Dose, "oxidant")],
            Signs = ["no-foil-left", "green-after-more", "chlorine-off"],
        };

    public IReadOnlyList<OptionSpec> Options => [DissolveTime.Form, DissolveTime.Thickness, CoverVolume.Option];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.To(charge, Duty.Chloride, [.. ChlorideBath.Objections(charge), Objections.Ammonium(charge)]) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var bath = OxidantBath.Run(
            work,
            shop,
            "NaOCl",
            "NaCl + H2O",
            draws.Prior("bleach-factor"),
            draws.Prior("gold-undissolved"),
            "by drops, outdoors; the next when the green has faded",
            Done
        );
        work.React(Surplus, work.Vessel.Of(new("ClO-", Phase.Aqueous)));
        ChlorineLeft.Stays(work);
        work.LetGasGo();
        return work.Plan(
            "Bleach by drops into hydrochloric acid over the foils, cold; then warm it until the chlorine is gone",
            "aqua",
            DissolveTime.Hours(options, "au-hypochlorite", 22, draws.Prior("bleach-factor").Likely, "bleach-hours", draws),
            [new("gold-liquor", "gold liquor", true, work.Vessel)],
            [
                new("no-foil-left", "no foil and no grit under the rod", "a dark liquor hides foil"),
                new(
                    "green-after-more",
                    "one more drop leaves it green: oxidant to spare",
                    "green without metal in sight says nothing of what lies below"
                ),
                new("chlorine-off", "warmed, iodide paper in the gas above stays white", "never in the liquor"),
            ],
            bath.Figures,
            [
                "room temperature, outdoors",
                "hydrochloric acid first, never acid into bleach in bulk",
                "then warm, until the air above is clean",
            ],
            [new(CautionLevel.Look, "The strength of bleach falls with age: what the bottle says is not what it holds.")],
            "When it is quiet: cover with the watch glass in the hood, never stopper it.",
            "If it boils up: stop, stand back upwind."
        );
    }
}
