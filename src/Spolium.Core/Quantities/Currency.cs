namespace Spolium.Core.Quantities;

/// <summary>
/// What the shop's money is called and how amounts of it are written. The core reckons in one unit of money, whatever its name: naming it
/// anew converts nothing.
/// </summary>
/// <param name="Sign">"kr", "€": stands in the place of the core's own symbol.</param>
/// <param name="Before">It stands before the amount.</param>
/// <param name="Decimals">Decimals that amounts of it have at most.</param>
public sealed record Currency(string Sign, bool Before = false, int Decimals = 2)
{
    /// <summary>The core's own symbol of money.</summary>
    public const string Unit = "kr";

    /// <summary>Until a shop names its own.</summary>
    public static readonly Currency Usual = new(Unit);

    private const int Longest = 6;
    private const int MostDecimals = 4;

    private static readonly AsyncLocal<Currency?> Named = new();

    /// <summary>The one in which figures are written and read: of the shop whose request is answered.</summary>
    public static Currency Now => Named.Value ?? Usual;

    /// <summary>Writes and reads in this currency from here on, in whatever this flow calls.</summary>
    public static void Use(Currency? currency) => Named.Value = currency;

    /// <summary>A unit with the sign in the place of the core's symbol: "kr/g" as "€/g".</summary>
    public static string Of(string unit) =>
        unit == Unit || unit.StartsWith(Unit + "/", StringComparison.Ordinal) ? Now.Sign + unit[Unit.Length..] : unit;

    /// <summary>An amount of money as it is shown: the sign on its side.</summary>
    public static Shown Of(string value, string range) =>
        !Now.Before ? new(value, range, Now.Sign)
        : value.StartsWith('−') ? new("−" + Now.Sign + value[1..], range, "")
        : new(Now.Sign + value, range, "");

    /// <summary>So much money in a sentence, to so many decimals.</summary>
    public static string Text(double amount, int decimals = 0)
    {
        var shown = Of(FigureText.Number(amount, decimals), "");
        return shown.Unit.Length == 0 ? shown.Value : shown.Value + FigureText.ThinSpace + shown.Unit;
    }

    /// <summary>An amount as it was typed; where the program wrote it itself, with the sign of now.</summary>
    public static string Text(TypedNumber typed)
    {
        if (Now == Usual || !typed.Text.EndsWith(" " + Unit, StringComparison.Ordinal))
            return typed.Text;
        var number = typed.Text[..^(Unit.Length + 1)];
        return Now.Before ? Now.Sign + number : $"{number} {Now.Sign}";
    }

    /// <summary>What was typed without the sign, wherever it stands.</summary>
    public string Without(string text)
    {
        var t = text.Trim();
        return t.StartsWith(Sign, StringComparison.OrdinalIgnoreCase) ? t[Sign.Length..].TrimStart()
            : t.EndsWith(Sign, StringComparison.OrdinalIgnoreCase) ? t[..^Sign.Length].TrimEnd()
            : t;
    }

    /// <summary>What is wrong with it, by field; empty when it can be named.</summary>
    public IEnumerable<FieldError> Check()
    {
        if (Sign.Trim().Length is 0 or > Longest || Sign.Any(c => char.IsDigit(c) || c is '.' or ',' or '-' or '+' or '−' or '/' or '%'))
            yield return new("currency.sign", $"'{Sign}' is no sign of a currency", $"write up to {Longest} letters, such as kr or €");
        if (Decimals is < 0 or > MostDecimals)
            yield return new("currency.decimals", "money has no such decimals", $"write 0 to {MostDecimals}");
    }
}
