using Spolium.Core.Workshop;

namespace Spolium.Core.Deciding;

/// <summary>A batch comes in from a file of another shop, whole or not at all.</summary>
public static class BringingIn
{
    public static Decision Decide(Ledger ledger, string text)
    {
        BatchFile file;
        try
        {
            file = BatchFile.Read(text);
        }
        catch (FormatException e)
        {
            return Decision.Refuse("file", e.Message, "take a file that “Save the whole batch” wrote, unchanged");
        }
        var state = ledger.State;
        if (state.Batches.ContainsKey(file.BatchId))
            return Decision.Refuse("file", $"batch {file.Code} is in this shop already", "look at it on Trail; nothing was written");
        if (
            file.Lots.Select(LotOf).FirstOrDefault(l => l is null || state.Lots.Find(l) is { Foreign: false }) is var lot
            && (lot is not null || file.Lots.Any(l => LotOf(l) is null))
        )
            return Decision.Refuse(
                "file",
                lot is null
                    ? "it makes its lots in a way that is not known"
                    : $"lot {lot} is a lot of this shop, with a history of its own",
                "bring it into a shop that has not met that lot"
            );
        // A working up speaks of several batches: it may have come with another of them.
        if (file.Entries.FirstOrDefault(e => state.Entries.Find(e.Id) is { Brought: false }) is { } there)
            return Decision.Refuse("file", $"entry {there.Id} is in this journal already", "bring it into another shop");
        if (
            file.Entries[0].Body is not BatchStarted started
            || started.BatchId != file.BatchId
            || file.Entries.Any(e => e.Streams.All(s => s.Stream != Entry.BatchStream(file.BatchId)))
        )
            return Decision.Refuse("file", "its entries are not those of one batch from its start", "take the file as it was written");
        var known = file.Lots.Select(LotOf).OfType<string>().Where(state.Lots.ContainsKey).Distinct().ToList();
        var body = new BatchBroughtIn(file, null, known.Count > 0 ? known : null);
        // It must replay and sum to nothing before it is written.
        try
        {
            var (then, posted, _) = ledger.Next(new("check", [], DateTimeOffset.UnixEpoch, DateTimeOffset.UnixEpoch, "", body));
            if (posted.GroupBy(p => p.Element).Any(g => g.Sum(p => p.Micrograms) != 0))
                return Decision.Refuse("file", "its metal does not sum to nothing", "take the file as it was written");
            // It was closed by a version that kept no summaries.
            if (then.State.Batches[file.BatchId] is { ClosedAt: not null, Summary: null } closed && Summaries.IsKnown(closed))
                body = body with { Summary = Summaries.Of(then, closed) };
        }
        catch (Exception e) when (e is KeyNotFoundException or InvalidOperationException or ArgumentException)
        {
            return Decision.Refuse("file", "its entries do not follow from each other", "take the file as it was written");
        }
        return Decision.Write(body);
    }

    private static string? LotOf(EntryBody body) =>
        body switch
        {
            LotReceived l => l.LotId,
            LotsPooled p => p.LotId,
            LotTakenOver t => t.LotId,
            _ => null,
        };
}
