using System.Collections.Concurrent;
using System.Globalization;

namespace Spolium.Core.Quantities;

/// <summary>How a node of a working came about.</summary>
public enum Step
{
    Given,
    Sum,
    Difference,
    Product,
    Quotient,
    Least,
    Greatest,
    Decay,
    Reckoned,
}

/// <summary>A small table beside a figure that was reckoned step by step (such as the share of brown gas).</summary>
public sealed record WorkingTable(IReadOnlyList<string> Heads, IReadOnlyList<IReadOnlyList<double>> Rows);

/// <summary>
/// An amount that remembers how it was made. The formula is written once, as ordinary arithmetic on workings; it gives
/// the figure, the interval and the lines a person can follow. Adding what has different dimensions throws.
/// </summary>
public sealed class Working
{
    private Working(Amount amount, Dimension dimension, Step step, IReadOnlyList<Working> parts)
    {
        Amount = amount;
        Dimension = dimension;
        Step = step;
        Parts = parts;
        for (var i = 0; i < parts.Count && !RestsOnGuess; i++)
            RestsOnGuess = parts[i].RestsOnGuess;
    }

    private Working(Working same)
        : this(same.Amount, same.Dimension, same.Step, same.Parts)
    {
        (Label, Source, Text, Unit, Table, Prior) = (same.Label, same.Source, same.Text, same.Unit, same.Table, same.Prior);
        Guess = same.Guess;
    }

    public Amount Amount { get; }
    public Dimension Dimension { get; }
    public Step Step { get; }
    public IReadOnlyList<Working> Parts { get; }

    /// <summary>What a reader should see ("acid for the copper"); null for what stands inside a formula.</summary>
    public string? Label { get; private init; }

    /// <summary>Where a given figure comes from: a row of the reference data, a typed reading, an option.</summary>
    public string? Source { get; private init; }

    /// <summary>True when the figure is a guess of Spolium's (a prior without a source).</summary>
    public bool Guess { get; private init; }

    /// <summary>True when a guess of Spolium's is anywhere among what the figure rests on.</summary>
    public bool RestsOnGuess
    {
        get => field || Guess;
    }

    /// <summary>How an exact number is written, such as "4/3".</summary>
    public string? Text { get; private init; }

    /// <summary>Unit that the figure is shown in where its dimension does not say it ("%", "°C", "kr").</summary>
    public string? Unit { get; private init; }

    public WorkingTable? Table { get; private init; }

    /// <summary>Id of the prior that it is, whether the book's or the shop's own.</summary>
    public string? Prior { get; private init; }

    public double Likely => Amount.Likely;
    public Interval Range => Amount.Range;

    public static Working Given(Amount amount, Dimension dimension, string label, string source, bool guess = false) =>
        new(amount, dimension, Step.Given, [])
        {
            Label = label,
            Source = source,
            Guess = guess,
        };

    public static Working Given(double value, Dimension dimension, string label, string source) =>
        Given(Amount.Certain(value), dimension, label, source);

    /// <summary>An exact number of a formula (a coefficient, a conversion), shown as it is written.</summary>
    public static Working Exact(double value, string? text = null, Dimension dimension = default) =>
        new(Amount.Certain(value), dimension, Step.Given, [])
        {
            Text = text
                ?? (
                    dimension == Dimension.None && value == Math.Floor(value) && Math.Abs(value) < 1e6
                        ? value.ToString(CultureInfo.InvariantCulture)
                        : null
                ),
        };

    private static readonly ConcurrentDictionary<Dimension, Working> Zeros = new();

    public static Working Zero(Dimension dimension) => Zeros.GetOrAdd(dimension, static d => Exact(0, null, d));

    /// <summary>A figure that is reckoned by iteration; its parts and a small table stand for the formula.</summary>
    public static Working Reckoned(
        Amount amount,
        Dimension dimension,
        string label,
        IReadOnlyList<Working> parts,
        WorkingTable? table = null,
        string? source = null
    ) =>
        new(amount, dimension, Step.Reckoned, parts)
        {
            Label = label,
            Table = table,
            Source = source,
        };

    /// <summary>The same figure under a name that a reader knows it by.</summary>
    public Working Named(string label, string? source = null) => new(this) { Label = label, Source = source ?? Source };

    internal Working LearnedAs(string prior) => new(this) { Prior = prior };

    /// <summary>The same figure with a unit of its own to be shown in.</summary>
    public Working In(string unit) => new(this) { Unit = unit };

    /// <summary>A share of one, shown in per cent.</summary>
    public Working Percent(string label) => (this * Exact(100, "100 %")).Named(label).In("%");

    public static Working operator +(Working a, Working b) => new(a.Amount + b.Amount, Same(a, b), Step.Sum, [a, b]);

    public static Working operator -(Working a, Working b) => new(a.Amount - b.Amount, Same(a, b), Step.Difference, [a, b]);

    public static Working operator *(Working a, Working b) => new(a.Amount * b.Amount, a.Dimension * b.Dimension, Step.Product, [a, b]);

    public static Working operator /(Working a, Working b) => new(a.Amount / b.Amount, a.Dimension / b.Dimension, Step.Quotient, [a, b]);

    public static Working operator *(Working a, double b) => a * Exact(b);

    public static Working operator *(double a, Working b) => Exact(a) * b;

    public static Working operator /(Working a, double b) => a / Exact(b);

    public static Working Least(Working a, Working b) => new(Amount.Least(a.Amount, b.Amount), Same(a, b), Step.Least, [a, b]);

    public static Working Greatest(Working a, Working b) => new(Amount.Greatest(a.Amount, b.Amount), Same(a, b), Step.Greatest, [a, b]);

    /// <summary>a, and never below nothing.</summary>
    public static Working AtLeastZero(Working a) => Greatest(a, Zero(a.Dimension));

    /// <summary>part ÷ whole, and nothing in worlds where the whole is nothing: there is no part of it then.</summary>
    public static Working Share(Working part, Working whole) =>
        new(Amount.Share(part.Amount, whole.Amount), part.Dimension / whole.Dimension, Step.Quotient, [part, whole]);

    /// <summary>e^(−a) for a bare number a.</summary>
    public static Working Decay(Working a) =>
        a.Dimension == Dimension.None
            ? new(Amount.Exp(Amount.Zero - a.Amount), Dimension.None, Step.Decay, [a])
            : throw new DimensionException(a.Dimension, Dimension.None);

    /// <summary>The sum of all, or nothing of that dimension; parts that are exactly nothing are left out.</summary>
    public static Working Sum(IEnumerable<Working> all, Dimension dimension)
    {
        var list = all.Where(w => !IsNothing(w)).ToList();
        if (list.Count == 0)
            return Zero(dimension);
        var sum = list[0].Amount;
        for (var i = 0; i < list.Count; i++)
        {
            Check(list[i].Dimension, dimension);
            sum = i == 0 ? sum : sum + list[i].Amount;
        }
        return list.Count == 1 ? list[0] : new(sum, dimension, Step.Sum, list);
    }

    /// <summary>True for a figure that is exactly nothing in every world.</summary>
    public static bool IsNothing(Working w) => w.Amount is { IsCertain: true, Likely: 0 };

    private static Dimension Same(Working a, Working b)
    {
        Check(a.Dimension, b.Dimension);
        return a.Dimension;
    }

    private static void Check(Dimension a, Dimension b)
    {
        if (a != b)
            throw new DimensionException(a, b);
    }

    public override string ToString() => $"{Label} {FigureText.WithRange(this)}".Trim();
}

/// <summary>Two figures met that cannot be added: a fault of the formula, never of what a user typed.</summary>
public sealed class DimensionException(Dimension a, Dimension b)
    : InvalidOperationException($"'{a}' and '{b}' cannot be added or compared.");
