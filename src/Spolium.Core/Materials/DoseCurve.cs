namespace Spolium.Core.Materials;

/// <summary>How the likely world stands after a dose.</summary>
/// <param name="Grams">Of what is in the bottle.</param>
/// <param name="Dissolved">Share of each metal that is dissolved, in the order of the curve's metals.</param>
/// <param name="GasMl">Carbon dioxide that left, mL at 25 °C.</param>
public sealed record DosePoint(double Grams, double PH, IReadOnlyList<double> Dissolved, double GasMl, double IonicStrength);

/// <summary>What a metal does as a dose rises.</summary>
/// <param name="Begins">Grams at which a hundredth of it has fallen; null where it stays.</param>
/// <param name="Down">Grams at which less than a hundredth is dissolved; null where it does not come to that.</param>
/// <param name="Again">Grams from which more than a hundredth is dissolved again; null where it stays down.</param>
public sealed record MetalFalls(string Element, double? Begins, double? Down, double? Again);

/// <summary>A liquor under a rising dose, in the likely world.</summary>
/// <param name="Most">Grams at its end.</param>
public sealed record DoseCurve(
    DosedLiquor Liquor,
    double Most,
    IReadOnlyList<string> Metals,
    IReadOnlyList<DosePoint> Points,
    IReadOnlyList<DosedState> States
)
{
    /// <summary>Points of a curve.</summary>
    public const int Count = 40;

    // A hundredth is what counts as fallen, or as left.
    internal const double Hundredth = 0.01;

    // Of the end of the curve: nearer than that a mark is not looked for.
    private const double Near = 5e-4;

    public static DoseCurve Of(DosedLiquor liquor, double most, int count = Count)
    {
        var metals = liquor.Metals;
        var points = new DosePoint[count];
        var states = new DosedState[count];
        for (var i = 0; i < count; i++)
        {
            states[i] = liquor.At(most * i / (count - 1), 0, i == 0 ? null : states[i - 1]);
            points[i] = Point(most * i / (count - 1), states[i], metals);
        }
        return new(liquor, most, metals, points, states);
    }

    private static DosePoint Point(double grams, DosedState state, IReadOnlyList<string> metals) =>
        new(
            grams,
            state.State.PH,
            [.. metals.Select(m => state.Dissolved(m) ?? 0)],
            state.Moles(DosedLiquor.Gas) * Constants.MolarGasVolume.Likely,
            state.State.IonicStrength
        );

    /// <summary>Grams at which a pH is reached; null where the curve does not come to it.</summary>
    public double? Reaching(double ph) => Crossing(p => p.PH - ph);

    /// <summary>When each metal falls, and whether it comes back.</summary>
    public IReadOnlyList<MetalFalls> Falls =>
        [
            .. Metals.Select(
                (m, i) =>
                {
                    var begins = Crossing(p => 1 - Hundredth - p.Dissolved[i]);
                    var down = begins is null ? null : Crossing(p => Hundredth - p.Dissolved[i], begins.Value);
                    return new MetalFalls(m, begins, down, down is null ? null : Crossing(p => p.Dissolved[i] - Hundredth, down.Value));
                }
            ),
        ];

    // The first place at which it comes above nothing, by halves between two points.
    private double? Crossing(Func<DosePoint, double> of, double from = 0)
    {
        for (var i = 0; i < Points.Count; i++)
        {
            if (Points[i].Grams < from || of(Points[i]) < 0)
                continue;
            if (i == 0)
                return Points[0].Grams;
            var (low, high) = (Math.Max(from, Points[i - 1].Grams), Points[i].Grams);
            while (high - low > Near * Most)
            {
                var middle = (low + high) / 2;
                if (of(Point(middle, Liquor.At(middle, 0, States[i]), Metals)) < 0)
                    low = middle;
                else
                    high = middle;
            }
            return high;
        }
        return null;
    }
}
