using System.Globalization;
using Spolium.Core.Deciding;
using Spolium.Core.Journal;
using Spolium.Core.Plans;
using Spolium.Core.Quantities;
using Spolium.Core.Reagents;
using Spolium.Core.Reconciling;
using Spolium.Core.Records;
using Spolium.Core.Workshop;

namespace Spolium.Core.Tests;

/// <summary>One batch "b" of one lot, worked off by decisions in an empty shop: what a person would type, no more.</summary>
internal sealed class Bench
{
    private const string Id = "b";
    private DateTimeOffset now = new(2026, 11, 25, 8, 0, 0, TimeSpan.Zero);
    private int entry;
    private string step = "";

    public Bench(Content content, double grams, params string[] methods)
    {
        Ledger = Ledger.Empty;
        Write(LotDecisions.Receive(Ledger.State, "l", "L-1", "lot", "lot", Given.Grams(grams, 0.02), content, null), Entry.LotStream("l"));
        Write(
            Decisions.Start(Ledger.State, Id, Id, "lot", "l", Given.Grams(grams, 0.02), Routes.Chain(methods), Shop.UsualBottles, 0.01, now)
        );
    }

    public Ledger Ledger { get; private set; }

    public BatchState Batch => Ledger.State.Batches[Id];

    public PlannedStep Planned => BatchAtWork.Step(Ledger.State, Batch, step);

    public ReconciledBatch Book => ReconciledBatch.Of(Ledger.State, Batch);

    public BatchBalance Balance(string element) => BatchBalance.Of(Ledger, Batch, element);

    public void Write(Decision decision, string? stream = null)
    {
        now = now.AddMinutes(20);
        var s = stream ?? Entry.BatchStream(Id);
        Ledger = Ledger.With(
            new(
                $"e{++entry}",
                [new(s, Ledger.State.Version(s) + 1)],
                now,
                now,
                "AV",
                decision.Body ?? throw new InvalidOperationException(string.Join("; ", decision.Errors.Select(e => e.Reason)))
            )
        );
    }

    public Bench Begin(string id)
    {
        step = id;
        Write(StepDecisions.Begin(Ledger.State, Batch, id, "test"));
        return this;
    }

    /// <summary>Pours a dose; in one go, and against whatever warns.</summary>
    public Bench Pour(string dose, double? grams = null, double plusMinus = 0)
    {
        var planned = Planned.Plan.Doses.First(d => d.Id == dose);
        var amount = grams ?? planned.Grams.Likely;
        Write(
            StepDecisions.Pour(
                Ledger.State,
                Batch,
                step,
                dose,
                planned.Bottle.RealBottles().First().Id,
                Given.Grams(amount, plusMinus) with
                {
                    Text = amount.ToString("0.##", CultureInfo.InvariantCulture) + " g",
                },
                "all of it"
            )
        );
        return this;
    }

    public Bench Weigh(string output, double grams, double? fineness = null, string? kept = null)
    {
        Write(Weighing(output, grams, fineness, kept));
        return this;
    }

    public Decision Weighing(string output, double grams, double? fineness = null, string? kept = null) =>
        StepDecisions.Weigh(
            Ledger.State,
            Batch,
            step,
            output,
            QuantityParser.Read(grams.ToString("0.0#", CultureInfo.InvariantCulture) + " g", Field.Mass, 0.02).Number!,
            fineness is null ? null : TypedNumber.Of(fineness.Value, Field.Fineness, "‰", 0.001),
            kept
        );

    /// <summary>Every end sign of the step.</summary>
    public Bench SeeAll()
    {
        foreach (var sign in Planned.Plan.EndSigns)
            Write(StepDecisions.See(Ledger.State, Batch, step, sign.Id));
        return this;
    }

    public Bench Close()
    {
        Write(StepDecisions.Close(Ledger.State, Batch, step, "done"));
        return this;
    }

    /// <summary>Every dose as planned, then closed.</summary>
    public Bench AsPlanned(string id)
    {
        Begin(id);
        foreach (var dose in Planned.Plan.Doses)
            Pour(dose.Id);
        return Close();
    }
}
