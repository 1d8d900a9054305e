using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;

namespace Spolium.Core.Methods.Clear;

/// <summary>
/// Dilute, chill, filter until crystal clear, wash the filter: silver chloride, lead salts and what did not dissolve stay on
/// the paper. The wash joins the filtrate; what the paper holds is a holding, not a loss (methods E).
/// </summary>
public sealed class ClearLiquor : IMethod
{
    private static readonly Reaction LeadSulphate = Reaction.Of("PbCl2 + H2SO4 = PbSO4 + HCl");

    public string Id => "clear";
    public int Version => 1;
    public string Title => "Dilute, chill, filter and wash";
    public string Verb => "clear";
    public Stage Stage => Stage.Clear;
    public IReadOnlyList<(string Id, string Name)> Outputs => [("clear-liquor", "clear gold liquor"), ("filter", "filter")];
    public IReadOnlyList<string> Reagents => ["H2O", "HCl"];

    public IReadOnlyList<OptionSpec> Options =>
    [
        new("dilute", "Volumes of water to one of liquor", "4", [], 0, 10, "volumes", "Three to five volumes: silver chloride and hydrolysed salts fall."),
        new("wash-ml", "Wash of the filter, 1 % acid", "60", [], 0, 2000, "mL"),
    ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var before = charge.LiquorVolume(draws);
        if (before.Likely <= 0)
            return StepPlan.Refuse(this, charge, new Refusal("there is no liquor to clear", "dissolve first"));

        var water = DosePlan.Decided("water", "water to dilute", Shop.Water, Shop.WaterGrams(before * options.Number("dilute")), Working.Zero(Dimension.Mass), facts, "liquor into water, slowly");
        var washWater = DosePlan.Decided("wash", "wash water", Shop.Water, Shop.WaterGrams(options.Number("wash-ml")), Working.Zero(Dimension.Mass), facts, "in three parts, through the filter, into the filtrate");
        var muriatic = shop.Of("HCl");
        var washAcid = DosePlan.Decided("wash-acid", muriatic.Label, muriatic, Working.Exact(options.Number("wash-ml") * 0.01, null, Dimension.Mass) / muriatic.StrengthIn(draws), Working.Zero(Dimension.Mass), facts, "into the wash water: it keeps gold in solution");

        var diluted = charge.Pour(water, draws).Pour(washAcid, draws).Pour(washWater, draws);
        var lead = diluted.Of(new("Pb2+", Phase.Aqueous));
        if (!Working.IsNothing(lead))
            (diluted, _) = diluted.React(LeadSulphate, lead);
        var hold = draws.Prior("filter-hold-up");
        var (filter, liquor) = diluted.Split(s => s.Phase == Phase.Solid ? Charge.All : hold, Charge.All);

        var volume = liquor.LiquorVolume(draws).Named("volume of the clear liquor");
        var portions = Portions.For("quiet", Working.Zero(Dimension.Volume), Working.Zero(Dimension.Temperature), volume, shop.Vessels, draws);
        return new(Id, Version, Title, Verb, Stage,
            "Pour into water, chill, filter until it is crystal clear, wash the filter",
            [],
            [water, washAcid, washWater],
            portions.Vessel, null, [], null,
            ["below 10 °C, for hours: lead chloride falls", "fine paper or glass fibre"],
            [
                new("crystal-clear", "the filtrate is crystal clear against the light", "clear to the eye can still hold fines: let it stand and look again"),
                new("wash-clean", "a drop of the last wash shows no gold with stannous chloride", "old stannous chloride shows nothing: try it on the standard first"),
            ],
            false,
            (draws.Prior("set-up") + draws.Prior("filter-hours")).Named("hours with hands on"), draws.Prior("chill-hours").Named("hours by itself"),
            [new("clear-liquor", "clear gold liquor", true, liquor), new("filter", "filter", false, filter)],
            Charge.Empty,
            [liquor.Element("Au").Named("gold in the clear liquor (inferred, not seen)"), filter.Element("Au").Named("gold on the filter"), volume],
            [
                new(CautionLevel.Look, "A white cloud on diluting is silver chloride or hydrolysed tin or bismuth: let it settle, it stays on the filter."),
                new(CautionLevel.Look, "Keep the filter: it holds gold. Into the tub, named and dated."),
            ],
            "While it chills, covered: this is the place to stop for the night.",
            "It should not foam. If it does, nitric acid is left: back to the sulfamic acid.",
            Working.IsNothing(lead) ? [] : [LeadSulphate]);
    }
}
