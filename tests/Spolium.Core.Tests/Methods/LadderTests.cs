using Spolium.Core.Methods;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

public class LadderTests
{
    private static readonly Bottle Nitric = Shop.UsualBottles[0];
    private static readonly Bottle Sulfamic = Shop.UsualBottles[2];

    [Fact]
    public void First_and_last_rungs_are_halves_and_the_ladder_ends_at_the_high_dose()
    {
        var rungs = Ladder.Build(Nitric, 1000, 1300, 10, 0.01, [], false);
        Assert.Equal(rungs[1].Grams / 2, rungs[0].Grams, 1.5);
        Assert.Equal(rungs[0].Grams, rungs[^1].Grams, 1e-9);
        Assert.InRange(rungs.Sum(r => r.Grams), 1300, 1300 + rungs[^1].Grams);
        Assert.Equal(Enumerable.Range(1, rungs.Count), rungs.Select(r => r.Number));
    }

    [Fact]
    public void No_rung_is_smaller_than_the_balance_or_the_cylinder_can_tell()
    {
        Assert.All(Ladder.Build(Sulfamic, 0.3, 1.5, 10, 0.01, [], false), r => Assert.True(r.Grams >= 0.2 - 1e-9));
        Assert.All(Ladder.Build(Nitric, 2, 5, 6, 0.01, [], false), r => Assert.True(r.Millilitres >= 1 - 1e-9));
    }

    [Fact]
    public void What_was_poured_keeps_its_place_and_the_rest_follows_its_sum()
    {
        var poured = Given.Poured("nitric", "N-1", 80, 120).Pours;
        var rungs = Ladder.Build(Nitric, 1000, 1300, 10, 0.01, poured, false);
        Assert.Equal([80.0, 120.0], rungs.Take(2).Select(r => r.Grams));
        Assert.Equal(["e0", "e1"], rungs.Take(2).Select(r => r.Poured!));
        Assert.All(rungs.Skip(2), r => Assert.Null(r.Poured));
        Assert.True(rungs.Sum(r => r.Grams) >= 1300);
    }

    [Fact]
    public void An_ended_dose_shows_only_what_was_poured() =>
        Assert.Equal(2, Ladder.Build(Nitric, 1000, 1300, 10, 0.01, Given.Poured("nitric", "N-1", 80, 120).Pours, true).Count);
}
