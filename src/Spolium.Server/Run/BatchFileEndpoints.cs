using Spolium.Data;

namespace Spolium.Server.Run;

/// <summary>A batch goes out as a file and comes in as one.</summary>
internal static class BatchFileEndpoints
{
    internal static Results<FileContentHttpResult, ProblemHttpResult> FileOut(string batchId, Writing writing, JournalStore store) =>
        writing.Ledger.State.Batches.TryGetValue(batchId, out var batch)
            ? TypedResults.File(store.FileOf(batch).Write(), "application/json", $"batch-{batch.Code}.json")
            : Problems.NotFound("such batch");

    internal static Task<Results<Ok<BroughtIn>, ProblemHttpResult>> FileIn(BatchFileRequest request, Writing writing)
    {
        string? id = null;
        try
        {
            id = BatchFile.Read(request.File).BatchId;
        }
        catch (FormatException)
        {
            // The decision says what is wrong with it.
        }
        return writing.Write(
            request.Head,
            request,
            [Entry.BroughtStream(id ?? "")],
            new(),
            l => BringingIn.Decide(l, request.File),
            l => new BroughtIn(id!, l.State.Batches[id!].Code)
        );
    }
}
