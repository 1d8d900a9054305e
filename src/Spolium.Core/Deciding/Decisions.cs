using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Learning;
using Spolium.Core.Materials;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Reference;
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
    /// <summary>A pour above this times all that the dose may want looks like a slipped decimal point.</summary>
    private static readonly double SlipFactor = Constants.Get("slip-factor").Likely;

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
        var charge = BatchAtWork.FeedOf(state, lot, amount);
        return Decision.Write(
            new BatchStarted(
                batchId,
                code.Trim(),
                title,
                [Feed.OfLot(lotId, amount)],
                route,
                bottles,
                balanceStepG,
                BatchAtWork.Believed(charge),
                planId,
                PracticeBook.Taken(state, at)
            )
        );
    }

    /// <summary>What stands against planning so much of a lot by a route with these bottles.</summary>
    public static IEnumerable<FieldError> CheckPlanning(LotState lot, TypedNumber amount, Route route, IReadOnlyList<Bottle> bottles)
    {
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

    public static Decision Begin(State state, BatchState batch, string stepId, string codeVersion)
    {
        if (Open(batch) is { } shut)
            return shut;
        if (batch.Current?.Id != stepId)
            return Decision.Refuse(
                "stepId",
                "it is not this step's turn",
                batch.Current is { } c ? $"{c.Id} comes first" : "all steps are closed"
            );
        if (batch.Step(stepId).Begun)
            return Decision.Refuse("stepId", "the step has begun already", "go on with it");
        var step = BatchAtWork.Step(state, batch, stepId);
        if (step.Combined.FirstOrDefault(r => r.Verdict == Safety.Verdict.Stop) is { } never)
            return Decision.Refuse("stepId", never.Text, "these holdings are never put together: give each a step of its own");
        return step.Plan.Refused
            ? Decision.Refuse([.. step.Plan.Refusals.Select(r => new FieldError("stepId", r.Reason, r.WayOut))])
            : Decision.Write(new StepBegun(batch.Id, stepId, BatchAtWork.Freeze(step, batch.Id, codeVersion)));
    }

    public static Decision Pour(
        State state,
        BatchState batch,
        string stepId,
        string doseId,
        string bottleId,
        TypedNumber amount,
        string? reason
    )
    {
        if (Running(batch, stepId) is { } no)
            return no;
        var step = BatchAtWork.Step(state, batch, stepId);
        if (step.Plan.Doses.FirstOrDefault(d => d.Id == doseId) is not { } dose)
            return Decision.Refuse(
                "doseId",
                "this step has no such dose",
                "use one of " + string.Join(", ", step.Plan.Doses.Select(d => d.Id))
            );
        var bottle = dose
            .Bottle.RealBottles()
            .Concat(batch.Bottles)
            .FirstOrDefault(b => b.Id == bottleId && b.Formula == dose.Bottle.Formula);
        if (bottle is null)
            return Decision.Refuse("bottleId", $"bottle {bottleId} does not hold {dose.Bottle.Formula}", $"pour from {dose.Bottle.Id}");
        if (state.Shelf.TryGetValue(bottleId, out var onShelf) && onShelf.WantsLookAlike)
            return Decision.Refuse(
                "bottleId",
                $"{bottleId} is {onShelf.Name}, bought without a certificate: nobody has looked at what it is",
                $"do the test and record it on the Shelf: {onShelf.Kind.Test}"
            );
        if (Measured(amount, bottle) is not { } poured)
            return Decision.Refuse("amount", bottle.DensityGPerMl is null ? "it is weighed" : "nothing was poured", "write grams");
        foreach (
            var finding in StepSafety
                .FindingsOf(step, Observing.DrawsOf(state, batch))
                .Where(f => f.DoseId == doseId || f.DoseId is null && f.Kept is null)
        )
        {
            if (finding.Row.Verdict == Safety.Verdict.Stop)
                return Decision.Refuse("doseId", finding.Row.Text, "this is not done here; change the way, or clear the vessel first");
            if (string.IsNullOrWhiteSpace(reason))
                return Decision.Refuse("amount", finding.Row.Text, "if you mean it and are ready for it, say why");
        }
        var (grams, sigma) = poured;
        if (grams <= 0)
            return Decision.Refuse("amount", "nothing was poured", "write an amount above 0");
        foreach (var interlock in step.Plan.Interlocks.Where(i => i.DoseId == doseId))
            if (
                batch.Step(stepId).Readings.LastOrDefault(r => r.Kind == interlock.Reading) is not { } reading
                || reading.Value.Value < interlock.AtLeast
            )
                return Decision.Refuse(
                    "reading",
                    interlock.Text,
                    $"log a {interlock.Reading} of at least {FigureText.Number(interlock.AtLeast, 0)}"
                );
        var most = SlipFactor * Math.Max(dose.Grams.Range.High, dose.Rungs.Sum(r => r.Grams));
        var sofar = batch.Step(stepId).Pours.Where(p => p.DoseId == doseId).Sum(p => p.Grams);
        if (sofar + grams > most && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse([
                CannotBe.Poured(
                    amount,
                    grams / amount.Value,
                    sofar,
                    most,
                    most / SlipFactor,
                    dose.Rungs.FirstOrDefault(r => r.Poured is null)?.Grams ?? dose.Grams.Likely,
                    CannotBe.Clues(state, amount, batch.BalanceStepG)
                ),
            ]);
        if (onShelf is not null && grams > onShelf.Grams * (1 + ShelfDecisions.LevelMayDiffer) && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse(
                "amount",
                $"{bottleId} holds {FigureText.Number(Math.Max(0, onShelf.Grams), 0)} g by the shelf, {FigureText.Number(grams, 0)} g "
                    + "would be poured",
                "pour from another bottle, or count the shelf; if it is so, say why"
            );
        return Decision.Write(new DoseAdded(batch.Id, stepId, doseId, [ShelfDecisions.Poured(bottle, amount, grams, sigma)], Kept(reason)));
    }

    // Grams of a pour and how unsure they are: a spoon of a loose solid by its bulk density, a cup of a liquid by the cup.
    private static (double Grams, double Sigma)? Measured(TypedNumber amount, Bottle bottle)
    {
        if (amount.Field == Field.Mass)
            return (amount.Value, amount.Sigma);
        if (bottle.DensityGPerMl is { } density)
            return (amount.Value * density, amount.Sigma * density);
        if (
            ReagentForm.All.Any(f => f.Formula == bottle.Formula && f.Liquid)
            || ReagentForm.BulkDensity(bottle.Formula, new Draws("spoon")) is not { } bulk
        )
            return null;
        var ml = Working.Given(
            new Draws("spoon").Reading("volume", amount.Value, amount.Sigma),
            Dimension.Volume,
            "by the spoon",
            amount.Text
        );
        var grams = ml * bulk;
        return (grams.Likely, grams.Amount.Sigma);
    }

    public static Decision Read(State state, BatchState batch, string stepId, string kind, TypedNumber value, string? reason = null)
    {
        if (Running(batch, stepId) is { } no)
            return no;
        value = value.Field == Field.Volume ? WithInstrument(value) : Instrument.Read(value);
        var wrong = kind switch
        {
            "temperature" => CannotBe.Temperature(BatchAtWork.Step(state, batch, stepId), value),
            "pH" => CannotBe.Acidity(value),
            "volume" => CannotBe.Volume(BatchAtWork.AsItStands(state, batch, stepId), value, Observing.DrawsOf(state, batch)),
            _ => null,
        };
        return wrong is not null && string.IsNullOrWhiteSpace(reason)
            ? Decision.Refuse([wrong])
            : Decision.Write(new ReadingTaken(batch.Id, stepId, kind, value, wrong is null ? null : Kept(reason)));
    }

    /// <summary>A liquor of the step at hand, tested for a metal between two standards.</summary>
    public static Decision TestLiquor(State state, BatchState batch, string stepId, LiquorBracket test, string? reason = null)
    {
        if (Running(batch, stepId) is { } no)
            return no;
        var now = BatchAtWork.AsItStands(state, batch, stepId);
        if (now.Plan.Outputs.All(o => o.Id != test.Output) || !HoldingKind.IsLiquor(test.Output))
            return Decision.Refuse("output", "this step makes no such liquor", "choose one of its liquors");
        if (batch.Believed.All(b => b.Element != test.Element))
            return Decision.Refuse(
                "element",
                $"the book has no {test.Element} in this batch",
                "choose one of its metals, or write first that its lot holds it"
            );
        if (test.Volume.Value <= 0)
            return Decision.Refuse("volume", "nothing was measured", "write a volume above 0 mL");
        if (test.Low.Value >= test.High.Value)
            return Decision.Refuse(
                "high",
                "one concentration is no bracket",
                "write the standard that it was darker than (0 where it was lighter than all), and a stronger one that it was lighter than"
            );
        test = test with { Volume = WithInstrument(test.Volume) };
        var draws = Observing.DrawsOf(state, batch);
        var wrong = new[]
        {
            CannotBe.Volume(now, test.Volume, draws) is { } more ? more with { Field = "volume" } : null,
            CannotBe.Dissolved(now, test),
        }
            .OfType<FieldError>()
            .ToList();
        return wrong.Count > 0 && string.IsNullOrWhiteSpace(reason)
            ? Decision.Refuse(wrong)
            : Decision.Write(new LiquorTested(batch.Id, stepId, test, wrong.Count == 0 ? null : Kept(reason)));
    }

    public static Decision See(State state, BatchState batch, string stepId, string sign)
    {
        if (Running(batch, stepId) is { } no)
            return no;
        var signs = BatchAtWork.Step(state, batch, stepId).Plan.EndSigns;
        if (signs.All(s => s.Id != sign))
            return Decision.Refuse("sign", "this step has no such sign", "use one of " + string.Join(", ", signs.Select(s => s.Id)));
        return batch.Step(stepId).Signs.ContainsKey(sign)
            ? Decision.Refuse("sign", "it has been seen already", "take it back if it was wrong")
            : Decision.Write(new SignSeen(batch.Id, stepId, sign));
    }

    public static Decision Weigh(
        State state,
        BatchState batch,
        string stepId,
        string output,
        TypedNumber mass,
        TypedNumber? fineness,
        string? reason
    )
    {
        if (Running(batch, stepId) is { } no)
            return no;
        var step = BatchAtWork.Step(state, batch, stepId);
        if (step.Plan.Outputs.FirstOrDefault(o => o.Id == output) is not { } holding)
            return Decision.Refuse(
                "output",
                "this step makes no such holding",
                "use one of " + string.Join(", ", step.Plan.Outputs.Select(o => o.Id))
            );
        if (mass.Value <= 0)
            return Decision.Refuse("mass", "nothing was weighed", "write a mass above 0 g");
        mass = WithInstrument(mass, batch.BalanceStepG);
        fineness = fineness is null ? null : Instrument.Read(fineness);
        var wrong = BatchAtWork.CannotWeigh(state, batch, stepId, output, mass, fineness);
        if (wrong is not null && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse([wrong]);
        return batch.Route.Steps[^1].Id == stepId && holding.Main
            ? Decision.Write(new ProductWeighed(batch.Id, stepId, [Product(state, batch, holding, mass, fineness)], Kept(reason)))
            : Decision.Write(new HoldingWeighed(batch.Id, stepId, output, mass, Kept(reason)));
    }

    private static WeighedProduct Product(State state, BatchState batch, Output holding, TypedNumber mass, TypedNumber? fineness)
    {
        var element = BatchAtWork.ElementOf(holding.Charge);
        return new(holding.Id, element, 0, mass, fineness, [BatchAtWork.InBar(Observing.DrawsOf(state, batch), element, mass, fineness)]);
    }

    public static Decision Close(State state, BatchState batch, string stepId, string? reason)
    {
        if (Running(batch, stepId) is { } no)
            return no;
        if (MethodCatalogue.Find(batch.Route.Steps.First(s => s.Id == stepId).Method) is null)
            return Decision.Refuse(
                "stepId",
                "this version of Spolium does not have its method any more: nobody knows what it made",
                "weigh what is there, and give the step up"
            );
        var open = BatchAtWork.Step(state, batch, stepId).Plan.EndSigns.Where(s => !batch.Step(stepId).Signs.ContainsKey(s.Id)).ToList();
        if (open.Count > 0 && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse(
                "signs",
                "not all end signs were seen: " + string.Join("; ", open.Select(s => s.Text)),
                "look for them, or say why you close without"
            );
        var (outputs, covariances) = BatchAtWork.Outputs(
            BatchAtWork.AsItStands(state, batch, stepId),
            batch.Believed.Select(b => b.Element)
        );
        return Decision.Write(new StepClosed(batch.Id, stepId, outputs, covariances, open.Count > 0 ? Kept(reason) : null));
    }

    public static Decision NameVessel(State state, string id, string kind, double nominalMl, TypedNumber? tare)
    {
        var errors = new List<FieldError>();
        if (string.IsNullOrWhiteSpace(id) || state.Vessels.ContainsKey(id.Trim()))
            errors.Add(new("vesselId", "the code is empty or taken", "write one such as B4"));
        if (Vessels.Vessel.Find(kind, nominalMl) is null)
            errors.Add(
                new("kind", $"there is no {kind} of {FigureText.Number(nominalMl, 0)} mL among the usual vessels", "choose one of the list")
            );
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(new VesselNamed(id.Trim(), kind, nominalMl, tare));
    }

    public static Decision LoseVessel(State state, string id, string why) =>
        !state.Vessels.ContainsKey(id) ? Decision.Refuse("vesselId", "there is no such vessel", "choose one of the list")
        : string.IsNullOrWhiteSpace(why) ? Decision.Refuse("why", "say what became of it", "broken, given away")
        : Decision.Write(new VesselGone(id, why.Trim()));

    public static Decision Keep(State state, StepKept kept)
    {
        var errors = new List<FieldError>(kept.Charge.Check());
        if (string.IsNullOrWhiteSpace(kept.Title))
            errors.Add(new("title", "it has no name", "write one by which you find it again"));
        if (state.Kept.ContainsKey(kept.KeptId))
            errors.Add(new("keptId", "it is kept already", "keep it under a new id"));
        if (MethodCatalogue.Find(kept.Method) is not { } method)
            errors.Add(new("method", $"there is no method '{kept.Method}'", "choose one of the list"));
        else
            errors.AddRange(StepOptions.Check(method, "options", kept.Options));
        return errors.Count > 0 ? Decision.Refuse(errors) : Decision.Write(kept with { Title = kept.Title.Trim() });
    }

    /// <summary>A charge that was tried by itself becomes a lot, so that a batch can be made of it.</summary>
    public static Decision ReceiveTried(State state, string lotId, string code, string title, ChargeSpec spec)
    {
        if (spec.Check() is { Count: > 0 } wrong)
            return Decision.Refuse(wrong);
        if (spec.Kind == ChargeKind.SilverChloride)
            return Decision.Refuse(
                "kind",
                "a cake of silver chloride is a holding of a batch",
                "start from the liquor or the metal that it came from"
            );
        if (spec.Liquor is { } liquor)
        {
            TypedNumber PerLitre(double grams) => TypedNumber.Of(grams / spec.Volume!.Value * 1000, Field.Concentration, "g/L");
            return LotDecisions.Receive(
                state,
                lotId,
                code,
                title,
                $"{spec.Kind.ToString().ToLowerInvariant()} liquor",
                spec.Volume!,
                new(
                    [
                        .. spec.Lines.Select(l => new ContentLine(
                            l.Element,
                            PerLitre(l.Low.Value),
                            PerLitre(l.Likely.Value),
                            PerLitre(l.High.Value)
                        )),
                    ],
                    null,
                    liquor,
                    spec.FreeAcid
                ),
                null
            );
        }
        var sum = spec.Lines.Sum(l => l.Likely.Value);
        TypedNumber Part(double grams) => TypedNumber.Of(Math.Min(1, grams / sum), Field.Share, "%");
        // The one there is most of takes the balance, so that the shares add up.
        var most = spec.Lines.MaxBy(l => l.Likely.Value)!;
        return LotDecisions.Receive(
            state,
            lotId,
            code,
            title,
            "metal",
            TypedNumber.Of(sum, Field.Mass, "g"),
            new(
                [
                    .. spec
                        .Lines.Where(l => l != most)
                        .Select(l => new ContentLine(l.Element, Part(l.Low.Value), Part(l.Likely.Value), Part(l.High.Value))),
                ],
                most.Element
            ),
            null
        );
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
    public static Decision CloseBatch(Ledger ledger, BatchState batch, DateTimeOffset at, string by)
    {
        if (Open(batch) is { } shut)
            return shut;
        if (batch.Current is { } step)
            return Decision.Refuse("batchId", $"{step.Id} is not closed", "close every step first");
        if (batch.Product is null)
            return Decision.Refuse("batchId", "the product has not been weighed", "weigh the bar first");
        if (!Summaries.IsKnown(batch))
            return Gone;
        var recoveries = batch
            .Believed.Select(b => BatchBalance.Of(ledger, batch, b.Element).Recovery)
            .OfType<Working>()
            .Select(Figure.Of)
            .ToList();
        var body = new BatchClosed(batch.Id, recoveries, Observing.Of(ledger, batch));
        var then = ledger.Foreseen(body, Entry.BatchStream(batch.Id), at, by);
        return Decision.Write(body with { Summary = Summaries.Of(then, then.State.Batches[batch.Id]) });
    }

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
