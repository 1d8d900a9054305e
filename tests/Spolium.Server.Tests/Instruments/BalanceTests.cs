using System.Net.Sockets;
using Microsoft.Extensions.DependencyInjection;
using Spolium.Server.Instruments;
using Xunit;

namespace Spolium.Server.Tests.Instruments;

public class BalanceTests
{
    private static readonly TimeSpan Tick = TimeSpan.FromMilliseconds(200);

    private static BalanceReading Settle(SimulatedPan pan) => Enumerable.Range(0, 20).Select(_ => pan.After(Tick)).ToList()[^1];

    [Fact]
    public void A_pan_moves_before_it_is_steady_and_shows_what_lies_on_it()
    {
        var pan = new SimulatedPan(new Random(1));
        pan.Load(41.27);
        var first = pan.After(Tick);
        Assert.False(first.Steady);
        Assert.InRange(first.Grams, 5, 40);
        var last = Settle(pan);
        Assert.True(last.Steady);
        Assert.Equal(41.27, last.Grams, 0.011);
    }

    [Fact]
    public void A_tare_takes_the_beaker_off_and_a_drift_comes_back_with_the_hours()
    {
        var pan = new SimulatedPan(new Random(1));
        pan.Load(100);
        Settle(pan);
        pan.Tare();
        pan.Load(141.27);
        Assert.Equal(41.27, Settle(pan).Grams, 0.011);
        Assert.Equal(41.47, pan.After(TimeSpan.FromHours(10)).Grams, 0.02);
        pan.Load(1e6);
        Assert.Equal(SimulatedPan.Most - 100, Settle(pan).Grams, 0.3);
    }

    [Fact]
    public void Noise_is_about_a_step_of_the_display()
    {
        var pan = new SimulatedPan(new Random(2));
        var seen = Enumerable.Range(0, 400).Select(_ => pan.After(Tick).Grams).ToList();
        Assert.True(seen.Distinct().Count() <= 3);
        Assert.InRange(seen.Average(), -0.005, 0.005);
    }

    [Fact]
    public async Task The_line_protocol_is_spoken_over_tcp_and_nonsense_is_passed_over()
    {
        await using var shop = new Shop(demo: false);
        var balance = shop.Services.GetRequiredService<SimulatedBalance>();
        using var client = new TcpClient();
        await client.ConnectAsync("127.0.0.1", await balance.Port, TestContext.Current.CancellationToken);
        await using var stream = client.GetStream();
        using var reader = new StreamReader(stream);
        await using var writer = new StreamWriter(stream) { NewLine = "\n", AutoFlush = true };
        await writer.WriteLineAsync("sing a song");
        await writer.WriteLineAsync("load 41.270");
        string? line = null;
        for (var i = 0; i < 40 && !(line ?? "").StartsWith("41.2", StringComparison.Ordinal); i++)
            line = await reader.ReadLineAsync(TestContext.Current.CancellationToken);
        Assert.Matches(@"^41\.2\d0 g 0\.010 (steady|moving)$", line);
    }

    [Fact]
    public async Task The_live_reading_comes_as_events_and_what_is_put_on_the_pan_shows()
    {
        await using var shop = new Shop(demo: false);
        await shop.Done("/api/instruments/balance/load", new { Mass = "12.5 g" });
        using var stop = CancellationTokenSource.CreateLinkedTokenSource(TestContext.Current.CancellationToken);
        stop.CancelAfter(TimeSpan.FromSeconds(20));
        await using var stream = await shop.Client.GetStreamAsync("/api/instruments/balance/live", stop.Token);
        using var reader = new StreamReader(stream);
        string? line;
        do line = await reader.ReadLineAsync(stop.Token);
        while (line is not null && !(line.Contains("12.5") && line.Contains("true")));
        Assert.StartsWith("data: ", line);
        await stop.CancelAsync();
        await shop.Done("/api/instruments/balance/tare", new { });
        Assert.Equal("mass", Shop.First((await shop.Post("/api/instruments/balance/load", new { Mass = "9 kg" })).Body).Field);
    }
}
