using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>What is refused, vouched for, or restated.</summary>
public partial class ReconciledBatchTests
{
    [Fact]
    public void Millilitres_are_no_weight() =>
        Assert.Equal(
            ("becomes", "write grams"),
            PuttingRight
                .Decide(
                    Demo.Value,
                    Batch(Demo.Value),
                    Batch(Demo.Value).Product!.EntryId,
                    QuantityParser.Read("2.71 mL", Field.Volume).Number!,
                    null,
                    "photo",
                    "so"
                )
                .Errors.Select(e => (e.Field, e.WayOut))
                .Single()
        );

    [Fact]
    public void A_number_that_can_be_needs_no_second_reason_and_has_no_mark()
    {
        var (_, body) = PutRight("2.68 g", null, "read off the photo");
        Assert.Null(body.Kept);
        var batch = Batch(Demo.Value);
        Assert.Null(
            (
                (ReadingPutRight)
                    PuttingRight.Decide(Demo.Value, batch, batch.Product!.EntryId, Given.Grams(2.68), null, "photo", "just so").Body!
            ).Kept
        );
    }

    [Fact]
    public void A_weighing_of_an_open_step_is_taken_back_on_Run_instead()
    {
        var open = Batch(Demo.Value, "26-02");
        var step = open.Step("3-sulfamic");
        var weighed = open with
        {
            Steps = open.Steps.SetItem("3-sulfamic", step with { WeighedBy = step.WeighedBy.SetItem("denitrated", "w") }),
        };
        Assert.Contains(
            "still open",
            Assert.Single(PuttingRight.Decide(Demo.Value, weighed, "w", Given.Grams(4), "decimal_up", null).Errors).Reason
        );
    }

    // A spill: the bar is what it weighed, though it disagrees with the foils.
    [Fact]
    public void Readings_that_somebody_vouches_for_all_count()
    {
        var state = Demo.Value.State;
        var explained = state.Batches["25-11"];
        double Bar(BatchState batch) => ReconciledBatch.Of(state, batch).Rest.Flow("6-wash-dry-melt/bar", "Au").Grams!.Value;
        Assert.False(ReconciledBatch.Of(state, explained).AddsUp);
        Assert.Equal(1.22 * 0.996, Bar(explained), 0.02);
        Assert.True(Bar(explained with { Stands = null }) > 1.3);
    }

    [Fact]
    public void Foils_that_slipped_restate_every_step_after_them()
    {
        var ledger = Demo.Value;
        var batch = Batch(ledger, "26-01");
        var body = Assert.IsType<ReadingPutRight>(
            PuttingRight
                .Decide(
                    ledger,
                    batch,
                    batch.Step("1-nitric-strip").WeighedBy["foils"],
                    QuantityParser.Read("4.34 g", Field.Mass).Number!,
                    "digits_swapped",
                    null
                )
                .Body
        );
        Assert.Equal(batch.Route.Steps.Select(s => s.Id), body.Steps.Select(s => s.StepId));
        Assert.Equal(0.02, body.Becomes.PlusMinus);
        var after = PuttingRight.Preview(ledger, body);
        // Gold in foils of 4.34 g by what the shop has learned of them: 2.8 % base metal, not the 2 % of the book.
        Assert.Equal(4.218, after.State.Batches["26-01"].Step("2-aqua-regia").Outputs[0].Holds.First(h => h.Element == "Au").Grams, 0.02);
        Assert.All(after.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }
}
