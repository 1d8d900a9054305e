using System.Globalization;

namespace Spolium.Core.Quantities;

/// <summary>Why a text could not be read: where, why, and what would be right.</summary>
/// <param name="Position">Index of the first character that is wrong, from 0.</param>
/// <param name="Number">What was read, where it was readable and still cannot be.</param>
public sealed record Misread(int Position, string Reason, string WayOut, TypedNumber? Number = null);

/// <summary>
/// Reads numbers as people write them: 2,5 · 1 284 · 12½ · 3 1/4 · 1e3 · −4. A comma followed by three digits could be
/// either a decimal or a thousands mark and is asked back.
/// </summary>
public static class NumberText
{
    private static readonly Dictionary<char, double> Vulgar = new()
    {
        ['½'] = 0.5,
        ['¼'] = 0.25,
        ['¾'] = 0.75,
        ['⅓'] = 1 / 3.0,
        ['⅔'] = 2 / 3.0,
        ['⅛'] = 0.125,
        ['⅜'] = 0.375,
        ['⅝'] = 0.625,
        ['⅞'] = 0.875,
        ['⅕'] = 0.2,
        ['⅙'] = 1 / 6.0,
    };

    /// <summary>No number that anybody types is longer.</summary>
    public const int Longest = 100;

    /// <summary>Reads the number at the start of a text, in a time that grows with its length; a text of more than <see cref="Longest"/>
    /// characters is refused.</summary>
    /// <param name="unit">Of the example that a refusal gives.</param>
    /// <returns>The value and the index behind it, or the reason why there is none.</returns>
    public static (double Value, int End, Misread? Wrong) Read(string text, string unit = "g")
    {
        if (text.Length > Longest)
            return (
                0,
                Longest,
                new(
                    Longest,
                    $"it has {text.Length} characters",
                    $"a quantity has at most {Longest}: write a number and its unit, such as 12.5 {unit}"
                )
            );
        var i = SkipBlanks(text, 0);
        var negative = false;
        if (i < text.Length && text[i] is '-' or '−' or '+')
        {
            negative = text[i] != '+';
            i = SkipBlanks(text, i + 1);
        }
        if (i >= text.Length || !(char.IsAsciiDigit(text[i]) || text[i] is '.' or ',' || Vulgar.ContainsKey(text[i])))
            return (
                0,
                i,
                new(
                    i,
                    text.Trim().Length == 0 ? "nothing was typed" : $"'{text.Trim()}' does not start with a number",
                    $"write a number and its unit, such as 12.5 {unit}"
                )
            );

        var value = 0.0;
        if (!Vulgar.ContainsKey(text[i]))
        {
            var (plain, end, wrong) = ReadPlain(text, i);
            if (wrong is not null)
                return (0, end, wrong);
            value = plain;
            i = end;
        }
        var next = SkipBlanks(text, i);
        if (next < text.Length && Vulgar.TryGetValue(text[next], out var part))
        {
            value += part;
            i = next + 1;
        }
        else if (ReadSlash(text, next) is var (fraction, after) && after > next)
        {
            value += fraction;
            i = after;
        }
        else if (
            next < text.Length
            && text[next] == '/'
            && next == i
            && value == Math.Floor(value)
            && ReadDigits(text, next + 1) is var (below, stop)
            && stop > next + 1
            && below > 0
        )
        {
            value /= below;
            i = stop;
        }
        return (negative ? -value : value, i, null);
    }

    // One pass: how many digits, points and gaps there are so far decides whether a gap belongs to the number.
    private static (double Value, int End, Misread? Wrong) ReadPlain(string text, int start)
    {
        var i = start;
        var kept = new System.Text.StringBuilder();
        var (commas, dots, gaps) = (0, 0, 0);
        while (i < text.Length)
        {
            var c = text[i];
            if (char.IsAsciiDigit(c) || c is '.' or ',')
            {
                kept.Append(c);
                commas += c == ',' ? 1 : 0;
                dots += c == '.' ? 1 : 0;
            }
            else if ((IsBlank(c) || c == '\'') && ThreeDigits(text, i + 1) && commas + dots == 0 && (kept.Length <= 3 || gaps > 0))
                gaps++;
            else
                break;
            i++;
        }
        var digits = kept.ToString();
        if (commas == 1 && dots == 0 && digits.Length - digits.IndexOf(',') == 4 && digits.IndexOf(',') is > 0 and <= 3 && digits[0] != '0')
            return (
                0,
                i,
                new(
                    text.IndexOf(',', start),
                    $"'{digits}' can be read two ways",
                    $"write {digits.Replace(",", "")} or {digits.Replace(',', '.')}"
                )
            );
        if (commas > 0 && dots > 0)
            digits =
                digits.LastIndexOf(',') > digits.LastIndexOf('.') ? digits.Replace(".", "").Replace(',', '.') : digits.Replace(",", "");
        else if (commas > 1)
            digits = digits.Replace(",", "");
        else
            digits = digits.Replace(',', '.');
        if (i < text.Length && text[i] is 'e' or 'E' && ReadExponent(text, i) is var (exponent, end) && end > i)
        {
            digits += exponent;
            i = end;
        }
        return double.TryParse(digits, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && double.IsFinite(value)
            ? (value, i, null)
            : (0, start, new(start, $"'{text[start..i]}' is not a number", "use one decimal point or comma"));
    }

    private static (string Text, int End) ReadExponent(string text, int at)
    {
        var i = at + 1;
        if (i < text.Length && text[i] is '+' or '-')
            i++;
        var first = i;
        while (i < text.Length && char.IsAsciiDigit(text[i]))
            i++;
        return i > first ? (text[at..i], i) : ("", at);
    }

    // "1/4" standing by itself: a whole part came before it, after a blank.
    private static (double Value, int End) ReadSlash(string text, int at)
    {
        var (above, slash) = ReadDigits(text, at);
        if (slash == at || slash >= text.Length || text[slash] != '/')
            return (0, at);
        var (below, end) = ReadDigits(text, slash + 1);
        return end > slash + 1 && below > 0 ? (above / below, end) : (0, at);
    }

    private static (double Value, int End) ReadDigits(string text, int at)
    {
        var i = at;
        while (i < text.Length && char.IsAsciiDigit(text[i]))
            i++;
        return i > at ? (double.Parse(text[at..i], CultureInfo.InvariantCulture), i) : (0, at);
    }

    private static bool ThreeDigits(string text, int at) =>
        at + 3 <= text.Length
        && text.AsSpan(at, 3).IndexOfAnyExceptInRange('0', '9') < 0
        && (at + 3 == text.Length || !(char.IsAsciiDigit(text[at + 3]) || text[at + 3] == '/'));

    internal static bool IsBlank(char c) => c is ' ' or '\u00A0' or '\u2009' or '\u202F' or '\t';

    internal static int SkipBlanks(string text, int at)
    {
        while (at < text.Length && IsBlank(text[at]))
            at++;
        return at;
    }
}
