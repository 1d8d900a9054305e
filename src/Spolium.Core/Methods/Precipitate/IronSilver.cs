namespace Spolium.Core.Methods.Precipitate;

/// <summary>2 AgCl + Fe → 2 Ag + FeCl2 in sulphuric acid of 5 %: slow, cheap; the iron that is left is drawn out with a magnet.</summary>
public sealed class IronSilver : IMethod
{
    private static readonly Reaction Bitten = Reaction.Of("Fe + H2SO4 = FeSO4 + H2");
    private static readonly Species Iron = new("Fe", Phase.Solid);

    public MethodCard Card { get; } =
        new()
        {
            Id = "iron-silver",
            Version = 1,
            Title = "Silver from its chloride by iron",
            Verb = "reduce",
            Stage = Stage.Precipitate,
            Outputs = [("silver", "silver powder"), ("liquor", "iron liquor"), ("iron", "iron left over")],
            Reagents = ["Fe", "H2SO4", "H2O"],
            Passages = [new(Form.WashedChloride, Form.SilverPowder, School: true, Place: 3)],
            HottestC = 60,
            Appliances = [new("hot-plate", Attended: 0.5, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("iron-hours")],
            Signs = ["no-white-core", "clear-in-nitric", "no-iron"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("iron", "Iron, × the equation", "2", [], 1.05, 10, "", "A bar or turnings: what is left is drawn out.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (ChlorideToSilver.Objections(charge, "iron") is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var chloride = charge.Of(ChlorideToSilver.Chloride);
        var least = Molar.Grams(SilverChlorideReactions.ByIron.Need(chloride, "AgCl", "Fe"), "Fe").Named("iron by the equation");
        var bath = Molar.Grams(chloride, "AgCl") * Constants.Get("zinc-acid-volume");
        var acid = bath * Constants.Get("iron-acid");
        work.Water("water", "water", bath, "over the cake");
        work.Decided("acid", "H2SO4", acid, "into the water, slowly");
        work.Decided(
            "iron",
            "Fe",
            least * Working.Given(options.Number("iron"), Dimension.None, "× the equation", "chosen"),
            "bright, into the cake, stirred now and then",
            least
        );
        work.React(SilverChlorideReactions.ByIron, chloride * (Working.Exact(1) - draws.Prior("chloride-left")), "AgCl");
        work.React(Bitten, Working.Least(work.Vessel.Of(Iron), Molar.Moles(acid, "H2SO4") * draws.Prior("iron-bitten")), "Fe");
        work.LetGasGo();
        work.Full();
        var (iron, rest) = work.Vessel.Split(s => s == Iron ? Charge.All : null);
        work.Keep(rest);
        var (silver, liquor) = ChlorideToSilver.Part(work);
        return work.Plan(
            "Iron in dilute acid on the cake, stirred now and then, until no white is left; draw the iron out",
            "nitric",
            draws.Prior("iron-hours"),
            [
                new("silver", "silver powder", true, silver),
                new("liquor", "iron liquor", false, liquor),
                new("iron", "iron left over", false, iron),
            ],
            [
                ChlorideToSilver.NoWhite,
                ChlorideToSilver.ClearInNitric,
                new("no-iron", "the magnet brings no more iron out", "iron inside a lump of silver: crush it"),
            ],
            [.. ChlorideToSilver.Figures(work, charge), least],
            ["room temperature or warm, an open vessel"],
            [new(CautionLevel.Look, "Iron left in the silver goes into the melt.")],
            "It may stand over night, open.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
