using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Records;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;
using Spolium.Demo;

namespace Spolium.Golden;

/// <summary>What the product plans: all lots of the demo by all ways, and steps of every method over charges of fixed seeds.</summary>
public static class PlanAnswers
{
    private static readonly DateTimeOffset DemoDay = new(2026, 11, 25, 14, 0, 0, TimeSpan.Zero);

    private const int StepsOfMethod = 5;

    /// <summary>Every lot of which something is left, by every way that is for what it is.</summary>
    public static IReadOnlyList<string> OfDemoLots()
    {
        var text = new AnswerText();
        var state = Ledger.Of(DemoShop.Entries(DemoDay)).State;
        foreach (var lot in state.Lots.Values.Where(l => l.Left > 0).OrderBy(l => l.Id, StringComparer.Ordinal))
        {
            var amount = lot.Amount with { Value = lot.Left };
            foreach (var way in UsualWay.All.Where(w => w.Liquor == (lot.Amount.Field == Field.Volume ? lot.Content.Liquor : null)))
                Planned(text, $"{lot.Id} {way.Id}", state, lot, amount, way);
            Worth(text, lot.Id, new LotAtWork(state, lot, amount, null, DemoDay));
        }
        return text.Lines;
    }

    private static void Planned(AnswerText text, string key, State state, LotState lot, TypedNumber amount, UsualWay way)
    {
        var shop = ShelfAtWork.ShopWith(state, ShelfAtWork.ForPlan(state, DemoDay));
        var draws = Observing.DrawsNow(state, lot.Id);
        var plan = Planner.Fold(BatchFeed.FeedOf(state, lot, amount), LotAtWork.RouteFor(lot, way.Methods), shop, draws);
        foreach (var step in plan.Steps)
            Step(text, $"{key} {step.Step.Id}", step.Plan);
        if (plan.Refused is not null)
            return;
        var worth = Core.Ways.Worth.Of(
            plan,
            way.For,
            LotAtWork.Terms(state, state.PricesNow!.List, lot, amount, ShelfAtWork.Ids(shop.Bottles)),
            draws
        );
        var figures = WayFigures.Of(plan, way.For, worth, draws);
        foreach (
            var (name, figure) in new[]
            {
                ("hands", figures.Hands),
                ("alone", figures.Alone),
                ("cost", figures.Cost),
                ("acid", figures.Acid),
                ("gas", figures.Gas),
                ("metal", figures.Metal),
                ("purity", figures.Purity),
                ("margin", figures.Margin),
            }
        )
            text.Add($"{key} {name}", figure);
        foreach (var line in worth.Lines)
            text.Add($"{key} money {line.Id}", line.Kr);
    }

    private static void Worth(AnswerText text, string key, LotAtWork at)
    {
        var worth = at.Worthwhile();
        var pays = worth.Way is { } way ? at.PaysFrom(way.Way.Id) : new(null, null);
        text.Add(key + " best way", worth.Way?.Way.Methods, pays.LeastLot, worth.Knowing, worth.TestPrice);
        text.Add(key + " margin", worth.Way?.Worth?.Margin);
        text.Add(key + " verdict", worth.Verdict.Kind, worth.Verdict.Headline, worth.Verdict.Reason, worth.Verdict.PoolWith);
        if (pays.BreakEven is { } b)
            text.Add($"{key} breaks even {b.Element}", b.Content);
        foreach (var r in worth.Refused)
            text.Add($"{key} refused {r.Title}", r.Method, r.Reason, r.WayOut);
    }

    /// <summary>Steps of every method, each on a charge, with options and draws of its own number: a method that comes moves none of the
    /// others.</summary>
    public static IReadOnlyList<string> OfRandomSteps()
    {
        var text = new AnswerText();
        foreach (var method in MethodCatalogue.All.OrderBy(m => m.Id, StringComparer.Ordinal))
            for (var k = 0; k < StepsOfMethod; k++)
            {
                var seed = NumberOf(method.Id) + k;
                var random = new Random(seed);
                double Between(double low, double high) => low + (high - low) * random.NextDouble();
                // A method that refuses one charge is shown another, so that most of these steps are planned.
                for (var tries = 0; tries < RandomSteps.Kinds; tries++)
                {
                    var charge = RandomSteps.Charge(
                        (k + tries) % RandomSteps.Kinds,
                        Between(0.1, 40),
                        Between(0.1, 40),
                        Between(0, 30),
                        Between(0, 5),
                        Between(0, 0.4),
                        seed
                    );
                    var plan = method.Plan(charge, RandomSteps.Options(method, k), Shop.Usual, Facts.None, new Draws("answers " + seed));
                    if (plan.Refused && tries < RandomSteps.Kinds - 1)
                        continue;
                    Step(text, $"random {method.Id} {k + 1}", plan);
                    break;
                }
            }
        return text.Lines;
    }

    // The same for ever, which string.GetHashCode is not.
    private static int NumberOf(string name) => name.Aggregate(17, (sum, c) => (sum * 31 + c) % 1_000_003);

    private static void Step(AnswerText text, string key, StepPlan plan)
    {
        foreach (var r in plan.Refusals)
            text.Add(key + " refused", r.Reason, "|", r.WayOut);
        text.Add(key, plan.Title, plan.Verb, plan.Instruction, plan.DoneFirst, plan.GassesFor);
        foreach (var d in plan.Doses)
        {
            text.Add($"{key} dose {d.Id}", d.Grams);
            text.Add(
                $"{key} dose {d.Id} how",
                d.Title,
                d.Bottle.Id,
                d.Bottle.Formula,
                d.Millilitres?.Likely,
                d.ShortShare,
                d.Apart,
                d.Lacking,
                d.How,
                d.Rungs.Select(r => r.Grams)
            );
        }
        text.Add(key + " vessel", plan.Vessel?.Vessel.Label, plan.Vessel?.SplitInto, plan.Vessel?.Liquid.Likely, plan.Vessel?.Foam.Likely);
        text.Add(key + " portions", plan.Portions);
        text.Add(key + " heat", plan.Heat);
        text.Add(key + " warming", plan.Warming);
        foreach (var g in plan.Gases)
            text.Add($"{key} gas {g.Formula}", g.Made.Likely, g.Made.Range.High, g.Leaving.Likely, g.Leaving.Range.High, g.Note);
        text.Add(key + " hands", plan.Attended);
        text.Add(key + " alone", plan.Unattended);
        foreach (var o in plan.Outputs)
        {
            text.Add($"{key} gives {o.Id}", o.Charge.Mass());
            text.Add(
                $"{key} gives {o.Id} of",
                o.Name,
                o.Main,
                o.Weigh,
                o.Charge.Moles.Select(m => (Name: $"{m.Key.Formula}({m.Key.Phase})", m.Value.Likely))
                    .OrderBy(m => m.Name, StringComparer.Ordinal)
                    .Select(m => FormattableString.Invariant($"{m.Name} {m.Likely:G12}")),
                o.Charge.Unknown.Likely
            );
        }
        foreach (var f in plan.Figures.Concat(plan.Learned))
            text.Add($"{key} figure {f.Label}", f);
        foreach (
            var l in plan
                .Conditions.Concat(plan.Cautions.Select(c => $"{c.Level}: {c.Text}"))
                .Concat(plan.EndSigns.Select(s => $"{s.Id}: {s.Text} | {s.NotProof}"))
                .Concat(plan.Interlocks.Select(i => i.Text))
                .Concat(plan.Deadlines.Select(d => d.Text))
                .Concat(plan.Equations.Select(e => e.ToString()!))
        )
            text.Add(key + " says", l);
        text.Add(key + " rest", plan.NightStop, plan.IfFoams, plan.Means);
    }
}
