using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>Metal that came out of a shared holding, as somebody weighed it.</summary>
public sealed record YieldWish(string Element, TypedNumber Mass, TypedNumber? Fineness);

/// <summary>Shared holdings: leavings of many batches put together, worked up in one, and shared back.</summary>
public static class Pooling
{
    public static Decision Open(State state, string poolId, string code, string kind, string title)
    {
        var errors = new List<FieldError>();
        if (
            string.IsNullOrWhiteSpace(code)
            || state.Pools.Values.Any(p => string.Equals(p.Code, code.Trim(), StringComparison.OrdinalIgnoreCase))
        )
            errors.Add(new("code", "the code is empty or taken", "write one such as T2"));
        if (!PoolOpened.Kinds.Contains(kind))
            errors.Add(new("kind", $"'{kind}' is no kind of shared holding", "use one of " + string.Join(", ", PoolOpened.Kinds)));
        return errors.Count > 0
            ? Decision.Refuse(errors)
            : Decision.Write(new PoolOpened(poolId, code.Trim(), kind, string.IsNullOrWhiteSpace(title) ? kind : title.Trim()));
    }

    /// <summary>A side holding that stands goes into the pool with what the book has of it.</summary>
    /// <param name="reason">Why, where it is warned of.</param>
    public static Decision PutIn(Ledger ledger, string poolId, string batchId, string stepId, string output, string? reason = null)
    {
        var state = ledger.State;
        if (!state.Pools.TryGetValue(poolId, out var pool))
            return Decision.Refuse("poolId", "there is no such tub or pot", "choose one of the list, or set one up");
        if (!state.Batches.TryGetValue(batchId, out var batch) || batch.BroughtIn is not null)
            return Decision.Refuse("batchId", "there is no such batch in this shop", "choose one of the list");
        if (batch.Step(stepId).Outputs.FirstOrDefault(o => o.Output == output) is not { } holding)
            return Decision.Refuse("output", "no closed step made such a holding", "close the step first");
        var name = Route.Holding(stepId, output);
        if (batch.Pooled.TryGetValue(name, out var there))
            return Decision.Refuse("output", $"{holding.Name} of {batch.Code} went into {there.PoolCode} already", "take that back first");
        if (holding.Main)
            return Decision.Refuse("output", $"{holding.Name} is what the batch is for", "only leavings go into a tub or a pot");
        if (batch.Route.Steps.FirstOrDefault(s => s.Takes.Contains(name)) is { } taker)
            return Decision.Refuse("output", $"step {taker.Id} takes it", "change the way first");
        var account = Account.Holding(batchId, name);
        var holds = ledger
            .Book.ElementsOn(account)
            .Select(e => (Grams: ledger.Book.Grams(account, e), Was: holding.Holds.FirstOrDefault(h => h.Element == e), Element: e))
            .Select(x => new ElementEstimate(x.Element, x.Grams, x.Was?.Sigma ?? 0, x.Was?.Low ?? x.Grams, x.Was?.High ?? x.Grams))
            .ToList();
        if (holds.Count == 0)
            return Decision.Refuse("output", $"the book has nothing in {holding.Name}", "hand it over, or keep it apart");
        var charge = BatchAtWork.Holding(state, batch, stepId, output);
        return charge is not null && Meets(pool, holding.Name, charge, reason) is { } not
            ? Decision.Refuse([not])
            : Decision.Write(
                new PutIntoPool(
                    poolId,
                    batchId,
                    stepId,
                    output,
                    holds,
                    charge is null ? null : Keeping.Of(charge),
                    charge is null ? null : Decisions.Kept(reason)
                )
            );
    }

    // What nobody's pot takes; then what never meets, against all that is in it. What a holding holds beside each other met before.
    private static FieldError? Meets(PoolState pool, string name, Charge charge, string? reason)
    {
        if (PoolGate.Shut(charge).FirstOrDefault() is { } gate)
            return new("output", $"{name}: {gate.Reason}", gate.WayOut);
        var rows = Joining.Breaks(Joining.In(pool), charge);
        return rows.FirstOrDefault(r => r.Verdict == Verdict.Stop) is { } stop
                ? new("output", $"{pool.Code} holds what it never meets: {stop.Reason}", "keep it apart, in a pot of its own")
            : string.IsNullOrWhiteSpace(reason) && rows.Count > 0
                ? new("reason", $"{pool.Code}: {rows[0].Reason}", "if you mean it and are ready for it, say why")
            : null;
    }

    /// <summary>The pool is worked up and stands empty: what it gave is shared back in proportion to the book.</summary>
    /// <param name="how">The way, or who did it.</param>
    /// <param name="reason">Why more came out than the book can have.</param>
    public static Decision WorkUp(Ledger ledger, string poolId, IReadOnlyList<YieldWish> yields, string how, string? reason)
    {
        var state = ledger.State;
        if (!state.Pools.TryGetValue(poolId, out var pool))
            return Decision.Refuse("poolId", "there is no such tub or pot", "choose one of the list");
        if (pool.Holds.IsEmpty)
            return Decision.Refuse("poolId", $"{pool.Code} is empty by the book", "put leavings in first");
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(how))
            errors.Add(new("how", "nobody will know how it was done", "write the way in a few words"));
        if (yields.Count == 0)
            errors.Add(new("yields", "nothing was weighed", "write what came out; nothing found is 0 g"));
        var draws = Observing.DrawsNow(state, "pool " + poolId);
        var (given, shares) = (new List<PoolYield>(), new List<PoolShare>());
        for (var i = 0; i < yields.Count; i++)
        {
            var y = yields[i] with
            {
                Mass = Decisions.WithInstrument(yields[i].Mass),
                Fineness = yields[i].Fineness is { } typed ? Instrument.Read(typed) : null,
            };
            var booked = pool
                .Holds.Select(h => (Holding: h, There: h.Holds.FirstOrDefault(e => e.Element == y.Element)))
                .Where(x => x.There is { Grams: > 0 })
                .Select(x => (x.Holding, There: x.There!))
                .ToList();
            if (booked.Count == 0 || yields.Take(i).Any(x => x.Element == y.Element))
            {
                errors.Add(
                    new(
                        $"yields[{i}].element",
                        booked.Count == 0 ? $"the book has no {y.Element} in {pool.Code}" : $"{y.Element} stands there twice",
                        "choose one of its metals, each once"
                    )
                );
                continue;
            }
            var out_ = y.Mass.Value > 0 ? BatchAtWork.InBar(draws, y.Element, y.Mass, y.Fineness) : new(y.Element, 0, y.Mass.Sigma, 0, 0);
            var (sum, sigma) = (booked.Sum(b => b.There.Grams), Math.Sqrt(booked.Sum(b => b.There.Sigma * b.There.Sigma)));
            if (out_.Grams > sum + 3 * Math.Max(sigma, out_.Sigma) && string.IsNullOrWhiteSpace(reason))
                errors.Add(
                    LikeliestSlip.Told(
                        new(
                            $"yields[{i}].mass",
                            $"{FigureText.Number(out_.Grams, 3)} g of {y.Element} came out, the book has {FigureText.Number(sum, 3)} ± "
                                + $"{FigureText.Number(sigma * Draws.Z95, 3)} g in it",
                            "was something else in it, or the point misread? If it is so, say why"
                        ),
                        y.Mass,
                        v => v * out_.Grams / y.Mass.Value <= sum + 3 * sigma,
                        sum * y.Mass.Value / out_.Grams,
                        Math.Max(sigma, 0.3 * sum) * y.Mass.Value / out_.Grams,
                        CannotBe.Near(state, y.Mass)
                    )
                );
            given.Add(new(y.Mass, y.Fineness, out_));
            shares.AddRange(booked.Select(b => Share(b.Holding, b.There, out_, sum, sigma)));
        }
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        var body = new PoolWorkedUp(poolId, given, how.Trim(), shares, [], Decisions.Kept(reason));
        return Decision.Write(body with { Batches = Restated(ledger, pool, body) });
    }

    // Part p of what came out, y p with p = g/Σg: its uncertainty is that of the weighing and of the book's split, to first order.
    private static PoolShare Share(PooledHolding holding, ElementEstimate there, ElementEstimate came, double sum, double sigma)
    {
        var part = there.Grams / sum;
        var others = Math.Max(0, sigma * sigma - there.Sigma * there.Sigma);
        var split = Math.Sqrt(Math.Pow((1 - part) * there.Sigma, 2) + part * part * others) / sum;
        return new(
            holding.BatchId,
            holding.StepId,
            holding.Output,
            there.Element,
            there.Grams,
            came.Grams * part,
            Math.Sqrt(Math.Pow(part * came.Sigma, 2) + Math.Pow(came.Grams * split, 2))
        );
    }

    private static List<BatchRestated> Restated(Ledger ledger, PoolState pool, PoolWorkedUp body)
    {
        HashSet<string> Worked(string batchId) =>
            [.. body.Shares.Where(s => s.BatchId == batchId).Select(s => Route.Holding(s.StepId, s.Output))];
        var then = ledger.Foreseen(body, Entry.PoolStream(pool.Id), DateTimeOffset.UnixEpoch, "");
        return
        [
            .. body
                .Shares.Select(s => s.BatchId)
                .Distinct()
                .Order(StringComparer.Ordinal)
                .Select(id => then.State.Batches[id])
                .Where(b => b.ClosedAt is not null)
                .Select(b => new BatchRestated(
                    b.Id,
                    [.. b.Believed.Select(x => BatchBalance.Of(then, b, x.Element).Recovery).OfType<Working>().Select(Figure.Of)],
                    Shown(then.State, b),
                    b.Summary is { } was ? Summaries.Shared(then, b, was, Worked(b.Id)) : null
                )),
        ];
    }

    // A batch whose readings disagree shows nothing of this either.
    private static IReadOnlyList<PracticeSeen>? Shown(State then, BatchState batch) =>
        batch.Practice.IsEmpty ? null : [.. batch.Practice.Where(p => !p.Together), .. Observing.Together(then, batch)];

    /// <summary>Streams that a working up writes to: the pool's, and that of every batch that fed it.</summary>
    public static IReadOnlyList<string> Streams(State state, string poolId) =>
        [
            Entry.PoolStream(poolId),
            .. (
                state
                    .Pools.GetValueOrDefault(poolId)
                    ?.Holds.Select(h => Entry.BatchStream(h.BatchId))
                    .Distinct()
                    .Order(StringComparer.Ordinal)
                ?? Enumerable.Empty<string>()
            ),
        ];
}
