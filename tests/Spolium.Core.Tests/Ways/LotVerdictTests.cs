using CsCheck;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Ways;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>Choices on one axis, the verdict that they come to, and the laws of the sheet behind them.</summary>
public class LotVerdictTests
{
    private static Working Kr(double crowns) => Working.Given(crowns, Dimension.Money, "crowns", "test");

    /// <summary>So much in that share of the worlds, else the other.</summary>
    private static Working In(double share, double then, double otherwise, string name = "worlds") =>
        Working.Given(Amount.Each(w => w > 0 && w <= share * Amount.Draws ? then : otherwise), Dimension.Money, name, "test");

    private static Choice To(ChoiceKind kind, Working kr, string title = "do something") => new(kind, title, kr, "as a test says");

    private static string Plain(string words) => words.Replace('\u202F', ' ');

    [Theory]
    [InlineData(100, 40, VerdictKind.Do, "Do it")]
    [InlineData(30, 40, VerdictKind.Sell, "Sell it as it is")]
    [InlineData(-30, -40, VerdictKind.Hold, "Hold it")]
    public void The_best_mean_is_the_headline(double done, double sold, VerdictKind kind, string headline)
    {
        var verdict = LotVerdict.Of(
            [To(ChoiceKind.Do, Kr(done)), To(ChoiceKind.Sell, Kr(sold)), To(ChoiceKind.Leave, Kr(0))],
            new(Working.Given(3, Dimension.Time, "hours", "test"), Working.Given(60, Dimension.Time, "alone", "test"), 75)
        );
        Assert.Equal((kind, headline), (verdict.Kind, verdict.Headline));
        Assert.Equal(kind == VerdictKind.Do, Plain(verdict.Reason).Contains("3 h with hands on, 75 kr an hour, and 2.5 days by itself"));
    }

    [Fact]
    public void It_says_in_how_many_worlds_the_next_would_have_been_better()
    {
        var verdict = LotVerdict.Of([To(ChoiceKind.Do, In(0.25, -100, 200)), To(ChoiceKind.Leave, Kr(0), "let it lie")], null);
        Assert.Contains("Next is to let it lie: 0 kr, and better in 25 of 100 worlds", Plain(verdict.Reason));
    }

    // Half the worlds bring 99, half lose 101, and the content tells which: knowing it is worth 49.5.
    [Theory]
    [InlineData(30, VerdictKind.Test)]
    [InlineData(48, VerdictKind.Test)]
    [InlineData(51, VerdictKind.Hold)]
    [InlineData(90, VerdictKind.Hold)]
    public void A_test_is_worth_it_only_above_its_price(double price, VerdictKind kind)
    {
        var margin = In(0.5, 99, -101);
        var test = Choice.TestFirst(Kr(0), margin, In(0.5, 500, 300), Kr(price));
        Assert.Equal(49.5 - price, test.Mean, 1e-6);
        Assert.Equal(kind, LotVerdict.Of([To(ChoiceKind.Do, margin), To(ChoiceKind.Leave, Kr(0)), test], null).Kind);
    }

    // What is shown is what is compared, and its working is that of the choice.
    [Fact]
    public void The_mean_of_a_choice_has_its_own_working()
    {
        var choice = To(ChoiceKind.Do, In(0.25, -100, 200));
        Assert.Equal(0.25 * -100 + 0.75 * 200, choice.Mean, 1e-9);
        Assert.Equal(choice.Mean, choice.MeanKr.Likely);
        Assert.Same(choice.Kr, Assert.Single(choice.MeanKr.Parts));
    }

    [Fact]
    public void A_content_that_is_known_exactly_is_not_tested()
    {
        var test = Choice.TestFirst(Kr(0), In(0.5, 100, -90), Kr(300), Kr(1));
        Assert.True(test.Mean < Math.Max(0, Choice.MeanOf(In(0.5, 100, -90).Amount)));
    }

    // 66,000 clean, 40,000 as it is, cadmium in an eighth of the worlds; three clean lots of a hundred are called dirty.
    [Fact]
    public void Looking_for_a_trouble_is_reckoned_by_hand()
    {
        var test = TroubleTest.All["Cd"];
        var shut = Working.Given(Amount.Each(w => w is > 0 and <= Amount.Draws / 8 ? 1 : 0), Dimension.None, "cadmium", "test");
        var choice = Choice.TestFor(test, "look first", Kr(66_000), shut, Kr(40_000), Kr(40));
        Assert.Equal(0.875 * (0.97 * 66_000 + 0.03 * 40_000) + 0.125 * 40_000 - 40, choice.Mean, 1e-6);
        var verdict = LotVerdict.Of([choice, To(ChoiceKind.Sell, Kr(40_000))], null);
        Assert.Equal("Test it first", verdict.Headline);
        // What shuts the gate in every world is not bought by any margin.
        var never = Choice.TestFor(test, "look first", Kr(1e9), Working.Exact(1), Kr(40_000), Kr(40));
        Assert.Equal(39_960, never.Mean, 1e-6);
    }

    [Theory]
    [InlineData(50, VerdictKind.Do)]
    [InlineData(70, VerdictKind.Unsure)]
    public void What_has_no_price_is_named_and_may_undo_the_lead(double mayCost, VerdictKind kind)
    {
        var verdict = LotVerdict.Of([To(ChoiceKind.Do, Kr(100)), To(ChoiceKind.Sell, Kr(40))], null, ["iron", "power", "hours"], mayCost);
        Assert.Equal(kind, verdict.Kind);
        // What is certain has no range to tell.
        Assert.DoesNotContain("100 to 100", verdict.Reason);
        Assert.Contains("Not counted, for they have no price: iron, power, hours", verdict.Reason);
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
