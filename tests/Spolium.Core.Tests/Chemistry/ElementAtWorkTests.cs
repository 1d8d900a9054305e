using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Reference;
using Spolium.Core.Safety;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Chemistry;

/// <summary>Every element that a lot may hold has a class in every bath.</summary>
public class ElementAtWorkTests
{
    private static readonly Dictionary<Bath, Duty> Duties = new()
    {
        [Bath.Nitric] = Duty.Nitric,
        [Bath.Chloride] = Duty.Chloride,
        [Bath.Dilute] = Duty.Dilute,
        [Bath.Heat] = Duty.Heat,
        [Bath.Melt] = Duty.Melt,
    };

    [Fact]
    public void Those_that_the_trade_asks_for_are_there() =>
        Assert.Subset(
            ElementAtWork.BySymbol.Keys.ToHashSet(),
            "Au Ag Pt Pd Cu Ni Co Zn Fe Sn Pb Cd Bi Hg Al In Ga Rh Ir Ru Os Mn Li Cr Sb As Te Se W Ta Ti Ba V Mg Ca S C Si"
                .Split(' ')
                .ToHashSet()
        );

    [Fact]
    public void A_rule_is_said_to_be_there_where_there_are_equations_and_nowhere_else()
    {
        var reckoned = ReferenceTable.Read("metals-in-acid.csv", r => r.Text("element")).Distinct().Order().ToList();
        Assert.Equal(reckoned, ElementAtWork.BySymbol.Values.Where(e => e.In[Bath.Nitric] == BathClass.Rule).Select(e => e.Symbol).Order());
        Assert.All(ElementAtWork.BySymbol.Values, e => Assert.Single(e.In.Values.Select(c => c == BathClass.Rule).Distinct()));
        Assert.All(ElementAtWork.BySymbol.Values.Where(e => e.In[Bath.Nitric] != BathClass.Rule), e => Assert.NotEmpty(e.Says));
        Assert.All(ElementAtWork.BySymbol.Keys, e => Assert.Equal(e, Elements.Of(e).Symbol));
    }

    [Fact]
    public void What_a_holding_is_for_is_asked_in_the_order_of_the_data() => Assert.Equal(["Au", "Pt", "Pd", "Ag"], ElementAtWork.Nobles);

    [Fact]
    public void An_element_without_a_way_shuts_the_gate_of_its_bath_from_half_a_per_cent_on()
    {
        static bool Shut(string element, double grams, Duty duty) =>
            FeedGate
                .Shut(Given.Metals(("Cu", 100 - grams), (element, grams)), duty)
                .Any(g =>
                    g.Element == element && g.Reason.StartsWith($"no way yet for {Elements.Of(element).Name}", StringComparison.Ordinal)
                );
        foreach (var element in ElementAtWork.BySymbol.Values)
        foreach (var (bath, duty) in Duties)
        {
            Assert.Equal(element.In[bath] == BathClass.Refused, Shut(element.Symbol, 0.6, duty));
            Assert.False(Shut(element.Symbol, 0.4, duty));
        }
        Assert.Contains(Given.Step("nitric-strip", Given.Metals(("Cu", 50), ("Au", 1), ("Mn", 5))).Refusals, r =>
            r.Reason.Contains("manganese")
        );
        Assert.False(Given.Step("nitric-strip", Given.Metals(("Cu", 50), ("Au", 1), ("Cr", 5))).Refused);
        Assert.Contains(Given.Step("aqua-regia", Given.Metals(("Au", 20), ("Cr", 5))).Refusals, r => r.Reason.Contains("chromium"));
        Assert.Contains(Given.Step("roast", Given.Metals(("Cu", 50), ("C", 5))).Refusals, r => r.Reason.Contains("carbon"));
    }

    [Theory]
    [InlineData("nitric-strip", "Rh")]
    [InlineData("nitric-strip", "W")]
    [InlineData("nitric-part", "Ta")]
    [InlineData("nitric-strip", "Si")]
    [InlineData("aqua-regia", "Ir")]
    [InlineData("hypochlorite", "Ta")]
    public void What_stays_goes_along_untouched(string method, string element)
    {
        var charge = Given.Metals(method.StartsWith("nitric", StringComparison.Ordinal) ? ("Cu", 40) : ("Au", 40), ("Au", 1), (element, 2));
        var plan = Given.Step(method, charge);
        Assert.Empty(plan.Refusals);
        Assert.Equal(2, plan.Outputs.Sum(o => o.Charge.Grams(new(element, Phase.Solid)).Likely), 1e-9);
        EveryMethodConserves(charge, plan);
    }

    private static void EveryMethodConserves(Charge charge, StepPlan plan) =>
        Methods.EveryMethodTests.Conserved(charge, plan, new Draws("test"));

    [Fact]
    public void A_half_metal_is_no_metal_and_an_element_in_its_own_state_has_no_heat_of_its_own()
    {
        Assert.True(Species.IsMetal(new("Rh", Phase.Solid)));
        Assert.False(Species.IsMetal(new("Si", Phase.Solid)));
        Assert.False(Species.IsMetal(new("Cu2+", Phase.Aqueous)));
        Assert.True(Species.IsElement(new("S", Phase.Solid)));
        Assert.Equal("Si", Assert.Single(Given.Metals(("Si", 1)).Booked));
        Assert.Empty(Given.Metals(("Si", 1)).Metals);
    }

    [Fact]
    public void A_line_of_any_of_them_is_a_content_and_stands_in_the_book()
    {
        var content = new Content(
            [
                .. ElementAtWork
                    .BySymbol.Keys.Where(e => e != "Cu")
                    .Select(e => new ContentLine(e, Given.Share(1), Given.Share(1), Given.Share(1))),
            ],
            "Cu"
        );
        Assert.Empty(content.Check());
        var believed = BatchFeed.Believed(Given.Charge(content, 100));
        Assert.Equal(ElementAtWork.BySymbol.Keys.Order(StringComparer.Ordinal), believed.Select(b => b.Element));
        Assert.All(believed.Where(b => b.Element != "Cu"), b => Assert.Equal(1, b.Grams, 1e-9));
        Assert.Contains(new Content([new("Xe", Given.Share(1), Given.Share(1), Given.Share(1))], null).Check(), e =>
            e.Reason.Contains("not worked here")
        );
        Assert.Contains(new Content([new("Au", Given.Share(1), Given.Share(1), Given.Share(1))], "Si").Check(), e => e.Field == "balance");
    }
}
