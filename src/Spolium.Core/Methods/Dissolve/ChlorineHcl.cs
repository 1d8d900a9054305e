namespace Spolium.Core.Methods.Dissolve;

/// <summary>2 Au + 3 Cl2 + 2 HCl → 2 HAuCl4: chlorine from a generator through warm hydrochloric acid, in a closed train with relief and
/// scrubber.</summary>
public sealed class ChlorineHcl : IMethod
{
    private static readonly string[] Done = ["no-metal-left"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "chlorine-hcl",
            Version = 1,
            Title = "Dissolve the gold with chlorine",
            Verb = "dissolve",
            Stage = Stage.Dissolve,
            Outputs = [("gold-liquor", "gold liquor"), ("generator", "what stays in the generator")],
            Reagents = ["HCl", "C3Cl3N3O3", "Ca(OCl)2"],
            Passages = [new(Form.Foils, Form.GoldLiquor, "chlorine", Place: 2)],
            HottestC = 60,
            Tasks = [Work.SetUp, Work.Portion("rung-aqua"), Work.ByItself("chlorine-hours")],
            Signs = ["no-metal-left", "chlorine-off"],
        };

    public IReadOnlyList<OptionSpec> Options => [ChlorineGenerator.Option, CoverVolume.Option];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.To(charge, Duty.Chloride, [.. ChlorideBath.Objections(charge), Objections.Ammonium(charge)]) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var undissolved = draws.Prior("gold-undissolved");
        var metals = charge
            .Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, true) is not null)
            .Select(m =>
                (
                    Row: MetalInAcid.Find(m.Key.Formula, true)!,
                    Moles: m.Key == Species.Gold ? m.Value * (Working.Exact(1) - undissolved) : m.Value
                )
            )
            .ToList();
        Reaction By(MetalInAcid row) =>
            Reaction.Of(
                $"{row.Element} + Cl2 {(row.IsNoble || row.Element == "Sn" ? "+ HCl " : "")}= "
                    + $"{row.AquaRegia.Equation.Right[0].Formula.Text}"
            );
        Working Need(string of) =>
            Working.Sum(
                metals
                    .Where(m => of == "Cl2" || m.Row.IsNoble || m.Row.Element == "Sn")
                    .Select(m => By(m.Row).Need(m.Moles, m.Row.Element, of)),
                Dimension.Substance
            );
        var need = Need("Cl2").Named("chlorine by the equations");
        var cover = Working.Greatest(CoverVolume.Of(charge, options, draws), charge.Mass() * draws.Prior("wets-pins"));
        work.Decided(
            "hcl",
            "HCl",
            Molar.Grams(Need("HCl") + Constants.Get("free-chloride") * cover, "HCl"),
            "warm, over the metal, covering it"
        );
        work.Water("water", "water to cover", cover / 2, "with the acid");
        var (residue, _) = ChlorineGenerator.Run(work, shop, (need / draws.Prior("chlorine-taken")).Named("chlorine to make"), Done);
        var chlorine = work.Vessel.Of(new("Cl2", Phase.Gas));
        var share = Working.Least(Working.Exact(1), Working.Share(chlorine, need));
        foreach (var (row, moles) in metals)
            work.React(By(row), moles * share, row.Element);
        work.LetGasGo("what the vessel does not take: into the scrubber");
        return work.Plan(
            "Lead chlorine through warm acid over the metal until none is left",
            "aqua",
            draws.Prior("chlorine-hours"),
            [new("gold-liquor", "gold liquor", true, work.Vessel), new("generator", "what stays in the generator", false, residue)],
            [new("no-metal-left", "no metal grit under the rod", "a crust of silver chloride keeps gold under it"), ChlorineGenerator.Off],
            [
                Molar.Grams(work.Vessel.Of(Species.GoldChloride), "Au").Named("gold in solution (inferred, not seen)"),
                Molar.GasVolume(need).Named("chlorine by the equations"),
                Molar.Grams(need, "Cl2").Named("the same in grams"),
            ],
            ChlorineGenerator.Conditions,
            [ChlorineGenerator.Tubes, new(CautionLevel.Look, "Never tablets and powder in one generator: they burn.")],
            ChlorineGenerator.Pause,
            ChlorineGenerator.IfFoams
        );
    }
}
