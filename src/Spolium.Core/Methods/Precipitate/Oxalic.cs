namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 2 HAuCl4 + 3 H2C2O4 → 2 Au + 6 CO2 + 8 HCl near boiling, caustic soda in drops to pH 1 to 4 (precise rules 2.8): very pure gold, slow,
/// bears copper badly.
/// </summary>
public sealed class Oxalic : IMethod
{
    private const string Dihydrate = "H2C2O4·2H2O";
    private static readonly Reaction Neutral = Reaction.Of("HCl + NaOH = NaCl + H2O");
    private static readonly Reaction ByNitric = Reaction.Of("HNO3 + H2C2O4 = NO + CO2 + H2O");

    public MethodCard Card { get; } =
        new()
        {
            Id = "oxalic",
            Version = 2,
            Title = "Bring the gold down with oxalic acid",
            Verb = "bring down",
            Stage = Stage.Precipitate,
            Outputs = [("powder", "gold sponge"), ("barren", "barren liquor")],
            Reagents = [Dihydrate, "NaOH", "H2O"],
            Passages = [new(Form.ClearGoldLiquor, Form.GoldPowder, School: true, Place: 4)],
            HottestC = 100,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Portion("rung-oxalic")],
            Lessons =
            [
                new("oxalic-factor", Seen.Dose, "oxalic"),
                new("gold-in-barren", Seen.Pool, "barren"),
                new("gold-in-barren", Seen.Test, "barren"),
            ],
            Signs = ["stannous-clean", "last-brought-nothing", "ph-reached"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("ph", "Brought to pH", "2", [("1", "1"), ("2", "2"), ("3", "3"), ("4", "4")]),
            new(
                "copper",
                "Copper above 5 % of the metal",
                "refuse",
                [("refuse", "refused: its oxalate falls too"), ("accept", "accepted")]
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var goldMoles = charge.Of(Species.GoldChloride);
        var gold = Molar.Grams(goldMoles, "Au").Named("gold in solution (inferred, not seen)");
        var copper = charge.Grams(new("Cu2+", Phase.Aqueous));
        var metals = charge.Metals.Sum(m => charge.Element(m).Likely);
        if (
            Objections.Among(
                Objections.When(
                    charge.Of(new("Ag+", Phase.Aqueous)).Range.High > 1e-4,
                    "silver in solution would fall as oxalate, which detonates when dry",
                    "bring the silver down as chloride first"
                ),
                Objections.When(gold.Likely <= 0, "there is no gold in solution", "dissolve it first"),
                Objections.When(
                    options.Text("copper") == "refuse" && copper.Likely > Constants.Get("oxalic-copper-above").Likely * metals,
                    "copper above 5 % of the metal falls as oxalate with the gold",
                    "use ferrous sulphate or metabisulphite first and this for the second refine, or accept it"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var acid = GoldPrecipitant.Of(Dihydrate);
        var factor = draws.Prior("oxalic-factor");
        var stoichiometric = acid.ForGold(gold).Named("oxalic acid by the equation");
        var nitric = Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Named("nitric acid left");
        var forNitric = acid.ForNitric(nitric).Named("oxalic acid that nitric acid eats");
        var falls = OxalicGold
            .Oxalates.Select(o => (o.Ion, o.Falls, o.Salt, Moles: charge.Of(o.Ion) * draws.Prior("oxalate-falls")))
            .Where(o => !Working.IsNothing(o.Moles))
            .ToList();
        var forMetals = Molar
            .Grams(Working.Sum(falls.Select(o => o.Moles), Dimension.Substance), Dihydrate)
            .Named("oxalic acid that other metals take");
        var onIron = charge.Of(new("Fe3+", Phase.Aqueous)) * draws.Prior("oxalate-on-iron");
        var forIron = Molar.Grams(onIron, Dihydrate).Named("oxalic acid that iron(III) binds");
        var pure = Working
            .Sum([factor * stoichiometric, forNitric, forMetals, forIron], Dimension.Mass)
            .Named("oxalic acid, dihydrate, pure");
        var bound = Working.Sum(falls.Select(o => o.Moles).Append(onIron), Dimension.Substance);
        var excess = Molar.Moles((factor - Working.Exact(1)) * stoichiometric, Dihydrate);
        var caustic = OxalicGold
            .Caustic(charge.Of(Species.Proton), goldMoles, excess, Equilibrium.OxalicCharge.At(options.Whole("ph")), bound)
            .Named("caustic soda");
        work.Water("water", "water for the oxalic acid", pure * 5 * Constants.Get("water-volume"), "hot: the acid goes into it first");
        work.BySign("oxalic", Dihydrate, pure, "in portions, near boiling, stirred", ["stannous-clean", "last-brought-nothing"]);
        // It is poured as a solution: its water is in the vessel too.
        var causticWater = Molar.Grams(caustic, "NaOH") * Constants.Get("caustic-water") * Constants.Get("water-volume");
        work.Water("caustic-water", "water for the caustic soda", causticWater, "the soda goes into it first");
        work.Decided(
            "caustic",
            "NaOH",
            Molar.Grams(caustic, "NaOH"),
            "as a 10 % solution, by drops, watching the pH",
            title: "caustic soda, by drops to the pH"
        );
        work.React(Neutral, Working.Least(work.Vessel.Of(new("OH-", Phase.Aqueous)), work.Vessel.Of(Species.Proton)));
        work.React(ByNitric, work.Vessel.Of(Species.Nitrate), "HNO3");
        work.React(
            OxalicGold.Precipitation,
            work.Vessel.Of(Species.GoldChloride) * (Working.Exact(1) - draws.Prior("gold-in-barren")),
            "HAuCl4"
        );
        foreach (var (_, reaction, salt, moles) in falls)
            work.React(reaction, moles, salt);
        work.React(Neutral, Working.Least(work.Vessel.Of(new("OH-", Phase.Aqueous)), work.Vessel.Of(Species.Proton)));
        work.LetGasGo();
        work.Full();
        var powder = work.Vessel.Grams(Species.Gold).Named("gold sponge");
        var liquid = work.Vessel.LiquorVolume(draws);
        var held = Working.Least(Working.Exact(1), Working.Share(powder * draws.Prior("heel-powder"), liquid));
        var (wet, barren) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : held);
        return work.Plan(
            "Oxalic acid near boiling, caustic soda by drops, until a drop shows no gold",
            "oxalate",
            2 * work.Size("oxalate").Vessel.Vessel.Height(liquid) / draws.Prior("settle-oxalic") * Working.Exact(1, "1 h", Dimension.Time),
            [new("powder", "gold sponge", true, wet), new("barren", "barren liquor", false, barren)],
            [
                EndSigns.StannousClean,
                new(
                    "last-brought-nothing",
                    "the last portion brought no more, near boiling, after ten minutes",
                    "it is slow: cold it seems done"
                ),
                new("ph-reached", "the pH is where it should be", "a strip in coloured liquor: rinse it and read the edge"),
            ],
            [
                powder.Named("gold brought down (inferred, not seen)"),
                barren.Element("Au").Named("gold still in the liquor"),
                gold,
                stoichiometric,
                Molar.Grams(caustic, "NaOH").Named("caustic soda"),
                forNitric,
                forMetals,
                .. Working.IsNothing(onIron) ? Array.Empty<Working>() : [forIron],
            ],
            ["near boiling, stirred, an hour or more", $"pH {options.Text("ph")}: acid must stay"],
            [
                new(CautionLevel.Look, "Caustic soda into acid spits: drops, not a pour, stirred."),
                new(CautionLevel.Look, "Oxalic acid is poisonous; its dust harms the lungs."),
                .. nitric.Likely > 0.1
                    ? [new Caution(CautionLevel.Look, "Nitric acid eats three grams of oxalic acid to a gram: denitrate first.")]
                    : Array.Empty<Caution>(),
            ],
            "While it settles, covered.",
            "If it foams: stop the caustic, stir, off the heat."
        );
    }
}
