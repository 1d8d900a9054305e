using Spolium.Core.Journal;
using Spolium.Core.Reconciling;
using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>What a batch would tell with a reading put right.</summary>
public static class RightReading
{
    /// <summary>The same without what only counts once it is written (recoveries and practice of a closed batch): what a proposal would
    /// change is shown from it.</summary>
    public static Decision Sketch(
        Ledger ledger,
        BatchState batch,
        string readingEntryId,
        TypedNumber becomes,
        string? slip,
        string? reason,
        string? kept = null
    )
    {
        if (slip is null && string.IsNullOrWhiteSpace(reason))
            return Decision.Refuse("reason", "a number put in by hand needs a reason", "say how you know");
        if (slip is not null && !SlipKind.All.ContainsKey(slip))
            return Decision.Refuse("slip", "there is no such kind of slip", "use one of " + string.Join(", ", SlipKind.All.Keys));
        if (!Summaries.IsKnown(batch))
            return Decisions.Gone;
        if (becomes.Value <= 0)
            return Decision.Refuse("becomes", "nothing was weighed", "write an amount above 0");
        if (readingEntryId == batch.FeedBy)
            return SketchFeed(ledger, batch, becomes, slip, reason, kept);
        if (batch.Steps.Values.FirstOrDefault(s => s.WeighedBy.ContainsValue(readingEntryId)) is not { } step)
            return Decision.Refuse("reading", "no weighing that counts was written with that entry", "choose one that the trail marks");
        if (!step.Closed)
            return Decision.Refuse("reading", "its step is still open", "take the weighing back on Run, and weigh again");
        var output = step.WeighedBy.First(w => w.Value == readingEntryId).Key;
        var product = batch.ProductAt(step.Id, output);
        var was = product?.Mass ?? step.Weighed[output];
        if (becomes.Field != was.Field)
            return Decision.Refuse(
                "becomes",
                $"{output.Replace('-', ' ')} was {(was.Field == Field.Mass ? "weighed" : "measured")}",
                $"write {(was.Field == Field.Mass ? "grams" : "millilitres")}"
            );
        becomes = ReadAs(becomes, was);
        IReadOnlyList<ElementEstimate>? holds =
            product is null ? null
            : product.Formula.Length == 0 ? [.. product.Holds.Select(h => Times(h, becomes.Value / product.Mass.Value))]
            :
            [
                BatchAtWork.InProduct(
                    Observing.DrawsOf(ledger.State, batch),
                    product.Formula,
                    product.Holds[0].Element,
                    becomes,
                    product.Fineness
                ),
            ];
        var after = With(batch, step, output, becomes, product, holds);
        var wrong = BatchAtWork.CannotWeigh(ledger.State, after, step.Id, output, becomes, product?.Fineness) is { } heavy
            ? heavy with
            {
                Field = "becomes",
            }
            : Against(ledger.State, batch, after, step.Id, output, becomes, Expected(ledger.State, batch, readingEntryId, was));
        return wrong is not null && string.IsNullOrWhiteSpace(kept)
            ? Decision.Refuse([wrong])
            : PuttingRight.Reckoned(
                ledger.State,
                batch,
                after,
                new(
                    batch.Id,
                    step.Id,
                    output,
                    readingEntryId,
                    was,
                    becomes,
                    slip,
                    PuttingRight.Why(slip, reason),
                    0,
                    0,
                    holds,
                    [],
                    [],
                    Kept: wrong is null ? null : kept!.Trim()
                )
            );
    }

    // The start of a batch was misread: its lot has more or less left, and every closed step is reckoned anew.
    private static Decision SketchFeed(Ledger ledger, BatchState batch, TypedNumber becomes, string? slip, string? reason, string? kept)
    {
        if (batch.Feeds.Count != 1 || batch.BroughtIn is not null)
            return Decision.Refuse(
                "reading",
                batch.BroughtIn is null ? "it was fed from several lots" : "it is a batch of another shop",
                "put it right where it was written"
            );
        if (batch.Steps.Values.All(s => !s.Closed))
            return Decision.Refuse("reading", "no step is closed yet", "give the metal back to its lot, and start again");
        var feed = batch.Feeds[0];
        var lot = ledger.State.Lots[feed.Id];
        if (becomes.Field != feed.Amount.Field)
            return Decision.Refuse(
                "becomes",
                $"{lot.Code} is measured in {(feed.Amount.Field == Field.Mass ? "grams" : "millilitres")}",
                "write the unit that it was received in"
            );
        becomes = ReadAs(becomes, feed.Amount);
        var expected = Expected(ledger.State, batch, batch.FeedBy!, feed.Amount);
        var there = (lot.Left + feed.Amount.Value) * (1 + 1e-9);
        if (becomes.Value > there)
            return Decision.Refuse([
                LikeliestSlip.Told(
                    new(
                        "becomes",
                        $"{FigureText.Number(lot.Left + feed.Amount.Value, 2)} {(becomes.Field == Field.Mass ? "g" : "mL")} of "
                            + $"{lot.Code} was there",
                        "take at most that; was the lot weighed wrong?"
                    ),
                    becomes,
                    v => v <= there,
                    expected.Likely,
                    expected.Sigma
                ),
            ]);
        var charge = BatchFeed.FeedOf(ledger.State, lot, becomes);
        var believed = BatchFeed.Believed(charge);
        var after = batch with { Feeds = [feed with { Amount = becomes }], Believed = [.. believed] };
        var wrong = Against(ledger.State, batch, after, "", Route.Feed, becomes, expected);
        return wrong is not null && string.IsNullOrWhiteSpace(kept)
            ? Decision.Refuse([wrong])
            : PuttingRight.Reckoned(
                ledger.State,
                batch,
                after,
                new(
                    batch.Id,
                    "",
                    Route.Feed,
                    batch.FeedBy!,
                    feed.Amount,
                    becomes,
                    slip,
                    PuttingRight.Why(slip, reason),
                    0,
                    0,
                    null,
                    [],
                    [],
                    null,
                    believed,
                    wrong is null ? null : kept!.Trim()
                )
            );
    }

    // What the other readings say that it was; else what it was read as, which agrees with them to a tenth, or at worst to a third.
    private static (double Likely, double? Sigma) Expected(State state, BatchState batch, string readingEntryId, TypedNumber was)
    {
        var book = ReconciledBatch.Of(state, batch);
        return
            book.Proposals.SelectMany(p => p.All).FirstOrDefault(p => book.Flows.Sources[p.Reading].EntryId == readingEntryId) is { } told
            ? (told.Fits, told.FitsSigma)
            : (was.Value, book.AddsUp ? 0.1 * was.Value : null);
    }

    // Too little of it leaves too little for what was weighed after it: what was possible before must be so with it.
    private static FieldError? Against(
        State state,
        BatchState batch,
        BatchState after,
        string stepId,
        string output,
        TypedNumber becomes,
        (double Likely, double? Sigma) expected
    )
    {
        foreach (
            var step in batch
                .Route.Steps.SkipWhile(s => stepId.Length > 0 && s.Id != stepId)
                .Select(s => batch.Step(s.Id))
                .Where(s => s.Closed)
        )
        {
            foreach (var other in step.Weighed.Keys.Where(o => step.Id != stepId || o != output).Order(StringComparer.Ordinal))
            {
                var (mass, fineness) = batch.ProductAt(step.Id, other) is { } p ? (p.Mass, p.Fineness) : (step.Weighed[other], null);
                double Times(BatchState b) =>
                    BatchAtWork.Unweighed(state, b, step.Id, other) is var (now, holding)
                        ? CannotBe.TimesTooHeavy(now, holding, mass, fineness)
                        : 0;
                if (Times(after) is > 1 and var times && Times(batch) <= 1)
                {
                    var least = becomes.Value * times;
                    return LikeliestSlip.Told(
                        new(
                            "becomes",
                            $"with {QuantityParser.InWords(becomes)} here, {mass.Text} of {other} would be more than went in",
                            "if it is as written, say why"
                        ),
                        becomes,
                        v => v >= least,
                        expected.Likely,
                        expected.Sigma
                    );
                }
            }
        }
        return null;
    }

    private static ElementEstimate Times(ElementEstimate e, double by) =>
        new(e.Element, e.Grams * by, e.Sigma * by, e.Low * by, e.High * by);

    // An uncertainty of the instrument goes with the number, not with the digit that slipped.
    private static TypedNumber ReadAs(TypedNumber becomes, TypedNumber was) =>
        becomes.PlusMinus > 0 ? becomes : becomes with { PlusMinus = was.PlusMinus, Instrument = was.Instrument, Vessel = was.Vessel };

    private static BatchState With(
        BatchState batch,
        StepState step,
        string output,
        TypedNumber becomes,
        ProductState? product,
        IReadOnlyList<ElementEstimate>? holds
    )
    {
        var weighed = holds is null ? becomes : new TypedNumber(becomes.Text, Field.Mass, holds[0].Grams, "g", holds[0].Sigma * Draws.Z95);
        return (product is null ? batch : batch.With(product with { Mass = becomes, Holds = [.. holds!] })) with
        {
            Steps = batch.Steps.SetItem(step.Id, step with { Weighed = step.Weighed.SetItem(output, weighed) }),
        };
    }

    // From the step of the reading on, everything was reckoned from it.
    internal static IReadOnlyList<StepRestated> Restated(State state, BatchState batch, string from)
    {
        var elements = batch.Metals;
        return
        [
            .. batch
                .Route.Steps.SkipWhile(s => from.Length > 0 && s.Id != from)
                .Where(s => batch.Step(s.Id).Closed)
                .Select(s =>
                {
                    var (outputs, covariances) = BatchAtWork.Outputs(BatchAtWork.AsItStands(state, batch, s.Id), elements);
                    return new StepRestated(s.Id, outputs, covariances);
                }),
        ];
    }

    // A closed batch: its recoveries, what it shows of practice, and what the books keep of it, as they then stand.
    internal static ReadingPutRight Restated(Ledger ledger, ReadingPutRight body)
    {
        var then = PuttingRight.Preview(ledger, body);
        var batch = then.State.Batches[body.BatchId];
        return body with
        {
            Recoveries =
            [
                .. batch.Believed.Select(b => BatchBalance.Of(then, batch, b.Element).Recovery).OfType<Working>().Select(Figure.Of),
            ],
            Practice = Observing.Of(then, batch),
            Summary = Summaries.Of(then, batch),
        };
    }
}
