namespace Spolium.Core.Methods.Precipitate;

/// <summary>2 AgCl + 2 NaOH → Ag2O + 2 NaCl + H2O, then Ag2O + C6H12O6 + NaOH → 2 Ag + C6H11O7Na + H2O: white, brown-black, grey.</summary>
public sealed class CausticSugar : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "caustic-sugar",
            Version = 1,
            Title = "Silver from its chloride by caustic soda and sugar",
            Verb = "reduce",
            Stage = Stage.Precipitate,
            Outputs = [("silver", "silver powder"), ("liquor", "caustic liquor")],
            Reagents = ["NaOH", "C6H12O6", "H2O"],
            Passages = [new(Form.WashedChloride, Form.SilverPowder, School: true)],
            HottestC = 80,
            Tasks = [Work.SetUp, Work.Portion("rung-sulphite"), Work.ByItself("sugar-hours")],
            Lessons = [new("sugar-factor", Seen.Dose, "sugar")],
            Signs = ["grey-heavy", "no-white-core", "clear-in-nitric"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("sugar", "Sugar", "reducing", [("reducing", "glucose, fructose, corn syrup, honey"), ("sucrose", "table sugar")]),
            new("caustic", "Caustic soda, × the equation", "2", [], 1.05, 4, "", "Twice by practice."),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (
            Objections.Among(
                ChlorideToSilver.NoChloride(charge),
                Objections.When(
                    options.Text("sugar") == "sucrose",
                    "table sugar is not reducing: it stays brown-black oxide",
                    "use glucose or corn syrup, or boil the table sugar with a little acid first"
                ),
                Objections.When(
                    charge.Grams(new("NH4+", Phase.Aqueous)).Range.High > 0.5 || charge.Grams(new("NH3", Phase.Aqueous)).Range.High > 0.1,
                    "ammonia with silver and caustic makes fulminating silver",
                    "acidify it and wash the ammonia out first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var chloride = charge.Of(ChlorideToSilver.Chloride);
        var oxide = SilverChlorideReactions.ToOxide.Need(chloride, "AgCl", "Ag2O");
        var forOxide = Molar
            .Grams(SilverChlorideReactions.ToOxide.Need(chloride, "AgCl", "NaOH"), "NaOH")
            .Named("caustic soda for the oxide");
        var forSugar = Molar.Grams(SilverChlorideReactions.BySugar.Need(oxide, "Ag2O", "NaOH"), "NaOH").Named("caustic soda for the sugar");
        var sugar = Molar.Grams(SilverChlorideReactions.BySugar.Need(oxide, "Ag2O", "C6H12O6"), "C6H12O6").Named("glucose by the equation");
        var least = (forOxide + forSugar).Named("caustic soda by the equations");
        var acid = Molar.Grams(charge.Of(Species.Proton), "NaOH").Named("caustic soda for acid left in the cake");
        work.Water("water", "water", Molar.Grams(chloride, "AgCl") * Reference.Constants.Get("sugar-water"), "over the cake, stirred");
        work.Decided(
            "caustic",
            "NaOH",
            least * Working.Given(options.Number("caustic"), Dimension.None, "× the equation", "chosen") + acid,
            "in small portions into the water: it heats",
            least
        );
        work.React(Neutral, Working.Least(work.Vessel.Of(new("OH-", Phase.Aqueous)), work.Vessel.Of(Species.Proton)));
        work.BySign("sugar", "C6H12O6", draws.Prior("sugar-factor") * sugar, "in portions, hot, once all is brown-black", ["grey-heavy"]);
        var left = draws.Prior("chloride-left");
        work.React(SilverChlorideReactions.ToOxide, chloride * (Working.Exact(1) - left), "AgCl");
        work.React(SilverChlorideReactions.BySugar, work.Vessel.Of(new("Ag2O", Phase.Solid)), "Ag2O");
        work.Full();
        var (silver, liquor) = ChlorideToSilver.Part(work);
        return work.Plan(
            "Caustic soda until all is brown-black, then sugar in portions, hot, until it is grey",
            "quiet",
            draws.Prior("sugar-hours"),
            [new("silver", "silver powder", true, silver), new("liquor", "caustic liquor", false, liquor)],
            [
                new("grey-heavy", "grey and heavy all through, the liquor clear above it", "brown-black is oxide: not finished"),
                ChlorideToSilver.NoWhite,
                ChlorideToSilver.ClearInNitric,
            ],
            [.. ChlorideToSilver.Figures(work, charge), least, sugar],
            ["60 to 80 °C, stirred; lumps crushed under water", "washed free of acid first"],
            [
                new(CautionLevel.Stop, "Hot caustic blinds: face shield, goggles, long gloves; caustic into water, never water on it."),
                new(CautionLevel.Stop, "No ammonia near: with silver and caustic it explodes when it stands."),
                new(CautionLevel.Look, "Hot caustic eats glass and aluminium: PP or steel for the strong."),
            ],
            "Under water, covered, when it is grey.",
            "If it foams: less sugar, stir."
        );
    }

    private static readonly Reaction Neutral = Reaction.Of("HCl + NaOH = NaCl + H2O");
}
