using System.Text.Json;
using Xunit;

namespace Spolium.Server.Tests.Shelf;

/// <summary>Licences and limits over the wire; a gate stands on the write itself, whatever page asks.</summary>
public class LicenceTests
{
    private static object Licence(string? until = "2099-12-31", string[]? scope = null) =>
        new
        {
            Head = Shop.Head(),
            LicenceId = Guid.NewGuid().ToString(),
            Number = "T-17",
            Holder = "A. V.",
            Scope = scope ?? ["chlorine"],
            From = "2026-01-01",
            Until = until,
        };

    [Fact]
    public async Task A_licence_is_written_down_and_ends()
    {
        await using var shop = new Shop(demo: false);
        var (status, problem) = await shop.Post("/api/licences", Licence(until: null));
        Assert.Equal((422, "until"), (status, Shop.First(problem).Field));
        (status, problem) = await shop.Post("/api/licences", Licence(until: "31.12.2099"));
        Assert.Equal((422, "until", "'31.12.2099' is no day"), (status, Shop.First(problem).Field, Shop.First(problem).Reason));
        (status, problem) = await shop.Post("/api/licences", Licence(scope: []));
        Assert.Equal((422, "scope"), (status, Shop.First(problem).Field));
        var view = await shop.Done("/api/licences", Licence());
        var licence = view.GetProperty("licences")[0];
        Assert.True(licence.GetProperty("holds").GetBoolean());
        Assert.Equal("making chlorine", licence.GetProperty("scope")[0].GetString());
        Assert.True(Limit(view, "chlorine").GetProperty("open").GetBoolean());
        var id = licence.GetProperty("id").GetString();
        view = await shop.Done($"/api/licences/{id}/end", new { Head = Shop.Head(), Why = "given back" });
        Assert.Equal("ended: given back", view.GetProperty("licences")[0].GetProperty("says").GetString());
        Assert.False(Limit(view, "chlorine").GetProperty("open").GetBoolean());
    }

    [Fact]
    public async Task A_limit_goes_down_and_never_above_what_Spolium_set()
    {
        await using var shop = new Shop(demo: false);
        var (status, problem) = await shop.Post("/api/licences/limits/chlorine", new { Head = Shop.Head(), Most = "60 L" });
        Assert.Equal((422, "most"), (status, Shop.First(problem).Field));
        var view = await shop.Done("/api/licences/limits/chlorine", new { Head = Shop.Head(), Most = "5 L" });
        Assert.Equal("5 L", Limit(view, "chlorine").GetProperty("most").GetString());
        Assert.True(Limit(view, "chlorine").GetProperty("lowered").GetBoolean());
    }

    // Some 0.7 to 1.2 L for the mounts of the demo: with a limit of 50 mL it is shown, told, and not begun.
    [Fact]
    public async Task Work_above_the_limit_is_shown_and_not_begun_whatever_day_is_typed()
    {
        await using var shop = new Shop();
        await shop.Done("/api/licences/limits/chlorine", new { Head = Shop.Head(), Most = "50 mL" });
        var way = "chlorine-lift/chlorine-hcl/clear/metabisulphite/wash-dry-melt".Split('/');
        var plan = await shop.Done(
            "/api/plan",
            new
            {
                LotId = "hl-9a",
                Amount = "50 g",
                Methods = way,
            }
        );
        Assert.Contains(Cautions(plan), c => c.Contains("led only with a licence for making chlorine", StringComparison.Ordinal));
        var begun = await Begin(shop, "c-1", way);
        Assert.Equal((422, "stepId"), (begun.Status, Shop.First(begun.Problem).Field));
        await shop.Done("/api/licences", Licence());
        // The licence was typed now: a step of yesterday is none of its.
        var yesterday = DateTimeOffset.UtcNow.AddDays(-1);
        var (status, _) = await shop.Post(Step("c-1"), new { Head = Shop.Head(at: yesterday) });
        Assert.Equal(422, status);
        await shop.Done(Step("c-1"), new { Head = Shop.Head() });
    }

    private static string Step(string batch) => $"/api/batches/{batch}/steps/1-chlorine-lift/begin";

    private static async Task<(int Status, JsonElement Problem)> Begin(Shop shop, string id, string[] way)
    {
        await shop.Done(
            "/api/batches",
            new
            {
                Head = Shop.Head(),
                BatchId = id,
                Code = id,
                Title = "mounts",
                LotId = "hl-9a",
                Amount = "50 g",
                Methods = way,
            }
        );
        return await shop.Post(Step(id), new { Head = Shop.Head() });
    }

    private static IEnumerable<string> Cautions(JsonElement plan) =>
        plan.GetProperty("steps")[0].GetProperty("cautions").EnumerateArray().Select(c => c.GetProperty("text").GetString()!);

    private static JsonElement Limit(JsonElement view, string id) =>
        view.GetProperty("limits").EnumerateArray().First(l => l.GetProperty("id").GetString() == id);
}
