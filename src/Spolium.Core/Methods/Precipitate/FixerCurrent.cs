namespace Spolium.Core.Methods.Precipitate;

/// <summary>Silver from spent fixer by current: 4.025 g/Ah × η (precise rules 2.8, 2.13), stopped at 0.3 to 0.5 g/L, or sulphide
/// falls.</summary>
public sealed class FixerCurrent : IMethod
{
    private static readonly Reaction Cell = Reaction.Of("Na3Ag(S2O3)2 = Ag + Na2S2O3 + Na2S4O6");

    public MethodCard Card { get; } =
        new()
        {
            Id = "fixer-current",
            Version = 1,
            Title = "Silver from fixer by current",
            Verb = "plate out",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("silver", "plated silver"), ("fixer", "fixer after the cell")],
            Reagents = [],
            Passages = [new(Form.Fixer, Form.WashedSilver, "current", Place: 2)],
            HottestC = 25,
            Appliances = [new("cell", Attended: 0, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours")],
            Signs = ["hours-done", "white-plate"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("amperes", "Mean current", "1.5", [], 0.01, 100, "A", "The mean over the log, not the set value.")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var silver = charge.Of(Fixer.Silver);
        var volume = charge.LiquorVolume(draws);
        var stop = Molar.Moles(Constants.Get("fixer-stop") * volume, "Ag").Named("silver at which to stop");
        if (Fixer.Objections(charge) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        if (silver.Likely <= stop.Likely)
            return StepPlan.Refuse(
                this,
                charge,
                new Refusal("it holds less than 0.4 g of silver to the litre: current would make sulphide", "use iron")
            );
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var plated = Working.AtLeastZero(silver - stop).Named("silver to plate out");
        var efficiency = draws.Prior("fixer-efficiency");
        var ampereHours = Faraday.AmpereHours(plated, efficiency, Faraday.Electrons("Ag")).Named("ampere-hours");
        var hours = (
            ampereHours / Working.Given(options.Number("amperes"), Dimension.None / Dimension.Time, "mean current, A", "typed")
        ).Named("hours of current");
        work.React(Cell, plated, Fixer.Salt);
        work.Full();
        var (plate, fixer) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : null);
        return work.Plan(
            "Pass current, stirred, at low voltage; stop while silver is left",
            "quiet",
            hours,
            [
                new("silver", "plated silver", true, plate, "the silver, scraped off, rinsed and dry"),
                new("fixer", "fixer after the cell", false, fixer),
            ],
            [
                new("hours-done", "the ampere-hours are done, by the log", "the set current is not the mean"),
                new(
                    "white-plate",
                    "the plate is white to grey, the liquor clear",
                    "brown slime is sulphide: the current was too high, or the silver too low"
                ),
            ],
            [
                Molar.Grams(silver, "Ag").Named("silver in the fixer"),
                Molar.Grams(plated, "Ag").Named("silver to plate out"),
                ampereHours.In("Ah"),
                efficiency,
                Molar.Grams(fixer.Of(Fixer.Silver), "Ag").Named("silver left in the fixer"),
            ],
            ["pH 4 to 6.5, stirred", "about 0.5 to 1 V; carbon anode, steel cathode"],
            [
                new(CautionLevel.Look, "Rotten smell: stop, the current is too high."),
                new(CautionLevel.Stop, "No acid, no bleach into fixer."),
            ],
            "The cell may be switched off at any time; lift the plate out.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
