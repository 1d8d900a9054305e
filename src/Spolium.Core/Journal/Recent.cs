using System.Diagnostics.CodeAnalysis;

namespace Spolium.Core.Journal;

/// <summary>What was asked for last, so that a page which asks for it ten times has it made once. Bounded; for many threads.</summary>
/// <param name="most">How many are kept.</param>
/// <param name="same">Which keys are one.</param>
public sealed class Recent<TKey, TValue>(int most, IEqualityComparer<TKey>? same = null)
    where TKey : notnull
{
    private readonly Lock gate = new();
    private readonly Dictionary<TKey, LinkedListNode<(TKey Key, TValue Value)>> byKey = new(same);
    private readonly LinkedList<(TKey Key, TValue Value)> byUse = new();

    public int Count
    {
        get
        {
            lock (gate)
                return byKey.Count;
        }
    }

    public bool TryGet(TKey key, [MaybeNullWhen(false)] out TValue value)
    {
        lock (gate)
        {
            if (!byKey.TryGetValue(key, out var known))
            {
                value = default;
                return false;
            }
            byUse.Remove(known);
            byUse.AddFirst(known);
            value = known.Value.Value;
            return true;
        }
    }

    public void Put(TKey key, TValue value)
    {
        lock (gate)
        {
            if (byKey.Remove(key, out var was))
                byUse.Remove(was);
            byKey[key] = byUse.AddFirst((key, value));
            if (byUse.Count > most && byUse.Last is { } oldest)
            {
                byKey.Remove(oldest.Value.Key);
                byUse.RemoveLast();
            }
        }
    }

    /// <summary>The value that is kept, or the one that is made now; made outside of the lock, so that one may ask for another.</summary>
    public TValue Get(TKey key, Func<TKey, TValue> make)
    {
        if (TryGet(key, out var known))
            return known;
        var made = make(key);
        Put(key, made);
        return made;
    }
}
