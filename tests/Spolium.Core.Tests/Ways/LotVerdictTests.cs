using CsCheck;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>What a margin comes to in words, and the laws of the sheet behind it.</summary>
public class LotVerdictTests
{
    private static Working Kr(double low, double likely, double high, string name = "margin") =>
        Working.Given(new Draws("verdict").Spread(name, new(low, likely, high), Spread.Shift), Dimension.Money, name, "test");

    private static Worth Sheet(Working margin, double asItIs = 0)
    {
        var scrap = Working.Given(asItIs, Dimension.Money, "sold as it is", "test");
        return new([], margin + scrap, scrap, margin, []);
    }

    private static readonly Working Hours = Working.Given(3, Dimension.Time, "hours", "test");

    private static PoolGain Pool(double gain, double low, double likely, double high) =>
        new(["HL-9a", "HL-9b"], gain, Kr(low, likely, high, "together"));

    [Theory]
    [InlineData(20, 100, 180, VerdictKind.Do)]
    [InlineData(-1, 100, 180, VerdictKind.Test)]
    [InlineData(-180, -100, 1, VerdictKind.Test)]
    [InlineData(-180, -100, -20, VerdictKind.Hold)]
    public void The_ends_of_the_margin_decide(double low, double likely, double high, VerdictKind kind) =>
        Assert.Equal(kind, LotVerdict.Of(Sheet(Kr(low, likely, high)), Hours, null, 30, 90).Kind);

    [Fact]
    public void Between_the_ends_pooling_goes_first_where_it_makes_the_poorest_pay_or_gains_more_than_a_test()
    {
        var between = Sheet(Kr(-100, 50, 200));
        Assert.Equal(VerdictKind.Pool, LotVerdict.Of(between, Hours, Pool(10, 5, 300, 500), 300, 90).Kind);
        Assert.Equal(VerdictKind.Pool, LotVerdict.Of(between, Hours, Pool(50, -20, 300, 500), 120, 90).Kind);
        Assert.Equal(VerdictKind.Test, LotVerdict.Of(between, Hours, Pool(20, -20, 300, 500), 120, 90).Kind);
        Assert.Equal(VerdictKind.Test, LotVerdict.Of(between, Hours, Pool(0, 5, 300, 500), 120, 90).Kind);
        Assert.Equal("Pool it with HL-9a and HL-9b", LotVerdict.Of(between, Hours, Pool(10, 5, 300, 500), 300, 90).Headline);
    }

    [Fact]
    public void A_held_lot_says_whether_it_should_be_pooled_or_sold_as_it_is()
    {
        var poor = Kr(-180, -100, -20);
        Assert.Equal("Hold it", LotVerdict.Of(Sheet(poor), Hours, null, 0, null).Headline);
        Assert.Equal(
            "Hold it, and pool it with HL-9a and HL-9b",
            LotVerdict.Of(Sheet(poor), Hours, Pool(40, -20, 10, 50), 0, null).Headline
        );
        // Working it off leaves 200 kr, selling it as it is 300 kr.
        var sold = LotVerdict.Of(Sheet(poor, 300), Hours, null, 0, null);
        Assert.Equal("Hold it, or sell it as it is", sold.Headline);
        Assert.Contains("leaves 200", sold.Reason.Replace('\u202F', ' '));
        Assert.Contains("selling it as it is 300", sold.Reason.Replace('\u202F', ' '));
    }

    [Fact]
    public void A_test_is_named_with_what_it_gains_and_whether_it_pays()
    {
        string Reason(double gain, double? price) =>
            LotVerdict.Of(Sheet(Kr(-100, 50, 200)), Hours, null, gain, price).Reason.Replace('\u202F', ' ');
        Assert.Contains("A test costs 90 kr; knowing the content would gain 120 kr.", Reason(120, 90));
        Assert.Contains("so it pays only for more of the kind", Reason(30, 90));
        Assert.Contains("Knowing the content would gain 30 kr.", Reason(30, null));
        Assert.Contains("3 h with hands on", LotVerdict.Of(Sheet(Kr(20, 50, 200)), Hours, null, 0, null).Reason.Replace('\u202F', ' '));
    }

    // Prices and contents at random: what must hold of every sheet.
    private static readonly Gen<(double Silver, double Copper, double Price, double Hour)> Any = Gen.Select(
        Gen.Double[1, 60],
        Gen.Double[0, 39],
        Gen.Double[0.5, 30],
        Gen.Double[0, 200]
    );

    private static Worth Of((double Silver, double Copper, double Price, double Hour) x, double times = 1)
    {
        var draws = new Draws("law", true);
        var plan = Planner.Fold(
            Given.Metals(("Ag", x.Silver), ("Cu", x.Copper + 1)),
            Routes.Chain(HobLaneWays.SilverByCopper),
            Shop.Usual,
            draws
        );
        var list = PriceFigures.MadeUp with
        {
            Rows =
            [
                .. PriceFigures.MadeUp.Rows.Select(r =>
                    (r.Kind, r.Item) switch
                    {
                        (PriceKind.Metal, "Ag") => r with { Price = r.Price with { Value = x.Price * times }, Charge = null },
                        (PriceKind.Work, "hands") => r with { Price = r.Price with { Value = x.Hour } },
                        _ => r,
                    }
                ),
            ],
        };
        return Worth.Of(plan, "Ag", new(list, new Dictionary<string, Working>()), draws);
    }

    [Fact]
    public void Income_goes_with_the_price_costs_do_not_and_hours_cost_what_an_hour_costs() =>
        Any.Sample(
            x =>
            {
                var (once, twice) = (Of(x), Of(x, 2));
                double Line(Worth w, string id) => w.Lines.FirstOrDefault(l => l.Id == id)?.Kr.Likely ?? 0;
                Assert.Equal(2 * Line(once, "paid"), Line(twice, "paid"), 1e-6);
                Assert.Equal(Line(once, "reagent-HNO3"), Line(twice, "reagent-HNO3"), 1e-9);
                Assert.Equal(once.LeftOver.Likely, once.Lines.Sum(l => l.Kr.Likely), 1e-9);
                Assert.Equal(once.Margin.Likely + once.AsItIs.Likely, once.LeftOver.Likely, 1e-9);
                Assert.True(Line(once, "paid") > 0 && Line(once, "reagent-HNO3") < 0);
                Assert.All(once.Lines.Where(l => l.Id is not "paid" && !l.Id.StartsWith("held-", StringComparison.Ordinal)), l =>
                    Assert.True(l.Kr.Likely <= 1e-9)
                );
                if (x.Hour > 1)
                    Assert.True(Line(once, "hands") < 0);
            },
            iter: 25
        );

    [Fact]
    public void Knowing_never_costs_and_never_gains_more_than_the_whole_spread() =>
        Gen.Select(Gen.Double[-200, 200], Gen.Double[1, 300], Gen.Double[0, 1])
            .Sample(
                x =>
                {
                    var (mean, spread, follows) = x;
                    var content = new Draws("c").Spread("content", new(-spread, 0, spread), Spread.Shift);
                    var noise = new Draws("n").Spread("noise", new(-spread, 0, spread), Spread.Shift);
                    var margin = Amount.Certain(mean) + Amount.Certain(follows) * content + Amount.Certain(1 - follows) * noise;
                    var gain = Margins.OfKnowing(margin, content);
                    Assert.InRange(gain, 0, 2 * spread);
                    // What the content does not move cannot be known from it.
                    Assert.InRange(Margins.OfKnowing(noise + Amount.Certain(mean), content), 0, 0.2 * spread);
                },
                iter: 50
            );
}
