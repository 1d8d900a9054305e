namespace Spolium.Core.Methods.Precipitate;

/// <summary>Ag+ + Cl− → AgCl by salt or hydrochloric acid: n(Cl) = n(Ag) + c V at the end (precise rules 2.8). A large surplus takes silver
/// back into solution.</summary>
public sealed class SilverChloride : IMethod
{
    private static readonly Species Silver = new("Ag+", Phase.Aqueous);
    private static readonly Species Chloride = new("AgCl", Phase.Solid);
    private const double RoomC = 20;

    public MethodCard Card { get; } =
        new()
        {
            Id = "silver-chloride",
            Version = 1,
            Title = "Bring the silver down as chloride",
            Verb = "bring down",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("chloride", "silver chloride"), ("liquor", "liquor without silver")],
            Reagents = ["NaCl", "HCl", "H2O"],
            Passages = [new(Form.SilverLiquor, Form.SilverChloride, "chloride")],
            HottestC = 25,
            Tasks = [Work.SetUp, Work.Portion("rung-sulphite")],
            Signs = ["no-cloud", "settled"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new("by", "By", "NaCl", [("NaCl", "table salt"), ("HCl", "hydrochloric acid")]),
            new(
                "excess",
                "Free chloride at the end",
                "10",
                [],
                1,
                200,
                "mmol/L",
                "5 to 50: a little makes it settle; much more takes silver back."
            ),
            new("factor", "or by the school, × the equation", "", [], 1, 2, "", "1.1 to 1.2 by practice: what it leaves free is shown."),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var silver = charge.Of(Silver);
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    charge.Of(new("Ag(S2O3)2 3-", Phase.Aqueous)).Likely > 0,
                    "in fixer the silver is held by thiosulphate: salt brings none down",
                    "use iron or current"
                ),
                Objections.When(silver.Likely <= 0, "there is no silver in solution", "dissolve it in nitric acid first")
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);

        var work = new StepWork(this, charge, options, shop, facts, draws) { BringsDown = Silver };
        var by = options.Text("by");
        var grams = Molar.Grams(silver, "Ag").Named("silver in solution (inferred, not seen)");
        var volume = charge.LiquorVolume(draws);
        var least = Molar.Grams(silver, by).Named($"{(by == "NaCl" ? "salt" : "hydrochloric acid")} at least");
        // Salt goes in as a solution of one part in five; hydrochloric acid as it is.
        var bottle = shop.Of(by);
        var added = by == "NaCl" ? least * 5 * Reference.Constants.Get("water-volume") : bottle.Volume(least / bottle.StrengthIn(draws))!;
        var end = (volume + added).Named("volume at the end");
        var already = Working.Least(charge.Of(Species.Chloride), silver);
        var excess = options.Has("factor")
            ? (
                (Working.Given(options.Number("factor"), Dimension.None, "× the equation", "the school chosen") - Working.Exact(1))
                * silver
                / end
            ).Named("free chloride that the school leaves")
            : Working.Given(options.Number("excess") / 1e6, Dimension.Substance / Dimension.Volume, "free chloride at the end", "chosen");
        var chloride = Working.AtLeastZero(SilverChlorideReactions.Chloride(silver, excess, end) - already).Named("chloride to pour");
        if (by == "NaCl")
            work.Water("water", "water to dissolve the salt", added, "the salt goes into it first");
        work.BySign("chloride", by, Molar.Grams(chloride, by), "in portions, stirred; then by drops on the cleared liquor", ["no-cloud"]);
        var left = Equilibrium.ChlorideSalts.SilverLeft(Working.Greatest(excess, Equilibrium.ChlorideSalts.BestSurplus), draws) * end;
        work.React(
            by == "NaCl" ? SilverChlorideReactions.FallsBySalt : SilverChlorideReactions.Falls,
            Working.AtLeastZero(work.Vessel.Of(Silver) - Working.Least(left, work.Vessel.Of(Silver))),
            "AgNO3"
        );
        work.Stand(RoomC);
        work.Full();
        var fell = work.Vessel.Grams(Chloride).Named("silver chloride to come");
        var liquid = work.Vessel.LiquorVolume(draws);
        var (cake, liquor) = work.Decant(fell * draws.Prior("heel-chloride"));
        return work.Plan(
            "Salt or acid in portions, stirred hard and warm, until one more drop gives no cloud",
            "quiet",
            2 * work.Size("quiet").Vessel.Vessel.Height(liquid) / draws.Prior("settle-chloride") * Working.Exact(1, "1 h", Dimension.Time),
            [new("chloride", "silver chloride", true, cake), new("liquor", "liquor without silver", false, liquor)],
            [
                new("no-cloud", "clear top liquor, one more drop gives no cloud", "a milky top: let it settle, or warm and stir it"),
                new("settled", "the curd has settled, the liquor is clear", "milk that does not settle: stir it hot"),
            ],
            [
                grams,
                least,
                fell,
                Molar.Grams(work.Vessel.Of(Silver), "Ag").Named($"silver left in the liquor ({Equilibrium.ChlorideSalts.Rests(excess)})"),
                excess,
                Equilibrium.ChlorideSalts.BestSurplus,
                .. charge.Element("Pb").Likely > 0
                    ? [charge.Element("Pb").Named("lead: its chloride falls too, hot water takes it")]
                    : Array.Empty<Working>(),
            ],
            ["warm, stirred hard: unstirred it stays milk", "away from the sun: light darkens its skin, and makes no silver of the rest"],
            [
                new(CautionLevel.Look, "A large surplus of chloride takes silver back into solution."),
                new(CautionLevel.Look, "Silver nitrate stains skin and eyes: gloves, goggles."),
                .. by == "NaCl"
                    ? [new Caution(CautionLevel.Look, "Table salt: anti-caking agent and iodide cloud by themselves: pure salt.")]
                    : Array.Empty<Caution>(),
            ],
            "While it settles, covered, dark."
        );
    }
}
