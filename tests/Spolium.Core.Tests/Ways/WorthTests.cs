using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Ways;

public partial class WorthTests
{
    private static readonly WorthTerms Terms = new(PriceFigures.MadeUp, new Dictionary<string, Working>());

    private static Content Contacts(double low = 8, double likely = 11, double high = 14) =>
        new(
            [
                new("Ag", Given.Share(low), Given.Share(likely), Given.Share(high)),
                new("Ni", Given.Share(12), Given.Share(15), Given.Share(18)),
                new("Zn", Given.Share(14), Given.Share(19), Given.Share(24)),
            ],
            "Cu"
        );

    private static Worth Of(Content content, bool contentLikely, bool restLikely, double grams = 1284, WorthTerms? terms = null)
    {
        var feed = content.ToCharge(Working.Given(grams, Dimension.Mass, "lot", "weighed"), new Draws("HL-2", contentLikely));
        var draws = new Draws("HL-2", restLikely);
        return Worth.Of(Planner.Fold(feed, Routes.Chain(HobLaneWays.SilverByCopper), Shop.Usual, draws), "Ag", terms ?? Terms, draws);
    }

    // HL-2, 1284 g, at its likely content, by nitric acid and copper; prices of the made-up list. Reckoned by hand, line by line:
    // 141.24 g Ag, 706.2 g Cu, 192.6 g Ni, 243.96 g Zn.
    [Theory]
    // 141.24 g less 0.135 g in the liquor, 0.147 g in the washes, 0.352 g in the slag = 140.605 g × (11.2 × 0.92 − 0.25) = 140.605 × 10.054
    [InlineData("paid", 1414)]
    // (0.135 + 0.147 + 0.352) g × 11.2 × 0.40
    [InlineData("held-Ag", 3)]
    // NO: Ag 1.3094 × 4/3 + (Cu 11.113 + Ni 3.2815 + Zn 3.7314) × 8/3 = 50.08 mol; 37.56 mol of electrons make 12.52 mol NO, of which 0.3
    // come back: 46.33 mol × 1.1 to spare × 63.013 g/mol = 3211 g pure × 0.088 kr/g
    [InlineData("reagent-HNO3", -283)]
    // Ag 1.3094 / 2 × 63.546 = 41.6 g, and 55.2 g for half of the 4.63 mol of spare acid by 3/8: 96.8 g; with the bar’s dust 97.1 g × 0.999
    // × 0.11 kr/g; the rest of the bar comes back
    [InlineData("reagent-Cu", -11)]
    // 140.96 g × 0.075 = 10.6 g × 0.28 kr/g
    [InlineData("reagent-Na2B4O7", -3)]
    // copper liquor 8755 g and washes 4422 g × 0.007 kr/g
    [InlineData("hand-over", -92)]
    // hot plate 0.7 kW × (2.296 + 1.6/2) h, oven 0.3 × 2, furnace 1.5 × 0.764, fan 0.15 × (2.296 + 1.564): 4.49 kWh × 2.6 kr
    [InlineData("power", -12)]
    // nitric acid: set-up 0.25, 36 portions of 2 min 1.2, two further fillings of 0.2 each 0.4, 1.284 kg × 0.1 and 6.35 L × 0.05: 2.296 h
    // copper: 0.25, three fillings of 0.2 each 0.6, two refills 0.4, 6.27 L × 0.05: 1.564 h; wash: 0.25, four times 0.2, 0.141 kg, 1.71 L:
    // 1.150 h; dry: 0.25 + 0.2 + 0.014; melt: 0.25 + 0.5 + 0.014: 6.237 h × 55 kr
    [InlineData("hands", -343)]
    [InlineData("sale", -40)]
    // What the nitric acid left, the cement, the wash: three papers of 3 kr.
    [InlineData("filters", -9)]
    [InlineData("gloves", -6)]
    [InlineData("equipment", -20)]
    public void The_sheet_of_HL_2_by_hand_to_the_crown(string line, double crowns) =>
        Assert.Equal(crowns, Math.Round(Of(Contacts(), true, true).Lines.Single(l => l.Id == line).Kr.Likely));

    [Fact]
    public void Its_sums_by_hand()
    {
        var worth = Of(Contacts(), true, true);
        Assert.Equal(12, worth.Lines.Count);
        // 1413.6 + 2.8 − 282.6 − 10.7 − 3.0 − 92.2 − 11.7 − 343.0 − 40 − 9 − 6 − 20
        Assert.Equal(598, worth.LeftOver.Likely, 1.0);
        // Ag 141.24 × 11.2 × 0.25 + Cu 706.2 × 0.085 × 0.55 + Ni 192.6 × 0.15 × 0.3 + Zn 243.96 × 0.028 × 0.4, less the sale of 40
        Assert.Equal(399.9, worth.AsItIs.Likely, 0.1);
        Assert.Equal(worth.LeftOver.Likely - worth.AsItIs.Likely, worth.Margin.Likely, 1e-9);
        Assert.Empty(worth.NotPriced);
    }

    [Fact]
    public void The_sums_hold_in_every_world_and_the_likely_one_is_that_of_the_quick_look()
    {
        var worth = Of(Contacts(), false, false);
        for (var w = 0; w < Amount.Worlds; w++)
        {
            Assert.Equal(worth.Lines.Sum(l => l.Kr.Amount[w]), worth.LeftOver.Amount[w], 1e-9);
            Assert.Equal(worth.LeftOver.Amount[w] - worth.AsItIs.Amount[w], worth.Margin.Amount[w], 1e-9);
        }
        // But for portions that the wider ladder has: minutes of hands.
        Assert.Equal(Of(Contacts(), true, true).Margin.Likely, worth.Margin.Likely, 8.0);
    }

    [Fact]
    public void The_ends_of_the_interval_are_those_of_the_content_at_its_ends()
    {
        // Silver alone varies, all else stands at its likely value: the ends are the runs at 8 and at 14 %, but for a portion more that the
        // wider ladder has (minutes of hands).
        static Content Silver(double low, double likely, double high) =>
            Contacts(low, likely, high) with
            {
                Lines =
                [
                    .. Contacts(low, likely, high).Lines.Select(l => l.Element == "Ag" ? l : l with { Low = l.Likely, High = l.Likely }),
                ],
            };
        var ends = Of(Silver(8, 11, 14), false, true).Margin.Range;
        Assert.Equal(Of(Silver(8, 8, 8), true, true).Margin.Likely, ends.Low, 12.0);
        Assert.Equal(Of(Silver(14, 14, 14), true, true).Margin.Likely, ends.High, 12.0);
        // With everything unsure the interval is no narrower.
        Assert.True(Of(Contacts(), false, false).Margin.Range.Width > ends.Width);
    }

    [Fact]
    public void More_silver_is_worth_more_and_dearer_acid_less()
    {
        var margins = new[] { 5.0, 8, 11, 14 }.Select(p => Of(Contacts(p, p, p), true, true).Margin.Likely).ToList();
        Assert.Equal(margins.Order(), margins);
        var dear = PriceFigures.MadeUp with
        {
            Rows =
            [
                .. PriceFigures.MadeUp.Rows.Select(r =>
                    r.Item == "HNO3" ? r with { Price = r.Price with { Value = 2 * r.Price.Value } } : r
                ),
            ],
        };
        Assert.Equal(
            Of(Contacts(), true, true).Margin.Likely - 282.6,
            Of(Contacts(), true, true, terms: Terms with { Prices = dear }).Margin.Likely,
            1.0
        );
    }

    [Fact]
    public void What_was_paid_for_a_bottle_goes_before_the_list_and_what_has_no_price_is_told()
    {
        var bottle = Shop.UsualBottles.First(b => b.Formula == "HNO3");
        var paid = Terms with
        {
            BottlePrices = new Dictionary<string, Working>
            {
                [bottle.Id] = Working.Given(0.05, Dimension.Money / Dimension.Mass, "paid", "test"),
            },
        };
        // 4722.7 g out of the bottle
        Assert.Equal(-236.1, Of(Contacts(), true, true, terms: paid).Lines.Single(l => l.Id == "reagent-HNO3").Kr.Likely, 0.3);
        var bare = Of(
            Contacts(),
            true,
            true,
            terms: Terms with
            {
                Prices = PriceFigures.MadeUp with { Rows = [.. PriceFigures.MadeUp.Rows.Where(r => r.Item is "Ag" or "hands")] },
            }
        );
        Assert.Contains("nitric acid", bare.NotPriced);
        Assert.Contains("power", bare.NotPriced);
        Assert.Contains("handing over", bare.NotPriced);
        Assert.DoesNotContain(bare.Lines, l => l.Id == "reagent-HNO3");
    }

    [Fact]
    public void An_offer_goes_before_the_scrap_shares_and_fees_are_a_line()
    {
        var offer = Of(
            Contacts(),
            true,
            true,
            terms: Terms with
            {
                Offer = Working.Given(300, Dimension.Money, "offer", "test"),
                Fees = Working.Given(25, Dimension.Money, "fee", "test"),
                Hours = Working.Given(2, Dimension.Time, "hours", "test"),
            }
        );
        Assert.Equal(260, offer.AsItIs.Likely);
        Assert.Equal(-25, offer.Lines.Single(l => l.Id == "fees").Kr.Likely);
        Assert.Equal(-110, offer.Lines.Single(l => l.Id == "hands").Kr.Likely);
    }

    [Fact]
    public void Platinum_metals_count_as_holdings_and_a_liquor_has_no_scrap_price()
    {
        var dental = Given.Metals(("Au", 71), ("Pt", 8), ("Pd", 5), ("Ag", 11));
        var draws = new Draws("HL-3", true);
        var plan = Planner.Fold(dental, Routes.Chain(["inquart", "granulate", "nitric-part>residue", "wash-dry-melt"]), Shop.Usual, draws);
        var worth = Worth.Of(plan, "Au", Terms, draws);
        // what is not lost: 8 g × 410 kr × 0.5 and 5 g × 430 kr × 0.5
        Assert.Equal(1640, worth.Lines.Single(l => l.Id == "held-Pt").Kr.Likely, 1.0);
        Assert.Equal(1075, worth.Lines.Single(l => l.Id == "held-Pd").Kr.Likely, 1.0);
        var fixer = LiquorFeed.Of(
            LiquorKind.Fixer,
            Working.Exact(18000, null, Dimension.Volume),
            [("Ag", Working.Exact(54, null, Dimension.Mass))],
            Working.Zero(Dimension.Substance),
            draws
        );
        Assert.Equal(0, Worth.AsScrap(fixer, Terms).Likely);
        Assert.True(Worth.AsScrap(dental, Terms).Likely > 10000);
    }

    [Fact]
    public void The_made_up_list_can_be_kept_and_prices_every_reagent_that_a_way_pours()
    {
        Assert.Empty(PriceFigures.MadeUp.Check());
        var poured = WayMap.Links.SelectMany(l => MethodCatalogue.Of(l.Id).Reagents).Distinct().Where(f => f != "H2O");
        Assert.All(poured, f => Assert.NotNull(PriceFigures.MadeUp.OfReagent(f)));
        // The furnace of the demo shop is electric.
        Assert.All(PriceList.Works.Keys.Where(w => w != PriceList.Gas), w => Assert.NotNull(PriceFigures.MadeUp.OfWork(w)));
        Assert.All(PriceFigures.MadeUp.Rows.Where(r => r.Kind == PriceKind.Reagent), r =>
            Assert.Contains(ReagentForm.All, f => f.Formula == r.Item)
        );
    }

    [Theory]
    [InlineData("title", "")]
    [InlineData("rows", "none")]
    [InlineData("rows[0].item", "unknown metal")]
    [InlineData("rows[0].item", "unknown reagent")]
    [InlineData("rows[0].item", "unknown work")]
    [InlineData("longestDays", "too long")]
    [InlineData("rows[1].item", "twice")]
    [InlineData("rows[0].charge", "charge above price")]
    [InlineData("rows[0].paid", "share of a reagent")]
    public void A_list_is_refused_by_its_row(string field, string fault)
    {
        var kr = TypedNumber.Of(10, Field.Money, "kr");
        PriceRow silver = new(PriceKind.Metal, "Ag", kr);
        var list = fault switch
        {
            "" => new PriceList("x", " ", [silver]),
            "none" => new("x", "a list", []),
            "unknown metal" => new("x", "a list", [silver with { Item = "Xx" }]),
            "unknown reagent" => new("x", "a list", [new(PriceKind.Reagent, "HNO9", kr)]),
            "unknown work" => new("x", "a list", [new(PriceKind.Work, "tea", kr)]),
            "too long" => new("x", "a list", [silver], 0),
            "twice" => new("x", "a list", [silver, silver]),
            "charge above price" => new("x", "a list", [silver with { Charge = TypedNumber.Of(11, Field.Money, "kr") }]),
            _ => new PriceList("x", "a list", [new(PriceKind.Reagent, "HNO3", kr, Given.Share(90))]),
        };
        Assert.Equal(field, Assert.Single(list.Check()).Field);
    }

    [Theory]
    [InlineData(0.01, 100, 3)]
    [InlineData(1, 64, 40)]
    public void A_crossing_is_found_on_both_sides_of_one_and_none_where_there_is_none(double from, double to, double at)
    {
        Assert.Equal(at, Margins.Crossing(x => x - at, from, to)!.Value, at * 2e-3);
        Assert.Equal(at, Margins.Crossing(x => at * at / x - at, from, to)!.Value, at * 2e-3);
        Assert.Null(Margins.Crossing(x => x + 1, from, to));
    }

    [Fact]
    public void Knowing_is_worth_what_it_saves_and_nothing_where_it_changes_nothing()
    {
        // A margin that follows the content alone, half of the worlds 100 above nothing and half 100 below: knowing saves the 100 of each
        // second one.
        var content = Amount.Each(w =>
            w == 0 ? 0
            : w % 2 == 0 ? 100
            : -100
        );
        Assert.Equal(50, Margins.OfKnowing(content, content), 1e-6);
        Assert.Equal(0, Margins.OfKnowing(Amount.Certain(500) + content, content), 1e-6);
        Assert.Equal(0, Margins.OfKnowing(Amount.Certain(-500) + content, content), 1e-6);
        Assert.Equal(0, Margins.OfKnowing(content, Amount.Certain(7)));
    }
}
