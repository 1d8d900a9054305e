namespace Spolium.Core.Methods.Strip;

/// <summary>MO + 2 HCl → MCl2 + H2O for roasted metal, M + 2 HCl → MCl2 + H2 for tin, zinc, iron and aluminium: takes the tin out before
/// nitric acid. Gold stays.</summary>
public sealed class HydrochloricLeach : IMethod
{
    private static readonly IReadOnlyDictionary<string, Reaction> Reactions = new Dictionary<string, Reaction>
    {
        ["CuO"] = Reaction.Of("CuO + HCl = CuCl2 + H2O"),
        ["NiO"] = Reaction.Of("NiO + HCl = NiCl2 + H2O"),
        ["CoO"] = Reaction.Of("CoO + HCl = CoCl2 + H2O"),
        ["ZnO"] = Reaction.Of("ZnO + HCl = ZnCl2 + H2O"),
        ["Fe2O3"] = Reaction.Of("Fe2O3 + HCl = FeCl3 + H2O"),
        ["PbO"] = Reaction.Of("PbO + HCl = PbCl2 + H2O"),
        ["Bi2O3"] = Reaction.Of("Bi2O3 + HCl = BiCl3 + H2O"),
        ["Sn"] = Reaction.Of("Sn + HCl = SnCl2 + H2"),
        ["Zn"] = Reaction.Of("Zn + HCl = ZnCl2 + H2"),
        ["Fe"] = Reaction.Of("Fe + HCl = FeCl2 + H2"),
        ["Al"] = Reaction.Of("Al + HCl = AlCl3 + H2"),
        ["Ni"] = Reaction.Of("Ni + HCl = NiCl2 + H2"),
        ["Co"] = Reaction.Of("Co + HCl = CoCl2 + H2"),
    };

    public MethodCard Card { get; } =
        new()
        {
            Id = "hydrochloric-leach",
            Version = 2,
            Title = "Leach with hydrochloric acid",
            Verb = "leach",
            Stage = Stage.Strip,
            Outputs = [("residue", "residue"), ("leach-liquor", "leach liquor"), ("washes", "washes")],
            Reagents = ["HCl", "H2O"],
            HottestC = 80,
            Appliances = [new("hot-plate", Attended: 1, Unattended: 1)],
            Tasks = [Work.SetUp, Work.Portion("rung-nitric"), Work.Attended("wash-hours"), Work.ByItself("leach-hours-hcl")],
            Signs = ["colour-stands", "no-gas"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("water", "Water to one volume of acid", "0.5", [], 0, 5, "volumes"),
            CoverVolume.Option,
            DissolveTime.Form,
            DissolveTime.Thickness,
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
                    "there is nothing in it that hydrochloric acid takes",
                    "use nitric acid for copper and silver"
                ),
                Objections.When(
                    charge.Grams(Species.Nitrate).Range.High > 0.5,
                    "nitrate in it: gold would follow the base metal",
                    "rinse it free of nitrate first"
                ),
                OxideLeach.Arsine(charge, takes, "roast is closed too: hand it over")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var need = OxideLeach.Acid(takes, "HCl");
        var acid = shop.Of("HCl");
        var mlPerMole = acid.MillilitresToAMole(draws);
        var moles = Working
            .Greatest(
                draws.Prior("leach-acid-factor") * need,
                CoverVolume.Of(charge, options, draws) / mlPerMole / (1 + options.Number("water"))
            )
            .Named("hydrochloric acid to pour");
        if (options.Number("water") > 0)
            work.Water("water", "water", moles * mlPerMole * options.Number("water"), "first, over the feed");
        work.Decided("hcl", "HCl", Molar.Grams(moles, "HCl"), "in portions where it gasses", Molar.Grams(need, "HCl"));
        var (residue, liquor, washes) = OxideLeach.Run(work, takes);
        return work.Plan(
            "Cover with acid, 60 to 80 °C, stir; decant and wash what stays",
            "nitric",
            options.Has("thickness")
                ? DissolveTime.Hours(options, "sn-hcl", 60, draws.Prior("leach-acid-factor").Likely, "leach-hours-hcl", draws)
                : draws.Prior("leach-hours-hcl"),
            OxideLeach.Outputs(residue, liquor, washes),
            [OxideLeach.ColourStands, new("no-gas", "no more gas when it is stirred and warm", "bubbles of boiling; acid spent")],
            [
                Molar.Grams(need, "HCl").Named("hydrochloric acid by the equations"),
                residue.Mass().Named("residue to come"),
                residue.Element("Au").Named("gold in the residue"),
                .. charge.Element("Sn").Likely > 0 ? [residue.Element("Sn").Named("tin still in the residue")] : Array.Empty<Working>(),
            ],
            ["60 to 80 °C, stirred, in the hood", "keep oxidants away, or gold follows"],
            [
                new(
                    CautionLevel.Look,
                    "Higher oxides (battery cathode, manganese dioxide, lead dioxide) make chlorine with this acid: not in this step."
                ),
            ],
            "Covered, in the hood.",
            "If it foams: stop pouring, cool it.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
