using Spolium.Core.Reference;

namespace Spolium.Core.Methods;

/// <summary>
/// Names that stand in journals for ever (Reference/journal-names.csv): of methods, and of their doses, signs, holdings and options. What a version calls
/// otherwise, or has no more, keeps its row; a method that was renamed is found under its old name by it.
/// </summary>
public static class JournalNames
{
    /// <param name="Kind">"method", "output", "option", "dose" or "sign".</param>
    /// <param name="Method">That it belongs to; empty for a method.</param>
    /// <param name="Becomes">What it is called now; null where it is called so.</param>
    public sealed record Name(string Kind, string Method, string Text, string? Becomes);

    public static readonly IReadOnlyList<Name> All = ReferenceTable.Read("journal-names.csv",
        r => new Name(r.Text("kind"), r.Text("method"), r.Text("name"), r.Text("becomes") is { Length: > 0 } now ? now : null), "kind", "method", "name");

    private static readonly Dictionary<string, string> Renamed = All.Where(n => n is { Kind: "method", Becomes: not null }).ToDictionary(n => n.Text, n => n.Becomes!);

    /// <summary>Id of a method as it is called now.</summary>
    public static string MethodNow(string id) => Renamed.GetValueOrDefault(id, id);
}
