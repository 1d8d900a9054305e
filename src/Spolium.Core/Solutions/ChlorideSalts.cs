using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Solutions;

/// <summary>
/// What chloride holds in solution of lead, bismuth and silver: lead chloride and bismuth oxychloride by their complexes
/// (Reference/chloride-complexes.csv), silver by measured points (Reference/silver-chloride-by-chloride.csv), which go before constants
/// where both speak. Moles to a litre, at the temperature of the room.
/// </summary>
public static class ChlorideSalts
{
    private sealed record Row(string Salt, double LogKsp, int Acid, int Chlorides, double[] Betas, string Source);

    private static readonly Dictionary<string, Row> BySalt = ReferenceTable
        .Read(
            "chloride-complexes.csv",
            r => new Row(
                r.Text("salt"),
                r.Number("log_ksp"),
                r.Whole("acid"),
                r.Whole("chlorides"),
                [.. Enumerable.Range(1, 5).Select(n => r.NumberOrNone($"beta{n}")).OfType<double>()],
                r.Source
            ),
            "salt"
        )
        .ToDictionary(r => r.Salt);

    private static readonly IReadOnlyList<(double Chloride, double Silver, string Source)> Points = ReferenceTable.Read(
        "silver-chloride-by-chloride.csv",
        r => (r.Number("chloride_mol_per_L"), r.Number("silver_mol_per_L"), r.Source),
        "chloride_mol_per_L"
    );

    private static readonly LinearSpline Silver = LinearSpline.InterpolateSorted(
        [.. Points.Select(p => Math.Log(p.Chloride))],
        [.. Points.Select(p => Math.Log(p.Silver))]
    );

    /// <summary>Metal that stays over its solid, mol/mL, in all worlds: the ion and its complexes with one to five chlorides.</summary>
    /// <param name="salt">"PbCl2" or "BiOCl".</param>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    /// <param name="acid">Free acid, mol/mL.</param>
    /// <param name="warmer">Times what it is at 25 °C.</param>
    public static Working Stays(string salt, Working chloride, Working acid, double warmer, Draws draws)
    {
        var row = BySalt[salt];
        double In(int w)
        {
            var (c, h) = (Math.Max(chloride.Amount[w] * 1000, 1e-6), Math.Max(acid.Amount[w] * 1000, 1e-7));
            var ion = Math.Pow(10, row.LogKsp) * Math.Pow(h, row.Acid) / Math.Pow(c, row.Chlorides);
            return ion * (1 + row.Betas.Select((b, i) => Math.Pow(10, b) * Math.Pow(c, i + 1)).Sum()) * warmer / 1000;
        }
        return Working.Reckoned(
                Amount.Each(In, chloride.Amount, acid.Amount),
                Dimension.Substance / Dimension.Volume,
                $"stays over {salt} by its constants",
                [chloride, acid],
                null,
                row.Source
            ) * draws.Prior(salt == "PbCl2" ? "lead-chloride-stays" : "bismuth-stays");
    }

    /// <summary>Silver left over its chloride, mol/mL, with its range: the larger of the equation and the measured points.</summary>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    public static Working SilverLeft(Working chloride, Draws draws) =>
        (
            Working.Greatest(
                SilverChlorideReactions.LeftInSolution(chloride),
                Working.Reckoned(
                    Amount.Each(
                        w => Math.Exp(Silver.Interpolate(Math.Log(Math.Max(chloride.Amount[w] * 1000, 1e-6)))) / 1000,
                        chloride.Amount
                    ),
                    Dimension.Substance / Dimension.Volume,
                    "silver left by what was measured in strong chloride",
                    [chloride],
                    null,
                    Points[0].Source
                )
            ) * draws.Prior("agcl-solubility")
        ).Named("silver left in solution over its chloride");
}
