using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Journal;

/// <summary>Laws of the folds, over everything that the golden journal has written and taken back.</summary>
public class FoldTests
{
    private static readonly IReadOnlyList<Entry> Golden =
    [
        .. GoldenFile.Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.FirstJournal)).Select(GoldenFile.ToEntry),
    ];

    public static TheoryData<int> TakenBack =>
        [.. Golden.Select((e, i) => (e.Body, i)).Where(x => x.Body is Correction { Instead: null }).Select(x => x.i)];

    [Theory]
    [MemberData(nameof(TakenBack))]
    public void What_is_taken_back_was_never_written(int at)
    {
        var wrong = ((Correction)Golden[at].Body).Corrects;
        var never = Replay.Of(Golden.Take(at).Where(e => !wrong.Contains(e.Id)));
        Assert.Equal(BookAnswers.Of(never), BookAnswers.Of(Replay.Of(Golden.Take(at + 1))));
    }

    [Fact]
    public void Entry_by_entry_gives_what_folding_each_stream_from_its_first_entry_gives()
    {
        var state = State.Empty;
        for (var i = 0; i < Golden.Count; i++)
        {
            state = Replay.Apply(state, Golden[i]);
            // Everything that takes back, and each fifth of the rest.
            if (i % 5 == 0 || Golden[i].Body is Correction or BatchBroughtIn)
                Assert.Equal(BookAnswers.Of(state), BookAnswers.Of(Replay.Again(state)));
        }
    }

    [Fact]
    public void A_count_tells_the_level_and_the_book_follows_when_an_earlier_pour_is_taken_back()
    {
        var ledger = Ledger.Of(Golden);
        foreach (var bottle in ledger.State.Shelf.Values)
            Assert.Equal(bottle.Grams, ledger.Book.Grams(Account.Shelf(bottle.Id), Account.Contents), 1e-4);
        Assert.Equal(6100, ledger.State.Shelf["N-1"].Grams, 1e-9);
    }

    [Fact]
    public void A_journal_with_a_hole_can_be_read_and_its_metal_still_sums_to_nothing()
    {
        foreach (
            var hole in Enumerable
                .Range(0, Golden.Count)
                .Where(i =>
                    i % 3 == 0
                    || Golden[i].Body
                        is LotReceived
                            or LotSplit
                            or LotsPooled
                            or BatchStarted
                            or RouteChanged
                            or ProductWeighed
                            or PoolOpened
                            or SentOut
                )
        )
        {
            var ledger = Ledger.Of(Golden.Where((_, i) => i != hole));
            Assert.All(ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
        }
    }

    [Fact]
    public void An_entry_is_indexed_where_it_is_felt_and_versions_are_those_of_the_streams_that_it_names()
    {
        var log = Replay.Of(Golden).Entries;
        var pour = Golden.First(e => e.Body is DoseAdded { Pours: [{ BottleId: "N-1" }, ..] });
        Assert.Equal(["batch"], pour.Streams.Select(s => s.Stream.Split(':')[0]));
        Assert.Contains(log.Of("bottle:N-1"), e => e.Id == pour.Id);
        Assert.Equal(Golden.SelectMany(e => e.Streams).Where(s => s.Stream == "bottle:N-1").Max(s => s.Version), log.Version("bottle:N-1"));
        // What came in with a file stands before the entry that brought it.
        var brought = log.Of("batch:77-01");
        Assert.IsType<BatchBroughtIn>(brought[^1].Body);
        Assert.True(
            brought.Count > 10
                && brought.SkipLast(1).All(e => e.Brought)
                && brought.Select(e => e.Order).SequenceEqual(brought.Select(e => e.Order).Order())
        );
    }

    [Fact]
    public void A_batch_is_told_without_reading_the_tubs_that_it_went_into_or_what_else_its_bottles_saw()
    {
        var shelf = new Shelf(Ledger.Of(Golden).State.Entries);
        var state = Replay.Opened(EntryLog.On(shelf, Golden.Count), [], []);
        var read = Ledger.Of(Golden).State.Batches.Keys.Where(id => state.Batches.Find(id) is { Pooled.Count: > 0 }).ToList();
        Assert.True(read.Count > 1);
        // A tub of all years is read for nobody's name of it.
        Assert.DoesNotContain(shelf.Read, s =>
            s.StartsWith("pool:", StringComparison.Ordinal) || s.StartsWith("bottle:", StringComparison.Ordinal)
        );
    }

    /// <summary>The golden journal as it would stand on a disk, and which streams are read of it.</summary>
    private sealed class Shelf(EntryLog log) : IArchive
    {
        public readonly HashSet<string> Read = [];

        public IReadOnlyList<Entry> Of(string stream, long until)
        {
            Read.Add(stream);
            return log.Of(stream);
        }

        public Entry? First(string stream, long until) => log.FirstOf(stream);

        public Entry? Find(string id, long until) => log.Find(id);

        public Entry? At(long seq) => log.FirstOrDefault(e => EntryLog.SeqOf(e.Order) >= seq);

        public IEnumerable<Entry> All(long until) => log;

        public long Count(long until) => log.Count;

        public long Version(string stream, long until) => log.Version(stream);

        public bool IsTaken(Space space, string name) => false;
    }
}
