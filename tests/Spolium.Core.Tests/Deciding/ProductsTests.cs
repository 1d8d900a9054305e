using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>A batch brings one product, several, a salt, or none.</summary>
public class ProductsTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly IReadOnlyList<Entry> Entries = DemoAt.Entries(Now);

    private static Ledger With(Ledger ledger, Decision decision, string batch) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [new(Entry.BatchStream(batch), ledger.State.Version(Entry.BatchStream(batch)) + 1)],
                Now,
                Now,
                "AV",
                decision.Body ?? throw new InvalidOperationException(decision.Errors[0].Reason)
            )
        );

    // Batch 26-01 with its last step at hand.
    private static Ledger BeforeTheBar() => Ledger.Of(Entries.TakeWhile(e => e.Body is not ProductWeighed { BatchId: "26-01" }));

    private static Decision Weigh(Ledger ledger, string output, double grams, bool isProduct = false) =>
        StepDecisions.Weigh(
            ledger.State,
            ledger.State.Batches["26-01"],
            "6-wash-dry-melt",
            output,
            Given.Grams(grams, 0.01),
            null,
            null,
            isProduct
        );

    [Fact]
    public void A_salt_holds_its_share_of_the_metal_times_its_purity()
    {
        var draws = new Draws("salt");
        Assert.Equal(10 * 0.985 * 107.868 / 169.872, BatchAtWork.InProduct(draws, "AgNO3", "Ag", Given.Grams(10), null).Grams, 0.01);
        var assayed = TypedNumber.Of(0.99, Field.Fineness, "‰");
        Assert.Equal(10 * 0.99 * 107.868 / 169.872, BatchAtWork.InProduct(draws, "AgNO3", "Ag", Given.Grams(10), assayed).Grams, 0.01);
        Assert.Equal(10 * 0.995, BatchAtWork.InProduct(draws, "Ag", "Ag", Given.Grams(10), null).Grams, 0.01);
    }

    [Theory]
    [InlineData("AgNO3 8, Ag 0.1", "AgNO3")]
    [InlineData("Au 8, Ag 0.5", "Au")]
    [InlineData("Cu 8, Ag 0.5", "Ag")]
    [InlineData("SnO2 8, Au 0.5", "")]
    public void What_a_product_is_goes_by_what_most_is_there_of(string charge, string formula) =>
        Assert.Equal(formula, BatchAtWork.FormulaOf(Methods.RefusalTests.Of(charge)));

    [Fact]
    public void A_second_product_is_weighed_beside_the_first_and_both_came_out()
    {
        var one = With(BeforeTheBar(), Weigh(BeforeTheBar(), "bar", 4.21), "26-01");
        var two = With(one, Weigh(one, "slag", 3, isProduct: true), "26-01");
        var batch = two.State.Batches["26-01"];
        Assert.Equal(["bar", "slag"], batch.Products.Select(p => p.Output));
        Assert.Equal("bar", batch.Product!.Output);
        var slag = batch.ProductAt("6-wash-dry-melt", "slag")!;
        // Of a mixture the method says what it holds: a slag of three grams is no gold of three grams.
        Assert.InRange(slag.Holds.Single().Grams, 0.0001, 0.5);
        var (before, after) = (BatchBalance.InProduct(one.State.Batches["26-01"], "Au")!, BatchBalance.InProduct(batch, "Au")!);
        Assert.Equal(before.Likely + slag.Holds.Single().Grams, after.Likely, 1e-6);
        var closed = With(two, StepDecisions.Close(two.State, batch, "6-wash-dry-melt", "both weighed"), "26-01");
        Assert.Equal(HoldingKind.Product, HoldingKind.PlaceOf(closed.State, Account.Holding("26-01", "6-wash-dry-melt/slag")).Place);
        Assert.All(closed.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
        // What came out is counted once.
        var balance = BatchBalance.Of(closed, closed.State.Batches["26-01"], "Au");
        var beside = balance.Holdings.Where(h => h.Standing && batch.ProductAt(h.StepId, h.Output) is null).Sum(h => h.Grams.Likely);
        Assert.InRange(balance.AtLeast.Likely, balance.Product!.Likely, balance.Product.Likely + beside);
        // Weighed anew it takes the place of what was weighed before.
        var again = With(two, Weigh(two, "slag", 2.5, isProduct: true), "26-01");
        Assert.Equal(2, again.State.Batches["26-01"].Products.Count);
    }

    // 14.17 g of silver are 22.32 g of nitrate at most; booked by its formula, 63.50 % silver.
    [Theory]
    [InlineData(14.3, null)]
    [InlineData(22.2, null)]
    [InlineData(22.8, "is more than went in")]
    public void Silver_nitrate_is_bounded_by_the_silver_of_the_feed(double grams, string? why)
    {
        var sure = new Content([new("Ag", Given.Share(100), Given.Share(100), Given.Share(100))], null);
        var lot = LotDecisions.Receive(Ledger.Empty.State, "l", "X-1", "grain", "grain", Given.Grams(14.17, 0.01), sure, null);
        var received = Ledger.Empty.With(new("e1", [new(Entry.LotStream("l"), 1)], Now, Now, "AV", lot.Body!));
        var route = Routes.Chain(["nitric-part", "crystallise-silver-nitrate", "dry"]);
        var start = Decisions.Start(received.State, "b", "b", "grain", "l", Given.Grams(14.17, 0.01), route, Shop.UsualBottles, 0.01, Now);
        var ledger = With(received, start, "b");
        foreach (var step in route.Steps.Select(s => s.Id))
        {
            ledger = With(ledger, StepDecisions.Begin(ledger.State, ledger.State.Batches["b"], step, "test"), "b");
            if (step == route.Steps[^1].Id)
                break;
            foreach (var dose in BatchAtWork.Step(ledger.State, ledger.State.Batches["b"], step).Plan.Doses)
                ledger = With(
                    ledger,
                    StepDecisions.Pour(
                        ledger.State,
                        ledger.State.Batches["b"],
                        step,
                        dose.Id,
                        dose.Bottle.Id,
                        Given.Grams(dose.Grams.Likely),
                        "in one go"
                    ),
                    "b"
                );
            ledger = With(ledger, StepDecisions.Close(ledger.State, ledger.State.Batches["b"], step, "done"), "b");
        }
        var weighed = StepDecisions.Weigh(
            ledger.State,
            ledger.State.Batches["b"],
            route.Steps[^1].Id,
            "dry",
            Given.Grams(grams, 0.01),
            null,
            null
        );
        if (why is not null)
        {
            Assert.Contains(why, weighed.Errors[0].Reason, StringComparison.Ordinal);
            return;
        }
        Assert.True(weighed.Body is not null, string.Join("; ", weighed.Errors.Select(e => e.Reason + e.WayOut)));
        var product = ((ProductWeighed)weighed.Body!).Products[0];
        Assert.Equal("AgNO3", product.Formula);
        Assert.Equal(0.635 * grams, product.Holds[0].Grams, 0.02 * grams);
    }

    [Fact]
    public void What_a_later_step_takes_is_no_product()
    {
        var ledger = Ledger.Of(Entries.TakeWhile(e => e.Body is not StepClosed { BatchId: "26-01", StepId: "1-nitric-strip" }));
        var decision = StepDecisions.Weigh(
            ledger.State,
            ledger.State.Batches["26-01"],
            "1-nitric-strip",
            "foils",
            Given.Grams(4.4),
            null,
            null,
            isProduct: true
        );
        Assert.Equal("isProduct", decision.Errors[0].Field);
    }

    [Fact]
    public void A_batch_that_took_nothing_to_refine_for_closes_without_a_product()
    {
        var content = new Content([new("Cu", Given.Share(40), Given.Share(50), Given.Share(60))], null);
        var lot = LotDecisions.Receive(Ledger.Empty.State, "l", "X-1", "chips", "chips", Given.Grams(50), content, null);
        var received = Ledger.Empty.With(new("e1", [new(Entry.LotStream("l"), 1)], Now, Now, "AV", lot.Body!));
        var route = Routes.Chain(["mill"]);
        var start = Decisions.Start(received.State, "b", "b", "chips", "l", Given.Grams(50), route, [], 0.01, Now);
        var ledger = With(received, start, "b");
        Assert.False(Decisions.HasSomethingToWeigh(ledger.State.Batches["b"]));
        ledger = With(ledger, StepDecisions.Begin(ledger.State, ledger.State.Batches["b"], "1-mill", "test"), "b");
        ledger = With(ledger, StepDecisions.Close(ledger.State, ledger.State.Batches["b"], "1-mill", "milled"), "b");
        var closed = With(ledger, Decisions.CloseBatch(ledger, ledger.State.Batches["b"], Now, "AV"), "b");
        Assert.NotNull(closed.State.Batches["b"].ClosedAt);
        Assert.Null(closed.State.Batches["b"].Product);
        Assert.Equal(0, BatchBalance.Of(closed, closed.State.Batches["b"], "Au").Feed.Likely);
        // With gold in it there is something to weigh.
        Assert.True(Decisions.HasSomethingToWeigh(Ledger.Of(Entries).State.Batches["26-01"]));
    }
}
