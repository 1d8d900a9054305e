namespace Spolium.Core.Methods.Strip;

/// <summary>Base metal dissolves in nitric acid cut with water (<see cref="NitricBath"/>); gold stays as foils. The wash belongs to the
/// strip.</summary>
public sealed class NitricStrip : IMethod
{
    private static readonly string[] Done = ["no-base-at-edge", "quiet-after-more"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "nitric-strip",
            Version = 2,
            Title = "Strip the base metal with nitric acid",
            Verb = "strip",
            Stage = Stage.Strip,
            Outputs = [("foils", "foils"), ("strip-liquor", "strip liquor"), ("rinse", "rinse of the foils")],
            Reagents = ["HNO3", "H2O"],
            Passages = [new(Form.Scrap, Form.Foils, "nitric strip")],
            ShowsMetalLeft = true,
            HottestC = 70,
            Appliances = [new("hot-plate", Attended: 0.5, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Portion("rung-nitric"), Work.Attended("wash-hours")],
            Lessons = [.. NitricBath.Lessons, new("base-on-foils", Seen.Foils, "foils")],
            Signs = ["no-base-at-edge", "quiet-after-more"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            .. NitricBath.Options,
            new("washes", "Washes of the foils", "3", [], 1, 10, ""),
            new("wash-ml", "Water of one wash", "150", [], 10, 5000, "mL"),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var metals = NitricBath.Dissolving(charge, draws);
        if (
            Objections.To(
                charge,
                Duty.Nitric,
                [
                    .. NitricBath.Objections(charge, options, shop, draws),
                    Objections.NoSolid(charge),
                    Objections.Alloy(charge),
                    Objections.When(metals.Count == 0, "there is no base metal for nitric acid to take", "go on with aqua regia"),
                ]
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var gold = charge.Grams(Species.Gold).Named("gold as foils");
        var stays = NitricBath.StaysOnFoils(gold, metals, draws);
        var bath = NitricBath.Run(
            work,
            shop,
            [.. metals.Select(m => (m.Metal, (m.Moles * (Working.Exact(1) - stays)).Named($"{Elements.Of(m.Metal).Name} to dissolve")))],
            Done
        );
        work.Full();
        var acidLeft = Molar.Grams(work.Vessel.Of(Species.Proton), "HNO3").Named("nitric acid not yet used");

        // Foils keep their heel; each wash thins it. Fines of gold go off with the liquor.
        var washes = options.Whole("washes");
        var heel = (gold * draws.Prior("foil-heel")).Named("liquid held by the foils");
        var fines = draws.Prior("foil-to-fines");
        var (wet, liquor) = work.Decant(heel, s => s == Species.Gold ? fines
            : s.Formula == "SnO2·H2O" ? Charge.All
            : null);
        work.Keep(wet);
        var water = work.Water(
            "wash",
            "wash water",
            Working.Exact(washes * options.Number("wash-ml"), null, Dimension.Volume),
            $"{washes} × {FigureText.Number(options.Number("wash-ml"), 0)} mL, poured off each time"
        );
        var left = Washing
            .LeftShare(heel, water.Millilitres! / washes, draws.Prior("wash-mixing"), washes)
            .Named("share of the dissolved that the washes leave");
        var waterOff = Working.Share(wet.Of(Species.Water), work.Vessel.Of(Species.Water));
        var (rinse, foils) = work.Vessel.Split(s =>
            s == Species.Water ? Working.Exact(1) - waterOff
            : s.Phase == Phase.Aqueous ? Working.Exact(1) - left
            : null
        );

        var portions = work.Size("nitric");
        var dissolving = bath.Left * DissolveTime.Hours(options, NitricBath.Slowest(metals), 60, bath.Factor.Likely, "strip-hours", draws);
        return work.Plan(
            "Pour nitric acid in portions, warm, until the base metal is gone",
            "nitric",
            Working.AtLeastZero(dissolving - portions.Count * draws.Prior("rung-nitric")),
            [
                new("foils", "foils", true, foils, "the foils, rinsed and dried"),
                new("strip-liquor", "strip liquor", false, liquor),
                new("rinse", "rinse of the foils", false, rinse),
            ],
            [
                new("no-base-at-edge", "no base metal at a cut edge of three pieces", "a bright face: look at the cut, not at the skin"),
                EndSigns.QuietAfterMore,
            ],
            [
                bath.Dissolved.Named("base metal dissolved (inferred, not seen)"),
                acidLeft,
                bath.Net,
                bath.No2Share,
                Molar.Grams(foils.Of(Species.Nitrate), "HNO3").Named("nitrate left on the foils, as HNO₃"),
            ],
            ["50 to 70 °C; never above 80 °C", "stir between portions", "the next portion only when the last has gone quiet"],
            [
                .. NitricBath.Cautions(charge, options, shop),
                new(
                    CautionLevel.Look,
                    "Rinse the foils before hydrochloric acid: nitrate that clings makes aqua regia where none is planned, and must be "
                        + "destroyed later."
                ),
            ],
            "Between portions, when it has gone quiet: cover, in the hood. The foils keep under water.",
            "If it foams now: stop pouring, take it off the heat, a squirt of cold water, stand back.",
            handsOn: washes * draws.Prior("wash-hours")
        );
    }
}
