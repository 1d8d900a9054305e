using Spolium.Core.Methods;

namespace Spolium.Core.Plans;

/// <summary>
/// A weighed holding replaces the worlds of its solids by the reading and its noise; what is in it moves along by the linear
/// (ensemble) update: x + cov(x, y)/var(y) · (reading + noise − y), never below nothing.
/// </summary>
public static class Weighing
{
    /// <summary>Three standard errors of a correlation of 256 draws that are not correlated.</summary>
    private const double Chance = 0.19;

    private static bool Hangs(Amount x, Amount y, double variance) =>
        x.Sigma is > 0 and var sigma && Math.Abs(Amount.Covariance(x, y)) > Chance * sigma * Math.Sqrt(variance);

    /// <summary>What is weighed is weighed rinsed and dry: the liquor that clung to it stands with the liquor of the step from then on.
    /// Where a step has none, it stays.</summary>
    public static IReadOnlyList<Output> Rinsed(IReadOnlyList<Output> outputs, Facts logged)
    {
        var all = outputs.ToList();
        var into = all.FindIndex(o => !logged.Weighed.ContainsKey(o.Id) && IsLiquor(o.Charge));
        for (var i = 0; i < all.Count && into >= 0; i++)
            if (i != into && logged.Weighed.ContainsKey(all[i].Id) && all[i].Charge.Substances.Any(s => s.Phase == Phase.Solid))
            {
                var (clung, dry) = all[i].Charge.Split(s => s.Phase is Phase.Aqueous or Phase.Liquid ? Charge.All : null);
                all[i] = all[i] with { Charge = dry };
                all[into] = all[into] with { Charge = all[into].Charge.Plus(clung) };
            }
        return all;
    }

    private static bool IsLiquor(Charge charge) =>
        charge.Of(Species.Water).Likely > 0 && charge.AllSolids().Likely <= 1e-3 * charge.Grams(Species.Water).Likely;

    /// <param name="seed">Name of the reading, for its noise.</param>
    public static Charge Apply(Charge charge, TypedNumber reading, string seed, Draws draws)
    {
        var solids = charge.Moles.Where(m => m.Key.Phase == Phase.Solid).ToList();
        var y = Working.Sum(solids.Select(m => m.Value * Molar.Mass(m.Key.Formula)).Append(charge.Unknown), Dimension.Mass).Amount;
        var target = draws.Reading(seed, reading.Value, reading.Sigma);
        var variance = Amount.Covariance(y, y);
        var gap = target - y;
        Amount Moved(Amount x)
        {
            // Where the plan knew it exactly there is nothing to correlate: all parts move in proportion. A correlation that 256 draws
            // cannot tell from chance moves nothing by itself: scaling to the reading, below, moves it in proportion.
            var gain = variance <= 0 ? Amount.Share(x, y) : Amount.Certain(Hangs(x, y, variance) ? Amount.Covariance(x, y) / variance : 0);
            return Amount.Greatest(x + gain * gap, Amount.Zero);
        }
        var moved = solids.Select(m => (m.Key, Grams: Moved((m.Value * Molar.Mass(m.Key.Formula)).Amount))).ToList();
        var unknown = Moved(charge.Unknown.Amount);
        // Clipping at nothing must not change the whole: what was weighed is what was weighed.
        var sum = moved.Aggregate(unknown, (s, m) => s + m.Grams);
        var scale = Amount.Each(w => sum[w] > 0 ? target[w] / sum[w] : 1);
        // Where nothing was expected, what was weighed is of unknown kind.
        var stray = Amount.Each(w => sum[w] > 0 ? 0 : target[w]);
        var source = $"weighed {reading.Text}; what is in it moved along with the reading";
        var result = charge;
        foreach (var (species, grams) in moved)
        {
            var name = Elements.BySymbol.TryGetValue(species.Formula, out var e) ? e.Name : species.Formula;
            var after = Working.Given(grams * scale, Dimension.Mass, $"{name}, after weighing", source);
            result = result.Reread(species, Molar.Moles(after, species.Formula));
        }
        var other = Working.Given(unknown * scale + stray, Dimension.Mass, "of unknown kind, after weighing", source);
        return Working.IsNothing(charge.Unknown) && stray.ShareWhere(x => x > 0) == 0 ? result : result.RereadUnknown(other);
    }
}
