using Spolium.Core.Deciding;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Quantities;

public class InstrumentTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    private static TypedNumber Typed(string text, Field field) => QuantityParser.Read(text, field).Number!;

    [Fact]
    public void Every_instrument_blurs_what_it_reads_and_invented_ones_say_so() =>
        Assert.All(Instrument.All, i =>
            Assert.True(i.PlusMinus > 0 && i.Invented == i.Source.Contains("no source", StringComparison.Ordinal), i.Id)
        );

    [Theory]
    [InlineData("82 °C", Field.Temperature, null, "thermometer", 1)]
    [InlineData("180 °F", Field.Temperature, "probe", "probe in the liquor", 0.5)]
    [InlineData("5.2", Field.PH, null, "pH strip", 0.5)]
    [InlineData("5.2", Field.PH, "meter", "pH meter", 0.05)]
    [InlineData("996 ‰", Field.Fineness, null, "assay office", 0.001)]
    [InlineData("24 K", Field.Fineness, "touchstone", "touchstone", 0.02)]
    [InlineData("996 ‰", Field.Fineness, "meter", "assay office", 0.001)]
    public void A_reading_has_its_instrument_or_the_usual_one(string text, Field field, string? with, string name, double plusMinus) =>
        Assert.Equal((name, plusMinus), Instrument.Read(Typed(text, field), with) is var r ? (r.Instrument!, r.PlusMinus) : default);

    [Fact]
    public void A_typed_uncertainty_stays_and_a_mass_is_left_to_its_balance()
    {
        Assert.Equal(0.0002, Instrument.Read(Typed("999.9 ‰", Field.Fineness) with { PlusMinus = 0.0002 }).PlusMinus);
        Assert.Null(Instrument.Read(Typed("4.2 g", Field.Mass)).Instrument);
    }

    // The fineness goes into the grams of the bar: a touchstone makes them wider than an assay office does.
    [Fact]
    public void What_a_bar_holds_is_as_unsure_as_its_assay()
    {
        double Width(string? by) =>
            BatchAtWork.InBar(new("b"), "Au", Given.Grams(4, 0.01), Instrument.Read(Typed("960 ‰", Field.Fineness), by)) is var e
                ? e.High - e.Low
                : 0;
        Assert.Equal(4 * 2 * 0.02, Width("touchstone"), 0.03);
        Assert.True(Width(null) < Width("x-ray") && Width("x-ray") < Width("touchstone"));
    }

    [Fact]
    public void Readings_at_the_bench_are_kept_with_their_instrument()
    {
        var state = Spolium.Core.Workshop.Ledger.Of(DemoAt.Entries(Now)).State;
        var batch = state.Batches["26-02"];
        var read = Assert.IsType<ReadingTaken>(
            StepDecisions.Read(state, batch, "3-sulfamic", "temperature", Typed("85 °C", Field.Temperature)).Body
        );
        Assert.Equal(("thermometer", 1), (read.Value.Instrument, read.Value.PlusMinus));
        var volume = Assert.IsType<ReadingTaken>(
            StepDecisions.Read(state, batch, "3-sulfamic", "volume", Typed("20 mL", Field.Volume), "measured").Body
        );
        Assert.Equal("measuring cylinder", volume.Value.Instrument);
    }
}
