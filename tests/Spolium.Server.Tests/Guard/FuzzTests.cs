using System.Diagnostics;
using System.Globalization;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Server.Tests.Guard;

/// <summary>
/// Requests that nobody would send, over every address: none ends in an internal error, and what was acknowledged is what was written. A
/// short part with a fixed seed here;
/// <c>./check fuzz [SEED] [REQUESTS]</c> for the long run, in which no answer may take two seconds either.
/// </summary>
public class FuzzTests
{
    private static readonly int Seed = int.Parse(
        Environment.GetEnvironmentVariable("SPOLIUM_FUZZ_SEED") ?? "1",
        CultureInfo.InvariantCulture
    );
    private static readonly int Requests = int.Parse(
        Environment.GetEnvironmentVariable("SPOLIUM_FUZZ_REQUESTS") ?? "400",
        CultureInfo.InvariantCulture
    );
    private static readonly bool Long = Environment.GetEnvironmentVariable("SPOLIUM_FUZZ_REQUESTS") is not null;

    /// <summary>Bytes that the heap may have grown by after all of it.</summary>
    private const long MayGrow = 50_000_000;

    [Fact]
    public async Task No_request_ends_in_an_internal_error_and_what_is_acknowledged_is_what_is_written()
    {
        await using var shop = new Shop();
        var before = shop.Store.Ledger.State.Entries.Count;
        var made = new Nonsense(Seed, Nonsense.Addresses(shop.Services));
        var acknowledged = new HashSet<string>();
        var pairs = new HashSet<string>();
        var wrong = new List<string>();
        var heap = 0L;
        // The one answer that is made of all contracts by reflection, once: 0.8 s in a server that runs, more in one that has just
        // begun to.
        await shop.Get("/api/openapi.json");
        for (var i = 0; i < Requests; i++)
        {
            if (i % 50 == 0)
                made.Know(shop.Store.Ledger.State);
            // By then everything has been asked for once.
            if (i == Requests / 4)
                heap = GC.GetTotalMemory(true);
            var request = made.Next();
            using var message = request.Message();
            var clock = Stopwatch.StartNew();
            using var answer = await shop.Client.SendAsync(message);
            var text = await answer.Content.ReadAsStringAsync();
            if ((int)answer.StatusCode >= 500)
                wrong.Add($"{i} {request}: {(int)answer.StatusCode} {text[..Math.Min(300, text.Length)]}");
            if (Long && clock.Elapsed > TimeSpan.FromSeconds(2))
                wrong.Add($"{i} {request}: {clock.Elapsed}");
            if (answer.IsSuccessStatusCode && request.Id is { } id)
            {
                acknowledged.Add(EntryId.Plain(id));
                if (request.Path.StartsWith("/api/step/batch", StringComparison.Ordinal))
                    pairs.Add(EntryId.Plain(id));
            }
        }
        Assert.Empty(wrong);
        Assert.Equal(acknowledged.Count + pairs.Count, shop.Store.Ledger.State.Entries.Count - before);
        Assert.True(acknowledged.Count > Requests / 50, $"only {acknowledged.Count} were written");
        // What was written since is held; nothing else piles up.
        var grown = GC.GetTotalMemory(true) - heap;
        TestContext.Current.TestOutputHelper?.WriteLine($"{acknowledged.Count} written; the heap grew by {grown / 1e6:0.0} MB");
        Assert.True(grown < MayGrow, $"the heap grew by {grown / 1e6:0} MB");
        // The lists are those that the journal gives, and the journal is whole.
        Assert.Equal(shop.Store.Read().Count, shop.Store.Ledger.State.Entries.Count);
        Assert.Equal([], Data.Verifying.Of(shop.File, pictures: false).Faults);
    }
}
