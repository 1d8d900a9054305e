using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>A plan that is kept serves who asks again, and nobody who asks for something else.</summary>
public class PlanMemoryTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static double Nitric(State state) =>
        BatchAtWork.Step(state, state.Batches["26-02"], "2-aqua-regia").Plan.Doses.First(d => d.Id == "nitric").Grams.Likely;

    private static State With(State state, EntryBody body, params string[] streams) =>
        Replay.Apply(
            state,
            new(Guid.NewGuid().ToString(), [.. streams.Select(s => new StreamVersion(s, state.Version(s) + 1))], Now, Now, "AV", body)
        );

    // No step has begun: all of it is planned.
    private static State Fresh()
    {
        var state = Demo.Value.State;
        return With(
            state,
            Decisions
                .Start(
                    state,
                    "26-40",
                    "26-40",
                    "x",
                    "hl-9a",
                    Given.Grams(20),
                    Core.Plans.Routes.Chain(HobLaneWays.GoldByNitricStrip),
                    ShelfAtWork.ForPlan(state, Now),
                    0.01,
                    Now
                )
                .Body!,
            Entry.BatchStream("26-40"),
            Entry.LotStream("hl-9a")
        );
    }

    private static double First(State state) =>
        BatchAtWork.Step(state, state.Batches["26-40"], "1-nitric-strip").Plan.Doses.First(d => d.Id == "nitric").Grams.Likely;

    [Fact]
    public void The_same_is_planned_once()
    {
        var state = Demo.Value.State;
        Assert.Same(BatchAtWork.Plan(state, state.Batches["26-02"]), BatchAtWork.Plan(state, state.Batches["26-02"]));
        Assert.NotEqual(0, Nitric(state));
    }

    [Fact]
    public void Another_content_of_its_lot_is_another_plan()
    {
        var state = Fresh();
        var was = First(state);
        var lot = state.Lots["hl-9a"];
        var richer = state with
        {
            Lots = state.Lots.SetItem(
                "hl-9a",
                lot with
                {
                    Content = lot.Content with
                    {
                        Lines =
                        [
                            .. lot.Content.Lines.Select(l => l with { Low = Half(l.Low), Likely = Half(l.Likely), High = Half(l.High) }),
                        ],
                    },
                }
            ),
        };
        Assert.NotEqual(
            was,
            First(richer with { Batches = richer.Batches.SetItem("26-40", richer.Batches["26-40"] with { Title = "y" }) })
        );
    }

    private static TypedNumber Half(TypedNumber n) => n with { Value = n.Value / 2 };

    [Fact]
    public void Other_bottles_are_another_plan()
    {
        var state = Fresh();
        var was = First(state);
        var batch = state.Batches["26-40"];
        var weak = batch with { Bottles = [.. batch.Bottles.Select(b => b.Formula == "HNO3" ? b with { Strength = new(0.5) } : b)] };
        Assert.NotEqual(was, First(state with { Batches = state.Batches.SetItem("26-40", weak) }));
    }

    [Fact]
    public void A_bottle_that_ran_low_is_another_plan()
    {
        var state = Fresh();
        string How(State s) =>
            string.Join(' ', BatchAtWork.Step(s, s.Batches["26-40"], "1-nitric-strip").Plan.Doses.Select(d => d.Lacking));
        var was = How(state);
        var id = state.Batches["26-40"].Bottles.First(b => b.Formula == "HNO3").Id;
        Assert.NotEqual(was, How(state with { Shelf = state.Shelf.SetItem(id, state.Shelf[id] with { Grams = 1 }) }));
    }

    [Fact]
    public void What_is_kept_is_bounded_and_goes_with_its_ledger()
    {
        var recent = new Recent<int, string>(3);
        for (var i = 0; i < 10; i++)
            recent.Get(i, k => $"{k}");
        Assert.Equal(3, recent.Count);
        Assert.True(recent.TryGet(9, out _));
        Assert.False(recent.TryGet(0, out _));
        recent.Get(7, k => "again");
        recent.Put(11, "new");
        // What was asked for last stays.
        Assert.True(recent.TryGet(7, out var seven));
        Assert.Equal("7", seven);
        Assert.NotSame(State.Empty.Memory, State.Empty.Memory);
        Assert.Same(Demo.Value.State.Memory, Fresh().Memory);
    }
}
