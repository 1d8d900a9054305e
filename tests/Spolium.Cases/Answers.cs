using System.Text.Json;
using Spolium.Core.Chemistry;
using Spolium.Core.Kinetics;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Solutions;

namespace Spolium.Cases;

using Answer = Func<JsonElement, JsonElement, IReadOnlyDictionary<string, IReadOnlyList<double>>>;

/// <summary>One entry a family: from what is given to what the product's own calculation says. No formula stands here.</summary>
public static partial class Answers
{
    public static readonly IReadOnlyDictionary<string, Answer> ByFamily = new Dictionary<string, Answer>
    {
        ["molar-mass"] = (g, _) => One("g_per_mol", Formula.Parse(Text(g, "formula")).MolarMass),
        ["balance"] = (g, _) =>
            new Dictionary<string, IReadOnlyList<double>>
            {
                ["coefficients"] = [.. Equation.Parse(Text(g, "unbalanced")).Balance().Terms.Select(t => t.Coefficient.ToDouble())],
            },
        ["parse"] = Parse,
        ["nitric-stoichiometry"] = (g, _) => Taken(AcidUse.InNitric(Metals(g, false), Number(Double(g, "no2_share")))),
        ["aqua-regia-stoichiometry"] = (g, _) => Taken(AcidUse.InAquaRegia(Metals(g, true))),
        ["gold-nitrite"] = (g, _) => One("nano2_g", GoldPrecipitant.Of("NaNO2").ForGold(Grams(Double(g, "gold_g"))).Likely),
        ["residual-nitric"] = Residual,
        ["residual-ladder"] = Ladder,
        ["gold-precipitant"] = Precipitant,
        ["wash"] = (g, _) =>
            One(
                "left_share",
                Washing.LeftShare(
                    Millilitres(g, "held_mL"),
                    Millilitres(g, "wash_mL"),
                    Number(Double(g, "mixing")),
                    (int)Double(g, "times")
                )
            ),
        ["sheet-time"] = (g, _) => One("minutes", Sheet(g)),
        ["sheet-time-lean"] = (g, _) => One("minutes", SheetTime.MinutesLean(Sheet(g), Double(g, "acid_over_needed"))),
        ["dilute-by-mass"] = Dilute,
        ["blend-two"] = Blend,
        ["crystallise"] = Crystallise,
        ["bleach-age"] = (g, _) =>
            One(
                "percent_left",
                Ageing.BleachPercent(Number(Double(g, "percent")), Number(Double(g, "k_per_percent_day")), Number(Double(g, "days")))
            ),
        ["above-possible"] = (g, _) =>
            Many(
                ("not_product_share_at_least", Drying.SomethingElse(Grams(Double(g, "possible_g")), Grams(Double(g, "found_g")))),
                ("surplus_g", Drying.Surplus(Grams(Double(g, "possible_g")), Grams(Double(g, "found_g"))))
            ),
        ["density-check-points"] = (g, _) =>
            One(
                "density",
                DensityTable.BySolute[Text(g, "solute")].Density(Double(g, "mass_percent"), Double(g, "temperature_C"))
                    ?? throw new FormatException("outside of the table")
            ),
        ["inquart"] = Inquart,
        ["oxalic-caustic"] = OxalicCaustic,
        ["oxalic-copper"] = OxalicBound,
        ["product-possible"] = ProductPossible,
        ["silver-chloride"] = SilverAsChloride,
        ["silver-reduce"] = SilverReduced,
        ["copper-cement"] = Cement,
        ["mercury-copper"] = (g, _) =>
            One(
                "copper_g",
                Molar
                    .Grams(
                        CementReactions
                            .Exchange("Hg")
                            .Need(Molar.Moles(Grams(Double(g, "mercury_g")), "Hg"), CementReactions.SaltOf("Hg"), "Cu"),
                        "Cu"
                    )
                    .Likely
            ),
        ["neutralise"] = Neutral,
        ["sulphuric-cell"] = (g, _) =>
        {
            var copper = SulphuricCell.Copper(Number(Double(g, "mean_A") * Double(g, "hours")), Number(Double(g, "efficiency")));
            return Many(
                ("copper_g", Molar.Grams(copper, "Cu")),
                ("h2so4_g", Molar.Grams(SulphuricCell.Reaction.Need(copper, "Cu", "H2SO4"), "H2SO4")),
                ("o2_L", Litres(SulphuricCell.Reaction.Need(copper, "Cu", "O2")))
            );
        },
        ["content-from-acid"] = ContentFromAcid,
        ["current"] = Current,
        ["hydrate"] = (g, _) => One("have_g", Molar.InForm(Grams(Double(g, "need_g")), Text(g, "need"), Text(g, "have"))),
    };

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Parse(JsonElement given, JsonElement expect)
    {
        var values = new Dictionary<string, IReadOnlyList<double>>();
        foreach (var wanted in expect.EnumerateObject())
        {
            // What is asked for stands for the field that the text was typed into.
            var (field, factor) = wanted.Name switch
            {
                "mass_g" => (Field.Mass, 1.0),
                "volume_mL" => (Field.Volume, 1.0),
                "volume_L" => (Field.Volume, 0.001),
                "temperature_C" => (Field.Temperature, 1.0),
                "fineness" => (Field.Fineness, 1.0),
                "fraction" or "mass_fraction" or "share" => (Field.Share, 1.0),
                "percent" => (Field.Share, 100.0),
                "mol" or "amount_mol" => (Field.Substance, 1.0),
                "g_per_L" => (Field.Concentration, 1.0),
                "mol_per_L" or "molarity" => (Field.Molarity, 1.0),
                _ => throw new NotAnsweredException($"no field for {wanted.Name}"),
            };
            var (number, wrong) = QuantityParser.Read(Text(given, "text"), field);
            values[wanted.Name] = [number is { } n ? n.Value * factor : throw new FormatException(wrong!.Reason)];
        }
        return values;
    }

    private static Dictionary<string, IReadOnlyList<double>> Taken(AcidTaken t) =>
        Many(
            ("hno3_used_g", t.NitricGrams),
            ("nitrate_reduced_as_hno3_g", Molar.Grams(t.Reduced, "HNO3")),
            ("hcl_used_g", Molar.Grams(t.Hcl, "HCl")),
            ("no_L", Litres(t.No)),
            ("no2_L", Litres(t.No2))
        );

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Residual(JsonElement g, JsonElement _)
    {
        if (Double(g, "lambda_per_h") != 0)
            throw new NotAnsweredException("what heat drives off needs hours");
        var reduced = AcidUse.InAquaRegia(Metals(g, true)).Reduced;
        var returned = Number(Double(g, "returned_share"));
        var dose = ResidualNitric.Dose(reduced, returned, Number(Double(g, "practice_factor")), Working.Zero(Dimension.Substance));
        var left = ResidualNitric.AfterPortion(Working.Zero(Dimension.Substance), dose, reduced, returned, Number(0));
        Working Of(string formula) => ResidualNitric.Sulfamic.Need(left, "HNO3", formula);
        return Many(
            ("hno3_dose_g", Molar.Grams(dose, "HNO3")),
            ("hno3_left_g", Molar.Grams(left, "HNO3")),
            ("sulfamic_g", Molar.Grams(Of("H3NSO3"), "H3NSO3")),
            ("n2o_L", Litres(Of("N2O"))),
            ("h2so4_made_g", Molar.Grams(Of("H2SO4"), "H2SO4"))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Ladder(JsonElement g, JsonElement _)
    {
        double[] Each(string name) => [.. g.GetProperty(name).EnumerateArray().Select(e => e.GetDouble())];
        var (portions, reduced, waits) = (Each("hno3_portions_g"), Each("reduced_g"), Each("wait_h"));
        var left = Working.Zero(Dimension.Substance);
        var after = new List<double>();
        for (var k = 0; k < portions.Length; k++)
        {
            left = ResidualNitric.AfterPortion(
                left,
                Moles(portions[k], "HNO3"),
                Moles(reduced[k], "HNO3"),
                Number(Double(g, "returned_share")),
                Number(Double(g, "lambda_per_h") * waits[k])
            );
            after.Add(Molar.Grams(left, "HNO3").Likely);
        }
        return new Dictionary<string, IReadOnlyList<double>> { ["hno3_left_after_each_g"] = after };
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Precipitant(JsonElement g, JsonElement _)
    {
        var salt = GoldPrecipitant.Of(Text(g, "salt"));
        var stoichiometric = salt.ForGold(Grams(Double(g, "gold_g")));
        var dose = GoldPrecipitant.Dose(
            Double(g, "factor") * stoichiometric,
            salt.ForNitric(Grams(Double(g, "hno3_left_g"))),
            salt.ForIron(Grams(Double(g, "iron_iii_g")), Number(Double(g, "iron_share"))),
            Number(Double(g, "purity"))
        );
        return Many(("stoichiometric_g", stoichiometric), ("dose_g", dose));
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> Inquart(JsonElement g, JsonElement _)
    {
        var alloy = Grams(Double(g, "alloy_g"));
        var gold = alloy * Number(Double(g, "gold_fraction"));
        return Many(
            (
                "silver_school_g",
                Inquartation.SilverSchool(gold, alloy * Number(Double(g, "silver_fraction")), Number(Double(g, "silver_fineness")))
            ),
            ("quarter_school_g", Inquartation.QuarterSchool(alloy, gold, Number(Double(g, "gold_in_additive"))))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> OxalicCaustic(JsonElement g, JsonElement _)
    {
        var acid = GoldPrecipitant.Of("H2C2O4·2H2O");
        var gold = Grams(Double(g, "gold_g"));
        var least = acid.ForGold(gold);
        var dose = Double(g, "oxalic_factor") * least;
        var caustic = OxalicGold.Caustic(
            Working.Exact(Double(g, "free_h_mol_incl_gold_acid"), null, Dimension.Substance),
            Molar.Moles(gold, "Au"),
            Molar.Moles(dose - least, acid.Formula),
            Number(Double(g, "eta")),
            Working.Zero(Dimension.Substance)
        );
        return Many(
            ("oxalic_dihydrate_g", dose),
            ("naoh_g", Molar.Grams(caustic, "NaOH")),
            ("co2_L", Litres(OxalicGold.Precipitation.Need(Molar.Moles(gold, "Au"), "Au", "CO2")))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> OxalicBound(JsonElement g, JsonElement _)
    {
        var bound = Molar.Moles(Grams(Double(g, "copper_falls_g")), "Cu") + Molar.Moles(Grams(Double(g, "lead_falls_g")), "Pb");
        return Many(
            ("caustic_more_g", Molar.Grams(OxalicGold.ForBound(bound), "NaOH")),
            ("oxalic_dihydrate_bound_g", Molar.Grams(bound, "H2C2O4·2H2O"))
        );
    }

    private static IReadOnlyDictionary<string, IReadOnlyList<double>> ProductPossible(JsonElement g, JsonElement _)
    {
        var share = Molar.Share(Text(g, "element"), Text(g, "product"));
        return Many(
            ("product_g", Molar.Holding(Grams(Double(g, "element_g")), Text(g, "element"), Text(g, "product"))),
            ("element_percent", share.Percent("share"))
        );
    }

    private static Working Percent(JsonElement g, string name) => Number(Double(g, name) / 100);

    private static Working Sheet(JsonElement g) =>
        SheetTime.Minutes(Number(Double(g, "thickness_um")), Number(Double(g, "retreat_um_per_min_per_face")));

    private static List<(string, Working)> Metals(JsonElement g, bool chloride) =>
        [
            .. g.GetProperty("metals_g")
                .EnumerateObject()
                .Select(m => (m.Name, Moles(m.Value.GetDouble(), MetalInAcid.Find(m.Name, chloride)?.Element ?? m.Name))),
        ];

    private static string Text(JsonElement g, string name) => g.GetProperty(name).GetString()!;

    private static double Double(JsonElement g, string name) => g.TryGetProperty(name, out var v) ? v.GetDouble() : 0;

    private static Working Number(double x) => Working.Exact(x);

    private static Working Grams(double x) => Working.Exact(x, null, Dimension.Mass);

    private static Working Moles(double grams, string formula) => Molar.Moles(Grams(grams), formula);

    private static Working Millilitres(JsonElement g, string name) => Working.Exact(Double(g, name), null, Dimension.Volume);

    private static Working Litres(Working moles) => Molar.GasVolume(moles) / 1000;

    private static Dictionary<string, IReadOnlyList<double>> One(string name, double value) => new() { [name] = [value] };

    private static Dictionary<string, IReadOnlyList<double>> One(string name, Working value) => One(name, value.Likely);

    private static Dictionary<string, IReadOnlyList<double>> Many(params (string Name, Working Value)[] values) =>
        values.ToDictionary(v => v.Name, v => (IReadOnlyList<double>)[v.Value.Likely]);
}
