using System.Collections;
using System.Collections.Immutable;
using System.Diagnostics.CodeAnalysis;

namespace Spolium.Core.Journal;

/// <summary>
/// States of one kind by id. Those that are at work (an open batch, a lot of which something is left, a bottle with something in it) are
/// held; what is at rest is folded from the journal when it is asked for by its id. Going through all of them goes through what is held.
/// Immutable.
/// </summary>
[SuppressMessage("Naming", "CA1710", Justification = "A page reads it as streams of the journal.")]
public sealed class Streams<T> : IReadOnlyDictionary<string, T>
    where T : class
{
    public static readonly Streams<T> Empty = new(ImmutableDictionary<string, Lazy<T?>>.Empty, null);

    // Null for what is gone: the journal on the disk still tells of it. What a shop opens with is folded when it is first asked for.
    private readonly ImmutableDictionary<string, Lazy<T?>> here;
    private readonly Func<string, T?>? atRest;

    // Who notes what is read, and under which kind of stream.
    private readonly (Reads By, string Kind)? watch;

    private Streams(ImmutableDictionary<string, Lazy<T?>> here, Func<string, T?>? atRest, (Reads, string)? watch = null) =>
        (this.here, this.atRest, this.watch) = (here, atRest, watch);

    /// <summary>The same, and what is not held is folded when it is asked for.</summary>
    public Streams<T> Resting(Func<string, T?> fold) => new(here, fold, watch);

    /// <summary>The same and what is at work, each folded when it is first asked for; a fold that fails is tried again.</summary>
    public Streams<T> AtWork(IEnumerable<string> ids, Func<string, T?> fold) =>
        new(
            here.SetItems(ids.Select(id => KeyValuePair.Create(id, new Lazy<T?>(() => fold(id), LazyThreadSafetyMode.PublicationOnly)))),
            atRest,
            watch
        );

    /// <summary>The same, and what is read of it is noted.</summary>
    /// <param name="kind">Of its streams, such as "lot".</param>
    internal Streams<T> Watched(Reads by, string kind) => new(here, atRest, (by, kind));

    /// <summary>The same, and nobody notes what is read.</summary>
    internal Streams<T> Unwatched => new(here, atRest);

    public Streams<T> SetItem(string id, T state) => new(here.SetItem(id, new(state)), atRest, watch);

    public Streams<T> Remove(string id) =>
        atRest is null ? new(here.Remove(id), null, watch) : new(here.SetItem(id, new((T?)null)), atRest, watch);

    public T? Find(string id)
    {
        watch?.By.Note(watch.Value.Kind + ":" + id);
        return here.TryGetValue(id, out var state) ? state.Value : atRest?.Invoke(id);
    }

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
        watch?.By.NoteAll(watch.Value.Kind);
        foreach (var (id, held) in here)
            if (held.Value is { } state)
                yield return new(id, state);
    }

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
