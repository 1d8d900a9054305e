using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>Wherever a number is typed and cannot be, the number that a usual slip would have turned into it stands beside the
/// refusal.</summary>
public class LikeliestSlipTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static State State => Demo.Value.State;

    private static TypedNumber Read(string text, Field field = Field.Mass) =>
        QuantityParser.Read(text, field).Number ?? QuantityParser.Read(text, field).Wrong!.Number!;

    private static string? Becomes(Decision decision, string field) =>
        decision
            .Errors.First(e => e.Field == field && (e.Becomes is not null || decision.Errors.Count(x => x.Field == field) == 1))
            .Becomes;

    [Theory]
    [InlineData("680 %", Field.Share, "68 %")]
    [InlineData("9960 ‰", Field.Fineness, "996 ‰")]
    [InlineData("12 x 0.35 kg", Field.Mass, null)]
    public void A_share_above_the_whole_is_a_slip_of_the_point(string typed, Field field, string? becomes)
    {
        var told = LikeliestSlip.Told(
            new("f", "it is more than the whole", "look again"),
            Read(typed, field),
            v => v <= 1,
            field == Field.Mass ? 1 : null
        );
        Assert.Equal(becomes, told.Becomes);
        Assert.EndsWith("look again", told.WayOut);
    }

    [Fact]
    public void Without_a_slip_that_helps_nothing_is_made_up()
    {
        var error = new FieldError("f", "no", "look again");
        Assert.Same(error, LikeliestSlip.Told(error, Read("500 g"), v => v < 1e-9));
        // What was weighed with its vessel was typed as two numbers.
        Assert.Same(error, LikeliestSlip.Told(error, Read("500 g") with { Gross = true }, v => v <= 50));
    }

    [Fact]
    public void Of_two_slips_that_fit_the_nearer_to_what_was_expected_is_told()
    {
        // 21.4 for 214 (the point) and for 12.4, 24.1 (digits): what stands there decides.
        Assert.Equal("214 g", LikeliestSlip.Told(new("f", "r", "w"), Read("21.4 g"), _ => true, 210).Becomes);
        Assert.Contains("one place too far right", LikeliestSlip.Told(new("f", "r", "w"), Read("20 g"), v => v < 5).WayOut);
        // Grams that were written as kilograms, millilitres as litres; a bead in milligrams.
        Assert.Equal("0.264 kg", LikeliestSlip.Told(new("f", "r", "w"), Read("264 kg"), v => v <= 264).Becomes);
        Assert.Equal("0.05 L", LikeliestSlip.Told(new("f", "r", "w"), Read("50 L", Field.Volume), v => v <= 60).Becomes);
        Assert.Equal("4210 mg", LikeliestSlip.Told(new("f", "r", "w"), Read("4.21 mg"), v => v >= 2).Becomes);
        // The point two places off: only where one place does not do.
        Assert.Equal("2.71 g", LikeliestSlip.Told(new("f", "r", "w"), Read("271 g"), v => v < 4, 2.8).Becomes);
        Assert.Equal("12.4 g", LikeliestSlip.Told(new("f", "r", "w"), Read("21.4 g"), _ => true, 12.4, 0.2).Becomes);
    }

    [Theory]
    [InlineData("4126 kg", "412.6 kg")]
    [InlineData("9000000 g", "900000 g")]
    public void A_lot_heavier_than_a_shop_can_hold(string typed, string becomes) =>
        Assert.Equal(becomes, Becomes(LotDecisions.Receive(State, "x", "X-1", "scrap", "scrap", Read(typed), Given.Hl1(), null), "amount"));

    [Fact]
    public void A_part_that_was_misread_is_found_among_the_parts()
    {
        var lot = State
            .Lots.Values.OrderBy(l => l.Id, StringComparer.Ordinal)
            .First(l => l.Left > 100 && l.Amount.Field == Field.Mass && l.Parts.IsEmpty && l.Sources.Count == 0);
        var (half, rest) = (Math.Round(lot.Left * 0.6, 1), Math.Round(lot.Left * 0.4, 1));
        Decision Split(double a) =>
            LotDecisions.Split(State, lot.Id, [new("a1", "A1", "one", Given.Grams(a)), new("a2", "A2", "two", Given.Grams(rest))], null);
        Assert.Empty(Split(half).Errors);
        var wrong = Split(half * 10);
        Assert.Equal(["parts", "parts[0].amount"], wrong.Errors.Select(e => e.Field));
        Assert.Equal(half, Read(wrong.Errors[1].Becomes!).Value, 1e-6);
    }

    [Fact]
    public void More_than_is_left_of_a_lot_cannot_be_taken()
    {
        var lot = State.Lots["hl-9a"];
        var typed = Given.Grams(Math.Floor(lot.Left) * 10);
        var decision = Decisions.Start(
            State,
            "x",
            "26-99",
            "",
            lot.Id,
            typed,
            Routes.Chain(HobLaneWays.GoldByNitricStrip),
            ShelfAtWork.ForPlan(State, Now),
            0.01,
            Now
        );
        Assert.Equal(Math.Floor(lot.Left), Read(Becomes(decision, "amount")!).Value);
    }

    [Theory]
    [InlineData("density", "14.05 g/mL", "1.405 g/mL")]
    [InlineData("amount", "2500 L", "250 L")]
    public void A_bottle_that_cannot_be(string field, string typed, string becomes)
    {
        var wish = new BottleWish("N-99", "HNO3", Read("2.5 L", Field.Volume), Read("68 %", Field.Share), null, null, "shelf", null, true);
        wish = field == "density" ? wish with { Density = Read(typed, Field.Density) } : wish with { Amount = Read(typed, Field.Volume) };
        var form = Core.Reagents.ReagentForm.All.First(f => f.Formula == "HNO3" && f.Liquid);
        Assert.Equal(becomes, Becomes(ShelfDecisions.Receive(State, [wish with { Form = form.Id }], _ => ""), field));
    }

    [Fact]
    public void A_strength_above_its_table_is_told_with_the_one_that_could_be()
    {
        var form = Core.Reagents.ReagentForm.All.First(f => f.Formula == "HCl" && f.Liquid);
        var wish = new BottleWish("H-99", form.Id, Read("2.5 L", Field.Volume), Read("63 %", Field.Share), null, null, "shelf", null, true);
        Assert.Equal("36 %", Becomes(ShelfDecisions.Receive(State, [wish], _ => ""), "strength"));
    }

    [Fact]
    public void A_count_far_from_the_book_is_told_with_the_count_that_would_agree_and_keeps_its_reason()
    {
        var bottle = State.Shelf.Values.OrderBy(b => b.Id, StringComparer.Ordinal).First(b => b.Grams > 200 && b.DiscardedAt is null);
        var book = Math.Round(bottle.Grams);
        Assert.Equal(
            book,
            Read(Becomes(StockCounting.Count(State, [(bottle.Id, Given.Grams(book * 10))], Now, null), "lines[0].amount")!).Value
        );
        // A count that differs by nearly all that it may is proposed too, of a bottle half empty as well.
        var half = State
            .Shelf.Values.OrderBy(b => b.Id, StringComparer.Ordinal)
            .First(b => b.Grams > 200 && b.Grams < 0.7 * b.ReceivedGrams && b.DiscardedAt is null);
        var low = Math.Round(half.Grams - 0.2 * half.ReceivedGrams);
        Assert.Equal(
            low,
            Read(Becomes(StockCounting.Count(State, [(half.Id, Given.Grams(low * 10))], Now, null), "lines[0].amount")!).Value
        );
        Assert.Equal(
            "spilled",
            Assert.IsType<StockTaken>(StockCounting.Count(State, [(bottle.Id, Given.Grams(1))], Now, "spilled").Body).Reason
        );
    }

    [Fact]
    public void More_metal_out_of_a_tub_than_the_book_has_in_it()
    {
        var there = State.Pools["T1"].Holds.Sum(h => h.Holds.First(e => e.Element == "Au").Grams);
        var typed = Given.Grams(Math.Round(there * 9, 2), 0.005);
        var error = Assert.Single(Pooling.WorkUp(Demo.Value, "T1", [new("Au", typed, null)], "burnt", null).Errors);
        Assert.Equal(typed.Value / 10, Read(error.Becomes!).Value, 1e-6);
        Assert.Contains("say why", error.WayOut);
    }

    [Fact]
    public void What_was_given_up_or_sent_out_is_no_heavier_than_what_stands_there()
    {
        var fresh = Demo.Value.With(
            new(
                "f1",
                [new(Entry.BatchStream("26-07"), 1)],
                Now,
                Now,
                "AV",
                Decisions
                    .Start(
                        State,
                        "26-07",
                        "26-07",
                        "mounts",
                        "hl-9a",
                        Given.Grams(96.4),
                        Routes.Chain(HobLaneWays.GoldByNitricStrip),
                        ShelfAtWork.ForPlan(State, Now),
                        0.01,
                        Now
                    )
                    .Body!
            )
        );
        var batch = fresh.State.Batches["26-07"];
        Decision Send(double grams, string? reason = null) =>
            Detours.Send(fresh.State, batch, "assay office", Given.Grams(grams), 7, "v", reason);
        Assert.Equal("96.4 g", Becomes(Send(964), "mass"));
        Assert.Equal("in its crate", Assert.IsType<SentOut>(Send(964, "in its crate").Body).Reason);
        Assert.Null(Assert.IsType<SentOut>(Send(96.4).Body).Reason);
        Decision GiveUp(double grams, string? kept = null) =>
            Detours.GiveUp(
                fresh.State,
                batch,
                "1-nitric-strip",
                Given.Grams(grams),
                ["chlorine-lift", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt"],
                batch.Bottles,
                "no acid",
                kept
            );
        Assert.Equal("95.9 g", Becomes(GiveUp(959), "measured"));
        Assert.Equal("salt in it", Assert.IsType<BranchGivenUp>(GiveUp(959, "salt in it").Body).Kept);
    }

    // 95 % of 925 silver is 103 % of its silver (small shop, 4).
    [Fact]
    public void A_yield_is_of_the_metal_and_not_of_all_that_went_in()
    {
        var sterling = Given.Charge(new([new("Ag", Given.Share(92.5), Given.Share(92.5), Given.Share(92.5))], "Cu"), 100);
        var step = new PlannedStep(
            new("1", "wash-dry-melt", new Dictionary<string, string>(), [Route.Feed], ["1/bar"]),
            MethodCatalogue.Of("wash-dry-melt"),
            Charge.Empty,
            Given.Step("wash-dry-melt", Given.Metals(("Ag", sterling.Element("Ag").Likely))),
            Facts.None
        );
        var bar = step.Plan.Outputs.First(o => o.Main);
        var error = CannotBe.Weighed(step, bar, Given.Grams(95, 0.01), new("95"), null, 100)!;
        Assert.Contains("95.0 % of all that went in, and 103 %", error.WayOut.Replace('\u202F', ' '));
        Assert.Contains("at least 95.0 %", error.WayOut.Replace('\u202F', ' '));
        Assert.DoesNotContain("all that went in, and", CannotBe.Weighed(step, bar, Given.Grams(950, 0.01), new("950"), null, 100)!.WayOut);
    }
}
