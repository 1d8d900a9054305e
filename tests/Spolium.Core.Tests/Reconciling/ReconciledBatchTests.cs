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
public class ReconciledBatchTests
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
        Assert.Same(book.Fit, book.Rest);
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

    // Weighed out as 206.6 g, written 20.66: the lot keeps too much, the batch seems to give ten times its gold.
    private static Ledger FeedMisread(string id)
    {
        ElementEstimate Tenth(ElementEstimate e) => new(e.Element, e.Grams / 10, e.Sigma / 10, e.Low / 10, e.High / 10);
        TypedNumber Slip(TypedNumber n) =>
            QuantityParser
                .Read($"{(n.Value / 10).ToString(System.Globalization.CultureInfo.InvariantCulture)} g", Field.Mass, n.PlusMinus)
                .Number!;
        return Ledger.Of(
            Demo.Value.State.Entries.Select(e =>
                e.Body is BatchStarted b && b.BatchId == id
                    ? e with
                    {
                        Body = b with
                        {
                            Feeds = [b.Feeds[0] with { Amount = Slip(b.Feeds[0].Amount) }],
                            Believed = [.. b.Believed.Select(Tenth)],
                        },
                    }
                    : e
            )
        );
    }

    [Fact]
    public void A_feed_that_was_misread_is_found_and_put_right_with_its_lot()
    {
        const string id = "26-01";
        var (wrong, right) = (FeedMisread(id), Demo.Value);
        var (batch, true_) = (wrong.State.Batches[id], right.State.Batches[id]);
        var book = ReconciledBatch.Of(wrong.State, batch);
        Assert.False(book.AddsUp);
        var first = book.Proposals[0];
        Assert.Equal((BatchFlows.FeedArc, "decimal_down"), (book.Flows.Graph.Readings[first.Reading].Arc, first.Slip.Kind));
        Assert.Equal(batch.FeedBy, book.Flows.Sources[first.Reading].EntryId);
        var decision = PuttingRight.Decide(wrong, batch, batch.FeedBy!, true_.Feeds[0].Amount, "decimal_down", null);
        var body = Assert.IsType<ReadingPutRight>(decision.Body);
        var streams = PuttingRight.Streams(wrong.State, id, batch.FeedBy!);
        Assert.Contains(Entry.LotStream(batch.Feeds[0].Id), streams);
        var after = wrong.With(
            new(
                "fed",
                [.. streams.Select(s => new StreamVersion(s, wrong.State.Version(s) + 1))],
                DateTimeOffset.UnixEpoch,
                DateTimeOffset.UnixEpoch,
                "AV",
                body
            )
        );
        Assert.True(ReconciledBatch.Of(after.State, after.State.Batches[id]).AddsUp);
        Assert.Equal("fed", after.State.Batches[id].FeedBy);
        Assert.Equal(right.State.Lots[true_.Feeds[0].Id].Left, after.State.Lots[true_.Feeds[0].Id].Left, 1e-9);
        Assert.Equal(true_.Recoveries.Select(f => f.Likely), after.State.Batches[id].Recoveries.Select(f => f.Likely), (a, b) =>
            Math.Abs(a - b) < 1e-6
        );
        // The book is that of a shop where nobody slipped.
        foreach (var (key, micrograms) in right.Book.Balances.Where(b => b.Key.Account.Contains(id) || b.Key.Account.StartsWith("lot/")))
            Assert.Equal(micrograms / 1e6, after.Book.Grams(key.Account, key.Element), 2e-5 + 1e-6 * Math.Abs(micrograms / 1e6));
        Assert.All(after.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
        Assert.Equal(
            after.Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList(),
            Ledger.Of(after.State.Entries).Book.Balances.Where(b => b.Value != 0).Order(Comparer).ToList()
        );
        Assert.Equal(
            "corrects",
            Decisions
                .Correct(after.State, after.State.Entries.Last(e => e.Body is StepClosed { BatchId: id }).Id, "no", null)
                .Errors[0]
                .Field
        );
    }

    [Theory]
    [InlineData("26-02", "9000 g", "was there")]
    [InlineData("26-02", "90 mL", "measured in grams")]
    public void A_feed_takes_no_more_than_its_lot_had(string id, string becomes, string why)
    {
        var batch = Batch(Demo.Value, id);
        var number = QuantityParser.Read(becomes, becomes.EndsWith('L') ? Field.Volume : Field.Mass).Number!;
        Assert.Contains(why, PuttingRight.Decide(Demo.Value, batch, batch.FeedBy!, number, null, "weighed again").Errors[0].Reason);
    }

    // 25-11 lost a fifth of its gold between foils and bar; all its readings are right.
    [Fact]
    public void What_was_lost_leaves_by_an_arc_of_its_own_from_the_step_that_mends_most()
    {
        var state = Demo.Value.State;
        var book = ReconciledBatch.Of(state, state.Batches["25-11"]);
        var lost = book.Lost!;
        Assert.True(lost.Fit.Passes);
        Assert.All(lost.Graph.Arcs.Select(a => a.To).OfType<string>().Distinct(), node =>
            Assert.True(
                Reconciliation.Of(book.Flows.Graph with { Arcs = [.. book.Flows.Graph.Arcs, new(Leak.ArcId, node, null)] }).ChiSquare
                    >= lost.Fit.ChiSquare - 1e-6
            )
        );
        var grams = book.Rest.Flow(Leak.ArcId, "Au").Grams!.Value;
        // By hand: what the foils held less the bar and the small losses between.
        var (bar, foils) = (
            book.Rest.Flow("6-wash-dry-melt/bar", "Au").Grams!.Value,
            book.Rest.Flow("1-nitric-strip/foils", "Au").Grams!.Value
        );
        Assert.InRange(grams, 0.7 * (foils - bar), foils - bar);
        Assert.Contains(book.Flows.Places, p =>
            p.Arc == Leak.ArcId && p.Account == Account.Unaccounted("batch/25-11") && p.Name.StartsWith("lost at", StringComparison.Ordinal)
        );
        // All that came in stands somewhere or was lost.
        Assert.Equal(
            book.Rest.Flow(BatchFlows.FeedArc, "Au").Grams!.Value,
            book.Flows.Places.Where(p => p.To is null).Sum(p => book.Rest.Flow(p.Arc, "Au").Grams!.Value),
            1e-6
        );
        // Nobody has said yet that 25-24 is right: its picture has no such arc.
        Assert.DoesNotContain(Book(Slipped).Flows.Places, p => p.Arc == Leak.ArcId);
        Assert.Null(Book("26-01").Lost);
    }

    // A leaving that waits in the tub holds less once its foils are put right: the tub has less, and nothing stays behind.
    [Fact]
    public void What_a_leaving_holds_otherwise_follows_it_into_the_tub()
    {
        const string id = "26-01";
        var filter = Account.Holding(id, "4-clear/filter");
        Ledger Put(Ledger l) =>
            l.With(
                new(
                    "in",
                    [new(Entry.BatchStream(id), l.State.Version(Entry.BatchStream(id)) + 1)],
                    DateTimeOffset.UnixEpoch,
                    DateTimeOffset.UnixEpoch,
                    "AV",
                    Pooling.PutIn(l, "T1", id, "4-clear", "filter").Body!
                )
            );
        Ledger Right(Ledger l) =>
            PuttingRight.Preview(
                l,
                (ReadingPutRight)
                    PuttingRight
                        .Decide(
                            l,
                            Batch(l, id),
                            Batch(l, id).Step("1-nitric-strip").WeighedBy["foils"],
                            QuantityParser.Read("4.3 g", Field.Mass).Number!,
                            null,
                            "weighed again"
                        )
                        .Body!
            );
        var (pooledFirst, rightFirst) = (Right(Put(Demo.Value)), Put(Right(Demo.Value)));
        Assert.Equal(0, pooledFirst.Book.Grams(filter, "Au"));
        Assert.Equal(rightFirst.Book.Grams(Account.Pool("T1"), "Au"), pooledFirst.Book.Grams(Account.Pool("T1"), "Au"), 1e-6);
        Assert.Equal(
            rightFirst.State.Pools["T1"].Holds[^1].Holds.First(h => h.Element == "Au").Grams,
            pooledFirst.State.Pools["T1"].Holds[^1].Holds.First(h => h.Element == "Au").Grams,
            1e-6
        );
        Assert.NotEqual(
            Put(Demo.Value).State.Pools["T1"].Holds[^1].Holds.First(h => h.Element == "Au").Grams,
            pooledFirst.State.Pools["T1"].Holds[^1].Holds.First(h => h.Element == "Au").Grams
        );
        Assert.Contains(Entry.PoolStream("T1"), PuttingRight.Streams(Put(Demo.Value).State, id, "x"));
    }

    // Shared back already: the difference is nobody's any more, and says so.
    [Fact]
    public void After_the_working_up_what_it_held_otherwise_is_unaccounted()
    {
        var worked = Demo.Value.State.Pools["T1"].WorkedUp[0].From[0];
        var batch = Batch(Demo.Value, worked.BatchId);
        var foils = batch.Step("1-nitric-strip");
        var body = (ReadingPutRight)
            PuttingRight
                .Decide(
                    Demo.Value,
                    batch,
                    foils.WeighedBy["foils"],
                    Given.Grams(foils.Weighed["foils"].Value * 0.97),
                    null,
                    "weighed again"
                )
                .Body!;
        var after = PuttingRight.Preview(Demo.Value, body);
        Assert.Equal(0, after.Book.Grams(Account.Holding(worked.BatchId, $"{worked.StepId}/{worked.Output}"), "Au"));
        Assert.Equal(Demo.Value.Book.Grams(Account.Pool("T1"), "Au"), after.Book.Grams(Account.Pool("T1"), "Au"), 1e-9);
        Assert.All(after.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }

    // A second way: draws of both holdings, and the spread of the share that one has of them.
    [Theory]
    [InlineData(0.9)]
    [InlineData(0)]
    [InlineData(-0.6)]
    public void The_sigma_of_a_share_is_that_of_draws_of_both(double correlation)
    {
        var (x, y, sx, sy) = (8.0, 2.0, 0.2, 0.1);
        double[][] matrix =
        [
            [sx * sx, correlation * sx * sy],
            [correlation * sx * sy, sy * sy],
        ];
        var held = new List<ElementEstimate?> { new("Au", x, sx, x, x), new("Au", y, sy, y, y) };
        var random = new Random(5);
        double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
        var shares = Enumerable
            .Range(0, 40_000)
            .Select(_ =>
            {
                var (a, b) = (Normal(), Normal());
                var (one, other) = (x + sx * a, y + sy * (correlation * a + Math.Sqrt(1 - correlation * correlation) * b));
                return one / (one + other);
            })
            .ToList();
        var mean = shares.Average();
        var sigma = Math.Sqrt(shares.Sum(s => (s - mean) * (s - mean)) / shares.Count);
        Assert.Equal(sigma, BatchFlows.ShareSigma(matrix, held, 0, 0.8, 10), 0.03 * sigma);
        // Where nobody knows how the two go together, the holding's own.
        Assert.Equal(0.02, BatchFlows.ShareSigma(null, held, 0, 0.8, 10), 1e-12);
    }
}
