using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Glass broke: the batch closes where it was lost, and the books count it.</summary>
public class LostBatchTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 26, 8, 0, 0, TimeSpan.Zero);

    private static Bench Broken(bool begun)
    {
        var bench = new Bench(
            new([new("Ag", Given.Share(92.2), Given.Share(92.5), Given.Share(92.8))], "Cu"),
            60,
            "nitric-part",
            "copper-cement",
            "wash"
        );
        bench.AsPlanned("1-nitric-part");
        return begun ? bench.Begin("2-copper-cement").Pour("bar", 40) : bench;
    }

    private static Decision Lost(Bench bench, string? reason = "the beaker cracked") =>
        Decisions.CloseAsLost(bench.Ledger, bench.Batch, Now, "AV", reason);

    [Theory]
    [InlineData(false)]
    [InlineData(true)]
    public void It_closes_where_it_was_lost_and_nothing_stands(bool begun)
    {
        var bench = Broken(begun);
        Assert.NotEmpty(Decisions.CloseBatch(bench.Ledger, bench.Batch, Now, "AV").Errors);
        bench.Write(Lost(bench));
        var batch = bench.Batch;
        Assert.NotNull(batch.ClosedAt);
        Assert.Equal(("2-copper-cement", "the beaker cracked"), (batch.Lost!.StepId, batch.Lost.Reason));
        Assert.Null(batch.Current);
        Assert.Equal(0, bench.Ledger.Book.Grams("batch/b/1-nitric-part/silver-liquor", "Ag"), 1e-6);
        // 55.5 g of silver, less what the step before left in its residue.
        Assert.InRange(bench.Ledger.Book.Grams("unaccounted/batch/b", "Ag"), 54, 55.6);
        Assert.All(bench.Ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
        // The bar that hung in it is lost too.
        if (begun)
            Assert.Equal(-39.96, bench.Ledger.Book.Grams(Account.Bottles, "Cu"), 0.01);
        // A replay comes to the same.
        var again = Ledger.Of(bench.Ledger.State.Entries);
        Assert.Equal(bench.Ledger.Book.Grams("unaccounted/batch/b", "Ag"), again.Book.Grams("unaccounted/batch/b", "Ag"));
    }

    [Fact]
    public void Its_recovery_is_nothing_and_the_books_keep_it()
    {
        var bench = Broken(begun: true);
        bench.Write(Lost(bench));
        var balance = BatchBalance.Of(bench.Ledger, bench.Batch, "Ag");
        Assert.Equal(0, balance.Recovery!.Likely);
        Assert.InRange(balance.Unaccounted.Likely, 54, 55.6);
        var metal = Assert.Single(bench.Batch.Summary!.Metals);
        Assert.Equal("Ag", metal.Element);
        Assert.Equal(0, metal.Product.Value);
        Assert.Null(bench.Batch.Summary.Money);
        Assert.Equal(0, Assert.Single(bench.Batch.Recoveries).Likely);
    }

    [Fact]
    public void It_wants_a_reason_and_something_that_can_be_lost()
    {
        Assert.Equal("reason", Lost(Broken(false), " ").Errors[0].Field);
        var bench = Broken(begun: true);
        bench.Write(Lost(bench));
        Assert.NotEmpty(Lost(bench).Errors);
        // Taken back, it goes on where it was.
        bench.Write(Decisions.Correct(bench.Ledger.State, bench.Ledger.State.Entries[^1].Id, "it was another beaker", null));
        Assert.Null(bench.Batch.Lost);
        Assert.Equal("2-copper-cement", bench.Batch.Current!.Id);
        Assert.InRange(bench.Ledger.Book.Grams("batch/b/1-nitric-part/silver-liquor", "Ag"), 54, 55.6);
    }
}
