using Spolium.Core.Vessels;

namespace Spolium.Core.Methods;

/// <summary>How a kind of step foams (Reference/foam.csv).</summary>
public sealed record Foaming(string Step, Triple Tau, Triple Phi, int PortionsMin, double Fill, bool Plastic, string Source)
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
                r.Text("plastic") == "yes",
                r.Source
            ),
            "step"
        )
        .ToDictionary(f => f.Step);

    public static Foaming Of(string step) => ByStep[step];
}

/// <summary>What one dose makes in the vessel: gas in mL, and the K by which its heat would warm the liquor. Null where no heat is
/// known.</summary>
/// <param name="BySign">A sign ends it: it is poured in portions whatever it makes.</param>
public sealed record PourMakes(string DoseId, Working Gas, Working? Warming, bool BySign);

/// <summary>Into how many portions a dose goes in one vessel.</summary>
/// <param name="ByGas">As many as its foam wants; below 1 it may all gas at once.</param>
/// <param name="ByHeat">As many as its heat wants; below 1 it may all warm at once.</param>
public sealed record PourCount(int Count, double ByGas, double ByHeat)
{
    public static PourCount One { get; } = new(1, 0, 0);

    /// <summary>It is foam that asks for portions.</summary>
    public bool Foams => ByGas > 1;

    /// <summary>The largest pour that neither foams over nor warms too far; null where nothing bounds it.</summary>
    /// <param name="highG">Grams of the dose in one vessel, at most.</param>
    /// <param name="leastG">What can be measured: no portion is smaller.</param>
    public LargestPour? Largest(double highG, double leastG) =>
        highG > 0 && Math.Max(ByGas, ByHeat) is > 0 and var most
            ? new(Math.Max(leastG, highG / most), ByGas >= ByHeat, ByHeat * Constants.Get("portion-warming").Likely / highG)
            : null;
}

/// <summary>
/// The vessel and the number of portions of a step (precise rules 2.5). Both are decided for the high end of liquid, gas
/// and heat: a portion too small costs minutes, a portion too large costs the batch.
/// </summary>
/// <param name="Count">Of the dose that wants most.</param>
/// <param name="ByDose">How many for each dose, and why.</param>
public sealed record Portions(Working Count, VesselNeed Vessel, IReadOnlyDictionary<string, PourCount> ByDose)
{
    /// <summary>Vessel and portions of a step with one dose that a sign ends.</summary>
    /// <param name="gas">mL of gas made in all.</param>
    /// <param name="warming">K by which the whole heat would warm the liquor.</param>
    /// <param name="liquid">mL of liquor at its fullest.</param>
    public static Portions For(string step, Working gas, Working warming, Working liquid, IReadOnlyList<Vessel> vessels, Draws draws) =>
        For(step, [new("", gas, warming, true)], liquid, vessels, draws);

    /// <param name="liquid">mL of liquor at its fullest.</param>
    /// <param name="atOnce">All is poured in one go: then the vessel has room for all its foam, or <see cref="FoamsOver"/>.</param>
    /// <param name="seen">mL of foam to one of gas, as it was seen after a portion; null before.</param>
    public static Portions For(
        string step,
        IReadOnlyList<PourMakes> pours,
        Working liquid,
        IReadOnlyList<Vessel> vessels,
        Draws draws,
        Working? seen = null,
        bool atOnce = false
    )
    {
        var foaming = Foaming.Of(step);
        var perGas = seen ?? FoamOf(foaming, draws);
        // Plastic serves what stays cold; where a shop has nothing else, it must do.
        var fit = vessels.Where(v => !v.IsPlastic || foaming.Plastic).ToList() is { Count: > 0 } glass ? glass : [.. vessels];
        var need = liquid.Range.High / foaming.Fill;
        var vessel = Choose(fit, need, pours, liquid, perGas, atOnce ? 1 : Ladder.MostRungs);
        var split = (int)Math.Max(1, Math.Ceiling(need / vessel.BrimMl - 1e-9));
        var part = Working.Exact(split, split == 1 ? "1" : $"{split} equal parts");
        Working Of(Working w) => split == 1 ? w : w / part;
        var gasAtMost = GasAtMost(vessel, Of(liquid), perGas).Named("gas that one portion may make");
        var counts = pours.Select(p => (Pour: p, Count: CountOf(p, p.Gas.Range.High / split / gasAtMost.Likely, foaming))).ToList();
        var foamsOver = atOnce && counts.Any(c => c.Count.ByGas > 1);
        if (atOnce)
            counts = [.. counts.Select(c => (c.Pour, PourCount.One))];
        var (most, count) =
            counts.Count == 0 ? (null, 1)
            : counts.MaxBy(c => c.Count.Count) is var m ? (m.Pour, m.Count.Count)
            : default;
        var portions = Tell(most, count, part, split, gasAtMost, foaming);
        var foam = most is null ? Working.Zero(Dimension.Volume) : (perGas * Of(most.Gas) / portions).Named("foam of one portion");
        return new(
            portions,
            new(vessel, Of(liquid).Named(split == 1 ? "liquid in the vessel" : "liquid in each part"), foam, split),
            counts.ToDictionary(c => c.Pour.DoseId, c => c.Count)
        )
        {
            FoamsOver = foamsOver,
        };
    }

    /// <summary>Poured at once it foams over the largest vessel.</summary>
    public bool FoamsOver { get; private init; }

    // mL of foam that stand at the highest, to one of gas that a portion makes: it gasses for τ seconds, foam lives φ.
    private static Working FoamOf(Foaming foaming, Draws draws)
    {
        var tau = Working.Given(
            draws.Spread("tau " + foaming.Step, foaming.Tau, Spread.Positive),
            Dimension.None,
            "seconds that one portion gasses",
            foaming.Source
        );
        var phi = Working.Given(
            draws.Spread("phi " + foaming.Step, foaming.Phi, Spread.Positive),
            Dimension.None,
            "seconds that foam lives",
            foaming.Source
        );
        return 2 * phi / tau;
    }

    // The least that is not over full; where the gas would then want more rungs than a ladder has, the least that spares them.
    private static Vessel Choose(
        IReadOnlyList<Vessel> fit,
        double need,
        IReadOnlyList<PourMakes> pours,
        Working liquid,
        Working perGas,
        int mostRungs
    )
    {
        var holds = fit.Where(v => v.BrimMl >= need).ToList();
        if (holds.Count == 0)
            return fit[^1];
        var gas = pours.Count == 0 ? 0 : pours.Max(p => p.Gas.Range.High);
        return holds.FirstOrDefault(v => gas / GasAtMost(v, liquid, perGas).Likely <= mostRungs) ?? holds[^1];
    }

    private static Working GasAtMost(Vessel vessel, Working liquid, Working perGas)
    {
        var head = (Working.Given(vessel.BrimMl, Dimension.Volume, "brimful", vessel.Source) - liquid).Named("head room");
        return Constants.Get("foam-head") * Working.Greatest(head, Working.Exact(vessel.BrimMl * 0.1, null, Dimension.Volume)) / perGas;
    }

    // Gas at its high against a likely foam: the two spreads of tau and phi would be counted twice in a ratio of extremes. What neither
    // gasses nor warms is poured in one go.
    private static PourCount CountOf(PourMakes pour, double byGas, Foaming foaming)
    {
        var byHeat = (pour.Warming?.Range.High ?? 0) / Constants.Get("portion-warming").Likely;
        var count = (int)Math.Ceiling(Math.Max(byGas, byHeat) - 1e-9);
        return new(Math.Max(pour.BySign ? foaming.PortionsMin : 1, count), byGas, byHeat);
    }

    private static Working Tell(PourMakes? most, int count, Working part, int split, Working gasAtMost, Foaming foaming)
    {
        if (most is null)
            return Working.Exact(1);
        List<Working> parts = [];
        if (most.BySign)
            parts.Add(Working.Given(foaming.PortionsMin, Dimension.None, "portions at least", foaming.Source));
        parts.Add(((split == 1 ? most.Gas : most.Gas / part) / gasAtMost).Named("portions by gas and foam"));
        if (most.Warming is { } warming)
            parts.Add((warming / Constants.Get("portion-warming")).Named("portions by heat"));
        return Working.Reckoned(
            Amount.Certain(count),
            Dimension.None,
            "portions",
            parts,
            null,
            "the largest of them, rounded up, gas and heat at their high"
        );
    }

    public int Whole => (int)Count.Likely;

    /// <summary>Portions that somebody stands by for: of every dose that is poured in more than one, in every part.</summary>
    public int Rungs => Vessel.SplitInto * Math.Max(1, ByDose.Values.Where(d => d.Count > 1).Sum(d => Math.Min(d.Count, Ladder.MostRungs)));

    /// <summary>Portions of a dose; one of what makes nothing, or where nothing is known.</summary>
    public static PourCount Of(Portions? portions, string doseId) => portions?.ByDose.GetValueOrDefault(doseId) ?? PourCount.One;
}
