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

    // Halvings of the dose within which a pH is looked for.
    private const int Halvings = 14;

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
        double? Dose(Charge c, double ph) => Reaching(liquorOf(c), ph, most);
        if (Dose(charge, read.PH) is not { } likely)
            return (charge, new(read, null, double.PositiveInfinity));
        var unsure = Parameters(charge).ToList();
        // How the dose moves with each, by the likely world with a little more of it.
        var slopes = unsure
            .Select(s =>
            {
                var step = Sigma(charge.Of(s).Amount);
                return (Dose(With(charge, s, Amount.Certain(step)), read.PH) is { } more ? more - likely : 0) / step;
            })
            .ToArray();
        var doses = Amount.Each(
            w => likely + unsure.Select((s, i) => slopes[i] * (charge.Of(s).Amount[w] - charge.Of(s).Amount.Likely)).Sum(),
            [.. unsure.Select(s => charge.Of(s).Amount)]
        );
        var below = Dose(charge, read.PH - read.PlusMinus) ?? likely;
        var above = Dose(charge, read.PH + read.PlusMinus) ?? likely;
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

    // Free acid and dissolved metals of which nobody is sure.
    private static IEnumerable<Species> Parameters(Charge charge) =>
        charge
            .Moles.Where(m =>
                m.Key.Phase == Phase.Aqueous
                && m.Key.Parse().Charge > 0
                && (m.Key == Species.Proton || NeutralProduct.All.Any(p => p.Ion == m.Key.Formula))
                && Sigma(m.Value.Amount) > 0
            )
            .Select(m => m.Key);

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

    // Grams after which the likely world comes to a pH.
    private static double? Reaching(DosedLiquor liquor, double ph, double most)
    {
        DosedState At(double grams, DosedState? near) => liquor.At(grams, 0, near);
        var (start, end) = (At(0, null), At(most, null));
        var up = end.State.PH >= start.State.PH;
        bool Short(DosedState s) => up ? s.State.PH < ph : s.State.PH > ph;
        if (!Short(start))
            return 0;
        if (Short(end))
            return null;
        var (low, high, near) = (0.0, most, start);
        for (var i = 0; i < Halvings; i++)
        {
            var middle = (low + high) / 2;
            near = At(middle, near);
            if (Short(near))
                low = middle;
            else
                high = middle;
        }
        return (low + high) / 2;
    }
}
