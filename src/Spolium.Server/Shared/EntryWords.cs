namespace Spolium.Server.Shared;

/// <summary>Says an entry in a sentence, for the journal of a batch and for what came in between.</summary>
public static class EntryWords
{
    private static string Weighed(WeighedProduct p) =>
        $"{p.Mass.InWords}{(p.Fineness is { } f ? $", fineness {f.Text}" : ", not assayed")}";

    private static string Because(string? reason) => reason is null ? "" : $"; kept because: {reason}";

    public static string Say(EntryBody body) =>
        body switch
        {
            LotReceived b => $"{b.Code} received: {b.Amount.InWords}",
            LotsReceived b => $"{string.Join(", ", b.Lots.Select(l => l.Code))} received from a file",
            LotTakenOver b => $"{b.Code} taken over from {b.From.Id}: {b.Amount.Text}",
            LotsPooled b => $"{b.Code} pooled from {b.Feeds.Count} lots",
            LotContentChanged b => $"believed anew by {b.How}: {b.Reason}",
            LotSetAside b => b.WaitsFor is null ? "waits no longer" : $"waits for {b.WaitsFor}",
            LotForOthers b => b.Owner.Length == 0 ? "it is the shop’s own again" : $"worked for {b.Owner}{Terms(b)}",
            LotOffered b => b.Crowns is { } kr ? $"{kr.Told} offered for it as it is" : "the offer is gone",
            LotPhotographed b => $"picture: {b.Caption}",
            LotHandedOver b => $"{b.Amount.InWords} handed over to {b.Receiver}{(b.Receipt.Length > 0 ? $", receipt {b.Receipt}" : "")}",
            ReceiptCame b => $"receipt {b.Receipt} came",
            MaterialKept b => $"kind of scrap kept: {b.Material.Name}",
            MaterialDropped b => $"kind of scrap dropped: {b.Why}",
            PricesKept b => $"price list kept: {b.List.Title}",
            PlanSaved b => $"plan saved: {b.Title}",
            PlanRenamed b => $"plan renamed: {b.Title}",
            PlanDropped => "plan dropped",
            BranchGivenUp b =>
                $"{b.StepId} given up{(b.Measured is { } m ? $", {m.InWords} measured again{Because(b.Kept)}" : "")}: {b.Reason}",
            SentOut b => $"{b.Mass.InWords} sent out to {b.To}{Because(b.Reason)}",
            CameBack b => $"{b.Mass.InWords} came back{(b.Fee is { } fee ? $", {fee.Text} paid" : "")}{Because(b.Reason)}",
            LotSplit b => "split into " + string.Join(", ", b.Parts.Select(p => $"{p.Code} {p.Amount.Text}")) + Because(b.Reason),
            BatchStarted b => $"batch {b.Code} started with {string.Join(", ", b.Feeds.Select(f => f.Amount.Text))}",
            RouteChanged b => $"the way was changed: {b.Reason}",
            BatchClosed { Lost: { } lost } => $"batch closed as lost: {lost.Reason}",
            BatchClosed => "batch closed",
            LeftOutOfLearning b => b.Reason is null ? "counts again in what batches teach" : $"left out of what batches teach: {b.Reason}",
            StepBegun b => $"{b.StepId} begun",
            DoseAdded b => $"{b.DoseId}: {string.Join(", ", b.Pours.Select(p => $"{p.Amount.Text} from {p.BottleId}"))}{Because(b.Reason)}",
            SomethingElse b => BesideWords.Of(b) + Because(b.Reason),
            ReadingTaken b => $"{b.Kind} read: {b.Value.InWords}{Because(b.Reason)}",
            LiquorTested b =>
                $"{b.Test.Output.Replace('-', ' ')} tested for {b.Test.Element}: between {b.Test.Low.Text} and {b.Test.High.Text} in "
                    + $"{b.Test.Volume.Text}{Because(b.Reason)}",
            SignSeen b => $"sign seen: {b.Sign.Replace('-', ' ')}",
            HoldingWeighed b => $"{b.Output} weighed: {b.Mass.InWords}{Because(b.Reason)}",
            VesselNamed b => $"vessel {b.VesselId}: {b.Kind} {FigureText.Number(b.NominalMl, 0)} mL",
            VesselGone b => $"vessel {b.VesselId} is gone: {b.Why}",
            LicenceHeld b => $"licence {b.Number} of {b.Holder} written down, until {b.Until:yyyy-MM-dd}",
            LicenceEnded b => $"licence holds no more: {b.Why}",
            LimitLowered b => $"limit of {b.LimitId.Replace('-', ' ')} set to {b.Most.Text}",
            StepKept b => $"step tried and kept: {b.Title}",
            ProductWeighed b => $"product weighed: {string.Join("; ", b.Products.Select(Weighed))}{Because(b.Reason)}",
            ReadingPutRight b => $"{b.Output} put right: {b.Becomes.Text} in place of {b.Was.Text}; {b.Reason}{Because(b.Kept)}",
            SummariesKept b => $"what the books keep of {b.Summaries.Count} closed batches was written down by the program, once",
            BatchBroughtIn b => $"batch {b.File.Code} brought in from a file, with {b.File.Entries.Count} entries",
            ReadingsStand b => $"the readings are right as they stand: {b.Reason}",
            PoolOpened b => $"{b.Code} set up: {b.Title}",
            PutIntoPool b => $"{b.Output.Replace('-', ' ')} put into {b.PoolId}",
            PoolWorkedUp b =>
                $"{b.PoolId} worked up: {string.Join(", ", b.Yields.Select(y => $"{y.Mass.Text} of {y.Holds.Element}"))}, shared "
                    + $"back{Because(b.Reason)}",
            StepClosed b => $"{b.StepId} closed{Because(b.Reason)}",
            BottlesReceived b => $"{string.Join(", ", b.Bottles.Select(x => x.BottleId))} received",
            BottleMade b => b.BatchId is { } batch
                ? $"{b.Bottle.BottleId} made in {batch}"
                : $"{b.Bottle.BottleId} mixed from {string.Join(", ", b.From.Select(f => $"{f.Amount.Text} of {f.BottleId}"))}",
            BottleTested b => $"{b.BottleId} tested by {b.Test.How}: {FigureText.Number(b.Test.Fraction * 100, 1)} %",
            BottleOpened b => $"{b.BottleId} opened",
            LookAlikeChecked b => $"{b.BottleId} looked at: {b.Saw}",
            BottleDiscarded b => $"{b.BottleId} thrown away: {b.Where}",
            StockTaken b => $"counted: {string.Join(", ", b.Lines.Select(l => $"{l.BottleId} {l.Amount.Text}"))}{Because(b.Reason)}",
            NoteWritten b => b.Text,
            BreakAccepted b => $"a break of the journal was looked at ({b.What}): {b.Why}",
            Correction b => b.Reason is null ? "taken back" : $"taken back: {b.Reason}",
            _ => EntryJson.KindOf(body),
        };

    private static string Terms(LotForOthers b) =>
        (b.FeePerGram is { } fee ? $", {fee.Text} to a gram" : "")
        + (b.Fee is { } once ? $", {once.Text} for the lot" : "")
        + (b.Kept is { } kept ? $", {kept.Text} of the metal kept" : "")
        + (b.LeavingsGoBack ? ", leavings go back" : ", leavings stay");
}
