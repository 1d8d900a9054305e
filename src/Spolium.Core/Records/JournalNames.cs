namespace Spolium.Core.Records;

/// <summary>What a name in a journal is the name of.</summary>
public enum NameOf
{
    Method,
    Dose,
    Sign,
    Output,
    Option,
    Prior,
}

/// <summary>
/// Names that stand in journals for ever (Reference/journal-names.csv): of methods and of their doses, signs, holdings and options, and of
/// priors. What a version calls otherwise keeps its row and says there what it becomes; it is read under its present name wherever an entry
/// holds it. A name goes with all methods that have it.
/// </summary>
public static class JournalNames
{
    /// <param name="Method">That it belongs to; empty for a method and a prior.</param>
    /// <param name="Becomes">What it is called now; null where it is called so.</param>
    public sealed record Name(NameOf Of, string Method, string Text, string? Becomes);

    public static readonly IReadOnlyList<Name> All = ReferenceTable.Read(
        "journal-names.csv",
        r => new Name(
            Enum.Parse<NameOf>(r.Text("kind"), ignoreCase: true),
            r.Text("method"),
            r.Text("name"),
            r.Text("becomes") is { Length: > 0 } now ? now : null
        ),
        "kind",
        "method",
        "name"
    );

    /// <summary>Renames that hold instead of those of the file, for whoever tries what a rename does.</summary>
    internal static AsyncLocal<IReadOnlyDictionary<(NameOf, string), string>?> Tried { get; } = new();

    private static readonly Dictionary<(NameOf, string), string> OfFile = All.Where(n => n.Becomes is not null)
        .GroupBy(n => (n.Of, n.Text))
        .ToDictionary(g => g.Key, g => g.First().Becomes!);

    /// <summary>Old names, and what they are called now.</summary>
    public static IReadOnlyDictionary<(NameOf Of, string Text), string> Renamed => Tried.Value ?? OfFile;

    /// <summary>A name as it is called now.</summary>
    public static string Now(NameOf of, string name) => Renamed.GetValueOrDefault((of, name), name);

    /// <summary>The holding of a step ("1-nitric-strip/foils", also with what stands before it), under the name that it has now.</summary>
    public static string HoldingNow(string holding) =>
        holding.LastIndexOf('/') is >= 0 and var at ? holding[..(at + 1)] + Now(NameOf.Output, holding[(at + 1)..]) : holding;
}
