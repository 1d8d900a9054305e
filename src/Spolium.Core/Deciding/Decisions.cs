using Spolium.Core.Journal;
using Spolium.Core.Learning;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;
using Spolium.Core.Solutions;
using Spolium.Core.Ways;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What comes of a wish: an entry to write, or why not.</summary>
public sealed record Decision(EntryBody? Body, IReadOnlyList<FieldError> Errors)
{
    public static Decision Write(EntryBody body) => new(body, []);

    public static Decision Refuse(string field, string reason, string wayOut) => new(null, [new(field, reason, wayOut)]);

    public static Decision Refuse(IReadOnlyList<FieldError> errors) => new(null, errors);
}

/// <summary>
/// What can be done now, and the entry that records it. Pure: from the state to an entry or a refusal that names the
/// field, the reason and the way out. What only breaks a habit is kept when a reason is given.
/// </summary>
public static class Decisions
{
    /// <param name="at">When it starts: it goes by what practice had taught by then.</param>
    public static Decision Start(
        State state,
        string batchId,
        string code,
        string title,
        string lotId,
        TypedNumber amount,
        Route route,
        IReadOnlyList<Bottle> bottles,
        double balanceStepG,
        DateTimeOffset at,
        string? planId = null
    )
    {
        if (!state.Lots.TryGetValue(lotId, out var lot))
            return Decision.Refuse("lotId", "there is no such lot", "choose one of the list");
        var errors = new List<FieldError>(CheckPlanning(lot, amount, route, bottles));
        if (string.IsNullOrWhiteSpace(code) || Claims.HasBatch(state, code))
            errors.Add(new("code", "the code is empty or taken", "write a new one such as 26-04"));
        if (amount.Value > lot.Left * (1 + 1e-9))
            errors.Add(
                LikeliestSlip.Told(
                    new(
                        "amount",
                        $"only {FigureText.Number(lot.Left, 2)} {(lot.Amount.Field == Field.Mass ? "g" : "mL")} of {lot.Code} is left",
                        "take at most that"
                    ),
                    amount,
                    v => v <= lot.Left
                )
            );
        if (errors.Count > 0)
            return Decision.Refuse(errors);
        amount = WithInstrument(amount, balanceStepG);
        var charge = BatchFeed.FeedOf(state, lot, amount);
        return Decision.Write(
            new BatchStarted(
                batchId,
                code.Trim(),
                title,
                [Feed.OfLot(lotId, amount)],
                route,
                bottles,
                balanceStepG,
                BatchFeed.Believed(charge),
                planId,
                LearnedPractice.Taken(state, at, lot.Material)
            )
        );
    }

    /// <summary>What stands against planning so much of a lot by a route with these bottles.</summary>
    public static IEnumerable<FieldError> CheckPlanning(LotState lot, TypedNumber amount, Route route, IReadOnlyList<Bottle> bottles)
    {
        foreach (var asked in LotAtWork.Questions(lot))
            yield return new("lotId", asked.Question, $"answer it on the page of {lot.Code}: the answer is written down");
        if (amount.Value <= 0)
            yield return new("amount", "nothing is taken", "write a mass above 0 g");
        if (lot.Amount.Field != Field.Mass && lot.Content.Liquor is null)
            yield return new(
                "lotId",
                $"nobody knows what holds the metals of {lot.Code}",
                "receive it as nitrate, chloride, sulphate liquor or fixer"
            );
        if (amount.Field != lot.Amount.Field)
            yield return new(
                "amount",
                $"{lot.Code} is measured in {(lot.Amount.Field == Field.Mass ? "grams" : "millilitres")}",
                "write the unit that it was received in"
            );
        foreach (var e in route.Check())
            yield return e;
        foreach (
            var formula in route
                .Steps.SelectMany(s => MethodCatalogue.Find(s.Method)?.Reagents ?? [])
                .Distinct()
                .Where(f => f != "H2O" && bottles.All(b => b.Formula != f))
        )
            yield return new("bottles", $"no bottle of {formula} is named", "add one with its strength");
        for (var i = 0; i < bottles.Count; i++)
        {
            var b = bottles[i];
            if (b.Strength.Value is <= 0 or > 1)
                yield return new($"bottles[{i}].strength", "a strength is above 0 and at most 100 %", "read it off the label");
            if (b.DensityGPerMl is <= 0.5 or > 3)
                yield return new(
                    $"bottles[{i}].density",
                    $"{b.DensityGPerMl} g/mL cannot be",
                    "water is 1.00, 68 % nitric acid 1.405 g/mL"
                );
        }
    }

    public static Decision ChangeRoute(BatchState batch, Route route, IReadOnlyList<Bottle> bottles, string reason)
    {
        if (Open(batch) is { } shut)
            return shut;
        if (string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "a change of the way needs a reason", "say why in a few words");
        var begun = batch.Route.Steps.TakeWhile(s => batch.Step(s.Id).Begun).ToList();
        if (begun.Where((s, i) => i >= route.Steps.Count || route.Steps[i].Id != s.Id || route.Steps[i].Method != s.Method).Any())
            return Decision.Refuse("route", "a step that has begun cannot be changed", "change only the steps after it");
        var errors = route.Check(id => batch.Step(id).Begun);
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new RouteChanged(batch.Id, route, bottles, reason));
    }

    /// <param name="at">When it is closed; its hours run to then.</param>
    /// <param name="by">Who closes it.</param>
    /// <param name="counts">Whether what is far off what is usual teaches; null where nobody was asked.</param>
    /// <param name="why">Why it does, or does not.</param>
    public static Decision CloseBatch(
        Ledger ledger,
        BatchState batch,
        DateTimeOffset at,
        string by,
        bool? counts = null,
        string? why = null
    )
    {
        if (Open(batch) is { } shut)
            return shut;
        if (batch.Current is { } step)
            return Decision.Refuse("batchId", $"{step.Id} is not closed", "close every step first");
        if (batch.Product is null && HasSomethingToWeigh(batch))
            return Decision.Refuse("batchId", "the product has not been weighed", "weigh the bar first");
        if (!Summaries.IsKnown(batch))
            return Gone;
        var recoveries = batch
            .Believed.Select(b => BatchBalance.Of(ledger, batch, b.Element).Recovery)
            .OfType<Working>()
            .Select(Figure.Of)
            .ToList();
        var practice = Observing.Of(ledger, batch);
        var far = LearnedPractice.FarOff(ledger.State, practice);
        if (far.Count > 0 && counts is null)
            return Decision.Refuse(
                "counts",
                string.Join("; ", far),
                "say whether it counts: a mishap (a foam-over, a wrong bottle) does not"
            );
        if (far.Count > 0 && string.IsNullOrWhiteSpace(why))
            return Decision.Refuse("reason", "nobody will know why later", "say what was different in this batch");
        var body = new BatchClosed(batch.Id, recoveries, practice)
        {
            LeftOut = far.Count > 0 && counts is false ? why!.Trim() : null,
            Counted = far.Count > 0 && counts is true ? why!.Trim() : null,
        };
        var then = ledger.Foreseen(body, Entry.BatchStream(batch.Id), at, by);
        return Decision.Write(body with { Summary = Summaries.Of(then, then.State.Batches[batch.Id]) });
    }

    /// <summary>Closes a batch whose metal was lost before its end: nothing more comes out of it, and the books count it so.</summary>
    public static Decision CloseAsLost(Ledger ledger, BatchState batch, DateTimeOffset at, string by, string? reason)
    {
        if (Open(batch) is { } shut)
            return shut;
        if (batch.Current is not { } step)
            return Decision.Refuse("batchId", "every step is closed: what it made was weighed", "close the batch");
        if (string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "nobody will know later where it went", "say how it was lost");
        if (!Summaries.IsKnown(batch))
            return Gone;
        var body = new BatchClosed(batch.Id, [], Observing.Of(ledger, batch), Lost: new(step.Id, reason.Trim()));
        var then = ledger.Foreseen(body, Entry.BatchStream(batch.Id), at, by);
        var lost = then.State.Batches[batch.Id];
        return Decision.Write(
            body with
            {
                Recoveries =
                [
                    .. Summaries.ElementsOf(lost).Select(e => BatchBalance.Of(then, lost, e).Recovery).OfType<Working>().Select(Figure.Of),
                ],
                Summary = Summaries.Of(then, lost),
            }
        );
    }

    /// <summary>A batch that took nothing that is refined for (waste made safe, a reagent made) has no product that must be
    /// weighed.</summary>
    public static bool HasSomethingToWeigh(BatchState batch) =>
        batch.Believed.Any(b => b.High > 0 && ElementAtWork.Nobles.Contains(b.Element));

    public static Decision Correct(State state, string entryId, string reason, EntryBody? instead)
    {
        if (string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "taking an entry back needs a reason", "say what was wrong");
        return Corrections.Refuse(state, entryId) is { } no
            ? Decision.Refuse([no])
            : Decision.Write(new Correction([entryId], reason, instead));
    }

    /// <summary>A mass or volume without its own ± has that of the bench balance, or of a measuring cylinder.</summary>
    /// <param name="stepG">Display step of the balance, g; null where nobody described it.</param>
    public static TypedNumber WithInstrument(TypedNumber amount, double? stepG = null) =>
        amount.PlusMinus > 0 ? amount
        : amount.Field == Field.Volume ? VolumeInstrument.Find("cylinder")!.Read(amount)
        : amount with
        {
            PlusMinus = Constants.Get("balance-plus-minus").Likely * (stepG ?? Constants.Get("bench-balance-step").Likely),
            Instrument = "bench balance",
        };

    /// <summary>Takes the start of a batch back while no step has begun: its lot has the metal again.</summary>
    public static Decision GiveBack(State state, BatchState batch, string reason)
    {
        if (batch.Steps.Values.Any(s => s.Begun))
            return Decision.Refuse("batchId", "a step has begun", "work the batch off, or take its entries back first");
        var started = state.Entries.Of(Entry.BatchStream(batch.Id)).Last(e => e.Body is BatchStarted);
        return Correct(state, started.Id, reason, null);
    }

    /// <summary>What hangs on a method that this version does not have cannot be reckoned.</summary>
    internal static Decision Gone =>
        Decision.Refuse(
            "batchId",
            "its way has a method that this version of Spolium does not have any more, so that it cannot be reckoned",
            "use the version that worked it, or write a note"
        );

    internal static string? Kept(string? reason) => string.IsNullOrWhiteSpace(reason) ? null : reason.Trim();

    internal static Decision? Open(BatchState batch) =>
        batch.ClosedAt is null ? null : Decision.Refuse("batchId", "the batch is closed", "take its closing back first");

    internal static Decision? Running(BatchState batch, string stepId)
    {
        if (Open(batch) is { } shut)
            return shut;
        if (batch.Route.Steps.All(s => s.Id != stepId))
            return Decision.Refuse(
                "stepId",
                "this batch has no such step",
                "use one of " + string.Join(", ", batch.Route.Steps.Select(s => s.Id))
            );
        if (!batch.Step(stepId).Begun)
            return Decision.Refuse("stepId", "the step has not begun", "begin it first");
        return batch.Step(stepId).Closed ? Decision.Refuse("stepId", "the step is closed", "take its closing back first") : null;
    }
}
