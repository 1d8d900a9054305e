namespace Spolium.Core.Methods.Precipitate;

/// <summary>
/// 2 AgNO3 + Cu → 2 Ag + Cu(NO3)2, and likewise what is nobler (precise rules 2.9). Free nitric acid bites the bar as well: 0.378 g to a
/// gram. What the bar gives is copper in the liquor.
/// </summary>
public sealed class CopperCement : IMethod
{
    private static readonly Species Bar = new("Cu", Phase.Solid);
    private static readonly IReadOnlyDictionary<string, Species> Dissolved = new Dictionary<string, Species>
    {
        ["Ag"] = new("Ag+", Phase.Aqueous),
        ["Hg"] = new("Hg2+", Phase.Aqueous),
        ["Au"] = Species.GoldChloride,
        ["Pt"] = new("PtCl6 2-", Phase.Aqueous),
        ["PtN"] = new("Pt4+", Phase.Aqueous),
        ["Pd"] = new("Pd2+", Phase.Aqueous),
        ["PdII"] = new("PdCl4 2-", Phase.Aqueous),
        ["PdIV"] = new("PdCl6 2-", Phase.Aqueous),
        ["Fe"] = new("Fe3+", Phase.Aqueous),
    };

    public MethodCard Card { get; } =
        new()
        {
            Id = "copper-cement",
            Version = 2,
            Title = "Cement the silver on copper",
            Verb = "cement",
            Stage = Stage.Precipitate,
            OfLeavings = true,
            Outputs = [("cement", "cement silver"), ("liquor", "copper liquor"), ("bar", "copper bar left")],
            Reagents = ["Cu"],
            Passages = [new(Form.SilverLiquor, Form.SilverPowder, "copper")],
            HottestC = 40,
            Tasks = [Work.SetUp, Work.Attended("wash-hours"), Work.ByItself("cement-hours")],
            Lessons = [new("silver-in-barren", Seen.Pool, "liquor"), new("silver-in-barren", Seen.Test, "liquor")],
            Signs = ["no-cloud", "copper-bright"],
        };

    public IReadOnlyList<OptionSpec> Options =>
        [
            new(
                "stands",
                "It stands",
                "short",
                [("short", "under a day, below 40 °C"), ("long", "longer, or warm")],
                Tip: "Warm, or beyond a day, all free nitric acid bites the bar."
            ),
        ];

    public StepPlan Plan(Charge charge, StepOptions options, Shop shop, Facts facts, Draws draws)
    {
        var there = CementReactions
            .Metals.Select(m => (Metal: m, Moles: charge.Of(Dissolved[m])))
            .Where(m => !Working.IsNothing(m.Moles))
            .ToList();
        if (
            Objections.Among(
                Objections.NoLiquor(charge),
                Objections.When(
                    charge.Of(new("Ag(S2O3)2 3-", Phase.Aqueous)).Likely > 0,
                    "in fixer copper brings little down and dissolves itself",
                    "use iron or current"
                ),
                Objections.When(
                    there.All(m => m.Metal == "Fe" || m.Moles.Likely <= 0),
                    "there is nothing in solution that copper brings down",
                    "choose the liquor that holds silver"
                ),
                Objections.When(
                    charge.Element("Hg").Likely > 0.01,
                    "mercury in the liquor would plate out with the silver",
                    "this belongs to licensed practice"
                )
            ) is
            { Length: > 0 } why
        )
            return StepPlan.Refuse(this, charge, why);
        var work = new StepWork(this, charge, options, shop, facts, draws);
        var freeNitric = Working.Least(charge.Of(Species.Proton), charge.Of(Species.Nitrate)).Named("free nitric acid");
        var bites = options.Text("stands") == "long" ? Working.Exact(1) : draws.Prior("copper-bitten");
        var chlorideLiquor = charge.Of(Species.Chloride).Likely > charge.Of(Species.Nitrate).Likely;
        var copper = chlorideLiquor ? charge.Of(new("Cu2+", Phase.Aqueous)) : Working.Zero(Dimension.Substance);
        var turns = draws.Prior("copper-turns-back");
        // Platinum comes down slowly: a share of it while the bar hangs in.
        var slow = draws.Prior("platinum-on-copper");
        var falls = there
            .Select(m => (m.Metal, Moles: m.Metal.StartsWith("Pt", StringComparison.Ordinal) ? m.Moles * slow : m.Moles))
            .ToList();
        var consumed = CementReactions.Consumed(falls, freeNitric, bites, copper, turns).Named("copper that goes into the liquor");
        var atMost = CementReactions.Consumed(there, freeNitric, Working.Exact(1), copper, turns);
        work.Decided(
            "bar",
            "Cu",
            Working.Given(
                Constants.Get("bar-surplus").Likely * Math.Max(atMost.Range.High, atMost.Likely),
                Dimension.Mass,
                "copper bar, twice what it may give",
                "precise rules 2.9"
            ),
            "bright bar or pipe, hung in, not powder",
            atMost,
            "copper bar"
        );
        var left = draws.Prior("silver-in-barren");
        foreach (var (metal, moles) in falls)
            work.React(
                CementReactions.Exchange(metal),
                metal == "Fe" ? moles : moles * (Working.Exact(1) - left),
                CementReactions.SaltOf(metal)
            );
        work.React(CementReactions.BittenByNitric, freeNitric * bites, "HNO3");
        work.React(CementReactions.BittenByCopper, copper * turns, "CuCl2");
        work.LetGasGo();
        work.Full();
        var (bar, rest) = work.Vessel.Split(s => s == Bar ? Charge.All : null);
        work.Keep(rest);
        var solids = rest.Solids().Named("cement");
        var (cement, liquor) = work.Decant(solids * draws.Prior("heel-sponge"));
        return work.Plan(
            "Hang the bar in, knock the sponge off and stir, until a salt-water drop gives no cloud",
            "nitric",
            draws.Prior("cement-hours"),
            [
                new("cement", "cement silver", true, cement),
                new("liquor", "copper liquor", false, liquor),
                new("bar", "copper bar left", false, bar, "the bar, rinsed and dry"),
            ],
            [
                new(
                    "no-cloud",
                    "a drop with salt water gives no cloud, the liquor is clear blue",
                    "a cloud may be lead: warm it, lead's dissolves"
                ),
                new(
                    "copper-bright",
                    "a bright piece of copper stays bright for ten minutes",
                    "copper covered by sponge stops: scrape it and stir; it is no test for neutral: acid alone leaves it bright"
                ),
            ],
            [
                .. there
                    .Where(m => m.Metal != "Fe")
                    .Select(m => (Element: m.Metal[..2], m.Moles))
                    .Select(m => Molar.Grams(m.Moles, m.Element).Named($"{Elements.Of(m.Element).Name} in solution (inferred, not seen)")),
                consumed,
                freeNitric,
                liquor.Element("Ag").Named("silver left in the liquor"),
                bar.Mass().Named("copper bar to come back"),
            ],
            ["room temperature, stirred now and then"],
            [new(CautionLevel.Look, "Scraps of copper in the sponge: pick them out, or boil it in dilute sulphuric acid.")],
            "It may stand over night in the hood; longer, the acid bites more copper.",
            handsOn: draws.Prior("wash-hours")
        );
    }
}
