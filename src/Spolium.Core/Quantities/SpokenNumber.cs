using System.Text.RegularExpressions;

namespace Spolium.Core.Quantities;

/// <summary>Amounts as people say them: "a couple of teaspoons", "a quarter ounce", "two days", "20–25 min". What says little is read
/// with a wide ±.</summary>
internal static partial class SpokenNumber
{
    private sealed record Word(double Value, double Share);

    // Share: 95 % half width of it. A couple is two or three, a few three to five: set by Spolium.
    private static readonly Dictionary<string, Word> Words = new()
    {
        ["a couple of"] = new(2, 0.3),
        ["couple of"] = new(2, 0.3),
        ["a few"] = new(3.5, 0.4),
        ["half"] = new(0.5, 0),
        ["half a"] = new(0.5, 0),
        ["half an"] = new(0.5, 0),
        ["a half"] = new(0.5, 0),
        ["one and a half"] = new(1.5, 0),
        ["a third of a"] = new(1 / 3.0, 0),
        ["a quarter"] = new(0.25, 0),
        ["a quarter of a"] = new(0.25, 0),
        ["a quarter of an"] = new(0.25, 0),
        ["three quarters of a"] = new(0.75, 0),
        ["three quarters of an"] = new(0.75, 0),
        ["a"] = new(1, 0),
        ["an"] = new(1, 0),
        ["one"] = new(1, 0),
        ["two"] = new(2, 0),
        ["three"] = new(3, 0),
        ["four"] = new(4, 0),
        ["five"] = new(5, 0),
        ["six"] = new(6, 0),
        ["seven"] = new(7, 0),
        ["eight"] = new(8, 0),
        ["nine"] = new(9, 0),
        ["ten"] = new(10, 0),
        ["twelve"] = new(12, 0),
    };

    private static readonly string[] LongestFirst = [.. Words.Keys.OrderByDescending(w => w.Length)];

    /// <summary>The amount that a text begins with, where its unit begins, and its ± as a share; null where it begins otherwise.</summary>
    public static (double Value, int End, double Share)? Read(string text)
    {
        var start = NumberText.SkipBlanks(text, 0);
        foreach (var words in LongestFirst)
            if (
                text.AsSpan(start).StartsWith(words, StringComparison.OrdinalIgnoreCase)
                && start + words.Length < text.Length
                && char.IsWhiteSpace(text[start + words.Length])
            )
                return (Words[words].Value, start + words.Length, Words[words].Share);
        return null;
    }

    /// <summary>The second number of "20–25 min" or "20 to 25 min", from where the first ended; null where none follows.</summary>
    public static (double Value, int End)? Upto(string text, int from)
    {
        if (Dash().Match(text, from) is not { Success: true } dash || dash.Index != from)
            return null;
        var at = from + dash.Length;
        var (value, end, wrong) = NumberText.Read(text[at..]);
        return wrong is null ? (value, at + end) : null;
    }

    [GeneratedRegex(@"\s*(?:[–—-]|to\s)\s*(?=[0-9.,½¼¾])", RegexOptions.IgnoreCase)]
    private static partial Regex Dash();
}
