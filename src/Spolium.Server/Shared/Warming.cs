using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Spolium.Data;

namespace Spolium.Server.Shared;

/// <summary>
/// After a start the server asks itself for what the places show, once: the runtime compiles then what it would else compile
/// while somebody waits (half a second for the first batch). Nothing is written.
/// </summary>
public sealed class Warming(IServer server, JournalStore store, IHostApplicationLifetime life, ILogger<Warming> log) : BackgroundService
{
    private const int Trails = 30;

    /// <summary>What is asked, each with the body that it is posted with; null asks without one.</summary>
    public static IEnumerable<(string Path, object? Body)> Asked(JournalStore store)
    {
        var state = store.Ledger.State;
        foreach (
            var path in new[]
            {
                "lots",
                "batches",
                "shelf",
                "shelf/forms",
                "ways",
                "vessels",
                "prices",
                "materials",
                "strength/choices",
                "quantities/instruments",
                "pools",
                "books/practice",
                "books/recovery",
                "books/losses",
                "books/places",
                "books/chart",
                "books/reagents",
                "books/money",
            }
        )
            yield return ("/api/" + path, null);
        foreach (var pool in state.Pools.Values)
            yield return ($"/api/pools/{Uri.EscapeDataString(pool.Id)}/balance", null);
        // An open batch has the step at hand, a closed one the balance of all; one that does not add up is searched for slips.
        List<string> open =
        [
            .. state
                .Batches.Values.Where(b => b.ClosedAt is null)
                .OrderByDescending(b => b.StartedAt)
                .ThenBy(b => b.Id, StringComparer.Ordinal)
                .Select(b => b.Id),
        ];
        foreach (var some in new[] { open, store.Lists.ClosedBatches(Trails) }.Where(b => b.Count > 0))
        {
            foreach (var view in new[] { "", "/journal", "/worth" })
                yield return ($"/api/batches/{some[0]}{view}", null);
            foreach (var batch in some.Take(Trails))
                yield return ($"/api/batches/{batch}/trail", null);
        }
        if (state.Lots.Values.Where(l => l.Left > 0).MinBy(l => l.Id, StringComparer.Ordinal) is { } lot)
        {
            yield return ($"/api/lots/{lot.Id}", null);
            yield return ("/api/plan", new { LotId = lot.Id, Amount = lot.Amount.Text });
        }
    }

    // Whatever takes longer than this is not waited for.
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(10);

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var started = new TaskCompletionSource();
        await using var _ = life.ApplicationStarted.Register(started.SetResult);
        await started.Task.WaitAsync(stoppingToken);
        if (!Uri.TryCreate(server.Features.Get<IServerAddressesFeature>()?.Addresses.FirstOrDefault(), UriKind.Absolute, out var address))
            return;
        using var client = new HttpClient(new SocketsHttpHandler { UseProxy = false }) { BaseAddress = address, Timeout = Patience };
        await Favour(
            async () =>
            {
                store.Rehearse();
                foreach (var (path, body) in Asked(store))
                    await Favour(
                        async () =>
                            (
                                body is null
                                    ? await client.GetAsync(path, stoppingToken)
                                    : await client.PostAsJsonAsync(path, body, stoppingToken)
                            ).Dispose(),
                        stoppingToken
                    );
            },
            stoppingToken
        );
    }

    // A favour that fails, or takes long, costs the first visitor his time; the server serves on.
    private async Task Favour(Func<Task> act, CancellationToken stopping)
    {
        try
        {
            await act();
        }
        catch (Exception e) when (!stopping.IsCancellationRequested)
        {
            log.LogInformation(e, "Something was not asked ahead");
        }
    }
}
