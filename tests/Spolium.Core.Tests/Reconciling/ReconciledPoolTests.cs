using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>A tub is a node between the batches that fed it.</summary>
public class ReconciledPoolTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static PoolState Tub => Demo.Value.State.Pools["T1"];

    private static ReconciledPool Worked(double grams)
    {
        var ledger = Demo.Value;
        var body = Pooling.WorkUp(ledger, "T1", [new("Au", Given.Grams(grams, 0.005), null)], "burnt", "so").Body!;
        var after = ledger.With(
            new(
                "up",
                [.. Pooling.Streams(ledger.State, "T1").Select(s => new StreamVersion(s, ledger.State.Version(s) + 1))],
                Now,
                Now,
                "AV",
                body
            )
        );
        return ReconciledPool.Of(after.State, after.State.Pools["T1"], after.State.Pools["T1"].WorkedUp[^1])!;
    }

    // Conservation: what the leavings hold together is what the tub should give.
    [Fact]
    public void What_it_should_give_is_what_its_batches_say_of_their_leavings()
    {
        var book = ReconciledPool.Of(Demo.Value.State, Tub, null)!;
        var (grams, sigma) = book.Expected["Au"];
        Assert.Equal(Tub.Holds.Count, book.Leavings.Count);
        Assert.Equal(book.Leavings.Sum(l => book.Fit.Flow(l.Arc, "Au").Grams!.Value), grams, 1e-9);
        // Batches know nothing of each other: their variances add.
        Assert.Equal(Math.Sqrt(book.Leavings.Sum(l => Math.Pow(book.Fit.Flow(l.Arc, "Au").Sigma!.Value, 2))), sigma, 1e-3 * sigma);
        Assert.True(book.Fit.Passes);
    }

    // The second way: a node of independent inflows by hand, x = g + σ² (y − Σg)/(Σσ² + σy²).
    [Fact]
    public void What_it_gave_says_what_every_leaving_held()
    {
        var before = ReconciledPool.Of(Demo.Value.State, Tub, null)!;
        var (expected, sigma) = before.Expected["Au"];
        var book = Worked(Math.Round(expected * 0.95, 3));
        var read = book.Graph.Readings.Single(r => r.Arc == ReconciledPool.Out);
        Assert.True(book.Fit.Passes);
        foreach (var leaving in book.Leavings)
        {
            var was = before.Fit.Flow(leaving.Arc, "Au");
            var by = was.Sigma!.Value * was.Sigma.Value * (read.Value - expected) / (sigma * sigma + read.Sigma * read.Sigma);
            // A batch one of whose holdings is metal through and through gives way less: its shares cannot pass one.
            var full = before
                .Fit.Readings.Where(r =>
                    r.Reading.Measure == Measure.Fraction && r.Reading.Arc.StartsWith(leaving.BatchId + "/", StringComparison.Ordinal)
                )
                .GroupBy(r => r.Reading.Arc)
                .Any(g => g.Sum(r => r.Value) > 1 - 1e-6);
            var moved = book.Fit.Flow(leaving.Arc, "Au").Grams!.Value - was.Grams!.Value;
            if (full)
                Assert.InRange(moved / by, 0.5, 1.002);
            else
                Assert.Equal(by, moved, 2e-3 * was.Grams.Value + 1e-6);
            Assert.True(book.Fit.Flow(leaving.Arc, "Au").Sigma < was.Sigma);
        }
        Assert.Equal(
            book.Leavings.Sum(l => book.Fit.Flow(l.Arc, "Au").Grams!.Value),
            book.Fit.Flow(ReconciledPool.Out, "Au").Grams!.Value,
            1e-9
        );
    }

    [Fact]
    public void A_slip_of_the_point_in_what_it_gave_is_found()
    {
        var (expected, _) = ReconciledPool.Of(Demo.Value.State, Tub, null)!.Expected["Au"];
        var typed = Math.Round(expected * 10, 2);
        var book = Worked(typed);
        Assert.False(book.Fit.Passes);
        Assert.Equal("decimal_up", book.Proposals[0].Slip.Kind);
        Assert.Equal(expected, book.Proposals[0].Slip.Value, 0.05 * expected);
    }

    [Fact]
    public void What_was_shared_back_is_no_reading_of_itself()
    {
        var worked = Tub.WorkedUp[0];
        var book = ReconciledPool.Of(Demo.Value.State, Tub, worked)!;
        Assert.Equal(worked.From.Count, book.Leavings.Count);
        Assert.Single(book.Graph.Readings, r => r.Arc == ReconciledPool.Out);
        Assert.Equal(
            worked.Body.Yields[0].Holds.Grams,
            book.Fit.Flow(ReconciledPool.Out, "Au").Grams!.Value,
            3 * worked.Body.Yields[0].Holds.Sigma
        );
    }
}
