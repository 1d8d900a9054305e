using System.Collections.Concurrent;
using System.Globalization;
using System.Net.Http.Json;
using Spolium.Core.Deciding;
using Spolium.Core.Records;
using Spolium.Data;
using Spolium.Golden;
using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>
/// Eight hands at once: what was acknowledged is what was written, no code stands twice, and what a decision had looked at still held when
/// it was written. A short part here; 8 × 500 writes with <c>./check fuzz</c>.
/// </summary>
public class WritersTests
{
    private const int Hands = 8;

    private static readonly int Writes = int.Parse(
        Environment.GetEnvironmentVariable("SPOLIUM_WRITES") ?? "12",
        CultureInfo.InvariantCulture
    );
    private static readonly int Seed = int.Parse(
        Environment.GetEnvironmentVariable("SPOLIUM_FUZZ_SEED") ?? "1",
        CultureInfo.InvariantCulture
    );

    [Fact]
    public async Task Eight_hands_write_each_thing_once_and_no_code_twice()
    {
        await using var shop = new Shop();
        var before = shop.Store.Ledger.State.Entries.Count;
        var (done, other) = (new ConcurrentDictionary<string, string>(), new ConcurrentBag<string>());
        await Task.WhenAll(Enumerable.Range(0, Hands).Select(h => Task.Run(() => Hand(shop, h, done, other))));

        Assert.All(other, o => Assert.Matches("^(409|422) ", o));
        Assert.True(
            done.Count > Hands * Writes / 2,
            $"only {done.Count} of {Hands * Writes} were written, else {string.Join(", ", other.Take(5))}"
        );
        Assert.Equal(done.Count, shop.Store.Ledger.State.Entries.Count - before);
        Assert.Equal(done.Keys.Order(), shop.Store.Read().Skip(before).Select(e => e.Id).Order());
        await using (var db = shop.Store.Connect())
        {
            Assert.DoesNotContain(db.Lots.AsEnumerable().GroupBy(l => l.Code.ToUpperInvariant()), g => g.Count() > 1);
            Assert.DoesNotContain(db.Batches.AsEnumerable().GroupBy(b => b.Code.ToUpperInvariant()), g => g.Count() > 1);
        }
        // Nobody poured what was no longer there, though all of them poured of one bottle.
        Assert.All(shop.Store.Ledger.State.Shelf.Values, b => Assert.True(b.Grams > -1e-6, $"{b.Id} {b.Grams}"));
        var live = Projections.Of(shop.Store);
        shop.Store.Rebuild();
        Assert.Equal(live, Projections.Of(shop.Store));
        Assert.Equal([], Verifying.Of(shop.File, pictures: false).Faults);
    }

    private static async Task Hand(Shop shop, int hand, ConcurrentDictionary<string, string> done, ConcurrentBag<string> other)
    {
        var random = new Random(Seed * 100 + hand);
        var poured = new Stack<string>();
        for (var i = 0; i < Writes; i++)
        {
            var id = Guid.NewGuid().ToString();
            var head = Shop.Head(id);
            // Codes and names are fought for: all hands count alike.
            var (path, body) = random.Next(8) switch
            {
                0 => ("/api/lots", Shop.Lot($"W-{i}", head: head)),
                1 => (
                    "/api/shelf",
                    new
                    {
                        Head = head,
                        Bottles = new[]
                        {
                            new
                            {
                                Id = $"WB-{i}",
                                Form = "nitric-68",
                                Amount = "1 L",
                            },
                        },
                    }
                ),
                2 => (
                    "/api/vessels",
                    (object)
                        new
                        {
                            Head = head,
                            VesselId = $"WV-{i}",
                            Kind = "beaker, low form",
                            NominalMl = 400,
                        }
                ),
                3 => (
                    "/api/lots/hl-9b/offer",
                    new
                    {
                        Head = head,
                        Crowns = $"{80 + i} kr",
                        By = "a dealer",
                    }
                ),
                4 when poured.TryPop(out var pour) => (
                    "/api/batches/26-02/corrections",
                    new
                    {
                        Head = head,
                        Corrects = pour,
                        Reason = "spilled",
                    }
                ),
                5 => ("/api/batches/26-02/notes", new { Head = head, Text = $"note {hand}-{i}" }),
                _ => (
                    "/api/batches/26-02/steps/3-sulfamic/pours",
                    new
                    {
                        Head = head,
                        DoseId = "sulfamic",
                        BottleId = "S-1",
                        Amount = "0.2 g",
                    }
                ),
            };
            // One of five is pressed twice, at the same moment.
            var answers = await Task.WhenAll(
                Enumerable.Range(0, random.Next(5) == 0 ? 2 : 1).Select(_ => shop.Client.PostAsJsonAsync(path, body))
            );
            foreach (var answer in answers.Where(a => !a.IsSuccessStatusCode))
                other.Add($"{(int)answer.StatusCode} {path} {await answer.Content.ReadAsStringAsync()}");
            // Both presses are told the same.
            Assert.Single(answers.Select(a => a.IsSuccessStatusCode).Distinct());
            if (answers[0].IsSuccessStatusCode && done.TryAdd(EntryId.Plain(id), path) && path.EndsWith("/pours", StringComparison.Ordinal))
                poured.Push(id);
        }
    }

    [Fact]
    public async Task A_decision_whose_ground_moved_is_made_anew_and_at_last_where_nothing_moves()
    {
        await using var shop = new Shop();
        var store = shop.Store;
        var (asked, moves) = (0, 1);
        Task? waiting = null;
        // While it is decided, somebody else makes an offer for the lot that it looks at.
        Wish Wish(string lot) =>
            new(Guid.NewGuid().ToString(), "x", new Dictionary<string, long?> { ["shop"] = null }, shop.Clock.GetUtcNow(), "AV", l =>
            {
                asked++;
                var seen = l.State.Lots["hl-9b"].Offer?.Crowns?.Value;
                if (asked <= moves)
                    Offer(store, shop.Clock, lot, asked);
                else if (moves > 1)
                {
                    // Nobody writes while it is decided for the last time.
                    waiting = Task.Run(() => Offer(store, shop.Clock, lot, 99));
                    Assert.False(SpinWait.SpinUntil(() => waiting.IsCompleted, 500));
                }
                return Decision.Write(new NoteWritten(null, null, $"offered {seen}"));
            });
        Assert.Equal(
            "offered 1",
            ((NoteWritten)((Written.Done)await store.Write(Wish("hl-9b"), TestContext.Current.CancellationToken)).Entry.Body).Text
        );
        Assert.Equal(2, asked);
        // Of another lot it knows nothing, and goes through.
        (asked, moves) = (0, 1);
        Assert.IsType<Written.Done>(await store.Write(Wish("hl-9a"), TestContext.Current.CancellationToken));
        Assert.Equal(1, asked);
        // Overtaken three times, it is decided inside the lock.
        (asked, moves) = (0, 3);
        Assert.Equal(
            "offered 3",
            ((NoteWritten)((Written.Done)await store.Write(Wish("hl-9b"), TestContext.Current.CancellationToken)).Entry.Body).Text
        );
        Assert.Equal(4, asked);
        await waiting!;
        Assert.Equal(99, store.Ledger.State.Lots["hl-9b"].Offer!.Crowns!.Value);
    }

    private static void Offer(JournalStore store, TimeProvider time, string lot, int crowns)
    {
        var body = new LotOffered(lot, new($"{crowns} kr", Core.Quantities.Field.Money, crowns, "kr"), "a dealer");
        var written = store
            .Write(
                new(
                    Guid.NewGuid().ToString(),
                    "y",
                    new Dictionary<string, long?> { [Entry.LotStream(lot)] = null },
                    time.GetUtcNow(),
                    "AV",
                    _ => Decision.Write(body)
                )
            )
            .GetAwaiter()
            .GetResult();
        Assert.IsType<Written.Done>(written);
    }
}
