using Spolium.Core.Chemistry;
using Spolium.Core.Plans;
using Spolium.Server.Plan;

namespace Spolium.Server.Run;

using Route = Spolium.Core.Records.Route;

/// <summary>A batch as the bench is shown it.</summary>
internal static class BatchViews
{
    internal static BatchView View(Ledger ledger, string batchId, ShownFigures book)
    {
        var state = ledger.State;
        var batch = state.Batches[batchId];
        var steps = batch.Route.Steps.Select(s => Slim(batch, s)).ToList();
        var lot = batch.Feeds[0].Id;
        var view = new BatchView(
            batch.Id,
            batch.Code,
            batch.Title,
            lot,
            state.Lots.GetValueOrDefault(lot)?.Code ?? lot,
            string.Join(", ", batch.Feeds.Select(f => f.Amount.Text)),
            state.Version(Entry.BatchStream(batchId)),
            batch.ClosedAt,
            steps,
            null,
            [],
            [],
            "",
            null,
            [.. batch.Bottles.Select(b => BottleChoices.Choice(state, b))],
            false,
            PlanEndpoints.Opening,
            null,
            batch.PlanId is { } id ? state.Plans.GetValueOrDefault(id)?.Title ?? "a plan that is gone" : null,
            [],
            batch.Lost?.Reason
        );
        // What is over is told by what was written.
        if (batch.ClosedAt is not null)
            return batch.Product is not { } p
                ? view
                : view with
                {
                    Metal = Elements.Of(p.Holds[0].Element).Name,
                    Product = BatchBalance.InProduct(batch, p.Holds[0].Element) is { } grams ? book.Add("product", grams) : null,
                };
        var plan = BatchAtWork.Plan(state, batch);
        var metal = Metal(plan);
        view = view with
        {
            Metal = Elements.Of(metal).Name,
            Product = book.Add("product", plan.Product(metal)),
            CanClose = batch.Current is null && (batch.Product is not null || !Decisions.HasSomethingToWeigh(batch)),
            Away = Away(state, batch),
        };
        return batch.Current is not { } current || plan.Steps.All(s => s.Step.Id != current.Id)
            ? view
            : view with
            {
                Untaken =
                [
                    .. plan.Of(current.Id)
                        .Plan.Outputs.Select(o => o.Id)
                        .Where(o => !BesideThePlan.Left(o) && batch.Route.Steps.All(s => !s.Takes.Contains(Route.Holding(current.Id, o)))),
                ],
                Current = StepView.Of(plan.Of(current.Id), batch.Step(current.Id), book, Observing.DrawsOf(state, batch), metal),
                Now = AsItStands(state, batch, current, book),
                Then = Later(state, batch, book),
            };
    }

    private static StepSlim Slim(BatchState batch, RouteStep step)
    {
        var (done, method) = (batch.Step(step.Id), GoneMethod.Of(step, batch.Step(step.Id).Plan));
        return new(
            step.Id,
            step.Method,
            method.Verb,
            method.Title,
            done.Begun,
            done.Closed,
            batch.ClosedAt is null && step.Id == batch.Current?.Id,
            done.GivenUp,
            [
                .. method.Outputs.Select(
                    (o, i) =>
                        new HoldingRef(
                            Route.Holding(step.Id, o.Id),
                            o.Id,
                            o.Name,
                            i == 0,
                            batch.Route.Waiting.Contains(Route.Holding(step.Id, o.Id))
                        )
                ),
            ]
        );
    }

    private static AwayView? Away(State state, BatchState batch) =>
        batch.Current is { } step
        && state
            .Entries.Of(Entry.BatchStream(batch.Id))
            .Select(e => (e.OccurredAt, Sent: e.Body as SentOut))
            .LastOrDefault(e => e.Sent is { } s && s.BatchId == batch.Id && s.StepId == step.Id)
            is { Sent: { } sent } found
            ? new(sent.To, sent.Mass.InWords, found.OccurredAt, step.Options.GetValueOrDefault("days") ?? "")
            : null;

    // The metal that the batch is for: what most is in its product of.
    internal static string Metal(Core.Plans.BatchPlan plan) => BatchAtWork.ElementOf(plan.Steps[^1].Plan.Outputs.First(o => o.Main).Charge);

    private static IReadOnlyList<FigureView> AsItStands(State state, BatchState batch, RouteStep step, ShownFigures book) =>
        [.. BatchAtWork.AsItStands(state, batch, step.Id).Plan.Figures.Take(2).Select((f, i) => book.Add($"now/{i}", f))];

    // Doses of the steps after the one at hand that hang on what is poured now: those that a sign ends.
    internal static List<DoseLine> Later(State state, BatchState batch, ShownFigures book)
    {
        var current = batch.Current?.Id;
        var plan = BatchAtWork.Plan(state, batch);
        return
        [
            .. plan
                .Steps.SkipWhile(s => s.Step.Id != current)
                .Skip(1)
                .SelectMany(s =>
                    s.Plan.Doses.Where(d => d.ShortShare is null)
                        .Select(d => new DoseLine(
                            s.Step.Id,
                            s.Method.Verb,
                            d.Title,
                            book.Add($"then/{s.Step.Id}/{d.Id}", d.Grams.Named(d.Title)),
                            book.AddOrNone($"then/{s.Step.Id}/{d.Id}/ml", d.Millilitres)
                        ))
                ),
        ];
    }
}
