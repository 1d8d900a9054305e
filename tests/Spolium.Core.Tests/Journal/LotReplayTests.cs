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

namespace Spolium.Core.Tests.Journal;

/// <summary>Entries of lots, prices and plans replayed and taken back: the state is as if they had never been, and both stay in the
/// journal.</summary>
public class LotReplayTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
    private int number;

    private Ledger Write(Ledger ledger, Func<State, Decision> decide, DateTimeOffset? at = null)
    {
        var decision = decide(ledger.State);
        number++;
        return ledger.With(
            new(
                $"r{number}",
                [],
                at ?? Now.AddMinutes(number),
                Now.AddMinutes(number),
                "AV",
                decision.Body
                    ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => $"{e.Field}: {e.Reason}")))
            )
        );
    }

    private Ledger Back(Ledger ledger, string reason = "a mistake") =>
        Write(ledger, s => Decisions.Correct(s, s.Entries[^1].Id, reason, null));

    private static Ledger Demo() => Ledger.Of(DemoAt.Entries(Now));

    public static TheoryData<string> Kinds => ["content", "waits", "offer", "prices", "plan", "material", "pool", "file"];

    private static Decision Decide(State s, string kind) =>
        kind switch
        {
            "content" => LotDecisions.Believe(
                s,
                "hl-9a",
                s.Lots["hl-9a"].Content.Richer("Au", 2),
                LotContentChanged.Guess,
                "a better look",
                null
            ),
            "waits" => LotDecisions.SetAside(s, "hl-9a", "better prices"),
            "offer" => LotDecisions.Offer(s, "hl-9a", TypedNumber.Of(90, Field.Money, "kr"), "a dealer"),
            "prices" => PriceDecisions.Keep(s, PriceFigures.MadeUp with { Id = "next", Title = "next" }),
            "plan" => SavedPlans.Save(
                s,
                "p",
                "a plan",
                s.Lots["hl-9a"],
                Given.Grams(50),
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                HobLaneWays.GoldByNitricStrip,
                ShelfAtWork.ForPlan(s, Now),
                "test",
                null
            ),
            "material" => MaterialDecisions.Keep(s, new("ours", "ours", "whole", [new("Au", new(1, 2, 3))], [], "own"), null),
            "pool" => LotPooling.Pool(s, "p", "P", "both", [new("hl-9a", Given.Grams(96.4)), new("hl-9b", Given.Grams(10))]),
            _ => LotDecisions.ReceiveMany(s, [new("n1", "N1", "x", "x", Given.Grams(5), new([], "Cu"), null, [])], i => ""),
        };

    [Theory]
    [MemberData(nameof(Kinds))]
    public void What_is_taken_back_leaves_the_shop_as_it_was_and_both_stay_in_the_journal(string kind)
    {
        var demo = Demo();
        var after = Back(Write(demo, s => Decide(s, kind)));
        Assert.Equal(Told(demo.State), Told(after.State));
        Assert.Equal(
            demo.Book.Balances.Where(b => b.Value != 0).OrderBy(b => b.Key),
            after.Book.Balances.Where(b => b.Value != 0).OrderBy(b => b.Key)
        );
        Assert.Equal(demo.State.Entries.Count + 2, after.State.Entries.Count);
        Assert.Equal(after.State.Entries[^1].Id, after.State.Entries.CorrectedBy(after.State.Entries[^2].Id));
        // And from the entries alone.
        Assert.Equal(Told(after.State), Told(Replay.Of(after.State.Entries)));
    }

    // What the state tells of lots, prices, plans and kinds, as text.
    private static string Told(State s) =>
        string.Join(
            '\n',
            s.Lots.Values.OrderBy(l => l.Id, StringComparer.Ordinal)
                .Select(l =>
                    $"{l.Id} {l.Left:0.######} {l.WaitsFor} {l.Offer?.Crowns?.Text} {l.OwnContent && l.PartOf is null} "
                    + $"{string.Join(',', l.Content.Lines.Select(x => $"{x.Element} {x.Likely.Value:R}"))} "
                    + $"{string.Join(',', l.PooledInto)} {string.Join(',', l.Believed.Select(b => $"{b.Element} {b.Grams:0.######}"))}"
                )
        )
        + string.Join(',', s.Prices.Select(p => p.List.Id))
        + string.Join(',', s.Plans.Keys)
        + string.Join(',', s.Materials.Keys);

    [Fact]
    public void Of_two_beliefs_the_one_before_comes_forth_again()
    {
        var once = Write(Demo(), s =>
            LotDecisions.Believe(s, "hl-9a", s.Lots["hl-9a"].Content.Richer("Au", 2), LotContentChanged.Guess, "first", null)
        );
        var twice = Write(once, s =>
            LotDecisions.Believe(s, "hl-9a", s.Lots["hl-9a"].Content.Richer("Au", 2), LotContentChanged.Guess, "second", null)
        );
        var back = Back(twice);
        Assert.Equal(once.State.Lots["hl-9a"].Content, back.State.Lots["hl-9a"].Content);
        Assert.Equal("first", Assert.Single(back.State.Lots["hl-9a"].Beliefs).Reason);
        // A part that was sorted with its own content falls back on that.
        var none = Write(back, s => Decisions.Correct(s, once.State.Entries[^1].Id, "that too", null));
        Assert.Equal(Demo().State.Lots["hl-9a"].Content.Lines[0].Likely.Value, none.State.Lots["hl-9a"].Content.Lines[0].Likely.Value);
    }

    [Fact]
    public void A_price_list_written_down_late_takes_its_place_by_when_it_held()
    {
        var ledger = Write(Demo(), s => PriceDecisions.Keep(s, PriceFigures.MadeUp with { Id = "old", Title = "old" }), Now.AddDays(-500));
        Assert.Equal(["old", "made-up"], ledger.State.Prices.Select(p => p.List.Id));
        Assert.Equal("made-up", ledger.State.PricesNow!.List.Id);
        Assert.Equal("id", Assert.Single(PriceDecisions.Keep(ledger.State, PriceFigures.MadeUp with { Id = "old" }).Errors).Field);
        // A batch is reckoned at the prices that held when it was closed.
        var later = Write(ledger, s => PriceDecisions.Keep(s, PriceFigures.MadeUp with { Id = "new", Title = "new" }));
        Assert.Equal("made-up", BatchWorth.Of(later.State, later.State.Batches["26-01"], Now.AddDays(1))!.Value.Prices.List.Id);
        Assert.Equal("new", BatchWorth.Of(later.State, later.State.Batches["26-02"], Now.AddDays(1))!.Value.Prices.List.Id);
    }

    [Fact]
    public void What_rests_on_an_entry_keeps_it()
    {
        var split = Write(Demo(), s =>
            LotDecisions.Believe(s, "hl-9a", s.Lots["hl-9a"].Content.Richer("Au", 2), LotContentChanged.Guess, "first", null)
        );
        var belief = split.State.Entries[^1].Id;
        var started = Write(split, s =>
            Decisions.Start(
                s,
                "26-30",
                "26-30",
                "x",
                "hl-9a",
                Given.Grams(20),
                Routes.Chain(HobLaneWays.GoldByNitricStrip),
                ShelfAtWork.ForPlan(s, Now),
                0.01,
                Now
            )
        );
        Assert.Contains("rests on it", Corrections.Refuse(started.State, belief)!.Reason);
        var kept = Write(Demo(), s => MaterialDecisions.Keep(s, new("ours", "ours", "whole", [new("Au", new(1, 2, 3))], [], "own"), null));
        var first = kept.State.Entries[^1].Id;
        var again = Write(kept, s =>
            MaterialDecisions.Keep(s, new("ours", "ours, better", "whole", [new("Au", new(1, 2, 4))], [], "own"), null)
        );
        Assert.NotNull(Corrections.Refuse(again.State, first));
        var given = Write(Demo(), s =>
            Detours.GiveUp(s, s.Batches["26-02"], "3-sulfamic", null, ["clear"], s.Batches["26-02"].Bottles, "so")
        );
        Assert.NotNull(Corrections.Refuse(given.State, given.State.Entries[^1].Id));
    }
}
