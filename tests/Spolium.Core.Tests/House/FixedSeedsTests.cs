using CsCheck;
using Xunit;

namespace Spolium.Core.Tests.House;

/// <summary>The gate does not fail by chance.</summary>
public class FixedSeedsTests
{
    [Fact]
    public void Laws_see_the_same_draws_each_time_and_one_that_fails_names_its_draw()
    {
        static List<(int, double)> Draws()
        {
            var seen = new List<(int, double)>();
            Gen.Select(Gen.Int[0, 1000], Gen.Double[0, 1]).Sample((a, b) => seen.Add((a, b)));
            return seen;
        }
        var first = Draws();
        Assert.Equal(100, first.Count);
        Assert.True(first.Distinct().Count() > 90);
        Assert.Equal(first, Draws());
        Assert.Contains("Draw 0 of seed", Assert.Throws<InvalidOperationException>(() => Gen.Int[0, 9].Sample(_ => false)).Message);
    }
}
