using System.Globalization;
using System.Text.RegularExpressions;

namespace Spolium.Core.Quantities;

/// <summary>Reads a quantity in the sense of its field and echoes it in full words, so that nobody is misread in silence.</summary>
public static partial class QuantityParser
{
    /// <summary>The unit taken when none is typed; the echo says it.</summary>
    private static readonly Dictionary<Field, string> Default = new()
    {
        [Field.Mass] = "g",
        [Field.Volume] = "mL",
        [Field.Temperature] = "°C",
        [Field.Share] = "%",
        [Field.Fineness] = "‰",
        [Field.Substance] = "mol",
        [Field.Concentration] = "g/L",
        [Field.Molarity] = "M",
        [Field.Density] = "g/mL",
        [Field.Length] = "µm",
        [Field.Duration] = "h",
        [Field.Money] = "kr",
        [Field.Baume] = "°Bé",
        [Field.Gravity] = "SG",
        [Field.PH] = "pH",
    };

    /// <summary>Reads a text such as "2,5 dwt". Negative amounts, shares above one and temperatures below −273.15 °C are nonsense and
    /// refused.</summary>
    public static (TypedNumber? Number, Misread? Wrong) Read(string? text, Field field, double plusMinus = 0)
    {
        text ??= "";
        if (field == Field.Money && Currency.Now != Currency.Usual)
            return InCurrency(text, plusMinus);
        if (text.Length <= NumberText.Longest && field is Field.Mass or Field.Volume && Several(text) is { } several)
            return Times(text, several.Times, several.From, several.Share, field, plusMinus);
        var (number, end, wrong) = NumberText.Read(text, Default[field]);
        var (share, half) = (0.0, 0.0);
        if (wrong is not null)
        {
            if (text.Length > NumberText.Longest || SpokenNumber.Read(text) is not { } spoken)
                return (null, wrong);
            // A word alone is no number: what follows must be a unit.
            if (field != Field.Temperature && Units.Find(field, text[spoken.End..].Trim()) is null)
                return (null, wrong);
            (number, end, share) = spoken;
        }
        else if (number >= 0 && SpokenNumber.Upto(text, end) is { } upto)
        {
            if (upto.Value < number)
                return (null, new(end, "the second number is smaller than the first", "write the smaller one first, such as 20–25"));
            (number, half, end) = ((number + upto.Value) / 2, (upto.Value - number) / 2, upto.End);
        }
        var at = NumberText.SkipBlanks(text, end);
        var typed = text[at..].Trim();
        var unit = typed.Length == 0 ? Units.Of(field, Default[field]) : Units.Find(field, typed);
        if (unit is null && field == Field.Temperature && Degrees.Contains(typed.ToLowerInvariant()))
            return (null, new(at, "degrees of Celsius or of Fahrenheit", $"write {Plain(number)} °C or {Plain(number)} °F"));
        if (unit is null)
            return (
                null,
                new(
                    at,
                    NumberText.Read(typed).Wrong is null
                        ? $"two numbers stand in '{text.Trim()}'"
                        : $"'{typed}' is not a unit of {Name(field)}",
                    $"use one of {Units.Accepted(field)}"
                )
            );
        var value = unit.ToCore(number);
        if (Impossible(field, value) is { } reason)
            return (null, new(0, reason.Reason, reason.WayOut, new(text.Trim(), field, value, unit.Symbol)));
        var own = Math.Max(value * Math.Max(share, unit.PlusMinusShare ?? 0), half > 0 ? unit.ToCore(number + half) - value : 0);
        return (new(text.Trim(), field, value, unit.Symbol, plusMinus > 0 ? plusMinus : own), null);
    }

    // Under another name money is read without its sign; what stands beside the number instead is not taken for it.
    private static (TypedNumber? Number, Misread? Wrong) InCurrency(string text, double plusMinus)
    {
        var (sign, bare) = (Currency.Now.Sign, Currency.Now.Without(text));
        var (number, end, wrong) = NumberText.Read(bare, sign);
        if (wrong is not null)
            return (null, wrong);
        if (bare[NumberText.SkipBlanks(bare, end)..].Trim() is { Length: > 0 } other)
            return (null, new(end, $"'{other}' is not the currency of this shop", $"write {Plain(number)} {sign}"));
        var typed = new TypedNumber(text.Trim(), Field.Money, number, Currency.Unit, plusMinus);
        return Impossible(Field.Money, number) is { } reason ? (null, new(0, reason.Reason, reason.WayOut, typed)) : (typed, null);
    }

    private static readonly string[] Degrees = ["°", "deg", "deg.", "degs", "degree", "degrees"];

    private static readonly Dictionary<string, double> Parts = new()
    {
        ["half"] = 1 / 2.0,
        ["a third"] = 1 / 3.0,
        ["two thirds"] = 2 / 3.0,
        ["a quarter"] = 1 / 4.0,
        ["three quarters"] = 3 / 4.0,
    };

    // "12 x 0.35 g": pieces that each weigh so much; "half full of 600 mL": a vessel of known size, by eye.
    private static (double Times, int From, double Share)? Several(string text) =>
        Pieces().Match(text) is { Success: true } many ? (double.Parse(many.Groups[1].Value, CultureInfo.InvariantCulture), many.Length, 0)
        : PartFull().Match(text) is { Success: true } part
            ? (Parts[part.Groups[1].Value.ToLowerInvariant()], part.Length, Constants.Get("part-full-plus-minus").Likely)
        : null;

    private static (TypedNumber? Number, Misread? Wrong) Times(
        string text,
        double times,
        int from,
        double share,
        Field field,
        double plusMinus
    )
    {
        var (one, wrong) = Read(text[from..], field);
        if (one is null)
            return (null, wrong! with { Position = wrong.Position + from });
        return (
            one with
            {
                Text = text.Trim(),
                Value = times * one.Value,
                PlusMinus = plusMinus > 0 ? plusMinus : Math.Max(times * one.PlusMinus, share * times * one.Value),
            },
            null
        );
    }

    [GeneratedRegex(@"^\s*([0-9]{1,4})\s*[x×*]\s*(?=[0-9.,½¼¾])", RegexOptions.IgnoreCase)]
    private static partial Regex Pieces();

    [GeneratedRegex(
        @"^\s*(half|a third|two thirds|a quarter|three quarters)\s+(?:full\s+)?of\s+(?:an?\s+)?(?=[0-9.,½¼¾])",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex PartFull();

    /// <summary>"2.5 pennyweights = 3.888 g": the reading in full words, with the core's unit where it differs.</summary>
    public static string InWords(TypedNumber typed)
    {
        var unit = Units.Of(typed.Field, typed.Unit);
        var number = unit.FromCore(typed.Value);
        if (typed.Field == Field.Money && Currency.Now != Currency.Usual)
            return Currency.Text(number, Trimmed(number));
        var words = $"{Plain(number)} {(Math.Abs(number - 1) < 1e-9 ? unit.Singular : unit.Plural)}";
        var core = Units.Of(typed.Field, Default[typed.Field]);
        // What was measured by spoon, cup or eye says how little it says.
        var rough = typed.Field is Field.Mass or Field.Volume or Field.Length && typed.Value > 0 && typed.PlusMinus >= 0.02 * typed.Value;
        var spread = rough ? $" ± {Plain(Math.Round(typed.PlusMinus / typed.Value * 100))} %" : "";
        return core == unit
            ? words + spread
            : $"{words} = {Plain(typed.Field == Field.Temperature ? Math.Round(typed.Value, 1) : core.FromCore(typed.Value))} "
                + $"{core.Symbol}{spread}";
    }

    private static string Plain(double x) => FigureText.Number(x, x == 0 ? 0 : Math.Clamp(Trimmed(x), 0, 6));

    // decimals needed to show x to five digits without trailing zeros
    private static int Trimmed(double x)
    {
        var decimals = Math.Clamp(4 - (int)Math.Floor(Math.Log10(Math.Abs(x))), 0, 6);
        while (decimals > 0 && Math.Abs(Math.Round(x, decimals - 1) - Math.Round(x, decimals)) < 1e-12)
            decimals--;
        return decimals;
    }

    private static (string Reason, string WayOut)? Impossible(Field field, double value) =>
        field switch
        {
            Field.Temperature when value < -273.15 => ("it is colder than anything can be", "check the sign and the unit"),
            Field.Temperature => null,
            _ when value < 0 => ($"{Name(field)} cannot be negative", "leave the minus sign out"),
            Field.Share or Field.Fineness when value > 1 + 1e-12 => (
                "it is more than the whole",
                field == Field.Share ? "a share is at most 100 %" : "fineness is at most 1000 ‰, 100 % or 24 karat"
            ),
            _ => null,
        };

    private static string Name(Field field) =>
        field switch
        {
            Field.Mass => "mass",
            Field.Volume => "volume",
            Field.Temperature => "temperature",
            Field.Share => "a share",
            Field.Fineness => "fineness",
            Field.Substance => "amount of substance",
            Field.Concentration => "concentration",
            Field.Molarity => "molarity",
            Field.Density => "density",
            Field.Length => "thickness",
            Field.Money => "a price",
            Field.Baume => "degrees Baumé",
            Field.Gravity => "specific gravity",
            Field.PH => "pH",
            _ => "time",
        };
}
