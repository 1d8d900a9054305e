namespace Spolium.Core.Methods;

/// <summary>
/// Builds the rungs of a dose (precise rules 2.4 and 2.5): size = low dose ÷ portions, the first and every rung after the
/// low dose half of it, up to the high dose, none below the smallest sensible portion. Portions that were poured keep
/// their place; the rest is laid out from what they sum to.
/// </summary>
public static class Ladder
{
    private const int MostRungs = 60;

    /// <param name="low">Grams from the bottle at which full rungs end.</param>
    /// <param name="high">Grams at which the ladder ends.</param>
    /// <param name="ended">True when no more is to be poured: only what was poured is shown.</param>
    public static IReadOnlyList<Rung> Build(
        Bottle bottle,
        double low,
        double high,
        int portions,
        double balanceStepG,
        IReadOnlyList<Pour> poured,
        bool ended
    )
    {
        var rungs = poured.Select((p, i) => new Rung(i + 1, p.Grams, Ml(bottle, p.Grams), p.EntryId, p.OccurredAt)).ToList();
        if (ended)
            return rungs;
        var smallest = Smallest(bottle, balanceStepG);
        var full = Pourable(bottle, Math.Max(smallest, low / Math.Max(1, portions)));
        var half = Pourable(bottle, Math.Max(smallest, full / 2));
        var total = poured.Sum(p => p.Grams);
        while (total < high - 1e-9 && rungs.Count < MostRungs)
        {
            var size = rungs.Count == 0 || total + full > low + 1e-9 ? half : full;
            rungs.Add(new(rungs.Count + 1, size, Ml(bottle, size), null, null));
            total += size;
        }
        return rungs;
    }

    /// <summary>One pour of a dose that is decided beforehand.</summary>
    public static IReadOnlyList<Rung> Once(Bottle bottle, double grams, IReadOnlyList<Pour> poured, bool ended)
    {
        var rungs = poured.Select((p, i) => new Rung(i + 1, p.Grams, Ml(bottle, p.Grams), p.EntryId, p.OccurredAt)).ToList();
        var rest = grams - poured.Sum(p => p.Grams);
        if (!ended && rest > Math.Max(0.02 * grams, 1e-6))
            rungs.Add(new(rungs.Count + 1, rest, Ml(bottle, rest), null, null));
        return rungs;
    }

    /// <summary>Smallest sensible portion in grams: 20 steps of the balance, or 1 mL of a liquid.</summary>
    public static double Smallest(Bottle bottle, double balanceStepG) =>
        bottle.DensityGPerMl is { } d
            ? Constants.Get("smallest-portion-volume").Likely * d
            : Constants.Get("smallest-portion-readings").Likely * balanceStepG;

    private static double? Ml(Bottle bottle, double grams) => bottle.DensityGPerMl is { } d ? grams / d : null;

    // A portion that can be measured: two digits of millilitres or grams, never rounded up past the size wanted.
    private static double Pourable(Bottle bottle, double grams)
    {
        var size = bottle.DensityGPerMl is { } d ? grams / d : grams;
        var step = Math.Pow(10, Math.Floor(Math.Log10(size)) - 1);
        var rounded = Math.Floor(size / step + 1e-9) * step;
        return bottle.DensityGPerMl is { } density ? rounded * density : rounded;
    }
}
