using Spolium.Core.Deciding;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Golden;
using Spolium.Tests;
using Xunit;

namespace Spolium.Core.Tests.Plans;

/// <summary>A journal whose methods nobody has any more: read whole, and left by a way out.</summary>
public class GoneMethodTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    // As if the methods had other names in the version that wrote it.
    private static Entry Renamed(Entry entry, string from, string to)
    {
        var (kind, schema) = (EntryJson.KindOf(entry.Body), EntryJson.SchemaOf(entry.Body));
        return entry with
        {
            Body = EntryJson.Read(kind, schema, EntryJson.Write(entry.Body).Replace($"\"method\":\"{from}\"", $"\"method\":\"{to}\"")),
        };
    }

    private static readonly Lazy<Ledger> Demo = new(() =>
        Ledger.Of(DemoAt.Entries(Now).Select(e => Renamed(Renamed(e, "sulfamic", "old-urea"), "nitric-strip", "old-strip")))
    );

    // The method of the step at hand alone.
    private static readonly Lazy<Ledger> AtHand = new(() => Ledger.Of(DemoAt.Entries(Now).Select(e => Renamed(e, "sulfamic", "old-urea"))));

    private static Ledger Write(Ledger ledger, Decision decision, params string[] streams) =>
        ledger.With(
            new(
                Guid.NewGuid().ToString(),
                [.. streams.Select(s => new StreamVersion(s, ledger.State.Version(s) + 1))],
                Now,
                Now,
                "AV",
                decision.Body ?? throw new InvalidOperationException(decision.Errors[0].Reason)
            )
        );

    [Fact]
    public void Book_and_closed_batches_are_what_they_were()
    {
        var (gone, known) = (Demo.Value, Ledger.Of(DemoAt.Entries(Now)));
        Assert.Equal(known.Book.Balances.OrderBy(b => b.Key), gone.Book.Balances.OrderBy(b => b.Key));
        Assert.All(known.State.Batches.Values.Where(b => b.ClosedAt is not null), b =>
        {
            var (was, now) = (b.Summary!, gone.State.Batches[b.Id].Summary!);
            Assert.Equal((was.Money!.LeftOver, was.AddsUp), (now.Money!.LeftOver, now.AddsUp));
            Assert.Equal(was.Metals, now.Metals);
        });
    }

    [Fact]
    public void The_first_golden_journal_opens_without_its_methods()
    {
        var rows = GoldenFile.Read(Path.Combine(Repository.Root, "tests", "reference", "golden", Recorded.FirstJournal));
        var ledger = Ledger.Of(rows.Select(r => GoldenFile.ToEntry(r with { Json = r.Json.Replace("\"nitric-strip\"", "\"old-strip\"") })));
        Assert.Equal(
            Ledger.Of(rows.Select(GoldenFile.ToEntry)).Book.Balances.OrderBy(b => b.Key),
            ledger.Book.Balances.OrderBy(b => b.Key)
        );
        // What cannot be reckoned is not kept; what can is.
        var kept = Summaries
            .Missing(ledger, ledger.State.Batches.Values.Where(b => b.ClosedAt is not null).Select(b => b.Id), "x")!
            .Summaries.Select(s => s.BatchId)
            .ToList();
        Assert.Equal(
            ledger
                .State.Batches.Values.Where(b => b.ClosedAt is not null && b.Route.Steps.All(s => s.Method != "old-strip"))
                .Select(b => b.Id)
                .Order(StringComparer.Ordinal),
            kept
        );
        Assert.NotEmpty(kept);
    }

    [Fact]
    public void Deciding_on_a_closed_one_is_refused_with_a_way_out()
    {
        var ledger = Demo.Value;
        var batch = ledger.State.Batches["25-24"];
        var no = PuttingRight
            .Decide(ledger, batch, batch.Step("6-wash-dry-melt").WeighedBy["bar"], Given.Grams(2.71, 0.01), null, "read off again")
            .Errors[0];
        Assert.Contains("does not have any more", no.Reason);
        Assert.NotEmpty(no.WayOut);
    }

    [Fact]
    public void An_open_one_can_be_weighed_given_up_and_go_on_by_another_way()
    {
        var ledger = AtHand.Value;
        var batch = ledger.State.Batches["26-02"];
        Assert.Equal("3-sulfamic", batch.Current!.Id);
        var step = BatchAtWork.Step(ledger.State, batch, "3-sulfamic");
        // It is called what it was called when it began.
        Assert.Equal(
            DemoAt
                .Entries(Now)
                .Select(e => e.Body)
                .OfType<StepBegun>()
                .Last(b => b is { BatchId: "26-02", StepId: "3-sulfamic" })
                .Plan.Title,
            step.Plan.Title
        );
        Assert.Contains("does not have", step.Plan.Refusals[0].Reason);
        Assert.Contains("does not have", StepDecisions.Close(ledger.State, batch, "3-sulfamic", null).Errors[0].Reason);
        string[] streams = [Entry.BatchStream("26-02")];
        var weighed = Write(
            ledger,
            StepDecisions.Weigh(ledger.State, batch, "3-sulfamic", "denitrated", Given.Grams(4.2, 0.02), null, "by the pocket balance"),
            streams
        );
        var given = Write(
            weighed,
            Detours.GiveUp(
                weighed.State,
                weighed.State.Batches["26-02"],
                "3-sulfamic",
                null,
                ["boil-down", "clear", "metabisulphite", "wash-dry-melt"],
                batch.Bottles,
                "another way"
            ),
            streams
        );
        Assert.All(given.Book.Balances.GroupBy(b => b.Key.Element), g => Assert.Equal(0, g.Sum(b => b.Value)));
        var on = given.State.Batches["26-02"];
        Assert.Equal("boil-down", on.Current!.Method);
        Assert.False(BatchAtWork.Step(given.State, on, on.Current.Id).Plan.Refused);
        Assert.True(BatchAtWork.Plan(given.State, on).Product("Au").Likely > 3);
    }

    [Fact]
    public void One_that_had_a_step_closed_by_such_a_method_opens_too()
    {
        var batch = Demo.Value.State.Batches["26-02"];
        Assert.True(batch.Step("1-nitric-strip").Closed);
        Assert.Equal("2-aqua-regia", BatchAtWork.Step(Demo.Value.State, batch, "2-aqua-regia").Step.Id);
        Assert.NotNull(BatchAtWork.Plan(Demo.Value.State, batch));
    }

    [Fact]
    public void Its_leavings_go_into_a_tub()
    {
        var ledger = Demo.Value;
        Assert.IsType<PutIntoPool>(Pooling.PutIn(ledger, "T1", "26-01", "4-clear", "filter").Body);
        var worked = Pooling.WorkUp(ledger, "T1", [new("Au", Given.Grams(0.09, 0.005), null)], "burnt", null);
        Assert.All(Assert.IsType<PoolWorkedUp>(worked.Body).Batches, b => Assert.NotNull(b.Summary));
    }
}
