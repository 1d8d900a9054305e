namespace Spolium.Core.Journal;

/// <summary>Which entries can be taken back. What later entries rest on cannot: the refusal names the way out.</summary>
public static class Corrections
{
    /// <summary>Null when the entry may be corrected.</summary>
    public static FieldError? Refuse(State state, string entryId)
    {
        if (state.Entries.Find(entryId) is not { } entry)
            return new("corrects", "there is no such entry", "choose one of the journal");
        if (state.Entries.CorrectedBy(entryId) is not null)
            return new("corrects", "it has been taken back already", "correct what stands in its place");
        // It speaks of tubs, pots and bottles of another shop, as they stood there.
        if (entry.Brought)
            return Rests("the file that it came with", "put a reading right, or write a note");
        return entry.Body switch
        {
            Correction => new("corrects", "a correction is not corrected", "write the right entry anew"),
            NoteWritten
            or StepKept
            or VesselNamed
            or VesselGone
            or LicenceEnded
            or LimitLowered
            or LotSetAside
            or LotOffered
            or LotForOthers
            or LotPhotographed
            or LotHandedOver
            or ReceiptCame
            or PricesKept
            or PlanSaved => null,
            LicenceHeld b => state.Licences.GetValueOrDefault(b.LicenceId)?.Ended is null ? null : Rests("its end", "take that back first"),
            MaterialKept b => state.Materials.GetValueOrDefault(b.Material.Id)?.EntryId == entryId
                ? null
                : Rests("a later version of it", "keep it anew as it should be"),
            LotsPooled b => state.Lots[b.LotId].Touched ? Rests("a split, a pool or a batch of it", "take that back first") : null,
            LotTakenOver b => state.Lots[b.LotId].Touched ? Rests("a split, a pool or a batch of it", "take that back first") : null,
            LotContentChanged b => state.Lots[b.LotId].Touched
                ? Rests("a split, a pool or a batch of the lot", "write what is believed of its parts")
                : null,
            DoseAdded b => InStep(state, b.BatchId, b.StepId),
            SomethingElse b => InStep(state, b.BatchId, b.StepId) ?? Joined(state, b, entry),
            LiquorTested b => InStep(state, b.BatchId, b.StepId),
            ReadingTaken b => InStep(state, b.BatchId, b.StepId),
            SignSeen b => InStep(state, b.BatchId, b.StepId),
            HoldingWeighed b => InStep(state, b.BatchId, b.StepId),
            ProductWeighed b => state.Batches[b.BatchId].ClosedAt is null
                ? (
                    state.Batches[b.BatchId].Step(b.StepId).Closed
                        ? Rests("the closed step", "take the closing of the step back first")
                        : null
                )
                : Rests("the closed batch", "take the closing of the batch back first"),
            StepClosed b => StepClosing(state, b),
            StepBegun b => BegunStep(state, b),
            // A working up that was shared back to it speaks of a closed batch.
            BatchClosed b => state.Batches[b.BatchId].History.Any(h => state.Entries.Find(h.EntryId)?.Body is PoolWorkedUp)
                ? Rests("a tub or pot that was shared back to it", "take that back first, or leave it closed")
                : null,
            ReadingsStand b => state.Batches[b.BatchId].Stands?.EntryId == entryId
                ? null
                : Rests("what was put right since", "say it anew"),
            PoolOpened b => state.Pools[b.PoolId] is { Holds.Count: 0, WorkedUp.Count: 0 }
                ? null
                : Rests("what was put into it", "take that out first"),
            PutIntoPool b => state.Pools[b.PoolId].Holds.Any(h => h.EntryId == entryId)
                ? null
                : Rests("the working up", "take that back first"),
            PoolWorkedUp b => state.Pools[b.PoolId].WorkedUp[^1].EntryId == entryId
                ? null
                : Rests("a later working up", "take that back first"),
            BatchStarted b => state.Batches[b.BatchId].Steps.Values.Any(s => s.Begun)
                ? Rests("a step that has begun", "take its entries back first")
                : null,
            BottlesReceived b => b.Bottles.Select(x => Untouched(state, x.BottleId, entryId)).FirstOrDefault(e => e is not null),
            BottleMade b => Untouched(state, b.Bottle.BottleId, entryId),
            BottleTested or BottleOpened or LookAlikeChecked or BottleDiscarded or StockTaken => null,
            LotsReceived b => b.Lots.Any(l => !state.Lots.ContainsKey(l.LotId) || state.Lots[l.LotId].Touched)
                ? Rests("a split, a pool or a batch of one of them", "take that back first")
                : null,
            LotReceived b => !state.Lots[b.LotId].Touched
                ? null
                : Rests("a split, a pool or a batch", "correct the weights there, or write a note"),
            ReadingPutRight => Rests("the restated book", "put the reading right again, with the value that it should have"),
            _ => Rests("what came after it", "write a note, or a new entry that puts it right"),
        };
    }

    private static FieldError? Untouched(State state, string bottleId, string entryId) =>
        state.Shelf[bottleId] is var b && b.Moves.All(m => m.EntryId == entryId) && b.Tests.All(t => t.EntryId == entryId)
            ? null
            : Rests($"what was poured, counted or tested of {bottleId}", "take that back first, or discard the bottle");

    private static FieldError? InStep(State state, string batchId, string stepId)
    {
        var batch = state.Batches[batchId];
        if (batch.ClosedAt is not null)
            return Rests("the closed batch", "take the closing of the batch back first");
        return batch.Step(stepId).Closed ? Rests("the closed step", "take the closing of the step back first") : null;
    }

    // A way that was changed since names the holding too.
    private static FieldError? Joined(State state, SomethingElse b, Entry entry) =>
        b.Holding is not null
        && state
            .Entries.Of(Entry.BatchStream(b.BatchId))
            .Any(e => e.Order > entry.Order && e.Body is RouteChanged or BranchGivenUp or SentOut)
            ? Rests("a later change of the way", "leave it, and write a note")
            : null;

    private static FieldError? StepClosing(State state, StepClosed b)
    {
        var batch = state.Batches[b.BatchId];
        if (!batch.PutRight.IsEmpty)
            return Rests("the restated book", "put the reading right again, with the value that it should have");
        if (batch.ClosedAt is not null)
            return Rests("the closed batch", "take the closing of the batch back first");
        var made = batch.Route.Steps.First(s => s.Id == b.StepId).Makes;
        if (batch.Pooled.Where(p => made.Contains(p.Key) && p.Value.IsLot).Select(p => p.Value.PoolCode).FirstOrDefault() is { } lot)
            return Rests($"lot {lot}, which was made of it", "take that over back first");
        var later = batch.Route.Steps.FirstOrDefault(s => s.Takes.Any(made.Contains) && batch.Step(s.Id).Begun);
        return later is null ? null : Rests($"step {later.Id}, which has begun", "take its entries back first, newest first");
    }

    private static FieldError? BegunStep(State state, StepBegun b)
    {
        var s = state.Batches[b.BatchId].Step(b.StepId);
        return s.Pours.Count + s.Signs.Count + s.Readings.Count + s.Tests.Count + s.Weighed.Count + s.Beside.Count > 0 || s.Closed
            ? Rests("doses, readings or signs of this step", "take those back first")
            : null;
    }

    private static FieldError Rests(string what, string wayOut) => new("corrects", $"{what} rests on it", wayOut);
}
