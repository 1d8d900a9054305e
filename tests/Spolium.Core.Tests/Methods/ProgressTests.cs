using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Methods;

/// <summary>What is read while it goes on: how high a portion foamed, and how much of the metal is left.</summary>
public class ProgressTests
{
    private static readonly DateTimeOffset At = new(2026, 3, 2, 9, 0, 0, TimeSpan.Zero);

    private static Facts Poured(double grams, params ReadingState[] readings) =>
        Facts.None with
        {
            Begun = true,
            Pours = [new Pour("nitric", "HNO3", grams, At, "e1")],
            Readings = readings,
            AsOf = At.AddMinutes(30),
        };

    private static ReadingState Read(string kind, double value, Field field, string unit) =>
        new(kind, TypedNumber.Of(value, field, unit), At.AddMinutes(20), "r1");

    private static Dose Nitric(StepPlan plan) => plan.Doses.Single(d => d.Id == "nitric");

    [Theory]
    [InlineData("nitric-part", "Ag 100")]
    [InlineData("nitric-strip", "Cu 60, Zn 30, Au 1")]
    public void Half_left_after_quiet_asks_for_as_much_again(string method, string charge)
    {
        var feed = RefusalTests.Of(charge);
        var whole = Nitric(Given.Step(method, feed)).Grams.Likely;
        // Much less, or more, than was thought has dissolved half of it.
        foreach (var poured in new[] { 0.35 * whole, 0.6 * whole })
        {
            var before = Given.Step(method, feed, Poured(poured));
            var plan = Given.Step(method, feed, Poured(poured, Read(ReadingState.Left, 0.5, Field.Share, "%")));
            Assert.Equal(2 * poured, Nitric(plan).Grams.Likely, 0.02 * poured);
            Assert.True(Nitric(plan).Grams.Range.High < 2.6 * poured);
            Assert.True(plan.Unattended.Likely < 0.6 * before.Unattended.Likely + 0.01);
        }
    }

    [Fact]
    public void A_piece_weighed_back_says_the_same_and_aqua_regia_learns_what_came_back()
    {
        var feed = RefusalTests.Of("Ag 100");
        var whole = Nitric(Given.Step("nitric-part", feed)).Grams.Likely;
        var plan = Given.Step("nitric-part", feed, Poured(0.4 * whole, Read(ReadingState.LeftGrams, 25, Field.Mass, "g")));
        Assert.Equal(0.4 * whole / 0.75, Nitric(plan).Grams.Likely, 0.01 * whole);
        var gold = RefusalTests.Of("Au 20, Cu 5");
        var dose = Nitric(Given.Step("aqua-regia", gold)).Grams.Likely;
        var little = Nitric(Given.Step("aqua-regia", gold, Poured(0.25 * dose, Read(ReadingState.Left, 0.3, Field.Share, "%"))));
        var much = Nitric(Given.Step("aqua-regia", gold, Poured(0.6 * dose, Read(ReadingState.Left, 0.5, Field.Share, "%"))));
        Assert.True(little.Grams.Likely < 0.75 * dose, $"{little.Grams.Likely} {dose}");
        Assert.True(much.Grams.Likely > 1.05 * dose, $"{much.Grams.Likely} {dose}");
    }

    [Fact]
    public void Foam_of_the_first_portion_narrows_the_rest()
    {
        var feed = RefusalTests.Of("Ag 100");
        var blind = Given.Step("nitric-part", feed);
        Assert.True(blind.Foams);
        var first = Nitric(blind).Rungs[0].Grams;
        double Largest(double foam) =>
            Nitric(Given.Step("nitric-part", feed, Poured(first, Read(ReadingState.Foam, foam, Field.Volume, "mL")))).AtOnce!.Grams;
        Assert.True(Largest(20) > 2 * Largest(400), $"{Largest(20)} {Largest(400)}");
        // What stands in the vessel after the largest portion stays under its brim in all but one world in a hundred.
        var plan = Given.Step("nitric-part", feed, Poured(first, Read(ReadingState.Foam, 60, Field.Volume, "mL")));
        var (vessel, portion) = (plan.Vessel!, Nitric(plan).AtOnce!.Grams);
        var foam = vessel.Foam.Amount * Amount.Certain(portion / (Nitric(plan).Grams.Likely / plan.Portions!.Likely));
        Assert.True((foam + vessel.Liquid.Amount).ShareWhere(ml => ml > vessel.Vessel.BrimMl) < 0.01);
    }
}
