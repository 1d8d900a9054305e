using Spolium.Core.Kinetics;

namespace Spolium.Core.Methods.Regenerate;

/// <summary>
/// Water off a spent liquor, to a volume mark: in the sun, on a plate, at the boil (precise rules 3.4; further work 1). Deliquescent
/// nitrates stop losing water at the humidity of the room: mark and density say when it is there, not the sky.
/// </summary>
public sealed class Evaporate : IMethod
{
    private const string Sun = "sun";
    private const string Plate = "plate";
    private const string Boil = "boil";
    private const int PlateC = 80;
    private const double SunC = 45;

    // Of the water, kept whatever the mark says: below it nitrates melt in their own water, turn basic and give off brown gas.
    private const double LeastLeft = 0.02;

    public MethodCard Card { get; } =
        new()
        {
            Id = "evaporate",
            Version = 1,
            Title = "Concentrate a spent liquor",
            Verb = "concentrate",
            Stage = Stage.Regenerate,
            OfLeavings = true,
            Outputs = [("liquor", "concentrated liquor")],
            Reagents = [],
            HottestC = 110,
            BoilsOrCools = true,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0.5)],
            Tasks = [Work.SetUp],
            Signs = ["volume-mark", "stands-still"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "how",
                "How",
                Sun,
                [
                    (Sun, "sun and wind, in wide trays under a roof"),
                    (Plate, "on a plate at 80 °C, by itself"),
                    (Boil, "at the boil, never above 110 °C in the pot"),
                ]
            ),
            new("to", "Down to", "30", [], 5, 95, "%", "Of its volume now: draw the mark on the vessel."),
            new("area", "Surface", "0.25", [], 0.01, 50, "m²", "Of all trays together; for sun and wind."),
            new("watts", "Heat into the liquor", "400", [], 50, 3000, "W"),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (SpentNitrate.Among(charge, Objections.NoLiquor(charge), SpentNitrate.Bleach(charge)) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var how = options.Text("how");
        var work = new StepWork(this, charge, options, shop, facts, draws) { HottestC = how == Sun ? SunC : Card.HottestC };
        var foam = how == Sun ? "quiet" : "boil";
        work.Full();
        var volume = charge.LiquorVolume(draws);
        var water = charge.Grams(Species.Water);
        var mark = (volume * Working.Given(options.Number("to") / 100, Dimension.None, "down to, of its volume", "chosen")).Named(
            "volume mark"
        );
        var wanted = Working.Greatest(water - (volume - mark) / Constants.Get("water-volume"), water * Working.Exact(LeastLeft));
        // What salts hold against the air of the room is not to be had by sun and wind.
        var held = (SpentNitrate.Salts(charge) * draws.Prior("salts-hold-water")).Named("water that the salts hold in the air of the room");
        var stays = how == Sun ? Working.Greatest(wanted, Working.Least(water, held)) : wanted;
        var goes = Working.AtLeastZero(water - stays).Named("water that goes");
        var acid = Molar.Grams(Working.Least(charge.Of(Species.Proton), charge.Of(Species.Nitrate)), "HNO3");
        // Acid grows stronger as water goes, up to where both go off together.
        var kept = Solutions.SilverNitrateInAcid.AcidKept(acid, stays);
        var acidOff = Molar.Moles(Working.AtLeastZero(acid - kept), "HNO3").Named("nitric acid that goes off, in mol");
        work.Loses(s =>
            s == Species.Water ? Working.Share(goes, water)
            : s == Species.Proton || s == Species.Nitrate ? Working.Share(acidOff, charge.Of(s))
            : null
        );
        if (acidOff.Range.High > 1e-6)
            work.MayFree("HNO3", acidOff, "goes off once the acid has come to 68 %");
        var perDay = Working.Given(24, Dimension.Time, "hours in a day", "24 h");
        var rate = (draws.Prior("sun-evaporation") * Working.Given(options.Number("area"), Dimension.None, "surface, m²", "chosen")).Named(
            "water that goes in an hour"
        );
        var vessel = work.Size(foam).Vessel.Vessel;
        var hours =
            how == Sun ? goes / rate
            : how == Plate ? Boiling.EvaporatingHours(goes, Math.PI * vessel.DiameterMm * vessel.DiameterMm / 4e6, PlateC, draws)
            : Boiling.Hours(goes, options.Number("watts"), draws);
        var left = work.Vessel.LiquorVolume(draws).Named("volume that it comes to");
        var stalls = how == Sun && held.Likely > wanted.Likely;
        return work.Plan(
            how == Sun
                ? "Wide trays in sun and wind, covered against rain and birds, until the mark is reached or the level stands still"
                : "Warm it down to the mark; off the heat at the first brown fume",
            foam,
            how == Boil ? Working.Zero(Dimension.Time) : hours.Named("hours of evaporating"),
            [new("liquor", "concentrated liquor", true, work.Vessel)],
            [
                new("volume-mark", "the volume mark is reached", "the clock, or a skin on top"),
                new(
                    "stands-still",
                    "two readings of level or density, a warm day apart, agree",
                    "after rain or a damp night it takes water back"
                ),
            ],
            [
                goes,
                mark,
                left,
                .. how == Sun ? [(rate * perDay).In("mL").Named("water that goes in a day"), held] : Array.Empty<Working>(),
                .. Working.IsNothing(acid) ? Array.Empty<Working>() : [Molar.Grams(acidOff, "HNO3").Named("nitric acid that goes off")],
            ],
            [
                how == Sun
                    ? "out of reach of children, animals and rain; a tray under the tray"
                    : "hood or outdoors, beads against bumping",
                "the pot never above 110 °C: copper nitrate melts at 114 °C, turns basic and gives off brown gas",
            ],
            [
                .. stalls
                    ?
                    [
                        new Caution(
                            CautionLevel.Look,
                            "Sun and wind will not reach the mark: these salts take water out of the air. Finish it on a plate."
                        ),
                    ]
                    : Array.Empty<Caution>(),
                new(CautionLevel.Stop, "Never to dryness, and never in paper, cloth or wood: nitrates set fire to what they dry in."),
                new(CautionLevel.Look, "What goes off is acid when it is strong: brown over it or a sharp smell means stop."),
            ],
            how == Sun ? "It stands as it is, covered." : "Off the heat, covered.",
            handsOn: how == Boil ? hours : null,
            signFirst: false
        );
    }
}
