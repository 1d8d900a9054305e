namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// Cu2+ + Fe → Cu + Fe2+, after copper has taken what is nobler (precise rules 2.9): 0.879 g of iron to a gram of copper, and half a mole
/// to a mole of free acid, with hydrogen. Iron in acid with arsenic, antimony, selenium or tellurium makes their hydrides.
/// </summary>
public sealed class CopperOnIron : IMethod
{
    private const string AskedFor = "no-arsenic";
    private static readonly Reaction Exchange = Reaction.Of("CuSO4 + Fe = Cu + FeSO4");
    private static readonly Reaction Lowered = Reaction.Of("FeCl3 + Fe = FeCl2");
    private static readonly Reaction Bitten = Reaction.Of("Fe + HCl = FeCl2 + H2");
    private static readonly Species Iron = new("Fe", Phase.Solid);
    private static readonly Species Cupric = new("Cu2+", Phase.Aqueous);
    private static readonly Species Ferric = new("Fe3+", Phase.Aqueous);

    public MethodCard Card { get; } =
        new()
        {
            Id = "copper-on-iron",
            Version = 1,
            Title = "Bring the copper down on iron",
            Verb = "cement",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("copper", "cement copper"), ("liquor", "iron liquor"), ("iron", "iron left")],
            Reagents = ["Fe"],
            HottestC = 40,
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("copper-on-iron-hours")],
            Signs = ["iron-stays-bright", "no-blue"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "iron",
                "Iron, × what it may take",
                "1.5",
                [],
                1.05,
                10,
                "",
                "Bright turnings or sheet; what is left is drawn out and weighed."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var copper = charge.Of(Cupric);
        var acid = charge.Of(Species.Proton);
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(copper.Likely <= 0, "there is no copper dissolved in it", "choose the liquor that holds it"),
                Noble(charge),
                Objections.When(
                    PoolGate.Shut(charge).Any(g => g.Group.Id == "nitric"),
                    "free nitric acid above 0.1 mol/L eats the iron and makes brown gas",
                    "neutralise it to pH 2 to 3 first"
                ),
                Objections.When(
                    charge.Marks.Contains("arsenic"),
                    "it may hold arsenic or antimony: iron and acid make their hydrides, which kill",
                    "bring the copper down with soda instead"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var need = Molar.Grams(copper + charge.Of(Ferric) / 2 + acid / 2, "Fe").Named("iron for copper, iron(III) and free acid");
        var most = Math.Max(need.Range.High, need.Likely);
        work.Decided(
            "iron",
            "Fe",
            Working.Given(most * options.Number("iron"), Dimension.Mass, "iron, for the most that it may take", "precise rules 2.9"),
            "bright and free of grease, in a basket or as sheet",
            need
        );
        work.React(Lowered, charge.Of(Ferric), "FeCl3");
        work.React(Exchange, copper * (Working.Exact(1) - draws.Prior("copper-left")), "CuSO4");
        work.React(Bitten, acid * draws.Prior("acid-on-iron"), "HCl");
        work.LetGasGo();
        work.Full();
        var (iron, rest) = work.Vessel.Split(s => s == Iron ? Charge.All : null);
        work.Keep(rest);
        var (cement, liquor) = work.Decant(rest.Solids() * draws.Prior("heel-sponge"));
        return work.Plan(
            "Iron into the liquor, stirred now and then, until the blue is gone; knock the copper off, draw the iron out",
            "nitric",
            draws.Prior("copper-on-iron-hours"),
            [
                new("copper", "cement copper", true, cement, "the copper, dry"),
                new("liquor", "iron liquor", false, liquor),
                new("iron", "iron left", false, iron, "the iron, rinsed and dry"),
            ],
            [
                new("iron-stays-bright", "a bright nail stays bright for ten minutes", "a nail that is greasy or rusty shows nothing"),
                new(
                    "no-blue",
                    "the liquor is pale green, and ammonia on a drop turns no deep blue",
                    "nickel is blue with ammonia too, but paler"
                ),
            ],
            [
                need,
                cement.Element("Cu").Named("copper to come (inferred, not seen)"),
                liquor.Element("Cu").Named("copper left in the liquor"),
                iron.Mass().Named("iron to come back"),
            ],
            ["outdoors or under the hood, open: hydrogen", "no flame"],
            [
                new(CautionLevel.Look, "Arsenic, antimony, selenium, tellurium with iron and acid: their hydrides kill without a warning."),
                new(CautionLevel.Look, "Wet copper powder heats up in air: keep it under water, dry it soon."),
            ],
            "It may stand open, under the hood; the acid goes on eating iron.",
            handsOn: draws.Prior("wash-hours")
        ) with
        {
            Interlocks =
            [
                Interlock.Confirmed(
                    "iron",
                    AskedFor,
                    "Nothing that went into it held arsenic, antimony, selenium or tellurium: asked of every batch it comes from."
                ),
            ],
        };
    }

    private static Refusal? Noble(Charge charge) =>
        Objections.When(
            charge.Of(new("Ag+", Phase.Aqueous)).Likely * Molar.Mass("Ag").Likely > Constants.Get("plates-along").Likely
                || charge.Of(Species.GoldChloride).Likely * Molar.Mass("Au").Likely > Constants.Get("plates-along").Likely,
            "silver or gold is dissolved in it and would come down with the copper",
            "copper first: a week on a bar, then a test"
        );
}
