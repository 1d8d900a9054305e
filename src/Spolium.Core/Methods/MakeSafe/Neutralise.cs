namespace Spolium.Core.Methods.MakeSafe;

/// <summary>
/// Acid and metals of a spent liquor by a base: the charge that is there fixes the dose, what falls fixes gas and sludge (precise rules
/// 2.11). What a base cannot bring down by its own pH stays; a second stage on the filtered liquor finishes it.
/// </summary>
public sealed class Neutralise : IMethod
{
    private const string Bicarbonate = "NaHCO3";
    private const string All = "all";
    private const string Lime = "Ca(OH)2";

    // A metal whose end is so little above what the base reaches still falls all but wholly.
    private const double Reach = 0.5;

    public MethodCard Card { get; } =
        new()
        {
            Id = "neutralise",
            Version = 1,
            Title = "Neutralise the liquor and bring its metals down",
            Verb = "neutralise",
            Stage = Stage.MakeSafe,
            OfLeavings = true,
            Outputs = [("sludge", "sludge"), ("liquor", "neutral liquor")],
            Reagents = [Bicarbonate, "Na2CO3", "NaOH", Lime, "K2CO3", "H2O"],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("sulfamic-rung"), Work.Attended("wash-hours"), Work.ByItself("neutral-hours")],
            Signs = ["ph-there", "no-fizz"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "with",
                "With",
                Bicarbonate,
                [
                    (Bicarbonate, "baking soda: cannot be overdone, foams most, ends near pH 8"),
                    ("Na2CO3", "soda ash: half the gas of baking soda, ends near pH 10"),
                    ("NaOH", "caustic: no gas, heats, and past pH 9.5 some metals dissolve again"),
                    (Lime, "slaked lime: cheap, no gas, much sludge; takes fluoride and sulphate along"),
                    ("K2CO3", "wood ash: its strength is a guess, much sludge"),
                ]
            ),
            new(
                "falls",
                "Falls",
                All,
                [
                    (All, "all that this base brings down"),
                    ("copper", "copper and what falls before it; zinc, nickel and cobalt stay for a second stage"),
                ],
                Tip: "Where copper is to be used again it is cut off by its pH, and washed."
            ),
            new("water", "Water first", "0", [], 0, 200000, "mL", "Strong acid is thinned to 1 mol/L or less before the base."),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var with = NeutralBase.Find(options.Text("with"))!;
        var metals = NeutralProduct
            .All.Select(p => (Product: p, Ion: NeutralBath.IonOf(p), Moles: charge.Of(NeutralBath.IonOf(p))))
            .Where(m => !Working.IsNothing(m.Moles))
            .OrderBy(m => m.Product.EndLow)
            .ToList();
        var acid = charge.Of(Species.Proton);
        if (
            Objections.Among([
                Objections.NoLiquor(charge),
                Objections.When(
                    acid.Likely <= 0 && metals.Count == 0,
                    "there is neither acid nor metal in it that a base takes",
                    "choose the liquor that holds them"
                ),
                NeutralWords.Precious(charge),
                NeutralWords.Fixer(charge),
                .. NeutralWords.Licensed(charge),
            ]) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var cut = options.Text("falls") != All;
        var falls = metals.Where(m => cut ? m.Product.WithCopper : m.Product.EndLow <= with.Ends + Reach).ToList();
        var stays = metals.Except(falls).Select(m => m.Product.Element).Distinct().ToList();
        var work = new StepWork(this, charge, options, shop, facts, draws);
        if (options.Number("water") > 0)
            work.Water("water", "water", Working.Exact(options.Number("water"), null, Dimension.Volume), "into the vessel first");
        var equivalents = Neutralising
            .Equivalents([("HCl", acid)], falls.Select(m => (m.Product, m.Moles)))
            .Named("charge that the base takes");
        var need = (with.Grams(equivalents) * draws.Prior("neutral-surplus")).Named($"{with.Formula} for acid and metals");
        work.BySign("base", with.Formula, need, NeutralWords.How(with), ["ph-there", "no-fizz"]);
        work.React(NeutralBath.Acid(with), acid, "HCl");
        var left = Working.Exact(1) - draws.Prior("neutral-left");
        foreach (var (product, _, _) in falls)
            work.React(NeutralBath.Falls(product, with), work.Vessel.Of(NeutralBath.IonOf(product)) * left, NeutralBath.SaltOf(product));
        NeutralBath.Rests(with, work);
        work.LetGasGo();
        work.Full();
        var dry = work.Vessel.AllSolids().Named("sludge, dry");
        var (sludge, liquor) = work.Decant(dry * draws.Prior("heel-sludge"));
        var end = falls.Select(m => m.Product.EndLow).Append(LeastEnd).Max();
        return work.Plan(
            $"{NeutralWords.Instruction(with)}; at the end let it settle, filter, and keep both parts",
            with.Carbonate > 0 ? "neutralise" : "precipitating",
            draws.Prior("neutral-hours"),
            [new("sludge", "sludge", true, sludge, "the sludge, drained"), new("liquor", "neutral liquor", false, liquor)],
            [
                new(
                    "ph-there",
                    NeutralWords.End(cut, Math.Min(end, with.Ends - ShortOfIt)),
                    "a bright copper strip is no test: it stays bright in an acid that has no oxidant"
                ),
                new("no-fizz", "one more pinch, stirred up from the bottom, brings no fizz", "a layer at the bottom shields acid: stir"),
            ],
            [
                need,
                equivalents,
                Neutralising.MostCarbonDioxide(equivalents, with) is var gas && !Working.IsNothing(gas)
                    ? Molar.GasVolume(gas).Named("gas to plan for, if the sludge keeps none of it")
                    : Working.Zero(Dimension.Volume).Named("gas to plan for"),
                dry,
                .. falls.Select(m =>
                    liquor.Element(m.Product.Element).Named($"{Elements.Of(m.Product.Element).Name} left in the liquor (rule, not engine)")
                ),
            ],
            [
                "outdoors or under the hood, in a wide basin no more than a third full",
                .. acid.Likely > 0 && AcidOver(charge, work, draws)
                    ? ["acid above 1 mol/L: thin it with water first"]
                    : Array.Empty<string>(),
                "the curve of this liquor stands under Leavings",
            ],
            [.. NeutralWords.Cautions(charge, with, cut, [.. metals.Select(m => m.Product.Element)], stays)],
            "It may stand, covered loosely: it may still gas.",
            "If it foams: wait and stir; never push on, never a lid."
        );
    }

    private const double LeastEnd = 6.5;

    // A strip does not show the last of what a base can reach.
    private const double ShortOfIt = 0.3;

    // mol/mL
    private const double Thin = 1e-3;

    private static bool AcidOver(Charge charge, StepWork work, Draws draws) =>
        charge.Of(Species.Proton).Likely > Thin * work.Vessel.LiquorVolume(draws).Likely;
}
