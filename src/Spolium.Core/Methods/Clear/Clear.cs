using Spolium.Core.Kinetics;

namespace Spolium.Core.Methods.Clear;

/// <summary>
/// Dilute, chill, filter until crystal clear, wash the filter: silver chloride, lead salts and what did not dissolve stay on
/// the paper. The wash joins the filtrate; what the paper holds is a holding, not a loss (methods E).
/// </summary>
public sealed class Clear : IMethod
{
    // °C that ice brings it to.
    private const double ChilledC = 8;

    public MethodCard Card { get; } =
        new()
        {
            Id = "clear",
            Version = 2,
            Title = "Dilute, chill, filter and wash",
            Verb = "clear",
            Stage = Stage.Clear,
            Outputs = [("clear-liquor", "clear gold liquor"), ("filter", "filter")],
            Reagents = ["H2O", "HCl", "HNO3"],
            Passages = [new(Form.GoldLiquor, Form.ClearGoldLiquor)],
            HottestC = 25,
            Tasks = [Work.SetUp],
            Lessons = [new("filter-hold-up", Seen.Pool, "filter")],
            Signs = ["crystal-clear", "wash-clean"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "dilute",
                "Volumes of water to one of liquor",
                "4",
                [],
                0,
                10,
                "volumes",
                "Three to five volumes: silver chloride and hydrolysed salts fall."
            ),
            new("wash-ml", "Wash of the filter, 1 % acid", "60", [], 0, 2000, "mL"),
            new(
                "filter",
                "Filter",
                "slow",
                [("fast", "fast paper"), ("medium", "medium paper"), ("slow", "slow paper or fine glass fibre")]
            ),
            new("diameter", "Filter across", "150", [], 20, 600, "mm"),
            new("pull", "Pulled by", "gravity", [("gravity", "its own weight"), ("vacuum", "a pump")]),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var before = charge.LiquorVolume(draws);
        if (before.Likely <= 0)
            return StepPlan.Refuse(this, charge, new Refusal("there is no liquor to clear", "dissolve first"));

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var washAcid = Working.Exact(options.Number("wash-ml") * 0.01, null, Dimension.Mass);
        work.Water("water", "water to dilute", before * options.Number("dilute"), "liquor into water, slowly");
        // Hydrochloric acid would bring silver down on the filter; nitric keeps it in solution.
        var silver = charge.Grams(new("Ag+", Phase.Aqueous)).Likely > charge.Element("Au").Likely;
        if (silver)
            work.Decided("wash-nitric", "HNO3", washAcid, "into the wash water: it keeps silver in solution");
        else
            work.Decided("wash-acid", "HCl", washAcid, "into the wash water: it keeps gold in solution");
        var metal = silver ? "Ag" : "Au";
        var wash = Working.Exact(options.Number("wash-ml"), null, Dimension.Volume);
        work.Water("wash", "wash water", wash, "in three parts, through the filter, into the filtrate");
        work.Stand(ChilledC);
        var hold = draws.Prior("filter-hold-up");
        var (filter, liquor) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : hold, Charge.All);

        var volume = liquor.LiquorVolume(draws).Named("volume of the clear liquor");
        work.FullOf(volume);
        var filtering = Filtering.Hours(
            volume,
            filter.Solids().Named("solids on the filter"),
            Cake(filter),
            options.Text("filter"),
            options.Number("diameter"),
            options.Text("pull") == "vacuum",
            draws
        );
        var vessel = work.Size("quiet").Vessel.Vessel;
        var chilling = Cooling.Hours(
            work.Vessel.Mass(),
            Math.PI * vessel.DiameterMm * vessel.DiameterMm / 2e6,
            25,
            ChilledC,
            1,
            "ice",
            draws
        );
        return work.Plan(
            "Pour into water, chill, filter until it is crystal clear, wash the filter",
            "quiet",
            (chilling + filtering).Named("hours by itself, chilling and filtering"),
            [
                new("clear-liquor", silver ? "clear silver liquor" : "clear gold liquor", true, liquor),
                new("filter", "filter", false, filter.Marked(["paper"])),
            ],
            [
                new(
                    "crystal-clear",
                    "the filtrate is crystal clear against the light",
                    "clear to the eye can still hold fines: let it stand and look again"
                ),
                silver
                    ? new("wash-clean", "a drop of the last wash shows no cloud with salt", "lead clouds too, and clears when warm")
                    : new(
                        "wash-clean",
                        "a drop of the last wash shows no gold with stannous chloride",
                        "old stannous chloride shows nothing: try it on the standard first"
                    ),
            ],
            [
                liquor.Element(metal).Named($"{Elements.Of(metal).Name} in the clear liquor (inferred, not seen)"),
                filter.Element(metal).Named($"{Elements.Of(metal).Name} on the filter"),
                volume,
                filtering,
                chilling,
            ],
            ["below 10 °C, for hours: lead chloride falls", "fine paper or glass fibre"],
            [
                new(
                    CautionLevel.Look,
                    "A white cloud on diluting is silver chloride or hydrolysed tin or bismuth: let it settle, it stays on the filter."
                ),
                new(CautionLevel.Look, $"Keep the filter: it holds {Elements.Of(metal).Name}. Into the tub, named and dated."),
                .. filtering.Likely > Constants.Get("filter-too-slow").Likely
                    ?
                    [
                        new Caution(
                            CautionLevel.Look,
                            "This filter would take most of a day: let it settle and decant, or take a wider one."
                        ),
                    ]
                    : Array.Empty<Caution>(),
            ],
            "While it chills, covered: this is the place to stop for the night.",
            "It should not foam. If it does, nitric acid is left: back to the sulfamic acid.",
            signFirst: false
        );
    }

    // What gives the filter most trouble of what is on it.
    private static string Cake(Charge filter) =>
        filter.Element("Sn").Likely > 0.01 ? "metastannic"
        : filter.Of(new("AgCl", Phase.Solid)).Likely > filter.Of(Species.Gold).Likely ? "silver-chloride"
        : "metal-powder";
}
