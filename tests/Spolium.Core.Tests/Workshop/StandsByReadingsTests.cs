using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>What was weighed in the end and what a method told of a residue are not both counted.</summary>
public class StandsByReadingsTests
{
    // 60 g at 92.5 %: 55.5 g of silver. With half of the acid logged the method leaves some 25 g of it in the residue, which nobody
    // weighed; 42 g × 0.995 = 41.8 g came out, so 55.5 − 41.8 = 13.7 g stand there, and not 25.
    [Fact]
    public void What_the_bar_shows_gone_from_a_residue_is_not_counted_there_too()
    {
        var bench = HalfOfTheAcid();
        var told = bench.Ledger.Book.Grams("batch/b/1-nitric-part/residue", "Ag");
        Assert.InRange(told, 20, 30);
        bench.Weigh("bar", 42, 0.995, "the log has too little acid").SeeAll().Close();
        Assert.True(bench.Book.AddsUp);
        var silver = bench.Balance("Ag");
        // The book has what was posted; what is told of the feed does not.
        Assert.Equal(told, bench.Ledger.Book.Grams("batch/b/1-nitric-part/residue", "Ag"));
        Assert.Equal(55.5, silver.AtLeast.Likely, 0.5);
        Assert.Equal(41.8 / 55.5, silver.Recovery!.Likely, 0.01);
    }

    // The same with a bar of 55.6 g: the readings disagree, so nobody knows which of them is wrong, and the methods' own is told.
    [Fact]
    public void Where_readings_disagree_what_the_methods_told_stands()
    {
        var bench = HalfOfTheAcid();
        bench.Weigh("bar", 55.6, 0.995, "the log has too little acid").SeeAll().Close();
        Assert.False(bench.Book.AddsUp);
        var silver = bench.Balance("Ag");
        var told = silver.Holdings.Where(h => h.Standing && h.Output != "bar").Sum(h => h.Grams.Likely);
        Assert.Equal(silver.Product!.Likely + told, silver.AtLeast.Likely, 1e-6);
    }

    private static Bench HalfOfTheAcid()
    {
        var sterling = new Content([new("Ag", Given.Share(92.2), Given.Share(92.5), Given.Share(92.8))], "Cu");
        var bench = new Bench(sterling, 60, "nitric-part", "copper-cement", "wash", "dry", "melt");
        bench.Begin("1-nitric-part");
        foreach (var dose in bench.Planned.Plan.Doses)
            bench.Pour(dose.Id, dose.Id == "nitric" ? dose.Grams.Likely / 2 : null);
        bench.SeeAll().Close();
        bench.AsPlanned("2-copper-cement").AsPlanned("3-wash").AsPlanned("4-dry").Begin("5-melt").Pour("borax");
        return bench;
    }
}
