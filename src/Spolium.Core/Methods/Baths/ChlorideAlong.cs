using Spolium.Core.Equilibrium;

namespace Spolium.Core.Methods.Baths;

/// <summary>What washes take along of silver chloride, by the chloride in all of them: strong acid much, water next to nothing.</summary>
/// <param name="Share">Of what is there.</param>
/// <param name="By">Whether a table or the engine says so; empty where there is none.</param>
internal sealed record ChlorideAlong(Working Share, string By)
{
    private static readonly Species Chloride = new("AgCl", Phase.Solid);

    public static ChlorideAlong Of(Charge vessel, Draws draws)
    {
        var volume = vessel.LiquorVolume(draws);
        if (Working.IsNothing(vessel.Of(Chloride)) || volume.Likely <= 0)
            return new(Working.Exact(0), "");
        var free = Working.Greatest(vessel.Of(Species.Chloride) / volume, ChlorideSalts.BestSurplus);
        var held = Working.Share(ChlorideSalts.SilverLeft(free, draws) * volume, vessel.Of(Chloride));
        return new(Working.Least(Working.Exact(1), held), ChlorideSalts.Rests(free));
    }

    public IEnumerable<Working> Figures(Charge washes) =>
        By.Length > 0 ? [washes.Grams(Chloride).Named($"silver chloride that goes along with the washes ({By})")] : [];
}
