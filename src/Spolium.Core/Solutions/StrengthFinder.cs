namespace Spolium.Core.Solutions;

/// <summary>A strength that a density allows.</summary>
/// <param name="Fraction">Mass fraction of the solute.</param>
/// <param name="Sign">What tells it apart from the other answer; null when there is only one.</param>
public sealed record StrengthAnswer(Working Fraction, string? Sign);

/// <summary>How much of the uncertainty comes from which reading.</summary>
/// <param name="Reading">mass, volume, temperature, hydrometer or table.</param>
/// <param name="Share">Of the variance of the strength.</param>
public sealed record Blur(string Reading, double Share);

/// <summary>What a density tells of the strength of one substance in water.</summary>
/// <param name="Answers">Empty when the table has no such density; two on either side of the maximum of sulphuric acid.</param>
/// <param name="Believed">The strength to go on with; for sulphuric acid from 94 % up, no more than "above 94 %".</param>
/// <param name="Wrong">Why there is no answer, and what would be right.</param>
public sealed record StrengthFound(
    string Solute,
    Working Density,
    Working Temperature,
    IReadOnlyList<StrengthAnswer> Answers,
    Working? Believed,
    bool OnlyAbove,
    IReadOnlyList<Blur> Blurs,
    (string Field, string Reason, string WayOut, string? Becomes)? Wrong
);

/// <summary>Strength from density and temperature, in all worlds (precise rules 2.15).</summary>
public static class StrengthFinder
{
    /// <summary>Sulphuric acid from here up: its density has a maximum and tells no more.</summary>
    public const double SulphuricFloorPercent = 94;

    /// <exception cref="KeyNotFoundException">There is no density table of the solute.</exception>
    public static StrengthFound Find(string solute, LiquidReading reading, Draws draws)
    {
        var table = DensityTable.BySolute[solute];
        var density = reading.Density(draws);
        var temperature = reading.Temperature(draws);
        if (Impossible.Temperature(table, reading.TemperatureC.Value) is { } tooWarm)
            return new(solute, density, temperature, [], null, false, [], ("temperature", tooWarm.Reason, tooWarm.WayOut, tooWarm.Becomes));
        var likely = table.Percents(density.Likely, temperature.Likely);
        if (likely.Count == 0)
            return new(solute, density, temperature, [], null, false, [], Impossible.Density(table, density.Likely, reading));
        // The table itself is off by so much: as another reading, in g/mL.
        var off = Working.Given(
            draws.Spread("table", Around0(table.ErrorGPerMl(likely[0], temperature.Likely)), Spread.Shift),
            Dimension.Density,
            "how far the table may be off",
            Source(table, likely[0], temperature.Likely)
        );
        var answers = likely.Select((_, branch) => Answer(table, density, temperature, off, branch, likely.Count)).ToList();
        var floor = solute == "H2SO4" ? table.Density(SulphuricFloorPercent, temperature.Likely) : null;
        var only = floor is { } f && density.Likely >= f;
        var believed = only
            ? Working.Given(
                draws.Spread("above 94 %", new(SulphuricFloorPercent / 100, 0.97, 1), Spread.Fraction),
                Dimension.None,
                "strength, above 94 %",
                "the density has its maximum near 97–98 % and tells no more: titrate"
            )
            : answers[0].Fraction;
        var blurs = only ? [] : Blurs([.. reading.Parts(draws), ("table", off)], answers[0].Fraction);
        return new(solute, density, temperature, answers, believed, only, blurs, null);
    }

    private static Triple Around0(double error) => new(-error, 0, error);

    private static string Source(DensityTable table, double percent, double temperature) =>
        string.Join("; ", table.Around(percent, temperature).Select(r => r.Source).Distinct());

    private static StrengthAnswer Answer(DensityTable table, Working density, Working temperature, Working off, int branch, int of)
    {
        var top = table.Densest(temperature.Likely);
        var rises = table.Lightest(temperature.Likely).Percent < top.Percent;
        double In(int w)
        {
            var t = Math.Clamp(temperature.Amount[w], table.ColdestC, table.WarmestC);
            var d = density.Amount[w] + off.Amount[w];
            var found = table.Percents(d, t);
            // Past the end of the table, or past the maximum: the strength there.
            return found.Count == 0
                ? (
                    d > table.Densest(t).DensityGPerMl == rises ? table.Densest(t).Percent
                    : rises ? 0
                    : table.MostPercent
                ) / 100
                : (
                    found.Count > 1 ? found[branch]
                    : of > 1 && branch == 1 ? Math.Max(found[0], top.Percent)
                    : found[0]
                ) / 100;
        }
        var amount = Amount.Each(In, density.Amount, temperature.Amount, off.Amount);
        var around = table.Around(amount.Likely * 100, temperature.Likely);
        var neighbours = new WorkingTable(
            ["% by mass", "°C", "g/mL"],
            [.. around.Select(r => (IReadOnlyList<double>)[r.Percent, r.TemperatureC, r.DensityGPerMl])]
        );
        var fraction = Working.Reckoned(
            amount,
            Dimension.None,
            "strength",
            [density, temperature, off],
            neighbours,
            "monotone cubic in strength, linear in temperature, " + Source(table, amount.Likely * 100, temperature.Likely)
        );
        return new(
            fraction,
            of == 1 ? null
                : branch == 0
                    ? "the weaker one: 100 g of it stirred into 1 g of water and cooled to the same temperature is a little lighter than "
                        + "before"
                : "the stronger one: 100 g of it stirred into 1 g of water and cooled to the same temperature is a little heavier than "
                    + "before"
        );
    }

    // Share of the variance that goes along with each reading, from the same worlds as the interval.
    private static IReadOnlyList<Blur> Blurs(IReadOnlyList<(string Name, Working Value)> readings, Working strength)
    {
        var parts = readings
            .Where(r => !r.Value.Amount.IsCertain)
            .Select(r =>
            {
                var along = Amount.Covariance(strength.Amount, r.Value.Amount) / r.Value.Amount.Sigma;
                return new Blur(r.Name, along * along);
            })
            .ToList();
        var all = parts.Sum(p => p.Share);
        return all <= 0 ? [] : [.. parts.Select(p => p with { Share = p.Share / all }).OrderByDescending(p => p.Share)];
    }
}
