using System.Diagnostics;
using System.Net.Sockets;

namespace Spolium.Server.Instruments;

/// <summary>Stands in for a balance on the bench: listens on a free port of this machine and speaks the line protocol.</summary>
public sealed class SimulatedBalance(ILogger<SimulatedBalance> log) : LocalListener
{
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(200);

    private readonly SimulatedPan pan = new(new Random(41));

    private long last = Stopwatch.GetTimestamp();

    // One pan for all who listen: time passes once.
    private BalanceReading Now()
    {
        lock (pan)
        {
            var passed = Stopwatch.GetElapsedTime(last);
            last = Stopwatch.GetTimestamp();
            return pan.After(passed);
        }
    }

    protected override async Task Serve(TcpClient client, CancellationToken stopping)
    {
        using var _ = client;
        using var gone = CancellationTokenSource.CreateLinkedTokenSource(stopping);
        try
        {
            await using var stream = client.GetStream();
            var listening = Listen(stream, gone);
            await using var writer = new StreamWriter(stream) { NewLine = "\n", AutoFlush = true };
            while (!gone.IsCancellationRequested)
            {
                await writer.WriteLineAsync(LineProtocol.Write(Now()).AsMemory(), gone.Token);
                await Task.Delay(Between, gone.Token);
            }
            await listening;
        }
        catch (Exception e) when (e is IOException or OperationCanceledException or SocketException)
        {
            log.LogDebug(e, "A listener of the simulated balance has gone.");
        }
    }

    private async Task Listen(NetworkStream stream, CancellationTokenSource gone)
    {
        using var reader = new StreamReader(stream, leaveOpen: true);
        try
        {
            while (await reader.ReadLineAsync(gone.Token) is { } line)
                if (line == LineProtocol.Tare)
                    pan.Tare();
                else if (LineProtocol.ReadLoad(line) is { } grams)
                    pan.Load(grams);
        }
        catch (Exception e) when (e is IOException or OperationCanceledException)
        {
            // The other side hung up: its writer ends as well.
        }
        await gone.CancelAsync();
    }
}
