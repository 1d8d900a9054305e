namespace Spolium.Core.Methods.Dissolve;

/// <summary>2 Au + 3 H2O2 + 8 HCl → 2 HAuCl4 + 6 H2O: for fine powder only; it is slow on anything thicker.</summary>
public sealed class PeroxideHcl : IMethod
{
    private static readonly Reaction Surplus = Reaction.Of("H2O2 = H2O + O2");
    private static readonly string[] Done = ["no-powder-left", "fizz-after-more"];

    public MethodCard Card { get; } =
        new()
        {
            Id = "peroxide-hcl",
            Version = 1,
            Title = "Dissolve gold powder with peroxide and hydrochloric acid",
            Verb = "dissolve",
            Stage = Stage.Dissolve,
            Outputs = [("gold-liquor", "gold liquor")],
            Reagents = ["HCl", "H2O2"],
            HottestC = 100,
            Tasks = [Work.SetUp, Work.Portion("rung-aqua"), Work.ByItself("peroxide-hours")],
            Lessons = [new("peroxide-factor", Seen.Dose, "oxidant")],
            Signs = ["no-powder-left", "fizz-after-more", "peroxide-off"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [new("form", "Form of the pieces", "powder", [("powder", "fine powder"), ("sheet", "foil or sheet")]), CoverVolume.Option];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        if (
            Objections.To(
                charge,
                Duty.Chloride,
                [
                    .. ChlorideBath.Objections(charge),
                    Objections.When(
                        options.Text("form") != "powder",
                        "peroxide takes only fine powder in any useful time",
                        "use aqua regia, or bleach for foils"
                    ),
                ]
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var bath = OxidantBath.Run(
            work,
            shop,
            "H2O2",
            "H2O",
            draws.Prior("peroxide-factor"),
            draws.Prior("gold-undissolved"),
            "in small portions, warm, each after the last has gone quiet",
            Done
        );
        work.React(Surplus, work.Vessel.Of(new("H2O2", Phase.Aqueous)));
        work.LetGasGo();
        return work.Plan(
            "Peroxide in portions into hydrochloric acid over the powder, warm",
            "aqua",
            draws.Prior("peroxide-hours"),
            [new("gold-liquor", "gold liquor", true, work.Vessel)],
            [
                new("no-powder-left", "no powder when it is stirred up against the light", "a clear top over powder that has settled"),
                new("fizz-after-more", "one more portion only fizzes", "fizz is peroxide falling apart, not gold dissolving"),
                new("peroxide-off", "boiled for ten minutes, no more fine bubbles", "bubbles of boiling"),
            ],
            bath.Figures,
            ["40 to 60 °C", "then boil it off: peroxide left would eat the precipitant"],
            [new(CautionLevel.Stop, "No acetone or alcohol near: with peroxide and acid they make explosives.")],
            "When it is quiet, covered, never closed.",
            "If it foams now: off the heat, cold water round it."
        );
    }
}
