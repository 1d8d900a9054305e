namespace Spolium.Core.Methods.Finish;

/// <summary>
/// How fine a bar is: by an assay, by its density (weighed in air and in water: a band between the alloys with silver and with copper, of
/// little use below 18 karat), or by what the book says.
/// </summary>
public sealed class Fineness : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "fineness",
            Version = 1,
            Title = "Tell the fineness",
            Verb = "fineness",
            Stage = Stage.Finish,
            Outputs = [("bar", "bar")],
            Reagents = [],
            HottestC = 25,
            Tasks = [Work.SetUp],
            Signs = ["told"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("by", "By", "book", [("book", "what the book says"), ("assay", "assay"), ("density", "weighed in air and in water")]),
            new("assay", "Assay", "", [], 1, 1000, "‰"),
            new("air", "In air", "", [], 0.01, 100000, "g"),
            new("water", "In water", "", [], 0.01, 100000, "g"),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var by = options.Text("by");
        if (
            Objections.Among(
                Objections.NoSolid(charge),
                Objections.When(by == "assay" && !options.Has("assay"), "no assay is typed", "write it in thousandths"),
                Objections.When(
                    by == "density" && (!options.Has("air") || !options.Has("water")),
                    "two weighings are wanted",
                    "weigh it in air, then hanging in water"
                ),
                Objections.When(
                    by == "density" && options.Has("air") && options.Has("water") && options.Number("water") >= options.Number("air"),
                    "it cannot weigh more in water than in air",
                    "look at both weighings"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var gold = charge.Element("Au").Likely >= charge.Element("Ag").Likely;
        var mass = charge.Mass();
        var figures = new List<Working>();
        if (by == "book")
            figures.Add(Working.Share(charge.Element(gold ? "Au" : "Ag"), mass).Percent($"{(gold ? "gold" : "silver")} by the book"));
        else if (by == "assay")
            figures.Add(
                (Working.Given(options.Number("assay") / 1000, Dimension.None, "assay", "typed") * mass).Named(
                    $"{(gold ? "gold" : "silver")} by the assay"
                )
            );
        else
        {
            // Each weighing is as sure as the balance: of a small bar the difference is not.
            var sigma = Constants.Get("balance-plus-minus").Likely * shop.BalanceStepG / Draws.Z95;
            Working Weighed(string id, string label) =>
                Working.Given(draws.Reading(label, options.Number(id), sigma), Dimension.Mass, label, "typed, with the ± of the balance");
            var (air, water) = (Weighed("air", "in air"), Weighed("water", "in water"));
            var density = (air / ((air - water) * Constants.Get("water-volume"))).Named("density of the bar");
            figures.Add(density);
            // 1/ρ = a/ρ(Au) + (1 − a)/ρ(other): with silver and with copper, the two ends of the band.
            Working With(string other, string name)
            {
                var (au, x) = (Working.Exact(1) / Constants.Get("density-Au"), Working.Exact(1) / Constants.Get("density-" + other));
                return Working
                    .Least(Working.Exact(1), Working.AtLeastZero((x - Working.Exact(1) / density) / (x - au)))
                    .Percent($"gold, if the rest is {name}");
            }
            figures.Add(With("Ag", "silver"));
            figures.Add(With("Cu", "copper"));
        }
        return work.Plan(
            "Assay, or weigh in air and in water, or take what the book says",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("bar", "bar", true, charge)],
            [new("told", "the fineness is written down with how it was found", "colour is no assay")],
            figures,
            [],
            by == "density" ? [new(CautionLevel.Look, "Density tells little below 18 karat, and nothing of tungsten inside.")] : [],
            "Any time.",
            signFirst: false
        );
    }
}
