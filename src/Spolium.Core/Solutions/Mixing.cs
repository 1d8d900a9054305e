namespace Spolium.Core.Solutions;

/// <summary>A liquid to be mixed: so many grams of this strength.</summary>
/// <param name="Label">"nitric acid of N-3".</param>
/// <param name="TemperatureC">°C when it goes in.</param>
public sealed record MixPart(string Label, Working Grams, Working Fraction, double TemperatureC)
{
    public bool IsWater => Fraction.Amount is { IsCertain: true, Likely: 0 };
}

/// <summary>One pour of a mixture in its order.</summary>
public sealed record MixPour(MixPart Part, Working? Millilitres);

/// <summary>What comes of pouring liquids of one substance together.</summary>
/// <param name="Vanishing">By how much the volumes together exceed the volume of the mixture; null where a density is missing.</param>
/// <param name="Warming">Rise in K if no heat is lost; null: not known.</param>
/// <param name="Ice">Grams of the water to give as ice, so that it warms by no more than the limit; null where none is needed.</param>
/// <param name="Order">Which goes in first, and how.</param>
public sealed record Mixture(
    string Solute,
    IReadOnlyList<MixPour> Pours,
    Working Grams,
    Working Fraction,
    Working? Millilitres,
    Working? Vanishing,
    Working? Warming,
    Working? EndTemperature,
    Working? Ice,
    bool IceIsEnough,
    int Portions,
    string Order,
    string? HeatNotKnown
)
{
    /// <summary>What a ratio of volumes is by mass; null where none was asked for.</summary>
    public string? InMasses { get; init; }
}

/// <summary>
/// Mass balance of liquids of one substance in water, and what it does: masses add, volumes do not; heat by integral heats of solution
/// (precise rules 2.16); the acid goes into the water.
/// </summary>
public static class Mixing
{
    /// <summary>Grams of a diluent (0 for water) that bring a mass from its strength to a weaker one.</summary>
    public static Working Diluent(Working grams, Working fraction, Working target, Working diluent) =>
        grams * (fraction - target) / (target - diluent);

    /// <summary>Grams of the stronger of two liquids in a mixture of so many grams.</summary>
    public static Working OfStronger(Working endGrams, Working strong, Working weak, Working target) =>
        endGrams * (target - weak) / (strong - weak);

    /// <summary>The free liquid of a blend: grams of it that bring the others to the target. Below nothing where the target cannot be
    /// reached.</summary>
    public static Working Free(IReadOnlyList<(Working Grams, Working Fraction)> others, Working free, Working target) =>
        Working.Sum(others.Select(o => o.Grams * (o.Fraction - target)), Dimension.Mass) / (target - free);

    /// <summary>Grams of a solution that was typed in grams or in millilitres; null where its density is not known.</summary>
    public static Working? Grams(string solute, Working fraction, double temperatureC, TypedNumber typed)
    {
        if (typed.Field == Field.Mass)
            return Working.Given(typed.Value, Dimension.Mass, "amount", "typed: " + typed.Text);
        return Density(solute, fraction, temperatureC) is { } density
            ? (Working.Given(typed.Value, Dimension.Volume, "amount", "typed: " + typed.Text) * density).Named("amount, by its density")
            : null;
    }

    /// <summary>Volume of a solution in mL at a temperature; null outside of the table.</summary>
    public static Working? Millilitres(string solute, Working grams, Working fraction, double temperatureC) =>
        Density(solute, fraction, temperatureC) is { } d ? grams / d : null;

    /// <summary>Density in all worlds from the strength in all worlds; null outside of the table.</summary>
    public static Working? Density(string solute, Working fraction, double temperatureC)
    {
        if (
            !DensityTable.BySolute.TryGetValue(solute, out var table)
            || table.Density(Math.Max(0, fraction.Likely * 100), temperatureC) is not { } likely
        )
            return null;
        var amount = fraction.Amount.IsCertain
            ? Amount.Certain(likely)
            : Amount.Each(w => table.Density(Math.Clamp(fraction.Amount[w] * 100, 0, table.MostPercent), temperatureC)!.Value);
        return Working.Reckoned(
            amount,
            Dimension.Density,
            $"density at {FigureText.Number(temperatureC, temperatureC % 1 == 0 ? 0 : 1)} °C",
            [fraction],
            null,
            table.Around(fraction.Likely * 100, temperatureC)[0].Source
        );
    }

    /// <summary>What comes of pouring all parts together.</summary>
    /// <param name="parts">In any order; the answer has them in the order of pouring.</param>
    public static Mixture Of(string solute, IReadOnlyList<MixPart> parts, Draws draws)
    {
        var ordered = parts.OrderBy(p => p.Fraction.Likely).ToList();
        var grams = Working.Sum(parts.Select(p => p.Grams), Dimension.Mass).Named("mass of the mixture");
        var fraction = (Working.Sum(parts.Where(p => !p.IsWater).Select(p => p.Grams * p.Fraction), Dimension.Mass) / grams).Named(
            "strength of the mixture"
        );
        var pours = ordered
            .Select(p => new MixPour(p, Millilitres(solute, p.Grams, p.Fraction, p.TemperatureC)?.Named($"{p.Label}, by volume")))
            .ToList();
        var start = ordered.Sum(p => p.Grams.Likely * p.TemperatureC) / ordered.Sum(p => p.Grams.Likely);
        var volume = Millilitres(solute, grams, fraction, Math.Clamp(start, 0, 60))?.Named("volume of the mixture, cooled again");
        var vanishing =
            volume is null || pours.Any(p => p.Millilitres is null)
                ? null
                : (Working.Sum(pours.Select(p => p.Millilitres!), Dimension.Volume) - volume).Named("volume that vanishes");
        var (warming, why) = Warming(solute, ordered, grams, fraction, start, draws);
        var end = warming is null
            ? null
            : (
                Working.Given(start, Dimension.None, "temperature before", "as typed").In("°C")
                + warming / Working.Exact(1, "1 K", Dimension.Temperature)
            )
                .Named("temperature after, if no heat is lost")
                .In("°C");
        var portions = warming is null ? 3 : Math.Max(1, (int)Math.Ceiling(warming.Range.High / Constants.Get("portion-warming").Likely));
        var (ice, enough) = Ice(warming, grams, solute, fraction, start, ordered, draws);
        return new(solute, pours, grams, fraction, volume, vanishing, warming, end, ice, enough, portions, Order(solute, ordered), why);
    }

    private static (Working? Kelvins, string? NotKnown) Warming(
        string solute,
        IReadOnlyList<MixPart> parts,
        Working grams,
        Working fraction,
        double startC,
        Draws draws
    )
    {
        if (HeatOfDilution.Of(solute) is not { } heat)
            return (null, $"the heat of diluting {Impossible.Named(solute)} is not known here: pour slowly and feel the glass");
        if (HeatCapacity.Of(solute, fraction.Likely * 100, startC, draws) is not { } capacity)
            return (null, "the heat capacity of the mixture is not known here");
        var before = Working.Sum(
            parts.Where(p => !p.IsWater).Select(p => heat.Freed(solute, p.Grams, p.Fraction, p.Label)),
            Dimension.Energy
        );
        var freed = ((heat.Freed(solute, grams, fraction, "mixture") - before) * draws.Prior("dilution-heat")).Named(
            "heat that mixing frees"
        );
        return ((freed / (grams * capacity)).Named("warming if no heat were lost"), null);
    }

    private static (Working? Grams, bool Enough) Ice(
        Working? warming,
        Working grams,
        string solute,
        Working fraction,
        double startC,
        IReadOnlyList<MixPart> parts,
        Draws draws
    )
    {
        var limit = Constants.Get("portion-warming");
        if (warming is null || warming.Likely <= limit.Likely || parts.FirstOrDefault(p => p.IsWater) is not { } water)
            return (null, true);
        var capacity = HeatCapacity.Of(solute, fraction.Likely * 100, startC, draws)!;
        var perGram = Constants.Get("ice-melting") + Constants.Get("water-heat") * Working.Exact(startC, null, Dimension.Temperature);
        var wanted = ((warming - limit) * grams * capacity / perGram).Named("ice in place of that much of the water");
        return wanted.Likely <= water.Grams.Likely ? (wanted, true) : (water.Grams.Named("all of the water as ice"), false);
    }

    private static string Order(string solute, IReadOnlyList<MixPart> parts) =>
        parts.Count < 2
            ? ""
            : solute switch
            {
                "NaOH" or "KOH" => "The weaker liquid first, then the caustic, slowly and stirred.",
                "NH3" => "The weaker liquid first and cold, then the ammonia, in the hood.",
                "H2O2" => "The weaker liquid first, in a clean vented vessel; nothing metallic, never closed tight.",
                _ => "The weaker liquid first, then the acid into it, slowly and stirred. Never water into acid.",
            };

    /// <summary>Strengths that liquids can be blended to: from the weakest to the strongest.</summary>
    public static (double Low, double High) Reach(IEnumerable<Working> fractions)
    {
        var likely = fractions.Select(f => f.Likely).ToList();
        return (likely.Min(), likely.Max());
    }
}
