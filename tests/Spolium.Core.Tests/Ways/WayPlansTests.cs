using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Ways;

/// <summary>A step that ways have in common is planned once, and each way is planned as if it were alone.</summary>
public class WayPlansTests
{
    private static readonly Lazy<State> Demo = new(() => Ledger.Of(DemoAt.Entries(new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero))).State);

    /// <summary>What a plan says, in text.</summary>
    private static string Told(BatchPlan plan) =>
        string.Join(
            '\n',
            plan.Steps.Select(s =>
                $"{s.Step.Id} {string.Join(',', s.Plan.Refusals.Select(r => r.Reason))} "
                + string.Join(
                    ';',
                    s.Plan.Doses.Select(d =>
                        $"{d.Id} {d.Bottle.Id} {d.Grams.Likely:R} {d.Lacking} "
                        + string.Join(' ', d.Rungs.Select(r => $"{r.BottleId} {r.Grams:R}"))
                    )
                )
                + string.Join(
                    ';',
                    s.Plan.Outputs.Select(o => $"{o.Id} {string.Join(' ', o.Charge.Moles.Select(m => $"{m.Value.Likely:R}"))}")
                )
                + string.Join(';', s.Plan.Cautions.Select(c => c.Text))
                + $"{s.Plan.Attended.Likely:R} {s.Plan.Unattended.Likely:R} {string.Join(',', s.Combined.Select(c => c.Id))}"
            )
        );

    private const int Ways = 20;

    // Ways of the map, on a shelf that runs low so that what one step pours is missing to the next.
    [Theory]
    [InlineData("hl-9a", 2)]
    [InlineData("hl-6a", 3)]
    public void A_way_is_planned_as_if_it_were_alone(string lotId, int seed)
    {
        var lot = Demo.Value.Lots[lotId];
        var liquor = lot.Amount.Field == Field.Volume ? lot.Content.Liquor : null;
        var feed = BatchFeed.FeedOf(Demo.Value, lot, lot.Amount, true);
        var usual = ShelfAtWork.ShopWith(Demo.Value, ShelfAtWork.ForPlan(Demo.Value, new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero)));
        var shop = usual with { Levels = usual.Bottles.ToDictionary(b => b.Id, _ => 130.0) };
        var draws = new Draws(lotId, true);
        var plans = new WayPlans(feed, shop, draws, m => LotAtWork.RouteFor(lot, m));
        var ways = MapWays.All.Where(w => w.Takes == liquor).Select(w => w.Way.Methods).ToArray();
        new Random(seed).Shuffle(ways);
        Assert.All(ways.Take(Ways), way =>
            Assert.Equal(Told(Planner.Fold(feed, LotAtWork.RouteFor(lot, way), shop, draws)), Told(plans.Of(way)))
        );
    }

    // Calcium nitrate alone is no matter; with a salt of sulphur behind it gypsum would fall.
    [Fact]
    public void What_looks_ahead_is_planned_anew_when_more_comes_behind_it()
    {
        var calcium = new Dictionary<string, IReadOnlyDictionary<string, string>>
        {
            ["nitrate-salt"] = new Dictionary<string, string> { ["salt"] = "Ca(NO3)2·4H2O" },
        };
        var feed = Given.Metals(("Au", 5));
        var plans = new WayPlans(feed, Shop.Usual, new Draws("x", true), m => Routes.Chain(m, calcium));
        Assert.Null(plans.Of(["nitrate-salt"]).Refused);
        Assert.Contains("gypsum", plans.Of(["nitrate-salt", "sulfamic"]).Refused!.Plan.Refusals[0].Reason);
        Assert.Null(plans.Of(["nitrate-salt"]).Refused);
    }

    [Fact]
    public void A_step_with_other_options_is_planned_anew()
    {
        Route With(string washes) =>
            Routes.Chain(
                ["wash", "dry"],
                new Dictionary<string, IReadOnlyDictionary<string, string>>
                {
                    ["wash"] = new Dictionary<string, string> { ["washes"] = washes },
                }
            );
        var feed = Given.Metals(("Ag", 20)).With(Core.Chemistry.Species.Water, Working.Exact(5, null, Dimension.Substance));
        var draws = new Draws("x", true);
        var one = new Folding(feed, With("1"), Shop.Usual, new Dictionary<string, Facts>(), draws);
        _ = one.All;
        Assert.Equal(Told(Planner.Fold(feed, With("4"), Shop.Usual, draws)), Told(one.Along(With("4")).All));
        Assert.Same(one.All.Steps[0].Plan, one.Along(With("1")).All.Steps[0].Plan);
    }
}
