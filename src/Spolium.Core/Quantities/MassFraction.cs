namespace Spolium.Core.Quantities;

/// <summary>A fraction by mass, 0 to 1.</summary>
public readonly record struct MassFraction(double Value)
{
    public double Percent => Value * 100;

    public static MassFraction OfPercent(double percent) => new(percent / 100);
}
