using MathNet.Numerics.Interpolation;

namespace Spolium.Core.Equilibrium;

/// <summary>
/// What chloride holds in solution of silver, lead and bismuth, by the order of truth: silver by measured points
/// (Reference/silver-chloride-by-chloride.csv) and below them by the engine, lead by the engine, bismuth oxychloride by a rule of its
/// complexes (Reference/chloride-complexes.csv). Moles to a litre, at the temperature of the room.
/// </summary>
public static class ChlorideSalts
{
    private sealed record Row(string Salt, double LogKsp, double[] Betas, string Source);

    private static readonly Row Oxychloride = ReferenceTable
        .Read(
            "chloride-complexes.csv",
            r => new Row(
                r.Text("salt"),
                r.Number("log_ksp"),
                [.. Enumerable.Range(1, 5).Select(n => r.NumberOrNone($"beta{n}")).OfType<double>()],
                r.Source
            ),
            "salt"
        )
        .Single();

    private static readonly IReadOnlyList<(double Chloride, double Silver, string Source)> Points = ReferenceTable.Read(
        "silver-chloride-by-chloride.csv",
        r => (r.Number("chloride_mol_per_L"), r.Number("silver_mol_per_L"), r.Source),
        "chloride_mol_per_L"
    );

    // mol/L of sodium chloride at which the engine is asked, once; of silver up to where its activities hold: beyond it was measured.
    private static readonly double[] Grid = [1e-6, 1e-5, 1e-4, 3e-4, 1e-3, 2e-3, 2.4e-3, 3e-3, 5e-3, 0.01, 0.02, 0.05, 0.1, 0.2, 0.3];
    private static readonly double[] Strong = [0.5, 0.7, 1, 1.5, 2, 3, 4, 6];

    private static readonly Lazy<(LinearSpline Curve, double Best)> Silver = new(() =>
    {
        var engine = Grid.Select(c => ByEngine("AgCl(s)", "Ag+", 1, c)).ToList();
        return (Curve([.. engine, .. Points.Select(p => (p.Chloride, p.Silver))]), engine.MinBy(p => p.Metal).Chloride);
    });

    private static readonly Lazy<LinearSpline> Lead = new(() =>
        Curve([.. Grid.Where(c => c >= 0.01).Concat(Strong).Select(c => ByEngine("PbCl2(s)", "Pb+2", 2, c))])
    );

    private static LinearSpline Curve(IReadOnlyList<(double Chloride, double Metal)> points) =>
        LinearSpline.InterpolateSorted([.. points.Select(p => Math.Log(p.Chloride))], [.. points.Select(p => Math.Log(p.Metal))]);

    private static double At(LinearSpline curve, double perMl) =>
        Math.Exp(curve.Interpolate(Math.Log(Math.Max(perMl * 1000, 1e-6)))) / 1000;

    // mol/kg of chloride and of a metal that are dissolved over its chloride, with so much sodium chloride beside it.
    private static (double Chloride, double Metal) ByEngine(string solid, string metal, int chlorides, double salt)
    {
        var totals = new Dictionary<string, double>
        {
            [metal] = Plenty,
            ["Cl-"] = chlorides * Plenty + salt,
            ["Na+"] = salt,
        };
        var dissolved = Speciation.Of(new(totals, Solids: [solid])).Dissolved;
        return (dissolved["Cl-"], dissolved[metal]);
    }

    private const double Plenty = 0.5;
    private const string Engine = "equilibrium in sodium chloride (docs/equilibrium.md)";

    /// <summary>Free chloride that leaves least silver in solution, mol/mL.</summary>
    public static Working BestSurplus =>
        Working.Given(
            Silver.Value.Best / 1000,
            Dimension.Substance / Dimension.Volume,
            "free chloride that leaves least silver (engine)",
            Engine
        );

    /// <summary>What a figure of silver over its chloride rests on: measured points from 0.9 mol/L on, the engine below.</summary>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    public static string Rests(Working chloride) => chloride.Likely * 1000 >= Points[0].Chloride ? "table" : "engine";

    /// <summary>Lead that stays over its chloride, mol/mL, in all worlds: by the engine, whose activities go on capped in strong
    /// liquors.</summary>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    /// <param name="warmer">Times what it is at 25 °C.</param>
    public static Working LeadStays(Working chloride, double warmer, Draws draws) =>
        Working.Reckoned(
            Amount.Each(w => At(Lead.Value, chloride.Amount[w]) * warmer, chloride.Amount),
            Dimension.Substance / Dimension.Volume,
            "lead that stays over its chloride (engine)",
            [chloride],
            null,
            Engine
        ) * draws.Prior("lead-chloride-stays");

    /// <summary>Bismuth that stays over its oxychloride, mol/mL, in all worlds: the ion and its complexes with one to five chlorides, a
    /// rule; the engine says the same within a third where its activities hold.</summary>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    /// <param name="acid">Free acid, mol/mL.</param>
    public static Working BismuthStays(Working chloride, Working acid, Draws draws)
    {
        double In(int w)
        {
            var (c, h) = (Math.Max(chloride.Amount[w] * 1000, 1e-6), Math.Max(acid.Amount[w] * 1000, 1e-7));
            var ion = Math.Pow(10, Oxychloride.LogKsp) * h * h / c;
            return ion * (1 + Oxychloride.Betas.Select((b, i) => Math.Pow(10, b) * Math.Pow(c, i + 1)).Sum()) / 1000;
        }
        return Working.Reckoned(
                Amount.Each(In, chloride.Amount, acid.Amount),
                Dimension.Substance / Dimension.Volume,
                "bismuth that stays over its oxychloride (rule)",
                [chloride, acid],
                null,
                Oxychloride.Source
            ) * draws.Prior("bismuth-stays");
    }

    /// <summary>Silver left over its chloride, mol/mL, with its range: measured points before the engine, where they speak.</summary>
    /// <param name="chloride">Free chloride, mol/mL.</param>
    public static Working SilverLeft(Working chloride, Draws draws) =>
        (
            Working.Reckoned(
                Amount.Each(w => At(Silver.Value.Curve, chloride.Amount[w]), chloride.Amount),
                Dimension.Substance / Dimension.Volume,
                $"silver left at that chloride ({Rests(chloride)})",
                [chloride],
                null,
                Rests(chloride) == "table" ? Points[0].Source : Engine
            ) * draws.Prior("agcl-solubility")
        ).Named("silver left in solution over its chloride");
}
