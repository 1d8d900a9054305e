using System.Security.Cryptography;
using System.Text.Json;
using Spolium.Core.Accounts;
using Spolium.Core.Records;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Journal;

/// <summary>Journals of earlier versions are read to the digit, for ever.</summary>
public class GoldenTests
{
    private static readonly string Folder = Path.Combine(Repository.Root, "tests", "reference", "golden");

    private static readonly IReadOnlyList<StoredEntry> Rows = GoldenFile.Read(Path.Combine(Folder, Recorded.FirstJournal));

    [Theory]
    [InlineData("journal-schema-1.jsonl.gz", "7138eed9c2af39563058bf26578b9bb495a696a3a6ecfdc899a4ef3da8582122")]
    [InlineData("folder-first.db.gz", "cf1597ed218e579d58eee4a7c0c34058094dc5dbce3ad0eae25028175bde09c2")]
    [InlineData("folder-books.db.gz", "84c84b89b674bc53f311b455e2ac5340ff5c4916841486d313c5fb41eb037e4c")]
    public void Their_bytes_never_change(string file, string sha256) => Assert.Equal(sha256, Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(Path.Combine(Folder, file)))));

    [Fact]
    public void Every_kind_is_in_the_first_and_everything_that_can_be_taken_back_is()
    {
        // Kinds that came later are in later journals.
        string[] later = ["break-accepted"];
        Assert.Equal(EntryJson.AllKinds.Except(later).Order(StringComparer.Ordinal), Rows.Select(r => r.Kind).Distinct().Order(StringComparer.Ordinal));
        var kinds = Rows.ToDictionary(r => r.Id, r => r.Kind);
        var taken = Rows.Where(r => r.Kind == "correction").Select(r => kinds[JsonDocument.Parse(r.Json).RootElement.GetProperty("corrects").GetString()!]).Distinct();
        Assert.Equal(35, taken.Count());
    }

    [Fact]
    public void The_first_gives_the_book_and_the_states_that_are_recorded() => Assert.Equal(Recorded.Read("journal", Repository.Root).Order(StringComparer.Ordinal), Recorded.Journal(Repository.Root).Order(StringComparer.Ordinal));

    [Fact]
    public void What_is_read_is_written_again_as_it_stood() => Assert.All(Rows, r => Assert.Equal(r.Json, EntryJson.Write(EntryJson.Read(r.Kind, r.Schema, r.Json))));

    [Fact]
    public void Metal_sums_to_nothing_after_every_entry()
    {
        var ledger = Ledger.Empty;
        foreach (var row in Rows)
        {
            ledger = ledger.With(GoldenFile.ToEntry(row));
            Assert.All(ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
        }
    }
}
