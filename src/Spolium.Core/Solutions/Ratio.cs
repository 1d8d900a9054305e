using System.Text.RegularExpressions;

namespace Spolium.Core.Solutions;

/// <summary>A mixture as people say it: "1 to 1", "3:1", "two parts to one". By volume, the first liquid to the second.</summary>
public readonly partial record struct Ratio(double First, double Second)
{
    private static readonly string[] Words = ["nought", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"];

    /// <summary>Reads a ratio; null when the text is none.</summary>
    public static Ratio? Read(string text)
    {
        var said = text.Trim().ToLowerInvariant();
        for (var i = 0; i < Words.Length; i++)
            said = Regex.Replace(said, $@"\b{Words[i]}\b", i.ToString(System.Globalization.CultureInfo.InvariantCulture));
        var m = Said().Match(said);
        if (!m.Success)
            return null;
        var (first, second) = (NumberText.Read(m.Groups[1].Value), NumberText.Read(m.Groups[2].Value));
        return first.Wrong is null && second.Wrong is null && first.Value > 0 && second.Value > 0 ? new(first.Value, second.Value) : null;
    }

    public override string ToString() =>
        $"{FigureText.Number(First, First % 1 == 0 ? 0 : 1)} volumes to {FigureText.Number(Second, Second % 1 == 0 ? 0 : 1)}";

    [GeneratedRegex(@"^([0-9.,½¼¾ /]+?)\s*(?:parts?|volumes?)?\s*(?::|to|zu|in|\+)\s*([0-9.,½¼¾ /]+?)\s*(?:parts?|volumes?)?$")]
    private static partial Regex Said();
}
