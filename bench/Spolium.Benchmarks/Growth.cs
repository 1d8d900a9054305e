using System.Diagnostics;
using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json;
using Spolium.Data;

namespace Spolium.Benchmarks;

/// <summary>How a shop behaves as it grows: whole servers over shops of different ages, asked the same.</summary>
internal static class Growth
{
    private const int Times = 25;

    /// <summary>Entries above which a shop is asked for its start and its memory alone.</summary>
    private const int StartAlone = 500_000;

    /// <summary>Clients that ask once a second each, and for how long.</summary>
    private const int Clients = 8,
        Seconds = 25;
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    /// <param name="program">The server that is started.</param>
    public static async Task<int> Measure(string program, string folder, IReadOnlyList<int> sizes)
    {
        Console.WriteLine(
            "| entries | made, s | file, MB | start to health, s | memory after 30 s, MB | pour, CPU ms | batch, ms | trail | closed "
                + "trail | lot | shelf | worth | closed worth | books | lots | batches | lot worth | ways of a lot | plan | slowest "
                + "trail of 12 | 8 clients, p50 | p95 | rebuild, CPU s |"
        );
        Console.WriteLine("|" + string.Concat(Enumerable.Repeat(" --- |", 23)));
        foreach (var size in sizes)
        {
            var shop = Path.Combine(folder, $"shop-{size}");
            var clock = Stopwatch.StartNew();
            var made = Directory.Exists(shop) ? "" : Of(Made(shop, size), clock.Elapsed.TotalSeconds);
            await One(program, shop, made);
        }
        return 0;
    }

    private static int Made(string shop, int size) => GrowingShop.Make(shop, size, Now);

    private static string Of(int entries, double seconds) => $"{entries}: {Text(seconds)}";

    private static async Task One(string program, string shop, string made)
    {
        var port = Free();
        var clock = Stopwatch.StartNew();
        using var server = Process.Start(
            new ProcessStartInfo("dotnet", [program, "--data", shop, "--urls", $"http://127.0.0.1:{port}"])
            {
                Environment =
                {
                    ["DOTNET_gcServer"] = "0",
                    ["Logging__LogLevel__Default"] = "Error",
                    ["ASPNETCORE_ENVIRONMENT"] = "Production",
                },
                RedirectStandardOutput = true,
            }
        )!;
        _ = server.StandardOutput.ReadToEndAsync();
        try
        {
            using var client = new HttpClient(new SocketsHttpHandler { UseProxy = false })
            {
                BaseAddress = new($"http://127.0.0.1:{port}"),
                Timeout = TimeSpan.FromMinutes(20),
            };
            while (!await Up(client))
                await Task.Delay(20);
            var start = clock.Elapsed.TotalSeconds;
            // What it asks itself in the background comes to an end first.
            await Quiet(server);
            var large = Entries(shop) > StartAlone;
            var closed = "25-23";
            string[] asked =
            [
                "/api/batches/26-02",
                "/api/batches/26-02/trail",
                $"/api/batches/{closed}/trail",
                "/api/lots/hl-1",
                "/api/shelf",
                "/api/batches/26-02/worth",
                $"/api/batches/{closed}/worth",
                "/api/books/recovery",
                "/api/lots",
                "/api/batches",
            ];
            var pour = await Cpu(server, () => Pour(client));
            var answers = new List<string>();
            if (!large)
            {
                foreach (var path in asked)
                    answers.Add(Text(await Wall(() => client.GetStringAsync(path))));
                foreach (var work in Reckoned(client))
                    answers.Add(Text(await Wall(work)));
                var trails = new List<double>();
                foreach (
                    var batch in (await client.GetFromJsonAsync<JsonElement>("/api/batches"))
                        .EnumerateArray()
                        .Take(12)
                        .Select(b => b.GetProperty("id").GetString())
                )
                    trails.Add(await Wall(() => client.GetStringAsync($"/api/batches/{batch}/trail")));
                answers.Add(Text(trails.Max()));
                var together = await Together(client);
                answers.AddRange([Text(together[together.Count / 2]), Text(together[(int)(together.Count * 0.95)])]);
            }
            await Task.Delay(TimeSpan.FromSeconds(30));
            server.Refresh();
            var memory = server.WorkingSet64 / 1e6;
            server.Kill();
            await server.WaitForExitAsync();
            Console.WriteLine(
                $"| {Entries(shop)} | {made} | {new FileInfo(Path.Combine(shop, "spolium.db")).Length / 1e6:0} | {Text(start)} | "
                    + $"{memory:0} | {Text(pour)} | {string.Join(" | ", answers)} | {(large ? "" : Text(Rebuilt(shop)))} |"
            );
        }
        finally
        {
            if (!server.HasExited)
                server.Kill();
        }
    }

    private static async Task Quiet(Process server)
    {
        for (var quiet = 0; quiet < 3; )
        {
            server.Refresh();
            var before = server.TotalProcessorTime;
            await Task.Delay(1000);
            server.Refresh();
            quiet = (server.TotalProcessorTime - before).TotalMilliseconds < 60 ? quiet + 1 : 0;
        }
    }

    private static int Entries(string shop)
    {
        using var db = new SpoliumDb(SpoliumDb.At(Path.Combine(shop, "spolium.db")));
        return db.Entries.Count();
    }

    private static double Rebuilt(string shop)
    {
        using var store = JournalStore.Open(Path.Combine(shop, "spolium.db"), TimeProvider.System);
        var before = Process.GetCurrentProcess().TotalProcessorTime;
        store.Rebuild();
        return (Process.GetCurrentProcess().TotalProcessorTime - before).TotalSeconds;
    }

    private static async Task<bool> Up(HttpClient client)
    {
        try
        {
            return (await client.GetAsync("/api/health")).IsSuccessStatusCode;
        }
        catch (HttpRequestException)
        {
            return false;
        }
    }

    private static async Task Pour(HttpClient client)
    {
        var answer = await client.PostAsJsonAsync(
            "/api/batches/26-02/steps/3-sulfamic/pours",
            new
            {
                head = new
                {
                    entryId = Guid.NewGuid(),
                    by = "AV",
                    occurredAt = (DateTimeOffset?)null,
                    expectedVersion = (long?)null,
                },
                doseId = "sulfamic",
                bottleId = "S-1",
                amount = "0.01 g",
                reason = "measured",
            }
        );
        if (!answer.IsSuccessStatusCode)
            throw new InvalidOperationException(await answer.Content.ReadAsStringAsync());
    }

    // Middle of many, in CPU of the server: other work on the machine does not count.
    private static async Task<double> Cpu(Process server, Func<Task> work)
    {
        await work();
        server.Refresh();
        var before = server.TotalProcessorTime;
        for (var i = 0; i < Times; i++)
            await work();
        server.Refresh();
        return (server.TotalProcessorTime - before).TotalMilliseconds / Times;
    }

    private static async Task<double> Wall(Func<Task> work)
    {
        await work();
        var all = new List<double>();
        for (var i = 0; i < Times; i++)
        {
            var clock = Stopwatch.StartNew();
            await work();
            all.Add(clock.Elapsed.TotalMilliseconds);
        }
        return all.Order().ElementAt(Times / 2);
    }

    // What is reckoned anew for each question.
    private static IEnumerable<Func<Task>> Reckoned(HttpClient client)
    {
        yield return () => Posted(client, "/api/lots/hl-9a/worth", new { });
        yield return () => Posted(client, "/api/lots/hl-9a/ways", new { });
        yield return () => Posted(client, "/api/plan", new { lotId = "hl-2a", amount = "100 g" });
    }

    private static async Task Posted(HttpClient client, string path, object body)
    {
        using var answer = await client.PostAsJsonAsync(path, body);
        if (!answer.IsSuccessStatusCode)
            throw new InvalidOperationException($"{path}: {await answer.Content.ReadAsStringAsync()}");
    }

    // Each asks once a second, one after the other, of everything that a page shows.
    private static async Task<List<double>> Together(HttpClient client)
    {
        List<Func<Task>> works =
        [
            () => Pour(client),
            .. Reckoned(client),
            .. new[]
            {
                "/api/batches/26-02",
                "/api/batches/26-02/trail",
                "/api/batches/26-02/worth",
                "/api/shelf",
                "/api/lots",
                "/api/lots/hl-1",
                "/api/batches",
                "/api/books/recovery",
            }.Select(p => (Func<Task>)(() => client.GetStringAsync(p))),
        ];
        var all = new System.Collections.Concurrent.ConcurrentBag<double>();
        await Task.WhenAll(
            Enumerable
                .Range(0, Clients)
                .Select(async c =>
                {
                    await Task.Delay(c * 1000 / Clients);
                    for (var i = 0; i < Seconds; i++)
                    {
                        var clock = Stopwatch.StartNew();
                        await works[(c * 5 + i) % works.Count]();
                        all.Add(clock.Elapsed.TotalMilliseconds);
                        await Task.Delay(Math.Max(0, 1000 - (int)clock.ElapsedMilliseconds));
                    }
                })
        );
        return [.. all.Order()];
    }

    private static int Free()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }

    private static string Text(double x) => x.ToString(x < 10 ? "0.0" : "0", CultureInfo.InvariantCulture);
}
