namespace Spolium.Core.Solutions;

/// <summary>A liquid at hand.</summary>
/// <param name="Fraction">Mass fraction of the solute; exactly nothing for water.</param>
public sealed record Liquid(string Label, Working Fraction, double TemperatureC)
{
    public static Liquid Water(double temperatureC) => new("water", Working.Exact(0), temperatureC);
}

/// <summary>What to pour together, or why it cannot be: field, reason, what would be right.</summary>
public sealed record Recipe(Mixture? Mixture, (string Field, string Reason, string WayOut)? Wrong)
{
    internal static Recipe Refuse(string field, string reason, string wayOut) => new(null, (field, reason, wayOut));
}

/// <summary>
/// Amounts for what somebody wants: a strength, an amount of it, a ratio, a blend. What is poured is decided at the likely strengths, one
/// number that can be measured out; what comes of it keeps the range that the bottles have.
/// </summary>
public static class Recipes
{
    /// <summary>So many grams of a stronger liquid brought down by a weaker one.</summary>
    /// <param name="target">Mass fraction.</param>
    public static Recipe Dilute(string solute, Liquid strong, Working grams, Liquid weak, double target, Draws draws)
    {
        if (Unreachable(target, strong, weak) is { } no)
            return no;
        var needed = Decided(
            Mixing.Diluent(grams, strong.Fraction, Working.Exact(target), weak.Fraction).Named($"{weak.Label}, reckoned"),
            weak.Label
        );
        return Poured(solute, [(strong, grams), (weak, needed)], draws);
    }

    /// <summary>So many grams of a strength from a stronger and a weaker liquid.</summary>
    public static Recipe Make(string solute, Liquid strong, Liquid weak, double target, Working endGrams, Draws draws)
    {
        if (Unreachable(target, strong, weak) is { } no)
            return no;
        var acid = Decided(
            Mixing.OfStronger(endGrams, strong.Fraction, weak.Fraction, Working.Exact(target)).Named($"{strong.Label}, reckoned"),
            strong.Label
        );
        return Poured(solute, [(strong, acid), (weak, (endGrams - acid).Named(weak.Label))], draws);
    }

    /// <summary>Volumes as people say them: of the first so many to so many of the second.</summary>
    /// <param name="millilitres">Of the first liquid.</param>
    public static Recipe ByVolumes(string solute, Liquid first, Working millilitres, Liquid second, Ratio ratio, Draws draws)
    {
        if (
            Mixing.Density(solute, first.Fraction, first.TemperatureC) is not { } d1
            || Mixing.Density(solute, second.Fraction, second.TemperatureC) is not { } d2
        )
            return Recipe.Refuse("ratio", "a density is not known here", "weigh the parts");
        var a = Decided((millilitres * d1).Named($"{first.Label}, by its density"), first.Label);
        var b = Decided(
            (millilitres * Working.Exact(ratio.Second / ratio.First, ratio.ToString()) * d2).Named($"{second.Label}, by its density"),
            second.Label
        );
        var recipe = Poured(solute, [(first, a), (second, b)], draws);
        return recipe.Mixture is not { Pours.Count: 2 } m
            ? recipe
            : recipe with
            {
                Mixture = m with { InMasses = $"{ratio} is {FigureText.Number(a.Likely / b.Likely, 2)} to 1 by mass" },
            };
    }

    /// <summary>Several liquids to a target; exactly one of them without an amount, which is found.</summary>
    public static Recipe Blend(string solute, IReadOnlyList<(Liquid Liquid, Working? Grams)> parts, double target, Draws draws)
    {
        var free = parts.Select((p, i) => (p.Liquid, p.Grams, i)).Where(p => p.Grams is null).ToList();
        if (parts.Count < 2)
            return Recipe.Refuse("parts", "a blend needs two liquids or more", "add another");
        if (free.Count != 1)
            return Recipe.Refuse(
                "parts",
                free.Count == 0 ? "every amount is fixed" : $"{free.Count} amounts are left open",
                "leave exactly one amount empty: it is found"
            );
        var others = parts.Where(p => p.Grams is not null).Select(p => (p.Grams!, p.Liquid.Fraction)).ToList();
        var fixedGrams = others.Sum(o => o.Item1.Likely);
        var mean = fixedGrams <= 0 ? 0 : others.Sum(o => o.Item1.Likely * o.Fraction.Likely) / fixedGrams;
        var found = free[0].Liquid;
        var (low, high) = (Math.Min(mean, found.Fraction.Likely), Math.Max(mean, found.Fraction.Likely));
        if (fixedGrams <= 0 || target <= low + Tiny || target >= high - Tiny)
            return Recipe.Refuse(
                "target",
                $"{Percent(target)} cannot be reached: with {found.Label} left open it lies between {Percent(low)} and {Percent(high)}",
                "choose a strength between them, or leave another one open; all of these liquids reach "
                    + $"{Reach(parts.Select(p => p.Liquid))}"
            );
        var needed = Decided(
            Mixing
                .Free([.. others.Select(o => (o.Item1, o.Fraction))], found.Fraction, Working.Exact(target))
                .Named($"{found.Label}, reckoned"),
            found.Label
        );
        return Poured(solute, [.. parts.Select(p => (p.Liquid, p.Grams ?? needed))], draws);
    }

    private const double Tiny = 1e-9;

    private static Recipe? Unreachable(double target, Liquid strong, Liquid weak) =>
        target > strong.Fraction.Likely - Tiny
            ? Recipe.Refuse(
                "target",
                $"{Percent(target)} is not weaker than {strong.Label} ({Percent(strong.Fraction.Likely)})",
                $"these two reach {Reach([strong, weak])}"
            )
        : target < weak.Fraction.Likely + Tiny
            ? Recipe.Refuse(
                "target",
                $"{Percent(target)} is not stronger than {weak.Label} ({Percent(weak.Fraction.Likely)})",
                $"these two reach {Reach([strong, weak])}"
            )
        : null;

    private static string Reach(IEnumerable<Liquid> liquids)
    {
        var (low, high) = Mixing.Reach(liquids.Select(l => l.Fraction));
        return $"{Percent(low)} to {Percent(high)}";
    }

    private static string Percent(double fraction) => $"{FigureText.Number(fraction * 100, 1)}{FigureText.ThinSpace}%";

    private static Working Decided(Working reckoned, string label) =>
        reckoned.Amount.IsCertain
            ? reckoned.Named(label)
            : Working.Reckoned(
                Amount.Certain(reckoned.Likely),
                Dimension.Mass,
                label,
                [reckoned],
                null,
                "the likely need: one amount is measured out"
            );

    private static Recipe Poured(string solute, IReadOnlyList<(Liquid Liquid, Working Grams)> parts, Draws draws) =>
        new(
            Mixing.Of(
                solute,
                [.. parts.Select(p => new MixPart(p.Liquid.Label, p.Grams, p.Liquid.Fraction, p.Liquid.TemperatureC))],
                draws
            ),
            null
        );
}
