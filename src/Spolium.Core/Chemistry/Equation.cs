namespace Spolium.Core.Chemistry;

/// <summary>A substance in an equation with its coefficient.</summary>
public sealed record Term(Rational Coefficient, Formula Formula);

/// <summary>
/// A chemical equation. Sides are joined by = or →, terms by " + ". It may be written unbalanced;
/// <see cref="Balance"/> finds the whole numbers, <see cref="Imbalance"/> says what does not agree.
/// </summary>
public sealed class Equation
{
    private Equation(IReadOnlyList<Term> left, IReadOnlyList<Term> right)
    {
        Left = left;
        Right = right;
    }

    public IReadOnlyList<Term> Left { get; }
    public IReadOnlyList<Term> Right { get; }

    public IEnumerable<Term> Terms => Left.Concat(Right);

    private string? text;

    public override string ToString() => text ??= $"{Side(Left)} → {Side(Right)}";

    private static string Side(IEnumerable<Term> terms) =>
        string.Join(" + ", terms.Select(t => t.Coefficient == 1 ? t.Formula.Text : $"{t.Coefficient} {t.Formula.Text}"));

    /// <exception cref="ChemistryException">Names the position in the whole text and the reason.</exception>
    public static Equation Parse(string text)
    {
        string[] arrows = ["=", "→", "->", "⇌", "⟶"];
        var arrow = arrows.Where(a => text.Contains(a)).OrderBy(a => text.IndexOf(a, StringComparison.Ordinal)).FirstOrDefault()
            ?? throw new ChemistryException(text.Length, "an equation needs = or → between its sides");
        var at = text.IndexOf(arrow, StringComparison.Ordinal);
        if (arrows.Any(a => text.IndexOf(a, at + arrow.Length, StringComparison.Ordinal) >= 0))
            throw new ChemistryException(at + arrow.Length, "there is more than one arrow");
        return new(ParseSide(text[..at], 0), ParseSide(text[(at + arrow.Length)..], at + arrow.Length));
    }

    private static List<Term> ParseSide(string side, int offset)
    {
        var terms = new List<Term>();
        var start = 0;
        for (var i = 0; i <= side.Length; i++)
        {
            if (i < side.Length && !IsPlusBetweenTerms(side, i))
                continue;
            terms.Add(ParseTerm(side[start..i], offset + start));
            start = i + 1;
        }
        return terms;
    }

    // A plus joins terms when a blank stands before it, or when the next term follows at once; else it is a charge.
    private static bool IsPlusBetweenTerms(string side, int i) =>
        side[i] == '+'
        && i > 0
        && (
            char.IsWhiteSpace(side[i - 1])
                ? i + 1 >= side.Length || !side[..i].TrimEnd().EndsWith('^')
                : i + 1 < side.Length && (char.IsAsciiLetterOrDigit(side[i + 1]) || side[i + 1] is '(' or '[')
        );

    private static Term ParseTerm(string text, int offset)
    {
        var lead = text.Length - text.TrimStart().Length;
        var body = text.Trim();
        if (body.Length == 0)
            throw new ChemistryException(offset, "a substance is missing");
        var n = 0;
        while (n < body.Length && (char.IsAsciiDigit(body[n]) || body[n] is '.' or '/' or '½'))
            n++;
        Rational coefficient = 1;
        if (n > 0 && !Rational.TryParse(body[..n], out coefficient))
            throw new ChemistryException(offset + lead, $"'{body[..n]}' is not a coefficient");
        var formula = body[n..].TrimStart();
        var skipped = offset + lead + body.Length - formula.Length;
        foreach (var state in new[] { "(aq)", "(s)", "(l)", "(g)" })
            if (formula.EndsWith(state, StringComparison.Ordinal))
                formula = formula[..^state.Length].TrimEnd();
        try
        {
            return new(coefficient, Formula.Parse(formula));
        }
        catch (ChemistryException e)
        {
            throw new ChemistryException(skipped + e.Position, e.Reason);
        }
    }

    /// <summary>What differs between the sides ("O: 3 left, 2 right"), or null when atoms and charge agree.</summary>
    public string? Imbalance()
    {
        var wrong = Kinds().Select(k => (Kind: k, Left: Total(Left, k), Right: Total(Right, k))).Where(x => x.Left != x.Right).ToList();
        return wrong.Count == 0 ? null : string.Join("; ", wrong.Select(x => $"{x.Kind}: {x.Left} left, {x.Right} right"));
    }

    private IEnumerable<string> Kinds() => Terms.SelectMany(t => t.Formula.Atoms.Keys).Distinct().Append("charge");

    private static Rational Count(Formula f, string kind) =>
        kind == "charge" ? f.Charge
        : f.Atoms.TryGetValue(kind, out var n) ? n
        : 0;

    private static Rational Total(IEnumerable<Term> terms, string kind) =>
        terms.Aggregate((Rational)0, (sum, t) => sum + t.Coefficient * Count(t.Formula, kind));

    /// <summary>
    /// The same substances with the smallest whole coefficients that balance atoms and charge: the null space of the
    /// composition matrix over exact fractions.
    /// </summary>
    /// <exception cref="ChemistryException">It cannot be balanced, or in more ways than one.</exception>
    public Equation Balance()
    {
        if (Lonely() is { } kind)
            throw new ChemistryException(0, $"it cannot be balanced: {kind} stands on one side only");
        var terms = Terms.ToList();
        var matrix = Kinds()
            .Select(k => terms.Select((t, i) => i < Left.Count ? Count(t.Formula, k) : 0 - Count(t.Formula, k)).ToArray())
            .ToArray();
        var space = NullSpace.Of(matrix, terms.Count);
        if (space.Count == 0)
            throw new ChemistryException(0, "it cannot be balanced");
        if (space.Count > 1)
            throw new ChemistryException(0, $"it balances in more than one way ({space.Count} are independent): split it into reactions");
        var sign = space[0].First(c => !c.IsZero).Sign;
        var scale =
            space[0]
                .Aggregate(System.Numerics.BigInteger.One, (lcm, c) =>
                    lcm / System.Numerics.BigInteger.GreatestCommonDivisor(lcm, c.Below) * c.Below
                ) * sign;
        var whole = space[0].Select(c => c * new Rational(scale, 1)).ToList();
        var common = whole.Aggregate(System.Numerics.BigInteger.Zero, (g, c) =>
            System.Numerics.BigInteger.GreatestCommonDivisor(g, c.Above)
        );
        for (var i = 0; i < whole.Count; i++)
            if (whole[i].Sign <= 0)
                throw new ChemistryException(0, $"it balances only without {terms[i].Formula.Text}, or with it on the other side");
        var balanced = whole.Select((c, i) => new Term(c / new Rational(common, 1), terms[i].Formula)).ToList();
        return new([.. balanced.Take(Left.Count)], [.. balanced.Skip(Left.Count)]);
    }

    private string? Lonely() =>
        Kinds()
            .FirstOrDefault(k =>
                k != "charge" && Left.Any(t => !Count(t.Formula, k).IsZero) != Right.Any(t => !Count(t.Formula, k).IsZero)
            );
}
