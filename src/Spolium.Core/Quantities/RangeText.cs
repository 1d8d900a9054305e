using System.Text.RegularExpressions;

namespace Spolium.Core.Quantities;

/// <summary>A quantity that may be typed as one number, as "20–30 g" or as "20–25–30 g": low, likely and high (5, 50 and 95 %).</summary>
public static partial class RangeText
{
    private const int Longest = 3 * NumberText.Longest;

    /// <summary>Reads one to three numbers with the unit behind the last; of two the likely lies in the middle.</summary>
    public static (TypedNumber Low, TypedNumber Likely, TypedNumber High, Misread? Wrong) Read(string? text, Field field)
    {
        if (text?.Length > Longest)
            return Bad(
                text[..NumberText.Longest],
                field,
                new(
                    Longest,
                    $"it has {text.Length} characters",
                    $"a range has at most {Longest}: write low–high or low–likely–high with a unit"
                )
            );
        var parts = Between().Split(text?.Trim() ?? "");
        if (parts.Length > 3)
            return Bad(text, field, new(0, "more than three numbers", "write low–high or low–likely–high"));
        var unit = Unit().Match(parts[^1]).Value;
        var numbers = new List<TypedNumber>();
        foreach (var part in parts)
        {
            var (number, wrong) = QuantityParser.Read(Unit().Match(part).Value.Length > 0 ? part : part + unit, field);
            if (number is null)
                return Bad(text, field, wrong!);
            numbers.Add(number);
        }
        var (low, high) = (numbers[0], numbers[^1]);
        if (low.Value > high.Value || numbers.Count == 3 && (numbers[1].Value < low.Value || numbers[1].Value > high.Value))
            return Bad(text, field, new(0, "low, likely and high must rise", "write the smaller number first"));
        var likely =
            numbers.Count == 3 ? numbers[1]
            : numbers.Count == 1 ? low
            : low with { Text = text!.Trim(), Value = (low.Value + high.Value) / 2 };
        return (low, likely, high, null);
    }

    private static (TypedNumber, TypedNumber, TypedNumber, Misread?) Bad(string? text, Field field, Misread wrong)
    {
        var nothing = new TypedNumber(text ?? "", field, 0, Units.All.First(u => u.Field == field).Symbol);
        return (nothing, nothing, nothing, wrong);
    }

    [GeneratedRegex(@"\s*(?:[–—]|(?<=[0-9.,½¼¾a-zA-Z%])-(?=[0-9])|\bto\b)\s*")]
    private static partial Regex Between();

    // What stands behind the number.
    [GeneratedRegex(@"(?<=[0-9½¼¾])\s*[^0-9.,\s½¼¾].*$")]
    private static partial Regex Unit();
}
