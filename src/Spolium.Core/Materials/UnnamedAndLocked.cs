namespace Spolium.Core.Materials;

/// <summary>Metal that nobody has named, and metal that no liquid reaches.</summary>
public static class UnnamedAndLocked
{
    /// <summary>Marks a charge of which a good part is metal that nobody has named.</summary>
    public const string UnknownMetal = "unknown-metal";

    // Of what is named.
    private const double Much = 0.05;

    private static readonly Working CopperFromNone = Reference.Constants.Get("unknown-metal-none");
    private static readonly double CopperFrom = CopperFromNone.Likely;
    private static readonly double CopperTo = 1 - Reference.Constants.Get("unknown-metal-aluminium").Likely;

    /// <summary>Metal of unknown kind is metal: in some worlds none that acid takes, most likely copper, at the worst aluminium, which
    /// takes most acid and gives most hydrogen.</summary>
    public static Charge WithUnknownMetal(this Charge charge, Working grams, Draws draws)
    {
        if (grams.Range.High <= 0 && grams.Likely <= 0)
            return charge.WithUnknown(grams);
        var kind = Working.Given(
            draws.Uniform("unknown metal", 0, 1),
            Dimension.None,
            "kind of the unknown metal",
            CopperFromNone.Source!,
            true
        );
        Working Part(string label, Func<double, bool> holds) =>
            (
                grams * Working.Reckoned(Amount.Each(w => holds(kind.Amount[w]) ? 1 : 0), Dimension.None, $"counted as {label}", [kind])
            ).Named($"metal of unknown kind, counted as {label}");
        Charge Metal(Charge c, string element, Working part) => c.With(new(element, Phase.Solid), Molar.Moles(part, element));
        return Metal(Metal(charge, "Cu", Part("copper", k => k >= CopperFrom && k <= CopperTo)), "Al", Part("aluminium", k => k > CopperTo))
            .WithUnknown(Part("none that acid takes", k => k < CopperFrom))
            .Marked(grams.Likely > Much * charge.Mass().Likely ? [UnknownMetal] : []);
    }

    /// <summary>The metals of a charge with the share locked that lies inside moulded parts.</summary>
    /// <param name="open">Share that lies open; null for all of it.</param>
    public static Charge LockedUp(this Charge charge, ContentPart? open, Draws draws)
    {
        if (open is null)
            return charge;
        var locked = (
            Working.Exact(1)
            - Working.Given(
                draws.Spread("content open", open.Triple, Spread.Fraction),
                Dimension.None,
                "share that lies open",
                $"typed with the lot: {open.Low.Text} – {open.Likely.Text} – {open.High.Text}"
            )
        ).Named("share inside moulded parts");
        return charge
            .Substances.Where(Species.IsMetal)
            .ToList()
            .Aggregate(charge, (c, s) =>
            {
                var (inside, rest) = c.Split(x => x == s ? locked : null);
                return rest.With(s with { Locked = true }, inside.Of(s).Named($"{Elements.Of(s.Formula).Name} inside moulded parts"));
            });
    }
}
