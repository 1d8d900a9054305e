namespace Spolium.Core.Methods.Finish;

/// <summary>Hot dilute acid takes the borax and oxide off a bar: sulphuric for silver (hydrochloric would skin it with chloride), either
/// for gold.</summary>
public sealed class Pickle : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "pickle",
            Version = 1,
            Title = "Pickle the bar",
            Verb = "pickle",
            Stage = Stage.Finish,
            Outputs = [("bar", "clean bar"), ("pickle", "pickle")],
            Reagents = ["H2SO4", "HCl", "H2O"],
            HottestC = 80,
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["bright"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("acid", "Acid", "H2SO4", [("H2SO4", "sulphuric, 10 %"), ("HCl", "hydrochloric, 10 %")]),
            new("ml", "Pickle", "100", [], 20, 5000, "mL"),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var acid = options.Text("acid");
        if (
            Objections.Among(
                Objections.NoSolid(charge),
                Objections.When(
                    acid == "HCl" && charge.Grams(ChlorideToSilver.Silver).Likely > 0.5 * charge.AllSolids().Likely,
                    "hydrochloric acid skins silver with chloride",
                    "use sulphuric acid"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var ml = Working.Exact(options.Number("ml"), null, Dimension.Volume);
        work.Water("water", "water", ml, "first");
        work.Decided("acid", acid, Shop.WaterGrams(ml) * Reference.Constants.Get("pickle-strength"), "into the water, slowly");
        work.Full();
        var (bar, pickle) = work.Vessel.Split(s => s.Phase == Phase.Solid && Species.IsMetal(s) ? Charge.All : null);
        return work.Plan(
            "Hot in the acid until it is bright, rinse, dry, weigh",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("bar", "clean bar", true, bar, "the bar"), new("pickle", "pickle", false, pickle)],
            [new("bright", "bright all over, no glass on it", "glass in a fold")],
            [bar.Mass().Named("bar to come")],
            ["60 to 80 °C, some minutes"],
            [
                new(CautionLevel.Stop, "Acid into water, never water into the acid."),
                new(CautionLevel.Look, "No hot bar into the acid: it spits."),
            ],
            "Any time.",
            handsOn: draws.Prior("wash-hours"),
            signFirst: false
        );
    }
}
