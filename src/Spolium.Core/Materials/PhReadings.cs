namespace Spolium.Core.Materials;

/// <summary>A pH that somebody read after so much was poured.</summary>
/// <param name="Grams">Of what is in the bottle, all that was poured until then.</param>
/// <param name="PlusMinus">Of the strip or the meter, as 5 to 95 %.</param>
public sealed record PhRead(double Grams, double PH, double PlusMinus);

/// <summary>What a reading says of what was believed.</summary>
/// <param name="Believed">Grams after which that pH was to come, in the likely world; null where no dose brings it.</param>
/// <param name="Off">By how many standard uncertainties what was poured differs from it.</param>
public sealed record PhReadSays(PhRead Read, double? Believed, double Off);

/// <summary>
/// pH readings on a dose curve move what is believed to be in the liquor: free acid and metals, each by how much of the dose it accounts
/// for and by how unsure it was. The dose at which a pH comes is nearly linear in both, the pH at a dose is not: so it is the dose that
/// is compared.
/// </summary>
public static class PhReadings
{
    // Of the dose: the balance, what sticks to the spoon, and how well the constants place the pH.
    private const double DoseOff = 0.02;

    // Beyond the end of what its charges take: what is believed may be far too little.
    private const double Beyond = 3;

    /// <param name="reads">In any order.</param>
    /// <param name="liquorOf">The liquor of a charge, as it is dosed.</param>
    public static (Charge Charge, IReadOnlyList<PhReadSays> Says) Moved(
        Charge charge,
        IReadOnlyList<PhRead> reads,
        Func<Charge, DosedLiquor> liquorOf
    )
    {
        var says = new List<PhReadSays>();
        foreach (var read in reads.OrderBy(r => r.Grams))
        {
            (charge, var said) = Moved(charge, read, says.Count, liquorOf);
            says.Add(said);
        }
        return (charge, says);
    }

    private static (Charge Charge, PhReadSays Says) Moved(Charge charge, PhRead read, int number, Func<Charge, DosedLiquor> liquorOf)
    {
        var most = Beyond * Math.Max(read.Grams, 1);
        double? Dose(Charge c, double ph, double? around) => Reaching(liquorOf(c), ph, most, around);
        if (Dose(charge, read.PH, null) is not { } likely)
            return (charge, new(read, null, double.PositiveInfinity));
        var unsure = Parameters(charge).ToList();
        // How the dose moves with each, by the likely world with a little more of it.
        var slopes = unsure
            .Select(s =>
            {
                var step = Sigma(charge.Of(s).Amount);
                return (Dose(With(charge, s, Amount.Certain(step)), read.PH, likely) is { } more ? more - likely : 0) / step;
            })
            .ToArray();
        var doses = Amount.Each(
            w => likely + unsure.Select((s, i) => slopes[i] * (charge.Of(s).Amount[w] - charge.Of(s).Amount.Likely)).Sum(),
            [.. unsure.Select(s => charge.Of(s).Amount)]
        );
        var below = Dose(charge, read.PH - read.PlusMinus, likely) ?? likely;
        var above = Dose(charge, read.PH + read.PlusMinus, likely) ?? likely;
        var sigma = Math.Max(Math.Sqrt(Math.Pow((above - below) / 2 / Draws.Z95, 2) + Math.Pow(DoseOff * read.Grams, 2)), 1e-9);
        var variance = Math.Pow(Sigma(doses), 2);
        var seen = new Draws($"pH read {number}").Reading("dose", read.Grams, sigma);
        var moved = charge;
        for (var i = 0; i < unsure.Count; i++)
        {
            var there = charge.Of(unsure[i]).Amount;
            var gain = Covariance(there, doses) / (variance + sigma * sigma);
            moved = With(moved, unsure[i], Amount.Each(w => Math.Max(-there[w], gain * (seen[w] - doses[w])), there, doses, seen));
        }
        return (moved, new(read, likely, Math.Abs(read.Grams - likely) / Math.Sqrt(variance + sigma * sigma)));
    }

    // Free acid and dissolved metals of which nobody is sure, as far as they move the dose.
    private static IEnumerable<Species> Parameters(Charge charge)
    {
        var unsure = charge
            .Moles.Where(m =>
                m.Key.Phase == Phase.Aqueous
                && (m.Key == Species.Proton || NeutralProduct.All.Any(p => p.Ion == m.Key.Formula))
                && m.Key.Parse().Charge > 0
            )
            .Select(m => (m.Key, Off: m.Key.Parse().Charge * Sigma(m.Value.Amount)))
            .ToList();
        var most = unsure.Select(u => u.Off).DefaultIfEmpty().Max();
        return unsure.Where(u => u.Off > 0 && u.Off >= Counts * most).Select(u => u.Key);
    }

    // Of what moves the dose most: what moves it less is left as it is.
    private const double Counts = 0.02;

    // So much more of a cation, with its anion: the one that there is most of.
    private static Charge With(Charge charge, Species cation, Amount more)
    {
        var anion = charge.Moles.Where(m => m.Key.Phase == Phase.Aqueous && m.Key.Parse().Charge < 0).MaxBy(m => m.Value.Likely).Key;
        var ratio = (double)cation.Parse().Charge / -anion.Parse().Charge;
        Working Told(Amount n) => Working.Given(n, Dimension.Substance, "by the pH that was read", "your readings on the curve");
        return charge.With(cation, Told(more)).With(anion, Told(Amount.Each(w => ratio * more[w], more)));
    }

    private static double Sigma(Amount a) => Math.Sqrt(Covariance(a, a));

    private static double Covariance(Amount a, Amount b)
    {
        if (a.IsCertain || b.IsCertain)
            return 0;
        var draws = Enumerable.Range(1, Amount.Draws);
        var (ma, mb) = (draws.Average(w => a[w]), draws.Average(w => b[w]));
        return draws.Average(w => (a[w] - ma) * (b[w] - mb));
    }

    // Grams after which the likely world comes to a pH; looked for around a guess first, where there is one.
    private static double? Reaching(DosedLiquor liquor, double ph, double most, double? around = null)
    {
        var near = liquor.At(around ?? 0);
        DosedState At(double grams) => near = liquor.At(grams, 0, near);
        if (around is { } guess && Between(At, ph, guess * (1 - Around), Math.Min(most, guess * (1 + Around))) is { } found)
            return found;
        return Between(At, ph, 0, most);
    }

    private static double? Between(Func<double, DosedState> at, double ph, double low, double high)
    {
        var (start, end) = (at(low).State.PH, at(high).State.PH);
        var up = end >= start;
        bool Short(double there) => up ? there < ph : there > ph;
        if (!Short(start))
            return low <= 0 ? 0 : null;
        if (Short(end))
            return null;
        for (var width = high - low; high - low > Near * Math.Max(width, high); )
        {
            var middle = (low + high) / 2;
            if (Short(at(middle).State.PH))
                low = middle;
            else
                high = middle;
        }
        return (low + high) / 2;
    }

    // Of the guess, within which a dose is looked for first; and of it, how near it is told.
    private const double Around = 0.25;
    private const double Near = 1e-3;
}
