using Spolium.Core.Accounts;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>Metal that a bottle brings is a flow: a bar that is weighed back, silver that is lent to an alloy.</summary>
public class MetalOutOfBottlesTests
{
    private static Content Sterling => new([new("Ag", Given.Share(92.2), Given.Share(92.5), Given.Share(92.8))], "Cu");

    private static Content Fourteen =>
        new(
            [new("Au", Given.Share(58), Given.Share(58.5), Given.Share(59)), new("Ag", Given.Share(8), Given.Share(12), Given.Share(16))],
            "Cu"
        );

    // 300.0 g of 92.5 %: 277.5 g silver, 22.5 g copper. The bar: 277.5 × 63.546/(2 × 107.868) = 81.74 g for the silver, the rest of the
    // 91.6 g is what the free acid took.
    internal static Bench Silver(double? left = 108.4, double dry = 277.7)
    {
        var bench = new Bench(Sterling, 300, "nitric-part", "copper-cement", "wash", "dry", "melt");
        bench.AsPlanned("1-nitric-part").Begin("2-copper-cement").Pour("bar", 200.0);
        if (left is { } g)
            bench.Weigh("bar", g);
        bench.Close().AsPlanned("3-wash").Begin("4-dry");
        bench.Weigh("dry", dry).Close();
        return bench.Begin("5-melt").Pour("borax").Weigh("bar", 277.0, 0.995);
    }

    [Fact]
    public void A_copper_bar_that_is_weighed_back_balances()
    {
        var bench = Silver().Close();
        Assert.True(bench.Book.AddsUp, $"{bench.Book.Fit.ChiSquare} of {bench.Book.Fit.Limit}");
        Assert.Empty(bench.Book.Proposals);
        // 200.0 g at 99.9 %, less 108.4 g: what went into the liquor.
        var (lent, left) = (
            bench.Book.Fit.Flow("bottle/2-copper-cement/bar/usual copper", "Cu"),
            bench.Book.Fit.Flow("2-copper-cement/bar", "Cu")
        );
        Assert.Equal(91.4, lent.Grams!.Value - left.Grams!.Value, 0.3);
        var silver = bench.Balance("Ag");
        Assert.InRange(silver.Recovery!.Likely, 0.98, 1);
        Assert.Null(silver.Lent);
        var copper = bench.Balance("Cu");
        Assert.Equal(199.8, copper.Lent!.Likely, 0.01);
        Assert.Equal(0, copper.Missing.Likely);
        Assert.InRange(copper.Unaccounted.Likely, -10, 10);
    }

    // The same by the book, and every metal sums to nothing.
    [Fact]
    public void What_bottles_bring_is_posted_when_the_step_closes()
    {
        var bench = Silver().Close();
        Assert.Equal(-199.8, bench.Ledger.Book.Grams(Account.Bottles, "Cu"), 1e-6);
        Assert.Equal(108.4, bench.Ledger.Book.Grams("batch/b/2-copper-cement/bar", "Cu"), 0.01);
        Assert.InRange(Math.Abs(bench.Ledger.Book.Grams("unaccounted/batch/b", "Cu")), 0, 8);
        Assert.All(bench.Ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
    }

    // Fine silver names no copper: the bar's is followed from where it was hung in.
    [Fact]
    public void A_metal_that_only_a_bottle_brought_is_followed_from_there()
    {
        var fine = new Content([new("Ag", Given.Share(99.8), Given.Share(99.9), Given.Share(100))], "Pb");
        var bench = new Bench(fine, 30, "nitric-part", "copper-cement", "wash", "dry");
        bench.AsPlanned("1-nitric-part").Begin("2-copper-cement").Pour("bar", 40);
        Assert.Equal(["Ag", "Pb", "Cu"], bench.Batch.Metals);
        bench.Weigh("bar", 29.9).Close();
        Assert.True(bench.Book.AddsUp, $"{bench.Book.Fit.ChiSquare} of {bench.Book.Fit.Limit}");
        Assert.Equal(0, bench.Balance("Cu").Feed.Likely);
        Assert.Equal(39.96, bench.Balance("Cu").Lent!.Likely, 0.01);
    }

    // 120.0 g of 14 ct with 199.1 g of silver. Of what comes out, the lent 199 g are returned first: the rest is the scrap's.
    [Fact]
    public void Silver_that_was_lent_is_returned_first()
    {
        var bench = Inquarted();
        Assert.True(bench.Book.AddsUp, $"{bench.Book.Fit.ChiSquare} of {bench.Book.Fit.Limit}");
        var silver = bench.Balance("Ag");
        Assert.Equal(199.1 * 0.999, silver.Lent!.Likely, 0.2);
        Assert.InRange(silver.Unaccounted.Likely, -3, 3);
        Assert.Equal(0, silver.Missing.Likely);
        bench.AsPlanned("3-nitric-part");
        Assert.InRange(bench.Balance("Ag").AtLeast.Likely, 10, 18);
    }

    internal static Bench Inquarted()
    {
        var bench = new Bench(Fourteen, 120, "inquart", "granulate", "nitric-part");
        bench.Begin("1-inquart").Pour("silver", 199.1).Pour("borax").Weigh("alloy", 317.6).Close();
        return bench.Begin("2-granulate").Weigh("granules", 316.9).Close();
    }

    [Fact]
    public void Silver_whose_point_slipped_is_told_when_the_alloy_is_weighed()
    {
        var bench = new Bench(Fourteen, 120, "inquart", "granulate");
        bench.Begin("1-inquart").Pour("silver", 19.91).Pour("borax");
        Assert.Contains("is more than went in", bench.Weighing("alloy", 317.6).Errors[0].Reason, StringComparison.Ordinal);
    }

    // 70.4 g of residue, washed and dried: no more metal than that stands in it, and what clung to it stands with the liquor.
    [Fact]
    public void A_weighed_residue_holds_no_more_metal_than_it_weighs()
    {
        var bench = Inquarted();
        bench.Begin("3-nitric-part");
        foreach (var dose in bench.Planned.Plan.Doses)
            bench.Pour(dose.Id);
        bench.Weigh("residue", 70.4).Close();
        Assert.True(bench.Book.AddsUp, $"{bench.Book.Fit.ChiSquare} of {bench.Book.Fit.Limit}");
        var held = bench.Batch.Step("3-nitric-part").Outputs.Single(o => o.Output == "residue").Holds;
        Assert.InRange(held.Sum(h => h.Grams), 70, 70.41);
        var flows = bench.Book.Fit.Flows.Where(f => f.Arc == "3-nitric-part/residue" && f.Of != FlowGraph.Mass).ToList();
        Assert.InRange(flows.Sum(f => f.Grams!.Value), 69.5, 70.5);
        // The split keeps its range: silver and copper that stayed inside are not known to the hundredth.
        Assert.InRange(flows.Single(f => f.Of == "Au").Sigma!.Value, 0.1, 0.5);
    }
}
