namespace Spolium.Core.Methods.Strip;

/// <summary>Chlorine through warm dilute acid eats the base metal under a gold plate; the plate floats off as foil. The base is
/// kept.</summary>
public sealed class ChlorineLift : IMethod
{
    private static readonly string[] Done = ["plating-floats"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "chlorine-lift",
            Version = 1,
            Title = "Lift the plating with chlorine",
            Verb = "lift",
            Stage = Stage.Strip,
            Outputs =
            [
                ("foils", "foils"),
                ("base", "bare base metal"),
                ("liquor", "lifting liquor"),
                ("generator", "what stays in the generator"),
            ],
            Reagents = ["HCl", "C3Cl3N3O3", "Ca(OCl)2"],
            Passages = [new(Form.Scrap, Form.Foils, "chlorine lift", Place: 3)],
            HottestC = 60,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0.5)],
            Tasks = [Work.SetUp, Work.Portion("rung-aqua"), Work.ByItself("lift-hours")],
            Lessons = [new("base-on-foils", Seen.Foils, "foils")],
            Signs = ["plating-floats", "chlorine-off"],
        };

    public IReadOnlyList<OptionSpec> Options => [ChlorineGenerator.Option, CoverVolume.Option with { Default = "pins" }];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (
            Objections.To(
                charge,
                Duty.Chloride,
                Objections.NoSolid(charge),
                Objections.Alloy(charge),
                Objections.When(charge.Grams(Species.Gold).Likely <= 0, "there is no gold plate on it", "choose a plated lot"),
                Objections.Ammonium(charge)
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var cover = CoverVolume.Of(charge, options, draws);
        work.Decided(
            "hcl",
            "HCl",
            Molar.Grams(cover * Reference.Constants.Get("free-chloride"), "HCl"),
            "to about 7 %, warm, over the pieces"
        );
        work.Water("water", "water to cover", cover * Reference.Constants.Get("lift-water"), "first");
        var eaten = draws.Prior("lift-base-eaten");
        var base_ = charge
            .Moles.Where(m =>
                Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, true) is { IsNoble: false, Element: not ("Ag" or "Sn") }
            )
            .Select(m => (Row: MetalInAcid.Find(m.Key.Formula, true)!, Moles: m.Value * eaten))
            .ToList();
        Reaction By(MetalInAcid row) => Reaction.Of($"{row.Element} + Cl2 = {row.AquaRegia.Equation.Right[0].Formula.Text}");
        var need = Working
            .Sum(base_.Select(m => By(m.Row).Need(m.Moles, m.Row.Element, "Cl2")), Dimension.Substance)
            .Named("chlorine for the metal under the plate");
        var (residue, _) = ChlorineGenerator.Run(work, shop, (need / draws.Prior("chlorine-taken")).Named("chlorine to make"), Done);
        var share = Working.Least(Working.Exact(1), Working.Share(work.Vessel.Of(new("Cl2", Phase.Gas)), need));
        foreach (var (row, moles) in base_)
            work.React(By(row), moles * share, row.Element);
        work.LetGasGo("what the vessel does not take: into the scrubber");
        work.Full();
        var lifted = draws.Prior("lift-lifted");
        var (foilsDry, rest) = work.Vessel.Split(s => s == Species.Gold ? lifted : null);
        var (bare, liquor) = rest.Split(s => s.Phase == Phase.Solid ? Charge.All : null, Charge.All);
        return work.Plan(
            "Lead chlorine through warm dilute acid until the plating floats",
            "aqua",
            draws.Prior("lift-hours"),
            [
                new("foils", "foils", true, foilsDry, "the foils, rinsed and dried"),
                new("base", "bare base metal", false, bare, "the bare base metal"),
                new("liquor", "lifting liquor", false, liquor),
                new("generator", "what stays in the generator", false, residue),
            ],
            [new("plating-floats", "the plating floats, the base shows", "the colour of the liquor"), ChlorineGenerator.Off],
            [
                foilsDry.Grams(Species.Gold).Named("gold lifted (inferred, not seen)"),
                bare.Element("Au").Named("gold still on the base"),
                Molar.GasVolume(need).Named("chlorine by the equations"),
            ],
            ChlorineGenerator.Conditions,
            [ChlorineGenerator.Tubes, new(CautionLevel.Look, "Prolonged, it takes gold too: look every hour.")],
            ChlorineGenerator.Pause,
            ChlorineGenerator.IfFoams
        );
    }
}
