using CsCheck;
using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Quantities;

public class QuantityParserTests
{
    [Theory]
    [InlineData("2,5 dwt", Field.Mass, 3.8879346)]
    [InlineData("1 284 g", Field.Mass, 1284)]
    [InlineData("1\u202F284 g", Field.Mass, 1284)]
    [InlineData("1,284.5 g", Field.Mass, 1284.5)]
    [InlineData("1.284,5 g", Field.Mass, 1284.5)]
    [InlineData("0,125 g", Field.Mass, 0.125)]
    [InlineData("12½ g", Field.Mass, 12.5)]
    [InlineData("12 1/2 g", Field.Mass, 12.5)]
    [InlineData("1/4 lb", Field.Mass, 113.3980925)]
    [InlineData("½ oz", Field.Mass, 14.1747615625)]
    [InlineData("3 ozt", Field.Mass, 93.3104304)]
    [InlineData("3 oz t", Field.Mass, 93.3104304)]
    [InlineData("40 gr", Field.Mass, 2.5919564)]
    [InlineData("250 mg", Field.Mass, 0.25)]
    [InlineData("1.2e3 g", Field.Mass, 1200)]
    [InlineData("12.5", Field.Mass, 12.5)]
    [InlineData("0.4 L", Field.Volume, 400)]
    [InlineData("35 cc", Field.Volume, 35)]
    [InlineData("77 °F", Field.Temperature, 25)]
    [InlineData("-4 °C", Field.Temperature, -4)]
    [InlineData("300 K", Field.Temperature, 26.85)]
    [InlineData("18 K", Field.Fineness, 0.75)]
    [InlineData("18 kt", Field.Fineness, 0.75)]
    [InlineData("996 ‰", Field.Fineness, 0.996)]
    [InlineData("68 %", Field.Share, 0.68)]
    [InlineData("4 g/t", Field.Share, 4e-6)]
    [InlineData("3 M", Field.Molarity, 3)]
    [InlineData("0.8 mm", Field.Length, 800)]
    public void Reads_what_people_write(string text, Field field, double wanted)
    {
        var (number, wrong) = QuantityParser.Read(text, field);
        Assert.Null(wrong);
        Assert.Equal(wanted, number!.Value, 1e-9 * Math.Max(1, Math.Abs(wanted)));
        Assert.Equal(text.Trim(), number.Text);
    }

    [Theory]
    [InlineData(Field.Mass, "such as 12.5 g")]
    [InlineData(Field.Share, "such as 12.5 %")]
    [InlineData(Field.Temperature, "such as 12.5 °C")]
    public void An_example_has_the_unit_of_its_field(Field field, string example) =>
        Assert.EndsWith(example, QuantityParser.Read(" ", field).Wrong!.WayOut);

    [Theory]
    [InlineData("a couple of teaspoons", Field.Volume, 10, 3)]
    [InlineData("a quarter ounce", Field.Mass, 7.08738078125, 0)]
    [InlineData("a quarter of an ounce", Field.Mass, 7.08738078125, 0)]
    [InlineData("one gallon", Field.Volume, 3785.411784, 75.7)]
    [InlineData("half a gallon", Field.Volume, 1892.705892, 37.9)]
    [InlineData("two days", Field.Duration, 48, 0)]
    [InlineData("20–25 min", Field.Duration, 0.375, 0.0416667)]
    [InlineData("20 to 25 min", Field.Duration, 0.375, 0.0416667)]
    [InlineData("80-90 °C", Field.Temperature, 85, 5)]
    [InlineData("10 mils", Field.Volume, 10, 0)]
    [InlineData("2 mil", Field.Length, 50.8, 0)]
    [InlineData("a few grams", Field.Mass, 3.5, 1.4)]
    [InlineData("an hour", Field.Duration, 1, 0)]
    public void Reads_what_people_say_with_what_it_leaves_open(string text, Field field, double wanted, double plusMinus)
    {
        var (number, wrong) = QuantityParser.Read(text, field);
        Assert.Null(wrong);
        Assert.Equal(wanted, number!.Value, 1e-6 * wanted);
        Assert.Equal(plusMinus, number.PlusMinus, 0.01 * plusMinus + 1e-9);
    }

    [Theory]
    [InlineData("80 degrees", Field.Temperature, "write 80 °C or 80 °F")]
    [InlineData("80°", Field.Temperature, "write 80 °C or 80 °F")]
    [InlineData("25–20 min", Field.Duration, "smaller one first")]
    public void What_can_be_read_two_ways_is_asked_back(string text, Field field, string way)
    {
        var (number, wrong) = QuantityParser.Read(text, field);
        Assert.Null(number);
        Assert.Contains(way, wrong!.WayOut);
    }

    [Theory]
    [InlineData("abc", Field.Mass, "does not start with a number")]
    [InlineData("", Field.Mass, "nothing was typed")]
    [InlineData("-3 g", Field.Mass, "negative")]
    [InlineData("12 furlongs", Field.Mass, "not a unit")]
    [InlineData("12 5 g", Field.Mass, "two numbers")]
    [InlineData("140 %", Field.Share, "more than the whole")]
    [InlineData("25 K", Field.Fineness, "more than the whole")]
    [InlineData("-300 °C", Field.Temperature, "colder")]
    [InlineData("12 mL", Field.Mass, "not a unit")]
    public void Refuses_nonsense_with_a_reason_and_a_way_out(string text, Field field, string reason)
    {
        var (number, wrong) = QuantityParser.Read(text, field);
        Assert.Null(number);
        Assert.Contains(reason, wrong!.Reason);
        Assert.NotEmpty(wrong.WayOut);
    }

    [Fact]
    public void A_comma_and_three_digits_is_asked_back_with_both_readings()
    {
        var (_, wrong) = QuantityParser.Read("1,284 g", Field.Mass);
        Assert.Equal(1, wrong!.Position);
        Assert.Equal("write 1284 or 1.284", wrong.WayOut);
    }

    [Theory]
    [InlineData("2,5 dwt", Field.Mass, "2.5 pennyweights = 3.8879 g")]
    [InlineData("1 gr", Field.Mass, "1 grain = 0.064799 g")]
    [InlineData("412.6", Field.Mass, "412.6 grams")]
    [InlineData("18 K", Field.Fineness, "18 karat = 750 ‰")]
    [InlineData("82 F", Field.Temperature, "82 degrees Fahrenheit = 27.8 °C")]
    public void Echoes_in_full_words(string text, Field field, string words) =>
        Assert.Equal(words, QuantityParser.Read(text, field).Number!.InWords);

    [Fact]
    public void What_is_printed_reads_back_the_same() =>
        Gen.Select(Gen.Int[0, 99_999_999], Gen.Int[0, 4], Given.OneOf("g", "kg", "mg", "dwt", "oz t", "gr", "lb"))
            .Sample(
                (digits, decimals, unit) =>
                {
                    var value = digits / Math.Pow(10, decimals);
                    var text = $"{FigureText.Number(value, decimals)} {unit}";
                    var (number, wrong) = QuantityParser.Read(text, Field.Mass);
                    return wrong is null
                        && Math.Abs(number!.Value - Units.Of(Field.Mass, unit).ToCore(value)) <= 1e-9 * Math.Max(1, number.Value);
                }
            );

    [Theory]
    [InlineData("12 x 0.35 g", Field.Mass, 4.2, 0)]
    [InlineData("3 × 1 tsp", Field.Volume, 15, 3)]
    [InlineData("half full of 600 mL", Field.Volume, 300, 60)]
    [InlineData("a quarter of a 1 L", Field.Volume, 250, 50)]
    [InlineData("2 tbsp", Field.Volume, 30, 6)]
    [InlineData("a pinch", Field.Mass, 0.3, 0.18)]
    [InlineData("some pinches", Field.Mass, double.NaN, 0)]
    [InlineData("1 pinch", Field.Mass, 0.3, 0.18)]
    [InlineData("20 drops", Field.Volume, 1, 0.4)]
    [InlineData("1 imp gal", Field.Volume, 4546.09, 90.9218)]
    public void Household_measures_pieces_and_vessels_by_eye_carry_how_little_they_say(
        string text,
        Field field,
        double value,
        double plusMinus
    )
    {
        var (number, wrong) = QuantityParser.Read(text, field);
        Assert.Equal(double.IsNaN(value), wrong is not null);
        if (number is null)
            return;
        Assert.Equal(value, number.Value, 1e-9);
        Assert.Equal(plusMinus, number.PlusMinus, 1e-6);
        Assert.Equal(plusMinus > 0, number.InWords.Contains('±'));
    }

    [Fact]
    public void Nobody_types_a_quantity_of_more_than_a_hundred_characters()
    {
        var longest = new string('1', NumberText.Longest - 2);
        Assert.Null(QuantityParser.Read(longest + " g", Field.Mass).Wrong);
        Assert.Equal(NumberText.Longest, QuantityParser.Read(longest + "1 g", Field.Mass).Wrong!.Position);
        foreach (
            var text in new[]
            {
                new string('1', 1_000_000),
                string.Concat(Enumerable.Repeat("111 ", 200_000)),
                new string('½', 1_000_000),
                "12 x " + new string('9', 1_000_000),
                new string(',', 1_000_000),
            }
        )
        {
            Assert.Contains("characters", QuantityParser.Read(text, Field.Mass).Wrong!.Reason);
            Assert.Contains("characters", RangeText.Read(text, Field.Mass).Wrong!.Reason);
        }
    }

    [Theory]
    [InlineData("1 284 g", 1284.0)]
    [InlineData("1'284'000 mg", 1284.0)]
    [InlineData("12 3/4 g", 12.75)]
    [InlineData("1284 500 g", null)]
    [InlineData("1,284.5 g", 1284.5)]
    [InlineData("1.284,5 g", 1284.5)]
    [InlineData("1 28 g", null)]
    public void Gaps_marks_and_points_are_read_in_one_pass_as_before(string text, double? grams)
    {
        var (number, wrong) = QuantityParser.Read(text, Field.Mass);
        Assert.Equal(grams is null, wrong is not null);
        if (grams is { } wanted)
            Assert.Equal(wanted, number!.Value, 1e-9);
    }
}
