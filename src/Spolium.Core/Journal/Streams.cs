using System.Collections;
using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;

namespace Spolium.Core.Journal;

/// <summary>
/// States of one kind by id. Those that are at work (an open batch, a lot of which something is left, a bottle with something in it) are held; what is at
/// rest is folded from the journal when it is asked for by its id. Going through all of them goes through what is held. Immutable.
/// </summary>
[SuppressMessage("Naming", "CA1710", Justification = "A page reads it as streams of the journal.")]
public sealed class Streams<T> : IReadOnlyDictionary<string, T> where T : class
{
    public static readonly Streams<T> Empty = new(ImmutableDictionary<string, T?>.Empty, null);

    // Null for what is gone: the journal on the disk still tells of it.
    private readonly ImmutableDictionary<string, T?> here;
    private readonly Func<string, T?>? atRest;

    private Streams(ImmutableDictionary<string, T?> here, Func<string, T?>? atRest) => (this.here, this.atRest) = (here, atRest);

    /// <summary>The same, and what is not held is folded when it is asked for.</summary>
    public Streams<T> Resting(Func<string, T?> fold) => new(here, fold);

    public Streams<T> SetItem(string id, T state) => new(here.SetItem(id, state), atRest);

    public Streams<T> Remove(string id) => atRest is null ? new(here.Remove(id), null) : new(here.SetItem(id, null), atRest);

    public T? Find(string id) => here.TryGetValue(id, out var state) ? state : atRest?.Invoke(id);

    public T this[string key] => Find(key) ?? throw new KeyNotFoundException($"There is no '{key}'.");

    public bool ContainsKey(string key) => Find(key) is not null;

    public bool TryGetValue(string key, [MaybeNullWhen(false)] out T value) => (value = Find(key)) is not null;

    /// <summary>Ids of what is held.</summary>
    public IEnumerable<string> Keys => this.Select(p => p.Key);

    /// <summary>What is held.</summary>
    public IEnumerable<T> Values => this.Select(p => p.Value);

    public int Count => Values.Count();

    public bool IsEmpty => !Values.Any();

    public IEnumerator<KeyValuePair<string, T>> GetEnumerator()
    {
        foreach (var (id, state) in here)
            if (state is not null)
                yield return new(id, state);
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
