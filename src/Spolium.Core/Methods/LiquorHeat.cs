using Spolium.Core.Solutions;

namespace Spolium.Core.Methods;

/// <summary>
/// Heat that a liquor holds back: what its free acids, caustic and ammonia would still free if they were thinned without end. Enthalpies of
/// formation of ions stand at that end; the heat of pouring is what the bottle holds back less what the vessel then holds back more.
/// </summary>
public static class LiquorHeat
{
    private static readonly Species Sulphate = new("SO4 2-", Phase.Aqueous);
    private static readonly Species Hydroxide = new("OH-", Phase.Aqueous);
    private static readonly Species Ammonia = new("NH3", Phase.Aqueous);

    // Protons stand beside the strongest acid first.
    private static readonly (string Solute, Species Ion, double Protons)[] Acids =
    [
        ("H2SO4", Sulphate, 2),
        ("HNO3", Species.Nitrate, 1),
        ("HCl", Species.Chloride, 1),
    ];

    /// <summary>Moles of what has a table of its own: free acids, caustic, ammonia.</summary>
    public static IEnumerable<(string Solute, Amount Moles)> Free(Charge charge)
    {
        var protons = charge.Of(Species.Proton).Amount;
        foreach (var (solute, ion, n) in Acids)
        {
            if (Working.IsNothing(charge.Of(ion)) || protons is { IsCertain: true, Likely: <= 0 })
                continue;
            var moles = Amount.Least(charge.Of(ion).Amount, protons * Amount.Certain(1 / n));
            yield return (solute, moles);
            protons -= moles * Amount.Certain(n);
        }
        foreach (var (solute, species) in new[] { ("NaOH", Hydroxide), ("NH3", Ammonia) })
            if (!Working.IsNothing(charge.Of(species)))
                yield return (solute, charge.Of(species).Amount);
    }

    /// <summary>kJ that a vessel holds back.</summary>
    public static Working In(Charge charge, Draws draws)
    {
        var water = charge.Of(Species.Water).Amount;
        var parts = Free(charge).ToList();
        return parts.Count == 0
            ? Working.Zero(Dimension.Energy)
            : Working.Reckoned(
                parts.Aggregate(Amount.Zero, (sum, p) => sum + HeldBack(p.Solute, p.Moles, water)),
                Dimension.Energy,
                "heat that the liquor holds back, undiluted as it is",
                [charge.Of(Species.Water).Named("water in the vessel")],
                null,
                "enthalpy-of-dilution.csv, each solute by itself in all the water"
            ) * draws.Prior("dilution-heat");
    }

    private static Amount HeldBack(string solute, Amount moles, Amount water)
    {
        var heat = HeatOfDilution.Of(solute)!;
        return Amount.Each(
            w => moles[w] <= 0 ? 0 : moles[w] * (heat.Infinite - heat.KilojoulesPerMole(Math.Max(0, water[w]) / moles[w])),
            moles,
            water
        );
    }

    /// <summary>kJ that so many grams from a bottle hold back; of a solid what dissolving frees or takes. Null where nothing is known of
    /// it and nothing dissolves.</summary>
    public static Working? In(Bottle bottle, Working grams, Draws draws) =>
        bottle.Formula == "H2O" ? null
        : HeatOfDilution.Of(bottle.Formula) is not null ? In(bottle.PourInto(Charge.Empty, grams, draws), draws)
        : Reaction.HeatOfSolution(bottle.Formula) is { } kj
            ? (bottle.MolesIn(grams, draws) * Working.Exact(kj, null, Dimension.MolarEnergy)).Named(
                $"heat of dissolving {bottle.Name}",
                "formation-enthalpies.csv"
            )
        : null;

    /// <summary>kJ/g K of the liquid of a charge: of one solute by its own table, of several the mean of theirs by mass.</summary>
    public static Working Capacity(Charge charge, Draws draws)
    {
        var liquid = charge.Grams(Species.Water) + charge.Dissolved();
        var dissolved = charge.Dissolved();
        var share = Working.Share(dissolved, liquid).Named("share that is dissolved");
        var free = Free(charge).Select(f => (f.Solute, Grams: f.Moles.Likely * Molar.Mass(f.Solute).Likely)).ToList();
        var percent = 100 * share.Likely;
        var known = free.Where(f => f.Grams > 0)
            .Select(f => (f.Grams, Capacity: HeatCapacity.Of(f.Solute, percent, 25, draws)))
            .Where(f => f.Capacity is not null)
            .ToList();
        var all = dissolved.Likely;
        var rest = all - known.Sum(k => k.Grams);
        var salts = Constants.Get("water-heat") - Constants.Get("liquor-heat-drop") * share;
        if (all <= 0 || known.Count == 0)
            return salts.Named("heat capacity of the liquor");
        if (rest < 1e-3 * all && known.Count == 1)
            return known[0].Capacity!;
        return Working
            .Sum(
                known.Select(k => k.Capacity! * Working.Exact(k.Grams / all)).Append(salts * Working.Exact(Math.Max(0, rest) / all)),
                salts.Dimension
            )
            .Named("heat capacity of the liquor, of its parts by mass");
    }
}
