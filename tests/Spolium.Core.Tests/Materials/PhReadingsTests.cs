using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>pH readings on a dose curve move what is believed.</summary>
public class PhReadingsTests
{
    private static readonly Draws Draws = new("ph readings");

    // A litre of nitric acid and copper, both unsure by a quarter.
    private static Charge Believed(double acid = 0.4, double copper = 20, double unsure = 0.25) =>
        LiquorFeed.Of(
            LiquorKind.Nitrate,
            Working.Given(1000, Dimension.Volume, "volume", "test"),
            [
                (
                    "Cu",
                    Working.Given(
                        Draws.Spread("copper", new(copper * (1 - unsure), copper, copper * (1 + unsure)), Spread.Positive),
                        Dimension.Mass,
                        "copper",
                        "test"
                    )
                ),
            ],
            Working.Given(
                Draws.Spread("acid", new(acid * (1 - unsure), acid, acid * (1 + unsure)), Spread.Positive),
                Dimension.Substance,
                "acid",
                "test"
            ),
            Draws
        );

    private static DosedLiquor With(Charge charge) => new(charge, "NaOH", 1, CarbonDioxide.Stirred);

    // What a liquor of so much acid and copper would show.
    private static PhRead Shown(double acid, double copper, double grams) =>
        new(grams, With(Believed(acid, copper, 0)).At(grams).State.PH, 0.2);

    private static double Width(Working w) => w.Range.High - w.Range.Low;

    // The acid is 0.5 mol, not 0.4: after 18 g of caustic a tenth of it is left; by what was believed copper falls by then.
    [Fact]
    public void A_reading_in_the_acid_moves_the_acid()
    {
        var believed = Believed();
        var (moved, says) = PhReadings.Moved(believed, [Shown(0.5, 20, 18)], With);
        Assert.Equal(0.5, moved.Of(Species.Proton).Likely, 0.03);
        Assert.True(Width(moved.Of(Species.Proton)) < 0.4 * Width(believed.Of(Species.Proton)));
        // Copper has not begun to fall there: it stays as unsure as it was.
        Assert.Equal(Width(believed.Element("Cu")), Width(moved.Element("Cu")), 2.0);
        Assert.InRange(says.Single().Off, 0.5, 3);
    }

    // With the acid known, what comes after it is the copper's.
    [Fact]
    public void A_second_one_behind_the_copper_moves_the_copper()
    {
        var (moved, _) = PhReadings.Moved(Believed(), [Shown(0.5, 24, 51), Shown(0.5, 24, 18)], With);
        Assert.Equal(0.5, moved.Of(Species.Proton).Likely, 0.04);
        Assert.InRange(moved.Element("Cu").Likely, 21, 25);
        Assert.True(Width(moved.Element("Cu")) < 0.8 * Width(Believed().Element("Cu")));
    }

    [Fact]
    public void It_stays_electroneutral_and_never_below_nothing()
    {
        var (moved, _) = PhReadings.Moved(Believed(), [Shown(0.1, 20, 5)], With);
        for (var w = 0; w < Amount.Worlds; w++)
        {
            var charge = moved.Moles.Where(m => m.Key.Phase == Phase.Aqueous).Sum(m => m.Key.Parse().Charge * m.Value.Amount[w]);
            Assert.Equal(0, charge, 1e-9);
            Assert.True(moved.Of(Species.Proton).Amount[w] >= 0);
        }
    }

    // Ten times too much: told as odd; a pH that no dose brings moves nothing.
    [Fact]
    public void What_cannot_be_is_told()
    {
        var believed = Believed();
        Assert.True(PhReadings.Moved(believed, [new(160, 2.5, 0.2)], With).Says.Single().Off > 3);
        var (same, says) = PhReadings.Moved(believed, [new(20, -0.9, 0.2), new(20, 13.9, 0.1)], With);
        Assert.Null(says[1].Believed);
        Assert.Equal(believed.Of(Species.Proton).Likely, same.Of(Species.Proton).Likely, 0.4);
    }

    [Fact]
    public void What_is_sure_is_not_moved()
    {
        var sure = Believed(unsure: 0);
        var (moved, _) = PhReadings.Moved(sure, [Shown(0.5, 20, 20)], With);
        Assert.Equal(0.4, moved.Of(Species.Proton).Likely, 1e-9);
    }
}
