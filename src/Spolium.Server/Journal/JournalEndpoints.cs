using Spolium.Data;
using Spolium.Server.Backups;

namespace Spolium.Server.Journal;

/// <param name="Seq">Number of the entry at which the journal broke.</param>
public sealed record AcceptBreakRequest(Head Head, long Seq, string Why);

public sealed record BreakView(long Seq, string What);

/// <summary>Whether the journal is open and sound.</summary>
/// <param name="Status">"ready", or "broken" while writing waits for somebody's word.</param>
/// <param name="Entries">How many were written.</param>
/// <param name="Shop">Changes when the folder was restored from a backup: what an open page shows is then of another past.</param>
/// <param name="LastBackup">When the last good backup was made; null where none is known.</param>
/// <param name="BackupFault">Why the last try failed, or that none is set up; null where all is well.</param>
/// <param name="Clock">What is odd about the clock of this machine; null as a rule.</param>
public sealed record Health(
    string Status,
    int Entries,
    IReadOnlyList<BreakView> Breaks,
    string Shop,
    DateTimeOffset? LastBackup,
    string? BackupFault,
    string? Clock
);

/// <summary>The journal as a whole: is it sound, and the word to go on behind a break.</summary>
public static class JournalEndpoints
{
    private static readonly TimeSpan ClockMayDiffer = TimeSpan.FromMinutes(5);

    public static void MapJournal(this IEndpointRouteBuilder app)
    {
        app.MapGet("/api/health", (JournalStore store, BackupKeeper backups, TimeProvider time) =>
                TypedResults.Ok(Of(store, backups, time))
            )
            .WithTags("health");
        app.MapPost("/api/journal/breaks", Accept).WithTags("health");
    }

    private static Health Of(JournalStore store, BackupKeeper backups, TimeProvider time) =>
        new(
            store.Breaks.Count == 0 ? "ready" : "broken",
            store.Ledger.State.Entries.Count,
            [.. store.Breaks.Select(b => new BreakView(b.Seq, b.What))],
            store.Shop,
            backups.LastGood,
            backups.Fault,
            Clock(store.Ledger.State.Entries.Last, time)
        );

    // A clock that was set back, or a journal that was written with one that ran ahead: told, and nothing is refused by it.
    private static string? Clock(Entry? last, TimeProvider time) =>
        last is null || last.RecordedAt <= time.GetUtcNow() + ClockMayDiffer
            ? null
            : $"The clock of this machine stands before the last entry ({last.RecordedAt.ToLocalTime():yyyy-MM-dd HH:mm}): set it right "
                + "before you go on.";

    private static Task<Results<Ok<Health>, ProblemHttpResult>> Accept(
        AcceptBreakRequest request,
        Writing writing,
        JournalStore store,
        BackupKeeper backups,
        TimeProvider time
    ) =>
        writing.Write(
            request.Head,
            request,
            [Entry.JournalStream],
            new(),
            _ =>
                store.Breaks.FirstOrDefault(b => b.Seq == request.Seq) is not { } broken
                    ? Decision.Refuse("seq", "the journal is not broken there", "look at the head of the page again")
                : string.IsNullOrWhiteSpace(request.Why)
                    ? Decision.Refuse("why", "what did you find?", "say what became of it, and that it was looked at")
                : Decision.Write(new BreakAccepted(broken.Seq, broken.What, broken.Found, request.Why.Trim())),
            _ => Of(store, backups, time),
            mendsBreak: true
        );
}
