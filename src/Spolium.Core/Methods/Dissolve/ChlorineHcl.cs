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

    public IReadOnlyList<OptionSpec> Options => [ChlorineGenerator.Option, CoverVolume.Option, HydrogenAlone.Sweep];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var metals = HydrogenAlone.Of(ChlorideBath.Metals(charge, draws.Prior("gold-undissolved"), draws), draws);
        Working Need(string of) => Working.Sum(metals.SelectMany(m => m.Needs(of, "Cl2", "")), Dimension.Substance);
        var need = Need("Cl2").Named("chlorine by the equations");
        var made = (need / draws.Prior("chlorine-taken")).Named("chlorine to make");
        if (
            Objections.To(
                charge,
                Duty.Chloride,
                [.. ChlorideBath.Objections(charge), Objections.Ammonium(charge), HydrogenAlone.InTrain(metals, made, options)]
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var cover = Working.Greatest(CoverVolume.Of(charge, options, draws), charge.Mass() * draws.Prior("wets-pins"));
        work.Decided(
            "hcl",
            "HCl",
            Molar.Grams(Need("HCl") + Constants.Get("free-chloride") * cover, "HCl"),
            "warm, over the metal, covering it"
        );
        work.Water("water", "water to cover", cover / 2, "with the acid");
        var (residue, _) = ChlorineGenerator.Run(work, shop, made, Done);
        var chlorine = work.Vessel.Of(new("Cl2", Phase.Gas));
        var share = Working.Least(Working.Exact(1), Working.Share(chlorine, need));
        HydrogenAlone.Take(work, metals);
        foreach (var m in metals)
            m.Oxidise(work, "Cl2", "", share);
        ChlorineLeft.Stays(work);
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
            HydrogenAlone.Conditions(metals, made),
            [ChlorineGenerator.Tubes, new(CautionLevel.Look, "Never tablets and powder in one generator: they burn.")],
            ChlorineGenerator.Pause,
            ChlorineGenerator.IfFoams
        ) with
        {
            Interlocks = ChlorineGenerator.Interlocks(work),
        };
    }
}
