using Spolium.Core.Journal;

namespace Spolium.Server.Shared;

/// <summary>Says an entry in a sentence, for the journal of a batch and for what came in between.</summary>
public static class EntryWords
{
    public static string Say(EntryBody body) => body switch
    {
        LotReceived b => $"{b.Code} received: {b.Amount.InWords}",
        LotSplit b => "split into " + string.Join(", ", b.Parts.Select(p => $"{p.Code} {p.Amount.Text}")),
        BatchStarted b => $"batch {b.Code} started with {string.Join(", ", b.Feeds.Select(f => f.Amount.Text))}",
        RouteChanged b => $"the way was changed: {b.Reason}",
        BatchClosed => "batch closed",
        StepBegun b => $"{b.StepId} begun",
        DoseAdded b => $"{b.DoseId}: {string.Join(", ", b.Pours.Select(p => $"{p.Amount.Text} from {p.BottleId}"))}",
        ReadingTaken b => $"{b.Kind} read: {b.Value.InWords}",
        SignSeen b => $"sign seen: {b.Sign.Replace('-', ' ')}",
        HoldingWeighed b => $"{b.Output} weighed: {b.Mass.InWords}",
        ProductWeighed b => $"product weighed: {b.Mass.InWords}{(b.Fineness is { } f ? $", fineness {f.Text}" : ", not assayed")}",
        StepClosed b => $"{b.StepId} closed",
        NoteWritten b => b.Text,
        Correction b => $"taken back: {b.Reason}",
        _ => EntryJson.KindOf(body),
    };
}
