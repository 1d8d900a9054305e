namespace Spolium.Core.Methods.MakeSafe;

/// <summary>
/// Sulphide and thiosulphate made safe: sulphide by iron(II) as its sulphide (no gas, no heat), or both by peroxide to sulphate, alkaline
/// and cold. Acid never: hydrogen sulphide, sulphur dioxide.
/// </summary>
public sealed class TakeSulphide : IMethod
{
    private const string Iron = "FeSO4·7H2O";
    private const string Peroxide = "H2O2";
    private static readonly Species Sulphide = new("S2-", Phase.Aqueous);
    private static readonly Species Thiosulphate = new("S2O3 2-", Phase.Aqueous);
    private static readonly Species Hydroxide = new("OH-", Phase.Aqueous);
    private static readonly Reaction Falls = Reaction.Of("Na2S + FeSO4 = FeS + Na2SO4");
    private static readonly Reaction SulphideBurnt = Reaction.Of("Na2S + H2O2 = Na2SO4 + H2O");
    private static readonly Reaction ThiosulphateBurnt = Reaction.Of("Na2S2O3 + H2O2 + NaOH = Na2SO4 + H2O");

    public MethodCard Card { get; } =
        new()
        {
            Id = "take-sulphide",
            Version = 1,
            Title = "Make sulphide or spent fixer safe",
            Verb = "make safe",
            Stage = Stage.MakeSafe,
            OfLeavings = true,
            Outputs = [("sludge", "sludge"), ("liquor", "liquor without sulphide")],
            Reagents = [Iron, Peroxide, "NaOH"],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("sulfamic-rung"), Work.Attended("wash-hours")],
            Signs = ["lead-paper-white"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "with",
                "With",
                Iron,
                [
                    (Iron, "green vitriol: black iron sulphide falls; leaves thiosulphate as it is"),
                    (Peroxide, "peroxide in caustic: sulphide and thiosulphate to sulphate; heats"),
                ]
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var (sulphide, thiosulphate) = (charge.Of(Sulphide), charge.Of(Thiosulphate));
        var iron = options.Text("with") == Iron;
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    sulphide.Likely + (iron ? 0 : thiosulphate.Likely) <= 0,
                    iron && thiosulphate.Likely > 0 ? "iron takes no thiosulphate" : "there is no sulphide and no thiosulphate in it",
                    iron && thiosulphate.Likely > 0 ? "choose peroxide, or hand the fixer over" : "choose the liquor that holds it"
                ),
                Objections.When(
                    charge.Of(Species.Proton).Range.High > 1e-3,
                    "it is acid: hydrogen sulphide comes off by itself",
                    "out of the room, air it; caustic by a second person under the hood, then this"
                ),
                Objections.When(
                    charge.Element("Ag").Likely > NeutralGate.Of("Ag").Above,
                    "silver is in it and would be lost in the sludge",
                    "take the silver out with iron or current first"
                ),
                Objections.When(
                    !iron && charge.Of(new("NH4+", Phase.Aqueous)).Range.High > 0.1,
                    "caustic sets the ammonia of ammonium fixer free",
                    "hand it over as it is, labelled"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var surplus = draws.Prior("make-safe-surplus");
        var needs = new List<Working>();
        if (iron)
        {
            var need = Molar.Grams(sulphide, Iron).Named("green vitriol for the sulphide");
            needs.Add(need);
            work.BySign("iron", Iron, need * surplus, "as a thin solution, in portions, stirred, under the hood", ["lead-paper-white"]);
            work.React(Falls, work.Vessel.Of(Sulphide), "Na2S");
        }
        else
        {
            var caustic = Molar
                .Grams(Working.AtLeastZero(ThiosulphateBurnt.Need(thiosulphate, "Na2S2O3", "NaOH") - charge.Of(Hydroxide)), "NaOH")
                .Named("caustic for the acid that thiosulphate makes");
            var need = Molar
                .Grams(SulphideBurnt.Need(sulphide, "Na2S", Peroxide) + ThiosulphateBurnt.Need(thiosulphate, "Na2S2O3", Peroxide), Peroxide)
                .Named("peroxide for what it takes");
            needs.AddRange([need, caustic]);
            if (!Working.IsNothing(caustic))
                work.Decided(
                    "caustic",
                    "NaOH",
                    Working.Given(
                        Math.Max(caustic.Range.High, caustic.Likely) * surplus.Likely,
                        Dimension.Mass,
                        "caustic, for the most that it may want",
                        "by the equation"
                    ),
                    "first, dissolved and cold: it must stay alkaline to the end",
                    caustic
                );
            work.BySign(
                "peroxide",
                Peroxide,
                need * surplus,
                "in small portions, cold, stirred; the next when it has cooled",
                ["lead-paper-white"]
            );
            work.React(SulphideBurnt, work.Vessel.Of(Sulphide), "Na2S");
            work.React(ThiosulphateBurnt, work.Vessel.Of(Thiosulphate), "Na2S2O3");
        }
        work.LetGasGo();
        work.Full();
        var dry = work.Vessel.AllSolids().Named("sludge, dry");
        var (sludge, liquor) = work.Decant(dry * draws.Prior("heel-sludge"));
        return work.Plan(
            iron
                ? "Green vitriol in portions until lead paper stays white; let the black sludge settle, filter, keep it wet and alkaline"
                : "Caustic first, then peroxide in small portions, cold, until lead paper stays white",
            iron ? "precipitating" : "neutralise",
            draws.Prior("neutral-hours"),
            [new("sludge", "sludge", true, sludge, "the sludge, drained"), new("liquor", "liquor without sulphide", false, liquor)],
            [
                new(
                    "lead-paper-white",
                    "a drop on paper with lead acetate stays white, and it is still alkaline to the strip",
                    iron ? "thiosulphate does not show" : "peroxide bleaches the black spot: read it at once"
                ),
            ],
            [.. needs, dry],
            ["under the hood, alkaline from first to last", "no acid on the bench"],
            [
                new(CautionLevel.Stop, "Acid frees H₂S from it, which numbs the nose and kills. No smell is no proof."),
                .. iron
                    ? [new Caution(CautionLevel.Look, "Iron sulphide that dries in air can glow: keep the sludge wet.")]
                    : new[] { new Caution(CautionLevel.Stop, "Peroxide heats it: above 40 °C stop and cool, or it boils over.") },
                new(CautionLevel.Look, "Sulphate and metals stay in it: local rules decide where it goes."),
            ],
            "Alkaline, covered.",
            "Warm or foaming: stop, cold bath, wait.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
