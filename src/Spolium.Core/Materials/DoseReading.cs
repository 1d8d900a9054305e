using Spolium.Core.Equilibrium;

namespace Spolium.Core.Materials;

/// <summary>What of a metal is dissolved after a dose.</summary>
public sealed record MetalAtDose(string Element, Working Grams, Working Share);

/// <summary>What has fallen after a dose.</summary>
/// <param name="Dry">Grams without the water that clings.</param>
public sealed record SolidAtDose(Written Solid, Working Dry);

/// <summary>A liquor after a dose, as sure as its content and the constants are.</summary>
/// <param name="Gas">Carbon dioxide that left, mL at 25 °C.</param>
/// <param name="Outside">Stronger than what the activities are made for: an indication.</param>
/// <param name="Missed">Worlds for which no state was found; their figures are those of the likely one.</param>
public sealed record DoseReading(
    double Grams,
    Working PH,
    IReadOnlyList<MetalAtDose> Metals,
    Working Gas,
    IReadOnlyList<SolidAtDose> Solids,
    bool Outside,
    int Missed
)
{
    /// <summary>Worlds that are solved while a line is dragged, beside the likely one.</summary>
    public const int WhileDragging = 32;

    // Ionic strength at which Davies' equation ends.
    private const double DaviesEnds = 0.5;

    /// <param name="worlds">How many of the draws are solved; each stands for as many that take about as much base.</param>
    public static DoseReading Of(DosedLiquor liquor, double grams, int worlds = WhileDragging)
    {
        var likely = liquor.At(grams);
        var each = Amount.Draws / worlds;
        var order = Enumerable.Range(1, Amount.Draws).OrderBy(liquor.Takes).ToArray();
        var states = new DosedState[worlds];
        var missed = 0;
        for (var k = 0; k < worlds; k++)
            try
            {
                states[k] = liquor.At(grams, order[k * each + each / 2], likely);
            }
            catch (NoEquilibriumException)
            {
                (states[k], missed) = (likely, missed + each);
            }
        var stratum = new int[Amount.Worlds];
        for (var rank = 0; rank < order.Length; rank++)
            stratum[order[rank]] = Math.Min(rank / each, worlds - 1);
        var guess = liquor.RestsOnGuess || likely.State.Solids.Keys.Any(IsFitted);
        Amount In(Func<DosedState, double> of)
        {
            var values = states.Select(of).ToArray();
            return Amount.Each(w => w == 0 ? of(likely) : values[stratum[w]]);
        }
        Working Told(Func<DosedState, double> of, Dimension dimension, string label) =>
            Working.Given(In(of), dimension, label, Source, guess);
        var outside = likely.State.IonicStrength > DaviesEnds;
        Amount Left(string metal)
        {
            // Where a world has none of it, its share is that of the likely one.
            var share = In(s => s.Dissolved(metal) ?? likely.Dissolved(metal) ?? 0);
            return outside ? Amount.Each(w => Odds(share[w], Strong[w])) : share;
        }
        var dissolved = liquor
            .Metals.Where(m => likely.Dissolved(m) is not null)
            .Select(m =>
            {
                var there = Told(s => s.GramsOf(m), Dimension.Mass, $"{Elements.Of(m).Name} in it");
                var share = Working.Given(Left(m), Dimension.None, $"share of {Elements.Of(m).Name} that is left", Source, there.Guess);
                return new MetalAtDose(m, (there * share).Named($"{Elements.Of(m).Name} left in the liquor"), share);
            })
            .ToList();
        var fallen = states
            .Append(likely)
            .SelectMany(s => s.State.Solids.Keys)
            .Where(id => id != DosedLiquor.Gas)
            .Distinct()
            .Select(id => Written.InTheShop.First(s => s.Id == id))
            .Select(s => new SolidAtDose(s, Told(x => x.Moles(s.Id) * Species.Of(s.Formula).MolarMass, Dimension.Mass, s.Name)))
            .OrderByDescending(s => s.Dry.Likely)
            .ToList();
        return new(
            grams,
            Told(s => s.State.PH, Dimension.None, "pH"),
            dissolved,
            Told(s => s.Moles(DosedLiquor.Gas) * Constants.MolarGasVolume.Likely, Dimension.Volume, "carbon dioxide that leaves"),
            fallen,
            outside,
            missed
        );
    }

    // What is left of a metal against what has fallen, as unsure as a strong liquor makes it: all of it stays all of it.
    private static double Odds(double share, double factor) => share * factor / (1 - share + share * factor);

    private static readonly Amount Strong = Constants.Get("strong-liquor").Likely is var f
        ? new Draws("equilibrium").Spread("strong liquor", new(1 / f, 1, f), Spread.Positive)
        : Amount.Zero;

    private const string Source = "equilibrium of what is in it with what is poured (docs/equilibrium.md)";

    private static bool IsFitted(string id) => Written.FittedSolids.Any(s => s.Id == id);
}
