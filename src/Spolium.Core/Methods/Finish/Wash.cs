namespace Spolium.Core.Methods.Finish;

/// <summary>
/// Washes powder, sponge or cake by decanting (methods G). Second-refine school: acid and water only, silver chloride waits for the next
/// dissolving. Ammonia school: ammonia takes the silver chloride, and that wash is acidified within the hour, for ammoniacal silver left
/// standing can explode.
/// </summary>
public sealed class Wash : IMethod
{
    private static readonly Species Chloride = new("AgCl", Phase.Solid);

    private const double SilverTrace = 1e-3;

    // A beaker wants some water to stir in; the rest goes with what the solid holds.
    private static readonly double LeastWash = Reference.Constants.Get("wash-least").Likely;
    private static readonly double WashPerHeel = Reference.Constants.Get("wash-per-heel").Likely;
    private static readonly double AcidPerHeel = Reference.Constants.Get("wash-acid-per-heel").Likely;

    public MethodCard Card { get; } =
        new()
        {
            Id = "wash",
            Version = 1,
            Title = "Wash it",
            Verb = "wash",
            Stage = Stage.Finish,
            Pace = "pace-wash",
            Outputs = [("washed", "washed powder"), ("washes", "washes"), ("ammonia-wash", "ammonia wash, acidified")],
            Reagents = ["HCl", "H2O", "NH3"],
            Passages = [new(Form.SilverChloride, Form.WashedChloride), new(Form.SilverPowder, Form.WashedSilver)],
            HottestC = 100,
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["wash-clean", "acidified"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "school",
                "School",
                "second-refine",
                [("second-refine", "acid and water; chloride waits for a second refine"), ("ammonia", "ammonia takes the silver chloride")]
            ),
            new("washes", "Washes with water", "3", [], 1, 20, ""),
            new("wash-ml", "Water of one wash", "", [], 10, 20000, "mL", "Left open: five times the liquid that the solid holds."),
            new(
                "acid-ml",
                "Hot hydrochloric acid first",
                "",
                [],
                0,
                2000,
                "mL",
                "Takes base metal salts, lead chloride and some palladium. Left open: three times the liquid that gold powder holds, "
                    + "none for silver."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var ammonia = options.Text("school") == "ammonia";
        if (Objections.Among([Objections.NoSolid(charge), .. ammonia ? AmmoniaWash.Objections(charge) : []]) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var solids = charge.Solids().Named("solid to wash");
        var heel = (solids * draws.Prior(HotWash.Heel(charge))).Named("liquid held by the solid");
        // Silver in the liquid that it holds would fall as chloride into the powder: then water alone.
        var silverHeld = charge.Grams(new("Ag+", Phase.Aqueous)).Likely > SilverTrace;
        var washes = options.Whole("washes");
        var washMl = options.Has("wash-ml") ? options.Number("wash-ml") : Math.Max(LeastWash, WashPerHeel * heel.Likely);
        var acidMl =
            silverHeld ? 0
            : options.Has("acid-ml") ? options.Number("acid-ml")
            : HotWash.Heel(charge) == "heel-powder" && !OxideLeach.OfRoast(charge)
                ? Math.Max(HotWash.AcidFor(charge, draws), Math.Max(LeastWash / 2, AcidPerHeel * heel.Likely))
            : 0;
        var (acid, before) = (shop.Of("HCl"), charge.Of(Species.Water));
        if (acidMl > 0)
            work.Decided("acid", "HCl", acid.GramsOf(acidMl) * acid.StrengthIn(draws), "near boiling, 20 to 40 minutes, then poured off");
        var water = work.Water(
            "wash",
            "wash water",
            Working.Exact(washes * washMl, null, Dimension.Volume),
            $"{washes} ×, stirred, settled and poured off each time"
        );
        HotWash.Take(work, Working.Exact(acidMl, null, Dimension.Volume), water.Millilitres!);
        var mixing = draws.Prior("wash-mixing");
        var acidLeft = acidMl > 0 ? Washing.LeftShare(heel, Working.Exact(acidMl, null, Dimension.Volume), mixing, 1) : Working.Exact(1);
        var left = (acidLeft * Washing.LeftShare(heel, water.Millilitres! / washes, mixing, washes)).Named(
            "share of the dissolved that the washes leave"
        );
        var along = ChlorideAlong.Of(work.Vessel, draws);
        // The solid holds as much water after as before, or its heel where it came dry.
        var stays = Working.Share(Working.Greatest(before, Molar.Moles(Shop.WaterGrams(heel), "H2O")), work.Vessel.Of(Species.Water));
        work.Full(charge.With(Species.Water, Molar.Moles(water.Grams / washes, "H2O")));
        var (washed, powder) = work.Vessel.Split(s =>
            s == Species.Water ? Working.Exact(1) - Working.Least(stays, Working.Exact(1))
            : s.Phase != Phase.Solid ? Working.Exact(1) - left
            : Species.IsMetal(s) ? draws.Prior("powder-in-wash")
            : s == Chloride ? along.Share
            : null
        );

        var taken = Charge.Empty;
        if (ammonia)
            (taken, powder) = AmmoniaWash.Take(work, shop, powder, charge.Of(Chloride));
        var plan = work.Plan(
            ammonia
                ? "Hot acid, water, then ammonia over the powder; acidify that wash at once; water again"
                : "Hot acid, then water, stirred, settled and poured off",
            "quiet",
            Working.Zero(Dimension.Time),
            [
                new("washed", "washed powder", true, powder),
                new("washes", "washes", false, washed),
                .. ammonia ? [new Output("ammonia-wash", "ammonia wash, acidified", false, taken)] : Array.Empty<Output>(),
            ],
            [
                new(
                    "wash-clean",
                    "the last wash shows no copper colour, no cloud, and no violet with stannous chloride",
                    "the first clear wash: salts come out slowly"
                ),
                .. ammonia ? [AmmoniaWash.Sour] : Array.Empty<EndSign>(),
            ],
            [
                left,
                Molar.Grams(powder.Of(Species.Chloride), "Cl").Named("chloride left in the powder"),
                washed.LiquorVolume(draws).Named("washes in all"),
                powder.Grams(Chloride).Named("silver chloride left in the powder"),
                .. along.Figures(washed),
            ],
            [
                "near boiling for the acid, then hot water",
                "fines that float: wet them with a few drops of alcohol, never where nitric acid is left",
                "a red tint without violet is palladium: keep that wash",
            ],
            [
                ammonia ? AmmoniaWash.Explodes : new(CautionLevel.Look, "No ammonia here: silver chloride waits for the second refine."),
                .. silverHeld
                    ?
                    [
                        new Caution(
                            CautionLevel.Look,
                            "Silver in the liquid that it holds: water only, until a drop shows no cloud with salt; hydrochloric acid "
                                + "would bring its chloride down into the powder."
                        ),
                    ]
                    : Array.Empty<Caution>(),
                new(CautionLevel.Look, "A stannous test on every wash before it is poured off."),
            ],
            ammonia ? "Never between ammonia and acid." : "Under water, covered.",
            "Bumping near the boil: off the heat, glass beads.",
            handsOn: (washes + 1) * draws.Prior("wash-hours"),
            signFirst: false
        );
        return ammonia ? AmmoniaWash.Guarded(plan) : plan;
    }
}
