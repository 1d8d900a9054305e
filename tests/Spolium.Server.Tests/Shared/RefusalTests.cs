using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Shared;

/// <summary>What cannot be is refused with a field, a reason and a way out; nothing is written.</summary>
public class RefusalTests
{
    private const string Step = "/api/batches/26-02/steps/3-sulfamic";

    public static TheoryData<string, object, string> Wishes() =>
        new()
        {
            {
                Step + "/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "sulfamic",
                    BottleId = "S-1",
                    Amount = "some",
                },
                "amount"
            },
            {
                Step + "/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "sulfamic",
                    BottleId = "S-1",
                    Amount = "25 g",
                },
                "amount"
            },
            {
                Step + "/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "soup",
                    BottleId = "S-1",
                    Amount = "1 g",
                },
                "doseId"
            },
            {
                Step + "/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "sulfamic",
                    BottleId = "N-1",
                    Amount = "1 g",
                },
                "bottleId"
            },
            {
                Step + "/readings",
                new
                {
                    Head = Shop.Head(),
                    Kind = "temperature",
                    Value = "hot",
                },
                "value"
            },
            {
                Step + "/readings",
                new
                {
                    Head = Shop.Head(),
                    Kind = "temperature",
                    Value = "400 °C",
                },
                "value"
            },
            { Step + "/signs", new { Head = Shop.Head(), Sign = "stars" }, "sign" },
            {
                Step + "/weighings",
                new
                {
                    Head = Shop.Head(),
                    Output = "soup",
                    Mass = "1 g",
                },
                "output"
            },
            {
                Step + "/weighings",
                new
                {
                    Head = Shop.Head(),
                    Output = "denitrated",
                    Mass = "0 g",
                },
                "mass"
            },
            {
                Step + "/weighings",
                new
                {
                    Head = Shop.Head(),
                    Output = "denitrated",
                    Mass = "1 g",
                    Fineness = "25 K",
                },
                "fineness"
            },
            { Step + "/close", new { Head = Shop.Head() }, "signs" },
            { "/api/batches/26-02/steps/5-metabisulphite/begin", new { Head = Shop.Head() }, "stepId" },
            {
                "/api/batches/26-02/steps/nowhere/pours",
                new
                {
                    Head = Shop.Head(),
                    DoseId = "sulfamic",
                    BottleId = "S-1",
                    Amount = "1 g",
                },
                "stepId"
            },
            { "/api/batches/26-02/close", new { Head = Shop.Head() }, "batchId" },
            { "/api/batches/26-01/close", new { Head = Shop.Head() }, "batchId" },
            { "/api/batches/26-02/notes", new { Head = Shop.Head(), Text = " " }, "text" },
            {
                "/api/batches/26-02/corrections",
                new
                {
                    Head = Shop.Head(),
                    Corrects = "nothing",
                    Reason = "x",
                },
                "corrects"
            },
            {
                "/api/batches/26-02/route",
                new
                {
                    Head = Shop.Head(),
                    Options = new Dictionary<string, object>(),
                    Reason = "",
                },
                "reason"
            },
            { "/api/batches/26-02/give-back", new { Head = Shop.Head(), Reason = "x" }, "batchId" },
            { "/api/lots/hl-1/take-back", new { Head = Shop.Head(), Reason = "x" }, "corrects" },
            { "/api/lots/hl-1/split", new { Head = Shop.Head(), Parts = Array.Empty<object>() }, "lotId" },
            {
                "/api/batches",
                new
                {
                    Head = Shop.Head(),
                    BatchId = "n",
                    Code = "26-01",
                    LotId = "hl-1",
                    Amount = "5 g",
                },
                "code"
            },
            {
                "/api/batches",
                new
                {
                    Head = Shop.Head(),
                    BatchId = "n",
                    Code = "26-09",
                    LotId = "none",
                    Amount = "5 g",
                },
                "lotId"
            },
            { "/api/quantities/read", new { Text = "5", Field = "Colour" }, "field" },
        };

    [Fact]
    public async Task Each_wish_is_refused_at_its_field()
    {
        await using var shop = new Shop();
        var entries = shop.Store.Ledger.State.Entries.Count;
        foreach (var row in Wishes())
        {
            var (path, body, field) = row.Data;
            var (status, problem) = await shop.Post(path, body);
            Assert.True(status == 422, $"{path} {JsonSerializer.Serialize(body)}: {status} {problem}");
            var errors = problem.GetProperty("errors").EnumerateArray().ToList();
            Assert.True(errors.Any(e => e.GetProperty("field").GetString() == field), $"{path}: {problem}");
            Assert.All(errors, e =>
                Assert.True(e.GetProperty("reason").GetString()!.Length > 3 && e.GetProperty("wayOut").GetString()!.Length > 3)
            );
        }
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
    }

    [Fact]
    public async Task A_reason_lets_pass_what_only_breaks_a_habit()
    {
        await using var shop = new Shop();
        await shop.Done(
            Step + "/pours",
            new
            {
                Head = Shop.Head(),
                DoseId = "sulfamic",
                BottleId = "S-1",
                Amount = "25 g",
                Reason = "the jar fell in",
            }
        );
        Assert.Equal(25, shop.Store.Ledger.State.Batches["26-02"].Step("3-sulfamic").Pours[^1].Grams);
    }

    [Theory]
    [InlineData("/api/lots/none")]
    [InlineData("/api/lots/hl-1/working?key=none")]
    [InlineData("/api/batches/none")]
    [InlineData("/api/batches/26-01/steps/none")]
    [InlineData("/api/batches/none/journal")]
    [InlineData("/api/batches/none/trail")]
    [InlineData("/api/batches/26-01/trail?element=Pt")]
    [InlineData("/api/batches/26-01/trail/working?key=none")]
    [InlineData("/api/none")]
    public async Task What_is_not_there_is_a_problem_and_not_a_page(string path)
    {
        await using var shop = new Shop();
        using var answer = await shop.Client.GetAsync(path);
        Assert.Equal(HttpStatusCode.NotFound, answer.StatusCode);
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        Assert.StartsWith("There is no", problem.GetProperty("title").GetString());
    }

    [Theory]
    [InlineData("/api/lots", "{}")]
    [InlineData("/api/plan", "{}")]
    [InlineData("/api/batches/26-02/steps/3-sulfamic/pours", "{\"doseId\":\"sulfamic\",\"bottleId\":\"S-1\",\"amount\":\"1 g\"}")]
    [InlineData(
        "/api/batches/26-02/steps/3-sulfamic/pours",
        "{\"head\":null,\"doseId\":\"sulfamic\",\"bottleId\":\"S-1\",\"amount\":\"1 g\"}"
    )]
    [InlineData("/api/batches/26-02/close", "null")]
    public async Task A_request_that_lacks_what_it_must_hold_is_told_so(string path, string json)
    {
        await using var shop = new Shop();
        using var answer = await shop.Client.PostAsync(path, new StringContent(json, System.Text.Encoding.UTF8, "application/json"));
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Contains("cannot be read", await answer.Content.ReadAsStringAsync());
    }

    [Fact]
    public async Task A_body_that_is_no_json_is_a_problem_too()
    {
        await using var shop = new Shop(demo: false);
        using var answer = await shop.Client.PostAsync(
            "/api/lots",
            new StringContent("{ not json", System.Text.Encoding.UTF8, "application/json")
        );
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType!.MediaType);
        Assert.Contains("cannot be read", await answer.Content.ReadAsStringAsync());
        Assert.Empty(shop.Store.Ledger.State.Entries);
    }
}
