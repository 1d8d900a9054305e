using CsCheck;
using Spolium.Core.Deciding;
using Spolium.Core.Learning;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Xunit;

namespace Spolium.Core.Tests.Learning;

/// <summary>Batches that are seen together, and what goes on from a fold.</summary>
public partial class PracticeTests
{
    private static Ledger Write(Ledger ledger, Decision decision) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [new(Entry.BatchStream("25-08"), ledger.State.Version(Entry.BatchStream("25-08")) + 1)],
                Now,
                Now,
                "AV",
                decision.Body!
            )
        );

    // A fold that goes on from the closed steps of another says what a fold from the start says.
    [Fact]
    public void Going_on_from_a_fold_is_the_same_as_folding_anew()
    {
        var ledger = Ledger.Empty;
        foreach (var entry in DemoAt.Entries(Now))
        {
            ledger = ledger.With(entry);
            if (!ledger.State.Batches.TryGetValue("26-02", out var batch) || entry.Streams.All(s => s.Stream != Entry.BatchStream("26-02")))
                continue;
            var goneOn = BatchAtWork.Plan(ledger.State, batch);
            var feed = batch
                .Feeds.Select(f => BatchFeed.FeedOf(ledger.State, ledger.State.Lots[f.Id], f.Amount))
                .Aggregate((a, b) => a.Plus(b));
            var anew = Planner.Fold(
                feed,
                batch.Route,
                new Shop(
                    batch.Bottles,
                    VesselsAtWork.Of(ledger.State),
                    batch.BalanceStepG,
                    ShelfAtWork.Levels(ledger.State, ShelfAtWork.Ids(batch))
                ),
                batch.Facts,
                Observing.DrawsOf(ledger.State, batch)
            );
            Assert.Equal(Doses(anew), Doses(goneOn));
        }

        static List<string> Doses(BatchPlan plan) =>
            [
                .. plan.Steps.SelectMany(s =>
                    s.Plan.Doses.Select(d =>
                        $"{s.Step.Id} {d.Id} {d.Grams.Likely} {d.Grams.Range} {d.Lacking} "
                        + $"{string.Join(' ', d.Rungs.Select(r => $"{r.Grams} {r.BottleId} {r.Poured}"))}"
                    )
                ),
            ];
    }

    // Of nine together the mean is known as well as from nine, and how they differ no better than the book has it.
    [Fact]
    public void What_was_seen_together_moves_the_mean_and_leaves_the_spread()
    {
        var prior = Priors.ById["filter-hold-up"];
        Sight One(bool together) => new(Conjugate.To(prior, 0.003), 0.01, together);
        var (together, apart) = (
            Conjugate.Moved(prior, [.. Enumerable.Repeat(One(true), 9)], 3),
            Conjugate.Moved(prior, [.. Enumerable.Repeat(One(false), 9)], 3)
        );
        Assert.Equal(apart.Likely, together.Likely, 1e-12);
        double Width(Triple t) => Conjugate.To(prior, t.High) - Conjugate.To(prior, t.Low);
        Assert.True(Width(together) > 1.5 * Width(apart));
        Assert.InRange(Width(together) / Width(prior.Triple), 0.85, 1.25);
    }

    // T1 gave 88 % of what the book had in it: the filters of the batches that fed it held so much less, by hand 0.5 % × 0.88.
    [Fact]
    public void A_tub_that_was_worked_up_teaches_what_filters_hold_from_then_on()
    {
        var state = Demo.Value.State;
        var worked = state.Pools["T1"].WorkedUp[0];
        var (gave, booked) = (worked.Body.Yields[0].Holds.Grams, worked.Body.Shares.Where(s => s.Element == "Au").Sum(s => s.BookedG));
        var figure = LearnedPractice.All(state.Practice).Single(f => f.Prior.Id == "filter-hold-up");
        // The spilled batch among them does not add up: it shows nothing.
        Assert.Equal(worked.From.Count(h => !state.Batches[h.BatchId].Practice.IsEmpty), figure.Shown.Count);
        Assert.All(figure.Shown, s => Assert.True(s.Seen.Together && s.Seen.Since == worked.At));
        Assert.All(figure.Shown.Take(2), s => Assert.Equal(0.005 * gave / booked, s.Seen.Value, 1e-5));
        Assert.InRange(figure.Own!.Value.Likely, Math.Min(0.005, 0.005 * gave / booked), Math.Max(0.005, 0.005 * gave / booked));
        // A batch that began before goes by the book, though the batches that fed the tub were closed by then.
        Assert.DoesNotContain("filter-hold-up", LearnedPractice.AsOf(state, worked.At).ByPrior.Keys);
        Assert.Contains("nitric-factor", LearnedPractice.AsOf(state, worked.At).ByPrior.Keys);
        Assert.Contains("filter-hold-up", LearnedPractice.AsOf(state, worked.At.AddMinutes(1)).ByPrior.Keys);
    }

    [Fact]
    public void Taken_back_it_teaches_no_more()
    {
        var state = Demo.Value.State;
        var worked = state.Pools["T1"].WorkedUp[0];
        var streams = state.Entries.Find(worked.EntryId)!.Streams.Select(s => new StreamVersion(s.Stream, state.Version(s.Stream) + 1));
        var back = Demo.Value.With(
            new("back", [.. streams], Now, Now, "AV", Decisions.Correct(state, worked.EntryId, "another tub", null).Body!)
        );
        Assert.DoesNotContain(LearnedPractice.All(back.State.Practice), f => f.Prior.Id == "filter-hold-up" && f.Shown.Count > 0);
        Assert.Equal(state.Practice.SelectMany(p => p.Seen).Count(s => !s.Together), back.State.Practice.SelectMany(p => p.Seen).Count());
    }

    // A drop of the barren liquor between two standards, over the gold that went through its step.
    [Fact]
    public void A_liquor_held_against_standards_teaches_what_stays_in_it()
    {
        const string id = "26-01";
        var before = Ledger.Of(
            Demo.Value.State.Entries.TakeWhile(e => e.Body is not StepClosed { BatchId: id, StepId: "5-metabisulphite" })
        );
        var after = Demo.Value.State.Entries.SkipWhile(e => e.Body is not StepClosed { BatchId: id, StepId: "5-metabisulphite" });
        var test = StepDecisions
            .TestLiquor(
                before.State,
                before.State.Batches[id],
                "5-metabisulphite",
                new(
                    "barren",
                    "Au",
                    TypedNumber.Of(200, Field.Volume, "mL"),
                    TypedNumber.Of(0.01, Field.Concentration, "g/L"),
                    TypedNumber.Of(0.03, Field.Concentration, "g/L")
                )
            )
            .Body!;
        Ledger Next(Ledger l, EntryBody body) =>
            l.With(
                new(
                    Guid.NewGuid().ToString(),
                    [new(Entry.BatchStream(id), l.State.Version(Entry.BatchStream(id)) + 1)],
                    Now,
                    Now,
                    "AV",
                    body
                )
            );
        var ledger = Next(before, test);
        ledger = Next(ledger, StepDecisions.Close(ledger.State, ledger.State.Batches[id], "5-metabisulphite", null).Body!);
        foreach (
            var e in after
                .Skip(1)
                .Where(e => e.Body is not (BatchClosed or StepClosed) && e.Streams.Any(s => s.Stream == Entry.BatchStream(id)))
        )
            ledger = Next(ledger, e.Body);
        ledger = Next(ledger, StepDecisions.Close(ledger.State, ledger.State.Batches[id], "6-wash-dry-melt", null).Body!);
        var closed = (BatchClosed)Decisions.CloseBatch(ledger, ledger.State.Batches[id], Now, "AV").Body!;
        var seen = closed.Practice!.Single(p => p.Prior == "gold-in-barren");
        var through = ledger.State.Batches[id].Step("5-metabisulphite").Outputs.Sum(o => o.Holds.First(h => h.Element == "Au").Grams);
        Assert.Equal(0.02 * 0.2 / through, seen.Value, 1e-5);
        Assert.Equal(0.011 * 0.2 / through, seen.Low, 0.03 * seen.Value);
        Assert.False(seen.Together);
    }
}
