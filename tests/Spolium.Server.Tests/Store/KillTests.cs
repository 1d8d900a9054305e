using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Spolium.Core.Records;
using Spolium.Data;
using Spolium.Golden;
using Spolium.Server.Tests.Guard;
using Spolium.Server.Tests.Store;
using Spolium.Tests;
using Xunit;

[assembly: HostingStartup(typeof(KilledAtAPoint))]

namespace Spolium.Server.Tests.Store;

/// <summary>Where a server is told so, it kills itself when a write passes a point for the n-th time.</summary>
public sealed class KilledAtAPoint : IHostingStartup
{
    public void Configure(IWebHostBuilder builder)
    {
        if (Environment.GetEnvironmentVariable("SPOLIUM_KILL_AT")?.Split(':') is [var point, var after])
            builder.ConfigureServices(services =>
                services.AddHostedService(s => new Killer(
                    s.GetRequiredService<JournalStore>(),
                    point,
                    int.Parse(after, CultureInfo.InvariantCulture)
                ))
            );
    }

    private sealed class Killer(JournalStore store, string point, int after) : IHostedService
    {
        private int passed;

        public Task StartAsync(CancellationToken cancellationToken)
        {
            store.Passing = at =>
            {
                if (at == point && ++passed == after)
                    Process.GetCurrentProcess().Kill();
            };
            return Task.CompletedTask;
        }

        public Task StopAsync(CancellationToken cancellationToken) => Task.CompletedTask;
    }
}

/// <summary>
/// The whole server is killed in the middle of requests, half of the time at named points of a write: what it had acknowledged is there,
/// what it had not is written once when the page sends it again, and the journal is whole. A few here, 100 with <c>./check crash</c>. A
/// kill proves no sync to the disk.
/// </summary>
public class KillTests
{
    private static readonly int Kills = int.Parse(Environment.GetEnvironmentVariable("SPOLIUM_KILLS") ?? "2", CultureInfo.InvariantCulture);
    private static readonly int Seed = int.Parse(
        Environment.GetEnvironmentVariable("SPOLIUM_KILL_SEED") ?? "1",
        CultureInfo.InvariantCulture
    );
    private static readonly string[] Points = ["saved", "committed", "told"];

    /// <summary>Requests of one life of a server that nobody kills.</summary>
    private const int Most = 120;

    private readonly Random random = new(Seed);
    private readonly HashSet<string> acknowledged = [];
    private readonly HashSet<string> kinds = [];
    private MadeUp? unanswered;

    [Fact]
    public async Task A_server_that_is_killed_loses_nothing_and_writes_nothing_twice()
    {
        Nonsense made;
        await using (var empty = new Shop(demo: false))
            made = new(Seed, Nonsense.Addresses(empty.Services));
        var folder = Directory.CreateTempSubdirectory("spolium-kill").FullName;
        DemoFolder.CopyTo(folder, DateTimeOffset.UtcNow, TimeProvider.System);
        for (var killed = 0; killed < Kills; killed++)
        {
            Look(folder, made, rebuilt: killed % 5 == 1);
            await Life(folder, made, killed % 2 == 0 ? Points[random.Next(Points.Length)] : null);
        }
        // What the last one had not answered is sent once more, to a server that nobody kills.
        await Life(folder, made, null, requests: 0);
        Look(folder, made, rebuilt: true);
        TestContext.Current.TestOutputHelper?.WriteLine(
            $"seed {Seed}: {Kills} kills, {acknowledged.Count} entries acknowledged of {kinds.Count} kinds "
                + $"({string.Join(", ", kinds.Order())})"
        );
        Directory.Delete(folder, true);
    }

    private void Look(string folder, Nonsense made, bool rebuilt)
    {
        var file = Path.Combine(folder, "spolium.db");
        using var store = JournalStore.Open(file, TimeProvider.System);
        store.Looked.GetAwaiter().GetResult();
        Assert.Empty(store.Breaks);
        var there = store.Read();
        Assert.Equal(there.Count, there.Select(e => EntryId.Plain(e.Id)).Distinct().Count());
        Assert.Empty(acknowledged.Except(there.Select(e => EntryId.Plain(e.Id))));
        kinds.UnionWith(there.Where(e => acknowledged.Contains(EntryId.Plain(e.Id))).Select(e => EntryJson.KindOf(e.Body)));
        if (rebuilt)
        {
            var live = Projections.Of(store);
            store.Rebuild();
            Assert.Equal(live, Projections.Of(store));
        }
        made.Know(store.Ledger.State);
    }

    // A server starts, is asked, and is killed while it answers.
    private async Task Life(string folder, Nonsense made, string? point, int requests = Most)
    {
        var port = FreePort();
        using var server = Started(folder, port, point is null ? null : $"{point}:{random.Next(1, 8)}");
        using var client = new HttpClient { BaseAddress = new($"http://127.0.0.1:{port}") };
        try
        {
            await Answers(client, server);
            // The page sends again what nobody answered.
            if (unanswered is { } again && !await Asked(client, again))
                return;
            using var end = new CancellationTokenSource();
            if (point is null && requests > 0)
                end.CancelAfter(random.Next(300, 2500));
            end.Token.Register(server.Kill);
            for (var i = 0; i < requests; i++)
                if (!await Asked(client, made.Next(writes: true)))
                    return;
        }
        finally
        {
            server.Kill();
            await server.WaitForExitAsync();
        }
    }

    private async Task<bool> Asked(HttpClient client, MadeUp request)
    {
        unanswered = request;
        try
        {
            using var message = request.Message();
            using var answer = await client.SendAsync(message);
            await answer.Content.ReadAsStringAsync();
            Assert.True((int)answer.StatusCode < 500, $"{request}: {answer.StatusCode}");
            if (answer.IsSuccessStatusCode && request.Id is { } id)
                acknowledged.Add(EntryId.Plain(id));
            unanswered = null;
            return true;
        }
        catch (HttpRequestException)
        {
            return false;
        }
    }

    private static Process Started(string folder, int port, string? killAt)
    {
        var bin = Path.GetDirectoryName(typeof(KillTests).Assembly.Location)!;
        string At(string file) => Path.Combine(bin, file);
        var start = new ProcessStartInfo(
            "dotnet",
            [
                "exec",
                "--depsfile",
                At("Spolium.Server.Tests.deps.json"),
                "--runtimeconfig",
                At("Spolium.Server.runtimeconfig.json"),
                At("Spolium.Server.dll"),
                "--data",
                folder,
                "--urls",
                $"http://127.0.0.1:{port}",
                "--Logging:LogLevel:Default",
                "Error",
            ]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["ASPNETCORE_HOSTINGSTARTUPASSEMBLIES"] = typeof(KillTests).Assembly.GetName().Name;
        start.Environment["SPOLIUM_KILL_AT"] = killAt;
        var server = Process.Start(start)!;
        server.BeginOutputReadLine();
        server.BeginErrorReadLine();
        return server;
    }

    private static async Task Answers(HttpClient client, Process server)
    {
        for (var i = 0; i < 600 && !server.HasExited; i++)
            try
            {
                await client.GetStringAsync(new Uri("/api/health", UriKind.Relative));
                return;
            }
            catch (HttpRequestException)
            {
                await Task.Delay(50);
            }
        Assert.Fail("the server does not answer");
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
