using Spolium.Core.Accounts;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Plans;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What is done at a step: begun, poured, read, seen, weighed, closed.</summary>
public static class StepDecisions
{
    /// <summary>A pour above this times all that the dose may want looks like a slipped decimal point.</summary>
    private static readonly double SlipFactor = Constants.Get("slip-factor").Likely;

    public static Decision Begin(State state, BatchState batch, string stepId, string codeVersion)
    {
        if (Decisions.Open(batch) is { } shut)
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
            return Decision.Refuse("stepId", never.Reason, "these holdings are never put together: give each a step of its own");
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
        string? reason,
        DateTimeOffset? at = null
    )
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        if (BesideDecisions.OnlySafe(batch, stepId) is { } unsafeNow)
            return unsafeNow;
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
            // Any bottle of the shelf that holds it will do, also one that came since the batch began.
            .Concat(
                at is { } now && state.Shelf.TryGetValue(bottleId, out var came) && came.DiscardedAt is null
                    ? [ShelfAtWork.AsBottle(came, now)]
                    : []
            )
            .FirstOrDefault(b => b.Id == bottleId && b.Formula == dose.Bottle.Formula);
        if (bottle is null)
            return Decision.Refuse("bottleId", $"bottle {bottleId} does not hold {dose.Bottle.Formula}", $"pour from {dose.Bottle.Id}");
        if (state.Shelf.TryGetValue(bottleId, out var onShelf) && onShelf.WantsLookAlike)
            return OutOfABottle.LookAlike(onShelf);
        if (OutOfABottle.Measured(amount, bottle) is not { } poured)
            return Decision.Refuse("amount", bottle.DensityGPerMl is null ? "it is weighed" : "nothing was poured", "write grams");
        foreach (
            var finding in StepSafety
                .FindingsOf(step, Observing.DrawsOf(state, batch))
                .Where(f => f.DoseId == doseId || f.DoseId is null && f.Kept is null)
        )
        {
            if (finding.Row.Verdict == Safety.Verdict.Stop)
                return Decision.Refuse("doseId", finding.Row.Reason, "this is not done here; change the way, or clear the vessel first");
            if (string.IsNullOrWhiteSpace(reason))
                return Decision.Refuse("amount", finding.Row.Reason, "if you mean it and are ready for it, say why");
        }
        var (grams, sigma) = poured;
        if (grams <= 0)
            return Decision.Refuse("amount", "nothing was poured", "write an amount above 0");
        if (Interlocking.Shuts(step.Plan.Interlocks, doseId, batch.Step(stepId)) is { } shut)
            return Locked(shut);
        var most = SlipFactor * Math.Max(dose.Grams.Range.High, dose.Rungs.Sum(r => r.Grams));
        var sofar = batch.Step(stepId).Pours.Where(p => p.DoseId == doseId).Sum(p => p.Grams);
        if (sofar + grams > most && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse([
                CannotBe.Poured(
                    amount,
                    bottle,
                    grams / amount.Value,
                    sofar,
                    most,
                    most / SlipFactor,
                    dose.Rungs.FirstOrDefault(r => r.Poured is null)?.Grams ?? dose.Grams.Likely,
                    CannotBe.Clues(state, amount, batch.BalanceStepG)
                ),
            ]);
        if (
            string.IsNullOrWhiteSpace(reason)
            && (TooMuchAtOnce.Of(dose, grams) ?? TooMuchAtOnce.Hot(step.Plan, dose, grams, ReadC(batch.Step(stepId)))) is { } tooMuch
        )
            return Decision.Refuse([tooMuch]);
        if (string.IsNullOrWhiteSpace(reason) && OutOfABottle.MoreThanStands(onShelf, grams) is { } more)
            return Decision.Refuse([more]);
        return Decision.Write(
            new DoseAdded(batch.Id, stepId, doseId, [BottleMaking.Poured(bottle, amount, grams, sigma)], Decisions.Kept(reason))
        );
    }

    private static double? ReadC(StepState step) => step.Readings.FindLast(r => r.Kind == "temperature")?.Value.Value;

    private static Decision Locked(Interlock by) =>
        Decision.Refuse(
            by.State is null ? "reading" : "sign",
            by.Text.TrimEnd('.'),
            by.State is null ? $"log a {by.Reading} of at least {FigureText.Number(by.AtLeast, 0)}" : "confirm it when it is so"
        );

    public static Decision Read(State state, BatchState batch, string stepId, string kind, TypedNumber value, string? reason = null)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        value = value.Field == Field.Volume ? Decisions.WithInstrument(value) : Instrument.Read(value);
        var wrong = kind switch
        {
            "temperature" => CannotBe.Temperature(BatchAtWork.Step(state, batch, stepId), value),
            "pH" => CannotBe.Acidity(value),
            ReadingState.Left when value.Value > 1 => new("value", "more than all of it", "write what is left as a share, such as 50 %"),
            ReadingState.LeftGrams => CannotBe.MetalLeft(BatchAtWork.AsItStands(state, batch, stepId), value),
            "volume" => CannotBe.Volume(BatchAtWork.AsItStands(state, batch, stepId), value, Observing.DrawsOf(state, batch)),
            _ => null,
        };
        return wrong is not null && string.IsNullOrWhiteSpace(reason)
            ? Decision.Refuse([wrong])
            : Decision.Write(new ReadingTaken(batch.Id, stepId, kind, value, wrong is null ? null : Decisions.Kept(reason)));
    }

    /// <summary>A liquor of the step at hand, tested for a metal between two standards.</summary>
    public static Decision TestLiquor(State state, BatchState batch, string stepId, LiquorBracket test, string? reason = null)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        var now = BatchAtWork.AsItStands(state, batch, stepId);
        if (now.Plan.Outputs.All(o => o.Id != test.Output) || !HoldingKind.IsLiquor(test.Output))
            return Decision.Refuse("output", "this step makes no such liquor", "choose one of its liquors");
        if (!batch.Metals.Contains(test.Element))
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
        test = test with { Volume = Decisions.WithInstrument(test.Volume) };
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
            : Decision.Write(new LiquorTested(batch.Id, stepId, test, wrong.Count == 0 ? null : Decisions.Kept(reason)));
    }

    public static Decision See(State state, BatchState batch, string stepId, string sign)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        if (BesideDecisions.OnlySafe(batch, stepId) is { } unsafeNow)
            return unsafeNow;
        var plan = BatchAtWork.Step(state, batch, stepId).Plan;
        var signs = plan.EndSigns.Select(s => s.Id).Concat(plan.Interlocks.Select(i => i.State).OfType<string>()).ToList();
        if (!signs.Contains(sign))
            return Decision.Refuse("sign", "this step has no such sign", "use one of " + string.Join(", ", signs));
        if (Interlocking.Keeps(plan.Interlocks, sign, batch.Step(stepId)) is { } kept)
            return Locked(kept);
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
        string? reason,
        bool isProduct = false
    )
    {
        if (Decisions.Running(batch, stepId) is { } no)
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
        if (PouredEnough.Unpoured(step, batch.Step(stepId)) is { } before && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse(
                "mass",
                $"{before}: what is weighed is what went in",
                "pour it first; if the step was done without, say why"
            );
        mass = Decisions.WithInstrument(mass, batch.BalanceStepG);
        fineness = fineness is null ? null : Instrument.Read(fineness);
        var wrong = BatchAtWork.CannotWeigh(state, batch, stepId, output, mass, fineness);
        if (wrong is not null && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse([wrong]);
        if (isProduct && batch.Route.Steps.FirstOrDefault(s => s.Takes.Contains(Route.Holding(stepId, output))) is { } taker)
            return Decision.Refuse("isProduct", $"step {taker.Id} takes it", "weigh what comes of it there");
        return isProduct || (batch.Route.Steps[^1].Id == stepId && holding.Main)
            ? Decision.Write(new ProductWeighed(batch.Id, stepId, [Product(state, batch, holding, mass, fineness)], Decisions.Kept(reason)))
            : Decision.Write(new HoldingWeighed(batch.Id, stepId, output, mass, Decisions.Kept(reason)));
    }

    private static WeighedProduct Product(State state, BatchState batch, Output holding, TypedNumber mass, TypedNumber? fineness)
    {
        var (element, formula) = (BatchAtWork.ElementOf(holding.Charge), BatchAtWork.FormulaOf(holding.Charge));
        var draws = Observing.DrawsOf(state, batch);
        // Of a mixture the method says how much of it is metal.
        var metal =
            formula.Length > 0
                ? BatchAtWork.InProduct(draws, formula, element, mass, fineness)
                : ElementEstimate.Of(
                    element,
                    Working.Given(
                        draws.Reading($"{holding.Id} {mass.Text}", mass.Value, mass.Sigma),
                        Dimension.Mass,
                        holding.Name,
                        "weighed"
                    ) * Working.Share(holding.Charge.Element(element), holding.Charge.AllSolids())
                );
        return formula.Split('·') is [var dry, var water]
            ? new(holding.Id, dry, Species.Of(water).Count("O"), mass, fineness, [metal])
            : new(holding.Id, formula, 0, mass, fineness, [metal]);
    }

    public static Decision Close(State state, BatchState batch, string stepId, string? reason)
    {
        if (Decisions.Running(batch, stepId) is { } no)
            return no;
        if (BesideDecisions.OnlySafe(batch, stepId) is { } unsafeNow)
            return unsafeNow;
        if (MethodCatalogue.Find(batch.Route.Steps.First(s => s.Id == stepId).Method) is null)
            return Decision.Refuse(
                "stepId",
                "this version of Spolium does not have its method any more: nobody knows what it made",
                "weigh what is there, and give the step up"
            );
        var step = BatchAtWork.Step(state, batch, stepId);
        var unpoured = PouredEnough.Unpoured(step, batch.Step(stepId));
        if (unpoured is not null && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("signs", unpoured, "pour it, or say why the step is done without");
        var open = step.Plan.EndSigns.Where(s => !batch.Step(stepId).Signs.ContainsKey(s.Id)).ToList();
        if (open.Find(s => s.Must) is { } must)
            return Decision.Refuse("signs", "not before this was seen: " + must.Text, "look for it; what cannot be had is given up");
        if (open.Count > 0 && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse(
                "signs",
                "not all end signs were seen: " + string.Join("; ", open.Select(s => s.Text)),
                "look for them, or say why you close without"
            );
        var little = PouredEnough.TooLittle(step, batch.Step(stepId));
        if (little is not null && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("signs", little, "was more poured, write it; if that was all, say why it was enough");
        var (outputs, covariances) = BatchAtWork.Outputs(BatchAtWork.AsItStands(state, batch, stepId), batch.Metals);
        return Decision.Write(
            new StepClosed(
                batch.Id,
                stepId,
                outputs,
                covariances,
                open.Count > 0 || unpoured is not null || little is not null ? Decisions.Kept(reason) : null
            )
        );
    }
}
