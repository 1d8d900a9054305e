namespace Spolium.Core.Solutions;

/// <summary>
/// Density of a liquor with several salts and acids, from the apparent densities of its solutes (Reference/density-salts-laliberte.csv).
/// Additive by assumption; outside of a solute's range of temperature or strength the answer is flagged and wider.
/// </summary>
public static class MixedLiquor
{
    /// <summary>Coefficients of one solute, and where they hold.</summary>
    public sealed record Solute(
        string Formula,
        double C0,
        double C1,
        double C2,
        double C3,
        double C4,
        double LowC,
        double HighC,
        double MostPercent,
        string Quality,
        string Source
    )
    {
        /// <summary>Apparent volume in mL/g at a temperature, as a function of the mass fraction of all solutes together: what hangs on the
        /// temperature is reckoned once.</summary>
        public Func<double, double> Volume(double temperatureC)
        {
            var warm = 1000 / Math.Exp(1e-6 * (temperatureC + C4) * (temperatureC + C4));
            var shift = C2 + C3 * temperatureC;
            return solutes => warm * (solutes + shift) / (C0 * solutes + C1);
        }
    }

    public static readonly IReadOnlyDictionary<string, Solute> ByFormula = ReferenceTable
        .Read(
            "density-salts-laliberte.csv",
            r => new Solute(
                r.Text("solute"),
                r.Number("c0"),
                r.Number("c1"),
                r.Number("c2"),
                r.Number("c3"),
                r.Number("c4"),
                r.Number("min_T_C"),
                r.Number("max_T_C"),
                r.Number("max_mass_percent"),
                r.Text("quality"),
                r.Source
            ),
            "solute"
        )
        .ToDictionary(s => s.Formula);

    /// <summary>Density of water in g/mL (the correlation's own).</summary>
    public static double Water(double t) =>
        (((((-2.8054253e-10 * t + 1.0556302e-7) * t - 4.6170461e-5) * t - 0.0079870401) * t + 16.945176) * t + 999.83952)
        / (1 + 0.01687985 * t)
        / 1000;

    /// <summary>Volume of a liquor in mL.</summary>
    /// <param name="water">Grams of water.</param>
    /// <param name="solutes">Grams by formula; each must have coefficients.</param>
    /// <param name="other">Volume of what the correlation does not know, in mL; nothing when all is known.</param>
    /// <exception cref="KeyNotFoundException">A solute has no coefficients.</exception>
    public static (Working Millilitres, string? Outside) Volume(
        Working water,
        IReadOnlyList<(string Formula, Working Grams)> solutes,
        Working other,
        double temperatureC,
        Draws draws
    )
    {
        var rows = solutes.Select(s => ByFormula[s.Formula]).ToArray();
        var grams = solutes.Select(s => s.Grams.Amount).ToArray();
        var volumes = rows.Select(r => r.Volume(temperatureC)).ToArray();
        var perGramWater = 1 / Water(temperatureC);
        double In(int w)
        {
            var dissolved = 0.0;
            foreach (var g in grams)
                dissolved += Math.Max(0, g[w]);
            var all = dissolved + water.Amount[w];
            if (all <= 0)
                return 0;
            var volume = water.Amount[w] * perGramWater;
            // Past the strength that the correlation was made for, its last strength stands.
            for (var i = 0; i < rows.Length; i++)
                volume += Math.Max(0, grams[i][w]) * volumes[i](Math.Min(dissolved / all, rows[i].MostPercent / 100));
            return volume;
        }
        var amount = water.Amount.IsCertain && grams.All(g => g.IsCertain) ? Amount.Certain(In(0)) : Amount.Each(In);
        var outside = Outside(rows, grams, water.Amount.Likely, temperatureC);
        var correlation = Working.Reckoned(
            amount,
            Dimension.Volume,
            "volume by apparent densities",
            [water, .. solutes.Select(s => s.Grams)],
            null,
            "density-salts-laliberte.csv: M. Laliberté, J. Chem. Eng. Data 54 (2009) 1725" + (outside is null ? "" : "; " + outside)
        );
        var known = (correlation * draws.Prior(outside is null ? "liquor-density" : "liquor-density-outside")).Named(
            "volume of what the correlation knows"
        );
        return (Working.IsNothing(other) ? known : known + other, outside);
    }

    // Acids and alkalis that have a table of their own were checked against it over all strengths: off by less than the prior says.
    private static bool Doubtful(Solute row) => row.Quality == "doubtful" && !DensityTable.BySolute.ContainsKey(row.Formula);

    private static string? Outside(Solute[] rows, Amount[] grams, double water, double temperatureC)
    {
        var dissolved = grams.Sum(g => Math.Max(0, g.Likely));
        var percent = 100 * dissolved / (dissolved + water);
        var beyond = rows.Where(
                (r, i) =>
                    grams[i].Likely > 0.01 * dissolved
                    && (temperatureC < r.LowC || temperatureC > r.HighC || percent > r.MostPercent || Doubtful(r))
            )
            .Select(r => r.Formula)
            .ToList();
        return beyond.Count == 0 ? null : $"outside of what it was made for: {string.Join(", ", beyond)}";
    }
}
