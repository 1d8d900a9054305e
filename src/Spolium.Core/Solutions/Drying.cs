namespace Spolium.Core.Solutions;

/// <summary>What a dried salt holds, from the hydrates it may be; and what a yield above all that was possible must mean.</summary>
public static class Drying
{
    /// <summary>Every solid of a salt between the driest and the wettest that the tables know: formula and share that is anhydrous
    /// salt.</summary>
    public static IReadOnlyList<(string Solid, double SaltShare)> Forms(string salt) =>
        [
            .. Solubility
                .Transitions.Where(t => t.Salt == salt)
                .SelectMany(t => new[] { t.From, t.To })
                .Concat(Solubility.BySalt.TryGetValue(salt, out var s) ? s.Solids : [])
                .Append(salt)
                .Distinct()
                .Select(f => (f, 1 - Solubility.WaterShare(f, salt)))
                .OrderByDescending(f => f.Item2),
        ];

    /// <summary>Grams of anhydrous salt in a mass that was not dried to constant mass: any form may be it.</summary>
    public static Working SaltIn(string salt, Working grams, Draws draws)
    {
        var forms = Forms(salt);
        var (least, most) = (forms.Min(f => f.SaltShare), forms.Max(f => f.SaltShare));
        return (
            grams
            * Working.Given(
                draws.Spread("water in " + salt, new(least, (least + most) / 2, most), Spread.Fraction),
                Dimension.None,
                $"share that is {salt}, any hydrate between {forms[0].Solid} and {forms[^1].Solid}",
                "hydrates.csv; molar masses"
            )
        ).Named($"{salt} in it");
    }

    /// <summary>Water lost on drying, g.</summary>
    public static Working Lost(Working wet, Working dry) => (wet - dry).Named("lost on drying");

    /// <summary>Least share of what was found that is something else: 1 − possible ÷ found; nothing where it could all be
    /// product.</summary>
    public static Working SomethingElse(Working possible, Working found) =>
        Working.AtLeastZero(Working.Exact(1) - possible / found).Named("share that is something else, at least");

    /// <summary>Grams found above what was possible; nothing where there are none.</summary>
    public static Working Surplus(Working possible, Working found) => Working.AtLeastZero(found - possible).Named("more than was possible");
}
