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

/// <summary>What is given back, weighed twice, received as a liquor.</summary>
public partial class DecisionTests
{
    [Fact]
    public void A_batch_given_back_before_its_first_step_leaves_its_lot_whole_again()
    {
        var lot = Ledger.Empty.With(
            new(
                "a",
                [new("lot:l", 1)],
                default,
                default,
                "AV",
                LotDecisions.Receive(State.Empty, "l", "X-1", "rings", "brass", Given.Grams(100), Given.Hl1(), null).Body!
            )
        );
        var started = lot.With(
            new(
                "b",
                [new("batch:n", 1), new("lot:l", 2)],
                default,
                default,
                "AV",
                Decisions
                    .Start(
                        lot.State,
                        "n",
                        "26-09",
                        "",
                        "l",
                        Given.Grams(40),
                        Routes.Chain(HobLaneWays.GoldByNitricStrip),
                        Core.Reagents.Shop.UsualBottles,
                        0.01,
                        default
                    )
                    .Body!
            )
        );
        Assert.Equal(60, started.State.Lots["l"].Left, 1e-9);
        Assert.Equal(0.02, started.State.Batches["n"].Feeds[0].Amount.PlusMinus);
        var given = started.With(
            new(
                "c",
                [new("batch:n", 2), new("lot:l", 3)],
                default,
                default,
                "AV",
                Decisions.GiveBack(started.State, started.State.Batches["n"], "wrong lot").Body!
            )
        );
        Assert.Equal(100, given.State.Lots["l"].Left, 1e-9);
        Assert.DoesNotContain("n", given.State.Batches.Keys);
        Assert.Equal(2.1, given.Book.Grams(Account.Lot("l"), "Au"), 1e-6);
        Assert.Equal(0, given.Book.Grams(Account.Holding("n", Route.Feed), "Au"));
        Assert.Contains("has begun", Refused(Decisions.GiveBack(Demo.State, Open, "late")));
    }

    [Fact]
    public void Taking_the_second_weighing_back_brings_the_first_forth_again()
    {
        var entries = Demo.State.Entries.TakeWhile(e => e.Body is not StepClosed { BatchId: "26-01" }).ToList();
        var ledger = Ledger.Of(entries);
        var second = With(
            ledger,
            StepDecisions.Weigh(ledger.State, ledger.State.Batches["26-01"], "1-nitric-strip", "foils", Given.Grams(4.9), null, null),
            "26-01"
        );
        Assert.Equal(4.9, second.State.Batches["26-01"].Step("1-nitric-strip").Weighed["foils"].Value);
        var back = With(second, Decisions.Correct(second.State, second.State.Entries[^1].Id, "tare", null), "26-01");
        Assert.Equal(4.43, back.State.Batches["26-01"].Step("1-nitric-strip").Weighed["foils"].Value);
    }

    [Fact]
    public void A_liquor_is_received_by_volume_with_grams_per_litre_and_not_planned_as_scrap()
    {
        TypedNumber Litre(double g) => TypedNumber.Of(g, Field.Concentration, "g/L");
        var content = new Content([new("Ag", Litre(1), Litre(3), Litre(8))], null);
        var volume = TypedNumber.Of(18_000, Field.Volume, "L");
        var body = (LotReceived)LotDecisions.Receive(State.Empty, "f", "X-6", "spent fixer", "fixer", volume, content, null).Body!;
        Assert.Equal(54, body.Believed.Single(b => b.Element == "Ag").Grams, 1e-9);
        Assert.Equal(18, body.Believed[0].Low, 1.0);
        var ledger = Ledger.Empty.With(new("a", [new("lot:f", 1)], default, default, "AV", body));
        Assert.Contains(
            "nobody knows what holds the metals",
            Refused(
                Decisions.Start(
                    ledger.State,
                    "n",
                    "26-09",
                    "",
                    "f",
                    volume,
                    Routes.Chain(HobLaneWays.GoldByNitricStrip),
                    Core.Reagents.Shop.UsualBottles,
                    0.01,
                    default
                )
            )
        );
        Assert.Contains(
            "no balance",
            Refused(LotDecisions.Receive(State.Empty, "f", "X-6", "spent fixer", "fixer", volume, content with { Balance = "Zn" }, null))
        );
    }
}
