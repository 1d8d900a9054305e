using System.Collections.Immutable;

namespace Spolium.Core.Journal.Folds;

/// <summary>A batch, entry by entry.</summary>
internal static class BatchFold
{
    public static BatchState? Apply(Fold fold, string id, BatchState? batch, Entry entry, EntryBody body) =>
        body switch
        {
            BatchStarted b => new BatchState(
                b.BatchId,
                b.Code,
                b.Title,
                [.. b.Feeds],
                b.Route,
                [.. b.Bottles],
                b.BalanceStepG,
                [.. b.Believed],
                ImmutableDictionary<string, StepState>.Empty,
                [],
                entry.OccurredAt,
                null,
                []
            )
            {
                PlanId = b.PlanId,
                FeedBy = entry.Id,
                GoesBy = b.Priors is { } priors
                    ? new(priors.ToDictionary(p => p.Prior, p => new Practised(new(p.Low, p.Likely, p.High), p.Batches, p.Source)))
                    : null,
            },
            _ when batch is null => null,
            BranchGivenUp b => GivenUp(batch, entry, b) with { Route = b.Route, Bottles = [.. b.Bottles] },
            SentOut b => Step(batch with { Route = b.Route }, entry, b.StepId, s => s with { Plan = b.Plan, BegunAt = entry.OccurredAt }),
            CameBack b => Step(batch, entry, b.StepId, s =>
                Weighed(Made(s, entry, b.Outputs, b.Covariances), entry, b.Outputs[0].Output, b.Mass) with
                {
                    Fee = b.Fee,
                }
            ),
            BatchBroughtIn b => batch with
            {
                BroughtIn = b.File,
                Pooled = batch.Pooled.ToImmutableDictionary(
                    p => p.Key,
                    // Its tubs and pots are called as they were there.
                    p =>
                        p.Value with
                        {
                            PoolCode = b.File.Pools?.FirstOrDefault(x => x.PoolId == p.Value.PoolId)?.Code ?? p.Value.PoolCode,
                        }
                ),
                Summary = batch.ClosedAt is null ? null : batch.Summary ?? b.Summary,
            },
            SummariesKept b => batch.ClosedAt is null ? batch : batch with { Summary = b.Summaries.First(s => s.BatchId == id).Summary },
            RouteChanged b => batch with { Route = b.Route, Bottles = [.. b.Bottles] },
            BatchClosed b => (
                batch with
                {
                    ClosedAt = entry.OccurredAt,
                    Practice = [.. b.Practice ?? []],
                    Summary = b.Summary,
                    LeftOut = b.LeftOut,
                    Lost = b.Lost,
                }
            ).Restated(entry, "closed", b.Recoveries),
            LeftOutOfLearning b => batch with { LeftOut = b.Reason },
            StepBegun b => Step(batch, entry, b.StepId, s => s with { Plan = b.Plan, BegunAt = entry.OccurredAt }),
            DoseAdded b => Step(batch, entry, b.StepId, s =>
                s with
                {
                    Pours = s.Pours.AddRange(
                        b.Pours.Select(p =>
                            Pour.From(
                                p,
                                b.DoseId,
                                batch.Bottles.Find(x => x.Id == p.BottleId)?.Formula ?? fold.FormulaOf(p.BottleId, entry),
                                entry.OccurredAt,
                                entry.Id
                            )
                        )
                    ),
                }
            ),
            ReadingTaken b => Step(batch, entry, b.StepId, s =>
                s with
                {
                    Readings = s.Readings.Add(new(b.Kind, b.Value, entry.OccurredAt, entry.Id)),
                }
            ),
            LiquorTested b => Step(batch, entry, b.StepId, s => s with { Tests = s.Tests.Add(b.Test with { EntryId = entry.Id }) }),
            SignSeen b => Step(batch, entry, b.StepId, s => s with { Signs = s.Signs.SetItem(b.Sign, entry.OccurredAt) }),
            SomethingElse b => Beside(batch, entry, b),
            HoldingWeighed b => Step(batch, entry, b.StepId, s => Weighed(s, entry, b.Output, b.Mass)),
            ProductWeighed b => Step(b.Products.Aggregate(batch, (x, p) => x.With(ProductOf(b.StepId, p, entry))), entry, b.StepId, s =>
                b.Products.Aggregate(s, (x, p) => Weighed(x, entry, p.Output, MetalOf(p.Mass, p.Holds[0])))
            ),
            StepClosed b => Step(batch, entry, b.StepId, s => Made(s, entry, b.Outputs, b.Covariances)),
            ReadingPutRight b => PutRight(batch, entry, b),
            ReadingsStand b => batch with
            {
                Stands = new(b.Reason, entry.OccurredAt, entry.By, entry.Id),
                Summary = b.Summary ?? batch.Summary,
            },
            PutIntoPool b => batch with
            {
                Pooled = batch.Pooled.SetItem(
                    Route.Holding(b.StepId, b.Output),
                    new(b.PoolId, fold.PoolCode(b.PoolId, entry), [.. b.Holds], entry.Id)
                ),
            },
            PoolWorkedUp b => WorkedUp(fold, id, batch, entry, b),
            LotTakenOver b => TakenOver(batch, entry, b),
            _ => batch,
        };

    private static BatchState Step(BatchState batch, Entry entry, string stepId, Func<StepState, StepState> change)
    {
        var step = batch.Step(stepId);
        return batch with
        {
            Steps = batch.Steps.SetItem(
                stepId,
                change(step) with
                {
                    LastAt = step.LastAt is { } last && last > entry.OccurredAt ? last : entry.OccurredAt,
                }
            ),
        };
    }

    // What was put in is taken by the step from then on.
    private static BatchState Beside(BatchState batch, Entry entry, SomethingElse b)
    {
        var next = Step(batch, entry, b.StepId, s => s with { Beside = s.Beside.Add(new(b, entry.OccurredAt, entry.Id)) });
        return b.Holding is not { } holding
            ? next
            : next with
            {
                Route = new([
                    .. batch.Route.Steps.Select(s =>
                        s.Id == b.StepId && !s.Takes.Contains(holding) ? s with { Takes = [.. s.Takes, holding] } : s
                    ),
                ]),
            };
    }

    private static StepState Made(
        StepState step,
        Entry entry,
        IReadOnlyList<HoldingEstimate> outputs,
        IReadOnlyList<HoldingCovariance> covariances
    ) => step with { ClosedAt = entry.OccurredAt, Outputs = [.. outputs], Covariances = [.. covariances] };

    private static StepState Weighed(StepState step, Entry entry, string output, TypedNumber mass) =>
        step with
        {
            Weighed = step.Weighed.SetItem(output, mass),
            WeighedBy = step.WeighedBy.SetItem(output, entry.Id),
        };

    // A product stands among the weighed holdings by the metal that it holds.
    private static TypedNumber MetalOf(TypedNumber mass, ElementEstimate metal) =>
        new(mass.Text, Field.Mass, metal.Grams, "g", metal.Sigma * Draws.Z95);

    private static ProductState ProductOf(string stepId, WeighedProduct p, Entry entry) =>
        new(
            stepId,
            p.Output,
            p.Mass,
            p.Fineness,
            [.. p.Holds],
            entry.Id,
            p.Hydrate > 0 ? $"{p.Formula}·{p.Hydrate.ToString(System.Globalization.CultureInfo.InvariantCulture)}H2O" : p.Formula
        );

    private static BatchState GivenUp(BatchState batch, Entry entry, BranchGivenUp b) => Step(batch, entry, b.StepId, s =>
        {
            var given = Made(s, entry, b.Outputs, b.Covariances) with { BegunAt = s.BegunAt ?? entry.OccurredAt, GivenUp = true };
            return b.Measured is { } measured ? Weighed(given, entry, b.Outputs[0].Output, measured) : given;
        });

    private static BatchState PutRight(BatchState batch, Entry entry, ReadingPutRight b)
    {
        var closed = batch.ClosedAt is not null;
        var weighed =
            b.Holds is { } holds && batch.ProductAt(b.StepId, b.Output) is { } product
                ? batch.With(product with { Mass = b.Becomes, Holds = [.. holds], EntryId = entry.Id })
                : batch;
        var next = (closed ? weighed.Restated(entry, $"{b.Output} put right", b.Recoveries) : weighed) with
        {
            PutRight = batch.PutRight.Add(new(b, entry.OccurredAt, entry.By, entry.Id)),
            Practice = closed ? [.. b.Practice ?? []] : batch.Practice,
            Stands = null,
            Summary = closed ? b.Summary ?? batch.Summary : null,
            Steps = batch.Steps.SetItems(
                b.Steps.Select(r =>
                    KeyValuePair.Create(r.StepId, batch.Step(r.StepId) with { Outputs = [.. r.Outputs], Covariances = [.. r.Covariances] })
                )
            ),
            Pooled = batch.Pooled.SetItems(
                b.Steps.SelectMany(s => s.Outputs.Select(o => (Holding: Route.Holding(s.StepId, o.Output), o.Holds)))
                    .Where(x => batch.Pooled.TryGetValue(x.Holding, out var pooled) && pooled.Back.IsEmpty)
                    .Select(x => KeyValuePair.Create(x.Holding, batch.Pooled[x.Holding] with { Holds = [.. x.Holds] }))
            ),
        };
        return b.Believed is { } believed
            ? next with
            {
                Feeds = [batch.Feeds[0] with { Amount = b.Becomes }],
                Believed = [.. believed],
                FeedBy = entry.Id,
            }
            : Step(next, entry, b.StepId, s => Weighed(s, entry, b.Output, b.Holds is { } held ? MetalOf(b.Becomes, held[0]) : b.Becomes));
    }

    // A product stays what the batch brought; a leaving stands in the lot from now on.
    private static BatchState TakenOver(BatchState batch, Entry entry, LotTakenOver b)
    {
        var holding = b.From.Id[(b.From.Id.IndexOf('/', StringComparison.Ordinal) + 1)..];
        return batch.Products.Any(p => Route.Holding(p.StepId, p.Output) == holding)
            ? batch
            : batch with
            {
                Pooled = batch.Pooled.SetItem(holding, new(b.LotId, b.Code, [.. b.Believed], entry.Id) { IsLot = true }),
            };
    }

    // A pool was worked up and shared back: shares of its holdings, and recoveries as they then stand.
    private static BatchState WorkedUp(Fold fold, string id, BatchState batch, Entry entry, PoolWorkedUp b)
    {
        var next = batch with
        {
            Pooled = batch.Pooled.SetItems(
                b.Shares.Where(s => s.BatchId == id)
                    .GroupBy(s => Route.Holding(s.StepId, s.Output))
                    .Where(g => batch.Pooled.ContainsKey(g.Key))
                    .Select(g =>
                        KeyValuePair.Create(
                            g.Key,
                            batch.Pooled[g.Key] with
                            {
                                Back = [.. g],
                                BackEntryId = entry.Id,
                                BackAt = entry.OccurredAt,
                            }
                        )
                    )
            ),
        };
        return b.Batches.FirstOrDefault(r => r.BatchId == id) is not { } restated || next.ClosedAt is null
            ? next
            : next.Restated(entry, $"{fold.PoolCode(b.PoolId, entry)} worked up", restated.Recoveries) with
            {
                Practice = [.. restated.Practice ?? next.Practice],
                Summary = restated.Summary ?? next.Summary,
            };
    }
}
