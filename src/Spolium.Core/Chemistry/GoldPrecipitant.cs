namespace Spolium.Core.Chemistry;

/// <summary>
/// A salt that brings gold down (precise rules 2.8): dose = F s m(gold) + Σ p m(what eats it), over purity.
/// s and p follow from the electrons that one formula gives: gold takes 3, nitrate 3 (to NO), iron(III) 1, chlorine 2.
/// </summary>
/// <param name="Electrons">Electrons given by one formula.</param>
/// <param name="Factor">Practice factor on the stoichiometric need of the gold.</param>
public sealed record GoldPrecipitant(string Formula, string Name, int Electrons, Triple Factor, string Source)
{
    private static readonly Dictionary<string, GoldPrecipitant> ByFormula = ReferenceTable
        .Read(
            "reductants.csv",
            r => new GoldPrecipitant(
                r.Text("formula"),
                r.Text("name"),
                r.Whole("electrons"),
                new(r.Number("factor_low"), r.Number("factor_likely"), r.Number("factor_high")),
                r.Source
            ),
            "formula"
        )
        .ToDictionary(p => p.Formula);

    /// <exception cref="KeyNotFoundException">The salt is not in reductants.csv.</exception>
    public static GoldPrecipitant Of(string formula) =>
        ByFormula.TryGetValue(formula, out var p) ? p : throw new KeyNotFoundException($"'{formula}' is not among the precipitants.");

    /// <summary>Grams of pure salt for so many grams of a substance that takes <paramref name="electrons"/> per formula.</summary>
    private Working For(Working grams, string substance, int electrons) =>
        Molar.Moles(grams, substance)
        * Working.Exact((double)electrons / Electrons, new Rational(electrons, Electrons).ToString())
        * Molar.Mass(Formula);

    /// <summary>Grams of pure salt that the gold takes by the equation.</summary>
    public Working ForGold(Working goldGrams) => For(goldGrams, "Au", 3);

    /// <summary>Grams of pure salt that nitric acid left in the liquor eats (as NO).</summary>
    public Working ForNitric(Working nitricGrams) => For(nitricGrams, "HNO3", 3);

    /// <summary>Grams of pure salt that iron(III) takes before the gold is down, for the share that really does.</summary>
    public Working ForIron(Working ironGrams, Working share) => For(ironGrams, "Fe", 1) * share;

    /// <summary>Grams from the bottle: what gold takes by the school, and what nitric acid and iron eat, over purity.</summary>
    /// <param name="forGold">Grams of pure salt for the gold: F × stoichiometric, or the school's grams per gram of gold.</param>
    public static Working Dose(Working forGold, Working forNitric, Working forIron, Working purity) =>
        Working.Sum([forGold, forNitric, forIron], Dimension.Mass) / purity;
}
