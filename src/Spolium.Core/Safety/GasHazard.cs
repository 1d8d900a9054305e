namespace Spolium.Core.Safety;

/// <summary>The strictest occupational limit of a gas, for "why a hood" only, never as a permit.</summary>
/// <param name="Ppm">Parts per million by volume.</param>
/// <param name="Kind">TWA, STEL or ceiling.</param>
public sealed record GasLimit(string Substance, string Kind, double Ppm, string Source);

/// <summary>A gas that a step makes (Reference/gases.csv): its name, its limit, what a scrubber needs for it, what to say of it.</summary>
/// <param name="CountsAs">Whose limit it counts under: NO counts as NO2 (precise rules 2.5).</param>
/// <param name="NaohPerMole">Moles of NaOH that a mole takes in a scrubber; 0 where caustic does not take it.</param>
/// <param name="ActsLate">The lungs may fill hours after it was breathed.</param>
public sealed record GasHazard(
    string Formula,
    string Name,
    string CountsAs,
    double NaohPerMole,
    bool ActsLate,
    string Note,
    string Caution,
    string Source
)
{
    private static readonly Dictionary<string, GasHazard> ByFormula = ReferenceTable
        .Read(
            "gases.csv",
            r => new GasHazard(
                r.Text("formula"),
                r.Text("name"),
                r.Text("counts_as"),
                r.Number("naoh"),
                r.Text("late") == "yes",
                r.Text("note"),
                r.Text("caution"),
                r.Source
            ),
            "formula"
        )
        .ToDictionary(g => g.Formula);

    private static readonly ILookup<string, GasLimit> Limits = ReferenceTable
        .Read("exposure-limits.csv", r =>
            (Substance: r.Text("substance"), Kind: r.Text("kind"), Value: r.Number("value"), Unit: r.Text("unit"), r.Source)
        )
        .Where(l => l.Unit == "ppm")
        .ToLookup(l => l.Substance, l => new GasLimit(l.Substance, l.Kind, l.Value, l.Source));

    public const string ActsLateLine =
        "Breathed brown or green gas: stop, rest, see a doctor now even if you feel fine. It acts hours later.";

    /// <exception cref="KeyNotFoundException">The gas is not in gases.csv.</exception>
    public static GasHazard Of(string formula) => ByFormula[formula];

    /// <summary>The strictest row; null for a gas without a limit.</summary>
    public GasLimit? Limit => Limits[CountsAs].MinBy(l => l.Ppm);

    /// <summary>
    /// Air that one portion's gas must be thinned with each hour to stay under the limit, in mL: Q = K V/(τ · limit · 10⁻⁶) (precise rules
    /// 2.5). Null for a gas without a limit.
    /// </summary>
    /// <param name="portionMl">Gas of one portion, mL.</param>
    /// <param name="tauSeconds">Time that it gasses for, s, as a bare number.</param>
    public Working? AirPerHour(Working portionMl, Working tauSeconds, Draws draws)
    {
        if (Limit is not { } limit)
            return null;
        var share = Working.Given(
            limit.Ppm / 1e6,
            Dimension.None,
            $"limit of {limit.Substance}, {limit.Ppm:0.####} ppm ({limit.Kind})",
            limit.Source
        );
        return (draws.Prior("air-mixing") * portionMl / share * Working.Exact(3600, "3600 s/h") / tauSeconds).Named(
            $"air to thin the {Name} of a portion, in an hour"
        );
    }

    /// <summary>Grams of NaOH that a scrubber needs for so much of the gas; null where caustic does not take it.</summary>
    public Working? Caustic(Working ml) =>
        NaohPerMole <= 0
            ? null
            : Molar.Grams(ml / Constants.MolarGasVolume * Working.Exact(NaohPerMole), "NaOH").Named($"caustic soda for the {Name}");
}
