using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>Verdicts of twelve lots, and their sheets line by line as they were reckoned by hand. Gold is paid at 905 × 0.97 − 6 = 871.85 a
/// gram, silver at 11.2 × 0.92 − 0.25 = 10.054.</summary>
public class HandSheetTests
{
    private static readonly Dictionary<string, LotWorth> Known = [];

    private static LotWorth Of(string lot)
    {
        lock (Known)
            return Known.TryGetValue(lot, out var worth) ? worth : Known[lot] = HandSheetLots.Worth(lot);
    }

    [Theory]
    [InlineData("14 ct", "Test it first", "look for cadmium first")]
    [InlineData("14 ct clean", "Do it", "inquarting, parting")]
    [InlineData("fixer", "Do it", "silver by current")]
    [InlineData("fingers", "Do it", "chlorine lift, bleach")]
    [InlineData("pins", "Sell it as it is", "sell it as it is")]
    [InlineData("encapsulated", "Hold it", "it brings 1 % of the gold")]
    [InlineData("exact", "Do it", "nitric acid, copper")]
    [InlineData("silver alone", "Do it", "Not counted, for they have no price: nitric acid, copper bar, borax glass, handing over, power")]
    [InlineData("sterling", "Do it", "nitric acid, copper")]
    [InlineData("22 ct", "Do it", "gold by aqua regia")]
    [InlineData("poor silver", "Sell it as it is", "sell it as it is")]
    [InlineData("liquor", "Do it", "silver by copper")]
    public void Verdicts_of_twelve_lots(string lot, string headline, string says)
    {
        var worth = Of(lot);
        Assert.Equal(headline, worth.Verdict.Headline);
        Assert.Contains(says, worth.Verdict.Reason);
        Assert.Equal(worth.Choices.Max(c => c.Mean), worth.Choices[0].Mean);
    }

    [Theory]
    // 640 g × 0.585 = 374.4 g Au; two melts of flux keep 0.2 % each, the wash 0.1 %, the last slag 0.25 %: 371.60 g × (905 × 0.97 − 6)
    // = × 871.85
    [InlineData("14 ct clean", "paid", 323979)]
    // (0.749 + 0.747 + 0.373 + 0.931) g × 905 × 0.6
    [InlineData("14 ct clean", "held-Au", 1520)]
    // all that went in, 76.8 + 1 048.95 g, × 11.2 × 0.40: it lies in liquor, washes and slags
    [InlineData("14 ct clean", "held-Ag", 5043)]
    // to three parts to one of gold: 374.4 × 3 − 76.8 = 1 046.4 g fine, in whole tens 1 050 g × 0.999 × 11.5
    [InlineData("14 ct clean", "reagent-Ag", -12063)]
    // 127 + 127 + 28 g × 0.28
    [InlineData("14 ct clean", "reagent-Na2B4O7", -79)]
    // what parts: Ag 991.5 g = 9.192 mol × 4/3, Cu 166.3 g = 2.617 mol × 8/3; 0.3 of the NO of 14.426 mol of electrons come back:
    // 17.79 mol × 1.244 (it is undiluted in part) = 2 051 g × 0.68 × 0.088
    [InlineData("14 ct clean", "reagent-HNO3", -123)]
    [InlineData("14 ct clean", "reagent-HCl", -1)]
    // liquor of the parting 4 229 g and washes 501 g × 0.007
    [InlineData("14 ct clean", "hand-over", -33)]
    [InlineData("14 ct clean", "power", -15)]
    [InlineData("14 ct clean", "filters", -6)]
    [InlineData("14 ct clean", "gloves", -6)]
    [InlineData("14 ct clean", "equipment", -20)]
    // inquart 0.25 + 0.5 + 0.064, granulate 0.25 + 0.5 + 0.169, parting 0.25, six portions 0.2, 1.68 kg 0.168, 3.3 L, one refill,
    // finish 1.59: 4.5 h × 55
    [InlineData("14 ct clean", "hands", -247)]
    [InlineData("14 ct clean", "sale", -40)]
    // 18 L × 4 g/L = 72 g, nine tenths of it plate, the melt keeps 0.25 %: 64.64 g × 10.054
    [InlineData("fixer", "paid", 650)]
    // 7.2 g left in the fixer and 0.16 g in the slag × 11.2 × 0.40
    [InlineData("fixer", "held-Ag", 33)]
    // 64.8 g × 0.075 × 0.28
    [InlineData("fixer", "reagent-Na2B4O7", -1)]
    // 20.19 kg less the silver × 7: spent fixer is handed over all the same
    [InlineData("fixer", "hand-over", -141)]
    [InlineData("fixer", "power", -5)]
    [InlineData("fixer", "filters", -3)]
    [InlineData("fixer", "gloves", -6)]
    [InlineData("fixer", "equipment", -20)]
    // one bucket: 0.25 + 0.2 and 18 L × 0.05 = 1.35; dry 0.25 + 0.2 + 0.006, melt 0.25 + 0.5 + 0.006: 2.56 h × 55
    [InlineData("fixer", "hands", -141)]
    [InlineData("fixer", "sale", -40)]
    // 3 200 g × 0.2 % = 6.4 g, 0.96 of it lifts; filter 1 %, barren and wash 0.1 % each, slag 0.25 %: 6.055 g × 871.85
    [InlineData("fingers", "paid", 5279)]
    // (0.256 on the boards, 0.061 filter, 0.006, 0.006, 0.015) g × 905 × 0.6
    [InlineData("fingers", "held-Au", 187)]
    // 639.2 + 61.6 + 63.9 + 1.7 + 35.5 g × 0.37 × 0.062
    [InlineData("fingers", "reagent-HCl", -18)]
    [InlineData("fingers", "reagent-C3Cl3N3O3", -3)]
    [InlineData("fingers", "reagent-NaOCl", -3)]
    [InlineData("fingers", "reagent-Na2S2O5", -1)]
    [InlineData("fingers", "reagent-Na2B4O7", 0)]
    // liquor of the lift 3 275 g, generator 69 g less its solids, barren 1 127 g, washes 335 g × 0.007
    [InlineData("fingers", "hand-over", -34)]
    [InlineData("fingers", "power", -18)]
    [InlineData("fingers", "filters", -12)]
    [InlineData("fingers", "gloves", -6)]
    [InlineData("fingers", "equipment", -20)]
    [InlineData("fingers", "hands", -223)]
    [InlineData("fingers", "sale", -40)]
    // 150 g less 0.129 g in the liquor, 0.171 g in the washes, 0.374 g in the slag = 149.33 g × 10.054
    [InlineData("exact", "paid", 1501)]
    // 0.674 g × 11.2 × 0.40
    [InlineData("exact", "held-Ag", 3)]
    // Ag 1.3906 × 4/3 + Cu 5.5078 × 8/3 − 0.3 × 4.1354 NO = 15.301 mol × 1.1 × 63.013 = 1 060.6 g × 0.088
    [InlineData("exact", "reagent-HNO3", -93)]
    // Ag 1.3906/2 × 63.546 = 44.2 g, half of 1.53 mol of spare acid × 3/8 = 18.2 g: 62.4 g × 0.999 × 0.11
    [InlineData("exact", "reagent-Cu", -7)]
    // 150.4 g × 0.075 × 0.28
    [InlineData("exact", "reagent-Na2B4O7", -3)]
    // copper liquor 2 673 g and washes 4 626 g × 0.007
    [InlineData("exact", "hand-over", -51)]
    [InlineData("exact", "power", -8)]
    [InlineData("exact", "filters", -9)]
    [InlineData("exact", "gloves", -6)]
    [InlineData("exact", "equipment", -20)]
    // nitric 0.25 + nine portions 0.3 + 0.05 + 2.2 L × 0.05; copper 0.25 + 0.2 + 2.1 L; wash 0.25 + 0.8 + 0.015 + 1.8 L; dry 0.465;
    // melt 0.765: 3.65 h × 55
    [InlineData("exact", "hands", -201)]
    [InlineData("exact", "sale", -40)]
    // 277.5 g less 0.553 g in the washes and 0.694 g in the slag = 276.25 g × 10.054
    [InlineData("sterling", "paid", 2777)]
    // 1.247 g × 11.2 × 0.40
    [InlineData("sterling", "held-Ag", 6)]
    // Ag 2.5726 × 4/3 + Cu 0.3541 × 8/3 − 0.3 × 1.0936 NO = 4.0462 mol × 1.1 × 63.013 = 280.5 g × 0.088
    [InlineData("sterling", "reagent-HNO3", -25)]
    // Ag 2.5726/2 × 63.546 = 81.7 g, half of 0.405 mol of spare acid × 3/8 = 4.8 g: 86.6 g × 0.11
    [InlineData("sterling", "reagent-Cu", -10)]
    // 277.4 g × 0.075 × 0.28
    [InlineData("sterling", "reagent-Na2B4O7", -6)]
    // in: 300 + 299.5 + 412.4 + 223 + 8 384.9; out: NO 22.97 and 1.52, bar 136.3, washed 832.6; air gave 7.87: 8 634 g × 0.007
    [InlineData("sterling", "hand-over", -60)]
    // hot plate 0.7 kW × (0.513 + 0.9), oven 0.3 × 2, furnace 1.5 × 0.778, fan 0.15 × (0.513 + 0.478): 2.90 kWh × 2.6
    [InlineData("sterling", "power", -8)]
    [InlineData("sterling", "filters", -9)]
    [InlineData("sterling", "gloves", -6)]
    [InlineData("sterling", "equipment", -20)]
    // nitric 0.25 + six portions 0.2 + 0.03 + 0.033; copper 0.25 + 0.2 + 0.027; wash 0.25 + 0.8 + 0.028 + 0.167; dry 0.478; melt
    // 0.778: 3.49 h × 55
    [InlineData("sterling", "hands", -192)]
    [InlineData("sterling", "sale", -40)]
    // 91.6 g; filter 1 %, barren and wash 0.1 % each, slag 0.25 %: 90.28 g × 871.85
    [InlineData("22 ct", "paid", 78710)]
    // (0.914 + 0.089 + 0.092 + 0.226) g × 905 × 0.6
    [InlineData("22 ct", "held-Au", 717)]
    // 485.3 + 1.7 + 35.5 g × 0.37 × 0.062
    [InlineData("22 ct", "reagent-HCl", -12)]
    // Au 0.4651 + Cu 0.1322 × 2/3 = 0.5532 mol, 0.3 come back, × 1.2 × 63.013 × 0.088
    [InlineData("22 ct", "reagent-HNO3", -3)]
    [InlineData("22 ct", "reagent-H3NSO3", -1)]
    // 121.8 g × 0.97 × 0.076
    [InlineData("22 ct", "reagent-Na2S2O5", -9)]
    [InlineData("22 ct", "reagent-Na2B4O7", -2)]
    // barren 3 042 g less its solids, washes 340 g, filter 13 g × 0.007
    [InlineData("22 ct", "hand-over", -24)]
    [InlineData("22 ct", "power", -8)]
    [InlineData("22 ct", "filters", -9)]
    [InlineData("22 ct", "gloves", -6)]
    [InlineData("22 ct", "equipment", -20)]
    // aqua regia 0.783, sulfamic 0.773, clear 0.371, metabisulphite 0.436, finish 1.559: 3.92 h × 55
    [InlineData("22 ct", "hands", -216)]
    [InlineData("22 ct", "sale", -40)]
    // 15 g less 0.015, 0.015, 0.037 g = 14.93 g × 10.054
    [InlineData("poor silver", "paid", 150)]
    [InlineData("poor silver", "held-Ag", 0)]
    // Ag 0.1391 × 4/3 + Cu 7.6323 × 8/3 − 0.3 × 5.1345 NO = 18.998 mol × 1.1 × 63.013 = 1 316.8 g × 0.088
    [InlineData("poor silver", "reagent-HNO3", -116)]
    // Ag 0.1391/2 × 63.546 = 4.4 g, half of 1.90 mol of spare acid × 3/8 = 22.6 g: 27.0 g × 0.999 × 0.11
    [InlineData("poor silver", "reagent-Cu", -3)]
    [InlineData("poor silver", "reagent-Na2B4O7", 0)]
    [InlineData("poor silver", "hand-over", -29)]
    [InlineData("poor silver", "power", -9)]
    [InlineData("poor silver", "filters", -9)]
    [InlineData("poor silver", "gloves", -6)]
    [InlineData("poor silver", "equipment", -20)]
    [InlineData("poor silver", "hands", -228)]
    [InlineData("poor silver", "sale", -40)]
    // 5 L × 40 g/L = 200 g less 0.184, 0.216, 0.499 g = 199.10 g × 10.054
    [InlineData("liquor", "paid", 2002)]
    [InlineData("liquor", "held-Ag", 4)]
    // Ag 1.8541/2 × 63.546 = 58.9 g, half of 2.5 mol of free acid × 3/8 = 29.8 g: 88.6 g × 0.11
    [InlineData("liquor", "reagent-Cu", -10)]
    [InlineData("liquor", "reagent-Na2B4O7", -4)]
    // liquor 4 858 g and washes 6 022 g × 0.007
    [InlineData("liquor", "hand-over", -76)]
    [InlineData("liquor", "power", -5)]
    [InlineData("liquor", "filters", -6)]
    [InlineData("liquor", "gloves", -6)]
    [InlineData("liquor", "equipment", -20)]
    // two fillings: 0.25 + 0.4 + 0.2 + 4.9 L × 0.05; wash 0.25 + 0.8 + 0.02 + 2.4 L × 0.05; dry 0.47; melt 0.77: 3.53 h × 55
    [InlineData("liquor", "hands", -194)]
    [InlineData("liquor", "sale", -40)]
    public void The_sheet_by_hand_to_the_crown(string lot, string line, double crowns) =>
        Assert.Equal(crowns, Of(lot).Way!.Worth!.Lines.Single(l => l.Id == line).Kr.Likely, 0.6 + 1e-4 * Math.Abs(crowns));

    // No line stands in a sheet that was not reckoned.
    [Theory]
    [InlineData("14 ct clean", 14)]
    [InlineData("fixer", 10)]
    [InlineData("fingers", 14)]
    [InlineData("exact", 12)]
    [InlineData("sterling", 12)]
    [InlineData("22 ct", 14)]
    [InlineData("poor silver", 12)]
    [InlineData("liquor", 11)]
    public void The_sheet_has_no_other_line(string lot, int lines)
    {
        var worth = Of(lot).Way!.Worth!;
        Assert.Equal(lines, worth.Lines.Count);
        Assert.Equal(worth.Lines.Sum(l => l.Kr.Likely), worth.LeftOver.Likely, 1e-6);
        Assert.Empty(worth.NotPriced);
    }

    // As it is: 374.4 g × 905 × 0.30 + 76.8 × 11.2 × 0.25 + 188.8 × 0.085 × 0.55; 22 ct 91.6 and 8.4 g; sterling 277.5 and 22.5 g, each
    // less the sale of 40. Nobody buys fixer: 20.19 kg are handed over at 7.
    [Theory]
    [InlineData("14 ct clean", 101_833)]
    [InlineData("22 ct", 24_830)]
    [InlineData("sterling", 738)]
    [InlineData("fixer", -141)]
    [InlineData("exact", 396)]
    public void As_it_is_by_hand(string lot, double crowns) => Assert.Equal(crowns, Of(lot).Way!.Worth!.AsItIs.Likely, 0.6);

    // 500 g: where 0.11 × 500 g × 10.054 less what the work costs is what 40 % of its metal fetches less the sale.
    [Fact]
    public void Poor_silver_says_from_where_on_it_pays() =>
        Assert.Equal(
            "To work it off pays where the silver is above 11 %.",
            HandSheetLots.At("poor silver").PaysFrom(Of("poor silver").Way!.Way.Id).Words
        );

    // Typed exactly: knowing what is known gains nothing, and no test is offered.
    [Fact]
    public void What_is_known_exactly_is_not_tested()
    {
        Assert.DoesNotContain(Of("exact").Choices, c => c.Kind == ChoiceKind.Test);
        Assert.Equal(0, Of("exact").Knowing);
        Assert.Contains(Of("sterling").Choices, c => c.Kind == ChoiceKind.Test);
    }

    // Eleven kilograms of thin plate: 23 fillings and 33 hours at the acid, for 2.2 g of gold.
    [Fact]
    public void Thin_plate_on_much_brass_costs_more_than_its_gold()
    {
        var pins = Of("pins");
        Assert.Equal(23, pins.Way!.Plan.Steps[0].Plan.Vessel!.SplitInto);
        // 2.16 g × 871.85; nitric acid for 7 150 g of copper and 3 850 g of zinc 29.3 kg pure × 0.088; hands 36 h × 55.
        Assert.Equal(1885, pins.Way.Worth!.Lines.Single(l => l.Id == "paid").Kr.Likely, 1.0);
        Assert.Equal(-2579, pins.Way.Worth!.Lines.Single(l => l.Id == "reagent-HNO3").Kr.Likely, 1.0);
        Assert.Equal(-1971, pins.Way.Worth!.Lines.Single(l => l.Id == "hands").Kr.Likely, 1.0);
        Assert.True(pins.Choices.Single(c => c.Kind == ChoiceKind.Do).Mean < -3000);
    }
}
