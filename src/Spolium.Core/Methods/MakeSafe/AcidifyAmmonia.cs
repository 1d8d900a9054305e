namespace Spolium.Core.Methods.MakeSafe;

/// <summary>
/// Ammoniacal silver by hydrochloric acid: NH3 + HCl → NH4Cl, silver chloride falls. Within the hour of its making: standing or dry it
/// explodes (safety brief 3).
/// </summary>
public sealed class AcidifyAmmonia : IMethod
{
    private static readonly Species Ammonia = new("NH3", Phase.Aqueous);
    private static readonly Species Hydroxide = new("OH-", Phase.Aqueous);
    private static readonly Species Chloride = new("AgCl", Phase.Solid);
    private static readonly Species Oxide = new("Ag2O", Phase.Solid);
    private static readonly Reaction Soured = Reaction.Of("NH3 + HCl = NH4Cl");
    private static readonly Reaction Met = Reaction.Of("NaOH + HCl = NaCl + H2O");
    private static readonly Reaction OxideSoured = Reaction.Of("Ag2O + HCl = AgCl + H2O");
    private const double GoldGrams = 0.001;

    public MethodCard Card { get; } =
        new()
        {
            Id = "acidify-ammonia",
            Version = 1,
            Title = "Acidify ammoniacal silver",
            Verb = "acidify",
            Stage = Stage.MakeSafe,
            OfLeavings = true,
            Outputs = [("chloride", "silver chloride"), ("liquor", "sour ammonium liquor")],
            Reagents = ["HCl"],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("rung-sulphite"), Work.Attended("wash-hours")],
            Signs = ["sour"],
        };

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var ammonia = charge.Of(Ammonia);
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(ammonia.Likely <= 0, "there is no ammonia in it", "neutralise what is acid, acidify what smells"),
                Objections.When(
                    charge.Element("Au").Range.High > GoldGrams,
                    "gold with ammonia makes fulminating gold: nobody moves it on the word of a program",
                    "leave it wet, keep everybody away, and ask somebody who may deal with explosives"
                ),
                Objections.When(
                    charge.Of(new("ClO-", Phase.Aqueous)).Range.High > 1e-4,
                    "bleach and ammonia make chloramines, with acid nitrogen trichloride",
                    "leave it open in the wind, and ask somebody who may deal with it"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var oxide = charge.Of(Oxide);
        var silver = charge.Of(new("Ag+", Phase.Aqueous));
        var need = (ammonia + charge.Of(Hydroxide) + silver + OxideSoured.Need(oxide, "Ag2O", "HCl")).Named(
            "hydrochloric acid for ammonia, caustic and silver, in mol"
        );
        work.BySign(
            "acid",
            "HCl",
            Molar.Grams(need * Constants.Get("acidify-spare"), "HCl"),
            "thinned one to three, in a thin stream, stirred, under the hood",
            ["sour"]
        );
        work.React(Met, work.Vessel.Of(Hydroxide), "NaOH");
        work.React(Soured, work.Vessel.Of(Ammonia), "NH3");
        work.React(OxideSoured, work.Vessel.Of(Oxide), "Ag2O");
        work.LetGasGo();
        work.Full();
        var fell = work.Vessel.Grams(Chloride);
        var (cake, liquor) = work.Decant(fell * draws.Prior("heel-chloride"));
        return work.Plan(
            "Acid until it is sour, white silver chloride falls; let it settle in the dark, decant",
            "precipitating",
            Working.Exact(1, "1 h", Dimension.Time),
            [new("chloride", "silver chloride", true, cake), new("liquor", "sour ammonium liquor", false, liquor)],
            [new("sour", "it is sour to the strip after stirring, and no ammonia smells", "a strip that was not rinsed")],
            [
                need,
                charge.Element("Ag").Named("silver in it"),
                fell.Named("silver chloride to come"),
                liquor.Element("Ag").Named("silver left in the liquor"),
            ],
            ["now, within the hour of its making, under the hood, behind a shield", "wet: never scraped, never dried"],
            [
                new(
                    CautionLevel.Stop,
                    "A black film, crystals, or more than a day old: fulminating silver. Nobody touches it: wet it from afar, go, "
                        + "and ask for help."
                ),
                new(CautionLevel.Look, "White smoke is ammonium chloride: slower."),
                new(CautionLevel.Look, "The sour liquor holds ammonium: no chlorine, no bleach, no nitrite to it, ever."),
            ],
            "Not before it is sour: this one is finished first.",
            "Smoke or warmth: stop, cool, go on by drops.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
