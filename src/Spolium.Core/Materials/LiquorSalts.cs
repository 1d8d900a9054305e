using System.Collections.Concurrent;
using Spolium.Core.Solutions;

namespace Spolium.Core.Materials;

/// <summary>
/// The ions of a liquor written as the salts and acids whose densities are known: every cation takes its share of every anion, in
/// proportion of charge. Which pairs are written does not matter where volumes are additive.
/// </summary>
public static class LiquorSalts
{
    /// <summary>Grams by formula of what has coefficients, and grams of all else that is dissolved.</summary>
    public static (IReadOnlyList<(string Formula, Working Grams)> Known, Working Other) Of(Charge charge)
    {
        var dissolved = charge.Moles.Where(m => m.Key.Phase == Phase.Aqueous).ToList();
        var cations = dissolved.Where(m => m.Key.Parse().Charge > 0).ToList();
        var anions = dissolved.Where(m => m.Key.Parse().Charge < 0).ToList();
        var negative = Amount.Zero;
        foreach (var (a, n) in anions)
            negative += n.Amount * Amount.Certain(-a.Parse().Charge);
        var shares = anions.Select(a => Amount.Share(a.Value.Amount * Amount.Certain(-a.Key.Parse().Charge), negative)).ToList();
        var known = new List<(string, Working)>();
        var other = dissolved.Where(m => m.Key.Parse().Charge == 0).Select(m => m.Value * Molar.Mass(m.Key.Formula)).ToList();
        foreach (var (c, nc) in cations)
            for (var i = 0; i < anions.Count; i++)
            {
                var (formula, cat, an) = SaltOf(c, anions[i].Key);
                // Of every cation as large a part as this anion has of all negative charge; each brings its anions along.
                var gramsPerCation = c.MolarMass + an * anions[i].Key.MolarMass / cat;
                var grams = Working.Reckoned(
                    nc.Amount * shares[i] * Amount.Certain(gramsPerCation),
                    Dimension.Mass,
                    $"{formula}, of its ions",
                    [nc, anions[i].Value]
                );
                if (MixedLiquor.ByFormula.ContainsKey(formula))
                    known.Add((formula, grams));
                else
                    other.Add(grams);
            }
        return (
            known,
            other.Count == 0
                ? Working.Zero(Dimension.Mass)
                : Working.Sum(other, Dimension.Mass).Named("dissolved matter without a known density")
        );
    }

    /// <summary>"Cu(NO3)2": one formula of a cation and an anion, and how many of each it has.</summary>
    internal static (string Formula, int Cations, int Anions) SaltOf(Species cation, Species anion) =>
        Written.GetOrAdd((cation.Formula, anion.Formula), _ => Write(cation, anion));

    private static readonly ConcurrentDictionary<(string Cation, string Anion), (string Formula, int Cations, int Anions)> Written = new();

    private static (string Formula, int Cations, int Anions) Write(Species cation, Species anion)
    {
        var (plus, minus) = (cation.Parse().Charge, -anion.Parse().Charge);
        var both = plus * minus / Divisor(plus, minus);
        return (Times(cation, both / plus) + Times(anion, both / minus), both / plus, both / minus);
    }

    private static string Times(Species ion, int n)
    {
        var bare = ion.Formula.TrimEnd('+', '-');
        if (bare.Contains(' '))
            bare = bare[..bare.IndexOf(' ')];
        else if (Math.Abs(ion.Parse().Charge) > 1)
            bare = bare[..^1];
        return n == 1 ? bare
            : ion.Parse().Atoms.Count > 1 ? $"({bare}){n}"
            : bare + n;
    }

    private static int Divisor(int a, int b) => b == 0 ? a : Divisor(b, a % b);
}
