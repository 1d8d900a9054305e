using Spolium.Core.Kinetics;
using Spolium.Core.Solutions;

namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// Silver nitrate as a product: boiled down until it is 95 % saturated hot, cooled; crystals X = m − s W (precise rules 2.14). The mother
/// liquor is a holding: it goes back to the next crop.
/// </summary>
public sealed class CrystalliseSilverNitrate : IMethod
{
    private static readonly Reaction Crystals = Reaction.Crystallising("AgNO3");
    private static readonly Species Ion = new("Ag+", Phase.Aqueous);
    private static readonly Species Lead = new("Pb2+", Phase.Aqueous);
    private static readonly Species Copper = new("Cu2+", Phase.Aqueous);

    public MethodCard Card { get; } =
        new()
        {
            Id = "crystallise-silver-nitrate",
            Version = 1,
            Title = "Crystallise silver nitrate",
            Verb = "crystallise",
            Stage = Stage.Precipitate,
            Outputs = [("crystals", "silver nitrate"), ("mother-liquor", "mother liquor")],
            Reagents = [],
            Passages = [new(Form.SilverLiquor, Form.SilverCrystals, "crystals of its nitrate")],
            HottestC = 100,
            BoilsOrCools = true,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0.5)],
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("crystal-hours")],
            Signs = ["volume-mark", "no-growth"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("hot", "Hot", "80", [], 40, 100, "°C"),
            new("cold", "Cooled to", "20", [], 0, 35, "°C"),
            new("drive", "Water driven off", "boil", [("boil", "at the boil"), ("evaporate", "below it, at 80 °C, by itself")]),
            new("watts", "Heat into the liquor", "300", [], 50, 3000, "W"),
            new("crystals", "Crystals", "drained", [("drained", "drained"), ("pressed", "pressed")]),
        ];

    private sealed record Held(double C, Working Plain);

    private static Held At(Solubility salt, double celsius, Draws draws) => new(celsius, salt.At(celsius, draws)!.GramsPerGramWater);

    // What the cooled water does not hold of another nitrate crystallises with the silver's.
    private static bool Along(Charge charge, string salt, Species ion, Working water, double celsius) =>
        Solubility.BySalt[salt].Percent(celsius) is { } p && Molar.Grams(charge.Of(ion), salt).Likely > p / (100 - p) * water.Likely;

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var silver = charge.Of(Ion);
        var salt = Solubility.BySalt["AgNO3"];
        // The options keep both within the table, 0 to 100 °C.
        var (hot, cold) = (At(salt, options.Number("hot"), draws), At(salt, options.Number("cold"), draws));
        var mass = Molar.Grams(silver, "AgNO3").Named("silver nitrate in the liquor");
        var acid = Molar.Grams(Working.Least(charge.Of(Species.Proton), charge.Of(Species.Nitrate)), "HNO3").Named("free nitric acid");
        var wanted = SilverNitrateInAcid.BoiledDownTo(mass, Constants.Get("dilution-share-hot") * hot.Plain, acid, hot.C);
        var least = Working.Least(wanted, charge.Grams(Species.Water));
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(silver.Likely <= 0, "there is no silver in solution", "dissolve it in nitric acid first"),
                Objections.When(
                    charge.Of(new("C6H12O6", Phase.Aqueous)).Range.High > 1e-4 || charge.Of(new("H2C2O4", Phase.Aqueous)).Range.High > 1e-4,
                    "organics in silver nitrate: fire, or a salt that detonates",
                    "bring the silver down as chloride instead"
                ),
                Objections.When(
                    Along(charge, "Pb(NO3)2", Lead, least, cold.C),
                    "lead's nitrate would fall before the silver's",
                    "take the lead out first: a little sulphuric acid brings it down, filter; or bring the silver down as chloride"
                ),
                Objections.When(
                    Along(charge, "Cu(NO3)2", Copper, least, cold.C),
                    "so much copper that its nitrate would crystallise along",
                    "cement the silver first and dissolve it again"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        work.Full();
        var water = charge.Grams(Species.Water);
        var kept = Working.Least(Working.Exact(1), Working.Share(wanted, water));
        // Acid grows stronger as water goes, up to where both go off together.
        var stays = SilverNitrateInAcid.AcidKept(acid, least);
        var acidOff = Molar.Moles(Working.AtLeastZero(acid - stays), "HNO3").Named("nitric acid that boils off, in mol");
        work.Loses(s =>
            s == Species.Water ? Working.Exact(1) - kept
            : s == Species.Proton || s == Species.Nitrate ? Working.Share(acidOff, charge.Of(s))
            : null
        );
        if (acidOff.Range.High > 1e-6)
            work.MayFree("HNO3", acidOff, "boils off once the acid has come to 68 %");
        var falls = Working
            .AtLeastZero(mass - SilverNitrateInAcid.Held(cold.Plain, work.Vessel.Grams(Species.Water), stays, cold.C, draws))
            .Named("silver nitrate that falls");
        work.React(Crystals, Molar.Moles(falls, "AgNO3"), "AgNO3");
        var wet = work.Vessel.Grams(new("AgNO3", Phase.Solid)) * draws.Prior("crystal-liquor-" + options.Text("crystals"));
        var liquorMass = work.Vessel.Mass() - work.Vessel.Grams(new("AgNO3", Phase.Solid));
        var clings = Working.Least(Working.Exact(1), Working.Share(wet, liquorMass));
        var (crystals, mother) = work.Vessel.Split(s => s.Phase == Phase.Solid ? Charge.All : clings, Charge.All);
        var boiledOff = Working.AtLeastZero(water - wanted).Named("water to boil off");
        var vessel = work.Size("boil").Vessel.Vessel;
        var cools = Cooling.Hours(
            work.Vessel.Mass(),
            Math.PI * vessel.DiameterMm * vessel.DiameterMm / 2e6,
            options.Number("hot"),
            options.Number("cold"),
            options.Number("cold") - 3,
            "air-covered",
            draws
        );
        var slow = options.Text("drive") == "evaporate";
        var drives = slow
            ? Boiling.EvaporatingHours(boiledOff, Math.PI * vessel.DiameterMm * vessel.DiameterMm / 4e6, 80, draws)
            : Boiling.Hours(boiledOff, options.Number("watts"), draws);
        return work.Plan(
            $"Boil down to the mark, cool to {options.Text("cold")} °C in the dark, drain the crystals",
            "boil",
            slow ? drives + cools + draws.Prior("crystal-hours") : cools + draws.Prior("crystal-hours"),
            [new("crystals", "silver nitrate", true, crystals, "the crystals, dry"), new("mother-liquor", "mother liquor", false, mother)],
            [
                new("volume-mark", "the volume mark is reached; a drop on cold glass sets", "the clock, or a skin on top"),
                new("no-growth", "at the temperature of the room, an hour without growth", "the first crystals"),
            ],
            [
                mass,
                falls,
                boiledOff,
                .. Working.IsNothing(acid) ? Array.Empty<Working>() : [Molar.Grams(acidOff, "HNO3").Named("nitric acid that boils off")],
                mother.Element("Ag").Named("silver in the mother liquor"),
                crystals.Element("Cu").Named("copper that clings to the crystals"),
            ],
            ["distilled water, dark, glass or porcelain", "dry dark and warm in air, never on metal"],
            [
                new(
                    CautionLevel.Stop,
                    "Silver nitrate with organics, or with magnesium or aluminium powder and damp: fire. No alcohol, no acetone."
                ),
                new(CautionLevel.Look, "Burns and stains skin and eyes: gloves, goggles."),
                new(CautionLevel.Look, "Free nitric acid drives the salt out: how far is a guess of Spolium, and copper changes it too."),
            ],
            "Cooling, covered, dark.",
            handsOn: slow ? draws.Prior("wash-hours") : drives
        );
    }
}
