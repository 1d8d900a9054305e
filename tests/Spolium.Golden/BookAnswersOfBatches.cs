using Spolium.Core.Journal;
using Spolium.Core.Records;

namespace Spolium.Golden;

/// <summary>Batches, their steps and what the books keep of them.</summary>
public static partial class BookAnswers
{
    private static void Batch(AnswerText text, BatchState b)
    {
        var key = "batch " + b.Id;
        text.Add(
            key,
            b.Code,
            b.Title,
            b.Feeds.Select(f => $"{f.Id} {f.Amount.Text} {f.Amount.Value:G12}"),
            b.BalanceStepG,
            b.StartedAt,
            b.ClosedAt,
            b.PlanId,
            b.BroughtIn?.Code,
            b.FeedBy,
            b.LeftOut,
            b.Current?.Id
        );
        text.Add(
            key + " way",
            b.Route.Steps.Select(s =>
                $"{s.Id} {s.Method} takes {string.Join("+", s.Takes)} "
                + $"{string.Join(" ", s.Options.OrderBy(o => o.Key, StringComparer.Ordinal).Select(o => o.Key + "=" + o.Value))}"
            )
        );
        text.Add(
            key + " bottles",
            b.Bottles.Select(x => $"{x.Id} {x.Formula} {x.Strength.Value:G12} {x.DensityGPerMl:G12} {x.PlusMinus:G12}")
        );
        text.Add(key + " believed", b.Believed.Select(Held));
        if (b.Product is { } product)
            text.Add(
                key + " product",
                product.StepId,
                product.Output,
                product.Mass,
                product.Fineness,
                product.EntryId,
                product.Holds.Select(Held)
            );
        foreach (var s in b.Steps.Values.OrderBy(s => s.Id, StringComparer.Ordinal))
            Step(text, $"{key} step {s.Id}", s);
        foreach (var p in b.PutRight)
            text.Add(
                key + " put right",
                p.Body.StepId,
                p.Body.Output,
                p.Body.Was,
                p.Body.Becomes,
                p.Body.Slip,
                p.Body.Reason,
                p.Body.ChiSquare,
                p.Body.ChiSquareAfter,
                p.Body.Kept,
                p.At,
                p.By,
                p.EntryId
            );
        foreach (var (holding, p) in b.Pooled.OrderBy(p => p.Key, StringComparer.Ordinal))
            text.Add(
                key + " pooled " + holding,
                p.PoolId,
                p.PoolCode,
                p.EntryId,
                p.BackEntryId,
                p.Holds.Select(Held),
                p.Back.Select(Share)
            );
        foreach (var h in b.History)
            text.Add(key + " recovery", h.At, h.Why, h.EntryId, h.Recoveries);
        text.Add(key + " shows", b.Practice.Select(Seen));
        text.Add(key + " stands", b.Stands?.Reason, b.Stands?.At, b.Stands?.EntryId);
    }

    private static void Step(AnswerText text, string key, StepState s)
    {
        text.Add(key, s.BegunAt, s.ClosedAt, s.LastAt, s.GivenUp, s.Fee);
        if (s.Plan is { } begun)
            text.Add(
                key + " begun",
                begun.Method,
                begun.MethodVersion,
                begun.Vessel,
                begun.Doses.Select(d => $"{d.Dose} {d.Title} {d.BottleId} {d.Grams.Likely:G12} [{string.Join(" ", d.RungsG)}]")
            );
        foreach (var p in s.Pours)
            text.Add(
                key + " pour",
                p.DoseId,
                p.BottleId,
                p.Grams,
                p.OccurredAt,
                p.EntryId,
                p.Strength,
                p.PlusMinus,
                p.DensityGPerMl,
                p.SigmaG
            );
        foreach (var r in s.Readings)
            text.Add(key + " reading", r.Kind, r.Value, r.At, r.EntryId);
        foreach (var (sign, at) in s.Signs.OrderBy(x => x.Key, StringComparer.Ordinal))
            text.Add(key + " sign " + sign, at);
        foreach (var t in s.Tests)
            text.Add(key + " test", t.Output, t.Element, t.Volume, t.Low, t.High, t.EntryId);
        foreach (var (output, mass) in s.Weighed.OrderBy(x => x.Key, StringComparer.Ordinal))
            text.Add(key + " weighed " + output, mass, s.WeighedBy.GetValueOrDefault(output));
        foreach (var o in s.Outputs)
            text.Add(key + " made " + o.Output, o.Name, o.Main, o.MassG, o.Basis, o.Holds.Select(Held));
        foreach (var c in s.Covariances)
            text.Add(key + " covariance " + c.Element, c.Matrix.Select(r => r.ToList()));
    }

    /// <summary>Plans that steps were begun with, where they stand in the entries themselves.</summary>
    /// <param name="plans">By batch and step.</param>
    public static IReadOnlyList<string> Frozen(State state, IReadOnlyDictionary<(string Batch, string Step), FrozenPlan> plans)
    {
        var text = new AnswerText();
        foreach (
            var (batch, step) in state
                .Batches.Values.OrderBy(b => b.Id, StringComparer.Ordinal)
                .SelectMany(b =>
                    b.Steps.Values.Where(s => s.Plan is not null).OrderBy(s => s.Id, StringComparer.Ordinal).Select(s => (b.Id, s.Id))
                )
        )
            if (plans.TryGetValue((batch, step), out var f))
                text.Add(
                    $"batch {batch} step {step} frozen",
                    f.Method,
                    f.MethodVersion,
                    f.Vessel,
                    f.Attended,
                    f.Unattended,
                    f.Doses.Select(d => $"{d.Dose} {d.Title} {d.BottleId} {d.Grams.Likely:G12} [{string.Join(" ", d.RungsG)}]"),
                    f.Figures
                );
        return text.Lines;
    }

    private static void Summary(AnswerText text, string key, BatchSummary s)
    {
        text.Add(key, s.AddsUp, s.People);
        foreach (var m in s.Metals)
            text.Add(
                $"{key} metal {m.Element}",
                m.Feed.Value,
                m.Feed.Sigma,
                m.FeedAtLeast.Value,
                m.FeedAtLeast.Sigma,
                m.Product.Value,
                m.Product.Sigma,
                m.Unaccounted.Value,
                m.Unaccounted.Sigma,
                m.Missing
            );
        foreach (var l in s.Losses)
            text.Add($"{key} loss {l.Element} {l.Account}", l.StepId, l.Method, l.Cause, l.Grams.Value, l.Grams.Sigma);
        foreach (var y in s.Steps)
            text.Add($"{key} yield {y.StepId} {y.Element}", y.Method, y.In, y.Main);
        foreach (var r in s.Reagents)
            text.Add($"{key} reagent {r.Formula}", r.Name, r.Grams, r.Planned, r.Kr);
        if (s.Money is { } m2)
            text.Add(key + " money", m2.Costs, m2.LeftOver.Value, m2.LeftOver.Sigma, m2.Margin.Value, m2.Margin.Sigma);
    }
}
