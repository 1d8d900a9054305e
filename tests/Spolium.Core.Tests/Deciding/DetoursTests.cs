using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>What leaves the straight way: given up, sent out, changed. The book stays whole, and the rest follows from the facts.</summary>
public class DetoursTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
    private const string Id = "26-02";

    private int number;

    private static Ledger Demo() => Ledger.Of(DemoAt.Entries(Now));

    private Ledger Write(Ledger ledger, Func<State, BatchState, Decision> decide, DateTimeOffset? at = null)
    {
        var decision = decide(ledger.State, ledger.State.Batches[Id]);
        var body = decision.Body
            ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}")));
        number++;
        return ledger.With(
            new(
                $"d{number}",
                [new(Entry.BatchStream(Id), ledger.State.Version(Entry.BatchStream(Id)) + 1)],
                at ?? Now.AddMinutes(number),
                Now.AddMinutes(number),
                "AV",
                body
            )
        );
    }

    private static void Whole(Ledger ledger)
    {
        foreach (var element in ledger.Book.Postings.GroupBy(p => p.Element))
            Assert.Equal(0, element.Sum(p => p.Micrograms));
    }

    private static double Gold(Ledger l, string holding) => l.Book.Grams(Account.Holding(Id, holding), "Au");

    private Ledger GivenUp(string? measured = null, params string[] methods) =>
        Write(Demo(), (s, b) =>
            Detours.GiveUp(
                s,
                b,
                "3-sulfamic",
                measured is null ? null : QuantityParser.Read(measured, Field.Mass).Number,
                methods.Length > 0 ? methods : ["boil-down", "clear", "ferrous", "wash-dry-melt"],
                b.Bottles,
                "it foamed over"
            )
        );

    [Fact]
    public void A_step_that_is_given_up_keeps_its_vessel_together_and_another_way_goes_on()
    {
        var before = Demo();
        var ledger = GivenUp();
        Whole(ledger);
        var batch = ledger.State.Batches[Id];
        Assert.Equal(
            ["1-nitric-strip", "2-aqua-regia", "3-sulfamic", "3a-boil-down", "3b-clear", "3c-ferrous", "3d-wash-dry-melt"],
            batch.Route.Steps.Select(s => s.Id)
        );
        Assert.True(batch.Step("3-sulfamic") is { GivenUp: true, Closed: true });
        Assert.Equal("3a-boil-down", batch.Current!.Id);
        // All gold that stood in the step's feed stands in its one holding.
        Assert.Equal(Gold(before, "2-aqua-regia/gold-liquor"), Gold(ledger, "3-sulfamic/denitrated"), 1e-5);
        // What was poured before it was given up is in there: sulphate of the sulfamic acid, no less acid than it leaves.
        var step = BatchAtWork.Plan(ledger.State, batch).Of("3-sulfamic");
        Assert.Equal(step.Input.Element("Au").Likely, step.Plan.Outputs[0].Charge.Element("Au").Likely, 1e-9);
        Assert.True(step.Plan.Outputs[0].Charge.Element("S").Likely > 0);
        Assert.Equal(
            BatchAtWork.Plan(before.State, before.State.Batches[Id]).Of("3-sulfamic").Plan.Doses[0].Bottle.Formula,
            step.Plan.Doses[0].Bottle.Formula
        );
        // The rest is planned anew from there.
        Assert.Null(BatchAtWork.Plan(ledger.State, batch).Refused);
        Assert.Contains(BatchAtWork.Plan(ledger.State, batch).Of("3c-ferrous").Plan.Doses, d =>
            d.Bottle.Formula.StartsWith("FeSO4", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void Replay_gives_the_same_after_a_detour()
    {
        var ledger = GivenUp();
        var again = Ledger.Of(ledger.State.Entries);
        Assert.Equal(ledger.Book.Balances.OrderBy(b => b.Key), again.Book.Balances.OrderBy(b => b.Key));
        Assert.Equal(ledger.State.Batches[Id].Route.Steps.Select(s => s.Id), again.State.Batches[Id].Route.Steps.Select(s => s.Id));
    }

    [Fact]
    public void A_given_up_solid_is_measured_again_and_the_book_says_what_is_missing()
    {
        var start = Write(Demo(), (s, b) => Decisions.ChangeRoute(b, b.Route, b.Bottles, "same"));
        // A fresh batch of the mounts that is given up while it strips.
        var fresh = start.With(
            new(
                "f1",
                [new(Entry.BatchStream("26-07"), 1)],
                Now,
                Now,
                "AV",
                Decisions
                    .Start(
                        start.State,
                        "26-07",
                        "26-07",
                        "mounts",
                        "hl-9a",
                        Given.Grams(96.4),
                        Routes.Chain(HobLaneWays.GoldByNitricStrip),
                        ShelfAtWork.ForPlan(start.State, Now),
                        0.01,
                        Now
                    )
                    .Body!
            )
        );
        var batch = fresh.State.Batches["26-07"];
        var decision = Detours.GiveUp(
            fresh.State,
            batch,
            "1-nitric-strip",
            Given.Grams(95.9),
            ["chlorine-lift", "aqua-regia", "sulfamic", "clear", "metabisulphite", "wash-dry-melt"],
            batch.Bottles,
            "no acid in the house"
        );
        var up = fresh.With(new("f2", [new(Entry.BatchStream("26-07"), 2)], Now, Now, "AV", decision.Body!));
        Whole(up);
        var entry = (BranchGivenUp)decision.Body!;
        Assert.Equal(95.9, entry.Outputs[0].MassG, 0.01);
        Assert.Equal(Basis.Weighed, entry.Outputs[0].Basis);
        // Half a gram less came out: its share of copper is posted as missing.
        Assert.InRange(up.Book.Grams(Account.Unaccounted("batch/26-07"), "Cu"), 0.4, 0.55);
        Assert.Equal("1a-chlorine-lift", up.State.Batches["26-07"].Current!.Id);
        Assert.Null(BatchAtWork.Plan(up.State, up.State.Batches["26-07"]).Refused);
    }

    [Theory]
    [InlineData("reason", "3-sulfamic", "clear", " ")]
    [InlineData("stepId", "4-clear", "clear", "so")]
    [InlineData("methods", "3-sulfamic", "", "so")]
    public void Giving_up_what_cannot_be_is_refused_by_field(string field, string step, string method, string reason)
    {
        var state = Demo().State;
        var decision = Detours.GiveUp(state, state.Batches[Id], step, null, method.Length > 0 ? [method] : [], [], reason);
        Assert.Equal(field, Assert.Single(decision.Errors).Field);
    }

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
