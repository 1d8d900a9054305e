namespace Spolium.Core.Materials;

/// <summary>
/// Shares that come to more than the whole in some world give way there: each in proportion to its variance (the nearest shares that fit,
/// by least squares), so that what is known well stays. Where none has a range, all in proportion.
/// </summary>
internal static class WithinTheWhole
{
    /// <param name="shares">0 to 1, in all worlds.</param>
    /// <returns>In the same order; those that never pass the whole as they were.</returns>
    public static IReadOnlyList<Working> Of(IReadOnlyList<Working> shares)
    {
        var worlds = new double[shares.Count][];
        for (var i = 0; i < shares.Count; i++)
            worlds[i] = new double[Amount.Worlds];
        var variances = shares.Select(s => s.Amount.Sigma * s.Amount.Sigma).ToArray();
        var passes = false;
        for (var w = 0; w < Amount.Worlds; w++)
        {
            var here = shares.Select(s => s.Amount[w]).ToArray();
            passes |= here.Sum() > 1 + Rounding;
            Fit(here, variances);
            for (var i = 0; i < here.Length; i++)
                worlds[i][w] = here[i];
        }
        return !passes
            ? shares
            :
            [
                .. shares.Select(
                    (s, i) =>
                        Working.Reckoned(
                            Amount.Each(w => worlds[i][w]),
                            Dimension.None,
                            s.Label ?? "share",
                            shares,
                            null,
                            "where all shares pass 100 % each gives way in proportion to its variance: the widest most"
                        )
                ),
            ];
    }

    private const double Rounding = 1e-12;

    // What would fall below nothing stays at nothing, and the others give way for it.
    private static void Fit(double[] shares, double[] variances)
    {
        for (var round = 0; round < shares.Length; round++)
        {
            var excess = shares.Sum() - 1;
            if (excess <= Rounding)
                return;
            var gives = Enumerable.Range(0, shares.Length).Where(i => shares[i] > 0).ToList();
            var sum = gives.Sum(i => variances[i]);
            var held = gives.Sum(i => shares[i]);
            foreach (var i in gives)
                shares[i] = Math.Max(0, shares[i] - excess * (sum > 0 ? variances[i] / sum : shares[i] / held));
            // Those with a range are at nothing, and it is still too much: the rest gives way in proportion.
            if (sum > 0 && gives.Where(i => variances[i] > 0).All(i => shares[i] <= 0))
                variances = new double[variances.Length];
        }
    }
}
