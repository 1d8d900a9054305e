using Microsoft.Data.Sqlite;
using Xunit;

namespace Spolium.Browser.Tests;

/// <summary>A journal that is not what was written is told at the head of every page; the word that was asked for lets writing go
/// on.</summary>
public sealed class BrokenJournalTests
{
    [Fact]
    public void Told_with_its_place_read_all_the_same_and_mended_by_a_word()
    {
        using var browser = new Browser(demo: true, spoil: file =>
        {
            using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
            connection.Open();
            using var command = connection.CreateCommand();
            command.CommandText = "UPDATE entry SET \"By\" = 'QQ' WHERE Seq = 700";
            command.ExecuteNonQuery();
        });
        browser.Go("/run/26-02");
        browser.See("entry 700 was changed after it was written");
        browser.See("no backup");
        browser.Pour();
        browser.See("Nothing is added until somebody has looked at it");
        browser.Press("It was looked at");
        browser.See("what did you find?");
        browser.Type("What became of it", "initials mended by hand");
        browser.Press("It was looked at");
        browser.Until(_ => browser.Text.Contains("What became of it", StringComparison.Ordinal) ? null : "", "the word");
        var written = browser.Written();
        browser.Pour();
        browser.Until(_ => browser.Written() > written ? "" : null, "the portion");
    }
}
