using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

public class PoolingTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static Ledger Write(Ledger ledger, Decision decision, params string[] streams) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [.. streams.Select(s => new StreamVersion(s, ledger.State.Version(s) + 1))],
                Now,
                Now,
                "AV",
                decision.Body ?? throw new InvalidOperationException(decision.Errors[0].Reason)
            )
        );

    private static Decision WorkUp(
        Ledger ledger,
        double grams,
        string? reason = null,
        string element = "Au",
        string how = "burnt and leached"
    ) => Pooling.WorkUp(ledger, "T1", [new(element, Given.Grams(grams, 0.005), null)], how, reason);

    [Fact]
    public void What_goes_in_leaves_the_batch_and_stands_in_the_pool()
    {
        var ledger = Demo.Value;
        var account = Account.Holding("26-01", "4-clear/filter");
        var (held, there) = (ledger.Book.Grams(account, "Au"), ledger.Book.Grams(Account.Pool("T1"), "Au"));
        var after = Write(
            ledger,
            Pooling.PutIn(ledger, "T1", "26-01", "4-clear", "filter"),
            Entry.BatchStream("26-01"),
            Entry.PoolStream("T1")
        );
        Assert.Equal(0, after.Book.Grams(account, "Au"));
        Assert.Equal(there + held, after.Book.Grams(Account.Pool("T1"), "Au"), 1e-9);
        // The batch still knows of it: nothing is unaccounted that was not before.
        var (was, now) = (
            BatchBalance.Of(ledger, ledger.State.Batches["26-01"], "Au"),
            BatchBalance.Of(after, after.State.Batches["26-01"], "Au")
        );
        Assert.Equal(was.Unaccounted.Likely, now.Unaccounted.Likely, 1e-6);
        Assert.Contains(now.Holdings, h => h.Name == "filter, in T1" && h.Standing);
        Assert.Equal("output", Pooling.PutIn(after, "T1", "26-01", "4-clear", "filter").Errors[0].Field);
    }

    [Theory]
    [InlineData("T9", "26-01", "4-clear", "filter", "poolId")]
    [InlineData("T1", "99-01", "4-clear", "filter", "batchId")]
    [InlineData("T1", "26-01", "4-clear", "lid", "output")]
    [InlineData("T1", "26-01", "6-wash-dry-melt", "bar", "output")]
    [InlineData("T1", "26-02", "4-clear", "filter", "output")]
    [InlineData("T1", "26-01", "1-nitric-strip", "foils", "output")]
    public void What_cannot_go_in_is_told(string pool, string batch, string step, string output, string field) =>
        Assert.Equal(field, Pooling.PutIn(Demo.Value, pool, batch, step, output).Errors[0].Field);

    // Conservation: all that came out is shared, in the ratio of the book, and every element still sums to nothing.
    [Fact]
    public void What_it_gave_is_shared_back_whole_and_in_proportion()
    {
        var ledger = Demo.Value;
        var pool = ledger.State.Pools["T1"];
        var body = Assert.IsType<PoolWorkedUp>(WorkUp(ledger, 0.09).Body);
        Assert.Equal(body.Yields[0].Holds.Grams, body.Shares.Sum(s => s.Grams), 1e-12);
        var booked = pool.Holds.ToDictionary(h => h.BatchId, h => h.Holds.First(e => e.Element == "Au").Grams);
        Assert.All(body.Shares, s => Assert.Equal(booked[s.BatchId] / booked.Values.Sum(), s.Grams / body.Yields[0].Holds.Grams, 1e-9));
        // One that weighs the whole is as unsure as the weighing; two that may trade are more unsure each than both together.
        Assert.All(body.Shares, s => Assert.True(s.Sigma > s.Grams * body.Yields[0].Holds.Sigma / body.Yields[0].Holds.Grams));
        var after = Write(ledger, WorkUp(ledger, 0.09), [.. Pooling.Streams(ledger.State, "T1")]);
        Assert.Equal(0, after.Book.Grams(Account.Pool("T1"), "Au"), 1e-6);
        Assert.Empty(after.State.Pools["T1"].Holds);
        Assert.All(after.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
        foreach (var share in body.Shares)
        {
            var balance = BatchBalance.Of(after, after.State.Batches[share.BatchId], "Au");
            Assert.Equal(share.Grams, balance.Back!.Likely, 1e-9);
            Assert.True(balance.Recovery!.Likely > BatchBalance.Of(ledger, ledger.State.Batches[share.BatchId], "Au").Recovery!.Likely);
        }
    }

    [Fact]
    public void Recoveries_are_restated_with_their_history_and_as_they_were_when_it_is_taken_back()
    {
        var ledger = Demo.Value;
        // The demo's tub was worked up once.
        var early = ledger.State.Batches["25-02"];
        Assert.Equal(["closed", "T1 worked up"], early.History.Select(h => h.Why));
        Assert.Same(early.History[1].Recoveries, early.Recoveries);
        Assert.True(early.History[1].Recoveries[0].Likely > early.History[0].Recoveries[0].Likely);
        Assert.Equal(
            BatchBalance.Of(ledger, early, "Au").Recovery!.Likely,
            early.Recoveries.First(r => r.Label.EndsWith("gold", StringComparison.Ordinal)).Likely,
            1e-9
        );

        var working = ledger.State.Pools["T1"].WorkedUp[0];
        var back = Write(ledger, Decisions.Correct(ledger.State, working.EntryId, "the button was lead", null), Entry.PoolStream("T1"));
        Assert.Equal(["closed"], back.State.Batches["25-02"].History.Select(h => h.Why));
        Assert.Equal(early.History[0].Recoveries, back.State.Batches["25-02"].Recoveries);
        Assert.Equal(ledger.State.Pools["T1"].Holds.Count + working.From.Count, back.State.Pools["T1"].Holds.Count);
        Assert.Equal(
            ledger.Book.Grams(Account.Pool("T1"), "Au") + working.Body.Shares.Sum(s => s.BookedG),
            back.Book.Grams(Account.Pool("T1"), "Au"),
            1e-5
        );
        Assert.Null(BatchBalance.Of(back, back.State.Batches["25-02"], "Au").Back);
    }

    [Fact]
    public void More_than_the_book_can_have_needs_a_reason_and_an_empty_tub_gives_nothing()
    {
        var ledger = Demo.Value;
        var refused = WorkUp(ledger, 1.3).Errors[0];
        Assert.Equal("yields[0].mass", refused.Field);
        Assert.Contains("the book has 0.100", refused.Reason, StringComparison.Ordinal);
        Assert.Equal("a ring fell in", Assert.IsType<PoolWorkedUp>(WorkUp(ledger, 1.3, "a ring fell in").Body).Reason);
        Assert.Equal("how", WorkUp(ledger, 0.09, how: "").Errors[0].Field);
        Assert.Equal("yields[0].element", WorkUp(ledger, 0.09, element: "Pt").Errors[0].Field);
        var empty = Write(ledger, WorkUp(ledger, 0.09), [.. Pooling.Streams(ledger.State, "T1")]);
        Assert.Equal("poolId", WorkUp(empty, 0.01).Errors[0].Field);
        // Nothing found is an answer: all of it is then missing.
        var nothing = Write(ledger, WorkUp(ledger, 0), [.. Pooling.Streams(ledger.State, "T1")]);
        Assert.Equal(0, nothing.Book.Grams(Account.Pool("T1"), "Au"), 1e-6);
    }

    [Fact]
    public void A_leaving_is_taken_out_again_while_it_waits_and_not_after()
    {
        var ledger = Demo.Value;
        var waiting = ledger.State.Pools["T1"].Holds[^1];
        var back = Write(
            ledger,
            Decisions.Correct(ledger.State, waiting.EntryId, "the wrong tub", null),
            Entry.BatchStream(waiting.BatchId),
            Entry.PoolStream("T1")
        );
        Assert.DoesNotContain(back.State.Pools["T1"].Holds, h => h.EntryId == waiting.EntryId);
        Assert.Equal(
            waiting.Holds.First(h => h.Element == "Au").Grams,
            back.Book.Grams(Account.Holding(waiting.BatchId, "4-clear/filter"), "Au"),
            1e-6
        );
        var worked = ledger.State.Pools["T1"].WorkedUp[0].From[0];
        Assert.Contains(
            "the working up",
            Decisions.Correct(ledger.State, worked.EntryId, "the wrong tub", null).Errors[0].Reason,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void A_batch_with_pooled_leavings_goes_into_another_shop_and_out_again_byte_for_byte()
    {
        var ledger = Demo.Value;
        var file = BatchFiles.Of(ledger.State, ledger.State.Batches["25-02"], _ => null).Write();
        var decision = BringingIn.Decide(Ledger.Empty, System.Text.Encoding.UTF8.GetString(file));
        Assert.Empty(decision.Errors);
        var there = Ledger.Empty.With(new("brought", [new(Entry.BroughtStream("25-02"), 1)], Now, Now, "AV", decision.Body!));
        Assert.Equal(file, BatchFiles.Of(there.State, there.State.Batches["25-02"], _ => null).Write());
        Assert.Equal(
            BatchBalance.Of(ledger, ledger.State.Batches["25-02"], "Au").Back!.Likely,
            BatchBalance.Of(there, there.State.Batches["25-02"], "Au").Back!.Likely,
            1e-12
        );
        Assert.Empty(there.State.Practice);
    }

    [Fact]
    public void A_code_is_taken_once() =>
        Assert.Equal(["code", "kind"], Pooling.Open(Demo.Value.State, "T1b", "T1", "bucket", "").Errors.Select(e => e.Field));

    // What came back is paid as the bar is, and its filter no longer counts as metal that lies about.
    [Fact]
    public void What_came_back_stands_in_the_money_of_its_batch()
    {
        var before = Demo.Value;
        var id = before.State.Pools["T1"].Holds[0].BatchId;
        var after = Write(before, WorkUp(before, 0.09), [.. Pooling.Streams(before.State, "T1")]);
        Core.Ways.Worth Sheet(Ledger l) => BatchWorth.Of(l.State, l.State.Batches[id], Now)!.Value.Worth;
        double Kr(Core.Ways.Worth w, string line) => w.Lines.FirstOrDefault(l => l.Id == line)?.Kr.Likely ?? 0;
        var (was, now) = (Sheet(before), Sheet(after));
        var back = after.State.Batches[id].Pooled.Values.SelectMany(p => p.Back).First(s => s.Element == "Au").Grams;
        var row = BatchWorth.Of(after.State, after.State.Batches[id], Now)!.Value.Prices.List.Find(PriceKind.Metal, "Au")!;
        Assert.Equal(back * (row.Price.Value * (row.Paid?.Value ?? 1) - (row.Charge?.Value ?? 0)), Kr(now, "back-Au"), 0.01);
        Assert.Equal(0, Kr(was, "back-Au"));
        Assert.True(Kr(now, "held-Au") < Kr(was, "held-Au"));
        Assert.Equal(now.Lines.Sum(l => l.Kr.Likely), now.LeftOver.Likely, 1e-9);
    }
}
