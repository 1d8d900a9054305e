using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>Plated boards are freed from their edges: exposed area × thickness goes, not every gram; and pieces take room.</summary>
public class UndercutTests
{
    private static readonly Draws Draws = new("undercut");

    private static Charge Boards(double pieces = 420, string metals = "Au 0.8, Cu 200, Ni 12") =>
        RefusalTests.Of(metals).WithUnknown(Working.Given(pieces, Dimension.Mass, "board", "weighed"));

    private static StepPlan Etch(Charge charge, Dictionary<string, string>? options = null, Facts? facts = null) =>
        Given.Step("peroxide-etch", charge, options: options ?? [], facts: facts ?? Facts.None);

    private static double Metal(StepPlan plan, string output, string element) =>
        plan.Outputs.Single(o => o.Id == output).Charge.Element(element).Likely;

    [Fact]
    public void Boards_are_etched_from_their_edges_in_days_to_weeks_and_pins_through()
    {
        var plan = Etch(Boards(), new() { ["air"] = "bubbled" });
        Assert.Equal(["foils", "etch-liquor", "base"], plan.Outputs.Select(o => o.Id));
        Assert.InRange(plan.Unattended.Likely, 48, 3000);
        Assert.True(Metal(plan, "etch-liquor", "Cu") < 0.4 * 200);
        Assert.True(Metal(plan, "foils", "Au") > 0.7);
        // The laminate stays with the bare boards, the foils are gold alone.
        Assert.Equal(0, plan.Outputs.Single(o => o.Id == "foils").Charge.Unknown.Likely, 1e-9);
        Assert.Equal(420, plan.Outputs.Single(o => o.Id == "base").Charge.Unknown.Likely, 1e-6);
        Assert.DoesNotContain(Etch(RefusalTests.Of("Au 0.8, Cu 200")).Outputs, o => o.Id == "base");
        Assert.Contains(Etch(RefusalTests.Of("Au 0.8, Cu 200"), new() { ["takes"] = "edges" }).Outputs, o => o.Id == "base");
    }

    // 500 cm² with 35 µm of copper under it: 15.7 g.
    [Fact]
    public void Area_and_thickness_say_how_much_has_to_go()
    {
        var plan = Etch(Boards(metals: "Au 0.8, Cu 200"), new() { ["plated"] = "500", ["under"] = "35" });
        Assert.Equal(15.68, Metal(plan, "etch-liquor", "Cu"), 0.3);
        Assert.Equal(200 - 15.68, Metal(plan, "base", "Cu"), 0.05);
        // Its acid and peroxide are for that copper: 1.148 and 0.535 g a gram at most.
        Assert.InRange(plan.Figures.Single(f => f.Label == "hydrochloric acid by the equations").Likely, 17.5, 18.5);
    }

    // 620.8 g went in, 600 g came out bare: 20 g of copper were taken, whatever was guessed.
    [Fact]
    public void Weighed_bare_boards_tell_what_was_taken()
    {
        var facts = Facts.None with
        {
            Begun = true,
            Weighed = new Dictionary<string, TypedNumber> { ["base"] = Given.Grams(600, 0.1) },
        };
        var plan = Etch(Boards(metals: "Au 0.8, Cu 200"), facts: facts);
        Assert.Equal(20, Metal(plan, "etch-liquor", "Cu"), 0.4);
        var share = plan.Figures.Single(f => f.Label == "share of the base metal that is taken");
        Assert.Equal(0.1, share.Likely, 0.002);
        Assert.Equal(share.Label, Priors.ById["undercut-share"].Label);
    }

    [Fact]
    public void What_goes_in_comes_out()
    {
        var plan = Etch(Boards());
        foreach (var element in new[] { "Au", "Cu", "Ni" })
            Assert.Equal(Boards().Element(element).Likely, plan.Outputs.Sum(o => o.Charge.Element(element).Amount.Likely), 0.5);
    }

    // A third to a half of the acid's volume is told of 3 %: of 10 % some 37 g.
    [Fact]
    public void A_stronger_peroxide_starts_with_less_of_it()
    {
        double Started(double percent)
        {
            var shop = Core.Reagents.Shop.Usual with
            {
                Bottles =
                [
                    .. Core.Reagents.Shop.Usual.Bottles.Where(b => b.Formula != "H2O2"),
                    Core.Reagents.Shop.Usual.Of("H2O2") with
                    {
                        Strength = MassFraction.OfPercent(percent),
                    },
                ],
            };
            var method = MethodCatalogue.Of("peroxide-etch");
            var plan = method.Plan(
                RefusalTests.Of("Au 0.4, Cu 100"),
                new(method, new Dictionary<string, string>()),
                shop,
                Facts.None,
                Draws
            );
            var dose = plan.Doses.Single(d => d.Id == "peroxide");
            return dose.Grams.Likely * percent / 100;
        }
        // The same peroxide, whatever bottle it comes from.
        Assert.Equal(Started(3), Started(9), 0.15 * Started(3));
    }

    [Fact]
    public void Pieces_take_room_and_drained_hold_little()
    {
        // 350 g of ceramic fill some 390 mL with their gaps: no beaker of 100 mL, and the silver comes out in the liquor.
        var plan = Given.Step("nitric-part", Boards(350, "Ag 7, Cu 3"));
        Assert.True(plan.Vessel!.Vessel.NominalMl >= 400, plan.Vessel.Vessel.Label);
        var liquor = plan.Outputs.Sum(o => o.Charge.LiquorVolume(Draws).Likely);
        Assert.InRange(plan.Vessel.Liquid.Likely, liquor + 100, liquor + 220);
        Assert.True(Metal(plan, "silver-liquor", "Ag") > 4.5, $"{Metal(plan, "silver-liquor", "Ag")} g of 7 in the liquor");
    }
}
