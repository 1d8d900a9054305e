namespace Spolium.Core.Ways;

public enum VerdictKind
{
    Do,
    Hold,
    Pool,
    Test,
}

/// <summary>What a margin comes to, in a sentence with its reason.</summary>
/// <param name="PoolWith">Codes of the lots that it should be pooled with; empty where pooling brings nothing.</param>
public sealed record LotVerdict(VerdictKind Kind, string Headline, string Reason, IReadOnlyList<string> PoolWith)
{
    /// <summary>
    /// Do it when the 5 % margin is above nothing; hold it when the 95 % margin is below; else pool it where that brings more than a test
    /// would, or test it.
    /// </summary>
    /// <param name="pool">What pooling with those lots would bring in all, and the margin of all of them together; null where none
    /// waits.</param>
    /// <param name="test">What knowing the content would gain, before its price.</param>
    /// <param name="testPrice">Crowns; null without a price.</param>
    public static LotVerdict Of(Worth worth, Working hours, PoolGain? pool, double test, double? testPrice)
    {
        var margin = worth.Margin.Range;
        var pools = pool is { Gain: > 0 };
        IReadOnlyList<string> with = pools ? pool!.Codes : [];
        var together = pools
            ? $" Together with {And(pool!.Codes)} it would bring {Kr(pool.Gain)} more: one filling of the vessels, one "
                + $"sale{(pool.Together.Range.Low > 0 ? ", and even at its poorest something is left" : "")}."
            : "";
        if (margin.Low > 0)
            return new(
                VerdictKind.Do,
                "Do it",
                $"Even at its poorest it brings {Kr(margin.Low)}{Over(worth)} after reagents, power and {FigureText.ValueOnly(hours)} "
                    + $"with hands on.{together}",
                with
            );
        if (margin.High < 0)
        {
            if (worth.AsItIs.Likely > 0 && worth.LeftOver.Likely > 0)
                return new(
                    VerdictKind.Hold,
                    pools ? $"Hold it, and pool it with {And(with)}" : "Hold it, or sell it as it is",
                    $"Working it off leaves {Kr(worth.LeftOver.Likely)}, selling it as it is {Kr(worth.AsItIs.Likely)}.{together}",
                    with
                );
            return new(
                VerdictKind.Hold,
                pools ? $"Hold it, and pool it with {And(with)}" : "Hold it",
                $"Even at its richest it does not pay its reagents and {FigureText.ValueOnly(hours)} with hands on: "
                    + $"{Kr(margin.High)}.{together}",
                with
            );
        }
        var pays = testPrice is { } price
            ? $"A test costs {Kr(price)}; knowing the content would gain "
                + $"{Kr(test)}{(test > price ? "" : ", so it pays only for more of the kind")}."
            : $"Knowing the content would gain {Kr(test)}.";
        var between = $"Between {Kr(margin.Low)} and {Kr(margin.High)}{Over(worth)}: it may not pay for the work.";
        return pools && (pool!.Together.Range.Low > 0 || pool.Gain > test - (testPrice ?? 0))
            ? new(VerdictKind.Pool, $"Pool it with {And(with)}", $"{between}{together} {pays}", with)
            : new(VerdictKind.Test, "Test it first", $"{between} {pays}{together}", with);
    }

    private static string Over(Worth worth) => worth.AsItIs.Likely > 0 ? " over selling it as it is" : "";

    /// <summary>Whole crowns: a margin is never known better.</summary>
    public static string Kr(double crowns) => $"{FigureText.Number(crowns, 0)}{FigureText.ThinSpace}kr";

    private static string And(IReadOnlyList<string> codes) =>
        codes.Count == 1 ? codes[0] : $"{string.Join(", ", codes.Take(codes.Count - 1))} and {codes[^1]}";
}

/// <summary>What pooling would bring.</summary>
/// <param name="Codes">Lots to pool with.</param>
/// <param name="Gain">Likely crowns over doing, or leaving, each by itself.</param>
/// <param name="Together">Margin of all of them in one.</param>
public sealed record PoolGain(IReadOnlyList<string> Codes, double Gain, Working Together);

/// <summary>Where a margin crosses nothing, and what knowing the content would gain.</summary>
public static class Margins
{
    /// <summary>A crossing is found to within this share of the nearer end, or so many times as much.</summary>
    private const double Near = 5e-4;

    private const int Rounds = 40;

    /// <summary>The point between two ends where a function crosses nothing (Brent); null where both ends lie on one side. Ends are above
    /// nothing.</summary>
    public static double? Crossing(Func<double, double> margin, double from, double to)
    {
        // On a logarithmic scale: content and mass are looked for over powers of ten.
        double At(double log) => margin(Math.Exp(log));
        return MathNet.Numerics.RootFinding.Brent.TryFindRoot(At, Math.Log(from), Math.Log(to), Near, Rounds, out var root)
            ? Math.Exp(root)
            : null;
    }

    /// <summary>
    /// Crowns that knowing the content would gain: E[max(m, 0)] − max(E[m], 0) over the draws, m the margin as far as the content tells it
    /// (its linear fit on the worth of the metal in the feed).
    /// </summary>
    public static double OfKnowing(Amount margin, Amount contentWorth)
    {
        var variance = Amount.Covariance(contentWorth, contentWorth);
        if (variance <= 0)
            return 0;
        double Mean(Amount a) => Enumerable.Range(1, Amount.Draws).Average(w => a[w]);
        var (mean, mid) = (Mean(margin), Mean(contentWorth));
        var slope = Amount.Covariance(margin, contentWorth) / variance;
        return Math.Max(
            0,
            Enumerable.Range(1, Amount.Draws).Average(w => Math.Max(0, mean + slope * (contentWorth[w] - mid))) - Math.Max(0, mean)
        );
    }
}
