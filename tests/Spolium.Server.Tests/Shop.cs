using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Spolium.Data;
using Spolium.Tests;

namespace Spolium.Server.Tests;

/// <summary>A server over a real SQLite file in a folder of its own, with a clock that the test moves.</summary>
public sealed class Shop : IAsyncDisposable
{
    private readonly string folder;
    private readonly WebApplicationFactory<Program> factory;

    /// <param name="copied">The demo shop comes from a copy; false lets the server build it.</param>
    public Shop(bool demo = true, string? folder = null, bool copied = true, IReadOnlyList<(string Name, string Value)>? settings = null)
    {
        this.folder = folder ?? Directory.CreateTempSubdirectory("spolium").FullName;
        Clock = new FakeTimeProvider(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero));
        if (demo && copied && folder is null)
            DemoFolder.CopyTo(this.folder, Clock.GetUtcNow(), Clock);
        factory = new WebApplicationFactory<Program>().WithWebHostBuilder(b =>
        {
            b.UseSetting("Logging:LogLevel:Default", "Warning");
            b.UseSetting("data", this.folder);
            b.UseSetting("shop", demo ? "demo" : "empty");
            foreach (var (name, value) in settings ?? [])
                b.UseSetting(name, value);
            b.ConfigureServices(s => s.AddSingleton<TimeProvider>(Clock));
        });
        Client = factory.CreateClient();
    }

    public FakeTimeProvider Clock { get; }

    public HttpClient Client { get; }

    public JournalStore Store => factory.Services.GetRequiredService<JournalStore>();

    public IServiceProvider Services => factory.Services;

    public string File => Path.Combine(folder, "spolium.db");

    public async Task<JsonElement> Get(string path) => await Client.GetFromJsonAsync<JsonElement>(path);

    public async Task<(int Status, JsonElement Body)> Post(string path, object body)
    {
        using var answer = await Client.PostAsJsonAsync(path, body);
        return ((int)answer.StatusCode, await answer.Content.ReadFromJsonAsync<JsonElement>());
    }

    public async Task<JsonElement> Done(string path, object body)
    {
        var (status, answer) = await Post(path, body);
        return status == 200 ? answer : throw new InvalidOperationException($"{path}: {status} {answer}");
    }

    public static object Head(string? id = null, long? version = null, DateTimeOffset? at = null) =>
        new
        {
            EntryId = id ?? Guid.NewGuid().ToString(),
            By = "AV",
            OccurredAt = at,
            ExpectedVersion = version,
        };

    public static object Lot(string code = "X-1", string amount = "100 g", string likely = "2 %", object? head = null) =>
        new
        {
            Head = head ?? Head(),
            LotId = code,
            Code = code,
            Title = "rings",
            Material = "clad brass",
            Amount = amount,
            Content = new[]
            {
                new
                {
                    Element = "Au",
                    Low = "1.5 %",
                    Likely = likely,
                    High = "2.7 %",
                    Of = "Whole",
                },
                new
                {
                    Element = "Cu",
                    Low = "58",
                    Likely = "63",
                    High = "70",
                    Of = "Rest",
                },
            },
            Balance = "Zn",
        };

    /// <summary>The first field error of a refusal.</summary>
    public static (string Field, string Reason, string WayOut) First(JsonElement problem)
    {
        var e = problem.GetProperty("errors")[0];
        return (e.GetProperty("field").GetString()!, e.GetProperty("reason").GetString()!, e.GetProperty("wayOut").GetString()!);
    }

    /// <summary>Closes the server and keeps its folder, as a restart does.</summary>
    public async Task<string> Stop()
    {
        await factory.DisposeAsync();
        return folder;
    }

    public async ValueTask DisposeAsync()
    {
        await factory.DisposeAsync();
        if (Directory.Exists(folder))
            Directory.Delete(folder, true);
    }
}
