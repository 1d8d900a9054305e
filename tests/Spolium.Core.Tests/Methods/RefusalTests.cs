using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Every refusal of every method: what triggers it, and what just misses it.</summary>
public class RefusalTests
{
    private const string Iron = "Fe 100";
    private const string GoldLiquor = "AuCl4- 10, H+ 0.5, Cl- 16, H2O 300";
    private const string SilverLiquor = "Ag+ 25, NO3- 16, H+ 0.03, H2O 300";
    private const string Fixer = "Ag(S2O3)2 3- 10, Na+ 40, S2O3 2- 80, H2O 900";

    // method | options | refused | passes | words of the refusal
    public static TheoryData<string, string, string, string, string> Rows =>
        new()
        {
            { "sort", "", "H2O 50", "Cu 10", "nothing solid" },
            { "mill", "", "H2O 50", "Cu 10", "nothing solid" },
            { "roast", "", "H2O 50", "Cu 10", "nothing solid" },
            { "roast", "", "Cu 10, AgCl 0.02", "Cu 10, AgCl 0.009", "455" },
            { "roast", "", "Cu 10, Cl- 0.04", "Cu 10, Cl- 0.03", "wet with chloride" },
            { "roast", "", "Cu 10, NO3- 0.11", "Cu 10, NO3- 0.09", "burns like powder" },
            { "anneal", "", "H2O 50", "Cu 10", "nothing solid" },
            { "roll", "from=300,to=300", "Ag 10", "", "not thinner" },
            { "granulate", "", "Ag 10, H2O 0.1", "Ag 10", "steam blast" },
            { "inquart", "", "Ag 10", "Ag 10, Au 0.1", "no gold in it" },
            { "inquart", "", "Au 10, H2O 0.1", "Au 10", "steam blast" },
            { "aliquot", "", "", "Cu 1", "nothing in it" },
            { "peroxide-etch", "", "Au 5", "Au 5, Cu 1", "no base metal to etch" },
            { "peroxide-etch", "", "Cu 50, NO3- 0.51", "Cu 50, NO3- 0.49", "nitrate clings" },
            { "nitric-strip", "", "Au 5", "Au 5, Cu 1", "no base metal" },
            { "nitric-strip", "", "Cu 98, Sn 1.1", "Cu 98, Sn 0.9", "white jelly" },
            { "nitric-strip", "", "Cu 98, Hg 0.11", "Cu 98, Hg 0.09", "mercury" },
            { "nitric-strip", "", "Cu 98, Cl- 0.04", "Cu 98, Cl- 0.03", "chloride in it" },
            { "nitric-strip", "water=0", "Cu 97.9, Fe 2.1", "Cu 98.1, Fe 1.9", "iron films over" },
            { "nitric-strip", "water=0.5", "Cu 90, Fe 10", "", "iron films over" },
            { "nitric-strip", "", "Au 33.5, Cu 66.5", "Au 32.5, Cu 67.5", "an alloy, not a plating" },
            { "peroxide-etch", "", "Au 33.5, Cu 66.5", "Au 32.5, Cu 67.5", "an alloy, not a plating" },
            { "chlorine-lift", "", "Au 33.5, Cu 66.5", "Au 32.5, Cu 67.5", "an alloy, not a plating" },
            { "hypochlorite", "", "Au 98.9, Pt 1.1", "Au 99.1, Pt 0.9", "platinum or palladium" },
            { "chlorine-hcl", "", "Au 98.9, Pd 1.1", "Au 99.1, Pd 0.9", "platinum or palladium" },
            { "peroxide-hcl", "", "Au 98.9, Pd 1.1", "Au 99.1, Pd 0.9", "platinum or palladium" },
            { "outside", "", "H2O 50", "Cu 10", "nothing solid" },
            { "hydrochloric-leach", "", "Cu 50", "Cu 50, CuO 1", "nothing in it that hydrochloric" },
            { "hydrochloric-leach", "", "Fe 50, NO3- 0.51", "Fe 50, NO3- 0.49", "gold would follow" },
            { "hydrochloric-leach", "", Iron + ", mark:arsenic", Iron, "arsine" },
            { "sulfuric-leach", "", "Cu 50", "Cu 50, CuO 1", "dilute sulphuric" },
            { "sulfuric-leach", "", Iron + ", mark:arsenic", Iron, "arsine" },
            { "chlorine-lift", "", "Cu 50", "Cu 50, Au 0.1", "no gold plate" },
            { "chlorine-lift", "", "Cu 50, Au 1, NH4+ 0.11", "Cu 50, Au 1, NH4+ 0.09", "nitrogen trichloride" },
            { "aqua-regia", "", "H2O 10", "Au 1", "no metal to dissolve" },
            { "aqua-regia", "", "Au 91.9, Ag 8.1", "Au 92.1, Ag 7.9", "crust" },
            { "aqua-regia", "", "Au 98.9, Pt 1.1", "Au 99.1, Pt 0.9", "platinum or palladium" },
            { "aqua-regia", "", "Au 98.9, Pd 1.1", "Au 99.1, Pd 0.9", "platinum or palladium" },
            { "nitrate-salt", "salt=NH4NO3", "Au 10", "", "explodes" },
            { "nitrate-salt", "salt=KNO3", "Au 10, Pd 0.01", "Au 10", "yellow salt" },
            { "hypochlorite", "", "H2O 10", "Au 1", "no metal to dissolve" },
            { "hypochlorite", "", "Au 91.9, Ag 8.1", "Au 92.1, Ag 7.9", "crust" },
            { "hypochlorite", "", "Au 10, NH4+ 0.11", "Au 10, NH4+ 0.09", "nitrogen trichloride" },
            { "peroxide-hcl", "form=sheet", "Au 10", "", "only fine powder" },
            { "peroxide-hcl", "", "Au 91.9, Ag 8.1", "Au 92.1, Ag 7.9", "crust" },
            { "chlorine-hcl", "", "Au 91.9, Ag 8.1", "Au 92.1, Ag 7.9", "crust" },
            { "chlorine-hcl", "", "Au 10, NH4+ 0.11", "Au 10, NH4+ 0.09", "nitrogen trichloride" },
            { "chlorine-hcl", "", "Au 5, Fe 50", "Au 5, Cu 50", "explodes by light" },
            { "chlorine-lift", "", "Au 0.5, Fe 80, Ni 15", "Au 0.5, Cu 95", "explodes by light" },
            { "nitric-part", "", "Au 10", "Ag 10", "nothing that nitric acid takes" },
            { "nitric-part", "", "Ag 98, Sn 1.1", "Ag 98, Sn 0.9", "white jelly" },
            { "nitric-part", "", "Ag 10, Cl- 0.04", "Ag 10, Cl- 0.03", "chloride in it" },
            { "nitric-part", "", "Au 33.5, Ag 66.5", "Au 32.5, Ag 67.5", "locked in" },
            { "sulfamic", "", GoldLiquor + ", PtCl6 2- 0.03", GoldLiquor + ", PtCl6 2- 0.01", "ammonium" },
            { "urea", "", "Au 5", GoldLiquor, "no liquor" },
            { "urea", "", GoldLiquor + ", PtCl6 2- 0.03", GoldLiquor + ", PtCl6 2- 0.01", "ammonium" },
            { "urea", "", "H+ 1.0, NO3- 61, H2O 300", "H+ 0.94, NO3- 58, H2O 300", "urea nitrate" },
            { "urea", "", GoldLiquor + ", ClO- 0.01", GoldLiquor + ", ClO- 0.001", "nitrogen trichloride" },
            { "boil-down", "", "Au 5", GoldLiquor, "no liquor" },
            { "spare-gold", "", "Au 5", GoldLiquor + ", NO3- 1", "no liquor" },
            { "spare-gold", "", "H2O 100, H+ 0.02, NO3- 1, Cl- 2.2", "H2O 100, H+ 0.02, NO3- 1, Cl- 2.4", "too little hydrochloric" },
            { "spare-gold", "", GoldLiquor + ", NO3- 1.62", GoldLiquor + ", NO3- 1.55", "of gold" },
            { "clear", "", "Au 5", GoldLiquor, "no liquor" },
            { "metabisulphite", "", SilverLiquor, GoldLiquor, "no gold in solution" },
            { "sulphite", "", SilverLiquor, GoldLiquor, "no gold in solution" },
            { "ferrous", "", SilverLiquor, GoldLiquor, "no gold in solution" },
            { "oxalic", "", "Cu2+ 1, Cl- 1.1, H2O 100", GoldLiquor, "no gold in solution" },
            { "oxalic", "", GoldLiquor + ", Ag+ 0.02", GoldLiquor + ", Ag+ 0.01", "detonates" },
            { "oxalic", "", GoldLiquor + ", Cu2+ 0.32", GoldLiquor + ", Cu2+ 0.29", "copper above 5" },
            { "silver-chloride", "", "Ag 5", SilverLiquor, "no liquor" },
            { "silver-chloride", "", "Cu2+ 5, NO3- 10, H2O 100", SilverLiquor, "no silver in solution" },
            { "silver-chloride", "", Fixer, SilverLiquor, "held by thiosulphate" },
            { "caustic-sugar", "", "Ag 5", "AgCl 5", "no silver chloride" },
            { "caustic-sugar", "sugar=sucrose", "AgCl 5", "", "not reducing" },
            { "caustic-sugar", "", "AgCl 5, NH3 0.11", "AgCl 5, NH3 0.09", "fulminating" },
            { "caustic-sugar", "", "AgCl 5, NH4+ 0.51", "AgCl 5, NH4+ 0.49", "fulminating" },
            { "zinc-silver", "", "Ag 5", "AgCl 5", "no silver chloride" },
            { "zinc-silver", "", "AgCl 5, mark:arsenic", "AgCl 5", "arsine" },
            { "zinc-silver", "", "AgCl 5, NO3- 1.1", "AgCl 5, NO3- 0.9", "eats zinc" },
            { "iron-silver", "", "Ag 5", "AgCl 5", "no silver chloride" },
            { "iron-silver", "", "AgCl 5, mark:arsenic", "AgCl 5", "arsine" },
            { "iron-silver", "", "AgCl 5, NO3- 1.1", "AgCl 5, NO3- 0.9", "eats iron" },
            { "copper-cement", "", "Ag 5", SilverLiquor, "no liquor" },
            { "copper-cement", "", Fixer, SilverLiquor, "in fixer" },
            { "copper-cement", "", "Fe3+ 5, NO3- 17, H2O 100", SilverLiquor, "nothing in solution" },
            { "copper-cement", "", SilverLiquor + ", Hg2+ 0.011", SilverLiquor + ", Hg2+ 0.009", "mercury" },
            { "fixer-iron", "", SilverLiquor, Fixer, "no silver held" },
            { "fixer-iron", "", Fixer + ", H+ 0.0011", Fixer + ", H+ 0.0009", "acid in fixer" },
            { "fixer-iron", "", Fixer + ", ClO- 0.01", Fixer + ", ClO- 0.005", "chloramines" },
            { "fixer-current", "", SilverLiquor, Fixer, "no silver held" },
            {
                "fixer-current",
                "",
                "Ag(S2O3)2 3- 1.1, Na+ 40, S2O3 2- 80, H2O 900",
                "Ag(S2O3)2 3- 1.4, Na+ 40, S2O3 2- 80, H2O 900",
                "sulphide"
            },
            { "crystallise-silver-nitrate", "", "Ag 5", SilverLiquor, "no liquor" },
            { "crystallise-silver-nitrate", "", "Cu2+ 5, NO3- 10, H2O 100", SilverLiquor, "no silver in solution" },
            { "crystallise-silver-nitrate", "", SilverLiquor + ", C6H12O6 0.1", SilverLiquor + ", C6H12O6 0.01", "organics" },
            { "crystallise-silver-nitrate", "", SilverLiquor + ", Cu2+ 5", SilverLiquor + ", Cu2+ 2", "so much copper" },
            { "crystallise-silver-nitrate", "", SilverLiquor + ", Pb2+ 9", SilverLiquor + ", Pb2+ 1", "lead's nitrate" },
            { "wash", "", "H2O 5", "Au 5", "nothing solid" },
            { "wash", "school=ammonia", "Au 5, AgCl 0.2, AuCl4- 0.011, H2O 5", "Au 5, AgCl 0.2, AuCl4- 0.009, H2O 5", "fulminating gold" },
            { "wash", "school=ammonia", "Au 5", "Au 5, AgCl 0.1", "no silver chloride for" },
            { "wash", "school=ammonia", "Au 5, AgCl 5.1", "Au 5, AgCl 4.9", "flood" },
            { "dry", "", "H2O 5", "Au 5, H2O 5", "nothing solid" },
            { "dry", "", "Ag 5, Ag2C2O4 0.01", "Ag 5", "detonates" },
            { "dry", "", "Ag 5, NH3 0.011", "Ag 5, NH3 0.009", "explodes" },
            { "melt", "", "CuO 5", "Ag 5", "no metal to melt" },
            { "melt", "", "Ag 5, H2O 0.1", "Ag 5", "steam blast" },
            { "melt", "", "Ag 94.5, AgCl 5.5", "Ag 95.5, AgCl 4.5", "fumes off" },
            { "melt", "", "Ag 100, NO3- 1.1", "Ag 100, NO3- 0.9", "burns with what it touches" },
            { "melt", "", "Ag 97.9, Na+ 2.1", "Ag 98.1, Na+ 1.9", "boil and spit" },
            { "melt", "", "Ag 89, Zn 11", "Ag 91, Zn 9", "white fume" },
            { "melt", "", "Ag 97, Pb 3", "Ag 99, Pb 1", "lead above 2 %" },
            { "melt", "", "Ag 10, mark:cell", "Ag 10", "hydrofluoric" },
            { "inquart", "", "Au 10, NO3- 0.2", "Au 10", "burns with what it touches" },
            { "granulate", "", "Ag 10, NO3- 0.2", "Ag 10", "burns with what it touches" },
            { "wash-dry-melt", "", "Au 5, mark:mercury", "Au 5", "mercury" },
            { "dry", "", "Ag 5, mark:mercury", "Ag 5", "oven" },
            { "dry", "", "Ag 5, mark:nitrate-film", "Ag 5", "burns like powder" },
            { "pickle", "", "H2O 5", "Ag 5", "nothing solid" },
            { "pickle", "acid=HCl", "Ag 51, Cu 49", "Ag 49, Cu 51", "skins silver" },
            { "fineness", "by=assay", "Au 5", "", "no assay" },
            { "fineness", "by=density", "Au 5", "", "two weighings" },
            { "fineness", "by=density,air=10,water=10", "Au 5", "", "cannot weigh more" },
            { "wash-dry-melt", "", "AgCl 5", "Au 5", "no powder to melt" },
        };

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_refusal_is_triggered_and_just_missed(string method, string options, string refused, string passes, string words)
    {
        var chosen = options.Split(',', StringSplitOptions.RemoveEmptyEntries).Select(o => o.Split('=')).ToDictionary(o => o[0], o => o[1]);
        var plan = Given.Step(method, Of(refused), options: chosen);
        Assert.Contains(plan.Refusals, r => r.Reason.Contains(words, StringComparison.Ordinal) && r.WayOut.Length > 0);
        // What is refused goes on unchanged, and nothing is dosed for it.
        Assert.Empty(plan.Doses);
        Assert.Equal(Of(refused).Mass().Likely, plan.Outputs.Single().Charge.Mass().Likely, 1e-9);
        if (passes.Length > 0)
            Assert.DoesNotContain(Given.Step(method, Of(passes), options: chosen).Refusals, r =>
                r.Reason.Contains(words, StringComparison.Ordinal)
            );
        else
            Assert.DoesNotContain(Given.Step(method, Of(refused)).Refusals, r => r.Reason.Contains(words, StringComparison.Ordinal));
    }

    /// <summary>"Au 5, H2O 30, NO3- 0.4, mark:arsenic": grams of each substance.</summary>
    internal static Charge Of(string text) =>
        text.Split(", ", StringSplitOptions.RemoveEmptyEntries)
            .Aggregate(Charge.Empty, (c, part) =>
            {
                if (part.StartsWith("mark:", StringComparison.Ordinal))
                    return c.Marked([part[5..]]);
                var at = part.LastIndexOf(' ');
                var (formula, grams) = (part[..at], double.Parse(part[(at + 1)..], System.Globalization.CultureInfo.InvariantCulture));
                var phase =
                    formula == "H2O" ? Phase.Liquid
                    : Species.Of(formula).Charge != 0 || formula is "NH3" or "C6H12O6" or "H2C2O4" or "H2O2" or "Cl2" or "CO(NH2)2"
                        ? Phase.Aqueous
                    : Phase.Solid;
                return c.With(new(formula, phase), Molar.Moles(Working.Given(grams, Dimension.Mass, formula, "test"), formula));
            });

    [Fact]
    public void Strong_peroxide_is_refused_for_the_etch_and_ten_per_cent_is_not()
    {
        Shop With(double percent) =>
            new(
                [.. Shop.UsualBottles.Select(b => b.Formula == "H2O2" ? b with { Strength = MassFraction.OfPercent(percent) } : b)],
                Core.Vessels.Vessel.Beakers
            );
        Assert.Contains(Given.Step("peroxide-etch", Of("Cu 50"), shop: With(12)).Refusals, r => r.Reason.Contains("boils over"));
        Assert.False(Given.Step("peroxide-etch", Of("Cu 50"), shop: With(10)).Refused);
    }

    [Fact]
    public void Calcium_nitrate_is_refused_only_where_sulphate_is_to_come()
    {
        var method = MethodCatalogue.Of("nitrate-salt");
        StepPlan With(params string[] later) =>
            method.Plan(
                Of("Au 10"),
                new StepOptions(
                    method,
                    new Dictionary<string, string> { ["salt"] = "Ca(NO3)2·4H2O" },
                    [.. later.Select(m => MethodCatalogue.Of(m).Card)]
                ),
                Shop.Usual,
                Facts.None,
                new Draws("x")
            );
        Assert.Contains(With("sulfamic", "metabisulphite").Refusals, r => r.Reason.Contains("gypsum"));
        Assert.Contains(With("boil-down", "ferrous").Refusals, r => r.Reason.Contains("gypsum"));
        Assert.False(With("boil-down", "oxalic").Refused);
        Assert.False(With().Refused);
    }

    [Fact]
    public void A_route_tells_a_step_what_comes_after_it()
    {
        var options = new Dictionary<string, IReadOnlyDictionary<string, string>>
        {
            ["nitrate-salt"] = new Dictionary<string, string> { ["salt"] = "Ca(NO3)2·4H2O" },
        };
        Assert.Contains(
            "gypsum",
            Core.Plans.Planner.Fold(
                    Of("Au 10"),
                    Core.Plans.Routes.Chain(["nitrate-salt", "clear", "metabisulphite"], options),
                    Shop.Usual,
                    new Draws("x")
                )
                .Refused!.Plan.Refusals[0]
                .Reason
        );
        Assert.Null(
            Core.Plans.Planner.Fold(
                Of("Au 10"),
                Core.Plans.Routes.Chain(["nitrate-salt", "boil-down", "clear", "oxalic"], options),
                Shop.Usual,
                new Draws("x")
            ).Refused
        );
    }
}
