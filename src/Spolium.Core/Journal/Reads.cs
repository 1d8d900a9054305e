using System.Collections.Concurrent;

namespace Spolium.Core.Journal;

/// <summary>
/// What a decision looked at while it was made, so that whoever writes it knows whether that has moved since: streams by name, all of a
/// kind, accounts of the book. Notes are taken by what is read itself (<see cref="State.Watched"/>), so that no decision can forget one.
/// For many threads.
/// </summary>
public sealed class Reads
{
    private readonly ConcurrentDictionary<string, bool> noted = new();

    /// <summary>What the practice of closed batches teaches; it follows no stream of its own.</summary>
    public const string Practice = "practice";

    private const string All = "*";

    /// <summary>A stream was looked at, or an account of the book.</summary>
    public void Note(string name) => noted.TryAdd(name, true);

    /// <summary>All streams of a kind were gone through, such as "lot".</summary>
    public void NoteAll(string kind) => Note(kind + ":" + All);

    /// <summary>The whole journal was gone through.</summary>
    public void NoteEverything() => Note(All);

    /// <summary>Something of it was looked at, by its own name or with all of its kind.</summary>
    public bool Saw(string name) =>
        noted.ContainsKey(All)
        || noted.ContainsKey(name)
        || name.IndexOf(':') is > 0 and var end && noted.ContainsKey(name[..end] + ":" + All);
}
