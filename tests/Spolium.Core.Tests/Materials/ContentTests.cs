using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Materials;

public class ContentTests
{
    [Fact]
    public void Metals_and_rest_sum_to_the_lot_in_every_world()
    {
        var charge = Given.Charge(Given.Hl1(), 412.6);
        var mass = charge.Mass().Amount;
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(412.6, mass[w], 1e-9));
        Assert.Equal(403.94, charge.Element("Cu").Likely + charge.Element("Zn").Likely, 0.01);
    }

    private static Content Gold(string? balance, ContentPart? open = null) =>
        new([new("Au", Given.Share(1), Given.Share(1.5), Given.Share(2))], balance, Open: open);

    [Fact]
    public void Without_a_balance_the_rest_is_metal_of_unknown_kind_none_copper_or_aluminium()
    {
        var charge = Given.Charge(Gold(null), 500);
        Assert.Equal(492.5, charge.Element("Cu").Likely, 1e-9);
        Assert.Equal(0, charge.Element("Cu").Range.Low, 1e-9);
        Assert.True(charge.Element("Al").Range.High > 480 && charge.Unknown.Range.High > 480);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(500, charge.Mass().Amount[w], 1e-6));
        // Its acid is that of so much copper, from that of the gold alone to that of aluminium; a test would narrow it, which is said.
        var plan = Given.Step("aqua-regia", charge);
        var hcl = plan.Doses.Single(d => d.Id == "hcl");
        Assert.True(hcl.Grams.Likely > 1000);
        Assert.True(plan.Gases.Single(g => g.Formula == "H2").Made.Range.High > 100_000);
        Assert.Contains(plan.Cautions, c => c.Text.Contains("unknown kind"));
        // No equation is told of a metal that is in no world.
        Assert.DoesNotContain(Given.Step("nitric-strip", charge).Equations, e => e.Equation.ToString().Contains("Zn"));
        var known = Given.Step("aqua-regia", Given.Charge(Gold("Cu"), 500));
        Assert.DoesNotContain(known.Cautions, c => c.Text.Contains("unknown kind"));
    }

    [Fact]
    public void A_rest_that_is_no_metal_wants_no_acid()
    {
        var charge = Given.Charge(Gold(Content.NoMetal), 500);
        Assert.Equal(492.5, charge.Unknown.Likely, 1e-9);
        Assert.Empty(Gold(Content.NoMetal).Check());
    }

    [Fact]
    public void No_liquid_reaches_what_lies_inside_a_moulded_part_until_it_is_ashed()
    {
        var open = new ContentPart("open", Given.Share(0), Given.Share(1), Given.Share(5));
        var charge = Given.Charge(Gold(Content.NoMetal, open), 500);
        Assert.Equal(7.5, charge.Element("Au").Likely, 1e-9);
        Assert.Equal(0.075, charge.Grams(Species.Gold).Likely, 1e-6);
        var plan = Given.Step("chlorine-lift", charge);
        Assert.InRange(plan.Outputs[0].Charge.Element("Au").Likely, 0.05, 0.08);
        Assert.True(plan.Outputs.Skip(1).Sum(o => o.Charge.Element("Au").Likely) > 7.4);
        Assert.Contains(plan.Cautions, c => c.Text.Contains("moulded"));
        // The fire opens all of it, milling most.
        Assert.Equal(7.5, Given.Step("roast", charge).Outputs[0].Charge.Grams(Species.Gold).Likely, 1e-6);
        Assert.InRange(Given.Step("mill", charge).Outputs.Sum(o => o.Charge.Grams(Species.Gold).Likely), 5.5, 7);
        // A lot of it, and a pot, keep it locked.
        Assert.Contains(Keeping.AtMost(Keeping.Of(charge)).Substances, s => s.Locked);
        var held = HeldCharge.Of(HeldCharge.Of(charge, 500, _ => 1), Working.Exact(500, null, Dimension.Mass), new Draws("held"));
        Assert.Equal(7.425, held.Of(Species.Gold with { Locked = true }).Likely * 196.967, 0.01);
        Assert.Contains(Gold("Cu", open with { Low = Given.Share(3) }).Check(), e => e.Field == "open");
    }

    [Fact]
    public void Kinds_that_say_what_their_rest_is_stand_in_the_library()
    {
        var chips = MaterialLibrary.All.Single(m => m.Id == "black-chips");
        Assert.Equal(new Triple(0, 1, 5), chips.Open);
        Assert.Equal(Content.NoMetal, chips.Rest);
        Assert.Null(MaterialLibrary.All.Single(m => m.Id == "clad-rolled-gold").Rest);
        Assert.Equal(24, MaterialLibrary.All.Count(m => m.Rest is not null));
    }

    [Fact]
    public void Highs_above_the_whole_are_scaled_and_lows_above_it_refused()
    {
        Content Of(double low) =>
            new(
                [
                    new("Cu", Given.Share(low), Given.Share(65), Given.Share(90)),
                    new("Ag", Given.Share(low), Given.Share(65), Given.Share(90)),
                ],
                null
            );
        Assert.Empty(Of(40).Check());
        var mass = Given.Charge(Of(40), 100).Mass().Amount;
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(100, mass[w], 1e-9));
        Assert.Contains(Of(60).Check(), e => e.Reason.Contains("more than the whole"));
    }

    [Fact]
    public void Wrong_lines_name_their_field()
    {
        var errors = new Content(
            [
                new("Xx", Given.Share(1), Given.Share(2), Given.Share(3)),
                new("Cu", Given.Share(5), Given.Share(2), Given.Share(3)),
                new("Cu", Given.Share(1), Given.Share(2), Given.Share(3)),
            ],
            "Qq"
        ).Check();
        Assert.Equal(["balance", "content[0].element", "content[1].low", "content[2].element"], errors.Select(e => e.Field).Order());
    }

    [Fact]
    public void A_route_that_takes_what_is_not_there_is_refused()
    {
        var route = Routes.Chain(HobLaneWays.GoldByNitricStrip);
        Assert.Empty(route.Check());
        var broken = new Route([route.Steps[0], route.Steps[1] with { Takes = ["feed"] }]);
        Assert.Contains(broken.Check(), e => e.Field == "route[1].takes");
        var options = Routes.Chain(
            ["metabisulphite"],
            new Dictionary<string, IReadOnlyDictionary<string, string>>
            {
                ["metabisulphite"] = new Dictionary<string, string> { ["school"] = "9" },
            }
        );
        Assert.Contains(options.Check(), e => e.Field == "route[0].options.school");
    }
}
