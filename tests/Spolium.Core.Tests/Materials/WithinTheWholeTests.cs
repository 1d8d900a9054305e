using CsCheck;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>Shares that come to more than the whole: what is known well stays.</summary>
public class WithinTheWholeTests
{
    // Gold known to half a per cent, silver and copper guessed wide.
    [Fact]
    public void A_share_that_is_known_well_keeps_its_grams()
    {
        var content = new Content(
            [
                new("Au", Given.Share(56.5), Given.Share(58.5), Given.Share(58.8)),
                new("Ag", Given.Share(5), Given.Share(20), Given.Share(40)),
                new("Cu", Given.Share(5), Given.Share(20), Given.Share(40)),
            ],
            null
        );
        var gold = Given.Charge(content, 640).Element("Au");
        Assert.InRange(gold.Range.Low, 358, 365);
        Assert.InRange(gold.Range.High, 374, 377);
        Assert.Equal(640 * 0.585, gold.Likely, 1);
    }

    private static Working Share(double low, double likely, double high, string name, Draws draws) =>
        Working.Given(draws.Spread(name, new(low, likely, high), Spread.Fraction), Dimension.None, name, "test");

    [Fact]
    public void Fitted_shares_come_to_the_whole_at_most_none_is_below_nothing_and_what_fits_is_left_alone() =>
        Gen.Select(Gen.Double[0, 0.5].Array[1, 5], Gen.Double[0, 0.5], Gen.Int[0, 1000])
            .Sample(
                (likely, spread, seed) =>
                {
                    var draws = new Draws($"s{seed}");
                    var shares = likely
                        .Select((x, i) => Share(x * (1 - spread), x, Math.Min(1, x * (1 + spread * (i + 1))), $"x{i}", draws))
                        .ToList();
                    var fitted = WithinTheWhole.Of(shares);
                    for (var w = 0; w < Amount.Worlds; w++)
                    {
                        var (was, now) = (shares.Sum(s => s.Amount[w]), fitted.Sum(s => s.Amount[w]));
                        Assert.True(now <= 1 + 1e-9 && fitted.All(s => s.Amount[w] >= 0));
                        Assert.Equal(Math.Min(1, was), now, 1e-9);
                        Assert.All(shares.Zip(fitted), p => Assert.True(p.Second.Amount[w] <= p.First.Amount[w] + 1e-12));
                    }
                }
            );

    // By hand: 0.6 ± 0.01 and 0.6 ± 0.1 come to 1.2; variances 1 to 100.
    [Fact]
    public void The_widest_gives_way_by_its_variance()
    {
        var draws = new Draws("hand");
        var (narrow, wide) = (Share(0.58, 0.6, 0.62, "narrow", draws), Share(0.4, 0.6, 0.8, "wide", draws));
        var fitted = WithinTheWhole.Of([narrow, wide]);
        var ratio = Math.Pow(wide.Amount.Sigma / narrow.Amount.Sigma, 2);
        Assert.InRange(ratio, 60, 160);
        Assert.Equal(0.6 - 0.2 / (1 + ratio), fitted[0].Likely, 1e-6);
        Assert.Equal(0.4 + 0.2 / (1 + ratio), fitted[1].Likely, 1e-6);
        // Numbers without a range give way in proportion.
        var exact = WithinTheWhole.Of([Working.Exact(0.9), Working.Exact(0.3)]);
        Assert.Equal([0.75, 0.25], exact.Select(s => Math.Round(s.Likely, 9)));
    }
}
