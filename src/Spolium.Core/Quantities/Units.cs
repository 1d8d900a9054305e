namespace Spolium.Core.Quantities;

/// <summary>What a field asks for. The field decides what a letter means: K is karat under fineness, kelvin under temperature.</summary>
public enum Field
{
    Mass,
    Volume,
    Temperature,
    Share,
    Fineness,
    Substance,
    Concentration,
    Molarity,
    Density,
    Length,
    Duration,
    Money,
    Baume,
    Gravity,
    PH,
}

/// <summary>A unit as people write it. Value in the core's unit = number × <paramref name="Factor"/> + <paramref name="Offset"/>.</summary>
/// <param name="PlusMinusShare">± of a household measure as a share of what is measured so (1.645 standard uncertainties); null where the
/// instrument says it.</param>
public sealed record Unit(
    Field Field,
    string Symbol,
    double Factor,
    double Offset,
    string Singular,
    string Plural,
    IReadOnlyList<string> Written,
    double? PlusMinusShare = null
)
{
    public double ToCore(double number) => number * Factor + Offset;

    public double FromCore(double value) => (value - Offset) / Factor;
}

/// <summary>The units of Reference/units.csv by field and spelling.</summary>
public static class Units
{
    public static readonly IReadOnlyList<Unit> All = ReferenceTable.Read(
        "units.csv",
        r => new Unit(
            Enum.Parse<Field>(r.Text("field")),
            r.Text("symbol"),
            r.Number("factor"),
            r.Number("offset"),
            r.Text("singular"),
            r.Text("plural"),
            [.. r.Text("written").Split(' ', StringSplitOptions.RemoveEmptyEntries).Select(s => s.Replace('_', ' '))],
            r.NumberOrNone("plus_minus")
        ),
        "field",
        "symbol"
    );

    /// <summary>Finds a unit by what was typed: the exact case first, then any case.</summary>
    public static Unit? Find(Field field, string typed)
    {
        var text = string.Join(' ', typed.Split((char[]?)null, StringSplitOptions.RemoveEmptyEntries));
        bool Is(Unit u, StringComparison how) =>
            u.Field == field && (string.Equals(u.Symbol, text, how) || u.Written.Any(w => string.Equals(w, text, how)));
        return All.FirstOrDefault(u => Is(u, StringComparison.Ordinal))
            ?? All.FirstOrDefault(u => Is(u, StringComparison.OrdinalIgnoreCase));
    }

    public static Unit Of(Field field, string symbol) => All.First(u => u.Field == field && u.Symbol == symbol);

    /// <summary>The symbols a field takes, for an error that says what would be right.</summary>
    public static string Accepted(Field field) => string.Join(", ", All.Where(u => u.Field == field).Select(u => u.Symbol));
}
