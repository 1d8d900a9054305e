using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>The demo's batches as graphs: the one that adds up, the open one, and the one in which the point slipped.</summary>
public partial class ReconciledBatchTests
{
    private const string Slipped = "25-24";
    private static readonly Lazy<Ledger> Demo = new(() =>
        Ledger.Of(DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero)))
    );

    private static BatchState Batch(Ledger ledger, string id = Slipped) => ledger.State.Batches[id];

    private static ReconciledBatch Book(string id) => ReconciledBatch.Of(Demo.Value.State, Batch(Demo.Value, id));

    private static (Ledger After, ReadingPutRight Body) PutRight(
        string becomes = "2.71 g",
        string? slip = "decimal_down",
        string? reason = null
    )
    {
        var book = Book(Slipped);
        var source = book.Flows.Sources[book.Proposals[0].Reading];
        var decision = PuttingRight.Decide(
            Demo.Value,
            Batch(Demo.Value),
            source.EntryId!,
            QuantityParser.Read(becomes, Field.Mass).Number!,
            slip,
            reason
        );
        Assert.Empty(decision.Errors);
        var body = Assert.IsType<ReadingPutRight>(decision.Body);
        var stream = Entry.BatchStream(Slipped);
        var now = DateTimeOffset.UnixEpoch.AddYears(57);
        return (Demo.Value.With(new("put-right", [new(stream, Demo.Value.State.Version(stream) + 1)], now, now, "AV", body)), body);
    }

    // By hand: 4.43 g of foils of which 2 % is base metal, less what the method loses on the way, beside a bar of 4.21 g × 0.996.
    [Fact]
    public void A_batch_that_adds_up_narrows_its_feed_from_a_guess_to_what_was_weighed()
    {
        var book = Book("26-01");
        Assert.True(book.AddsUp);
        Assert.Empty(book.Proposals);
        Assert.Empty(book.LeftOut);
        var (feed, bar) = (book.Fit.Flow(BatchFlows.FeedArc, "Au"), book.Fit.Flow("6-wash-dry-melt/bar", "Au"));
        Assert.Equal(4.21 * 0.996, bar.Grams!.Value, 0.01);
        // The guess was 4.33 ± 0.69 g; 4.34 ± 0.07 by the foils; 4.19 g and some 0.06 g of losses by the bar.
        Assert.InRange(feed.Grams!.Value, 4.24, 4.35);
        Assert.InRange(feed.Sigma!.Value, 0.01, 0.06);
        Assert.Equal(feed.Grams.Value, book.Flows.Places.Where(p => p.To is null).Sum(p => book.Fit.Flow(p.Arc, "Au").Grams!.Value), 1e-6);
    }

    [Fact]
    public void Copper_that_nobody_weighed_is_no_second_reading_of_the_guess()
    {
        var fit = Book("26-01").Fit;
        var guessed = Batch(Demo.Value, "26-01").Believed.Single(b => b.Element == "Cu");
        Assert.Equal(guessed.Grams, fit.Flow(BatchFlows.FeedArc, "Cu").Grams!.Value, 1e-6 * guessed.Grams);
        Assert.Equal(guessed.Sigma, fit.Flow(BatchFlows.FeedArc, "Cu").Sigma!.Value, 1e-3 * guessed.Sigma);
        Assert.False(fit.Flow(BatchFlows.FeedArc, "Cu").Redundant);
    }

    [Fact]
    public void An_open_batch_is_reconciled_as_far_as_it_has_come()
    {
        var book = Book("26-02");
        Assert.True(book.AddsUp);
        var liquor = book.Flows.Places.Single(p => p.Arc == "2-aqua-regia/gold-liquor");
        Assert.Null(liquor.To);
        Assert.Equal(4.42, book.Fit.Flow(liquor.Arc, "Au").Grams!.Value, 0.05);
    }

    [Fact]
    public void The_slip_of_the_demo_is_found_and_its_value_proposed()
    {
        var book = Book(Slipped);
        Assert.False(book.AddsUp);
        var best = book.Proposals[0];
        Assert.Equal(("bar weighed", "decimal_down"), (book.Flows.Sources[best.Reading].Says, best.Slip.Kind));
        Assert.Equal(2.71, best.Slip.Value, 1e-9);
        Assert.True(best.Passes && best.Share > 0.95);
        // The same public search over the graph alone says the same.
        Assert.Equal(best.Slip, SlipSearch.Of(book.Flows.Graph)[0].Slip);
        // What can still be believed leaves the bar's own reading out.
        Assert.Equal(best.Fits, book.Rest.Flow("6-wash-dry-melt/bar", "mass").Grams!.Value, 0.02);
        Assert.True(book.Rest.Passes);
    }

    [Fact]
    public void Putting_it_right_closes_the_book_and_leaves_both_numbers_in_the_journal()
    {
        var before = BatchBalance.Of(Demo.Value, Batch(Demo.Value), "Au");
        var (after, body) = PutRight();
        var batch = Batch(after);
        Assert.True(ReconciledBatch.Of(after.State, batch).AddsUp);
        Assert.True(body.ChiSquareAfter < 6 && body.ChiSquare > 1000);
        var then = BatchBalance.Of(after, batch, "Au");
        Assert.Equal(2.71 * 0.996, then.Product!.Likely, 0.002);
        Assert.True(before.Recovery!.Likely < 0.2 && then.Recovery!.Likely > 0.9);
        Assert.Equal(before.Unaccounted.Likely - (2.71 - 0.271) * 0.996, then.Unaccounted.Likely, 0.01);
        Assert.Equal(2.71 * 0.996, after.Book.Grams(Account.Holding(Slipped, "6-wash-dry-melt/bar"), "Au"), 0.002);
        Assert.Contains(after.State.Entries, e => e.Body is ProductWeighed { Products: [{ Mass.Text: "0.271 g" }] });
        Assert.Equal("0.271 g", batch.PutRight.Single().Body.Was.Text);
        Assert.Equal("put-right", after.State.Entries.CorrectedBy(body.Corrects));
        Assert.Equal(batch.Recoveries[0].Likely, then.Recovery!.Likely, 1e-9);
    }

    [Fact]
    public void Every_metal_still_sums_to_nothing_and_the_feed_is_untouched()
    {
        var (after, _) = PutRight();
        foreach (var sum in after.Book.Postings.GroupBy(p => p.Element).Select(g => g.Sum(p => p.Micrograms)))
            Assert.Equal(0, sum);
        foreach (var (account, element) in Demo.Value.Book.Balances.Select(b => b.Key).Where(k => !k.Account.Contains(Slipped)))
            Assert.Equal(Demo.Value.Book.Grams(account, element), after.Book.Grams(account, element));
        // A replay of the whole journal comes to the same book.
        Assert.Equal(
            after.Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList(),
            Ledger.Of(after.State.Entries).Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList()
        );
    }

    private static readonly Comparer<KeyValuePair<(string Account, string Element), long>> Comparer = Comparer<
        KeyValuePair<(string Account, string Element), long>
    >.Create((a, b) => string.CompareOrdinal(a.Key.Account + a.Key.Element, b.Key.Account + b.Key.Element));

    [Fact]
    public void What_was_put_right_wrongly_is_put_right_again()
    {
        var (once, body) = PutRight("2.17 g", null, "read off the photo");
        var id = once.State.Batches[Slipped].Step(body.StepId).WeighedBy[body.Output];
        Assert.Equal("put-right", id);
        var again = PuttingRight.Decide(
            once,
            Batch(once),
            id,
            QuantityParser.Read("2.71 g", Field.Mass).Number!,
            null,
            "the photo again, in the light"
        );
        var second = Assert.IsType<ReadingPutRight>(again.Body);
        var after = once.With(
            new(
                "again",
                [new(Entry.BatchStream(Slipped), once.State.Version(Entry.BatchStream(Slipped)) + 1)],
                DateTimeOffset.UnixEpoch,
                DateTimeOffset.UnixEpoch,
                "AV",
                second
            )
        );
        var straight = PutRight().After;
        Assert.Equal(
            straight.Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList(),
            after.Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList()
        );
        Assert.NotNull(Corrections.Refuse(after.State, "again"));
    }

    [Theory]
    [InlineData("nobody", "2.71 g", "decimal_down", null, "no weighing that counts")]
    [InlineData(null, "2.71 g", null, null, "needs a reason")]
    [InlineData(null, "2.71 g", "moonlight", null, "no such kind of slip")]
    [InlineData(null, "0 g", "decimal_down", null, "nothing was weighed")]
    public void What_cannot_be_put_right_is_refused(string? entry, string becomes, string? slip, string? reason, string why)
    {
        var id = entry ?? Batch(Demo.Value).Step("6-wash-dry-melt").WeighedBy["bar"];
        var decision = PuttingRight.Decide(
            Demo.Value,
            Batch(Demo.Value),
            id,
            new(becomes, Field.Mass, QuantityParser.Read(becomes, Field.Mass).Number?.Value ?? 0, "g"),
            slip,
            reason
        );
        Assert.Contains(why, Assert.Single(decision.Errors).Reason);
    }

    // The foils held 2.8 g of gold at most; a bar that weighs more cannot be, whoever writes it and however it fits.
    [Theory]
    [InlineData(Slipped, "bar", "27.1 g", "is more than went in", "2.71 g")]
    [InlineData(Slipped, "bar", "271 g", "is more than went in", "2.71 g")]
    [InlineData(Slipped, "bar", "999 g", "is more than went in", null)]
    [InlineData(Slipped, "bar", "271 dwt", "is more than went in", null)]
    [InlineData("26-01", "foils", "443 g", "is more than went in", "4.43 g")]
    [InlineData("26-01", "foils", "0.443 g", "4.21 g of bar would be more than went in", "4.43 g")]
    [InlineData("26-01", "feed", "0.2066 g", "of foils would be more than went in", "206.6 g")]
    [InlineData("26-01", "feed", "2060 g", "was there", "206 g")]
    public void A_number_by_hand_that_cannot_be_is_refused_with_the_one_that_would_agree(
        string id,
        string what,
        string becomes,
        string why,
        string? agrees
    )
    {
        var batch = Batch(Demo.Value, id);
        var entry = what == "feed" ? batch.FeedBy! : batch.Steps.Values.First(s => s.WeighedBy.ContainsKey(what)).WeighedBy[what];
        Decision Put(string? kept) =>
            PuttingRight.Decide(Demo.Value, batch, entry, QuantityParser.Read(becomes, Field.Mass).Number!, null, "off the photo", kept);
        var error = Assert.Single(Put(null).Errors);
        Assert.Equal("becomes", error.Field);
        Assert.Contains(why, error.Reason);
        Assert.Equal(agrees, error.Becomes);
        Assert.Equal(why == "was there" ? null : "both balances say so", (Put(" both balances say so").Body as ReadingPutRight)?.Kept);
    }
}
