using Spolium.Core.Kinetics;

namespace Spolium.Core.Methods.Denitrate;

/// <summary>HNO3 + 3 HCl → NOCl + Cl2 + 2 H2O: evaporated to a syrup with hydrochloric acid, three times. Brings no new salts: the choice
/// before platinum.</summary>
public sealed class BoilDown : IMethod
{
    public MethodCard Card { get; } =
        new()
        {
            Id = "boil-down",
            Version = 1,
            Title = "Boil the nitric acid off with hydrochloric acid",
            Verb = "boil down",
            Stage = Stage.Denitrate,
            Outputs = [("denitrated", "denitrated liquor")],
            Reagents = ["HCl", "H2O"],
            Passages = [new(Form.GoldNitrateLiquor, Form.GoldLiquor, School: true, Place: 2)],
            HottestC = 120,
            BoilsOrCools = true,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp],
            Signs = ["syrup", "no-brown-fume", "iodide-white"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("times", "Times down to a syrup", "3", [], 1, 6, ""), new("watts", "Heat into the liquor", "400", [], 50, 3000, "W")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Objections.NoLiquor(charge) is { } why)
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var times = options.Whole("times");
        var volume = charge.LiquorVolume(draws);
        var nitrate = Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Named("nitric acid before it");
        var goes = draws.Prior("boil-down-takes");
        var left = Enumerable
            .Range(1, times - 1)
            .Aggregate(Working.Exact(1) - goes, (l, _) => l * (Working.Exact(1) - goes))
            .Named($"share of the nitric acid left after {times} times");
        var need = Molar
            .Grams(ResidualNitric.DrivenOff.Need(charge.Of(Species.Nitrate), "HNO3", "HCl"), "HCl")
            .Named("hydrochloric acid by the equation");
        var perTime =
            volume
            * Working.Given(
                draws.Prior("boil-down-acid").Amount,
                Dimension.None,
                "hydrochloric acid each time, by volume of the liquor",
                "practice"
            )
            * Working.Exact(times);
        var acid = shop.Of("HCl");
        work.Full();
        work.Decided(
            "hcl",
            "HCl",
            Working.Greatest(need, perTime * acid.Density() * acid.StrengthIn(draws)),
            $"one part in {times} each time, when it is a syrup",
            need
        );
        work.React(ResidualNitric.DrivenOff, charge.Of(Species.Nitrate) * (Working.Exact(1) - left), "HNO3");
        work.LetGasGo("driven off by heat");
        // Water and hydrochloric acid boil away until a syrup is left.
        var stays = draws.Prior("syrup-water");
        var fumes = draws.Prior("syrup-acid");
        var water = work.Vessel.Grams(Species.Water);
        var acidGoes = Working.Share(
            Working.Least(work.Vessel.Of(Species.Proton), work.Vessel.Of(Species.Chloride)) * (Working.Exact(1) - fumes),
            work.Vessel.Of(Species.Proton)
        );
        var chlorideGoes = Working.Share(acidGoes * work.Vessel.Of(Species.Proton), work.Vessel.Of(Species.Chloride));
        work.Loses(s =>
            s == Species.Water ? Working.Exact(1) - stays
            : s == Species.Proton ? acidGoes
            : s == Species.Chloride ? chlorideGoes
            : null
        );
        var boiled = (water - work.Vessel.Grams(Species.Water)).Named("water boiled off");
        var hours = Boiling.Hours(boiled, options.Number("watts"), draws);
        work.Water("take-up", "water to take the syrup up", volume * (Working.Exact(1) - stays), "warm, with a little hydrochloric acid");
        return work.Plan(
            "Boil to a syrup, add hydrochloric acid, again; never dry; take up in water",
            "boil",
            Working.Zero(Dimension.Time),
            [new("denitrated", "denitrated liquor", true, work.Vessel)],
            [
                new("syrup", "a syrup that just flows, each time", "a skin on top over thin liquor"),
                new("no-brown-fume", "no brown fume on warming with the last acid", "dilute nitrate gives no fume"),
                new("iodide-white", "moist iodide paper in the gas above stays white", "never in the liquor"),
            ],
            [Molar.Grams(work.Vessel.Of(Species.Nitrate), "HNO3").Named("nitric acid left in the liquor"), nitrate, boiled],
            ["water bath or sand bath, hood", "a syrup only: gold salt falls apart above about 120 °C"],
            [
                new(CautionLevel.Stop, "Never to dryness: gold falls out, and the dust of platinum salts makes people ill for life."),
                new(CautionLevel.Look, "Low heat, a wide dish, glass beads against bumping."),
            ],
            "At the syrup, off the heat, covered.",
            "Bumping: off the heat.",
            handsOn: hours
        );
    }
}
