namespace Spolium.Core.Methods.Baths;

/// <summary>Ammonia takes silver chloride out of a powder (AgCl + 2 NH3), and that wash is acidified within the hour: NH3 + HCl → NH4Cl,
/// and the chloride falls again, outside of the powder.</summary>
internal static class AmmoniaWash
{
    private static readonly Reaction Acidified = Reaction.Of("NH3 + HCl = NH4Cl");
    private static readonly Reaction OxideSoured = Reaction.Of("Ag2O + HCl = AgCl + H2O");
    private static readonly Species Chloride = new("AgCl", Phase.Solid);
    private static readonly Species Oxide = new("Ag2O", Phase.Solid);

    public static readonly EndSign Sour = new(
        "acidified",
        "the ammonia wash is sour to the strip, white silver chloride has fallen",
        "a strip that was not rinsed"
    );

    public static readonly Caution Explodes = new(
        CautionLevel.Stop,
        "Ammonia with silver explodes when it stands or dries: acidify within the hour. Never with gold in solution."
    );

    private static readonly Interlock Rinsed = Interlock.Confirmed(
        "ammonia",
        "rinsed-free",
        "The powder is rinsed free of nitric acid, chlorine and gold: the last water is neutral, and stannous shows no violet."
    );

    private static readonly Deadline WithinTheHour = new(
        "acidify",
        "Acidify the ammonia wash",
        "ammonia",
        "acidify",
        Constants.Get("ammonia-hours").Likely
    );

    /// <summary>The plan with what the ammonia asks for.</summary>
    public static StepPlan Guarded(StepPlan plan) =>
        plan with
        {
            Means = ["ammoniacal silver"],
            Deadlines = [WithinTheHour],
            Interlocks = [Rinsed],
        };

    public static IEnumerable<Refusal?> Objections(Charge charge)
    {
        yield return Methods.Objections.When(
            charge.Grams(Species.GoldChloride).Range.High > 0.01,
            "gold in solution with ammonia makes fulminating gold",
            "wash it free of gold liquor with water first"
        );
        yield return Methods.Objections.When(
            charge.Of(Chloride).Likely + charge.Of(Oxide).Likely <= 0,
            "there is no silver chloride for the ammonia to take, and no oxide",
            "use the school without ammonia"
        );
        yield return Methods.Objections.When(
            charge.AllSolids().Likely < 2 * (charge.Grams(Chloride).Likely + charge.Grams(Oxide).Likely),
            "it is mostly silver chloride or oxide: ammonia would flood the beaker",
            "reduce it with caustic and sugar, zinc or iron"
        );
    }

    /// <summary>Doses "ammonia" and "acidify", in a vessel of their own: three times what dissolves it, then acid for all of it. Two of
    /// ammonia take a silver chloride, four a silver oxide.</summary>
    /// <param name="chloride">Silver chloride that the powder came with, mol.</param>
    public static (Charge Taken, Charge Powder) Take(StepWork work, Shop shop, Charge powder, Working chloride)
    {
        var oxide = powder.Of(Oxide);
        (var taken, powder) = powder.Split(s => s == Chloride || s == Oxide ? work.Prior("ammonia-takes") : null);
        work.Keep(taken);
        work.Apart = true;
        var need = Molar.Grams(
            Working.IsNothing(oxide) ? chloride * Working.Exact(2) : chloride * Working.Exact(2) + oxide * Working.Exact(4),
            "NH3"
        );
        work.Decided(
            "ammonia",
            "NH3",
            need * work.Prior("ammonia-factor"),
            "cold, over the washed powder, swirled, poured off at once",
            need
        );
        var forOxide = OxideSoured.Need(work.Vessel.Of(Oxide), "Ag2O", "HCl");
        var ammonia = work.Vessel.Of(new("NH3", Phase.Aqueous));
        var acidNeed = Working.IsNothing(oxide) ? ammonia : ammonia + forOxide;
        work.Decided(
            "acidify",
            "HCl",
            Molar.Grams(acidNeed, "HCl") * Constants.Get("acidify-spare"),
            "into the ammonia wash at once, until it is sour: within the hour",
            Molar.Grams(acidNeed, "HCl"),
            $"{shop.Of("HCl").Label}, to acidify the ammonia wash"
        );
        work.React(Acidified, ammonia, "NH3");
        work.React(OxideSoured, work.Vessel.Of(Oxide), "Ag2O");
        return (work.Vessel, powder);
    }
}
