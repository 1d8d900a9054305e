using System.Collections.Immutable;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>
/// Work that is led only with a licence, judged on every write: when it happened and when it is written, so that a date that is typed
/// opens nothing. What was begun may always be made safe. Local codes, permits and licensed practice come first; this is no law.
/// </summary>
public static class WorkGates
{
    /// <summary>The refusal of an entry; null where no gate is shut for it.</summary>
    /// <param name="happened">When it is said to have happened.</param>
    /// <param name="written">Now.</param>
    public static Decision? Refuse(State state, EntryBody body, DateTimeOffset happened, DateTimeOffset written)
    {
        var (work, taken) = body is Correction { Instead: { } instead } c ? (instead, c.Corrects) : (body, []);
        // What is taken back was not poured.
        BatchState Batch(string id) =>
            state.Batches[id] is var batch && taken.Count == 0
                ? batch
                : batch with
                {
                    Steps = batch.Steps.ToImmutableDictionary(
                        s => s.Key,
                        s => s.Value with { Pours = s.Value.Pours.RemoveAll(p => taken.Contains(p.EntryId)) }
                    ),
                };
        Decision? Step(BatchState batch, string stepId) => Refused(state, batch, stepId, happened, written);
        return work switch
        {
            StepBegun b => Step(Batch(b.BatchId), b.StepId),
            DoseAdded b => Step(Poured(state, Batch(b.BatchId), b, happened), b.StepId),
            // What happened all the same is written with its reason; what makes it safe is none of the step's own bottles.
            SomethingElse { Poured: { } p, Reason: null } b when Feeds(state.Batches[b.BatchId], b.StepId, p.Formula) => Step(
                Batch(b.BatchId),
                b.StepId
            ),
            _ => null,
        };
    }

    private static bool Feeds(BatchState batch, string stepId, string formula) =>
        formula != Species.Water.Formula
        && MethodCatalogue.Find(batch.Route.Steps.First(s => s.Id == stepId).Method)?.Card.Reagents.Contains(formula) is true;

    /// <summary>What stands at a step for the gates that are shut for it, whatever the time of day; empty where none is.</summary>
    public static IReadOnlyList<string> Says(State state, IMethod method, StepPlan plan, DateTimeOffset now) =>
        [.. Shut(state, method, plan, now, now).Select(g => g.Reason)];

    private static Decision? Refused(State state, BatchState batch, string stepId, DateTimeOffset happened, DateTimeOffset written)
    {
        var step = BatchAtWork.Step(state, batch, stepId);
        var shut = Shut(state, step.Method, step.Plan, happened, written).ToList();
        return shut.Count == 0 ? null : Decision.Refuse([.. shut.Select(g => new FieldError("stepId", g.Reason, g.WayOut))]);
    }

    private static BatchState Poured(State state, BatchState batch, DoseAdded b, DateTimeOffset at)
    {
        var step = batch.Step(b.StepId);
        var pours = b.Pours.Select(p => Pour.From(p, b.DoseId, state.Shelf.Find(p.BottleId)?.Formula, at, ""));
        return batch with { Steps = batch.Steps.SetItem(b.StepId, step with { Pours = step.Pours.AddRange(pours) }) };
    }

    private static IEnumerable<(string Reason, string WayOut)> Shut(
        State state,
        IMethod method,
        StepPlan plan,
        DateTimeOffset happened,
        DateTimeOffset written
    )
    {
        if (method.Card.Licence is { } scope && !Holds(state, scope, happened, written))
            yield return ($"{method.Card.Title} is led only with a licence for {LicenceScope.Find(scope)!.Name}", WayOut);
        foreach (var (id, amount) in plan.Limited)
        {
            var limit = WorkLimit.Find(id)!;
            var most = MostOf(state, limit);
            // Danger is judged by the high end.
            if (amount.Range.High > most && !Holds(state, limit.Scope.Id, happened, written))
                yield return (
                    $"{limit.What}: up to {limit.Words(amount.Range.High)}, and more than {limit.Words(most)} is led only with a licence "
                        + $"for {limit.Scope.Name}",
                    "less at a time; " + WayOut
                );
        }
    }

    private const string WayOut = "or whoever has the licence does it; one of the shop is written down under Shelf, Licences";

    /// <summary>The limit as the shop has it.</summary>
    public static double MostOf(State state, WorkLimit limit) =>
        Math.Min(limit.Most, state.Limits.GetValueOrDefault(limit.Id)?.Most.Value ?? limit.Most);

    /// <summary>A licence of the shop covers a scope both when something happened and when it is written, and was known before.</summary>
    public static bool Holds(State state, string scope, DateTimeOffset happened, DateTimeOffset written) =>
        state.Licences.Values.Any(l => l.Held.Scope.Contains(scope) && happened >= l.Written && l.HoldsOn(happened) && l.HoldsOn(written));
}
