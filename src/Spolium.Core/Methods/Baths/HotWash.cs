namespace Spolium.Core.Methods.Baths;

/// <summary>What a hot wash takes out of a powder: lead sulphate, bismuth oxychloride by hydrochloric acid, lead chloride by acid or
/// water.</summary>
internal static class HotWash
{
    private static readonly Species Sulphate = new("PbSO4", Phase.Solid);
    private static readonly Species LeadChloride = new("PbCl2", Phase.Solid);
    private static readonly Species Lead = new("Pb2+", Phase.Aqueous);
    private static readonly Species Oxychloride = new("BiOCl", Phase.Solid);
    private static readonly Reaction ToBismuthChloride = Reaction.Of("BiOCl + HCl = BiCl3 + H2O");

    private static readonly Species SilverChloride = new("AgCl", Phase.Solid);

    // Washes go on hot, and cool as they are stirred.
    private const double WashC = 80;

    /// <summary>mL of hot acid that the lead of a powder wants.</summary>
    public static double AcidFor(Charge charge, Draws draws) =>
        charge.Of(Sulphate).Range.High is > 0 and var moles ? moles / draws.Prior("lead-sulphate-in-hot-acid").Likely : 0;

    /// <param name="acid">mL of hot hydrochloric acid.</param>
    /// <param name="water">mL of hot water.</param>
    public static void Take(StepWork work, Working acid, Working water)
    {
        var there = work.Vessel;
        if (new[] { Sulphate, LeadChloride, Oxychloride }.All(s => Working.IsNothing(there.Of(s))))
            return;
        if (!Working.IsNothing(acid))
        {
            TakeUp(work, Sulphate, work.Prior("lead-sulphate-in-hot-acid") * acid);
            work.React(ToBismuthChloride, Working.Least(there.Of(Oxychloride), work.Vessel.Of(Species.Proton)), "BiOCl");
        }
        TakeUp(work, LeadChloride, Standing.LeadInWater(WashC) * (acid + water));
    }

    // As ions: hot and in that much acid it does not fall again before it is poured off.
    private static void TakeUp(StepWork work, Species solid, Working held)
    {
        var there = work.Vessel.Of(solid);
        if (Working.IsNothing(there))
            return;
        var share = Working.Least(Working.Exact(1), Working.Share(held, there));
        var (taken, rest) = work.Vessel.Split(s => s == solid ? share : null);
        IEnumerable<Species> ions = solid == Sulphate ? [Lead, new("SO4 2-", Phase.Aqueous)] : [Lead, Species.Chloride, Species.Chloride];
        work.Keep(ions.Aggregate(rest, (c, ion) => c.With(ion, taken.Of(solid))));
    }

    /// <summary>Prior of the liquid that the solid holds.</summary>
    public static string Heel(Charge charge) =>
        charge.Of(SilverChloride).Likely > charge.Of(Species.Gold).Likely + charge.Of(ChlorideToSilver.Silver).Likely ? "heel-chloride"
        : charge.Grams(ChlorideToSilver.Silver).Likely > charge.Grams(Species.Gold).Likely ? "heel-sponge"
        : "heel-powder";
}
