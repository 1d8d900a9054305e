using System.Text.Json;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Run;

/// <summary>What is taken back, given back, and read back.</summary>
public partial class RunTests
{
    [Fact]
    public async Task The_trail_goes_back_in_time()
    {
        await using var shop = new Shop();
        var now = await shop.Get("/api/batches/26-01/trail");
        var early = await shop.Get("/api/batches/26-01/trail?at=3");
        Assert.Equal(3, early.GetProperty("at").GetInt64());
        Assert.Single(early.GetProperty("holdings").EnumerateArray());
        Assert.True(now.GetProperty("holdings").GetArrayLength() > 8);
    }

    [Fact]
    public async Task A_batch_started_by_mistake_gives_its_metal_back()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/lots", Shop.Lot());
        object Start() =>
            new
            {
                Head = Shop.Head(),
                BatchId = "26-01",
                Code = "26-01",
                LotId = "X-1",
                Amount = "60 g",
            };
        await shop.Done("/api/batches", Start());
        Assert.Equal(40, (await shop.Get("/api/lots/X-1")).GetProperty("leftValue").GetDouble(), 1e-9);
        await shop.Done("/api/batches/26-01/give-back", new { Head = Shop.Head(), Reason = "wrong lot" });
        Assert.Equal(0, (await shop.Get("/api/batches")).GetArrayLength());
        Assert.Equal(100, (await shop.Get("/api/lots/X-1")).GetProperty("leftValue").GetDouble(), 1e-9);
        await shop.Done("/api/batches", Start());
        await shop.Done("/api/batches/26-01/steps/1-nitric-strip/begin", new { Head = Shop.Head() });
        var (status, problem) = await shop.Post("/api/batches/26-01/give-back", new { Head = Shop.Head(), Reason = "late" });
        Assert.Equal((422, "a step has begun"), (status, Shop.First(problem).Reason));
    }

    [Fact]
    public async Task An_entry_of_another_batch_is_not_taken_back_from_here()
    {
        await using var shop = new Shop();
        var other = shop.Store.Ledger.State.Entries.Last(e => e.Body is BatchClosed).Id;
        var (status, problem) = await shop.Post(
            "/api/batches/26-02/corrections",
            new
            {
                Head = Shop.Head(),
                Corrects = other,
                Reason = "mine",
            }
        );
        Assert.Equal((422, "corrects"), (status, Shop.First(problem).Field));
    }

    [Fact]
    public async Task Steps_notes_readings_and_the_way_are_written_and_read_back()
    {
        await using var shop = new Shop();
        await shop.Done(
            "/api/batches/26-02/notes",
            new
            {
                Head = Shop.Head(),
                StepId = "3-sulfamic",
                Text = "smells of nothing",
            }
        );
        await shop.Done(
            "/api/batches/26-02/steps/3-sulfamic/readings",
            new
            {
                Head = Shop.Head(),
                Kind = "temperature",
                Value = "190 °F",
            }
        );
        var step = await shop.Get("/api/batches/26-02/steps/3-sulfamic");
        Assert.Contains("190 °F", step.GetProperty("readings").ToString());
        Assert.Equal(
            "temperature read: 190 degrees Fahrenheit = 87.8 °C",
            Server.Shared.EntryWords.Say(shop.Store.Ledger.State.Entries[^1].Body)
        );
        var (status, problem) = await shop.Post(
            "/api/batches/26-02/steps/3-sulfamic/readings",
            new
            {
                Head = Shop.Head(),
                Kind = "mood",
                Value = "1",
            }
        );
        Assert.Equal(422, status);
        Assert.Contains("is not read here", problem.ToString());
        var options = new Dictionary<string, object> { ["metabisulphite"] = new { school = "2.6" } };
        var before = (await shop.Get("/api/batches/26-02")).GetProperty("then");
        var after = (
            await shop.Done(
                "/api/batches/26-02/route",
                new
                {
                    Head = Shop.Head(),
                    Options = options,
                    Reason = "to be sure",
                }
            )
        ).GetProperty("then");
        double Dose(JsonElement then) =>
            then.EnumerateArray()
                .Single(t => t.GetProperty("title").GetString()!.StartsWith("metabisulphite", StringComparison.Ordinal))
                .GetProperty("grams")
                .GetProperty("likely")
                .GetDouble();
        Assert.Equal(2, Dose(after) / Dose(before), 0.02);
        var journal = await shop.Get("/api/batches/26-02/journal");
        Assert.Contains(journal.EnumerateArray(), l => l.GetProperty("words").GetString() == "smells of nothing");
    }

    private static IEnumerable<string> Keys(JsonElement e) =>
        e.ValueKind switch
        {
            JsonValueKind.Object when e.TryGetProperty("key", out var k) && e.TryGetProperty("likely", out _) => [k.GetString()!],
            JsonValueKind.Object => e.EnumerateObject().SelectMany(p => Keys(p.Value)),
            JsonValueKind.Array => e.EnumerateArray().SelectMany(Keys),
            _ => [],
        };
}
