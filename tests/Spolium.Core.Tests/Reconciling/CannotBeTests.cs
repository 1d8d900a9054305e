using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Reconciling;

/// <summary>Numbers that cannot be: why, the likeliest slip, the value that would agree.</summary>
public class CannotBeTests
{
    private static readonly Lazy<State> Demo = new(() =>
        Ledger.Of(DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero))).State
    );

    // Up to the entry that weighs the bar of 26-01: the last step is open, its bar not weighed.
    private static readonly Lazy<State> BeforeTheBar = new(() =>
        Ledger.Of(Demo.Value.Entries.TakeWhile(e => e.Body is not ProductWeighed { BatchId: "26-01" })).State
    );

    private static Decision Bar(string mass, string? fineness = "996 ‰", string? reason = null) =>
        StepDecisions.Weigh(
            BeforeTheBar.Value,
            BeforeTheBar.Value.Batches["26-01"],
            "6-wash-dry-melt",
            "bar",
            Read(mass, Field.Mass),
            fineness is null ? null : Read(fineness, Field.Fineness),
            reason
        );

    private static TypedNumber Read(string text, Field field) => QuantityParser.Read(text, field).Number!;

    private static PlannedStep Step(string method, Charge charge, Facts facts)
    {
        var m = MethodCatalogue.Of(method);
        var route = new RouteStep(
            "1",
            method,
            new Dictionary<string, string>(),
            [Route.Feed],
            [.. m.Outputs.Select(o => Route.Holding("1", o.Id))]
        );
        return new(route, m, charge, Given.Step(method, charge, facts), facts);
    }

    [Theory]
    [InlineData("42.1 g", "4.21 g", "one place too far right")]
    [InlineData("4210 mg", null, null)]
    [InlineData("65.25 gr", null, null)]
    public void More_gold_in_the_bar_than_came_in_is_told_with_the_slip(string typed, string? becomes, string? why)
    {
        var decision = Bar(typed);
        if (becomes is null)
        {
            Assert.NotNull(decision.Body);
            return;
        }
        var error = Assert.Single(decision.Errors);
        Assert.Equal(("mass", becomes), (error.Field, error.Becomes));
        Assert.Contains("the gold that went in allows", error.Reason);
        Assert.Contains(why!, error.WayOut);
        Assert.IsType<ProductWeighed>(Bar(becomes).Body);
    }

    [Fact]
    public void It_may_be_kept_with_a_reason_and_is_marked_by_it()
    {
        Assert.Equal(
            "the assay office says so",
            Assert.IsType<ProductWeighed>(Bar("42.1 g", reason: " the assay office says so ").Body).Reason
        );
    }

    [Fact]
    public void A_bar_of_low_fineness_may_be_heavier()
    {
        var gold = BatchAtWork.Plan(BeforeTheBar.Value, BeforeTheBar.Value.Batches["26-01"]).Of("6-wash-dry-melt").Input.Element("Au");
        var heavy = FigureText.Number((gold.Likely + 4 * gold.Amount.Sigma) / 0.9, 2) + " g";
        Assert.NotEmpty(Bar(heavy).Errors);
        Assert.NotNull(Bar(heavy, "750 ‰").Body);
    }

    [Fact]
    public void A_tare_of_the_shop_is_tried()
    {
        var state = BeforeTheBar.Value with
        {
            Vessels = BeforeTheBar.Value.Vessels.SetItem("K3", new("K3", Core.Vessels.Vessel.Beakers[0], Given.Grams(18.34), "e")),
        };
        var error = Assert.Single(
            StepDecisions.Weigh(state, state.Batches["26-01"], "6-wash-dry-melt", "bar", Read("22.55 g", Field.Mass), null, null).Errors
        );
        Assert.Equal("4.21 g", error.Becomes);
        Assert.Contains("(K3)", error.WayOut);
    }

    // 2 g of salt are 0.03422 mol of chloride: 4.905 g of silver chloride at most, though 10 g of silver are there.
    [Fact]
    public void Silver_chloride_is_held_against_the_chloride_that_was_poured_as_well_as_against_the_silver()
    {
        var charge = LiquorFeed.Of(
            LiquorKind.Nitrate,
            Working.Given(100, Dimension.Volume, "volume", "test"),
            [("Ag", Working.Given(10, Dimension.Mass, "silver", "test"))],
            Working.Zero(Dimension.Substance),
            new Draws("test")
        );
        var dose = Given.Step("silver-chloride", charge).Doses.Single(d => d.Id == "chloride");
        var short_ = Step(
            "silver-chloride",
            charge,
            Given.Poured("chloride", dose.Bottle.Id, 2 / dose.Bottle.Strength.Value) with
            {
                Closed = true,
            }
        );
        var cake = short_.Plan.Outputs.First(o => o.Main);
        var ceiling = CannotBe.Ceiling(short_, cake, null)!.Value;
        Assert.Contains("chlorine", ceiling.Why);
        Assert.InRange(ceiling.Most, 4.9, 5.2);
        Assert.Null(CannotBe.Weighed(short_, cake, Given.Grams(4.8, 0.02), new("4.8")));
        Assert.Contains("chlorine that went in allows", CannotBe.Weighed(short_, cake, Given.Grams(13, 0.02), new("13"))!.Reason);
        // Enough chloride: the silver is the ceiling, 13.29 g.
        var enough = Step(
            "silver-chloride",
            charge,
            Given.Poured("chloride", dose.Bottle.Id, 20 / dose.Bottle.Strength.Value) with
            {
                Closed = true,
            }
        );
        var most = CannotBe.Ceiling(enough, enough.Plan.Outputs.First(o => o.Main), null)!.Value;
        Assert.Contains("silver", most.Why);
        Assert.Equal(10 / 107.868 * 143.32, most.Most, 0.02);
        // A little too heavy is wet before it is a slip.
        Assert.Contains(
            "dry it until it weighs the same twice",
            CannotBe.Weighed(enough, enough.Plan.Outputs.First(o => o.Main), Given.Grams(14.9, 0.02), new("14.9"))!.WayOut
        );
    }

    [Theory]
    [InlineData("185 °C", "85 °C")]
    [InlineData("820 °C", "82 °C")]
    [InlineData("-200 °C", null)]
    public void A_liquor_hotter_than_it_boils_is_a_slip(string typed, string? becomes)
    {
        var open = Demo.Value.Batches["26-02"];
        var error = Assert.Single(StepDecisions.Read(Demo.Value, open, "3-sulfamic", "temperature", Read(typed, Field.Temperature)).Errors);
        Assert.Equal(becomes, error.Becomes);
        Assert.Equal(
            "a metal bath",
            Assert
                .IsType<ReadingTaken>(
                    StepDecisions.Read(Demo.Value, open, "3-sulfamic", "temperature", Read(typed, Field.Temperature), "a metal bath").Body
                )
                .Reason
        );
    }

    [Fact]
    public void Fahrenheit_read_as_Celsius_is_the_likeliest_at_twice_the_heat()
    {
        // 185 is 85 °C in Fahrenheit; 18.5 °C by the point would fit worse a bath that works hot.
        var error = Assert.Single(
            StepDecisions
                .Read(Demo.Value, Demo.Value.Batches["26-02"], "3-sulfamic", "temperature", Read("185 °C", Field.Temperature))
                .Errors
        );
        Assert.Contains("Fahrenheit", error.WayOut);
    }

    [Theory]
    [InlineData(68, "6.8")]
    [InlineData(-3, null)]
    public void A_pH_beyond_all_acids_and_caustics_is_told(double ph, string? becomes)
    {
        Assert.Null(CannotBe.Acidity(new("-0.5", Field.PH, -0.5, "pH")));
        Assert.Null(CannotBe.Acidity(new("14.5", Field.PH, 14.5, "pH")));
        Assert.Equal(
            becomes,
            CannotBe.Acidity(new(ph.ToString(System.Globalization.CultureInfo.InvariantCulture), Field.PH, ph, "pH"))!.Becomes
        );
    }

    [Fact]
    public void More_liquor_than_was_poured_and_rinsed_is_told()
    {
        var open = Demo.Value.Batches["26-02"];
        var there = BatchAtWork.AsItStands(Demo.Value, open, "3-sulfamic").Plan.Outputs[0].Charge.LiquorVolume(new Draws("26-02")).Likely;
        Assert.NotNull(
            StepDecisions.Read(Demo.Value, open, "3-sulfamic", "volume", TypedNumber.Of(Math.Round(there), Field.Volume, "mL")).Body
        );
        var error = Assert.Single(
            StepDecisions.Read(Demo.Value, open, "3-sulfamic", "volume", TypedNumber.Of(Math.Round(there) * 10, Field.Volume, "mL")).Errors
        );
        Assert.Equal($"{Math.Round(there)} mL", error.Becomes);
    }

    [Fact]
    public void A_pour_with_a_slipped_point_proposes_the_portion()
    {
        var next = BatchAtWork
            .Plan(Demo.Value, Demo.Value.Batches["26-02"])
            .Of("3-sulfamic")
            .Plan.Doses.Single(d => d.Id == "sulfamic")
            .Rungs.First(r => r.Poured is null)
            .Grams;
        var typed = Math.Round(next, 2) * 100;
        var error = Assert.Single(
            StepDecisions.Pour(Demo.Value, Demo.Value.Batches["26-02"], "3-sulfamic", "sulfamic", "S-1", Given.Grams(typed), null).Errors
        );
        Assert.Equal("amount", error.Field);
        Assert.True(error.Becomes is null || Read(error.Becomes, Field.Mass).Value < typed);
        // 20 g where some 0.2 g were due, and a few grams at most may go in.
        Assert.Contains("say why", error.WayOut);
        var direct = CannotBe.Poured(Given.Grams(25), Shop.Usual.Of("H3NSO3"), 1, 1, 8, 6, 2.5, new("25"));
        Assert.Equal("2.5 g", direct.Becomes);
        Assert.Contains("26.0 g would be poured", direct.Reason);
        // Where 0.2 g are due: 2.5 g would be a dozen of them at once, 25 mg no portion at all.
        Assert.Equal("0.25 g", CannotBe.Poured(Given.Grams(25), Shop.Usual.Of("H3NSO3"), 1, 0.4, 3.6, 2.4, 0.2, new("25")).Becomes);
    }

    [Fact]
    public void Weighing_again_is_not_held_against_the_slip_before()
    {
        // The cake was logged as 0.42 g first; 4.2 g is then no more than went in.
        var state = BeforeTheBar.Value;
        var batch = state.Batches["26-01"];
        var step = batch.Step("6-wash-dry-melt");
        var slipped = batch with
        {
            Steps = batch.Steps.SetItem(step.Id, step with { Weighed = step.Weighed.SetItem("bar", Given.Grams(0.42, 0.01)) }),
        };
        Assert.NotNull(StepDecisions.Weigh(state, slipped, step.Id, "bar", Read("4.21 g", Field.Mass), null, null).Body);
    }

    [Fact]
    public void What_a_holding_can_be_at_most_proposes_what_agrees()
    {
        Assert.Null(CannotBe.MoreThan("mass", Given.Grams(4.3, 0.02), 4.4, "went out", new("4.3")));
        Assert.Equal("4.3 g", CannotBe.MoreThan("mass", Given.Grams(43, 0.02), 4.4, "went out", new("43"))!.Becomes);
    }
}
