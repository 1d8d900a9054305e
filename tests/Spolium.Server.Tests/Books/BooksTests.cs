using System.Net;
using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Books;

public partial class BooksTests
{
    private static double Likely(JsonElement view, string figure) => view.GetProperty(figure).GetProperty("likely").GetDouble();

    private static IEnumerable<Core.Journal.BatchState> Closed(Shop shop) =>
        shop.Store.Lists.ClosedBatches(1000).Select(id => shop.Store.Ledger.State.Batches[id]);

    [Fact]
    public async Task Recovery_adds_up_the_batches_that_are_listed()
    {
        await using var shop = new Shop();
        var gold = await shop.Get("/api/books/recovery");
        Assert.Equal(("Au", 17), (gold.GetProperty("metal").GetString(), gold.GetProperty("count").GetInt32()));
        var batches = gold.GetProperty("batches").EnumerateArray().ToList();
        Assert.Equal(Likely(gold, "product"), batches.Sum(b => Likely(b, "product")), 1e-6);
        // The same from the journal, without the projections.
        var state = shop.Store.Ledger.State;
        var weighed = Closed(shop).SelectMany(b => b.Product!.Holds).Where(h => h.Element == "Au").Sum(h => h.Grams);
        var back = state
            .Pools.Values.SelectMany(p => p.WorkedUp)
            .SelectMany(w => w.Body.Shares)
            .Where(s => s.Element == "Au")
            .Sum(s => s.Grams);
        Assert.True(back > 0.1);
        Assert.Equal(weighed + back, Likely(gold, "product"), 1e-4);
        Assert.InRange(Likely(gold, "recovery"), 80, 95);
        Assert.True(gold.GetProperty("recovery").GetProperty("high").GetDouble() <= 100);
        var silver = await shop.Get("/api/books/recovery?metal=Ag");
        Assert.Equal(7, silver.GetProperty("count").GetInt32());
        Assert.Equal(24, batches.Count + silver.GetProperty("count").GetInt32());
    }

    [Theory]
    [InlineData("material=clad brass", 17)]
    [InlineData("material=fixer", 0)]
    [InlineData("method=copper-cement", 0)]
    [InlineData("method=nitric-strip&person=TR", 8)]
    [InlineData("person=nobody", 0)]
    public async Task Filters_take_batches_away(string filter, int left)
    {
        await using var shop = new Shop();
        Assert.Equal(left, (await shop.Get("/api/books/recovery?metal=Au&" + filter)).GetProperty("count").GetInt32());
    }

    // Who closes a batch in the evening finds it under that evening's date, wherever the shop stands.
    [Theory]
    [InlineData(0)]
    [InlineData(11)]
    [InlineData(-9)]
    public async Task A_day_begins_when_the_clock_of_the_shop_says_so(int hours)
    {
        await using var shop = new Shop();
        shop.Clock.SetLocalTimeZone(TimeZoneInfo.CreateCustomTimeZone("there", TimeSpan.FromHours(hours), "there", "there"));
        var closed = (await shop.Get("/api/books/recovery?metal=Au"))
            .GetProperty("batches")
            .EnumerateArray()
            .Select(b => b.GetProperty("closedAt").GetDateTimeOffset().ToOffset(TimeSpan.FromHours(hours)).Date)
            .ToList();
        foreach (var day in closed.Distinct())
        {
            Assert.Equal(
                closed.Count(d => d <= day),
                (await shop.Get($"/api/books/recovery?metal=Au&until={day:yyyy-MM-dd}")).GetProperty("count").GetInt32()
            );
            Assert.Equal(
                closed.Count(d => d >= day),
                (await shop.Get($"/api/books/recovery?metal=Au&from={day:yyyy-MM-dd}")).GetProperty("count").GetInt32()
            );
        }
        var table = await shop.Client.GetStringAsync("/api/books/csv?metal=Au");
        Assert.All(closed, d => Assert.Contains($"{d:yyyy-MM-dd}", table));
    }

    [Fact]
    public async Task A_span_of_days_and_the_rest_make_all()
    {
        await using var shop = new Shop();
        var all = await shop.Get("/api/books/recovery?metal=Au");
        var middle = all.GetProperty("batches")[8].GetProperty("closedAt").GetDateTimeOffset().UtcDateTime.Date;
        var early = await shop.Get($"/api/books/recovery?metal=Au&until={middle:yyyy-MM-dd}");
        var late = await shop.Get($"/api/books/recovery?metal=Au&from={middle.AddDays(1):yyyy-MM-dd}");
        Assert.Equal(17, early.GetProperty("count").GetInt32() + late.GetProperty("count").GetInt32());
        Assert.Equal(9, early.GetProperty("count").GetInt32());
        Assert.Equal(Likely(all, "product"), Likely(early, "product") + Likely(late, "product"), 1e-6);
    }

    [Theory]
    [InlineData("recovery?from=yesterday", "from")]
    [InlineData("losses?metal=Xx", "metal")]
    [InlineData("money?from=2026-02-01&until=2026-01-01", "until")]
    [InlineData("behind?of=gold", "of")]
    public async Task What_cannot_be_asked_is_told(string path, string field)
    {
        await using var shop = new Shop();
        var response = await shop.Client.GetAsync("/api/books/" + path, TestContext.Current.CancellationToken);
        Assert.Equal(HttpStatusCode.UnprocessableEntity, response.StatusCode);
        var problem = JsonDocument.Parse(await response.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)).RootElement;
        Assert.Equal(field, problem.GetProperty("errors")[0].GetProperty("field").GetString());
    }

    [Fact]
    public async Task Losses_come_largest_first_and_lead_to_their_batches()
    {
        await using var shop = new Shop();
        var losses = await shop.Get("/api/books/losses?metal=Au");
        var causes = losses.GetProperty("causes").EnumerateArray().ToList();
        Assert.Equal("unaccounted", causes[0].GetProperty("cause").GetString());
        Assert.Equal(causes.Select(c => Likely(c, "grams")).OrderDescending(), causes.Select(c => Likely(c, "grams")));
        Assert.Equal(1, causes.Sum(c => c.GetProperty("share").GetDouble()), 1e-9);
        Assert.Equal(1, causes[^1].GetProperty("running").GetDouble(), 1e-9);
        Assert.Equal(Likely(losses, "all"), causes.Sum(c => Likely(c, "grams")), 1e-9);
        var behind = await shop.Get("/api/books/behind?metal=Au&of=loss:unaccounted");
        Assert.Equal("25-24", behind.GetProperty("parts")[0].GetProperty("code").GetString());
        Assert.Equal(
            Likely(causes[0], "grams"),
            behind.GetProperty("parts").EnumerateArray().Sum(p => p.GetProperty("value").GetDouble()),
            1e-9
        );
    }

    // Little is known of what is missing once the slip is put right: some of it, or none, and never less.
    [Fact]
    public async Task Nowhere_stands_less_than_nothing()
    {
        await using var shop = new Shop();
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
        double Low(JsonElement of, string figure) => of.GetProperty(figure).GetProperty("low").GetDouble();
        var losses = await shop.Get("/api/books/losses?metal=Au");
        var causes = losses.GetProperty("causes").EnumerateArray().ToList();
        Assert.All(causes, c => Assert.InRange(Low(c, "grams"), 0, Likely(c, "grams")));
        // What stands in filters and liquors is known well: the sum is more than nothing.
        Assert.InRange(Low(losses, "all"), 0.2, Likely(losses, "all"));
        Assert.InRange(Low(losses, "ofFeed"), 0.5, 2);
        var places = (await shop.Get("/api/books/places?metal=Au")).GetProperty("places").EnumerateArray().ToList();
        Assert.All(places, p => Assert.InRange(Low(p, "grams"), 0, Likely(p, "grams")));
    }

    [Fact]
    public async Task What_stands_in_the_house_is_what_the_metal_book_has()
    {
        await using var shop = new Shop();
        var places = await shop.Get("/api/books/places?metal=Au");
        var book = shop
            .Store.Ledger.Book.Balances.Where(b =>
                b.Key.Element == "Au" && new[] { "lot/", "batch/", "pool/" }.Any(a => b.Key.Account.StartsWith(a, StringComparison.Ordinal))
            )
            .Sum(b => b.Value);
        Assert.Equal(book / 1e6, places.GetProperty("places").EnumerateArray().Sum(p => Likely(p, "grams")), 1e-6);
        Assert.Contains("at work", places.GetProperty("places").EnumerateArray().Select(p => p.GetProperty("place").GetString()));
        var lots = await shop.Get("/api/books/behind?metal=Au&of=place:lots");
        Assert.Contains("HL-3a", lots.GetProperty("parts").EnumerateArray().Select(p => p.GetProperty("code").GetString()));
    }

    [Fact]
    public async Task The_chart_marks_the_slip_and_keeps_it_out_of_its_limits()
    {
        await using var shop = new Shop();
        var chart = await shop.Get("/api/books/chart?metal=Au");
        var slipped = chart.GetProperty("points").EnumerateArray().Single(p => p.GetProperty("code").GetString() == "25-24");
        Assert.True(slipped.GetProperty("marked").GetBoolean() && slipped.GetProperty("odd").GetBoolean());
        Assert.InRange(chart.GetProperty("centre").GetDouble(), 95, 98);
        Assert.True(chart.GetProperty("lower").GetDouble() > slipped.GetProperty("value").GetDouble());
        // Three sigma above 97 % would be a recovery that cannot be.
        Assert.Equal(100, chart.GetProperty("upper").GetDouble());
        foreach (var other in chart.GetProperty("others").EnumerateArray())
            Assert.NotEmpty(
                (await shop.Get("/api/books/chart?metal=Au&of=" + other.GetProperty("id").GetString()))
                    .GetProperty("points")
                    .EnumerateArray()
            );
        // Two silver batches in a month say nothing of a spread.
        var few = await shop.Get("/api/books/chart?metal=Ag");
        Assert.Equal(JsonValueKind.Null, few.GetProperty("lower").ValueKind);
        Assert.Contains("too little", few.GetProperty("why").GetString());
    }

    [Fact]
    public async Task Reagents_and_money_are_those_of_the_batches()
    {
        await using var shop = new Shop();
        var state = shop.Store.Ledger.State;
        var goldIds = Closed(shop).Where(b => b.Product!.Holds[0].Element == "Au").Select(b => b.Id).ToHashSet();
        var reagents = await shop.Get("/api/books/reagents?metal=Au");
        var nitric = reagents.GetProperty("reagents").EnumerateArray().Single(r => r.GetProperty("formula").GetString() == "HNO3");
        var poured = goldIds
            .SelectMany(id => state.Batches[id].Steps.Values)
            .SelectMany(s => s.Pours)
            .Where(p => p.BottleId.StartsWith("N-", StringComparison.Ordinal))
            .Sum(p => p.Grams);
        Assert.Equal(poured, Likely(nitric, "grams"), 1e-6);
        Assert.Equal(poured / Likely(reagents, "product"), Likely(nitric, "perGram"), 1e-6);
        var money = await shop.Get("/api/books/money?metal=Au");
        var one = money.GetProperty("batches").EnumerateArray().Single(b => b.GetProperty("code").GetString() == "26-01");
        var sheet = await shop.Get("/api/batches/26-01/worth");
        Assert.Contains(
            Math.Round(Likely(one, "leftOver")),
            sheet
                .ToString()
                .Split([':', ',', '}'])
                .Select(t => double.TryParse(t, System.Globalization.CultureInfo.InvariantCulture, out var x) ? Math.Round(x) : double.NaN)
        );
        Assert.Equal(Likely(money, "leftOver"), money.GetProperty("batches").EnumerateArray().Sum(b => Likely(b, "leftOver")), 1e-6);
    }

    [Theory]
    [InlineData("recovery")]
    [InlineData("losses")]
    [InlineData("places")]
    [InlineData("reagents")]
    [InlineData("money")]
    public async Task Every_figure_opens_a_working_that_says_the_same(string view)
    {
        await using var shop = new Shop();
        foreach (var metal in new[] { "Au", "Ag" })
        foreach (var figure in Figures(await shop.Get($"/api/books/{view}?metal={metal}")).ToList())
        {
            var working = await shop.Get(
                $"/api/books/working?view={view}&metal={metal}&key={Uri.EscapeDataString(figure.GetProperty("key").GetString()!)}"
            );
            Assert.Equal(figure.GetProperty("likely").GetDouble(), working.GetProperty("likely").GetDouble());
            Assert.NotEmpty(working.GetProperty("working").EnumerateArray());
        }
    }

    private static IEnumerable<JsonElement> Figures(JsonElement e) =>
        e.ValueKind switch
        {
            JsonValueKind.Object when e.TryGetProperty("key", out _) => [e],
            JsonValueKind.Object => e.EnumerateObject().SelectMany(p => Figures(p.Value)),
            JsonValueKind.Array => e.EnumerateArray().SelectMany(Figures),
            _ => [],
        };
}
