using Spolium.Cases;
using Spolium.Core.Chemistry;
using Spolium.Core.Equilibrium;
using Xunit;

namespace Spolium.Core.Tests.Equilibrium;

/// <summary>What is dissolved, what has fallen, at what pH: laws over random liquors, and points that a handbook has.</summary>
public class EquilibriumTests
{
    private static EquilibriumState Of(ActivityModel model, params (string Component, double Total)[] totals) =>
        Speciation.Of(new(totals.ToDictionary(t => t.Component, t => t.Total), model));

    /// <summary>Every row is written from its components to the atom and the charge.</summary>
    [Fact]
    public void Every_species_solid_and_gas_balances()
    {
        Assert.All(Written.Dissolved.Concat(Written.Solids).Concat(Written.Gases), w =>
        {
            var atoms = new Dictionary<string, double>();
            void Count(string formula, double n)
            {
                foreach (var (element, count) in Species.Of(formula).Atoms)
                    atoms[element] = atoms.GetValueOrDefault(element) + n * count.ToDouble();
            }
            Count(w.Formula, -1);
            Count("H2O", w.Water);
            foreach (var (component, n) in w.Parts)
                Count(Component.ById[component].Formula, n);
            Assert.All(atoms, a => Assert.True(Math.Abs(a.Value) < 1e-9, $"{w.Id}: {a.Key} {a.Value}"));
            Assert.Equal(w.Charge, w.Parts.Sum(p => p.Count * Component.ById[p.Component].Charge), 1e-9);
            Assert.NotEqual("", w.Source);
        });
    }

    // Least solubility of silver chloride near 2 to 3 mmol/L chloride, some 5e-7 mol/L.
    [Fact]
    public void Silver_chloride_is_least_soluble_at_two_to_three_millimoles_of_chloride()
    {
        double At(double chloride) =>
            Of(ActivityModel.Davies, ("Ag+", 1e-3), ("NO3-", 1e-3), ("Na+", chloride + 1e-3), ("Cl-", chloride + 1e-3)).Dissolved["Ag+"];
        var least = Enumerable.Range(0, 60).Select(i => 5e-4 * Math.Pow(1.06, i)).MinBy(At);
        Assert.InRange(least, 1.8e-3, 3.2e-3);
        Assert.InRange(At(least), 4.5e-7, 6e-7);
    }

    [Fact]
    public void Half_of_the_cyanide_is_its_acid_at_nine_point_two()
    {
        var state = Of(ActivityModel.Davies, ("Na+", 0.01), ("CN-", 0.02));
        Assert.InRange(state.PH, 9.1, 9.3);
        Assert.Equal(1, state.Molalities["HCN(aq)"] / state.Molalities["CN-"], 0.05);
    }

    [Fact]
    public void A_total_below_nothing_is_refused_by_its_name()
    {
        var refused = Assert.Throws<NoEquilibriumException>(() => Of(ActivityModel.Davies, ("Ag+", 0.01), ("Cl-", -0.01)));
        Assert.Equal("Cl-", refused.Component);
        Assert.Equal("Xx+", Assert.Throws<NoEquilibriumException>(() => Of(ActivityModel.Davies, ("Xx+", 0.01))).Component);
    }

    /// <summary>Random liquors: each is found, balances to 1e-10, is neutral, its solids saturated and no other over it.</summary>
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public void Any_liquor_is_found(int seed) => Assert.Empty(RandomLiquors.Wrong(seed, 150));
}
