using Spolium.Core.Deciding;
using Spolium.Core.Learning;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Workshop;

/// <summary>What the books keep of a closed batch is written when it closes and read from then on.</summary>
public class SummaryTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);
    private static readonly Lazy<Ledger> Demo = new(() => Ledger.Of(DemoAt.Entries(Now)));

    private static readonly Lazy<Ledger> First = new(() =>
        Ledger.Of(
            GoldenFile.Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.FirstJournal)).Select(GoldenFile.ToEntry)
        )
    );

    private static Ledger Write(Ledger ledger, EntryBody body, params string[] streams) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [.. streams.Select(s => new StreamVersion(s, ledger.State.Version(s) + 1))],
                Now,
                Now,
                "ZZ",
                body
            )
        );

    private static string Text(BatchSummary? summary) => EntryJson.Write(new SummariesKept([new("b", summary!)], ""));

    public static TheoryData<string> Closed =>
        [.. Demo.Value.State.Batches.Values.Where(b => b.ClosedAt is not null).Select(b => b.Id).Order(StringComparer.Ordinal)];

    [Theory]
    [MemberData(nameof(Closed))]
    public void Every_closing_carries_what_would_be_reckoned_of_it(string id)
    {
        var ledger = Demo.Value;
        var batch = ledger.State.Batches[id];
        var kept = batch.Summary!;
        var now = Summaries.Of(ledger, batch);
        Assert.Equal((kept.Element, kept.AddsUp, kept.People.Count), (now.Element, now.AddsUp, now.People.Count));
        Assert.All(kept.Metals.Zip(now.Metals), m => Assert.Equal(m.First.Product.Value, m.Second.Product.Value, 1e-9));
        Assert.All(kept.Money!.Lines.Zip(now.Money!.Lines), l =>
            Assert.Equal((l.First.Id, l.First.Kr.Value), (l.Second.Id, l.Second.Kr.Value))
        );
        Assert.Equal(kept.Money.Lines.Sum(l => l.Kr.Likely), kept.Money.LeftOver.Value, 1e-6);
        Assert.Null(Summaries.Missing(ledger, AllClosed(ledger), "x"));
    }

    // R5: what is written after the closing is no work on the batch, and no price, tare or offer of a later day is of its day.
    [Fact]
    public void What_comes_later_moves_nothing_that_is_closed()
    {
        var ledger = Demo.Value;
        var was = Text(ledger.State.Batches["26-01"].Summary);
        var dearer = PriceListOf(ledger) with
        {
            Id = "later",
            Rows = [.. PriceListOf(ledger).Rows.Select(r => r with { Price = r.Price with { Value = 3 * r.Price.Value } })],
        };
        var after = Write(ledger, new NoteWritten("26-01", null, "looked at again"), Entry.BatchStream("26-01"));
        after = after.With(
            new(
                "late",
                [new(Entry.PricesStream, 99)],
                after.State.Batches["26-01"].ClosedAt!.Value.AddHours(-1),
                Now,
                "AV",
                new PricesKept(dearer)
            )
        );
        after = Write(after, new VesselNamed("B77", "beaker, low form", 600, Given.Grams(200)), Entry.VesselStream("B77"));
        after = Write(after, new LotOffered("hl-1", TypedNumber.Of(90000, Field.Money, "kr"), "somebody"), Entry.LotStream("hl-1"));
        Assert.Equal(was, Text(after.State.Batches["26-01"].Summary));
        Assert.DoesNotContain("ZZ", Summaries.Of(after, after.State.Batches["26-01"]).People);
    }

    private static PriceList PriceListOf(Ledger ledger) => ledger.State.PricesNow!.List;

    [Fact]
    public void Hours_run_to_the_closing_and_no_further()
    {
        var ledger = Demo.Value;
        var batch = ledger.State.Batches["26-01"];
        var at = batch.ClosedAt!.Value.AddMinutes(10);
        var noted = ledger.With(
            new(
                "n",
                [new(Entry.BatchStream("26-01"), ledger.State.Version(Entry.BatchStream("26-01")) + 1)],
                at,
                at,
                "AV",
                new NoteWritten("26-01", null, "swept")
            )
        );
        Assert.Equal(
            BatchWorth.HandsOn(ledger.State, batch)!.Likely,
            BatchWorth.HandsOn(noted.State, noted.State.Batches["26-01"])!.Likely
        );
    }

    [Fact]
    public void A_closing_that_is_taken_back_takes_its_summary_along()
    {
        var ledger = Demo.Value;
        var closing = ledger.State.Entries.Of(Entry.BatchStream("26-01")).Last(e => e.Body is BatchClosed);
        var open = Write(ledger, new Correction([closing.Id], "once more", null), Entry.BatchStream("26-01"));
        Assert.Null(open.State.Batches["26-01"].Summary);
        Assert.Null(open.State.Batches["26-01"].ClosedAt);
    }

    [Fact]
    public void A_reading_put_right_carries_the_summary_as_it_then_stands()
    {
        var ledger = Demo.Value;
        var batch = ledger.State.Batches["25-24"];
        var body = Assert.IsType<ReadingPutRight>(
            PuttingRight
                .Decide(
                    ledger,
                    batch,
                    batch.Step("6-wash-dry-melt").WeighedBy["bar"],
                    Given.Grams(2.71, 0.01),
                    "decimal_down",
                    "read off again"
                )
                .Body
        );
        var after = Write(ledger, body, Entry.BatchStream("25-24"));
        var (was, now) = (batch.Summary!, after.State.Batches["25-24"].Summary!);
        Assert.Equal(Text(body.Summary), Text(now));
        Assert.True(now.Metals[0].Product.Value > 9 * was.Metals[0].Product.Value);
        Assert.True(now.Money!.LeftOver.Value > was.Money!.LeftOver.Value);
        // Its prices are those of its day.
        Assert.Equal(was.Money.Prices, now.Money.Prices);
    }

    // Two ways: the parts that were kept with their covariances, and the whole plan once more.
    [Fact]
    public void What_comes_back_of_a_tub_changes_the_sheet_as_planning_it_anew_would()
    {
        var ledger = Demo.Value;
        var body = Assert.IsType<PoolWorkedUp>(
            Pooling.WorkUp(ledger, "T1", [new("Au", Given.Grams(0.09, 0.005), null)], "burnt and leached", null).Body
        );
        var after = Write(ledger, body, [.. Pooling.Streams(ledger.State, "T1")]);
        foreach (var restated in body.Batches)
        {
            var batch = after.State.Batches[restated.BatchId];
            var (kept, planned) = (batch.Summary!.Money!, Summaries.Of(after, batch).Money!);
            Assert.Equal(Text(restated.Summary), Text(batch.Summary));
            Assert.Equal(planned.Lines.Select(l => l.Id), kept.Lines.Select(l => l.Id));
            Assert.All(planned.Lines.Zip(kept.Lines), l => Assert.Equal(l.First.Kr.Likely, l.Second.Kr.Likely, 1e-6));
            Assert.Equal(planned.LeftOver.Value, kept.LeftOver.Value, 1e-6);
            Assert.Equal(planned.Margin.Value, kept.Margin.Value, 1e-6);
            // Draws of a mean and a sigma come out a little otherwise than worlds.
            Assert.Equal(planned.LeftOver.Sigma, kept.LeftOver.Sigma, 0.1 * planned.LeftOver.Sigma);
            Assert.Equal(planned.Margin.Sigma, kept.Margin.Sigma, 0.1 * planned.Margin.Sigma);
        }
    }

    private static IEnumerable<string> AllClosed(Ledger ledger) =>
        ledger.State.Batches.Values.Where(b => b.ClosedAt is not null).Select(b => b.Id);

    [Fact]
    public void A_journal_that_kept_none_is_given_them_once()
    {
        var missing = Summaries.Missing(First.Value, AllClosed(First.Value), "0.1.0")!;
        Assert.Equal(
            First.Value.State.Batches.Values.Where(b => b.ClosedAt is not null).Select(b => b.Id).Order(StringComparer.Ordinal),
            missing.Summaries.Select(s => s.BatchId)
        );
        var after = Write(First.Value, missing, Entry.JournalStream);
        Assert.Null(Summaries.Missing(after, AllClosed(after), "0.1.0"));
        Assert.All(missing.Summaries, s => Assert.Equal(Text(s.Summary), Text(after.State.Batches[s.BatchId].Summary)));
        Assert.All(after.State.Batches.Values.Where(b => b.ClosedAt is null), b => Assert.Null(b.Summary));
    }

    [Fact]
    public void A_batch_goes_by_what_practice_had_taught_when_it_began()
    {
        var ledger = Demo.Value;
        var batch = ledger.State.Batches["26-02"];
        Assert.Equal(
            LearnedPractice
                .AsOf(ledger.State, batch.StartedAt, ledger.State.Lots[batch.Feeds[0].Id].Material)
                .ByPrior.OrderBy(p => p.Key, StringComparer.Ordinal),
            batch.GoesBy!.ByPrior.OrderBy(p => p.Key, StringComparer.Ordinal)
        );
        Assert.NotEmpty(batch.GoesBy.ByPrior);
        var planned = BatchAtWork.Plan(ledger.State, batch).Product("Au").Likely;
        // An earlier batch is left out of learning: a running one does not move.
        var without = ledger.State.Practice.Aggregate(ledger, (l, p) =>
            Write(l, new LeftOutOfLearning(p.BatchId, "another acid"), Entry.BatchStream(p.BatchId))
        );
        Assert.Empty(LearnedPractice.AsOf(without.State, batch.StartedAt).ByPrior);
        Assert.Equal(planned, BatchAtWork.Plan(without.State, without.State.Batches["26-02"]).Product("Au").Likely);
    }

    // By hand: what was poured of each bottle, by what is in it; the plan from the steps as they were begun.
    [Theory]
    [MemberData(nameof(Closed))]
    public void Reagents_are_what_was_poured_and_what_was_planned(string id)
    {
        var (state, batch) = (Demo.Value.State, Demo.Value.State.Batches[id]);
        if (batch.BroughtIn is not null)
            return;
        string FormulaOf(string bottle) =>
            state.Shelf.Find(bottle)?.Formula ?? batch.Bottles.FirstOrDefault(b => b.Id == bottle)?.Formula ?? bottle;
        var poured = batch
            .Steps.Values.SelectMany(s => s.Pours)
            .Where(p => p.BottleId != "water")
            .GroupBy(p => FormulaOf(p.BottleId))
            .ToDictionary(g => g.Key, g => g.Sum(p => p.Grams));
        var planned = batch
            .Steps.Values.SelectMany(s => s.Plan?.Doses ?? [])
            .Where(d => d.BottleId != "water")
            .GroupBy(d => FormulaOf(d.BottleId))
            .ToDictionary(g => g.Key, g => g.Sum(d => d.Grams.Likely));
        Assert.NotEmpty(batch.Summary!.Reagents);
        Assert.Equal(poured.Keys.Order(StringComparer.Ordinal), batch.Summary.Reagents.Select(r => r.Formula));
        foreach (var reagent in batch.Summary.Reagents)
        {
            Assert.Equal(poured[reagent.Formula], reagent.Grams, 1e-6);
            Assert.Equal(planned.GetValueOrDefault(reagent.Formula), reagent.Planned, 1e-6);
            Assert.Equal(
                batch
                    .Steps.Values.SelectMany(s => s.Pours)
                    .Where(p => p.BottleId != "water")
                    .Any(p => FormulaOf(p.BottleId) == reagent.Formula && state.Shelf.Find(p.BottleId)?.Price is null),
                reagent.Kr is null
            );
        }
    }

    [Fact]
    public void Two_bottles_of_one_substance_are_one_line()
    {
        var (state, batch) = (Demo.Value.State, Demo.Value.State.Batches["26-01"]);
        var step = batch.Steps.Values.First(s => s.Pours.Count(p => state.Shelf.Find(p.BottleId)?.Formula == "HNO3") > 1);
        var at = step.Pours.FindIndex(p => state.Shelf.Find(p.BottleId)?.Formula == "HNO3");
        var other = state.Shelf.Values.First(b => b.Formula == "HNO3" && b.Id != step.Pours[at].BottleId).Id;
        var poured = batch with
        {
            Steps = batch.Steps.SetItem(step.Id, step with { Pours = step.Pours.SetItem(at, step.Pours[at] with { BottleId = other }) }),
        };
        Assert.Equal(
            Summaries.Of(Demo.Value, batch).Reagents.Single(r => r.Formula == "HNO3").Grams,
            Summaries.Of(Demo.Value, poured).Reagents.Single(r => r.Formula == "HNO3").Grams,
            1e-9
        );
    }
}
