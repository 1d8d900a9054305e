using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// What an ended dose tells of the content. A sign is a bound: all that was poured is the most that was wanted; all but the last portion
/// the least, and only where it was portions that the sign ended. A world whose want y lies between them stays as it is; one that lies
/// outside is moved inside, by the linear (ensemble) update x + cov(x, y)/var(y) · (y inside − y); never below nothing, and in a liquor
/// never above all that came in. A dose that was poured in one go tells no more than that it was enough.
/// </summary>
public static class ContentLearning
{
    /// <summary>Worlds whose dose differs by less than this share of it have nothing to learn.</summary>
    private const double Alike = 1e-6;

    /// <summary>The charge as the dose tells it.</summary>
    /// <param name="most">Grams that any metal can be at most in a liquor: all that came in; null where that was not weighed.</param>
    public static Charge From(Charge charge, LearnedFrom learned, string seed, Draws draws, Working? most = null)
    {
        var y = learned.Need.Amount;
        var variance = Amount.Covariance(y, y);
        if (learned.Poured.Count == 0 || Math.Sqrt(variance) < Alike * Math.Abs(y.Likely))
            return charge;
        var sum = learned.Poured.Sum(p => p.Grams);
        var spoons = Math.Sqrt(learned.Poured.Sum(p => p.SigmaG * p.SigmaG));
        var high = draws.Reading("taken " + seed, sum, spoons);
        var last = learned.Poured.Count > 1 ? learned.Poured[^1].Grams : sum;
        var between = draws.Uniform("between " + seed, 0, 1);
        var inside = Amount.Each(w =>
        {
            var low = Math.Max(0, high[w] - last);
            return y[w] >= low && y[w] <= high[w] ? y[w]
                : learned.Poured.Count > 1 ? low + (high[w] - low) * between[w]
                : Math.Min(y[w], high[w]);
        });
        var gap = inside - y;
        if (Enumerable.Range(0, Amount.Worlds).All(w => Math.Abs(gap[w]) < Alike * sum))
            return charge;
        Amount Step(Amount x) => Amount.Certain(Amount.Covariance(x, y) / variance) * gap;
        var source = $"moved by what dose {learned.DoseId} took: {FigureText.Number(sum, 2)} g";
        var solids = charge.Moles.Where(m => m.Key.Phase == Phase.Solid && !m.Value.Amount.IsCertain).ToList();
        return solids.Count > 0 ? Solids(charge, solids, Step, source) : Liquor(charge, Step, most, source);
    }

    // A solid was weighed: clipping at nothing must not change its mass.
    private static Charge Solids(Charge charge, List<KeyValuePair<Species, Working>> solids, Func<Amount, Amount> step, string source)
    {
        Amount Moved(Amount x) => x.IsCertain ? x : Amount.Greatest(x + step(x), Amount.Zero);
        var moved = solids.Select(m => (m.Key, m.Value, After: Moved(m.Value.Amount))).ToList();
        var unknown = Moved(charge.Unknown.Amount);
        var before = moved.Aggregate(charge.Unknown.Amount, (s, m) => s + m.Value.Amount * Amount.Certain(m.Key.MolarMass));
        var after = moved.Aggregate(unknown, (s, m) => s + m.After * Amount.Certain(m.Key.MolarMass));
        var scale = Amount.Each(w => after[w] > 0 ? before[w] / after[w] : 1);
        var result = moved.Aggregate(charge, (c, m) =>
            c.Reread(m.Key, Working.Given(m.After * scale, Dimension.Substance, m.Value.Label ?? m.Key.Formula, source))
        );
        return charge.Unknown.Amount.IsCertain
            ? result
            : result.RereadUnknown(Working.Given(unknown * scale, Dimension.Mass, "of unknown kind", source));
    }

    // In a liquor all ions move together and as far as the first of them would fall below nothing, or a metal rise above all that came in:
    // so it stays neutral.
    private static Charge Liquor(Charge charge, Func<Amount, Amount> step, Working? most, string source)
    {
        var moving = charge.Moles.Where(m => !m.Value.Amount.IsCertain).Select(m => (m.Key, m.Value, Step: step(m.Value.Amount))).ToList();
        double Room(Species s, double moles, int w) =>
            most is null ? double.PositiveInfinity : Math.Max(0, most.Amount[w] / Metal(s) - moles);
        var share = Amount.Each(w =>
            moving
                .Select(m =>
                    m.Step[w] < 0 ? m.Value.Amount[w] / -m.Step[w]
                    : m.Step[w] > 0 ? Room(m.Key, m.Value.Amount[w], w) / m.Step[w]
                    : 1
                )
                .Append(1)
                .Min()
        );
        return moving.Aggregate(charge, (c, m) =>
            c.Reread(m.Key, Working.Given(m.Value.Amount + share * m.Step, Dimension.Substance, m.Value.Label ?? m.Key.Formula, source))
        );
    }

    // Grams of metal to a mole of an ion.
    private static double Metal(Species s) =>
        s.Parse().Atoms.Where(a => MetalInAcid.Find(a.Key, true) is not null).Sum(a => a.Value.ToDouble() * Species.Of(a.Key).MolarMass)
            is > 0
                and var grams
            ? grams
            : double.Epsilon;

    /// <summary>What to say where a dose that signs ended was no measurement; null where it was one.</summary>
    public static Caution? NoMeasurement(LearnedFrom learned)
    {
        var sum = learned.Poured.Sum(p => p.Grams);
        return learned.Poured.Count > 1 && learned.Poured[^1].Grams < Constants.Get("tells-nothing-above").Likely * sum
            ? null
            : new(
                CautionLevel.Look,
                $"{FigureText.Number(sum, 1)} g in one go is no measurement: it was enough, and says nothing of how much was there."
            );
    }

    /// <summary>Figures that say what was learned: each metal whose range grew narrower.</summary>
    public static IReadOnlyList<Working> Told(Charge before, Charge after) =>
        [
            .. after
                .Booked.Select(m => (Metal: m, Was: before.Element(m).Range, Is: after.Element(m)))
                .Where(m => m.Is.Likely > 0 && m.Is.Range.Width < 0.95 * m.Was.Width)
                .Select(m =>
                    m.Is.Named(
                        $"{Elements.Of(m.Metal).Name} in it, by what was taken (before: {FigureText.Number(m.Was.Low, 2)} to "
                            + $"{FigureText.Number(m.Was.High, 2)} g)"
                    )
                ),
        ];
}
