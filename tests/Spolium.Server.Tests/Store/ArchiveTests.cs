using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Data;
using Spolium.Golden;
using Xunit;

namespace Spolium.Server.Tests.Store;

/// <summary>What is read from the disk when it is asked for is what a replay of every entry leads to.</summary>
public sealed class ArchiveTests : IDisposable
{
    private readonly string folder = Directory.CreateTempSubdirectory("spolium-archive").FullName;

    private static readonly Lazy<IReadOnlyList<Entry>> Entries = new(GoldenShop.Entries);

    private string File => Path.Combine(folder, "spolium.db");

    public void Dispose() => Directory.Delete(folder, true);

    private JournalStore Written()
    {
        using (var store = JournalStore.Open(File, TimeProvider.System))
            store.Import(Entries.Value);
        return JournalStore.Open(File, TimeProvider.System);
    }

    // All states that the whole journal tells of, found one by one.
    private static State Found(State all, State opened) =>
        all with
        {
            Lots = all.Lots.Keys.Aggregate(Streams<LotState>.Empty, (m, id) => m.SetItem(id, opened.Lots[id])),
            Batches = all.Batches.Keys.Aggregate(Streams<BatchState>.Empty, (m, id) => m.SetItem(id, opened.Batches[id])),
            Shelf = all.Shelf.Keys.Aggregate(Streams<ShelfBottle>.Empty, (m, id) => m.SetItem(id, opened.Shelf[id])),
            Pools = opened.Pools,
            Materials = opened.Materials,
            Plans = opened.Plans,
            Kept = opened.Kept,
            Vessels = opened.Vessels,
            Prices = opened.Prices,
            Practice = opened.Practice,
        };

    [Fact]
    public void Every_state_is_that_of_a_whole_replay()
    {
        using var store = Written();
        var (all, opened) = (Ledger.Of(Entries.Value), store.Ledger);
        Assert.Equal(BookAnswers.Of(all.State), BookAnswers.Of(Found(all.State, opened.State)));
        Assert.Equal(
            all.State.Practice.Select(p => (p.BatchId, p.Seen.Count, p.LeftOut)),
            opened.State.Practice.Select(p => (p.BatchId, p.Seen.Count, p.LeftOut))
        );
        // Held is what is at work, and nothing else.
        Assert.Equal(all.State.Batches.Values.Where(b => b.ClosedAt is null).Select(b => b.Id).Order(), opened.State.Batches.Keys.Order());
        Assert.Equal(all.State.Lots.Values.Where(l => l.Left > 0).Select(l => l.Id).Order(), opened.State.Lots.Keys.Order());
        Assert.Equal(all.State.Shelf.Values.Where(b => !b.IsEmpty).Select(b => b.Id).Order(), opened.State.Shelf.Keys.Order());
    }

    // A page of then sent ids in capitals.
    [Fact]
    public void What_takes_an_entry_back_is_found_under_its_id_in_whatever_writing()
    {
        var at = new DateTimeOffset(2026, 11, 1, 8, 0, 0, TimeSpan.Zero);
        var (note, back) = ("5f0c3f7e-52c1-4a53-9d0e-6d6b7a1c9f01", "5f0c3f7e-52c1-4a53-9d0e-6d6b7a1c9f02");
        using (var store = JournalStore.Open(File, TimeProvider.System))
            store.Import([
                new(note, [new("shop", 1)], at, at, "AV", new NoteWritten(null, null, "a note")),
                new(back, [new("shop", 2)], at, at, "AV", new Correction([note.ToUpperInvariant()], "a slip", null)),
            ]);
        using var opened = JournalStore.Open(File, TimeProvider.System);
        Assert.Equal(0, opened.Ledger.State.Entries.InMemory);
        Assert.All([note, note.ToUpperInvariant()], id => Assert.Equal(back, opened.Ledger.State.Entries.CorrectedBy(id)));
    }

    [Fact]
    public void Book_log_and_versions_are_those_of_a_whole_replay()
    {
        using var store = Written();
        var (all, opened) = (Ledger.Of(Entries.Value), store.Ledger);
        Assert.Equal(0, opened.State.Entries.InMemory);
        Assert.Equal(all.State.Entries.Count, opened.State.Entries.Count);
        Assert.All(all.Book.Balances, b => Assert.Equal(b.Value, opened.Book.Micrograms(b.Key.Account, b.Key.Element)));
        Assert.Equal(
            all.Book.Balances.Where(b => b.Value != 0).OrderBy(b => b.Key),
            opened.Book.Balances.Where(b => b.Value != 0).OrderBy(b => b.Key)
        );
        Assert.All(all.State.Entries.Versions, v => Assert.Equal(v.Value, opened.State.Version(v.Key)));
        Assert.All(all.State.Entries.Corrected, c => Assert.Equal(c.Value, opened.State.Entries.CorrectedBy(c.Key)));
        foreach (var stream in all.State.Entries.Streams)
            Assert.Equal(
                all.State.Entries.Of(stream).Select(e => (e.Id, e.Order, e.Brought)),
                opened.State.Entries.Of(stream).Select(e => (e.Id, e.Order, e.Brought))
            );
        var inner = all.State.Entries.SelectMany(e => e.Body is BatchBroughtIn b ? b.File.Entries : []).ToList();
        Assert.NotEmpty(inner);
        Assert.All(all.State.Entries.Concat(inner), e =>
        {
            Assert.Equal(e.Id, opened.State.Entries.Find(e.Id.ToUpperInvariant())!.Id);
            Assert.Equal(all.Book.PostingsOf(e.Id).Select(Said), opened.Book.PostingsOf(e.Id).Select(Said));
        });
    }

    private static string Said(Posting p) =>
        $"{p.Account} {p.Element} {p.Micrograms} {p.SigmaG:R} {p.Basis} {string.Join(' ', p.Readings)}";

    // A reader keeps what it has: what is written later does not show in it.
    [Fact]
    public void A_moment_of_the_past_is_the_journal_up_to_it()
    {
        using var store = Written();
        foreach (var at in Enumerable.Range(1, Entries.Value.Count - 1).Where(i => i % 40 == 0))
        {
            var entry = store.Ledger.State.Entries.Find(Entries.Value[at].Id)!;
            var (then, all) = (store.Before(entry), Ledger.Of(Entries.Value.Take(at)));
            Assert.Equal(
                BookAnswers.Of(State.Empty with { Batches = all.State.Batches }),
                BookAnswers.Of(
                    State.Empty with
                    {
                        Batches = all.State.Batches.Keys.Aggregate(Streams<BatchState>.Empty, (m, id) =>
                            m.SetItem(id, then.State.Batches[id])
                        ),
                    }
                )
            );
            Assert.All(all.Book.Balances, b => Assert.Equal(b.Value, then.Book.Micrograms(b.Key.Account, b.Key.Element)));
            Assert.DoesNotContain(Entries.Value.Skip(at), e => then.State.Entries.Find(e.Id) is not null);
        }
    }

    [Fact]
    public void What_is_written_behind_it_goes_on_from_it()
    {
        var (first, rest) = (Entries.Value.Take(250).ToList(), Entries.Value.Skip(250).ToList());
        using (var store = JournalStore.Open(File, TimeProvider.System))
            store.Import(first);
        using var again = JournalStore.Open(File, TimeProvider.System);
        foreach (var entry in rest)
            again.Import([entry]);
        var all = Ledger.Of(Entries.Value);
        Assert.Equal(BookAnswers.Of(all.State), BookAnswers.Of(Found(all.State, again.Ledger.State)));
        Assert.All(all.Book.Balances, b => Assert.Equal(b.Value, again.Ledger.Book.Micrograms(b.Key.Account, b.Key.Element)));
        Assert.All(all.State.Entries.Versions, v => Assert.Equal(v.Value, again.Ledger.State.Version(v.Key)));
    }

    [Fact]
    public void A_code_of_what_is_at_rest_is_taken()
    {
        using var store = Written();
        var closed = store.Ledger.State.Batches[store.Lists.ClosedBatches(1)[0]];
        Assert.DoesNotContain(closed.Id, store.Ledger.State.Batches.Keys);
        Assert.True(Claims.HasBatch(store.Ledger.State, closed.Code.ToLowerInvariant() + " "));
        var lot = store.Lists.Lots().First(l => l.Left <= 0);
        Assert.True(Claims.HasLot(store.Ledger.State, lot.Code.ToLowerInvariant()));
        Assert.False(Claims.HasLot(store.Ledger.State, "HL-999"));
        Assert.NotEmpty(store.Lists.OldBottles(10));
        Assert.All(store.Lists.OldBottles(10), id => Assert.True(Claims.HasBottle(store.Ledger.State, id.ToLowerInvariant())));
    }

    [Fact]
    public async Task A_code_at_rest_is_taken_in_letters_of_either_size_whatever_its_alphabet()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot("hÄ-1"));
        using var connections = new Connections(shop.File);
        var archive = new Archive(connections);
        Assert.All(["hÄ-1", "HÄ-1", "hä-1"], code => Assert.True(archive.IsTaken(Core.Journal.Space.LotCode, code)));
        Assert.False(archive.IsTaken(Core.Journal.Space.LotCode, "ha-1"));
    }

    // Who decided on what is no longer in memory cannot know what came since.
    [Fact]
    public void A_ledger_that_was_let_go_of_counts_as_moved()
    {
        Ledger then;
        using (var store = Written())
        {
            then = store.Ledger;
            Assert.False(then.Moved(new(), then));
            store.Import([
                new(
                    Guid.NewGuid().ToString(),
                    [new("shop", 90)],
                    DateTimeOffset.UnixEpoch,
                    DateTimeOffset.UnixEpoch,
                    "AV",
                    new NoteWritten(null, null, "a note")
                ),
            ]);
            Assert.False(then.Moved(new(), store.Ledger));
        }
        using var again = JournalStore.Open(File, TimeProvider.System);
        Assert.True(then.Moved(new(), again.Ledger));
    }
}
