using System.Globalization;

namespace Spolium.Core.Quantities;

/// <summary>A prior of Reference/priors.csv: what is believed before the shop's own batches speak.</summary>
/// <param name="Invented">True for a guess of Spolium's without a source; it is shown as such.</param>
public sealed record Prior(string Id, Triple Triple, Dimension Dimension, Spread Spread, string Label, bool Invented, string Source);

/// <summary>The priors by id, and their draws for one owner (a lot or a batch).</summary>
public static class Priors
{
    public static readonly IReadOnlyDictionary<string, Prior> ById = ReferenceTable
        .Read(
            "priors.csv",
            r => new Prior(
                r.Text("id"),
                new(r.Number("low"), r.Number("likely"), r.Number("high")),
                Constants.Of(r.Text("unit")),
                Enum.Parse<Spread>(r.Text("spread")),
                r.Text("label"),
                r.Text("invented") == "yes",
                r.Source
            ),
            "id"
        )
        .Concat(ReferenceTable.Read("reagents.csv", Loose, "formula").OfType<Prior>())
        .ToDictionary(p => p.Id);

    // "1.0 1.2 1.3 small shop 2": grams in a millilitre of a loose solid, as it stands in the row of the reagent.
    private static Prior? Loose(ReferenceRow r)
    {
        if (r.Text("loose").Split(' ', 4) is not [var low, var likely, var high, var source])
            return null;
        static double Number(string text) => double.Parse(text, CultureInfo.InvariantCulture);
        return new(
            "bulk-" + r.Text("formula"),
            new(Number(low), Number(likely), Number(high)),
            Constants.Of("g/mL"),
            Spread.Positive,
            $"bulk density of {r.Text("name")}",
            Invented: false,
            "reagents.csv: " + source
        );
    }

    /// <summary>The prior as a working: a named figure with its range and source.</summary>
    public static Working Prior(this Draws draws, string id) => draws.Once(id, static (d, i) =>
        {
            var p = ById[i];
            return d.Practice.ByPrior.TryGetValue(i, out var own)
                ? Working.Given(d.Spread(p.Id, own.Triple, p.Spread), p.Dimension, p.Label, own.Source).LearnedAs(i)
                : Working.Given(d.Spread(p.Id, p.Triple, p.Spread), p.Dimension, p.Label, p.Source, p.Invented).LearnedAs(i);
        });
}
