namespace Spolium.Core.Quantities;

/// <summary>
/// The dimension of a figure as whole powers of the core's own units: gram, mole, millilitre, hour, kelvin, kilojoule, crown.
/// It exists so that grams never add to litres; it is not a units library: values inside the core are always in these units.
/// </summary>
public readonly record struct Dimension(
    sbyte Gram = 0,
    sbyte Mole = 0,
    sbyte Millilitre = 0,
    sbyte Hour = 0,
    sbyte Kelvin = 0,
    sbyte Kilojoule = 0,
    sbyte Crown = 0
)
{
    public static Dimension None => default;
    public static readonly Dimension Mass = new(Gram: 1);
    public static readonly Dimension Substance = new(Mole: 1);
    public static readonly Dimension Volume = new(Millilitre: 1);
    public static readonly Dimension Time = new(Hour: 1);
    public static readonly Dimension Temperature = new(Kelvin: 1);
    public static readonly Dimension Energy = new(Kilojoule: 1);
    public static readonly Dimension Money = new(Crown: 1);
    public static readonly Dimension MolarMass = Mass / Substance;
    public static readonly Dimension MolarVolume = Volume / Substance;
    public static readonly Dimension MolarEnergy = Energy / Substance;
    public static readonly Dimension Density = Mass / Volume;

    public static Dimension operator *(Dimension a, Dimension b) =>
        new(
            (sbyte)(a.Gram + b.Gram),
            (sbyte)(a.Mole + b.Mole),
            (sbyte)(a.Millilitre + b.Millilitre),
            (sbyte)(a.Hour + b.Hour),
            (sbyte)(a.Kelvin + b.Kelvin),
            (sbyte)(a.Kilojoule + b.Kilojoule),
            (sbyte)(a.Crown + b.Crown)
        );

    public static Dimension operator /(Dimension a, Dimension b) =>
        new(
            (sbyte)(a.Gram - b.Gram),
            (sbyte)(a.Mole - b.Mole),
            (sbyte)(a.Millilitre - b.Millilitre),
            (sbyte)(a.Hour - b.Hour),
            (sbyte)(a.Kelvin - b.Kelvin),
            (sbyte)(a.Kilojoule - b.Kilojoule),
            (sbyte)(a.Crown - b.Crown)
        );

    /// <summary>The unit in the core's own symbols, such as "g/mol"; empty for a bare number.</summary>
    public override string ToString()
    {
        (string Symbol, sbyte Power)[] parts =
        [
            ("kr", Crown),
            ("kJ", Kilojoule),
            ("g", Gram),
            ("mL", Millilitre),
            ("mol", Mole),
            ("K", Kelvin),
            ("h", Hour),
        ];
        var above = string.Join('·', parts.Where(p => p.Power > 0).Select(p => Raised(p.Symbol, p.Power)));
        var below = string.Join('/', parts.Where(p => p.Power < 0).Select(p => Raised(p.Symbol, (sbyte)-p.Power)));
        if (below.Length == 0)
            return above;
        return above.Length == 0 ? "1/" + below : above + "/" + below;
    }

    private static string Raised(string symbol, sbyte power) =>
        power switch
        {
            1 => symbol,
            2 => symbol + "²",
            3 => symbol + "³",
            _ => $"{symbol}^{power}",
        };
}
