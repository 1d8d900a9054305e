using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

public class SavedPlansTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<State> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)).State);

    private static State After(State state, Decision decision) =>
        Replay.Apply(
            state,
            new(
                Guid.NewGuid().ToString(),
                [],
                Now,
                Now,
                "AV",
                decision.Body
                    ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}")))
            )
        );

    private static Decision Save(
        State state,
        string id = "p1",
        string title = "with copper",
        string? copyOf = null,
        IReadOnlyList<string>? methods = null,
        double grams = 400
    ) =>
        SavedPlans.Save(
            state,
            id,
            title,
            state.Lots["hl-2a"],
            Given.Grams(grams),
            Routes.Chain(methods ?? HobLaneWays.SilverByCopper),
            methods ?? HobLaneWays.SilverByCopper,
            ShelfAtWork.ForPlan(state, Now),
            "test",
            copyOf
        );

    [Fact]
    public void A_plan_is_frozen_with_its_figures_and_compared_with_its_later_self()
    {
        var state = After(Demo.Value, Save(Demo.Value));
        var saved = state.Plans["p1"];
        Assert.Equal((PriceFigures.MadeUp.Id, 5), (saved.Plan.Prices, saved.Plan.Route.Steps.Count));
        var (same, refused) = SavedPlans.Compare(state, saved, Now);
        Assert.Null(refused);
        Assert.All(same, f => Assert.Equal(f.Then.Likely, f.Now!.Likely, 1e-9));
        Assert.Contains(same, f => f.Label == "silver to come");
        Assert.Contains(same, f => f.Label.StartsWith("part: nitric acid", StringComparison.Ordinal));
        // Silver falls by half, and the lot turns out poorer: both are seen.
        var cheap = After(
            state,
            PriceDecisions.Keep(
                state,
                PriceFigures.MadeUp with
                {
                    Id = "cheap",
                    Title = "cheap",
                    Rows =
                    [
                        .. PriceFigures.MadeUp.Rows.Select(r =>
                            r.Item == "Ag" && r.Kind == PriceKind.Metal ? r with { Price = TypedNumber.Of(5.6, Field.Money, "kr") } : r
                        ),
                    ],
                }
            )
        );
        var poor = After(
            cheap,
            LotDecisions.Believe(cheap, "hl-2a", cheap.Lots["hl-2a"].Content.Richer("Ag", 0.5), LotContentChanged.Guess, "few tips", null)
        );
        var (changed, _) = SavedPlans.Compare(poor, poor.Plans["p1"], Now);
        var silver = changed.Single(f => f.Label == "silver to come");
        Assert.Equal(silver.Then.Likely / 2, silver.Now!.Likely, 0.1);
        Assert.True(
            changed.Single(f => f.Label.StartsWith("margin", StringComparison.Ordinal)) is var m && m.Now!.Likely < m.Then.Likely - 100
        );
    }

    [Fact]
    public void It_is_renamed_copied_dropped_and_set_to_a_batch()
    {
        var state = After(Demo.Value, Save(Demo.Value));
        Assert.Equal("title", Assert.Single(Save(state, "p2").Errors).Field);
        Assert.Equal("planId", Assert.Single(Save(state, "p1", "another").Errors).Field);
        Assert.Equal("copyOf", Assert.Single(Save(state, "p2", "another", "gone").Errors).Field);
        state = After(state, Save(state, "p2", "another", "p1"));
        Assert.Equal("p1", state.Plans["p2"].Plan.CopyOf);
        Assert.Equal("title", Assert.Single(SavedPlans.Rename(state, "p2", "With Copper").Errors).Field);
        state = After(state, SavedPlans.Rename(state, "p2", "by copper, small"));
        Assert.Equal("by copper, small", state.Plans["p2"].Title);
        state = After(state, SavedPlans.Drop(state, "p2"));
        Assert.Equal("planId", Assert.Single(SavedPlans.Rename(state, "p2", "x").Errors).Field);
        Assert.Equal("planId", Assert.Single(SavedPlans.Drop(state, "p2").Errors).Field);
        var plan = state.Plans["p1"].Plan;
        state = After(
            state,
            Decisions.Start(state, "26-09", "26-09", "x", plan.LotId, plan.Amount, plan.Route, plan.Bottles, 0.01, Now, "p1")
        );
        Assert.Equal("p1", state.Batches["26-09"].PlanId);
    }

    [Fact]
    public void What_is_refused_is_not_saved()
    {
        Assert.Equal("route", Assert.Single(Save(Demo.Value, methods: ["nitric-part", "crystallise-silver-nitrate", "dry"]).Errors).Field);
        Assert.Equal("amount", Assert.Single(Save(Demo.Value, grams: 0).Errors).Field);
        Assert.Equal("title", Assert.Single(Save(Demo.Value, title: " ").Errors).Field);
    }
}
