using Spolium.Core.Methods;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>A ladder is whole: by one rule, in at most 24 rungs, to the high end or it says how far it goes.</summary>
public class LadderTests
{
    private static readonly Bottle Nitric = Shop.Usual.Of("HNO3");
    private static readonly Bottle Sulfamic = Shop.Usual.Of("H3NSO3");

    private static (IReadOnlyList<Rung> Rungs, double? GoesTo) Build(
        Bottle bottle,
        double low,
        double high,
        double most,
        IReadOnlyList<Pour>? poured = null,
        bool foams = false,
        int parts = 1
    ) => Ladder.Build(bottle, new(low, high, most, parts, foams), 0.01, poured ?? [], false);

    // 36.39 g of gold after 27.6 g of nitric acid are left: 39 to 49 g, p of ten portions, 0.2 g the least.
    [Fact]
    public void Sulfamic_acid_for_27_6_g_of_nitric_acid_reaches_49_g_in_24_rungs()
    {
        var (rungs, goesTo) = Build(Sulfamic, 39, 49, 3.9);
        Assert.Null(goesTo);
        Assert.InRange(rungs.Count, 12, 24);
        Assert.Equal(49, rungs.Sum(r => r.Grams), 0.2);
        Assert.All(rungs, r => Assert.InRange(r.Grams, 0.2 - 1e-9, 3.9 + 1e-9));
        // Even up to the low end; from there half of the one before, or the rest shared out.
        Assert.All(rungs.Take(10), r => Assert.Equal(3.9, r.Grams, 1e-9));
        Assert.Equal(2.0, rungs[10].Grams, 0.06);
        Assert.Equal(1.0, rungs[11].Grams, 0.06);
    }

    [Theory]
    [InlineData(39, 49, 3.9, false)]
    [InlineData(0, 10, 2, false)]
    [InlineData(1264, 1669, 80, true)]
    [InlineData(51, 75, 7.5, true)]
    [InlineData(0.05, 0.1, 0.01, false)]
    [InlineData(5, 5, 0.5, false)]
    [InlineData(1000, 1300, 130, true)]
    public void Every_ladder_reaches_the_high_end_by_less_than_a_rung_or_says_how_far_it_goes(double low, double high, double p, bool foams)
    {
        foreach (var bottle in new[] { Sulfamic, Nitric })
        {
            var (rungs, goesTo) = Build(bottle, low, high, p, foams: foams);
            var sum = rungs.Sum(r => r.Grams);
            Assert.InRange(rungs.Count, 1, Ladder.MostRungs);
            Assert.Equal(Enumerable.Range(1, rungs.Count), rungs.Select(r => r.Number));
            Assert.All(rungs, r => Assert.True(r.Grams <= Math.Max(p, Ladder.Smallest(bottle, 0.01)) * (1 + 1e-9)));
            Assert.All(rungs, r => Assert.True(r.Grams >= Ladder.Smallest(bottle, 0.01) - 1e-9));
            if (goesTo is { } end)
                Assert.Equal((24, sum), (rungs.Count, end));
            else
                Assert.InRange(sum, high * (1 - 1e-6), high + rungs[^1].Grams);
        }
    }

    [Fact]
    public void What_24_rungs_cannot_reach_is_said() => Assert.Equal(24 * 1.0, Build(Sulfamic, 30, 60, 1).GoesTo!.Value, 1e-9);

    [Fact]
    public void What_foams_begins_with_a_quarter()
    {
        var (rungs, _) = Build(Sulfamic, 40, 40, 4, foams: true);
        Assert.Equal(1, rungs[0].Grams, 1e-9);
        Assert.True(rungs[1].Grams > 3.8);
    }

    [Fact]
    public void Of_less_than_can_be_measured_the_least_is_poured()
    {
        Assert.Equal(0.2, Assert.Single(Build(Sulfamic, 0.004, 0.01, 0.001).Rungs).Grams, 1e-9);
        Assert.Equal(1, Assert.Single(Build(Nitric, 0.01, 0.02, 0.01).Rungs).Millilitres!.Value, 1e-9);
    }

    [Fact]
    public void What_was_poured_keeps_its_place_and_the_rest_follows_its_sum()
    {
        var poured = Given.Poured("nitric", "N-1", 80, 120).Pours;
        var rungs = Build(Nitric, 1000, 1300, 130, poured).Rungs;
        Assert.Equal([80.0, 120.0], rungs.Take(2).Select(r => r.Grams));
        Assert.Equal(["e0", "e1"], rungs.Take(2).Select(r => r.Poured!));
        Assert.All(rungs.Skip(2), r => Assert.Null(r.Poured));
        Assert.Equal(1300, rungs.Sum(r => r.Grams), 2);
    }

    [Fact]
    public void Three_parts_have_three_ladders_and_what_was_poured_fills_them_one_by_one()
    {
        var (rungs, goesTo) = Build(Sulfamic, 90, 120, 5, parts: 3);
        Assert.Null(goesTo);
        Assert.Equal([1, 2, 3], rungs.Select(r => r.Part).Distinct());
        Assert.All(rungs.GroupBy(r => r.Part), part => Assert.Equal(40, part.Sum(r => r.Grams), 0.2));
        Assert.All(rungs.GroupBy(r => r.Part), part => Assert.InRange(part.Count(), 8, 24));
        var later = Build(Sulfamic, 90, 120, 5, Given.Poured("sulfamic", "S-1", 40, 10).Pours, parts: 3).Rungs;
        Assert.Equal(30, later.Where(r => r is { Part: 2, Poured: null }).Sum(r => r.Grams), 0.2);
        Assert.DoesNotContain(later, r => r is { Part: 1, Poured: null });
    }

    [Fact]
    public void An_ended_dose_shows_only_what_was_poured() =>
        Assert.Equal(2, Ladder.Build(Nitric, new(1000, 1300, 130), 0.01, Given.Poured("nitric", "N-1", 80, 120).Pours, true).Rungs.Count);
}
