using Spolium.Core.Learning;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Learning;

/// <summary>Figures over many closed batches.</summary>
public class OverBatchesTests
{
    private static Working Grams(double grams) => Working.Given(grams, Dimension.Mass, "gold", "test");

    [Theory]
    [InlineData(9, 10, 90)]
    [InlineData(10, 10, 100)]
    [InlineData(11, 10, 100)]
    public void A_recovery_is_never_above_all_and_says_the_same_as_a_number(double product, double feed, double percent)
    {
        Assert.Equal(percent, OverBatches.Recovery("gold", Grams(product), Grams(feed)).Likely, 9);
        Assert.Equal(percent, OverBatches.Recovery(product, feed), 9);
    }

    [Fact]
    public void Metal_is_never_below_nothing_but_an_overdrawn_book_says_so()
    {
        Assert.Equal(0, OverBatches.Metal("gold", new(2, 0.1, 1), "").Range.Low, 6);
        Assert.Equal(-0.5, OverBatches.Metal("gold", new(2, -0.5, 0.01), "").Likely, 6);
        Assert.True(OverBatches.Signed("gold", Dimension.Mass, 0.1, 1, "").Range.Low < -1);
    }

    [Fact]
    public void Each_batch_measured_its_own()
    {
        // Four pours of 100 g, each ± 1 % (1.645 standard uncertainties): together ± 2 g, not ± 4 g.
        var poured = new ReagentOver("soda", 4, 400, 4 * 100 * 100, 380, null);
        Assert.Equal(400, poured.Poured.Likely, 6);
        Assert.Equal(4, poured.Poured.Range.Width, 0.1);
        Assert.Equal(400.0 / 380, poured.OverPlan!.Likely, 6);
        Assert.Equal(40, poured.ToAGram(Grams(10), "gold").Likely, 6);
        Assert.Null((poured with { PlannedG = 0 }).OverPlan);
    }

    [Fact]
    public void What_was_paid_counts_those_that_had_a_price()
    {
        ReagentOver Of(string name, double? kr) => new(name, 1, 100, 10000, 100, kr);
        Assert.Equal(3, OverBatches.PaidToAGram([Of("a", 10), Of("b", 20), Of("c", null)], Grams(10), "gold")!.Likely, 6);
        Assert.Null(OverBatches.PaidToAGram([Of("c", null)], Grams(10), "gold"));
    }
}
