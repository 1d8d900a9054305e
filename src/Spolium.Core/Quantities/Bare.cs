namespace Spolium.Core.Quantities;

/// <summary>A mass, in grams. Typed, so that it never stands where a volume is wanted.</summary>
public readonly record struct Mass(double Grams);

/// <summary>A volume, in millilitres.</summary>
public readonly record struct Volume(double Millilitres);

/// <summary>A temperature, in °C.</summary>
public readonly record struct Temperature(double Celsius);

/// <summary>A fraction by mass, 0 to 1.</summary>
public readonly record struct MassFraction(double Value)
{
    public double Percent => Value * 100;

    public static MassFraction OfPercent(double percent) => new(percent / 100);
}
