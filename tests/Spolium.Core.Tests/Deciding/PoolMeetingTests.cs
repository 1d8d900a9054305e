using System.Globalization;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Safety;
using Spolium.Core.Tests.Methods;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>A tub or pot holds whole charges with their marks: what comes to it is held against all of them.</summary>
public class PoolMeetingTests
{
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero))));

    // The pot holds fifteen barren gold liquors with bisulphite and hydrochloric acid.
    [Fact]
    public void A_liquor_of_free_nitric_acid_goes_into_no_pot()
    {
        var error = Assert.Single(Pooling.PutIn(Demo.Value, "P1", "26-01", "1-nitric-strip", "strip-liquor").Errors);
        Assert.Contains("0.1 mol/L", error.Reason);
        Assert.Contains("denitrate", error.WayOut);
    }

    [Fact]
    public void What_went_in_keeps_all_that_it_held()
    {
        var pot = Demo.Value.State.Pools["P1"];
        Assert.All(pot.Holds, h => Assert.NotNull(h.Charge));
        var kept = Assert.IsType<PutIntoPool>(Pooling.PutIn(Demo.Value, "T1", "26-01", "4-clear", "filter").Body).Charge!;
        var filter = BatchAtWork.Holding(Demo.Value.State, Demo.Value.State.Batches["26-01"], "4-clear", "filter")!;
        Assert.InRange(Keeping.AtMost(kept).Element("Au").Likely, filter.Element("Au").Range.High, 2 * filter.Element("Au").Range.High);
        Assert.Contains(kept.Substances, s => s is { Formula: "H2O", Phase: "Liquid" });
    }

    private static PoolState Holding(string charge, params string[] marks) =>
        Demo.Value.State.Pools["P1"] with
        {
            Holds = [new("b", "1", "x", [], default, "e") { Charge = Keeping.Of(RefusalTests.Of(charge).Marked(marks)) }],
        };

    private static FieldError? Into(PoolState pot, string? reason = null)
    {
        var ledger = Demo.Value;
        var state = ledger.State with { Pools = ledger.State.Pools.SetItem("P1", pot) };
        return Pooling.PutIn(ledger with { State = state }, "P1", "26-01", "5-metabisulphite", "barren", reason).Errors is [var first, ..]
            ? first
            : null;
    }

    // The barren liquor of 26-01 is hydrochloric acid with bisulphite and ammonium.
    [Theory]
    [InlineData("ClO- 4, Na+ 2, H2O 500")]
    [InlineData("NaCN 1, H2O 500")]
    public void What_never_meets_does_not_meet_in_a_pot(string charge)
    {
        var error = Into(Holding(charge));
        Assert.Contains("never meets", error?.Reason ?? "it went in");
        Assert.NotNull(Into(Holding(charge), "it is only a little"));
    }

    [Fact]
    public void What_is_warned_of_goes_in_with_a_reason()
    {
        var pot = Holding("Zn 20, H2O 500");
        var error = Into(pot);
        Assert.Equal("reason", error?.Field);
        Assert.Null(Into(pot, "outdoors, slowly"));
        Assert.Null(Into(Holding("CuCl2 5, H2O 500")));
    }

    // Each gate shuts above its amount and stands open just below it.
    [Theory]
    [InlineData("nitric", "H+ {0}, NO3- 60, H2O 1000", 0.103, 0.098)]
    [InlineData("thiosulphate", "S2O3 2- {0}, H2O 1000", 0.6, 0.4)]
    [InlineData("ammonia", "NH3 {0}, H2O 1000", 0.6, 0.4)]
    [InlineData("hypochlorite", "ClO- {0}, H2O 1000", 0.11, 0.09)]
    [InlineData("cyanide", "CN- {0}, H2O 1000", 0.01, 0)]
    [InlineData("mercury", "Hg {0}, H2O 1000", 0.001, 0)]
    public void Every_gate_of_a_pot_shuts_and_just_misses(string group, string charge, double shut, double open)
    {
        Charge With(double grams) => RefusalTests.Of(string.Format(CultureInfo.InvariantCulture, charge, grams));
        Assert.Contains(PoolGate.Shut(With(shut)), g => g.Group.Id == group);
        Assert.DoesNotContain(PoolGate.Shut(With(open)), g => g.Group.Id == group);
    }

    [Theory]
    [InlineData("cell", true)]
    [InlineData("radium", true)]
    [InlineData("mercury", true)]
    [InlineData("hollow", false)]
    public void Marks_shut_it_too(string mark, bool shut) =>
        Assert.Equal(shut, PoolGate.Shut(RefusalTests.Of("Cu 10, H2O 100").Marked([mark])).Any());

    [Fact]
    public void Every_gate_has_its_case() => Assert.Equal(8, PoolGate.All.Count);
}
