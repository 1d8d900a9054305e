namespace Spolium.Core.Quantities;

/// <summary>One line of a working: what is named, how it was reckoned, what came out, where it stands.</summary>
/// <param name="Depth">0 for the figure itself, one more for each step down.</param>
/// <param name="Guess">A guess of Spolium's, until the shop's own batches speak.</param>
public sealed record WorkingLine(int Depth, string Label, string Formula, string Figure, string? Source, bool Guess, WorkingTable? Table);

/// <summary>Prints a working: from the figure down to the named figures and rows of data that it rests on.</summary>
public static class WorkingText
{
    /// <summary>All lines of a working, each named figure once, in the order in which a reader meets them.</summary>
    public static IReadOnlyList<WorkingLine> Lines(Working root)
    {
        var lines = new List<WorkingLine>();
        var seen = new HashSet<(string, double)>();
        Write(root, 0, lines, seen);
        return lines;
    }

    private static void Write(Working node, int depth, List<WorkingLine> lines, HashSet<(string, double)> seen)
    {
        if (!seen.Add((node.Label ?? "", node.Likely)) && depth > 0)
            return;
        var formula = node.Step == Step.Given ? "" : Formula(node, true, 0);
        lines.Add(new(depth, node.Label ?? "", formula, FigureText.WithRange(node), node.Source, node.Guess, node.Table));
        foreach (var named in NamedParts(node))
            Write(named, depth + 1, lines, seen);
    }

    private static IEnumerable<Working> NamedParts(Working node)
    {
        foreach (var part in node.Parts)
        {
            if (part.Label is not null)
                yield return part;
            else
                foreach (var deeper in NamedParts(part))
                    yield return deeper;
        }
    }

    // binding: 0 sum, 1 product, 2 divisor; decides brackets.
    private static string Formula(Working node, bool top, int binding)
    {
        if (!top && node.Label is not null)
            return $"{node.Label} {FigureText.ValueOnly(node)}";
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
