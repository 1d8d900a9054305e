using System.Net;
using System.Text.Json;
using Spolium.Core.Accounts;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Books;

/// <summary>Books that are restated, left, taken out.</summary>
public partial class BooksTests
{
    [Fact]
    public async Task A_slip_put_right_restates_the_books_and_a_rebuild_finds_the_same()
    {
        await using var shop = new Shop();
        var before = await shop.Get("/api/books/recovery?metal=Au");
        var suspect = (await shop.Get("/api/batches/25-24/trail")).GetProperty("suspects")[0];
        await shop.Done(
            "/api/batches/25-24/put-right",
            new
            {
                Head = Shop.Head(),
                ReadingEntryId = suspect.GetProperty("entryId").GetString(),
                Becomes = "2.71 g",
                Slip = "decimal_down",
            }
        );
        var after = await shop.Get("/api/books/recovery?metal=Au");
        Assert.Equal(Likely(before, "product") + (2.71 - 0.271) * 0.996, Likely(after, "product"), 1e-4);
        var row = after.GetProperty("batches").EnumerateArray().Single(b => b.GetProperty("code").GetString() == "25-24");
        Assert.True(row.GetProperty("addsUp").GetBoolean());
        Assert.Equal(1, row.GetProperty("restated").GetInt32());
        shop.Store.Rebuild();
        Assert.Equal(after.ToString(), (await shop.Get("/api/books/recovery?metal=Au")).ToString());
    }

    [Fact]
    public async Task A_batch_that_is_opened_again_leaves_the_books()
    {
        await using var shop = new Shop();
        var closing = shop.Store.Ledger.State.Entries.Last(e => e.Body is BatchClosed { BatchId: "26-01" });
        var ledger = shop.Store.Ledger.With(
            new(
                "taken-back",
                [new(Entry.BatchStream("26-01"), 999)],
                closing.OccurredAt,
                closing.OccurredAt,
                "AV",
                new Correction([closing.Id], "the bar is weighed again", null)
            )
        );
        Assert.Null(ledger.State.Batches["26-01"].ClosedAt);
        await shop.Store.Write(
            new("taken-back", "x", new Dictionary<string, long?> { [Entry.BatchStream("26-01")] = null }, closing.OccurredAt, "AV", _ =>
                new(new Correction([closing.Id], "the bar is weighed again", null), [])
            ),
            TestContext.Current.CancellationToken
        );
        Assert.Equal(16, (await shop.Get("/api/books/recovery?metal=Au")).GetProperty("count").GetInt32());
        Assert.Contains("at work", (await shop.Get("/api/books/places?metal=Au")).ToString());
    }

    [Fact]
    public async Task An_empty_shop_has_empty_books_and_a_table_of_heads()
    {
        await using var shop = new Shop(demo: false);
        Assert.Empty((await shop.Get("/api/books/recovery")).GetProperty("choices").GetProperty("metals").EnumerateArray());
        foreach (var view in new[] { "losses", "places", "chart", "reagents", "money" })
            Assert.Equal("Au", (await shop.Get("/api/books/" + view)).TryGetProperty("metal", out var m) ? m.GetString() : "Au");
        var csv = await shop.Client.GetStringAsync(new Uri("/api/books/csv", UriKind.Relative), TestContext.Current.CancellationToken);
        Assert.StartsWith("batch,title,closed", csv, StringComparison.Ordinal);
    }

    // Guesses of one lot go up and down together: two halves of a lot are as unsure as the whole, not less.
    [Fact]
    public async Task Batches_of_one_lot_share_its_guess()
    {
        await using var shop = new Shop();
        await using var db = shop.Store.Connect();
        var rows = db
            .BatchMetals.Where(m => m.Element == "Au")
            .Join(db.Batches, m => m.BatchId, b => b.Id, (m, b) => new { b.LotRoot, m.AtLeastSigma })
            .ToList();
        var expected = rows.GroupBy(r => r.LotRoot).Sum(g => Math.Pow(g.Sum(r => r.AtLeastSigma), 2));
        Assert.Equal(expected, new Data.Books(db, new("Au")).Recovery().FeedAtLeast.Variance, 1e-9);
        Assert.True(expected > rows.Sum(r => r.AtLeastSigma * r.AtLeastSigma) * 1.2);
        Assert.Equal(HoldingKind.Unaccounted, new Data.Books(db, new("Au")).Losses()[0].Key);
    }

    [Fact]
    public async Task The_books_go_out_as_a_workbook_with_numbers()
    {
        await using var shop = new Shop();
        using var answer = await shop.Client.GetAsync("/api/books/xlsx?metal=Au&person=TR");
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        using var book = DocumentFormat.OpenXml.Packaging.SpreadsheetDocument.Open(
            new MemoryStream(await answer.Content.ReadAsByteArrayAsync()),
            false
        );
        var part = book.WorkbookPart!;
        var sheets = part.Workbook!.Descendants<DocumentFormat.OpenXml.Spreadsheet.Sheet>().ToList();
        Assert.Equal(
            ["batches", "did not come out", "where it stands", "what it took", "what it left over"],
            sheets.Select(s => s.Name!.Value)
        );
        var rows = ((DocumentFormat.OpenXml.Packaging.WorksheetPart)part.GetPartById(sheets[0].Id!))
            .Worksheet!.Descendants<DocumentFormat.OpenXml.Spreadsheet.Row>()
            .ToList();
        Assert.Equal(1 + 8, rows.Count);
        string Cell(int row, int at) => rows[row].Elements<DocumentFormat.OpenXml.Spreadsheet.Cell>().ElementAt(at).InnerText;
        Assert.Equal("product g", Cell(0, 4));
        var listed = (await shop.Get("/api/books/recovery?metal=Au&person=TR")).GetProperty("batches").EnumerateArray().ToList();
        Assert.Equal(listed.Select(b => b.GetProperty("code").GetString()), Enumerable.Range(1, 8).Select(r => Cell(r, 0)));
        Assert.Equal(Likely(listed[0], "product"), double.Parse(Cell(1, 4), System.Globalization.CultureInfo.InvariantCulture), 1e-9);
        Assert.Empty(new DocumentFormat.OpenXml.Validation.OpenXmlValidator().Validate(book, TestContext.Current.CancellationToken));
        using var none = await shop.Client.GetAsync("/api/books/xlsx?from=never");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, none.StatusCode);
    }

    [Fact]
    public async Task How_far_over_the_equation_each_batch_poured_is_a_chart()
    {
        await using var shop = new Shop();
        var whole = await shop.Get("/api/books/chart?metal=Au");
        Assert.Contains("excess:nitric-factor", whole.GetProperty("others").EnumerateArray().Select(o => o.GetProperty("id").GetString()));
        var chart = await shop.Get("/api/books/chart?metal=Au&of=excess:nitric-factor");
        Assert.Equal("×", chart.GetProperty("unit").GetString());
        var taught = (await shop.Get("/api/books/practice"))
            .GetProperty("figures")
            .EnumerateArray()
            .Single(f => f.GetProperty("prior").GetString() == "nitric-factor")
            .GetProperty("shown")
            .EnumerateArray()
            .ToDictionary(s => s.GetProperty("batchId").GetString()!, s => s.GetProperty("value").GetDouble());
        Assert.All(chart.GetProperty("points").EnumerateArray(), p =>
            Assert.Equal(taught[p.GetProperty("batchId").GetString()!], p.GetProperty("value").GetDouble(), 1e-9)
        );
        Assert.True(chart.GetProperty("points").GetArrayLength() >= 14);
        Assert.InRange(chart.GetProperty("centre").GetDouble(), 1, 1.3);
    }

    [Fact]
    public async Task A_tub_is_balanced_with_the_batches_that_fed_it()
    {
        await using var shop = new Shop();
        async Task<JsonElement> Worked() =>
            (
                await shop.Get(
                    $"/api/pools/T1/worked-up/{(await shop.Get("/api/pools/T1/worked-up"))[0].GetProperty("entryId").GetString()}"
                )
            ).GetProperty("balance");
        var worked = await Worked();
        Assert.True(worked.GetProperty("addsUp").GetBoolean());
        Assert.Contains("agree", worked.GetProperty("sentence").GetString());
        Assert.Equal(
            worked.GetProperty("out").GetProperty("likely").GetDouble(),
            worked.GetProperty("leavings").EnumerateArray().Sum(l => l.GetProperty("grams").GetProperty("likely").GetDouble()),
            1e-6
        );
        Assert.Contains(
            "should come of it",
            (await shop.Get("/api/pools/T1/balance")).GetProperty("balance").GetProperty("sentence").GetString()
        );
        var key = worked.GetProperty("out").GetProperty("key").GetString()!;
        Assert.Contains("reconciled from", (await shop.Get("/api/pools/working?key=" + Uri.EscapeDataString(key))).ToString());
        // 1.3 g for 0.13: ten times too much, kept with a reason, and the balance says what it thinks of it.
        await shop.Done(
            "/api/pools/T1/worked-up",
            new
            {
                Head = Shop.Head(),
                Yields = new[] { new { Element = "Au", Mass = "1.05 g" } },
                How = "burnt",
                Reason = "a ring fell in",
            }
        );
        var wrong = await Worked();
        Assert.False(wrong.GetProperty("addsUp").GetBoolean());
        Assert.Contains("0.105 g would fit", wrong.GetProperty("slip").GetString());
    }
}
