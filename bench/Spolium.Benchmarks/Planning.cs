using BenchmarkDotNet.Attributes;
using Spolium.Core.Materials;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Workshop;
using Spolium.Demo;

namespace Spolium.Benchmarks;

/// <summary>Figures to reach: HL-1 planned in all worlds under 5 ms; 500 entries replayed under 10 ms.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class PlanningBenchmarks
{
    private readonly IReadOnlyList<Entry> entries = DemoShop.Entries(new DateTimeOffset(2026, 11, 25, 14, 0, 0, TimeSpan.Zero));
    private Content content = null!;
    private Content contacts = null!;
    private Route route = null!;
    private IReadOnlyList<Entry> fiveHundred = null!;
    private Ledger open = null!;

    [GlobalSetup]
    public void Setup()
    {
        content = entries.Select(e => e.Body).OfType<LotReceived>().Single(l => l.LotId == "hl-1").Content;
        contacts = entries.Select(e => e.Body).OfType<LotReceived>().Single(l => l.LotId == "hl-2").Content;
        route = Routes.Chain(HobLaneWays.GoldByNitricStrip);
        open = Ledger.Of(entries);
        // One batch with 500 entries: the open one, its last pour repeated.
        var list = entries
            .Where(e => e.Body is LotReceived or BottlesReceived)
            .Concat(entries.Where(e => e.Streams.Any(s => s.Stream == Entry.BatchStream("26-02"))))
            .ToList();
        var pour = list.Last(e => e.Body is DoseAdded);
        while (list.Count < 500)
            list.Add(pour with { Id = $"more {list.Count}", Streams = [new(Entry.BatchStream("26-02"), list.Count)] });
        fiveHundred = list;
    }

    [Benchmark]
    public BatchPlan Plan_HL1_in_all_worlds()
    {
        var draws = new Draws("hl-1");
        return Planner.Fold(content.ToCharge(Working.Given(412.6, Dimension.Mass, "lot", "weighed"), draws), route, Shop.Usual, draws);
    }

    [Benchmark]
    public BatchPlan Plan_HL2_by_chloride_in_all_worlds()
    {
        var draws = new Draws("hl-2");
        return Planner.Fold(
            contacts.ToCharge(Working.Given(1284, Dimension.Mass, "lot", "weighed"), draws),
            Routes.Chain(HobLaneWays.SilverByChloride),
            Shop.Usual,
            draws
        );
    }

    [Benchmark]
    public IReadOnlyList<StepSafety> Safety_of_every_step_of_HL1()
    {
        var draws = new Draws("hl-1");
        return [.. BatchAtWork.Plan(open.State, open.State.Batches["26-02"]).Steps.Select(s => StepSafety.Of(s, draws))];
    }

    [Benchmark]
    public Ledger Replay_500_entries() => Ledger.Of(fiveHundred);

    [Benchmark]
    public BatchPlan Plan_a_batch_in_mid_run() => BatchAtWork.Plan(open.State, open.State.Batches["26-02"] with { Title = "anew" });
}
