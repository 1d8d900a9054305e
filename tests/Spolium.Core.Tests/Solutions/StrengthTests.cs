using Spolium.Core.Quantities;
using Spolium.Core.Solutions;
using Xunit;

namespace Spolium.Core.Tests.Solutions;

public class StrengthTests
{
    private static TypedNumber T(double c, double plusMinus = 1) => new($"{c} °C", Field.Temperature, c, "°C", plusMinus);

    private static TypedNumber Ml(double ml, string vessel) => VolumeInstrument.Find(vessel)!.Read(TypedNumber.Of(ml, Field.Volume, "mL"));

    private static StrengthFound Find(string solute, LiquidReading reading) => StrengthFinder.Find(solute, reading, new Draws("strength"));

    [Fact]
    public void A_weighed_volume_tells_the_strength_with_its_interval()
    {
        var found = Find("HNO3", new WeighedVolume(Given.Grams(68.9, 0.02), Ml(50, "cylinder"), T(21)));
        Assert.Null(found.Wrong);
        Assert.Equal(1.378, found.Density.Likely, 1e-9);
        var table = DensityTable.BySolute["HNO3"];
        Assert.Equal(table.Percents(1.378, 21)[0], found.Believed!.Likely * 100, 1e-9);
        // By hand: 1 % of 1.378 is 0.0138 g/mL, over the slope there; half of the 5 to 95 % range.
        var at = found.Believed.Likely * 100;
        var slope = table.Density(at + 0.5, 21)!.Value - table.Density(at - 0.5, 21)!.Value;
        var half = found.Believed.Range.Width * 100 / 2;
        Assert.InRange(half, 0.8 * 0.0138 / slope, 1.6 * 0.0138 / slope);
    }

    [Theory]
    [InlineData("cylinder", 0.02, 1, "volume")]
    [InlineData("flask", 2, 1, "mass")]
    [InlineData("flask", 0.02, 8, "temperature")]
    public void It_says_which_reading_blurs_it_most(string vessel, double massPlusMinus, double temperaturePlusMinus, string most)
    {
        var found = Find("HNO3", new WeighedVolume(Given.Grams(68.9, massPlusMinus), Ml(50, vessel), T(21, temperaturePlusMinus)));
        Assert.Equal(most, found.Blurs[0].Reading);
        Assert.Equal(1, found.Blurs.Sum(b => b.Share), 1e-9);
    }

    [Fact]
    public void A_better_vessel_narrows_the_interval_and_leaves_the_rest_as_it_was()
    {
        var rough = Find("HNO3", new WeighedVolume(Given.Grams(68.9, 0.02), Ml(50, "beaker"), T(21)));
        var fine = Find("HNO3", new WeighedVolume(Given.Grams(68.9, 0.02), Ml(50, "flask"), T(21)));
        Assert.True(fine.Believed!.Range.Width < rough.Believed!.Range.Width / 5);
        Assert.Equal(rough.Temperature.Amount[17], fine.Temperature.Amount[17]);
    }

    [Fact]
    public void The_slipped_point_is_named()
    {
        var found = Find("HNO3", new WeighedVolume(Given.Grams(6.89), Ml(50, "cylinder"), T(21)));
        Assert.Equal("mass", found.Wrong!.Value.Field);
        Assert.Contains("68.9 g in place of 6.89", found.Wrong.Value.WayOut);
        Assert.Null(found.Believed);
    }

    [Fact]
    public void A_volume_that_slipped_is_named_too()
    {
        // 344.5 g in what was written as 25 mL: 250 mL it must have been.
        var found = Find("HNO3", new WeighedVolume(Given.Grams(344.5), Ml(25, "cylinder"), T(20)));
        Assert.Contains("in place of", found.Wrong!.Value.WayOut);
    }

    [Theory]
    [InlineData(77, "°F", "25 °C")]
    [InlineData(130, "boils", "")]
    public void A_temperature_that_cannot_be_is_caught(double c, string said, string also)
    {
        var found = Find("HNO3", new WeighedVolume(Given.Grams(68.9), Ml(50, "cylinder"), T(c)));
        Assert.Equal("temperature", found.Wrong!.Value.Field);
        var all = found.Wrong.Value.Reason + " " + found.Wrong.Value.WayOut;
        Assert.Contains(said, all);
        Assert.Contains(also, all);
    }

    [Fact]
    public void Nitric_acid_of_1_62_is_no_nitric_acid()
    {
        var found = Find("HNO3", new HydrometerReading(new("1.62", Field.Density, 1.62, "g/mL"), DensityScale.GramsPerMl, T(20)));
        Assert.Contains("nitric acid", found.Wrong!.Value.Reason);
        Assert.Contains("sulphuric acid of 71", found.Wrong.Value.WayOut);
    }

    [Fact]
    public void Near_the_maximum_of_sulphuric_acid_no_more_than_above_94_is_claimed()
    {
        StrengthFound Of(double percent) =>
            Find(
                "H2SO4",
                new HydrometerReading(
                    new("", Field.Density, DensityTable.BySolute["H2SO4"].Density(percent, 20)!.Value, "g/mL", 0.0005),
                    DensityScale.GramsPerMl,
                    T(20)
                )
            );
        var strong = Of(98.8);
        Assert.True(strong.OnlyAbove);
        Assert.Equal(2, strong.Answers.Count);
        Assert.All(strong.Answers, a => Assert.NotNull(a.Sign));
        Assert.InRange(strong.Believed!.Range.Low, 0.935, 0.96);
        Assert.True(strong.Believed.Range.Width > 0.03);
        Assert.True(Of(96).OnlyAbove);
        var weaker = Of(92);
        Assert.False(weaker.OnlyAbove);
        Assert.Equal(0.92, weaker.Believed!.Likely, 1e-6);
    }

    [Fact]
    public void The_sign_that_tells_the_two_apart_is_true()
    {
        // 100 g into 1 g of water: below the maximum lighter, above it heavier.
        var table = DensityTable.BySolute["H2SO4"];
        double After(double percent) => table.Density(percent * 100 / 101, 20)!.Value;
        var two = table.Percents(table.Density(99, 20)!.Value, 20);
        Assert.True(After(two[0]) < table.Density(two[0], 20));
        Assert.True(After(two[1]) > table.Density(two[1], 20));
    }
}
