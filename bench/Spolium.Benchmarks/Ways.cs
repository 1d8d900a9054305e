using BenchmarkDotNet.Attributes;
using Spolium.Core.Journal;
using Spolium.Core.Materials;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;

namespace Spolium.Benchmarks;

/// <summary>Figures to reach: four ways of a lot planned and compared in all worlds under 20 ms; worth while a bar is dragged well under
/// 100 ms.</summary>
[MemoryDiagnoser]
[ShortRunJob]
public class WayBenchmarks
{
    private static readonly DateTimeOffset Now = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    private State state = null!;
    private LotState mounts = null!;
    private LotState contacts = null!;
    private Content moved = null!;
    private IReadOnlyList<FoundWay> four = null!;
    private string copper = "";

    [GlobalSetup]
    public void Setup()
    {
        state = Ledger.Of(DemoShop.Entries(Now)).State;
        (mounts, contacts) = (state.Lots["hl-9a"], state.Lots["hl-2a"]);
        four = [.. new LotAtWork(state, mounts, mounts.Amount, null, Now).Ways().Planned.Select(p => p.Way)];
        copper = string.Join('/', HobLaneWays.SilverByCopper);
        moved = contacts.Content.Richer("Ag", 0.93);
    }

    [Benchmark]
    public IReadOnlyList<WayFigures> Four_ways_of_HL9a_planned_and_compared_in_all_worlds()
    {
        var feed = BatchFeed.FeedOf(state, mounts, mounts.Amount);
        var shop = ShelfAtWork.ShopWith(state, ShelfAtWork.ForPlan(state, Now));
        var terms = LotAtWork.Terms(state, PriceFigures.MadeUp, mounts, mounts.Amount, ShelfAtWork.Ids(shop.Bottles));
        return
        [
            .. four.Select(way =>
            {
                var draws = new Draws(mounts.Id);
                var plan = WaySearch.Confirm(way, LotAtWork.RouteFor(mounts, way.Methods), feed, shop, draws).Plan!;
                return WayFigures.Of(plan, way.Element, Worth.Of(plan, way.Element, terms, draws), draws);
            }),
        ];
    }

    [Benchmark]
    public LotWays Search_rank_and_plan_the_ways_of_HL9a() => new LotAtWork(state, mounts, mounts.Amount, null, Now).Ways();

    [Benchmark]
    public LotWorth Worth_of_HL2a_while_a_bar_is_dragged() =>
        new LotAtWork(state, contacts, contacts.Amount, moved, Now).Worthwhile(copper);

    [Benchmark]
    public PaysFrom Where_the_way_of_HL2a_begins_to_pay() => new LotAtWork(state, contacts, contacts.Amount, moved, Now).PaysFrom(copper);

    [Benchmark]
    public LotWorth Verdict_on_HL9a_with_search_and_pooling() => new LotAtWork(state, mounts, mounts.Amount, null, Now).Worthwhile();
}
