using Spolium.Core.Chemistry;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>Something else happened at an open vessel of the demo shop, where nitric acid is being destroyed.</summary>
public class BesideDecisionsTests
{
    private const string Step = "3-sulfamic";

    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Ledger Demo = Ledger.Of(DemoAt.Entries(Now));

    private static BatchState Open => Demo.State.Batches["26-02"];

    private static TypedNumber Typed(string text, Field field) => QuantityParser.Read(text, field).Number!;

    private static Decision Happen(BesideWish wish, State? state = null, string step = Step) =>
        BesideDecisions.Happen(state ?? Demo.State, (state ?? Demo.State).Batches["26-02"], step, wish, Now);

    private static int counter;

    private static State With(EntryBody body, State? state = null)
    {
        var (before, stream) = (state ?? Demo.State, Entry.BatchStream("26-02"));
        var at = Now.AddMinutes(++counter);
        return Replay.Apply(before, new($"else-{counter}", [new(stream, before.Version(stream) + 1)], at, at, "AV", body));
    }

    private static State Written(BesideWish wish, State? state = null)
    {
        var decision = Happen(wish, state);
        Assert.NotNull(decision.Body);
        return With(decision.Body, state);
    }

    private static Charge InVessel(State state) => VesselNow.Of(state, state.Batches["26-02"], Step).Charge;

    private static BesideWish Water(string amount) => new(Happening.Poured, Typed(amount, Field.Volume), "water");

    [Fact]
    public void A_rinse_is_in_the_vessel_and_in_what_comes_of_it()
    {
        var after = Written(Water("50 mL"));
        var more = InVessel(after).Grams(Species.Water).Likely - InVessel(Demo.State).Grams(Species.Water).Likely;
        Assert.Equal(49.9, more, 0.2);
        Assert.Equal(InVessel(Demo.State).Element("Au").Likely, InVessel(after).Element("Au").Likely, 1e-9);
    }

    [Fact]
    public void Another_reagent_lowers_its_bottle_and_what_is_taken_back_was_never_poured()
    {
        var before = Demo.State.Shelf["H-1"].Grams;
        var body = Happen(new(Happening.Poured, Typed("10 mL", Field.Volume), "H-1")).Body!;
        var after = With(body);
        Assert.InRange(before - after.Shelf["H-1"].Grams, 11.5, 12.1);
        Assert.True(InVessel(after).Of(Species.Chloride).Likely > InVessel(Demo.State).Of(Species.Chloride).Likely + 0.1);
        var entry = after.Batches["26-02"].Step(Step).Beside[0].EntryId;
        var back = With(new Correction([entry], "wrong beaker", null), after);
        Assert.Equal(before, back.Shelf["H-1"].Grams, 1e-9);
        Assert.Empty(back.Batches["26-02"].Step(Step).Beside);
    }

    [Fact]
    public void What_is_spilt_takes_its_metal_with_it_and_stands_among_the_holdings()
    {
        var gold = InVessel(Demo.State).Element("Au").Likely;
        var after = Written(new(Happening.Spilt, Typed("10 %", Field.Share)));
        Assert.Equal(0.9 * gold, InVessel(after).Element("Au").Likely, 1e-3 * gold);
        var spilt = BatchAtWork.AsItStands(after, after.Batches["26-02"], Step).Plan.Outputs.Single(o => o.Id == BesideThePlan.Spilt);
        Assert.Equal(0.1 * gold, spilt.Charge.Element("Au").Likely, 1e-3 * gold);
        // Nobody measured it.
        Assert.InRange(spilt.Charge.Element("Au").Amount.Sigma, 0.02 * gold, 0.05 * gold);
    }

    [Fact]
    public void A_sample_by_volume_is_that_share_of_the_liquid()
    {
        var now = VesselNow.Of(Demo.State, Open, Step);
        var body = (SomethingElse)Happen(new(Happening.Sampled, Typed("5 mL", Field.Volume))).Body!;
        Assert.Equal(5 / now.Liquid.Likely, body.Gone!.Share, 1e-6);
        Assert.Contains(
            "more than all of it",
            Happen(new(Happening.Sampled, Typed("5 L", Field.Volume))).Errors.Single().Reason,
            StringComparison.Ordinal
        );
        Assert.Contains("nobody knows how much", Happen(new(Happening.Spilt)).Errors.Single().Reason, StringComparison.Ordinal);
    }

    [Fact]
    public void Boiled_down_to_a_mark_leaves_that_volume()
    {
        var now = VesselNow.Of(Demo.State, Open, Step).Liquid.Likely;
        var left = FigureText.Number(0.7 * now, 0);
        var after = Written(new(Happening.BoiledAway, Typed(left + " mL", Field.Volume)));
        Assert.Equal(0.7 * now, VesselNow.Of(after, after.Batches["26-02"], Step).Liquid.Likely, 0.05 * now);
        Assert.Equal(InVessel(Demo.State).Element("Au").Likely, InVessel(after).Element("Au").Likely, 1e-9);
        Assert.Equal("amount", Happen(new(Happening.BoiledAway, Typed("3 L", Field.Volume))).Errors.Single().Field);
    }

    [Fact]
    public void Moved_to_another_vessel_a_little_clings_unless_it_was_rinsed()
    {
        var vessels = VesselsAtWork.Of(Demo.State);
        var into = vessels[^1].Id;
        var clung = (SomethingElse)Happen(new(Happening.Moved, Into: into)).Body!;
        Assert.True(clung.Gone!.Share > 0);
        Assert.Null(((SomethingElse)Happen(new(Happening.Moved, Into: into, Rinsed: true)).Body!).Gone);
        Assert.Equal(vessels[^1], BatchAtWork.Step(With(clung), With(clung).Batches["26-02"], Step).Plan.Vessel!.Vessel);
        Assert.Contains(
            "is full at",
            Happen(new(Happening.Moved, Into: vessels[0].Id), Written(Water("3 L"))).Errors.Single().Reason,
            StringComparison.Ordinal
        );
        Assert.Equal("into", Happen(new(Happening.Moved, Into: "bucket of nothing")).Errors.Single().Field);
    }

    [Fact]
    public void A_cover_changes_nothing_where_nothing_comes_back() =>
        Assert.Contains("no cover", Happen(new(Happening.Covered, Into: "open")).Errors.Single().Reason, StringComparison.Ordinal);

    [Fact]
    public void What_is_meant_against_a_stop_is_refused_and_what_has_happened_is_written_and_only_making_safe_is_open()
    {
        var wish = new BesideWish(Happening.Poured, Typed("5 mL", Field.Volume), "C-1");
        var refused = Happen(wish).Errors.Single();
        Assert.Equal("happened", refused.Field);
        var after = Written(wish with { Happened = true });
        var batch = after.Batches["26-02"];
        Assert.NotNull(batch.Step(Step).Danger);
        foreach (
            var shut in new[]
            {
                StepDecisions.Pour(after, batch, Step, "sulfamic", "S-1", Given.Grams(0.2), null),
                StepDecisions.Close(after, batch, Step, "done"),
                StepDecisions.See(after, batch, Step, "no-fizz"),
            }
        )
            Assert.Contains("give the step up", shut.Errors[0].WayOut, StringComparison.Ordinal);
        // Water may still go in, and the step be given up.
        Assert.NotNull(Happen(Water("200 mL"), after).Body);
        Assert.NotNull(Detours.GiveUp(after, batch, Step, null, ["outside"], batch.Bottles, "bleach in it").Body);
    }

    [Fact]
    public void A_bottle_that_nobody_has_and_an_empty_pour_are_refused()
    {
        Assert.Equal("bottleId", Happen(new(Happening.Poured, Typed("5 mL", Field.Volume), "Q-9")).Errors.Single().Field);
        Assert.Equal("bottleId", Happen(new(Happening.Poured, Typed("5 mL", Field.Volume))).Errors.Single().Field);
        Assert.Equal("amount", Happen(new(Happening.Poured, null, "water")).Errors.Single().Field);
        Assert.Equal("holding", Happen(new(Happening.Joined, Holding: "9-nothing/at-all")).Errors.Single().Field);
        Assert.Equal("stepId", Happen(Water("5 mL"), step: "5-metabisulphite").Errors.Single().Field);
    }

    [Fact]
    public void Another_holding_that_is_put_in_is_taken_and_waits_no_more()
    {
        var waiting = Open.Route.Waiting.First(h => Open.Step(h[..h.IndexOf('/')]).Closed && !Open.Pooled.ContainsKey(h));
        var decision = Happen(new(Happening.Joined, Holding: waiting, Happened: true));
        var after = With(decision.Body!);
        Assert.DoesNotContain(waiting, after.Batches["26-02"].Route.Waiting);
        Assert.True(InVessel(after).Mass().Likely > InVessel(Demo.State).Mass().Likely);
    }
}
