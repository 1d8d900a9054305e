using System.Text.Json;
using Spolium.Core.Chemistry;
using Spolium.Core.Quantities;
using Spolium.Core.Solutions;

namespace Spolium.Cases;

/// <summary>Silver, cells and solutions.</summary>
public static partial class Answers
{
    private static IReadOnlyDictionary<string, IReadOnlyList<double>> SilverAsChloride(JsonElement g, JsonElement _)
    {
        var silver = Moles(Double(g, "silver_g"), "Ag");
        var chloride = SilverChlorideReactions.Chloride(
            silver,
            Working.Exact(Double(g, "excess_chloride_mol_per_L") / 1000, null, Dimension.Substance / Dimension.Volume),
            Working.Exact(Double(g, "end_volume_L") * 1000, null, Dimension.Volume)
        );
        return Many(
            ("chloride_mol", chloride),
            ("nacl_g", Molar.Grams(chloride, "NaCl")),
            ("hcl_g", Molar.Grams(chloride, "HCl")),
            ("agcl_g", Molar.Grams(SilverChlorideReactions.Falls.Need(silver, "AgNO3", "AgCl"), "AgCl"))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> SilverReduced(JsonElement g, JsonElement _)
    {
        var silver = Moles(Double(g, "silver_g"), "Ag");
        Working Of(Reaction reaction, string per, string reagent, Working moles) =>
            Molar.Grams(reaction.Need(moles, per, reagent), reagent);
        var oxide = SilverChlorideReactions.ToOxide.Need(silver, "AgCl", "Ag2O");
        return Many(
            ("naoh_oxide_g", Of(SilverChlorideReactions.ToOxide, "AgCl", "NaOH", silver)),
            ("naoh_sugar_g", Of(SilverChlorideReactions.BySugar, "Ag2O", "NaOH", oxide)),
            ("glucose_g", Of(SilverChlorideReactions.BySugar, "Ag2O", "C6H12O6", oxide)),
            ("zinc_g", Of(SilverChlorideReactions.ByZinc, "AgCl", "Zn", silver)),
            ("iron_g", Of(SilverChlorideReactions.ByIron, "AgCl", "Fe", silver))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Cement(JsonElement g, JsonElement _) =>
        One(
            "copper_consumed_g",
            CementReactions
                .Consumed(
                    g.GetProperty("dissolved_g").EnumerateObject().Select(m => (m.Name, Moles(m.Value.GetDouble(), m.Name))),
                    Moles(Double(g, "free_hno3_g"), "HNO3"),
                    Number(Double(g, "alpha")),
                    Moles(Double(g, "copper_ii_chloride_medium_g"), "Cu"),
                    Number(Double(g, "alpha_chloride"))
                )
                .Likely
        );

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Neutral(JsonElement g, JsonElement expect)
    {
        IEnumerable<(string Name, double Grams)> Of(string list) =>
            g.TryGetProperty(list, out var all) ? all.EnumerateObject().Select(p => (p.Name, p.Value.GetDouble())) : [];
        var metals = Of("metals_g")
            .Select(m => (Metal: NeutralProduct.Of(m.Name) ?? throw new FormatException($"no product of {m.Name}"), m.Grams))
            .Select(m => (m.Metal, Moles: Moles(m.Grams, m.Metal.Element)))
            .ToList();
        var acids = Of("acid_g").Select(a => (a.Name, Moles(a.Grams, a.Name)));
        var needed = Neutralising.Equivalents(acids, metals);
        var taken = needed * (1 + Double(g, "surplus"));
        NeutralBase Base(string formula) => NeutralBase.Find(formula)!;
        return Many(
            ("equivalents", taken),
            ("nahco3_g", Base("NaHCO3").Grams(taken)),
            ("na2co3_g", Base("Na2CO3").Grams(taken)),
            ("naoh_g", Base("NaOH").Grams(taken)),
            ("calcium_hydroxide_g", Base("Ca(OH)2").Grams(taken)),
            ("co2_bicarbonate_L_reacted", Litres(Neutralising.CarbonDioxide(needed, Base("NaHCO3"), metals))),
            ("co2_bicarbonate_L_plan", Litres(Neutralising.MostCarbonDioxide(taken, Base("NaHCO3")))),
            ("co2_soda_L_reacted", Litres(Neutralising.CarbonDioxide(needed, Base("Na2CO3"), metals))),
            ("co2_soda_L_plan", Litres(Neutralising.MostCarbonDioxide(taken, Base("Na2CO3")))),
            (
                "dry_sludge_g",
                Working.Sum(metals.Select(m => Molar.Grams(m.Moles, m.Metal.Element) * m.Metal.Dry(carbonate: true)), Dimension.Mass)
            )
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> ContentFromAcid(JsonElement g, JsonElement _)
    {
        Working From(string left) =>
            AcidUse.MetalFrom(Grams(Double(g, "hno3_poured_g") - Double(g, left)), Text(g, "metal"), Number(Double(g, "no2_share")));
        return Many(("metal_low_g", From("left_high_g")), ("metal_high_g", From("left_low_g")));
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Current(JsonElement g, JsonElement _)
    {
        var product = Text(g, "product");
        var moles = Faraday.Moles(
            Number(Double(g, "mean_A") * Double(g, "hours")),
            Number(Double(g, "efficiency")),
            Faraday.Electrons(product)
        );
        return One("product_g", Molar.Grams(moles, product.Split('(')[0]).Likely);
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Dilute(JsonElement g, JsonElement _)
    {
        var acid = Grams(Double(g, "mass_g"));
        var water = Mixing.Diluent(acid, Percent(g, "percent"), Percent(g, "target_percent"), Number(0));
        return Many(("water_g", water), ("end_mass_g", acid + water));
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Blend(JsonElement g, JsonElement _)
    {
        var end = Grams(Double(g, "end_mass_g"));
        var strong = Mixing.OfStronger(end, Percent(g, "strong_percent"), Percent(g, "weak_percent"), Percent(g, "target_percent"));
        return Many(("strong_g", strong), ("weak_g", end - strong));
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Crystallise(JsonElement g, JsonElement _)
    {
        var (anhydrous, share) = (Grams(Double(g, "anhydrous_g")), Crystallising.SaltShare(Text(g, "solid"), Text(g, "anhydrous")));
        var crystals = Crystallising.Crystals(
            anhydrous,
            Grams(Double(g, "water_total_g")),
            Number(Double(g, "solubility_g_per_g_water_cold")),
            share
        );
        return Many(("crystals_g", crystals), ("yield", Crystallising.Yield(crystals, share, anhydrous)));
    }
}
