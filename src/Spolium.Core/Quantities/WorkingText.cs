namespace Spolium.Core.Quantities;

/// <summary>One line of a working: what is named, how it was reckoned, what came out, where it stands.</summary>
/// <param name="Depth">0 for the figure itself, one more for each step down.</param>
/// <param name="Guess">A guess of Spolium's, until the shop's own batches speak.</param>
/// <param name="Prior">Id of the prior that it is; null for other figures.</param>
public sealed record WorkingLine(
    int Depth,
    string Label,
    string Formula,
    string Figure,
    string? Source,
    bool Guess,
    WorkingTable? Table,
    string? Prior = null
);

/// <summary>Figures whose working is kept already, by name and value.</summary>
public sealed class WorkingsKept
{
    internal HashSet<(string, double)> Keys { get; } = [];

    public void Add(Working working) => Keys.Add((WorkingText.Name(working), working.Likely));
}

/// <summary>
/// Prints a working: from the figure down to the named figures and rows of data that it rests on. What stands unnamed inside a formula and
/// is itself long (what is left of an ion after ten reactions) is a line of its own, so that every line can be read.
/// </summary>
public sealed class WorkingText
{
    /// <summary>A formula of more figures than this is broken into lines.</summary>
    private const int Longest = 8;

    private readonly List<WorkingLine> lines = [];
    private readonly HashSet<(string, double)> seen = [];
    private readonly Dictionary<Working, int> sizes = new(ReferenceEqualityComparer.Instance);

    private readonly WorkingsKept kept;

    private WorkingText(WorkingsKept kept) => this.kept = kept;

    /// <summary>All lines of a working, each named figure once, in the order in which a reader meets them.</summary>
    /// <param name="kept">Figures whose own working stands elsewhere already: they have a line, and nothing below it. Those that are told
    /// here join them.</param>
    public static IReadOnlyList<WorkingLine> Lines(Working root, WorkingsKept? kept = null)
    {
        var text = new WorkingText(kept ?? new());
        text.Write(root, 0);
        kept?.Keys.UnionWith(text.seen);
        return text.lines;
    }

    private void Write(Working node, int depth)
    {
        if (!seen.Add((Name(node), node.Likely)) && depth > 0)
            return;
        if (depth > 0 && node.Parts.Count > 0 && kept.Keys.Contains((Name(node), node.Likely)))
        {
            lines.Add(
                new(
                    depth,
                    Name(node),
                    "",
                    FigureText.WithRange(node),
                    node.Source ?? "its own working stands beside this one, or with an earlier step",
                    node.RestsOnGuess,
                    null,
                    node.Prior
                )
            );
            return;
        }
        var formula = node.Step == Step.Given ? "" : Formula(node, true, 0);
        lines.Add(new(depth, Name(node), formula, FigureText.WithRange(node), node.Source, node.Guess, node.Table, node.Prior));
        foreach (var part in OwnLines(node))
            Write(part, depth + 1);
    }

    // Figures in the formula of a node, were it written out.
    private int Size(Working node)
    {
        if (sizes.TryGetValue(node, out var known))
            return known;
        return sizes[node] = Math.Max(1, node.Parts.Sum(p => p.Label is not null || Size(p) > Longest ? 1 : Size(p)));
    }

    private bool HasOwnLine(Working part) => part.Label is not null || Size(part) > Longest;

    internal static string Name(Working node) =>
        node.Label
        ?? node.Step switch
        {
            Step.Sum => "the sum",
            Step.Difference => "what is left",
            Step.Product => "the product",
            Step.Quotient => "the quotient",
            Step.Given => "",
            _ => "in between",
        };

    private IEnumerable<Working> OwnLines(Working node)
    {
        foreach (var part in node.Parts)
        {
            if (HasOwnLine(part))
                yield return part;
            else
                foreach (var deeper in OwnLines(part))
                    yield return deeper;
        }
    }

    // binding: 0 sum, 1 product, 2 divisor; decides brackets.
    private string Formula(Working node, bool top, int binding)
    {
        if (!top && HasOwnLine(node))
            return $"{Name(node)} {FigureText.ValueOnly(node)}";
        string Part(int i, int b) => Formula(node.Parts[i], false, b);
        return node.Step switch
        {
            Step.Given => FigureText.ValueOnly(node),
            Step.Sum => Bracket(string.Join(" + ", node.Parts.Select(p => Formula(p, false, 0))), binding > 0),
            Step.Difference => Bracket($"{Part(0, 0)} − {Part(1, 1)}", binding > 0),
            Step.Product => Bracket($"{Part(0, 1)} × {Part(1, 1)}", binding > 1),
            Step.Quotient => Bracket($"{Part(0, 1)} ÷ {Part(1, 2)}", binding > 1),
            Step.Least => $"the lesser of {Part(0, 2)} and {Part(1, 2)}",
            Step.Greatest when Working.IsNothing(node.Parts[1]) => Bracket($"{Part(0, 0)}, not below 0", binding > 0),
            Step.Greatest => $"the greater of {Part(0, 2)} and {Part(1, 2)}",
            Step.Decay => $"e^−({Part(0, 0)})",
            _ => string.Join("; ", node.Parts.Where(p => p.Label is not null).Select(p => Formula(p, false, 0))),
        };
    }

    private static string Bracket(string text, bool needed) => needed ? $"({text})" : text;
}
