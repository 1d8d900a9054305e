using System.Net.Sockets;
using System.Runtime.CompilerServices;

namespace Spolium.Server.Instruments;

/// <summary>A balance that speaks the line protocol over TCP on this machine.</summary>
public sealed class TcpBalance(Func<Task<int>> port) : IBalance
{
    public async IAsyncEnumerable<BalanceReading> Readings([EnumeratorCancellation] CancellationToken cancel)
    {
        using var client = await Connect(cancel);
        using var reader = new StreamReader(client.GetStream());
        while (await reader.ReadLineAsync(cancel) is { } line)
            if (LineProtocol.Read(line) is { } reading)
                yield return reading;
    }

    public Task Tare(CancellationToken cancel) => Say(LineProtocol.Tare, cancel);

    /// <summary>Puts so many grams on the pan: only a simulated balance understands it.</summary>
    public Task Load(double grams, CancellationToken cancel) => Say(LineProtocol.WriteLoad(grams), cancel);

    private async Task Say(string line, CancellationToken cancel)
    {
        using var client = await Connect(cancel);
        await using var writer = new StreamWriter(client.GetStream()) { NewLine = "\n" };
        await writer.WriteLineAsync(line.AsMemory(), cancel);
        await writer.FlushAsync(cancel);
        // The balance has heard it once its next reading comes.
        using var reader = new StreamReader(client.GetStream(), leaveOpen: true);
        await reader.ReadLineAsync(cancel);
        await reader.ReadLineAsync(cancel);
    }

    private async Task<TcpClient> Connect(CancellationToken cancel)
    {
        var client = new TcpClient();
        await client.ConnectAsync("127.0.0.1", await port(), cancel);
        return client;
    }
}
