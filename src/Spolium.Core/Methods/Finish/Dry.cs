namespace Spolium.Core.Methods.Finish;

/// <summary>110 °C to constant mass: two weighings half an hour apart agree. A mass above what is possible says that it is not
/// dry.</summary>
public sealed class Dry : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "dry",
            Version = 1,
            Title = "Dry to constant mass",
            Verb = "dry",
            Stage = Stage.Finish,
            Pace = "pace-dry",
            Outputs = [("dry", "dry powder")],
            Reagents = [],
            Passages = [new(Form.WashedSilver, Form.DrySilver), new(Form.SilverCrystals, Form.SilverSalt)],
            HottestC = 110,
            Appliances = [new("oven", Attended: 0, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["dry-constant"],
        };

    // °C at which silver nitrate is dried.
    private const double NitrateC = 60;
    private const double AirC = 25;

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("by", "Dried", "oven", [("oven", "in the oven"), ("air", "in air, out of the dust")], Tip: "Air takes days, and no power."),
            new("layer", "Layer", "5", [], 1, 50, "mm", "The time goes with the square of it."),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (
            Objections.To(
                charge,
                Duty.Dry,
                Objections.NoSolid(charge),
                Objections.When(
                    charge.Of(new("Ag2C2O4", Phase.Solid)).Range.High > 1e-6,
                    "silver oxalate detonates when it dries",
                    "keep it wet and reduce it"
                ),
                Objections.When(
                    charge.Grams(new("NH3", Phase.Aqueous)).Range.High > 0.01 && charge.Element("Ag").Likely > 0,
                    "silver that met ammonia must not dry: it explodes",
                    "acidify it and wash it first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var nitrate = charge.Of(new("AgNO3", Phase.Solid)).Likely > 0;
        var water = charge.Grams(Species.Water).Named("water to dry off");
        work.Loses(s => s == Species.Water ? Charge.All : null);
        var air = options.Text("by") == "air";
        var layer = Working.Given(options.Number("layer") / 5, Dimension.None, "layer over 5 mm", "typed");
        return work.Plan(
            air ? "Spread thin, out of the dust and the light, until two weighings a day apart agree"
                : nitrate ? "Warm, dark and under glass, until two weighings half an hour apart agree"
                : "At 105 to 110 °C until two weighings half an hour apart agree",
            "quiet",
            draws.Prior(
                air ? "dry-hours-air"
                : charge.Of(new("AgCl", Phase.Solid)).Likely > 0 ? "dry-hours-chloride"
                : "dry-hours"
            )
                * layer
                * layer,
            [new("dry", "dry powder", true, work.Vessel, "the dry powder")],
            [new("dry-constant", "two weighings 30 minutes apart agree", "a warm, dry look; a warm dish weighs light")],
            [work.Vessel.Mass().Named("dry powder to come"), water],
            [
                air ? "in air, turned over once a day; what holds acid draws water and never dries"
                : nitrate ? "50 to 60 °C, in the dark: light blackens it"
                : "105 to 110 °C, not hotter at first: it spits",
            ],
            [
                new(CautionLevel.Look, "Never dry what met ammonia, cyanide or oxalate with silver."),
                .. nitrate
                    ?
                    [
                        new Caution(
                            CautionLevel.Stop,
                            "No paper, cloth or wood on it or under it: silver nitrate sets them on fire when it is warm."
                        ),
                    ]
                    : Array.Empty<Caution>(),
            ],
            nitrate ? "In the dark under glass; never on paper." : "In the drying oven, covered with paper.",
            handsOn: draws.Prior("wash-hours"),
            signFirst: false
        ) with
        {
            HottestC =
                air ? AirC
                : nitrate ? NitrateC
                : Card.HottestC,
            ByItsOwn = air,
        };
    }
}
