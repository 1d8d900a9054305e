using Spolium.Data;

namespace Spolium.Server.Run;

/// <summary>The journal of a batch.</summary>
internal static class BatchJournal
{
    internal static Results<Ok<List<JournalLine>>, ProblemHttpResult> Journal(
        string batchId,
        Writing writing,
        string? find = null,
        int skip = 0
    )
    {
        var state = writing.Ledger.State;
        if (!state.Batches.ContainsKey(batchId))
            return Problems.NotFound("such batch");
        var said = state
            .Entries.Naming(Entry.BatchStream(batchId))
            .Reverse()
            .Where(e =>
                string.IsNullOrWhiteSpace(find) || EntryWords.Say(e.Body).Contains(find.Trim(), StringComparison.OrdinalIgnoreCase)
            );
        return TypedResults.Ok(
            said.Skip(Math.Max(0, skip))
                .Take(Lists.Page)
                .Select(e => new JournalLine(
                    e.Id,
                    e.OccurredAt,
                    e.By,
                    EntryWords.Say(e.Body),
                    StepOf(e.Body),
                    state.Entries.CorrectedBy(e.Id),
                    Corrections.Refuse(state, e.Id) is null
                        && e.Streams.All(s => s.Stream == Entry.BatchStream(batchId))
                        && e.Body is not (NoteWritten or BatchStarted)
                ))
                .ToList()
        );
    }

    private static string? StepOf(EntryBody body) =>
        body switch
        {
            StepBegun b => b.StepId,
            DoseAdded b => b.StepId,
            ReadingTaken b => b.StepId,
            SomethingElse b => b.StepId,
            LiquorTested b => b.StepId,
            SignSeen b => b.StepId,
            HoldingWeighed b => b.StepId,
            ProductWeighed b => b.StepId,
            StepClosed b => b.StepId,
            ReadingPutRight { StepId.Length: > 0 } b => b.StepId,
            BranchGivenUp b => b.StepId,
            SentOut b => b.StepId,
            CameBack b => b.StepId,
            NoteWritten b => b.StepId,
            _ => null,
        };
}
