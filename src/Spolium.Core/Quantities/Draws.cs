using System.Collections.Concurrent;
using System.Security.Cryptography;
using System.Text;
using MathNet.Numerics.Distributions;

namespace Spolium.Core.Quantities;

/// <summary>A low–likely–high triple: 5 %, 50 % and 95 % of what is believed.</summary>
public readonly record struct Triple(double Low, double Likely, double High)
{
    public static Triple Sure(double value) => new(value, value, value);
}

/// <summary>How a triple is spread between its three points.</summary>
public enum Spread
{
    /// <summary>Rates, factors, contents: log-normal on each side.</summary>
    Positive,

    /// <summary>Shares of one; on the logit scale where the high is above a half.</summary>
    Fraction,

    /// <summary>A factor of practice on what is needed: positive, and never below one, since a sign ends the dose.</summary>
    Excess,

    /// <summary>May be negative: linear on each side.</summary>
    Shift,
}

/// <summary>
/// Turns priors into draws. The seed is (owner, name of the quantity): adding a step reshuffles nothing, and the same
/// name in one batch is the same draw everywhere. Draws are not stored; they are made again from seed and readings.
/// </summary>
/// <param name="likelyOnly">
/// True for a quick look at the likely world alone: every quantity is certain at its likely value. What methods decide by a range (the
/// length of a ladder, a surplus for the worst case) they then decide by that value.
/// </param>
/// <param name="practice">What the shop's own batches say of priors; null for the book values.</param>
public sealed class Draws(string owner, bool likelyOnly = false, Practice? practice = null)
{
    /// <summary>Standard normal deviate of the 95 % point.</summary>
    public const double Z95 = 1.645;

    // The middles of 256 strata of the standard normal, in rising order; every quantity takes them in an order of its own.
    private static readonly double[] Strata =
    [
        .. Enumerable.Range(0, Amount.Draws).Select(k => Normal.InvCDF(0, 1, (k + 0.5) / Amount.Draws)),
    ];

    private readonly ConcurrentDictionary<string, Working> made = new();

    public string Owner { get; } = owner;

    public Practice Practice { get; } = practice ?? Practice.None;

    /// <summary>Draws of another owner, in as many worlds as these.</summary>
    public Draws Of(string other) => new(other, likelyOnly, practice);

    /// <summary>The same named figure for everyone who asks these draws for it.</summary>
    public Working Once(string name, Func<Draws, string, Working> make) => made.GetOrAdd(name, (n, d) => make(d, n), this);

    /// <summary>Draws of a low–likely–high triple (design: two-sided, clipped to what is physically possible).</summary>
    public Amount Spread(string name, Triple triple, Spread spread)
    {
        if (triple.Low > triple.Likely || triple.Likely > triple.High)
            throw new ArgumentException(
                $"{name}: low, likely and high must rise ({triple.Low}, {triple.Likely}, {triple.High}).",
                nameof(triple)
            );
        if (likelyOnly || triple.Low == triple.High)
            return Amount.Certain(triple.Likely);
        var order = Order(name);
        var worlds = new double[Amount.Worlds];
        worlds[0] = triple.Likely;
        var below = Curve(triple, spread, triple.Low);
        var above = Curve(triple, spread, triple.High);
        for (var w = 0; w < Amount.Draws; w++)
        {
            var u = Strata[order[w]] / Z95;
            worlds[w + 1] = u < 0 ? below(u) : above(u);
        }
        return Amount.Of(worlds);
    }

    /// <summary>Draws of a reading: normal about the mean, clipped at zero. Sigma is a standard uncertainty.</summary>
    public Amount Reading(string name, double mean, double sigma)
    {
        if (likelyOnly || sigma <= 0)
            return Amount.Certain(mean);
        var order = Order(name);
        return Amount.Each(w => w == 0 ? mean : Math.Max(0, mean + sigma * Strata[order[w - 1]]));
    }

    /// <summary>Draws of what may lie anywhere between two ends, none likelier than another.</summary>
    public Amount Uniform(string name, double low, double high)
    {
        if (low > high)
            throw new ArgumentException($"{name}: the ends must rise ({low}, {high}).", nameof(low));
        if (likelyOnly || low == high)
            return Amount.Certain((low + high) / 2);
        var order = Order(name);
        return Amount.Each(w => w == 0 ? (low + high) / 2 : low + (high - low) * (order[w - 1] + 0.5) / Amount.Draws);
    }

    // One side of a triple as a function of u, the deviate over 1.645: −1 at the low, +1 at the high.
    private static Func<double, double> Curve(Triple t, Spread spread, double end)
    {
        if (spread == Quantities.Spread.Shift)
            return u => t.Likely + Math.Abs(u) * (end - t.Likely);
        var ceiling = spread == Quantities.Spread.Fraction ? 1.0 : double.PositiveInfinity;
        if (t.Likely == 0)
            return u => u <= 0 ? 0 : Math.Min(ceiling, u * t.High);
        if (end == 0)
            return u => Math.Max(0, t.Likely * (1 + u));
        if (spread == Quantities.Spread.Fraction && t.High > 0.5)
        {
            var middle = Logit(t.Likely);
            var way = Logit(end) - middle;
            return u => Logistic(middle + Math.Abs(u) * way);
        }
        var floor = spread == Quantities.Spread.Excess ? 1.0 : 0.0;
        var log = Math.Log(end / t.Likely);
        return u => Math.Clamp(t.Likely * Math.Exp(Math.Abs(u) * log), floor, ceiling);
    }

    private static double Logit(double p)
    {
        p = Math.Clamp(p, 1e-6, 1 - 1e-6);
        return Math.Log(p / (1 - p));
    }

    private static double Logistic(double x) => 1 / (1 + Math.Exp(-x));

    // Which stratum each draw takes.
    private byte[] Order(string name)
    {
        var order = new byte[Amount.Draws];
        for (var i = 0; i < order.Length; i++)
            order[i] = (byte)i;
        var state = BitConverter.ToUInt64(SHA256.HashData(Encoding.UTF8.GetBytes(Owner + "\u001f" + name)), 0);
        for (var i = order.Length - 1; i > 0; i--)
        {
            var j = (int)Math.BigMul(Next(ref state), (ulong)(i + 1), out _);
            (order[i], order[j]) = (order[j], order[i]);
        }
        return order;
    }

    // SplitMix64 (Steele, Lea, Flood 2014): written out, because a draw must come out the same on every later runtime.
    private static ulong Next(ref ulong state)
    {
        state += 0x9E3779B97F4A7C15;
        var z = state;
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }
}
