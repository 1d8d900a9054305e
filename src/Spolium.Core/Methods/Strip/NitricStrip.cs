using Spolium.Core.Chemistry;
using Spolium.Core.Kinetics;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Methods.Strip;

/// <summary>
/// Base metal dissolves in nitric acid cut with water; gold stays as foils. The wash belongs to the strip.
/// 3 Cu + 8 HNO3 → 3 Cu(NO3)2 + 2 NO + 4 H2O, and likewise for the others; part goes the NO2 way (precise rules 2.2, 2.3).
/// What heat drives off plain dilute nitric acid (a fifth of a covered λ) is under half a per cent and lies inside F.
/// </summary>
public sealed class NitricStrip : IMethod
{
    private static readonly Reaction ZincToAmmonium = Reaction.Of("Zn + HNO3 = Zn(NO3)2 + NH4NO3 + H2O");

    public string Id => "nitric-strip";
    public int Version => 1;
    public string Title => "Strip the base metal with nitric acid";
    public string Verb => "strip";
    public Stage Stage => Stage.Strip;
    public IReadOnlyList<(string Id, string Name)> Outputs => [("foils", "foils"), ("strip-liquor", "strip liquor"), ("rinse", "rinse of the foils")];
    public IReadOnlyList<string> Reagents => ["HNO3", "H2O"];

    public IReadOnlyList<OptionSpec> Options =>
    [
        Cover.Option,
        new("water", "Water to one volume of acid", "1", [], 0, 5, "volumes", "Cut 1 : 1 the acid makes less brown gas and goes further."),
        new("thickness", "Thickest sheet", "", [], 1, 20000, "µm", "Both faces retreat: half of it has to dissolve from each side. Left empty, the time is a guess."),
        new("washes", "Washes of the foils", "3", [], 1, 10, ""),
        new("wash-ml", "Water of one wash", "150", [], 10, 5000, "mL"),
    ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (Refusals(charge) is { Length: > 0 } why)
            return StepPlan.Refuse(this, charge, why);

        var acid = shop.Of("HNO3");
        var gold = charge.Grams(Species.Gold).Named("gold as foils");
        var metals = BaseMetals(charge);
        var stays = StaysOnFoils(gold, metals, draws);
        var dissolving = metals.Select(m => (m.Metal, Moles: (m.Moles * (Working.Exact(1) - stays)).Named($"{Elements.Of(m.Metal).Name} to dissolve"))).ToList();

        // Zinc in part reduces nitrate as far as ammonium.
        var ammonium = draws.Prior("zinc-ammonium");
        var zincSideways = dissolving.Where(m => m.Metal == "Zn").Select(m => (m.Moles * ammonium).Named("zinc that makes ammonium")).FirstOrDefault() ?? Working.Zero(Dimension.Substance);
        var straight = dissolving.Select(m => (m.Metal, Moles: m.Metal == "Zn" ? (m.Moles - zincSideways).Named("zinc that makes no ammonium") : m.Moles)).ToList();

        var byCover = Cover.Returned(options, draws);
        var factor = draws.Prior("nitric-factor");
        var strength = acid.StrengthIn(draws);
        var electrons = Working.Sum(straight.Select(m => Electrons(m.Metal, m.Moles)), Dimension.Substance);
        var waterRatio = options.Number("water");

        // The water is a dose of its own: as many volumes as the acid is expected to have, poured first.
        var acidWithoutBrown = factor * Taken(straight, zincSideways, Working.Exact(0)).Net(byCover).Named("nitric acid needed, all by the NO way");
        var waterNeed = Shop.WaterGrams(acid.Volume(Molar.Grams(acidWithoutBrown, "HNO3") / strength)! * waterRatio);
        var water = DosePlan.Decided("water", "water to cut the acid", Shop.Water, waterNeed, Working.Zero(Dimension.Mass), facts, "first, over the metal: acid goes into water");

        var closed = facts.Closed;
        var poured = PouredShares(facts);
        var x = No2Share.Mean(electrons, water.Grams, strength, factor, byCover, poured, draws.Prior("no2-share-shift"));
        var taken = Taken(straight, zincSideways, x);
        var needed = (factor * taken.Net(byCover).Named("nitric acid that the metal takes, less what comes back")).Named("nitric acid, with some to spare");
        var need = (Molar.Grams(needed, "HNO3") / strength).Named("nitric acid to pour");
        var allGone = facts.Saw("no-base-at-edge", "quiet-after-more");
        var ended = closed || allGone;
        var grams = DosePlan.BySign("nitric", need, facts, ended);

        // Share of the metal that this much acid dissolves: all of it, unless the dose ended short.
        var pouredMoles = acid.MolesIn(grams, draws).Named("nitric acid poured");
        // Both signs say that no base metal is left: where the acid would not have sufficed, more of it came back.
        var returned = allGone
            ? Working.Least(Working.Exact(1), Working.Greatest(byCover, Working.Share(taken.Acid - pouredMoles, taken.Reduced))).Named("share that came back (raised where the acid would not have sufficed: no base metal is left)")
            : byCover;
        var net = taken.Net(returned).Named("nitric acid that the metal takes, less what comes back");
        var done = Working.Least(Working.Exact(1), Working.Share(pouredMoles, net));
        var isShort = done.Amount.ShareWhere(d => d < 1 - 1e-9) > 0 || done.Likely < 1 - 1e-9;
        Working Done(Working moles) => isShort ? moles * done : moles;

        var vessel = charge.Pour(water, draws);
        var mixed = acid.PourInto(vessel, grams, draws);
        var heats = new List<Working?>();
        foreach (var (metal, moles) in straight)
        {
            var row = MetalInAcid.Find(metal, false)!;
            foreach (var (reaction, part) in new[] { (row.NitricByNo!, moles - moles * x), (row.NitricByNo2!, moles * x) })
            {
                // For the moment acid may run short: what comes back under the cover is counted below.
                (mixed, var extent) = mixed.React(reaction, reaction.Extent(Done(part), metal), Species.Proton, Species.Nitrate);
                heats.Add(Heat.Of(reaction, extent, $"heat of the {Elements.Of(metal).Name}"));
            }
        }
        if (!Working.IsNothing(zincSideways))
        {
            (mixed, var extent) = mixed.React(ZincToAmmonium, ZincToAmmonium.Extent(Done(zincSideways), "Zn"), Species.Proton, Species.Nitrate);
            heats.Add(Heat.Of(ZincToAmmonium, extent, "heat of the zinc, ammonium way"));
        }
        var no = mixed.Of(new("NO", Phase.Gas)).Named("NO made");
        var no2 = mixed.Of(new("NO2", Phase.Gas)).Named("NO₂ made");
        var heat = Heat.Sum(heats, "heat of the strip");
        (mixed, _) = mixed.React(ResidualNitric.NoReturned, ResidualNitric.NoReturned.Extent(no * returned, "NO"), new Species("O2", Phase.Gas));
        (mixed, _) = mixed.React(ResidualNitric.No2Returned, ResidualNitric.No2Returned.Extent(no2 * returned, "NO2"), new Species("O2", Phase.Gas));
        (var gasGone, mixed) = mixed.LetGasGo();

        var liquid = mixed.LiquorVolume(draws);
        var washMl = options.Number("wash-ml");
        var washes = options.Whole("washes");
        var warming = heat is null ? null : Heat.Warming(heat, mixed);
        var portions = Portions.For("nitric", Molar.GasVolume(no + no2).Named("gas made"), warming ?? Working.Zero(Dimension.Temperature), liquid, shop.Vessels, draws);
        var ladder = Ladder.Build(acid, need.Range.Low, need.Range.High, portions.Whole, shop.BalanceStepG, facts.Of("nitric"), ended);

        var rinseWater = DosePlan.Decided("wash", "wash water", Shop.Water, Shop.WaterGrams(washes * washMl), Working.Zero(Dimension.Mass), facts, $"{washes} × {FigureText.Number(washMl, 0)} mL, poured off each time");
        var (foils, liquor, rinse, nitrateLeft) = Wash(mixed, gold, liquid, rinseWater, washes, draws);

        var portionTime = draws.Prior("rung-nitric");
        var dissolveTime = options.Has("thickness")
            ? SheetTime.MinutesLean(SheetTime.Minutes(Working.Given(options.Number("thickness"), Dimension.None, "thickest sheet, µm", "typed"), draws.Prior("strip-rate-60")), factor.Likely) * Working.Exact(1 / 60.0, "1 h/60 min", Dimension.Time)
            : draws.Prior("strip-hours");
        var attended = (draws.Prior("set-up") + portions.Count * portionTime + washes * draws.Prior("wash-hours")).Named("hours with hands on");

        var kept = Working.Exact(1) - returned;
        return new(Id, Version, Title, Verb, Stage,
            "Pour nitric acid in portions, warm, until the base metal is gone",
            [],
            [
                water,
                new("nitric", acid.Label, acid, grams.Named("nitric acid from the bottle"), acid.Volume(grams), ladder, null, "in portions, each after the last has gone quiet"),
                rinseWater,
            ],
            portions.Vessel, portions.Count,
            [
                new("NO", Molar.GasVolume(no).Named("NO made"), Molar.GasVolume(no * kept).Named("NO that leaves"), "turns to brown NO₂ in air"),
                new("NO2", Molar.GasVolume(no2).Named("NO₂ made"), Molar.GasVolume(no2 * kept).Named("NO₂ that leaves"), "brown"),
            ],
            heat,
            ["50 to 70 °C; never above 80 °C", "stir between portions", "the next portion only when the last has gone quiet"],
            [
                new("no-base-at-edge", "no base metal at a cut edge of three pieces", "a bright face: look at the cut, not at the skin"),
                new("quiet-after-more", "one more small portion, warm and stirred, stays quiet", "quiet alone: the acid may be spent, the metal crusted, or the liquor cold"),
            ],
            true, attended, Working.AtLeastZero(dissolveTime - portions.Count * portionTime).Named("hours by itself"),
            [
                new("foils", "foils", true, foils, "the foils, rinsed and dried"),
                new("strip-liquor", "strip liquor", false, liquor),
                new("rinse", "rinse of the foils", false, rinse),
            ],
            gasGone,
            [
                Working.Sum(straight.Select(m => Molar.Grams(Done(m.Moles), m.Metal)).Append(Molar.Grams(Done(zincSideways), "Zn")), Dimension.Mass).Named("base metal dissolved (inferred, not seen)"),
                Molar.Grams(mixed.Of(Species.Proton), "HNO3").Named("nitric acid not yet used"),
                net, x, nitrateLeft,
                .. warming is null ? Array.Empty<Working>() : [warming],
            ],
            [
                new(CautionLevel.Stop, "Brown gas: NO and NO₂. Hood or outdoors, upwind."),
                new(CautionLevel.Look, "Breathed brown gas: stop, rest, see a doctor now even if you feel fine. It acts hours later."),
                new(CautionLevel.Look, "Runs away when poured fast: zinc gives most of the heat. Keep a cold bath beside it."),
                new(CautionLevel.Look, "Nitrile gloves fail fast in strong nitric acid: heavy neoprene or butyl, face shield, apron."),
                new(CautionLevel.Look, "Rinse the foils before hydrochloric acid: nitrate that clings makes aqua regia where none is planned, and must be destroyed later."),
                .. charge.Metals.Contains("Cd") ? [new Caution(CautionLevel.Stop, "Cadmium in the charge: no heating or melting of it, and waste apart.")] : Array.Empty<Caution>(),
            ],
            "Between portions, when it has gone quiet: cover, in the hood. The foils keep under water.",
            "If it foams now: stop pouring, take it off the heat, a squirt of cold water, stand back.",
            [.. dissolving.Select(m => MetalInAcid.Find(m.Metal, false)!.NitricByNo!), .. Working.IsNothing(zincSideways) ? Array.Empty<Reaction>() : [ZincToAmmonium]]);
    }

    private static Refusal[] Refusals(Charge charge)
    {
        var mass = charge.Mass().Likely;
        if (mass <= 0 || charge.Moles.Keys.All(s => s.Phase != Phase.Solid))
            return [new("there is no solid metal to strip", "choose a lot of scrap")];
        var why = new List<Refusal>();
        if (charge.Element("Sn").Likely > 0.01 * mass)
            why.Add(new("tin turns to a white jelly in nitric acid that will not filter and holds gold", "take the tin out with hydrochloric acid first"));
        if (charge.Element("Hg").Likely > 0)
            why.Add(new("mercury in the charge", "this belongs to licensed practice"));
        if (BaseMetals(charge).Count == 0)
            why.Add(new("there is no base metal for nitric acid to take", "go on with aqua regia"));
        return [.. why];
    }

    private static List<(string Metal, Working Moles)> BaseMetals(Charge charge) =>
        [.. charge.Moles.Where(m => Species.IsMetal(m.Key) && MetalInAcid.Find(m.Key.Formula, false) is { NitricByNo: not null } && m.Key.Formula is not ("Au" or "Pt")).Select(m => (m.Key.Formula, m.Value))];

    // Base metal stays on the foils as a share of the foils' mass.
    private static Working StaysOnFoils(Working gold, List<(string Metal, Working Moles)> metals, Draws draws)
    {
        var share = draws.Prior("base-on-foils");
        var left = gold * share / (Working.Exact(1) - share);
        var all = Working.Sum(metals.Select(m => Molar.Grams(m.Moles, m.Metal)), Dimension.Mass).Named("base metal in the charge");
        return Working.Least(Working.Exact(1), left / all).Named("share of the base metal that stays on the foils");
    }

    private static Working Electrons(string metal, Working moles) => MetalInAcid.Find(metal, false)!.AquaRegia.Need(moles, metal, "HNO3") * 3;

    // Acid that all metals take (A) and nitrate that they reduce to gas (R), mol; zinc that makes ammonium takes acid only.
    private sealed record AcidAndGas(Working Acid, Working Reduced)
    {
        /// <summary>A − ρ R</summary>
        public Working Net(Working returned) => Acid - (returned * Reduced).Named("comes back under the cover");
    }

    private static AcidAndGas Taken(List<(string Metal, Working Moles)> metals, Working zincSideways, Working no2Share)
    {
        var taken = AcidUse.InNitric(metals, no2Share);
        var sideways = ZincToAmmonium.Need(zincSideways, "Zn", "HNO3").Named("nitric acid for zinc that makes ammonium");
        return new(Working.Sum([taken.Nitric, sideways], Dimension.Substance), taken.Reduced.Named("nitrate reduced to gas"));
    }

    // Share of the whole acid poured after each portion, for the strength of the bulk.
    private static double[] PouredShares(Facts facts)
    {
        var logged = facts.Of("nitric");
        if (logged.Count < 2 || !facts.Closed)
        {
            var n = Foaming.Of("nitric").PortionsMin;
            return [.. Enumerable.Range(1, n).Select(k => k / (double)n)];
        }
        var total = logged.Sum(p => p.Grams);
        var sum = 0.0;
        return [.. logged.Select(p => (sum += p.Grams) / total)];
    }

    // Foils keep their heel; each wash thins it. Fines of gold go off with the liquor.
    private static (Charge Foils, Charge Liquor, Charge Rinse, Working NitrateLeft) Wash(Charge mixed, Working gold, Working liquid, Dose water, int washes, Draws draws)
    {
        var heel = (gold * draws.Prior("foil-heel")).Named("liquid held by the foils");
        var held = Working.Least(Working.Exact(1), Working.Share(heel, liquid));
        var fines = draws.Prior("foil-to-fines");
        var (liquor, wet) = mixed.Split(s => s.Phase != Phase.Solid ? Working.Exact(1) - held : s == Species.Gold ? fines : s.Formula == "SnO2·H2O" ? Charge.All : null);
        var left = Washing.LeftShare(heel, water.Millilitres! / washes, draws.Prior("wash-mixing"), washes).Named("share of the dissolved that the washes leave");
        var soaked = wet.Pour(water, draws);
        var waterOff = Working.Share(wet.Of(Species.Water), soaked.Of(Species.Water));
        var (rinse, foils) = soaked.Split(s => s == Species.Water ? Working.Exact(1) - waterOff : s.Phase == Phase.Aqueous ? Working.Exact(1) - left : null);
        return (foils, liquor, rinse, Molar.Grams(foils.Of(Species.Nitrate), "HNO3").Named("nitrate left on the foils, as HNO₃"));
    }
}
