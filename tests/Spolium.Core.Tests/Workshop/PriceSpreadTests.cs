using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>A price without a ± has that of the shop's own lists of the year before: by the days that each held.</summary>
public class PriceSpreadTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);

    private static State Write(State state, double daysAgo, Decision decision) =>
        Replay.Apply(
            state,
            new(Guid.NewGuid().ToString(), [], Now.AddDays(-daysAgo), Now, "AV", decision.Body ?? throw new InvalidOperationException())
        );

    private static PriceList Silver(string id, double crowns, double plusMinus = 0, Currency? currency = null) =>
        PriceFigures.MadeUp with
        {
            Id = id,
            Currency = currency,
            Rows =
            [
                .. PriceFigures.MadeUp.Rows.Select(r =>
                    r is { Kind: PriceKind.Metal, Item: "Ag" } ? r with { Price = TypedNumber.Of(crowns, Field.Money, "kr", plusMinus) } : r
                ),
            ],
        };

    private static State Shop(params (double DaysAgo, PriceList List)[] lists) =>
        lists.Aggregate(Ledger.Empty.State, (s, l) => Write(s, l.DaysAgo, PriceDecisions.Keep(s, l.List)));

    private static TypedNumber Price(State state) => PriceSpread.Ahead(state)!.Find(PriceKind.Metal, "Ag")!.Price;

    // 6.00 for 100 of the 365.25 days before, 8.00 for 100 more, 7.00 till then: √(200 ÷ 365.25) × 1.
    [Fact]
    public void A_metal_has_the_spread_of_the_year_before_by_the_days_that_each_list_held()
    {
        var price = Price(Shop((600, Silver("a", 7)), (200, Silver("b", 6)), (100, Silver("c", 8)), (0, Silver("d", 7))));
        Assert.Equal(7, price.Value);
        Assert.Equal(Math.Sqrt(200 / 365.25), price.Sigma, 6);
        Assert.Equal("± 1.22\u202Fkr by its lists of the year before", price.Instrument);
        Assert.Contains(
            "± 1.20\u202Fkr by its lists",
            PriceSpread.Ahead(Shop((60, Silver("a", 7.73)), (0, Silver("d", 7))))!.OfMetal("Ag")!.Source
        );
    }

    // Silver fell to a fifth: what it brings on the mean is still what it costs now.
    [Fact]
    public void A_price_that_jumped_keeps_its_mean()
    {
        var state = Shop((300, Silver("a", 11)), (0, Silver("b", 2)));
        Assert.Equal(2.0 / 3, Price(state).Sigma, 3);
        Assert.Equal(2, Choice.MeanOf(PriceSpread.Ahead(state)!.OfMetal("Ag")!.Amount), 0.01);
    }

    [Fact]
    public void What_was_written_with_its_own_keeps_it_and_one_list_has_none()
    {
        Assert.Equal(0.3, Price(Shop((100, Silver("a", 8)), (0, Silver("b", 7, 0.3)))).PlusMinus, 9);
        Assert.Equal(0, Price(Shop((100, Silver("a", 8)))).PlusMinus);
        Assert.Null(PriceSpread.Ahead(Ledger.Empty.State));
        // Reagents and hours are bought at once.
        Assert.All(PriceSpread.Ahead(Shop((100, Silver("a", 8)), (0, Silver("b", 7))))!.Rows.Where(r => r.Item != "Ag"), r =>
            Assert.Equal(0, r.Price.PlusMinus)
        );
    }

    [Fact]
    public void A_list_that_was_mended_at_once_hardly_counts_nor_does_other_money_nor_what_is_long_ago()
    {
        // Ten times as much for a minute: 63 × √(1 ÷ 1440 ÷ 365.25) would be 0.09.
        Assert.InRange(Price(Shop((400, Silver("a", 7)), (1.0 / 1440, Silver("b", 70)), (0, Silver("c", 7)))).Sigma, 0.01, 0.1);
        Assert.Equal(0, Price(Shop((100, Silver("a", 8)), (0, Silver("b", 7, 0, new("€"))))).PlusMinus);
        Assert.Equal(0, Price(Shop((900, Silver("a", 8)), (400, Silver("b", 7)), (0, Silver("c", 7)))).PlusMinus);
    }

    // What moves the price is no content: a lot that is typed exactly is not tested for it, and its margin has the spread.
    [Fact]
    public void A_verdict_carries_the_spread_and_no_test_of_the_content_tells_it()
    {
        LotWorth Of(State state)
        {
            var content = new Content([new("Ag", Given.Share(30), Given.Share(30), Given.Share(30))], "Cu");
            var with = Write(state, 0, LotDecisions.Receive(state, "l", "L-1", "a lot", "metal", Given.Grams(500, 0), content, null));
            return new LotAtWork(with, with.Lots["l"], with.Lots["l"].Amount, null, Now).Worthwhile();
        }
        var (still, moved) = (Of(Shop((0, Silver("d", 7)))), Of(Shop((300, Silver("a", 5)), (0, Silver("d", 7)))));
        Assert.InRange(moved.Knowing, 0, 0.1);
        Assert.DoesNotContain(moved.Choices, c => c.Kind == ChoiceKind.Test);
        var (narrow, wide) = (still.Way!.Worth!.Margin, moved.Way!.Worth!.Margin);
        Assert.Equal(narrow.Likely, wide.Likely, 6);
        // σ of some 1.8 kr on 150 g of silver
        Assert.True(wide.Range.Width > narrow.Range.Width + 300, $"{narrow.Range} {wide.Range}");
    }
}
