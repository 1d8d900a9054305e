using System.Globalization;

namespace Spolium.Core.Reconciling;

/// <summary>A number that was refused, and the one that a usual slip would have turned into it: of the slips that give a possible number
/// the likeliest by its kind, and nearest to what was expected.</summary>
public static class LikeliestSlip
{
    // Five standard uncertainties off.
    private const double MostSurprise = 12.5;

    /// <summary>The refusal with the number that would agree; as it was where no usual slip explains it.</summary>
    /// <param name="possible">Whether a value, in the core's unit of the field, could be.</param>
    /// <param name="expected">What was expected, in that unit; null where every possible number is as good.</param>
    /// <param name="sigma">How far from it is no surprise; null takes a third of it.</param>
    /// <param name="clues">What stood near it; null knows the digits and the unit only.</param>
    public static FieldError Told(
        FieldError error,
        TypedNumber typed,
        Func<double, bool> possible,
        double? expected = null,
        double? sigma = null,
        SlipClues? clues = null
    )
    {
        // A net number was never typed: what slipped stands in one of the two it was made of.
        if (
            typed.Value <= 0
            || typed.Gross && clues is null
            || Find(typed, clues ?? Plain(typed), possible, expected, sigma) is not { } slip
        )
            return error;
        var becomes = Written(typed, slip.Value);
        var what = SlipKind.All[slip.Kind].Title + (slip.Detail.Length > 0 ? $" ({slip.Detail})" : "");
        return error with { WayOut = $"{becomes} would agree: {what}; {error.WayOut}", Becomes = becomes };
    }

    /// <summary>What is known of a typed number without anything near it.</summary>
    public static SlipClues Plain(TypedNumber typed)
    {
        var digits = BatchFlows.Digits(typed.Text);
        var unit = Units.Of(typed.Field, typed.Unit);
        // "12 x 0.35 g" was multiplied out, and Fahrenheit has another zero: the digits are not those of the value.
        var plain =
            double.TryParse(digits, CultureInfo.InvariantCulture, out var number)
            && Math.Abs(number * unit.Factor - Math.Abs(typed.Value)) <= 1e-9 * Math.Abs(typed.Value);
        return new(plain ? digits : "", typed.Field, typed.Unit, null, unit.Factor);
    }

    private static SlipCandidate? Find(TypedNumber typed, SlipClues clues, Func<double, bool> possible, double? expected, double? sigma)
    {
        double Surprise(double value) =>
            expected is not { } e ? 0 : Math.Pow((value - e) / Math.Max(1e-12, sigma ?? Math.Abs(e) / 3), 2) / 2;
        // What is possible and yet nowhere near what was expected does not agree.
        var could = clues
            .Candidates(typed.Value)
            .Where(c =>
                c.Value > 0
                && possible(c.Value)
                && Surprise(c.Value) < MostSurprise
                && (clues.Step is not { } step || clues.CouldBeShown(c, step))
            )
            .ToList();
        var best = could.MaxBy(c => Math.Log(SlipKind.All[c.Kind].Weight * c.Odds) - Surprise(c.Value));
        // 20 for 2 is a point before it is 02 turned round.
        return best is null
            ? null
            : could.FirstOrDefault(c =>
                c.Kind.StartsWith("decimal", StringComparison.Ordinal) && Math.Abs(c.Value - best.Value) <= 1e-9 * best.Value
            ) ?? best;
    }

    // In the unit that was typed; a temperature that was Fahrenheit stays the number it was.
    private static string Written(TypedNumber typed, double value)
    {
        if (typed.Field == Field.PH)
            return FigureText.Number(value, 1).Replace("\u202F", "");
        var unit = Units.Of(typed.Field, typed.Unit);
        return $"{Math.Round(unit.FromCore(value), 4).ToString("0.####", CultureInfo.InvariantCulture)} {unit.Symbol}".TrimEnd();
    }
}
