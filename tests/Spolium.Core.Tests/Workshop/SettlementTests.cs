using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Tests.Reconciling;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>Work for others: whose a lot is, what it comes to, what goes back.</summary>
public class SettlementTests
{
    private static readonly DateTimeOffset At = new(2026, 11, 26, 12, 0, 0, TimeSpan.Zero);

    private static TypedNumber Kr(double crowns) => TypedNumber.Of(crowns, Field.Money, "kr");

    private static Bench Closed(double? kept, bool leavingsGoBack)
    {
        var bench = MetalOutOfBottlesTests.Silver();
        bench.Write(
            LotDecisions.ForOthers(
                bench.Ledger.State,
                "l",
                " Mill Street Jewellers ",
                Kr(1.5),
                Kr(250),
                kept is { } k ? TypedNumber.Of(k, Field.Share, "%") : null,
                leavingsGoBack
            ),
            Entry.LotStream("l")
        );
        bench.Close();
        bench.Write(Decisions.CloseBatch(bench.Ledger, bench.Batch, At, "AV"));
        return bench;
    }

    // 300 g of sterling, 277.5 g of silver; bar 277.0 g at 995: 275.6 g. The shop keeps 10 %, 27.6 g; 248.1 g go back; the fee is
    // 275.6 × 1.5 + 250 = 663.4 kr.
    [Fact]
    public void What_comes_out_goes_back_less_the_share_and_the_fee_is_by_the_gram()
    {
        var bench = Closed(0.1, true);
        var settled = Assert.Single(Settlement.Of(bench.Ledger, bench.Batch));
        Assert.Equal("Mill Street Jewellers", settled.Terms.Owner);
        Assert.True(settled.Alone);
        var silver = settled.Metals.Single(m => m.Element == "Ag");
        Assert.Equal(277.5, silver.In.Likely, 0.1);
        Assert.Equal(277.0 * 0.995, silver.Out.Likely, 0.1);
        Assert.Equal(27.56, silver.Kept!.Likely, 0.05);
        Assert.Equal(248.05, silver.GoesBack.Likely, 0.1);
        Assert.True(silver.GoesBack.Range.Width > 0);
        Assert.Equal(silver.HeldUp.Likely * 0.9, silver.Later!.Likely, 1e-6);
        Assert.Equal(663.4, settled.Fee.Likely, 0.5);
        // The copper that a bottle lent is not the owner's.
        Assert.DoesNotContain(settled.Metals, m => m.Element == "Cu" && m.GoesBack.Likely > 0.1);
    }

    // 120 g of 14 ct with 199.1 g of the shop's silver: of the silver in the liquor 199 g are the shop's, and some 14 g the owner's.
    [Fact]
    public void Silver_that_was_lent_is_not_the_owners()
    {
        var bench = MetalOutOfBottlesTests.Inquarted();
        bench.Begin("3-nitric-part");
        foreach (var dose in bench.Planned.Plan.Doses)
            bench.Pour(dose.Id);
        bench.Write(
            StepDecisions.Weigh(
                bench.Ledger.State,
                bench.Batch,
                "3-nitric-part",
                "residue",
                Given.Grams(70.4, 0.02),
                null,
                null,
                isProduct: true
            )
        );
        bench.Close();
        bench.Write(LotDecisions.ForOthers(bench.Ledger.State, "l", "Mill Street Jewellers", null, null, null, true), Entry.LotStream("l"));
        bench.Write(Decisions.CloseBatch(bench.Ledger, bench.Batch, At, "AV"));
        var metals = Settlement.Of(bench.Ledger, bench.Batch).Single().Metals;
        Assert.InRange(metals.Single(m => m.Element == "Au").Out.Likely, 69, 70.4);
        var silver = metals.Single(m => m.Element == "Ag");
        Assert.Equal(14.4, silver.In.Likely, 0.1);
        Assert.InRange(silver.Out.Likely + silver.HeldUp.Likely, 8, 20);
        Assert.InRange(silver.Later!.Likely, 0, 20);
    }

    [Fact]
    public void Without_a_share_all_goes_back_and_leavings_stay()
    {
        var silver = Settlement.Of(Closed(null, false).Ledger, Closed(null, false).Batch).Single().Metals.Single(m => m.Element == "Ag");
        Assert.Null(silver.Kept);
        Assert.Null(silver.Later);
        Assert.Equal(silver.Out.Likely, silver.GoesBack.Likely, 1e-9);
    }

    [Fact]
    public void An_open_batch_and_a_lot_of_the_shop_settle_nothing()
    {
        var open = MetalOutOfBottlesTests.Silver();
        open.Write(LotDecisions.ForOthers(open.Ledger.State, "l", "Mill Street Jewellers", null, null, null, false), Entry.LotStream("l"));
        Assert.Empty(Settlement.Of(open.Ledger, open.Batch));
        open.Write(LotDecisions.ForOthers(open.Ledger.State, "l", "", null, null, null, false), Entry.LotStream("l"));
        open.Close();
        open.Write(Decisions.CloseBatch(open.Ledger, open.Batch, At, "AV"));
        Assert.Empty(Settlement.Of(open.Ledger, open.Batch));
    }

    [Theory]
    [InlineData("", null, "owner")]
    [InlineData("Mill Street Jewellers", 1.2, "kept")]
    public void What_cannot_be_is_told_by_its_field(string owner, double? kept, string field)
    {
        var bench = MetalOutOfBottlesTests.Silver();
        var decision = LotDecisions.ForOthers(
            bench.Ledger.State,
            "l",
            owner,
            null,
            null,
            kept is { } k ? TypedNumber.Of(k, Field.Share, "%") : null,
            false
        );
        Assert.Equal(field, Assert.Single(decision.Errors).Field);
    }

    // The metal is not the shop's: its sheet has the fee and what it keeps, and giving the lot back brings nothing.
    [Fact]
    public void The_sheet_of_a_lot_of_others_has_the_fee_in_the_place_of_the_metal()
    {
        var bench = Closed(0.1, true);
        var terms = BatchWorth.Terms(bench.Ledger.State, bench.Batch, PriceFigures.MadeUp);
        var worth = BatchWorth.Of(bench.Ledger.State, bench.Batch, BatchAtWork.Plan(bench.Ledger.State, bench.Batch), terms);
        double Line(string id) => worth.Lines.Single(l => l.Id == id).Kr.Likely;
        Assert.DoesNotContain(worth.Lines, l => l.Id == "paid" || l.Id.StartsWith("held-", StringComparison.Ordinal));
        Assert.Equal(275.6 * 1.5, Line("fee"), 1.0);
        Assert.Equal(250, Line("fee-once"));
        // 27.56 g × (11.2 × 0.92 − 0.25)
        Assert.Equal(27.56 * 10.054, Line("kept"), 0.5);
        Assert.Equal(0, worth.AsItIs.Likely);
    }
}
