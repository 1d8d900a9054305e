using System.Text;
using System.Text.Json.Nodes;
using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Records;

public class BatchFileTests
{
    private static readonly Lazy<Ledger> Demo = new(() =>
        Ledger.Of(DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero)))
    );

    private static byte[] Saved(State state, string id) => BatchFiles.Of(state, state.Batches[id], _ => null).Write();

    private static Ledger BroughtInto(Ledger shop, byte[] file)
    {
        var decision = BringingIn.Decide(shop, Encoding.UTF8.GetString(file));
        Assert.Empty(decision.Errors);
        var now = DateTimeOffset.UnixEpoch.AddYears(57);
        return shop.With(new("brought", [new(Entry.BroughtStream("x"), 1)], now, now, "MK", decision.Body!));
    }

    [Theory]
    [InlineData("26-01")]
    [InlineData("26-02")]
    [InlineData("25-24")]
    public void A_batch_goes_out_and_comes_back_byte_for_byte(string id)
    {
        var file = Saved(Demo.Value.State, id);
        var other = BroughtInto(Ledger.Empty, file);
        Assert.Equal(Encoding.UTF8.GetString(file), Encoding.UTF8.GetString(Saved(other.State, id)));
        // And once more, through a replay of the other shop's journal.
        var replayed = Ledger.Of(other.State.Entries.Where(e => e.Body is BatchBroughtIn));
        Assert.Equal(file, Saved(replayed.State, id));
    }

    [Fact]
    public void It_is_the_same_batch_with_the_same_book_and_the_same_slip()
    {
        var (here, there) = (Demo.Value, BroughtInto(Ledger.Empty, Saved(Demo.Value.State, "25-24")));
        var (a, b) = (here.State.Batches["25-24"], there.State.Batches["25-24"]);
        Assert.Equal(a.Steps["1-nitric-strip"].Pours, b.Steps["1-nitric-strip"].Pours);
        Assert.Equal(a.ClosedAt, b.ClosedAt);
        foreach (var element in a.Believed.Select(x => x.Element))
        foreach (
            var account in here
                .Book.Balances.Select(b => b.Key)
                .Where(k => k.Account.StartsWith("batch/25-24", StringComparison.Ordinal))
                .Select(k => k.Account)
                .Distinct()
        )
            Assert.Equal(here.Book.Grams(account, element), there.Book.Grams(account, element), 1e-6);
        Assert.Equal(ReconciledBatch.Of(here.State, a).Proposals[0].Slip, ReconciledBatch.Of(there.State, b).Proposals[0].Slip);
        Assert.All(there.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }

    [Fact]
    public void It_takes_nothing_from_the_shelf_of_this_shop()
    {
        // A shop with bottles of the same names, that has not met the lot.
        var shelf = Ledger.Of(Demo.Value.State.Entries.Where(e => e.Body is BottlesReceived));
        var after = BroughtInto(shelf, Saved(Demo.Value.State, "26-01"));
        Assert.Equal(shelf.State.Shelf["N-1"].Grams, after.State.Shelf["N-1"].Grams);
        Assert.Equal(shelf.Book.Grams(Account.Shelf("N-1"), Account.Contents), after.Book.Grams(Account.Shelf("N-1"), Account.Contents));
        Assert.True(after.State.Batches["26-01"].Step("1-nitric-strip").Pours.Count > 3);
    }

    [Fact]
    public void What_is_written_to_it_afterwards_goes_out_with_it()
    {
        var there = BroughtInto(Ledger.Empty, Saved(Demo.Value.State, "26-02"));
        var note = there.With(
            new(
                "n",
                [new(Entry.BatchStream("26-02"), there.State.Version(Entry.BatchStream("26-02")) + 1)],
                DateTimeOffset.UnixEpoch,
                DateTimeOffset.UnixEpoch,
                "MK",
                new NoteWritten("26-02", null, "went on here")
            )
        );
        Assert.Contains("went on here", Encoding.UTF8.GetString(Saved(note.State, "26-02")));
        Assert.Equal(Demo.Value.State.Version(Entry.BatchStream("26-02")) + 1, note.State.Version(Entry.BatchStream("26-02")));
    }

    [Fact]
    public void What_is_no_batch_or_is_here_already_is_refused_whole()
    {
        var good = Encoding.UTF8.GetString(Saved(Demo.Value.State, "26-01"));
        (string Text, string Why)[] wrong =
        [
            ("", "not whole"),
            ("[]", "not a batch"),
            ("{\"schema\":\"other\"}", "not a batch"),
            (good.Replace("\"version\": 3,\n  \"units\"", "\"version\": 4,\n  \"units\""), "newer version"),
            (good.Replace("\"doseId\": \"nitric\",", ""), "body.doseId"),
            (good.Replace("\"title\": \"first half of HL-1\",", "\"title\": null,"), "body.title"),
            (good[..^400], "not whole"),
            (good.Replace("step-closed", "step-shut"), "does not know"),
            (good.Replace("\"batchId\": \"26-01\",\n  \"code\"", "\"batchId\": \"26-09\",\n  \"code\""), "beside its entries"),
            (
                Unsealed(good.Replace("\"batchId\": \"26-01\",\n  \"code\"", "\"batchId\": \"26-09\",\n  \"code\"")),
                "not those of one batch"
            ),
        ];
        foreach (var (text, why) in wrong)
            Assert.Contains(why, Assert.Single(BringingIn.Decide(Ledger.Empty, text).Errors).Reason);
        Assert.Contains("in this shop already", Assert.Single(BringingIn.Decide(Demo.Value, good).Errors).Reason);
        var lots = Ledger.Of(Demo.Value.State.Entries.Where(e => e.Body is LotReceived { LotId: "hl-1" }));
        Assert.Contains("lot hl-1 is a lot of this shop", Assert.Single(BringingIn.Decide(lots, good).Errors).Reason);
    }

    // As files were before they were sealed.
    private static string Unsealed(string text)
    {
        var file = JsonNode.Parse(text)!.AsObject();
        file["version"] = 2;
        file.Remove("seals");
        file.Remove("seal");
        return file.ToJsonString();
    }

    // A bar of 4.21 g that became 5.21: by its seal where; without one, by what was typed.
    [Fact]
    public void A_mass_that_was_changed_is_told_where()
    {
        var good = Encoding.UTF8.GetString(Saved(Demo.Value.State, "26-01"));
        var wrong = good.Replace("\"value\": 4.21,", "\"value\": 5.21,");
        Assert.NotEqual(good, wrong);
        string Told(string text) => Assert.Single(BringingIn.Decide(Ledger.Empty, text).Errors).Reason;
        Assert.Matches(@"changed since it was written: entry \d+ of \d+ \(product-weighed\)", Told(wrong));
        Assert.Contains("“4.21 g” was typed, and 5.21 stands beside it", Told(Unsealed(wrong)));
        // Entries that are gone, or turned round.
        var file = JsonNode.Parse(good)!.AsObject();
        file["entries"]!.AsArray().RemoveAt(3);
        Assert.Contains("entries were written", Told(file.ToJsonString()));
        Assert.Contains("seal is missing", Told(good.Replace("\"seal\":", "\"sealed\":")));
        Assert.Contains("changed since", Told(wrong.Replace("\"version\": 3,", "\"version\": 2,")));
        // A file of an earlier version has no seal, and is taken as it is.
        Assert.Empty(BringingIn.Decide(Ledger.Empty, Unsealed(good)).Errors);
    }

    // Every number of every batch says what was typed.
    [Fact]
    public void Texts_say_their_values_in_every_batch_of_the_demo()
    {
        foreach (var batch in Demo.Value.State.Batches.Values)
            Assert.Empty(BringingIn.Decide(Ledger.Empty, Encoding.UTF8.GetString(Saved(Demo.Value.State, batch.Id))).Errors);
    }

    [Fact]
    public void A_second_batch_of_the_same_lot_is_welcome()
    {
        var pair = Demo
            .Value.State.Batches.Values.Where(b => b.Feeds.Count == 1 && b.Feeds[0].From == FeedFrom.Lot)
            .GroupBy(b => b.Feeds[0].Id)
            .First(g => g.Count() > 1)
            .Take(2)
            .ToList();
        var lot = pair[0].Feeds[0].Id;
        var one = BroughtInto(Ledger.Empty, Saved(Demo.Value.State, pair[0].Id));
        var decision = BringingIn.Decide(one, Encoding.UTF8.GetString(Saved(Demo.Value.State, pair[1].Id)));
        Assert.Empty(decision.Errors);
        Assert.Empty(Claims.Refuse(one.State, decision.Body!));
        var now = DateTimeOffset.UnixEpoch.AddYears(57);
        var two = one.With(new("brought-2", [new(Entry.BroughtStream("y"), 1)], now, now, "MK", decision.Body!));
        Assert.Equal(pair.Sum(b => b.Feeds[0].Amount.Value), two.State.Lots[lot].Amount.Value, 1e-6);
        Assert.Equal(0, two.State.Lots[lot].Left, 1e-6);
        Assert.True(two.State.Lots[lot].Foreign);
        Assert.All(two.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
        foreach (var batch in pair)
            Assert.Equal(
                ReconciledBatch.Of(Demo.Value.State, batch).Fit.ChiSquare,
                ReconciledBatch.Of(two.State, two.State.Batches[batch.Id]).Fit.ChiSquare,
                1e-6
            );
    }

    // What stands in another shop stands at no place of this one; its tub is not this one's, though both be called T1.
    [Fact]
    public void A_batch_of_another_shop_stands_apart()
    {
        const string id = "26-01";
        var at = DateTimeOffset.UnixEpoch.AddYears(57);
        var put = Pooling.PutIn(Demo.Value, "T1", id, "4-clear", "filter");
        var there = Demo.Value.With(
            new("put", [new(Entry.BatchStream(id), Demo.Value.State.Version(Entry.BatchStream(id)) + 1)], at, at, "AV", put.Body!)
        );
        var mine = Ledger.Empty.With(new("tub", [new(Entry.PoolStream("T1"), 1)], at, at, "MK", new PoolOpened("T1", "T9", "tub", "ours")));
        var after = BroughtInto(mine, Saved(there.State, id));
        Assert.Empty(after.State.Pools["T1"].Holds);
        Assert.Equal(0, after.Book.Grams(Account.Pool("T1"), "Au"));
        Assert.Equal("T1", after.State.Batches[id].Pooled["4-clear/filter"].PoolCode);
        foreach (var (account, _) in after.Book.Balances.Select(b => b.Key))
            Assert.Null(HoldingKind.PlaceOf(after.State, account).Place);
        // Nothing that came with it is taken back here.
        Assert.All(after.State.Entries.Naming(Entry.BatchStream(id)), e =>
            Assert.Contains("file that it came with", Corrections.Refuse(after.State, e.Id)!.Reason)
        );
    }

    // A drop test, a leaving in a tub, its foils put right, then the feed: all of it travels, and its book is the same.
    [Fact]
    public void What_was_tested_pooled_and_put_right_travels_too()
    {
        const string id = "26-01";
        var at = DateTimeOffset.UnixEpoch.AddYears(57);
        Ledger Next(Ledger l, Decision d, params string[] streams) =>
            l.With(
                new(
                    Guid.NewGuid().ToString(),
                    [.. streams.Prepend(Entry.BatchStream(id)).Select(s => new StreamVersion(s, l.State.Version(s) + 1))],
                    at,
                    at,
                    "AV",
                    d.Body ?? throw new InvalidOperationException(d.Errors[0].Reason)
                )
            );
        var ledger = Next(Demo.Value, Pooling.PutIn(Demo.Value, "T1", id, "4-clear", "filter"), Entry.PoolStream("T1"));
        BatchState Batch() => ledger.State.Batches[id];
        var foils = Batch().Step("1-nitric-strip").WeighedBy["foils"];
        ledger = Next(
            ledger,
            PuttingRight.Decide(ledger, Batch(), foils, Given.Grams(4.4), null, "weighed again"),
            [.. PuttingRight.Streams(ledger.State, id, foils).Skip(1)]
        );
        var fed = Batch().FeedBy!;
        ledger = Next(
            ledger,
            PuttingRight.Decide(ledger, Batch(), fed, Given.Grams(Batch().Feeds[0].Amount.Value * 0.99), null, "weighed again"),
            [.. PuttingRight.Streams(ledger.State, id, fed).Skip(1)]
        );
        var file = Saved(ledger.State, id);
        var there = BroughtInto(Ledger.Empty, file);
        Assert.Equal(Encoding.UTF8.GetString(file), Encoding.UTF8.GetString(Saved(there.State, id)));
        Assert.Equal(Batch().Feeds[0].Amount.Value, there.State.Batches[id].Feeds[0].Amount.Value);
        foreach (
            var (account, element) in ledger
                .Book.Balances.Select(b => b.Key)
                .Where(k => k.Account.StartsWith("batch/" + id, StringComparison.Ordinal))
        )
            Assert.Equal(ledger.Book.Grams(account, element), there.Book.Grams(account, element), 1e-6);
        Assert.All(there.Book.Postings.GroupBy(p => p.Element), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }
}
