using Spolium.Core.Chemistry;
using Spolium.Core.Equilibrium;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reference;
using Xunit;

namespace Spolium.Core.Tests.Equilibrium;

/// <summary>A liquor of the vessel under a dose: points that were worked out by another way, and the laws of its table.</summary>
public class DosedLiquorTests
{
    private static Charge Liquor(params (string Formula, double Moles)[] of) =>
        of.Aggregate(Charge.Empty, (c, x) => c.Dissolve(x.Formula, Working.Exact(x.Moles, null, Dimension.Substance)));

    // 10 L with 0.4 mol/L of nitric acid and 20 g/L of copper.
    private static readonly Charge CopperNitrate = Liquor(("HNO3", 4), ("Cu(NO3)2", 200 / 63.546), ("H2O", 10000 / 18.015));

    private static DosedState With(string reagent, double grams, CarbonDioxide over = CarbonDioxide.Stirred, Charge? charge = null) =>
        new DosedLiquor(charge ?? CopperNitrate, reagent, 1, over).At(grams);

    private static double CopperLeft(DosedState s) => s.Dissolved("Cu")!.Value * 20000;

    // Worked out by the constants of the data: basic nitrate from pH 4.0, under 1 mg/L after 349 g, hydroxide complete at 412 g.
    [Fact]
    public void Caustic_brings_copper_down_where_it_was_worked_out()
    {
        Assert.Equal(1, With("NaOH", 155).Dissolved("Cu")!.Value, 1e-4);
        Assert.InRange(With("NaOH", 162).State.PH, 3.95, 4.1);
        Assert.Contains("Cu2(OH)3NO3(s)", With("NaOH", 170).State.Solids.Keys);
        Assert.True(CopperLeft(With("NaOH", 346)) > 100);
        Assert.True(CopperLeft(With("NaOH", 349)) < 1);
        Assert.InRange(With("NaOH", 405).State.PH, 7.9, 8.1);
        Assert.DoesNotContain("Cu2(OH)3NO3(s)", With("NaOH", 412).State.Solids.Keys);
    }

    // 336 g for the acid and 529 g for the copper: 213 L leave with the basic carbonate, and 1 to 3 mg/L stay.
    [Fact]
    public void Bicarbonate_lets_go_what_the_basic_carbonate_does_not_keep()
    {
        var end = With("NaHCO3", 880);
        Assert.InRange(end.Moles(DosedLiquor.Gas) * 24.465, 211, 215);
        Assert.InRange(CopperLeft(end), 1, 3);
        Assert.Equal(["CO2(g)", "Cu2(OH)2CO3(fresh)"], end.State.Solids.Keys.Order(StringComparer.Ordinal));
    }

    // At 0.05 mol/kg surplus: pH 6.3 while it foams, 7.3 stirred, 9.3 aired (a liquor that was acid before).
    [Theory]
    [InlineData(CarbonDioxide.Foaming, 6.3, 0.2)]
    [InlineData(CarbonDioxide.Stirred, 7.3, 0.2)]
    [InlineData(CarbonDioxide.Aired, 9.3, 0.3)]
    public void Bicarbonate_ends_by_the_air_that_stands_over_it(CarbonDioxide over, double ph, double within)
    {
        var acid = Liquor(("HCl", 0.4), ("H2O", 1000 / 18.015));
        Assert.Equal(ph, With("NaHCO3", 0.45 * 84.007, over, acid).State.PH, within);
    }

    // Each fresh basic carbonate leaves what it was fitted to.
    [Theory]
    [InlineData("Cu+2", 2, 0.1, 63.546, 1, 3)]
    [InlineData("Zn+2", 2, 0.005, 65.38, 1, 3)]
    public void A_fitted_solid_leaves_what_it_was_fitted_to(string metal, int z, double bar, double molar, double low, double high)
    {
        var gas = Written.Gases.First(g => g.Id == "CO2(g)");
        var solids = Written.InTheShop.Append(gas with { LogK = gas.LogK - Math.Log10(bar) });
        var totals = new Dictionary<string, double>
        {
            [metal] = 0.1,
            ["NO3-"] = 0.1 * z,
            ["Na+"] = 0.105 * z,
            ["CO3-2"] = 0.105 * z,
        };
        var state = Speciation.Of(new EquilibriumSystem(totals.Keys, solids, []), new(totals));
        Assert.InRange(state.Dissolved[metal] * molar * 1000, low, high);
        Assert.Contains(state.Solids.Keys, s => s.EndsWith("(fresh)", StringComparison.Ordinal));
    }

    // 5 g/L of nickel: 2 OH- to the solubility product of its fresh hydroxide, its coefficient at I = 0.27 by hand.
    [Fact]
    public void Nickel_begins_to_fall_above_seven()
    {
        var nickel = Liquor(("HNO3", 0.01), ("Ni(NO3)2", 5 / 58.693), ("H2O", 1000 / 18.015));
        Assert.Equal(1, With("NaOH", 0.45, charge: nickel).Dissolved("Ni")!.Value, 1e-3);
        Assert.InRange(With("NaOH", 0.7, charge: nickel).State.PH, 7.1, 7.5);
        Assert.InRange(With("NaOH", 0.7, charge: nickel).Dissolved("Ni")!.Value, 0.9, 0.99);
    }

    // Elements and charge of each row of the table.
    [Fact]
    public void What_stands_in_a_vessel_is_made_of_its_components()
    {
        Assert.All(InTheVessel.All.Where(v => v.Parts is not null), v =>
        {
            var whole = Species.Of(v.Formula);
            var parts = v.Parts!.Select(p => (Formula: Species.Of(Component.ById[p.Component].Formula), p.Count)).ToList();
            var elements = whole.Atoms.Keys.Concat(parts.SelectMany(p => p.Formula.Atoms.Keys));
            foreach (var e in elements.Where(e => e is not ("H" or "O")))
                Assert.Equal(whole.Count(e), parts.Sum(p => p.Count * p.Formula.Count(e)), 1e-9);
            Assert.Equal(whole.Charge, v.Parts!.Sum(p => p.Count * Component.ById[p.Component].Charge) + v.Protons, 1e-9);
        });
        Assert.All(InTheVessel.All.Where(v => v.Parts is null), v => Assert.NotEqual("", v.Note));
    }

    /// <summary>Every ion that a bottle or a salt of the shop gives is in the table, as components or with why not.</summary>
    [Fact]
    public void No_ion_of_the_shop_is_forgotten()
    {
        var ions = new[] { "species.csv", "reagents.csv" }
            .SelectMany(f => ReferenceTable.Read(f, r => r.Text("ions"), "formula"))
            .SelectMany(i => i.Split('|', StringSplitOptions.RemoveEmptyEntries))
            .Where(i => i != "H2O")
            .Distinct();
        Assert.DoesNotContain(ions, i => InTheVessel.Find(i) is null);
    }

    [Fact]
    public void Every_solid_that_is_left_out_is_one_and_says_why()
    {
        Assert.All(Written.LeftOut, l => Assert.NotEqual("", l.Value));
        Assert.All(Written.LeftOut.Keys, id => Assert.Contains(Written.Solids, s => s.Id == id && s.Fast));
        Assert.DoesNotContain(Written.InTheShop, s => Written.LeftOut.ContainsKey(s.Id));
        Assert.All(Written.FittedSolids, s => Assert.True(s.Confidence == Confidence.Fitted && s.Source.Contains("no source"), s.Id));
    }

    // Iron(III) goes before gold is asked; white copper(I) chloride falls of copper and sulphite.
    [Fact]
    public void What_takes_electrons_does_so_first()
    {
        var liquor = Liquor(("FeCl3", 0.01), ("CuCl2", 0.05), ("HCl", 0.2), ("H2O", 1000 / 18.015));
        var state = With("Na2SO3", 0.02 * Species.Of("Na2SO3").MolarMass, charge: liquor);
        Assert.Equal(["ferric-sulphite", "copper-sulphite"], state.Ran.Select(r => r.Id));
        // 0.02 mol takes 0.01 of iron by 0.005, and 0.03 of copper by the rest.
        Assert.Equal(0.01, state.Totals["Fe+2"] * state.Water, 1e-6);
        Assert.Equal(0.03, state.Totals["Cu+"] * state.Water, 1e-6);
        Assert.Equal(0.02, state.Totals["Cu+2"] * state.Water, 1e-6);
    }

    // A reaction that runs first changes an oxidation number of something: none is a mere exchange.
    [Fact]
    public void Every_reaction_that_runs_first_balances_in_ions()
    {
        Assert.All(RedoxFirst.All, r =>
        {
            Assert.Equal(0, r.Reaction.Net.Sum(n => n.Value * n.Key.Parse().Charge), 1e-9);
            Assert.DoesNotContain(r.Reaction.Net.Keys, s => s.Formula is "Na+");
        });
        Assert.Equal(RedoxFirst.All.Count, RedoxFirst.All.Select(r => r.Id).Distinct().Count());
    }

    // What the engine does not know counts in charge and strength: acid beside it stays acid.
    [Fact]
    public void A_bystander_is_listed_and_keeps_its_charge()
    {
        var gallium = Liquor(("Ga(NO3)3", 0.1), ("HNO3", 0.1), ("H2O", 1000 / 18.015));
        var dosed = new DosedLiquor(gallium, "NaOH", 1, CarbonDioxide.Aired);
        Assert.Equal("Ga3+", Assert.Single(dosed.NotInTheEngine).Formula);
        var state = dosed.At(0);
        Assert.InRange(state.State.PH, 0.9, 1.3);
        Assert.InRange(state.State.IonicStrength, 0.69, 0.71);
        Assert.True(dosed.At(5).State.PH > 6);
    }

    // The likely world stands where it stood, whichever state it is begun from.
    [Fact]
    public void A_start_near_by_changes_nothing()
    {
        var dosed = new DosedLiquor(CopperNitrate, "NaHCO3", 1, CarbonDioxide.Stirred);
        DosedState? near = null;
        for (var grams = 0.0; grams <= 1000; grams += 50)
        {
            near = dosed.At(grams, 0, near);
            Assert.Equal(dosed.At(grams).State.PH, near.State.PH, 1e-7);
            Assert.Equal(dosed.At(grams).Dissolved("Cu")!.Value, near.Dissolved("Cu")!.Value, 1e-9);
        }
    }

    // Constants are unsure by what their row says: ±0.05 in log K firm, ±0.3 fair.
    [Fact]
    public void Constants_are_drawn_as_wide_as_they_are_known()
    {
        foreach (var (id, wide) in new[] { ("AgCl(s)", 0.05), ("Ni(OH)2(am)", 0.3) })
        {
            var row = Written.Solids.First(s => s.Id == id);
            Assert.Equal(row.Confidence == Confidence.Firm ? 0.05 : 0.3, wide);
            Assert.Equal(0, row.Unsure[0]);
            Assert.Equal(2 * wide * Math.Log(10), row.Unsure.Range.Width, 0.01);
        }
        var dosed = new DosedLiquor(CopperNitrate, "NaHCO3", 1, CarbonDioxide.Stirred);
        var left = Enumerable.Range(1, 60).Select(w => CopperLeft(dosed.At(900, w))).ToList();
        Assert.True(left.Max() > 2 * left.Min());
    }

    // An equation writes chlorine as its gas; what is dissolved of it is what sulphite meets.
    [Fact]
    public void Dissolved_chlorine_meets_sulphite_first()
    {
        var water = Liquor(("H2O", 55.5), ("HCl", 0.1)).With(new("Cl2", Phase.Aqueous), Working.Exact(0.05, null, Dimension.Substance));
        var stood = With("Na2SO3", 0.05 * 126.04, charge: water);
        Assert.Contains(stood.Ran, r => r.Id == "chlorine-sulphite");
        Assert.Equal(0.05, stood.Totals["SO4-2"] * stood.Water, 1e-3);
        Assert.DoesNotContain(With("Na2CO3", 5, charge: water).Ran, r => r.Id == "chlorine-sulphite");
    }
}
