using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>A loss that nobody wrote down stands beside slips: whichever explains the readings better is told first.</summary>
public class LossTests
{
    private static FlowReading Read(string arc, double grams) =>
        new(arc, FlowGraph.Mass, grams, 0.05)
        {
            Clues = new(grams.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture), Field.Mass, "g") { Step = 0.01 },
        };

    // 100 g through three steps; a gram stays aside at each.
    internal static FlowGraph Chain(double feed, double first, double second, double product) =>
        new(
            [
                new("feed", null, "A"),
                new("side-a", "A", null),
                new("first", "A", "B"),
                new("side-b", "B", null),
                new("second", "B", "C"),
                new("side-c", "C", null),
                new("product", "C", null),
            ],
            [
                Read("feed", feed),
                Read("side-a", 1),
                Read("first", first),
                Read("side-b", 1),
                Read("second", second),
                Read("side-c", 1),
                Read("product", product),
            ]
        );

    // Twelve grams spilt at B: both weighings beyond it say so.
    [Fact]
    public void Two_weighings_beyond_a_step_that_are_short_alike_say_a_loss()
    {
        var told = SlipSearch.Weighed(Chain(100, 99, 86, 85));
        Assert.True(told.LossFirst);
        Assert.Equal("B", told.Losses[0].Leak.Node);
        Assert.Equal(12, told.Losses[0].Leak.Fit.Flow(Leak.ArcId, FlowGraph.Mass).Grams!.Value, 0.2);
        Assert.True(told.Losses[0].Share > 0.5);
    }

    // One weighing whose point slipped is no loss: what comes after it is all there.
    [Fact]
    public void A_slip_in_the_middle_is_no_loss()
    {
        var told = SlipSearch.Weighed(Chain(100, 99, 9.8, 97));
        Assert.False(told.LossFirst);
        Assert.Equal("decimal_down", told.Slips[0].Slip.Kind);
    }

    [Fact]
    public void Readings_that_agree_ask_for_neither()
    {
        var told = SlipSearch.Weighed(Chain(100, 99, 98, 97));
        Assert.Empty(told.Losses);
        Assert.Empty(told.Slips);
    }

    // Shares of slips and losses are of one whole.
    [Fact]
    public void Shares_are_of_one_whole()
    {
        foreach (var graph in new[] { Chain(100, 99, 86, 85), Chain(100, 99, 9.8, 97), Chain(100, 99, 98, 79) })
        {
            var told = SlipSearch.Weighed(graph);
            Assert.InRange(told.Slips.Sum(s => s.Share) + told.Losses.Sum(l => l.Share), 0, 1 + 1e-9);
        }
    }
}
