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

    public IReadOnlyList<OptionSpec> Options =>
        [ChlorineGenerator.Option, CoverVolume.Option with { Default = "pins" }, HydrogenAlone.Sweep];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var eaten = draws.Prior("lift-base-eaten");
        var metals = HydrogenAlone.Of(
            ChlorideBath.Metals(charge, Charge.All, draws).Where(m => !m.Row.IsNoble && m.Row.Element != "Ag"),
            draws
        );
        // What acid does not take, chlorine eats a little of; tin it takes with its foils.
        var skin = metals.Where(m => m.Row.Element != "Sn").Select(m => m with { Moles = m.ByHcl + (m.Moles - m.ByHcl) * eaten }).ToList();
        Working Need(string of) => Working.Sum(skin.SelectMany(m => m.Needs(of, "Cl2", "")), Dimension.Substance);
        var need = Need("Cl2").Named("chlorine for the metal under the plate");
        var made = (need / draws.Prior("chlorine-taken")).Named("chlorine to make");
        if (
            Objections.To(
                charge,
                Duty.Chloride | Duty.Lift,
                Objections.NoSolid(charge),
                Objections.Alloy(charge),
                Objections.When(charge.Grams(Species.Gold).Likely <= 0, "there is no gold plate on it", "choose a plated lot"),
                Objections.Ammonium(charge),
                HydrogenAlone.InTrain(metals, made, options)
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var cover = CoverVolume.Of(charge, options, draws);
        work.Decided(
            "hcl",
            "HCl",
            Molar.Grams(cover * Constants.Get("free-chloride") + Need("HCl"), "HCl"),
            "to about 7 %, warm, over the pieces"
        );
        work.Water("water", "water to cover", cover * Constants.Get("lift-water"), "first");
        var (residue, _) = ChlorineGenerator.Run(work, shop, made, Done);
        var share = Working.Least(Working.Exact(1), Working.Share(work.Vessel.Of(new("Cl2", Phase.Gas)), need));
        HydrogenAlone.Take(work, metals);
        foreach (var m in skin)
            m.Oxidise(work, "Cl2", "", share);
        ChlorineLeft.Stays(work);
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
            HydrogenAlone.Conditions(metals, made),
            [ChlorineGenerator.Tubes, new(CautionLevel.Look, "Prolonged, it takes gold too: look every hour.")],
            ChlorineGenerator.Pause,
            ChlorineGenerator.IfFoams
        ) with
        {
            Interlocks = ChlorineGenerator.Interlocks(work),
        };
    }
}
