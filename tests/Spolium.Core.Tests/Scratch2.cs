using System.Diagnostics;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Planning;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Demo;
using Xunit;
namespace Spolium.Core.Tests;
public class Scratch2(ITestOutputHelper output)
{
    [Fact]
    public void Look()
    {
        foreach (var (lot, way) in new[] { ("hl-2a", Route.SilverByChloride), ("hl-9a", Route.GoldByChlorine), ("hl-9a", Route.GoldByNitricStrip) })
        {
            var now = new DateTimeOffset(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
            var state = Ledger.Of(DemoShop.Entries(now)).State;
            var l = state.Lots[lot];
            foreach (var likely in new[] { true, false })
            {
                var feed = BatchAtWork.FeedOf(state, l, l.Amount, likely);
                for (var i = 0; i < 30; i++) Planner.Fold(feed, Route.Chain(way), Shop.Usual, new Draws("x", likely));
                var t = Stopwatch.StartNew();
                for (var i = 0; i < 100; i++) Planner.Fold(feed, Route.Chain(way), Shop.Usual, new Draws("x", likely));
                output.WriteLine($"{lot} {likely} {t.Elapsed.TotalMilliseconds / 100:0.000} ms");
                var plan = Planner.Fold(feed, Route.Chain(way), Shop.Usual, new Draws("x", likely));
                if (likely)
                    foreach (var s in plan.Steps)
                    {
                        var t2 = Stopwatch.StartNew();
                        for (var i = 0; i < 100; i++) s.Method.Plan(s.Input, new StepOptions(s.Method, s.Step.Options), Shop.Usual, Facts.None, new Draws("x", true));
                        output.WriteLine($"   {s.Step.Id} {t2.Elapsed.TotalMilliseconds / 100:0.000} ms uncertain: {string.Join(", ", s.Plan.Doses.Select(d => d.Grams).Concat(s.Plan.Figures).Append(s.Plan.Attended).Append(s.Plan.Unattended).Where(w => !w.Amount.IsCertain).Select(w => w.Label))}");
                    }
            }
        }
    }
}
