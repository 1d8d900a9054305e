using System.Numerics;

namespace Spolium.Core.Chemistry;

/// <summary>An exact fraction, always in lowest terms with a positive denominator. For balancing, where rounding would lie.</summary>
public readonly record struct Rational
{
    public Rational(BigInteger above, BigInteger below)
    {
        if (below.IsZero)
            throw new DivideByZeroException();
        var common = BigInteger.GreatestCommonDivisor(above, below) * below.Sign;
        Above = above / common;
        Below = below / common;
    }

    public BigInteger Above { get; }
    public BigInteger Below { get; }
    public bool IsZero => Above.IsZero;
    public int Sign => Above.Sign;

    public static Rational operator +(Rational a, Rational b) => new(a.Above * b.Below + b.Above * a.Below, a.Below * b.Below);

    public static Rational operator -(Rational a, Rational b) => new(a.Above * b.Below - b.Above * a.Below, a.Below * b.Below);

    public static Rational operator *(Rational a, Rational b) => new(a.Above * b.Above, a.Below * b.Below);

    public static Rational operator /(Rational a, Rational b) => new(a.Above * b.Below, a.Below * b.Above);

    public static implicit operator Rational(int whole) => new(whole, 1);

    public double ToDouble() => (double)Above / (double)Below;

    public override string ToString() => Below.IsOne ? Above.ToString() : $"{Above}/{Below}";

    /// <summary>Reads "2", "0.6", "½" or "1/2".</summary>
    public static bool TryParse(string text, out Rational value)
    {
        value = 0;
        if (text is "½")
        {
            value = new(1, 2);
            return true;
        }
        var parts = text.Split('/');
        if (
            parts.Length == 2
            && BigInteger.TryParse(parts[0], out var above)
            && BigInteger.TryParse(parts[1], out var below)
            && !below.IsZero
        )
        {
            value = new(above, below);
            return true;
        }
        var point = text.IndexOf('.');
        if (
            parts.Length != 1
            || text.Length == 0
            || !text.All(c => char.IsAsciiDigit(c) || c == '.')
            || text.Count(c => c == '.') > 1
            || text.EndsWith('.')
        )
            return false;
        value =
            point < 0
                ? new(BigInteger.Parse(text), 1)
                : new(BigInteger.Parse(text.Remove(point, 1)), BigInteger.Pow(10, text.Length - point - 1));
        return true;
    }
}
