namespace Spolium.Core.Kinetics;

/// <summary>
/// How fast a face of metal retreats in a bath, µm/min (precise rules 3.1, Reference/dissolving-rates.csv): the logarithm is linear in
/// temperature between the columns; nothing is said more than 10 K outside of them.
/// </summary>
public static class RetreatRate
{
    private const double OutsideK = 10;

    private sealed record Row(string Id, double TemperatureC, Triple Rate, string Source);

    private static readonly ILookup<string, Row> Rows = ReferenceTable
        .Read(
            "dissolving-rates.csv",
            r => new Row(r.Text("id"), r.Number("temperature"), new(r.Number("low"), r.Number("likely"), r.Number("high")), r.Source),
            "id",
            "temperature"
        )
        .ToLookup(r => r.Id);

    public static IEnumerable<string> Baths => Rows.Select(r => r.Key);

    /// <summary>µm/min per face as a bare number; null where the table says nothing of that temperature.</summary>
    /// <exception cref="KeyNotFoundException">There is no such bath.</exception>
    public static Working? At(string bath, double temperatureC, Draws draws)
    {
        var rows = Rows[bath].OrderBy(r => r.TemperatureC).ToList();
        if (rows.Count == 0)
            throw new KeyNotFoundException($"'{bath}' is not among the dissolving rates.");
        if (temperatureC < rows[0].TemperatureC - OutsideK || temperatureC > rows[^1].TemperatureC + OutsideK)
            return null;
        var above = rows.FindIndex(r => r.TemperatureC >= temperatureC);
        var (a, b) =
            rows.Count == 1 ? (rows[0], rows[0])
            : above <= 0
                ? above < 0 ? (rows[^2], rows[^1])
                    : (rows[0], rows[1])
            : (rows[above - 1], rows[above]);
        var t = a == b ? 0 : (temperatureC - a.TemperatureC) / (b.TemperatureC - a.TemperatureC);
        double Between(double x, double y) => Math.Exp(Math.Log(x) + t * (Math.Log(y) - Math.Log(x)));
        var rate = new Triple(Between(a.Rate.Low, b.Rate.Low), Between(a.Rate.Likely, b.Rate.Likely), Between(a.Rate.High, b.Rate.High));
        return Working.Given(
            draws.Spread("retreat " + bath, rate, Spread.Positive),
            Dimension.None,
            $"retreat of each face at {FigureText.Number(temperatureC, 0)} °C, µm/min",
            a.Source
        );
    }
}
