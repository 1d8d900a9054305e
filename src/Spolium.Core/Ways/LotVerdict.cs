using Spolium.Core.Plans;

namespace Spolium.Core.Ways;

public enum VerdictKind
{
    Do,
    Hold,
    Pool,
    Test,
    Sell,
    Wait,

    /// <summary>What has no price may cost more than the best choice leads by.</summary>
    Unsure,
}

/// <summary>What the choices come to, in a sentence with its reason.</summary>
/// <param name="PoolWith">Codes of the lots that it should be pooled with; empty where it should not.</param>
public sealed record LotVerdict(VerdictKind Kind, string Headline, string Reason, IReadOnlyList<string> PoolWith)
{
    /// <summary>The choice of the best mean; how sure that is, what it costs in hours and days, what is not in it.</summary>
    /// <param name="choices">At least one.</param>
    /// <param name="unpriced">What counts and has no price, with what it may cost by the usual prices.</param>
    public static LotVerdict Of(IReadOnlyList<Choice> choices, WayTime? time, IReadOnlyList<string>? notPriced = null, double unpriced = 0)
    {
        var ranked = choices.OrderByDescending(c => c.Mean).ToList();
        var best = ranked[0];
        var second = ranked.Skip(1).FirstOrDefault(c => !(c.Kind == ChoiceKind.Leave && best.Kind == ChoiceKind.Sell));
        var lead = second is null ? double.PositiveInfinity : best.Mean - second.Mean;
        var says = new List<string> { $"To {best.Title} brings {Kr(best.Mean)} on the mean ({Range(best.Kr)}{best.Says})." };
        if (second is not null)
            says.Add(
                $"Next is to {second.Title}: {Kr(second.Mean)}"
                    + (
                        best.Kind is ChoiceKind.Test
                            ? "."
                            : $", and better in {FigureText.Number(100 * best.Beaten(second), 0)} of 100 worlds."
                    )
            );
        if (best.Kind is ChoiceKind.Do or ChoiceKind.Pool && time is not null)
            says.Add(time.Words + ".");
        if (notPriced is { Count: > 0 })
            says.Add($"Not counted, for they have no price: {string.Join(", ", notPriced)}.");
        var words = string.Join(" ", says);
        return notPriced is { Count: > 0 } && unpriced > lead && second is not null
            ? new(
                VerdictKind.Unsure,
                "Cannot say yet",
                $"By the usual prices what is not counted may cost {Kr(unpriced)}, and the best choice leads by {Kr(lead)} only. {words}",
                []
            )
            : new(KindOf(best.Kind), Headlined(best), words, best.With);
    }

    private static VerdictKind KindOf(ChoiceKind kind) =>
        kind switch
        {
            ChoiceKind.Do => VerdictKind.Do,
            ChoiceKind.Sell => VerdictKind.Sell,
            ChoiceKind.Test => VerdictKind.Test,
            ChoiceKind.Pool => VerdictKind.Pool,
            ChoiceKind.Wait => VerdictKind.Wait,
            _ => VerdictKind.Hold,
        };

    private static string Headlined(Choice best) =>
        best.Kind switch
        {
            ChoiceKind.Do => "Do it",
            ChoiceKind.Sell => "Sell it as it is",
            ChoiceKind.Test => "Test it first",
            ChoiceKind.Pool => $"Pool it with {And(best.With)}",
            ChoiceKind.Wait => "Wait for more of it",
            _ => "Hold it",
        };

    // What is certain has no range to tell.
    private static string Range(Working kr) =>
        kr.Amount.IsCertain ? "" : $"{FigureText.Number(kr.Range.Low, 0)} to {FigureText.Number(kr.Range.High, 0)}; ";

    /// <summary>Whole units of the currency: a margin is never known better.</summary>
    public static string Kr(double crowns) => Currency.Text(crowns);

    internal static string And(IReadOnlyList<string> codes) =>
        codes.Count == 1 ? codes[0] : $"{string.Join(", ", codes.Take(codes.Count - 1))} and {codes[^1]}";
}

/// <summary>What a way takes in time, in words for its verdict.</summary>
/// <param name="Hands">Hours with hands on.</param>
/// <param name="Alone">Hours by itself.</param>
/// <param name="PerHour">Crowns that an hour with hands on brings, before it is paid.</param>
public sealed record WayTime(Working Hands, Working Alone, double PerHour)
{
    public static WayTime Of(BatchPlan plan, Worth worth) =>
        new(
            plan.Attended,
            plan.Unattended,
            plan.Attended.Likely > 0
                ? (worth.Margin.Likely - worth.Lines.Where(l => l.Id == "hands").Sum(l => l.Kr.Likely)) / plan.Attended.Likely
                : 0
        );

    public string Words =>
        $"It takes {FigureText.ValueOnly(Hands)} with hands on, {LotVerdict.Kr(PerHour)} an hour, and {Days(Alone.Likely)} by itself "
        + $"({Days(Alone.Range.Low)} to {Days(Alone.Range.High)})";

    internal static string Days(double hours) =>
        hours < 36 ? $"{FigureText.Number(hours, 0)} h"
        : hours < 240 ? $"{FigureText.Number(hours / 24, 1)} days"
        : $"{FigureText.Number(hours / 24, 0)} days";
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

    /// <summary>Where a function first rises through nothing between two ends, looked for in so many steps of equal ratio; null where it
    /// does not. Where it has no value (a way is refused) nothing is bracketed.</summary>
    public static double? Rising(Func<double, double?> margin, double from, double to, int steps)
    {
        var ratio = Math.Pow(to / from, 1.0 / steps);
        (double X, double? Value)? before = null;
        for (var i = 0; i <= steps; i++)
        {
            var x = from * Math.Pow(ratio, i);
            var value = margin(x);
            if (value is > 0)
                // Where it pays from the first point on that the way bears, that is where it begins.
                return before is { Value: <= 0 } b ? Crossing(y => margin(y) ?? -1, b.X, x)
                    : before is null or { Value: null } ? x
                    : null;
            before = (x, value);
        }
        return null;
    }

    /// <summary>
    /// Crowns that knowing the content would gain: E[max(m, 0)] − max(E[m], 0) over the draws, m the margin as far as the content tells it
    /// (its linear fit on the worth of the metal in the feed).
    /// </summary>
    public static double OfKnowing(Amount margin, Amount contentWorth)
    {
        var told = Told(margin, contentWorth);
        double Mean(Func<double, double> of) => Enumerable.Range(1, Amount.Draws).Average(w => of(told[w]));
        return told.IsCertain ? 0 : Math.Max(0, Mean(m => Math.Max(0, m)) - Math.Max(0, Mean(m => m)));
    }

    /// <summary>A margin as far as the content tells it: its linear fit on the worth of the metal in the feed.</summary>
    internal static Amount Told(Amount margin, Amount contentWorth)
    {
        var variance = Amount.Covariance(contentWorth, contentWorth);
        var mean = Choice.MeanOf(margin);
        if (variance <= 0)
            return Amount.Certain(mean);
        var mid = Choice.MeanOf(contentWorth);
        var slope = Amount.Covariance(margin, contentWorth) / variance;
        return Amount.Each(w => mean + slope * (contentWorth[w] - mid));
    }
}
