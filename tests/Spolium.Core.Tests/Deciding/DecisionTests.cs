using Spolium.Core.Accounts;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Deciding;

public partial class DecisionTests
{
    private static readonly Ledger Demo = Ledger.Of(DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero)));
    private static BatchState Open => Demo.State.Batches["26-02"];

    private static int counter;

    // The ledger after one more entry, as the store would write it.
    private static Ledger With(Ledger ledger, Decision decision, string batch = "26-02")
    {
        Assert.NotNull(decision.Body);
        var stream = Entry.BatchStream(batch);
        return ledger.With(
            new(
                $"t{counter++}",
                [new(stream, ledger.State.Version(stream) + 1)],
                DateTimeOffset.UnixEpoch,
                DateTimeOffset.UnixEpoch,
                "AV",
                decision.Body
            )
        );
    }

    private static string Refused(Decision decision)
    {
        Assert.Null(decision.Body);
        Assert.All(decision.Errors, e => Assert.True(e.Field.Length > 0 && e.Reason.Length > 0 && e.WayOut.Length > 0));
        return string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}"));
    }

    [Theory]
    [InlineData(0, "nothing was received")]
    [InlineData(1e9, "more than this shop can hold")]
    public void A_lot_of_nothing_or_of_a_thousand_tonnes_is_refused(double grams, string reason) =>
        Assert.Contains(
            reason,
            Refused(LotDecisions.Receive(State.Empty, "l", "X-1", "rings", "brass", Given.Grams(grams), Given.Hl1(), null))
        );

    [Fact]
    public void A_code_that_is_taken_or_missing_is_refused()
    {
        Assert.Contains(
            "taken",
            Refused(LotDecisions.Receive(Demo.State, "l", "hl-1", "rings", "brass", Given.Grams(5), Given.Hl1(), null))
        );
        Assert.Contains(
            "no code",
            Refused(LotDecisions.Receive(Demo.State, "l", " ", "rings", "brass", Given.Grams(5), Given.Hl1(), null))
        );
    }

    [Fact]
    public void A_split_posts_what_the_parts_do_not_hold_and_asks_when_it_is_much()
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
        LotPart Part(string id, double g) => new(id, id, "part", Given.Grams(g));
        Assert.Contains("the parts weigh", Refused(LotDecisions.Split(lot.State, "l", [Part("a", 40), Part("b", 40)], null)));
        var split = lot.With(
            new(
                "b",
                [new("lot:l", 2)],
                default,
                default,
                "AV",
                LotDecisions.Split(lot.State, "l", [Part("a", 60), Part("b", 39.5)], null).Body!
            )
        );
        Assert.Equal(0, split.State.Lots["l"].Left);
        Assert.Equal(0.5 * 0.021, split.Book.Grams(Account.Unaccounted("lot/l"), "Au"), 1e-6);
        Assert.Equal(60 * 0.021, split.Book.Grams(Account.Lot("a"), "Au"), 1e-6);
    }

    [Fact]
    public void A_batch_cannot_take_more_than_is_left()
    {
        var decision = Decisions.Start(
            Demo.State,
            "b",
            "26-09",
            "",
            "hl-1",
            Given.Grams(10),
            Routes.Chain(HobLaneWays.GoldByNitricStrip),
            Shop.UsualBottles,
            0.01,
            default
        );
        Assert.Contains("only 0.00 g", Refused(decision));
    }

    [Fact]
    public void A_bottle_of_140_percent_or_of_no_density_is_refused()
    {
        var bottles = Shop.UsualBottles.Select(b => b.Formula == "HNO3" ? b with { Strength = new(1.4), DensityGPerMl = 9 } : b).ToList();
        var text = Refused(
            Decisions.Start(
                Demo.State,
                "b",
                "26-09",
                "",
                "hl-1",
                Given.Grams(10),
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                bottles,
                0.01,
                default
            )
        );
        Assert.Contains("bottles[0].strength", text);
        Assert.Contains("bottles[0].density", text);
    }

    [Fact]
    public void Closing_without_the_signs_wants_a_reason()
    {
        Assert.Contains("not all end signs", Refused(StepDecisions.Close(Demo.State, Open, "3-sulfamic", null)));
        var closed = With(Demo, StepDecisions.Close(Demo.State, Open, "3-sulfamic", "iodide paper is out"));
        Assert.Equal("4-clear", closed.State.Batches["26-02"].Current!.Id);
        Assert.All(closed.Book.Postings.GroupBy(p => (p.EntryId, p.Element)), g => Assert.Equal(0, g.Sum(p => p.Micrograms)));
    }

    [Fact]
    public void Taking_a_pour_back_reverses_it_and_both_stay()
    {
        var pour = Demo.State.Entries.Last(e => e.Body is DoseAdded);
        var before = Open.Step("3-sulfamic").Pours.Count;
        var after = With(Demo, Decisions.Correct(Demo.State, pour.Id, "poured into the wrong beaker", null));
        Assert.Equal(before - 1, after.State.Batches["26-02"].Step("3-sulfamic").Pours.Count);
        Assert.Contains(after.State.Entries, e => e.Id == pour.Id);
        Assert.Contains("taken back already", Refused(Decisions.Correct(after.State, pour.Id, "again", null)));
        var correction = after.State.Entries[^1];
        Assert.Contains("not corrected", Refused(Decisions.Correct(after.State, correction.Id, "sorry", null)));
    }

    [Fact]
    public void What_later_entries_rest_on_is_refused_with_the_way_out()
    {
        string Of(Func<EntryBody, bool> kind) =>
            Refused(Decisions.Correct(Demo.State, Demo.State.Entries.First(e => kind(e.Body)).Id, "wrong", null));
        Assert.Contains("a split, a pool or a batch", Of(b => b is LotReceived));
        Assert.Contains("closed batch", Of(b => b is DoseAdded));
        Assert.Contains(
            "has begun",
            Refused(
                Decisions.Correct(
                    Demo.State,
                    Demo.State.Entries.Last(e => e.Body is StepClosed { StepId: "1-nitric-strip" }).Id,
                    "wrong",
                    null
                )
            )
        );
    }

    [Fact]
    public void Reopening_a_closed_batch_and_step_reverses_its_postings_exactly()
    {
        var closing = Demo.State.Entries.Last(e => e.Body is BatchClosed);
        var open = With(Demo, Decisions.Correct(Demo.State, closing.Id, "bar not yet weighed cold", null), "26-01");
        var step = open.State.Entries.Last(e => e.Body is StepClosed { BatchId: "26-01" });
        var reopened = With(open, Decisions.Correct(open.State, step.Id, "weigh again", null), "26-01");
        Assert.False(reopened.State.Batches["26-01"].Step("6-wash-dry-melt").Closed);
        Assert.Equal(0, reopened.Book.Grams(Account.Holding("26-01", "6-wash-dry-melt/bar"), "Au"));
        Assert.True(reopened.Book.Grams(Account.Holding("26-01", "5-metabisulphite/powder"), "Au") > 4);
    }

    [Fact]
    public void A_bar_weighed_after_its_step_was_closed_corrects_the_book_and_says_what_is_missing()
    {
        var entries = Demo.State.Entries.Where(e => e.Body is not (ProductWeighed or BatchClosed)).ToList();
        var without = Ledger.Of(entries);
        var batch = without.State.Batches["26-01"];
        var body = new ProductWeighed(
            "26-01",
            "6-wash-dry-melt",
            [new("bar", "Au", 0, Given.Grams(4), null, [BatchAtWork.InBar(new Draws("26-01"), "Au", Given.Grams(4), null)])]
        );
        var after = With(without, Decision.Write(body), "26-01");
        Assert.Equal(4 * 0.995, after.Book.Grams(Account.Holding("26-01", "6-wash-dry-melt/bar"), "Au"), 1e-6);
        Assert.True(
            after.Book.Grams(Account.Unaccounted("batch/26-01"), "Au") > without.Book.Grams(Account.Unaccounted("batch/26-01"), "Au") + 0.2
        );
        Assert.NotNull(batch);
    }

    [Fact]
    public void A_bar_heavier_than_all_that_went_in_is_asked_about()
    {
        var entries = Demo.State.Entries.TakeWhile(e => e.Body is not ProductWeighed { BatchId: "26-01" }).ToList();
        var state = Ledger.Of(entries).State;
        Assert.Contains(
            "more than went in",
            Refused(StepDecisions.Weigh(state, state.Batches["26-01"], "6-wash-dry-melt", "bar", Given.Grams(42.1), null, null))
        );
    }

    [Fact]
    public void The_way_can_change_only_after_what_has_begun()
    {
        var same = Routes.Chain(
            HobLaneWays.GoldByNitricStrip,
            new Dictionary<string, IReadOnlyDictionary<string, string>>
            {
                ["metabisulphite"] = new Dictionary<string, string> { ["school"] = "2" },
            }
        );
        var changed = With(Demo, Decisions.ChangeRoute(Open, same, Open.Bottles, "more to be sure"));
        var dose = BatchAtWork.Plan(changed.State, changed.State.Batches["26-02"]).Of("5-metabisulphite").Plan.Doses[1].Grams.Likely;
        var before = BatchAtWork.Plan(Demo.State, Open).Of("5-metabisulphite").Plan.Doses[1].Grams.Likely;
        Assert.Equal(2 / 1.3, dose / before, 0.02);
        Assert.Contains("has begun", Refused(Decisions.ChangeRoute(Open, new Route([.. same.Steps.Skip(1)]), Open.Bottles, "skip")));
        Assert.Contains("needs a reason", Refused(Decisions.ChangeRoute(Open, same, Open.Bottles, "")));
    }
}
