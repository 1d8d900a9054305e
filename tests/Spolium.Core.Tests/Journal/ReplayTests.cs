using CsCheck;
using Spolium.Core.Accounts;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;
using Xunit;

namespace Spolium.Core.Tests.Journal;

public class ReplayTests
{
    private static readonly IReadOnlyList<Entry> Demo = DemoAt.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero));
    private static readonly Ledger Ledger = Ledger.Of(Demo);

    [Fact]
    public void The_demo_has_a_closed_batch_and_one_in_the_middle_of_its_denitration()
    {
        Assert.NotNull(Ledger.State.Batches["26-01"].ClosedAt);
        var open = Ledger.State.Batches["26-02"];
        Assert.Equal("3-sulfamic", open.Current!.Id);
        Assert.True(open.Step("3-sulfamic").Pours.Count > 0 && !open.Step("3-sulfamic").Closed);
        Assert.Equal(0, Ledger.State.Lots["hl-1"].Left);
    }

    [Fact]
    public void Postings_of_every_entry_sum_to_nothing_in_every_element()
    {
        foreach (var group in Ledger.Book.Postings.GroupBy(p => (p.EntryId, p.Element)))
            Assert.Equal(0, group.Sum(p => p.Micrograms));
        Assert.All(Ledger.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
    }

    [Fact]
    public void Any_balanced_transaction_sums_to_nothing_exactly() =>
        Gen.Double[-1e4, 1e4]
            .Array[1, 12]
            .Sample(grams =>
                Transaction
                    .Balanced("e", "Au", [.. grams.Select((g, i) => ($"a{i}", g, 0.1, Basis.Weighed))], ("last", 0.1, Basis.Missing))
                    .Sum(p => p.Micrograms) == 0
            );

    [Fact]
    public void Replaying_twice_gives_the_same_as_once()
    {
        var again = Ledger.Of(Demo);
        Assert.Equal(
            Demo.SelectMany(e => Ledger.Book.PostingsOf(e.Id)).Select(p => (p.EntryId, p.Account, p.Element, p.Micrograms)),
            Demo.SelectMany(e => again.Book.PostingsOf(e.Id)).Select(p => (p.EntryId, p.Account, p.Element, p.Micrograms))
        );
        Assert.Equal(EntryJson.Write(Ledger.State.Entries[^1].Body), EntryJson.Write(again.State.Entries[^1].Body));
        Assert.Equal(
            DemoShop.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero)).Select(e => EntryJson.Write(e.Body)),
            Demo.Select(e => EntryJson.Write(e.Body))
        );
    }

    [Fact]
    public void Entries_written_as_text_read_back_to_the_same_ledger()
    {
        var read = Demo.Select(e =>
                e with
                {
                    Body = EntryJson.Read(EntryJson.KindOf(e.Body), EntryJson.SchemaOf(e.Body), EntryJson.Write(e.Body)),
                }
            )
            .ToList();
        Assert.Equal(Demo.Select(e => EntryJson.Write(e.Body)), read.Select(e => EntryJson.Write(e.Body)));
        Assert.Equal(Ledger.Book.Balances.OrderBy(b => b.Key), Ledger.Of(read).Book.Balances.OrderBy(b => b.Key));
    }

    [Fact]
    public void An_unknown_kind_stops_with_its_name() =>
        Assert.Contains("'lot-teleported'", Assert.Throws<UnknownEntryException>(() => EntryJson.Read("lot-teleported", 1, "{}")).Message);

    [Fact]
    public void A_schema_of_the_future_stops_too() => Assert.Throws<UnknownEntryException>(() => EntryJson.Read("note-written", 99, "{}"));

    [Fact]
    public void A_begun_step_keeps_its_plan_with_code_version_data_hash_and_workings()
    {
        var frozen = Ledger.State.Batches["26-01"].Step("2-aqua-regia").Plan!.Whole!;
        Assert.Equal(("aqua-regia", 2, "26-01"), (frozen.Method, frozen.MethodVersion, frozen.Seed));
        Assert.Equal(Core.Reference.ReferenceTable.Hash, frozen.DataHash);
        Assert.NotEmpty(frozen.Doses.Single(d => d.Dose == "nitric").Grams.Working);
        Assert.True(frozen.Doses.Single(d => d.Dose == "nitric").RungsG.Count > 1);
    }

    [Fact]
    public void A_closed_step_keeps_its_outputs_with_their_covariance()
    {
        var closed = Demo.Select(e => e.Body).OfType<StepClosed>().First();
        var gold = closed.Covariances.Single(c => c.Element == "Au").Matrix;
        Assert.Equal(closed.Outputs.Count, gold.Count);
        Assert.Equal(closed.Outputs[0].Holds.Single(h => h.Element == "Au").Sigma, Math.Sqrt(gold[0][0]), 1e-9);
        Assert.Equal(gold[0][1], gold[1][0], 1e-12);
    }

    [Fact]
    public void Grams_of_the_book_are_in_holdings_products_or_said_to_be_unaccounted()
    {
        var book = Ledger.Book;
        var feed = Ledger.State.Batches["26-01"].Believed.Single(b => b.Element == "Au").Grams;
        var balance = BatchBalance.Of(Ledger, Ledger.State.Batches["26-01"], "Au");
        var stands =
            balance.Holdings.Where(h => h.Standing).Sum(h => h.Grams.Likely) + book.Grams(Account.Unaccounted("batch/26-01"), "Au");
        Assert.Equal(feed, stands, 1e-5);
        Assert.Equal(balance.Unaccounted.Likely, book.Grams(Account.Unaccounted("batch/26-01"), "Au"), 1e-5);
        Assert.Equal(balance.Unaccounted.Likely, balance.Guessed.Likely + balance.Missing.Likely, 1e-12);
    }

    [Fact]
    public void Recovery_is_an_interval_that_never_passes_what_came_out()
    {
        var balance = BatchBalance.Of(Ledger, Ledger.State.Batches["26-01"], "Au");
        Assert.InRange(balance.Recovery!.Likely, 0.9, 1);
        Assert.True(balance.Recovery.Range.High <= 1);
        Assert.True(balance.Recovery.Range.Low < balance.Recovery.Likely);
        Assert.Equal(balance.Product!.Likely / balance.Feed.Likely, balance.Recovery.Likely, 1e-9);
        Assert.Contains("content of the feed was guessed", balance.WhyWide);
    }

    [Fact]
    public void More_metal_missing_than_the_guess_allows_is_told_apart()
    {
        // The same batch with a feed that was assayed sharply: what is missing is then no longer the guess's doing.
        var state = Ledger.State;
        var batch = state.Batches["26-01"] with
        {
            Believed =
            [
                .. state.Batches["26-01"].Believed.Select(b => b.Element == "Au" ? new ElementEstimate("Au", 6, 0.01, 5.98, 6.02) : b),
            ],
        };
        var balance = BatchBalance.Of(Ledger, batch, "Au");
        Assert.True(balance.Missing.Likely > 1.5);
        Assert.Equal(balance.Unaccounted.Range.Low, balance.Missing.Likely, 1e-9);
    }

    [Fact]
    public void Before_anything_is_weighed_nothing_can_be_missing()
    {
        var first = Demo.TakeWhile(e => e.Body is not HoldingWeighed { BatchId: "26-01" }).ToList();
        var early = Ledger.Of(first);
        var balance = BatchBalance.Of(early, early.State.Batches["26-01"], "Au");
        Assert.Equal(0, balance.Unaccounted.Likely);
        Assert.Null(balance.Recovery);
    }

    [Fact]
    public void The_plan_of_a_batch_in_mid_run_follows_its_journal()
    {
        var batch = Ledger.State.Batches["26-02"];
        var plan = BatchAtWork.Plan(Ledger.State, batch);
        Assert.Equal(
            batch.Step("2-aqua-regia").Pours.Where(p => p.DoseId == "nitric").Sum(p => p.Grams),
            plan.Of("2-aqua-regia").Plan.Doses.Single(d => d.Id == "nitric").Grams.Likely,
            1e-9
        );
        Assert.Equal(2, plan.Of("3-sulfamic").Plan.Doses[0].Rungs.Count(r => r.Poured is not null));
        Assert.Equal(HobLaneWays.GoldByNitricStrip.Count, plan.Steps.Count);
    }

    // A batch's journal holds every working, and each once: what a step rests on is frozen with the step that made it.
    [Fact]
    public void Frozen_plans_keep_every_working_once()
    {
        var begun = DemoAt
            .Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero))
            .Select(e => e.Body)
            .OfType<StepBegun>()
            .Where(b => b.BatchId == "26-01")
            .ToList();
        Assert.NotEmpty(begun);
        foreach (var step in begun)
        {
            var figures = step
                .Plan.Whole!.Doses.Select(d => d.Grams)
                .Concat(step.Plan.Whole.Figures)
                .Append(step.Plan.Whole.Attended)
                .Append(step.Plan.Whole.Unattended)
                .ToList();
            Assert.All(figures, f => Assert.Equal(f.Label, f.Working[0].Label));
            var told = figures
                .SelectMany(f => f.Working.Skip(1))
                .Where(l => l.Formula.Length > 0)
                .GroupBy(l => (l.Label, l.Figure, l.Formula))
                .Where(g => g.Key.Label is not ("the product" or "the quotient" or "the sum" or "what is left" or "in between"));
            Assert.All(told, g => Assert.Single(g));
        }
        // The gold of a late step does not drag the whole batch behind it.
        Assert.All(begun.Skip(3), b => Assert.True(b.Plan.Whole!.Text().Length < 60_000));
    }
}
