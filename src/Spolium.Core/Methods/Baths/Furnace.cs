namespace Spolium.Core.Methods.Baths;

/// <summary>Metal in the crucible: what bars the way to it, what fumes off, what stays behind. What every melt shares.</summary>
internal static class Furnace
{
    /// <summary>What speaks against melting a charge: gates of the feed, damp, nitrate, salts.</summary>
    public static Refusal[] Objections(Charge charge, Draws draws, params IEnumerable<Refusal?> own) =>
        Methods.Objections.To(
            charge,
            Duty.Melt,
            [
                .. own,
                Methods.Objections.When(charge.Of(Species.Water).Range.High > 0, "it is wet: steam blast", "dry it to constant mass first"),
                Salty(charge, draws),
            ]
        );

    // Nitrate burns with what it touches; other salts boil, spit and leave a bar that is none.
    private static Refusal? Salty(Charge charge, Draws draws)
    {
        var (mass, nitrate, salts) = (charge.Mass().Likely, charge.Grams(Species.Nitrate).Likely, charge.Dissolved().Likely);
        if (mass <= 0)
            return null;
        var (mostNitrate, mostSalts) = (Constants.Get("melt-nitrate-above").Likely, Constants.Get("melt-salts-above").Likely);
        var over = Math.Max(nitrate / (mostNitrate * mass), salts / (mostSalts * mass));
        if (over <= 1)
            return null;
        var what =
            nitrate > mostNitrate * mass
                ? $"nitrate in it ({FigureText.Number(100 * nitrate / mass, 1)} %) burns with what it touches"
                : $"salts are {FigureText.Number(100 * salts / mass, 0)} % of it: they boil and spit, and come off the weight";
        return new(what, $"wash it first: {Washing.Times(over, draws)} times with five times the water that it holds, then dry it");
    }

    /// <summary>Share of a metal that stays in the crucible and goes off as fume; everything that is no metal stays behind.</summary>
    /// <param name="lost">Of metals that do not fume.</param>
    public static Working Leaves(Species s, Working lost, Draws draws) =>
        !Species.IsMetal(s) ? Charge.All
        : s == Zinc
            ? (Working.Exact(1) - (Working.Exact(1) - lost) * (Working.Exact(1) - draws.Prior("zinc-fumes-off"))).Named(
                "zinc that fumes off in the melt"
            )
        : lost;

    /// <summary>What stands at the crucible whatever is melted.</summary>
    public static IEnumerable<Caution> Cautions(Charge charge)
    {
        yield return new(CautionLevel.Stop, "Steam blast: no damp powder, flux or mould near molten metal.");
        if (charge.Element("Zn").Range.High > Constants.Get("melt-zinc-above").Likely * charge.Mass().Likely)
            yield return new(CautionLevel.Stop, "Zinc above 2 %: white fume that brings a fever, only with extraction or outdoors.");
    }

    /// <summary>Metal of the bar that nobody wants in it, and how to take it out before.</summary>
    public static IEnumerable<Caution> Beside(Charge bar)
    {
        var mass = bar.Mass().Likely;
        // The bar is for the noble metal that most is there of: the others are beside it.
        var main = Noble.MaxBy(e => bar.Grams(new(e, Phase.Solid)).Likely);
        foreach (var species in bar.Substances.Where(s => Species.IsMetal(s) && s.Formula != main))
            if (bar.Grams(species) is var grams && grams.Likely > Constants.Get("bar-beside-above").Likely * mass)
                yield return new(
                    CautionLevel.Look,
                    $"The bar will hold {FigureText.ValueOnly(grams)} of {Elements.Of(species.Formula).Name}, "
                        + $"{FigureText.Rough(100 * grams.Likely / mass)} % of it: {OutBefore(species.Formula)}."
                );
    }

    private static string OutBefore(string metal) =>
        InDilute.Contains(metal) ? "warm dilute sulphuric acid takes it out of the powder before"
        : metal == "Ag" ? "part the powder once more, in fresh hot nitric acid, before it is melted"
        : metal is "Pt" or "Pd" or "Rh" or "Ir"
            ? "dissolve the powder and bring the gold down by a reductant that leaves platinum metals in the liquor"
        : "dissolve and bring the metal down again, or sell it as it is";

    /// <summary>Gold, silver and platinum metals of a bar, of its mass.</summary>
    public static Working Fineness(Charge bar) =>
        Working
            .Share(Working.Sum(Noble.Select(e => bar.Grams(new(e, Phase.Solid))), Dimension.Mass), bar.Mass())
            .Named("fineness of the bar");

    private static readonly string[] Noble = ["Au", "Ag", "Pt", "Pd", "Rh", "Ir"];
    private static readonly string[] InDilute = ["Fe", "Zn", "Al", "Mg"];

    private static readonly Species Zinc = new("Zn", Phase.Solid);
}
