namespace Spolium.Server.Instruments;

/// <summary>What a balance shows at one moment.</summary>
/// <param name="Grams">Net of its tare.</param>
/// <param name="Steady">False while the pan still moves: such a reading is not to be taken.</param>
/// <param name="Step">Its display step, g.</param>
public sealed record BalanceReading(double Grams, bool Steady, double Step);

/// <summary>A bench balance. The simulated one is spoken to over TCP; a serial one would be another class of this kind.</summary>
public interface IBalance
{
    /// <summary>Readings as they come, some in a second, until it is cancelled.</summary>
    /// <exception cref="IOException">The balance does not answer.</exception>
    IAsyncEnumerable<BalanceReading> Readings(CancellationToken cancel);

    /// <summary>Takes what is on the pan for nothing.</summary>
    Task Tare(CancellationToken cancel);
}
