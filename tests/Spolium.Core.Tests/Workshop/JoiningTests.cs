using Spolium.Core.Records;
using Spolium.Core.Tests.Methods;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>What may be poured to what, and what a leaving is in money.</summary>
public class JoiningTests
{
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero))));

    private static Leaving Wet(string charge) => new(FeedFrom.Holding, "b/1/x", "b", "x", true, default, RefusalTests.Of(charge), null);

    [Fact]
    public void A_liquor_is_held_against_each_other_one()
    {
        var joins = Joining.Of(Demo.Value.State, Wet("ClO- 4, Na+ 2, H2O 500"), ["hl-10"]);
        var pot = joins.Single(j => j.Id == "P1");
        Assert.False(pot.May);
        Assert.NotEmpty(pot.Why);
        // Bleach to nitric acid: chlorine.
        Assert.Contains("chlorine", joins.Single(j => j.Id == "hl-10").Why);
        var brine = Joining.Of(Demo.Value.State, Wet("Na+ 4, Cl- 6, H2O 500"), ["hl-10"]);
        Assert.All(brine, j => Assert.True(j.May, j.Why));
        Assert.DoesNotContain(brine, j => j.Id == "T1");
    }

    [Fact]
    public void It_is_not_held_against_itself_nor_a_solid_against_anything()
    {
        var drum = Leavings.Find(Demo.Value.State, FeedFrom.Lot, "hl-10")!;
        Assert.DoesNotContain(Joining.Of(Demo.Value.State, drum, ["hl-10"]), j => j.Id == "hl-10");
        Assert.Empty(Joining.Of(Demo.Value.State, drum with { Wet = false }, ["hl-7"]));
    }

    // Silver at the list's price, and the weight of the drum at what handing over costs.
    [Fact]
    public void Metal_as_paid_against_what_handing_over_costs()
    {
        var state = Demo.Value.State;
        var drum = Leavings.Find(state, FeedFrom.Lot, "hl-10")!;
        var grams = drum.Charge!.Booked.Select(e => (e, drum.Charge!.Element(e))).ToList();
        var money = LeavingMoney.Of(state, drum, grams)!;
        var prices = state.PricesNow!.List;
        var silver = prices.Find(PriceKind.Metal, "Ag")!;
        var perGram = silver.Price.Value * silver.Paid!.Value - (silver.Charge?.Value ?? 0);
        Assert.Equal(
            drum.Charge!.Element("Ag").Likely * perGram,
            Assert.Single(money.Metals, l => l.Id == "metal-Ag").Kr.Likely,
            0.02 * perGram
        );
        // Nobody on the list pays for copper: it is named, and in no sum.
        Assert.Contains("Cu", money.NotPriced);
        var fee = prices.Find(PriceKind.Work, PriceList.HandOver)!.Price.Value;
        Assert.Equal(-fee * drum.Charge!.Mass().Likely / 1000, money.HandOver!.Kr.Likely, 0.5);
        Assert.Null(LeavingMoney.Of(state with { Prices = [] }, drum, grams));
        Assert.Null(LeavingMoney.Of(state, drum with { Charge = null }, grams)!.HandOver);
    }
}
