using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

/// <summary>What leaves the straight way: given up, sent out, changed. The book stays whole, and the rest follows from the facts.</summary>
public partial class DetoursTests
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
}
