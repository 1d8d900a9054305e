using Spolium.Core.Vessels;

namespace Spolium.Core.Methods;

/// <summary>How a kind of step foams (Reference/foam.csv).</summary>
public sealed record Foaming(string Step, Triple Tau, Triple Phi, int PortionsMin, double Fill, string Source)
{
    private static readonly Dictionary<string, Foaming> ByStep = ReferenceTable
        .Read(
            "foam.csv",
            r => new Foaming(
                r.Text("step"),
                new(r.Number("tau_low"), r.Number("tau_likely"), r.Number("tau_high")),
                new(r.Number("phi_low"), r.Number("phi_likely"), r.Number("phi_high")),
                r.Whole("portions_min"),
                r.Number("fill"),
                r.Source
            ),
            "step"
        )
        .ToDictionary(f => f.Step);

    public static Foaming Of(string step) => ByStep[step];
}

/// <summary>
/// The vessel and the number of portions of a step (precise rules 2.5). Both are decided for the high end of liquid, gas
/// and heat: a portion too small costs minutes, a portion too large costs the batch.
/// </summary>
public sealed record Portions(Working Count, VesselNeed Vessel)
{
    private const string Quiet = "quiet";

    /// <param name="gas">mL of gas made in all.</param>
    /// <param name="warming">K by which the whole heat would warm the liquor.</param>
    /// <param name="liquid">mL of liquor at its fullest.</param>
    public static Portions For(string step, Working gas, Working warming, Working liquid, IReadOnlyList<Vessel> vessels, Draws draws)
    {
        var foaming = Foaming.Of(step);
        var need = liquid.Range.High / foaming.Fill;
        // Plastic serves what neither gasses nor heats; where a shop has nothing else, it must do.
        var fit = vessels.Where(v => !v.IsPlastic || step == Quiet).ToList() is { Count: > 0 } glass ? glass : [.. vessels];
        var vessel = fit.FirstOrDefault(v => v.BrimMl >= need) ?? fit[^1];
        var split = (int)Math.Max(1, Math.Ceiling(need / vessel.BrimMl - 1e-9));
        var part = Working.Exact(split, split == 1 ? "1" : $"{split} equal parts");
        Working Of(Working w) => split == 1 ? w : w / part;

        var tau = Working.Given(
            draws.Spread("tau " + step, foaming.Tau, Spread.Positive),
            Dimension.None,
            "seconds that one portion gasses",
            foaming.Source
        );
        var phi = Working.Given(
            draws.Spread("phi " + step, foaming.Phi, Spread.Positive),
            Dimension.None,
            "seconds that foam lives",
            foaming.Source
        );
        var head = (Working.Given(vessel.BrimMl, Dimension.Volume, "brimful", vessel.Source) - Of(liquid)).Named("head room");
        var gasAtMost = (
            Constants.Get("foam-head")
            * Working.Greatest(head, Working.Exact(vessel.BrimMl * 0.1, null, Dimension.Volume))
            * tau
            / (2 * phi)
        ).Named("gas that one portion may make");
        var byGas = (Of(gas) / gasAtMost).Named("portions by gas and foam");
        var byHeat = (warming / Constants.Get("portion-warming")).Named("portions by heat");
        var least = Working.Given(foaming.PortionsMin, Dimension.None, "portions at least", foaming.Source);
        // Gas at its high against a likely foam: the two spreads of tau and phi would be counted twice in a ratio of extremes.
        var count = Math.Max(
            foaming.PortionsMin,
            (int)Math.Ceiling(Math.Max(Of(gas).Range.High / gasAtMost.Likely, byHeat.Range.High) - 1e-9)
        );
        var portions = Working.Reckoned(
            Amount.Certain(count),
            Dimension.None,
            "portions",
            [least, byGas, byHeat],
            null,
            "the largest of the three, rounded up, gas and heat at their high"
        );
        var foam = (2 * phi * Of(gas) / portions / tau).Named("foam of one portion");
        return new(portions, new(vessel, Of(liquid).Named(split == 1 ? "liquid in the vessel" : "liquid in each part"), foam, split));
    }

    public int Whole => (int)Count.Likely;
}
