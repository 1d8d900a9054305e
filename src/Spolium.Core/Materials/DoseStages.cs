namespace Spolium.Core.Materials;

/// <summary>One pouring of a base until what can be down is down.</summary>
/// <param name="Formula">What is poured.</param>
/// <param name="Grams">Of what is in its bottle.</param>
/// <param name="Down">Metals of which less than a hundredth is left then.</param>
/// <param name="Left">Metals of which more is.</param>
public sealed record DoseStage(string Formula, double Grams, double PH, IReadOnlyList<string> Down, IReadOnlyList<string> Left);

/// <summary>
/// How a liquor is brought down: in one stage where all of its metals are down together; in two, with a filter between, where some dissolve
/// again before others fall or where the base does not reach the pH that others want.
/// </summary>
public static class DoseStages
{
    // A little past where the last of them is down, and short of where the first comes back.
    private const double Past = 1.01;
    private const double Short = 0.98;

    // What finishes where the first base cannot.
    private const string Finisher = "NaOH";

    /// <param name="curve">Of the base that is begun with.</param>
    /// <param name="formula">The base.</param>
    /// <param name="finisher">Mass fraction of caustic in its bottle.</param>
    public static IReadOnlyList<DoseStage> Of(DoseCurve curve, string formula, double finisher)
    {
        var falls = curve.Falls.Where(f => f.Begins is not null || NeutralProduct.Of(f.Element) is not null).ToList();
        if (falls.Count == 0 || NeutralBase.Find(formula) is null)
            return [];
        var back = falls.Min(f => f.Again) ?? double.PositiveInfinity;
        var together = falls.Where(f => f.Down <= back * Short).ToList();
        if (together.Count == 0)
            return [];
        var grams = Math.Min(together.Max(f => f.Down)!.Value * Past, back * Short);
        var first = Stage(curve.Liquor, formula, grams, curve.Metals);
        if (first.Left.Count == 0)
            return [first];
        var filtrate = curve.Liquor.Filtered(grams, Finisher, finisher, CarbonDioxide.Stirred);
        var rest = DoseCurve.Of(filtrate, curve.Liquor.Takes(0) * Formula.Parse(Finisher).MolarMass / finisher);
        var more = rest.Falls.Where(f => first.Left.Contains(f.Element) && f.Down is not null).ToList();
        return more.Count == 0 ? [first] : [first, Stage(filtrate, Finisher, more.Max(f => f.Down)!.Value * Past, first.Left)];
    }

    private static DoseStage Stage(DosedLiquor liquor, string formula, double grams, IReadOnlyList<string> metals)
    {
        var state = liquor.At(grams);
        var down = metals.Where(m => state.Dissolved(m) is null or < DoseCurve.Hundredth).ToList();
        return new(formula, grams, state.State.PH, down, [.. metals.Except(down)]);
    }
}
