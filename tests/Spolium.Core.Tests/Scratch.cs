using System.Diagnostics;
using Spolium.Core.Accounts;
using Spolium.Core.Bench;
using Spolium.Core.Quantities;
using Spolium.Demo;
using Xunit;
namespace Spolium.Core.Tests;
public class Scratch(ITestOutputHelper output)
{
    [Fact]
    public void Look()
    {
        var now = new DateTimeOffset(2026, 11, 25, 12, 0, 0, TimeSpan.Zero);
        var state = Ledger.Of(DemoShop.Entries(now)).State;
        for (var round = 0; round < 2; round++)
        foreach (var lot in state.Lots.Values.Where(l => l.Left > 0).OrderBy(l => l.Code))
        {
            var amount = TypedNumber.Of(lot.Left, lot.Amount.Field, lot.Amount.Field == Field.Mass ? "g" : "mL");
            var t = Stopwatch.StartNew();
            var w = new LotAtWork(state, lot, amount, null, now);
            var ways = w.Ways();
            var t1 = t.Elapsed.TotalMilliseconds; t.Restart();
            var r = w.Worthwhile();
            if (round == 0) continue;
            output.WriteLine($"== {lot.Code} {lot.Title} {lot.Amount.Text}: ways {t1:0} ms, worth {t.Elapsed.TotalMilliseconds:0} ms");
            output.WriteLine($"{r.Verdict.Kind}: {r.Verdict.Headline}. {r.Verdict.Reason}");
            foreach (var p in ways.Planned) output.WriteLine($"   * {p.Way.Title}: {p.Worth?.Margin.Likely:0} ({p.Worth?.Margin.Range.Low:0}..{p.Worth?.Margin.Range.High:0}) {p.Way.Id}");
            foreach (var p in ways.More) output.WriteLine($"   + {p.Title}");
            foreach (var p in ways.Refused) output.WriteLine($"   - {p.Title}: {p.Method}: {p.Reason} -> {p.WayOut}");
            if (r.Way?.Worth is { } x) { foreach (var l in x.Lines) output.WriteLine($"      {l.Kr.Label}: {FigureText.WithRange(l.Kr)}"); output.WriteLine($"      left {FigureText.WithRange(x.LeftOver)} asis {FigureText.WithRange(x.AsItIs)} np {string.Join(",", x.NotPriced)}"); }
            output.WriteLine($"   even {string.Join(",", r.BreakEven.Select(b => $"{b.Element} {b.Content:0.###}"))} least {r.LeastLot:0.#} knowing {r.Knowing:0} test {r.TestPrice}");
        }
    }
}
