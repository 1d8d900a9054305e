using System.Collections.Concurrent;

namespace Spolium.Core.Journal;

/// <summary>
/// What was reckoned from the states of a ledger, kept for whoever asks next. It belongs to one ledger and those that grow from it, and
/// goes when they go; each shelf of it is bounded.
/// </summary>
public sealed class Memory
{
    private readonly ConcurrentDictionary<string, object> shelves = new();

    /// <param name="what">Names the shelf.</param>
    /// <param name="most">How many it keeps.</param>
    /// <param name="same">Which keys are one.</param>
    public Recent<TKey, TValue> Of<TKey, TValue>(string what, int most, IEqualityComparer<TKey>? same = null)
        where TKey : notnull => (Recent<TKey, TValue>)shelves.GetOrAdd(what, _ => new Recent<TKey, TValue>(most, same));
}
