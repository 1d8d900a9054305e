using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>What is sent out, and ways that change.</summary>
public partial class DetoursTests
{
    private Ledger FoilsReady()
    {
        var demo = Demo();
        return demo.With(
            new(
                "f1",
                [new(Entry.BatchStream(Id), demo.State.Version(Entry.BatchStream(Id)) + 1)],
                Now,
                Now,
                "AV",
                new NoteWritten(Id, null, "ready")
            )
        );
    }

    [Fact]
    public void What_is_sent_out_waits_comes_back_lighter_and_the_loss_is_posted()
    {
        var ledger = Demo();
        var started = ledger.With(
            new(
                "s1",
                [new(Entry.BatchStream("26-08"), 1)],
                Now,
                Now,
                "AV",
                Decisions
                    .Start(
                        ledger.State,
                        "26-08",
                        "26-08",
                        "sprues",
                        "hl-3a",
                        Given.Grams(71.8),
                        Routes.Chain(["inquart", "granulate", "nitric-part>residue", "wash-dry-melt"]),
                        ShelfAtWork.ForPlan(ledger.State, Now),
                        0.01,
                        Now
                    )
                    .Body!
            )
        );
        BatchState Batch(Ledger l) => l.State.Batches["26-08"];
        Assert.Equal("to", Assert.Single(Detours.Send(started.State, Batch(started), " ", Given.Grams(71.8), 7, "test").Errors).Field);
        Assert.Equal(
            "mass",
            Assert.Single(Detours.Send(started.State, Batch(started), "a caster", Given.Grams(0), 7, "test").Errors).Field
        );
        Assert.Equal(
            "days",
            Assert.Single(Detours.Send(started.State, Batch(started), "a caster", Given.Grams(71.8), 500, "test").Errors).Field
        );
        var away = started.With(
            new(
                "s2",
                [new(Entry.BatchStream("26-08"), 2)],
                Now,
                Now,
                "AV",
                Detours.Send(started.State, Batch(started), "a caster", Given.Grams(71.8), 10, "test").Body!
            )
        );
        Assert.Equal(
            ["1z-outside", "1-inquart", "2-granulate", "3-nitric-part", "4-wash-dry-melt"],
            Batch(away).Route.Steps.Select(s => s.Id)
        );
        Assert.True(Batch(away).Step("1z-outside") is { Begun: true, Closed: false });
        Assert.Empty(Batch(away).Route.Check());
        // The metal is still the batch's.
        Assert.Equal(0.72 * 71.8, away.Book.Grams(Account.Holding("26-08", Route.Feed), "Au"), 0.01);
        Assert.Contains(
            "what left the house",
            Assert.Single(Detours.ComeBack(away.State, Batch(away), "1z-outside", Given.Grams(80), null, null).Errors).Reason
        );
        var fee = TypedNumber.Of(120, Field.Money, "kr");
        var back = away.With(
            new(
                "s3",
                [new(Entry.BatchStream("26-08"), 3)],
                Now.AddDays(9),
                Now.AddDays(9),
                "AV",
                Detours.ComeBack(away.State, Batch(away), "1z-outside", Given.Grams(71.0), fee, null).Body!
            )
        );
        Whole(back);
        Assert.Equal("1-inquart", Batch(back).Current!.Id);
        // 0.8 g of 71.8 g did not come back: by the likely shares, 0.576 g of it gold.
        Assert.InRange(back.Book.Grams(Account.Unaccounted("batch/26-08"), "Au"), 0.3, 0.8);
        Assert.Equal(71.0, BatchAtWork.Plan(back.State, Batch(back)).Of("1-inquart").Input.Mass().Likely, 0.01);
        Assert.Equal(-120, BatchWorth.Of(back.State, Batch(back), Now)!.Value.Worth.Lines.Single(l => l.Id == "fees").Kr.Likely);
        Assert.Equal(
            "stepId",
            Assert
                .Single(
                    Detours.ComeBack(FoilsReady().State, FoilsReady().State.Batches[Id], "3-sulfamic", Given.Grams(1), null, null).Errors
                )
                .Field
        );
    }

    [Fact]
    public void What_was_put_in_as_a_step_and_never_sent_does_not_come_back_and_nothing_weighs_nothing()
    {
        var demo = Demo().State;
        Assert.Equal(
            "measured",
            Assert.Single(Detours.GiveUp(demo, demo.Batches[Id], "3-sulfamic", Given.Grams(0), ["clear"], [], "so").Errors).Field
        );
        var route = Routes.Chain(["outside", "nitric-strip"]);
        var started = Replay.Apply(
            demo,
            new(
                "o1",
                [],
                Now,
                Now,
                "AV",
                Decisions
                    .Start(demo, "26-31", "26-31", "x", "hl-9a", Given.Grams(20), route, ShelfAtWork.ForPlan(demo, Now), 0.01, Now)
                    .Body!
            )
        );
        var begun = Replay.Apply(
            started,
            new("o2", [], Now, Now, "AV", StepDecisions.Begin(started, started.Batches["26-31"], "1-outside", "test").Body!)
        );
        Assert.Contains(
            "sent out",
            Assert.Single(Detours.ComeBack(begun, begun.Batches["26-31"], "1-outside", Given.Grams(19.9), null, null).Errors).Reason
        );
    }

    [Fact]
    public void A_step_at_work_is_not_sent_out()
    {
        var state = Demo().State;
        Assert.Equal("stepId", Assert.Single(Detours.Send(state, state.Batches[Id], "a caster", Given.Grams(5), 7, "test").Errors).Field);
    }

    [Fact]
    public void The_rest_of_the_way_may_be_changed_behind_what_has_begun()
    {
        var ledger = Write(Demo(), (s, b) =>
            Decisions.ChangeRoute(
                b,
                Routes.Instead(b.Route, "3-sulfamic", ["clear", "oxalic", "wash", "dry", "melt"]),
                [.. b.Bottles],
                "no metabisulphite"
            )
        );
        Whole(ledger);
        var batch = ledger.State.Batches[Id];
        Assert.Equal(["3a-clear", "3b-oxalic", "3c-wash", "3d-dry", "3e-melt"], batch.Route.Steps.Skip(3).Select(s => s.Id));
        Assert.Equal("3-sulfamic", batch.Current!.Id);
        Assert.Null(BatchAtWork.Plan(ledger.State, batch).Refused);
        Assert.Equal(
            "route",
            Assert
                .Single(Decisions.ChangeRoute(batch, Routes.Instead(batch.Route, "1-nitric-strip", ["clear"]), batch.Bottles, "so").Errors)
                .Field
        );
    }
}
