using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>Verdicts on lots: those of the demo shop, and those that say why nothing can be said.</summary>
public partial class LotAtWorkTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<State> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)).State);

    private static LotWorth Of(State state, string lotId, Content? content = null, TypedNumber? amount = null, string? way = null) =>
        At(state, lotId, content, amount).Worthwhile(way);

    private static LotAtWork At(State state, string lotId, Content? content = null, TypedNumber? amount = null) =>
        new(state, state.Lots[lotId], amount ?? state.Lots[lotId].Amount, content, Now);

    /// <summary>Where its best way begins to pay.</summary>
    private static PaysFrom Pays(State state, string lotId, TypedNumber? amount = null) =>
        At(state, lotId, null, amount).PaysFrom(Of(state, lotId, null, amount).Way!.Way.Id);

    /// <summary>The demo shop after somebody wrote one entry more.</summary>
    private static State After(State state, params Decision[] decisions) =>
        decisions.Aggregate(state, (s, d) =>
            Replay.Apply(
                s,
                new(
                    Guid.NewGuid().ToString(),
                    [],
                    Now,
                    Now,
                    "AV",
                    d.Body ?? throw new InvalidOperationException(string.Join("; ", d.Errors.Select(e => e.Reason)))
                )
            )
        );

    private static State With(string lotId, Content content, TypedNumber? amount = null) =>
        After(
            Demo.Value,
            LotDecisions.Receive(
                Demo.Value,
                lotId,
                lotId.ToUpperInvariant(),
                "a lot",
                "metal",
                amount ?? Given.Grams(200, 0.1),
                content,
                null
            )
        );

    [Theory]
    [InlineData("hl-2a", VerdictKind.Do, "Do it")]
    [InlineData("hl-3a", VerdictKind.Pool, "Pool it with HL-3b")]
    [InlineData("hl-3b", VerdictKind.Pool, "Pool it with HL-3a")]
    [InlineData("hl-6a", VerdictKind.Pool, "Pool it with HL-6b")]
    [InlineData("hl-6b", VerdictKind.Pool, "Pool it with HL-6a")]
    [InlineData("hl-9a", VerdictKind.Pool, "Pool it with HL-9b")]
    [InlineData("hl-9b", VerdictKind.Pool, "Pool it with HL-9a")]
    [InlineData("hl-2b", VerdictKind.Hold, "Hold it")]
    public void Verdicts_of_the_demo_shop(string lotId, VerdictKind kind, string headline)
    {
        var worth = Of(Demo.Value, lotId);
        Assert.Equal((kind, headline), (worth.Verdict.Kind, worth.Verdict.Headline));
        // The headline is the choice with the best mean, and every choice stands on the one axis.
        Assert.Equal(worth.Choices.Max(c => c.Mean), worth.Choices[0].Mean);
        Assert.Contains(worth.Choices, c => c.Kind == ChoiceKind.Leave);
    }

    [Fact]
    public void The_way_it_is_reckoned_by_leaves_most_over()
    {
        var worth = Of(Demo.Value, "hl-2a");
        Assert.Equal("silver by nitric acid, copper", worth.Way!.Way.Title);
        Assert.True(
            Of(Demo.Value, "hl-2a", way: string.Join('/', HobLaneWays.SilverByChloride)).Way!.Worth!.Margin.Likely
                < worth.Way.Worth!.Margin.Likely
        );
    }

    [Fact]
    public void At_its_break_even_content_and_at_its_least_lot_nothing_is_left_over()
    {
        var worth = Of(Demo.Value, "hl-2a");
        var pays = Pays(Demo.Value, "hl-2a");
        var even = pays.BreakEven!;
        Assert.Equal("Ag", even.Element);
        var content = Demo.Value.Lots["hl-2a"].Content;
        Content Silver(double percent) =>
            content with
            {
                Lines =
                [
                    .. content.Lines.Select(l =>
                        l.Element == "Ag"
                            ? l with
                            {
                                Low = Given.Share(percent),
                                Likely = Given.Share(percent),
                                High = Given.Share(percent),
                            }
                            : l
                    ),
                ],
            };
        Assert.Equal(0, Of(Demo.Value, "hl-2a", Silver(even.Content), way: worth.Way!.Way.Id).Way!.Worth!.Margin.Likely, 12.0);
        Assert.InRange(even.Content, 5, 15);
        var least = TypedNumber.Of(pays.LeastLot!.Value, Field.Mass, "g");
        Assert.Equal(0, Of(Demo.Value, "hl-2a", amount: least, way: worth.Way.Way.Id).Way!.Worth!.Margin.Likely, 12.0);
        Assert.True(pays.LeastLot < 912);
    }

    [Fact]
    public void A_dearer_silver_turns_the_verdict_and_a_cheaper_one_turns_it_back()
    {
        State Priced(double crowns) =>
            After(
                Demo.Value,
                PriceDecisions.Keep(
                    Demo.Value,
                    PriceFigures.MadeUp with
                    {
                        Id = "other",
                        Title = "other",
                        Rows =
                        [
                            .. PriceFigures.MadeUp.Rows.Select(r =>
                                r.Item == "Ag" && r.Kind == PriceKind.Metal
                                    ? r with
                                    {
                                        Price = TypedNumber.Of(crowns, Field.Money, "kr"),
                                    }
                                    : r
                            ),
                        ],
                    }
                )
            );
        Assert.True(Of(Priced(30), "hl-6a").Choices[0].Kind is ChoiceKind.Do or ChoiceKind.Pool);
        Assert.Equal(VerdictKind.Hold, Of(Priced(1.5), "hl-6a").Verdict.Kind);
        Assert.Equal(VerdictKind.Sell, Of(Priced(3), "hl-2a").Verdict.Kind);
    }

    [Fact]
    public void A_lot_with_nothing_that_is_paid_is_held_and_says_so()
    {
        var iron = With("x-iron", new([], "Fe"));
        Assert.StartsWith("Nothing in it is paid for.", Of(iron, "x-iron").Verdict.Reason);
        var copper = With("x-copper", new([], "Cu"));
        // 200 g × 0.085 kr × 0.55 = 9 kr do not pay the sale of 40: it lies.
        Assert.Equal(VerdictKind.Hold, Of(copper, "x-copper").Verdict.Kind);
        Assert.Equal(9.35 - 40, Of(copper, "x-copper").Choices.Single(c => c.Kind == ChoiceKind.Sell).Mean, 0.01);
    }

    [Fact]
    public void A_lot_of_which_nothing_is_known_says_what_a_test_would_be_worth()
    {
        var state = With("x-who", new([], null), Given.Grams(3000, 1));
        var worth = Of(state, "x-who");
        Assert.Equal(VerdictKind.Test, worth.Verdict.Kind);
        Assert.True(worth.Knowing > 50);
        Assert.Contains("a test costs 90", worth.Verdict.Reason);
        Assert.Contains("a guess of Spolium’s", worth.Verdict.Reason);
        Assert.Matches("It would pay from [0-9.]+ % (silver|gold)", worth.Verdict.Reason);
        // Ten grams of it are not worth a test.
        Assert.True(Of(state, "x-who", amount: Given.Grams(10)).Knowing < 5);
    }

    [Fact]
    public void A_lot_that_no_way_takes_counts_as_a_holding()
    {
        var wire = With("x-wire", new([new("Pt", Given.Share(85), Given.Share(90), Given.Share(92))], null), Given.Grams(30));
        var worth = Of(wire, "x-wire");
        Assert.Null(worth.Way);
        // 27 g × 410 kr × 0.5
        Assert.Contains("5 535 kr as a holding".Replace(' ', ' '), worth.Verdict.Reason.Replace('\u202F', ' '));
    }

    [Fact]
    public void Without_prices_nothing_is_reckoned_and_the_verdict_says_what_to_do()
    {
        var bare = Demo.Value with { Prices = [] };
        Assert.Equal("No prices yet", Of(bare, "hl-2a").Verdict.Headline);
        Assert.NotEmpty(new LotAtWork(bare, bare.Lots["hl-2a"], bare.Lots["hl-2a"].Amount, null, Now).Ways().Planned);
    }

    [Fact]
    public void An_offer_for_all_of_it_goes_in_by_its_share_and_may_turn_the_verdict()
    {
        var offered = After(Demo.Value, LotDecisions.Offer(Demo.Value, "hl-2a", TypedNumber.Of(1500, Field.Money, "kr"), "a dealer"));
        // Less the sale of 40.
        Assert.Equal(1460, Of(offered, "hl-2a").Way!.Worth!.AsItIs.Likely, 1e-6);
        Assert.Equal(710, Of(offered, "hl-2a", amount: Given.Grams(456.1)).Way!.Worth!.AsItIs.Likely, 1e-6);
        Assert.Equal("Sell it as it is", Of(offered, "hl-2a").Verdict.Headline);
    }

    [Fact]
    public void Pooling_gains_what_doing_both_at_once_saves()
    {
        var pool = Of(Demo.Value, "hl-9b").Pool!;
        Assert.Equal(["HL-9a"], pool.Codes);
        var pooled = After(
            Demo.Value,
            LotPooling.Pool(Demo.Value, "p", "P", "both", [new("hl-9a", Given.Grams(96.4)), new("hl-9b", Given.Grams(38.2))])
        );
        var alone = Math.Max(0, Of(Demo.Value, "hl-9a").Way!.Worth!.Margin.Likely);
        Assert.Equal(pool.Together.Likely, Of(pooled, "p", way: Of(Demo.Value, "hl-9b").Way!.Way.Id).Way!.Worth!.Margin.Likely, 15.0);
        Assert.Equal(pool.Gain, pool.Together.Likely - alone, 20.0);
        // Rich and poor are not put together: dental gold stays out of it.
        Assert.DoesNotContain("HL-3a", pool.Codes);
    }

    [Fact]
    public void What_a_batch_left_over_is_reckoned_by_what_was_poured_and_weighed()
    {
        var state = Demo.Value;
        var batch = state.Batches["26-01"];
        var (worth, prices) = BatchWorth.Of(state, batch, Now)!.Value;
        Assert.Equal(PriceFigures.MadeUp.Title, prices.List.Title);
        // 4.21 g of 996 ‰: 4.193 g × (905 × 0.97 − 6)
        Assert.Equal(3655.8, worth.Lines.Single(l => l.Id == "paid").Kr.Likely, 2.0);
        // what N-1 gave, at 210 kr for 2.5 L of 68 %: the same as the shelf says
        var use = ShelfAtWork.Use(state, batch).Bottles.Single(b => b.BottleId == "N-1").Cost!;
        Assert.Equal(-use.Likely, worth.Lines.Single(l => l.Id == "reagent-HNO3").Kr.Likely, 0.01);
        var hours = BatchWorth.HandsOn(state, batch)!;
        Assert.Equal(-55 * hours.Likely, worth.Lines.Single(l => l.Id == "hands").Kr.Likely, 0.01);
        Assert.InRange(hours.Likely, 2, 12);
        Assert.Null(BatchWorth.Of(state with { Prices = [] }, batch, Now));
    }
}
