using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Journal;

/// <summary>What a decision reads is noted by what is read: whoever writes it knows whether it still holds.</summary>
public class ReadsTests
{
    private static readonly IReadOnlyList<Entry> Golden =
    [
        .. GoldenFile.Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.FirstJournal)).Select(GoldenFile.ToEntry),
    ];

    // Everything that can be asked of a ledger, one question each.
    private static IEnumerable<(string Name, Func<Ledger, object?> Ask)> Questions(Ledger of)
    {
        foreach (var id in of.State.Lots.Keys)
            yield return ("lot " + id, l => l.State.Lots.Find(id));
        foreach (var id in of.State.Batches.Keys)
            yield return ("batch " + id, l => l.State.Batches.TryGetValue(id, out var batch) ? batch : null);
        foreach (var id in of.State.Shelf.Keys)
            yield return ("bottle " + id, l => l.State.Shelf.ContainsKey(id) ? l.State.Shelf[id] : null);
        foreach (var id in of.State.Pools.Keys)
            yield return ("pool " + id, l => l.State.Pools.Find(id));
        foreach (var stream in of.State.Entries.Streams)
            yield return ("journal of " + stream, l => (l.State.Entries.Of(stream).Count, l.State.Version(stream)));
        foreach (var id in of.State.Entries.Select(e => e.Id))
            yield return ("entry " + id, l =>
                (l.State.Entries.Find(id) is not null, l.State.Entries.CorrectedBy(id), l.Book.PostingsOf(id).Count)
            );
        foreach (var account in of.Book.Balances.Select(b => b.Key.Account).Distinct())
            yield return ("account " + account, l =>
                string.Join(", ", l.Book.ElementsEverOn(account).Select(e => $"{e} {l.Book.Micrograms(account, e)}"))
            );
        yield return ("lots", l => string.Join(", ", l.State.Lots.Select(x => $"{x.Key} {x.Value.Left}").Order()));
        yield return ("batches", l => string.Join(", ", l.State.Batches.Values.Select(x => $"{x.Code} {x.ClosedAt}").Order()));
        yield return ("shelf", l => string.Join(", ", l.State.Shelf.Keys.Order()));
        yield return ("vessels", l => l.State.Vessels);
        yield return ("materials", l => l.State.Materials);
        yield return ("pools", l =>
            string.Join(", ", l.State.Pools.Values.Select(p => $"{p.Code} {p.Holds.Count} {p.WorkedUp.Count}").Order())
        );
        yield return ("plans", l => l.State.Plans);
        yield return ("kept", l => l.State.Kept);
        yield return ("prices", l => l.State.Prices);
        yield return ("practice", l => l.State.Practice);
        yield return ("count", l => l.State.Entries.Count);
        yield return ("last", l => l.State.Entries.Last?.Id);
        yield return ("postings", l => l.Book.Postings.Count());
    }

    [Fact]
    public void Whatever_an_entry_changes_was_noted_by_whoever_had_read_it()
    {
        var questions = Questions(Ledger.Of(Golden)).ToList();
        var missed = new List<string>();
        var seen = new HashSet<string>();
        var then = Ledger.Empty;
        foreach (var entry in Golden)
        {
            var now = then.With(entry);
            foreach (var (name, ask) in questions)
            {
                var reads = new Reads();
                if (Equals(ask(then.Watched(reads)), ask(now)))
                    continue;
                seen.Add(name.Split(' ')[0]);
                if (!then.Moved(reads, now))
                    missed.Add($"{name}: {EntryJson.KindOf(entry.Body)} {entry.Id}");
            }
            then = now;
        }
        Assert.Empty(missed);
        // Each kind of question was answered otherwise at some time: none of them is idle.
        Assert.Equal(questions.Select(q => q.Name.Split(' ')[0]).Distinct().Order(), seen.Order());
    }

    [Fact]
    public void What_was_not_read_moves_nothing()
    {
        var then = Ledger.Of(Golden);
        var (mine, other) = (then.State.Batches["26-03"], then.State.Batches["26-02"]);
        var reads = new Reads();
        var seen = then.Watched(reads);
        _ = (
            seen.State.Batches[mine.Id],
            seen.State.Shelf.Find("H-1"),
            seen.State.Prices,
            seen.State.Version(Entry.BatchStream(mine.Id)),
            Claims.HasBatch(seen.State, "27-01"),
            Claims.HasLot(seen.State, "Q-1")
        );
        Entry Note(string? batch) =>
            new(
                Guid.NewGuid().ToString(),
                [new(batch is null ? "shop" : Entry.BatchStream(batch), 99)],
                then.State.Entries.Last!.OccurredAt,
                then.State.Entries.Last.RecordedAt,
                "AV",
                new NoteWritten(batch, null, "a note")
            );
        Assert.False(then.Moved(reads, then));
        Assert.False(then.Moved(reads, then.With(Note(null)).With(Note(other.Id))));
        Assert.True(then.Moved(reads, then.With(Note(null)).With(Note(mine.Id))));
    }

    [Fact]
    public void A_plan_that_was_kept_is_read_like_one_that_is_made()
    {
        var ledger = Ledger.Of(Golden);
        var batch = ledger.State.Batches.Values.First(b => b.ClosedAt is null && b.Current is not null);
        Reads Planned()
        {
            var reads = new Reads();
            var seen = ledger.Watched(reads);
            BatchAtWork.Plan(seen.State, seen.State.Batches[batch.Id]);
            return reads;
        }
        var (made, kept) = (Planned(), Planned());
        foreach (var reads in new[] { made, kept })
            Assert.True(
                reads.Saw(Entry.BatchStream(batch.Id))
                    && reads.Saw("vessel:V1")
                    && batch.Bottles.Where(b => ledger.State.Shelf.ContainsKey(b.Id)).All(b => reads.Saw(Entry.BottleStream(b.Id)))
            );
        Assert.False(kept.Saw("lot:nobody's"));
    }

    [Fact]
    public void A_log_that_let_go_of_what_it_had_says_so()
    {
        var log = Replay.Of(Golden).Entries;
        Assert.Equal(Golden.TakeLast(3).Select(e => e.Id), log.Since(EntryLog.OrderOf(Golden.Count - 2))!.Select(x => x.Entry.Id));
        Assert.Empty(log.Since(log.End)!);
    }
}
