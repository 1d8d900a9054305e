using CsCheck;
using Spolium.Core.Learning;
using Spolium.Core.Methods;
using Spolium.Core.Reference;
using Xunit;

namespace Spolium.Core.Tests.Learning;

public class ControlChartTests
{
    // The individuals chart of the NIST/SEMATECH e-Handbook of Statistical Methods, 6.3.2.2: flow rate of ten batches.
    private static readonly double[] FlowRate = [49.6, 47.6, 49.9, 51.3, 47.8, 51.2, 52.6, 52.4, 53.6, 52.1];

    [Fact]
    public void Limits_of_a_worked_example_come_out()
    {
        var chart = ControlChart.Of(FlowRate);
        Assert.Equal(50.81, chart.Centre!.Value, 0.005);
        // Mean moving range 1.8778, over 1.128.
        Assert.Equal(1.8778 / 1.128, chart.Sigma!.Value, 0.0005);
        Assert.Equal(55.8041, chart.Upper!.Value, 0.001);
        Assert.Equal(45.8159, chart.Lower!.Value, 0.001);
        Assert.DoesNotContain(chart.Signals, s => s.Rule == "beyond");
    }

    [Fact]
    public void Seven_batches_say_too_little_and_eight_alike_have_no_spread()
    {
        Assert.Null(ControlChart.Of(FlowRate[..7]).Sigma);
        Assert.NotNull(ControlChart.Of(FlowRate[..7]).Centre);
        Assert.Null(ControlChart.Of([.. Enumerable.Repeat(96.0, 20)]).Sigma);
        Assert.Null(ControlChart.Of([]).Centre);
    }

    // A quiet zigzag about 0 with sigma = 1, and at its end what the rule looks for.
    private static List<double> Quiet(params double[] then) =>
        [.. Enumerable.Range(0, 60).Select(i => i % 2 == 0 ? 0.564 : -0.564), .. then];

    public static TheoryData<string, double[]> Breaking =>
        new()
        {
            { "beyond", [5] },
            { "beyond", [-5] },
            { "two-of-three", [2.8, 0, 2.8] },
            { "two-of-three", [-2.8, 0, -2.8] },
            { "four-of-five", [1.5, 1.6, -0.2, 1.5, 1.6] },
            { "nine-on-a-side", [0.3, 0.4, 0.3, 0.4, 0.3, 0.4, 0.3, 0.4, 0.5, 0.3] },
            { "six-one-way", [-0.5, -0.3, -0.1, 0.1, 0.3, 0.5, 0.7] },
        };

    [Theory]
    [MemberData(nameof(Breaking))]
    public void Each_rule_is_broken_by_what_it_looks_for(string rule, double[] then)
    {
        var signal = Assert.Single(ControlChart.Of(Quiet(then)).Signals, s => s.Rule == rule);
        Assert.Equal(59 + then.Length, signal.Points[^1]);
    }

    public static TheoryData<string, double[]> JustMissing =>
        new()
        {
            { "beyond", [2.7] },
            { "two-of-three", [2.5, 0, -2.5] },
            { "four-of-five", [1.5, 1.6, -0.2, 0.2, 1.6] },
            { "nine-on-a-side", [-0.3, 0.4, 0.3, 0.4, 0.3, 0.4, 0.3, 0.4, 0.5] },
            { "six-one-way", [0.9, -0.3, -0.1, 0.1, 0.3, 0.5] },
        };

    [Theory]
    [MemberData(nameof(JustMissing))]
    public void And_not_by_what_just_misses_it(string rule, double[] then) =>
        Assert.DoesNotContain(ControlChart.Of(Quiet(then)).Signals, s => s.Rule == rule);

    [Fact]
    public void A_batch_with_a_known_cause_is_marked_and_does_not_widen_the_limits()
    {
        var points = Quiet(-40, 0.5);
        var chart = ControlChart.Of(points, new HashSet<int> { 60 });
        Assert.Equal(1, chart.Sigma!.Value, 0.01);
        Assert.Equal([60], Assert.Single(chart.Signals).Points);
        Assert.True(ControlChart.Of(points).Sigma > 1.5);
    }

    // A chart is of no unit: another zero and scale mark the same points. Millionths, so that no difference is lost beside the zero.
    [Fact]
    public void Signals_do_not_depend_on_the_unit() =>
        Gen.Select(Gen.Int[-4_000_000, 4_000_000].Select(i => i / 1e6).Array[8, 40], Gen.Double[0.01, 100], Gen.Double[-1000, 1000])
            .Sample(
                (points, scale, zero) =>
                {
                    var here = ControlChart.Of(points);
                    var there = ControlChart.Of([.. points.Select(p => zero + scale * p)]);
                    return here
                        .Signals.SelectMany(s => s.Points.Select(p => (s.Rule, p)))
                        .SequenceEqual(there.Signals.SelectMany(s => s.Points.Select(p => (s.Rule, p))));
                },
                iter: 300
            );

    [Fact]
    public void Every_side_holding_of_every_method_has_its_place_in_the_books() =>
        Assert.Empty(
            MethodCatalogue
                .All.SelectMany(m => m.Outputs.Skip(1).Where(o => o.Id != "bar"))
                .Select(o => o.Id)
                .Except(ReferenceTable.Read("holding-kinds.csv", r => r.Text("output")))
        );
}
