namespace Spolium.Core.Methods.Strip;

/// <summary>
/// Cu + H2O2 + 2 HCl → CuCl2 + 2 H2O, or peroxide starts and air finishes: 2 Cu + O2 + 4 HCl → 2 CuCl2 + 2 H2O. Base metal dissolves cold,
/// gold foils float.
/// </summary>
public sealed class PeroxideEtch : IMethod
{
    private static readonly string[] Done = ["foils-float", "no-copper-red"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "peroxide-etch",
            Version = 1,
            Title = "Etch the base metal with hydrochloric acid and peroxide",
            Verb = "etch",
            Stage = Stage.Strip,
            Outputs = [("foils", "foils"), ("etch-liquor", "etch liquor"), ("base", "bare pieces")],
            Reagents = ["HCl", "H2O2", "H2O"],
            Passages = [new(Form.Scrap, Form.Foils, "peroxide etch", Place: 2)],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Portion("rung-aqua"), Work.Attended("wash-hours")],
            Lessons = [new("base-on-foils", Seen.Foils, "foils"), new("undercut-share", Seen.Weighed, "base")],
            Signs = ["foils-float", "no-copper-red"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "school",
                "Oxidant",
                "air",
                [("air", "peroxide starts, air finishes"), ("peroxide", "peroxide alone")],
                Tip: "Air costs days and no peroxide; peroxide alone is done in hours."
            ),
            new("air", "Air", "still", [("still", "still surface"), ("bubbled", "bubbled through")]),
            Undercut.Option,
            Undercut.Area,
            Undercut.Depth,
            CoverVolume.Option,
            DissolveTime.Form,
            DissolveTime.Thickness,
        ];

    private static readonly EndSign[] Through =
    [
        new("foils-float", "the foils float free", "foil that hangs on by an edge"),
        new("no-copper-red", "no copper-red left, the liquor green and clear", "dark brown liquor is copper(I): air it"),
    ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var peroxide = shop.Of("H2O2");
        var metals = charge
            .Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, true) is { IsNoble: false, Element: not "Ag" })
            .Select(m => (Row: MetalInAcid.Find(m.Key.Formula, true)!, m.Value))
            .ToList();
        if (
            Objections.To(
                charge,
                Duty.Chloride | Duty.Lift,
                Objections.NoSolid(charge),
                Objections.Alloy(charge),
                Objections.When(metals.Count == 0, "there is no base metal to etch", "go on with aqua regia"),
                Objections.When(
                    peroxide.Strength.Value > Constants.Get("peroxide-refused-above").Likely,
                    $"peroxide of {FigureText.Number(peroxide.Strength.Percent, 0)} % boils over on copper",
                    "use 3 to 10 %, or thin it down first"
                ),
                Objections.When(
                    charge.Grams(Species.Nitrate).Range.High > 0.5,
                    "nitrate clings to it: gold would dissolve too",
                    "rinse it free of nitrate first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var byAir = options.Text("school") == "air";
        var edges = Undercut.Is(charge, options);
        var inAll = Working.Sum(metals.Select(m => m.Value * Molar.Mass(m.Row.Element)), Dimension.Mass);
        var taken = edges ? Undercut.Share(charge, inAll, options, facts, draws) : Charge.All;
        var taking = edges ? metals.Select(m => (m.Row, m.Value * taken)).ToList() : metals;
        var (hcl, h2o2, airTakes) = EtchBath.Run(work, shop, taking, byAir, Done);
        work.LetGasGo();
        work.Full();
        var lost = draws.Prior("etch-gold-lost");
        var freed = edges ? draws.Prior("undercut-freed") : Charge.All;
        var bare = Charge.Empty;
        if (edges)
        {
            // Bare pieces come out first, rinsed; what did not come off stays on them.
            (bare, var rest) = work.Vessel.Split(
                s =>
                    s == Species.Gold ? Charge.All - freed
                    : s.Phase == Phase.Solid ? Charge.All
                    : null,
                Charge.All
            );
            work.Keep(rest);
        }
        var gold = work.Vessel.Grams(Species.Gold);
        var (foils, liquor) = work.Decant(gold * draws.Prior("foil-heel"), s => s == Species.Gold ? lost : null);
        var vessel = work.Size("quiet").Vessel.Vessel;
        var area = Working.Exact(
            Math.PI * vessel.DiameterMm * vessel.DiameterMm / 4e6,
            $"{FigureText.Number(Math.PI * vessel.DiameterMm * vessel.DiameterMm / 4e4 * 0.01, 4)} m² of surface",
            Dimension.Mass / Dimension.Time
        );
        var uptake = (
            draws.Prior("oxygen-uptake") * area * (options.Text("air") == "bubbled" ? draws.Prior("oxygen-bubbled") : Working.Exact(1))
        ).Named("oxygen taken up in an hour");
        var airHours = (Molar.Grams(airTakes, "O2") / uptake).Named("hours for the air");
        var hours =
            edges ? Undercut.Hours(byAir ? airHours : null, draws)
            : byAir ? airHours
            : DissolveTime.Hours(options, "cu-peroxide", 22, 2, "etch-hours", draws);
        return work.Plan(
            edges ? Undercut.Instruction : "Cover with hydrochloric acid, add peroxide, stir now and then, cold, until the foils float",
            "aqua",
            hours,
            [
                new("foils", "foils", true, foils, "the foils, rinsed and dried"),
                new("etch-liquor", "etch liquor", false, liquor),
                .. edges ? [new Output("base", "bare pieces", false, bare, "the bare pieces, rinsed and dry")] : Array.Empty<Output>(),
            ],
            edges ? Undercut.Signs : Through,
            [
                Molar.Grams(hcl, "HCl").Named("hydrochloric acid by the equations"),
                Molar.Grams(h2o2, "H2O2").Named("peroxide by the equations, if it did all"),
                foils.Element("Au").Named("gold on the foils (inferred, not seen)"),
                liquor.Element("Au").Named("gold in the liquor"),
                .. edges ? [taken, bare.Element("Au").Named("gold still on the pieces")] : Array.Empty<Working>(),
                .. byAir ? [Molar.Grams(airTakes, "O2").Named("oxygen to come from the air"), uptake] : Array.Empty<Working>(),
            ],
            ["room temperature: never heat it", "an open vessel: never a closed lid"],
            [
                new(CautionLevel.Stop, "No acetone rinse: with peroxide and acid it makes explosives."),
                new(CautionLevel.Look, "A trace of gold dissolves and falls back while copper is there: keep copper in until the end."),
            ],
            "It may stand open in the hood over night.",
            "If it boils up: stop pouring, cold water round it.",
            handsOn: draws.Prior("wash-hours"),
            portioned: !byAir
        ) with
        {
            Means = ["O2"],
        };
    }
}
