namespace Spolium.Core.Methods.Precipitate;

/// <summary>Fe + 2 [Ag(S2O3)2]3− → 2 Ag + Fe2+ + 4 S2O3 2− (precise rules 2.8): silver from spent fixer on steel wool, pH 4 to
/// 6.5.</summary>
public sealed class FixerIron : IMethod
{
    private static readonly Reaction Exchange = Reaction.Of("Fe + Na3Ag(S2O3)2 = Ag + FeS2O3 + Na2S2O3");
    private static readonly Species Iron = new("Fe", Phase.Solid);

    public MethodCard Card { get; } =
        new()
        {
            Id = "fixer-iron",
            Version = 1,
            Title = "Silver from fixer by iron",
            Verb = "exchange",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("sludge", "silver sludge"), ("fixer", "desilvered fixer"), ("iron", "iron drawn out")],
            Reagents = ["Fe"],
            Passages = [new(Form.Fixer, Form.SilverPowder, "iron")],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("fixer-iron-hours")],
            Signs = ["strip-blank", "iron-left"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("iron", "Iron, × the equation", "3", [], 1.2, 10, "", "2 to 6 by practice."),
            new(
                "rest",
                "Iron that is left",
                "drawn",
                [("drawn", "drawn out: wool lifted, a magnet over the rest"), ("stays", "stays in the sludge")],
                Tip: "What stays goes into the bar, unless warm dilute sulphuric acid takes it first."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Fixer.Objections(charge) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var silver = charge.Of(Fixer.Silver);
        var least = Molar.Grams(Exchange.Need(silver, Fixer.Salt, "Fe"), "Fe").Named("iron by the equation");
        var most = Math.Max(least.Range.High, least.Likely);
        work.Decided(
            "iron",
            "Fe",
            Working.Given(most * options.Number("iron"), Dimension.Mass, "iron, for the most that it may hold", "chosen"),
            "clean steel wool, packed loose",
            least
        );
        work.React(Exchange, silver * (Working.Exact(1) - draws.Prior("fixer-left")), Fixer.Salt);
        work.Full();
        var drawn = Charge.Empty;
        if (options.Text("rest") == "drawn")
        {
            (drawn, var rest) = work.Vessel.Split(s => s == Iron ? draws.Prior("iron-drawn") : null);
            work.Keep(rest);
        }
        var solids = (work.Vessel.Grams(new("Ag", Phase.Solid)) + work.Vessel.Grams(Iron)).Named("sludge");
        var (sludge, fixer) = work.Decant(solids * draws.Prior("heel-sponge"));
        return work.Plan(
            "Let the fixer stand on, or run slowly through, steel wool until the test strip is blank",
            "quiet",
            draws.Prior("fixer-iron-hours"),
            [
                new("sludge", "silver sludge", true, sludge, "the sludge, dry"),
                new("fixer", "desilvered fixer", false, fixer),
                .. drawn.Moles.Length > 0 ? [new Output("iron", "iron drawn out", false, drawn)] : Array.Empty<Output>(),
            ],
            [
                new("strip-blank", "a silver strip, or a drop with sulphide, shows nothing", "old strips show nothing"),
                new("iron-left", "iron is still there", "iron all gone: silver may be left"),
            ],
            [
                Molar.Grams(silver, "Ag").Named("silver in the fixer"),
                Molar.Grams(work.Vessel.Of(new("Ag", Phase.Solid)), "Ag").Named("silver in the sludge (inferred, not seen)"),
                fixer.Element("Ag").Named("silver left in the fixer"),
                sludge.Grams(Iron).Named("iron left in the sludge"),
                least,
            ],
            ["pH 4 to 6.5", "wash the sludge free of fixer, dry it, melt it with soda and borax"],
            [
                new(CautionLevel.Stop, "No acid, no bleach into fixer."),
                new(CautionLevel.Look, "Caustic sets ammonia free from ammonium fixer."),
            ],
            "It may stand.",
            handsOn: draws.Prior("wash-hours")
        ) with
        {
            Interlocks = [Fixer.Ph with { DoseId = "iron" }],
        };
    }
}
