namespace Spolium.Server.Prices;

/// <summary>What a price source said.</summary>
/// <param name="Prices">Crowns to a gram by symbol.</param>
public sealed record Quotes(string Title, IReadOnlyDictionary<string, double> Prices);

/// <summary>Where metal prices are asked for. The simulated one is spoken to over TCP on this machine; a real one would be another class of
/// this kind.</summary>
public interface IPriceSource
{
    /// <exception cref="IOException">The source does not answer.</exception>
    Task<Quotes> Ask(CancellationToken cancel);
}
