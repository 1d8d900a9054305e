namespace Spolium.Core.Methods.Finish;

/// <summary>
/// Hot hydrochloric acid, water, drying to constant mass, melting with borax. No ammonia on the bench: silver chloride, if
/// any, waits for a second refine (methods G).
/// </summary>
public sealed class WashDryMelt : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "wash-dry-melt",
            Version = 1,
            Title = "Wash, dry and melt",
            Verb = "wash, melt",
            Stage = Stage.Finish,
            Outputs = [("bar", "bar"), ("washes", "washes"), ("slag", "slag, crucible and dust")],
            Reagents = ["HCl", "H2O", "Na2B4O7"],
            Passages = [new(Form.GoldPowder, Form.GoldBar)],
            HottestC = 1100,
            Exposure = Exposure.Glow | Exposure.Light,
            Appliances = [new("oven", Attended: 0, Unattended: 1), new("furnace", Attended: 0.4, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("melt-hours"), Work.Attended("wash-hours"), Work.ByItself("dry-hours")],
            Lessons = [new("bar-fineness", Seen.Assay, "bar"), new("bar-fineness-Ag", Seen.Assay, "bar")],
            Signs = ["wash-clean", "dry-constant", "bar-poured"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("washes", "Washes with water", "3", [], 1, 10, ""),
            new("wash-ml", "Water of one wash", "100", [], 10, 2000, "mL"),
            new(
                "acid-ml",
                "Hot hydrochloric acid first",
                "30",
                [],
                0,
                1000,
                "mL",
                "Takes base metal salts, lead chloride and some palladium."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var gold = charge.Grams(Species.Gold).Named("gold powder");
        if (
            Objections.To(
                charge,
                Duty.Melt,
                Objections.When(gold.Likely <= 0, "there is no powder to melt", "bring the gold down first")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var washes = options.Whole("washes");
        var muriatic = shop.Of("HCl");
        var acidMl = options.Number("acid-ml");
        var acid = muriatic.GramsOf(acidMl);
        work.From("acid", muriatic, acid, "near boiling, 20 to 40 minutes, then poured off", muriatic.Label);
        var water = work.Water(
            "wash",
            "wash water",
            Working.Exact(washes * options.Number("wash-ml"), null, Dimension.Volume),
            $"{washes} ×, hot, poured off each time"
        );
        var heel = (gold * draws.Prior("heel-powder")).Named("liquid held by the powder");
        var mixing = draws.Prior("wash-mixing");
        var left = (
            Washing.LeftShare(heel, Working.Exact(Math.Max(1, acidMl), null, Dimension.Volume), mixing, 1)
            * Washing.LeftShare(heel, water.Millilitres! / washes, mixing, washes)
        ).Named("share of the dissolved that the washes leave");
        var lostInWash = draws.Prior("powder-in-wash");
        var stays = Working.Share(charge.Of(Species.Water), work.Vessel.Of(Species.Water));
        var (washed, powder) = work.Vessel.Split(s =>
            s == Species.Gold ? lostInWash
            : s == Species.Water ? Working.Exact(1) - stays
            : s.Phase == Phase.Solid ? null
            : Working.Exact(1) - left
        );
        work.FullOf(washed.LiquorVolume(draws) / washes);
        work.Keep(powder);
        work.Loses(s => s.Phase == Phase.Liquid ? Charge.All : null);
        var borax = shop.Of("Na2B4O7");
        work.From("borax", borax, gold * draws.Prior("borax"), "with the dry powder, in the crucible", borax.Label);
        var lostInMelt = (
            Working.Exact(1) - (Working.Exact(1) - draws.Prior("handling")) * (Working.Exact(1) - draws.Prior("melt-loss"))
        ).Named("gold lost in the transfer and the melt");
        // What neither hot acid nor borax takes melts along: it is in the bar.
        var (slag, bar) = work.Vessel.Split(s => s == Species.Gold || MeltsAlong(s) ? lostInMelt : Charge.All, Charge.All);
        return work.Plan(
            "Wash with hot acid and water, dry to constant mass, melt with borax, weigh the bar",
            "quiet",
            draws.Prior("dry-hours"),
            [
                new("bar", "bar", true, bar, "the bar"),
                new("washes", "washes", false, washed),
                new("slag", "slag, crucible and dust", false, slag),
            ],
            [
                new(
                    "wash-clean",
                    "the last wash shows no copper colour, and no violet with stannous chloride",
                    "the first clear wash: salts come out slowly"
                ),
                new("dry-constant", "two weighings 30 minutes apart agree", "a warm, dry look"),
                new("bar-poured", "the bar is poured, cold and free of borax", "weight with borax on it"),
            ],
            [bar.Element("Au").Named("gold in the bar"), gold, left, washed.LiquorVolume(draws).Named("washes in all")],
            [
                "dry at 110 °C until two weighings 30 min apart agree",
                "crucible glowing before the powder goes in; mould above 120 °C and dry",
            ],
            [
                new(CautionLevel.Stop, "Steam blast: no damp powder, flux or mould near molten metal."),
                .. Furnace.Beside(bar),
                new(CautionLevel.Look, "No ammonia wash here: ammoniacal silver that is left standing can explode."),
                new(
                    CautionLevel.Look,
                    "Face shield, leather gloves, dark glasses for the melt; stannous test on every wash before it is poured off."
                ),
            ],
            "Before the melt, when the powder is dry and covered.",
            "Bumping near the boil: off the heat, glass beads, lower flame.",
            handsOn: (washes + 1) * draws.Prior("wash-hours") + draws.Prior("melt-hours"),
            signFirst: false
        ) with
        {
            // It is dried before it is melted.
            Means = ["steam"],
        };
    }

    private static readonly string[] Alloys = ["Ag", "Cu", "Pt", "Pd", "Rh", "Ir", "Ru", "Bi"];

    private static bool MeltsAlong(Species s) => Species.IsMetal(s) && Alloys.Contains(s.Formula);
}
