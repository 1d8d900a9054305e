using Spolium.Core.Accounts;
using Spolium.Core.Chemistry;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Leavings, products, tubs and bottles become lots, and are worked like any other.</summary>
public partial class TakingOverTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));
    private const string Filter = "26-01/4-clear/filter";
    private const string Barren = "26-01/5-metabisulphite/barren";
    private const string Bar = "26-01/6-wash-dry-melt/bar";

    private static TypedNumber Ml(double ml) => TypedNumber.Of(ml, Field.Volume, "mL");

    private static Decision Take(
        Ledger ledger,
        FeedFrom from,
        string id,
        TypedNumber amount,
        LiquorKind? liquor = null,
        string code = "HL-21"
    ) => TakingOver.Decide(ledger, "lot-21", code, "from the house", new(from, id, amount), liquor, Now);

    private static Ledger Write(Ledger ledger, Decision decision, params string[] streams) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [.. streams.Select(s => new StreamVersion(s, ledger.State.Version(s) + 1))],
                Now,
                Now,
                "AV",
                decision.Body ?? throw new InvalidOperationException(decision.Errors[0].Reason)
            )
        );

    private static Ledger Taken(Ledger ledger, FeedFrom from, string id, TypedNumber amount, LiquorKind? liquor = null) =>
        Write(ledger, Take(ledger, from, id, amount, liquor), Entry.LotStream("lot-21"), Entry.FeedStream(new(from, id, amount)));

    private static Charge ChargeOf(Ledger ledger) =>
        BatchFeed.FeedOf(ledger.State, ledger.State.Lots["lot-21"], ledger.State.Lots["lot-21"].Amount);

    private static void SumsToNothing(Ledger ledger) =>
        Assert.All(ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));

    /// <summary>Holdings of batches join as lots do: each is taken over, then they are put together and worked as one.</summary>
    [Fact]
    public void Two_leavings_of_batches_join_before_a_step()
    {
        var first = Taken(Demo.Value, FeedFrom.Holding, Filter, Given.Grams(6));
        var second = first
            .State.Batches.Values.OrderBy(b => b.Id, StringComparer.Ordinal)
            .SelectMany(b => b.Steps.Keys.Order(StringComparer.Ordinal).Select(s => (Batch: b, Holding: $"{s}/filter")))
            .Where(x =>
                x.Batch.Step(x.Holding.Split('/')[0]).Outputs.Any(o => o.Output == "filter") && !x.Batch.Pooled.ContainsKey(x.Holding)
            )
            .Select(x => $"{x.Batch.Id}/{x.Holding}")
            .First(h => h != Filter);
        var feed = new Feed(FeedFrom.Holding, second, Given.Grams(4));
        var both = Write(
            first,
            TakingOver.Decide(first, "lot-22", "HL-22", "from the house too", feed, null, Now),
            Entry.LotStream("lot-22"),
            Entry.FeedStream(feed)
        );
        var pooled = Write(
            both,
            LotPooling.Pool(both.State, "lot-23", "HL-23", "two filters", [new("lot-21", Given.Grams(6)), new("lot-22", Given.Grams(4))]),
            Entry.LotStream("lot-21"),
            Entry.LotStream("lot-22"),
            Entry.LotStream("lot-23")
        );
        Charge Of(string lot, Ledger at) => BatchFeed.FeedOf(at.State, at.State.Lots[lot], at.State.Lots[lot].Amount);
        var sum = Of("lot-21", both).Plus(Of("lot-22", both));
        foreach (var element in new[] { "Au", "Ag", "Cu" })
            Assert.Equal(sum.Element(element).Likely, Of("lot-23", pooled).Element(element).Likely, 1e-6);
        SumsToNothing(pooled);
    }

    [Fact]
    public void A_leaving_goes_over_whole_and_the_batch_still_knows_of_it()
    {
        var was = Demo.Value;
        var now = Taken(was, FeedFrom.Holding, Filter, Given.Grams(6));
        var account = Account.Holding("26-01", "4-clear/filter");
        foreach (var element in was.Book.ElementsOn(account))
        {
            Assert.Equal(was.Book.Grams(account, element), now.Book.Grams(Account.Lot("lot-21"), element), 1e-6);
            Assert.Equal(0, now.Book.Grams(account, element), 1e-9);
            Assert.Equal(was.Book.Grams(account, element), ChargeOf(now).Element(element).Likely, 1e-4);
        }
        SumsToNothing(now);
        var (before, after) = (
            BatchBalance.Of(was, was.State.Batches["26-01"], "Au"),
            BatchBalance.Of(now, now.State.Batches["26-01"], "Au")
        );
        Assert.Equal(before.Unaccounted.Likely, after.Unaccounted.Likely, 1e-6);
        Assert.Contains(after.Holdings, h => h.Name == "filter, in HL-21" && h.Standing && h.Account == Account.Lot("lot-21"));
        Assert.Equal("from", Take(now, FeedFrom.Holding, Filter, Given.Grams(6), code: "HL-22").Errors[0].Field);
        Assert.Equal("output", Pooling.PutIn(now, "T1", "26-01", "4-clear", "filter").Errors[0].Field);
    }

    [Fact]
    public void What_was_solid_keeps_its_form_and_what_the_weight_has_more_is_unknown()
    {
        var charge = ChargeOf(Taken(Demo.Value, FeedFrom.Holding, Filter, Given.Grams(6)));
        Assert.Equal(6, charge.Mass().Likely, 0.01);
        Assert.True(charge.Unknown.Likely > 0);
        var cake = Methods.RefusalTests.Of("AgCl 5, Ag 1, H2O 2");
        var again = HeldCharge.Of(HeldCharge.Of(cake, 10, _ => 1), Working.Given(10, Dimension.Mass, "cake", "weighed"), new Draws("cake"));
        Assert.Equal(5, again.Grams(new("AgCl", Phase.Solid)).Likely, 1e-9);
        Assert.Equal(1, again.Grams(new("Ag", Phase.Solid)).Likely, 1e-9);
        Assert.Equal(2, again.Unknown.Likely, 1e-9);
        // What weighs less than it should is no more than it weighs.
        var light = HeldCharge.Of(HeldCharge.Of(cake, 5, _ => 1), Working.Given(5, Dimension.Mass, "cake", "weighed"), new Draws("cake"));
        Assert.Equal(5, light.Mass().Likely, 1e-9);
    }

    [Fact]
    public void A_liquor_keeps_its_ions_and_is_neutral_in_every_world()
    {
        var was = Demo.Value;
        var now = Taken(was, FeedFrom.Holding, Barren, Ml(400));
        var lot = now.State.Lots["lot-21"];
        Assert.Equal(LiquorKind.Chloride, lot.Content.Liquor);
        var charge = ChargeOf(now);
        var barren = BatchAtWork
            .AsItStands(was.State, was.State.Batches["26-01"], "5-metabisulphite")
            .Plan.Outputs.First(o => o.Id == "barren")
            .Charge;
        foreach (var species in new[] { Species.Chloride, Species.Nitrate, Species.Water, new("Cu2+", Phase.Aqueous) })
            Assert.Equal(barren.Of(species).Likely, charge.Of(species).Likely, 1e-3 * Math.Max(0.01, barren.Of(species).Likely));
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.Equal(0, charge.Moles.Sum(m => m.Key.Parse().Charge * m.Value.Amount[w]), 1e-9);
    }

    [Fact]
    public void It_is_planned_worked_and_split_like_a_lot_and_the_metal_goes_along()
    {
        var ledger = Taken(Demo.Value, FeedFrom.Holding, Barren, Ml(400));
        var route = Routes.Chain(["copper-cement"]);
        var start = Decisions.Start(
            ledger.State,
            "26-90",
            "26-90",
            "barren",
            "lot-21",
            Ml(400),
            route,
            Core.Reagents.Shop.UsualBottles,
            0.01,
            Now
        );
        var begun = Write(ledger, start, Entry.BatchStream("26-90"), Entry.LotStream("lot-21"));
        Assert.Equal(ledger.Book.Grams(Account.Lot("lot-21"), "Au"), begun.Book.Grams(Account.Holding("26-90", Route.Feed), "Au"), 1e-6);
        var plan = BatchAtWork.Plan(begun.State, begun.State.Batches["26-90"]);
        Assert.Null(plan.Refused);
        Assert.True(plan.Steps[0].Plan.Outputs[0].Charge.Element("Au").Likely > 0);
        SumsToNothing(begun);
        // What a split or a batch rests on cannot be taken back, what nothing rests on can.
        Assert.NotNull(Corrections.Refuse(begun.State, begun.State.Lots["lot-21"].EntryId));
        Assert.Null(Corrections.Refuse(ledger.State, ledger.State.Lots["lot-21"].EntryId));
        var back = Write(
            ledger,
            Decisions.Correct(ledger.State, ledger.State.Lots["lot-21"].EntryId, "the wrong beaker", null),
            Entry.LotStream("lot-21")
        );
        Assert.False(back.State.Lots.ContainsKey("lot-21"));
        Assert.Empty(back.State.Batches["26-01"].Pooled);
        Assert.Equal(
            Demo.Value.Book.Grams(Account.Holding("26-01", "5-metabisulphite/barren"), "Au"),
            back.Book.Grams(Account.Holding("26-01", "5-metabisulphite/barren"), "Au"),
            1e-9
        );
    }

    [Fact]
    public void The_product_of_a_closed_batch_is_worked_again_and_stays_what_the_batch_brought()
    {
        var was = Demo.Value;
        var now = Taken(was, FeedFrom.Holding, Bar, Given.Grams(4.21));
        var bar = was.State.Batches["26-01"].Product!.Holds.Single(h => h.Element == "Au").Grams;
        Assert.Equal(bar, now.Book.Grams(Account.Lot("lot-21"), "Au"), 1e-6);
        // The book's grams go over, by the assay; not what the plan reckoned.
        Assert.Equal(bar, ChargeOf(now).Grams(Species.Gold).Likely, 1e-6);
        Assert.Equal(
            BatchBalance.Of(was, was.State.Batches["26-01"], "Au").Recovery!.Likely,
            BatchBalance.Of(now, now.State.Batches["26-01"], "Au").Recovery!.Likely,
            1e-9
        );
        Assert.Equal("from", Take(now, FeedFrom.Holding, Bar, Given.Grams(4.21), code: "HL-22").Errors[0].Field);
    }

    [Fact]
    public void A_step_is_not_opened_again_under_a_lot_that_was_made_of_it()
    {
        const string Strip = "26-02/1-nitric-strip/strip-liquor";
        var now = Taken(Demo.Value, FeedFrom.Holding, Strip, Ml(600));
        var closing = now.State.Entries.Last(e => e.Body is StepClosed { BatchId: "26-02", StepId: "1-nitric-strip" }).Id;
        Assert.Contains("HL-21", Corrections.Refuse(now.State, closing)!.Reason);
        Assert.DoesNotContain("HL-21", Corrections.Refuse(Demo.Value.State, closing)?.Reason ?? "");
    }

    [Fact]
    public void A_tub_goes_over_with_all_that_was_put_into_it()
    {
        var was = Demo.Value;
        var gold = was.Book.Grams(Account.Pool("T1"), "Au");
        Assert.True(gold > 0);
        var now = Taken(was, FeedFrom.Pool, "T1", Given.Grams(250));
        Assert.Equal(gold, now.Book.Grams(Account.Lot("lot-21"), "Au"), 1e-6);
        Assert.Equal(gold, ChargeOf(now).Element("Au").Likely, 1e-3);
        Assert.Empty(now.State.Pools["T1"].Holds);
        var over = Assert.Single(now.State.Pools["T1"].TakenOver);
        Assert.Equal(("lot-21", was.State.Pools["T1"].Holds.Count), (over.LotId, over.From.Count));
        Assert.Equal("from", Take(now, FeedFrom.Pool, "T1", Given.Grams(250), code: "HL-22").Errors[0].Field);
        SumsToNothing(now);
    }

    [Fact]
    public void So_much_of_a_bottle_is_a_lot_and_leaves_the_bottle()
    {
        var made = new NewBottle(
            "Ag-9",
            "silver-grain",
            "fine silver",
            "Ag",
            Given.Grams(50),
            50,
            new(0.999, 0.001, null, "label", []),
            null,
            "",
            null,
            true
        );
        var was = Write(Demo.Value, Decision.Write(new BottlesReceived([made])), Entry.BottleStream("Ag-9"));
        var now = Taken(was, FeedFrom.Bottle, "Ag-9", Given.Grams(20));
        Assert.Equal(30, now.State.Shelf["Ag-9"].Grams, 1e-9);
        Assert.Equal(19.98, now.Book.Grams(Account.Lot("lot-21"), "Ag"), 0.001);
        Assert.Equal(19.98, ChargeOf(now).Element("Ag").Likely, 0.01);
        SumsToNothing(now);
        Assert.Equal("amount", Take(now, FeedFrom.Bottle, "Ag-9", Given.Grams(31), code: "HL-22").Errors[0].Field);
        Assert.Equal("from", Take(now, FeedFrom.Bottle, "N-1", Ml(10), code: "HL-22").Errors[0].Field);
    }

    [Theory]
    [InlineData(FeedFrom.Holding, "26-01/4-clear/lid", "6 g", "from")]
    [InlineData(FeedFrom.Holding, "99-01/4-clear/filter", "6 g", "from")]
    [InlineData(FeedFrom.Holding, "nothing", "6 g", "from")]
    [InlineData(FeedFrom.Holding, "26-01/1-nitric-strip/foils", "6 g", "from")]
    [InlineData(FeedFrom.Holding, Filter, "6 mL", "amount")]
    [InlineData(FeedFrom.Holding, Barren, "400 g", "amount")]
    [InlineData(FeedFrom.Holding, Filter, "0 g", "amount")]
    [InlineData(FeedFrom.Holding, Bar, "0.421 g", "amount")]
    [InlineData(FeedFrom.Pool, "T9", "6 g", "from")]
    [InlineData(FeedFrom.Pool, "T1", "6 mL", "amount")]
    [InlineData(FeedFrom.Pool, "T1", "1 mg", "amount")]
    [InlineData(FeedFrom.Bottle, "none", "6 g", "from")]
    [InlineData(FeedFrom.Lot, "HL-1", "6 g", "from")]
    public void What_cannot_become_a_lot_is_told(FeedFrom from, string id, string amount, string field)
    {
        var typed = QuantityParser.Read(amount, amount.EndsWith("mL", StringComparison.Ordinal) ? Field.Volume : Field.Mass).Number!;
        Assert.Equal(field, Take(Demo.Value, from, id, typed).Errors[0].Field);
    }
}
