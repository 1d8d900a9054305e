namespace Spolium.Core.Methods;

/// <summary>What falls by itself as soon as two things meet in one vessel, whatever the method means to do.</summary>
/// <param name="Dissolved">What falls.</param>
/// <param name="With">What it falls with.</param>
/// <param name="Of">A substance of the equation that stands for one of what falls.</param>
internal sealed record Fall(Reaction Reaction, Species Dissolved, Species With, string Of);

/// <summary>The hook that every pour goes through.</summary>
internal static class Settling
{
    private static readonly Fall[] Falls =
    [
        new(SilverChlorideReactions.FallsAsIons, new("Ag+", Phase.Aqueous), Species.Chloride, "Ag+"),
        new(Reaction.Of("Pb2+ + SO4 2- = PbSO4"), new("Pb2+", Phase.Aqueous), new("SO4 2-", Phase.Aqueous), "Pb2+"),
    ];

    /// <summary>A vessel into which a substance was poured just now, with what fell.</summary>
    public static Charge Settle(string poured, Charge vessel) =>
        After(poured, vessel, null)
            .ToList()
            .Aggregate(vessel, (c, x) => c.React(x.Fall.Reaction, x.Fall.Reaction.Extent(x.Moles, x.Fall.Of)).After);

    /// <summary>What falls in a vessel into which a substance was poured just now, and how much of it, in mol.</summary>
    /// <param name="poured">Formula of what was poured: it must bring what the other falls with.</param>
    /// <param name="held">What a method brings down itself, and says how much of it stays.</param>
    public static IEnumerable<(Fall Fall, Working Moles)> After(string poured, Charge vessel, Species? held) =>
        After(Species.InVessel(poured).Contains, vessel, held);

    /// <summary>The same after a reaction, which gave some of it.</summary>
    public static IEnumerable<(Fall Fall, Working Moles)> After(Reaction reaction, Charge vessel, Species? held) =>
        After(s => reaction.Net.GetValueOrDefault(s) > 0, vessel, held);

    /// <summary>The same of all that stands in it dissolved.</summary>
    public static IEnumerable<(Fall Fall, Working Moles)> AtRest(Charge vessel, Species? held) => After(_ => true, vessel, held);

    private static IEnumerable<(Fall Fall, Working Moles)> After(Func<Species, bool> came, Charge vessel, Species? held) =>
        from fall in Falls
        where fall.Dissolved != held && !Working.IsNothing(vessel.Of(fall.Dissolved)) && (came(fall.With) || came(fall.Dissolved))
        select (fall, Working.Least(vessel.Of(fall.Dissolved), vessel.Of(fall.With)));
}
