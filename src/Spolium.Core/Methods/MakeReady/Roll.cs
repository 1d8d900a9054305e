using Spolium.Core.Kinetics;

namespace Spolium.Core.Methods.MakeReady;

/// <summary>Rolls metal thin: the time to dissolve goes with the thickness. Shows the time before and after in the bath that
/// follows.</summary>
public sealed class Roll : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "roll",
            Version = 1,
            Title = "Roll it thin",
            Verb = "roll",
            Stage = Stage.MakeReady,
            Outputs = [("sheet", "sheet")],
            Reagents = [],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Attended("roll-hours")],
            Signs = ["thin"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("from", "Thickness now", "2000", [], 1, 20000, "µm"),
            new("to", "Rolled to", "300", [], 1, 20000, "µm"),
            new(
                "bath",
                "Then into",
                "fit",
                [("fit", "what fits the metal that it mostly is"), .. Baths.Values.Select(b => (b.Bath, b.Words))]
            ),
            new("temperature", "at", "60", [], 20, 105, "°C"),
        ];

    // The bath that usually follows, by the metal that there is most of.
    private static readonly Dictionary<string, (string Bath, string Words)> Baths = new()
    {
        ["Ag"] = ("ag-nitric", "nitric acid, silver alloy"),
        ["Cu"] = ("cu-nitric", "nitric acid, copper or brass"),
        ["Ni"] = ("ni-nitric", "nitric acid, nickel or nickel silver"),
        ["Au"] = ("au-aqua-regia", "aqua regia, gold"),
        ["Pd"] = ("pd-aqua-regia", "aqua regia, palladium"),
        ["Pt"] = ("pt-aqua-regia", "aqua regia, platinum"),
    };

    private static string MostOf(Charge charge) => Baths.Keys.MaxBy(e => charge.Element(e).Likely)!;

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var (from, to) = (options.Number("from"), options.Number("to"));
        if (
            Objections.To(
                charge,
                Duty.Mill,
                Objections.NoSolid(charge),
                Objections.When(
                    to >= from,
                    $"{FigureText.Number(to, 0)} µm is not thinner than {FigureText.Number(from, 0)} µm",
                    "roll to less than it has now"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var bath = options.Text("bath") is var chosen and not "fit" ? chosen : Baths[MostOf(charge)].Bath;
        var rate = RetreatRate.At(bath, options.Number("temperature"), draws)!;
        Working Hours(double um, string label) =>
            (
                SheetTime.Minutes(Working.Given(um, Dimension.None, "thickness, µm", "typed"), rate)
                * Working.Exact(1 / 60.0, "1 h/60 min", Dimension.Time)
            ).Named(label);
        return work.Plan(
            $"Roll from {FigureText.Number(from, 0)} to {FigureText.Number(to, 0)} µm, anneal when it hardens",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("sheet", "sheet", true, charge)],
            [new("thin", "the thickest place measures what was wanted", "an edge is thinner than the middle")],
            [Hours(from, "to dissolve as it is, with acid to spare"), Hours(to, "to dissolve when rolled")],
            ["clean rolls; anneal between passes"],
            [new(CautionLevel.Look, "Cracked edges break off: roll over a tray.")],
            "Any time.",
            handsOn: draws.Prior("roll-hours"),
            signFirst: false
        );
    }
}
