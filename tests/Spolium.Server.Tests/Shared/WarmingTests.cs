using System.Collections.Concurrent;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Spolium.Data;
using Spolium.Server.Shared;
using Spolium.Tests;
using Xunit;

namespace Spolium.Server.Tests.Shared;

/// <summary>What the server asks itself after a start is answered, and changes nothing.</summary>
public class WarmingTests
{
    [Theory]
    [InlineData(true)]
    [InlineData(false)]
    public async Task What_is_asked_after_a_start_is_there(bool demo)
    {
        await using var shop = new Shop(demo);
        var entries = shop.Store.Ledger.State.Entries.Count;
        var asked = Warming.Asked(shop.Store).ToList();
        foreach (var (path, body) in asked)
            Assert.Equal(
                (path, 200),
                (path, body is null ? (int)(await shop.Client.GetAsync(path)).StatusCode : (await shop.Post(path, body)).Status)
            );
        Assert.Equal(entries, shop.Store.Ledger.State.Entries.Count);
        Assert.Equal(demo, asked.Any(a => a.Path == "/api/batches/25-24/trail"));
        Assert.Equal(demo, asked.Any(a => a.Path == "/api/plan"));
    }

    [Fact]
    public async Task A_server_at_work_asks_all_of_it_by_itself()
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        DemoFolder.CopyTo(folder, DateTimeOffset.UtcNow, TimeProvider.System);
        var seen = new Seen();
        await using (
            var factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
                b.UseEnvironment("Production")
                    .UseSetting("data", folder)
                    .UseSetting("shop", "demo")
                    .ConfigureServices(s => s.AddSingleton<IStartupFilter>(seen))
            )
        )
        {
            factory.UseKestrel(o => o.Listen(System.Net.IPAddress.Loopback, 0));
            factory.StartServer();
            var asked = Warming.Asked(factory.Services.GetRequiredService<JournalStore>()).Select(a => a.Path).ToList();
            for (var i = 0; i < 600 && !asked.All(seen.Answered.ContainsKey); i++)
                await Task.Delay(100, TestContext.Current.CancellationToken);
            Assert.All(asked, a => Assert.Equal(200, seen.Answered.GetValueOrDefault(a)));
        }
        Directory.Delete(folder, true);
    }

    [Fact]
    public async Task An_address_that_never_answers_stops_no_server()
    {
        var folder = Directory.CreateTempSubdirectory("spolium").FullName;
        var seen = new Seen(silent: "/api/lots");
        await using (
            var factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
                b.UseEnvironment("Production")
                    .UseSetting("data", folder)
                    .UseSetting("shop", "empty")
                    .ConfigureServices(s => s.AddSingleton<IStartupFilter>(seen))
            )
        )
        {
            factory.UseKestrel(o => o.Listen(System.Net.IPAddress.Loopback, 0));
            factory.StartServer();
            for (var i = 0; i < 600 && !seen.Answered.ContainsKey("/api/books/money"); i++)
                await Task.Delay(100, TestContext.Current.CancellationToken);
            Assert.Equal(200, seen.Answered.GetValueOrDefault("/api/books/money"));
            Assert.False(factory.Services.GetRequiredService<IHostApplicationLifetime>().ApplicationStopping.IsCancellationRequested);
        }
        Directory.Delete(folder, true);
    }

    /// <param name="silent">An address that says nothing until whoever asks has gone.</param>
    private sealed class Seen(string? silent = null) : IStartupFilter
    {
        public ConcurrentDictionary<string, int> Answered { get; } = [];

        public Action<IApplicationBuilder> Configure(Action<IApplicationBuilder> next) =>
            app =>
            {
                app.Use(
                    async (context, then) =>
                    {
                        if (context.Request.Path == silent)
                            await Task.Delay(Timeout.Infinite, context.RequestAborted).ContinueWith(_ => { }, TaskScheduler.Default);
                        await then();
                        Answered[context.Request.Path] = context.Response.StatusCode;
                    }
                );
                next(app);
            };
    }
}
