namespace Spolium.Core.Methods.Baths;

/// <summary>
/// A salt that brings gold down from denitrated chloride liquor: dose by the school plus what nitric acid and iron(III) eat (precise rules
/// 2.8). What metabisulphite, sulphite, nitrite and ferrous sulphate share; each brings its equations and its words.
/// </summary>
internal sealed record GoldDown
{
    public required string Salt { get; init; }

    /// <summary>Name of the dose in the journal.</summary>
    public required string DoseId { get; init; }

    /// <summary>Formula of the dissolved salt as the equations write it.</summary>
    public required string In { get; init; }

    public required Reaction Precipitation { get; init; }

    /// <summary>How nitric acid that is left eats it; null where it does not.</summary>
    public Reaction? Nitric { get; init; }

    /// <summary>How iron(III) eats it; null where it does not.</summary>
    public Reaction? Iron { get; init; }

    /// <summary>What becomes of the rest in the acid liquor; null where it stays as it is.</summary>
    public Reaction? Surplus { get; init; }

    /// <summary>How a surplus could free sulphur dioxide; null where none can.</summary>
    public Reaction? Sulphurous { get; init; }

    /// <summary>mL of water to dissolve a gram of salt in.</summary>
    public required double WaterPerGram { get; init; }

    public required string SettleRate { get; init; }

    public IReadOnlyList<string> Conditions { get; init; } = ["cool, stirred; acid must stay", "let it stand ten minutes before you test"];

    public string IfFoams { get; init; } = "If it fizzes brown now: nitric acid is left. Stop, warm it, back to the sulfamic acid.";

    /// <param name="place">Among the salts that a way may take: which is tried first.</param>
    public static MethodCard Card(string id, int version, string title, IReadOnlyList<string> reagents, int place) =>
        new()
        {
            Id = id,
            Version = version,
            Title = title,
            Verb = "bring down",
            Stage = Stage.Precipitate,
            Outputs = [("powder", "gold powder"), ("barren", "barren liquor")],
            Reagents = reagents,
            Passages = [new(Form.ClearGoldLiquor, Form.GoldPowder, School: true, Place: place)],
            HottestC = BoilC,
            Tasks = [Work.SetUp, Work.Portion("rung-sulphite")],
            Lessons = [new("gold-in-barren", Seen.Pool, "barren"), new("gold-in-barren", Seen.Test, "barren")],
            Signs = ["stannous-clean", "last-brought-nothing", "settled"],
        };

    public static OptionSpec School(string grams, double min, double max, string tip) =>
        new("school", "Grams per gram of gold", grams, [], min, max, "g per g of gold", tip);

    /// <summary>How the powder is brought to settle.</summary>
    public static readonly OptionSpec Finish = new(
        "finish",
        "Then",
        "stand",
        [("stand", "let it stand, cold"), ("hot", "at 80 °C until it clumps"), ("boil", "boil it until the liquor is clear")],
        Tip: "Hot, fine gold clumps and settles many times faster. Boiling drives sulphur dioxide off as well."
    );

    private const double RoomC = 25;
    private const double HotC = 80;
    private const double BoilC = 105;

    private static double FinishC(StepOptions options) =>
        options.Text("finish") switch
        {
            "hot" => HotC,
            "boil" => BoilC,
            _ => RoomC,
        };

    public StepPlan Plan(
        IMethod method,
        Charge charge,
        StepOptions options,
        Shop shop,
        Facts facts,
        Draws draws,
        string words,
        IReadOnlyList<Caution> cautions,
        Action<StepWork>? before = null
    )
    {
        var salt = GoldPrecipitant.Of(Salt);
        var gold = Molar.Grams(charge.Of(Species.GoldChloride), "Au").Named("gold in solution (inferred, not seen)");
        if (gold.Likely <= 0)
            return StepPlan.Refuse(method, charge, new Refusal("there is no gold in solution", "dissolve it first"));

        var work = new StepWork(method, charge, options, shop, facts, draws) { HottestC = FinishC(options) };
        var school = options.Number("school");
        var stoichiometric = salt.ForGold(gold).Named($"{salt.Name} by the equation");
        var forGold = (gold * Working.Given(school, Dimension.None, "grams per gram of gold", "the school chosen")).Named(
            $"{salt.Name} by the school"
        );
        var nitric = Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Named("nitric acid left");
        var forNitric = Nitric is null ? Working.Zero(Dimension.Mass) : salt.ForNitric(nitric).Named($"{salt.Name} that nitric acid eats");
        var iron = Molar.Grams(charge.Of(new("Fe3+", Phase.Aqueous)), "Fe");
        var ironShare = draws.Prior("iron-share");
        var forIron =
            Iron is null || Working.IsNothing(iron)
                ? Working.Zero(Dimension.Mass)
                : salt.ForIron(iron.Named("iron(III)"), ironShare).Named($"{salt.Name} that iron eats");
        var pure = Working.Sum([forGold, forNitric, forIron], Dimension.Mass).Named($"{salt.Name}, pure");

        before?.Invoke(work);
        work.Water(
            "water",
            "water to dissolve it",
            pure / shop.Of(Salt).StrengthIn(draws) * WaterPerGram * Constants.Get("water-volume"),
            "the salt goes into it first"
        );
        work.BySign(DoseId, Salt, pure, "dissolved in that water, in portions of so much salt", ["stannous-clean", "last-brought-nothing"]);
        if (Nitric is not null && !Working.IsNothing(nitric))
            work.React(Nitric, Nitric.Extent(charge.Of(Species.Nitrate), "HNO3"));
        if (Iron is not null && !Working.IsNothing(iron))
            work.React(Iron, Iron.Extent(charge.Of(new("Fe3+", Phase.Aqueous)) * ironShare, "FeCl3"));
        work.React(Precipitation, work.Vessel.Of(Species.GoldChloride) * (Working.Exact(1) - draws.Prior("gold-in-barren")), "HAuCl4");
        // What is left of it: the salt itself where it stands undissolved, else its anion.
        var left = work.Vessel.Of(Species.InVessel(Salt)[^1]);
        if (Surplus is not null)
            work.React(Surplus, left, In);
        work.LetGasGo();
        if (Sulphurous is not null)
            work.MayFree("SO2", Sulphurous.Need(left, In, "SO2"), "at most: what nothing has taken");
        work.Stand(RoomC);
        work.Full();
        var powder = work.Vessel.Grams(Species.Gold).Named("gold powder");
        var liquid = work.Vessel.LiquorVolume(draws);
        var held = Working.Least(Working.Exact(1), Working.Share(powder * draws.Prior("heel-powder"), liquid));
        // What was solid before (silver chloride that nobody filtered off) settles with the gold.
        var (wet, barren) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : held);
        var settle =
            2 * work.Size("precipitating").Vessel.Vessel.Height(liquid) / draws.Prior(SettleRate) * Working.Exact(1, "1 h", Dimension.Time);
        var finish = options.Text("finish");
        if (finish != "stand")
            settle = settle / draws.Prior("coagulated-settles") + draws.Prior("coagulate-hours");

        return work.Plan(
            $"{words} in portions, stirred, until a drop shows no gold",
            "precipitating",
            settle.Named("hours by itself, settling"),
            [new("powder", "gold powder", true, wet), new("barren", "barren liquor", false, barren)],
            [
                EndSigns.StannousClean,
                new("last-brought-nothing", "the last portion brought no more brown", "a sharp smell shows surplus, not that all is down"),
                new(
                    "settled",
                    "the powder has settled, the liquor is water-clear or blue-green of copper",
                    "clear at the top is not settled at the bottom"
                ),
            ],
            [
                powder.Named("gold brought down (inferred, not seen)"),
                barren.Element("Au").Named("gold still in the liquor"),
                gold,
                stoichiometric,
                .. Nitric is null ? Array.Empty<Working>() : [forNitric],
            ],
            finish == "stand" ? Conditions : [.. Conditions, Finish.Choices.First(c => c.Value == finish).Words],
            [
                .. cautions,
                .. finish == "boil" && Sulphurous is not null
                    ? [new Caution(CautionLevel.Look, "Boiling drives off what sulphur dioxide is left: in the hood, a glass on it.")]
                    : Array.Empty<Caution>(),
                new(
                    CautionLevel.Look,
                    $"{FigureText.Number(school, 1)} g per gram of gold is "
                        + $"{FigureText.Number(school / salt.ForGold(Working.Exact(1, null, Dimension.Mass)).Likely, 1)} × what the "
                        + "equation takes."
                ),
                .. TellTooMuch(pure, stoichiometric, forNitric),
            ],
            "While it settles, covered: this is a place to stop for the night.",
            IfFoams
        );
    }

    private static IEnumerable<Caution> TellTooMuch(Working pure, Working stoichiometric, Working forNitric)
    {
        if (pure.Likely > Constants.Get("precipitant-too-much").Likely * stoichiometric.Likely)
            yield return new(
                CautionLevel.Look,
                "More than five times what the equation takes: copper(I) chloride and selenium come down with the gold."
            );
        if (forNitric.Likely > Constants.Get("precipitant-nitric-share").Likely * pure.Likely)
            yield return new(
                CautionLevel.Stop,
                "Nitric acid would eat more than a tenth of the dose: go back to the sulfamic acid, do not pour over it."
            );
    }
}
