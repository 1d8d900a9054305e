using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>What can be done with a lot: tested for a trouble, handed over, kept until more came, refused for its time.</summary>
public partial class LotAtWorkTests
{
    private static Content Karat =>
        new(
            [
                new("Au", Given.Share(58), Given.Share(58.5), Given.Share(59)),
                new("Ag", Given.Share(5), Given.Share(14), Given.Share(25)),
                new("Cd", Given.Share(0), Given.Share(0), Given.Share(10)),
            ],
            "Cu"
        );

    // Cadmium that may be there shuts the melt: not "hold it", but a test that opens the way that fits.
    [Fact]
    public void Jewellery_that_may_hold_cadmium_is_tested_for_it()
    {
        var worth = Of(With("x-karat", Karat, Given.Grams(640, 0.1)), "x-karat");
        Assert.Equal((VerdictKind.Test, "Test it first"), (worth.Verdict.Kind, worth.Verdict.Headline));
        var test = worth.Choices[0];
        Assert.Contains("look for cadmium first", test.Title);
        Assert.Contains("inquart", worth.Way!.Way.Methods);
        // 640 g × 0.585 × 905 kr × 0.97 less costs, in nine of ten worlds; else as scrap, some 100,000.
        var sold = worth.Choices.Single(c => c.Kind == ChoiceKind.Sell);
        Assert.InRange(test.Mean, 250_000, 330_000);
        Assert.InRange(sold.Mean, 90_000, 115_000);
        // An offer above what the test brings turns it.
        var offered = After(
            With("x-karat", Karat, Given.Grams(640, 0.1)),
            LotDecisions.Offer(
                With("x-karat", Karat, Given.Grams(640, 0.1)),
                "x-karat",
                TypedNumber.Of(365_000, Field.Money, "kr"),
                "a dealer"
            )
        );
        Assert.Equal("Sell it as it is", Of(offered, "x-karat").Verdict.Headline);
    }

    [Fact]
    public void A_liquor_that_nobody_works_is_handed_over_and_that_costs()
    {
        var fixer = new Content([new("Ag", Concentration(0.01), Concentration(0.02), Concentration(0.03))], null, Liquor: LiquorKind.Fixer);
        var worth = Of(With("x-fixer", fixer, TypedNumber.Of(18_000, Field.Volume, "mL")), "x-fixer");
        var left = worth.Choices.Single(c => c.Kind == ChoiceKind.Leave);
        // 18 L of some 1.05 to 1.2 kg × 7 kr
        Assert.InRange(left.Mean, -155, -120);
        Assert.DoesNotContain(worth.Choices, c => c.Kind == ChoiceKind.Sell);
    }

    /// <summary>A kind of the library as its lot would be received.</summary>
    private static Content Kind(string id)
    {
        var m = Core.Materials.MaterialLibrary.All.Single(x => x.Id == id);
        return new(
            [
                .. m
                    .Lines.Where(l => l.Element != "plastic")
                    .Select(l => new ContentLine(
                        l.Element,
                        Given.Share(l.Percent.Low),
                        Given.Share(l.Percent.Likely),
                        Given.Share(l.Percent.High)
                    )),
            ],
            m.Rest,
            Marks: m.Marks
        );
    }

    private static TypedNumber Concentration(double gramsPerLitre) => TypedNumber.Of(gramsPerLitre, Field.Concentration, "g/L");

    [Fact]
    public void A_list_with_silver_alone_says_what_is_not_counted()
    {
        var state = After(
            Demo.Value,
            PriceDecisions.Keep(
                Demo.Value,
                new("bare", "bare", [PriceFigures.MadeUp.Rows.Single(r => r.Kind == PriceKind.Metal && r.Item == "Ag")])
            )
        );
        var worth = Of(state, "hl-6a");
        Assert.Contains("Not counted, for they have no price", worth.Verdict.Reason);
        Assert.DoesNotContain("Even at its poorest", worth.Verdict.Reason);
    }

    // As much again came every ten days: half of a doubled batch saves a set-up and a sale.
    [Fact]
    public void A_kind_that_comes_in_again_and_again_may_wait()
    {
        static State Came(int day, State s) =>
            Replay.Apply(
                s,
                new(
                    $"came-{day}",
                    [],
                    Now.AddDays(day),
                    Now.AddDays(day),
                    "AV",
                    LotDecisions.Receive(s, $"x-{day}", $"X-{day}", "rims", "rolled-gold", Given.Grams(60, 0.1), Hl2Contacts, null).Body!
                )
            );
        var state = new[] { -30, -20, -10, 0 }.Aggregate(Demo.Value, (s, d) => Came(d, s));
        var worth = Of(state, "x-0");
        var wait = worth.Choices.Single(c => c.Kind == ChoiceKind.Wait);
        Assert.Contains("wait some 10 days", wait.Title);
        Assert.True(wait.Mean > worth.Choices.Single(c => c.Kind == ChoiceKind.Do).Mean);
        Assert.DoesNotContain(Of(Came(0, Demo.Value), "x-0").Choices, c => c.Kind == ChoiceKind.Wait);
    }

    private static Content Hl2Contacts =>
        new(
            [new("Ag", Given.Share(8), Given.Share(11), Given.Share(14)), new("Zn", Given.Share(14), Given.Share(19), Given.Share(24))],
            "Cu"
        );

    // Zinc above a tenth boils out, cadmium kills: both are perhaps, both are looked for, and then the way that fits is open.
    [Theory]
    [InlineData("karat-9", "look for cadmium and zinc first")]
    [InlineData("karat-14", "look for cadmium and zinc first")]
    [InlineData("karat-18", "look for cadmium first")]
    public void Jewellery_by_its_kind_is_looked_at_first(string kind, string title)
    {
        var worth = Of(With("x-kind", Kind(kind), Given.Grams(640, 0.1)), "x-kind");
        Assert.Equal("Test it first", worth.Verdict.Headline);
        Assert.StartsWith(title, worth.Choices[0].Title);
        Assert.True(worth.Choices[0].Mean > 2 * worth.Choices.Single(c => c.Kind == ChoiceKind.Sell).Mean);
    }

    // What shuts the gate in the likely world too is no perhaps: silver braze is cadmium.
    [Fact]
    public void What_is_likely_there_is_not_tested_away() =>
        Assert.DoesNotContain(Of(With("x-braze", Kind("silver-braze"), Given.Grams(640, 0.1)), "x-braze").Choices, c =>
            c.Title.Contains("Cd", StringComparison.Ordinal) || c.Kind == ChoiceKind.Test
        );

    // Rock and ceramic are no scrap: no way is offered, it says what it cannot do, and what they are worth as they are.
    [Theory]
    [InlineData("ore", "none of today is for ore")]
    [InlineData("catalyst", "no way of today is for a catalyst")]
    public void What_is_no_scrap_gets_no_way_of_scrap(string mark, string says)
    {
        var rock = new Content(
            [
                new("Au", Given.Share(0.02), Given.Share(0.05), Given.Share(0.1)),
                new("Cu", Given.Share(0.5), Given.Share(1), Given.Share(2)),
            ],
            Content.NoMetal,
            Marks: [mark]
        );
        var state = With("x-rock", rock, Given.Grams(500, 0.1));
        var worth = new LotAtWork(state, state.Lots["x-rock"], Given.Grams(500, 0.1), null, Now).Worthwhile();
        Assert.Null(worth.Way);
        Assert.Contains(says, worth.Verdict.Reason);
        Assert.NotEmpty(worth.Refused);
        Assert.DoesNotContain(worth.Choices, c => c.Kind is ChoiceKind.Do or ChoiceKind.Test);
        Assert.Contains(worth.Choices, c => c.Kind == ChoiceKind.Leave);
    }

    // The word alone raises the question, and before it is answered there is no verdict.
    [Theory]
    [InlineData("ore of the old level", "ore")]
    [InlineData("two catalytic converters, cut open", "catalyst")]
    public void The_word_asks(string title, string mark) => Assert.Equal(mark, Assert.Single(Suspicion.Raised([title, ""], [])).Mark);

    // 60 kg of rolled gold by aqua regia would stand in the filter for months.
    [Fact]
    public void A_way_that_stands_for_months_is_refused_with_what_would_shorten_it()
    {
        var state = With("x-long", Kind("clad-rolled-gold"), Given.Grams(60_000, 1));
        var ways = new LotAtWork(state, state.Lots["x-long"], Given.Grams(60_000, 1), null, Now).Ways();
        Assert.All(ways.Planned, w => Assert.InRange(w.Plan.Unattended.Likely, 0, 21 * 24));
        Assert.Contains(ways.Refused, r => r.Reason.Contains("more than 21 days") && r.WayOut.Length > 0);
    }

    // A shop that waits for years is offered what stands for years.
    [Fact]
    public void How_long_a_way_may_stand_is_the_shops_to_say()
    {
        var state = With("x-long", Kind("clad-rolled-gold"), Given.Grams(60_000, 1));
        var list = state.PricesNow!.List;
        var patient = After(state, PriceDecisions.Keep(state, list with { Id = "patient", LongestDays = 3600 }));
        var ways = new LotAtWork(patient, patient.Lots["x-long"], Given.Grams(60_000, 1), null, Now).Ways();
        Assert.Contains(ways.Planned, w => w.Plan.Unattended.Likely > 21 * 24);
        Assert.DoesNotContain(ways.Refused, r => r.Reason.Contains("more than 21 days"));
    }

    // What the least lot and the break-even are does not hang on how much was asked about, or on how rich it is believed.
    [Fact]
    public void Break_even_and_least_lot_do_not_hang_on_what_was_asked()
    {
        var content = new Content([new("Au", Given.Share(1.2), Given.Share(1.5), Given.Share(1.8))], "Cu");
        LotWorth Asked(double grams) => Of(With("x-brass", content, Given.Grams(200, 0.1)), "x-brass", amount: Given.Grams(grams));
        var way = Asked(200).Way!.Way.Id;
        PaysFrom By(double grams) =>
            At(With("x-brass", content, Given.Grams(200, 0.1)), "x-brass", amount: Given.Grams(grams)).PaysFrom(way);
        Assert.Equal(By(200).LeastLot!.Value, By(20).LeastLot!.Value, 0.02 * By(200).LeastLot!.Value);
        Assert.Equal(By(200).LeastLot!.Value, By(2000).LeastLot!.Value, 0.02 * By(200).LeastLot!.Value);
        // By bisection: nothing is left over there.
        var even = By(200).BreakEven!.Content;
        var poorer = content with { Lines = [new("Au", Given.Share(even), Given.Share(even), Given.Share(even))] };
        Assert.Equal(0, Of(With("x-even", poorer, Given.Grams(200, 0.1)), "x-even", way: way).Way!.Worth!.Margin.Likely, 15.0);
    }

    // What is pooled is worked off: the offer does not come with it.
    [Fact]
    public void An_offer_is_no_part_of_pooling()
    {
        var offered = After(Demo.Value, LotDecisions.Offer(Demo.Value, "hl-9b", TypedNumber.Of(9000, Field.Money, "kr"), "a dealer"));
        var worth = Of(offered, "hl-9b");
        Assert.Equal("Sell it as it is", worth.Verdict.Headline);
        Assert.InRange(worth.Choices.Single(c => c.Kind == ChoiceKind.Pool).Mean, 0, 2000);
    }
}
