using System.Text;

namespace Spolium.Core.Chemistry;

/// <summary>A text that is not chemistry: where it goes wrong, and why.</summary>
/// <param name="position">Index from 0.</param>
public sealed class ChemistryException(int position, string reason) : FormatException($"at {position + 1}: {reason}")
{
    public int Position { get; } = position;
    public string Reason { get; } = reason;
}

/// <summary>
/// A chemical formula: groups in round or square brackets, hydrates behind a dot, fractional subscripts, a charge.
/// A digit and a sign behind a lone element are its charge (Cu2+); elsewhere the charge stands behind a blank or a caret
/// (SO4 2-, (S2O3)^2-) or right behind square brackets ([Ag(S2O3)2]3-); a sign alone is one charge (NO3-). "e-" is the electron.
/// </summary>
public sealed class Formula
{
    private readonly Dictionary<string, double> counts;

    private Formula(string text, IReadOnlyDictionary<string, Rational> atoms, int charge)
    {
        Text = text;
        Atoms = atoms;
        Charge = charge;
        counts = atoms.ToDictionary(a => a.Key, a => a.Value.ToDouble());
        MolarMass = counts.Sum(a => a.Value * Elements.Of(a.Key).Weight);
    }

    /// <summary>As it was written, with subscripts as plain digits and the hydrate dot as "·".</summary>
    public string Text { get; }

    /// <summary>Atoms per formula by element symbol.</summary>
    public IReadOnlyDictionary<string, Rational> Atoms { get; }

    /// <summary>Charge in elementary charges.</summary>
    public int Charge { get; }

    /// <summary>Molar mass in g/mol, from the 2021 abridged atomic weights.</summary>
    public double MolarMass { get; }

    /// <summary>Atoms of one element, as a plain number.</summary>
    public double Count(string element) => counts.GetValueOrDefault(element);

    public override string ToString() => Text;

    /// <exception cref="ChemistryException">Names the position and the reason.</exception>
    public static Formula Parse(string text) => new Reader(Plain(text)).Read();

    // Subscript and superscript digits to plain ones; every sort of hydrate dot to "·".
    private static string Plain(string text)
    {
        var plain = new StringBuilder();
        var raised = false;
        foreach (var c in text.Trim())
        {
            var sub = "₀₁₂₃₄₅₆₇₈₉".IndexOf(c);
            var super = "⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻".IndexOf(c);
            if (super >= 0 && !raised)
                plain.Append('^');
            raised = super >= 0;
            plain.Append(
                sub >= 0 ? (char)('0' + sub)
                : super >= 0 ? "0123456789+-"[super]
                : c switch
                {
                    '•' or '∙' or '⋅' or '*' => '·',
                    '−' or '–' => '-',
                    '\u00A0' => ' ',
                    _ => c,
                }
            );
        }
        return plain.ToString();
    }

    private sealed class Reader(string text)
    {
        private int at;

        public Formula Read()
        {
            if (text.Length == 0)
                throw new ChemistryException(0, "nothing was written");
            if (text is "e-" or "e^-")
                return new("e-", new Dictionary<string, Rational>(), -1);
            var atoms = new Dictionary<string, Rational>();
            Add(atoms, Part(), 1);
            var charge = 0;
            while (at < text.Length)
            {
                if (text[at] == '·' || IsHydratePoint())
                {
                    at++;
                    var times = Count(allowSlash: true) ?? 1;
                    Add(atoms, Part(), times);
                }
                else
                {
                    charge = ReadCharge(atoms);
                    break;
                }
            }
            if (at < text.Length)
                throw new ChemistryException(at, $"'{text[at]}' does not belong here");
            return new(text, atoms, charge);
        }

        // a run of elements and groups; stops before a dot, a blank, a caret or a sign
        private Dictionary<string, Rational> Part(char? until = null)
        {
            var atoms = new Dictionary<string, Rational>();
            var start = at;
            while (at < text.Length)
            {
                var c = text[at];
                if (c is '(' or '[')
                {
                    var open = at++;
                    var close = c == '(' ? ')' : ']';
                    var inner = Part(close);
                    if (at >= text.Length)
                        throw new ChemistryException(open, $"'{c}' is never closed");
                    at++;
                    Add(atoms, inner, c == '[' && IsChargeToTheEnd() ? 1 : Count() ?? 1);
                }
                else if (char.IsAsciiLetterUpper(c))
                {
                    var symbol = Symbol();
                    Add(atoms, new() { [symbol] = 1 }, IsLoneCharge(start) ? 1 : Count() ?? 1);
                }
                else if (c is ')' or ']')
                {
                    if (until != c)
                        throw new ChemistryException(at, $"'{c}' closes nothing");
                    break;
                }
                else
                    break;
            }
            if (atoms.Count == 0)
                throw new ChemistryException(
                    Math.Min(start, text.Length - 1),
                    start < text.Length && char.IsAsciiLetterLower(text[start])
                        ? $"'{text[start]}' is a small letter; an element starts with a capital"
                        : "an element or a group is missing"
                );
            return atoms;
        }

        private string Symbol()
        {
            var two = at + 1 < text.Length && char.IsAsciiLetterLower(text[at + 1]) ? text.Substring(at, 2) : "";
            var symbol = two.Length == 2 && Elements.BySymbol.ContainsKey(two) ? two : text[at].ToString();
            if (!Elements.BySymbol.ContainsKey(symbol) || (two.Length == 2 && symbol != two))
                throw new ChemistryException(at, $"'{(two.Length == 2 ? two : symbol)}' is not an element");
            at += symbol.Length;
            return symbol;
        }

        // "Cu2+" as a whole: one element, digits, a sign, the end.
        private bool IsLoneCharge(int start)
        {
            return start == 0
                && text[..at].All(char.IsAsciiLetter)
                && IsChargeToTheEnd()
                && at == text[..at].TakeWhile(char.IsAsciiLetter).Count()
                && text[..at].Count(char.IsAsciiLetterUpper) == 1;
        }

        // "[Zn(OH)4]2-": digits and a sign, and then nothing. Square brackets hold a whole ion, so no count can be meant.
        private bool IsChargeToTheEnd()
        {
            var i = at;
            while (i < text.Length && char.IsAsciiDigit(text[i]))
                i++;
            return i > at && i == text.Length - 1 && text[i] is '+' or '-';
        }

        // A point is a hydrate dot when digits and H2O follow to the end and it is not the point of "0.5".
        private bool IsHydratePoint() => at < text.Length && text[at] == '.' && IsWaterTail(at);

        private bool IsWaterTail(int point)
        {
            if (point > 0 && text[point - 1] == '0' && (point < 2 || !char.IsAsciiDigit(text[point - 2])))
                return false;
            return text[(point + 1)..].TrimStart("0123456789.".ToCharArray()) == "H2O";
        }

        private Rational? Count(bool allowSlash = false)
        {
            var start = at;
            if (at < text.Length && text[at] == '½')
            {
                at++;
                return new Rational(1, 2);
            }
            while (
                at < text.Length
                && (char.IsAsciiDigit(text[at]) || (allowSlash && text[at] == '/') || (text[at] == '.' && (allowSlash || !IsWaterTail(at))))
            )
                at++;
            if (at == start)
                return null;
            if (!Rational.TryParse(text[start..at], out var value))
                throw new ChemistryException(start, $"'{text[start..at]}' is not a number");
            if (value.IsZero)
                throw new ChemistryException(start, "a count of nothing");
            if (!allowSlash && at < text.Length && text[at] is '+' or '-' && at - start > 1 && value.Below.IsOne)
                throw new ChemistryException(start, $"'{text[start..(at + 1)]}' can be read two ways: put a blank or ^ before the charge");
            return value;
        }

        private int ReadCharge(Dictionary<string, Rational> atoms)
        {
            var start = at;
            while (at < text.Length && text[at] is ' ' or '^')
                at++;
            var digits = at;
            while (at < text.Length && char.IsAsciiDigit(text[at]))
                at++;
            if (at >= text.Length || text[at] is not ('+' or '-'))
                throw new ChemistryException(start, $"'{text[start..]}' is neither an element nor a charge");
            var size = at > digits ? int.Parse(text[digits..at]) : 1;
            var sign = text[at] == '+' ? 1 : -1;
            at++;
            // "Fe+++" as some write it
            while (at == digits + size && at < text.Length && text[at] == text[at - 1])
            {
                at++;
                size++;
            }
            return sign * size;
        }

        private static void Add(Dictionary<string, Rational> into, Dictionary<string, Rational> more, Rational times)
        {
            foreach (var (symbol, count) in more)
                into[symbol] = (into.TryGetValue(symbol, out var had) ? had : 0) + count * times;
        }
    }
}
