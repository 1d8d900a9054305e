using Spolium.Core.Equilibrium;

namespace Spolium.Cases;

/// <summary>Liquors at random, each with a fixed seed: what does not hold of them.</summary>
public static class RandomLiquors
{
    private const double Balance = 1e-10;
    private const double Saturation = 1e-6;
    private const double MostStrength = 8;

    /// <returns>A line for each that is not found, does not balance, is not neutral, or has a solid off its saturation.</returns>
    public static IEnumerable<string> Wrong(int seed, int count)
    {
        var random = new Random(seed);
        for (var i = 0; i < count; i++)
            if (Judge(Totals(random)) is { } wrong)
                yield return $"seed {seed}, liquor {i}: {wrong}";
    }

    // 2 to 12 components over six powers of ten, brought to charge by sodium or nitrate as chance will.
    private static Dictionary<string, double> Totals(Random random)
    {
        var all = Component.All.Where(c => c.Id != Component.Proton).Select(c => c.Id).ToArray();
        random.Shuffle(all);
        var totals = all.Take(random.Next(2, 13)).ToDictionary(c => c, _ => Math.Pow(10, -6 + 6.3 * random.NextDouble()));
        var charge = totals.Sum(t => t.Value * Component.ById[t.Key].Charge);
        var other = charge > 0 ? "NO3-" : "Na+";
        totals[other] = totals.GetValueOrDefault(other) + Math.Abs(charge) * random.NextDouble() * 1.2;
        var strength = 0.5 * totals.Sum(t => t.Value * Math.Pow(Component.ById[t.Key].Charge, 2));
        return strength <= MostStrength ? totals : totals.ToDictionary(t => t.Key, t => t.Value * MostStrength / strength);
    }

    private static double In(string solid, string component) =>
        Written.Solids.First(s => s.Id == solid).Parts.Where(p => p.Component == component).Sum(p => p.Count);

    // A complex may hold less than none of a component (a chloride that gave one up): amounts count by their size.
    private static double Of(string species, string component) =>
        species == component ? 1
        : Dissolved.TryGetValue(species, out var w) ? w.Parts.Where(p => p.Component == component).Sum(p => p.Count)
        : 0;

    private static readonly Dictionary<string, Written> Dissolved = Written.Dissolved.ToDictionary(w => w.Id);

    private static string? Judge(Dictionary<string, double> totals)
    {
        var told = string.Join(' ', totals.Select(t => $"{t.Key} {t.Value:R}"));
        try
        {
            var state = Speciation.Of(new(totals));
            var charge = Component.All.ToDictionary(c => c.Id, c => c.Charge);
            foreach (var w in Written.Dissolved)
                charge[w.Id] = w.Charge;
            var (sum, ions) = (
                state.Molalities.Sum(m => m.Value * charge[m.Key]),
                state.Molalities.Sum(m => m.Value * Math.Abs(charge[m.Key]))
            );
            var there = state.Saturation.Where(s => state.Solids.ContainsKey(s.Key)).Select(s => Math.Abs(s.Value)).DefaultIfEmpty().Max();
            var absent = state.Saturation.Where(s => !state.Solids.ContainsKey(s.Key)).Select(s => s.Value).DefaultIfEmpty(-1).Max();
            // Once more from what is told, the solids by their rows.
            var lost = totals.Max(t =>
                Math.Abs(state.Dissolved.GetValueOrDefault(t.Key) + state.Solids.Sum(x => x.Value * In(x.Key, t.Key)) - t.Value)
                / (t.Value + state.Molalities.Sum(m => m.Value * Math.Abs(Of(m.Key, t.Key))))
            );
            return state.Residual > Balance || lost > Balance ? $"balance {state.Residual:0.0e+0}, {lost:0.0e+0}: {told}"
                : Math.Abs(sum) > 1e-9 * ions ? $"charge {sum:0.0e+0}: {told}"
                : there > Saturation || absent > Saturation ? $"saturation {there:0.0e+0}, {absent:0.0e+0}: {told}"
                : null;
        }
        catch (NoEquilibriumException e)
        {
            return $"{e.Message}: {told}";
        }
    }
}
