using System.Globalization;
using System.Net.Sockets;
using Spolium.Core.Ways;

namespace Spolium.Server.Prices;

/// <summary>
/// Stands in for a price service: listens on a free port of this machine, says one line for each metal ("Ag 11.32") and hangs up. Its
/// prices are made up; they wander about the made-up list from day to day, the same on the same day.
/// </summary>
public sealed class SimulatedPrices(TimeProvider time, ILogger<SimulatedPrices> log) : LocalListener
{
    protected override async Task Serve(TcpClient client, CancellationToken stopping)
    {
        using var _ = client;
        try
        {
            await using var writer = new StreamWriter(client.GetStream()) { NewLine = "\n" };
            foreach (var (symbol, price) in On(DateOnly.FromDateTime(time.GetUtcNow().UtcDateTime)))
                await writer.WriteLineAsync(string.Create(CultureInfo.InvariantCulture, $"{symbol} {price:0.####}").AsMemory(), stopping);
        }
        catch (Exception e) when (e is IOException or SocketException)
        {
            log.LogDebug(e, "Somebody who asked for prices has gone.");
        }
    }

    /// <summary>Made-up prices of a day: each metal within a tenth of the list, on a slow wave of its own.</summary>
    public static IEnumerable<(string Symbol, double Price)> On(DateOnly day) =>
        PriceFigures
            .MadeUp.Rows.Where(r => r.Kind == PriceKind.Metal)
            .Select(
                (r, i) =>
                    (
                        r.Item,
                        r.Price.Value
                            * (1 + 0.07 * Math.Sin(day.DayNumber / (9.0 + 2 * i) + i) + 0.03 * Math.Sin(day.DayNumber * 1.7 + 3 * i))
                    )
            );
}

/// <summary>Asks a price source that speaks the line protocol over TCP on this machine.</summary>
public sealed class TcpPrices(Func<Task<int>> port, TimeProvider time) : IPriceSource
{
    public async Task<Quotes> Ask(CancellationToken cancel)
    {
        using var client = new TcpClient();
        await client.ConnectAsync("127.0.0.1", await port(), cancel);
        using var reader = new StreamReader(client.GetStream());
        var prices = new Dictionary<string, double>();
        while (await reader.ReadLineAsync(cancel) is { } line)
            if (
                line.Split(' ') is [var symbol, var text]
                && double.TryParse(text, CultureInfo.InvariantCulture, out var price)
                && price > 0
            )
                prices[symbol] = price;
        return new($"price stand-in, {time.GetUtcNow().ToString("d MMMM yyyy", CultureInfo.InvariantCulture)}, made up", prices);
    }
}
