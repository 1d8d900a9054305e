namespace Spolium.Core.Methods.Denitrate;

/// <summary>A weighed button of gold eats the last of the nitric acid: Au + HNO3 + 4 HCl → HAuCl4 + NO + 2 H2O. What the button loses goes
/// to the book.</summary>
public sealed class SpareGold : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "spare-gold",
            Version = 1,
            Title = "Let a gold button eat the nitric acid",
            Verb = "spare gold",
            Stage = Stage.Denitrate,
            Outputs = [("denitrated", "denitrated liquor"), ("button", "what is left of the button")],
            Reagents = ["Au"],
            Passages = [new(Form.GoldNitrateLiquor, Form.GoldLiquor, School: true, Place: 3)],
            HottestC = 100,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("gold-hours")],
            Signs = ["button-constant", "iodide-white"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("button", "Button, more than it needs", "2", [], 1.1, 10, "× the gold eaten", "The button must not run out.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var row = MetalInAcid.Find("Au", true)!.AquaRegia;
        var nitrate = charge.Of(Species.Nitrate);
        var eaten = Molar.Grams(row.Need(nitrate, "HNO3", "Au"), "Au").Named("gold that the nitric acid eats");
        var acidNeed = row.Need(nitrate, "HNO3", "HCl");
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    charge.Of(Species.Chloride).Likely < acidNeed.Likely,
                    "too little hydrochloric acid is left for it",
                    "add hydrochloric acid first"
                ),
                Objections.When(
                    eaten.Range.High > Reference.Constants.Get("spare-gold-most").Likely,
                    $"it would eat up to {FigureText.Number(eaten.Range.High, 0)} g of gold",
                    "take most of the nitric acid out with sulfamic acid first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var sure = Working.Given(
            Math.Max(eaten.Range.High, 0.01) * options.Number("button"),
            Dimension.Mass,
            "button, more than it needs",
            "the high end of the nitric acid"
        );
        work.Decided("button", "Au", sure, "weighed, on a glass hook, hot", eaten, "gold button");
        work.React(row, nitrate, "HNO3");
        work.LetGasGo();
        var (button, liquor) = work.Vessel.Split(s => s == Species.Gold ? Charge.All : null);
        return work.Plan(
            "Hang a weighed gold button in the hot liquor until it loses no more",
            "aqua",
            draws.Prior("gold-hours"),
            [
                new("denitrated", "denitrated liquor", true, liquor),
                new("button", "what is left of the button", false, button, "the button, rinsed and dried"),
            ],
            [
                new(
                    "button-constant",
                    "two weighings of the button, half an hour apart and hot, agree",
                    "a cold liquor eats nothing and proves nothing"
                ),
                new("iodide-white", "moist iodide paper in the gas above stays white", "never in the liquor"),
            ],
            [eaten, button.Mass().Named("button to come back")],
            ["80 °C to the boil"],
            [],
            "With the button out, covered.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
