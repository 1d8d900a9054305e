using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// What an ended dose tells of the content: every world is moved by the linear (ensemble) update x + cov(x, y)/var(y) · (reading + noise −
/// y), where y is what that world would have wanted and the reading what was taken; never below nothing.
/// </summary>
public static class ContentLearning
{
    /// <summary>Worlds whose dose differs by less than this share of it have nothing to learn.</summary>
    private const double Alike = 1e-6;

    /// <summary>The charge as the dose tells it. What was taken lies between all but the last portion and all of it: the last one stayed
    /// quiet.</summary>
    public static Charge From(Charge charge, LearnedFrom learned, string seed, Draws draws)
    {
        var y = learned.Need.Amount;
        var variance = Amount.Covariance(y, y);
        if (learned.Poured.Count == 0 || Math.Sqrt(variance) < Alike * Math.Abs(y.Likely))
            return charge;
        var (sum, last) = (learned.Poured.Sum(p => p.Grams), learned.Poured.Count > 1 ? learned.Poured[^1].Grams : 0);
        var spoons = learned.Poured.Sum(p => p.SigmaG * p.SigmaG);
        var taken = draws.Reading("taken " + seed, sum - last / 2, Math.Sqrt(last * last / 12 + spoons));
        var gap = taken - y;
        Amount Step(Amount x) => Amount.Certain(Amount.Covariance(x, y) / variance) * gap;
        var source = $"moved by what dose {learned.DoseId} took: {FigureText.Number(sum, 2)} g";
        var solids = charge.Moles.Where(m => m.Key.Phase == Phase.Solid && !m.Value.Amount.IsCertain).ToList();
        return solids.Count > 0 ? Solids(charge, solids, Step, source) : Liquor(charge, Step, source);
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

    // In a liquor all ions move together and as far as the first of them would fall below nothing: so it stays neutral.
    private static Charge Liquor(Charge charge, Func<Amount, Amount> step, string source)
    {
        var moving = charge.Moles.Where(m => !m.Value.Amount.IsCertain).Select(m => (m.Key, m.Value, Step: step(m.Value.Amount))).ToList();
        var share = Amount.Each(w => moving.Where(m => m.Step[w] < 0).Select(m => m.Value.Amount[w] / -m.Step[w]).Append(1).Min());
        return moving.Aggregate(charge, (c, m) =>
            c.Reread(m.Key, Working.Given(m.Value.Amount + share * m.Step, Dimension.Substance, m.Value.Label ?? m.Key.Formula, source))
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
