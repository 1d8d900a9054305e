using System.Text.Json;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>Times that cannot be are asked back; what an old journal did wrong can still be looked at.</summary>
public class TimesTests
{
    private static object Note(string at, bool sure = false) =>
        new
        {
            Head = new
            {
                EntryId = Guid.NewGuid().ToString(),
                By = "AV",
                OccurredAt = at,
                TimeIsRight = sure,
            },
            Text = "late",
        };

    [Theory]
    [InlineData("0001-01-01T00:00:00Z", 422)]
    [InlineData("1900-06-01T00:00:00Z", 422)]
    [InlineData("2026-11-25T14:06:00Z", 422)]
    [InlineData("2026-11-25T14:04:00Z", 200)]
    [InlineData("2026-03-01T14:04:00Z", 200)]
    public async Task A_time_before_the_shop_or_yet_to_come_is_asked_back(string at, int wanted)
    {
        await using var shop = new Shop();
        var (status, answer) = await shop.Post("/api/batches/26-02/notes", Note(at));
        Assert.Equal(wanted, status);
        if (wanted == 422)
            Assert.Equal("occurredAt", Shop.First(answer).Field);
        // What lies before the shop can be so; what is yet to come cannot.
        var (again, _) = await shop.Post("/api/batches/26-02/notes", Note(at, sure: true));
        Assert.Equal(at.StartsWith("2026-11-25T14:06", StringComparison.Ordinal) ? 422 : 200, again);
    }

    [Fact]
    public async Task A_clock_that_was_set_back_is_told()
    {
        await using var shop = new Shop();
        Assert.Equal(JsonValueKind.Null, (await shop.Get("/api/health")).GetProperty("clock").ValueKind);
        shop.Clock.Advance(TimeSpan.FromDays(400));
        await shop.Done("/api/batches/26-02/notes", Note("2026-11-25T14:00:00Z"));
        shop.Clock.AdjustTime(new DateTimeOffset(2026, 11, 25, 15, 0, 0, TimeSpan.Zero));
        Assert.Contains("stands before the last entry", (await shop.Get("/api/health")).GetProperty("clock").GetString());
    }

    [Fact]
    public async Task A_lot_whose_part_is_gone_is_shown()
    {
        // As a journal has it that was written before ids were guarded: a lot was received over a part, and taken back.
        var shop = new Shop();
        await shop.Done(
            "/api/lots/hl-9a/split",
            new
            {
                Head = Shop.Head(),
                Parts = new[]
                {
                    new
                    {
                        LotId = "n1",
                        Code = "N1",
                        Title = "a",
                        Amount = "60 g",
                    },
                    new
                    {
                        LotId = "n2",
                        Code = "N2",
                        Title = "b",
                        Amount = "36.4 g",
                    },
                },
            }
        );
        var received = (LotReceived)shop.Store.Ledger.State.Entries.First(e => e.Body is LotReceived).Body;
        var over = new Entry(
            Guid.NewGuid().ToString(),
            [new("lot:n1", shop.Store.Ledger.State.Version("lot:n1") + 1)],
            shop.Clock.GetUtcNow(),
            shop.Clock.GetUtcNow(),
            "AV",
            received with
            {
                LotId = "n1",
                Code = "over",
            }
        );
        shop.Store.Import([
            over,
            new Entry(
                Guid.NewGuid().ToString(),
                [new("lot:n1", over.Streams[0].Version + 1)],
                shop.Clock.GetUtcNow(),
                shop.Clock.GetUtcNow(),
                "AV",
                new Correction([over.Id], "a slip", null)
            ),
        ]);
        var lot = await shop.Get("/api/lots/hl-9a");
        Assert.Contains(lot.GetProperty("parts").EnumerateArray(), p => p.GetProperty("id").GetString() == "n2");
        await shop.DisposeAsync();
    }
}
