using Spolium.Core.Equilibrium;

namespace Spolium.Core.Methods.Baths;

/// <summary>What washes take along of silver chloride, by the chloride in all of them: strong acid much, water next to nothing.</summary>
internal static class ChlorideAlong
{
    private static readonly Species Chloride = new("AgCl", Phase.Solid);

    /// <summary>Share of it, and whether a table or the engine says so; empty where there is none.</summary>
    public static (Working Share, string By) Of(Charge vessel, Draws draws)
    {
        var volume = vessel.LiquorVolume(draws);
        if (Working.IsNothing(vessel.Of(Chloride)) || volume.Likely <= 0)
            return (Working.Exact(0), "");
        var free = Working.Greatest(vessel.Of(Species.Chloride) / volume, ChlorideSalts.BestSurplus);
        var held = Working.Share(ChlorideSalts.SilverLeft(free, draws) * volume, vessel.Of(Chloride));
        return (Working.Least(Working.Exact(1), held), ChlorideSalts.Rests(free));
    }
}
