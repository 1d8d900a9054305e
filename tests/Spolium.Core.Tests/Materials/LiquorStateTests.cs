using Spolium.Core.Chemistry;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Xunit;

namespace Spolium.Core.Tests.Materials;

/// <summary>A typed gold liquor: what nobody knows of its nitrate, chlorine and sulphite is a range, never nothing.</summary>
public class LiquorStateTests
{
    private static TypedNumber N(double value, Field field, string unit) => TypedNumber.Of(value, field, unit);

    private static ChargeSpec Liquor(LiquorState? state) =>
        new(
            ChargeKind.Chloride,
            [new("Au", Given.Grams(10), Given.Grams(10), Given.Grams(10))],
            N(400, Field.Volume, "mL"),
            N(1, Field.Molarity, "M"),
            state
        );

    private static Charge Of(ChargeSpec spec) => spec.ToCharge(new Draws("typed liquor"));

    private static Working Nitrate(LiquorState? state) => Of(Liquor(state)).Of(Species.Nitrate);

    [Fact]
    public void Nitrate_that_nobody_knows_is_a_range_and_denitrated_is_none()
    {
        Assert.Equal(0, Nitrate(new(Answer.Yes)).Range.High);
        Assert.InRange(Nitrate(new(Answer.No)).Likely, 0.39, 0.41);
        Assert.True(Nitrate(new(Answer.No)).Range.Low > 0.05);
        Assert.InRange(Nitrate(new(Answer.NotKnown)).Likely, 0.11, 0.13);
        Assert.True(Nitrate(new(Answer.NotKnown)).Range.Low < 0.01);
        Assert.Equal(0, Nitrate(null).Likely);
        Assert.True(Nitrate(null).Range.High > 0.2);
        Assert.Equal(0.12, Nitrate(new(Answer.NotKnown, Nitrate: N(0.3, Field.Molarity, "M"))).Likely, 1e-9);
    }

    [Theory]
    [InlineData("sulfamic", "sulfamic")]
    [InlineData("urea", "urea")]
    public void Its_denitration_has_a_ladder_that_a_sign_ends(string method, string dose)
    {
        foreach (var state in new[] { null, new LiquorState(Answer.NotKnown) })
        {
            var plan = Given.Step(method, Of(Liquor(state)));
            Assert.Empty(plan.Refusals);
            Assert.True(plan.Doses.Single(d => d.Id == dose).Rungs.Count > 3, state?.ToString() ?? "not asked");
        }
        Assert.True(Given.Step(method, Of(Liquor(new(Answer.Yes)))).Doses.Single(d => d.Id == dose).Rungs.Count <= 1);
    }

    [Fact]
    public void Chlorine_and_sulphite_are_there_where_they_are_or_nobody_knows()
    {
        var chlorine = new Species("Cl2", Phase.Aqueous);
        var sulphite = new Species("HSO3-", Phase.Aqueous);
        Assert.True(Of(Liquor(new(Chlorine: Answer.Yes))).Of(chlorine).Likely > 0.015);
        var unknown = Of(Liquor(new(Chlorine: Answer.NotKnown, Sulphite: Answer.NotKnown)));
        Assert.True(unknown.Of(chlorine).Range.High > 2 * unknown.Of(chlorine).Range.Low && unknown.Of(sulphite).Range.High > 0);
        var none = Of(Liquor(new(Answer.Yes, Answer.No, Answer.No)));
        Assert.Equal(0, none.Of(chlorine).Range.High + none.Of(sulphite).Range.High);
    }

    [Fact]
    public void Metal_may_be_wet_with_acid_and_marked()
    {
        var dry = new ChargeSpec(ChargeKind.Metal, [new("Au", Given.Grams(5), Given.Grams(5), Given.Grams(5))]);
        var wet = dry with
        {
            WetWith = LiquorKind.Nitrate,
            Volume = N(20, Field.Volume, "mL"),
            FreeAcid = N(2, Field.Molarity, "M"),
            Marks = ["mercury"],
        };
        Assert.Empty(wet.Check());
        Assert.Equal(0.04, Of(wet).Of(Species.Nitrate).Likely, 1e-9);
        Assert.Equal(5, Of(wet).Grams(Species.Gold).Likely, 1e-9);
        Assert.Contains("mercury", Of(wet).Marks);
        Assert.Contains((wet with { Volume = null }).Check(), e => e.Field == "volume");
        Assert.Contains((Liquor(null) with { WetWith = LiquorKind.Nitrate }).Check(), e => e.Field == "wetWith");
        // Nitrate that clings to it is what aqua regia forms of.
        Assert.NotEmpty(Given.Step("melt", Of(wet)).Refusals);
    }
}
