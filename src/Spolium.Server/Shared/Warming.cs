using System.Data.Common;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.EntityFrameworkCore;
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
        foreach (var path in new[] { "lots", "batches", "shelf", "shelf/forms", "ways", "vessels", "prices", "materials", "strength/choices", "quantities/instruments", "pools", "books/practice", "books/recovery", "books/losses", "books/places", "books/chart", "books/reagents", "books/money" })
            yield return ("/api/" + path, null);
        // An open batch has the step at hand, a closed one the balance of all; one that does not add up is searched for slips.
        List<string> open = [.. state.Batches.Values.Where(b => b.ClosedAt is null).OrderByDescending(b => b.StartedAt).ThenBy(b => b.Id, StringComparer.Ordinal).Select(b => b.Id)];
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

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        var started = new TaskCompletionSource();
        await using var _ = life.ApplicationStarted.Register(started.SetResult);
        await started.Task.WaitAsync(stoppingToken);
        if (!Uri.TryCreate(server.Features.Get<IServerAddressesFeature>()?.Addresses.FirstOrDefault(), UriKind.Absolute, out var address))
            return;
        try
        {
            store.Rehearse();
            using var client = new HttpClient(new SocketsHttpHandler { UseProxy = false }) { BaseAddress = address };
            foreach (var (path, body) in Asked(store))
                using (body is null ? await client.GetAsync(path, stoppingToken) : await client.PostAsJsonAsync(path, body, stoppingToken))
                {
                }
        }
        catch (Exception e) when (e is HttpRequestException or DbException or DbUpdateException)
        {
            // A favour that fails costs the first visitor half a second; the server serves on.
            log.LogInformation(e, "Nothing was asked ahead");
        }
    }
}
