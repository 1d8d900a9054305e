namespace Spolium.Core.Methods.MakeSafe;

/// <summary>Chlorine water, bleach and peroxide by sulphite: 1.777 g of Na2SO3 to a gram of chlorine, 1.693 to one of hypochlorite, 3.706
/// to one of peroxide.</summary>
public sealed class ReduceOxidant : IMethod
{
    private const string Sulphite = "Na2SO3";
    private const string Metabisulphite = "Na2S2O5";
    private static readonly Species Dissolved = new("Cl2", Phase.Aqueous);
    private static readonly Species Gas = new("Cl2", Phase.Gas);
    private static readonly Species Bleach = new("ClO-", Phase.Aqueous);
    private static readonly Species Peroxide = new("H2O2", Phase.Aqueous);

    // What is taken, by which equation of either salt, and a substance of it that stands for the oxidant.
    private static readonly (Species Oxidant, string Of, Reaction Sulphite, Reaction Metabisulphite)[] Takes =
    [
        (Dissolved, "Cl2", Reaction.Of("Cl2 + Na2SO3 + H2O = Na2SO4 + HCl"), Reaction.Of("Cl2 + Na2S2O5 + H2O = NaHSO4 + HCl")),
        (Bleach, "NaOCl", Reaction.Of("NaOCl + Na2SO3 = NaCl + Na2SO4"), Reaction.Of("NaOCl + Na2S2O5 + H2O = NaCl + NaHSO4")),
        (Peroxide, "H2O2", Reaction.Of("H2O2 + Na2SO3 = Na2SO4 + H2O"), Reaction.Of("H2O2 + Na2S2O5 = NaHSO4 + H2O")),
    ];

    public MethodCard Card { get; } =
        new()
        {
            Id = "reduce-oxidant",
            Version = 1,
            Title = "Take chlorine, bleach or peroxide out with sulphite",
            Verb = "take out",
            Stage = Stage.MakeSafe,
            OfLeavings = true,
            Outputs = [("liquor", "liquor without oxidant")],
            Reagents = [Sulphite, Metabisulphite],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("rung-sulphite")],
            Signs = ["iodide-white"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "with",
                "With",
                Sulphite,
                [(Sulphite, "sulphite: keeps it as sour as it is"), (Metabisulphite, "metabisulphite: cheaper, and makes it more sour")],
                Tip: "Sour liquor gives sulphur dioxide with either, bleach gives chlorine when it turns sour: sulphite for bleach."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var there = Takes.Select(t => (Take: t, Moles: charge.Of(t.Oxidant))).Where(t => !Working.IsNothing(t.Moles)).ToList();
        var with = options.Text("with");
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    there.Sum(t => t.Moles.Likely) <= 0,
                    "there is no chlorine, bleach or peroxide in it",
                    "choose the liquor that turns iodide paper brown"
                ),
                Objections.When(
                    charge.Element("Au").Likely > NeutralGate.Of("Au").Above,
                    "gold is dissolved in it, and sulphite brings it down",
                    "drive the chlorine off by warming, then bring the gold down"
                ),
                Objections.When(
                    with == Metabisulphite && charge.Of(Bleach).Range.High > 1e-4,
                    "metabisulphite turns bleach sour, and sour bleach gives chlorine",
                    "choose sulphite"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        Reaction By((Species Oxidant, string Of, Reaction Sulphite, Reaction Metabisulphite) t) =>
            with == Sulphite ? t.Sulphite : t.Metabisulphite;
        var need = Molar
            .Grams(Working.Sum(there.Select(t => By(t.Take).Need(t.Moles, t.Take.Of, with)), Dimension.Substance), with)
            .Named($"{with} for what oxidises in it");
        work.BySign(
            "sulphite",
            with,
            need * draws.Prior("make-safe-surplus"),
            "as a thin solution, in portions, stirred, cold, under the hood",
            ["iodide-white"]
        );
        // Equations write chlorine as its gas.
        var (chlorine, rest) = work.Vessel.Split(s => s == Dissolved ? Charge.All : null);
        work.Keep(rest.With(Gas, chlorine.Of(Dissolved)));
        foreach (var (take, _) in there)
            work.React(By(take), work.Vessel.Of(take.Oxidant == Dissolved ? Gas : take.Oxidant), take.Of);
        work.LetGasGo();
        work.Full();
        return work.Plan(
            "Sulphite in portions until iodide paper stays white",
            "precipitating",
            Working.Zero(Dimension.Time),
            [new("liquor", "liquor without oxidant", true, work.Vessel)],
            [
                new(
                    "iodide-white",
                    "moist iodide-starch paper stays white, in the liquor and over it",
                    "a paper that was bleached brown to white by much chlorine: use a fresh one"
                ),
            ],
            [
                need,
                .. there.Select(t => charge.Grams(t.Take.Oxidant).Named($"{(t.Take.Of == "NaOCl" ? "hypochlorite" : t.Take.Of)} in it")),
            ],
            ["under the hood or outdoors, cold"],
            [
                new(CautionLevel.Look, "Too much in a sour liquor smells of burnt sulphur: sulphur dioxide. Stop at the white paper."),
                new(CautionLevel.Look, "It is not neutral yet, and metals are still in it: neutralise it next."),
            ],
            "Covered loosely.",
            "Warm or foaming: wait, cool.",
            handsOn: Working.Zero(Dimension.Time)
        );
    }
}
