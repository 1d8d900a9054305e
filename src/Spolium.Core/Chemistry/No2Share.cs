namespace Spolium.Core.Chemistry;

/// <summary>
/// Share of the metal that dissolves with brown NO2 rather than NO (precise rules 2.3): x = (w − 0.25)/0.40 between 0 and 1,
/// w = free HNO3/(free HNO3 + water) of the bulk, followed over twenty equal steps of metal dissolved while the acid is
/// poured portion by portion.
/// </summary>
public static class No2Share
{
    public const int Steps = 20;
    private const double From = 0.25;
    private const double Over = 0.40;
    private static readonly double Acid = Species.Of("HNO3").MolarMass;
    private static readonly double Water = Species.Of("H2O").MolarMass;

    /// <summary>x for one strength of the bulk, 0 to 1.</summary>
    public static double At(double w) => Math.Clamp((w - From) / Over, 0, 1);

    /// <summary>The mean share over the whole dissolving, in all worlds, with the likely world as a table.</summary>
    /// <param name="electrons">Moles of electrons that the metals give in all.</param>
    /// <param name="waterFirst">Grams of water that stand in the vessel before the acid.</param>
    /// <param name="strength">Mass fraction of the acid in the bottle.</param>
    /// <param name="factor">Acid poured over acid needed.</param>
    /// <param name="returned">Share of the reduced nitrogen that comes back.</param>
    /// <param name="poured">Share of the whole acid poured after each portion, rising to 1.</param>
    public static Working Mean(
        Working electrons,
        Working waterFirst,
        Working strength,
        Working factor,
        Working returned,
        IReadOnlyList<double> poured,
        Working shift
    )
    {
        var rows = new List<IReadOnlyList<double>>();
        var mean = Amount.Each(
            w =>
                World(
                    electrons.Amount[w],
                    waterFirst.Amount[w],
                    strength.Amount[w],
                    factor.Amount[w],
                    returned.Amount[w],
                    poured,
                    w == 0 ? rows : null
                ),
            electrons.Amount,
            waterFirst.Amount,
            strength.Amount,
            factor.Amount,
            returned.Amount
        );
        var shifted = Amount.Least(Amount.Greatest(mean + shift.Amount, Amount.Zero), Amount.Certain(1));
        return Working.Reckoned(
            shifted,
            Dimension.None,
            "share that goes the brown way (NO₂)",
            [strength, factor, shift],
            new(["metal dissolved, %", "acid free, g", "water, g", "strength of the bulk, %", "share by NO₂"], rows),
            "precise rules 2.3: none below 25 % in the bulk, all above 65 %"
        );
    }

    private static double World(
        double electrons,
        double waterFirst,
        double strength,
        double factor,
        double returned,
        IReadOnlyList<double> poured,
        List<IReadOnlyList<double>>? rows
    )
    {
        // The dose hangs on the share and the share on the dose: twice round is enough, since the share is small or the acid plain.
        var share = 0.0;
        for (var round = 0; round < 3; round++)
        {
            rows?.Clear();
            share = Once(electrons, waterFirst, strength, factor, returned, poured, share, rows);
        }
        return share;
    }

    private static double Once(
        double electrons,
        double waterFirst,
        double strength,
        double factor,
        double returned,
        IReadOnlyList<double> poured,
        double share,
        List<IReadOnlyList<double>>? rows
    )
    {
        if (electrons <= 0)
            return 0;
        double Net(double e, double x) => e * ((4 + 2 * x) - returned * (1 + 2 * x)) / 3;
        var dose = factor * Net(electrons, share);
        var waterPerMole = Acid * (1 - strength) / strength;
        double used = 0,
            made = 0,
            sum = 0;
        var portion = 0;
        for (var step = 0; step < Steps; step++)
        {
            var part = electrons / Steps;
            while (portion < poured.Count - 1 && dose * poured[portion] < used + Net(part, share))
                portion++;
            var inVessel = dose * poured[portion];
            var free = Math.Max(0, inVessel - used);
            var water = waterFirst + inVessel * waterPerMole + made;
            var w = free * Acid / (free * Acid + water);
            var x = At(w);
            used += Net(part, x);
            made += part * (4 + 2 * x) / 6 * Water;
            sum += x / Steps;
            rows?.Add([(step + 1) * 100.0 / Steps, free * Acid, water, w * 100, x]);
        }
        return sum;
    }
}
