namespace Spolium.Core.Methods.Dissolve;

/// <summary>
/// Silver dissolves in nitric acid, gold stays as sponge or powder (<see cref="NitricBath"/>). Dilute: 3 Ag + 4 HNO3 → 3 AgNO3 + NO + 2
/// H2O, 0.779 g of acid to a gram; undiluted Ag + 2 HNO3 → AgNO3 + NO2 + H2O takes half as much again and fumes.
/// </summary>
public sealed class NitricPart : IMethod
{
    private static readonly string[] Done = ["no-metal-left", "quiet-after-more"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "nitric-part",
            Version = 1,
            Title = "Dissolve the silver in nitric acid",
            Verb = "part",
            Stage = Stage.Dissolve,
            Outputs = [("silver-liquor", "silver liquor"), ("residue", "residue")],
            Reagents = ["HNO3", "H2O"],
            Passages = [new(Form.Grains, Form.GoldPowder, "parting", Output: "residue"), new(Form.Scrap, Form.SilverLiquor, "nitric acid")],
            ShowsMetalLeft = true,
            HottestC = 100,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 0.5)],
            Tasks = [Work.SetUp, Work.Portion("rung-nitric")],
            Lessons = NitricBath.Lessons,
            Signs = ["no-metal-left", "quiet-after-more", "air-colourless"],
        };

    public IReadOnlyList<OptionSpec> Options => [.. NitricBath.Options, new("temperature", "Kept at", "60", [], 20, 100, "°C")];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var metals = NitricBath.Dissolving(charge, draws);
        var gold = charge.Grams(Species.Gold);
        var silver = charge.Grams(new("Ag", Phase.Solid)).Named("silver to dissolve");
        if (
            Objections.To(
                charge,
                Duty.Nitric,
                [
                    .. NitricBath.Objections(charge, options, shop, draws),
                    Objections.NoSolid(charge),
                    Objections.When(metals.Count == 0, "there is nothing that nitric acid takes", "choose a holding with silver"),
                    Objections.When(
                        gold.Likely > 0
                            && gold.Likely > Reference.Constants.Get("inquart-incomplete-above").Likely / 100 * charge.AllSolids().Likely,
                        "over about 33 % gold the silver is locked in",
                        "inquart it with silver first"
                    ),
                ]
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws);
        var bath = NitricBath.Run(work, shop, metals, Done);
        work.Full();
        var acidLeft = Molar.Grams(work.Vessel.Of(Species.Proton), "HNO3").Named("nitric acid not yet used");
        var (residue, liquor) = work.Decant(Pieces.Heel(work));
        var portions = work.Size("nitric");
        return work.Plan(
            "Pour nitric acid in portions, warm, until no metal is left; decant",
            "nitric",
            Working.AtLeastZero(
                bath.Left
                    * DissolveTime.Hours(
                        options,
                        NitricBath.Slowest(metals),
                        options.Number("temperature"),
                        bath.Factor.Likely,
                        "part-hours",
                        draws
                    )
                    - portions.Count * draws.Prior("rung-nitric")
            ),
            [
                new("silver-liquor", "silver liquor", true, liquor),
                new("residue", "residue", false, residue, "the residue, washed and dried"),
            ],
            [
                new(
                    "no-metal-left",
                    "no metal grit under the rod, no bubbles after stirring and warming",
                    "bubbles stop also when the acid is spent or it is cold"
                ),
                EndSigns.QuietAfterMore,
                EndSigns.AirColourless,
            ],
            [
                silver,
                Molar.Grams(work.Vessel.Of(new("Ag+", Phase.Aqueous)), "Ag").Named("silver in solution (inferred, not seen)"),
                acidLeft,
                bath.Net,
                bath.No2Share,
            ],
            [
                $"{FigureText.Number(options.Number("temperature"), 0)} °C, stirred",
                "distilled water only: tap water clouds",
                "the next portion only when the last has gone quiet",
            ],
            [
                .. NitricBath.Cautions(charge, options, shop),
                new(CautionLevel.Look, "Silver nitrate burns and stains skin black."),
                .. options.Number("water") > 0
                    ? Array.Empty<Caution>()
                    : [new Caution(CautionLevel.Look, "Undiluted: half as much acid again, and more brown gas.")],
                .. charge.Element("Pd").Likely > 0 || charge.Element("Pt").Likely > 0
                    ?
                    [
                        new Caution(
                            CautionLevel.Look,
                            "Palladium, and in silver-rich alloy much platinum, go into the liquor: do not pour it away after the silver."
                        ),
                    ]
                    : Array.Empty<Caution>(),
            ],
            "Between portions, when it has gone quiet: cover, in the hood, dark.",
            "If it foams now: stop pouring, take it off the heat, a squirt of cold water, stand back."
        ) with
        {
            HottestC = options.Number("temperature"),
        };
    }
}
