namespace Spolium.Core.Methods.Strip;

/// <summary>MO + H2SO4 → MSO4 + H2O, Fe2O3 + 3 H2SO4 → Fe2(SO4)3 + 3 H2O: roasted metal or ore in acid of 10 to 20 %, warm. Gold stays;
/// lead stays as sulphate.</summary>
public sealed class SulfuricLeach : IMethod
{
    private static readonly IReadOnlyDictionary<string, Reaction> Reactions = new Dictionary<string, Reaction>
    {
        ["CuO"] = Reaction.Of("CuO + H2SO4 = CuSO4 + H2O"),
        ["NiO"] = Reaction.Of("NiO + H2SO4 = NiSO4 + H2O"),
        ["CoO"] = Reaction.Of("CoO + H2SO4 = CoSO4 + H2O"),
        ["ZnO"] = Reaction.Of("ZnO + H2SO4 = ZnSO4 + H2O"),
        ["Fe2O3"] = Reaction.Of("Fe2O3 + H2SO4 = Fe2(SO4)3 + H2O"),
        ["PbO"] = Reaction.Of("PbO + H2SO4 = PbSO4 + H2O"),
        ["Zn"] = Reaction.Of("Zn + H2SO4 = ZnSO4 + H2"),
        ["Fe"] = Reaction.Of("Fe + H2SO4 = FeSO4 + H2"),
        ["Al"] = Reaction.Of("Al + H2SO4 = Al2(SO4)3 + H2"),
        ["Ni"] = Reaction.Of("Ni + H2SO4 = NiSO4 + H2"),
        ["Co"] = Reaction.Of("Co + H2SO4 = CoSO4 + H2"),
    };

    public MethodCard Card { get; } =
        new()
        {
            Id = "sulfuric-leach",
            Version = 2,
            Title = "Leach with sulphuric acid",
            Verb = "leach",
            Stage = Stage.Strip,
            Outputs = [("residue", "residue"), ("leach-liquor", "leach liquor"), ("washes", "washes")],
            Reagents = ["H2SO4", "H2O"],
            HottestC = 80,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Portion("rung-nitric"), Work.Attended("wash-hours"), Work.ByItself("leach-hours-sulphuric")],
            Signs = ["colour-stands"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("strength", "Strength of the bath", "15", [], 5, 40, "%", "10 to 20 % serve; stronger is slower to filter."),
            CoverVolume.Option,
            .. OxideLeach.Washes,
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var takes = OxideLeach.Takes(charge, Reactions, draws);
        if (
            Objections.To(
                charge,
                Duty.Dilute,
                Objections.NoSolid(charge),
                Objections.When(
                    takes.Count == 0,
                    "there is nothing in it that dilute sulphuric acid takes",
                    "roast it first: copper goes as oxide"
                ),
                OxideLeach.Arsine(charge, takes, "hand it over")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var need = OxideLeach.Acid(takes, "H2SO4");
        var bath = Working.Given(options.Number("strength") / 100, Dimension.None, "strength of the bath", "chosen");
        var cover = Shop.WaterGrams(CoverVolume.Of(charge, options, draws));
        var pure = Working
            .Greatest(Molar.Grams(draws.Prior("leach-acid-factor") * need, "H2SO4"), cover * bath)
            .Named("sulphuric acid, pure");
        work.Water(
            "water",
            "water",
            (pure / bath - pure / shop.Of("H2SO4").StrengthIn(draws)) * Reference.Constants.Get("water-volume"),
            "first: the acid goes into it, slowly, stirred"
        );
        work.Decided(
            "acid",
            "H2SO4",
            pure,
            "into the water, in a thin stream: it boils up the other way round",
            Molar.Grams(need, "H2SO4")
        );
        var (residue, liquor, washes) = OxideLeach.Run(work, takes);
        return work.Plan(
            "Acid into water, warm, over the feed; stir for hours; decant and wash what stays",
            "nitric",
            draws.Prior("leach-hours-sulphuric"),
            OxideLeach.Outputs(residue, liquor, washes),
            [OxideLeach.ColourStands],
            [
                Molar.Grams(need, "H2SO4").Named("sulphuric acid by the equations"),
                residue.Mass().Named("residue to come"),
                residue.Element("Au").Named("gold in the residue"),
            ],
            ["50 to 80 °C, hours", "roasted ore: wash the soluble salts off with water first"],
            [],
            "Covered, cooling.",
            "If it foams: stop pouring, cool it.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
