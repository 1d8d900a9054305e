using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>Tables that go out to table programs: nothing in them is reckoned there, and what comes back is what went out.</summary>
public class TableTests
{
    [Theory]
    [InlineData("-2+3", "'-2+3")]
    [InlineData("=1+1", "'=1+1")]
    [InlineData("+cmd", "'+cmd")]
    [InlineData("@sum", "'@sum")]
    [InlineData("-2.5", "-2.5")]
    [InlineData("rings - old", "rings - old")]
    public async Task A_cell_that_begins_like_a_formula_is_text_unless_it_is_a_number(string title, string wanted)
    {
        await using var shop = new Shop(demo: false);
        await shop.Done(
            "/api/lots",
            new
            {
                Head = Shop.Head(),
                LotId = "a",
                Code = "A-1",
                Title = title,
                Material = "brass",
                Amount = "10 g",
                Content = new[]
                {
                    new
                    {
                        Element = "Au",
                        Low = "1 %",
                        Likely = "2 %",
                        High = "3 %",
                        Of = "Whole",
                    },
                },
            }
        );
        var csv = await shop.Client.GetStringAsync("/api/lots/csv", TestContext.Current.CancellationToken);
        Assert.Contains($",{wanted},", csv);
        // Under new ids and codes it comes in again as it was.
        await shop.Done("/api/lots/csv", new { Head = Shop.Head(), Csv = csv.Replace("\na,A-1,", "\n,A-2,", StringComparison.Ordinal) });
        Assert.Contains((await shop.Get("/api/lots")).EnumerateArray(), l =>
            l.GetProperty("code").GetString() == "A-2" && l.GetProperty("title").GetString() == title
        );
    }

    [Fact]
    public async Task An_imported_table_never_overwrites_what_is_there_and_no_cell_is_without_an_end()
    {
        await using var shop = new Shop();
        var csv = await shop.Client.GetStringAsync("/api/lots/csv", TestContext.Current.CancellationToken);
        // The ordinary way to lose a lot: exported, a code changed, imported.
        var (status, problem) = await shop.Post(
            "/api/lots/csv",
            new { Head = Shop.Head(), Csv = csv.Replace("HL-9a,", "HL-99,", StringComparison.Ordinal) }
        );
        Assert.Equal(422, status);
        Assert.Contains(problem.GetProperty("errors").EnumerateArray(), e =>
            e.GetProperty("reason").GetString()!.Contains("taken", StringComparison.Ordinal)
        );
        (status, problem) = await shop.Post(
            "/api/lots/csv",
            new { Head = Shop.Head(), Csv = $"code,title,amount\nZ-1,{new string('x', 501)},5 g" }
        );
        Assert.Equal((422, "row 2: title"), (status, Shop.First(problem).Field));
    }
}
