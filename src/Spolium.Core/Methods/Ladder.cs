namespace Spolium.Core.Methods;

/// <summary>
/// Builds the rungs of a dose. With p the largest pour that gas, foam and heat allow: even rungs of at most p up to the low end of what it
/// may want; from there on each rung is the greatest of the smallest that can be measured, half of the one before, and what is left shared
/// among the rungs left; the last is what is missing. Where that takes more than 24 rungs the ladder ends there and says how far it goes.
/// Portions that were poured keep their place; the rest is laid out from what they sum to.
/// </summary>
public static class Ladder
{
    /// <summary>More are never laid out: who has poured so many without a sign tests, and plans anew.</summary>
    public static readonly int MostRungs = (int)Constants.Get("rungs-most").Likely;

    // Of p: a first rung whose foam nobody has seen yet.
    private const double Gentle = 0.25;
    private const double Dust = 1e-9;

    /// <summary>What a dose asks of its ladder, in grams from the bottle.</summary>
    /// <param name="Low">Up to here even rungs.</param>
    /// <param name="High">Here the ladder ends.</param>
    /// <param name="Most">p, the largest rung; for one part where the charge is parted.</param>
    /// <param name="Parts">Into how many equal vessels the charge is parted: each has a ladder of its own.</param>
    /// <param name="Foams">The first rung is a quarter: how high it foams is seen first.</param>
    public sealed record Wanted(double Low, double High, double Most, int Parts = 1, bool Foams = false);

    /// <param name="ended">True when no more is to be poured: only what was poured is shown.</param>
    /// <returns>The rungs, and the grams that they go to where that is less than the high end.</returns>
    public static (IReadOnlyList<Rung> Rungs, double? GoesTo) Build(
        Bottle bottle,
        Wanted wanted,
        double balanceStepG,
        IReadOnlyList<Pour> poured,
        bool ended
    )
    {
        var rungs = Logged(bottle, poured);
        if (ended)
            return (rungs, null);
        var total = poured.Sum(p => p.Grams);
        var reached = 0.0;
        for (var part = 1; part <= wanted.Parts; part++)
        {
            var (low, high) = (wanted.Low / wanted.Parts, wanted.High / wanted.Parts);
            // What was poured fills the vessels one by one.
            var here = part == wanted.Parts ? Math.Max(0, total - (part - 1) * high) : Math.Clamp(total - (part - 1) * high, 0, high);
            var before = wanted.Parts == 1 ? rungs.Count : 0;
            foreach (var size in Sizes(bottle, wanted with { Low = low, High = high }, balanceStepG, here, before))
            {
                rungs.Add(new(rungs.Count + 1, size, Ml(bottle, size), null, null) { Part = part });
                here += size;
            }
            reached += here;
        }
        return (rungs, reached < wanted.High * (1 - 1e-6) ? reached : null);
    }

    private static IEnumerable<double> Sizes(Bottle bottle, Wanted wanted, double balanceStepG, double poured, int rungs)
    {
        var smallest = Smallest(bottle, balanceStepG);
        var most = Math.Max(smallest, Down(bottle, wanted.Most));
        var (total, last) = (poured, most);
        while (total < wanted.High - Dust * Math.Max(1, wanted.High) && rungs < MostRungs)
        {
            var size =
                rungs == 0 && wanted.Foams ? Down(bottle, Gentle * most)
                : total < wanted.Low * (1 - 1e-6) ? (wanted.Low - total) / Math.Ceiling((wanted.Low - total) / most - 1e-6)
                : Math.Max(last / 2, (wanted.High - total) / (MostRungs - rungs));
            size = Math.Clamp(Up(bottle, size), smallest, most);
            // The last is what is missing, or the least that can be measured.
            if (total + size > wanted.High)
                size = Math.Max(smallest, wanted.High - total);
            yield return size;
            (total, last, rungs) = (total + size, size, rungs + 1);
        }
    }

    private static List<Rung> Logged(Bottle bottle, IReadOnlyList<Pour> poured) =>
        [.. poured.Select((p, i) => new Rung(i + 1, p.Grams, Ml(bottle, p.Grams), p.EntryId, p.OccurredAt))];

    /// <summary>One pour of a dose that is decided beforehand.</summary>
    public static IReadOnlyList<Rung> Once(Bottle bottle, double grams, IReadOnlyList<Pour> poured, bool ended)
    {
        var rungs = Logged(bottle, poured);
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

    private static double Down(Bottle bottle, double grams) => Measured(bottle, grams, x => Math.Floor(x + Dust));

    private static double Up(Bottle bottle, double grams) => Measured(bottle, grams, x => Math.Ceiling(x - Dust));

    // A portion that can be measured: two digits of millilitres or grams.
    private static double Measured(Bottle bottle, double grams, Func<double, double> round)
    {
        if (grams <= 0)
            return 0;
        var size = bottle.DensityGPerMl is { } d ? grams / d : grams;
        var step = Math.Pow(10, Math.Floor(Math.Log10(size)) - 1);
        var rounded = round(size / step) * step;
        return bottle.DensityGPerMl is { } density ? rounded * density : rounded;
    }
}
