using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What leaves the straight way of a batch: a step given up, a holding sent out and come back. The rest is planned anew from the
/// facts.</summary>
public static class Detours
{
    private static readonly string Outside = MethodCatalogue.IdOf<Methods.MakeReady.Outside>();

    /// <summary>Gives the step at hand up: what is in its vessel stays together, is measured again, and the methods named go on from
    /// there.</summary>
    /// <param name="measured">Mass of its solids; null for a liquor.</param>
    /// <param name="kept">Why a mass above what went in is so.</param>
    public static Decision GiveUp(
        State state,
        BatchState batch,
        string stepId,
        TypedNumber? measured,
        IReadOnlyList<string> methods,
        IReadOnlyList<Bottle> bottles,
        string reason,
        string? kept = null
    )
    {
        if (Decisions.Open(batch) is { } shut)
            return shut;
        if (batch.Current is not { } current || current.Id != stepId)
            return Decision.Refuse("stepId", "it is not this step's turn", "give up the step at hand");
        if (string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "giving a step up needs a reason", "say what went wrong");
        if (methods.Count == 0)
            return Decision.Refuse("methods", "nothing goes on from there", "choose the way that the charge takes now");
        if (current.Method == Outside)
            return Decision.Refuse("stepId", "it is out of the house", "write down that it came back");
        if (measured is { Value: <= 0 })
            return Decision.Refuse("measured", "nothing was weighed", "write a mass above 0 g, or leave it empty for a liquor");
        var given = batch with
        {
            Steps = batch.Steps.SetItem(
                stepId,
                batch.Step(stepId) with
                {
                    GivenUp = true,
                    BegunAt = batch.Step(stepId).BegunAt ?? batch.StartedAt,
                    ClosedAt = batch.Step(stepId).LastAt ?? batch.StartedAt,
                }
            ),
        };
        var mass = measured is null ? null : Decisions.WithInstrument(measured, batch.BalanceStepG);
        if (mass is not null)
            given = given with
            {
                Steps = given.Steps.SetItem(
                    stepId,
                    given.Step(stepId) with
                    {
                        Weighed = given.Step(stepId).Weighed.SetItem(MainOf(current), mass),
                    }
                ),
            };
        var step = BatchAtWork.Step(
            state,
            given with
            {
                Route = new(given.Route.Steps.TakeWhile(s => s.Id != stepId).Append(current).ToList()),
            },
            stepId
        );
        if (
            mass is not null
            && string.IsNullOrWhiteSpace(kept)
            && TooHeavy(
                "measured",
                mass,
                CannotBe.SolidsAtMost(step.Input, step.Plan.Doses.Where(d => !d.Bottle.IsLiquid).Select(d => d.Grams)),
                "what went in as a solid",
                state,
                batch
            )
                is { } heavy
        )
            return Decision.Refuse([heavy]);
        var route = Routes.Instead(batch.Route, stepId, methods);
        if (route.Check(id => id == stepId || batch.Step(id).Begun) is { Count: > 0 } wrong)
            return Decision.Refuse(wrong);
        var (outputs, covariances) = BatchAtWork.Outputs(step, batch.Metals);
        return Decision.Write(
            new BranchGivenUp(batch.Id, stepId, mass, outputs, covariances, route, bottles, reason.Trim(), Decisions.Kept(kept))
        );
    }

    private static FieldError? TooHeavy(string field, TypedNumber mass, double mostG, string of, State state, BatchState batch) =>
        mostG <= 0
            ? null
            : CannotBe.MoreThan(
                field,
                Decisions.WithInstrument(mass, batch.BalanceStepG),
                mostG,
                of,
                CannotBe.Clues(state, mass, batch.BalanceStepG)
            );

    private static string MainOf(RouteStep step) => step.Makes[0].Split('/')[^1];

    /// <summary>Sends what the step at hand would take out of the house; the step waits until it is back.</summary>
    public static Decision Send(
        State state,
        BatchState batch,
        string to,
        TypedNumber mass,
        double days,
        string codeVersion,
        string? reason = null
    )
    {
        if (Decisions.Open(batch) is { } shut)
            return shut;
        if (batch.Current is not { } current || batch.Step(current.Id).Begun)
            return Decision.Refuse("stepId", "a step is at work", "close it first: what it makes can be sent out");
        if (string.IsNullOrWhiteSpace(to))
            return Decision.Refuse("to", "nobody knows where it goes", "write who has it");
        if (mass.Value <= 0)
            return Decision.Refuse("mass", "nothing was weighed", "weigh it before it leaves");
        if (days is < 0 or > 400)
            return Decision.Refuse("days", "that is no time to be away", "between 0 and 400 days");
        var route = batch.Route.PutBefore(
            current.Id,
            Outside,
            new Dictionary<string, string> { ["days"] = days.ToString(System.Globalization.CultureInfo.InvariantCulture) }
        );
        var id = route.Steps[batch.Route.Steps.ToList().FindIndex(s => s.Id == current.Id)].Id;
        var step = BatchAtWork.Step(state, batch with { Route = route }, id);
        if (
            !step.Plan.Refused
            && string.IsNullOrWhiteSpace(reason)
            && TooHeavy("mass", mass, CannotBe.SolidsAtMost(step.Input, []), "what stands there by the book", state, batch) is { } wrong
        )
            return Decision.Refuse([wrong]);
        return step.Plan.Refused
            ? Decision.Refuse([.. step.Plan.Refusals.Select(r => new FieldError("stepId", r.Reason, r.WayOut))])
            : Decision.Write(
                new SentOut(
                    batch.Id,
                    id,
                    to.Trim(),
                    Decisions.WithInstrument(mass, batch.BalanceStepG),
                    BatchAtWork.Freeze(step, batch.Id, codeVersion),
                    route,
                    Decisions.Kept(reason)
                )
            );
    }

    /// <summary>It is back: weighed, paid for, and the way goes on.</summary>
    public static Decision ComeBack(State state, BatchState batch, string stepId, TypedNumber mass, TypedNumber? fee, string? reason)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        if (batch.Route.Steps.First(s => s.Id == stepId).Method != Outside)
            return Decision.Refuse("stepId", "this step is in the house", "close it as any other");
        if (mass.Value <= 0)
            return Decision.Refuse("mass", "nothing was weighed", "weigh what came back");
        if (
            state.Entries.Of(Entry.BatchStream(batch.Id)).Select(e => e.Body).OfType<SentOut>().LastOrDefault(b => b.StepId == stepId)?.Mass
            is not { } sent
        )
            return Decision.Refuse(
                "stepId",
                "nobody wrote down that it was sent out",
                "weigh what came back, and close the step as any other"
            );
        if (
            string.IsNullOrWhiteSpace(reason)
            && TooHeavy("mass", mass, sent.Value + 3 * sent.Sigma, "what left the house", state, batch) is { } wrong
        )
            return Decision.Refuse([wrong]);
        var weighed = Decisions.WithInstrument(mass, batch.BalanceStepG);
        var step = batch.Step(stepId);
        var back = batch with
        {
            Steps = batch.Steps.SetItem(
                stepId,
                step with
                {
                    ClosedAt = step.LastAt ?? step.BegunAt,
                    Weighed = step.Weighed.SetItem("back", weighed),
                }
            ),
        };
        var (outputs, covariances) = BatchAtWork.Outputs(BatchAtWork.Step(state, back, stepId), batch.Metals);
        return Decision.Write(new CameBack(batch.Id, stepId, weighed, fee, outputs, covariances, Decisions.Kept(reason)));
    }
}
