using Spolium.Core.Quantities;
using Xunit;

namespace Spolium.Core.Tests.Quantities;

public class WorkingTests
{
    private static readonly Draws Draws = new("test");

    [Fact]
    public void Grams_never_add_to_millilitres() =>
        Assert.Throws<DimensionException>(() => Working.Exact(1, null, Dimension.Mass) + Working.Exact(1, null, Dimension.Volume));

    [Fact]
    public void Dimensions_multiply_and_divide()
    {
        var density = Working.Exact(1.4, null, Dimension.Density);
        Assert.Equal("g/mL", density.Dimension.ToString());
        Assert.Equal(Dimension.Mass, (density * Working.Exact(10, null, Dimension.Volume)).Dimension);
    }

    [Fact]
    public void Figure_interval_and_text_come_from_one_formula()
    {
        var silver = Working.Given(24.6, Dimension.Mass, "silver", "weighed");
        var strength = Working.Given(
            Draws.Spread("strength", new(0.66, 0.68, 0.70), Spread.Fraction),
            Dimension.None,
            "strength",
            "label",
            true
        );
        var acid = (
            silver
            / Working.Exact(107.868, null, Dimension.MolarMass)
            * Working.Exact(4 / 3.0, "4/3")
            * Working.Exact(63.012, null, Dimension.MolarMass)
            / strength
        ).Named("nitric acid");

        Assert.Equal(24.6 / 107.868 * 4 / 3 * 63.012 / 0.68, acid.Likely, 1e-9);
        var lines = WorkingText.Lines(acid);
        Assert.Equal("silver 24.6\u202Fg ÷ 107.9\u202Fg/mol × 4/3 × 63.01\u202Fg/mol ÷ strength 0.680", lines[0].Formula);
        Assert.Equal(["nitric acid", "silver", "strength"], lines.Select(l => l.Label));
        Assert.Equal("weighed", lines[1].Source);
        Assert.True(lines[2].Guess);
        Assert.True(acid.RestsOnGuess);
        var figure = Figure.Of(acid);
        Assert.Equal(acid.Likely, figure.Likely);
        Assert.InRange(figure.Likely, figure.Low, figure.High);
        // The text is the number: read back, it is the figure within its last digit.
        Assert.Equal(figure.Likely, double.Parse(figure.Value), 0.051);
    }

    [Fact]
    public void Brackets_stand_where_the_order_of_reckoning_wants_them()
    {
        Working W(double x) => Working.Exact(x);
        Assert.Equal("(1 + 2) × 3", WorkingText.Lines((W(1) + W(2)) * W(3))[0].Formula);
        Assert.Equal("1 − (2 − 3)", WorkingText.Lines(W(1) - (W(2) - W(3)))[0].Formula);
        Assert.Equal("6 ÷ (2 × 3)", WorkingText.Lines(W(6) / (W(2) * W(3)))[0].Formula);
        Assert.Equal("1 + 2 × 3", WorkingText.Lines(W(1) + W(2) * W(3))[0].Formula);
    }

    [Theory]
    [InlineData(412.6, 0, "412.6")]
    [InlineData(1581.3, 250, "1\u202F580")]
    [InlineData(5481899, 6e6, "5\u202F500\u202F000")]
    [InlineData(8.6647, 2.2, "8.7")]
    [InlineData(0.0132, 0.02, "0.013")]
    public void Digits_follow_the_uncertainty(double value, double spread, string text) =>
        Assert.Equal(
            text,
            spread == 0
                ? FigureText.Show(Working.Exact(value, null, Dimension.MolarMass)).Value
                : FigureText.Number(value, FigureText.Decimals(value, spread))
        );

    // Half a day that may last five stays in hours beside others that do.
    [Theory]
    [InlineData(12, 60, "12 h")]
    [InlineData(72, 100, "3.0 days")]
    [InlineData(0.5, 0.9, "30 min")]
    public void Time_reads_in_the_unit_of_what_is_likely(double hours, double high, string text)
    {
        var shown = FigureText.Show(
            Working.Given(new Draws("t").Spread("t", new(hours / 2, hours, high), Spread.Positive), Dimension.Time, "by itself", "x")
        );
        Assert.Equal(text, $"{shown.Value} {shown.Unit}");
    }

    [Theory]
    [InlineData(3.3265, 0.0004, "3.33 L")]
    [InlineData(0.0412, 0.0004, "41.2 µL")]
    [InlineData(412.63, 0, "413 mL")]
    public void A_volume_has_three_digits_at_most(double value, double sigma, string text)
    {
        var ml = text.EndsWith(" L", StringComparison.Ordinal) ? 1000 * value : value;
        var shown = FigureText.Show(
            Working.Given(
                sigma == 0 ? Amount.Certain(ml) : new Draws("v").Reading("v", ml, ml / value * sigma),
                Dimension.Volume,
                "water",
                "measured"
            )
        );
        Assert.Equal(text.Replace("41.2 µL", "0.0412 mL"), $"{shown.Value} {shown.Unit}");
    }

    [Fact]
    public void Less_than_a_tenth_of_what_a_balance_shows_is_a_trace()
    {
        Working Of(double g) => Working.Given(new Draws("t").Reading("t", g, 0.2 * g), Dimension.Mass, "gold", "weighed");
        Assert.Equal(new Shown("a trace", "", ""), FigureText.Show(Of(0.00005)));
        Assert.Equal("mg", FigureText.Show(Of(0.00012)).Unit);
    }

    // In most worlds there is nothing: the likely value stands at the end of its range, and that is said.
    [Fact]
    public void A_likely_value_at_the_end_of_its_range_says_so()
    {
        var there = Working.Given(new Draws("o").Spread("o", new(10, 20, 120), Spread.Positive), Dimension.Mass, "there", "x");
        var shown = FigureText.Show(Working.AtLeastZero(there - Working.Exact(40, null, Dimension.Mass)));
        Assert.Equal("0", shown.Value);
        Assert.EndsWith(", mostly none", shown.Range);
        Assert.DoesNotContain("mostly", FigureText.Show(there).Range);
        // 1,226 to 1,228 to 1,237 mL are 1,230, 1,230 and 1,240: that is rounding.
        var volume = Working.Given(new Draws("v").Spread("v", new(1226, 1228, 1237), Spread.Positive), Dimension.Volume, "water", "x");
        Assert.DoesNotContain("mostly", FigureText.Show(volume).Range);
    }

    [Fact]
    public void Nothing_is_shown_as_nothing_and_with_its_unit() =>
        Assert.Equal(new Shown("0", "", "g"), FigureText.Show(Working.Zero(Dimension.Mass)));

    [Fact]
    public void A_figure_whose_working_stands_elsewhere_has_a_line_and_nothing_below_it()
    {
        var a = Working.Given(2, Dimension.Mass, "a", "weighed");
        var b = (a * Working.Exact(3)).Named("b");
        var c = (b * Working.Exact(5)).Named("c");
        Assert.Equal(["c", "b", "a"], WorkingText.Lines(c).Select(l => l.Label));
        var kept = new WorkingsKept();
        kept.Add(b);
        var cut = WorkingText.Lines(c, kept);
        Assert.Equal([("c", true), ("b", false)], cut.Select(l => (l.Label, l.Formula.Length > 0)));
        Assert.Equal(WorkingText.Lines(c)[1].Figure, cut[1].Figure);
        // The figure that is asked for is always told.
        Assert.Equal(["b", "a"], WorkingText.Lines(b, kept).Select(l => l.Label));
        // What has been told once is kept.
        Assert.Equal(["d", "c"], WorkingText.Lines((c + c).Named("d"), kept).Select(l => l.Label));
    }
}
