using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Solutions;

/// <summary>
/// Integral heat of bringing a mole of pure solute into n moles of water at 25 °C (Reference/enthalpy-of-dilution.csv): monotone cubic in
/// log n between rows, straight to nothing at n = 0, along 1/n past the last row. Substances without rows at finite n have no answer.
/// </summary>
public sealed class HeatOfDilution
{
    private static readonly Dictionary<string, HeatOfDilution> BySolute = ReferenceTable
        .Read(
            "enthalpy-of-dilution.csv",
            r =>
                (
                    Solute: r.Text("solute"),
                    N: r.Text("n_water_per_mole") == "inf" ? double.PositiveInfinity : r.Number("n_water_per_mole"),
                    Kj: r.Number("minus_dH_kJ_per_mol"),
                    r.Source
                ),
            "solute",
            "n_water_per_mole"
        )
        .GroupBy(r => r.Solute)
        .Where(g => g.Count(r => double.IsFinite(r.N)) >= 3)
        .ToDictionary(g => g.Key, g => new HeatOfDilution([.. g.OrderBy(r => r.N).Select(r => (r.N, r.Kj))], g.First().Source));

    private readonly (double N, double Kj) first,
        last;
    private readonly double infinite;
    private readonly CubicSpline curve;

    private HeatOfDilution(IReadOnlyList<(double N, double Kj)> rows, string source)
    {
        var finite = rows.Where(r => double.IsFinite(r.N)).ToList();
        (first, last, infinite) = (finite[0], finite[^1], rows[^1].Kj);
        curve = CubicSpline.InterpolatePchipSorted([.. finite.Select(r => Math.Log(r.N))], [.. finite.Select(r => r.Kj)]);
        Source = source;
    }

    public string Source { get; }

    /// <summary>kJ freed by a mole of solute in water without end.</summary>
    public double Infinite => infinite;

    public static HeatOfDilution? Of(string solute) => BySolute.GetValueOrDefault(solute);

    /// <summary>kJ freed by a mole of solute in n moles of water.</summary>
    public double KilojoulesPerMole(double n) =>
        n <= 0 ? 0
        : n < first.N ? first.Kj * n / first.N
        : n <= last.N ? curve.Interpolate(Math.Log(n))
        : infinite - (infinite - last.Kj) * last.N / n;

    /// <summary>kJ freed so far by a solution of this mass and strength against its pure solute and water.</summary>
    public Working Freed(string solute, Working grams, Working fraction, string label)
    {
        var moles = Molar.Moles(grams * fraction, solute);
        var perMole = Amount.Each(w => KilojoulesPerMole(WaterPerMole(solute, fraction.Amount[w])), fraction.Amount);
        var q = Working.Reckoned(
            fraction.Amount.IsCertain ? Amount.Certain(perMole.Likely) : perMole,
            Dimension.MolarEnergy,
            $"heat of a mole in its water, {label}",
            [fraction],
            null,
            Source
        );
        return (moles * q).Named($"heat already freed, {label}");
    }

    private static double WaterPerMole(string solute, double fraction) =>
        fraction <= 0 ? double.MaxValue : (1 - fraction) / Molar.Mass("H2O").Likely / (fraction / Molar.Mass(solute).Likely);
}
