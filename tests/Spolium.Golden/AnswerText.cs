using System.Globalization;
using Spolium.Core.Quantities;

namespace Spolium.Golden;

/// <summary>
/// Lines "key = value" of what the product answers, with no name of the code in them, so that a changed house changes no line. Twelve
/// digits: in which order a sum is taken shows in the sixteenth.
/// </summary>
public sealed class AnswerText
{
    private readonly List<string> lines = [];

    public IReadOnlyList<string> Lines => lines;

    public void Add(string key, params object?[] values) => lines.Add($"{key} = {string.Join(" ", values.Select(Say))}");

    /// <summary>Likely value and range of a working, with its unit.</summary>
    public void Add(string key, Working? w) =>
        Add(key, w is null ? ["none"] : [w.Likely, w.Range.Low, w.Range.High, w.Dimension, w.RestsOnGuess ? "guess" : ""]);

    private static string Say(object? value) =>
        value switch
        {
            null => "none",
            double d => d.ToString("G12", CultureInfo.InvariantCulture),
            DateTimeOffset t => t.ToString("O", CultureInfo.InvariantCulture),
            TypedNumber n => $"{n.Text}|{Say(n.Value)}|{n.Unit}|{Say(n.PlusMinus)}|{n.Instrument}|{n.Vessel}",
            Figure f => $"{f.Label}|{f.Value}|{f.Range}|{f.Unit}|{Say(f.Likely)}|{Say(f.Low)}|{Say(f.High)}",
            IFormattable f => f.ToString(null, CultureInfo.InvariantCulture),
            System.Collections.IEnumerable many and not string => "[" + string.Join(", ", many.Cast<object?>().Select(Say)) + "]",
            _ => value.ToString()!.ReplaceLineEndings("⏎"),
        };
}
