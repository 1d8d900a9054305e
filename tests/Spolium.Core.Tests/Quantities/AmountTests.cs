using CsCheck;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Quantities;

public class AmountTests
{
    private static readonly Draws Draws = new("batch");

    [Theory]
    [InlineData(58, 63, 70)]
    [InlineData(0.1, 1, 30)]
    [InlineData(1.6, 2.1, 2.7)]
    public void Draws_of_a_triple_have_its_low_and_high_at_5_and_95_percent(double low, double likely, double high)
    {
        var a = Draws.Spread("rate", new(low, likely, high), Spread.Positive);
        Assert.Equal(likely, a.Likely);
        Assert.Equal(low, a.Range.Low, 0.02 * low);
        Assert.Equal(high, a.Range.High, 0.02 * high);
    }

    [Fact]
    public void A_fraction_with_a_high_above_a_half_never_passes_one()
    {
        var a = Draws.Spread("mixing", new(0.6, 0.9, 1), Spread.Fraction);
        Assert.Equal(0.6, a.Range.Low, 0.02);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.InRange(a[w], 0, 1));
    }

    [Fact]
    public void A_likely_of_nothing_is_absent_in_half_of_the_worlds()
    {
        var a = Draws.Spread("tin", new(0, 0, 2), Spread.Positive);
        Assert.Equal(0.5, a.ShareWhere(x => x == 0), 0.02);
        Assert.Equal(2, a.Range.High, 0.05);
    }

    [Fact]
    public void A_low_of_nothing_goes_linearly_and_stops_at_nothing()
    {
        var a = Draws.Spread("ammonium", new(0, 0.05, 0.3), Spread.Fraction);
        Assert.Equal(0, a.Range.Low, 0.003);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.True(a[w] >= 0));
    }

    [Fact]
    public void The_same_name_of_one_owner_is_the_same_draw_and_another_name_is_not()
    {
        Amount Of(string owner, string name) => new Draws(owner).Spread(name, new(1, 2, 3), Spread.Positive);
        Assert.All(Enumerable.Range(0, Amount.Worlds), w => Assert.Equal(Of("HL-1", "gold")[w], Of("HL-1", "gold")[w]));
        Assert.NotEqual(Of("HL-1", "gold")[1], Of("HL-1", "copper")[1]);
        Assert.NotEqual(Of("HL-1", "gold")[1], Of("HL-2", "gold")[1]);
        // Two names must not march in step: correlation would invent knowledge.
        var (a, b) = (Of("HL-1", "gold"), Of("HL-1", "copper"));
        Assert.InRange(Amount.Covariance(a, b) / (a.Sigma * b.Sigma), -0.2, 0.2);
    }

    [Fact]
    public void Triples_that_fall_are_refused() => Assert.Throws<ArgumentException>(() => Draws.Spread("x", new(3, 2, 4), Spread.Positive));

    [Fact]
    public void Arithmetic_goes_world_by_world() =>
        Gen.Select(Gen.Double[0.1, 100], Gen.Double[0.1, 100], Gen.Double[1.01, 3])
            .Sample(
                (x, y, f) =>
                {
                    var a = Draws.Spread("a", new(x / f, x, x * f), Spread.Positive);
                    var b = Draws.Spread("b", new(y / f, y, y * f), Spread.Positive);
                    var certain = Amount.Certain(y);
                    for (var w = 0; w < Amount.Worlds; w++)
                        if (
                            (a + b)[w] != a[w] + b[w]
                            || (a - b)[w] != a[w] - b[w]
                            || (a * b)[w] != a[w] * b[w]
                            || (a / b)[w] != a[w] / b[w]
                            || (certain - a)[w] != y - a[w]
                            || (certain / a)[w] != y / a[w]
                            || Amount.Least(a, b)[w] != Math.Min(a[w], b[w])
                        )
                            return false;
                    return true;
                }
            );
}
