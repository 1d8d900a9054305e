namespace Spolium.Core.Materials;

/// <summary>What takes electrons from one another runs to completion, in the order of its table, before equilibrium is asked.</summary>
public sealed record RedoxFirst(string Id, Reaction Reaction, string Words)
{
    public static readonly IReadOnlyList<RedoxFirst> All = ReferenceTable.Read(
        "redox-first.csv",
        r => new RedoxFirst(r.Text("id"), Reaction.Of(r.Text("equation")), r.Said("words")),
        "id"
    );

    // Of what is there, below which a reaction is dust of the reckoning.
    private const double Dust = 1e-12;

    /// <summary>Runs all of them on the moles of one world, and tells which did run.</summary>
    public static IReadOnlyList<RedoxFirst> Run(Dictionary<Species, double> moles)
    {
        var ran = new List<RedoxFirst>();
        foreach (var redox in All)
        {
            var extent = double.PositiveInfinity;
            foreach (var (species, n) in redox.Reaction.Net)
                // Water is never short where there is a liquor.
                if (n < 0 && species != Species.Water)
                    extent = Math.Min(extent, moles.GetValueOrDefault(InTheLiquor(species)) / -n);
            if (extent <= Dust || !double.IsFinite(extent))
                continue;
            foreach (var (species, n) in redox.Reaction.Net)
                moles[InTheLiquor(species, n)] = Math.Max(0, moles.GetValueOrDefault(InTheLiquor(species, n)) + n * extent);
            ran.Add(redox);
        }
        return ran;
    }

    // An equation writes a gas that it takes as the gas; what reacts is what is dissolved of it.
    private static Species InTheLiquor(Species species, double n = -1) =>
        n < 0 && species.Phase == Phase.Gas ? species with { Phase = Phase.Aqueous } : species;
}
