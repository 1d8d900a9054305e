using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Journal;

/// <summary>What makes something never takes an id or a code that is there.</summary>
public class ClaimsTests
{
    // Kinds that make something with an id of its own; a kind that is not named here claims nothing.
    private static readonly string[] Makers =
    [
        "batch-brought-in",
        "batch-started",
        "bottle-made",
        "bottles-received",
        "lot-received",
        "lot-split",
        "lots-pooled",
        "lots-received",
        "plan-saved",
        "pool-opened",
        "prices-kept",
        "step-kept",
        "vessel-named",
    ];

    [Fact]
    public void Every_entry_of_the_golden_journal_is_let_in_once_and_what_makes_something_is_not_let_in_again()
    {
        var ledger = Ledger.Empty;
        var refused = new HashSet<string>();
        var makes = new HashSet<string>();
        foreach (
            var entry in GoldenFile
                .Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.FirstJournal))
                .Select(GoldenFile.ToEntry)
        )
        {
            Assert.Empty(Claims.Refuse(ledger.State, entry.Body));
            ledger = ledger.With(entry);
            var kind = EntryJson.KindOf(entry.Body);
            if (Claims.Refuse(ledger.State, entry.Body).Count > 0)
                refused.Add(kind);
            else if (Makers.Contains(kind))
                makes.Add(kind);
        }
        Assert.Equal(Makers, refused.Order(StringComparer.Ordinal));
        Assert.Empty(makes);
    }

    [Fact]
    public void A_code_in_capitals_is_the_same_code_and_one_request_claims_it_once()
    {
        LotReceived Lot(string id, string code) => new(id, code, "rings", "brass", Given.Grams(10), Given.Hl1(), null, []);
        var state = Replay.Apply(State.Empty, new("e", [], DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, "AV", Lot("a", "HL-1a")));
        Assert.Equal("code", Assert.Single(Claims.Refuse(state, Lot("b", "hl-1A "))).Field);
        Assert.Equal("lotId", Assert.Single(Claims.Refuse(state, Lot("a", "HL-2"))).Field);
        Assert.Equal(
            ["lots[1].lotId", "lots[1].code"],
            Claims.Refuse(state, new LotsReceived([Lot("b", "HL-2"), Lot("b", "HL-2")])).Select(e => e.Field)
        );
        Assert.Equal("lotId", Assert.Single(Claims.Refuse(state, Lot(" ", "HL-3"))).Field);
        // An entry that is put in the place of another claims as well.
        Assert.Equal(2, Claims.Refuse(state, new Correction(["e2"], "so", Lot("a", "HL-1a"))).Count);
    }

    [Fact]
    public void Ids_of_entries_are_one_however_they_are_written()
    {
        const string id = "0f8fad5b-d9cb-469f-a165-70867728950e";
        Assert.Equal(id, EntryId.Plain("{0F8FAD5B-D9CB-469F-A165-70867728950E}"));
        Assert.Equal("demo", EntryId.Plain("demo"));
        Assert.True(
            EntryId.Same.Equals(id, id.ToUpperInvariant()) && EntryId.Same.GetHashCode(id) == EntryId.Same.GetHashCode("{" + id + "}")
        );
        Assert.False(EntryId.Same.Equals("a", "A"));
        var state = Replay.Apply(
            State.Empty,
            new(id.ToUpperInvariant(), [], DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, "AV", new NoteWritten(null, null, "so"))
        );
        Assert.True(state.Entries.Find(id) is not null);
    }
}
