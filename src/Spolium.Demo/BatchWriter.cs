using System.Globalization;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Methods;
using Spolium.Core.Quantities;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Demo;

/// <summary>Works a demo batch off: pours the rungs of the plan as it stands at that moment, ticks signs, weighs, closes.</summary>
internal sealed class BatchWriter(Clerk clerk, string batchId)
{
    private string step = "";

    private BatchState Batch => clerk.Ledger.State.Batches[batchId];

    private StepPlan Plan => BatchAtWork.Step(clerk.Ledger.State, Batch, step).Plan;

    private Dose Dose(string id) => Plan.Doses.First(d => d.Id == id);

    private void Write(Func<Decision> decide, string? named = null) => clerk.Write([Entry.BatchStream(batchId)], _ => decide(), named);

    public BatchWriter Begin(string stepId)
    {
        step = stepId;
        Write(() => StepDecisions.Begin(clerk.Ledger.State, Batch, step, "demo"));
        return this;
    }

    /// <summary>Pours a dose that is decided beforehand, as planned.</summary>
    public BatchWriter Once(string dose)
    {
        while (Dose(dose).Rungs.FirstOrDefault(r => r.Poured is null) is { } next)
            Pour(dose, next.Grams);
        return this;
    }

    /// <summary>Pours rung after rung until so many times the likely dose has gone in.</summary>
    public BatchWriter Ladder(string dose, double share, int minutes)
    {
        var target = Dose(dose).Grams.Likely * share;
        while (
            Batch.Step(step).Pours.Where(p => p.DoseId == dose).Sum(p => p.Grams) < target
            && Dose(dose).Rungs.FirstOrDefault(r => r.Poured is null) is { } next
        )
        {
            Pour(dose, next.Grams);
            clerk.After(minutes);
        }
        return this;
    }

    /// <summary>Does what the step asks for: readings that a dose waits for, every dose in its order, every sign; then the hours that it
    /// takes.</summary>
    /// <param name="share">Of the likely dose, where a sign ends it.</param>
    public BatchWriter AsPlanned(double share)
    {
        foreach (var id in Plan.Doses.Select(d => d.Id).ToList())
        {
            foreach (var interlock in Plan.Interlocks.Where(i => i.DoseId == id))
                if (interlock.State is { } state)
                    Confirm(state);
                else
                    Read(interlock.Reading, $"{Math.Ceiling(interlock.AtLeast) + 4} °C");
            if (Dose(id).ShortShare is not null)
                Once(id);
            else
                Portions(id, share);
            clerk.After(6);
        }
        foreach (var sign in Plan.EndSigns.Select(s => s.Id).ToList())
            See(sign);
        // What the plan has learned of the shop by then is taken out again: its hands do not go by the plan.
        var learned = Observing.DrawsOf(clerk.Ledger.State, Batch).Practice.ByPrior;
        var pace = learned.GetValueOrDefault(Paces.Of(MethodCatalogue.Of(Plan.MethodId)))?.Triple.Likely ?? 1;
        var ends = Batch.Step(step).BegunAt!.Value.AddHours((Plan.Attended + Plan.Unattended).Likely / pace * Own);
        clerk.After(Math.Max(Least, (int)(ends - clerk.Now).TotalMinutes));
        return this;
    }

    // A few rungs at a time, as somebody does who knows the work; more where they would warm or foam too much.
    private void Portions(string dose, double share)
    {
        var target = Dose(dose).Grams.Likely * share;
        var count = Dose(dose).AtOnce is { } most ? Math.Max(Few, (int)Math.Ceiling(target / most.Grams)) : Few;
        // The sign came somewhere in the last portion: a smaller one passes it by less.
        target *= (1 - 0.5 / Few) / (1 - 0.5 / count);
        for (var i = 0; i < count; i++)
        {
            // What stands beyond the few has a name of its own: the entries behind keep theirs.
            Pour(dose, target / count, i < Few ? null : $"{batchId} {step} {dose} {i}");
            clerk.After(8 * Few / count);
        }
    }

    private const int Few = 5;

    // What the shop takes over the hours of a plan: nobody of them hurries.
    private const double Own = 1.15;
    private const int Least = 6;

    /// <summary>Pours the next so many rungs.</summary>
    public BatchWriter Pour(string dose, int rungs, int minutes)
    {
        for (var i = 0; i < rungs; i++)
        {
            Pour(dose, Dose(dose).Rungs.First(r => r.Poured is null).Grams);
            clerk.After(minutes);
        }
        return this;
    }

    private void Pour(string dose, double grams, string? named = null)
    {
        var bottle = Dose(dose).Bottle;
        var text = bottle.DensityGPerMl is { } d
            ? $"{(grams / d).ToString("0.##", CultureInfo.InvariantCulture)} mL"
            : $"{grams.ToString("0.##", CultureInfo.InvariantCulture)} g";
        var amount = QuantityParser.Read(text, bottle.IsLiquid ? Field.Volume : Field.Mass).Number!;
        Write(() => StepDecisions.Pour(clerk.Ledger.State, Batch, step, dose, bottle.Id, amount, null), named);
    }

    public BatchWriter Read(string kind, string value)
    {
        Write(() => StepDecisions.Read(clerk.Ledger.State, Batch, step, kind, QuantityParser.Read(value, Field.Temperature).Number!));
        return this;
    }

    private void Confirm(string state)
    {
        if (!Batch.Step(step).Signs.ContainsKey(state))
            See(state);
    }

    public BatchWriter See(string sign)
    {
        Write(() => StepDecisions.See(clerk.Ledger.State, Batch, step, sign));
        return this;
    }

    public BatchWriter Weigh(string output, string mass, double plusMinus, string? fineness = null)
    {
        Write(() =>
            StepDecisions.Weigh(
                clerk.Ledger.State,
                Batch,
                step,
                output,
                QuantityParser.Read(mass, Field.Mass, plusMinus).Number!,
                fineness is null ? null : QuantityParser.Read(fineness, Field.Fineness).Number! with { PlusMinus = 0.001 },
                null
            )
        );
        return this;
    }

    public BatchWriter After(int minutes)
    {
        clerk.After(minutes);
        return this;
    }

    public void Close() => Write(() => StepDecisions.Close(clerk.Ledger.State, Batch, step, null));
}
