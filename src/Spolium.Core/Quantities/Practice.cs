namespace Spolium.Core.Quantities;

/// <summary>A prior as the shop's own closed batches have moved it.</summary>
/// <param name="Batches">How many showed it.</param>
public sealed record Practised(Triple Triple, int Batches, string Source);

/// <summary>What the shop's own batches say of priors: stands in the place of the book values, prior by prior.</summary>
public sealed record Practice(IReadOnlyDictionary<string, Practised> ByPrior)
{
    public static readonly Practice None = new(new Dictionary<string, Practised>());
}

/// <summary>One time that a figure of practice was seen, on the scale on which it is normal.</summary>
/// <param name="Sigma">Standard uncertainty of this sight of it.</param>
/// <param name="Together">It was seen of several batches together: it tells of their mean, and nothing of how they differ.</param>
public readonly record struct Sight(double Value, double Sigma, bool Together = false);

/// <summary>
/// A prior moved by what was seen. The figure is normal on its scale (logarithm of a positive one, logit of a share), its mean and spread
/// unknown: the conjugate normal–inverse-χ² of Gelman and others, Bayesian Data Analysis, 3.3, with the book value worth so many batches.
/// A sight that is itself unsure counts for τ²/(τ² + u²) of a batch, τ being the spread of the book value. What was seen of several batches
/// together is one sight: it moves the mean, and leaves the spread as the book has it. A sight further than three spreads from the middle
/// of book and sights counts for (3/z)⁴ of itself: one odd batch hardly moves, a shop whose batches all are so does. With nothing seen the
/// prediction is the book value.
/// </summary>
public static class Conjugate
{
    public static Triple Moved(Prior prior, IReadOnlyList<Sight> seen, double priorWeight)
    {
        var tau = (To(prior, prior.Triple.High) - To(prior, prior.Triple.Low)) / (2 * Draws.Z95);
        var m0 = To(prior, prior.Triple.Likely);
        var middle = Middle(m0, priorWeight, seen);
        var weights = seen.Select(s =>
                tau * tau / (tau * tau + s.Sigma * s.Sigma) * Counts((s.Value - middle) / double.Hypot(tau, s.Sigma))
            )
            .ToList();
        var n = weights.Sum();
        if (n <= 0)
            return prior.Triple;
        var mean = seen.Zip(weights, (s, w) => s.Value * w).Sum() / n;
        var all = priorWeight + n;
        var centre = (priorWeight * m0 + n * mean) / all;
        var scatter = seen.Zip(weights, (s, w) => w * (s.Together ? tau * tau : (s.Value - mean) * (s.Value - mean))).Sum();
        var book = tau * tau * priorWeight / (priorWeight + 1);
        var variance = (priorWeight * book + scatter + priorWeight * n / all * (mean - m0) * (mean - m0)) / all;
        var half = Draws.Z95 * Math.Sqrt(variance * (1 + 1 / all));
        return new(From(prior, centre - half), From(prior, centre), From(prior, centre + half));
    }

    /// <summary>Beyond so many spreads a sight is far off.</summary>
    public const double FarOff = 3;

    /// <summary>How many spreads a sight lies from a prior as it stands.</summary>
    public static double Off(Prior prior, Triple now, Sight sight)
    {
        var tau = (To(prior, now.High) - To(prior, now.Low)) / (2 * Draws.Z95);
        return tau > 0 ? (sight.Value - To(prior, now.Likely)) / double.Hypot(tau, sight.Sigma) : 0;
    }

    private static double Counts(double z) => Math.Abs(z) <= FarOff ? 1 : Math.Pow(FarOff / Math.Abs(z), 4);

    // Weighted median of the book, which is worth so many batches, and of what was seen.
    private static double Middle(double book, double bookWeight, IReadOnlyList<Sight> seen)
    {
        var all = seen.Select(s => (s.Value, Weight: 1.0)).Append((Value: book, Weight: bookWeight)).OrderBy(x => x.Value).ToList();
        var half = all.Sum(x => x.Weight) / 2;
        var sum = 0.0;
        return all.First(x => (sum += x.Weight) >= half).Value;
    }

    /// <summary>A value on the scale of its prior.</summary>
    public static double To(Prior prior, double value) =>
        prior.Spread switch
        {
            Spread.Shift => value,
            Spread.Fraction => Math.Log(Math.Clamp(value, 1e-6, 1 - 1e-6) / (1 - Math.Clamp(value, 1e-6, 1 - 1e-6))),
            _ => Math.Log(Math.Max(value, 1e-9)),
        };

    /// <summary>How much that scale moves with the value: carries a standard uncertainty over, to first order.</summary>
    public static double Slope(Prior prior, double value) =>
        prior.Spread switch
        {
            Spread.Shift => 1,
            Spread.Fraction => 1 / (Math.Clamp(value, 1e-6, 1 - 1e-6) * (1 - Math.Clamp(value, 1e-6, 1 - 1e-6))),
            _ => 1 / Math.Max(value, 1e-9),
        };

    private static double From(Prior prior, double x) =>
        prior.Spread switch
        {
            Spread.Shift => x,
            Spread.Fraction => 1 / (1 + Math.Exp(-x)),
            Spread.Excess => Math.Max(1, Math.Exp(x)),
            _ => Math.Exp(x),
        };
}
