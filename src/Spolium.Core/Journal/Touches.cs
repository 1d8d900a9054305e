namespace Spolium.Core.Journal;

/// <summary>
/// Streams whose state an entry changes. It is indexed under all of them; only those that it names carry versions (a pour belongs to its
/// batch, and lowers the level of its bottle).
/// </summary>
public static class Touches
{
    /// <summary>The streams that the entry names, and those that its body speaks of; each once.</summary>
    public static IEnumerable<string> Of(Entry entry) => entry.Streams.Select(s => s.Stream).Concat(Of(entry.Body)).Distinct();

    /// <summary>Ids of the entries that one takes back or puts right.</summary>
    public static IEnumerable<string> Corrected(EntryBody body) =>
        body switch
        {
            Correction b => b.Corrects,
            ReadingPutRight b => [b.Corrects],
            _ => [],
        };

    private static IEnumerable<string> Of(EntryBody body) =>
        body switch
        {
            LotReceived b => [Entry.LotStream(b.LotId)],
            LotsReceived b => b.Lots.Select(l => Entry.LotStream(l.LotId)),
            LotSplit b => b.Parts.Select(p => Entry.LotStream(p.LotId)).Prepend(Entry.LotStream(b.LotId)),
            LotsPooled b => b.Feeds.Select(f => Entry.LotStream(f.LotId)).Prepend(Entry.LotStream(b.LotId)),
            LotTakenOver b => [Entry.LotStream(b.LotId), Entry.FeedStream(b.From)],
            LotContentChanged b => [Entry.LotStream(b.LotId)],
            LotSetAside b => [Entry.LotStream(b.LotId)],
            LotOffered b => [Entry.LotStream(b.LotId)],
            LotForOthers b => [Entry.LotStream(b.LotId)],
            LotPhotographed b => [Entry.LotStream(b.LotId)],
            LotHandedOver b => [Entry.LotStream(b.LotId), Entry.HandedOverStream],
            ReceiptCame b => [Entry.LotStream(b.LotId), Entry.HandedOverStream],
            MaterialKept b => [Entry.MaterialStream(b.Material.Id)],
            MaterialDropped b => [Entry.MaterialStream(b.MaterialId)],
            PricesKept => [Entry.PricesStream],
            PlanSaved b => [Entry.PlanStream(b.PlanId)],
            PlanRenamed b => [Entry.PlanStream(b.PlanId)],
            PlanDropped b => [Entry.PlanStream(b.PlanId)],
            BatchStarted b => b.Feeds.Select(Entry.FeedStream).Prepend(Entry.BatchStream(b.BatchId)),
            RouteChanged b => [Entry.BatchStream(b.BatchId)],
            BatchClosed b => [Entry.BatchStream(b.BatchId)],
            LeftOutOfLearning b => [Entry.BatchStream(b.BatchId)],
            StepBegun b => [Entry.BatchStream(b.BatchId)],
            DoseAdded b => b.Pours.Select(p => Entry.BottleStream(p.BottleId)).Prepend(Entry.BatchStream(b.BatchId)),
            SomethingElse { Poured: { } p } b => [Entry.BatchStream(b.BatchId), Entry.BottleStream(p.Pour.BottleId)],
            SomethingElse b => [Entry.BatchStream(b.BatchId)],
            LiquorTested b => [Entry.BatchStream(b.BatchId)],
            ReadingTaken b => [Entry.BatchStream(b.BatchId)],
            SignSeen b => [Entry.BatchStream(b.BatchId)],
            HoldingWeighed b => [Entry.BatchStream(b.BatchId)],
            ProductWeighed b => [Entry.BatchStream(b.BatchId)],
            StepClosed b => [Entry.BatchStream(b.BatchId)],
            BranchGivenUp b => [Entry.BatchStream(b.BatchId)],
            SentOut b => [Entry.BatchStream(b.BatchId)],
            CameBack b => [Entry.BatchStream(b.BatchId)],
            ReadingPutRight b => [Entry.BatchStream(b.BatchId)],
            ReadingsStand b => [Entry.BatchStream(b.BatchId)],
            BatchBroughtIn b => [Entry.BatchStream(b.File.BatchId)],
            SummariesKept b => b.Summaries.Select(s => Entry.BatchStream(s.BatchId)),
            BottlesReceived b => b.Bottles.Select(x => Entry.BottleStream(x.BottleId)),
            BottleMade b => b.From.Select(p => Entry.BottleStream(p.BottleId)).Prepend(Entry.BottleStream(b.Bottle.BottleId)),
            BottleTested b => [Entry.BottleStream(b.BottleId)],
            BottleOpened b => [Entry.BottleStream(b.BottleId)],
            LookAlikeChecked b => [Entry.BottleStream(b.BottleId)],
            BottleDiscarded b => [Entry.BottleStream(b.BottleId)],
            StockTaken b => b.Lines.Select(l => Entry.BottleStream(l.BottleId)),
            PoolOpened b => [Entry.PoolStream(b.PoolId)],
            PutIntoPool b => [Entry.PoolStream(b.PoolId), Entry.BatchStream(b.BatchId)],
            PoolWorkedUp b =>
            [
                Entry.PoolStream(b.PoolId),
                .. b.Shares.Select(s => Entry.BatchStream(s.BatchId)),
                .. b.Batches.Select(r => Entry.BatchStream(r.BatchId)),
            ],
            VesselNamed b => [Entry.VesselStream(b.VesselId)],
            VesselGone b => [Entry.VesselStream(b.VesselId)],
            LicenceHeld b => [Entry.LicenceStream(b.LicenceId)],
            LicenceEnded b => [Entry.LicenceStream(b.LicenceId)],
            LimitLowered b => [Entry.LimitStream(b.LimitId)],
            StepKept b => [Entry.KeptStream(b.KeptId)],
            NoteWritten { BatchId: { } batch } => [Entry.BatchStream(batch)],
            NoteWritten => [],
            BreakAccepted => [Entry.JournalStream],
            // What it takes back is looked up where it is indexed.
            Correction { Instead: { } instead } => Of(instead),
            Correction => [],
            _ => throw new UnknownEntryException(EntryJson.KindOf(body), EntryJson.SchemaOf(body)),
        };
}
