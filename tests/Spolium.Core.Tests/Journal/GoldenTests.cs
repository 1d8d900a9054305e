using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Spolium.Core.Journal;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
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
    [InlineData("journal-schema-2.jsonl.gz", "61a8784a756aff318e97622c67d666985dd65aa0425ea0172aaa725e973f4a94")]
    [InlineData("folder-first.db.gz", "cf1597ed218e579d58eee4a7c0c34058094dc5dbce3ad0eae25028175bde09c2")]
    [InlineData("folder-books.db.gz", "84c84b89b674bc53f311b455e2ac5340ff5c4916841486d313c5fb41eb037e4c")]
    public void Their_bytes_never_change(string file, string sha256) =>
        Assert.Equal(sha256, Convert.ToHexStringLower(SHA256.HashData(File.ReadAllBytes(Path.Combine(Folder, file)))));

    [Fact]
    public void Every_kind_is_in_the_first_and_everything_that_can_be_taken_back_is()
    {
        // Kinds that came later are in later journals.
        string[] later =
        [
            "break-accepted",
            "licence-ended",
            "licence-held",
            "limit-lowered",
            "lot-for-others",
            "lot-handed-over",
            "lot-taken-over",
            "receipt-came",
            "something-else",
            "summaries-kept",
        ];
        Assert.Equal(
            EntryJson.AllKinds.Except(later).Order(StringComparer.Ordinal),
            Rows.Select(r => r.Kind).Distinct().Order(StringComparer.Ordinal)
        );
        var kinds = Rows.ToDictionary(r => r.Id, r => r.Kind);
        var taken = Rows.Where(r => r.Kind == "correction")
            .Select(r => kinds[JsonDocument.Parse(r.Json).RootElement.GetProperty("corrects").GetString()!])
            .Distinct();
        Assert.Equal(35, taken.Count());
    }

    [Fact]
    public void The_first_gives_the_book_and_the_states_that_are_recorded() =>
        Assert.Equal(
            Recorded.Read("journal", Repository.Root).Order(StringComparer.Ordinal),
            Recorded.Journal(Repository.Root).Order(StringComparer.Ordinal)
        );

    [Fact]
    public void The_second_gives_what_is_recorded() =>
        Assert.Equal(
            Recorded.Read("journal-2", Repository.Root).Order(StringComparer.Ordinal),
            Recorded.Journal(Repository.Root, Recorded.SecondJournal).Order(StringComparer.Ordinal)
        );

    [Fact]
    public void A_kind_that_stands_at_the_schema_of_then_is_written_as_it_stood() =>
        Assert.All(
            Rows.Concat(GoldenFile.Read(Path.Combine(Folder, Recorded.SecondJournal)))
                .Where(r => EntryKinds.Find(r.Kind)!.Schema == r.Schema),
            r => Assert.Equal(r.Json, EntryJson.Write(EntryJson.Read(r.Kind, r.Schema, r.Json)))
        );

    [Fact]
    public void What_is_brought_up_says_the_same_for_good() => Assert.All(Rows, r =>
        {
            var body = EntryJson.Read(r.Kind, r.Schema, r.Json);
            var text = EntryJson.Write(body);
            Assert.Equal(text, EntryJson.Write(EntryJson.Read(r.Kind, EntryJson.SchemaOf(body), text)));
        });

    [Fact]
    public void A_file_of_then_goes_out_as_it_came()
    {
        var row = Rows.Single(r => r.Kind == "batch-brought-in");
        var came = JsonNode.Parse(row.Json)!["file"]!.ToJsonString(new(EntryJson.Options) { WriteIndented = true });
        var ledger = Ledger.Of(Rows.Take(Rows.ToList().IndexOf(row) + 1).Select(GoldenFile.ToEntry));
        Assert.Equal(came, Encoding.UTF8.GetString(BatchFiles.Of(ledger.State, ledger.State.Batches["77-01"], _ => null).Write()));
        Assert.Equal(came, Encoding.UTF8.GetString(BatchFile.Read(came).Write()));
    }

    // Written with every version of a kind's text. A line is never changed: a property that is renamed raises the schema of its kind, with
    // an upcast.
    [Fact]
    public void The_text_of_every_kind_is_the_one_that_is_pinned()
    {
        var file = Path.Combine(Folder, "kinds.jsonl");
        var now = Records
            .EntryKindsTests.Bodies()
            .Select(b => b.Data)
            .Select(b => $"{EntryJson.KindOf(b)} {EntryJson.SchemaOf(b)} {EntryJson.Write(b)}")
            .ToList();
        if (Environment.GetEnvironmentVariable("SPOLIUM_PIN") == "1")
            File.AppendAllLines(file, now.Except(File.Exists(file) ? File.ReadAllLines(file) : []));
        var pinned = File.ReadAllLines(file);
        Assert.All(now, n => Assert.Contains(n, pinned));
        Assert.All(pinned.Select(p => p.Split(' ', 3)), p => EntryJson.Read(p[0], int.Parse(p[1], CultureInfo.InvariantCulture), p[2]));
    }

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
