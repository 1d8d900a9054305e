namespace Spolium.Core.Methods.Finish;

/// <summary>Melts dry powder with borax, pours a bar. Clean powder 5 to 10 % borax, dirty more, with soda ash.</summary>
public sealed class Melt : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "melt",
            Version = 1,
            Title = "Melt and pour the bar",
            Verb = "melt",
            Stage = Stage.Finish,
            Pace = "pace-melt",
            Outputs = [("bar", "bar"), ("slag", "slag, crucible and dust")],
            Reagents = ["Na2B4O7", "Na2CO3"],
            Passages = [new(Form.DrySilver, Form.SilverBar)],
            HottestC = 1100,
            Exposure = Exposure.Glow | Exposure.Light,
            Appliances = [new("furnace", Attended: 1, Unattended: 0)],
            Tasks = [Work.SetUp, Work.Attended("melt-hours")],
            Lessons =
            [
                new("bar-fineness", Seen.Assay, "bar"),
                new("bar-fineness-Ag", Seen.Assay, "bar"),
                new("melt-loss", Seen.Melted, "bar"),
            ],
            Signs = ["bar-poured"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("powder", "Powder", "clean", [("clean", "clean: borax"), ("dirty", "dirty: borax and soda ash")])];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var metal = charge.Moles.Where(m => Species.IsMetal(m.Key)).Select(m => charge.Grams(m.Key)).ToList();
        if (
            Furnace.Objections(
                charge,
                draws,
                Objections.When(metal.Sum(m => m.Likely) <= 0, "there is no metal to melt", "bring it down first"),
                Objections.When(
                    charge.Grams(new("AgCl", Phase.Solid)).Likely > 0.05 * charge.AllSolids().Likely,
                    "silver chloride fumes off in a melt",
                    "reduce it to silver first"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var powder = Working.Sum(metal, Dimension.Mass).Named("metal to melt");
        work.Decided("borax", "Na2B4O7", powder * draws.Prior("borax"), "with the dry powder, in the crucible");
        if (options.Text("powder") == "dirty")
            work.Decided("soda", "Na2CO3", powder * draws.Prior("borax"), "with it");
        var lost = (Working.Exact(1) - (Working.Exact(1) - draws.Prior("handling")) * (Working.Exact(1) - draws.Prior("melt-loss"))).Named(
            "metal lost in the transfer and the melt"
        );
        var (slag, bar) = work.Vessel.Split(s => Furnace.Leaves(s, lost, draws), Charge.All);
        var silver = bar.Grams(ChlorideToSilver.Silver).Likely > bar.Grams(Species.Gold).Likely;
        return work.Plan(
            "Crucible glowing, powder in, flux over it; when it is bright and still, pour",
            "quiet",
            Working.Zero(Dimension.Time),
            [new("bar", "bar", true, bar, "the bar"), new("slag", "slag, crucible and dust", false, slag)],
            [new("bar-poured", "the bar is poured, cold and free of borax", "weight with borax on it")],
            [
                powder,
                bar.Mass().Named("bar to come"),
                Furnace.Fineness(bar),
                .. bar
                    .Moles.Where(m => Species.IsMetal(m.Key))
                    .Select(m => bar.Element(m.Key.Formula).Named($"{Elements.Of(m.Key.Formula).Name} in the bar")),
            ],
            [
                silver ? "silver melts at 962 °C; pour onto charred wood or into a heated mould" : "gold melts at 1064 °C",
                "mould above 120 °C and dry",
            ],
            [
                .. Furnace.Cautions(charge),
                .. Furnace.Beside(bar),
                new(CautionLevel.Look, "Face shield, leather gloves, dark glasses."),
                new(CautionLevel.Look, "Iridium does not melt out: it sinks as grains. Melting parts nothing by purity."),
            ],
            "Before the melt, when the powder is dry and covered.",
            handsOn: draws.Prior("melt-hours"),
            signFirst: false
        );
    }
}
