using System.Globalization;

namespace Spolium.Core.Quantities;

/// <summary>A figure as it is shown: numbers already rounded by their uncertainty, and the unit beside them.</summary>
/// <param name="Value">The likely value.</param>
/// <param name="Range">"low to high"; empty when the figure is the same in all worlds.</param>
/// <param name="Unit">The unit that value and range are shown in.</param>
public sealed record Shown(string Value, string Range, string Unit);

/// <summary>Text out: figures rounded by their uncertainty, thin spaces between thousands, the unit that reads best.</summary>
public static class FigureText
{
    /// <summary>Narrow no-break space: between thousands, and between figure and unit.</summary>
    public const char ThinSpace = '\u202F';

    private const double Dust = 1e-9;
    private const double Point = 2e-5;

    /// <summary>g, a tenth of what the finest balance of such a shop shows (1 mg): less is a trace.</summary>
    public const double TraceG = 1e-4;

    // Significant digits at most: a volume is read to three, nothing else to more than five.
    private const int DigitsOfVolume = 3;
    private const int DigitsAtMost = 5;
    private const int DigitsOfExact = 4;

    // Hours that stand without a range were counted or typed, to the minute at best.
    private const int DigitsOfHours = 3;

    /// <summary>"24.6 g (20.1 to 27.9)", or without the bracket where there is no range.</summary>
    public static string WithRange(Working w)
    {
        var shown = Show(w);
        var value = shown.Unit.Length == 0 ? shown.Value : shown.Value + ThinSpace + shown.Unit;
        return shown.Range.Length == 0 ? value : $"{value} ({shown.Range})";
    }

    public static string ValueOnly(Working w)
    {
        if (w.Text is not null)
            return w.Text;
        var shown = Show(w);
        return shown.Unit.Length == 0 ? shown.Value : shown.Value + ThinSpace + shown.Unit;
    }

    public static Shown Show(Working w)
    {
        var range = w.Range;
        // What is left when equal amounts cancel is dust of reckoning, not a figure.
        if (w.Text is null && Math.Max(Math.Abs(w.Likely), Math.Max(Math.Abs(range.Low), Math.Abs(range.High))) < Dust)
            return new("0", Rarely(w), Currency.Of(w.Unit ?? w.Dimension.ToString()));
        if (w.Text is null && w.Unit is { } own)
            return Rounded(w, 1, own);
        if (w.Text is null && w.Dimension == Dimension.Mass && Math.Max(Math.Abs(range.Low), Math.Abs(range.High)) < TraceG)
            return new("a trace", "", "");
        var (factor, unit) = Scale(w.Dimension, Math.Abs(w.Likely), Math.Max(Math.Abs(w.Likely), Math.Abs(range.High)));
        return w.Text is not null ? new(w.Text, "", Currency.Of(unit)) : Rounded(w, factor, unit);
    }

    // Metal that is there in so few worlds that even the end of the range is nothing: none is not what is known of it.
    private static string Rarely(Working w)
    {
        if (w.Amount.IsCertain || w.Dimension != Dimension.Mass || w.Unit is not null)
            return "";
        var there = w.Amount.ShareWhere(x => x > TraceG);
        var most = Enumerable.Range(0, Amount.Worlds).Max(i => w.Amount[i]);
        return there > 0 ? $"up to {Rough(most)} in {Number(100 * there, 0)} of 100 worlds" : "";
    }

    private static Shown Rounded(Working w, double factor, string unit)
    {
        var range = w.Range;
        // A range that no balance could tell from a point is shown as one.
        var spread = w.Amount.IsCertain || range.Width < Point * Math.Abs(w.Likely) ? 0 : range.Width * factor;
        var most =
            w.Dimension == Dimension.Volume ? DigitsOfVolume
            : w.Dimension == Dimension.Time ? DigitsOfHours
            : DigitsAtMost;
        var decimals = Decimals(w.Likely * factor, spread, most);
        // Money has the decimals of its currency at most: less is nothing that anybody pays.
        if (unit == Currency.Unit)
            decimals = Math.Clamp(decimals, 0, Currency.Now.Decimals);
        var value = Number(w.Likely * factor, decimals);
        if (spread == 0 && decimals > 0)
            value = value.TrimEnd('0').TrimEnd('.');
        var between =
            spread == 0 ? "" : $"{Number(range.Low * factor, decimals)} to {Number(range.High * factor, decimals)}{Why(w.Likely, range)}";
        return unit == Currency.Unit ? Currency.Of(value, between) : new(value, between, Currency.Of(unit));
    }

    // A likely value at an end of its range is no slip: most worlds lie there. What only rounding brings together is not said.
    private static string Why(double likely, Interval range) =>
        likely - range.Low <= AtTheEnd * range.Width
            ? Math.Abs(range.Low) < Dust
                ? ", mostly none"
                : ", mostly the least"
            : range.High - likely <= AtTheEnd * range.Width
                ? ", mostly the most"
                : "";

    private const double AtTheEnd = 1e-3;

    /// <summary>
    /// Decimals so that half of the 5–95 % range keeps two digits and the figure at most so many; four digits where nothing is unsure.
    /// Below nothing they are tens, hundreds and thousands.
    /// </summary>
    public static int Decimals(double value, double spread, int most = DigitsAtMost)
    {
        var size = Math.Abs(value) > 0 ? (int)Math.Floor(Math.Log10(Math.Abs(value))) : 0;
        if (spread <= 0)
            return Math.Clamp(Math.Min(DigitsOfExact, most) - 1 - size, 0, 6);
        var by = (int)Math.Floor(Math.Log10(spread / 2));
        return Math.Clamp(Math.Min(1 - by, most - 1 - size), -9, 6);
    }

    /// <summary>A number to so many significant digits.</summary>
    public static string Rough(double value, int digits = 2) =>
        Number(value, value == 0 ? 0 : digits - 1 - (int)Math.Floor(Math.Log10(Math.Abs(value))));

    /// <param name="decimals">Below 0: tens, hundreds, thousands.</param>
    public static string Number(double value, int decimals)
    {
        if (decimals < 0)
        {
            var step = Math.Pow(10, -decimals);
            return Number(Math.Round(value / step, MidpointRounding.AwayFromZero) * step, 0);
        }
        var format = (NumberFormatInfo)CultureInfo.InvariantCulture.NumberFormat.Clone();
        format.NumberGroupSeparator = ThinSpace.ToString();
        format.NegativeSign = "−";
        var text = Math.Round(value, decimals, MidpointRounding.AwayFromZero).ToString("N" + decimals, format);
        return text.TrimStart('−').All(c => c is '0' or '.') ? text.TrimStart('−') : text;
    }

    /// <summary>The unit that reads best: litres from one litre up, minutes below an hour, days where two are likely (half a day stays
    /// hours, whatever it may last), megajoules from a thousand kilojoules.</summary>
    private static (double Factor, string Unit) Scale(Dimension dimension, double likely, double size)
    {
        if (dimension == Dimension.Volume)
            return size >= 1e6 ? (1e-6, "m³")
                : size >= 1000 ? (0.001, "L")
                : (1, "mL");
        if (dimension == Dimension.Time)
            return size < 1 ? (60, "min")
                : likely > 48 ? (1 / 24.0, "days")
                : (1, "h");
        if (dimension == Dimension.Energy)
            return size >= 1000 ? (0.001, "MJ") : (1, "kJ");
        if (dimension == Dimension.Mass)
            return size > 0 && size < 0.05 ? (1000, "mg") : (1, "g");
        if (dimension == Dimension.Substance / Dimension.Volume)
            return size < 1e-4 ? (1e6, "mmol/L") : (1000, "mol/L");
        return (1, dimension.ToString());
    }
}
