namespace Spolium.Core.Methods;

/// <summary>Heat that reactions free, and how far it would warm the liquor if none were lost.</summary>
public static class Heat
{
    /// <summary>kJ freed by an extent; null when a formation enthalpy is missing: not known, never taken as nothing.</summary>
    public static Working? Of(Reaction reaction, Working extent, string label) =>
        reaction.HeatPerExtent is { } q
            ? (extent * Working.Exact(q, null, Dimension.MolarEnergy)).Named(label, "formation-enthalpies.csv")
            : null;

    /// <summary>Sum of the heats, or null when one of them is not known.</summary>
    public static Working? Sum(IEnumerable<Working?> heats, string label)
    {
        var all = heats.ToList();
        return all.Any(h => h is null) ? null : Working.Sum(all.Select(h => h!), Dimension.Energy).Named(label);
    }

    /// <summary>K of warming with no heat lost: q/(m c) of the liquid, and of what lies in it.</summary>
    public static Working Warming(Working heat, Charge liquor, Draws draws)
    {
        var liquid = (liquor.Grams(Species.Water) + liquor.Dissolved()).Named("liquid in the vessel");
        var takes = liquid * LiquorHeat.Capacity(liquor, draws);
        var solids = liquor.AllSolids();
        if (solids.Likely > 0)
            takes += solids.Named("solids in the vessel") * Constants.Get("solids-heat");
        return (heat / takes).Named("warming if no heat were lost");
    }
}
