using Spolium.Core.Solutions;

namespace Spolium.Core.Methods.Regenerate;

/// <summary>
/// Cu(NO3)2 + H2SO4 → CuSO4 + 2 HNO3: sulphuric acid into a concentrated spent nitrate, cooled; copper sulphate falls, nitric acid stays.
/// What is poured beyond the content is not lost: it stays in the acid and does the same duty next time.
/// </summary>
public sealed class SulphuricOnNitrate : IMethod
{
    private static readonly Species Cupric = new("Cu2+", Phase.Aqueous);
    private static readonly Species Sulphate = new("SO4 2-", Phase.Aqueous);
    private static readonly Species Crystals = new(Vitriol, Phase.Solid);
    private static readonly Reaction Falls = Reaction.Crystallising(Vitriol);
    private const string Vitriol = "CuSO4·5H2O";
    private const string Anhydrous = "CuSO4";

    // Of the nitrate, by mass: above it the acid is aqua regia.
    private const double ChlorideAbove = 0.001;

    public MethodCard Card { get; } =
        new()
        {
            Id = "sulphuric-on-nitrate",
            Version = 1,
            Title = "Nitric acid out of spent nitrate by sulphuric acid",
            Verb = "free the acid",
            Stage = Stage.Regenerate,
            OfLeavings = true,
            Outputs = [("liquor", "nitric acid of leavings"), ("crystals", "copper sulphate crystals")],
            Reagents = ["H2SO4"],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("rung-nitric"), Work.Attended("wash-hours"), Work.ByItself("crystal-hours")],
            Signs = ["no-growth", "acid-tested"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "factor",
                "Sulphuric acid, × the nitrate",
                "1.2",
                [],
                0.2,
                2,
                "",
                "A fifth more than is believed covers most guesses: what is too much is not lost, it does the same next time."
            ),
            new("cold", "Cooled to", "5", [], 0, 30, "°C"),
            new("crystals", "Crystals", "drained", [("drained", "drained"), ("pressed", "pressed")]),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var nitrate = charge.Of(Species.Nitrate);
        var bound = Working
            .AtLeastZero(nitrate - Working.Least(nitrate, charge.Of(Species.Proton)))
            .Named("nitrate that metals hold, in mol");
        if (
            SpentNitrate.Among(
                charge,
                Objections.NoLiquor(charge),
                Objections.When(bound.Likely <= 0, "metals hold no nitrate in it", "choose a spent nitrate liquor"),
                Objections.When(
                    charge.Grams(Species.Chloride).Range.High > ChlorideAbove * charge.Grams(Species.Nitrate).Likely,
                    "chloride above 0.1 % of the nitrate: the acid would be aqua regia",
                    "neutralise it instead, or use it where aqua regia is wanted"
                ),
                Objections.When(
                    charge.Grams(new("Ag+", Phase.Aqueous)).Likely > NeutralGate.Of("Ag").Above,
                    "silver is dissolved in it",
                    "take the silver out with copper first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var need = Molar
            .Grams(Working.AtLeastZero(bound / 2 - charge.Of(Sulphate)), "H2SO4")
            .Named("sulphuric acid for the nitrate that metals hold");
        var times = Working.Given(options.Number("factor"), Dimension.None, "× the nitrate", "chosen");
        work.Decided(
            "acid",
            "H2SO4",
            Working.Given((need * times).Likely, Dimension.Mass, "sulphuric acid", "chosen"),
            "slowly into the cold liquor, stirred, never the liquor into the acid",
            need
        );
        work.Full();
        var cold = options.Number("cold");
        var salt = Solubility.BySalt[Anhydrous];
        var there = Molar.Grams(Working.Least(work.Vessel.Of(Cupric), work.Vessel.Of(Sulphate)), Anhydrous).Named("copper sulphate in it");
        var holds = (salt.At(cold, draws)!.GramsPerGramWater * draws.Prior("sulphate-in-acid")).Named(
            "what a gram of water holds beside the acid"
        );
        // Crystals take five waters each along: what they take no longer holds any.
        var along = Working.Exact(5) * Molar.Mass("H2O") / Molar.Mass(Anhydrous);
        var falls = Working
            .AtLeastZero((there - holds * work.Vessel.Grams(Species.Water)) / (Working.Exact(1) - holds * along))
            .Named("copper sulphate that falls, without its water");
        work.React(Falls, Molar.Moles(Working.Least(falls, there), Anhydrous), Vitriol);
        var solid = work.Vessel.Grams(Crystals).Named("copper sulphate crystals to come");
        var wet = solid * draws.Prior("crystal-liquor-" + options.Text("crystals"));
        var clings = Working.Least(Working.Exact(1), Working.Share(wet, work.Vessel.Mass() - work.Vessel.AllSolids()));
        var (crystals, liquor) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : clings, Charge.All);
        var nitric = Molar.Grams(Working.Least(liquor.Of(Species.Proton), liquor.Of(Species.Nitrate)), "HNO3");
        return work.Plan(
            $"Sulphuric acid slowly into the cold liquor; cool to {options.Text("cold")} °C over night; drain the blue crystals",
            "quiet",
            draws.Prior("crystal-hours"),
            [
                new("liquor", "nitric acid of leavings", true, liquor),
                new("crystals", "copper sulphate crystals", false, crystals, "the crystals, drained"),
            ],
            [
                new("no-growth", "at that temperature, an hour without growth", "the first crystals"),
                new(
                    "acid-tested",
                    "a drop of the acid on barium or calcium shows how much sulphate is left, a bit of copper wire gasses brown",
                    "blue colour says nothing of the acid"
                ),
            ],
            [
                need,
                bound,
                nitric.Named("nitric acid in it (inferred, not seen)"),
                (nitric / liquor.Mass()).Percent("strength as nitric acid"),
                solid,
                liquor.Element("Cu").Named("copper left in the acid"),
                Molar.Grams(liquor.Of(Sulphate), "H2SO4").Named("sulphate left in the acid, as sulphuric acid"),
            ],
            ["hood or outdoors, cold bath, glass", "the liquor concentrated first: from a thin one nothing falls"],
            [
                .. solid.Likely <= 0
                    ? [new Caution(CautionLevel.Look, "So thin that nothing falls: concentrate it first.")]
                    : Array.Empty<Caution>(),
                new(
                    CautionLevel.Look,
                    "The acid still holds copper and sulphate: good for stripping copper alloys, never for silver that is to be pure, "
                        + "nor where lead is."
                ),
                new(CautionLevel.Look, "It is no still: stronger and cleaner acid wants distilling, which is work with a limit."),
            ],
            "While it cools, covered, labelled.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
