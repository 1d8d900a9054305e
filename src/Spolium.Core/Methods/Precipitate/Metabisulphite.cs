using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 4 HAuCl4 + 3 Na2S2O5 + 9 H2O → 4 Au + 6 NaHSO4 + 16 HCl. Schools pour 1 to 3 g per gram of gold (0.724 g is what the
/// equation takes); what nitric acid and iron(III) eat comes on top (precise rules 2.8).
/// </summary>
public sealed class Metabisulphite : IMethod
{
    private const string Salt = "Na2S2O5";
    private const double TooMuch = 5;
    private const double NitricTooMuch = 0.1;
    private static readonly Reaction Precipitation = Reaction.Of("HAuCl4 + Na2S2O5 + H2O = Au + NaHSO4 + HCl");
    private static readonly Reaction Nitric = Reaction.Of("HNO3 + Na2S2O5 + H2O = NO + NaHSO4");
    private static readonly Reaction Iron = Reaction.Of("FeCl3 + Na2S2O5 + H2O = FeCl2 + NaHSO4 + HCl");
    private static readonly Reaction Surplus = Reaction.Of("Na2S2O5 + H2O = NaHSO3");
    private static readonly Reaction Sulphurous = Reaction.Of("Na2S2O5 + HCl = NaCl + SO2 + H2O");
    private static readonly Species Powder = new(Salt, Phase.Solid);

    public string Id => "metabisulphite";
    public int Version => 1;
    public string Title => "Bring the gold down with metabisulphite";
    public string Verb => "bring down";
    public Stage Stage => Stage.Precipitate;
    public IReadOnlyList<(string Id, string Name)> Outputs => [("powder", "gold powder"), ("barren", "barren liquor")];
    public IReadOnlyList<string> Reagents => [Salt, "H2O"];

    public IReadOnlyList<OptionSpec> Options =>
    [
        new("school", "Grams per gram of gold", "1.3", [], 1, 3, "g per g of gold", "Schools range from 1 to 3. Less may leave gold behind, more brings copper(I) and selenium down with it."),
    ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var salt = GoldPrecipitant.Of(Salt);
        var bottle = shop.Of(Salt);
        var gold = Molar.Grams(charge.Of(Species.GoldChloride), "Au").Named("gold in solution (inferred, not seen)");
        if (gold.Likely <= 0)
            return StepPlan.Refuse(this, charge, new Refusal("there is no gold in solution", "dissolve it first"));

        var school = options.Number("school");
        var stoichiometric = salt.ForGold(gold).Named("metabisulphite by the equation");
        var forGold = (gold * Working.Given(school, Dimension.None, "grams per gram of gold", "the school chosen")).Named("metabisulphite by the school");
        var nitric = Molar.Grams(charge.Of(Species.Nitrate), "HNO3").Named("nitric acid left");
        var forNitric = salt.ForNitric(nitric).Named("metabisulphite that nitric acid eats");
        var iron = Molar.Grams(charge.Of(new("Fe3+", Phase.Aqueous)), "Fe");
        var ironShare = draws.Prior("iron-share");
        var forIron = Working.IsNothing(iron) ? Working.Zero(Dimension.Mass) : salt.ForIron(iron.Named("iron(III)"), ironShare).Named("metabisulphite that iron eats");
        var purity = bottle.StrengthIn(draws);
        var need = GoldPrecipitant.Dose(forGold, forNitric, forIron, purity).Named("metabisulphite to pour");
        var ended = facts.Closed || facts.Saw("stannous-clean", "last-brought-nothing");
        var poured = DosePlan.BySign("metabisulphite", need, facts, ended);

        // Dissolved first: four parts of water to one of salt make it 20 %.
        var water = DosePlan.Decided("water", "water to dissolve it", Shop.Water, need * 4, Working.Zero(Dimension.Mass), facts, "the salt goes into it first");
        var vessel = bottle.PourInto(charge.Pour(water, draws), poured, draws);
        var sulphurousAtMost = Sulphurous.Need(bottle.MolesIn(poured, draws), Salt, "SO2");
        var heats = new List<Working?>();
        if (!Working.IsNothing(nitric))
        {
            (vessel, var n) = vessel.React(Nitric, Nitric.Extent(charge.Of(Species.Nitrate), "HNO3"));
            heats.Add(Heat.Of(Nitric, n, "heat of what nitric acid eats"));
        }
        if (!Working.IsNothing(iron))
        {
            (vessel, var f) = vessel.React(Iron, Iron.Extent(charge.Of(new("Fe3+", Phase.Aqueous)) * ironShare, "FeCl3"));
            heats.Add(Heat.Of(Iron, f, "heat of what iron eats"));
        }
        var down = vessel.Of(Species.GoldChloride) * (Working.Exact(1) - draws.Prior("gold-in-barren"));
        (vessel, var extent) = vessel.React(Precipitation, Precipitation.Extent(down, "HAuCl4"));
        heats.Add(Heat.Of(Precipitation, extent, "heat of precipitating"));
        (vessel, _) = vessel.React(Surplus, vessel.Of(Powder));
        var (gasGone, mixed) = vessel.LetGasGo();

        var powder = mixed.Grams(Species.Gold).Named("gold powder");
        var liquid = mixed.LiquorVolume(draws);
        var heel = (powder * draws.Prior("heel-powder")).Named("liquid held by the powder");
        var held = Working.Least(Working.Exact(1), Working.Share(heel, liquid));
        var (wet, barren) = mixed.Split(s => s == Species.Gold ? Charge.All : s.Phase == Phase.Solid ? null : held);

        var gas = Molar.GasVolume(sulphurousAtMost).Named("SO₂ at most");
        var heat = Heat.Sum(heats, "heat of bringing down");
        var portions = Portions.For("metabisulphite", gas, heat is null ? Working.Zero(Dimension.Temperature) : Heat.Warming(heat, mixed), liquid, shop.Vessels, draws);
        var ladder = Ladder.Build(bottle, need.Range.Low, Math.Max(need.Range.High, need.Likely), portions.Whole, shop.BalanceStepG, facts.Of("metabisulphite"), ended);
        var settle = (2 * portions.Vessel.Vessel.Height(liquid) / draws.Prior("settle-rate") * Working.Exact(1, "1 h", Dimension.Time)).Named("hours by itself, settling");

        return new(Id, Version, Title, Verb, Stage,
            "Metabisulphite in portions, stirred, until a drop shows no gold",
            [],
            [
                water,
                new("metabisulphite", bottle.Label, bottle, poured.Named("metabisulphite from the jar"), null, ladder, null, "dissolved in that water, in portions of so much salt"),
            ],
            portions.Vessel, portions.Count,
            [new("SO2", gas, gas, "at most: what the gold does not take")],
            heat,
            ["cool, stirred; acid must stay", "let it stand ten minutes before you test"],
            [
                new("stannous-clean", "a drop with stannous chloride shows no violet", "free nitric acid or chlorine bleaches the test; old reagent shows nothing: try it on the standard"),
                new("last-brought-nothing", "the last portion brought no more brown", "a sharp smell shows surplus, not that all is down"),
                new("settled", "the powder has settled, the liquor is water-clear or blue-green of copper", "clear at the top is not settled at the bottom"),
            ],
            true,
            (draws.Prior("set-up") + portions.Count * draws.Prior("rung-sulphite")).Named("hours with hands on"), settle,
            [new("powder", "gold powder", true, wet), new("barren", "barren liquor", false, barren)],
            gasGone,
            [powder.Named("gold brought down (inferred, not seen)"), barren.Element("Au").Named("gold still in the liquor"), gold, stoichiometric, forNitric],
            [
                new(CautionLevel.Stop, "Sulphur dioxide: sharp, takes the breath. Hood or outdoors; never with bleach."),
                new(CautionLevel.Look, $"{FigureText.Number(school, 1)} g per gram of gold is {FigureText.Number(school / salt.ForGold(Working.Exact(1, null, Dimension.Mass)).Likely, 1)} × what the equation takes."),
                .. TellTooMuch(need, purity, stoichiometric, forNitric),
            ],
            "While it settles, covered: this is a place to stop for the night.",
            "If it fizzes brown now: nitric acid is left. Stop, warm it, back to the sulfamic acid.",
            [Precipitation, Nitric, Surplus]);
    }

    private static IEnumerable<Caution> TellTooMuch(Working need, Working purity, Working stoichiometric, Working forNitric)
    {
        if (need.Likely * purity.Likely > TooMuch * stoichiometric.Likely)
            yield return new(CautionLevel.Look, "More than five times what the equation takes: copper(I) chloride and selenium come down with the gold.");
        if (forNitric.Likely > NitricTooMuch * need.Likely * purity.Likely)
            yield return new(CautionLevel.Stop, "Nitric acid would eat more than a tenth of the dose: go back to the sulfamic acid, do not pour over it.");
    }
}
