using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Plans;

public class WeighingTests
{
    private static readonly Draws Draws = new("weighing");
    private static readonly Species Copper = new("Cu", Phase.Solid);

    // Five grams of gold for sure, and copper that nobody knows well.
    private static Charge Foils(Triple copper) =>
        Given
            .Metals(("Au", 5))
            .With(
                Copper,
                Molar.Moles(Working.Given(Draws.Spread("copper", copper, Spread.Positive), Dimension.Mass, "copper", "guess"), "Cu")
            );

    [Fact]
    public void What_is_known_stays_and_what_is_not_takes_the_whole_difference()
    {
        var read = Weighing.Apply(Foils(new(0.5, 1, 2)), Given.Grams(7), "w", Draws);
        Assert.Equal(5, read.Grams(Species.Gold).Likely, 1e-9);
        Assert.Equal(2, read.Grams(Copper).Likely, 1e-9);
        for (var w = 0; w < Amount.Worlds; w++)
            Assert.Equal(7, read.Grams(Species.Gold).Amount[w] + read.Grams(Copper).Amount[w], 1e-9);
    }

    [Fact]
    public void The_noise_of_the_balance_stays_in_the_reading()
    {
        var read = Weighing.Apply(Foils(new(0.5, 1, 2)), Given.Grams(6.2, 0.05), "w", Draws);
        var whole = read.Grams(Species.Gold) + read.Grams(Copper);
        Assert.Equal(6.15, whole.Range.Low, 0.004);
        Assert.Equal(6.25, whole.Range.High, 0.004);
    }

    [Fact]
    public void Nothing_falls_below_nothing_when_the_reading_is_far_below_the_plan()
    {
        var read = Weighing.Apply(Foils(new(0.5, 1, 2)), Given.Grams(4.2), "w", Draws);
        for (var w = 0; w < Amount.Worlds; w++)
        {
            Assert.True(read.Grams(Copper).Amount[w] >= 0);
            Assert.Equal(4.2, read.Grams(Species.Gold).Amount[w] + read.Grams(Copper).Amount[w], 1e-9);
        }
    }

    [Fact]
    public void A_plan_that_was_sure_of_everything_moves_in_proportion()
    {
        var read = Weighing.Apply(Given.Metals(("Au", 6), ("Cu", 2)), Given.Grams(4), "w", Draws);
        Assert.Equal(3, read.Grams(Species.Gold).Likely, 1e-9);
        Assert.Equal(1, read.Grams(Copper).Likely, 1e-9);
    }

    [Fact]
    public void The_working_says_that_it_was_weighed()
    {
        var read = Weighing.Apply(Foils(new(0.5, 1, 2)), Given.Grams(7), "w", Draws);
        Assert.Contains(WorkingText.Lines(read.Element("Cu")), l =>
            l.Source is { } s && s.StartsWith("weighed 7 g", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Liquor_that_clings_is_not_part_of_the_dry_weighing()
    {
        var wet = Foils(new(0.5, 1, 2)).Dissolve("H2O", Working.Exact(1, null, Dimension.Substance));
        var read = Weighing.Apply(wet, Given.Grams(7), "w", Draws);
        Assert.Equal(1, read.Of(Species.Water).Likely);
        Assert.Equal(7, read.Grams(Species.Gold).Likely + read.Grams(Copper).Likely, 1e-9);
    }
}
