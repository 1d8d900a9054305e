using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>Something else happened, over HTTP: written, shown, taken back; what is meant against a stop is refused.</summary>
public class BesideTests
{
    private const string Path = "/api/batches/26-02/steps/3-sulfamic/beside";

    private static object Wish(string what, string? amount = null, string? bottle = null, bool happened = false, string? into = null) =>
        new
        {
            Head = Shop.Head(),
            What = what,
            Amount = amount,
            BottleId = bottle,
            Happened = happened,
            Into = into,
        };

    [Fact]
    public async Task A_rinse_is_written_and_shown_and_taken_back()
    {
        await using var shop = new Shop();
        var batch = await shop.Done(Path, Wish("poured", "25 mL", "water"));
        var line = batch.GetProperty("current").GetProperty("beside")[0];
        Assert.Contains("25 mL", line.GetProperty("words").GetString()!, StringComparison.Ordinal);
        await shop.Done(
            "/api/batches/26-02/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = line.GetProperty("entryId").GetString(),
                Reason = "the other beaker",
            }
        );
        batch = await shop.Get("/api/batches/26-02");
        Assert.Equal(0, batch.GetProperty("current").GetProperty("beside").GetArrayLength());
    }

    [Fact]
    public async Task Each_kind_is_written_in_words_that_say_what_it_was()
    {
        await using var shop = new Shop();
        var choices = await shop.Get(Path);
        var vessel = choices.GetProperty("vessels").EnumerateArray().Last().GetProperty("id").GetString();
        Assert.Equal("water", choices.GetProperty("bottles")[0].GetProperty("id").GetString());
        Assert.NotEqual(0, choices.GetProperty("holdings").GetArrayLength());
        await shop.Done(Path, Wish("spilt", "5 %"));
        await shop.Done(Path, Wish("sampled", "2 mL"));
        await shop.Done(Path, Wish("moved", into: vessel));
        var batch = await shop.Done(Path, Wish("boiledAway", "10 mL"));
        var words = batch.GetProperty("current").GetProperty("beside").EnumerateArray().Select(b => b.GetProperty("words").GetString()!);
        Assert.Equal(
            4,
            words
                .Zip(["spilt", "taken out", "moved into", "boiled down"], (w, part) => w.Contains(part, StringComparison.Ordinal))
                .Count(x => x)
        );
        var outputs = batch.GetProperty("current").GetProperty("outputs").EnumerateArray().Select(o => o.GetProperty("id").GetString()!);
        Assert.Subset(outputs.ToHashSet(), new HashSet<string> { "spilt", "sample", "clung" });
    }

    [Fact]
    public async Task Bleach_is_refused_while_it_is_meant_and_written_with_what_comes_first_once_it_has_happened()
    {
        await using var shop = new Shop();
        Assert.Equal("happened", Shop.First((await shop.Post(Path, Wish("poured", "5 mL", "C-1"))).Body).Field);
        var batch = await shop.Done(Path, Wish("poured", "5 mL", "C-1", happened: true));
        var danger = batch.GetProperty("current").GetProperty("danger");
        Assert.NotEmpty(danger.GetProperty("first").GetString()!);
        var pour = await shop.Post(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "0.2 g",
            }
        );
        Assert.Equal((422, "stepId"), (pour.Status, Shop.First(pour.Body).Field));
    }

    [Fact]
    public async Task A_bottle_that_came_since_the_batch_began_is_poured_like_the_others()
    {
        await using var shop = new Shop();
        var bottle = new
        {
            Id = "S-9",
            Form = "sulfamic",
            Amount = "100 g",
            Price = "9 kr",
        };
        await shop.Done("/api/shelf", new { Head = Shop.Head(), Bottles = new[] { bottle } });
        object Pour(string from) =>
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = from,
                Amount = "0.2 g",
            };
        const string Pours = "/api/batches/26-02/steps/3-sulfamic/pours";
        Assert.Equal("bottleId", Shop.First((await shop.Post(Pours, Pour("N-1"))).Body).Field);
        var batch = await shop.Done(Pours, Pour("S-9"));
        var rungs = batch.GetProperty("current").GetProperty("doses")[0].GetProperty("rungs").EnumerateArray().ToList();
        Assert.Equal(3, rungs.Count(r => r.GetProperty("entryId").ValueKind == JsonValueKind.String));
        Assert.Contains(rungs, r => r.GetProperty("bottleId").GetString() == "S-9");
        var jar = await shop.Get("/api/shelf/S-9");
        Assert.Contains("99.8", jar.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_rinse_from_the_tap_keeps_the_chloride_of_its_bottle()
    {
        await using var shop = new Shop();
        foreach (var (id, form) in new[] { ("T-8", "water-tap"), ("T-9", "water-distilled") })
            await shop.Done(
                "/api/shelf",
                new
                {
                    Head = Shop.Head(),
                    Bottles = new[]
                    {
                        new
                        {
                            Id = id,
                            Form = form,
                            Amount = "5 L",
                            Price = "1 kr",
                        },
                    },
                }
            );
        await shop.Done(Path, Wish("poured", "20 mL", "T-8"));
        await shop.Done(Path, Wish("poured", "20 mL", "T-9"));
        await shop.Done(Path, Wish("poured", "20 mL", "water"));
        var poured = shop.Store.Ledger.State.Batches["26-02"].Step("3-sulfamic").Beside.Select(b => b.Body.Poured!.Pour.ChloridePpm);
        Assert.Equal([40, 0.1, null], poured);
    }

    [Theory]
    [InlineData("foam", "80 mL", null)]
    [InlineData("left", "140 %", "value")]
    [InlineData("left-grams", "5 kg", "value")]
    [InlineData("smell", "3", "kind")]
    public async Task What_is_read_while_it_goes_on_is_kept_or_names_its_field(string kind, string value, string? field)
    {
        await using var shop = new Shop();
        var (status, body) = await shop.Post(
            "/api/batches/26-02/steps/3-sulfamic/readings",
            new
            {
                Head = Shop.Head(),
                Kind = kind,
                Value = value,
            }
        );
        Assert.Equal(field is null ? 200 : 422, status);
        if (field is not null)
            Assert.Equal(field, Shop.First(body).Field);
        else
            Assert.Equal(80, shop.Store.Ledger.State.Batches["26-02"].Facts["3-sulfamic"].Readings.Single().Value.Value);
    }

    [Theory]
    [InlineData("vanished", "1 mL", "what")]
    [InlineData("spilt", "much", "amount")]
    [InlineData("boiledAway", "3 g", "amount")]
    [InlineData("moved", null, "into")]
    [InlineData("poured", "3 mL", "bottleId")]
    public async Task What_cannot_be_read_names_its_field(string what, string? amount, string field)
    {
        await using var shop = new Shop();
        Assert.Equal(field, Shop.First((await shop.Post(Path, Wish(what, amount))).Body).Field);
    }
}
