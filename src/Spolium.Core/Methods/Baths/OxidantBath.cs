using System.Collections.Concurrent;

namespace Spolium.Core.Methods.Baths;

/// <summary>
/// Gold and base metal in hydrochloric acid with an oxidant that is not nitric acid: bleach, peroxide, chlorine from a salt. What those
/// methods share; each names its oxidant and what becomes of it.
/// </summary>
/// <param name="Gold">Moles of gold dissolved.</param>
/// <param name="Poured">Moles of oxidant poured.</param>
/// <param name="Stoichiometric">Grams of oxidant that the metals take by the equations.</param>
internal sealed record OxidantBath(Working Gold, Working Poured, Working Stoichiometric, Working Acid)
{
    public Working[] Figures => [Molar.Grams(Gold, "Au").Named("gold in solution (inferred, not seen)"), Stoichiometric, Acid];

    private static readonly ConcurrentDictionary<string, Reaction> Known = new();

    /// <summary>Metal + oxidant (+ HCl) → its chloride + what is left of the oxidant.</summary>
    /// <param name="leaves">Empty for chlorine itself.</param>
    public static Reaction Of(MetalInAcid row, string oxidant, string leaves) => Made(row, row.Element, oxidant, leaves);

    /// <summary>The same for the salt that acid alone leaves, in the lower state.</summary>
    public static Reaction Higher(MetalInAcid row, string lowerSalt, string oxidant, string leaves) =>
        Made(row, lowerSalt, oxidant, leaves);

    // Chlorine brings its own chloride, where the salt wants no more of it as acid.
    private static Reaction Made(MetalInAcid row, string from, string oxidant, string leaves)
    {
        var acid = oxidant != "Cl2" || row.IsNoble || row.Element == "Sn" ? " + HCl" : "";
        var left = leaves.Length > 0 ? " + " + leaves : "";
        return Known.GetOrAdd($"{from} + {oxidant}{acid} = {row.AquaRegia.Equation.Right[0].Formula.Text}{left}", Reaction.Of);
    }

    /// <summary>Doses "hcl" and the oxidant by signs, then the metals dissolve as far as both last.</summary>
    /// <param name="leaves">What an oxidant leaves behind, as the equation writes it: "NaCl + H2O".</param>
    /// <param name="factor">Oxidant poured over what the metals take.</param>
    /// <param name="undissolved">Share of the gold that stays.</param>
    public static OxidantBath Run(
        StepWork work,
        Shop shop,
        string oxidant,
        string leaves,
        Working factor,
        Working undissolved,
        string how,
        string[] signs
    )
    {
        var draws = work.Draws;
        var metals = HydrogenAlone.Of(ChlorideBath.Metals(work.Vessel, undissolved, draws), draws);
        Working Need(string reagent) => Working.Sum(metals.SelectMany(m => m.Needs(reagent, oxidant, leaves)), Dimension.Substance);

        var stoichiometric = Molar.Grams(Need(oxidant), oxidant).Named("oxidant by the equation");
        var bottle = shop.Of(oxidant);
        var acid = shop.Of("HCl");
        var wanted = Constants.Get("free-chloride");
        // n = need + c (V of what is there and of the oxidant + n v)  →  n = (need + c V)/(1 − c v)
        var oxidantMl = bottle.Volume(factor * stoichiometric / bottle.StrengthIn(draws)) ?? Working.Zero(Dimension.Volume);
        var mlPerMole = acid.MillilitresToAMole(draws);
        var acidNeed = Need("HCl").Named("hydrochloric acid by the equation");
        var wets = Working.Greatest(work.Vessel.LiquorVolume(draws) + oxidantMl, CoverVolume.Of(work.Vessel, work.Options, draws));
        // The surplus of the oxidant takes acid too, as chlorine leaves.
        var all = ((factor * acidNeed + wanted * wets) / (Working.Exact(1) - wanted * mlPerMole)).Named(
            "hydrochloric acid, with free chloride at the end"
        );
        work.Decided("hcl", "HCl", Molar.Grams(all, "HCl"), "all of it, before the oxidant", Molar.Grams(acidNeed, "HCl"));
        var poured = work.BySign("oxidant", oxidant, (factor * stoichiometric).Named("oxidant, with what is lost"), how, signs);

        var share = Working.Least(Working.Exact(1), Working.Share(poured, Need(oxidant)));
        HydrogenAlone.Take(work, metals);
        foreach (var m in metals)
            m.Oxidise(work, oxidant, leaves, share);
        var gold = metals.Any(m => m.Row.Element == "Au") ? work.Vessel.Of(Species.GoldChloride) : Working.Zero(Dimension.Substance);
        return new(gold, poured, stoichiometric, Molar.Grams(acidNeed, "HCl").Named("hydrochloric acid by the equation"));
    }
}
