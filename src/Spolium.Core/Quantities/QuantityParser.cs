namespace Spolium.Core.Quantities;

/// <summary>Reads a quantity in the sense of its field and echoes it in full words, so that nobody is misread in silence.</summary>
public static class QuantityParser
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
    };

    /// <summary>Reads a text such as "2,5 dwt". Negative amounts, shares above one and temperatures below −273.15 °C are nonsense and refused.</summary>
    public static (TypedNumber? Number, Misread? Wrong) Read(string? text, Field field, double plusMinus = 0)
    {
        text ??= "";
        var (number, end, wrong) = NumberText.Read(text);
        if (wrong is not null)
            return (null, wrong);
        var at = NumberText.SkipBlanks(text, end);
        var typed = text[at..].Trim();
        var unit = typed.Length == 0 ? Units.Of(field, Default[field]) : Units.Find(field, typed);
        if (unit is null)
            return (null, new(at, NumberText.Read(typed).Wrong is null ? $"two numbers stand in '{text.Trim()}'" : $"'{typed}' is not a unit of {Name(field)}", $"use one of {Units.Accepted(field)}"));
        var value = unit.ToCore(number);
        if (Impossible(field, value) is { } reason)
            return (null, new(0, reason.Reason, reason.WayOut));
        return (new(text.Trim(), field, value, unit.Symbol, plusMinus > 0 ? plusMinus : value * unit.PlusMinusShare ?? 0), null);
    }

    /// <summary>"2.5 pennyweights = 3.888 g": the reading in full words, with the core's unit where it differs.</summary>
    public static string InWords(TypedNumber typed)
    {
        var unit = Units.Of(typed.Field, typed.Unit);
        var number = unit.FromCore(typed.Value);
        var words = $"{Plain(number)} {(Math.Abs(number - 1) < 1e-9 ? unit.Singular : unit.Plural)}";
        var core = Units.Of(typed.Field, Default[typed.Field]);
        var spread = unit.PlusMinusShare is { } s && typed.Value > 0 ? $" ± {Plain(s * 100)} %" : "";
        return core == unit ? words : $"{words} = {Plain(core.FromCore(typed.Value))} {core.Symbol}{spread}";
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

    private static (string Reason, string WayOut)? Impossible(Field field, double value) => field switch
    {
        Field.Temperature when value < -273.15 => ("it is colder than anything can be", "check the sign and the unit"),
        Field.Temperature => null,
        _ when value < 0 => ($"{Name(field)} cannot be negative", "leave the minus sign out"),
        Field.Share or Field.Fineness when value > 1 + 1e-12 => ("it is more than the whole", field == Field.Share ? "a share is at most 100 %" : "fineness is at most 1000 ‰, 100 % or 24 karat"),
        _ => null,
    };

    private static string Name(Field field) => field switch
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
        _ => "time",
    };
}
