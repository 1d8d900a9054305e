using System.Numerics.Tensors;

namespace Spolium.Core.Quantities;

/// <summary>The 5–95 % range of the draws of an amount, in the amount's unit.</summary>
public readonly record struct Interval(double Low, double High)
{
    public double Width => High - Low;

    public bool Contains(double x) => x >= Low && x <= High;
}

/// <summary>
/// One quantity in all worlds: world 0 is the likely one, worlds 1…256 are the draws. Arithmetic goes world by world,
/// so that what hangs together stays together (more gold in the lot → more acid taken → less acid left) and nothing is
/// lost in any world. A quantity that is the same in every world is held as one number.
/// </summary>
public sealed class Amount
{
    /// <summary>Number of draws beside the likely world.</summary>
    public const int Draws = 256;

    /// <summary>The likely world and the draws.</summary>
    public const int Worlds = Draws + 1;

    public static readonly Amount Zero = Certain(0);

    private readonly double[]? worlds;
    private readonly double certain;
    private Interval? range;

    private Amount(double[]? worlds, double certain)
    {
        this.worlds = worlds;
        this.certain = certain;
    }

    public static Amount Certain(double value) => new(null, value);

    /// <summary>Takes over an array of <see cref="Worlds"/> values; the caller must not write to it afterwards.</summary>
    public static Amount Of(double[] worlds) =>
        worlds.Length == Worlds
            ? new(worlds, worlds[0])
            : throw new ArgumentException($"An amount has {Worlds} worlds, not {worlds.Length}.", nameof(worlds));

    /// <summary>Computes each world from its number, 0…256.</summary>
    public static Amount Each(Func<int, double> world)
    {
        var values = new double[Worlds];
        for (var w = 0; w < Worlds; w++)
            values[w] = world(w);
        return new(values, values[0]);
    }

    /// <summary>The same of amounts that it is made from: reckoned once where all of them are certain.</summary>
    public static Amount Each(Func<int, double> world, params ReadOnlySpan<Amount> from)
    {
        foreach (var a in from)
            if (!a.IsCertain)
                return Each(world);
        return Certain(world(0));
    }

    public double this[int world] => worlds is null ? certain : worlds[world];

    public double Likely => certain;

    public bool IsCertain => worlds is null;

    /// <summary>5–95 % of the draws, linear between ranks. The likely value may lie outside; both are shown as they are.</summary>
    public Interval Range => range ??= Between(0.05, 0.95);

    /// <summary>Share of the draws for which the condition holds.</summary>
    public double ShareWhere(Func<double, bool> holds) =>
        worlds is null ? (holds(certain) ? 1 : 0) : worlds.Skip(1).Count(holds) / (double)Draws;

    /// <summary>Standard deviation of the draws (divided by n − 1).</summary>
    public double Sigma => worlds is null ? 0 : MathNet.Numerics.Statistics.ArrayStatistics.StandardDeviation(worlds[1..]);

    /// <summary>Covariance of the draws of two amounts (divided by n − 1).</summary>
    public static double Covariance(Amount a, Amount b) =>
        a.worlds is null || b.worlds is null ? 0 : MathNet.Numerics.Statistics.ArrayStatistics.Covariance(a.worlds[1..], b.worlds[1..]);

    private Interval Between(double low, double high)
    {
        if (worlds is null)
            return new(certain, certain);
        var sorted = worlds[1..];
        Array.Sort(sorted);
        return new(Quantile(sorted, low), Quantile(sorted, high));
    }

    // The draws are the middles of equal strata: rank k stands for (k + 0.5)/256.
    private static double Quantile(double[] sorted, double p)
    {
        var at = p * Draws - 0.5;
        var i = (int)at;
        return i + 1 < Draws ? sorted[i] + (at - i) * (sorted[i + 1] - sorted[i]) : sorted[i];
    }

    public static Amount operator +(Amount a, Amount b) => Apply(a, b, static (x, y) => x + y, TensorPrimitives.Add, TensorPrimitives.Add);

    public static Amount operator -(Amount a, Amount b) =>
        Apply(a, b, static (x, y) => x - y, TensorPrimitives.Subtract, TensorPrimitives.Subtract);

    /// <summary>Nothing of an unknown is nothing for certain: a metal that is not there stays so.</summary>
    public static Amount operator *(Amount a, Amount b) =>
        a is { IsCertain: true, Likely: 0 } || b is { IsCertain: true, Likely: 0 }
            ? Zero
            : Apply(a, b, static (x, y) => x * y, TensorPrimitives.Multiply, TensorPrimitives.Multiply);

    public static Amount operator /(Amount a, Amount b) =>
        Apply(a, b, static (x, y) => x / y, TensorPrimitives.Divide, TensorPrimitives.Divide);

    public static Amount Least(Amount a, Amount b) => Apply(a, b, Math.Min, TensorPrimitives.Min, TensorPrimitives.Min);

    public static Amount Greatest(Amount a, Amount b) => Apply(a, b, Math.Max, TensorPrimitives.Max, TensorPrimitives.Max);

    /// <summary>a ÷ b, and nothing where b is nothing.</summary>
    public static Amount Share(Amount a, Amount b)
    {
        static double Of(double x, double y) => y == 0 ? 0 : x / y;
        return a.IsCertain && b.IsCertain ? Certain(Of(a.certain, b.certain)) : Each(w => Of(a[w], b[w]));
    }

    public static Amount Exp(Amount a) => a.worlds is null ? Certain(Math.Exp(a.certain)) : Each(w => Math.Exp(a.worlds[w]));

    private delegate void Wide(ReadOnlySpan<double> x, ReadOnlySpan<double> y, Span<double> into);

    private delegate void Half(ReadOnlySpan<double> x, double y, Span<double> into);

    private static Amount Apply(Amount a, Amount b, Func<double, double, double> one, Wide wide, Half half)
    {
        if (a.worlds is null && b.worlds is null)
            return Certain(one(a.certain, b.certain));
        var values = new double[Worlds];
        if (a.worlds is not null && b.worlds is not null)
            wide(a.worlds, b.worlds, values);
        else if (a.worlds is not null)
            half(a.worlds, b.certain, values);
        else
        {
            var left = new double[Worlds];
            Array.Fill(left, a.certain);
            wide(left, b.worlds, values);
        }
        return new(values, values[0]);
    }
}
